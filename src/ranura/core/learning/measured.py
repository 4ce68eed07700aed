"""What measurements make of a quantity that was known before (R20)."""

from __future__ import annotations

import statistics
from collections.abc import Sequence
from dataclasses import dataclass

from ranura.core.geometry import closeness

_FEWEST_TO_SET_ASIDE = 3
_FAR = 4.0
"""Deviations from the median beyond which a measurement is set aside."""
_WORTH, _FEWEST_WORTH = 2.0, 2


@dataclass(frozen=True, kw_only=True, slots=True)
class Corrected:
    """A quantity after measurements, in the unit of what was measured: its value and standard deviation, those that are used
    and those that are set aside, and whether the change is worth offering."""

    value: float
    sd: float
    used: tuple[float, ...]
    set_aside: tuple[float, ...]
    worth: bool


def corrected(value: float, sd: float, measured: Sequence[float], measured_sd: float) -> Corrected:
    """What is known of a quantity after it was measured; both deviations more than 0.

    Rule: R20
    Formula: value = (v0/s0² + Σx/s²) / (1/s0² + n/s²), sd = (1/s0² + n/s²)^−½; of three or more those further than 4·s from the
        median are set aside; worth offering from two on, where it differs by more than 2·sd
    Source: normal errors weighed by their precision

    >>> corrected(75.0, 0.03, [75.26, 75.22, 75.24, 75.3, 75.28], 0.1).worth
    True"""
    far = _FAR * measured_sd
    middle = statistics.median(measured) if len(measured) >= _FEWEST_TO_SET_ASIDE else None
    used = tuple(each for each in measured if middle is None or not closeness.over(abs(each - middle), far))
    weight = 1 / sd**2 + len(used) / measured_sd**2
    found = (value / sd**2 + sum(used) / measured_sd**2) / weight
    left = weight**-0.5
    return Corrected(
        value=found,
        sd=left,
        used=used,
        set_aside=tuple(each for each in measured if each not in used),
        worth=len(used) >= _FEWEST_WORTH and closeness.over(abs(found - value), _WORTH * left),
    )
