"""Judging bits and routers for through dovetails: the bits and the bushing that a pair of combs is made for, held by hand."""

from __future__ import annotations

from ranura.core.board.materials import Material
from ranura.core.choosing.comb_judge import WITHIN, CombJudge
from ranura.core.cuts.through_dovetails import words
from ranura.core.cuts.through_dovetails.on_board import ThroughOnBoard
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.text import depth_words
from ranura.core.text.cautions import Reason


class ThroughJudge(CombJudge):
    """`dovetails` is the cut on its board."""

    def __init__(self, shop: Shop, dovetails: ThroughOnBoard, wood: Material, rules: HouseRules) -> None:
        super().__init__(shop, dovetails.need, wood, rules, dovetails.combs)
        self.dovetails = dovetails

    def reach(self, bit: Bit) -> float:
        """See `Judge.reach`: through the comb, and as deep as the cut."""
        return self.dovetails.depth + self.dovetails.combs.thickness

    def against_bit(self, bit: Bit) -> Reason | None:
        """The first thing that no router could change."""
        return (self._against_straight(bit) if self._pins else self.against_dovetail(bit)) or self.against_depth(bit)

    @property
    def _pins(self) -> bool:
        return self.dovetails.cut.makes == "pins"

    def _against_straight(self, bit: Bit) -> Reason | None:
        combs = self.dovetails.combs
        if not self.is_of_kind(bit):
            return Reason(depth_words.WRONG_PROFILE, {"profile": bit.kind.name})
        if abs(bit.diameter - combs.straight) > WITHIN:
            return Reason(words.NOT_THE_PAIRS_STRAIGHT, {"combs": combs.name, "wide": combs.straight, "is": bit.diameter})
        return None

    def is_of_kind(self, bit: Bit) -> bool:
        """See `Judge.is_of_kind`."""
        return bit.cuts_channels if self._pins else bit.profile == "dovetail"

    @property
    def wants(self) -> str:
        """See `Judge.wants`."""
        return "straight bit" if self._pins else "dovetail bit"
