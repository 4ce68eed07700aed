"""What stands around a place of the board, seen from there: where it is the same, the same is found (R21)."""

from __future__ import annotations

from collections.abc import Iterable

import numpy as np

from ranura.core.geometry.paths import MANY, points_of
from ranura.core.geometry.rings import Box, Point, Ring, extent
from ranura.core.proof.moves import Body
from ranura.core.proof.wood import Outline, OutlineEdge, Outlines, Swept, Wood

Seen = tuple[int, float, float]
"""What a move takes, seen from a place: the number of its form, and where its way begins."""


def surroundings(wood: Wood, taken: Iterable[Swept], bodies: Iterable[Body], box: Box, origin: Point) -> object:
    """What was taken near a place, and the edges of bodies that come near a box around it; equal at two places where all that
    can be seen within the box is equal."""
    return (tuple(seen_from(wood, each, origin) for each in taken), edges_near(wood, bodies, box, origin))


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


def edges_near(wood: Wood, bodies: Iterable[Body], box: Box, origin: Point) -> object:
    """The edges of bodies that come near a box, as lines seen from a point, and their corners within it."""
    x0, y0, x1, y1 = box
    ox, oy = origin
    found: list[object] = []
    for body in bodies:
        for form, (bx0, by0, bx1, by1), (fx, fy), edges in _outlines(wood, body):
            if not edges or (x0 <= bx0 and y0 <= by0 and bx1 <= x1 and by1 <= y1):
                found.append((form, round(fx - ox, 5), round(fy - oy, 5)))
                continue
            for (ax, ay), (bx, by), nx, ny, off in edges:
                if (ax > x1 and bx > x1) or (ax < x0 and bx < x0) or (ay > y1 and by > y1) or (ay < y0 and by < y0):
                    continue
                ends = tuple(
                    (round(x - ox, 5), round(y - oy, 5)) if x0 <= x <= x1 and y0 <= y <= y1 else None
                    for x, y in ((ax, ay), (bx, by))
                )
                found.append((round(nx, 6), round(ny, 6), round(off - ox * nx - oy * ny, 5), ends, body.z0, body.z1))
    return tuple(found)


def _outlines(wood: Wood, body: Body) -> Outlines:
    """The rings of a body: of each the number of its form, the box around it, its first point and, where it has few, its
    edges."""
    known = wood.outlines.get(id(body))
    if known is None or known[0] is not body:
        known = wood.outlines[id(body)] = (body, tuple(_outline(wood, body, ring) for ring in (body.ring, *body.holes)))
    return known[1]


def _outline(wood: Wood, body: Body, ring: Ring) -> Outline:
    form = (_moved_to(ring, ring[0]), body.z0, body.z1)
    edges: list[OutlineEdge] = []
    for (ax, ay), (bx, by) in zip(ring, (*ring[1:], ring[0]), strict=True) if len(ring) <= MANY else ():
        nx, ny = by - ay, ax - bx
        size = (nx * nx + ny * ny) ** 0.5 or 1.0
        edges.append(((ax, ay), (bx, by), nx / size, ny / size, (ax * nx + ay * ny) / size))
    return (wood.numbers.setdefault(form, len(wood.numbers)), extent(ring), ring[0], tuple(edges))
