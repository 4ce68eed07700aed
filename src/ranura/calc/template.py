"""`template`: the template for an outline of any shape, and what a bit that follows it really cuts (R9)."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Answer, CautionAnswer, Question, SizeField
from ranura.core.geometry.loop_text import text_of_loops
from ranura.core.shop.saved_outlines import Intent
from ranura.core.templates.shaping import shaped_template
from ranura.formats.path_data import loops_of_data


class TemplateRequest(Question):
    """The wanted shape as SVG path data in mm, what it is, and what follows the template: a bushing or a bearing."""

    path: Annotated[str, Field(max_length=2_000_000)]
    intent: Intent
    bushing_od: SizeField
    bit_diameter: SizeField


class PlaceAnswer(Answer):
    """A place where wood stays that should go (left), or goes that should stay (over)."""

    at: tuple[float, float]
    kind: Literal["left", "over"]
    area: float
    radius: float


class TemplateAnswer(Answer):
    """See `ranura.core.templates.shaping.ShapedTemplate`."""

    offset: float
    path: str
    template_area: float
    template_perimeter: float
    obtained_area: float
    left_area: float
    over_area: float
    places: list[PlaceAnswer]
    smallest_inside_radius: float | None
    play: float
    cautions: list[CautionAnswer]


def answer(request: TemplateRequest) -> TemplateAnswer:
    """The template, and what comes of it."""
    loops = loops_of_data(request.path)
    found = shaped_template(loops, request.intent, guide=request.bushing_od, bit=request.bit_diameter)
    return TemplateAnswer(
        offset=found.offset,
        path=text_of_loops(found.loops),
        template_area=found.template_area,
        template_perimeter=found.template_perimeter,
        obtained_area=found.obtained_area,
        left_area=found.left_area,
        over_area=found.over_area,
        places=[PlaceAnswer(at=each.at, kind=each.kind, area=each.area, radius=each.radius) for each in found.places],
        smallest_inside_radius=found.smallest_inside_radius,
        play=found.play,
        cautions=CautionAnswer.of(found.cautions),
    )


CALCULATOR = Calculator(TemplateRequest, TemplateAnswer, answer)
