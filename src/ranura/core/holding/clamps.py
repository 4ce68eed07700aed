"""Holding the work (R17, craft 15): clamps outside the sweep of base and handles, found from the geometry of the cut.

Seen from above, on the board. The sweep is what base and handles cover along the bit's path: a box for each straight run beside
a guide, a band of the base's reach along any other path. Each clamp covers a foot at the edge of the board or at the end
of a guide.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

from ranura.core.geometry.convex import gap, oblong
from ranura.core.geometry.rings import Point, Ring
from ranura.core.holding.placed import ClampAt, Held, Side
from ranura.core.shop.tooling.routers import Base
from ranura.core.text import hold_words
from ranura.core.text.cautions import Reason, reason

PAD_ACROSS, PAD_ALONG, PAD_OUTSIDE = 30.0, 40.0, 12.0
"""A clamp's foot: its width along the edge, its reach onto the board, and what stands out beyond the edge, in mm."""

LEAD = 10.0
"""The bit starts and ends this far clear of the wood, in mm."""

_SEARCH = 5.0
"""mm between two places tried for a clamp that is in the way."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Sweep:
    """What the router covers: convex counter-clockwise boxes, and paths with the reach of the base around the axis."""

    boxes: tuple[Ring, ...] = ()
    paths: tuple[tuple[tuple[Point, ...], float], ...] = ()

    def gap(self, foot: Ring, *, roughly: bool = False) -> float:
        """The least distance of a foot from what is covered; negative when it is in the way. `roughly`: where a foot lies
        outside the box around a path, its distance from that box will do."""
        best = math.inf
        for box in self.boxes:
            best = min(best, gap(box, foot))
            if best <= 0 and roughly:
                return best
        for (path, radius), around in zip(self.paths, self._around, strict=True):
            from_box = gap(around, foot)
            if from_box >= best or (roughly and from_box > 0):
                best = min(best, from_box)
                continue
            from ranura.core.geometry.paths import path_gap

            best = min(best, path_gap(foot, path, radius=radius))
        return best

    @property
    def _around(self) -> tuple[Ring, ...]:
        return tuple(_box_around(path, radius) for path, radius in self.paths)

    @property
    def extent(self) -> tuple[Ring, ...]:
        """Outlines around all that is covered, for the frame of a drawing."""
        return (*self.boxes, *self._around)


@lru_cache(maxsize=512)
def _box_around(path: tuple[Point, ...], radius: float) -> Ring:
    xs, ys = [x for x, _ in path], [y for _, y in path]
    return oblong(min(xs) - radius, min(ys) - radius, max(xs) + radius, max(ys) + radius)


@dataclass(frozen=True, kw_only=True, slots=True)
class Foot:
    """A clamp's foot: its corners, its distance from the router's sweep, and its place on the board; None on a guide's end."""

    points: Ring
    gap: float
    at: ClampAt | None = None


HoldMethod = Literal["clamps", "clamps-moved", "dogs", "vice", "tape", "vacuum", "carrier", "table"]


@dataclass(frozen=True, kw_only=True, slots=True)
class Holding:
    """How the work is held: the method, the clamps' feet, the sweep they stay out of, the least distance between them, and what
    is wrong with it. `moved` are the person's clamps with those in the way moved clear; empty where none is or nothing helps."""

    method: HoldMethod
    feet: tuple[Foot, ...]
    sweep: Sweep
    clear: float | None
    cautions: tuple[Reason, ...]
    moved: tuple[ClampAt, ...] = ()
    at_stations: tuple[tuple[Ring, ...], ...] = ()
    """The clamps' feet at every station, where they are moved on."""


ON_TABLE = Holding(method="table", feet=(), sweep=Sweep(boxes=()), clear=None, cautions=())
"""The hands hold it, on a table."""


def reach_of(base: Base) -> float:
    """How far base and handles reach from the axis to the side, in mm."""
    return max(base.across / 2, base.handle_reach or 0.0)


