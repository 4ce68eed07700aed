"""What is asked of a dovetail tongue: its sentence, and how it is begun."""

from __future__ import annotations

from ranura.core.board.pieces import SIDES, Piece, edge_name
from ranura.core.cuts.tongue.asked import TongueCut
from ranura.core.output.forms import answers, new_length, nothing_typed
from ranura.core.shop.shop import Shop
from ranura.core.text.forms import Blank, ChoiceBlank, Form, LengthBlank, NumberBlank, Phrase, Start


def form(cut: TongueCut, piece: Piece, _: Shop) -> Form:
    """What is asked of a tongue as it stands."""
    angle = NumberBlank(field="angle", label="Angle of the flanks", least=0.5, most=44.5, step=0.5, after="°", takes="angle")
    return Form(
        kind=cut.kind,
        sentence=(
            Phrase(text="A dovetail tongue on the"),
            _sides(cut),
            Phrase(text=piece.name, strong=True, before="of", after=","),
            LengthBlank(field="root", label="Thickness at the shoulder"),
            Phrase(text="thick at its shoulder,"),
            LengthBlank(field="depth", label="Height"),
            Phrase(text="high, its flanks at"),
            angle,
        ),
        options=(
            LengthBlank(field="taper", label="thicker where it begins by", placeholder="parallel", optional=True),
            *(_tapered(cut) if cut.taper is not None else ()),
        ),
        first=(new_length("root", "Thickness at the shoulder"), new_length("depth", "Height"), angle, _sides(cut)),
    )


def _tapered(cut: TongueCut) -> tuple[Blank, ...]:
    """How far a taper goes, and on which face."""
    faces = (("shown", "Tapered at the shown face"), ("back", "Tapered at the back"))
    return (
        LengthBlank(field="over", label="over", placeholder="all the way", optional=True),
        answers("The tapered face", "tapered", cut.tapered, faces),
    )


def _sides(cut: TongueCut) -> ChoiceBlank:
    return answers("Side of the board", "on", cut.on, tuple((side, edge_name(side)) for side in SIDES))


def starts(_: Piece, shop: Shop) -> tuple[Start, ...]:
    """A tongue on the left end, with the flanks of the first dovetail bit there is."""
    empty = nothing_typed(shop.unit)
    angles = [bit.angle for bit in shop.bits if bit.profile == "dovetail" and bit.angle and not bit.archived]
    return (
        Start(
            key="tongue",
            name="dovetail tongue",
            group="Ends",
            example="Batten",
            cut={"kind": "tongue", "root": empty, "depth": empty, "angle": angles[0] if angles else 14.0},
        ),
    )
