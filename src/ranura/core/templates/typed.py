"""An outline typed corner by corner, each with its radius."""

from __future__ import annotations

import math
import re

from ranura.core.geometry.loops import Loop, Vertex
from ranura.core.geometry.rings import Point
from ranura.core.templates import refusals
from ranura.core.text.errors import LengthError, ToolError
from ranura.core.text.lengths import Unit, read

USUAL = "0, 0\n120, 0, 10\n120, 60, 10\n0, 60"
"""What to begin with."""
MOST_CORNERS = 500
_FIELD = "corners"
_STRAIGHT = 1e-9
_SHORTEST = 1e-6
"""mm: a side between two radii that is no longer is none."""


def loop_of_corners(text: str, unit: Unit) -> Loop:
    """The outline through some corners, one a line, each as "along, up" or "along, up, radius"; bare numbers are in a unit.

    Raises `ToolError` on "corners" with the line that cannot be, or where there are fewer than three.

    Rule: R9 outlines drawn from what is typed
    Formula: a corner at which the way turns by an angle, with radius r, begins and ends r × tan(angle / 2) from where its sides
        meet
    Source: a circle that touches two lines

    >>> loop_of_corners("0, 0\\n40, 0\\n40, 30", "mm").area
    600.0"""
    corners = [_corner(number, line, unit) for number, line in enumerate(text.splitlines(), start=1) if line.strip()]
    if not 3 <= len(corners) <= MOST_CORNERS:
        raise ToolError(refusals.WRONG_CORNERS, field=_FIELD, most=MOST_CORNERS)
    found: list[Vertex] = []
    spots = [at for _, at, _ in corners]
    taken = [_taken(spots[i - 1], at, spots[(i + 1) % len(spots)], r, number) for i, (number, at, r) in enumerate(corners)]
    for i, (number, at, r) in enumerate(corners):
        before, after = spots[i - 1], spots[(i + 1) % len(spots)]
        if taken[i] + taken[(i + 1) % len(taken)] > math.dist(at, after) + _SHORTEST:
            raise ToolError(refusals.RADII_MEET, field=_FIELD, line=number)
        if not r or not taken[i]:
            found.append((*at, 0.0))
            continue
        turn = _turn(before, at, after)
        found.append((*_towards(at, before, taken[i]), math.tan(turn / 4)))
        found.append((*_towards(at, after, taken[i]), 0.0))
    ends = [*found[1:], found[0]]
    return Loop(tuple(each for each, end in zip(found, ends, strict=True) if math.dist(each[:2], end[:2]) > _SHORTEST))


def _corner(number: int, line: str, unit: Unit) -> tuple[int, Point, float]:
    """A line's number, place and radius."""
    parts = [part.strip() for part in re.split(r"[;,]", line)]
    if len(parts) not in (2, 3):
        raise ToolError(refusals.NO_CORNER, field=_FIELD, line=number)
    try:
        x, y, r = (read(part, unit).mm for part in (*parts, "0")[:3])
    except LengthError as problem:
        raise ToolError(refusals.NO_CORNER, field=_FIELD, line=number) from problem
    return number, (x, y), r


def _turn(a: Point, at: Point, b: Point) -> float:
    """By what angle a way turns at a corner, counter-clockwise."""
    (x0, y0), (x1, y1) = (at[0] - a[0], at[1] - a[1]), (b[0] - at[0], b[1] - at[1])
    return math.atan2(x0 * y1 - y0 * x1, x0 * x1 + y0 * y1)


def _taken(a: Point, at: Point, b: Point, r: float, number: int) -> float:
    """How much of its two sides a corner's radius takes."""
    if math.dist(a, at) < _SHORTEST:
        raise ToolError(refusals.SAME_CORNER, field=_FIELD, line=number)
    turn = abs(_turn(a, at, b))
    if r and math.pi - turn < _STRAIGHT:
        raise ToolError(refusals.RADII_MEET, field=_FIELD, line=number)
    return r * math.tan(turn / 2)


def _towards(at: Point, to: Point, by: float) -> Point:
    share = by / math.dist(at, to)
    return (at[0] + (to[0] - at[0]) * share, at[1] + (to[1] - at[1]) * share)
