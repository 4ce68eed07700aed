"""`burn-limit`: below which chip a wood burns, as the log has it (R20)."""

from __future__ import annotations

from pydantic import Field

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Answer, Positive, Question
from ranura.core.learning.burning import burn_limit


class RunRequest(Question):
    """A run: its chip in mm, and whether the cut burnt."""

    chip_mm: Positive
    burnt: bool


class BurnLimitRequest(Question):
    """The runs of one wood class and kind of profile."""

    runs: list[RunRequest] = Field(max_length=10_000)


class BurnLimitAnswer(Answer):
    """See `ranura.core.learning.burning.BurnLimit`."""

    chip_mm: float | None
    misread: int


def answer(request: BurnLimitRequest) -> BurnLimitAnswer:
    """The limit."""
    found = burn_limit([(each.chip_mm, each.burnt) for each in request.runs])
    return BurnLimitAnswer(chip_mm=found.chip, misread=found.misread)


CALCULATOR = Calculator(BurnLimitRequest, BurnLimitAnswer, answer)
