"""Fit: how wide a channel must be for its mate, and the chance that it comes out tight, sliding or loose (R14, R19).

A mate is measured, since sheet goods are nearly always thinner than their name. The forecast treats every error as normal and
independent of the others.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from ranura.core.shop.house_rules import HouseRules
from ranura.core.text.lengths import Length

Fit = Literal["tight", "sliding", "glue"]
ErrorOf = Literal["bit", "spacer", "mate", "setting", "base"]

LOOSE = 0.25
"""mm of gap from which a mate is loose."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Mate:
    """The part that is to fit: its thickness, whether that was measured, whether it is sheet goods, and how it shall fit."""

    thickness: Length
    measured: bool = True
    sheet: bool = True
    fit: Fit = "sliding"


def clearance_of(fit: Fit, rules: HouseRules) -> float:
    """What a channel is wider than its mate, in mm.

    Rule: R14 clearance
    Formula: tight 0, sliding 0.1, with room for glue 0.15 mm, as the house has it
    Source: house rules of joiners"""
    return {"tight": rules.fit_tight, "sliding": rules.fit_sliding, "glue": rules.fit_glue}[fit]


def mate_width(mate: Mate, rules: HouseRules) -> float:
    """How wide the channel for a mate is: its measured thickness and the clearance of its fit, in mm."""
    return mate.thickness.mm + clearance_of(mate.fit, rules)


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


def width_causes(rules: HouseRules, *, sheet: bool, spacers: int) -> tuple[Spread, ...]:
    """What makes the width of a channel and its mate uncertain: the bit, the widest spacer where there is one, the mate.

    Rule: R19 causes
    Formula: bit 0.03, spacer 0.05, mate 0.10 (sheet goods 0.15) mm, as the house has it
    Source: the fence moves the whole channel and does not widen it; of several spacers only the widest sets the far wall"""
    found = [Spread(of="bit", mm=rules.spread_bit)]
    if spacers:
        found.append(Spread(of="spacer", mm=rules.spread_spacer))
    return (*found, Spread(of="mate", mm=rules.spread_sheet if sheet else rules.spread_mate))


def position_spread(rules: HouseRules, *, based: bool = True) -> float:
    """How far the near wall may lie from its line, as a standard deviation in mm; `based`: a base runs along the guide.

    Rule: R19 position
    Formula: s = √(base² + setting² + (bit/2)²)
    Source: base distance and fence setting move the wall, half the bit's error widens towards it"""
    base = rules.spread_base if based else 0.0
    return math.sqrt(base**2 + rules.spread_fence**2 + (rules.spread_bit / 2) ** 2)


def _below(x: float) -> float:
    """The share of a standard normal distribution below x."""
    return 0.5 * (1 + math.erf(x / math.sqrt(2)))
