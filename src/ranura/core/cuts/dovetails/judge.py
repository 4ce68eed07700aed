"""Judging bits and routers for half-blind dovetails: the bit and the bushing that a comb is made for, held by hand."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Final

from ranura.core.board.materials import Material
from ranura.core.choosing.straight_judge import StraightJudge
from ranura.core.cuts.dovetails import words
from ranura.core.cuts.dovetails.on_board import DovetailsOnBoard
from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import Bushing
from ranura.core.shop.tooling.routers import Base, Router
from ranura.core.templates import words as template_words
from ranura.core.templates.bushings import room_for_shank
from ranura.core.text import depth_words, guide_words
from ranura.core.text.cautions import Caution, Reason, has_stop

WITHIN: Final = 0.05
"""mm by which bit and bushing may differ from what their comb is made for, and degrees."""


class DovetailsJudge(StraightJudge):
    """`dovetails` is the cut on its board."""

    def __init__(self, shop: Shop, dovetails: DovetailsOnBoard, wood: Material, rules: HouseRules) -> None:
        super().__init__(shop, dovetails.need, wood, rules)
        self.dovetails = dovetails

    def reach(self, bit: Bit) -> float:
        """See `Judge.reach`: through the comb, and as deep as the sockets."""
        return self.dovetails.depth + self.dovetails.comb.thickness

    def against_bit(self, bit: Bit) -> Reason | None:
        """The first thing that no router could change."""
        comb = self.dovetails.comb
        if not self.is_of_kind(bit):
            return Reason(words.COMB_WANTS_DOVETAIL, {"comb": comb.name, "profile": bit.kind.name})
        if not fits_comb(self.dovetails, bit):
            return Reason(
                words.NOT_THE_COMBS_BIT,
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

    @property
    def bits_are_alike(self) -> bool:
        """See `Judge.bits_are_alike`: of two that are as wide one may have a shank that the bushing does not let through."""
        return False

    def bushing(self, bit: Bit, base: Base) -> Bushing | Reason:
        """The comb's bushing on this base with the bit's shank in it, or why there is none."""
        comb = self.dovetails.comb
        owned = [
            each for each in self.tools.shop.guides if isinstance(each, Bushing) and abs(each.outside - comb.bushing) <= WITHIN
        ]
        if not owned:
            return Reason(words.COMBS_BUSHING_MISSING, {"comb": comb.name, "od": comb.bushing})
        if base.plate is None:
            return Reason(template_words.NO_BUSHING_PLATE)
        fitting = [each for each in owned if each.plate in (None, base.plate)]
        if not fitting:
            return Reason(template_words.BUSHING_OF_OTHER_PLATE, {"plate": base.plate})
        good = [each for each in fitting if not has_stop(self.room(each, bit))]
        if not good:
            return Reason(words.SHANK_STAYS_OUT, {"shank": bit.shank, "od": comb.bushing, "thickness": comb.thickness})
        return good[0]

    def room(self, bushing: Bushing, bit: Bit) -> list[Caution]:
        """What a bushing says to the bit whose shank turns in it."""
        return room_for_shank(bushing, bit, template=self.dovetails.comb.thickness, rules=self.rules)

    def against_router(self, bit: Bit, router: Router, base: Base) -> Iterator[Reason]:
        """See `Judge.against_router`."""
        if not self.tools.by_hand[router.id]:
            yield Reason(guide_words.NEEDS_HAND_ROUTER)
        elif isinstance(found := self.bushing(bit, base), Reason):
            yield found

    def look_around(self, bit: Bit, router: Router, base: Base) -> Iterator[Reason]:
        """See `StraightJudge.look_around`: the comb holds both boards, and nothing stands above it."""
        return iter(())


def fits_comb(dovetails: DovetailsOnBoard, bit: Bit) -> bool:
    """Whether a dovetail bit is the one that a comb is made for."""
    comb = dovetails.comb
    return abs(bit.diameter - comb.bit_diameter) <= WITHIN and abs((bit.angle or 0.0) - comb.angle) <= WITHIN
