"""Profiles of edges that a shop keeps by name."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core.text import refusals as common_refusals
from ranura.core.text.errors import ToolError
from ranura.core.text.lengths import Length

Shape = Literal[
    "roundover", "chamfer", "bevel", "cove", "ogee", "bead", "rabbet", "edge-groove", "flush", "jointing", "sticking", "coping"
]  # fmt: skip


@dataclass(frozen=True, kw_only=True, slots=True)
class SavedProfile:
    """A profile kept by name, to be used on other pieces: the shape with its sizes as typed, and the bit if one is pinned."""

    id: str
    name: str
    shape: Shape
    size: Length
    depth: Length | None = None
    width: Length | None = None
    angle: float | None = None
    bit_id: str | None = None

    def __post_init__(self) -> None:
        if not self.name.strip():
            raise ToolError(common_refusals.NAME_MISSING, field="name")
