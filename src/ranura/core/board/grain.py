"""Grain along an edge (R7 grain): where the fibres lie with the cut, where they lift, where they are cut across."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

from ranura.core.geometry.rings import Point

Lie = Literal["clean", "lifts", "end"]


@dataclass(frozen=True, kw_only=True, slots=True)
class Stretch:
    """A part of a path where the fibres lie alike: from point `first` to point `last` of it, and the worst slope in degrees."""

    lie: Lie
    first: int
    last: int
    worst: float


def slope(teeth: Point, outwards: Point, fibres: Point) -> float:
    """How far the fibres run out of the surface ahead of the teeth, in degrees; negative: they dive into the wood.

    Rule: R7 grain
    Formula: s = asin(g·n), g the fibres' direction with g·t ≥ 0, t the direction of the teeth, n the normal out of the wall
    Source: fibres that run out ahead are cut off short; fibres that dive are split before they are cut

    >>> round(slope((1, 0), (0, -1), (math.cos(math.radians(10)), math.sin(math.radians(10)))), 6)
    -10.0"""
    along = teeth[0] * fibres[0] + teeth[1] * fibres[1]
    sense = 1.0 if along >= 0 else -1.0
    out = sense * (outwards[0] * fibres[0] + outwards[1] * fibres[1])
    size = math.hypot(*outwards) * math.hypot(*fibres)
    return math.degrees(math.asin(max(-1.0, min(1.0, out / size))))


def lie_of(degrees: float, *, downhill: float, end_grain: float) -> Lie:
    """What a slope means for the cut: from `end_grain` degrees on end grain, below −`downhill` fibres that lift.

    >>> [lie_of(slope, downhill=3, end_grain=80) for slope in (-10, 12, -85)]
    ['lifts', 'clean', 'end']"""
    if abs(degrees) >= end_grain:
        return "end"
    return "lifts" if degrees < -downhill else "clean"


@lru_cache(maxsize=64)
def stretches(
    path: tuple[Point, ...],
    *,
    wood_on_left: bool,
    fibres: Point,
    closed: bool,
    downhill: float,
    end_grain: float,
    climb: bool = False,
) -> tuple[Stretch, ...]:
    """A path, in the direction of feed, parted into stretches whose fibres lie alike; a closed one comes back to its first point.

    The teeth go with the feed along the wall that stays, in a climb against it."""
    points = [*path, path[0]] if closed else list(path)
    found: list[Stretch] = []
    for i in range(len(points) - 1):
        (x0, y0), (x1, y1) = points[i], points[i + 1]
        h = (x1 - x0, y1 - y0)
        # Out of the wall is away from the wood.
        n = (h[1], -h[0]) if wood_on_left else (-h[1], h[0])
        t = (-h[0], -h[1]) if climb else h
        degrees = slope(t, n, fibres)
        lie = lie_of(degrees, downhill=downhill, end_grain=end_grain)
        if found and found[-1].lie == lie:
            before = found[-1]
            worst = degrees if abs(degrees) > abs(before.worst) else before.worst
            found[-1] = Stretch(lie=lie, first=before.first, last=i + 1, worst=worst)
        else:
            found.append(Stretch(lie=lie, first=i, last=i + 1, worst=degrees))
    return tuple(found)
