"""Settings of a bit at an edge, and what they take of fresh stock, counted in one dimension (R12).

Seen along the edge, in mm: x runs from the edge line into the wood, d from the face that base or table rides on down into the
board. A bit stands on its axis with its tip `height` beyond that face; its body is its silhouette turned about the axis.
"""

from __future__ import annotations

import math
from bisect import bisect_left
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise

from ranura.core.cutting.stage import Trip
from ranura.core.geometry import closeness
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.silhouettes import Corner, flattened, radius_at

CHORDS = 300
"""Chords for a quarter of an arc: within 0.0001 mm of a radius of 25 mm, and 0.002 % of its areas."""

Span = tuple[float, float]
"""From and to which d, in mm."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Stock:
    """A board seen along its edge: how thick, and how far the wood goes behind the edge, in mm. An edging or veneer that stands
    out `overhang` over the edge line is `overhang_depth` thick, from the face."""

    thickness: float
    width: float
    overhang: float = 0.0
    overhang_depth: float = 0.0


@dataclass(frozen=True, kw_only=True, slots=True)
class Done:
    """A trip made before with its bit; `other_face`: with the board turned over, so that its heights count from below."""

    bit: Bit
    trip: Trip
    other_face: bool = False


@lru_cache(maxsize=256)
def curve(silhouette: tuple[Corner, ...]) -> tuple[tuple[float, float], ...]:
    """A silhouette as (r, z) from the tip upwards, its arcs as `CHORDS` a quarter."""
    return tuple(flattened(silhouette, per_quarter=CHORDS))


def can_be_raised(bit: Bit) -> bool:
    """Whether a bit may cut in stages by raising it: nowhere up to its top does it get thinner.

    Rule: R12 raising
    Formula: r(z) does not decrease from the tip to the top
    Source: geometry: a thinner part above would have to enter wood that the wider part below has not freed

    >>> can_be_raised(Bit(id="", name="", profile="roundover", radius=6.35, bearing=12.7, shank=6.35))
    True"""
    return _never_thinner(bit.silhouette)


@lru_cache(maxsize=256)
def _never_thinner(silhouette: tuple[Corner, ...]) -> bool:
    return all(not closeness.under(after[0], before[0]) for before, after in pairwise(curve(silhouette)))


def taken(bit: Bit, trip: Trip, stock: Stock) -> float:
    """What a single trip takes from fresh stock, in mm².

    Rule: R12 area
    Formula: A = Σ (min(r − o, w) − max(−o − r, 0))·dz over the part of the silhouette between the faces, o the offset
    Source: geometry: at a height z the body covers from −o − r to r − o across the edge"""
    low, high = max(0.0, trip.height - stock.thickness), min(trip.height, bit.cutting_length)
    if high <= low:
        return 0.0
    area = _swept(bit, trip.offset, stock.width, low, high)
    if stock.overhang:
        least = max(low, trip.height - stock.overhang_depth)
        area += _swept(bit, trip.offset - stock.overhang, stock.width, least, high) - _swept(
            bit, trip.offset, stock.width - stock.overhang, least, high
        )
    return area


def _swept(bit: Bit, offset: float, width: float, low: float, high: float) -> float:
    """The width covered, summed up over z from `low` to `high`."""
    if offset >= 0 and bit.diameter / 2 - offset <= width and can_be_raised(bit):
        return _swept_from_outside(bit.silhouette, offset, low, high)

    def summed(r: float) -> float:
        """The width covered, summed up over radii from 0 to r."""
        inner, outer = -offset - r, r - offset
        rising = 0.0 if outer <= 0 else outer**2 / 2 if outer <= width else width**2 / 2 + width * (outer - width)
        return rising + (inner**2 / 2 if inner > 0 else 0.0)

    def covered(r: float) -> float:
        return min(max(r - offset, 0.0), width) - max(-offset - r, 0.0)

    area = 0.0
    for (r0, z0), (r1, z1) in pairwise(curve(bit.silhouette)):
        from_z, to_z = max(z0, low), min(z1, high)
        if to_z <= from_z:
            continue
        if abs(r1 - r0) < 1e-9:
            area += (to_z - from_z) * covered(r0)
            continue
        slope = (r1 - r0) / (z1 - z0)
        a, b = r0 + slope * (from_z - z0), r0 + slope * (to_z - z0)
        area += (summed(b) - summed(a)) / slope
    return area


def _swept_from_outside(silhouette: tuple[Corner, ...], offset: float, low: float, high: float) -> float:
    """The same for a bit that never gets thinner with its axis outside of the wood: r − offset from where that is positive."""
    radii, heights, sums = _summed(silhouette)
    first = bisect_left(radii, offset)
    if first == len(radii):
        return 0.0
    start = heights[first]
    if first > 0 and radii[first] > radii[first - 1]:
        share = (offset - radii[first - 1]) / (radii[first] - radii[first - 1])
        start = heights[first - 1] + share * (heights[first] - heights[first - 1])
    start = max(start, low)
    if high <= start:
        return 0.0

    def upto(z: float) -> float:
        """r summed up over z, from the tip."""
        at = min(max(bisect_left(heights, z), 1), len(heights) - 1)
        z0, z1, r0, r1 = heights[at - 1], heights[at], radii[at - 1], radii[at]
        r = r1 if z1 == z0 else r0 + (r1 - r0) * (z - z0) / (z1 - z0)
        return sums[at - 1] + (z - z0) * (r0 + r) / 2

    return upto(high) - upto(start) - offset * (high - start)


@lru_cache(maxsize=256)
def _summed(silhouette: tuple[Corner, ...]) -> tuple[tuple[float, ...], tuple[float, ...], tuple[float, ...]]:
    """Radii, heights, and r summed up over z up to each, from the tip upwards."""
    points = curve(silhouette)
    sums = [0.0]
    for (r0, z0), (r1, z1) in pairwise(points):
        sums.append(sums[-1] + (z1 - z0) * (r0 + r1) / 2)
    return tuple(r for r, _ in points), tuple(z for _, z in points), tuple(sums)


def reach(bit: Bit, trip: Trip) -> float:
    """How far a setting reaches into the wood, in mm from the edge line, wherever below the face that is.

    >>> round(reach(Bit(id="", name="", profile="chamfer", cutting_length=12, bearing=12.7, shank=12.7),
    ...             Trip(height=5, offset=6.35)), 6)
    5.0"""
    top = min(trip.height, bit.cutting_length)
    widest = max(r for r, z in (*curve(bit.silhouette), (radius_at(bit.silhouette, top), top)) if z <= top)
    return max(widest - trip.offset, 0.0)


def along_the_edge(bit: Bit, trip: Trip, thickness: float) -> list[Span]:
    """From and to which d a setting takes away the edge itself (x = 0), each such span by itself."""
    found: list[Span] = []
    for (r0, z0), (r1, z1) in pairwise(curve(bit.silhouette)):
        low, high = max(trip.height - z1, 0.0), min(trip.height - z0, thickness)
        if max(r0, r1) <= trip.offset + 1e-6 or high <= low:
            continue
        # From the tip upwards: each chord lies on the one before, seen from the face.
        if found and closeness.same(found[-1][0], high):
            found[-1] = (low, found[-1][1])
        else:
            found.append((low, high))
    return found


def skin(bit: Bit, final: Trip, *, out: float, up: float) -> float:
    """The thickest skin, normal to the face, between the final setting and one `up` higher and `out` further out, in mm."""
    found = 0.0
    for (r0, z0), (r1, z1) in pairwise(curve(bit.silhouette)):
        if z0 < final.height and (length := math.hypot(r1 - r0, z1 - z0)) > 0:
            found = max(found, abs((r1 - r0) * up - -(z1 - z0) * out) / length)
    return found
