"""What a dovetail tongue is called, and the sentence that says what is asked of it."""

from __future__ import annotations

from ranura.core.board.pieces import Piece, edge_name
from ranura.core.cuts.tongue.asked import TongueCut
from ranura.core.shop.shop import Shop
from ranura.core.text.lengths import as_typed
from ranura.core.text.writing import Text, write


def title(cut: TongueCut, _: Shop) -> Text:
    """What it is called in a list."""
    return write("dovetail tongue {r} × {h}", r=as_typed(cut.root), h=as_typed(cut.depth))


def place(cut: TongueCut, _: Piece) -> Text:
    """Where it lies, in a list."""
    return write("{side}", side=edge_name(cut.on))


def sentence(cut: TongueCut, piece: Piece, _: Shop) -> Text:
    """What is asked, with the dimensions as typed."""
    return write(
        "A dovetail tongue on the {side} of {piece}, {r} thick at its shoulder, {h} high, its flanks at {a}°{taper}",
        side=edge_name(cut.on),
        piece=piece.name,
        r=as_typed(cut.root),
        h=as_typed(cut.depth),
        a=f"{cut.angle:g}",
        taper="" if cut.taper is None else f", {as_typed(cut.taper)} thicker where it begins",
    )
