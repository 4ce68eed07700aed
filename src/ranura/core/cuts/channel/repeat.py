"""Repeats that suggest themselves: an equal spacing over the board, and one place more on the tape."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from itertools import pairwise

from ranura.core.board.pieces import Piece
from ranura.core.cuts.channel.asked import Dado, width_of
from ranura.core.cuts.pocket.asked import ROUND_FORMS, Pocket, pocketing
from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import HouseRules
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import Length, Unit
from ranura.core.text.lengths_format import inch_number, mm_number

_MM_GRAIN, _INCH_GRAIN = 0.5, 25.4 / 16
"""What a suggestion is rounded down to: what is easily read on a tape, in mm."""
_CROWDED = 1.5
"""Widths from one place to the next where the board has no room for all of them."""
_FIRST_STEP = 100.0
"""mm to a second place, at least."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Repeats:
    """How a cut is repeated: `count` times every `spacing`, and at the places of `more`."""

    count: int
    spacing: Length | None
    more: tuple[Length, ...] = ()


def repeated(cut: Dado | Pocket, piece: Piece, count: int, rules: HouseRules) -> Repeats:
    """A cut `count` times, with the spacing it has, or with one that leaves the last as far from its end of the board as the
    first is from its own. Raises `CutError` where the first place cannot be."""
    if count == 1:
        return Repeats(count=1, spacing=None)
    if cut.spacing is not None:
        return Repeats(count=count, spacing=cut.spacing)
    size, first, wide, unit = _along(cut, piece, rules)
    even = (size - 2 * first - wide) / (count - 1)
    return Repeats(count=count, spacing=_easy(even if closeness.over(even, wide) else wide * _CROWDED, unit))


def with_another_place(cut: Dado, piece: Piece, rules: HouseRules) -> Repeats:
    """A channel at one given place more: as far on as the last is from the one before; where the board ends before that, in the
    middle of the widest gap. Raises `CutError` where the width is not known."""
    size, first, wide, unit = _along(cut, piece, rules)
    spacing = cut.spacing.mm if cut.spacing is not None else 0.0
    places = sorted([first + i * spacing for i in range(cut.count)] + [each.mm for each in cut.more])
    step = places[-1] - places[-2] if len(places) > 1 else max(places[-1], _FIRST_STEP)
    wanted = places[-1] + step
    if not closeness.under(wanted + wide, size):
        gaps = [(after - before, before) for before, after in pairwise([-wide, *places, size])]
        gap, before = max(gaps)
        wanted = before + gap / 2
    kept = tuple(_easy(place, unit) for place in places[1:]) if cut.count > 1 else cut.more
    return Repeats(count=1, spacing=None, more=(*kept, _easy(wanted, unit)))


def _along(cut: Dado | Pocket, piece: Piece, rules: HouseRules) -> tuple[float, float, float, Unit]:
    """How long the board is where the tape lies, where the first place begins, how wide it is, and in which unit it was typed."""
    if isinstance(cut, Dado):
        size = piece.width.mm if cut.goes == "along" else piece.length.mm
        return size, cut.position.mm, width_of(cut, rules), cut.position.unit
    if cut.form in ("lap", "flatten"):
        raise CutError("no-repeat", field="cut.count")
    wide = pocketing(replace(cut, count=1, spacing=None), piece, rules).size[0]
    first = cut.from_left.mm - (wide / 2 if cut.form in ROUND_FORMS else 0.0)
    return piece.length.mm, first, wide, cut.from_left.unit


def _easy(mm: float, unit: Unit) -> Length:
    """A length rounded down to what is easily read on a tape, as it would be typed."""
    if unit == "in":
        grain = max(math.floor(mm / _INCH_GRAIN + 1e-6), 1) * _INCH_GRAIN
        return Length(mm=grain, typed=inch_number(grain)[0], unit="in")
    grain = max(math.floor(mm / _MM_GRAIN + 1e-6), 1) * _MM_GRAIN
    return Length(mm=grain, typed=mm_number(grain, _MM_GRAIN), unit="mm")
