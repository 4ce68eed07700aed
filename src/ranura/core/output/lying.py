"""Work face down on a router table, as the person before it sees it, with the starting pin where no fence guides it (R7)."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import Final

from ranura.core.geometry.rings import Point
from ranura.core.output.views import Mark, Outline, circle
from ranura.core.text.writing import write

FACE_DOWN: Final = "from above, face down on the table: left and right have changed places"
PIN_AWAY: Final = 40.0
"""mm: how far from the cutter a starting pin stands, where the work comes from."""
PIN: Final = 5.0
"""mm: its radius."""


@dataclass(frozen=True, slots=True)
class Laid:
    """How the board lies before the person: turned face down, then round by some degrees (counter-clockwise), then moved."""

    length: float
    degrees: float
    by: Point

    def __call__(self, at: Point) -> Point:
        """Where a point of the board lies."""
        return self.lying((self.length - at[0], at[1]))

    def lying(self, at: Point) -> Point:
        """Where a point of the board lies that was turned face down already."""
        x, y = self.way(at)
        return (x + self.by[0], y + self.by[1])

    def way(self, direction: Point) -> Point:
        """A direction on the board that was turned face down already."""
        c, s = math.cos(math.radians(self.degrees)), math.sin(math.radians(self.degrees))
        return (direction[0] * c - direction[1] * s, direction[0] * s + direction[1] * c)


def laid_at(length: float, at: Point, heading: Point, *, squarely: bool) -> Laid:
    """A board of a length with a place of its edge at 0, 0 and the bit's heading there to the right, so that the work goes to the
    left; `squarely` by quarter turns alone. Place and heading are those of the board that was turned face down already."""
    degrees = -math.degrees(math.atan2(heading[1], heading[0]))
    turned = Laid(length, 90.0 * round(degrees / 90.0) if squarely else degrees, (0.0, 0.0))
    x, y = turned.lying(at)
    return replace(turned, by=(-x, -y))


def starting_pin(at: Point) -> tuple[Outline, Mark]:
    """A starting pin and its name; `at` is its middle as the person sees it."""
    named = Mark(kind="name", at=(at[0] + 3 * PIN, at[1] + PIN), direction=(1.0, 0.0), text=write("starting pin"))
    return Outline(role="stop", points=circle(at, PIN)), named
