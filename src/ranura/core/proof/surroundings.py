"""What stands around a place of the board, seen from there: where it is the same, the same is found (R21)."""

from __future__ import annotations

from collections.abc import Iterable

import numpy as np

from ranura.core.geometry.paths import MANY, points_of
from ranura.core.geometry.rings import Box, Point, Ring
from ranura.core.proof.moves import Body
from ranura.core.proof.wood import Swept, Wood

Seen = tuple[int, float, float]
"""What a move takes, seen from a place: the number of its form, and where its way begins."""


def surroundings(wood: Wood, taken: Iterable[Swept], bodies: Iterable[Body], box: Box, origin: Point) -> object:
    """What was taken near a place, and the edges of bodies that come near a box around it; equal at two places where all that
    can be seen within the box is equal."""
    return (tuple(seen_from(wood, each, origin) for each in taken), edges_near(bodies, box, origin))


def seen_from(wood: Wood, swept: Swept, origin: Point) -> Seen:
    """What a move takes, seen from a place. Of what has the same form only where it lies is looked at."""
    known = wood.forms.get(id(swept))
    if known is None or known[0] is not swept:
        known = wood.forms[id(swept)] = (swept, wood.numbers.setdefault(_form(swept), len(wood.numbers)))
    (x, y), (x0, y0) = swept.path[0], origin
    return (known[1], round(x - x0, 5), round(y - y0, 5))


def _form(swept: Swept) -> object:
    """All that a move takes, wherever it lies."""
    return (_moved_to(swept.path, swept.path[0]), swept.profile, round(swept.tip, 6), swept.out, round(swept.travel, 6))


def _moved_to(path: Ring, origin: Point) -> object:
    """A path, seen from a place; one of many points in one piece."""
    if len(path) > MANY:
        return (np.round(points_of(path) - origin, 5) + 0.0).tobytes()
    x, y = origin
    return tuple((round(a - x, 5), round(b - y, 5)) for a, b in path)


def edges_near(bodies: Iterable[Body], box: Box, origin: Point) -> object:
    """The edges of bodies that come near a box, as lines seen from a point, and their corners within it."""
    x0, y0, x1, y1 = box
    found: list[object] = []
    for body in bodies:
        for ring in (body.ring, *body.holes):
            if len(ring) > MANY or all(x0 <= x <= x1 and y0 <= y <= y1 for x, y in ring):
                found.append((_moved_to(ring, origin), body.z0, body.z1))
                continue
            for (ax, ay), (bx, by) in zip(ring, (*ring[1:], ring[0]), strict=True):
                if min(ax, bx) > x1 or max(ax, bx) < x0 or min(ay, by) > y1 or max(ay, by) < y0:
                    continue
                nx, ny = by - ay, ax - bx
                size = (nx * nx + ny * ny) ** 0.5 or 1.0
                off = ((ax - origin[0]) * nx + (ay - origin[1]) * ny) / size
                ends = tuple(
                    (round(x - origin[0], 5), round(y - origin[1], 5)) if x0 <= x <= x1 and y0 <= y <= y1 else None
                    for x, y in ((ax, ay), (bx, by))
                )
                found.append((round(nx / size, 6), round(ny / size, 6), round(off, 5), ends, body.z0, body.z1))
    return tuple(found)
