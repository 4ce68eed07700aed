"""Runs the moves of a plan on sample points of its board.

A point is gone when some place of a move that cuts has its axis nearer to the point than the silhouette's radius at the point's
height. Everything is read from the plan's JSON (docs/formats.md); arcs of a silhouette are followed exactly.
"""

from __future__ import annotations

import itertools
import math
import random
from collections import defaultdict
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from functools import cache
from typing import Any

import numpy as np

CUTS = ("enter", "plunge", "ramp", "cut", "leave")
"""Moves that take wood away where they meet it."""
WITHIN = 0.02
"""mm: paths are polylines within 0.01 of their arcs; a point nearer to a wall than this counts as on it."""


def in_ring(points: np.ndarray, ring: list[list[float]]) -> np.ndarray:
    """Which points (n × 2) lie inside a ring, by crossings."""
    inside = np.zeros(len(points), dtype=bool)
    x, y = points[:, 0], points[:, 1]
    for (x0, y0), (x1, y1) in zip(ring, [*ring[1:], ring[0]], strict=True):
        if y0 == y1:
            continue
        crosses = (y0 > y) != (y1 > y)
        inside ^= crosses & (x < (x1 - x0) * (y - y0) / (y1 - y0) + x0)
    return inside


def to_path(points: np.ndarray, path: list[list[float]]) -> np.ndarray:
    """The distance of points (n × 2) from a polyline."""
    line = np.array(path if len(path) > 1 else [path[0], path[0]])
    x, y = line[:-1].T
    along_x, along_y = np.diff(line, axis=0).T
    lengths = np.maximum(along_x**2 + along_y**2, 1e-30)
    best = np.full(len(points), math.inf)
    most = max(1, 100_000 // max(len(points), 1))
    for first in range(0, len(x), most):
        part = slice(first, first + most)
        off_x, off_y = points[:, :1] - x[part], points[:, 1:] - y[part]
        share = (off_x * along_x[part] + off_y * along_y[part]) / lengths[part]
        np.clip(share, 0.0, 1.0, out=share)
        off_x -= share * along_x[part]
        off_y -= share * along_y[part]
        best = np.minimum(best, (off_x * off_x + off_y * off_y).min(axis=1))
    return np.asarray(np.sqrt(best))


def out_of(frame: dict[str, Any]) -> np.ndarray:
    """The direction out of the wood: x × y of a frame."""
    (ax, ay, az), (bx, by, bz) = frame["x"], frame["y"]
    return np.array([ay * bz - az * by, az * bx - ax * bz, ax * by - ay * bx])


def radius_at(silhouette: list[list[float]], z: np.ndarray) -> np.ndarray:
    """The widest radius of a silhouette at heights above its lowest point; 0 above and below it."""
    found = np.zeros_like(z)
    for (z0, r0, bulge), (z1, r1, _) in itertools.pairwise(silhouette):
        low, high = min(z0, z1), max(z0, z1)
        if high - low < 1e-12 and not bulge:
            continue
        here = (z >= low - 1e-9) & (z <= high + 1e-9)
        if not bulge:
            found[here] = np.maximum(found[here], r0 + (r1 - r0) * (z[here] - z0) / (z1 - z0))
            continue
        # The arc's centre: off the middle of the chord, to the left of it for a positive bulge.
        chord = math.hypot(r1 - r0, z1 - z0)
        away = chord / 2 * (1 / bulge - bulge) / 2
        cr = (r0 + r1) / 2 - (z1 - z0) / chord * away
        cz = (z0 + z1) / 2 + (r1 - r0) / chord * away
        size = math.hypot(r0 - cr, z0 - cz)
        across = np.sqrt(np.maximum(size**2 - (z[here] - cz) ** 2, 0.0))
        outward = cr < (r0 + r1) / 2 or (cr < max(r0, r1) and cr <= min(r0, r1) + 1e-9)
        found[here] = np.maximum(found[here], cr + across if outward else cr - across)
    return found


@dataclass(frozen=True)
class _Sorted:
    """Points in a frame, in order along one of its axes."""

    axis: int
    flat: np.ndarray
    depth: np.ndarray
    order: np.ndarray
    """Which point each of them was."""

    @staticmethod
    def of(flat: np.ndarray, depth: np.ndarray, along_u: bool) -> _Sorted:
        """In order along the axis that the ways go across."""
        axis = 1 if along_u else 0
        order = np.argsort(flat[:, axis])
        return _Sorted(axis, flat[order], depth[order], order)

    def near(self, path: np.ndarray, wide: float, deepest: float) -> np.ndarray:
        """The rows of points within a box around a way, above its deepest."""
        low, high = path.min(axis=0) - wide, path.max(axis=0) + wide
        other = 1 - self.axis
        first, last = np.searchsorted(self.flat[:, self.axis], (low[self.axis], high[self.axis]))
        part = slice(first, last)
        across = self.flat[part, other]
        return first + np.flatnonzero((across > low[other]) & (across < high[other]) & (self.depth[part] < deepest))


def _runs_along_u(moves: list[dict[str, Any]], setting: int) -> bool:
    """Whether the ways of a setting go further along u than along v."""
    spans = [np.ptp(np.array(move["path"]), axis=0) for move in moves if move["setting"] == setting and move["path"]]
    u, v = np.sum(spans, axis=0)
    return bool(u > v)


_PART = 16


def _parts(path: list[list[float]]) -> list[np.ndarray]:
    """A way in short parts, each beginning where the last ended."""
    line = np.array(path)
    return [line[first : first + _PART + 1] for first in range(0, max(len(line) - 1, 1), _PART)]


def _taken(
    move: dict[str, Any], path: np.ndarray, silhouette: list[list[float]], flat: np.ndarray, depth: np.ndarray, more: float
) -> np.ndarray:
    """Which points lie within the bit at some place of a part of a move's way."""
    top = max(z for z, _, _ in silhouette)
    distance = to_path(flat, path)
    found = np.zeros(len(flat), dtype=bool)
    deepest, first = max(move["from_depth"], move["to_depth"]), min(move["from_depth"], move["to_depth"])
    steps = {deepest} | ({deepest - i * 0.25 for i in range(int((deepest - first) / 0.25) + 1)} if deepest > first else set())
    for at in steps:
        height = at - depth
        here = (height >= -more) & (height <= top + more)
        r = radius_at(silhouette, np.clip(height, 0.0, top))
        found |= here & (distance < r + more)
    return found


_DRAWN = 40
_PLACES = 24


def _drawn(moves: list[dict[str, Any]]) -> set[int]:
    """The moves that are looked at: all of a short plan, some of a long one, cuts and others alike."""
    chance = random.Random(len(moves))
    cuts = [number for number, move in enumerate(moves) if move["kind"] == "cut"]
    others = [number for number, move in enumerate(moves) if move["kind"] != "cut"]
    return {each for all_of in (cuts, others) for each in chance.sample(all_of, min(_DRAWN, len(all_of)))}


def _some(path: list[list[float]]) -> list[list[float]]:
    """Places of a way: its corners and places between them; of a long one as many as are enough."""
    if len(path) == 1:
        return path
    parts = max(1, _PLACES // (len(path) - 1))
    chords = list(itertools.pairwise(path))
    places = [[a[0] + (b[0] - a[0]) * i / parts, a[1] + (b[1] - a[1]) * i / parts] for a, b in chords for i in range(parts)]
    step = -(-len(places) // _PLACES)
    return [*places[::step], path[-1]]


@dataclass(frozen=True)
class _Look:
    """Points at which a move is looked at: for what, at which share of its way, and how many mm² each stands for."""

    number: int
    what: str
    points: np.ndarray
    share: float = 0.0
    worth: np.ndarray = field(default_factory=lambda: np.zeros(0))
    strips: int = 12

    def seen(self, here: np.ndarray) -> dict[str, float]:
        """Of a side, whose points of wood are given: how much of it is wood, its mm², and, of what lies nearer to the axis, how
        much of it weighed by how far from the axis it lies."""
        whole = float(self.worth.sum()) or 1.0
        wood = self.worth * here
        found = {self.what: float(wood.sum()) / whole, f"{self.what} area": float(wood.sum())}
        if self.what.endswith("near"):
            _, nearer = _shares(self.strips)
            by_share = wood.reshape(-1, self.strips).sum(axis=0) / whole * self.strips
            found |= {self.what: float(by_share.sum()), f"{self.what}, weighed": float((by_share * nearer).sum())}
            found[f"{self.what}, outermost"] = float(by_share[-1])
        return found


@dataclass(frozen=True)
class Judge:
    """A plan's JSON, and what it does to its board."""

    plan: dict[str, Any]
    before: tuple[Judge, ...] = ()
    """The plans of the cuts made in the same board before."""

    @property
    def works(self) -> list[dict[str, Any]]:
        """The boards."""
        return [body for body in self.plan["bodies"] if body["role"] == "work"]

    def in_work(self, points: np.ndarray) -> np.ndarray:
        """Which points (n × 3) lie in a board as it was before."""
        found = np.zeros(len(points), dtype=bool)
        for body in self.works:
            here = in_ring(points[:, :2], body["ring"]) & (points[:, 2] > body["z0"]) & (points[:, 2] < body["z1"])
            for hole in body["holes"]:
                here &= ~in_ring(points[:, :2], hole)
            found |= here
        for earlier in self.before:
            found[found] = earlier.first_gone(points[found], more=WITHIN) == len(earlier.plan["moves"])
        return found

    def local(self, move: dict[str, Any], points: np.ndarray) -> tuple[np.ndarray, np.ndarray]:
        """Points in the frame of a move: on the worked surface (n × 2), and how deep below it."""
        frame = self.plan["settings"][move["setting"]]["frame"]
        x, y = np.array(frame["x"]), np.array(frame["y"])
        out = out_of(frame)
        off = points - np.array(frame["origin"])
        return np.stack([off @ x, off @ y], axis=1), -(off @ out)

    def first_gone(self, points: np.ndarray, *, more: float = 0.0) -> np.ndarray:
        """The number of the move that takes each point away; one beyond the last where none does. `more` makes the bit that much
        larger."""
        moves = self.plan["moves"]
        found = np.full(len(points), len(moves))
        frames: dict[int, _Sorted] = {}
        for number, move in enumerate(moves):
            if move["kind"] not in CUTS or not move["turning"]:
                continue
            setting = move["setting"]
            if setting not in frames:
                frames[setting] = _Sorted.of(*self.local(move, points), _runs_along_u(moves, setting))
            seen = frames[setting]
            silhouette = self.plan["settings"][setting]["bit"]["silhouette"]
            wide = max(r for _, r, _ in silhouette) + more
            for part in _parts(move["path"]):
                here = seen.near(part, wide, max(move["from_depth"], move["to_depth"]) + more)
                here = here[found[seen.order[here]] > number]
                if len(here):
                    taken = _taken(move, part, silhouette, seen.flat[here], seen.depth[here], more)
                    found[seen.order[here[taken]]] = number
        return found

    def around(self, move: dict[str, Any], at: list[float], depth: float, *, shrunk: float, closely: bool) -> np.ndarray:
        """Points within the bit, standing at a place of a move's frame with its lowest point so deep; looked at `closely` they
        find slivers too."""
        silhouette = self.plan["settings"][move["setting"]]["bit"]["silhouette"]
        top = max(z for z, _, _ in silhouette)
        heights = np.unique(
            [
                *np.arange(0.02, min(1.0, top), 0.15),
                *np.linspace(0.02, max(min(depth, top) - 0.02, 0.03), 6),
                max(top - 0.02, 0.03),
                # A sliver lies at a corner of the silhouette, above it or below.
                *(z + by for z, _, _ in silhouette for by in (-0.03, 0.03) if 0.0 < z + by < top),
            ]
        )
        radii = np.maximum(radius_at(silhouette, heights) - shrunk, 0.0)
        turns = np.linspace(0, 2 * math.pi, 48 if closely else 16, endpoint=False)
        shares = np.array([*np.linspace(0.1, 0.95, 18), 0.99, 1.0] if closely else [0.3, 0.7, 1.0])
        h, s, a = (each.ravel() for each in np.meshgrid(np.arange(len(heights)), shares, turns, indexing="ij"))
        reach = radii[h] * s
        flat = np.stack([at[0] + reach * np.cos(a), at[1] + reach * np.sin(a)], axis=1)
        return self.placed(move, flat, depth - heights[h])

    def problems(self, *, also: frozenset[int] = frozenset()) -> list[str]:
        """What R21 forbids and the sample points show: a bit that starts or is carried in wood; down into wood with a bit that
        does not cut at its end, without a plunge base, or too deep at once; a setting changed while the bit turns; a side that is
        called fresh and is not, or is and was not called so. Of a long plan some moves are looked at, `also` these closely."""
        moves = self.plan["moves"]
        found: list[str] = []
        turning = False
        looked: list[_Look] = []
        drawn = _drawn(moves) | also
        for number, move in enumerate(moves):
            if move["kind"] in ("set", "turn-over", "shift"):
                if turning:
                    found.append(f"move {number} ({move['kind']}): the bit turns")
                continue
            turning = move["turning"]
            if number not in drawn:
                continue
            places = _some(move["path"]) if move["kind"] in ("start", "return") else move["path"][-1:]
            if move["kind"] in ("start", "return", "lift"):
                closely = number in also
                within = [self.around(move, at, move["to_depth"], shrunk=WITHIN, closely=closely) for at in places]
                looked += [_Look(number, "clear", points) for points in within]
            if move["kind"] == "plunge":
                looked.append(_Look(number, "plunge", self._column(move)))
            if move["kind"] == "cut":
                looked += self._sides(number, move)
        if turning:
            found.append("the bit still turns at the end")
        if not looked:
            return found
        points = np.concatenate([each.points for each in looked])
        wood = self.in_work(points)
        when = np.zeros(len(points), dtype=int)
        when[wood] = self.first_gone(points[wood], more=WITHIN)
        start = 0
        sides: dict[int, dict[float, dict[str, float]]] = {}
        down, last = 0.0, 0
        for each in looked:
            part = slice(start, start + len(each.points))
            start += len(each.points)
            number, what, move = each.number, each.what, moves[each.number]
            here = wood[part] & (when[part] >= number)
            name = f"move {number} ({move['kind']})"
            if what == "clear" and (wood[part] & (when[part] >= number)).any():
                found.append(f"{name}: the bit stands in wood")
            elif what == "plunge":
                deep = float(here.reshape(_STANDING, -1).sum(axis=1).max()) * _STEP
                # What goes down in steps without cutting along in between goes down at once.
                follows = all(between["kind"] in ("set", "plunge") for between in moves[last : number + 1])
                down, last = (down + deep if follows else deep), number
                found += [f"{name}: {wrong}" for wrong in self._plunge(move, deep, down)]
            elif what not in ("clear", "plunge"):
                sides.setdefault(number, {}).setdefault(each.share, {}).update(each.seen(here))
        for number, at_places in sides.items():
            places = list(at_places.values())
            seen = _side({name: float(np.mean([parts[name] for parts in places])) for name in places[0]})
            if max(map(_area, places)) < _SHAVING:
                seen = seen | {"none"}
            if _is_short(moves[number], self.plan["settings"][moves[number]["setting"]]):
                # Beside where it began, and at its bends, a little is left standing: what is so at one of the places will do.
                seen = seen.union(*map(_side, places))
                if moves[number]["path"][0] == moves[number]["path"][-1] and "both" in seen:
                    # Out from its own hole it meets wood on both sides, and back to it on the outer one.
                    seen = seen | {"left"}
            said = moves[number]["fresh"]
            if seen == {"none"} and said != "none" and self._takes_anything(number):
                continue
            # Earlier cuts and bends leave a side standing in places, and few places are looked at: less than is said is right. So
            # it is where a way runs into the wood with both flanks at one place alone, as at the end of a lane.
            bends = len(moves[number]["path"]) > 2
            if said == "both" and any("both" in _side(parts) for parts in places):
                continue
            if said is not None and said not in seen and not ((self.before or bends) and said == "both"):
                if said == "both" and any("both" in sides for sides in self._along_it(number)):
                    continue
                found.append(f"move {number} (cut): fresh wood {' or '.join(sorted(seen))}, said {said}")
        return found

    def _along_it(self, number: int) -> Iterator[set[str]]:
        """On which side a cut meets wood at many places: close to both its ends, where it may run into what still stands beside
        it, and in between, where others may have left a little on one side."""
        move = self.plan["moves"][number]
        length = sum(math.dist(a, b) for a, b in itertools.pairwise(move["path"]))
        near = [min(away / length, 0.5) for away in (_CLOSE, 2 * _CLOSE, 4 * _CLOSE, 8 * _CLOSE)]
        looks = self._sides(number, move, at=(*near, *np.linspace(0.1, 0.9, 17), *(1 - each for each in near)))
        points = np.concatenate([look.points for look in looks])
        here = self.in_work(points)
        here[here] = self.first_gone(points[here], more=WITHIN) >= number
        met: dict[float, dict[str, float]] = {}
        for look, wood in zip(looks, np.split(here, np.cumsum([len(look.points) for look in looks])[:-1]), strict=True):
            met.setdefault(look.share, {}).update(look.seen(wood))
        yield from map(_side, met.values())

    def _takes_anything(self, number: int) -> bool:
        """Whether a move takes wood anywhere on its way, of which only a few places are looked at for its sides: it is looked for
        at some places, and where none is found there at many."""
        return self._takes_at(number, turns=12, rims=(0.985,), depths=5) or self._takes_at(
            number, turns=48, rims=(0.8, 0.9, 0.985), depths=12
        )

    def _takes_at(self, number: int, *, turns: int, rims: Sequence[float], depths: int) -> bool:
        """The same, so many places round the bit being looked at, at shares of its radius and at so many depths."""
        move = self.plan["moves"][number]
        r = max(r for _, r, _ in self.plan["settings"][move["setting"]]["bit"]["silhouette"])
        path = [np.array(each) for each in move["path"]]
        round_it = np.linspace(0, 2 * math.pi, turns, endpoint=False)
        rim = np.concatenate([of * r * np.stack([np.cos(round_it), np.sin(round_it)], axis=1) for of in rims])
        shares = np.linspace(0.0, 1.0, max(3, 50 // (len(path) - 1)))
        flat = np.concatenate([a + (b - a) * share + rim for a, b in itertools.pairwise(path) for share in shares])
        ends = [end for work in self.works for end in (work["z0"], work["z1"])]
        faces = self.local(move, np.array([(0.0, 0.0, end) for end in ends]))[1]
        below = (*np.linspace(0.05, move["to_depth"], depths), *np.minimum(faces, move["to_depth"]) - 0.1)
        points = np.concatenate([self.placed(move, flat, np.full(len(flat), at)) for at in below])
        wood = self.in_work(points)
        return bool(wood.any()) and bool((self.first_gone(points[wood], more=WITHIN) == number).any())

    def _column(self, move: dict[str, Any]) -> np.ndarray:
        """Points below a plunge, from the surface down to where it ends: in columns at its axis and around it."""
        depths = np.arange(_STEP / 2, max(move["to_depth"], _STEP), _STEP)
        r = max(r for _, r, _ in self.plan["settings"][move["setting"]]["bit"]["silhouette"])
        rings = [(0.6 * r, 2 * math.pi * i / 8) for i in range(8)] + [(r - WITHIN, 2 * math.pi * i / 24) for i in range(24)]
        spots = np.array([(0.0, 0.0), *((far * math.cos(turn), far * math.sin(turn)) for far, turn in rings)])
        spots = spots + np.array(move["path"][0])
        return self.placed(move, np.repeat(spots, len(depths), axis=0), np.tile(depths, len(spots)))

    def _plunge(self, move: dict[str, Any], deep: float, down: float) -> list[str]:
        """What is wrong with going down through so much wood, and through so much with the plunges just before it."""
        if deep <= _STEP:
            return []
        setting = self.plan["settings"][move["setting"]]
        silhouette = setting["bit"]["silhouette"]
        found = []
        if not setting["bit"]["cuts_at_end"]:
            found.append("this bit does not cut at its end")
        if setting["mounting"] == "hand" and setting["base"]["kind"] != "plunge":
            found.append("this base does not plunge")
        undercut = any(b[1] < a[1] - 1e-6 for a, b in itertools.pairwise(silhouette))
        if down > max(r for _, r, _ in silhouette) + _STEP and not undercut:
            found.append(f"{down:.2f} mm deep at once")
        return found

    def _sides(self, number: int, move: dict[str, Any], *, at: Sequence[float] = ()) -> list[_Look]:
        """Points on both sides of a cut's heading, in some places or `at` some shares of its way: at its flanks, and nearer to
        the axis."""
        path = [np.array(each) for each in move["path"]]
        lengths = [float(np.hypot(*(b - a))) for a, b in itertools.pairwise(path)]
        silhouette = self.plan["settings"][move["setting"]]["bit"]["silhouette"]
        top = max(z for z, _, _ in silhouette)
        if sum(lengths) < max(4.0, max(r for _, r, _ in silhouette)):
            return []
        heights = np.unique(np.concatenate([np.arange(0.03, min(1.5, top), 0.1), np.linspace(0.03, top - 0.03, 14)]))
        heights = heights[heights < move["to_depth"] - 0.01]
        radii = radius_at(silhouette, heights)
        found = []
        for share in at or _looked_at(lengths, max(radii, default=0.0)) if len(heights) > 1 else ():
            spot, heading = _along(path, lengths, share)
            before = _before(path, lengths, sum(lengths) * share - 2 * max(radii, default=0.0))
            for name, points in self._beside(move, spot, heading, heights, radii, before):
                found.append(_Look(number, name, points, share, _worth(heights, radii, name)))
        return found

    def _beside(
        self,
        move: dict[str, Any],
        at: np.ndarray,
        heading: np.ndarray,
        heights: np.ndarray,
        radii: np.ndarray,
        before: list[list[float]],
        strips: int = 12,
    ) -> list[tuple[str, np.ndarray]]:
        """Points on both sides of a place of a way, at its flanks and nearer to the axis; what the same move took before it came
        there is gone, and counts as far above the wood."""
        normal = np.array([-heading[1], heading[0]])
        shares = np.concatenate([sign * part for sign in (1.0, -1.0) for part in _shares(strips)])
        across = at + normal * (radii[:, None] * shares).ravel()[:, None]
        depths = np.repeat(move["to_depth"] - heights, len(shares))
        depths[to_path(across, before) < np.repeat(radii, len(shares))] = -1_000.0
        points = self.placed(move, across, depths).reshape(len(heights), 4, strips, 3)
        return [(name, points[:, i].reshape(-1, 3)) for i, name in enumerate(("left", "left near", "right", "right near"))]

    def right_alone(self, number: int, at: list[float]) -> bool:
        """Whether a move finds fresh wood on its right alone at a place of the board."""
        move = self.plan["moves"][number]
        path = [np.array(each) for each in move["path"]]
        lengths = [float(np.hypot(*(b - a))) for a, b in itertools.pairwise(path)]
        (spot,), _ = self.local(move, np.array([at]))
        nearest = min(range(len(lengths)), key=lambda i: float(to_path(spot[None, :], move["path"][i : i + 2])[0]))
        heading = (path[nearest + 1] - path[nearest]) / lengths[nearest]
        silhouette = self.plan["settings"][move["setting"]]["bit"]["silhouette"]
        heights = np.linspace(0.03, min(max(z for z, _, _ in silhouette), move["to_depth"]) - 0.03, 20)
        radii = radius_at(silhouette, heights)
        along = sum(lengths[:nearest]) + float(np.hypot(*(spot - path[nearest])))
        met: dict[str, float] = {}
        gone = _before(path, lengths, along - 2 * max(radii))
        for name, points in self._beside(move, spot, heading, heights, radii, gone, _FINE_STRIPS):
            wood = self.in_work(points)
            here = np.zeros(len(points), dtype=bool)
            here[wood] = self.first_gone(points[wood], more=WITHIN) >= number
            met |= _Look(number, name, points, 0.0, _worth(heights, radii, name, _FINE_STRIPS), _FINE_STRIPS).seen(here)
        return "right" in _side(met)

    def loose(self) -> float:
        """The volume in cm³ of the largest piece beside the main one, when all is done: columns on a grid, in layers, and what
        of them hangs together. What was loose before counts for nothing."""
        works = [np.array(body["ring"]) for body in self.works]
        low, high = np.min([w.min(axis=0) for w in works], axis=0), np.max([w.max(axis=0) for w in works], axis=0)
        step = max(1.0, math.sqrt(float(np.prod(high - low)) / _COLUMNS))
        xs, ys = np.arange(low[0] + step / 2, high[0], step), np.arange(low[1] + step / 2, high[1], step)
        tops = {body[end] for body in self.works for end in ("z0", "z1")}
        # Floors of earlier cuts too: a thin one holds the board together.
        plans = (self.plan, *(each.plan for each in self.before))
        for plan, move in ((each, move) for each in plans for move in each["moves"]):
            if move["kind"] in CUTS and move["turning"]:
                setting = plan["settings"][move["setting"]]
                out = float(out_of(setting["frame"])[2])
                tops.add(setting["frame"]["origin"][2] - out * move["to_depth"])
        if any(abs(float(out_of(each["frame"])[2])) < 0.5 for each in self.plan["settings"]):
            # What is worked along a tall fence stands on its end: what is left between its flanks is as thin as they make it.
            tops |= set(np.arange(min(tops), max(tops), _THIN_LAYER))
        zs = sorted(z for z in tops if min(b["z0"] for b in self.works) <= z <= max(b["z1"] for b in self.works))
        layers = [(a + b) / 2 for a, b in itertools.pairwise(zs) if b - a > 0.01]
        thick = [b - a for a, b in itertools.pairwise(zs) if b - a > 0.01]
        gx, gy, gz = np.meshgrid(xs, ys, layers, indexing="ij")
        points = np.stack([gx.ravel(), gy.ravel(), gz.ravel()], axis=1)
        solid = self.in_work(points)
        volumes = np.array(thick) * step * step
        already = _pieces(solid.reshape(gx.shape), volumes)[1:]
        solid[solid] = self.first_gone(points[solid], more=WITHIN) == len(self.plan["moves"])
        found = [each for each in _pieces(solid.reshape(gx.shape), volumes)[1:] if each not in already]
        return found[0] / 1_000 if found else 0.0

    def placed(self, move: dict[str, Any], flat: np.ndarray, depths: np.ndarray) -> np.ndarray:
        """Points of a move's frame (n × 2, and how deep) in the board's coordinates."""
        frame = self.plan["settings"][move["setting"]]["frame"]
        x, y = np.array(frame["x"]), np.array(frame["y"])
        return np.array(frame["origin"]) + flat[:, :1] * x + flat[:, 1:2] * y - depths[:, None] * out_of(frame)


_FLANK = 0.82
"""Of the radius: what lies further out is the flank. A widening pass moves on by 0.9 of the width at most (R8)."""
_SLIVER = 0.01
"""The share of a side's points that counts as wood; a corner leaves less."""
_HARDLY = 0.1
"""The share of a side's points up to which it may be said to be free."""
_BESIDE, _UNSURE = 0.2, 0.06
"""Of the radius: where the middle of a strip lies further from the axis, it stands beside it; points see that so well."""
_CLOSE = 0.5
"""mm from its end at which a cut is close to it."""
_THIN_LAYER = 0.5
"""mm, of a board that stands on its end."""
_SHAVING = 0.65
"""mm²: less wood than that, as points see it, may be said to be on no side."""
_FINE_STRIPS = 60
"""On a side, where a single place is looked at."""
_STEP = 0.1
_STANDING = 33
"""Columns of points in which a plunge is looked at."""


@cache
def _shares(strips: int) -> tuple[np.ndarray, np.ndarray]:
    """Shares of the radius at which points are taken at a flank, and nearer to the axis, in the middles of strips."""
    middles = (np.arange(strips) + 0.5) / strips
    return _FLANK + (1 - _FLANK) * middles, _FLANK * middles


def _worth(heights: np.ndarray, radii: np.ndarray, name: str, strips: int = 12) -> np.ndarray:
    """The mm² of a section that each point of a side stands for: those of a height stand for as much as lies between it and the
    next ones."""
    width = (_FLANK if name.endswith("near") else 1 - _FLANK) / strips
    return np.repeat(np.gradient(heights) * radii * width, strips)


def _area(parts: dict[str, float]) -> float:
    """The mm² of wood at a place."""
    return sum(value for name, value in parts.items() if name.endswith("area"))


def _is_short(move: dict[str, Any], setting: dict[str, Any]) -> bool:
    """Whether a way with bends has no straight part that is long enough to be looked at by itself."""
    r = max(r for _, r, _ in setting["bit"]["silhouette"])
    lengths = [math.dist(a, b) for a, b in itertools.pairwise(move["path"])]
    return len(lengths) > 1 and max(lengths) < 2.5 * r


def _side(parts: dict[str, float]) -> set[str]:
    """On which side there is wood. A side is fresh where its flank meets wood: of a lane wider than the radius a part lies beyond
    the axis, and still the other flank runs free. Where neither flank meets any, it counts where the middle of what lies nearer
    to the axis is; of wood across the axis anything may be said. Several where points cannot tell."""
    left, right = parts.get("left", 0.0), parts.get("right", 0.0)
    if left > _SLIVER and right > _SLIVER:
        # A side of which points meet little may count as none.
        return {"both"} if min(left, right) > _HARDLY else {"both", "left" if left > right else "right"}
    if left > _SLIVER or right > _SLIVER:
        side, other = ("left", "right") if left > right else ("right", "left")
        # Wood that reaches as far as the other flank may reach into it by less than points lie apart.
        unsure = {"both"} if parts.get(f"{other} near, outermost", 0.0) > _SLIVER else set()
        return unsure | ({side} if max(left, right) > _HARDLY else {side, "none"})
    wood = parts.get("left near", 0.0) + parts.get("right near", 0.0)
    if wood <= _SLIVER:
        return {"none"}
    middle = (parts.get("left near, weighed", 0.0) - parts.get("right near, weighed", 0.0)) / wood
    if abs(middle) <= _BESIDE - _UNSURE:
        return {"left", "right", "both", "none"}
    side = "left" if middle > 0 else "right"
    return {side} if abs(middle) > _BESIDE + _UNSURE else {"left", "right", "both", "none"}


def _looked_at(lengths: list[float], r: float) -> list[float]:
    """The shares of a path at which its sides are looked at: the middles of its longest straight parts, since at a corner a bit
    that runs outwards meets wood on both sides for a moment; of a curve three places, of a single one
    five."""
    whole = sum(lengths)
    longest = sorted(range(len(lengths)), key=lambda i: -lengths[i])[:3]
    if len(lengths) == 1:
        return [0.08, 0.3, 0.5, 0.7, 0.92]
    if lengths[longest[0]] < 2.5 * r:
        return [0.3, 0.5, 0.7]
    return [(sum(lengths[:i]) + lengths[i] / 2) / whole for i in longest if lengths[i] > 2.5 * r]


def _along(path: list[np.ndarray], lengths: list[float], share: float) -> tuple[np.ndarray, np.ndarray]:
    """The place at a share of a path, and its heading there."""
    left = sum(lengths) * share
    for a, b, length in zip(path, path[1:], lengths, strict=False):
        if left <= length and length > 0:
            heading = (b - a) / length
            return a + heading * left, heading
        left -= length
    heading = (path[-1] - path[-2]) / lengths[-1]
    return path[-1], heading


def _before(path: list[np.ndarray], lengths: list[float], left: float) -> list[list[float]]:
    """A path as far as so many mm; far away where that is before its beginning."""
    if left <= 0:
        return [[1e6, 1e6]]
    found = [path[0]]
    for a, b, length in zip(path, path[1:], lengths, strict=False):
        if left <= length:
            found.append(a + (b - a) * (left / length))
            break
        found.append(b)
        left -= length
    return [list(each) for each in found]


_COLUMNS = 20_000


def _pieces(solid: np.ndarray, volume: np.ndarray) -> list[float]:
    """The volumes of the parts of a grid that hang together by their faces, the largest first: runs along its second axis, joined
    where runs of the next row or the next layer lie beside them."""
    runs: dict[tuple[int, int], list[tuple[int, int, int]]] = defaultdict(list)
    part: list[int] = []
    sizes: list[float] = []

    def root(of: int) -> int:
        while part[of] != of:
            part[of] = of = part[part[of]]
        return of

    edged = np.diff(np.pad(solid, ((0, 0), (1, 1), (0, 0))).astype(np.int8), axis=1)
    starts, ends = (np.argwhere(np.swapaxes(edged == sign, 1, 2)) for sign in (1, -1))
    for (i, k, first), (_, _, end) in zip(starts.tolist(), ends.tolist(), strict=True):
        own = len(part)
        part.append(own)
        sizes.append(float(volume[k]) * (end - first))
        runs[i, k].append((first, end, own))
        for other, last, known in (*runs.get((i - 1, k), ()), *runs.get((i, k - 1), ())):
            if other < end and first < last and root(known) != root(own):
                part[root(known)] = root(own)
    found: dict[int, float] = defaultdict(float)
    for own, size in enumerate(sizes):
        found[root(own)] += size
    return sorted(found.values(), reverse=True)
