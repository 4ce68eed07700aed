"""Depth per pass (R3): the largest step of a school, and the cumulative depths it leads to."""

from __future__ import annotations

from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import STANDARD
from ranura.core.shop.schools import DepthRule

CAP = STANDARD.pass_cap
FINISH = STANDARD.finish


def max_step(
    rule: DepthRule, *, bit_diameter: float, shank_diameter: float, neck_diameter: float | None = None, cap: float = CAP
) -> float:
    """The deepest single pass in mm that a school allows.

    Rule: R3 schools
    Formula: half-diameter a = D/2; diameter a = D; fixed-cap a = cap; thinnest a = min(D, shank, neck)
    Source: four schools of the craft; everyone agrees that less is safer and cleaner

    >>> max_step("half-diameter", bit_diameter=12.7, shank_diameter=12.7)
    6.35
    >>> max_step("thinnest", bit_diameter=19.05, shank_diameter=8, neck_diameter=7)
    7"""
    match rule:
        case "half-diameter":
            return bit_diameter / 2
        case "diameter":
            return bit_diameter
        case "fixed-cap":
            return cap
        case "thinnest":
            return min(bit_diameter, shank_diameter, bit_diameter if neck_diameter is None else neck_diameter)


def pass_count(total: float, *, step: float, finish: float = FINISH) -> int:
    """How many passes a depth takes; see `cumulative_depths`."""
    if not closeness.over(total, step):
        return 1
    light = min(finish, step)
    return closeness.ceil((total - light) / step) + (1 if closeness.over(light, 0) else 0)


def cumulative_depths(total: float, *, step: float, finish: float = FINISH) -> tuple[float, ...]:
    """The depth in mm after each pass: equal steps no larger than `step`, then a finishing pass of min(finish, step).

    One pass when the whole depth fits in one step; no extra pass when `finish` is 0.

    Rule: R3 passes
    Formula: f = min(finish, a); n = ⌈(total − f)/a⌉ equal steps of (total − f)/n, then f
    Source: equal steps load the bit evenly; the last pass is light

    >>> [round(depth, 2) for depth in cumulative_depths(9, step=6.35)]
    [4.1, 8.2, 9]"""
    if not closeness.over(total, step):
        return (total,)
    light = min(finish, step)
    rest = total - light
    count = closeness.ceil(rest / step)
    rough = tuple(rest * (i + 1) / count for i in range(count))
    return (*rough, total) if closeness.over(light, 0) else (*rough[:-1], total)


def first_at_once(total: float, *, step: float, finish: float) -> tuple[float, ...]:
    """The depths beside a bearing, in mm: as deep as may be at first, so that it finds its template, then on in equal steps.

    Rule: R3 shank bearing
    Formula: min(step, total), then as other passes
    Source: the deeper the first pass, the thinner the template may be

    >>> first_at_once(20, step=12, finish=0)
    (12, 20)"""
    first = min(step, total)
    rest = cumulative_depths(total - first, step=step, finish=finish) if closeness.over(total, first) else ()
    return (first, *(first + each for each in rest))
