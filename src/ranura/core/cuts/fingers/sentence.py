"""What fingers across an end are called, and the sentence that says what is asked of them."""

from __future__ import annotations

from ranura.core.board.pieces import Piece
from ranura.core.cuts.fingers.asked import FingersCut
from ranura.core.shop.shop import Shop
from ranura.core.text.lengths import as_typed
from ranura.core.text.writing import Text, write


def title(cut: FingersCut, _: Shop) -> Text:
    """What it is called in a list."""
    return write("fingers {s} × {d}", s=as_typed(cut.slot), d=as_typed(cut.depth))


def place(cut: FingersCut, _: Piece) -> Text:
    """Where it lies, in a list."""
    return write("{end} end", end=cut.end)


def sentence(cut: FingersCut, piece: Piece, _: Shop) -> Text:
    """What is asked, with the dimensions as typed."""
    return write(
        "Box-joint fingers on the {end} end of {piece}, slots {s} wide and {d} deep, beginning with a {starts} at the near edge",
        end=cut.end,
        piece=piece.name,
        s=as_typed(cut.slot),
        d=as_typed(cut.depth),
        starts=cut.starts,
    )
