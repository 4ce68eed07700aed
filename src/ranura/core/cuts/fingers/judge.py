"""Judging bits and routers for fingers across an end: one bit as wide as the slots, in a table."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from ranura.core.board.materials import Material
from ranura.core.choosing.straight_judge import StraightJudge
from ranura.core.cuts.fingers import words
from ranura.core.cuts.fingers.on_board import FingersOnBoard
from ranura.core.cuts.fingers.sleds import floor_of, sled_for
from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.routers import Base, Mounting, Router
from ranura.core.text import depth_words
from ranura.core.text.cautions import Reason

WITHIN: Final = 0.02
"""mm by which a bit may differ from the slots that it is to cut."""


class FingersJudge(StraightJudge):
    """`fingers` is the cut on its board."""

    def __init__(self, shop: Shop, fingers: FingersOnBoard, wood: Material, rules: HouseRules) -> None:
        super().__init__(shop, fingers.need, wood, rules)
        self.fingers = fingers
        self.sled = sled_for(fingers, shop.guides)

    def reach(self, bit: Bit) -> float:
        """See `Judge.reach`: through the sled's floor, and as deep as the slots."""
        return self.fingers.depth + floor_of(self.sled)

    def against_bit(self, bit: Bit) -> Reason | None:
        """The first thing that no router could change."""
        if not bit.cuts_channels:
            return Reason(depth_words.WRONG_PROFILE, {"profile": bit.kind.name})
        if abs(bit.diameter - self.fingers.slot) > WITHIN:
            return Reason(words.BIT_NOT_THE_SLOT, {"diameter": bit.diameter, "slot": self.fingers.slot})
        if closeness.over(self.fingers.depth, bit.cuts_to):
            return Reason(depth_words.BEYOND_CUTTING_LENGTH, {"depth": self.fingers.depth, "cutting_length": bit.cuts_to})
        return None

    def is_of_kind(self, bit: Bit) -> bool:
        """See `Judge.is_of_kind`."""
        return bit.cuts_channels

    @property
    def preferred_mounting(self) -> Mounting | None:
        """See `Judge.preferred_mounting`."""
        return "table"

    def against_router(self, bit: Bit, router: Router, base: Base) -> Iterator[Reason]:
        """See `Judge.against_router`."""
        if self.tools.by_hand[router.id]:
            yield Reason(words.FINGERS_WANT_TABLE)
        elif lifts := self.lifts_off_table(bit, router):
            yield lifts

    def look_around(self, bit: Bit, router: Router, base: Base) -> Iterator[Reason]:
        """See `StraightJudge.look_around`: nothing stands in the way of a sled."""
        return iter(())
