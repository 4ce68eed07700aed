"""What a measure is, and the few ways of taking one."""

from __future__ import annotations

import math
import statistics
import time
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any

from playwright.sync_api import Page


@dataclass(frozen=True, kw_only=True)
class Measure:
    """One line of the page: what, the goal, what was seen, and whether it was met."""

    what: str
    goal: str
    seen: str
    met: bool


_FRAMES = """async () => {
  %s
  const frames = [];
  let last = await new Promise((next) => requestAnimationFrame(next));
  const end = last + 3000;
  while (last < end) {
    const now = await new Promise((next) => requestAnimationFrame(next));
    frames.push(now - last);
    last = now;
    %s
  }
  return frames;
}"""
_LATE = 1000 / 60 * 1.5


def frames(page: Page, what: str, *, begin: str, each: str) -> Measure:
    """Frames a second for three seconds, after some script to `begin` with and another for `each` of them."""
    seen: list[float] = page.evaluate(_FRAMES % (begin, each))
    rate, late = 1000 * len(seen) / sum(seen), sum(long > _LATE for long in seen) / len(seen)
    said = f"{rate:.0f} ({len(seen)} frames counted, p50 {statistics.median(seen):.1f} ms, {late:.1%} late)"
    return Measure(what=f"{what}: frames a second", goal="60", seen=said, met=rate >= 58)


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
