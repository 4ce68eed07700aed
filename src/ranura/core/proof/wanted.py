"""What a cut is to take of the board, as areas at some heights (R21.11). Every family builds it from its cut's fields and the
board alone, apart from what makes its moves."""

from __future__ import annotations

from dataclasses import dataclass

from shapely import Polygon
from shapely.geometry.base import BaseGeometry

JUST = 0.06
"""mm above and below a floor at which is looked: far enough for what depths may be off by, and no further."""
BEYOND = 400.0
"""mm that an area goes on past the board where a cut runs out of it."""
NOTHING = Polygon()


@dataclass(frozen=True, slots=True)
class Layer:
    """At a height of the board: the area that may be gone, and the one that must be. A bit leaves the corners of the second as
    round as it is."""

    z: float
    most: BaseGeometry
    least: BaseGeometry
    line: bool = False
    """Whether of the second only what lies along its line must be gone: a part is set free, and how wide the bit is that goes
    round it is not asked."""


Wanted = tuple[Layer, ...]


def down_to(most: BaseGeometry, least: BaseGeometry, thickness: float, depth: float) -> Wanted:
    """Areas with a floor: just below the face, just above the floor, and just below it where nothing may be gone."""
    inside = (Layer(thickness - at, most, least) for at in (JUST, depth - JUST) if at > 0)
    return (*inside, Layer(thickness - depth - JUST, NOTHING, NOTHING))


def turned(found: Wanted, thickness: float) -> Wanted:
    """The same from the back face."""
    return tuple(Layer(thickness - each.z, each.most, each.least) for each in found)
