"""`passes`: the largest step of a school and the depths it leads to (R3); the school alone, without a router's limits."""

from __future__ import annotations

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Answer, LengthField, Question, Refused, SizeField
from ranura.core.cutting.passes import CAP, FINISH, cumulative_depths, max_step, pass_count
from ranura.core.shop.schools import DepthRule

_MOST_PASSES = 2_000


class PassesRequest(Question):
    """A depth, a bit and a school; `cap` is the fixed cap, `finish` the last light pass (0: none)."""

    total_depth: SizeField
    bit_diameter: SizeField
    shank_diameter: SizeField
    neck_diameter: SizeField | None = None
    rule: DepthRule
    cap: SizeField | None = None
    finish: LengthField | None = None


class PassesAnswer(Answer):
    """Cumulative depths in mm."""

    max_step: float
    depths: list[float]
    count: int


def answer(request: PassesRequest) -> PassesAnswer:
    """The passes. Raises Refused when there would be thousands of them."""
    step = max_step(
        request.rule,
        bit_diameter=request.bit_diameter,
        shank_diameter=request.shank_diameter,
        neck_diameter=request.neck_diameter,
        cap=CAP if request.cap is None else request.cap,
    )
    finish = FINISH if request.finish is None else request.finish
    count = pass_count(request.total_depth, step=step, finish=finish)
    if count > _MOST_PASSES:
        raise Refused("total_depth", f"that would take {count} passes of at most {step:g} mm")
    depths = cumulative_depths(request.total_depth, step=step, finish=finish)
    return PassesAnswer(max_step=step, depths=list(depths), count=len(depths))


CALCULATOR = Calculator(PassesRequest, PassesAnswer, answer)