def around_axis(base: Base) -> float:
    """The radius of the least circle around the axis that holds base and handles, whichever way it is turned."""
    return max(base.across / 2 * (1.0 if base.round else math.sqrt(2)), base.handle_reach or 0.0)


def foot_at(part: tuple[float, float], clamp: ClampAt) -> Ring:
    """A clamp's foot on a side of a board of length × width."""
    length, width = part
    low, high = clamp.at - PAD_ACROSS / 2, clamp.at + PAD_ACROSS / 2
    onto = PAD_ALONG - PAD_OUTSIDE
    match clamp.side:
        case "near":
            return oblong(low, -PAD_OUTSIDE, high, onto)
        case "far":
            return oblong(low, width - onto, high, width + PAD_OUTSIDE)
        case "left":
            return oblong(-PAD_OUTSIDE, low, onto, high)
        case "right":
            return oblong(length - onto, low, length + PAD_OUTSIDE, high)


def side_length(part: tuple[float, float], side: Side) -> float:
    """How long a side of the board is."""
    return part[0] if side in ("near", "far") else part[1]


@lru_cache(maxsize=64)
def _pairs(part: tuple[float, float]) -> tuple[tuple[tuple[ClampAt, ClampAt], tuple[Ring, Ring]], ...]:
    """Where two clamps would hold a board well, with their feet: at both corners of an end, at both ends of an edge, on both
    ends."""
    length, width = part
    inset = PAD_ACROSS / 2

    def pair(a: Side, at_a: float, b: Side, at_b: float) -> tuple[ClampAt, ClampAt]:
        return (ClampAt(side=a, at=at_a), ClampAt(side=b, at=at_b))

    found = [
        pair("near", length - inset, "far", length - inset),
        pair("near", inset, "far", inset),
        pair("far", inset, "far", length - inset),
        pair("near", inset, "near", length - inset),
        pair("left", width / 2, "right", width / 2),
        pair("near", inset, "far", length - inset),
        pair("far", inset, "near", length - inset),
    ]
    return tuple(
        ((a, b), (foot_at(part, a), foot_at(part, b)))
        for a, b in found
        if min(side_length(part, a.side), side_length(part, b.side)) >= PAD_ACROSS
    )


def propose(part: tuple[float, float], sweep: Sweep, bodies: Sequence[Ring], *, first: bool = False) -> tuple[ClampAt, ...]:
    """The two clamps that lie farthest from what is covered and from the guides (or the `first` that are clear), empty where no
    two are.

    Rule: R17 holding
    Formula: a foot of 30 × 40 mm, 12 mm of it beyond the edge, shares no area with the sweep of base and handles
    Source: the base overhangs the line by its radius; clamps must not be in its way"""
    best: tuple[ClampAt, ...] = ()
    most = 0.0
    for pair, feet in _pairs(part):
        clear = 1e6
        for foot in feet:
            clear = min(clear, sweep.gap(foot, roughly=True), *(gap(body, foot) for body in bodies))
            if clear <= most:
                break
        if clear > most + 1.0 or (clear > 0 and not best):
            best, most = pair, clear
            if first:
                return best
    return best


def moved_clear(part: tuple[float, float], clamp: ClampAt, sweep: Sweep, bodies: Sequence[Ring]) -> ClampAt | None:
    """The nearest place for a clamp along its own side where nothing meets it; None where its side has none.

    Rule: R17 clash
    Formula: places every 5 mm to both sides of where it is, the nearest that is clear
    Source: brute force along the edge"""
    run = side_length(part, clamp.side)
    inset = PAD_ACROSS / 2
    steps = math.ceil(run / _SEARCH)
    for step in range(steps + 1):
        for at in (clamp.at - step * _SEARCH, clamp.at + step * _SEARCH):
            tried = ClampAt(side=clamp.side, at=min(max(at, inset), run - inset))
            foot = foot_at(part, tried)
            if sweep.gap(foot, roughly=True) > 0 and all(gap(body, foot) > 0 for body in bodies):
                return tried
    return None


