"""Repeats of a cut along a board, and the spacing that suggests itself."""

from __future__ import annotations

import math
from dataclasses import dataclass

from ranura.core.geometry import closeness
from ranura.core.text.lengths import Length, Unit
from ranura.core.text.lengths_format import inch_number, mm_number

MOST_STATIONS = 60
"""More places than that nobody marks on one board."""
_MM_GRAIN, _INCH_GRAIN = 0.5, 25.4 / 16
"""What a suggestion is rounded down to: what is easily read on a tape, in mm."""
_CROWDED = 1.5
"""Widths from one place to the next where the board has no room for all of them."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Repeats:
    """How a cut is repeated: `count` times every `spacing`, and at the places of `more`."""

    count: int
    spacing: Length | None
    more: tuple[Length, ...] = ()


@dataclass(frozen=True, kw_only=True, slots=True)
class Row:
    """Where a cut may be repeated, in mm: the length of the board along the tape, where the first place begins and how wide it
    is; and the unit that its place was typed in."""

    size: float
    first: float
    wide: float
    unit: Unit


def evenly(row: Row, count: int, spacing: Length | None) -> Repeats:
    """A cut `count` times, with the spacing it has, or with one that leaves the last as far from its end of the board as the
    first is from its own."""
    if count == 1:
        return Repeats(count=1, spacing=None)
    if spacing is not None:
        return Repeats(count=count, spacing=spacing)
    even = (row.size - 2 * row.first - row.wide) / (count - 1)
    return Repeats(count=count, spacing=easily_read(even if closeness.over(even, row.wide) else row.wide * _CROWDED, row.unit))


def easily_read(mm: float, unit: Unit) -> Length:
    """A length rounded down to what is easily read on a tape, as it would be typed."""
    grain, number = (_INCH_GRAIN, _inches) if unit == "in" else (_MM_GRAIN, _millimetres)
    rounded = max(math.floor(mm / grain + 1e-6), 1) * grain
    return Length(mm=rounded, typed=number(rounded), unit=unit)


def _inches(mm: float) -> str:
    return inch_number(mm)[0]


def _millimetres(mm: float) -> str:
    return mm_number(mm, _MM_GRAIN)
