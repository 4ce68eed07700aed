"""What is asked of half-blind dovetails: their sentence, and how they are begun."""

from __future__ import annotations

from ranura.core.board.pieces import Piece
from ranura.core.cuts.dovetails.asked import DovetailsCut
from ranura.core.output.forms import answers, flip, new_length, nothing_typed
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.guides import Comb
from ranura.core.text.forms import Answer, ChoiceBlank, Form, LengthBlank, Phrase, Start

_MAKES = (("sockets", "Sockets, in a board that lies"), ("tails", "Tails, on a board that stands"))
_ENDS = (("left", "On the left end"), ("right", "On the right end"))


def form(cut: DovetailsCut, piece: Piece, shop: Shop) -> Form:
    """What is asked of dovetails as they stand."""
    other = "right" if cut.end == "left" else "left"
    makes = "tails" if cut.makes == "sockets" else "sockets"
    return Form(
        kind=cut.kind,
        sentence=(
            Phrase(text="Half-blind dovetail"),
            flip("Sockets or tails", "makes", cut.makes, makes, says=cut.makes, turned=makes),
            Phrase(text="by a comb on the"),
            flip("The other end", "end", cut.end, other, says=f"{cut.end} end", turned=f"{other} end"),
            Phrase(text=piece.name, strong=True, before="of", after=","),
            Phrase(text="their mate"),
            LengthBlank(field="mate", label="Thickness of the other board"),
            Phrase(text="thick,"),
            LengthBlank(field="depth", label="Depth", placeholder="as it fits", optional=True),
            Phrase(text="deep"),
        ),
        options=_combs(cut, shop),
        first=(
            new_length("mate", "Thickness of the other board"),
            answers("They are", "makes", cut.makes, _MAKES),
            answers("End", "end", cut.end, _ENDS),
        ),
    )


def _combs(cut: DovetailsCut, shop: Shop) -> tuple[ChoiceBlank, ...]:
    """The comb to take, where there are several."""
    owned = [each for each in shop.guides if isinstance(each, Comb)]
    if len(owned) < 2 and cut.comb is None:
        return ()
    choices = [Answer(says="the comb that fits best", change={"comb": None}, chosen=cut.comb is None)]
    choices += [Answer(says=each.name, change={"comb": each.id}, chosen=cut.comb == each.id) for each in owned]
    return (ChoiceBlank(label="Comb", choices=tuple(choices)),)


def starts(_: Piece, shop: Shop) -> tuple[Start, ...]:
    """Sockets at the left end."""
    return (
        Start(
            key="dovetails",
            name="half-blind dovetails",
            group="Ends",
            example="Drawer corner",
            cut={"kind": "dovetails", "mate": nothing_typed(shop.unit)},
        ),
    )
