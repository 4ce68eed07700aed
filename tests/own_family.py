"""A family of cuts that only these tests know: a housing for a shelf, planned as the dado it is. It stands for one that comes
later; neither the application nor its page says a word of it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core.board.pieces import Piece
from ranura.core.board.repeats import Repeats
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.family import FAMILY as CHANNEL
from ranura.core.families import FAMILIES
from ranura.core.family import Families, Family, Planner, Task
from ranura.core.output.forms import answers, new_length, nothing_typed
from ranura.core.shop.shop import Shop
from ranura.core.text.asking import bounded
from ranura.core.text.errors import CutError
from ranura.core.text.forms import Form, LengthBlank, NumberBlank, Phrase, Start
from ranura.core.text.lengths import Length, as_typed
from ranura.core.text.refusals import Refusal
from ranura.core.text.writing import Text, write

MADE_ONCE = Refusal("housing-made-once", "A housing is made once")


@dataclass(frozen=True, kw_only=True, slots=True)
class ShelfHousing:
    """A housing for a shelf at some height above the left end."""

    shelf: Length
    height: Length
    fit: Literal["snug", "loose"] = "snug"
    lean: float = bounded(0.0, least=-10.0, most=10.0)
    bit_id: str | None = None
    router_id: str | None = None
    kind: Literal["shelf-housing"] = "shelf-housing"


def _channel(cut: ShelfHousing) -> ChannelCut:
    depth = Length(mm=6.0 if cut.fit == "snug" else 4.0, typed="", unit="mm")
    return ChannelCut(
        width=cut.shelf, depth=depth, position=cut.height, angle=cut.lean, bit_id=cut.bit_id, router_id=cut.router_id
    )


def _planner(cut: ShelfHousing, task: Task) -> Planner:
    return CHANNEL.planner(_channel(cut), task)


def _title(_: ShelfHousing, __: Shop) -> Text:
    return write("shelf housing")


def _sentence(cut: ShelfHousing, piece: Piece, _: Shop) -> Text:
    return write("A housing for a shelf {s} thick in {p}", s=as_typed(cut.shelf), p=piece.name)


def _place(cut: ShelfHousing, _: Piece) -> Text:
    return write("{h} up", h=as_typed(cut.height))


def _repeat(_: ShelfHousing, __: Piece, ___: Shop, ____: int | None) -> Repeats:
    raise CutError(MADE_ONCE, field="count")


def _form(cut: ShelfHousing, piece: Piece, _: Shop) -> Form:
    return Form(
        kind=cut.kind,
        sentence=(
            Phrase(text="A housing for a shelf"),
            LengthBlank(field="shelf", label="Thickness of the shelf"),
            Phrase(text="thick,"),
            LengthBlank(field="height", label="Height of the shelf"),
            Phrase(text="up, leaning"),
            NumberBlank(field="lean", label="Lean of the shelf", least=-10, most=10, empty=0.0, after="°", takes="angle"),
            Phrase(text=piece.name, strong=True, before="in", after="."),
        ),
        options=(answers("The shelf is", "fit", cut.fit, (("snug", "held by glue"), ("loose", "left loose"))),),
        first=(new_length("shelf", "Thickness of the shelf"), new_length("height", "Height of the shelf")),
    )


def _starts(_: Piece, shop: Shop) -> tuple[Start, ...]:
    empty = nothing_typed(shop.unit)
    cut = {"kind": "shelf-housing", "shelf": empty, "height": empty}
    return (Start(key="shelf-housing", name="shelf housing", group="Shelves", example="Third shelf", cut=cut),)


SHELF_HOUSING = Family(
    kind="shelf-housing",
    cut=ShelfHousing,
    planner=_planner,
    wanted=lambda cut, piece, shop: CHANNEL.wanted(_channel(cut), piece, shop),
    title=_title,
    sentence=_sentence,
    place=_place,
    asked=lambda cut: {"shelf": cut.shelf, "height": cut.height},
    repeat=_repeat,
    form=_form,
    starts=_starts,
    corrected=CHANNEL.corrected,
)

WITH_OWN: Families = {**FAMILIES, "shelf-housing": SHELF_HOUSING}
