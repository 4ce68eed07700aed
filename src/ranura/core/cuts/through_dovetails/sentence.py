"""What through dovetails are called, and the sentence that says what is asked of them."""

from __future__ import annotations

from ranura.core.board.pieces import Piece
from ranura.core.cuts.through_dovetails.asked import ThroughDovetailsCut
from ranura.core.shop.shop import Shop
from ranura.core.text.lengths import as_typed
from ranura.core.text.writing import Text, write


def title(cut: ThroughDovetailsCut, _: Shop) -> Text:
    """What it is called in a list."""
    return write("through dovetail {makes}", makes=cut.makes)


def place(cut: ThroughDovetailsCut, _: Piece) -> Text:
    """Where it lies, in a list."""
    return write("{end} end", end=cut.end)


def sentence(cut: ThroughDovetailsCut, piece: Piece, _: Shop) -> Text:
    """What is asked, with the dimensions as typed."""
    deep = "as deep as that and a little more" if cut.depth is None else "{d} deep"
    facts = {} if cut.depth is None else {"d": as_typed(cut.depth)}
    return write(
        "Through dovetail {makes} by a pair of combs on the {end} end of {piece}, their mate {m} thick, " + deep,
        makes=cut.makes,
        end=cut.end,
        piece=piece.name,
        m=as_typed(cut.mate),
        **facts,
    )
