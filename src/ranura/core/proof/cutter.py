"""How wide a bit is at a height above its lowest point that cuts (R12), for the model of the board."""

from __future__ import annotations

from functools import lru_cache
from itertools import pairwise

from ranura.core.proof.moves import Cutter
from ranura.core.shop.tooling.profiles import Corner, radius_at

Silhouette = tuple[tuple[float, float, float], ...]
_PER_SLOPE = 4
"""Layers that a slope or an arc of a silhouette is looked at in."""


@lru_cache(maxsize=512)
def corners_of(silhouette: Silhouette) -> tuple[Corner, ...]:
    """The corners of a silhouette as the shop's bits have them."""
    return tuple(Corner(r, z, bulge) for z, r, bulge in silhouette)


@lru_cache(maxsize=65536)
def widest_between(silhouette: Silhouette, low: float, high: float) -> float:
    """The largest radius between two heights in mm above the lowest point that cuts; 0 where nothing cuts there."""
    top = silhouette[-1][0]
    low, high = max(low, 0.0), min(high, top)
    if low > high:
        return 0.0
    corners = corners_of(silhouette)
    at = [low, high, *(c.z for c in corners if low < c.z < high)] if high > low else [low]
    return max(radius_at(corners, z) for z in at)


@lru_cache(maxsize=512)
def heights_of(silhouette: Silhouette) -> tuple[float, ...]:
    """The heights between which a silhouette is looked at in one layer: its corners, and slopes and arcs in several."""
    found: set[float] = set()
    for (z0, r0, bulge), (z1, r1, _) in pairwise(silhouette):
        parts = _PER_SLOPE if z1 != z0 and (bulge or r0 != r1) else 1
        found |= {z0 + (z1 - z0) * i / parts for i in range(parts + 1)}
    return tuple(sorted(found))


@lru_cache(maxsize=512)
def widest(silhouette: Silhouette) -> float:
    """The largest radius of all, in mm."""
    return max(r for _, r, _ in silhouette)


@lru_cache(maxsize=512)
def is_undercut(silhouette: Silhouette) -> bool:
    """Whether it is wider somewhere than further up, so that it cannot be lifted out of what it has cut."""
    return any(r1 < r0 - 1e-6 or bulge < -0.5 for (_, r0, bulge), (_, r1, _) in pairwise(silhouette))


def slot_width(cutter: Cutter) -> float:
    """D of R3: how deep a bit goes in a full slot; for a bit with a bearing no more than its shank."""
    across = 2 * widest(cutter.silhouette)
    return min(across, 2 * cutter.shank_r) if cutter.bearings else across
