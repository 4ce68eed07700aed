"""The forms of a pocket: one table with all that is so of each (R8, R9, R14).

A new form is a word in `PocketForm` and a row here; the type checker and a test say what is missing.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final, Literal

PocketForm = Literal["mortise", "slot", "recess", "outline", "cut-out", "disc", "hole", "ring", "lap", "flatten"]
ChannelGuided = Literal["edge-guide", "straightedge"]
"""Guides that lead a pocket as a channel stopped at both ends (`as_channel.py`)."""
AreaGuided = Literal["bushing", "bearing", "freehand", "trammel", "shoulder", "sled"]
"""Guides that lead it as an area."""
PocketGuide = Literal[ChannelGuided, AreaGuided]
Taken = Literal["field", "line", "groove", "lanes"]
"""What is cut of it: its whole field from the middle outwards; a line along its outline; a groove along it; or parallel lanes
from an open side."""


@dataclass(frozen=True, kw_only=True, slots=True)
class FormFacts:
    """What is so of a form."""

    name: str
    """What it is called."""
    choice: str
    """What it is called among the forms to choose from."""
    taken: Taken
    guides: tuple[PocketGuide, ...]
    """The methods of guiding it, the handiest first."""
    length: str | None = "Length"
    """What its first size is; None where it has none."""
    across: str | None = "Width"
    """What its second size is; None where it has none."""
    round: bool = False
    """A circle: its place is that of its centre."""
    frees: bool = False
    """A piece comes loose where it goes through, and it goes through unless somebody says otherwise."""
    keeps_inside: bool = False
    """The inside is the part, so that the bit runs around its outside."""
    square_corners: bool = False
    """The corners that a bit leaves round are worth a word."""
    small_steps: bool = False
    """It goes down in the small steps of a mortise."""
    open_side: bool = False
    """It may run out of a side of the board."""


FORMS: Final[Mapping[PocketForm, FormFacts]] = {
    "mortise": FormFacts(
        name="mortise",
        choice="mortise",
        taken="field",
        guides=("edge-guide", "bushing", "straightedge", "bearing"),
        square_corners=True,
        small_steps=True,
    ),
    "slot": FormFacts(name="slot", choice="slot", taken="field", guides=("bushing", "edge-guide", "bearing", "straightedge")),
    "recess": FormFacts(
        name="recess",
        choice="recess",
        taken="field",
        guides=("bushing", "bearing", "freehand"),
        square_corners=True,
        open_side=True,
    ),
    "outline": FormFacts(name="recess", choice="recess of own outline", taken="field", guides=("bushing", "bearing", "freehand")),
    "cut-out": FormFacts(name="cut-out", choice="cut-out", taken="line", guides=("bushing", "bearing"), frees=True),
    "disc": FormFacts(
        name="disc",
        choice="disc",
        taken="line",
        guides=("trammel", "bushing", "bearing"),
        length="Diameter",
        across=None,
        round=True,
        frees=True,
        keeps_inside=True,
    ),
    "hole": FormFacts(
        name="round hole",
        choice="round hole",
        taken="line",
        guides=("trammel", "bushing", "bearing"),
        length="Diameter",
        across=None,
        round=True,
        frees=True,
    ),
    "ring": FormFacts(
        name="ring groove",
        choice="ring groove",
        taken="groove",
        guides=("trammel",),
        length="Outer diameter",
        across="Groove",
        round=True,
    ),
    "lap": FormFacts(name="half-lap", choice="half-lap or tenon cheek", taken="lanes", guides=("shoulder",), across=None),
    "flatten": FormFacts(
        name="flattened face", choice="flattened face", taken="lanes", guides=("sled",), length=None, across=None
    ),
}
