"""`stiffness`: how far a bit bends and how hard it is loaded in one pass (R6)."""

from __future__ import annotations

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Answer, CautionAnswer, Flutes, MaterialField, Positive, Question, Refused, SizeField
from ranura.core.cutting.feed import feed_per_tooth
from ranura.core.cutting.stiffness import Verdict, plan_stiffness
from ranura.core.geometry import closeness
from ranura.core.shop.tooling.bits import Body


class StiffnessRequest(Question):
    """A bit as it stands out of the collet, and the pass it makes: `engaged_depth` deep, `width` wide."""

    bit_diameter: SizeField
    shank_diameter: SizeField
    cutting_length: SizeField
    free_length: SizeField
    engaged_depth: SizeField
    width: SizeField
    material: MaterialField
    rpm: Positive
    flutes: Flutes
    feed_m_min: Positive
    body: Body


class StiffnessAnswer(Answer):
    """See `ranura.core.cutting.stiffness.Stiffness`."""

    peak_force_n: float
    deflection_mm: float
    stress_mpa: float
    stress_limit_mpa: float
    verdict: Verdict
    cautions: list[CautionAnswer]


def answer(request: StiffnessRequest) -> StiffnessAnswer:
    """The bending. Raises Refused for a pass wider than the bit or deeper than it stands out."""
    if closeness.over(request.engaged_depth, request.free_length):
        raise Refused("engaged_depth", f"the bit stands out only {request.free_length:g} mm")
    if closeness.over(request.cutting_length, request.free_length):
        raise Refused("free_length", f"the cutter alone is {request.cutting_length:g} mm long; none of it goes into the collet")
    if closeness.over(request.width, request.bit_diameter):
        raise Refused("width", f"one pass is at most as wide as the bit, {request.bit_diameter:g} mm")
    found = plan_stiffness(
        bit_diameter=request.bit_diameter,
        shank_diameter=request.shank_diameter,
        cutting_length=request.cutting_length,
        free_length=request.free_length,
        engaged_depth=request.engaged_depth,
        width=request.width,
        material=request.material,
        tooth_mm=feed_per_tooth(feed_m_min=request.feed_m_min, rpm=request.rpm, flutes=request.flutes),
        body=request.body,
    )
    return StiffnessAnswer(
        peak_force_n=found.peak_force_n,
        deflection_mm=found.deflection_mm,
        stress_mpa=found.stress_mpa,
        stress_limit_mpa=found.stress_limit_mpa,
        verdict=found.verdict,
        cautions=CautionAnswer.of(found.cautions),
    )


CALCULATOR = Calculator(StiffnessRequest, StiffnessAnswer, answer)
