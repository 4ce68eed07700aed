"""What is asked of a channel: its sentence, its options, and how one is begun."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from ranura.core.board.pieces import Piece
from ranura.core.cuts.channel.asked import MOST_ANGLE, ChannelCut, End
from ranura.core.cuts.channel.fit import Fit, Fitted
from ranura.core.cuts.channel.sentence import ENDS, channel_word, end_of
from ranura.core.cuts.channel.shapes import SHAPES, ChannelShape
from ranura.core.output.forms import (
    NO_CLAMPS,
    answers,
    as_typed_before,
    comes_out,
    depth_by,
    eased_by,
    flip,
    held_by,
    new_length,
    nothing_typed,
    thin_walls,
)
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.text.forms import (
    Answer,
    Blank,
    Change,
    ChoiceBlank,
    FieldPath,
    Form,
    LengthBlank,
    NumberBlank,
    Part,
    Phrase,
    RepeatBlank,
    Start,
    TypedLength,
)
from ranura.core.text.lengths import Length, Unit, as_typed, in_mm

_COUNTS = (1, 2, 3, 4, 5, 6, 8, 10, 12, 16, 20, 24, 30, 40)
_FITS: tuple[tuple[Fit, str], ...] = (("tight", "tight"), ("sliding", "sliding"), ("glue", "room for glue"))
_ROOM = in_mm(0.1)
"""What room one begins with who types it."""
_OTHER_END: dict[End, End] = {"left": "right", "right": "left", "near": "far", "far": "near"}


def form(cut: ChannelCut, piece: Piece, shop: Shop) -> Form:
    """What is asked of a channel as it stands."""
    along = cut.goes == "along"
    more: list[Blank] = []
    if not along:
        more += [
            answers("Boards", "mirrored", cut.mirrored, ((False, "One board"), (True, "A mirrored pair")), clears=NO_CLAMPS),
            NumberBlank(
                field="angle",
                label="Turned, in degrees",
                before="turned",
                least=-MOST_ANGLE,
                most=MOST_ANGLE,
                step=0.5,
                empty=0.0,
                clears=NO_CLAMPS,
                after="°",
                takes="angle",
            ),
        ]
    if cut.guide == "table-fence" or cut.supported:
        stands = ((False, "No stands beside the table"), (True, "Stands beside the table"))
        more.append(answers("Support", "supported", cut.supported, stands))
    if cut.stop_first is None or cut.stop_last is None:
        more.append(comes_out(cut.exit))
    more += [held_by(cut.held), thin_walls(cut.thin_walls), *eased_by(cut.lighter, cut.slower, cut.gentler), depth_by(cut.leaf)]
    if cut.shape == "dovetail":
        more.append(LengthBlank(field="taper", label="wider at the near edge by", placeholder="parallel", optional=True))
    if cut.mate is not None:
        measured = ((True, "Part measured"), (False, "Part not measured"))
        more.append(answers("The part", "mate.measured", cut.mate.measured, measured))
    places = len(cut.more) > 0
    return Form(
        kind=cut.kind,
        sentence=_sentence(cut, piece, shop.rules),
        options=(
            _goes(along),
            ChoiceBlank(
                label="Floor",
                choices=tuple(
                    Answer(says=facts.choice, change=_shaped(shape), chosen=shape == cut.shape) for shape, facts in SHAPES.items()
                ),
            ),
            _width(cut, shop.unit),
            _ends(cut, shop.unit),
            RepeatBlank(label="Repeats", counts=_COUNTS, count=cut.count, places=True, at_places=places),
        ),
        more=tuple(more),
        first=(
            new_length("width", "Width") if cut.mate is None else new_length("mate.thickness", "Thickness of the part"),
            new_length("depth", "Depth"),
            new_length("position", "Distance from the edge" if along else "Distance from the end", place=True),
            answers(
                "Measured from",
                "end",
                cut.end,
                (("near", "the near edge"), ("far", "the far edge"))
                if along
                else (("left", "the left end"), ("right", "the right end")),
            ),
        ),
    )


def fit_blanks(asked: Fitted, within: FieldPath, fits: Sequence[tuple[Fit, str]]) -> tuple[ChoiceBlank | LengthBlank, ...]:
    """How something is to fit: by a word, or by a room that is typed; `within`: the path its fields are under."""
    fit, room = f"{within}fit", f"{within}clearance"
    typed = asked.clearance is not None
    words = (Answer(says=says, change={fit: value, room: None}, chosen=not typed and value == asked.fit) for value, says in fits)
    by_room = Answer(says="as typed", usual={room: as_typed_before(_ROOM)}, chosen=typed)
    blank = LengthBlank(field=room, label="Room", optional=True)
    return (ChoiceBlank(label="Fit", choices=(*words, by_room)), *((blank,) if typed else ()))


def starts(_: Piece, shop: Shop) -> tuple[Start, ...]:
    """A dado across the board, and a groove along it."""
    empty = nothing_typed(shop.unit)
    blank: Change = {"kind": "dado", "width": empty, "depth": empty, "position": empty}
    across: Change = {**blank, "goes": "across", "end": "left"}
    along: Change = {**blank, "goes": "along", "end": "near"}
    return (
        Start(key="dado", name=shop.rules.dado_word, group="Channels", example="Upper shelf", cut=across),
        Start(key="groove", name="groove", group="Channels", example="Upper shelf", cut=along),
    )


def _sentence(cut: ChannelCut, piece: Piece, rules: HouseRules) -> tuple[Part, ...]:
    along, many, turned = cut.goes == "along", cut.count > 1, bool(cut.angle)
    first, last = ENDS[cut.goes]
    stops = [
        (field, end) for field, end, stop in (("stop_first", first, cut.stop_first), ("stop_last", last, cut.stop_last)) if stop
    ]
    parts: list[Part] = [Phrase(text=f"A {channel_word(cut, rules)}")]
    if cut.mate is not None:
        parts += [
            Phrase(text="for a part"),
            LengthBlank(field="mate.thickness", label="Thickness of the part"),
            Phrase(text="thick, fit"),
            *fit_blanks(cut.mate, "mate.", _FITS),
        ]
    else:
        parts += [LengthBlank(field="width", label="Width"), Phrase(text="wide,")]
    parts += [
        LengthBlank(field="depth", label="Depth"),
        Phrase(text="deep as its part," if cut.leaf else "deep,"),
        LengthBlank(field="position", label="Distance from the edge" if along else "Distance from the end", place=True),
        Phrase(text="from the"),
        flip(
            "Measure from the other side",
            "end",
            cut.end,
            _OTHER_END[_named(cut)],
            says=end_of(cut),
            turned=end_of(replace(cut, end=_OTHER_END[_named(cut)])),
            after="," if stops or many or turned or cut.taper is not None else "",
        ),
    ]
    for number, (field, end) in enumerate(stops, start=1):
        comma = "," if number < len(stops) or many or turned else ""
        parts += [
            Phrase(text="stopped"),
            LengthBlank(field=field, label=f"Stopped from the {end}"),
            Phrase(text=f"from the {end}{comma}"),
        ]
    for place in range(len(cut.more)):
        others = {f"more.{i}": as_typed_before(each) for i, each in enumerate([*cut.more[:place], *cut.more[place + 1 :]])}
        gone: Change = {**others, f"more.{len(cut.more) - 1}": None}
        parts += [Phrase(text="and at"), LengthBlank(field=f"more.{place}", label=f"Place {place + 2}", remove=gone, place=True)]
    if many:
        comma = "," if turned else ""
        parts += [Phrase(text=f"{cut.count} times every"), LengthBlank(field="spacing", label="Spacing", after=comma)]
    if cut.angle:
        parts.append(Phrase(text=f"turned {abs(cut.angle):g}° to the {'left' if cut.angle > 0 else 'right'},"))
    if cut.taper is not None:
        parts.append(Phrase(text=f"{as_typed(cut.taper)} wider at the near edge,"))
    parts += [Phrase(text=piece.name, strong=True, before=cut.goes, after=", in a pair." if cut.mirrored else ".")]
    return tuple(parts)


def _named(cut: ChannelCut) -> End:
    """The end it is measured from, in words that fit how it runs."""
    low = cut.end in ("left", "near")
    if cut.goes == "along":
        return "near" if low else "far"
    return "left" if low else "right"


def _shaped(shape: ChannelShape) -> Change:
    """Another floor begins anew with what only it has: the bit, a taper."""
    return {"shape": shape, "bit_id": None, **({} if shape == "dovetail" else {"taper": None})}


def _goes(along: bool) -> ChoiceBlank:
    across: Change = {"goes": "across", "end": "left", **NO_CLAMPS}
    lengthwise: Change = {"goes": "along", "end": "near", "angle": 0.0, "mirrored": False, **NO_CLAMPS}
    return ChoiceBlank(
        label="It goes",
        choices=(
            Answer(says="Across the board", change=across, chosen=not along),
            Answer(says="Along the board", change=lengthwise, chosen=along),
        ),
    )


def _width(cut: ChannelCut, unit: Unit) -> ChoiceBlank:
    """As typed, or to fit a part; the other keeps what was typed in it."""
    width = nothing_typed(unit) if cut.width is None else as_typed_before(cut.width)
    part = width if cut.mate is None else as_typed_before(cut.mate.thickness)
    fit: Change = {"mate.measured": True, "mate.sheet": True, "mate.fit": "sliding", "mate.thickness": part}
    return ChoiceBlank(
        label="Width",
        choices=(
            Answer(says="Width as typed", change={"mate": None}, usual={"width": part}, chosen=cut.mate is None),
            Answer(says="To fit a part", change={"width": None}, usual=fit, chosen=cut.mate is not None, also=("for a part",)),
        ),
    )


def _ends(cut: ChannelCut, unit: Unit) -> ChoiceBlank:
    """Which ends are stopped; a new stop takes what the other has."""
    along = cut.goes == "along"
    usual = TypedLength(typed="10" if unit == "mm" else "3/8", unit=unit)

    def like(stop: Length | None, other: Length | None) -> TypedLength:
        known = stop or other
        return usual if known is None else as_typed_before(known)

    first, last = like(cut.stop_first, cut.stop_last), like(cut.stop_last, cut.stop_first)
    now = (cut.stop_first is not None, cut.stop_last is not None)
    return ChoiceBlank(
        label="Ends",
        choices=(
            Answer(says="Right through", change={"stop_first": None, "stop_last": None}, chosen=now == (False, False)),
            Answer(
                says="Stopped left" if along else "Stopped near",
                change={"stop_last": None},
                usual={"stop_first": first},
                chosen=now == (True, False),
            ),
            Answer(
                says="Stopped right" if along else "Stopped far",
                change={"stop_first": None},
                usual={"stop_last": last},
                chosen=now == (False, True),
            ),
            Answer(says="Stopped both ends", usual={"stop_first": first, "stop_last": last}, chosen=now == (True, True)),
        ),
    )
