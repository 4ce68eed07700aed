"""What is asked of through dovetails: their sentence, and how they are begun."""

from __future__ import annotations

from ranura.core.board.pieces import Piece
from ranura.core.cuts.through_dovetails.asked import ThroughDovetailsCut
from ranura.core.output.forms import answers, flip, new_length, nothing_typed
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.guides import CombPair
from ranura.core.text.forms import Answer, Blank, ChoiceBlank, Form, LengthBlank, Phrase, Start

_MAKES = (("tails", "Tails"), ("pins", "Pins"))
_ENDS = (("left", "On the left end"), ("right", "On the right end"))
_OUTSIDE = (("back", "its back is outside"), ("shown", "its shown face is outside"))


def form(cut: ThroughDovetailsCut, piece: Piece, shop: Shop) -> Form:
    """What is asked of dovetails as they stand."""
    other = "right" if cut.end == "left" else "left"
    makes = "tails" if cut.makes == "pins" else "pins"
    return Form(
        kind=cut.kind,
        sentence=(
            Phrase(text="Through dovetail"),
            flip("Tails or pins", "makes", cut.makes, makes, says=cut.makes, turned=makes),
            Phrase(text="by a pair of combs on the"),
            flip("The other end", "end", cut.end, other, says=f"{cut.end} end", turned=f"{other} end"),
            Phrase(text=piece.name, strong=True, before="of", after=","),
            Phrase(text="their mate"),
            LengthBlank(field="mate", label="Thickness of the other board"),
            Phrase(text="thick,"),
            LengthBlank(field="depth", label="Depth", placeholder="a little more", optional=True),
            Phrase(text="deep"),
        ),
        options=(answers("Outside of the corner", "outside", cut.outside, _OUTSIDE), *_pairs(cut, shop)),
        first=(
            new_length("mate", "Thickness of the other board"),
            answers("They are", "makes", cut.makes, _MAKES),
            answers("End", "end", cut.end, _ENDS),
        ),
    )


def _pairs(cut: ThroughDovetailsCut, shop: Shop) -> tuple[Blank, ...]:
    """The pair to take, where there are several."""
    owned = [each for each in shop.guides if isinstance(each, CombPair)]
    if len(owned) < 2 and cut.combs is None:
        return ()
    choices = [Answer(says="the pair that fits best", change={"combs": None}, chosen=cut.combs is None)]
    choices += [Answer(says=each.name, change={"combs": each.id}, chosen=cut.combs == each.id) for each in owned]
    return (ChoiceBlank(label="Combs", choices=tuple(choices)),)


def starts(_: Piece, shop: Shop) -> tuple[Start, ...]:
    """Tails at the left end."""
    return (
        Start(
            key="through-dovetails",
            name="through dovetails",
            group="Ends",
            example="Chest corner",
            cut={"kind": "through-dovetails", "mate": nothing_typed(shop.unit)},
        ),
    )
