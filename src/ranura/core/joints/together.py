"""Both boards of a joint as their own moves leave them, put together: what of them meets, and what air is left (R14, R21)."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from itertools import pairwise

import numpy as np
from shapely import Polygon, box, transform, union_all
from shapely.affinity import translate
from shapely.geometry.base import BaseGeometry

from ranura.core.geometry.placing import IN_PLACE, Placing, Vector3
from ranura.core.geometry.rings import Point
from ranura.core.joints.joined import Joined, Line
from ranura.core.proof.moves import Body
from ranura.core.proof.rays import Ray
from ranura.core.proof.shapes import strips, way_of
from ranura.core.proof.wood import Interval, Swept, Wood
from ranura.core.shop.tooling.silhouettes import flattened
from ranura.core.text.writing import Text

_AROUND = 28.0
"""mm beyond what is measured that a section shows."""
_THIN_LAYER = 1e-3
_SEEN, _MEANT = 0.01, 3.0
"""mm of air, or of wood in the way, that are worth a look; and of air that is there for something that goes in between."""
_SAME, _CHORDS = 1e-6, 32
"""mm that are none, and chords for a quarter of an arc."""
_MOST_PROUD, _STEP, _NOTHING = 0.1, 0.001, 0.002
"""mm that a bearing may cut too narrow a rabbet (R11), within what that is found, and mm² in the way that are none."""


@dataclass(frozen=True, slots=True)
class Solid:
    """A board after its cuts: its body, what was taken of it, and how it lies in the joint."""

    work: Body
    taken: tuple[Swept, ...]
    placing: Placing = IN_PLACE

    def along(self, at: Vector3, way: Vector3, reach: float) -> list[Interval]:
        """Where wood stands on a line of the joint, in mm from a place, as far as so many mm both ways. The line goes along an
        axis."""
        here, there = self.placing.on_second(at), self.placing.on_second(_moved(at, way, 1.0))
        dx, dy, dz = (b - a for a, b in zip(here, there, strict=True))
        if abs(dz) > 0.5:
            found = [((low - here[2]) * dz, (high - here[2]) * dz) for low, high in self._column((here[0], here[1]))]
            return sorted((max(min(each), -reach), min(max(each), reach)) for each in found if _meets(each, reach))
        wood = Wood((self.work,), list(self.taken))
        return Ray(wood, (here[0], here[1]), (dx, dy), reach, self.taken).intervals(here[2], -reach, reach)

    def section(self, at: Vector3, normal: Vector3, reach: float) -> BaseGeometry:
        """The wood in the plane through a place of the joint, square to an axis, as far as so many mm around: along the first of
        the two other axes of the first board and the second."""
        here, ahead = self.placing.on_second(at), self.placing.on_second(_moved(at, normal, 1.0))
        if abs(ahead[2] - here[2]) > 0.5:
            return self._level(here, normal)
        n = (ahead[0] - here[0], ahead[1] - here[1])
        across = (-n[1], n[0])
        wood = Wood((self.work,), list(self.taken))
        ray = Ray(wood, (here[0], here[1]), across, reach, self.taken)
        u, v = _axes(normal)
        found: list[BaseGeometry] = []
        for low, high in pairwise(_apart(self._levels())):
            for corners in _layer(ray, low, high, reach):
                placed = [self.placing.on_first((here[0] + across[0] * t, here[1] + across[1] * t, z)) for t, z in corners]
                found.append(Polygon([_flat(c, u, v) for c in placed]))
        return union_all(found) if found else Polygon()

    def _level(self, at: Vector3, normal: Vector3) -> BaseGeometry:
        """The wood at a height of its own board, in the plane square to an axis of the joint."""
        z = at[2]
        gone = strips(((each.path, r) for each in self.taken if (r := each.radius(z))), within=0.001, quarter=8)
        wood = Polygon(self.work.ring).difference(gone) if self.work.z0 <= z <= self.work.z1 else Polygon()
        u, v = _axes(normal)

        def placed(points: np.ndarray) -> np.ndarray:
            return np.array([_flat(self.placing.on_first((x, y, z)), u, v) for x, y in points])

        return transform(wood, placed)

    def _levels(self) -> list[float]:
        levels = {self.work.z0, self.work.z1}
        levels |= {z for swept in self.taken for z in (*swept.levels, *_on_arcs(swept)) if self.work.z0 < z < self.work.z1}
        return sorted(levels)

    def _column(self, at: Point) -> Iterator[Interval]:
        """Where wood stands above a place of its own board, from its back face up."""
        x, y = at
        if not Polygon(self.work.ring).buffer(_SAME).intersects(box(x, y, x, y)):
            return
        gone = [(swept, way_of(swept.path).distance(box(x, y, x, y))) for swept in self.taken]
        begun: float | None = None
        for low, high in pairwise(self._levels()):
            middle = (low + high) / 2
            stands = not any(swept.radius(middle) > away for swept, away in gone)
            if stands and begun is None:
                begun = low
            if not stands and begun is not None:
                yield (begun, low)
                begun = None
        if begun is not None:
            yield (begun, self.work.z1)


def _apart(levels: list[float]) -> list[float]:
    """Heights in order without those that lie next to one before, so that no layer is left out between two."""
    kept = levels[:1]
    for z in levels[1:]:
        if z - kept[-1] > _THIN_LAYER:
            kept.append(z)
    kept[-1] = levels[-1]
    return kept


def _on_arcs(swept: Swept) -> Iterator[float]:
    """Heights of the board close enough together along the arcs of what a move takes for chords between them to do."""
    if any(corner.bulge for corner in swept.profile.corners):
        yield from (swept.tip + swept.out * z for _, z in flattened(swept.profile.corners, per_quarter=_CHORDS))


def _moved(at: Vector3, way: Vector3, by: float) -> Vector3:
    return (at[0] + way[0] * by, at[1] + way[1] * by, at[2] + way[2] * by)


def _layer(ray: Ray, low: float, high: float, reach: float) -> Iterator[tuple[Point, Point, Point, Point]]:
    """The wood of a layer on a line, as corners along it and up: with the slope of its flanks where the same pieces stand at its
    foot and at its top."""
    foot, top = (ray.intervals(z, -reach, reach) for z in (low + _SAME, high - _SAME))
    if len(foot) != len(top):
        foot = top = ray.intervals((low + high) / 2, -reach, reach)
    for (a, b), (c, d) in zip(foot, top, strict=True):
        yield ((a, low), (b, low), (d, high), (c, high))


def _flat(at: Vector3, u: Vector3, v: Vector3) -> Point:
    """A place along two axes."""
    return (sum(p * q for p, q in zip(at, u, strict=True)), sum(p * q for p, q in zip(at, v, strict=True)))


def _meets(each: Interval, reach: float) -> bool:
    return min(each) < reach and max(each) > -reach


def _axes(normal: Vector3) -> tuple[Vector3, Vector3]:
    """The two axes that are not the normal: the horizontal one, and up; of an upright normal along and through the board, turned
    by half where it is seen from below."""
    if abs(normal[2]) > 0.5:
        return (normal[2], 0.0, 0.0), (0.0, normal[2], 0.0)
    return ((1.0, 0.0, 0.0) if abs(normal[0]) < 0.5 else (0.0, 1.0, 0.0)), (0.0, 0.0, 1.0)


@dataclass(frozen=True, kw_only=True, slots=True)
class Measured:
    """What was measured along a line of the joint: air between the two boards, wood that both would take up; mm."""

    name: Text
    gap: float
    interference: float
    wanted: float
    at: Vector3
    way: Vector3


@dataclass(frozen=True, kw_only=True, slots=True)
class Closest:
    """Of what is measured in the section that with the most air, or with the most wood that both would take up: where that is in
    the section, from one end of it to the other."""

    name: Text
    start: Point
    end: Point
    meets: bool
    """Both boards would stand there, and not air."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Together:
    """Both boards put together: what was measured, the area in which both would stand in the section, and that section, each
    board seen along the joint's own axis."""

    measured: tuple[Measured, ...]
    proud: float
    """mm that the second board stays away from home, since a shoulder meets its mate so much too soon."""
    interference: float
    """mm² of the section that both boards take up, there."""
    first: BaseGeometry
    second: BaseGeometry
    closest: Closest | None = None
    """None where nothing in the section stands apart, or in the way, by more than can be seen."""


