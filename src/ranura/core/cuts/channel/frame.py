"""A cut's own axes on its board: u across the cut, v along it, both seen from above.

A channel is planned in these axes however it runs, and put on the board at the end. The turn keeps left and right: v
lies to the left of u, as y lies to the left of x.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from ranura.core.geometry.rings import Point


@dataclass(frozen=True, kw_only=True, slots=True)
class Frame:
    """Where the axes begin on the board, and the direction of u as a unit vector.

    >>> Frame(origin=(640.0, 0.0), u=(0.0, 1.0)).place((20.0, 600.0))
    (40.0, 20.0)"""

    origin: Point = (0.0, 0.0)
    u: Point = (1.0, 0.0)

    def place(self, at: Point) -> Point:
        """The point of the board at (u, v)."""
        x, y = self.turn(at)
        return (self.origin[0] + x, self.origin[1] + y)

    def turn(self, direction: Point) -> Point:
        """The direction on the board of a direction in (u, v)."""
        (ux, uy), (a, b) = self.u, direction
        return (a * ux - b * uy, a * uy + b * ux)

    def local(self, at: Point) -> Point:
        """The (u, v) of a point of the board."""
        ux, uy = self.u
        x, y = at[0] - self.origin[0], at[1] - self.origin[1]
        return (x * ux + y * uy, y * ux - x * uy)


def turned(degrees: float) -> Frame:
    """Axes through the board's corner, turned counter-clockwise.

    >>> turned(0.0) == Frame()
    True"""
    angle = math.radians(degrees)
    return Frame(u=(math.cos(angle), math.sin(angle)) if degrees else (1.0, 0.0))
