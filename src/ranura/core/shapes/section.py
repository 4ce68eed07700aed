"""The section of a board's edge under a bit: what each trip takes, and what remains (R12).

Seen along the edge, in mm: x runs from the edge line into the wood, d from the face that base or table rides on down into the
board. A bit stands on its axis with its tip `height` beyond that face; its body is its silhouette turned about the axis.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise

from shapely import Polygon, box
from shapely.affinity import translate
from shapely.geometry.base import BaseGeometry

from ranura.core import numbers
from ranura.core.errors import CutError
from ranura.core.tooling.bits import Bit
from ranura.core.tooling.profiles import flattened

CHORDS = 300
"""Chords for a quarter of an arc: within 0.0001 mm of a radius of 25 mm, and 0.002 % of its areas."""
_SPECK = 1e-6
"""mm²: what is smaller is a rounding, not wood."""

Point = tuple[float, float]
Outline = tuple[Point, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class Stock:
    """A board seen along its edge: how thick, and how far the wood goes behind the edge, in mm."""

    thickness: float
    width: float


@dataclass(frozen=True, kw_only=True, slots=True)
class Trip:
    """One setting of the bit: its tip `height` beyond the face, its axis `offset` out of the edge (into the air), in mm."""

    height: float
    offset: float


@dataclass(frozen=True, kw_only=True, slots=True)
class Bite:
    """What one trip takes that no trip before took: mm² of the section, and how wide and how deep it engages at most, in mm."""

    trip: Trip
    area: float
    width: float
    depth: float

    @property
    def mean_width(self) -> float:
        """The width that a straight cut of this depth and area would have: with `depth` it gives a_p·a_e for R5, in mm."""
        return self.area / self.depth if self.depth > 0 else 0.0


@dataclass(frozen=True, kw_only=True, slots=True)
class Section:
    """What the trips take, one after the other, and the outlines of what remains, the largest first.

    More than one outline means that a strip comes off."""

    bites: tuple[Bite, ...]
    outlines: tuple[Outline, ...]
    area: float

    @property
    def loose(self) -> bool:
        """Whether a strip comes off."""
        return len(self.outlines) > 1


def can_be_raised(bit: Bit) -> bool:
    """Whether a bit may cut in stages by raising it: nowhere up to its top does it get thinner.

    Rule: R12 raising
    Formula: r(z) does not decrease from the tip to the top
    Source: geometry: a thinner part above would have to enter wood that the wider part below has not freed

    >>> can_be_raised(Bit(id="", name="", profile="roundover", radius=6.35, bearing=12.7, shank=6.35))
    True"""
    radii = [r for r, _ in flattened(bit.silhouette)]
    return all(not numbers.under(after, before) for before, after in pairwise(radii))


def section(bit: Bit, trips: Sequence[Trip], stock: Stock) -> Section:
    """The section after some trips. Raises CutError ("tip-beyond-cutter") where more than the cutter stands out.

    Rule: R12 section
    Formula: remains = stock − all bodies(height, offset); a trip takes what is left of the stock inside its body
    Source: a bit is a solid of revolution r(z)"""
    left: BaseGeometry = box(0.0, 0.0, stock.width, stock.thickness)
    bites: list[Bite] = []
    for place, trip in enumerate(trips):
        if numbers.over(trip.height, bit.cutting_length):
            raise CutError("tip-beyond-cutter", field=f"passes.{place}.height", height=trip.height, length=bit.cutting_length)
        body = _body(bit, trip)
        bites.append(_bite(trip, left.intersection(body)))
        left = left.difference(body)
    return Section(bites=tuple(bites), outlines=_outlines(left), area=left.area)


def taken(bit: Bit, trip: Trip, stock: Stock) -> float:
    """What a single trip takes from fresh stock, in mm²."""
    return float(box(0.0, 0.0, stock.width, stock.thickness).intersection(_body(bit, trip)).area)


@lru_cache(maxsize=64)
def _standing(bit: Bit) -> Polygon:
    """The bit on its axis, its tip at 0 and its top at minus its cutting length."""
    right = [(r, -z) for r, z in flattened(bit.silhouette, per_quarter=CHORDS)]
    return Polygon([*right, *((-r, d) for r, d in reversed(right))]).buffer(0)


def _body(bit: Bit, trip: Trip) -> BaseGeometry:
    return translate(_standing(bit), xoff=-trip.offset, yoff=trip.height)


def _bite(trip: Trip, gone: BaseGeometry) -> Bite:
    if gone.area < _SPECK:
        return Bite(trip=trip, area=0.0, width=0.0, depth=0.0)
    left, top, right, bottom = gone.bounds
    return Bite(trip=trip, area=float(gone.area), width=right - left, depth=bottom - top)


def _outlines(left: BaseGeometry) -> tuple[Outline, ...]:
    parts = [part for part in getattr(left, "geoms", [left]) if part.area >= _SPECK]
    parts.sort(key=lambda part: -part.area)
    return tuple(tuple((float(x), float(d)) for x, d in part.exterior.coords[:-1]) for part in parts)
