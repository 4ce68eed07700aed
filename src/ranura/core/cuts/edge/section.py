"""The section of a board's edge under a bit as exact outlines: what each trip takes, and what remains (R12)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

import shapely
from shapely import Polygon, box
from shapely.affinity import scale, translate
from shapely.geometry.base import BaseGeometry

from ranura.core.cuts.edge import refusals
from ranura.core.cuts.edge.trips import Done, Stock, curve
from ranura.core.cutting.stage import Bite, Outline, Trip
from ranura.core.geometry import closeness
from ranura.core.geometry.areas import parts_of
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.silhouettes import Corner
from ranura.core.text.errors import CutError

_SPECK = 1e-6
"""mm²: what is smaller is a rounding, not wood."""
_FINE = 0.002
"""mm: how closely an outline that is drawn follows the exact one."""


@dataclass(frozen=True, kw_only=True, slots=True)
class CrossSection:
    """What the trips take, one after the other, and the outlines of what remains, the largest first.

    More than one outline means that a strip comes off."""

    bites: tuple[Bite, ...]
    outlines: tuple[Outline, ...]
    area: float

    @property
    def loose(self) -> bool:
        """Whether a strip comes off."""
        return len(self.outlines) > 1


def section(bit: Bit, trips: Sequence[Trip], stock: Stock, *, before: Sequence[Done] = ()) -> CrossSection:
    """The section after some trips with one bit, in a stock from which `before` was taken already.

    Raises CutError ("tip-beyond-cutter") where more than the cutter stands out.

    Rule: R12 section
    Formula: remains = stock − all bodies(height, offset); a trip takes what is left of the stock inside its body
    Source: a bit is a solid of revolution r(z)"""
    for place, trip in enumerate(trips):
        if closeness.over(trip.height, bit.cutting_length):
            raise CutError(
                refusals.TIP_BEYOND_CUTTER, field=f"passes.{place}.height", height=trip.height, length=bit.cutting_length
            )
    return section_of([Done(bit=bit, trip=trip) for trip in trips], stock, before=before)


def section_of(steps: Sequence[Done], stock: Stock, *, before: Sequence[Done] = (), drawn: bool = False) -> CrossSection:
    """The section after some trips on either face, with whichever bit.

    To be `drawn`, bites have outlines too, and all outlines only the points that they need to be within 0.002 mm."""
    return _section(tuple(steps), stock, tuple(before), drawn)


@lru_cache(maxsize=32)
def _section(steps: tuple[Done, ...], stock: Stock, before: tuple[Done, ...], drawn: bool) -> CrossSection:
    """Remembered, since what was evaluated last is what is drawn."""
    left: BaseGeometry = box(0.0, 0.0, stock.width, stock.thickness)
    if stock.overhang:
        left = left.union(box(-stock.overhang, 0.0, 0.0, stock.overhang_depth))
    for done in before:
        left = left.difference(_body(done, stock))
    bites: list[Bite] = []
    for step in steps:
        body = _body(step, stock)
        bites.append(_bite(step.trip, left.intersection(body), drawn=drawn))
        left = left.difference(body)
    return CrossSection(bites=tuple(bites), outlines=_outlines(left, drawn=drawn), area=left.area)


@lru_cache(maxsize=64)
def _standing(silhouette: tuple[Corner, ...]) -> Polygon:
    """The bit on its axis, its tip at 0 and its top at minus its cutting length."""
    right = [(r, -z) for r, z in curve(silhouette)]
    return Polygon([*right, *((-r, d) for r, d in reversed(right))]).buffer(0)


def _body(done: Done, stock: Stock) -> BaseGeometry:
    # Rounded to a millionth of a micrometre: the geometry's predicates do not hold for numbers next to nothing.
    x, d = round(-done.trip.offset, 9), round(done.trip.height, 9)
    body = translate(_standing(done.bit.silhouette), xoff=x, yoff=d)
    return scale(body, yfact=-1, origin=(0, stock.thickness / 2)) if done.other_face else body


def _bite(trip: Trip, gone: BaseGeometry, *, drawn: bool) -> Bite:
    # Where it runs along a wall that is cut already, lines without width are left of the two.
    parts = [part for part in parts_of(gone) if part.area >= _SPECK]
    if not parts:
        return Bite(trip=trip, area=0.0, width=0.0, depth=0.0)
    left, top, right, bottom = shapely.union_all(parts).bounds
    outlines = _outlines(gone, drawn=True) if drawn else ()
    return Bite(trip=trip, area=float(gone.area), width=right - left, depth=bottom - top, outlines=outlines)


def _outlines(left: BaseGeometry, *, drawn: bool) -> tuple[Outline, ...]:
    parts = [part for part in parts_of(left) if part.area >= _SPECK]
    parts.sort(key=lambda part: -part.area)
    rings = [part.exterior.simplify(_FINE) if drawn else part.exterior for part in parts]
    return tuple(tuple((float(x), float(d)) for x, d in ring.coords[:-1]) for ring in rings)
