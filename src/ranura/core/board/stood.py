"""A board that stands on an end or an edge: as it is seen then, its own board with the worked side up (R21).

What bits do is reckoned down from a worked surface. So a board that stands is looked at in coordinates of its own: x along the
worked side, y through the board's thickness, z from the far side up to the worked one; and placed back on the board where
something is said of it.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

from ranura.core.board.pieces import Piece, Side, openings_of
from ranura.core.geometry import closeness
from ranura.core.geometry.placing import Placing
from ranura.core.geometry.rings import extent

End = Literal["left", "right"]
CLEAR_OF_OPENING = 10.0
"""mm of whole board that must stay between what is cut into a side and an opening."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Standing:
    """How a cut has its board stand: the side that is worked, how many mm of it are reached into, and the board as it lies."""

    on: Side
    deep: float
    board: Piece


def stood(piece: Piece, on: Side) -> Piece:
    """A board as it stands: as long as the worked side, as wide as it was thick, as thick as it is high then; without its
    openings."""
    along, high = (piece.width, piece.length) if on in ("left", "right") else (piece.length, piece.width)
    return replace(piece, length=along, width=piece.thickness, thickness=high, outline=None, openings=())


def opening_within(piece: Piece, on: Side, deep: float) -> bool:
    """Whether an opening of the board lies within so many mm of a side."""
    boxes = [extent(ring) for ring in openings_of(piece)]
    away = {
        "left": [x0 for x0, _, _, _ in boxes],
        "right": [piece.length.mm - x1 for _, _, x1, _ in boxes],
        "near": [y0 for _, y0, _, _ in boxes],
        "far": [piece.width.mm - y1 for _, _, _, y1 in boxes],
    }
    return any(closeness.under(each, deep) for each in away[on])


def names_of(on: Side) -> dict[str, str]:
    """What the sides of a board that stands are, where they are called those of a board that lies, as it is placed by
    `placing_of`.

    >>> names_of("left")["near edge"], names_of("right")["near edge"], names_of("far")
    ('shown face', 'back', {'near edge': 'shown face', 'far edge': 'back'})"""
    near, far = ("shown face", "back") if on in ("left", "far") else ("back", "shown face")
    ends = {"left end": "near edge", "right end": "far edge"} if on in ("left", "right") else {}
    return {**ends, "near edge": near, "far edge": far}


def placing_of(piece: Piece, on: Side) -> Placing:
    """Where the board as it stands lies in the coordinates of the board. x begins at the near edge, or at the left end, so that
    two boards whose near edges meet are counted alike; at the left end and the far edge y then begins at the shown face, at the
    other two at the back.

    >>> from ranura.core.text.lengths import read
    >>> board = Piece(name="", material="", length=read("300", "mm"), width=read("90", "mm"), thickness=read("20", "mm"))
    >>> [placing_of(board, end).on_first((10, 2, 300)) for end in ("left", "right")]
    [(0.0, 10, 18.0), (300, 10, 2)]
    >>> [placing_of(board, edge).on_first((10, 2, 90)) for edge in ("near", "far")]
    [(10, 0.0, 2), (10, 90, 18.0)]"""
    long, wide, thick = piece.length.mm, piece.width.mm, piece.thickness.mm
    match on:
        case "left":
            return Placing(origin=(long, 0, thick), x=(0, 1, 0), y=(0, 0, -1), z=(-1, 0, 0))
        case "right":
            return Placing(origin=(0, 0, 0), x=(0, 1, 0), y=(0, 0, 1), z=(1, 0, 0))
        case "near":
            return Placing(origin=(0, wide, 0), x=(1, 0, 0), y=(0, 0, 1), z=(0, -1, 0))
        case "far":
            return Placing(origin=(0, 0, thick), x=(1, 0, 0), y=(0, 0, -1), z=(0, 1, 0))
