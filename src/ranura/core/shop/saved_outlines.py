"""Outlines that a shop keeps by name, to make templates for."""

from __future__ import annotations

import hashlib
from dataclasses import dataclass
from typing import Literal

from ranura.core.text import refusals as common_refusals
from ranura.core.text.errors import ToolError

Intent = Literal["recess", "part"]
"""What an outline is: the edge of what is cut out, or of what is kept."""


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

    @property
    def version(self) -> str:
        """What changes when its lines do."""
        return hashlib.sha256(self.path.encode()).hexdigest()[:12]

    def __post_init__(self) -> None:
        if not self.name.strip():
            raise ToolError(common_refusals.NAME_MISSING, field="name")
