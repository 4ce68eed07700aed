"""Silhouettes of router bits as corners with lines and arcs between them: r from the axis, z upwards from the tip (R12)."""

from __future__ import annotations

import math
from dataclasses import dataclass
from itertools import pairwise


@dataclass(frozen=True, slots=True)
class Corner:
    """A corner of a silhouette and the line to the next: straight, or an arc of this bulge.

    The bulge is the tangent of a quarter of the arc's angle, positive when it turns from r towards z.
    """

    r: float
    z: float
    bulge: float = 0.0


def flattened(corners: tuple[Corner, ...], *, per_quarter: int = 10) -> tuple[tuple[float, float], ...]:
    """The silhouette as points (r, z), arcs in `per_quarter` chords each quarter; the ends of arcs stay exact."""
    points: list[tuple[float, float]] = []
    for here, there in pairwise(corners):
        points.append((here.r, here.z))
        if here.bulge:
            points += _arc_points(here, there, per_quarter)
    points.append((corners[-1].r, corners[-1].z))
    return tuple(points)


def _arc_points(here: Corner, there: Corner, per_quarter: int) -> list[tuple[float, float]]:
    cr, cz, radius, start, sweep = arc_of(here, there)
    count = max(2, math.ceil(abs(sweep) / (math.pi / 2) * per_quarter))
    angles = [start + sweep * i / count for i in range(1, count)]
    return [(cr + radius * math.cos(a), cz + radius * math.sin(a)) for a in angles]


def arc_of(here: Corner, there: Corner) -> tuple[float, float, float, float, float]:
    """Centre r and z, radius, start angle and sweep in radians (positive from r towards z) of the arc between two corners."""
    dr, dz = there.r - here.r, there.z - here.z
    chord = math.hypot(dr, dz)
    sweep = 4 * math.atan(here.bulge)
    radius = chord / 2 / abs(math.sin(sweep / 2))
    rise = chord / 2 / math.tan(sweep / 2)
    cr, cz = here.r + dr / 2 - dz / chord * rise, here.z + dz / 2 + dr / chord * rise
    return cr, cz, radius, math.atan2(here.z - cz, here.r - cr), sweep


def radius_at(corners: tuple[Corner, ...], z: float) -> float:
    """r(z) in mm: the largest radius at a height above the tip; 0 outside the cutting length.

    >>> from ranura.core.shop.tooling.profiles import Sizes, silhouette
    >>> round(radius_at(silhouette("roundover", Sizes(diameter=25.4, cutting_length=6.35, radius=6.35, bearing=12.7)), 0), 3)
    6.35"""
    found = 0.0
    for here, there in pairwise(corners):
        low, high = min(here.z, there.z), max(here.z, there.z)
        if here.bulge:
            found = max(found, _arc_radius_at(here, there, z))
        elif low - 1e-9 <= z <= high + 1e-9:
            if high - low < 1e-12:
                found = max(found, here.r, there.r)
            else:
                found = max(found, here.r + (there.r - here.r) * (z - here.z) / (there.z - here.z))
    return found


def _arc_radius_at(here: Corner, there: Corner, z: float) -> float:
    cr, cz, radius, start, sweep = arc_of(here, there)
    rest = radius**2 - (z - cz) ** 2
    if rest < -1e-9:
        return 0.0
    side = math.sqrt(max(rest, 0.0))
    best = 0.0
    for r in (cr + side, cr - side):
        turned = (math.atan2(z - cz, r - cr) - start) / sweep % (2 * math.pi / abs(sweep))
        if turned <= 1 + 1e-6 or turned >= 2 * math.pi / abs(sweep) - 1e-6:
            best = max(best, r)
    return best
