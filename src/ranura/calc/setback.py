"""`setback`: where a clamped fence lies, and the spacers that widen a channel (R8)."""

from __future__ import annotations

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Answer, CautionAnswer, LengthField, Question, Refused, SizeField
from ranura.core.cutting.lateral import FenceOn, lateral_passes, plan_setback
from ranura.core.geometry import closeness

_MOST_PASSES = 2_000


class SetbackRequest(Question):
    """A base side and a bit; `position` is the near wall from the reference end, `width` the channel's."""

    base_to_axis: SizeField
    bit_diameter: SizeField
    position: LengthField | None = None
    width: SizeField | None = None
    fence_on: FenceOn = "reference"


class SetbackAnswer(Answer):
    """See `ranura.core.guiding.fences.Setback`; `spacer` is the first one, 0 if none."""

    setback: float
    far_wall: float
    fence_at: float | None
    shift: float | None
    spacer: float | None
    spacers: list[float] | None
    passes: int | None
    blocked: bool
    cautions: list[CautionAnswer]


def answer(request: SetbackRequest) -> SetbackAnswer:
    """The setback. Raises Refused for a base that ends inside the bit."""
    if not closeness.over(request.base_to_axis, request.bit_diameter / 2):
        raise Refused("base_to_axis", f"the base must reach past the bit's radius of {request.bit_diameter / 2:g} mm")
    if request.width is not None:
        count = lateral_passes(width=request.width, bit_diameter=request.bit_diameter)
        if count > _MOST_PASSES:
            raise Refused("width", f"that would take {count} passes side by side")
    found = plan_setback(
        base_to_axis=request.base_to_axis,
        bit_diameter=request.bit_diameter,
        position=request.position,
        width=request.width,
        fence_on=request.fence_on,
    )
    return SetbackAnswer(
        setback=found.setback,
        far_wall=found.far_wall,
        fence_at=found.fence_at,
        shift=found.shift,
        spacer=found.spacers[0] if found.spacers else None,
        spacers=None if found.spacers is None else list(found.spacers),
        passes=found.passes,
        blocked=found.blocked,
        cautions=CautionAnswer.of(found.cautions),
    )


CALCULATOR = Calculator(SetbackRequest, SetbackAnswer, answer)
