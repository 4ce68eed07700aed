"""`power`: an estimate of the power a cut takes, with its band, against what a router has to give (R5)."""

from __future__ import annotations

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Answer, CautionAnswer, Flutes, MaterialField, Positive, Question, Refused, SizeField
from ranura.core.cutting.feed import feed_per_tooth
from ranura.core.cutting.power import Power, Verdict, plan_power
from ranura.core.geometry import closeness
from ranura.core.text import strength_words
from ranura.core.text.cautions import Caution, caution


class PowerRequest(Question):
    """A section of cut at a feed; with rpm, flutes and bit diameter the chip correction applies."""

    material: MaterialField
    depth: SizeField
    width: SizeField
    feed_m_min: Positive
    rated_input_w: Positive | None = None
    dull: bool = False
    rpm: Positive | None = None
    flutes: Flutes | None = None
    bit_diameter: SizeField | None = None


class PowerAnswer(Answer):
    """Watts at the bit; the last figures are null without a rated input."""

    power_w: float
    low_w: float
    high_w: float
    available_w: float | None
    share: float | None
    verdict: Verdict | None
    cautions: list[CautionAnswer]


def _cautions(power: Power) -> tuple[Caution, ...]:
    if power.verdict in (None, "easy"):
        return ()
    said = strength_words.POWER_OVER if power.verdict == "over" else strength_words.POWER_CAUTION
    return (caution(said, power=power.power_w, available=power.available_w),)


def answer(request: PowerRequest) -> PowerAnswer:
    """The power. Raises Refused when the cut is wider than the bit."""
    if request.bit_diameter is not None and closeness.over(request.width, request.bit_diameter):
        raise Refused("width", f"no more than the bit's diameter of {request.bit_diameter:g} mm can be engaged")
    tooth = None
    if request.rpm is not None and request.flutes is not None:
        tooth = feed_per_tooth(feed_m_min=request.feed_m_min, rpm=request.rpm, flutes=request.flutes)
    power = plan_power(
        material=request.material,
        depth=request.depth,
        width=request.width,
        feed_m_min=request.feed_m_min,
        dull=request.dull,
        rated_input_w=request.rated_input_w,
        bit_diameter=request.bit_diameter,
        tooth_mm=tooth,
    )
    return PowerAnswer(
        power_w=power.power_w,
        low_w=power.low_w,
        high_w=power.high_w,
        available_w=power.available_w,
        share=power.share,
        verdict=power.verdict,
        cautions=CautionAnswer.of(_cautions(power)),
    )


CALCULATOR = Calculator(PowerRequest, PowerAnswer, answer)
