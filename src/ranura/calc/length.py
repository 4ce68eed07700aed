"""`length`: reads a length as typed and writes it in both systems (R1)."""

from __future__ import annotations

from typing import Literal

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Answer, Question
from ranura.core.text import lengths
from ranura.core.text.errors import LengthError


class LengthRequest(Question):
    """A text, and the unit a bare number is in."""

    text: str
    unit: Literal["mm", "in"] = "mm"


class LengthAnswer(Answer):
    """The length; `error_mm` is the fraction's minus the exact one."""

    mm: float
    mm_text: str
    inch_text: str
    error_mm: float


def answer(request: LengthRequest) -> LengthAnswer:
    """Reads and writes a length. Raises LengthError."""
    try:
        exact = lengths.parse(request.text, request.unit)
    except LengthError as problem:
        problem.field = "text"
        raise
    written = lengths.describe(exact)
    return LengthAnswer(mm=written.mm, mm_text=written.mm_text, inch_text=written.inch_text, error_mm=written.error_mm)


CALCULATOR = Calculator(LengthRequest, LengthAnswer, answer)
