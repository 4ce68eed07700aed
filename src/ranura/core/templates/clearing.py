"""How a field of any shape is cleared: rounds of the bit's axis from the middle outwards, each a lane further than the one
before, the last along the walls (R7, R8)."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass

import shapely
from shapely import LinearRing, Polygon
from shapely.geometry.base import BaseGeometry

from ranura.core.geometry.areas import QUARTER_POINTS, SLIVER, parts_of
from ranura.core.geometry.rings import Ring


@dataclass(frozen=True, slots=True)
class Round:
    """One closed way of the axis. `wide`: somewhere nothing beside it is cut yet, so that the bit is in full width. `goes_on`:
    the one before it lies a lane beside it."""

    path: Ring
    wide: bool
    goes_on: bool = False


def rounds(axis: BaseGeometry, *, bit_diameter: float, lane: float) -> tuple[Round, ...]:
    """The rounds that clear a field whose axis may be anywhere in an area, by lanes of a share of the bit's width.

    Rule: R8 fields
    Formula: insets of lane·D, 2·lane·D … of the area as long as anything is left, and what is further than D/2 from all of
        them; of every part of it its insets before itself; the wood that stays on the left of the heading
    Source: R7: from the middle outwards the fresh wood then lies on the conventional side"""
    return tuple(each for part in parts_of(axis) for each in _of(part, lane * bit_diameter, bit_diameter / 2))


def _of(part: Polygon, step: float, r: float) -> Iterator[Round]:
    inner = list(parts_of(part.buffer(-step, quad_segs=QUARTER_POINTS)))
    for each in inner:
        yield from _of(each, step, r)
    # What neither this way nor those inside of it reach: the middle, a narrow bay, a sharp corner.
    middle = part.buffer(-(r - SLIVER), quad_segs=QUARTER_POINTS).difference(
        shapely.union_all([each.buffer(r * _REACHED, quad_segs=QUARTER_POINTS) for each in inner])
    )
    left = [each for each in parts_of(middle) if not inner or each.area > _LEAST]
    yield from (Round(path, wide=True) for each in left for path in kept_on_left(each, inside=False))
    beside = shapely.union_all([each.boundary for each in (*inner, *left)]).buffer(r * _BESIDE, quad_segs=6)
    for path in kept_on_left(part, inside=False):
        alone = LinearRing(path).difference(beside).length
        yield Round(path, wide=alone > 2 * r, goes_on=bool(inner or left))


_REACHED, _LEAST = 0.98, 0.2
"""Of half the bit's width what is surely cut beside a way; and mm² of axis that are worth a way of their own."""
_BESIDE = 1.2
"""Of half the bit's width: how near another way must have been for its wood to be gone."""


def kept_on_left(area: BaseGeometry, *, inside: bool) -> Iterable[Ring]:
    """The edges of an area as ways that have on their left what stays: what lies outside of it, or `inside`; holes first."""
    for part in parts_of(area):
        for hole in part.interiors:
            yield _ring(hole.coords, clockwise=inside)
        yield _ring(part.exterior.coords, clockwise=not inside)


def _ring(coords: Iterable[tuple[float, ...]], *, clockwise: bool) -> Ring:
    points = [(float(x), float(y)) for x, y, *_ in coords][:-1]
    twice = sum(x0 * y1 - x1 * y0 for (x0, y0), (x1, y1) in zip(points, (*points[1:], points[0]), strict=True))
    return tuple(points if (twice < 0) == clockwise else reversed(points))
