"""`mortise-and-tenon`: both members of a rail, by the bits there are (R14)."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Answer, CautionAnswer, LengthField, Question, Refused, SizeField
from ranura.core.geometry import closeness
from ranura.core.joints.mortise_and_tenon import CLEARANCE, END_GAP, plan_mortise_and_tenon


class MortiseAndTenonRequest(Question):
    """The rail, the diameters of the bits there are, and how deep the mortise is."""

    rail_thickness: SizeField
    bits: Annotated[list[SizeField], Field(min_length=1, max_length=10_000)]
    mortise_depth: SizeField
    rail_width: SizeField
    shoulder: LengthField = 0.0
    clearance: LengthField = CLEARANCE
    end_gap: LengthField = END_GAP
    loose: bool = False


class MortiseAndTenonAnswer(Answer):
    """See `ranura.core.joints.mortise_and_tenon.MortiseAndTenon`."""

    mortise_width: float
    tenon_thickness: float
    tenon_length: float
    cheek: float | None
    tenon_width: float
    mortise_length: float
    corner_radius: float
    cautions: list[CautionAnswer]


def answer(request: MortiseAndTenonRequest) -> MortiseAndTenonAnswer:
    """Both members. Raises Refused where shoulders or gaps leave no tenon."""
    if not closeness.over(request.rail_width, 2 * request.shoulder):
        raise Refused("shoulder", f"the shoulders leave nothing of a rail {request.rail_width:g} mm wide")
    if not closeness.over(request.mortise_depth * (2 if request.loose else 1), request.end_gap):
        raise Refused("end_gap", "that leaves nothing of the tenon's length")
    if not closeness.over(min(request.bits), request.clearance):
        raise Refused("clearance", "that leaves nothing of the tenon")
    found = plan_mortise_and_tenon(
        rail_thickness=request.rail_thickness,
        bits=request.bits,
        mortise_depth=request.mortise_depth,
        rail_width=request.rail_width,
        shoulder=request.shoulder,
        clearance=request.clearance,
        end_gap=request.end_gap,
        loose=request.loose,
    )
    if found.cheek is not None and not closeness.over(found.cheek, 0):
        raise Refused("bits", f"none of them is narrower than a rail of {request.rail_thickness:g} mm")
    return MortiseAndTenonAnswer(
        mortise_width=found.mortise_width,
        tenon_thickness=found.tenon_thickness,
        tenon_length=found.tenon_length,
        cheek=found.cheek,
        tenon_width=found.tenon_width,
        mortise_length=found.mortise_length,
        corner_radius=found.corner_radius,
        cautions=CautionAnswer.of(found.cautions),
    )


CALCULATOR = Calculator(MortiseAndTenonRequest, MortiseAndTenonAnswer, answer)
