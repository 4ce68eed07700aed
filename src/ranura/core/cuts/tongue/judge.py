"""Judging bits and routers for a dovetail tongue: a dovetail bit of the socket's angle, in a table."""

from __future__ import annotations

from typing import Final

from ranura.core.board.materials import Material
from ranura.core.choosing.stood_judge import StoodJudge
from ranura.core.cuts.tongue import words
from ranura.core.cuts.tongue.on_board import TongueOnBoard
from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.text import depth_words
from ranura.core.text.cautions import Reason

WITHIN: Final = 0.1
"""Degrees by which a bit's flanks may lean otherwise than those of the socket."""


class TongueJudge(StoodJudge):
    """`tongue` is the cut on its board."""

    def __init__(self, shop: Shop, tongue: TongueOnBoard, wood: Material, rules: HouseRules) -> None:
        super().__init__(shop, tongue.need, tongue.along, wood, rules)
        self.tongue = tongue

    def against_bit(self, bit: Bit) -> Reason | None:
        """The first thing that no router could change."""
        if bit.profile != "dovetail":
            return Reason(words.NOT_A_DOVETAIL, {"profile": bit.kind.name})
        if abs((bit.angle or 0.0) - self.tongue.cut.angle) > WITHIN:
            return Reason(words.FLANKS_LEAN_OTHERWISE, {"angle": f"{bit.angle:g}", "wanted": f"{self.tongue.cut.angle:g}"})
        if closeness.over(self.tongue.height, bit.cuts_to):
            return Reason(depth_words.BEYOND_CUTTING_LENGTH, {"depth": self.tongue.height, "cutting_length": bit.cuts_to})
        if closeness.over(self.tongue.exposure, bit.diameter):
            return Reason(words.REACHES_TOO_LITTLE, {"diameter": bit.diameter, "e": self.tongue.exposure})
        return None

    def is_of_kind(self, bit: Bit) -> bool:
        """See `Judge.is_of_kind`."""
        return bit.profile == "dovetail"

    @property
    def wants(self) -> str:
        """See `Judge.wants`."""
        return "dovetail bit"
