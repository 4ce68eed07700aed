"""How a field is cleared: ways of the bit's axis from the middle outwards, each a lane further than the one before, and the last
along the wall (R7, R8). And what a bit cannot reach of an outline (R9)."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache

from shapely.geometry import Polygon
from shapely.geometry.base import BaseGeometry

from ranura.core.board.outlines import Ring

_ROUND = 24
"""Segments of a quarter circle in offsets: 0.002 mm at a radius of 4 mm."""
_SLIVER = 1e-3


@dataclass(frozen=True, kw_only=True, slots=True)
class Clearing:
    """The closed ways of the axis, in order of work, clockwise seen from above. `lane` is by how much the later ones bite."""

    ways: tuple[Ring, ...]
    lane: float

    @property
    def first_length(self) -> float:
        """The way in full width: the innermost ways, before anything is cut beside them."""
        return _length(self.ways[0])

    @property
    def rest_length(self) -> float:
        """The ways that bite one lane."""
        return sum(_length(way) for way in self.ways[1:])


@lru_cache(maxsize=256)
def clearing(ring: Ring, *, bit_diameter: float, lane: float) -> Clearing:
    """The ways that clear a field by lanes of a share of the bit's width.

    Rule: R8 fields
    Formula: insets of D/2, D/2 + lane·D, D/2 + 2·lane·D … as long as anything is left; a last one of D/2 where less than a lane
    is
        left in the middle; worked from the inside out, clockwise
    Source: R7: from the middle outwards the fresh wood lies on the conventional side when going clockwise by hand

    Raises ValueError for a field that the bit does not enter."""
    wall = Polygon(ring).buffer(-(bit_diameter / 2 - _SLIVER), quad_segs=_ROUND)
    if wall.is_empty:
        raise ValueError("the bit is wider than the field")
    found: list[Ring] = list(_rings(wall))
    step = lane * bit_diameter
    inner = wall
    while True:
        nxt = inner.buffer(-step, quad_segs=_ROUND)
        if nxt.is_empty:
            core = inner.buffer(-(bit_diameter / 2 - _SLIVER), quad_segs=_ROUND)
            found += _rings(core)
            break
        found += _rings(nxt)
        # Where a part of the field ends between two lanes, a sliver would be left in its middle.
        found += [ring for part in _parts(inner) for ring in _rings(_core(part, nxt, bit_diameter))]
        inner = nxt
    return Clearing(ways=tuple(_clockwise(way) for way in reversed(found)), lane=step)


def _core(part: Polygon, nxt: BaseGeometry, bit_diameter: float) -> BaseGeometry:
    """The middle of a part of the field that no further lane reaches; empty where one does."""
    if part.intersects(nxt):
        return Polygon()
    return part.buffer(-(bit_diameter / 2 - _SLIVER), quad_segs=_ROUND)


def _parts(shape: BaseGeometry) -> Iterator[Polygon]:
    if isinstance(shape, Polygon):
        if not shape.is_empty:
            yield shape
    else:
        for part in getattr(shape, "geoms", ()):
            yield from _parts(part)


def _rings(shape: BaseGeometry) -> Iterator[Ring]:
    for part in _parts(shape):
        yield tuple((x, y) for x, y in part.exterior.coords[:-1])


def _clockwise(ring: Ring) -> Ring:
    area = sum(x0 * y1 - x1 * y0 for (x0, y0), (x1, y1) in zip(ring, (*ring[1:], ring[0]), strict=True))
    return ring if area <= 0 else ring[::-1]


def _length(ring: Ring) -> float:
    closed = (*ring, ring[0])
    return sum(math.dist(a, b) for a, b in itertools.pairwise(closed))


def length_of(way: Ring, *, closed: bool = True) -> float:
    """How long a way is, in mm; an open one ends at its last point."""
    return _length(way) if closed else sum(math.dist(a, b) for a, b in itertools.pairwise(way))


@lru_cache(maxsize=64)
def offset_ring(ring: Ring, by: float) -> Ring:
    """An outline moved outwards (or inwards, by less than 0) with its outward corners rounded; the largest part where it falls
    apart. Inwards 0.001 mm are left out, so that a slot as wide as its bit keeps a way. Raises ValueError where nothing is
    left."""
    parts = list(_parts(Polygon(ring).buffer(by if by > 0 else by + _SLIVER, quad_segs=_ROUND)))
    if not parts:
        raise ValueError("nothing is left of the outline")
    largest = max(parts, key=lambda part: part.area)
    return tuple((x, y) for x, y in largest.exterior.coords[:-1])


@lru_cache(maxsize=64)
def unreached(ring: Ring, *, bit_diameter: float) -> tuple[tuple[Ring, ...], float]:
    """What a bit leaves standing in an outline's corners, and its area in mm².

    Rule: R9 reach
    Formula: outline minus its opening by a disc of D/2
    Source: a disc cannot reach into corners tighter than itself"""
    shape = Polygon(ring)
    opened = shape.buffer(-bit_diameter / 2, quad_segs=_ROUND).buffer(bit_diameter / 2, quad_segs=_ROUND)
    left = shape.difference(opened)
    parts = [part for part in _parts(left) if part.area > 0.02]
    return tuple(tuple((x, y) for x, y in part.exterior.coords[:-1]) for part in parts), sum(part.area for part in parts)
