"""The board as moves leave it: prisms less the bodies that a bit sweeps (R21).

Nothing is laid out in cells. At a height the work is an area with straight sides, and a bit that ran along a path has taken all
that lies within its radius there of the path. So what stands on any straight line at that height is known as intervals, exactly;
places, sides and depths are read from such lines.
"""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass, field, replace
from functools import cached_property
from itertools import pairwise

import numpy as np

from ranura.core.geometry.rings import Box, Point, Ring, extent, overlap
from ranura.core.proof.cutter import Profile, profile_of
from ranura.core.proof.moves import Body, Cutter, MachineSetting, Move, Surface

Interval = tuple[float, float]
CUTTING: frozenset[str] = frozenset({"enter", "plunge", "ramp", "cut", "leave"})
"""Kinds of moves that take wood away where they meet it."""
SLIVER = 0.02
"""mm: paths are polylines within 0.01 of their arcs, so thinner wood than this is none."""


def place_on(frame: Surface, at: Point) -> Point:
    """A point of a path on the board, seen from above."""
    x0, y0, _ = frame.origin
    return (x0 + at[0] * frame.x[0] + at[1] * frame.y[0], y0 + at[0] * frame.x[1] + at[1] * frame.y[1])


def outwards(frame: Surface) -> int:
    """1 where the worked surface looks up from the back face, −1 where it looks the other way."""
    return 1 if frame.x[0] * frame.y[1] - frame.x[1] * frame.y[0] > 0 else -1


@dataclass(frozen=True)
class Swept:
    """What one move takes: all within the bit's radius of a path on the board."""

    path: Ring
    profile: Profile
    tip: float
    """z of the lowest point that cuts, where it went deepest."""
    out: int
    """1 where the bit points down through the board, −1 where it points up."""
    travel: float
    """mm that it went down on the spot."""
    box: Box
    """Around all that it takes."""

    def radius(self, z: float) -> float:
        """How wide it takes at a height of the board, in mm from its path."""
        above = (z - self.tip) * self.out
        return self.profile.between(above - self.travel, above)

    def moved(self, by: Point) -> Swept:
        """The same elsewhere on the board."""
        (x, y), (x0, y0, x1, y1) = by, self.box
        path = tuple((a + x, b + y) for a, b in self.path)
        return replace(self, path=path, box=(x0 + x, y0 + y, x1 + x, y1 + y))

    @property
    def corners(self) -> list[float]:
        """Heights of the board at which it has corners."""
        found = [self.tip + self.out * z for z, _, _ in self.profile.silhouette]
        if self.travel:
            found.append(self.tip + self.out * (self.profile.top + self.travel))
        return found

    @cached_property
    def levels(self) -> list[float]:
        """The same, and those between which its slopes and arcs are looked at in one layer."""
        return [*self.corners, *(self.tip + self.out * h for h in self.profile.heights)]


def swept_by(move: Move, setting: MachineSetting) -> Swept | None:
    """What a move takes where it meets wood; None for one that cuts nothing."""
    if move.kind not in CUTTING or not move.turning or move.from_depth is None or move.to_depth is None:
        return None
    frame, profile = setting.frame, profile_of(setting.bit.silhouette)
    out = outwards(frame)
    path = _placed(frame, move.path)
    # A ramp counts as far as it went everywhere, a plunge as deep as it went on its spot.
    deepest = max(move.from_depth, move.to_depth) if move.kind == "plunge" else min(move.from_depth, move.to_depth)
    travel = abs(move.to_depth - move.from_depth) if move.kind == "plunge" else 0.0
    r = profile.widest
    xs, ys = [x for x, _ in path], [y for _, y in path]
    box = (min(xs) - r, min(ys) - r, max(xs) + r, max(ys) + r)
    return Swept(path, profile, frame.origin[2] - out * deepest, out, travel, box)


_PLACED: dict[tuple[int, Surface], tuple[Ring, Ring]] = {}
_MOST_PLACED = 64


def _placed(frame: Surface, path: Ring) -> Ring:
    """A path on the board, seen from above; the same one for all moves along the same path."""
    known = _PLACED.get((id(path), frame))
    if known is None or known[0] is not path:
        if len(_PLACED) >= _MOST_PLACED:
            _PLACED.clear()
        known = _PLACED[id(path), frame] = (path, tuple(place_on(frame, at) for at in path))
    return known[1]


OutlineEdge = tuple[Point, Point, float, float, float]
"""From where to where, its unit normal, and how far off the board's origin it lies along that."""
Outline = tuple[int, Box, Point, tuple[OutlineEdge, ...]]
"""A ring of a body: the number of its form, the box around it, its first point and, where it has few, its edges."""
Outlines = tuple[Outline, ...]


