"""How large a bit may be (R2.7, R2.8): by hand or table, by the router's class, by the shank and by the base's opening."""

from __future__ import annotations

import math

from ranura.core import numbers
from ranura.core.cautions import Reason
from ranura.core.tooling.routers import Mounting, RouterClass

CLASS_LIMITS: dict[tuple[RouterClass, Mounting], float] = {
    ("trim", "hand"): 32.0,
    ("trim", "table"): 32.0,
    ("mid-size", "hand"): 51.0,
    ("mid-size", "table"): 63.5,
    ("large", "hand"): 63.5,
    ("large", "table"): math.inf,
}
OPENING_CLEARANCE = 3.0
_THIN_SHANK, _MIDDLE_SHANK = 6.35, 9.525
_THIN_LIMIT, _MIDDLE_LIMIT = 38.0, 51.0


def shank_limit(shank: float) -> float:
    """The widest bit that a shank may carry, both in mm; without limit above 9.525.

    Rule: R2.8 size by shank
    Formula: shank ≤ 6.35 mm: 38 mm; ≤ 9.525 mm: 51 mm; thicker: no limit
    Source: bending of the shank; large bits are sold on large shanks only

    >>> shank_limit(6.35), shank_limit(8), shank_limit(12.7)
    (38.0, 51.0, inf)"""
    if not numbers.over(shank, _THIN_SHANK):
        return _THIN_LIMIT
    return _MIDDLE_LIMIT if not numbers.over(shank, _MIDDLE_SHANK) else math.inf


def size_reasons(
    *,
    diameter: float,
    shank: float,
    router_class: RouterClass,
    mounting: Mounting,
    opening: float | None,
    hand_limit: float,
) -> list[Reason]:
    """Why a bit is too large for a router, each with its limit; empty when it is not.

    Rule: R2.8 size by class and opening
    Formula: trim ≤ 32 mm; mid-size ≤ 51 mm by hand, 63.5 mm on a table; large ≤ 63.5 mm by hand; opening ≥ D + 3 mm
    Source: what a class of motor and bearing is built for; R2.7 by hand

    >>> [r.code for r in size_reasons(diameter=40, shank=12.7, router_class="trim", mounting="hand", opening=60, hand_limit=63.5)]
    ['size-over-class']"""
    reasons = []
    if mounting == "hand" and numbers.over(diameter, hand_limit):
        reasons.append(Reason("table-only", {"diameter": diameter, "limit": hand_limit}))
    by_class = CLASS_LIMITS[router_class, mounting]
    if numbers.over(diameter, by_class):
        reasons.append(Reason("size-over-class", {"diameter": diameter, "limit": by_class, "router_class": router_class}))
    by_shank = shank_limit(shank)
    if numbers.over(diameter, by_shank):
        reasons.append(Reason("size-over-shank", {"diameter": diameter, "shank": shank, "limit": by_shank}))
    needed = diameter + OPENING_CLEARANCE
    if opening is not None and numbers.under(opening, needed):
        reasons.append(Reason("opening-too-small", {"diameter": diameter, "opening": opening, "needed": needed}))
    return reasons
