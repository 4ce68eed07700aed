"""R21.1: where the router is switched on, on every way back and after lifting, the bit touches no wood; nothing is changed while
it turns."""

from __future__ import annotations

import math
from collections.abc import Iterator
from itertools import pairwise

from ranura.core.geometry.rings import Point
from ranura.core.proof import words
from ranura.core.proof.findings import Found
from ranura.core.proof.standing import touches
from ranura.core.proof.steps import Step

_EVERY = 5.0
"""mm between two places of a way back."""


def clear(step: Step) -> Iterator[Found]:
    """What is not clear at a move."""
    move = step.move
    if move.kind in ("set", "shift", "turn-over"):
        if step.bit.turning:
            at = move.path[0] if move.path else (0.0, 0.0)
            yield step.found(1, words.TURNS_WHILE_CHANGED, step.on_board(at), 0.0)
        return
    said = {"start": words.STARTS_IN_WOOD, "return": words.CARRIED_THROUGH_WOOD, "lift": words.LEFT_IN_WOOD}.get(move.kind)
    if said is None or move.to_depth is None:
        return
    tip = step.z(move.to_depth)
    for at in _along(move.path) if move.kind == "return" else move.path[-1:]:
        spot = step.on_board(at)
        if touches(step.wood, step.setting.bit, tip, step.out, spot):
            yield step.found(1, said, spot, move.to_depth)
            return


def stands_in_the_end(last: Step) -> Iterator[Found]:
    """Whether the bit stands when all is done."""
    if last.move.turning and last.move.path:
        yield last.found(1, words.LEFT_TURNING, last.on_board(last.move.path[-1]), last.move.to_depth or 0.0)


def _along(path: tuple[Point, ...]) -> Iterator[Point]:
    """The points of a way, none further from the next than a few mm."""
    yield path[0]
    for (x0, y0), (x1, y1) in pairwise(path):
        count = max(1, math.ceil(math.dist((x0, y0), (x1, y1)) / _EVERY))
        for i in range(1, count + 1):
            yield (x0 + (x1 - x0) * i / count, y0 + (y1 - y0) * i / count)
