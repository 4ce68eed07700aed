"""What a groove in a side is to take, from its fields and its board alone, as it stands (R21.11)."""

from __future__ import annotations

from shapely import box

from ranura.core.board.pieces import Piece
from ranura.core.cuts.end_groove.asked import EndGrooveCut
from ranura.core.proof.wanted import BEYOND, JUST, NOTHING, Layer, Wanted
from ranura.core.shop.shop import Shop


def wanted(cut: EndGrooveCut, piece: Piece, _: Shop) -> Wanted:
    """A strip in the middle down to its floor, and nothing below that."""
    ends = cut.on in ("left", "right")
    long, high = (piece.width.mm, piece.length.mm) if ends else (piece.length.mm, piece.width.mm)
    low = (piece.thickness.mm - cut.width.mm) / 2
    gone = box(-BEYOND, low, long + BEYOND, low + cut.width.mm)
    floor = high - cut.depth.mm
    return (Layer(high - JUST, gone, gone), Layer(floor + JUST, gone, gone), Layer(floor - JUST, NOTHING, NOTHING))
