"""Judging bits and routers for a channel: a dado, groove or rabbet by its section, on its board where that is known."""

from __future__ import annotations

from collections.abc import Collection, Iterator

from ranura.core import numbers
from ranura.core.cautions import Reason
from ranura.core.choosing.judging import Judge, bridges
from ranura.core.choosing.order import Candidate, Pair
from ranura.core.choosing.ranking import ChannelRanking, losses
from ranura.core.cuts.dado import Channel
from ranura.core.cuts.straight import StraightCut
from ranura.core.cutting.stepping import Tooling, gaits_of, step_reason, surely_steps
from ranura.core.guiding.placing import place_fence
from ranura.core.holding import hold, surely_room, sweep_of
from ranura.core.house_rules import HouseRules
from ranura.core.materials import Material
from ranura.core.shop import Shop
from ranura.core.text import Text
from ranura.core.tooling.bits import Bit
from ranura.core.tooling.profiles import FLAT_ENDED
from ranura.core.tooling.routers import Base, Router


class ChannelJudge(Judge):
    """`channel` is the cut on its board; None while only its section is known."""

    def __init__(self, shop: Shop, need: StraightCut, wood: Material, rules: HouseRules, channel: Channel | None = None) -> None:
        super().__init__(shop, wood, rules, need.part)
        self.need = need
        self.channel = channel
        self._room: dict[tuple[float, str, str], tuple[Reason, ...]] = {}

    @property
    def depth(self) -> float:
        """How deep the cut goes in all, in mm: a through cut goes into the sacrificial board."""
        return self.need.depth + (self.rules.through_extra if self.need.through else 0.0)

    def reach(self, bit: Bit) -> float:
        """See `Judge.reach`."""
        return self.depth

    @property
    def begins_inside(self) -> bool:
        """Whether an end of the channel lies inside the board."""
        return self.need.stopped

    def of_bit(self, bit: Bit) -> Reason | None:
        """The first thing that no router could change."""
        need = self.need
        if bit.profile not in FLAT_ENDED:
            return Reason("wrong-profile", {"profile": bit.kind.name})
        if bit.diameter > need.width and not need.open_sided and numbers.over(bit.diameter, need.width):
            return Reason("bit-wider-than-cut", {"diameter": bit.diameter, "width": need.width})
        if self.depth > bit.cutting_length and numbers.over(self.depth, bit.cutting_length):
            return Reason("beyond-cutting-length", {"depth": self.depth, "cutting_length": bit.cutting_length})
        if need.stopped and bit.can_plunge is not True:
            return Reason("plunge-unknown" if bit.can_plunge is None else "cannot-plunge")
        return None

    def ranking(self, mounted: Collection[Pair] = frozenset()) -> ChannelRanking:
        """See `Judge.ranking`."""
        return ChannelRanking(self.wood, self.need, self.rules, mounted=mounted)

    def losses(self, each: Candidate, best: Candidate) -> tuple[Text, ...]:
        """See `Judge.losses`."""
        return losses(each, best, self.wood, self.need, self.rules)

    def is_of_kind(self, bit: Bit) -> bool:
        """See `Judge.is_of_kind`."""
        return bit.cuts_channels

    def extra_work(self, bit: Bit) -> float:
        """Passes side by side."""
        return self.need.lateral_passes(bit.diameter)

    def tooling(self, bit: Bit, router: Router, rpm: float, free_length: float) -> Tooling:
        """What the passes are worked out from."""
        return Tooling(
            bit=bit, router=router, rpm=rpm, free_length=free_length, material=self.wood, rules=self.rules, need=self.need
        )

    def of_cut(self, bit: Bit, router: Router, base: Base) -> Iterator[Reason]:
        """See `Judge.of_cut`."""
        need = self.need
        by_hand = self.rack.by_hand[router.id]
        if not by_hand:
            yield Reason("needs-hand-router")
        elif self.small:
            yield self.small_reason()
        if need.stopped and base.kind != "plunge":
            yield Reason("no-plunge-base")
        if by_hand and not need.open_sided and not bridges(need.width, bit.diameter, base.across):
            yield Reason("base-tips", {"across": base.across, "width": need.width})

    def setting_up(self, bit: Bit, router: Router, base: Base, free: float, compliance: float) -> Iterator[Reason]:
        """See `Judge.setting_up`."""
        if self.channel is not None:
            yield from self._room_around(bit, router, base, self.channel)
        tooling = self.tooling(bit, router, self.rack.turning(bit, router), free)
        if not surely_steps(tooling, compliance) and (found := step_reason(tooling, gaits_of(tooling))):
            yield found

    def _room_around(self, bit: Bit, router: Router, base: Base, channel: Channel) -> tuple[Reason, ...]:
        """Wood under the fence and room for clamps; the same for all bits of a diameter."""
        key = (bit.diameter, router.id, base.kind)
        found = self._room.get(key)
        if found is None:
            found = self._room[key] = self._look_around(bit, base, channel)
        return found

    def _look_around(self, bit: Bit, base: Base, channel: Channel) -> tuple[Reason, ...]:
        guided = base.sides[0]
        if surely_room(
            channel, base, bit_diameter=bit.diameter, guided=guided.distance,
            widest_spacer=max(channel.width - bit.diameter, 0.0), fence_width=self.rules.fence_width,
        ):  # fmt: skip
            return ()
        fence, cautions = place_fence(channel, bit, guided, self.rules)
        spacers = fence.setback.spacers or (0.0,)
        sweep = sweep_of(channel, fence, base, bit_diameter=bit.diameter, guided=guided.distance, widest_spacer=spacers[0])
        said = [*cautions, *hold(channel, fence, sweep).cautions]
        return tuple(Reason(each.code, each.facts) for each in said if each.level == "stop")
