"""Places of a plan at which the same is done in the same surroundings: what is found at the first of them holds for all (R21)."""

from __future__ import annotations

from dataclasses import dataclass, replace
from itertools import groupby

import numpy as np

from ranura.core.geometry.paths import points_of
from ranura.core.geometry.rings import Box, Point, around, extent
from ranura.core.proof.cutter import widest
from ranura.core.proof.moves import GuidePlace, MachineSetting, Move, Program
from ranura.core.proof.pieces import goes_through
from ranura.core.proof.surroundings import edges_near, seen_from
from ranura.core.proof.wood import CUTTING, Wood, place_on, swept_by

_MARGIN = 1.0
"""mm beyond base and bit that are looked at too."""
_ALONG_EDGES = 500.0
"""mm around that are looked at where a guide runs along an edge of the work."""


@dataclass(frozen=True, slots=True)
class Alike:
    """A visit that is like an earlier one: its first move, the one after its last, and by how many moves that one was earlier."""

    first: int
    after: int
    earlier: int


class Stations:
    """The visits of a plan to its stations, each begun by a shift, and which of them are like an earlier one. The last is always
    looked at for itself; so is one that follows a template or goes right through, since more than what is near decides there."""

    def __init__(self, program: Program) -> None:
        self._program = program
        self._ends: dict[int, int] = {}
        """Of the first move of each visit, the one after its last."""
        first = 0
        for _, moves in groupby(program.moves, key=lambda move: move.station):
            after = first + len(list(moves))
            if program.moves[first].kind == "shift" and after < len(program.moves):
                self._ends[first] = after
            first = after
        self._kinds: list[MachineSetting] = []
        self._kind_of: dict[int, int] = {}
        self._seen: dict[object, int] = {}
        self._when_and_where = _when_and_where(program) if self._ends else np.zeros((0, 6))

    def like(self, number: int, wood: Wood, *, turning: bool) -> Alike | None:
        """The visit that begins with a move, where an earlier one did the same in the same surroundings; None where none does, or
        no visit begins there. `turning` is whether the bit turns before it."""
        after = self._ends.get(number)
        if after is None:
            return None
        earlier = self._seen.setdefault((turning, self._key(number, after, wood)), number)
        return Alike(number, after, number - earlier) if earlier != number else None

    def _key(self, first: int, after: int, wood: Wood) -> object:
        """All that what is found on a visit depends on; its own first move where more than what is near decides."""
        moves = self._program.moves[first:after]
        settings = self._program.settings
        used = {move.setting: settings[move.setting] for move in moves if move.path}
        begun = next((move.path[0] for move in moves if move.path), None)
        if begun is None or any(_follows_template(guide) for setting in used.values() for guide in setting.guides):
            return first
        taking = [swept_by(each, settings[each.setting]) for each in moves if each.kind in CUTTING]
        if any(swept is not None and goes_through(wood, swept) for swept in taking):
            return first
        reach = max(_reach(setting) for setting in used.values())
        box = around([place_on(settings[move.setting].frame, at) for move in moves for at in move.path], reach)
        at = place_on(settings[moves[-1].setting].frame, begun)
        numbers = {number: place for place, number in enumerate(used)}
        return (
            tuple((self._kind(number), *(_from(guide.at, begun) for guide in used[number].guides)) for number in used),
            tuple((numbers[move.setting] if move.path else 0, *_seen(move, begun)) for move in moves),
            tuple(seen_from(wood, each, at) for each in wood.near(box)),
            self._bodies(first, after, box, at, wood),
        )

    def _kind(self, number: int) -> int:
        """The kind of a setting; the same for all that differ only in where their guides stand."""
        if number not in self._kind_of:
            setting = self._program.settings[number]
            guides = tuple(replace(guide, at=None, body="work-1" if guide.body == "work-1" else None) for guide in setting.guides)
            kind = replace(setting, guides=guides)
            if kind not in self._kinds:
                self._kinds.append(kind)
            self._kind_of[number] = self._kinds.index(kind)
        return self._kind_of[number]

    def _bodies(self, first: int, after: int, box: Box, at: Point, wood: Wood) -> object:
        """The bodies that come near a box during a visit: what they are, when they are there, and their edges."""
        x0, y0, x1, y1, begins, ends = self._when_and_where.T
        near = (x0 < box[2]) & (x1 > box[0]) & (y0 < box[3]) & (y1 > box[1]) & (begins < after) & (ends > first)
        bodies = [self._program.bodies[i] for i in np.flatnonzero(near)]
        return tuple(
            (
                each.role,
                max(each.from_move, first) - first,
                min(each.to_move or after, after) - first,
                edges_near(wood, [each], box, at),
            )
            for each in bodies
        )


def _when_and_where(program: Program) -> np.ndarray:
    """Of each body the box around it, the first move that it is there for, and the first that it is gone for (n × 6)."""
    last = len(program.moves)
    return np.array([(*extent(each.ring), each.from_move, each.to_move or last) for each in program.bodies]).reshape(-1, 6)


def _follows_template(guide: GuidePlace) -> bool:
    return guide.kind in ("bushing", "bearing") and guide.body == "template"


def _reach(setting: MachineSetting) -> float:
    """mm around its path that a setting is looked at with."""
    if any(guide.kind == "edge-guide" or (guide.kind == "fence" and setting.mounting == "table") for guide in setting.guides):
        return _ALONG_EDGES
    base = setting.base
    far = float(np.abs(points_of(base.ring)).max())
    collars = (collar.r for collar in setting.bit.bearings)
    return max(far, base.handle_reach or 0.0, widest(setting.bit), *collars) + _MARGIN


def _from(at: Point | None, origin: Point) -> Point | None:
    """A point seen from another in the same frame."""
    return None if at is None else (round(at[0] - origin[0], 5), round(at[1] - origin[1], 5))


def _seen(move: Move, origin: Point) -> tuple[object, ...]:
    """A move, wherever it is."""
    path = tuple(_from(at, origin) for at in move.path)
    depths = (move.from_depth, move.to_depth)
    return (move.kind, path, depths, move.turning, move.fresh, move.feed_m_min, move.changes)
