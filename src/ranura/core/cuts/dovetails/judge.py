"""Judging bits and routers for half-blind dovetails: the bit and the bushing that a comb is made for, held by hand."""

from __future__ import annotations

from ranura.core.board.materials import Material
from ranura.core.choosing.comb_judge import CombJudge
from ranura.core.cuts.dovetails.on_board import DovetailsOnBoard
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
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
        return self.against_dovetail(bit) or self.against_depth(bit)

    def is_of_kind(self, bit: Bit) -> bool:
        """See `Judge.is_of_kind`."""
        return bit.profile == "dovetail"

    @property
    def wants(self) -> str:
        """See `Judge.wants`."""
        return "dovetail bit"
