"""Parts that are sawn out near their line before a bit follows their template (R9)."""

from __future__ import annotations

from collections.abc import Sequence

from shapely import Polygon, union_all

from ranura.core.geometry.areas import parts_of
from ranura.core.geometry.loops import Loop, area_of, loops_of
from ranura.core.shop.house_rules import HouseRules

_QUARTER = 48
"""Chords of a quarter arc."""


def waste_for(bit: float, rules: HouseRules) -> float:
    """How much a saw leaves outside of the line at most for a bit of a diameter; mm.

    Rule: R9 waste
    Formula: min(w, D/2), w = 3 mm as the house has it
    Source: a wider shaving than half the bit is a slot, and throws the work"""
    return min(rules.waste_outside, bit / 2)


def saw_line(loops: Sequence[Loop], waste: float) -> tuple[Loop, ...]:
    """Where a saw goes round what some loops enclose, so many mm outside of it; what lies within is cut later."""
    whole = union_all([Polygon(part.exterior) for part in parts_of(area_of(loops))])
    return loops_of(whole.buffer(waste, quad_segs=_QUARTER))
