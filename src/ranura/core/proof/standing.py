"""A bit that stands at a place: whether it touches wood there, and how much of it lies below (R21.1, R21.2, R21.12)."""

from __future__ import annotations

import math
from collections.abc import Iterator
from itertools import chain, pairwise

from ranura.core.geometry.rings import Point, Ring
from ranura.core.proof.moves import Cutter
from ranura.core.proof.rays import Ray
from ranura.core.proof.wood import SLIVER, Swept, Wood, levels_between, standing

_ALL_ROUND = tuple((math.cos(math.pi * i / 8), math.sin(math.pi * i / 8)) for i in range(8))
_MOST_EDGES = 24
_ENDS = 0.49
"""Of a layer's thickness: how far from its middle it is looked at too."""


def touches(wood: Wood, cutter: Cutter, tip: float, out: int, at: Point) -> bool:
    """Whether a bit with its tip at a height of the board stands in wood at a place of it."""
    return meets(wood, standing(cutter, tip, out, at))


def meets(wood: Wood, there: Swept) -> bool:
    """Whether a bit that stands, or moves up or down on its spot, meets wood."""
    return any(True for _ in _met(wood, there))


def wood_below(wood: Wood, there: Swept) -> float:
    """mm of height over which a bit that goes down on its spot meets wood."""
    return sum(_met(wood, there))


def _met(wood: Wood, there: Swept) -> Iterator[float]:
    """The thickness of each layer in which it meets wood, from the tip on."""
    if not wood.reaches(there.box):
        return
    at = there.path[0]
    low, high = sorted((there.tip, there.tip + there.out * (there.profile.top + there.travel)))
    works = wood.works
    low, high = max(low, min(each.z0 for each in works)), min(high, max(each.z1 for each in works))
    if low >= high:
        return
    taken = wood.near(there.box)
    rays: list[Ray] = []
    for z, thick in levels_between(low, high, there, taken, works):
        # On a slope the one end of a layer may meet wood where its middle meets none.
        ends = (z, z - _ENDS * thick, z + _ENDS * thick) if there.radius(z - _ENDS * thick) != there.radius(z) else (z,)
        for height in ends:
            r = there.radius(height) - SLIVER
            if r <= 0:
                continue
            if not rays:
                reach = there.profile.widest
                rays = [Ray(wood, at, way, reach, taken) for way in _ways(wood, taken, at)]
            if not rays[0].cleared(height, r) and any(ray.intervals(height, -r, r) for ray in rays):
                yield thick
                break


def _ways(wood: Wood, taken: list[Swept], at: Point) -> list[Point]:
    """Directions to look in: all round, and to where edges and corners of wood lie nearest; each degree once."""
    found: dict[int, Point] = {}
    for way in chain(_to_edges(wood, taken, at), _ALL_ROUND):
        found.setdefault(round(math.degrees(math.atan2(way[1], way[0]))) % 180, way)
    return list(found.values())


def _to_edges(wood: Wood, taken: list[Swept], at: Point) -> Iterator[Point]:
    """Directions in which edges and corners of wood lie nearest: there a bit would touch first."""
    for body in wood.works:
        for ring in (body.ring, *body.holes):
            if len(ring) <= _MOST_EDGES:
                yield from _to_corners(ring, at)
    for swept in taken:
        if len(swept.path) <= _MOST_EDGES:
            for (x0, y0), (x1, y1) in pairwise(swept.path):
                if length := math.hypot(x1 - x0, y1 - y0):
                    yield (-(y1 - y0) / length, (x1 - x0) / length)


def _to_corners(ring: Ring, at: Point) -> Iterator[Point]:
    for x, y in ring:
        if length := math.hypot(x - at[0], y - at[1]):
            yield ((x - at[0]) / length, (y - at[1]) / length)
