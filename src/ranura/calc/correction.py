"""`correction`: what measurements make of a quantity that was known before (R20)."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Answer, Question
from ranura.core.learning.measured import corrected

Deviation = Annotated[float, Field(ge=1e-9, le=1e6)]
Measured = Annotated[float, Field(ge=-1e6, le=1e6)]


class CorrectionRequest(Question):
    """The quantity as it is known, what was measured, and the standard deviations of both."""

    value: Measured
    sd: Deviation
    measured: list[Measured] = Field(max_length=10_000)
    measured_sd: Deviation


class CorrectionAnswer(Answer):
    """See `ranura.core.learning.measured.Corrected`; `used` is how many measurements count."""

    value: float
    sd: float
    used: int
    set_aside: list[float]
    worth: bool


def answer(request: CorrectionRequest) -> CorrectionAnswer:
    """The corrected quantity."""
    found = corrected(request.value, request.sd, request.measured, request.measured_sd)
    return CorrectionAnswer(
        value=found.value, sd=found.sd, used=len(found.used), set_aside=list(found.set_aside), worth=found.worth
    )


CALCULATOR = Calculator(CorrectionRequest, CorrectionAnswer, answer)