def put_together(joined: Joined, first: Solid, second: Solid) -> Together:
    """The boards of a joint as their cuts leave them, at home.

    Rule: R14 fit of a joint
    Formula: gap = air between wood of the one and of the other along a line; interference = area of both at once
    Source: geometry of what the moves leave"""
    measured = tuple(_measured(line, first, second) for line in joined.lines)
    at = joined.lines[0].at
    around = max(joined.around, max(line.reach for line in joined.lines) + _AROUND)
    one, two = (each.section(at, joined.seen_along, around) for each in (first, second))
    proud = _proud(one, two, joined.drawn_out)
    two = _out(two, joined.drawn_out, proud)
    return Together(
        measured=measured,
        proud=proud,
        interference=one.intersection(two).area,
        first=one,
        second=two,
        closest=None if proud else _closest(joined, first, second),
    )


def _closest(joined: Joined, first: Solid, second: Solid) -> Closest | None:
    """Where in the section the most air stands between the boards, or the most wood of both: that comes first."""
    u, v = _axes(joined.seen_along)
    within = [line for line in joined.lines if not _along(line.way, joined.seen_along) and abs(_away(line, joined)) <= _SAME]
    found = [
        (meets, high - low, line, low, high)
        for line in within
        for meets, low, high in _between(line, first, second)
        if _SEEN < high - low < _MEANT
    ]
    if not found:
        return None
    meets, _, line, low, high = max(found, key=lambda each: each[:2])
    start, end = (_flat(_moved(line.at, line.way, by), u, v) for by in (low, high))
    return Closest(name=line.name, start=start, end=end, meets=meets)


