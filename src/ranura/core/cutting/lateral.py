"""The clamped straightedge (R8): how far it stands from the cut, and the spacers that widen a channel."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

from ranura.core.geometry import closeness
from ranura.core.text import guide_words
from ranura.core.text.cautions import Caution, caution

FenceOn = Literal["reference", "other"]

WIDENING_SHARE = 0.9
"""Of the bit's diameter: the most that one lateral pass may add."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Setback:
    """Where a fence stands, in mm."""

    setback: float
    """From the fence to the nearest wall of a pass."""
    far_wall: float
    """From the fence to its far wall."""
    fence_at: float | None
    """From the reference end; None without a position."""
    shift: float | None
    spacers: tuple[float, ...] | None
    """None without a width."""
    passes: int | None
    """None without a width; 0 where it is blocked."""
    blocked: bool
    cautions: tuple[Caution, ...]


def setback(*, base_to_axis: float, bit_diameter: float) -> float:
    """Distance from the fence to the nearest wall of the cut.

    Rule: R8 setback
    Formula: s = b − D/2
    Source: geometry of base and bit; b is measured per router and side

    >>> setback(base_to_axis=75, bit_diameter=12.7)
    68.65"""
    return base_to_axis - bit_diameter / 2


@lru_cache(maxsize=1024)
def spacers(*, width: float, bit_diameter: float) -> tuple[float, ...]:
    """The spacers between fence and base, largest first and none last, that widen a cut to `width`.

    Rule: R8 widening
    Formula: k = ⌈(w − D)/(0.9·D)⌉ + 1 passes; spacer i = (w − D)·(k − 1 − i)/(k − 1)
    Source: each lateral pass adds at most nine tenths of the bit; the fresh wood stays on the conventional side

    >>> spacers(width=12.7, bit_diameter=12.7), [round(x, 2) for x in spacers(width=17.35, bit_diameter=6.35)]
    ((0.0,), [11.0, 5.5, 0.0])"""
    if not closeness.over(width, bit_diameter):
        return (0.0,)
    extra = width - bit_diameter
    count = lateral_passes(width=width, bit_diameter=bit_diameter)
    return tuple(extra * (count - 1 - i) / (count - 1) for i in range(count))


def lateral_passes(*, width: float, bit_diameter: float) -> int:
    """How many lateral passes `spacers` asks for, without listing them."""
    if not closeness.over(width, bit_diameter):
        return 1
    return closeness.ceil((width - bit_diameter) / (WIDENING_SHARE * bit_diameter)) + 1


def plan_setback(
    *,
    base_to_axis: float,
    bit_diameter: float,
    position: float | None = None,
    width: float | None = None,
    fence_on: FenceOn = "reference",
) -> Setback:
    """Where the fence lies for a channel whose near wall is `position` from the reference end.

    Rule: R8 dado
    Formula: fence on the reference side at p − s, on the other side at p + w + s
    Source: geometry"""
    s = setback(base_to_axis=base_to_axis, bit_diameter=bit_diameter)
    far = base_to_axis + bit_diameter / 2
    if width is not None and closeness.under(width, bit_diameter):
        too_wide = caution(guide_words.BIT_WIDER_THAN_CUT, diameter=bit_diameter, width=width)
        return Setback(
            setback=s, far_wall=far, fence_at=None, shift=None, spacers=None, passes=0, blocked=True, cautions=(too_wide,)
        )
    if width is None:
        return Setback(setback=s, far_wall=far, fence_at=None, shift=None, spacers=None, passes=None, blocked=False, cautions=())
    steps = spacers(width=width, bit_diameter=bit_diameter)
    at = None
    if position is not None:
        at = position - s if fence_on == "reference" else position + width + s
    return Setback(
        setback=s,
        far_wall=far,
        fence_at=at,
        shift=steps[0] / (len(steps) - 1) if len(steps) > 1 else 0.0,
        spacers=steps,
        passes=len(steps),
        blocked=False,
        cautions=(),
    )
