"""What is asked of a pocket: its sentence, its options, and how one is begun."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from ranura.core.board.pieces import Piece, Side, edge_name
from ranura.core.board.stood import names_of
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.cuts.pocket.forms import FORMS, PocketForm
from ranura.core.cuts.pocket.standing import STANDING_FORMS
from ranura.core.output.forms import (
    NO_CLAMPS,
    answers,
    as_typed_before,
    depth_by,
    eased_by,
    flip,
    held_by,
    loose_held_by,
    new_length,
    nothing_typed,
    thin_walls,
)
from ranura.core.output.renamed import renamed
from ranura.core.shop.shop import Shop
from ranura.core.text.forms import (
    Answer,
    Blank,
    Change,
    ChoiceBlank,
    FieldValue,
    Form,
    LengthBlank,
    NumberBlank,
    Part,
    Phrase,
    PointsBlank,
    RepeatBlank,
    Start,
)
from ranura.core.text.lengths import Unit

_COUNTS = (1, 2, 3, 4, 5, 6, 8, 10, 12)
_OPEN: tuple[tuple[tuple[str, ...], str], ...] = (
    ((), "Closed all round"),
    (("near",), "Open at the near edge"),
    (("far",), "Open at the far edge"),
    (("left",), "Open at the left end"),
    (("right",), "Open at the right end"),
)

_ALSO: Mapping[PocketForm, tuple[str, ...]] = {"lap": ("half-lap", "tenon cheek"), "flatten": ("flattening",)}
"""What they are called besides in a line."""


def form(cut: PocketCut, piece: Piece, shop: Shop) -> Form:
    """What is asked of a pocket as it stands."""
    facts = FORMS[cut.form]
    if cut.on is not None:
        return _in_a_side(cut, piece, shop)
    placed = facts.taken != "lanes"
    options: list[Blank] = []
    if cut.form in STANDING_FORMS:
        options.append(_cut_into(None))
    if placed and not facts.round:
        lies = ((False, "Along the board"), (True, "Across the board"))
        options.append(answers("It lies", "turned", cut.turned, lies, clears=NO_CLAMPS))
    if placed:
        options.append(answers("Goes", "through", cut.through, ((False, "Leaves a floor"), (True, "Right through"))))
    if cut.form == "lap":
        faces = ((False, "One face: a half-lap"), (True, "Both faces: a tenon"))
        options += [answers("Faces", "both_faces", cut.both_faces, faces), _lap_depth(cut)]
    if facts.open_side:
        options += [answers("Open", "open_sides", cut.open_sides, _OPEN), depth_by(cut.leaf)]
    if cut.through and (facts.frees or (facts.taken == "groove" and cut.sweep >= 360)):
        options.append(loose_held_by(cut.loose))
    if placed:
        options.append(RepeatBlank(label="Repeats", counts=_COUNTS, count=cut.count, places=False))
    more: list[Blank] = []
    if facts.taken == "groove":
        more.append(
            NumberBlank(
                field="sweep", label="Arc, in degrees", before="arc of", least=1, most=360, empty=360.0, after="°", takes="angle"
            )
        )
    if facts.open_side:
        more.append(LengthBlank(field="radius", label="corners", placeholder="as the bit", optional=True))
    more.append(LengthBlank(field="template", label="template", placeholder="usual", optional=True))
    if cut.through:
        more.append(answers("Below it", "backed", cut.backed, ((False, "Nothing said below"), (True, "Sacrificial board"))))
    more += [held_by(cut.held), thin_walls(cut.thin_walls), *eased_by(cut.lighter, cut.slower, cut.gentler)]
    return Form(
        kind=cut.kind,
        sentence=_sentence(cut, piece),
        options=tuple(options),
        more=tuple(more),
        first=_first(cut, piece, shop.unit),
    )


_SIDES: tuple[tuple[Side | None, str], ...] = (
    (None, "Into the face"),
    ("left", "Into the left end"),
    ("right", "Into the right end"),
    ("near", "Into the near edge"),
    ("far", "Into the far edge"),
)


def _cut_into(on: Side | None) -> ChoiceBlank:
    """The face, or the end or edge of a board that stands."""
    lying = {**NO_CLAMPS, "guide": None, "turned": False, "through": False, "count": 1, "spacing": None}
    return answers("Cut into", "on", on, _SIDES, clears=lying)


def _in_a_side(cut: PocketCut, piece: Piece, shop: Shop) -> Form:
    """The same of one in an end or an edge: its sides by the names that they have there."""
    assert cut.on is not None, "it is asked of a board that stands"
    names = names_of(cut.on)
    more: tuple[Blank, ...] = (
        LengthBlank(field="template", label="template", placeholder="usual", optional=True),
        thin_walls(cut.thin_walls),
        *eased_by(cut.lighter, cut.slower, cut.gentler),
    )
    said = renamed(_sentence(replace(cut, on=None), piece), names)
    where = Phrase(text=f"in the {edge_name(cut.on)} of", after="")
    named = Phrase(text=piece.name, strong=True, after=".")
    return Form(
        kind=cut.kind,
        sentence=(*said[:-1], where, named),
        options=(_cut_into(cut.on),),
        more=more,
        first=renamed(_first(replace(cut, on=None), piece, shop.unit), names),
    )


def starts(piece: Piece, shop: Shop) -> tuple[Start, ...]:
    """Every form, those that free a piece right through the board."""
    return tuple(
        Start(
            key=form_,
            name=facts.choice,
            group="Pockets and circles",
            example="Hinges",
            cut=_new(form_, piece, shop.unit),
            also=_ALSO.get(form_, ()),
        )
        for form_, facts in FORMS.items()
    )


def _new(form_: PocketForm, piece: Piece, unit: Unit) -> dict[str, FieldValue]:
    facts, empty = FORMS[form_], nothing_typed(unit)
    made: dict[str, FieldValue] = {"kind": "pocket", "form": form_, "depth": empty}
    if form_ == "outline":
        made["contour.form"] = "oval"
    if facts.length is not None:
        made["length"] = empty
    if facts.across is not None:
        made["across"] = empty
    if facts.taken != "lanes":
        made |= {"from_left": empty, "from_near": empty}
    return made | (_through(True, piece) if facts.frees else {})


def _through(through: bool, piece: Piece) -> dict[str, FieldValue]:
    """What goes through is as deep as the board is thick."""
    return {"through": True, "depth": as_typed_before(piece.thickness)} if through else {"through": False}


def _first(cut: PocketCut, piece: Piece, unit: Unit) -> tuple[Blank, ...]:
    facts = FORMS[cut.form]
    by_points = cut.contour is not None and cut.contour.form == "points"
    asked: list[Blank] = []
    if cut.form == "outline":
        asked += _outline(cut, unit)
    if facts.length is not None and not by_points:
        asked.append(new_length("length", facts.length))
    if facts.across is not None and not by_points:
        asked.append(new_length("across", facts.across))
    if not cut.through:
        asked.append(new_length("depth", "Depth"))
    if facts.taken != "lanes":
        centre = "Centre from" if facts.round else "From"
        asked += [
            new_length("from_left", f"{centre} the left end", place=True),
            new_length("from_near", f"{centre} the near edge", place=True),
        ]
        asked.append(
            ChoiceBlank(
                label="Goes",
                choices=(
                    Answer(
                        says="Leaves a floor", change={"through": False, "depth": nothing_typed(unit)}, chosen=not cut.through
                    ),
                    Answer(says="Right through", change=_through(True, piece), chosen=cut.through, also=("through",)),
                ),
            )
        )
    return tuple(asked)


def _outline(cut: PocketCut, unit: Unit) -> list[Blank]:
    """A drawn form has a length and a width; own points have theirs in themselves."""
    form_, empty = None if cut.contour is None else cut.contour.form, nothing_typed(unit)
    drawn: Change = {"length": empty, "across": empty}
    choices = tuple(
        Answer(
            says=says,
            change={"contour.form": value, "contour.radius": None, **({"length": None, "across": None} if own else {})},
            usual={} if own else drawn,
            chosen=value == form_,
        )
        for value, says, own in (("oval", "oval", False), ("arch", "arch", False), ("points", "own points", True))
    )
    asked: list[Blank] = [ChoiceBlank(label="Outline", choices=choices)]
    if form_ == "arch":
        asked.append(LengthBlank(field="contour.radius", label="Rise", optional=True))
    if form_ == "points":
        points = "Points in mm, x and y on a line, from the left end and the near edge"
        asked.append(PointsBlank(field="contour.points", label=points))
    return asked


def _lap_depth(cut: PocketCut) -> ChoiceBlank:
    depth = as_typed_before(cut.depth)
    return ChoiceBlank(
        label="Depth by",
        choices=(
            Answer(says="Depth as typed", change={"leaves": None}, chosen=cut.leaves is None),
            Answer(says="By what is left", usual={"leaves": depth}, chosen=cut.leaves is not None),
        ),
    )


def _sentence(cut: PocketCut, piece: Piece) -> tuple[Part, ...]:
    if cut.form == "flatten":
        return (
            Phrase(text=piece.name, strong=True, before="The face of"),
            Phrase(text="flattened by"),
            LengthBlank(field="depth", label="Depth"),
        )
    if cut.form == "lap":
        return (*_lap(cut), Phrase(text=piece.name, strong=True, before="of", after="."))
    facts = FORMS[cut.form]
    sized = cut.contour is None or cut.contour.form != "points"
    opened, many = cut.open_sides, cut.count > 1
    parts: list[Part] = [Phrase(text=f"A {facts.choice}")]
    if facts.round:
        parts.append(Phrase(text="Ø"))
    if sized and facts.length is not None:
        parts.append(LengthBlank(field="length", label=facts.length, after="" if facts.across else ","))
    if sized and facts.across is not None:
        parts += [
            Phrase(text="with a groove" if facts.round else "×"),
            LengthBlank(field="across", label=facts.across, after=","),
        ]
    if cut.through:
        parts.append(Phrase(text="right through,"))
    else:
        parts += [LengthBlank(field="depth", label="Depth"), Phrase(text="deep as its leaf," if cut.leaf else "deep,")]
    if facts.round:
        parts.append(Phrase(text="its centre"))
    along, up = not {"left", "right"} & set(opened), not {"near", "far"} & set(opened)
    comma = "," if opened or many else ""
    if along:
        parts += [
            LengthBlank(field="from_left", label="Distance from the end", place=True),
            Phrase(text="from the"),
            _end(cut, "" if up else comma),
        ]
    if up:
        other = "far" if cut.edge == "near" else "near"
        parts += [
            Phrase(text="and"),
            LengthBlank(field="from_near", label="Distance from the edge", place=True),
            Phrase(text="from the"),
            flip(
                "Measure from the other edge",
                "edge",
                cut.edge,
                other,
                says=f"{cut.edge} edge",
                turned=f"{other} edge",
                after=comma,
            ),
        ]
    if opened:
        parts.append(Phrase(text=f"open at the {' and '.join(opened)} side{',' if many else ''}"))
    if many:
        parts += [Phrase(text=f"{cut.count} times every"), LengthBlank(field="spacing", label="Spacing")]
    return (*parts, Phrase(text=piece.name, strong=True, before="in", after="."))


def _lap(cut: PocketCut) -> list[Part]:
    parts: list[Part] = [
        Phrase(text="A tenon" if cut.both_faces else "A half-lap"),
        LengthBlank(field="length", label="Length"),
        Phrase(text="long,"),
    ]
    left = LengthBlank(field="leaves", label="Thickness that is left", after="" if cut.both_faces else ",")
    if cut.leaves is None:
        parts += [LengthBlank(field="depth", label="Depth"), Phrase(text="deep on both faces," if cut.both_faces else "deep,")]
    elif cut.both_faces:
        parts += [left, Phrase(text="thick,")]
    else:
        parts += [Phrase(text="leaving"), left]
    return [*parts, Phrase(text="at the"), _end(cut, "")]


def _end(cut: PocketCut, comma: str) -> ChoiceBlank:
    other = "right" if cut.end == "left" else "left"
    return flip("Measure from the other side", "end", cut.end, other, says=f"{cut.end} end", turned=f"{other} end", after=comma)
