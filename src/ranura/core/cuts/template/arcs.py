"""How a bit comes to a line from beside the wood, and leaves it: a quarter arc on the right of its heading."""

from __future__ import annotations

import math

from ranura.core.geometry.rings import Point, Ring

BESIDE = 3.0
"""mm from a sawn part at which a bit is begun."""
_STEPS = 6


def into(at: Point, towards: Point, radius: float) -> Ring:
    """A quarter arc of a radius from the right of a heading into it."""
    (cx, cy), (tx, ty) = _right_of(at, (towards[0] - at[0], towards[1] - at[1]), radius)
    turns = [math.pi / 2 * step / _STEPS for step in range(_STEPS)]
    arc = [
        (cx - radius * (tx * math.cos(t) + ty * math.sin(t)), cy - radius * (ty * math.cos(t) - tx * math.sin(t))) for t in turns
    ]
    return (*arc, at)


def out_of(before: Point, at: Point, radius: float) -> Ring:
    """A quarter arc of a radius out of a heading to its right."""
    (cx, cy), (tx, ty) = _right_of(at, (at[0] - before[0], at[1] - before[1]), radius)
    turns = [math.pi / 2 * step / _STEPS for step in range(_STEPS)]
    arc = [
        (cx + radius * (tx * math.cos(t) - ty * math.sin(t)), cy + radius * (ty * math.cos(t) + tx * math.sin(t))) for t in turns
    ]
    return (at, *arc[::-1])


def _right_of(at: Point, heading: Point, radius: float) -> tuple[Point, Point]:
    """The middle of a circle that a heading touches at a place, on its right; and the heading, 1 long."""
    size = math.hypot(*heading) or 1.0
    tx, ty = heading[0] / size, heading[1] / size
    return (at[0] + radius * ty, at[1] - radius * tx), (tx, ty)
