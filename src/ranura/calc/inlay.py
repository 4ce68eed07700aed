"""`inlay`: recess and plug from one template, and how they fit (R10)."""

from __future__ import annotations

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Answer, CautionAnswer, Question, Refused, SizeField
from ranura.core.geometry import closeness
from ranura.core.templates import words
from ranura.core.templates.inlay import Fit, plan_inlay
from ranura.core.text.cautions import caution


class InlayRequest(Question):
    """The ring over the bushing, the bushing alone, and the bit."""

    ring_od: SizeField
    bushing_od: SizeField
    bit_diameter: SizeField
    recess_depth: SizeField | None = None


class InlayAnswer(Answer):
    """See `ranura.core.guiding.inlay.Inlay`."""

    recess_inset: float
    plug_inset: float
    gap: float
    fit: Fit
    smallest_template_radius: float
    plug_depth: float | None
    cautions: list[CautionAnswer]


def answer(request: InlayRequest) -> InlayAnswer:
    """Both insets. Raises Refused for a ring that is no ring, or a bit wider than its bushing."""
    if not closeness.over(request.ring_od, request.bushing_od):
        raise Refused("ring_od", f"the ring goes over the bushing, so it is wider than {request.bushing_od:g} mm")
    if closeness.over(request.bit_diameter, request.bushing_od):
        raise Refused("bit_diameter", f"the bit turns inside the bushing, so it is thinner than {request.bushing_od:g} mm")
    found = plan_inlay(
        ring_od=request.ring_od,
        bushing_od=request.bushing_od,
        bit_diameter=request.bit_diameter,
        recess_depth=request.recess_depth,
    )
    too_large = (caution(words.PLUG_WILL_NOT_ENTER, over=-found.gap),) if found.fit == "interference" else ()
    return InlayAnswer(
        recess_inset=found.recess_inset,
        plug_inset=found.plug_inset,
        gap=found.gap,
        fit=found.fit,
        smallest_template_radius=found.smallest_template_radius,
        plug_depth=found.plug_depth,
        cautions=CautionAnswer.of(too_large),
    )


CALCULATOR = Calculator(InlayRequest, InlayAnswer, answer)
