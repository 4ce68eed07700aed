"""`tongue-and-groove`: both members and where the fence stands (R14)."""

from __future__ import annotations

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Answer, LengthField, Question, Refused, SizeField
from ranura.core.geometry import closeness
from ranura.core.joints.tongue_and_groove import CLEARANCE, END_GAP, plan_tongue_and_groove


class TongueAndGrooveRequest(Question):
    """The boards' thickness, the groove, and what the bit takes at once."""

    thickness: SizeField
    groove_width: SizeField
    bit_diameter: SizeField
    depth: SizeField
    clearance: LengthField = CLEARANCE
    end_gap: LengthField = END_GAP


class TongueAndGrooveAnswer(Answer):
    """See `ranura.core.joints.tongue_and_groove.TongueAndGroove`."""

    groove: float
    tongue: float
    groove_depth: float
    tongue_length: float
    cheek: float
    fence_to_bit: float | None
    passes: int
    blocked: bool


def answer(request: TongueAndGrooveRequest) -> TongueAndGrooveAnswer:
    """Both members. Raises Refused for a groove as wide as the board, and gaps that leave no tongue."""
    if not closeness.under(request.groove_width, request.thickness):
        raise Refused("groove_width", f"a board of {request.thickness:g} mm has no cheeks left beside that groove")
    if not closeness.over(request.groove_width, request.clearance):
        raise Refused("clearance", "that leaves nothing of the tongue")
    if not closeness.over(request.depth, request.end_gap):
        raise Refused("end_gap", "that leaves nothing of the tongue's length")
    found = plan_tongue_and_groove(
        thickness=request.thickness,
        groove_width=request.groove_width,
        bit_diameter=request.bit_diameter,
        depth=request.depth,
        clearance=request.clearance,
        end_gap=request.end_gap,
    )
    return TongueAndGrooveAnswer(
        groove=found.groove,
        tongue=found.tongue,
        groove_depth=found.groove_depth,
        tongue_length=found.tongue_length,
        cheek=found.cheek,
        fence_to_bit=found.fence_to_bit,
        passes=found.passes,
        blocked=found.blocked,
    )


CALCULATOR = Calculator(TongueAndGrooveRequest, TongueAndGrooveAnswer, answer)
