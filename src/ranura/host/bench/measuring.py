"""What a measure is, and the few ways of taking one."""

from __future__ import annotations

import math
import time
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any


@dataclass(frozen=True, kw_only=True)
class Measure:
    """One line of the page: what, the goal, what was seen, and whether it was met."""

    what: str
    goal: str
    seen: str
    met: bool


def percentile(values: Sequence[float], share: float) -> float:
    """The value that a share of all lies below."""
    return sorted(values)[min(len(values) - 1, round(share * (len(values) - 1)))]


def timed(call: Callable[[], Any]) -> float:
    """How long a call takes, in ms."""
    began = time.perf_counter()
    call()
    return (time.perf_counter() - began) * 1000


def exponent(sizes: tuple[float, float], times: tuple[float, float]) -> float:
    """How time grows with size: 1 is in step with it.

    >>> exponent((1000, 4000), (5, 20))
    1.0"""
    return math.log(times[1] / times[0]) / math.log(sizes[1] / sizes[0])
