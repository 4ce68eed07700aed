"""Judging bits and routers for half-blind dovetails: the bit and the bushing that a comb is made for, held by hand."""

from __future__ import annotations

from ranura.core.board.materials import Material
from ranura.core.choosing.comb_judge import CombJudge, is_combs_dovetail
from ranura.core.cuts.dovetails.on_board import DovetailsOnBoard
from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.text import comb_words, depth_words
from ranura.core.text.cautions import Reason


class DovetailsJudge(CombJudge):
    """`dovetails` is the cut on its board."""

    def __init__(self, shop: Shop, dovetails: DovetailsOnBoard, wood: Material, rules: HouseRules) -> None:
        super().__init__(shop, dovetails.need, wood, rules, dovetails.comb)
        self.dovetails = dovetails

    def reach(self, bit: Bit) -> float:
        """See `Judge.reach`: through the comb, and as deep as the sockets."""
        return self.dovetails.depth + self.dovetails.comb.thickness

    def against_bit(self, bit: Bit) -> Reason | None:
        """The first thing that no router could change."""
        comb = self.dovetails.comb
        if not self.is_of_kind(bit):
            return Reason(comb_words.COMB_WANTS_DOVETAIL, {"comb": comb.name, "profile": bit.kind.name})
        if not is_combs_dovetail(comb, bit):
            return Reason(
                comb_words.NOT_THE_COMBS_BIT,
                {
                    "comb": comb.name,
                    "wide": comb.bit_diameter,
                    "degrees": f"{comb.angle:g}",
                    "diameter": bit.diameter,
                    "angle": f"{bit.angle or 0.0:g}",
                },
            )
        if closeness.over(self.dovetails.depth, bit.cuts_to):
            return Reason(depth_words.BEYOND_CUTTING_LENGTH, {"depth": self.dovetails.depth, "cutting_length": bit.cuts_to})
        return None

    def is_of_kind(self, bit: Bit) -> bool:
        """See `Judge.is_of_kind`."""
        return bit.profile == "dovetail"

    @property
    def wants(self) -> str:
        """See `Judge.wants`."""
        return "dovetail bit"
