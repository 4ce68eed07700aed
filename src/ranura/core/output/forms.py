"""Blanks that families of cuts share."""

from __future__ import annotations

from collections.abc import Sequence

from ranura.core.holding.placed import Exit, Held
from ranura.core.text.forms import Answer, Change, ChoiceBlank, FieldPath, FieldValue, LengthBlank, TypedLength
from ranura.core.text.lengths import Length, Unit

NO_CLAMPS: Change = {"clamps": ()}
"""Where clamps stood does not hold any more."""

_HELD: tuple[tuple[Held | None, str], ...] = (
    ("clamps", "Held by clamps"),
    ("dogs", "Bench dogs"),
    ("vice", "Vice"),
    ("tape", "Double-sided tape"),
    ("vacuum", "Vacuum"),
    ("carrier", "In a carrier"),
)


def answers(
    label: str, field: FieldPath, now: FieldValue, options: Sequence[tuple[FieldValue, str]], *, clears: Change | None = None
) -> ChoiceBlank:
    """One field with a few values to choose from; `clears` is changed along with it."""
    return ChoiceBlank(
        label=label,
        choices=tuple(Answer(says=says, change={field: value, **(clears or {})}, chosen=value == now) for value, says in options),
    )


def flip(label: str, field: FieldPath, now: str, other: str, *, says: str, turned: str, after: str = "") -> ChoiceBlank:
    """A word of a sentence that a click turns into its other one."""
    choices = (Answer(says=says, change={field: now}, chosen=True), Answer(says=turned, change={field: other}))
    return ChoiceBlank(label=label, choices=choices, flips=True, after=after)


def held_by(held: Held | None) -> ChoiceBlank:
    """What holds the work."""
    return answers("Held by", "held", held or "clamps", _HELD)


_LOOSE = (
    (None, "Piece held: not said"),
    ("tape", "Tape holds it"),
    ("screws", "Screws hold it"),
    ("tabs", "Tabs are left"),
    ("skin", "A skin is left"),
)


def loose_held_by(loose: str | None) -> ChoiceBlank:
    """What holds a piece that comes free."""
    return answers("The piece", "loose", loose, _LOOSE)


_EXITS: tuple[tuple[Exit, str], ...] = (
    ("backer", "Out against a backer"),
    ("hidden", "Out at a hidden edge"),
    ("ripped", "Out at an edge that is ripped off"),
)


def comes_out(exit: Exit) -> ChoiceBlank:
    """Where the bit comes out of the wood."""
    return answers("Where it comes out", "exit", exit, _EXITS)


def thin_walls(known: bool) -> ChoiceBlank:
    """Whether the person knows of a wall that may break off."""
    return answers("Thin walls", "thin_walls", known, ((False, "Thin walls stop it"), (True, "Thin wall known")))


def eased_by(lighter: bool, slower: bool, gentler: bool) -> tuple[ChoiceBlank, ...]:
    """Whether the cut is eased: lighter passes, a slower spindle, a slower hand."""
    return (
        answers("Passes", "lighter", lighter, ((False, "Passes as the house has them"), (True, "Lighter passes"))),
        answers("Spindle", "slower", slower, ((False, "Speed as the house has it"), (True, "Slower spindle"))),
        answers("Pace", "gentler", gentler, ((False, "Pace as the house has it"), (True, "Led slower"))),
    )


def depth_by(by_part: bool) -> ChoiceBlank:
    """Whether the depth is typed, or is that of the part that lies in the cut."""
    return answers("Depth by", "leaf", by_part, ((False, "Depth as typed"), (True, "Set by the part")))


def new_length(field: FieldPath, label: str, *, place: bool = False) -> LengthBlank:
    """A length that a new cut is asked for."""
    return LengthBlank(field=field, label=label, place=place)


def nothing_typed(unit: Unit) -> TypedLength:
    """A length that nobody typed yet."""
    return TypedLength(typed="", unit=unit)


def as_typed_before(length: Length) -> TypedLength:
    """A length as it was typed."""
    return TypedLength(typed=length.typed, unit=length.unit)
