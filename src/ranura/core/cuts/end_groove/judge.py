"""Judging bits and routers for a groove in an end or an edge: a straight bit or spiral, in a table."""

from __future__ import annotations

from ranura.core.board.materials import Material
from ranura.core.choosing.stood_judge import StoodJudge
from ranura.core.cuts.end_groove import words
from ranura.core.cuts.end_groove.on_board import FROM_BOTH, GrooveOnBoard
from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.text import depth_words, guide_words
from ranura.core.text.cautions import Reason


class GrooveJudge(StoodJudge):
    """`groove` is the cut on its board."""

    def __init__(self, shop: Shop, groove: GrooveOnBoard, wood: Material, rules: HouseRules) -> None:
        super().__init__(shop, groove.need, groove.along, wood, rules)
        self.groove = groove

    def against_bit(self, bit: Bit) -> Reason | None:
        """The first thing that no router could change."""
        width, depth = self.groove.width, self.groove.depth
        if not bit.cuts_channels:
            return Reason(depth_words.WRONG_PROFILE, {"profile": bit.kind.name})
        if closeness.over(bit.diameter, width):
            return Reason(guide_words.BIT_WIDER_THAN_CUT, {"diameter": bit.diameter, "width": width})
        most = FROM_BOTH * bit.diameter
        if closeness.over(width, most):
            return Reason(words.TOO_NARROW_FROM_BOTH, {"diameter": bit.diameter, "most": most, "width": width})
        if closeness.over(depth, bit.cuts_to):
            return Reason(depth_words.BEYOND_CUTTING_LENGTH, {"depth": depth, "cutting_length": bit.cuts_to})
        return None

    def is_of_kind(self, bit: Bit) -> bool:
        """See `Judge.is_of_kind`."""
        return bit.cuts_channels
