"""Loops that bulge all round without a corner, and the loops that run beside them: exact, side by side and arc by arc."""

from __future__ import annotations

import math

from ranura.core.geometry.loops import Loop, arc_of

_SMOOTH = 1e-4
"""Radians by which two sides may meet at an angle: as much as lengths of four decimals leave."""
_FLAT = 1e-9
"""mm: a side that is shorter is none."""


def tightest_bulge(loop: Loop) -> float | None:
    """The radius of the tightest arc of a loop that runs counter-clockwise, bulges all round, and whose sides go over into one
    another without a corner; None for any other loop.

    >>> tightest_bulge(Loop(((-5, 0, 1), (5, 0, 1))))
    5.0"""
    if not loop.closed or loop.straight:
        return None
    found = _headings(loop)
    turned = 0.0
    for (_, leaves), (enters, _) in zip(found, (*found[1:], *found[:1]), strict=True):
        if abs(math.remainder(enters - leaves, math.tau)) > _SMOOTH:
            return None
    radii = []
    for a, b, bulge in loop.sides:
        if bulge < 0:
            return None
        if bulge:
            _, radius, turn = arc_of(a, b, bulge)
            radii.append(radius)
            turned += turn
    return min(radii) if radii and abs(turned - math.tau) < _SMOOTH * len(found) else None


def beside(loop: Loop, by: float) -> Loop:
    """The loop that runs `by` mm outside of one that bulges all round; inside it where that is negative, and then no further in
    than its tightest arc is round."""
    found = []
    for (x, y, bulge), (enters, _) in zip(loop.vertices, _headings(loop), strict=True):
        found.append((x + by * math.sin(enters), y - by * math.cos(enters), bulge))
    ends = (*found[1:], found[0])
    return Loop(tuple(spot for spot, end in zip(found, ends, strict=True) if math.dist(spot[:2], end[:2]) > _FLAT))


def _headings(loop: Loop) -> tuple[tuple[float, float], ...]:
    """Along each side: where it heads at its start and at its end, in radians."""
    found = []
    for (x0, y0), (x1, y1), bulge in loop.sides:
        along, half = math.atan2(y1 - y0, x1 - x0), 2 * math.atan(bulge)
        found.append((along - half, along + half))
    return tuple(found)
