"""How deep a pass may go in a plan, and how it moves there (R3, R4, R5).

The school's step is cut further, in this order: by the material, by the bit's diameter in a full slot, by the router's
class, by power and by stiffness. The figure names the one that bound.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

from ranura.core.board.materials import CROSS_VENEERED, Material
from ranura.core.cutting.feed import FeedLimit, ceiling, feed_per_tooth, target_chip, thinning
from ranura.core.cutting.need import StraightCut
from ranura.core.cutting.passes import cumulative_depths, max_step
from ranura.core.cutting.power import MOST_CORRECTION, least_feed_chip, specific_energy
from ranura.core.cutting.stiffness import CUTTER_SHARE, stress_limit
from ranura.core.cutting.turning import Turning
from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.schools import DepthRule
from ranura.core.shop.tooling.bits import Bit
from ranura.core.text import depth_words, strength_words
from ranura.core.text.cautions import Caution, Reason

Bound = Literal[
    "school", "material", "diameter", "class", "power", "stiffness", "compression", "full-depth", "plunge", "bearing", "end-slot",
    "eased",
]  # fmt: skip

_HALVINGS = 40
END_SLOT = 2.0
"""Of the bit's width: how deep a slot across a standing end is cut at once at most (R21.4)."""
END_WOOD = 25.0
"""mm of wood along the way there, up to which that is so."""
_THIN_FOR_COMPRESSION = 2.0


