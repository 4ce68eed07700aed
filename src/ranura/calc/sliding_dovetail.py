"""`sliding-dovetail`: socket, clearing bit and tongue of one dovetail bit (R13)."""

from __future__ import annotations

import math
from typing import Annotated

from pydantic import Field

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Answer, CautionAnswer, LengthField, Question, Refused, SizeField
from ranura.core.geometry import closeness
from ranura.core.joints.sliding_dovetail import plan_sliding_dovetail


class SlidingDovetailRequest(Question):
    """The bit by its widest diameter and its angle from the axis, the socket's depth, both boards' thicknesses."""

    bit_diameter: SizeField
    bit_angle: Annotated[float, Field(gt=0, lt=60)]
    depth: SizeField
    tongue_stock: SizeField
    socket_board: SizeField
    shift: LengthField = 0.0
    clearance: LengthField | None = None
    available_straight_bits: Annotated[list[SizeField], Field(max_length=10_000)] | None = None
    taper: LengthField | None = None
    length: SizeField | None = None
    shoulder_depth: LengthField = 0.0


class SlidingDovetailAnswer(Answer):
    """See `ranura.core.joints.sliding_dovetail.SlidingDovetail`."""

    socket_mouth: float
    socket_floor: float
    clearing_bit: float | None
    clearing_depth: float
    tongue_exposure: float
    tongue_root: float
    tongue_tip: float
    tongue_height: float
    taper_angle: float | None
    tight_from: float | None
    blocked: bool
    cautions: list[CautionAnswer]


def answer(request: SlidingDovetailRequest) -> SlidingDovetailAnswer:
    """Both members. Raises Refused for a socket without a mouth, and a taper without its length."""
    flank = math.tan(math.radians(request.bit_angle))
    if not closeness.over(request.bit_diameter - 2 * request.depth * flank, 0):
        raise Refused("depth", f"{request.depth:g} mm deep, the bit would have no neck left")
    if request.taper and request.length is None:
        raise Refused("length", "a taper runs over the panel's width: type it")
    if not closeness.under(request.depth + request.shoulder_depth, request.socket_board):
        raise Refused("depth", f"that goes through the socket board of {request.socket_board:g} mm")
    found = plan_sliding_dovetail(
        bit_diameter=request.bit_diameter,
        bit_angle=request.bit_angle,
        depth=request.depth,
        tongue_stock=request.tongue_stock,
        socket_board=request.socket_board,
        shift=request.shift,
        clearance=request.clearance,
        available_straight_bits=request.available_straight_bits,
        taper=request.taper,
        length=request.length,
        shoulder_depth=request.shoulder_depth,
    )
    return SlidingDovetailAnswer(
        socket_mouth=found.socket_mouth,
        socket_floor=found.socket_floor,
        clearing_bit=found.clearing_bit,
        clearing_depth=found.clearing_depth,
        tongue_exposure=found.tongue_exposure,
        tongue_root=found.tongue_root,
        tongue_tip=found.tongue_tip,
        tongue_height=found.tongue_height,
        taper_angle=found.taper_angle,
        tight_from=found.tight_from,
        blocked=found.blocked,
        cautions=CautionAnswer.of(found.cautions),
    )


CALCULATOR = Calculator(SlidingDovetailRequest, SlidingDovetailAnswer, answer)
