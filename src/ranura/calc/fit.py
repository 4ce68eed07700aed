"""`fit`: how likely a part is tight in its channel, slides, or is loose (R19)."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from ranura.calc.calculator import Calculator
from ranura.calc.fields import Answer, Question, SizeField
from ranura.core.cuts.channel.fit import width_causes
from ranura.core.learning.forecast import ErrorOf, Spread, forecast
from ranura.core.shop.house_rules import STANDARD

ErrorMm = Annotated[float, Field(gt=0, le=5, allow_inf_nan=False)]


class FitRequest(Question):
    """The channel and its mate, how many spacers widen it, and errors that are known better than the house's (mm, as standard
    deviations)."""

    width: SizeField
    mate: SizeField
    sheet: bool = False
    spacers: Annotated[int, Field(ge=0, le=60)] = 0
    bit_error: ErrorMm | None = None
    spacer_error: ErrorMm | None = None
    mate_error: ErrorMm | None = None


class FitAnswer(Answer):
    """See `ranura.core.fit.Forecast`; the chances are shares of one."""

    gap: float
    spread: float
    tight: float
    slides: float
    loose: float
    most: ErrorOf
    without: float


def answer(request: FitRequest) -> FitAnswer:
    """The forecast."""
    known = {"bit": request.bit_error, "spacer": request.spacer_error, "mate": request.mate_error}
    causes = [
        Spread(of=each.of, mm=known.get(each.of) or each.mm)
        for each in width_causes(STANDARD, sheet=request.sheet, spacers=request.spacers)
    ]
    found = forecast(width=request.width, mate=request.mate, causes=causes)
    return FitAnswer(
        gap=found.gap,
        spread=found.spread,
        tight=found.tight,
        slides=found.slides,
        loose=found.loose,
        most=found.most,
        without=found.without,
    )


CALCULATOR = Calculator(FitRequest, FitAnswer, answer)