def _along(way: Vector3, axis: Vector3) -> bool:
    return abs(sum(a * b for a, b in zip(way, axis, strict=True))) > 0.5


def _away(line: Line, joined: Joined) -> float:
    """How far a line lies from the plane of the section, in mm."""
    return sum((a - b) * n for a, b, n in zip(line.at, joined.lines[0].at, joined.seen_along, strict=True))


def _out(second: BaseGeometry, way: Point, by: float) -> BaseGeometry:
    """The second board, drawn out of the first by so many mm."""
    return translate(second, way[0] * by, way[1] * by)


def _proud(first: BaseGeometry, second: BaseGeometry, way: Point) -> float:
    """How far the second board must stay out, where that is all it takes; 0 where more is in the way."""
    low, high = 0.0, _MOST_PROUD
    if first.intersection(second).area <= _NOTHING or first.intersection(_out(second, way, high)).area > _NOTHING:
        return low
    while high - low > _STEP:
        middle = (low + high) / 2
        low, high = (low, middle) if first.intersection(_out(second, way, middle)).area <= _NOTHING else (middle, high)
    return high


def _measured(line: Line, first: Solid, second: Solid) -> Measured:
    found = list(_between(line, first, second))
    gap, interference = (sum(high - low for meets, low, high in found if meets == both) for both in (False, True))
    return Measured(name=line.name, gap=gap, interference=interference, wanted=line.wanted, at=line.at, way=line.way)


def _between(line: Line, first: Solid, second: Solid) -> Iterator[tuple[bool, float, float]]:
    """Where on a line of the joint both boards would stand, and where air lies between one and the other: from and to how many mm
    from its place."""
    one, two = (each.along(line.at, line.way, line.reach) for each in (first, second))
    for a, b in one:
        for c, d in two:
            if min(b, d) > max(a, c):
                yield True, max(a, c), min(b, d)
    marked = sorted([(*each, 0) for each in one] + [(*each, 1) for each in two])
    for (_, b, of), (c, _, other) in pairwise(marked):
        if of != other and c > b:
            yield False, b, c
