"""How wide a bit is at a height above its lowest point that cuts (R12), for the model of the board."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise

from ranura.core.proof.moves import Cutter
from ranura.core.shop.tooling.silhouettes import Corner, radius_at

Silhouette = tuple[tuple[float, float, float], ...]
_PER_SLOPE, _LAYER = 4, 1.5
"""Layers that a slope or an arc of a silhouette is looked at in at least, and how many mm thick each is at most."""
_NEAREST = 1e-6
"""mm to which heights are taken, so that what was worked out once is found again."""


@dataclass(frozen=True, eq=False, slots=True)
class Profile:
    """What is read from a silhouette again and again; of one silhouette there is one."""

    silhouette: Silhouette
    corners: tuple[Corner, ...]
    """As the shop's bits have them."""
    top: float
    """The height up to which it cuts, in mm above the lowest point that cuts."""
    widest: float
    """The largest radius of all, in mm."""
    straight: bool
    """Whether it is as wide at all heights."""
    undercut: bool
    """Whether it is wider somewhere than further up, so that it cannot be lifted out of what it has cut."""
    heights: tuple[float, ...]
    """The heights between which it is looked at in one layer: its corners, and slopes and arcs in several."""

    def between(self, low: float, high: float) -> float:
        """The largest radius between two heights in mm above the lowest point that cuts; 0 where nothing cuts there."""
        if high < -_NEAREST / 2 or low > self.top + _NEAREST / 2:
            return 0.0
        return self.widest if self.straight else _between(self, round(low, 6), round(high, 6))


@lru_cache(maxsize=4096)
def profile_of(silhouette: Silhouette) -> Profile:
    """What is read from a silhouette."""
    chords, most = list(pairwise(silhouette)), max(r for _, r, _ in silhouette)
    foot = [r for z, r, _ in silhouette if z == 0]
    return Profile(
        silhouette,
        corners=tuple(Corner(r, z, bulge) for z, r, bulge in silhouette),
        top=silhouette[-1][0],
        widest=most,
        straight=most in foot
        and all(r == most or z == 0 for z, r, _ in silhouette)
        and not any(bulge for _, _, bulge in silhouette),
        undercut=any(r1 < r0 - 1e-6 or bulge < -0.5 for (_, r0, bulge), (_, r1, _) in chords),
        heights=tuple(sorted({z for chord in chords for z in _parts(*chord)})),
    )


def _parts(a: tuple[float, float, float], b: tuple[float, float, float]) -> list[float]:
    """The heights of the ends of a chord, and on a slope or arc those between them."""
    (z0, r0, bulge), (z1, r1, _) = a, b
    parts = max(_PER_SLOPE, math.ceil((z1 - z0) / _LAYER)) if z1 != z0 and (bulge or r0 != r1) else 1
    return [z0 + (z1 - z0) * i / parts for i in range(parts + 1)]


@lru_cache(maxsize=65536)
def _between(profile: Profile, low: float, high: float) -> float:
    low, high = max(low, 0.0), min(high, profile.top)
    if low > high:
        return 0.0
    at = [low, high, *(c.z for c in profile.corners if low < c.z < high)] if high > low else [low]
    return max(radius_at(profile.corners, z) for z in at)


def widest(cutter: Cutter) -> float:
    """The largest radius of a bit, in mm."""
    return profile_of(cutter.silhouette).widest


def is_undercut(cutter: Cutter) -> bool:
    """Whether a bit cannot be lifted out of what it has cut."""
    return profile_of(cutter.silhouette).undercut


def slot_width(cutter: Cutter) -> float:
    """D of R3: how deep a bit goes in a full slot; for a bit with a bearing no more than its shank."""
    across = 2 * widest(cutter)
    return min(across, 2 * cutter.shank_r) if cutter.bearings else across
