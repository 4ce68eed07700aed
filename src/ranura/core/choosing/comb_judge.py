"""Judging what runs in a comb: the bushing that it is made for, on a router held by hand (R14, R9)."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Final

from ranura.core.board.materials import Material
from ranura.core.choosing.order import Candidate
from ranura.core.choosing.straight_judge import StraightJudge
from ranura.core.cutting.grip import Grip
from ranura.core.cutting.need import StraightCut
from ranura.core.cutting.speed import Speed, turning_rpm
from ranura.core.cutting.stepping import Stepping, plan_steps
from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import Bushing, Comb, CombPair
from ranura.core.shop.tooling.routers import Base, Router
from ranura.core.shop.tooling.silhouettes import radius_at
from ranura.core.templates import words as template_words
from ranura.core.templates.bushings import room_for_shank
from ranura.core.text import comb_words, depth_words, guide_words
from ranura.core.text.cautions import Caution, Reason, caution, has_stop

WITHIN: Final = 0.05
"""mm by which bit and bushing may differ from what their comb is made for, and degrees."""


@dataclass(frozen=True, kw_only=True, slots=True)
class CombSetUp:
    """What a pair of bit and router is set to under a comb; None where a stop says why there is none."""

    speed: Speed
    grip: Grip | None
    bushing: Bushing | None
    stepping: Stepping | None


class CombJudge(StraightJudge):
    """`comb` is what the bushing runs in."""

    def __init__(self, shop: Shop, need: StraightCut, wood: Material, rules: HouseRules, comb: Comb | CombPair) -> None:
        super().__init__(shop, need, wood, rules)
        self.comb = comb

    @property
    def bits_are_alike(self) -> bool:
        """See `Judge.bits_are_alike`: of two that are as wide one may have a shank that the bushing does not let through."""
        return False

    def bushing(self, bit: Bit, base: Base) -> Bushing | Reason:
        """The comb's bushing on this base with the bit's shank in it, or why there is none."""
        comb = self.comb
        owned = [
            each for each in self.tools.shop.guides if isinstance(each, Bushing) and abs(each.outside - comb.bushing) <= WITHIN
        ]
        if not owned:
            return Reason(comb_words.COMBS_BUSHING_MISSING, {"comb": comb.name, "od": comb.bushing})
        if base.plate is None:
            return Reason(template_words.NO_BUSHING_PLATE)
        fitting = [each for each in owned if each.plate in (None, base.plate)]
        if not fitting:
            return Reason(template_words.BUSHING_OF_OTHER_PLATE, {"plate": base.plate})
        good = [each for each in fitting if not has_stop(self.room(each, bit))]
        if not good:
            wide = [(2 * r, each) for each in fitting if (r := self._reaches_in(each, bit))]
            if wide and not any(has_stop(self._around_shank(each, bit)) for _, each in wide):
                across, tight = wide[0]
                return Reason(comb_words.CUTTER_IN_BUSHING, {"wide": across, "od": tight.outside, "bore": tight.bore or 0.0})
            return Reason(comb_words.SHANK_STAYS_OUT, {"shank": bit.shank, "od": comb.bushing, "thickness": comb.thickness})
        return good[0]

    def room(self, bushing: Bushing, bit: Bit) -> list[Caution]:
        """What a bushing says to the bit whose shank turns in it, and whose cutter must stay below."""
        found = self._around_shank(bushing, bit)
        if wide := self._reaches_in(bushing, bit):
            found.append(caution(comb_words.CUTTER_IN_BUSHING, wide=2 * wide, od=bushing.outside, bore=bushing.bore or 0.0))
        return found

    def _around_shank(self, bushing: Bushing, bit: Bit) -> list[Caution]:
        return room_for_shank(bushing, bit, template=self.comb.thickness, rules=self.rules)

    def _reaches_in(self, bushing: Bushing, bit: Bit) -> float:
        """The radius of the cutter where the collar begins above it, in mm, where that has no room in the bore; 0 where it has.

        Rule: R9 bore
        Formula: r(depth + comb − collar) ≤ (bore − clearance) / 2
        Source: bit and bushing share one axis; a cutter longer than the cut is deep goes on into the comb"""
        collar = self.comb.thickness if bushing.length is None else bushing.length
        above = self.need.depth + self.comb.thickness - collar
        r = max((radius_at(bit.silhouette, z) for z in (above, *(c.z for c in bit.silhouette if c.z > above))), default=0.0)
        bore = bushing.outside if bushing.bore is None else bushing.bore
        return r if closeness.over(2 * r, bore - self.rules.bore_clearance) else 0.0

    def set_up(self, chosen: Candidate, *, run: float) -> CombSetUp:
        """The speed, the bushing and the passes of a pair; a pass runs so many mm."""
        bit = chosen.bit
        speed = chosen.speed(self.rules)
        held, found = self.grip(bit, chosen.router), self.bushing(bit, chosen.base)
        grip = held if isinstance(held, Grip) else None
        stepping = None
        if grip is not None and self.against_bit(bit) is None:
            tooling = self.tooling(chosen, turning_rpm(speed), grip.free)
            stepping = plan_steps(tooling, run=run, spacers=(0.0,))
        bushing = found if isinstance(found, Bushing) else None
        return CombSetUp(speed=speed, grip=grip, bushing=bushing, stepping=stepping)

    def against_dovetail(self, bit: Bit) -> Reason | None:
        """What is wrong with a bit for the dovetails of this comb, however deep they are."""
        comb = self.comb
        if bit.profile != "dovetail":
            return Reason(comb_words.COMB_WANTS_DOVETAIL, {"comb": comb.name, "profile": bit.kind.name})
        if is_combs_dovetail(comb, bit):
            return None
        degrees, angle = f"{comb.angle:g}", f"{bit.angle or 0.0:g}"
        wide, diameter = comb.bit_diameter, bit.diameter
        return Reason(
            comb_words.NOT_THE_COMBS_BIT,
            {"comb": comb.name, "wide": wide, "degrees": degrees, "diameter": diameter, "angle": angle},
        )

    def against_depth(self, bit: Bit) -> Reason | None:
        """Whether a bit cuts too short."""
        if closeness.over(self.need.depth, bit.cuts_to):
            return Reason(depth_words.BEYOND_CUTTING_LENGTH, {"depth": self.need.depth, "cutting_length": bit.cuts_to})
        return None

    def against_router(self, bit: Bit, router: Router, base: Base) -> Iterator[Reason]:
        """See `Judge.against_router`."""
        if not self.tools.by_hand[router.id]:
            yield Reason(guide_words.NEEDS_HAND_ROUTER)
        elif isinstance(found := self.bushing(bit, base), Reason):
            yield found

    def look_around(self, bit: Bit, router: Router, base: Base) -> Iterator[Reason]:
        """See `StraightJudge.look_around`: the comb holds what is cut, and nothing stands above it."""
        return iter(())


def is_combs_dovetail(comb: Comb | CombPair, bit: Bit) -> bool:
    """Whether a dovetail bit is the one that a comb is made for."""
    return abs(bit.diameter - comb.bit_diameter) <= WITHIN and abs((bit.angle or 0.0) - comb.angle) <= WITHIN
