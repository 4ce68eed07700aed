"""What a cut by template is called, and the sentence that says what is asked of it."""

from __future__ import annotations

from ranura.core.board.pieces import Piece
from ranura.core.cuts.template.asked import TemplateCut
from ranura.core.shop.shop import Shop
from ranura.core.text.lengths import as_typed
from ranura.core.text.writing import Text, write


def name_of(cut: TemplateCut, shop: Shop) -> str:
    """The name of its outline."""
    return next((each.name for each in shop.outlines if each.id == cut.outline), "no outline")


def title(cut: TemplateCut, shop: Shop) -> Text:
    """What it is called in a list."""
    return write("{makes} {name}", makes=cut.makes, name=name_of(cut, shop))


def place(cut: TemplateCut, _: Piece) -> Text:
    """Where it lies, in a list."""
    return write(
        "{x} from {end}, {y} from {edge}", x=as_typed(cut.from_left), end=cut.end, y=as_typed(cut.from_near), edge=cut.edge
    )


def sentence(cut: TemplateCut, piece: Piece, shop: Shop) -> Text:
    """What is asked, with the dimensions as typed."""
    depth = "right through" if cut.through else f"{as_typed(cut.depth)} deep"
    if cut.makes == "plug":
        depth = f"for a recess {depth}"
    if cut.sawn is not None:
        depth = f"{depth} round the wood that was sawn {as_typed(cut.sawn)} outside of it"
        depth += ", turned over where its fibres lift" if cut.turned else ""
    if cut.traced is not None:
        depth += f", traced {as_typed(cut.traced)} deep first"
    spacing = "" if cut.spacing is None else f" every {as_typed(cut.spacing)}"
    return write(
        "A {makes} from the template {name}, {depth}, {x} from the {end} end and {y} from the {edge} edge{more}, in {piece}",
        makes=cut.makes,
        name=name_of(cut, shop),
        depth=depth,
        x=as_typed(cut.from_left),
        end=cut.end,
        y=as_typed(cut.from_near),
        edge=cut.edge,
        more=(f", turned by {cut.turn:g}°" if cut.turn else "") + ("" if cut.count == 1 else f", {cut.count} times{spacing}"),
        piece=piece.name,
    )
