"""How large a bit may be (R2.7, R2.8): by hand or table, by the router's class, by the shank and by the base's opening."""

from __future__ import annotations

import math

from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import STANDARD, HouseRules
from ranura.core.shop.tooling.routers import Mounting, RouterClass
from ranura.core.text import speed_words
from ranura.core.text.cautions import Reason

_THIN_SHANK, _MIDDLE_SHANK = 6.35, 9.525


def class_limit(router_class: RouterClass, mounting: Mounting, rules: HouseRules = STANDARD) -> float:
    """The widest bit in mm that a class of router should turn; without limit for a large one on a table.

    Rule: R2.8 size by class
    Formula: trim ≤ 32 mm; mid-size ≤ 51 mm by hand, 63.5 mm on a table; large ≤ 63.5 mm by hand
    Source: what a class of motor and bearing is built for

    >>> class_limit("mid-size", "hand"), class_limit("large", "table")
    (51, inf)"""
    by_hand = mounting == "hand"
    match router_class:
        case "trim":
            return rules.trim_limit
        case "mid-size":
            return rules.mid_hand_limit if by_hand else rules.mid_table_limit
        case "large":
            return rules.hand_limit if by_hand else math.inf


def shank_limit(shank: float, rules: HouseRules = STANDARD) -> float:
    """The widest bit that a shank may carry, both in mm; without limit above 9.525.

    Rule: R2.8 size by shank
    Formula: shank ≤ 6.35 mm: 38 mm; ≤ 9.525 mm: 51 mm; thicker: no limit
    Source: bending of the shank; large bits are sold on large shanks only

    >>> shank_limit(6.35), shank_limit(8), shank_limit(12.7)
    (38, 51, inf)"""
    if not closeness.over(shank, _THIN_SHANK):
        return rules.thin_shank_limit
    return rules.middle_shank_limit if not closeness.over(shank, _MIDDLE_SHANK) else math.inf


def size_reasons(
    *,
    diameter: float,
    shank: float,
    router_class: RouterClass,
    mounting: Mounting,
    opening: float | None,
    rules: HouseRules = STANDARD,
) -> list[Reason]:
    """Why a bit is too large for a router, each with its limit; empty when it is not.

    Rule: R2.8 opening
    Formula: by hand D ≤ 63.5 mm; opening ≥ D + 3 mm
    Source: R2.7 by hand; a bit must turn free in the base

    >>> [r.code for r in size_reasons(diameter=40, shank=12.7, router_class="trim", mounting="hand", opening=60)]
    ['size-over-class']"""
    reasons = []
    if mounting == "hand" and closeness.over(diameter, rules.hand_limit):
        reasons.append(Reason(speed_words.TABLE_ONLY, {"diameter": diameter, "limit": rules.hand_limit}))
    by_class = class_limit(router_class, mounting, rules)
    if closeness.over(diameter, by_class):
        reasons.append(
            Reason(speed_words.SIZE_OVER_CLASS, {"diameter": diameter, "limit": by_class, "router_class": router_class})
        )
    by_shank = shank_limit(shank, rules)
    if closeness.over(diameter, by_shank):
        reasons.append(Reason(speed_words.SIZE_OVER_SHANK, {"diameter": diameter, "shank": shank, "limit": by_shank}))
    needed = diameter + rules.opening_clearance
    if opening is not None and closeness.under(opening, needed):
        reasons.append(Reason(speed_words.OPENING_TOO_SMALL, {"diameter": diameter, "opening": opening, "needed": needed}))
    return reasons
