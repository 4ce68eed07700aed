"""Straight lines over the board, and where wood stands on them at a height (R21)."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from itertools import pairwise

import numpy as np

from ranura.core.geometry.paths import points_of
from ranura.core.geometry.rings import Box, Point, Ring, overlap
from ranura.core.proof.moves import Body
from ranura.core.proof.wood import SLIVER, Interval, Swept, Wood

_MANY = 12
"""Chords of a path from which on they are counted all at once."""

Chord = tuple[float, float, float, float, float, float, float, float]
"""A chord of a way as a line sees it: how far along that its ends lie, and how far beside; from, then to. Then what is near it
between its ends: the place where it crosses the line, how far to either side of that the line is near for each mm of distance
(less than 0 where nothing is), and from where to where."""
_Way = tuple[int, float]
"""A path, by its identity, and how far around it is looked."""


@dataclass(slots=True)
class Ray:
    """A straight line over the board, through a point and along a unit vector, as far as so many mm both ways; what lies near it
    is looked for once for all heights."""

    wood: Wood
    at: Point
    way: Point
    reach: float
    taken: Sequence[Swept]
    _works: list[tuple[float, float, list[Interval]]] | None = None
    _near: list[tuple[Swept, list[Chord]]] | None = None
    _covered: dict[tuple[int, float], list[Interval]] = field(default_factory=dict)
    _gaps: list[float] | None = None

    def intervals(self, z: float, low: float, high: float) -> list[Interval]:
        """Where wood stands on it at a height of the board, between two places of it that lie within its reach; mm from its
        point."""
        if self._works is None:
            self._works = [(each.z0, each.z1, _inside(each, self)) for each in self.wood.works]
        found: list[Interval] = []
        for z0, z1, inside in self._works:
            if z0 < z < z1:
                found = _joined(found, [(max(a, low), min(b, high)) for a, b in inside if a < high and b > low])
        if not found:
            return found
        for swept, chords in reversed(self.near()):
            r = swept.radius(z)
            if not r:
                continue
            gone = self._covered.get((id(chords), r))
            if gone is None:
                hits = [hit for chord in chords if (hit := _within(chord, r)) is not None]
                gone = self._covered[id(chords), r] = _joined(hits[:1], hits[1:]) if len(hits) > 1 else hits
            for each in gone:
                found = _without(found, each)
            if not found:
                break
        return [(a, b) for a, b in found if b - a > SLIVER]

    def cleared(self, z: float, r: float) -> bool:
        """Whether one move alone took all within r of its point at a height."""
        if self._gaps is None:
            self._gaps = [min(_gap(chord) for chord in chords) for _, chords in self.near()]
        return any(gap <= swept.radius(z) - r for gap, (swept, _) in zip(self._gaps, self.near(), strict=True))

    def near(self) -> list[tuple[Swept, list[Chord]]]:
        """What was taken near it, each with the chords of its way that come near; one list for all that ran along one way."""
        if self._near is None:
            box = self._box()
            found = [(each, (id(each.path), each.profile.widest)) for each in self.taken if overlap(each.box, box)]
            ways = {way: (each.path, each.profile.widest) for each, way in found}
            chords = {way: self._chords(path, r) for way, (path, r) in ways.items() if len(path) <= _MANY}
            if len(chords) < len(ways):
                chords |= self._chords_of({way: each for way, each in ways.items() if way not in chords})
            self._near = [(each, chords[way]) for each, way in found if chords[way]]
        return self._near

    def _box(self) -> Box:
        """Around the line, as far as it reaches."""
        (x, y), dx, dy = self.at, abs(self.way[0]) * self.reach + SLIVER, abs(self.way[1]) * self.reach + SLIVER
        return (x - dx, y - dy, x + dx, y + dy)

    def _chords(self, path: Ring, r: float) -> list[Chord]:
        """The chords of a way that come near it, within so many mm."""
        (px, py), (dx, dy) = self.at, self.way
        far = self.reach + r
        seen = [((x - px) * dx + (y - py) * dy, (x - px) * dy - (y - py) * dx) for x, y in path]
        return [
            _chord(ua, va, ub, vb)
            for (ua, va), (ub, vb) in (pairwise(seen) if len(seen) > 1 else ((seen[0], seen[0]),))
            if (va < r or vb < r) and (va > -r or vb > -r) and (ua < far or ub < far) and (ua > -far or ub > -far)
        ]

    def _chords_of(self, ways: Mapping[_Way, tuple[Ring, float]]) -> dict[_Way, list[Chord]]:
        """The same of several ways of many points, all at once."""
        each_of = [points_of(path) for path, _ in ways.values()]
        counts = [len(points) for points in each_of]
        points = np.concatenate(each_of) - self.at
        r = np.repeat([r for _, r in ways.values()], counts)[1:]
        (dx, dy), far = self.way, self.reach + r
        u, v = points[:, 0] * dx + points[:, 1] * dy, points[:, 0] * dy - points[:, 1] * dx
        # A chord that crosses the line between two points further than r from it counts too.
        here = (np.minimum(v[:-1], v[1:]) < r) & (np.maximum(v[:-1], v[1:]) > -r)
        here &= (np.minimum(u[:-1], u[1:]) < far) & (np.maximum(u[:-1], u[1:]) > -far)
        begins = np.cumsum(counts)
        here[begins[:-1] - 1] = False  # from the end of one way to the begin of the next
        found: dict[_Way, list[Chord]] = {way: [] for way in ways}
        (met,) = here.nonzero()
        of, names = np.searchsorted(begins, met, side="right").tolist(), list(ways)
        for way, chord in zip(of, np.stack((u[met], v[met], u[met + 1], v[met + 1]), axis=1).tolist(), strict=True):
            found[names[way]].append(_chord(*chord))
        return found


def _inside(body: Body, ray: Ray) -> list[Interval]:
    """Where a line runs inside a body, within its reach."""
    crossings = sorted(t for ring in (body.ring, *body.holes) for t in _crossings(ring, ray))
    found = []
    for a, b in zip(crossings[::2], crossings[1::2], strict=False):
        low, high = max(a, -ray.reach), min(b, ray.reach)
        if high > low:
            found.append((low, high))
    return found


def _crossings(ring: Ring, ray: Ray) -> list[float]:
    """Where a line crosses a ring; a corner on the line counts for one of its sides."""
    (px, py), (dx, dy) = ray.at, ray.way
    if len(ring) > _MANY:
        points = points_of(ring)
        off = (points[:, 0] - px) * dy - (points[:, 1] - py) * dx
        left = off > 0
        crossed = np.flatnonzero(left != np.concatenate((left[1:], left[:1])))
        chords = [(ring[i], ring[(i + 1) % len(ring)]) for i in crossed]
    else:
        chords = list(zip(ring, (*ring[1:], ring[0]), strict=True))
    found = []
    for (x0, y0), (x1, y1) in chords:
        side0, side1 = (x0 - px) * dy - (y0 - py) * dx, (x1 - px) * dy - (y1 - py) * dx
        if (side0 > 0) != (side1 > 0):
            share = side0 / (side0 - side1)
            x, y = x0 + (x1 - x0) * share, y0 + (y1 - y0) * share
            found.append((x - px) * dx + (y - py) * dy)
    return found


def _chord(ua: float, va: float, ub: float, vb: float) -> Chord:
    """A chord with what is near it between its ends. (One along the line adds nothing to what its ends reach.)"""
    du, dv = ub - ua, vb - va
    length = math.sqrt(du * du + dv * dv)
    if length <= _POINT or abs(dv) <= _ALONG * length:
        return (ua, va, ub, vb, 0.0, -1.0, 0.0, 0.0)
    at, slope = ua - va * du / dv, length / abs(dv)
    if abs(du) > _ALONG * length:
        a = ua + va * dv / du
        b = a + length * length / du
        return (ua, va, ub, vb, at, slope, a, b) if a < b else (ua, va, ub, vb, at, slope, b, a)
    return (ua, va, ub, vb, at, slope if 0.0 < -va * dv < length * length else -1.0, -math.inf, math.inf)


def _within(chord: Chord, r: float) -> Interval | None:
    """The part of a line within r of a chord: what is near to a convex thing is one interval."""
    ua, va, ub, vb, at, slope, first, last = chord
    low, high = math.inf, -math.inf
    if (rest := r * r - va * va) > 0:
        half = math.sqrt(rest)
        low, high = ua - half, ua + half
    if (rest := r * r - vb * vb) > 0:
        half = math.sqrt(rest)
        low, high = min(low, ub - half), max(high, ub + half)
    if slope > 0:
        half = r * slope
        first, last = max(first, at - half), min(last, at + half)
        if first < last:
            low, high = min(low, first), max(high, last)
    return (low, high) if low < high else None


_POINT, _ALONG = 1e-9, 1e-12
"""mm of a chord that is a point, and the share of its length by which one runs along a line, or square to it."""


def _gap(chord: Chord) -> float:
    """How far a chord lies from a line's point."""
    ua, va, ub, vb, *_ = chord
    du, dv = ub - ua, vb - va
    length = du * du + dv * dv
    share = min(max(-(ua * du + va * dv) / length, 0.0), 1.0) if length else 0.0
    return math.hypot(ua + share * du, va + share * dv)


def _joined(a: list[Interval], b: list[Interval]) -> list[Interval]:
    if not a:
        return b
    merged: list[Interval] = []
    for low, high in sorted([*a, *b]):
        if merged and low <= merged[-1][1] + 1e-9:
            merged[-1] = (merged[-1][0], max(merged[-1][1], high))
        else:
            merged.append((low, high))
    return merged


def _without(wood: list[Interval], gone: Interval) -> list[Interval]:
    low, high = gone
    found: list[Interval] = []
    for a, b in wood:
        if b <= low or a >= high:
            found.append((a, b))
            continue
        if a < low:
            found.append((a, low))
        if b > high:
            found.append((high, b))
    return found
