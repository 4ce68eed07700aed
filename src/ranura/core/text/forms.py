"""What is asked of a person, as data: a sentence of words and blanks, and options (`Form`). Whoever draws a form knows blanks,
and no kind of cut.

A field is a path into the cut's JSON, as in `depth`, `mate.thickness` or `more.1`; a blank shows what stands there. Only what is
asked now is in a form: another choice brings another form, and what was typed in a blank that is gone comes back with it.
"""

from __future__ import annotations

import dataclasses
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from ranura.core.text.lengths import Unit

FieldPath = str
"""Where something stands in a cut's JSON."""


@dataclass(frozen=True, kw_only=True, slots=True)
class TypedLength:
    """A length as it would be typed."""

    typed: str
    unit: Unit


@dataclass(frozen=True, kw_only=True, slots=True)
class PlacedClamp:
    """A clamp on a side of the board, in mm from the side's left or near end."""

    side: str
    at: float


FieldValue = None | bool | int | float | str | TypedLength | tuple[str, ...] | tuple[TypedLength, ...] | tuple[PlacedClamp, ...]
"""What a field may hold. A composite is changed field by field."""
Change = Mapping[FieldPath, FieldValue]
"""What an answer changes of a cut."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Answer:
    """One of several answers."""

    says: str
    change: Change = dataclasses.field(default_factory=dict)
    """What it changes of the cut."""
    usual: Change = dataclasses.field(default_factory=dict)
    """What it sets besides where nothing was typed before."""
    chosen: bool = False
    value: str = ""
    """What stands for it in the cut where a list of them is the answer."""
    also: tuple[str, ...] = ()
    """What it is called besides in a cut said in one line."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Phrase:
    """Words of a sentence."""

    text: str
    strong: bool = False
    before: str = ""
    """What is said on the same line before it."""
    after: str = ""
    """What follows closely."""
    takes: Literal["words"] = "words"


@dataclass(frozen=True, kw_only=True, slots=True)
class LengthBlank:
    """A length that is typed where it stands."""

    field: FieldPath
    label: str
    placeholder: str = ""
    """What is taken where nothing is typed."""
    figure: str | None = None
    """The figure of the plan that says what is taken where nothing is typed."""
    optional: bool = False
    """Emptied, it is not asked for any more."""
    after: str = ""
    """A sign that follows it closely."""
    remove: Change | None = None
    """What leaves it out."""
    place: bool = False
    """Whether it says where the cut lies, and no size of it."""
    takes: Literal["length"] = "length"


@dataclass(frozen=True, kw_only=True, slots=True)
class NumberBlank:
    """A number, or an angle in degrees."""

    field: FieldPath
    label: str
    before: str = ""
    least: float | None = None
    most: float | None = None
    step: float = 1.0
    empty: float | None = None
    """What an empty text means; None takes it away."""
    clears: Change = dataclasses.field(default_factory=dict)
    """What is changed along with it."""
    after: str = ""
    takes: Literal["number", "angle"] = "number"


@dataclass(frozen=True, kw_only=True, slots=True)
class ChoiceBlank:
    """One of several answers. In a sentence of two answers the other one is taken by a click (`flips`)."""

    label: str
    choices: tuple[Answer, ...]
    flips: bool = False
    after: str = ""
    takes: Literal["choice"] = "choice"


@dataclass(frozen=True, kw_only=True, slots=True)
class EdgesBlank:
    """Some of the edges of the board; the plan says in which order they are run, and the drawing chooses them as well."""

    field: FieldPath
    label: str
    choices: tuple[Answer, ...]
    """The edges there are, by their refs."""
    whole: tuple[str, ...]
    """Those all round the outside."""
    takes: Literal["edges"] = "edges"


@dataclass(frozen=True, kw_only=True, slots=True)
class RepeatBlank:
    """How often it is cut. Which spacing that makes is asked of the core when it is answered, since it follows from what is typed
    at that moment."""

    label: str
    counts: tuple[int, ...]
    count: int
    places: bool
    """Whether it may be cut at given places as well."""
    at_places: bool = False
    """Whether it is."""
    takes: Literal["repeat"] = "repeat"


@dataclass(frozen=True, kw_only=True, slots=True)
class PointsBlank:
    """The points of an outline in mm, a text with one on each line."""

    field: FieldPath
    label: str
    takes: Literal["points"] = "points"


Blank = LengthBlank | NumberBlank | ChoiceBlank | EdgesBlank | RepeatBlank | PointsBlank
Part = Phrase | Blank
Component = Literal["profile-bench"]
"""Parts of the page that are more than blanks. The profile bench shows the section large and moves the bit in it."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Form:
    """What is asked of a cut of some family, as it stands."""

    kind: str
    sentence: tuple[Part, ...]
    options: tuple[Blank, ...] = ()
    """What may be answered besides."""
    more: tuple[Blank, ...] = ()
    """What few answer."""
    more_says: str = "more"
    """What opens these."""
    open: bool = False
    """Whether some of these are answered, so that they are shown at once."""
    first: tuple[Blank, ...] = ()
    """What is asked first when a cut is new."""
    components: tuple[Component, ...] = ()


@dataclass(frozen=True, kw_only=True, slots=True)
class Start:
    """A cut that can be begun: its name, among which others it stands, and a name to give it, for instance."""

    key: str
    """What it is known by among all that can be begun."""
    name: str
    group: str
    example: str
    cut: Change
    """What is known of it at once."""
    also: tuple[str, ...] = ()
    """What it is called besides in a cut said in one line."""
