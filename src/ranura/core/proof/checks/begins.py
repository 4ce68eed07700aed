"""R21.2: how a bit comes into wood: sideways from outside, or straight down with bit and base made for it, a little at once."""

from __future__ import annotations

import math
from collections.abc import Iterator

from ranura.core.geometry import closeness
from ranura.core.geometry.paths import length_of
from ranura.core.proof import words
from ranura.core.proof.cutter import is_undercut, widest
from ranura.core.proof.findings import Found
from ranura.core.proof.moves import Move
from ranura.core.proof.standing import touches
from ranura.core.proof.steps import THIN, Bit, Step

_APART = 0.01
"""mm between the end of a move and the beginning of the next that count as none."""
_STEEPEST = 0.1


def begins(step: Step) -> Iterator[Found]:
    """How a move begins, and what it goes down through."""
    move = step.move
    if move.kind in ("set", "shift", "turn-over", "start") or move.to_depth is None or not move.path:
        return
    spot = step.on_board(move.path[0])
    if not _hangs_together(step.bit, move):
        yield step.found(2, words.WAY_UNSAID, spot, move.to_depth)
        return
    if move.kind == "enter" and touches(step.wood, step.setting.bit, step.z(move.to_depth), step.out, spot):
        yield step.found(2, words.ENTERS_FROM_WOOD, spot, move.to_depth)
    elif move.kind == "plunge":
        yield from _plunges(step)
    elif move.kind == "ramp" and move.from_depth is not None:
        way, deep = length_of(move.path, closed=False), move.to_depth - move.from_depth
        if closeness.over(deep, _STEEPEST * way):
            yield step.found(2, words.RAMP_TOO_STEEP, spot, move.to_depth, deep=deep, way=way)


def _plunges(step: Step) -> Iterator[Found]:
    assert step.swept is not None
    deep = step.below
    if deep <= THIN:
        return
    bit, depth = step.setting.bit, step.move.to_depth or 0.0
    spot = step.swept.path[0]
    step.plunged += deep
    if not bit.cuts_at_end:
        yield step.found(2, words.PLUNGES_WITHOUT_CUTTING_END, spot, depth)
    if step.by_hand and step.setting.base.kind != "plunge":
        yield step.found(2, words.PLUNGES_WITHOUT_BASE, spot, depth)
    most = widest(bit)
    if closeness.over(step.plunged, most + THIN) and not is_undercut(bit):
        yield step.found(2, words.PLUNGES_TOO_DEEP, spot, depth, deep=step.plunged, most=most)


def _hangs_together(bit: Bit, move: Move) -> bool:
    """Whether a move begins where the bit is, as deep as it is."""
    if bit.at is None or bit.depth is None or move.from_depth is None:
        return False
    return math.dist(bit.at, move.path[0]) <= _APART and abs(bit.depth - move.from_depth) <= _APART
