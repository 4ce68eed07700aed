"""What is asked of a cut by template: its sentence, its options, and how one is begun."""

from __future__ import annotations

from ranura.core.board.pieces import Piece
from ranura.core.cuts.template.asked import Makes, TemplateCut
from ranura.core.cuts.template.sentence import name_of
from ranura.core.output.forms import (
    NO_CLAMPS,
    answers,
    as_typed_before,
    eased_by,
    flip,
    held_by,
    loose_held_by,
    new_length,
    nothing_typed,
    thin_walls,
)
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
    RepeatBlank,
    Start,
)

_COUNTS = (1, 2, 3, 4, 5, 6, 8, 10, 12, 24)
_MAKES: tuple[tuple[Makes, str], ...] = (
    ("recess", "The hole: what lies inside goes"),
    ("part", "The part: what lies inside stays"),
    ("plug", "The plug of an inlay"),
)


def form(cut: TemplateCut, piece: Piece, shop: Shop) -> Form:
    """What is asked of a cut by template as it stands."""
    options: list[Blank] = [_makes(cut)]
    if cut.makes != "plug":
        options.append(answers("Goes", "through", cut.through, ((False, "Leaves a floor"), (True, "Right through"))))
    if cut.through:
        options.append(loose_held_by(cut.loose))
    if cut.through and cut.makes == "part":
        options.append(LengthBlank(field="sawn", label="sawn outside by", placeholder="not sawn", optional=True))
    if cut.along_line and cut.makes != "plug" and cut.sawn is None:
        options.append(LengthBlank(field="traced", label="traced first to", placeholder="no trace", optional=True))
    if cut.sawn is not None:
        says = ((False, "Where fibres lift: slowly"), (True, "Where fibres lift: turned over"))
        options.append(answers("Where fibres lift", "turned", cut.turned, says, clears={"guide": None}))
        pins = ((False, "No starting pin"), (True, "Starting pin set"))
        options.append(answers("Starting pin", "starting_pin", cut.starting_pin, pins))
    options.append(RepeatBlank(label="Repeats", counts=_COUNTS, count=cut.count, places=False))
    more: list[Blank] = [
        NumberBlank(
            field="turn", label="Turned, in degrees", before="turned by", least=0, most=360, empty=0.0, after="°", takes="angle"
        ),
        LengthBlank(field="corners", label="corners", placeholder="as drawn", optional=True),
        LengthBlank(field="template", label="template", placeholder="usual", optional=True),
    ]
    if cut.through:
        more.append(answers("Below it", "backed", cut.backed, ((False, "Nothing said below"), (True, "Sacrificial board"))))
    more += [held_by(cut.held), thin_walls(cut.thin_walls), *eased_by(cut.lighter, cut.slower, cut.gentler)]
    return Form(
        kind=cut.kind,
        sentence=_sentence(cut, piece, shop),
        options=tuple(options),
        more=tuple(more),
        open=bool(cut.turn or cut.corners),
        first=_first(cut, piece, shop),
    )


def starts(piece: Piece, shop: Shop) -> tuple[Start, ...]:
    """A recess, a part and a plug, of the shop's first outline that is meant so."""
    return tuple(_start(makes, name, example, piece, shop) for makes, name, example in _STARTS)


_STARTS: tuple[tuple[Makes, str, str], ...] = (
    ("recess", "template recess", "Emblem"),
    ("part", "template part", "Lantern frame"),
    ("plug", "inlay plug", "Emblem's fish"),
)


def _start(makes: Makes, name: str, example: str, piece: Piece, shop: Shop) -> Start:
    wanted = [each for each in shop.outlines if not each.is_template]
    meant = [each for each in wanted if (each.intent == "part") == (makes == "part")] or wanted
    empty = nothing_typed(shop.unit)
    cut: dict[str, FieldValue] = {"kind": "template", "makes": makes, "depth": empty, "from_left": empty, "from_near": empty}
    if meant:
        cut |= {"outline": meant[0].id, "outline_version": meant[0].version}
    if makes == "part":
        cut |= {"through": True, "depth": as_typed_before(piece.thickness)}
    return Start(key=f"template-{makes}", name=name, group="From templates", example=example, cut=cut)


