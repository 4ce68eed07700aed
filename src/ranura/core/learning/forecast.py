"""How likely two parts fit (R19): every error is taken as normal and independent of the others."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

ErrorOf = Literal["bit", "spacer", "mate", "setting", "base", "ring", "depth"]

LOOSE = 0.25
"""mm of gap from which a mate is loose."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Spread:
    """One cause of error: what it is of, and its standard deviation in mm."""

    of: ErrorOf
    mm: float


@dataclass(frozen=True, kw_only=True, slots=True)
class Forecast:
    """The chances of a fit, and what the gap between walls and mate is expected to be. `most` is the cause whose removal would
    lower the variance most, `without` the spread that is left then; lengths in mm."""

    gap: float
    spread: float
    tight: float
    slides: float
    loose: float
    most: ErrorOf
    without: float
    causes: tuple[Spread, ...]


def forecast(*, width: float, mate: float, causes: Sequence[Spread]) -> Forecast:
    """How likely a mate is tight (gap under 0), slides (0 to 0.25 mm) or is loose.

    Rule: R19 fit forecast
    Formula: gap = width − mate, normal with variance Σ s²; the shares below 0 and above 0.25
    Source: independent normal errors add by their squares

    >>> round(forecast(width=18, mate=18, causes=[Spread(of="bit", mm=0.1)]).tight, 3)
    0.5"""
    if not causes or any(each.mm <= 0 for each in causes):
        raise ValueError("a forecast needs causes of error, each with a spread of more than 0")
    gap = width - mate
    variance = sum(each.mm**2 for each in causes)
    spread = math.sqrt(variance)
    tight = _below((0.0 - gap) / spread)
    loose = 1 - _below((LOOSE - gap) / spread)
    most = max(causes, key=lambda each: each.mm)
    return Forecast(
        gap=gap,
        spread=spread,
        tight=tight,
        slides=1 - tight - loose,
        loose=loose,
        most=most.of,
        without=math.sqrt(max(variance - most.mm**2, 0.0)),
        causes=tuple(causes),
    )


def _below(x: float) -> float:
    """The share of a standard normal distribution below x."""
    return 0.5 * (1 + math.erf(x / math.sqrt(2)))
