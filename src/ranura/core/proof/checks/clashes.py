"""R21.7: the base stays clear of clamps, blocks and vice, and the bit of all that it is not meant to cut."""

from __future__ import annotations

import math
from collections.abc import Iterator

from ranura.core.geometry.rings import Box, Ring, around, extent, overlap
from ranura.core.proof import words
from ranura.core.proof.checks.base import half_width
from ranura.core.proof.cutter import widest
from ranura.core.proof.findings import Found
from ranura.core.proof.moves import Body, Cutter
from ranura.core.proof.shapes import shape_of, way_of
from ranura.core.proof.steps import Step
from ranura.core.proof.wood import Swept

_IN_BASES_WAY = frozenset({"clamp", "vice", "pin"})
_NOT_TO_CUT = frozenset({"clamp", "vice", "pin", "fence", "block", "template", "bench"})
_TOUCHES = 0.1
"""mm by which outlines may overlap and still only touch."""


class Clashes:
    """The check; the same way beside the same bodies is looked at once."""

    def __init__(self) -> None:
        self._base_seen: set[object] = set()
        self._boxes: dict[str, Box] = {}

    def __call__(self, step: Step) -> Iterator[Found]:
        """What base or bit would run into."""
        move = step.move
        if not move.path or not move.turning:
            return
        path = step.swept.path if step.swept is not None else tuple(step.on_board(at) for at in move.path)
        if step.by_hand and (path, half_width(step.setting)) not in self._base_seen:
            self._base_seen.add((path, half_width(step.setting)))
            yield from self._base(step, path)
        if step.swept is not None:
            yield from self._bit(step, step.swept)

    def _base(self, step: Step, path: Ring) -> Iterator[Found]:
        face, out = step.setting.frame.origin[2], step.out
        reach = max(half_width(step.setting), step.setting.base.handle_reach or 0.0)
        for body in self._near(step, path, reach, _IN_BASES_WAY):
            stands = (body.z1 - face) * out > 1.0 or (body.z0 - face) * out > 1.0
            if stands and way_of(path).distance(shape_of(body)) < reach - _TOUCHES:
                yield step.found(7, words.BASE_MEETS, path[0], 0.0, what=_NAMES[body.role])
                return

    def _bit(self, step: Step, swept: Swept) -> Iterator[Found]:
        bit, path = step.setting.bit, swept.path
        for body in self._near(step, path, _widest_of(bit), _NOT_TO_CUT):
            low, high = sorted(((body.z0 - swept.tip) * swept.out, (body.z1 - swept.tip) * swept.out))
            r = swept.profile.between(low + 1e-6, high - 1e-6)
            away, depth = way_of(path).distance(shape_of(body)), step.move.to_depth or 0.0
            if r and away < r - _TOUCHES:
                if body.role == "bench":
                    yield step.found(7, words.NO_SACRIFICIAL_BOARD, path[0], depth, extra=high)
                else:
                    yield step.found(7, words.BIT_MEETS, path[0], depth, what=_NAMES[body.role])
                return
            if away < max((r for z0, z1, r in _turning(bit) if z0 < high - 1e-6 and z1 > low + 1e-6), default=0.0) - _TOUCHES:
                if body.role == "bench":
                    below = high - min(z0 for z0, _, _ in _turning(bit))
                    clear = float(math.ceil(below + _CLEAR_OF_BENCH - 1e-9))
                    yield step.found(7, words.BEARING_MEETS_BENCH, path[0], depth, below=below, clear=clear)
                else:
                    yield step.found(7, words.BIT_MEETS, path[0], depth, what=_NAMES[body.role])
                return

    def _near(self, step: Step, path: Ring, reach: float, roles: frozenset[str]) -> Iterator[Body]:
        """The bodies of some roles that stand there, and whose box comes near the one around a path."""
        box = around(path, reach)
        for body in step.there:
            if body.role in roles:
                if body.id not in self._boxes:
                    self._boxes[body.id] = extent(body.ring)
                if overlap(self._boxes[body.id], box):
                    yield body


def _widest_of(bit: Cutter) -> float:
    """The widest of all that turns, in mm."""
    return max(widest(bit), *(r for _, _, r in _turning(bit)), 0.0)


def _turning(bit: Cutter) -> list[tuple[float, float, float]]:
    """What turns and does not cut: from and to which height above the tip, and its radius. A bearing touches what it rides."""
    found = [(each.z0, each.z1, each.r) for each in bit.bearings]
    if bit.screw_z is not None:
        found.append((bit.screw_z, 0.0, min((each.r for each in bit.bearings), default=0.0) / 2))
    return found


_CLEAR_OF_BENCH = 3.0
_NAMES = {
    "clamp": "a clamp",
    "vice": "the vice",
    "pin": "the starting pin",
    "fence": "the fence",
    "block": "a stop block",
    "template": "the template",
}
