"""What a groove in an end or an edge is called, and the sentence that says what is asked of it."""

from __future__ import annotations

from ranura.core.board.pieces import Piece, edge_name
from ranura.core.cuts.end_groove.asked import EndGrooveCut
from ranura.core.shop.shop import Shop
from ranura.core.text.lengths import as_typed
from ranura.core.text.writing import Text, write


def title(cut: EndGrooveCut, _: Shop) -> Text:
    """What it is called in a list."""
    where = "end" if cut.on in ("left", "right") else "edge"
    return write("groove in the {where} {w} × {d}", where=where, w=as_typed(cut.width), d=as_typed(cut.depth))


def place(cut: EndGrooveCut, _: Piece) -> Text:
    """Where it lies, in a list."""
    return write("{side}", side=edge_name(cut.on))


def sentence(cut: EndGrooveCut, piece: Piece, _: Shop) -> Text:
    """What is asked, with the dimensions as typed."""
    return write(
        "A groove along the middle of the {side} of {piece}, {w} wide, {d} deep",
        side=edge_name(cut.on),
        piece=piece.name,
        w=as_typed(cut.width),
        d=as_typed(cut.depth),
    )