@dataclass(frozen=True, kw_only=True, slots=True)
class Pace:
    """How a pass of one engagement moves: feed in m/min, chip per tooth and at its thickest in mm, what limited it, watts per mm
    of depth."""

    engagement: float
    feed_m_min: float
    chip_mm: float
    chip_thickness_mm: float
    wanted_chip_mm: float
    limited_by: FeedLimit | Literal["power"]
    watts_per_mm: float
    cautions: tuple[Caution, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class Limit:
    """One bound on the step, in mm, and what it comes from."""

    bound: Bound
    step: float


@dataclass(frozen=True, kw_only=True, slots=True)
class Tooling(Turning):
    """What turns, for which cut."""

    need: StraightCut

    @property
    def least_step(self) -> float:
        """The smallest step worth making: 1 mm, or the whole depth if that is less, or if the bit cuts it at once."""
        if self.bit.full_depth_only:
            return self.need.depth
        return min(self.rules.least_step, self.need.depth)


def bite(tooling: Tooling, depth: float) -> float:
    """What of a depth the bit meets wood with, in mm: of an undercut, whose way is cleared, only the head."""
    head = tooling.bit.head if tooling.need.floor == "undercut" else None
    return depth if head is None else min(depth, head)


def pace(tooling: Tooling, engagement: float) -> Pace:
    """The feed for an engagement; slowed where a step of 1 mm (or the whole depth, if less) would take too much power."""
    bit, rules = tooling.bit, tooling.rules
    met = engagement if tooling.need.floor == "flat" else bit.diameter
    feed = tooling.feed(engagement=met, fastest=fastest_of(tooling))
    speed = feed.feed_m_min
    limited: FeedLimit | Literal["power"] = feed.limited_by
    least = bite(tooling, tooling.least_step)
    if closeness.over(tooling.power(depth=least, width=engagement, feed_m_min=speed).power_w, tooling.usable_w):
        slowest = min(least_feed_chip(rpm=tooling.rpm, flutes=bit.flutes, minimum_m_min=rules.feed_min_m_min), speed)
        speed, limited = _slowed(tooling, engagement, least, slowest, speed), "power"
    tooth = feed_per_tooth(feed_m_min=speed, rpm=tooling.rpm, flutes=bit.flutes)
    return Pace(
        engagement=engagement,
        feed_m_min=speed,
        chip_mm=tooth,
        chip_thickness_mm=tooth * thinning(radial_engagement=met, bit_diameter=bit.diameter),
        wanted_chip_mm=feed.target_chip_mm,
        limited_by=limited,
        watts_per_mm=tooling.power(depth=1, width=engagement, feed_m_min=speed).power_w,
        cautions=feed.cautions,
    )


def fastest_of(tooling: Tooling) -> float:
    """The fastest feed for a straight cut, in m/min (R4)."""
    need, most = tooling.need, tooling.rules.feed_max_m_min
    edge = need.open_sided or need.followed
    return ceiling(edge=edge, bit_diameter=tooling.bit.diameter, small=need.held_back, fastest=most)


def _slowed(tooling: Tooling, width: float, depth: float, slowest: float, fastest: float) -> float:
    """The fastest feed within the power, by halving; power rises with feed. `slowest` when even that takes too much."""
    low, high = slowest, fastest
    for _ in range(_HALVINGS):
        middle = (low + high) / 2
        enough = tooling.power(depth=depth, width=width, feed_m_min=middle).power_w <= tooling.usable_w
        low, high = (middle, high) if enough else (low, middle)
    return low


def paces_of(tooling: Tooling) -> tuple[Pace, ...]:
    """How the bit moves in each lateral pass: a slot engages the whole bit, each widening the same shift (R7)."""
    made: dict[float, Pace] = {}
    for engagement in tooling.need.engagements(tooling.bit.diameter):
        if engagement not in made:
            made[engagement] = pace(tooling, engagement)
    return tuple(made[engagement] for engagement in tooling.need.engagements(tooling.bit.diameter))


def _distinct(paces: tuple[Pace, ...]) -> list[Pace]:
    return list({each.engagement: each for each in paces}.values())


def stiffness_step(tooling: Tooling, moving: Pace) -> float:
    """The deepest pass in mm that bends the bit no further than the rules allow; without limit where the whole depth does not."""

    def holds(depth: float) -> bool:
        return tooling.stiffness(depth=depth, width=moving.engagement, tooth_mm=moving.chip_mm).verdict != "reduce"

    whole = min(tooling.need.depth, tooling.free_length)
    if holds(whole):
        return math.inf
    low, high = 0.0, whole
    for _ in range(_HALVINGS // 2):
        middle = (low + high) / 2
        low, high = (middle, high) if holds(middle) else (low, middle)
    return low


def compression_first(tooling: Tooling) -> float:
    """How deep a compression bit's first pass must go at least, in mm; 0 for other bits and wood without a face to tear.

    Rule: R3 compression
    Formula: first pass ≥ up-cut tip + 1 mm
    Source: before that, the up-cut part pulls at the near face's fibres"""
    return first_past_tip(tooling.bit, tooling.material, tooling.rules) or 0.0


def first_past_tip(bit: Bit, wood: Material, rules: HouseRules) -> float | None:
    """How deep a compression bit's first pass is where it must go past its up-cut tip, in mm; None where it need not."""
    if bit.profile != "compression" or bit.up_cut_tip is None or wood.material_class not in CROSS_VENEERED:
        return None
    return bit.up_cut_tip + rules.compression_extra


def school_step(bit: Bit, rules: HouseRules, *, rule: DepthRule | None = None, cap: float | None = None) -> float:
    """The largest step of a school with this bit, in mm.

    Rule: R3 schools
    Formula: of a bit with a bearing or a profile D stands for min(largest diameter, shank)
    Source: a bearing makes a bit wider, and no stiffer"""
    profiled = bit.kind.bearing is not None or bit.kind.makes == "edges"
    wide = min(bit.diameter, bit.shank) if profiled else bit.diameter
    return max_step(
        rule or rules.depth_rule,
        bit_diameter=wide,
        shank_diameter=bit.shank,
        neck_diameter=bit.neck_diameter,
        cap=rules.pass_cap if cap is None else cap,
    )


def step_limits(tooling: Tooling, paces: tuple[Pace, ...]) -> tuple[Limit, ...]:
    """Every bound on the step, in the order in which they are applied.

    Rule: R3 plan
    Formula: a = min(school × material, D in a full slot, D/2 where it begins by a plunge, 3 mm for a trim router, 80 % of the
        power ÷ watts per mm, stiffness)
    Source: R3, R5, R6, R21.2; the figure names the bound that was least"""
    if tooling.bit.full_depth_only:
        return (Limit(bound="full-depth", step=tooling.need.depth),)
    limits = _of_end_slot(tooling, paces) if tooling.need.across_end else _of_channel(tooling, paces)
    return limits if tooling.rules.pass_share == 1 else (*limits, _eased(tooling, limits))


def _eased(tooling: Tooling, limits: tuple[Limit, ...]) -> Limit:
    """What a pass takes where the house, or a cut, has it take less than it would: a share of the deepest one that all bounds
    leave; but no less than is worth making, and past a compression bit's tip where they let it go there."""
    depth, could = tooling.need.depth, max(tooling.least_step, min(each.step for each in limits))
    past = min(compression_first(tooling), depth)
    least = tooling.least_step if closeness.over(past, could) else max(tooling.least_step, past)
    finish = tooling.rules.finish if tooling.need.finished else 0.0
    would = cumulative_depths(depth, step=could, finish=finish)
    deepest = max(lower - upper for upper, lower in pairwise((0.0, *would)))
    return Limit(bound="eased", step=max(deepest * tooling.rules.pass_share, least))


def _of_channel(tooling: Tooling, paces: tuple[Pace, ...]) -> tuple[Limit, ...]:
    """The bounds of all other cuts."""
    bit, rules, need = tooling.bit, tooling.rules, tooling.need
    cap = min(rules.pass_cap, rules.rabbet_cap) if need.open_sided else rules.pass_cap
    school = school_step(bit, rules, cap=cap)
    if need.mortise:
        school = min(school, rules.mortise_cap)
    limits = [Limit(bound="school", step=school)]
    if tooling.material.material_class == "dense-hardwood":
        limits.append(Limit(bound="material", step=school * rules.dense_factor))
    shaped = need.floor != "flat"
    slotted = shaped or any(not closeness.under(each.engagement, bit.diameter) for each in paces)
    if slotted:
        limits.append(Limit(bound="diameter", step=bit.diameter))
    if need.plunged:
        limits.append(Limit(bound="plunge", step=bit.diameter / 2))
    if slotted and tooling.router.router_class == "trim":
        limits.append(Limit(bound="class", step=rules.trim_slot_cap))
    limits += _by_load(tooling, paces)
    first = compression_first(tooling)
    if first and closeness.over(first, school) and _first_pass_holds(first, limits):
        # The school gives way: less would tear the near face. Class, power and stiffness do not.
        limits[0] = Limit(bound="compression", step=min(first, need.depth))
    return tuple(limits)


def _of_end_slot(tooling: Tooling, paces: tuple[Pace, ...]) -> tuple[Limit, ...]:
    """The bounds of a slot right across a standing end, whose wood is thin along the way: no school counts there.

    Rule: R21.4 engagement
    Formula: a = min(2·D, power, stiffness)
    Source: chips leave such a slot at once, at both faces"""
    limits = [Limit(bound="end-slot", step=END_SLOT * tooling.bit.diameter)]
    if tooling.router.router_class == "trim":
        limits.append(Limit(bound="class", step=tooling.rules.trim_slot_cap))
    return (*limits, *_by_load(tooling, paces))


def _by_load(tooling: Tooling, paces: tuple[Pace, ...]) -> list[Limit]:
    """What the router's power and the bit's stiffness allow."""
    limits = [Limit(bound="power", step=min(tooling.usable_w / each.watts_per_mm for each in paces))]
    bends = min(stiffness_step(tooling, each) for each in _distinct(paces))
    return [*limits, Limit(bound="stiffness", step=bends)] if bends < math.inf else limits


def _first_pass_holds(first: float, limits: list[Limit]) -> bool:
    return not any(closeness.over(first, each.step) for each in limits if each.bound not in ("school", "material"))


def surely_steps(tooling: Tooling, compliance: float) -> bool:
    """Whether the smallest step holds beyond doubt: at the fastest feed, with the thickest chip there can be, and all of
    its force at the tip, which gives way `compliance` mm for a newton.

    Quick enough for every bit of a full drawer; where it says no, `step_reason` looks closely."""
    bit, rules, need = tooling.bit, tooling.rules, tooling.need
    if bit.profile == "compression" or bit.full_depth_only:
        return False
    step, width = tooling.least_step, min(bit.diameter, need.width)
    energy = specific_energy(tooling.material.material_class, dull=bit.state == "dull")
    if energy * step * width * rules.feed_max_m_min / 60 * MOST_CORRECTION > tooling.usable_w:
        return False
    slowest = feed_per_tooth(feed_m_min=rules.feed_min_m_min, rpm=tooling.rpm, flutes=bit.flutes)
    chip = max(target_chip(bit_diameter=bit.diameter, material=tooling.material.material_class), slowest)
    force = 2 * energy * step * chip
    if force * compliance > rules.bend_limit:
        return False
    thinnest = min(bit.shank, CUTTER_SHARE * bit.diameter)
    return 32 * force * tooling.free_length / (math.pi * thinnest**3) < stress_limit(bit.body, rules)


def step_reason(tooling: Tooling, paces: tuple[Pace, ...]) -> Reason | None:
    """Why not even the smallest step can be made, or a compression bit's first one; None when they can.

    Looks at the smallest step alone, so that it is quick enough for every pair."""
    needed = bite(tooling, tooling.least_step)
    for each in _distinct(paces):
        if closeness.under(tooling.usable_w, each.watts_per_mm * needed):
            available = tooling.usable_w / tooling.rules.power_limit
            return Reason(strength_words.POWER_OVER, {"power": each.watts_per_mm * needed, "available": available})
        bend = tooling.stiffness(depth=needed, width=each.engagement, tooth_mm=each.chip_mm)
        if bend.verdict == "reduce":
            if closeness.over(bend.stress_mpa, bend.stress_limit_mpa):
                return Reason(strength_words.BIT_OVERLOADED, {"stress": bend.stress_mpa, "limit": bend.stress_limit_mpa})
            return Reason(strength_words.BENDS_TOO_FAR, {"bent": bend.deflection_mm, "limit": tooling.rules.bend_limit})
    first = compression_first(tooling)
    if first:
        tip = tooling.bit.up_cut_tip or 0.0
        too_thin = closeness.under(tooling.need.thickness, tip + _THIN_FOR_COMPRESSION)
        if (
            too_thin
            or closeness.over(first, tooling.need.depth)
            or not _first_pass_holds(first, list(step_limits(tooling, paces)))
        ):
            return Reason(depth_words.COMPRESSION_TOO_SHALLOW, {"tip": tip})
    return None
