"""How a field is cleared: paths of the bit's axis from the middle outwards, each a lane further than the one before, and the last
along the wall (R7, R8). And what a bit cannot reach of an outline (R9)."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache

from shapely.geometry import Polygon
from shapely.geometry.base import BaseGeometry

from ranura.core.board.pieces import Side
from ranura.core.geometry.areas import QUARTER_POINTS, SLIVER, parts_of
from ranura.core.geometry.paths import ring_length
from ranura.core.geometry.rings import Box, Ring, rounded


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
    return _within_walls(Polygon(ring).buffer(-(bit_diameter / 2 - SLIVER), quad_segs=QUARTER_POINTS), bit_diameter, lane)


@lru_cache(maxsize=256)
def clearing_of_box(box: Box, *, radius: float, bit_diameter: float, lane: float) -> Clearing:
    """The same of a rectangle whose corners have a radius. Of a slot as wide as the bit an outline of chords would leave the ends
    short: they are nearer to its axis than the arc. Raises ValueError for a rectangle that the bit does not enter."""
    x0, y0, x1, y1 = box
    r = bit_diameter / 2 - SLIVER
    if min(x1 - x0, y1 - y0) < 2 * r:
        raise ValueError("the bit is wider than the field")
    inner = (x0 + r, y0 + r, x1 - r, y1 - r)
    narrow = min(inner[2] - inner[0], inner[3] - inner[1]) <= 2 * SLIVER + _AS_WIDE
    wall = _there_and_back(inner) if narrow else rounded(inner, max(radius - r - SLIVER, 0.0))
    return _within_walls(Polygon(wall), bit_diameter, lane)


_AS_WIDE = 1e-6
"""mm by which a slot may be wider than its bit that is as wide."""


def _there_and_back(inner: Box) -> Ring:
    """The way along a slot that is as wide as the bit, from one end of its axis to the other and back."""
    x0, y0, x1, y1 = inner
    mx, my = (x0 + x1) / 2, (y0 + y1) / 2
    if x1 - x0 >= y1 - y0:
        t = (y1 - y0) / 2
        return ((x0, my), (x0 + t, y0), (x1 - t, y0), (x1, my), (x1 - t, y1), (x0 + t, y1))
    t = (x1 - x0) / 2
    return ((mx, y0), (x1, y0 + t), (x1, y1 - t), (mx, y1), (x0, y1 - t), (x0, y0 + t))


def _within_walls(wall: BaseGeometry, bit_diameter: float, lane: float) -> Clearing:
    """The paths inside what the axis can reach."""
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


def clearing_from_outside(
    box: Box, board: tuple[float, float], opened: tuple[Side, ...], *, radius: float, bit_diameter: float, lane: float
) -> Clearing:
    """The paths that clear a rectangle with open sides, whose `box` goes on past the board there.

    Rule: R8 fields, R7
    Formula: rings with walls D/2 + k·lane·D from the closed sides of the box, all with the same way outside the open ones; from
        the one that first meets wood to k = 0; clockwise, begun outside
    Source: R21.2, R21.3: the bit comes in from where no wood is, and only what lies ahead of it and on its left is fresh"""
    r = bit_diameter / 2 - SLIVER
    step = lane * bit_diameter
    wall = (box[0] + r, box[1] + r, box[2] - r, box[3] - r)
    found: list[Ring] = []
    number = 0
    while not found or _meets_wood(_within(wall, opened, (number - 1) * step), r, board):
        inner = _within(wall, opened, number * step)
        ring = rounded(inner, max(radius - r - number * step, 0.0), open_sides=opened)
        found.append(_begun_outside(_clockwise(ring), opened))
        number += 1
    return Clearing(paths=tuple(reversed(found)), lane=step)


def _within(wall: Box, opened: tuple[Side, ...], by: float) -> Box:
    """A box with its closed sides moved inwards, as far as the middle between two of them, or almost to an open one."""
    x0, y0, x1, y1 = wall
    x0, x1 = _closer(x0, x1, "left" not in opened, "right" not in opened, by)
    y0, y1 = _closer(y0, y1, "near" not in opened, "far" not in opened, by)
    return (x0, y0, x1, y1)


def _closer(low: float, high: float, from_low: bool, from_high: bool, by: float) -> tuple[float, float]:
    most = (high - low - _NARROW) / (from_low + from_high or 1)
    return low + min(by, most) * from_low, high - min(by, most) * from_high


_NARROW = 0.2
"""mm: the narrowest ring, up and down on the same line."""


def _meets_wood(ring: Box, r: float, board: tuple[float, float]) -> bool:
    """Whether wood is left inside a ring by a bit that has gone round it."""
    x0, y0, x1, y1 = ring
    return min(x1 - r, board[0]) > max(x0 + r, 0.0) and min(y1 - r, board[1]) > max(y0 + r, 0.0)


def _begun_outside(ring: Ring, opened: tuple[Side, ...]) -> Ring:
    """A closed path from its point that lies furthest out at the open sides."""
    dx, dy = (sum(_OUT[side][i] for side in opened) for i in (0, 1))
    if not (dx or dy):
        dx, dy = _OUT[opened[0]]
    far = [dx * x + dy * y for x, y in ring]
    outside = max(far) - 1e-9
    # Of the points out there the one after which the path comes in.
    last = max(i for i in range(len(ring)) if far[i] > outside > far[(i + 1) % len(ring)])
    return (*ring[last:], *ring[:last])


_OUT: dict[Side, tuple[int, int]] = {"left": (-1, 0), "right": (1, 0), "near": (0, -1), "far": (0, 1)}


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
