"""What is asked of a groove in an end or an edge: its sentence, and how it is begun."""

from __future__ import annotations

from ranura.core.board.pieces import SIDES, Piece, edge_name
from ranura.core.cuts.end_groove.asked import EndGrooveCut
from ranura.core.output.forms import answers, new_length, nothing_typed, thin_walls
from ranura.core.shop.shop import Shop
from ranura.core.text.forms import ChoiceBlank, Form, LengthBlank, Phrase, Start


def form(cut: EndGrooveCut, piece: Piece, _: Shop) -> Form:
    """What is asked of a groove as it stands."""
    return Form(
        kind=cut.kind,
        sentence=(
            Phrase(text="A groove along the middle of the"),
            _sides(cut),
            Phrase(text=piece.name, strong=True, before="of", after=","),
            LengthBlank(field="width", label="Width"),
            Phrase(text="wide and"),
            LengthBlank(field="depth", label="Depth"),
            Phrase(text="deep"),
        ),
        options=(thin_walls(cut.thin_walls),),
        first=(new_length("width", "Width"), new_length("depth", "Depth"), _sides(cut)),
    )


def _sides(cut: EndGrooveCut) -> ChoiceBlank:
    return answers("Side of the board", "on", cut.on, tuple((side, edge_name(side)) for side in SIDES))


def starts(_: Piece, shop: Shop) -> tuple[Start, ...]:
    """A groove in the left end."""
    empty = nothing_typed(shop.unit)
    return (
        Start(
            key="end-groove",
            name="groove in an end or edge",
            group="Ends",
            example="Open mortise",
            cut={"kind": "end-groove", "width": empty, "depth": empty},
        ),
    )
