"""Outlines that a shop keeps by name, to make templates for."""

from __future__ import annotations

import hashlib
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from typing import Final, Literal

from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import HouseRules
from ranura.core.text import refusals as common_refusals
from ranura.core.text.errors import ToolError

Intent = Literal["recess", "part"]
"""What an outline is: the edge of what is cut out, or of what is kept."""


Stuff = Literal["mdf", "plywood", "plastic"]
SAME_OFFSET: Final = 0.05
"""mm by which offsets of guide and bit may differ and still make the same."""
STUFFS: Final[Mapping[Stuff, str]] = {"mdf": "MDF", "plywood": "plywood", "plastic": "hard plastic"}


@dataclass(frozen=True, kw_only=True, slots=True)
class MadeTemplate:
    """A template that stands in the shop: what it is made of and how thick, in mm; for what guide and bit, in mm, and of which
    outline, in which version and with corners of which radius; from which other one it was copied; how often it was used."""

    stuff: Stuff = "mdf"
    thickness: float
    guide: float
    bit: float
    outline: str
    version: str
    corners: float = 0.0
    master: str | None = None
    uses: int = 0

    @property
    def offset(self) -> float:
        """How far its edge lies beside what it makes, in mm."""
        return (self.guide - self.bit) / 2

    def used(self, times: int) -> MadeTemplate:
        """The same after so many uses more; less than 0 takes some back."""
        return replace(self, uses=max(0, self.uses + times))

    def worn(self, rules: HouseRules) -> bool:
        """Whether it was used as often as it lasts."""
        return self.uses >= lasts(self.stuff, rules)


def lasts(stuff: Stuff, rules: HouseRules) -> int:
    """How many uses wear a template out, by what it is made of (R9)."""
    return int({"mdf": rules.uses_mdf, "plywood": rules.uses_plywood, "plastic": rules.uses_plastic}[stuff])


def version_of(path: str) -> str:
    """What changes when the lines of an outline do."""
    return hashlib.sha256(path.encode()).hexdigest()[:12]


@dataclass(frozen=True, kw_only=True, slots=True)
class SavedOutline:
    """An outline kept by name: path data in mm (arcs as arcs, y up, its lower left corner at 0, 0), and what it is: the edge of
    what is wanted, or that of a template which the shop has, whose hole is followed inside or whose outside is."""

    id: str
    name: str
    path: str
    intent: Intent = "recess"
    source: str = ""
    """The file that it came from."""
    is_template: bool = False
    """Whether it is the edge of a template, and not of what is wanted."""
    made: MadeTemplate | None = None
    """Of a template: what is known of it; None where only its edge is."""

    @property
    def version(self) -> str:
        """What changes when its lines do."""
        return version_of(self.path)

    def __post_init__(self) -> None:
        if not self.name.strip():
            raise ToolError(common_refusals.NAME_MISSING, field="name")


def templates_of(
    version: str, outlines: Iterable[SavedOutline], rules: HouseRules, *, corners: float = 0.0
) -> tuple[SavedOutline, ...]:
    """The templates among some outlines that were made of an outline in a version, with corners of a radius in mm; those that are
    worn come last."""
    found = [
        (each.made.worn(rules), each)
        for each in outlines
        if each.made is not None and each.made.version == version and closeness.same(each.made.corners, corners)
    ]
    return tuple(each for _, each in sorted(found, key=lambda known: known[0]))