@dataclass(slots=True)
class Wood:
    """A board while moves are made on it: what has been taken so far, in order."""

    bodies: tuple[Body, ...]
    taken: list[Swept] = field(default_factory=list)

    works: tuple[Body, ...] = ()
    """The pieces."""
    forms: dict[int, tuple[Swept, int]] = field(default_factory=dict)
    """Of what moves take, the numbers of their forms, by identity."""
    numbers: dict[object, int] = field(default_factory=dict)
    """The number of each form: equal where all is equal but the place."""
    outlines: dict[int, tuple[Body, Outlines]] = field(default_factory=dict)
    """Of bodies, their rings as they are looked at, by identity."""
    _boxes: tuple[Box, ...] = ()
    _around: np.ndarray = field(default_factory=lambda: np.zeros((0, 4)))
    """The boxes around what was taken, in the same order, with room for more."""

    def __post_init__(self) -> None:
        self.works = tuple(body for body in self.bodies if body.role == "work")
        self._boxes = tuple(extent(body.ring) for body in self.works)
        self._note(0)

    def _note(self, first: int) -> None:
        """Writes down the boxes around what was taken, from one on."""
        if len(self.taken) > len(self._around):
            self._around = np.concatenate((self._around, np.zeros((len(self.taken) + _ROOM, 4))))
        for number in range(first, len(self.taken)):
            self._around[number] = self.taken[number].box

    def reaches(self, box: Box) -> bool:
        """Whether a box on the board meets one around a piece."""
        return any(overlap(each, box) for each in self._boxes)

    def take(self, swept: Swept) -> None:
        """Takes away what a move takes. Of two that lie in one another only the larger is kept."""
        face = max(work.z1 for work in self.works) if swept.out > 0 else -min(work.z0 for work in self.works)
        recent = self.taken[-_RECENT:]
        if any(_covers(each, swept, face) for each in recent):
            return
        kept = [each for each in recent if not _covers(swept, each, face)]
        if kept and _continues(swept, kept[-1]):
            before = kept.pop()
            swept = replace(swept, travel=max(swept.travel, before.travel + (before.tip - swept.tip) * swept.out))
        self.taken[-_RECENT:] = [*kept, swept]
        self._note(len(self.taken) - len(kept) - 1)

    def near(self, box: Box) -> list[Swept]:
        """What was taken near a box on the board."""
        if len(self.taken) <= _FEW:
            return [each for each in self.taken if overlap(each.box, box)]
        x0, y0, x1, y1 = self._around[: len(self.taken)].T
        return [self.taken[i] for i in np.flatnonzero((x0 < box[2]) & (x1 > box[0]) & (y0 < box[3]) & (y1 > box[1]))]


_FEW, _ROOM = 24, 64
"""How much may be taken before it is looked through all at once, and for how much more there is room."""
_RECENT = 8
"""Of what was taken last, how many are held against what is taken next."""


def _covers(a: Swept, b: Swept, face: float) -> bool:
    """Whether what one move takes holds all that another takes; `face` is how high the worked face lies."""
    if a.out != b.out or not _holds(a.box, b.box) or a.profile is not b.profile or not _lies_on(b.path, a.path):
        return False
    deeper = (b.tip - a.tip) * a.out
    if deeper < -1e-9 or (a.profile.undercut and (deeper > 1e-9 or b.travel > a.travel)):
        return False
    top = a.profile.top
    return min(b.tip * b.out + top + b.travel, face) <= a.tip * a.out + top + a.travel + 1e-9


def _holds(a: Box, b: Box) -> bool:
    """Whether a box holds another, but for a little."""
    return a[0] <= b[0] + 1e-5 and a[1] <= b[1] + 1e-5 and a[2] >= b[2] - 1e-5 and a[3] >= b[3] - 1e-5


def _continues(deeper: Swept, before: Swept) -> bool:
    """Whether a run goes on further down along the same path with the same bit, so far that the two overlap."""
    same = deeper.path == before.path and deeper.profile is before.profile and deeper.out == before.out
    further = (before.tip - deeper.tip) * deeper.out
    return same and not deeper.profile.undercut and 0 <= further <= deeper.profile.top + 1e-9


def _lies_on(part: Ring, whole: Ring) -> bool:
    """Whether a short path runs along another."""
    if part == whole:
        return True
    if len(part) > _SHORT:
        return False
    chords = list(pairwise(whole)) or [(whole[0], whole[0])]
    return all(
        any(_on(p, a, b) and _on(q, a, b) for a, b in chords) for p, q in (pairwise(part) if part[1:] else [(part[0],) * 2])
    )


_SHORT = 6
"""Points of a path up to which it is looked for in others."""


def _on(spot: Point, a: Point, b: Point) -> bool:
    """Whether a point lies on a chord."""
    dx, dy = b[0] - a[0], b[1] - a[1]
    x, y = spot[0] - a[0], spot[1] - a[1]
    length = dx * dx + dy * dy
    if length < 1e-12:
        return x * x + y * y < 1e-12
    return abs(x * dy - y * dx) <= 1e-6 * math.sqrt(length) and -1e-6 <= x * dx + y * dy <= length + 1e-6


def levels_between(low: float, high: float, bit: Swept, taken: Iterable[Swept], works: Iterable[Body]) -> list[Interval]:
    """Layers of the board between two heights in which neither a bit nor what is near it changes its width much: each as its
    middle and its thickness."""
    cuts = {low, high, *(z for z in bit.levels if low < z < high)}
    for swept in taken:
        cuts |= {z for z in swept.levels if low < z < high}
    for work in works:
        cuts |= {z for z in (work.z0, work.z1) if low < z < high}
    ordered = sorted(cuts)
    return [((a + b) / 2, b - a) for a, b in pairwise(ordered) if b - a > _THIN_LAYER]


_THIN_LAYER = 1e-3


def standing(cutter: Cutter, tip: float, out: int, at: Point) -> Swept:
    """A bit that stands at a place, as what it would take there."""
    profile = profile_of(cutter.silhouette)
    r = profile.widest
    return Swept((at,), profile, tip, out, 0.0, (at[0] - r, at[1] - r, at[0] + r, at[1] + r))
