"""Bodies, ways and hulls seen from above, for what is judged by areas and distances (R21.6 to R21.8)."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from functools import lru_cache

import shapely
from shapely import Polygon
from shapely.geometry import LineString
from shapely.geometry import Point as Spot
from shapely.geometry.base import BaseGeometry

from ranura.core.geometry.paths import MANY
from ranura.core.geometry.rings import Point, Ring
from ranura.core.proof.moves import Body


def shape_of(body: Body) -> Polygon:
    """A body seen from above."""
    return _shape(body.ring, body.holes)


@lru_cache(maxsize=256)
def _shape(ring: Ring, holes: tuple[Ring, ...]) -> Polygon:
    return Polygon(ring, holes)


@lru_cache(maxsize=256)
def way_of(path: Ring, *, within: float = 0.0) -> BaseGeometry:
    """A path seen from above, thinned within so many mm; a point where it is one."""
    if len(path) == 1:
        return Spot(path[0])
    line = LineString(path)
    return line.simplify(within) if within else line


def strips(ways: Iterable[tuple[Ring, float]], *, within: float, quarter: int) -> BaseGeometry:
    """All that lies within mm of paths, of each within its own; thinned within so many mm, and a quarter of a round end has so
    many chords. What has few points is made all at once, what has many is remembered."""
    ways = list(ways)
    found = [_strip(path, r, within, quarter) for path, r in ways if len(path) > MANY]
    if short := list(_chained([way for way in ways if len(way[0]) <= MANY])):
        lines = [way_of(path, within=within) for path, _ in short]
        found.extend(shapely.buffer(lines, [r for _, r in short], quad_segs=quarter))
    return shapely.disjoint_subset_union_all(found) if found else Polygon()


def _chained(ways: Sequence[tuple[Ring, float]]) -> Iterator[tuple[Ring, float]]:
    """The same ways, those that go on where another ends as one: all that lies around them is the same, and sooner found."""
    begin: dict[tuple[Point, float], list[Ring]] = {}
    for path, r in ways:
        begin.setdefault((path[0], r), []).append(path)
    ends = {(path[-1], r) for path, r in ways}
    for first, r in sorted(ways, key=lambda way: (way[0][0], way[1]) in ends):
        if not any(each is first for each in begin[first[0], r]):
            continue  # it is part of another
        whole = first
        begin[first[0], r].remove(first)
        while begin.get((whole[-1], r)):
            whole = (*whole, *begin[whole[-1], r].pop()[1:])
        yield whole, r


@lru_cache(maxsize=256)
def _strip(path: Ring, r: float, within: float, quarter: int) -> BaseGeometry:
    return way_of(path, within=within).buffer(r, quad_segs=quarter)


def narrowest(hull: BaseGeometry) -> float:
    """How wide a hull is where it is narrowest, in mm."""
    box = hull.minimum_rotated_rectangle
    if not isinstance(box, Polygon):
        return 0.0
    (x0, y0), (x1, y1), (x2, y2) = list(box.exterior.coords)[:3]
    return float(min(((x1 - x0) ** 2 + (y1 - y0) ** 2) ** 0.5, ((x2 - x1) ** 2 + (y2 - y1) ** 2) ** 0.5))


def outside(hull: BaseGeometry, at: Point) -> float:
    """How far a place lies outside a hull, in mm; negative inside."""
    spot = Spot(at)
    away = float(hull.distance(spot))
    return away if away > 0 or hull.boundary.is_empty else -float(hull.boundary.distance(spot))
