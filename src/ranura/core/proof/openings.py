"""What moves open in the work, right through: read from the wood that they leave, whatever cut they make."""

from __future__ import annotations

from collections.abc import Sequence
from itertools import pairwise

import shapely
from shapely import Polygon
from shapely.geometry.base import BaseGeometry

from ranura.core.geometry.areas import parts_of
from ranura.core.geometry.rings import Ring, signed_area
from ranura.core.proof.moves import Body, Program
from ranura.core.proof.pieces import goes_through
from ranura.core.proof.shapes import shape_of, strips
from ranura.core.proof.wood import Swept, Wood

_NARROWEST = 20.0
"""mm: what is narrower has no edge that is worth to be cut by itself."""
_FRAME = 3.0
"""mm of wood that stand around an opening at least."""
_TRUE, _QUARTER = 0.004, 48
"""mm within which its edge is true, and chords of a quarter arc."""


def opened_by(program: Program, taken: Sequence[Swept]) -> tuple[Ring, ...]:
    """The rings of openings that a plan made, counter-clockwise, given all that is taken of the board after it; those that were
    there before are none. Of a piece that was cut free and lies inside nothing is left."""
    wood = Wood(program.bodies, list(taken))
    if not any(goes_through(wood, each) for each in wood.taken):
        return ()
    board = _whole(wood)
    known = [Polygon(hole) for work in wood.works for hole in work.holes]
    found = []
    for part in parts_of(board):
        for hole in part.interiors:
            area = Polygon(hole)
            wide = not area.buffer(-_NARROWEST / 2, quad_segs=4).is_empty
            if wide and area.exterior.distance(part.exterior) >= _FRAME and not any(each.intersects(area) for each in known):
                found.append(_ring(area))
    return tuple(found)


def _whole(wood: Wood) -> BaseGeometry:
    """The largest part of what stands anywhere in the height of the work, seen from above."""
    heights = sorted({z for work in wood.works for z in (work.z0, work.z1)} | {z for each in wood.taken for z in each.corners})
    low, high = min(work.z0 for work in wood.works), max(work.z1 for work in wood.works)
    inside = [z for z in heights if low <= z <= high]
    layers = [_standing(wood, (a + b) / 2) for a, b in pairwise(inside) if b - a > 1e-3]
    parts = list(parts_of(shapely.union_all(layers)))
    return max(parts, key=lambda each: each.area, default=Polygon())


def _standing(wood: Wood, z: float) -> BaseGeometry:
    works: list[Body] = [work for work in wood.works if work.z0 < z < work.z1]
    ways = ((each.path, r) for each in wood.taken if (r := each.radius(z)))
    return shapely.union_all([shape_of(work) for work in works]).difference(strips(ways, within=_TRUE, quarter=_QUARTER))


def _ring(area: Polygon) -> Ring:
    points = [(float(x), float(y)) for x, y, *_ in area.exterior.simplify(_TRUE).coords[:-1]]
    return tuple(points if signed_area(points) > 0 else reversed(points))
