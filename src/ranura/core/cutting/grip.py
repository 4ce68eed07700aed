"""How far a bit stands out, and whether the collet holds enough of it (R6 grip)."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.routers import Base, Router
from ranura.core.text import strength_words
from ranura.core.text.cautions import Reason

DRAWN_BACK = 3.0
"""mm that a bit is drawn back after being pushed fully in, so that heat does not push it out."""

FULL_GRIP = 20.0
LEAST_GRIP = 15.0
USUAL_BORE = 26.0
"""mm: a bore that holds 23 mm of a bit drawn back; what is assumed while it is not measured."""

_SPARE = 3.0


@dataclass(frozen=True, kw_only=True, slots=True)
class Grip:
    """Lengths in mm: needed beyond the collet, standing out in fact, held inside, and what must be held.

    `datum_known` is False where the collet's height over the underside was taken as the usual one; `spare` says that a
    shorter bit would be stiffer.
    """

    needed: float
    free: float
    inside: float
    least: float
    datum: float
    datum_known: bool
    spare: bool


def needed_free(*, depth: float, datum: float, template: float = 0.0) -> float:
    """How far a bit must stand out of the collet to reach the floor of a cut, all mm.

    Rule: R6 free length
    Formula: l = depth + template + height of the collet above the underside
    Source: geometry of base and collet

    >>> needed_free(depth=6, datum=10)
    16.0"""
    return depth + template + datum


def least_grip(*, shank_length: float, bore: float) -> float:
    """How much of a shank the collet must hold, in mm.

    Rule: R6 grip
    Formula: the largest of half the shank, min(20, bore − 3) and 15
    Source: a collet grips over its whole bore; craft, fitting the bit

    >>> least_grip(shank_length=32, bore=25), least_grip(shank_length=60, bore=16)
    (20.0, 30.0)"""
    return max(shank_length / 2, min(FULL_GRIP, bore - DRAWN_BACK), LEAST_GRIP)


def free_length(bit: Bit, router: Router, base: Base, *, depth: float, rules: HouseRules) -> float:
    """How far a bit stands out for a cut `depth` mm deep, and −1 where it cannot be held or its length is not known.

    The same as `plan_grip` without its details: quick enough for every bit of a full drawer."""
    if bit.overall_length is None:
        return -1.0
    shank = bit.overall_length - bit.head_length
    bore = USUAL_BORE if router.collet_bore is None else router.collet_bore
    datum = rules.usual_datum if base.collet_height is None else base.collet_height
    free = max(depth + datum, bit.overall_length - min(shank, bore) + DRAWN_BACK)
    held = bit.overall_length - free
    least = max(shank / 2, min(FULL_GRIP, bore - DRAWN_BACK), LEAST_GRIP)
    return free if held > least - 1e-6 else -1.0


def plan_grip(bit: Bit, router: Router, base: Base, *, depth: float, rules: HouseRules) -> Grip | Reason:
    """How a bit sits in a router for a cut `depth` mm deep; a Reason where it cannot: overall length not known, or too short."""
    shank = bit.shank_length
    if shank is None or bit.overall_length is None:
        return Reason(strength_words.OVERALL_UNKNOWN)
    datum = rules.usual_datum if base.collet_height is None else base.collet_height
    bore = USUAL_BORE if router.collet_bore is None else router.collet_bore
    needed = needed_free(depth=depth, datum=datum)
    pushed_in = min(shank, bore) - DRAWN_BACK
    free = max(needed, bit.overall_length - pushed_in)
    inside = bit.overall_length - free
    least = least_grip(shank_length=shank, bore=bore)
    if closeness.under(inside, least):
        return Reason(strength_words.GRIP_SHORT, {"inside": max(inside, 0.0), "least": least, "free": needed})
    return Grip(
        needed=needed,
        free=free,
        inside=inside,
        least=least,
        datum=datum,
        datum_known=base.collet_height is not None,
        spare=closeness.over(free, needed + _SPARE),
    )