def hold(
    part: tuple[float, float],
    sweep: Sweep,
    *,
    bodies: Sequence[Ring] = (),
    on_guide: Sequence[Ring] = (),
    stations: Sequence[Sweep] = (),
    placed: Sequence[ClampAt] = (),
    held: Held | None = None,
) -> Holding:
    """How a board is held: by clamps out of the way of base, handles and guides, or as the person says.

    `on_guide` are the feet of clamps that hold a guide and move with it, `stations` the sweep of every repeat by itself, for
    which clamps may be moved on when no place is clear of them all."""
    cautions: list[Reason] = []
    own = stations[0] if stations else sweep
    fixed = [Foot(points=foot, gap=own.gap(foot)) for foot in on_guide]
    if any(foot.gap <= 0 for foot in fixed):
        cautions.append(reason(hold_words.NO_ROOM_FOR_CLAMPS, where="clamps on the fence"))
        fixed = []
    if held is not None and held != "clamps":
        said = [*cautions, *_said_of(held)]
        return Holding(method=held, feet=tuple(fixed), sweep=sweep, clear=_least(fixed), cautions=tuple(said))
    method: HoldMethod = "clamps"
    moved: tuple[ClampAt, ...] = ()
    if placed:
        chosen = tuple(placed)
        tried = [_clear_or_moved(part, each, sweep, bodies) for each in placed]
        clashes = [each for each, new in zip(placed, tried, strict=True) if new != each]
        if clashes:
            cautions.append(reason(hold_words.CLAMP_IN_THE_WAY, count=len(clashes), side=clashes[0].side, at=clashes[0].at))
            moved = tuple(each for each in tried if each is not None)
            moved = moved if len(set(moved)) == len(placed) else propose(part, sweep, bodies)
        if len(placed) < 2:
            cautions.append(reason(hold_words.ONE_CLAMP))
    else:
        chosen = propose(part, sweep, bodies)
        if not chosen and len(stations) > 1 and all(propose(part, each, (), first=True) for each in stations):
            method = "clamps-moved"
            chosen = propose(part, stations[0], bodies)
            cautions.append(reason(hold_words.CLAMPS_MOVE_ON))
        elif not chosen:
            cautions.append(reason(hold_words.NO_ROOM_FOR_CLAMPS, where="two clamps on the board"))
    at_stations: tuple[tuple[Ring, ...], ...] = ()
    if method == "clamps-moved":
        at_stations = tuple(tuple(foot_at(part, each) for each in propose(part, sweep, ())) for sweep in stations)
    against = stations[0] if method == "clamps-moved" else sweep
    feet = [Foot(points=foot_at(part, each), gap=against.gap(foot_at(part, each)), at=each) for each in chosen]
    everything = (*fixed, *feet)
    return Holding(
        method=method,
        feet=everything,
        sweep=sweep,
        clear=_least(everything),
        cautions=tuple(cautions),
        moved=moved,
        at_stations=at_stations,
    )


def _least(feet: Sequence[Foot]) -> float | None:
    return min((foot.gap for foot in feet), default=None)


def _clear_or_moved(part: tuple[float, float], clamp: ClampAt, sweep: Sweep, bodies: Sequence[Ring]) -> ClampAt | None:
    foot = foot_at(part, clamp)
    inside = PAD_ACROSS / 2 <= clamp.at <= side_length(part, clamp.side) - PAD_ACROSS / 2
    if inside and sweep.gap(foot, roughly=True) > 0 and all(gap(body, foot) > 0 for body in bodies):
        return clamp
    return moved_clear(part, clamp, sweep, bodies)


def _said_of(held: Held) -> list[Reason]:
    return [reason(hold_words.TAPE_HOLDS_LIGHT_CUTS, how=held)] if held in ("tape", "vacuum") else []
