"""Judging tools for a cut that goes down in steps, whatever its family: what channels and pockets ask alike (R3, R15)."""

from __future__ import annotations

from abc import abstractmethod
from collections.abc import Collection, Iterator, Sequence

from ranura.core.board.materials import Material
from ranura.core.choosing.judging import Judge
from ranura.core.choosing.order import Candidate, Pair
from ranura.core.choosing.ranking import StraightRanking, losses
from ranura.core.cutting.need import StraightCut
from ranura.core.cutting.step_limits import Tooling, first_past_tip, paces_of, step_reason, surely_steps
from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.routers import Base, Router
from ranura.core.text import depth_words
from ranura.core.text.cautions import Reason
from ranura.core.text.writing import Text

_ABOUT = 1.5
"""Times the fewest passes side by side that are worth buying a bit for."""


class StraightJudge(Judge):
    """`need` is what the cut asks of its tool."""

    def __init__(self, shop: Shop, need: StraightCut, wood: Material, rules: HouseRules) -> None:
        super().__init__(shop, wood, rules, need.part)
        self.need = need
        self._room: dict[tuple[float, str, str], tuple[Reason, ...]] = {}

    def against_plunging(self, bit: Bit) -> Reason | None:
        """Why a bit cannot begin inside the board, if so.

        Rule: R21.2 begins inside, R3 compression
        Formula: it cuts at its end; not deeper at once than D/2, which a compression bit's first pass would be; in a blind hole
            no compression bit deeper than its tip
        Source: down into wood a bit cuts with its end alone, which is slow and leads it off its line"""
        if bit.can_plunge is not True:
            return Reason(depth_words.PLUNGE_UNKNOWN if bit.can_plunge is None else depth_words.CANNOT_PLUNGE)
        if bit.profile == "compression" and not self.need.through and closeness.over(self.need.depth, bit.up_cut_tip or 0.0):
            return Reason(depth_words.COMPRESSION_PACKS)
        first = first_past_tip(bit, self.wood, self.rules)
        if first is not None and closeness.over(first, bit.diameter / 2):
            return Reason(depth_words.COMPRESSION_PLUNGE, {"first": first, "most": bit.diameter / 2})
        return None

    @property
    def begins_inside(self) -> bool:
        """See `Judge.begins_inside`."""
        return self.need.stopped

    @abstractmethod
    def look_around(self, bit: Bit, router: Router, base: Base) -> Iterator[Reason]:
        """What of the guide, the board and its clamps stops this set-up; the same for all bits of a diameter."""

    def ranking(self, mounted: Collection[Pair] = frozenset()) -> StraightRanking:
        """See `Judge.ranking`."""
        return StraightRanking(self.wood, self.need, self.rules, mounted=mounted)

    def losses(self, each: Candidate, best: Candidate) -> tuple[Text, ...]:
        """See `Judge.losses`."""
        return losses(each, best, self.wood, self.need, self.rules)

    def extra_work(self, bit: Bit) -> float:
        """See `Judge.extra_work`: passes side by side."""
        return self.need.lateral_passes(bit.diameter)

    def cleanest(self, ranked: Sequence[Candidate]) -> Sequence[Candidate]:
        """See `Judge.cleanest`: those with about the fewest passes side by side."""
        fewest = min((self.extra_work(found.bit) for found in ranked), default=0.0)
        return [found for found in ranked if self.extra_work(found.bit) <= _ABOUT * fewest]

    def tooling(self, chosen: Candidate, rpm: float, free_length: float) -> Tooling:
        """What the passes of a pair are worked out from."""
        return self._tooling(chosen.bit, chosen.router, rpm, free_length, chosen.for_rpm)

    def _tooling(self, bit: Bit, router: Router, rpm: float, free_length: float, for_rpm: float | None = None) -> Tooling:
        return Tooling(
            bit=bit,
            router=router,
            rpm=rpm,
            free_length=free_length,
            material=self.wood,
            rules=self.rules,
            for_rpm=for_rpm,
            need=self.need,
        )

    def against_setup(self, bit: Bit, router: Router, base: Base, free: float, compliance: float) -> Iterator[Reason]:
        """See `Judge.against_setup`."""
        yield from self._room_around(bit, router, base)
        tooling = self._tooling(bit, router, self.tools.turning(bit, router), free)
        if not surely_steps(tooling, compliance) and (found := step_reason(tooling, paces_of(tooling))):
            yield found

    def _room_around(self, bit: Bit, router: Router, base: Base) -> tuple[Reason, ...]:
        key = (bit.diameter, router.id, base.kind)
        found = self._room.get(key)
        if found is None:
            found = self._room[key] = tuple(self.look_around(bit, router, base))
        return found
