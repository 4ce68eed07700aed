"""Comparing and rounding with the float noise that arithmetic on lengths leaves: 1e-9 relative, 1e-6 absolute at a
threshold. Every comparison of the craft goes through here, so that 12.7 is never a hair over 12.7."""

from __future__ import annotations

import math
from collections.abc import Callable

_RELATIVE = 1e-9
_ABSOLUTE = 1e-6
_MOST_STEPS = 60


def same(a: float, b: float) -> bool:
    """Whether two amounts count as equal.

    >>> same(0.1 + 0.2, 0.3), same(12.7, 12.71)
    (True, False)"""
    return not over(a, b) and not over(b, a)


def over(a: float, b: float) -> bool:
    """Whether `a` is above the threshold `b`; an amount within the slack counts as on it.

    >>> over(63.5 + 1e-7, 63.5), over(63.51, 63.5)
    (False, True)"""
    difference = a - b
    return difference > _ABSOLUTE and difference > _RELATIVE * max(abs(a), abs(b))


def under(a: float, b: float) -> bool:
    """Whether `a` is below the threshold `b`.

    >>> under(25.4 - 1e-7, 25.4), under(25.3, 25.4)
    (False, True)"""
    return over(b, a)


def ceil(x: float) -> int:
    """⌈x⌉, forgiving relative noise just above a whole number.

    >>> ceil(3 + 1e-12), ceil(3.001)
    (3, 4)"""
    return math.ceil(x - _RELATIVE * max(1.0, abs(x)))


def floor_to(x: float, step: float) -> float:
    """The greatest multiple of `step` not above x, forgiving relative noise just below one.

    >>> floor_to(23_999.9999999999, 100), floor_to(23_999, 100)
    (24000, 23900)"""
    return step * math.floor(x / step + _RELATIVE * max(1.0, abs(x / step)))


def clamp(x: float, low: float, high: float) -> float:
    """x within [low, high]."""
    return max(low, min(high, x))


def where_reached(rising: Callable[[float], float], wanted: float, *, low: float, high: float) -> float:
    """Where a function that rises from `low` to `high` reaches a value, within a billionth of it; an end where it lies beyond.

    By false position with the Illinois rule: a few steps where halving takes thirty.

    >>> round(where_reached(lambda x: x * x, 2.0, low=0.0, high=2.0), 9)
    1.414213562"""
    below, above = rising(low) - wanted, rising(high) - wanted
    nothing = _RELATIVE * abs(above - below)
    if below >= -nothing:
        return low
    if above <= nothing:
        return high
    kept = 0
    for _ in range(_MOST_STEPS):
        middle = (low * above - high * below) / (above - below)
        if not low < middle < high:
            middle = (low + high) / 2
        value = rising(middle) - wanted
        if abs(value) <= _RELATIVE * abs(wanted) or high - low <= _RELATIVE * max(abs(low), abs(high)):
            return middle
        if value < 0:
            low, below = middle, value
            above = above / 2 if kept < 0 else above
            kept = -1
        else:
            high, above = middle, value
            below = below / 2 if kept > 0 else below
            kept = 1
    return (low + high) / 2
