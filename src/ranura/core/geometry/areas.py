"""Ways of a router's base along curves, and what stands too near to them (R17)."""

from __future__ import annotations

from collections.abc import Iterator
from functools import lru_cache

import shapely
from shapely.geometry import LinearRing, LineString, Polygon
from shapely.geometry.base import BaseGeometry

from ranura.core.geometry.rings import Point, Ring


@lru_cache(maxsize=256)
def _way(path: tuple[Point, ...]) -> BaseGeometry:
    """A path as a line; one that comes back to where it began with all that lies inside it."""
    made = Polygon(path) if path[0] == path[-1] and len(path) > _FIELD else LineString(path)
    shapely.prepare(made)
    return made


_FIELD = 3
"""Points of a path that only goes there and back."""


@lru_cache(maxsize=4096)
def _foot(foot: Ring) -> Polygon:
    return Polygon(foot)


def path_gap(foot: Ring, path: tuple[Point, ...], *, radius: float) -> float:
    """How far a round base that is moved along a path stays from an outline, in mm; negative when it runs into it. What a closed
    path goes round is covered too.

    Rule: R17 clashes
    Formula: distance of the outline from the path, less the base's reach
    Source: a disc moved along a line covers what lies within its radius of the line

    >>> path_gap(((10, 0), (20, 0), (20, 10), (10, 10)), ((0, -50), (0, 50)), radius=4)
    6.0"""
    return float(shapely.distance(_way(path), _foot(foot))) - radius


@lru_cache(maxsize=256)
def thinned(path: Ring, within: float) -> Ring:
    """A closed path with fewer points, true within so many mm."""
    return tuple((x, y) for x, y in LinearRing(path).simplify(within).coords[:-1])


def band(path: Ring, half: float, *, closed: bool) -> Ring:
    """What a bit of half a width cuts along a path, as one outline: an open path with its round ends, a closed one from its outer
    edge across to its inner one and back."""
    made = (LinearRing(path) if closed else LineString(path)).buffer(half, quad_segs=12)
    outer = tuple((x, y) for x, y in made.exterior.coords)
    if not made.interiors:
        return outer[:-1]
    inner = max(made.interiors, key=lambda ring: ring.length)
    return (*outer, *((x, y) for x, y in inner.coords))


QUARTER_POINTS = 24
"""Segments of a quarter circle in offsets: 0.002 mm at a radius of 4 mm."""

SLIVER = 1e-3


def parts_of(shape: BaseGeometry) -> Iterator[Polygon]:
    """The polygons of a shape that may have fallen apart, however deep they are nested."""
    if isinstance(shape, Polygon):
        if not shape.is_empty:
            yield shape
    else:
        for part in getattr(shape, "geoms", ()):
            yield from parts_of(part)


@lru_cache(maxsize=64)
def offset_ring(ring: Ring, by: float) -> Ring:
    """An outline moved outwards (or inwards, by less than 0) with its outward corners rounded; the largest part where it falls
    apart. Inwards 0.001 mm are left out, so that a slot as wide as its bit keeps a path. Raises ValueError where nothing is
    left."""
    parts = list(parts_of(Polygon(ring).buffer(by if by > 0 else by + SLIVER, quad_segs=QUARTER_POINTS)))
    if not parts:
        raise ValueError("nothing is left of the outline")
    largest = max(parts, key=lambda part: part.area)
    return tuple((x, y) for x, y in largest.exterior.coords[:-1])
