"""`comb-dovetail`: half-blind dovetails by a comb, both boards in one go (R14)."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Answer, Question, SizeField
from ranura.core.cuts.dovetails.comb_dovetail import plan_comb_dovetail


class CombDovetailRequest(Question):
    """The bit, the comb (from one finger to the next, and its slots), the bushing, and the boards' width."""

    bit_diameter: SizeField
    bit_angle: Annotated[float, Field(gt=0, lt=60)]
    cutting_depth: SizeField
    finger_pitch: SizeField
    slot_width: SizeField
    bushing_od: SizeField
    width: SizeField


class CombDovetailAnswer(Answer):
    """See `ranura.core.cuts.dovetails.comb_dovetail.CombDovetail`."""

    play: float
    depth: float | None
    tail: float | None
    tightness: float
    tails: int
    half_pin: float | None
    board_offset: float
    blocked: bool


def answer(request: CombDovetailRequest) -> CombDovetailAnswer:
    """The tails."""
    found = plan_comb_dovetail(
        bit_diameter=request.bit_diameter,
        bit_angle=request.bit_angle,
        cutting_depth=request.cutting_depth,
        finger_pitch=request.finger_pitch,
        slot_width=request.slot_width,
        bushing_od=request.bushing_od,
        width=request.width,
    )
    return CombDovetailAnswer(
        play=found.play,
        depth=found.depth,
        tail=found.tail,
        tightness=found.tightness,
        tails=found.tails,
        half_pin=found.half_pin,
        board_offset=found.board_offset,
        blocked=found.blocked,
    )


CALCULATOR = Calculator(CombDovetailRequest, CombDovetailAnswer, answer)
