"""What stands around a board that goes along a tall fence over a table (R21)."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ranura.core.geometry.rings import Ring
from ranura.core.holding.tall_fence import AlongFence
from ranura.core.proof.bodies import standing
from ranura.core.proof.moves import Body

FENCE_DEEP, BLOCK = 40.0, 40.0
"""mm: how deep the fence is drawn, and how long the block behind the board."""
_FENCE_PAST, _BLOCK_HIGH = 60.0, 100.0


def _across(x0: float, x1: float, y0: float, y1: float) -> Ring:
    return ((x0, y0), (x1, y0), (x1, y1), (x0, y1))


def fence_beside(along: AlongFence, name: str, *, first: bool, low: float, high: float, begun: int, after: int | None) -> Body:
    """The fence on the face where y is low, or on the other, from one height of the standing board to another, for some moves."""
    y0, y1 = (-FENCE_DEEP, 0.0) if first else (along.thick, along.thick + FENCE_DEEP)
    body = standing(name, "fence", _across(-_FENCE_PAST, along.run + _FENCE_PAST, y0, y1), low, high)
    return replace(body, from_move=begun, to_move=after)


def blocks_behind(along: AlongFence, turned: int | None) -> Iterator[Body]:
    """The block that follows a board on its end; once that was turned, behind its other side."""
    if not along.across_grain:
        return
    low = max(along.high - _BLOCK_HIGH, 0.0)
    behind = standing("backer-1", "backer", _across(along.run, along.run + BLOCK, 0.0, along.thick), low, along.high)
    yield replace(behind, to_move=turned)
    if turned is not None:
        before = standing("backer-2", "backer", _across(-BLOCK, 0.0, 0.0, along.thick), low, along.high)
        yield replace(before, from_move=turned)
