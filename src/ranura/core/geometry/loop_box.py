"""The box around loops, their arcs as arcs."""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator

from ranura.core.geometry.loops import Loop, arc_of
from ranura.core.geometry.rings import Box, Point

_COS = (1.0, 0.0, -1.0, 0.0)


def box_of(loops: Iterable[Loop]) -> Box:
    """x0, y0, x1, y1 of some loops; all 0 where there are none.

    >>> box_of([Loop(((-5, 0, 1), (5, 0, 1)))])
    (-5.0, -5.0, 5.0, 5.0)"""
    spots = [spot for loop in loops for spot in _farthest(loop)] or [(0.0, 0.0)]
    xs, ys = [x for x, _ in spots], [y for _, y in spots]
    return (min(xs), min(ys), max(xs), max(ys))


def _farthest(loop: Loop) -> Iterator[Point]:
    """Its vertices, and where its arcs come furthest to a side."""
    yield from ((float(x), float(y)) for x, y, _ in loop.vertices)
    for a, b, bulge in loop.sides:
        if not bulge:
            continue
        (cx, cy), radius, turn = arc_of(a, b, bulge)
        begins = math.atan2(a[1] - cy, a[0] - cx)
        low, high = sorted((begins, begins + turn))
        for quarter in range(math.ceil(low / (math.pi / 2)), math.floor(high / (math.pi / 2)) + 1):
            yield (cx + radius * _COS[quarter % 4], cy + radius * _COS[(quarter - 1) % 4])
