"""Judging bits and routers for a channel: a dado, groove or rabbet by its section, on its board where that is known."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

from ranura.core.board.materials import Material
from ranura.core.choosing.judging import bridges
from ranura.core.choosing.order import Candidate
from ranura.core.choosing.ranking import finish_order, finish_rank
from ranura.core.choosing.shortlist import shortlist
from ranura.core.choosing.straight_judge import StraightJudge
from ranura.core.cuts.channel import words
from ranura.core.cuts.channel.fence import GuideOption, reasons_of
from ranura.core.cuts.channel.guides import best_guide, guide_options
from ranura.core.cuts.channel.on_board import ChannelOnBoard
from ranura.core.cuts.channel.shapes import SHAPES, cleared_width, width_at
from ranura.core.cuts.channel.sweep import body_of, clamps_on, surely_room, sweeps_of
from ranura.core.cutting.need import StraightCut
from ranura.core.geometry import closeness
from ranura.core.holding.clamps import ON_TABLE, Holding, hold
from ranura.core.holding.hands import two_hands_fit
from ranura.core.holding.nearest import all_find_room
from ranura.core.holding.sweep import Sweep
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.routers import Base, Mounting, Router
from ranura.core.text import depth_words, guide_words, table_words
from ranura.core.text.cautions import Reason

_WIDTH_WITHIN = 0.1
"""mm by which a round or pointed groove may differ from the width that was asked for."""
_CLEARING_BITS = 6
"""That clear the way for an undercut, looked at before one is taken."""


class ChannelJudge(StraightJudge):
    """`channel` is the cut on its board; None while only its section is known, which then has a flat floor; `over_table`: it is
    made over a table."""

    def __init__(
        self,
        shop: Shop,
        need: StraightCut,
        wood: Material,
        rules: HouseRules,
        channel: ChannelOnBoard | None = None,
        *,
        over_table: bool = False,
    ) -> None:
        super().__init__(shop, need, wood, rules)
        self.channel = channel
        self._for_table = over_table or (channel is not None and channel.guide == "table-fence")
        self.facts = SHAPES["square"] if channel is None else channel.facts

    @property
    def fitted(self) -> bool:
        """Whether the width follows from a mate."""
        return self.channel is not None and self.channel.fitted

    @property
    def depth(self) -> float:
        """How deep the cut goes in all, in mm: a through cut goes into the sacrificial board."""
        return self.need.depth + (self.rules.through_extra if self.need.through else 0.0)

    def reach(self, bit: Bit) -> float:
        """See `Judge.reach`."""
        return self.depth

    def against_bit(self, bit: Bit) -> Reason | None:
        """The first thing that no router could change."""
        need = self.need
        if bit.profile not in self.facts.profiles:
            return Reason(depth_words.WRONG_PROFILE if need.floor == "flat" else words.OTHER_FLOOR, {"profile": bit.kind.name})
        if need.floor != "flat":
            if abs(width_at(bit, need.depth) - need.width) > _WIDTH_WITHIN:
                return Reason(words.GROOVE_OF_OTHER_WIDTH, {"cuts": width_at(bit, need.depth), "width": need.width})
        elif bit.diameter > need.width and not need.open_sided and closeness.over(bit.diameter, need.width):
            return Reason(guide_words.BIT_WIDER_THAN_CUT, {"diameter": bit.diameter, "width": need.width})
        if self.depth > bit.cuts_to and closeness.over(self.depth, bit.cuts_to):
            return Reason(depth_words.BEYOND_CUTTING_LENGTH, {"depth": self.depth, "cutting_length": bit.cuts_to})
        if need.stopped and (against := self.against_plunging(bit)) is not None:
            return against
        return None

    def is_of_kind(self, bit: Bit) -> bool:
        """See `Judge.is_of_kind`."""
        return bit.profile in self.facts.profiles

    @property
    def wants(self) -> str:
        """See `Judge.wants`."""
        return super().wants if self.facts.floor == "flat" else f"{self.facts.bit_word} bit"

    @property
    def preferred_mounting(self) -> Mounting | None:
        """See `Judge.preferred_mounting`: the table where its fence was asked for."""
        return "table" if self._for_table else "hand"

    def cleanest(self, ranked: Sequence[Candidate]) -> Sequence[Candidate]:
        """See `Judge.cleanest`: those with the fewest passes side by side that are about as clean as any."""
        order = finish_order(self.wood, self.need)
        fewest = min((self.extra_work(found.bit) for found in ranked), default=0)
        cleanest = min((finish_rank(found.bit.profile, order, self.wood) for found in ranked), default=0)
        return [
            found
            for found in ranked
            if self.extra_work(found.bit) == fewest and finish_rank(found.bit.profile, order, self.wood) <= cleanest + 1
        ]

    def for_clearing(self, chosen: Candidate) -> ChannelJudge | None:
        """Of straight bits that clear the way for an undercut, no wider than its neck or mouth; None where it is too shallow."""
        depth = self.need.depth - self.rules.clearing_short
        if self.facts.floor != "undercut" or not closeness.over(depth, 0):
            return None
        need = replace(self.need, floor="flat", width=cleared_width(chosen.bit, self.need.depth), depth=depth)
        # Over a table it is cleared over the table, along the same fence; by hand by hand.
        return ChannelJudge(self.tools.shop, need, self.wood, self.rules, over_table=chosen.router.mounting == "table")

    def goes_before(self, chosen: Candidate) -> Candidate | None:
        """See `Judge.goes_before`: the widest bit that clears the way, in the same router if it can be."""
        clearing = self.for_clearing(chosen)
        found = shortlist(clearing, clearing.ranking(), count=_CLEARING_BITS).fit if clearing is not None else ()
        return min(found, key=lambda each: (each.router.id != chosen.router.id, -each.bit.diameter), default=None)

    def against_router(self, bit: Bit, router: Router, base: Base) -> Iterator[Reason]:
        """See `Judge.against_router`."""
        need = self.need
        if not self.tools.by_hand[router.id]:
            yield from self._over_a_table(bit, router)
            return
        if self._for_table:
            yield Reason(words.NEEDS_TABLE)
        if self.small:
            yield self.small_reason()
        if need.stopped and base.kind != "plunge":
            yield Reason(depth_words.NO_PLUNGE_BASE)
        if not need.open_sided and not bridges(need.width, bit.diameter, base.across):
            yield Reason(guide_words.BASE_TIPS, {"across": base.across, "width": need.width})

    def _over_a_table(self, bit: Bit, router: Router) -> Iterator[Reason]:
        """What keeps a cut off a table, where it was asked for or the part is too small for the hand: a slant, a pair, a bit that
        lifts it. Where somebody said how it is guided or held, it is by hand."""
        asked = self.channel
        if asked is None and self._for_table:
            return
        by_hand = asked is None or asked.mortise or asked.guide is not None or asked.held is not None or bool(asked.clamps)
        if asked is None or not (self._for_table or (self.small and not by_hand)):
            yield Reason(guide_words.NEEDS_HAND_ROUTER)
        elif against := against_table(asked):
            yield against
        if asked is not None and asked.held != "carrier" and not two_hands_fit(asked.one_part):
            long, wide = asked.one_part
            yield Reason(table_words.HANDS_TOO_NEAR, {"length": long, "width": wide})
        if asked is not None and not asked.supported:
            yield from self.against_weight(asked.one_part, asked.thickness)
        if lifts := self.lifts_off_table(bit, router):
            yield lifts

    def look_around(self, bit: Bit, router: Router, base: Base) -> Iterator[Reason]:
        """See `StraightJudge.look_around`: wood under the fence, room for clamps; nothing while only the section is known."""
        channel = self.channel
        if channel is None:
            return
        if base.kind != "table" and surely_room(channel, base, bit_diameter=bit.diameter, fence_width=self.rules.fence_width):
            return
        option = self.guide(bit, router, base, channel)
        unsure = option.fences and not _surely_held(channel, option, bit, base)
        found = [*reasons_of(option), *(held_channel(channel, option, bit, base).cautions if unsure else ())]
        yield from (each for each in found if each.level == "stop")

    def guides(self, bit: Bit, router: Router, base: Base, channel: ChannelOnBoard) -> tuple[GuideOption, ...]:
        """Every method of guiding this pair along the channel, the best first."""
        return guide_options(channel, bit, router, base, self.tools.shop.guides, self.rules)

    def guide(self, bit: Bit, router: Router, base: Base, channel: ChannelOnBoard) -> GuideOption:
        """The pinned method of guiding, or the best."""
        return best_guide(channel, bit, router, base, self.tools.shop.guides, self.rules)


def against_table(channel: ChannelOnBoard) -> Reason | None:
    """What of a channel no table's fence could guide: one that is not parallel to an edge, a pair of boards, an undercut, which
    holds the board down on the turning bit."""
    if channel.angle:
        return Reason(words.TURNED_ON_TABLE)
    if channel.mirrored:
        return Reason(words.PAIR_ON_TABLE)
    # In at one end and out at the other is the usual way of a T-slot; inside the board it could not be lifted off (R13).
    return Reason(words.UNDERCUT_ON_TABLE) if channel.facts.floor == "undercut" and channel.is_stopped else None


def _surely_held(channel: ChannelOnBoard, option: GuideOption, bit: Bit, base: Base) -> bool:
    """Whether clamps that are moved on from station to station find room beyond doubt: quick enough for every bit of a drawer;
    where it says no, `held_channel` looks closely."""
    if len(option.fences) < 2 or option.kind == "table-fence" or channel.clamps or channel.held is not None:
        return False
    sweeps = sweeps_of(channel, option.fences, base, bit_diameter=bit.diameter)
    on_guide = clamps_on(channel, option.fences[0])
    return all(sweeps[0].gap(foot) > 0 for foot in on_guide) and all_find_room(channel.part, sweeps)


def held_channel(channel: ChannelOnBoard, option: GuideOption, bit: Bit, base: Base) -> Holding:
    """How the board of a channel is held, with the guides of all stations and the router's sweep along them."""
    if option.kind == "table-fence":
        return ON_TABLE
    sweeps = sweeps_of(channel, option.fences, base, bit_diameter=bit.diameter)
    first = option.fences[0]
    body = body_of(channel, first)
    return hold(
        channel.part,
        Sweep(boxes=tuple(box for each in sweeps for box in each.boxes)),
        bodies=(body,) if body else (),
        on_guide=clamps_on(channel, first),
        stations=sweeps if len(sweeps) > 1 else (),
        placed=channel.clamps,
        held=channel.held,
    )
