"""Rabbets by bearing (R11): which bearing of a set makes a width, what is left, and which one is missing."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import STANDARD, HouseRules


@dataclass(frozen=True, kw_only=True, slots=True)
class HandBearing:
    """The bearing to use by hand: the widest cut that is not too wide, and what then still stands."""

    bearing: float
    width: float
    remainder: float


@dataclass(frozen=True, kw_only=True, slots=True)
class BearingChoice:
    """The bearing nearest to a width, in mm."""

    bearing: float
    width: float
    """What it cuts."""
    remainder: float
    """Wanted less cut; negative where it cuts too wide."""
    fits: bool
    hand: HandBearing | None
    """None where every bearing cuts too wide."""
    fence_proud: float
    """How far a table's fence stands in front of the bearing."""
    missing_bearing: float


def rabbet_width(*, cutter: float, bearing: float) -> float:
    """How wide a rabbet a bearing leaves.

    Rule: R11 rabbet by bearing
    Formula: w = (cutter − bearing)/2
    Source: geometry: cutter and bearing share one axis

    >>> rabbet_width(cutter=31.75, bearing=12.7)
    9.525"""
    return (cutter - bearing) / 2


def choose_bearing(*, cutter: float, bearings: Sequence[float], width: float, rules: HouseRules = STANDARD) -> BearingChoice:
    """The nearest bearing; where two are as near, the larger, since it does not cut too wide.

    Rule: R11 choosing a bearing
    Formula: remainder = wanted − w; fits when |remainder| ≤ 0.1 mm; missing bearing = cutter − 2·wanted
    Source: geometry; by hand a bearing that cuts too wide is never used

    >>> choose_bearing(cutter=38.1, bearings=[12.7, 25.4, 28.575], width=5).missing_bearing
    28.1"""

    def left(bearing: float) -> float:
        return width - rabbet_width(cutter=cutter, bearing=bearing)

    nearest = min(bearings, key=lambda each: (round(abs(left(each)), 9), -each))
    remainder = left(nearest)
    safe = [each for each in bearings if not closeness.under(left(each), -rules.bearing_fit)]
    hand = min(safe, key=lambda each: (round(max(left(each), 0.0), 9), -each)) if safe else None
    return BearingChoice(
        bearing=nearest,
        width=rabbet_width(cutter=cutter, bearing=nearest),
        remainder=remainder,
        fits=not closeness.over(abs(remainder), rules.bearing_fit),
        hand=None
        if hand is None
        else HandBearing(bearing=hand, width=rabbet_width(cutter=cutter, bearing=hand), remainder=left(hand)),
        fence_proud=max(-remainder, 0.0),
        missing_bearing=cutter - 2 * width,
    )