def _makes(cut: TemplateCut) -> ChoiceBlank:
    """What is made of the outline; a plug does not go through."""
    changes: dict[Makes, Change] = {
        "recess": {"makes": "recess", "sawn": None, **({} if cut.through else {"traced": None}), **NO_CLAMPS},
        "part": {"makes": "part", **NO_CLAMPS},
        "plug": {"makes": "plug", "through": False, "sawn": None, "traced": None, "guide": None, **NO_CLAMPS},
    }
    return ChoiceBlank(
        label="It is",
        choices=tuple(Answer(says=says, change=changes[makes], chosen=makes == cut.makes) for makes, says in _MAKES),
    )


def _outlines(cut: TemplateCut, shop: Shop) -> ChoiceBlank:
    """The shop's outlines; one that is gone is still named."""
    choices = [
        Answer(says=each.name, change={"outline": each.id, "outline_version": each.version}, chosen=each.id == cut.outline)
        for each in shop.outlines
        if not each.is_template
    ]
    if not any(each.chosen for each in choices):
        choices.insert(0, Answer(says=name_of(cut, shop), change={"outline": cut.outline}, chosen=True))
    return ChoiceBlank(label="Outline", choices=tuple(choices))


def _first(cut: TemplateCut, piece: Piece, shop: Shop) -> tuple[Blank, ...]:
    asked: list[Blank] = [_outlines(cut, shop)]
    if not cut.through:
        asked.append(new_length("depth", "Depth of its recess" if cut.makes == "plug" else "Depth"))
    asked += [new_length("from_left", "From the left end", place=True), new_length("from_near", "From the near edge", place=True)]
    if cut.makes != "plug":
        empty = nothing_typed(shop.unit)
        through: Change = {"through": True, "depth": as_typed_before(piece.thickness)}
        asked.append(
            ChoiceBlank(
                label="Goes",
                choices=(
                    Answer(says="Leaves a floor", change={"through": False, "depth": empty}, chosen=not cut.through),
                    Answer(says="Right through", change=through, chosen=cut.through, also=("through",)),
                ),
            )
        )
    return tuple(asked)


def _sentence(cut: TemplateCut, piece: Piece, shop: Shop) -> tuple[Part, ...]:
    parts: list[Part] = [Phrase(text=f"A {cut.makes} from the template"), _outlines(cut, shop)]
    if cut.through:
        parts.append(Phrase(text="right through,"))
    else:
        before = "for a recess" if cut.makes == "plug" else ""
        parts += [*([Phrase(text=before)] if before else []), LengthBlank(field="depth", label="Depth"), Phrase(text="deep,")]
    other_end, other_edge = "right" if cut.end == "left" else "left", "far" if cut.edge == "near" else "near"
    many = cut.count > 1
    parts += [
        LengthBlank(field="from_left", label="Distance from the end", place=True),
        Phrase(text="from the"),
        flip("Measure from the other end", "end", cut.end, other_end, says=f"{cut.end} end", turned=f"{other_end} end"),
        Phrase(text="and"),
        LengthBlank(field="from_near", label="Distance from the edge", place=True),
        Phrase(text="from the"),
        flip(
            "Measure from the other edge",
            "edge",
            cut.edge,
            other_edge,
            says=f"{cut.edge} edge",
            turned=f"{other_edge} edge",
            after="," if many else "",
        ),
    ]
    if many:
        parts += [Phrase(text=f"{cut.count} times every"), LengthBlank(field="spacing", label="Spacing")]
    return (*parts, Phrase(text=piece.name, strong=True, before="in", after="."))
