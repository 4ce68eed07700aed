"""Corners of an outline, rounded to what a bit and its guide can cut (R9)."""

from __future__ import annotations

from shapely.geometry.base import BaseGeometry

from ranura.core.board.outlines import tightest
from ranura.core.templates.clearing import kept_on_left

_QUARTER = 96
"""Chords of a quarter arc."""


def rounded(area: BaseGeometry, radius: float) -> BaseGeometry:
    """An area without a corner that is tighter than a radius, outwards or inwards; what is narrower than twice that goes.

    Rule: R9 reach
    Formula: opened, then closed by a disc of the radius
    Source: geometry: a disc of that radius then rolls along it on either side

    >>> from shapely.geometry import box
    >>> round(100 - rounded(box(0, 0, 10, 10), 2).area, 1)
    3.4"""

    def buffered(shape: BaseGeometry, by: float) -> BaseGeometry:
        return shape.buffer(by, quad_segs=_QUARTER)

    opened = buffered(buffered(area, -radius), radius)
    return buffered(buffered(opened, radius), -radius)


def radius_for(bit: float, offset: float) -> float:
    """The least radius at which a bit of a width and its guide enter every corner, outwards and inwards, in mm.

    Rule: R9 corners
    Formula: max(D/2, o), up to the next half millimetre
    Source: a bit reaches no tighter corner than itself, a guide none that is tighter than the offset

    >>> radius_for(6.35, 7.14375)
    7.5"""
    return -(-max(bit / 2, abs(offset)) * 2 // 1) / 2


_CORNER_WITHIN = 0.0002
"""mm: points that lie closer together say nothing of a radius."""


def tightest_rounded(area: BaseGeometry, *, keeps_inside: bool) -> float | None:
    """The radius of the tightest rounded corner that a bit has to enter, in mm: inside an area, or outside of one that is kept.
    Sharp corners, which no bit enters, do not count; None where there is no rounded one."""
    rings = kept_on_left(area.simplify(_CORNER_WITHIN), inside=keeps_inside)
    found = [tightest(ring if keeps_inside else ring[::-1], inside=not keeps_inside) for ring in rings]
    return min((radius for radius in found if radius), default=None)
