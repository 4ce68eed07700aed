"""Judging what is cut with the board standing on a table, along a tall fence (R13, R15)."""

from __future__ import annotations

from collections.abc import Iterator

from ranura.core.board.materials import Material
from ranura.core.choosing.straight_judge import StraightJudge
from ranura.core.cutting.need import StraightCut
from ranura.core.holding.hands import wants_support
from ranura.core.holding.tall_fence import AlongFence
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.routers import Base, Mounting, Router
from ranura.core.text import tall_fence_words
from ranura.core.text.cautions import Reason


class StoodJudge(StraightJudge):
    """`along` is the board as it stands."""

    def __init__(self, shop: Shop, need: StraightCut, along: AlongFence, wood: Material, rules: HouseRules) -> None:
        super().__init__(shop, need, wood, rules)
        self.along = along

    def reach(self, bit: Bit) -> float:
        """See `Judge.reach`."""
        return self.need.depth

    @property
    def preferred_mounting(self) -> Mounting | None:
        """See `Judge.preferred_mounting`."""
        return "table"

    def against_router(self, bit: Bit, router: Router, base: Base) -> Iterator[Reason]:
        """See `Judge.against_router`."""
        if self.tools.by_hand[router.id]:
            yield Reason(tall_fence_words.STANDS_ON_THE_TABLE)
        elif wants_support(self.along.part, self.along.thick, self.wood.density):
            yield from self.against_weight(self.along.part, self.along.thick)

    def look_around(self, bit: Bit, router: Router, base: Base) -> Iterator[Reason]:
        """See `StraightJudge.look_around`: nothing stands in the way of a board along a fence."""
        return iter(())
