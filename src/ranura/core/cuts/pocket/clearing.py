"""How a field is cleared: paths of the bit's axis from the middle outwards, each a lane further than the one before, and the last
along the wall (R7, R8). And what a bit cannot reach of an outline (R9)."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache

from shapely.geometry import Polygon
from shapely.geometry.base import BaseGeometry

from ranura.core.geometry.paths import QUARTER_POINTS, SLIVER, parts_of, ring_length
from ranura.core.geometry.rings import Ring

TABS, TAB_WIDE = 4, 10.0
"""Tabs that hold what a line sets free: how many, and how wide each, in mm."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Clearing:
    """The closed paths of the axis, in order of work, clockwise seen from above. `lane` is by how much the later ones bite."""

    paths: tuple[Ring, ...]
    lane: float

    @property
    def first_length(self) -> float:
        """The paths in full width: the innermost ones, before anything is cut beside them."""
        return ring_length(self.paths[0])

    @property
    def rest_length(self) -> float:
        """The paths that bite one lane."""
        return sum(ring_length(path) for path in self.paths[1:])


@lru_cache(maxsize=256)
def clearing(ring: Ring, *, bit_diameter: float, lane: float) -> Clearing:
    """The paths that clear a field by lanes of a share of the bit's width.

    Rule: R8 fields
    Formula: insets of D/2, D/2 + lane·D, D/2 + 2·lane·D … as long as anything is left; a last one of D/2 where less than a lane
    is
        left in the middle; worked from the inside out, clockwise
    Source: R7: from the middle outwards the fresh wood lies on the conventional side when going clockwise by hand

    Raises ValueError for a field that the bit does not enter."""
    wall = Polygon(ring).buffer(-(bit_diameter / 2 - SLIVER), quad_segs=QUARTER_POINTS)
    if wall.is_empty:
        raise ValueError("the bit is wider than the field")
    found: list[Ring] = list(_rings(wall))
    step = lane * bit_diameter
    inner = wall
    while True:
        nxt = inner.buffer(-step, quad_segs=QUARTER_POINTS)
        if nxt.is_empty:
            core = inner.buffer(-(bit_diameter / 2 - SLIVER), quad_segs=QUARTER_POINTS)
            found += _rings(core)
            break
        found += _rings(nxt)
        # Where a part of the field ends between two lanes, a sliver would be left in its middle.
        found += [ring for part in parts_of(inner) for ring in _rings(_core(part, nxt, bit_diameter))]
        inner = nxt
    return Clearing(paths=tuple(_clockwise(path) for path in reversed(found)), lane=step)


def _core(part: Polygon, nxt: BaseGeometry, bit_diameter: float) -> BaseGeometry:
    """The middle of a part of the field that no further lane reaches; empty where one does."""
    if part.intersects(nxt):
        return Polygon()
    return part.buffer(-(bit_diameter / 2 - SLIVER), quad_segs=QUARTER_POINTS)


def _rings(shape: BaseGeometry) -> Iterator[Ring]:
    for part in parts_of(shape):
        yield tuple((x, y) for x, y in part.exterior.coords[:-1])


def _clockwise(ring: Ring) -> Ring:
    area = sum(x0 * y1 - x1 * y0 for (x0, y0), (x1, y1) in zip(ring, (*ring[1:], ring[0]), strict=True))
    return ring if area <= 0 else ring[::-1]


@lru_cache(maxsize=64)
def unreached(ring: Ring, *, bit_diameter: float) -> tuple[tuple[Ring, ...], float]:
    """What a bit leaves standing in an outline's corners, and its area in mm².

    Rule: R9 reach
    Formula: outline minus its opening by a disc of D/2
    Source: a disc cannot reach into corners tighter than itself"""
    shape = Polygon(ring)
    opened = shape.buffer(-bit_diameter / 2, quad_segs=QUARTER_POINTS).buffer(bit_diameter / 2, quad_segs=QUARTER_POINTS)
    left = shape.difference(opened)
    parts = [part for part in parts_of(left) if part.area > 0.02]
    return tuple(tuple((x, y) for x, y in part.exterior.coords[:-1]) for part in parts), sum(part.area for part in parts)
