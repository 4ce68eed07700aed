"""Loops: ways of straight sides and arcs, as templates are drawn. An arc stays an arc on its way in and out.

A vertex is x, y and the bulge of the side that leaves it: the tangent of a quarter of the arc's angle, positive where it runs
counter-clockwise, 0 for a straight side.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from operator import itemgetter

import numpy as np
import shapely
from numpy.typing import NDArray
from shapely import Polygon
from shapely.geometry.base import BaseGeometry

from ranura.core.geometry.areas import parts_of
from ranura.core.geometry.rings import Point, Ring, signed_area

Vertex = tuple[float, float, float]
TRUE = 0.002
"""mm within which arcs are followed by chords, and chords by arcs."""
_STEEPEST = math.radians(20)
"""Between two chords of an arc; more is a corner."""
_WIDEST = 20_000.0
"""mm: an arc of a larger radius is straight."""
_FEWEST = 3
"""Chords that make an arc."""


_BULGE = itemgetter(2)


@dataclass(frozen=True, slots=True)
class Loop:
    """A way of straight sides and arcs, in mm; a closed one comes back to its first vertex by itself."""

    vertices: tuple[Vertex, ...]
    closed: bool = True

    @property
    def sides(self) -> Iterator[tuple[Point, Point, float]]:
        """From where to where each side runs, and its bulge."""
        ends = (*self.vertices[1:], *(self.vertices[:1] if self.closed else ()))
        for (x0, y0, bulge), (x1, y1, _) in zip(self.vertices, ends, strict=False):
            yield (x0, y0), (x1, y1), bulge

    @property
    def straight(self) -> bool:
        """Whether none of its sides is an arc."""
        return not any(map(_BULGE, self.vertices))

    @property
    def arcs(self) -> int:
        """How many of its sides are arcs."""
        return sum(bool(bulge) for *_, bulge in self.sides)

    @property
    def length(self) -> float:
        """How long it is, arcs along the arc, in mm."""
        return sum(_side_length(a, b, bulge) for a, b, bulge in self.sides)

    @property
    def area(self) -> float:
        """What a closed one encloses in mm², arcs exactly; positive where it runs counter-clockwise. An open one has none.

        >>> round(Loop(((-1, 0, 1), (1, 0, 1))).area, 6)
        3.141593"""
        if not self.closed or len(self.vertices) < 2:
            return 0.0
        return signed_area(tuple((x, y) for x, y, _ in self.vertices)) + sum(_segment(a, b, bulge) for a, b, bulge in self.sides)

    def points(self, within: float = TRUE) -> Ring:
        """Its vertices, with points on its arcs so close that chords between them are true within so many mm."""
        if self.straight:
            return tuple((x, y) for x, y, _ in self.vertices)
        found: list[Point] = []
        for a, b, bulge in self.sides:
            found.append(a)
            found += _on_arc(a, b, bulge, within)
        return tuple(found) if self.closed else (*found, self.vertices[-1][:2])

    def moved(self, by: Point) -> Loop:
        """The same elsewhere."""
        return Loop(tuple((x + by[0], y + by[1], bulge) for x, y, bulge in self.vertices), self.closed)

    def turned(self, angle: float) -> Loop:
        """The same turned about 0, 0, counter-clockwise, by radians."""
        c, s = math.cos(angle), math.sin(angle)
        return Loop(tuple((c * x - s * y, s * x + c * y, bulge) for x, y, bulge in self.vertices), self.closed)

    def reversed(self) -> Loop:
        """The same run the other way."""
        back = self.vertices[::-1]
        bulges = [-bulge for *_, bulge in self.vertices]
        turned = (*bulges[-2::-1], bulges[-1]) if self.closed else (*bulges[-2::-1], 0.0)
        return Loop(tuple((x, y, bulge) for (x, y, _), bulge in zip(back, turned, strict=True)), self.closed)


def circle(at: Point, radius: float) -> Loop:
    """A circle, counter-clockwise, as two arcs."""
    return Loop(((at[0] - radius, at[1], 1.0), (at[0] + radius, at[1], 1.0)))


def rounded_box(corners: tuple[float, float, float, float], radius: float) -> Loop:
    """A rectangle from x0, y0 to x1, y1 with corners of a radius, counter-clockwise; a radius of half a side makes that a half
    circle, and 0 leaves the corners square."""
    x0, y0, x1, y1 = corners
    if radius < 1e-6:
        return Loop(((x0, y0, 0), (x1, y0, 0), (x1, y1, 0), (x0, y1, 0)))
    quarter = math.tan(math.pi / 8)
    spots = [
        (x0 + radius, y0, 0), (x1 - radius, y0, quarter), (x1, y0 + radius, 0), (x1, y1 - radius, quarter),
        (x1 - radius, y1, 0), (x0 + radius, y1, quarter), (x0, y1 - radius, 0), (x0, y0 + radius, quarter),
    ]  # fmt: skip
    ends = [*spots[1:], spots[0]]
    return Loop(tuple(spot for spot, end in zip(spots, ends, strict=True) if math.dist(spot[:2], end[:2]) > 1e-9))


def arc_of(a: Point, b: Point, bulge: float) -> tuple[Point, float, float]:
    """Centre, radius and angle of a side that is an arc; the angle in radians, positive counter-clockwise."""
    chord = math.dist(a, b)
    turn = 4 * math.atan(bulge)
    # The centre lies on the left of the chord for a small arc that runs counter-clockwise.
    away = chord / 2 * (1 - bulge * bulge) / (2 * bulge)
    ux, uy = (b[0] - a[0]) / chord, (b[1] - a[1]) / chord
    centre = ((a[0] + b[0]) / 2 - uy * away, (a[1] + b[1]) / 2 + ux * away)
    return centre, chord * (1 + bulge * bulge) / (4 * abs(bulge)), turn


def area_of(loops: Iterable[Loop], within: float = TRUE) -> BaseGeometry:
    """What closed loops enclose, even and odd: a loop inside another is a hole in it."""
    area: BaseGeometry = Polygon()
    for loop in loops:
        if loop.closed and len(ring := loop.points(within)) > 2:
            inside = Polygon(np.array(ring)).buffer(0)
            area = inside if area.is_empty else area.symmetric_difference(inside)
    return area


Spots = tuple[list[float], list[float]]
"""Points as two lists of numbers."""


def loops_of(area: BaseGeometry, within: float = TRUE) -> tuple[Loop, ...]:
    """The edges of an area, arcs found again: outer ones counter-clockwise, holes clockwise."""
    found = []
    for part in parts_of(area):
        for number, ring in enumerate((part.exterior, *part.interiors)):
            points = shapely.get_coordinates(ring)[:-1]
            if ring.is_ccw == (number > 0):
                points = points[::-1]
            found.append(fitted(points, within))
    return tuple(found)


def fitted(points: NDArray[np.float64], within: float = TRUE) -> Loop:
    """A closed ring of points (n × 2) as few sides and arcs that lie nowhere further from it than so many mm; a corner stays one.

    Each is made as long as it can be, from a corner on: a straight side before an arc, an arc of at least three chords."""
    ahead = np.roll(points, -1, axis=0) - points
    points, ahead = (each[np.hypot(*ahead.T) > within / 10] for each in (points, ahead))
    if len(points) < 3:
        return Loop(tuple((float(x), float(y), 0.0) for x, y in points))
    ahead = np.roll(points, -1, axis=0) - points
    before = np.roll(ahead, 1, axis=0)
    turns = np.abs(np.arctan2(before[:, 0] * ahead[:, 1] - before[:, 1] * ahead[:, 0], (before * ahead).sum(axis=1)))
    # From a corner; where there is none, from where the longest side begins, since there an arc ends.
    start = int(turns.argmax() if turns.max() > _STEEPEST else np.hypot(*ahead.T).argmax())
    ring = np.concatenate([np.roll(points, -start, axis=0), points[start : start + 1]])
    corner = np.append(np.roll(turns, -start), 0.0) > _STEEPEST
    # Two lists of numbers, and not one of points: those would be looked through by the collector again and again.
    spots: Spots = tuple(ring.T.tolist())
    vertices: list[Vertex] = []
    at, guess = 0, _FEWEST
    while at < len(ring) - 1:
        corners = np.flatnonzero(corner[at + 1 :])
        # No further than the next corner.
        last = at + 1 + int(corners[0]) if len(corners) else len(ring) - 1
        end, bulge = _longest(ring, spots, at, last, within, guess)
        vertices.append((spots[0][at], spots[1][at], bulge))
        at, guess = end, end - at
    return Loop(tuple(vertices))


def _longest(ring: NDArray[np.float64], spots: Spots, at: int, last: int, within: float, guess: int) -> tuple[int, float]:
    """How far from a point of a ring (as an array and as lists) one side or arc goes, at most to another one, and its bulge.
    `guess` is about how many points further that may be; it is looked for in growing steps from there on, up or down, and then
    halfway between."""
    good, bulge, bad = at + 1, 0.0, last + 1
    tried, step = min(at + max(guess, _FEWEST), last), max(guess // 8, 1)
    while tried > good:
        found = _bulge(ring[at : tried + 1], spots, at, within)
        if found is None:
            bad = tried
        else:
            good, bulge = tried, found
        if bad > last:
            tried = min(good + step, last)
        elif good == at + 1:
            tried = max(bad - step, at + _FEWEST) if bad > at + _FEWEST else (good + bad) // 2
        else:
            tried = (good + bad) // 2
        step *= 2
    return good, bulge


def _bulge(part: NDArray[np.float64], spots: Spots, at: int, within: float) -> float | None:
    """The bulge of the side or arc from the first to the last of some points, which begin `at` a place of `spots`, that lies
    nowhere further from the chords between them than so many mm; None where there is none."""
    count = len(part)
    all_x, all_y = spots
    (x0, y0), (mx, my), (x1, y1) = ((all_x[i], all_y[i]) for i in (at, at + count // 2, at + count - 1))
    cx, cy = x1 - x0, y1 - y0
    length = math.hypot(cx, cy)
    if length < within:
        return None
    cx, cy = cx / length, cy / length
    h = cx * (my - y0) - cy * (mx - x0)
    if abs(h) < within / 2:
        xs, ys = part[:, 0] - x0, part[:, 1] - y0
        along = xs * cx + ys * cy
        if np.abs(ys * cx - xs * cy).max() < within / 2 and (along[1:] > along[:-1]).all():
            return 0.0
    if count <= _FEWEST or abs(h) < 1e-9:
        return None
    # The circle through the first, the middle and the last point.
    off = ((mx - x0) ** 2 + (my - y0) ** 2 - length * (cx * (mx - x0) + cy * (my - y0))) / (2 * h)
    x, y = (x0 + x1) / 2 - cy * off, (y0 + y1) / 2 + cx * off
    radius = math.hypot(length / 2, off)
    if radius > _WIDEST:
        return None
    # Most that are none are none at a few of their points already.
    for i in (at + count // 4, at + 3 * count // 4):
        if abs(math.hypot(all_x[i] - x, all_y[i] - y) - radius) > within / 2:
            return None
    xs, ys = part[:, 0] - x, part[:, 1] - y
    away = xs * xs + ys * ys
    if away.max() > (radius + within / 2) ** 2 or away.min() < max(radius - within / 2, 0.0) ** 2:
        return None
    # Twice the triangles with its middle, of all chords: as long as the chords are, times the radius.
    steps = xs[:-1] * ys[1:] - ys[:-1] * xs[1:]
    least, most = float(steps.min()), float(steps.max())
    if not (least > 0 or most < 0):
        return None
    longest = max(-least, most) / radius
    if longest**2 > 8 * within * radius:  # a straight side between two points of a circle
        return None
    ax, ay, bx, by = x0 - x, y0 - y, x1 - x, y1 - y
    turn = math.atan2(ax * by - ay * bx, ax * bx + ay * by)
    if (least > 0) != (turn > 0):  # more than half round
        turn += math.copysign(2 * math.pi, -turn)
    once = abs(turn) < 1.5 * math.pi and abs(float(steps.sum())) < 1.9 * math.pi * radius * radius
    return math.tan(turn / 4) if once else None


def _side_length(a: Point, b: Point, bulge: float) -> float:
    if not bulge:
        return math.dist(a, b)
    _, radius, turn = arc_of(a, b, bulge)
    return radius * abs(turn)


def _segment(a: Point, b: Point, bulge: float) -> float:
    """What an arc encloses with its chord, in mm²; positive counter-clockwise."""
    if not bulge:
        return 0.0
    _, radius, turn = arc_of(a, b, bulge)
    return radius * radius / 2 * (turn - math.sin(turn))


def _on_arc(a: Point, b: Point, bulge: float, within: float) -> Sequence[Point]:
    """Points on an arc between its ends."""
    if not bulge or math.dist(a, b) < 1e-9:
        return ()
    (cx, cy), radius, turn = arc_of(a, b, bulge)
    step = 2 * math.acos(max(1 - within / radius, 0.5))
    count = max(2, math.ceil(abs(turn) / step))
    start = math.atan2(a[1] - cy, a[0] - cx)
    return [
        (cx + radius * math.cos(start + turn * i / count), cy + radius * math.sin(start + turn * i / count))
        for i in range(1, count)
    ]
