"""A board that stands on an end: as it is seen then, its own board with the worked end up (R21).

What bits do is reckoned down from a worked surface. So a board that stands is looked at in coordinates of its own: x along its
width from the near edge, y through its thickness, z from the far end up to the worked one; and placed back on the board where
something is said of it.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

from ranura.core.board.pieces import Piece
from ranura.core.geometry.placing import Placing

End = Literal["left", "right"]


@dataclass(frozen=True, kw_only=True, slots=True)
class Standing:
    """How a cut has its board stand: the end that is worked, and how many mm of the board it reaches into."""

    end: End
    deep: float


def stood(piece: Piece) -> Piece:
    """A board as it stands: as long as it was wide, as wide as it was thick, as thick as it was long; without its openings."""
    return replace(piece, length=piece.width, width=piece.thickness, thickness=piece.length, outline=None, openings=())


def placing_of(piece: Piece, end: End) -> Placing:
    """Where the board as it stands lies in the coordinates of the board. Its near edge stays where x begins, so
    that two boards whose near edges meet are counted alike; at the left end y then begins at the shown face, at the right end at
    the back.

    >>> from ranura.core.text.lengths import read
    >>> board = Piece(name="", material="", length=read("300", "mm"), width=read("90", "mm"), thickness=read("20", "mm"))
    >>> [placing_of(board, end).on_first((10, 2, 300)) for end in ("left", "right")]
    [(0.0, 10, 18.0), (300, 10, 2)]"""
    if end == "right":
        return Placing(origin=(0, 0, 0), x=(0, 1, 0), y=(0, 0, 1), z=(1, 0, 0))
    return Placing(origin=(piece.length.mm, 0, piece.thickness.mm), x=(0, 1, 0), y=(0, 0, -1), z=(-1, 0, 0))
