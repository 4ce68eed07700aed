"""Rings that are drawn by their sizes: circles, arcs, rectangles with round corners; and a ring at another place."""

from __future__ import annotations

import math
from collections.abc import Sequence

_SQUARE = 1e-3
"""mm: a corner of a smaller radius is a square one; points that lie closer together only confuse offsets."""


def circle_ring(at: Point, radius: float) -> Ring:
    """A circle as points, a hundredth of a millimetre true up to a radius of 300 mm."""
    steps = max(72, math.ceil(math.pi / math.acos(max(1 - 0.01 / radius, 0.9)))) if radius > 0.02 else 72
    turns = (2 * math.pi * i / steps for i in range(steps))
    return tuple((at[0] + radius * math.cos(a), at[1] + radius * math.sin(a)) for a in turns)


def arc_points(at: Point, radius: float, sweep: float) -> Ring:
    """An arc clockwise, `sweep` degrees of a circle, half of it on either side of its far point."""
    steps = max(8, math.ceil(sweep / 3))
    turns = (math.radians(90 + sweep / 2 - sweep * i / steps) for i in range(steps + 1))
    return tuple((at[0] + radius * math.cos(a), at[1] + radius * math.sin(a)) for a in turns)


def rounded(box: tuple[float, float, float, float], radius: float, *, open_sides: tuple[str, ...] = ()) -> Ring:
    """A rectangle with round corners, but square ones where a side is open."""
    x0, y0, x1, y1 = box
    corners: tuple[tuple[Point, Point, float, tuple[str, str]], ...] = (
        ((x0 + radius, y0 + radius), (x0, y0), 180, ("left", "near")),
        ((x1 - radius, y0 + radius), (x1, y0), 270, ("right", "near")),
        ((x1 - radius, y1 - radius), (x1, y1), 0, ("right", "far")),
        ((x0 + radius, y1 - radius), (x0, y1), 90, ("left", "far")),
    )
    points: list[Point] = []
    for middle, square, start, sides in corners:
        if radius < _SQUARE or set(sides) & set(open_sides):
            points.append(square)
            continue
        turns = (math.radians(start + 90 * i / 12) for i in range(13))
        points += [(middle[0] + radius * math.cos(a), middle[1] + radius * math.sin(a)) for a in turns]
    return tuple(points)


def shifted(ring: Ring, shift: float) -> Ring:
    """An outline at another place along the board."""
    return ring if not shift else tuple((x + shift, y) for x, y in ring)


Point = tuple[float, float]

Ring = tuple[Point, ...]

Box = tuple[float, float, float, float]
"""x and y of its low corner, and of its high one."""


def signed_area(ring: Ring | list[Point]) -> float:
    """The area inside a ring in mm², positive when it runs counter-clockwise.

    >>> signed_area(((0, 0), (2, 0), (2, 3), (0, 3)))
    6.0"""
    doubled = 0.0
    for (x0, y0), (x1, y1) in zip(ring, (*ring[1:], ring[0]), strict=True):
        doubled += x0 * y1 - x1 * y0
    return doubled / 2


def mirrored(ring: Ring, length: float) -> Ring:
    """A ring or path on a board of this length turned end for end, still running counter-clockwise.

    >>> mirrored(((0, 0), (9, 0), (9, 4)), 10)
    ((1, 4), (1, 0), (10, 0))"""
    return tuple((length - x, y) for x, y in reversed(ring))


def overlap(a: Box, b: Box) -> bool:
    """Whether two boxes share more than an edge.

    >>> overlap((0, 0, 2, 2), (1, 1, 3, 3)), overlap((0, 0, 2, 2), (2, 0, 3, 2))
    (True, False)"""
    return a[0] < b[2] and a[2] > b[0] and a[1] < b[3] and a[3] > b[1]


def extent(ring: Ring) -> Box:
    """The least and greatest x and y: x0, y0, x1, y1."""
    xs, ys = [x for x, _ in ring], [y for _, y in ring]
    return min(xs), min(ys), max(xs), max(ys)


def around(points: Sequence[Point], reach: float) -> Box:
    """The box that reaches so far beyond some points on all sides.

    >>> around([(1.0, 2.0), (4.0, 3.0)], 1.0)
    (0.0, 1.0, 5.0, 4.0)"""
    x0, y0, x1, y1 = extent(tuple(points))
    return (x0 - reach, y0 - reach, x1 + reach, y1 + reach)
