"""What is asked of fingers across an end: their sentence, and how they are begun."""

from __future__ import annotations

from ranura.core.board.pieces import Piece
from ranura.core.cuts.fingers.asked import PLAY, FingersCut
from ranura.core.output.forms import answers, flip, new_length, nothing_typed
from ranura.core.shop.shop import Shop
from ranura.core.text.forms import Form, LengthBlank, NumberBlank, Phrase, Start

_STARTS = (("finger", "Begins with a finger"), ("slot", "Begins with a slot"))
_ENDS = (("left", "On the left end"), ("right", "On the right end"))


def form(cut: FingersCut, piece: Piece, _: Shop) -> Form:
    """What is asked of fingers as they stand."""
    other = "right" if cut.end == "left" else "left"
    begins = "slot" if cut.starts == "finger" else "finger"
    return Form(
        kind=cut.kind,
        sentence=(
            Phrase(text="Box-joint fingers on the"),
            flip("The other end", "end", cut.end, other, says=f"{cut.end} end", turned=f"{other} end"),
            Phrase(text=piece.name, strong=True, before="of", after=","),
            Phrase(text="slots"),
            LengthBlank(field="slot", label="Slot"),
            Phrase(text="wide and"),
            LengthBlank(field="depth", label="Depth"),
            Phrase(text="deep, beginning with a"),
            flip("What the near edge begins with", "starts", cut.starts, begins, says=cut.starts, turned=begins),
            Phrase(text="at the near edge"),
        ),
        options=(NumberBlank(field="play", label="Play", before="play", after="mm", step=0.05, empty=PLAY),),
        first=(
            new_length("slot", "Slot"),
            new_length("depth", "Depth"),
            answers("End", "end", cut.end, _ENDS),
            answers("Begins with", "starts", cut.starts, _STARTS),
        ),
    )


def starts(_: Piece, shop: Shop) -> tuple[Start, ...]:
    """Fingers on the left end, beginning with one."""
    empty = nothing_typed(shop.unit)
    return (
        Start(
            key="fingers",
            name="box-joint fingers",
            group="Ends",
            example="Crate corner",
            cut={"kind": "fingers", "slot": empty, "depth": empty},
        ),
    )
