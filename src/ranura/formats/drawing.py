"""A drawing from outside as it was read: loops in mm with their layers."""

from __future__ import annotations

from collections.abc import Collection, Iterable
from dataclasses import dataclass
from typing import Literal

from ranura.core.geometry.loops import Loop
from ranura.core.templates.outline import scaled

UnitFrom = Literal["file", "asked", "assumed"]
FileUnit = Literal["mm", "in", "px"]
MM: dict[FileUnit, float] = {"mm": 1.0, "in": 25.4, "px": 25.4 / 96}
MOST_ELEMENTS, DEEPEST = 50_000, 32
"""Of a file, and of what stands within one another in it."""

Layered = tuple[str, Loop]
"""A loop and the name of the layer that it is drawn on; empty where it is on none."""


@dataclass(frozen=True, slots=True)
class Drawing:
    """Loops of a file in mm, y up, each with its layer; and the unit that its numbers were taken to be in and who said so. A
    layer of an SVG is its outermost group, by its label or its id."""

    layered: tuple[Layered, ...]
    unit: FileUnit
    unit_from: UnitFrom

    @property
    def loops(self) -> tuple[Loop, ...]:
        """All of them."""
        return tuple(loop for _, loop in self.layered)

    @property
    def layers(self) -> tuple[str, ...]:
        """The names of its layers, in the order in which they come."""
        return tuple(dict.fromkeys(layer for layer, _ in self.layered))

    def on(self, layers: Collection[str] | None) -> tuple[Loop, ...]:
        """The loops on some layers; all where none are said."""
        return tuple(loop for layer, loop in self.layered if layers is None or layer in layers)


def in_mm(layered: Iterable[Layered], by: float) -> tuple[Layered, ...]:
    """Loops of a file whose unit is so many mm."""
    return tuple((layer, loop) for layer, each in layered for loop in scaled((each,), by))
