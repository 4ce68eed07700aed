"""`feed`: the feed for a good chip, within what a hand keeps steady, and the pace (R4)."""

from __future__ import annotations

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Answer, CautionAnswer, Flutes, LengthField, MaterialField, Positive, Question, Refused, SizeField
from ranura.core.cutting.feed import HAND_MAXIMUM, FeedLimit, pace_seconds, plan_feed, seconds_for
from ranura.core.geometry import closeness


class FeedRequest(Question):
    """A turning bit in a class of material; without `radial_engagement` a full slot. `length` is that of the cut, in mm;
    `ceiling` the fastest feed of what is done, in m/min."""

    rpm: Positive
    flutes: Flutes
    bit_diameter: SizeField
    material: MaterialField
    radial_engagement: SizeField | None = None
    length: LengthField | None = None
    ceiling: Positive | None = None


class FeedAnswer(Answer):
    """`chip_mm` is the feed per tooth that results, `chip_thickness_mm` the thickest chip; `seconds` is for `length`."""

    feed_m_min: float
    chip_mm: float
    chip_thickness_mm: float
    seconds_per_300mm: float
    seconds: float | None
    limited_by: FeedLimit
    cautions: list[CautionAnswer]


def answer(request: FeedRequest) -> FeedAnswer:
    """The feed. Raises Refused when more of the bit is engaged than there is."""
    if request.radial_engagement is not None and closeness.over(request.radial_engagement, request.bit_diameter):
        raise Refused("radial_engagement", f"no more than the bit's diameter of {request.bit_diameter:g} mm can be engaged")
    feed = plan_feed(
        rpm=request.rpm,
        flutes=request.flutes,
        bit_diameter=request.bit_diameter,
        material=request.material,
        radial_engagement=request.radial_engagement,
        fastest=HAND_MAXIMUM if request.ceiling is None else request.ceiling,
    )
    return FeedAnswer(
        feed_m_min=feed.feed_m_min,
        chip_mm=feed.chip_mm,
        chip_thickness_mm=feed.chip_thickness_mm,
        seconds_per_300mm=pace_seconds(feed.feed_m_min),
        seconds=None if request.length is None else seconds_for(request.length, feed_m_min=feed.feed_m_min),
        limited_by=feed.limited_by,
        cautions=CautionAnswer.of(feed.cautions),
    )


CALCULATOR = Calculator(FeedRequest, FeedAnswer, answer)
