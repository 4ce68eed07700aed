"""`bushing`: the template for a guide bushing and a bit (R9)."""

from __future__ import annotations

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Answer, CautionAnswer, LengthField, Question, SizeField
from ranura.core.templates.bushings import Cut, plan_template


class BushingRequest(Question):
    """A bushing, a bit, and the recess or part that is wanted."""

    bushing_od: SizeField
    bit_diameter: SizeField
    bushing_bore: SizeField | None = None
    bushing_length: SizeField | None = None
    template_thickness: SizeField | None = None
    cut: Cut
    width: SizeField
    length: SizeField | None = None
    corner_radius: LengthField | None = None


class BushingAnswer(Answer):
    """See `ranura.core.guiding.bushings.TemplatePlan`."""

    offset: float
    template_width: float
    template_length: float | None
    template_corner_radius: float | None
    smallest_corner_radius: float
    slot: float
    blocked: bool
    cautions: list[CautionAnswer]


def answer(request: BushingRequest) -> BushingAnswer:
    """The template."""
    found = plan_template(
        bushing_od=request.bushing_od,
        bit_diameter=request.bit_diameter,
        cut=request.cut,
        width=request.width,
        length=request.length,
        corner_radius=request.corner_radius,
        bushing_bore=request.bushing_bore,
        bushing_length=request.bushing_length,
        template_thickness=request.template_thickness,
    )
    return BushingAnswer(
        offset=found.offset,
        template_width=found.template_width,
        template_length=found.template_length,
        template_corner_radius=found.template_corner_radius,
        smallest_corner_radius=found.smallest_corner_radius,
        slot=found.slot,
        blocked=found.blocked,
        cautions=CautionAnswer.of(found.cautions),
    )


CALCULATOR = Calculator(BushingRequest, BushingAnswer, answer)
