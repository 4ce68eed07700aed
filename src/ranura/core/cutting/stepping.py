"""How deep a pass may go in a plan, and every pass of a channel with its feed and power (R3, R4, R5, R7 widening).

The school's step is cut further, in this order: by the material, by the bit's diameter in a full slot, by the router's
class, by power. The figure names the one that bound. Stiffness (R6) joins with its issue.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core import numbers
from ranura.core.cautions import Caution, caution
from ranura.core.cutting.feed import FeedLimit, feed_per_tooth, plan_feed, seconds_for
from ranura.core.cutting.passes import cumulative_depths, max_step
from ranura.core.cutting.power import Power, least_feed_chip, plan_power
from ranura.core.house_rules import HouseRules
from ranura.core.materials import Material
from ranura.core.tooling.bits import Bit
from ranura.core.tooling.routers import Router

Bound = Literal["school", "material", "diameter", "class", "power"]

LEAST_STEP = 1.0
"""mm; rather than step less than this, the feed is slowed to save power (R5)."""

_HALVINGS = 40


@dataclass(frozen=True, kw_only=True, slots=True)
class Gait:
    """How a pass of one engagement moves: feed in m/min, chip per tooth in mm, what limited it, watts per mm of depth."""

    engagement: float
    feed_m_min: float
    chip_mm: float
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
class Pass:
    """One trip at one depth and one spacer; depths from the face, all mm. `seconds` is for the run from edge to edge."""

    number: int
    spacer: float
    from_depth: float
    to_depth: float
    engagement: float
    feed_m_min: float
    power: Power
    seconds: float


@dataclass(frozen=True, kw_only=True, slots=True)
class Stepping:
    """The largest step with its limits in order, the depths, the gait of each engagement and all passes in order of work."""

    step: float
    bound: Bound
    limits: tuple[Limit, ...]
    depths: tuple[float, ...]
    gaits: tuple[Gait, ...]
    passes: tuple[Pass, ...]
    cautions: tuple[Caution, ...]

    @property
    def slowest(self) -> Gait:
        """The gait with the slowest feed: the pace the slip shows."""
        return min(self.gaits, key=lambda gait: gait.feed_m_min)

    @property
    def hardest(self) -> Pass:
        """The pass that takes the most power."""
        return max(self.passes, key=lambda each: each.power.power_w)


@dataclass(frozen=True, kw_only=True, slots=True)
class Tooling:
    """What turns, how fast, in what."""

    bit: Bit
    router: Router
    rpm: float
    material: Material
    rules: HouseRules

    def power(self, *, depth: float, width: float, feed_m_min: float) -> Power:
        """The power of a section at a feed (R5)."""
        return plan_power(
            material=self.material.material_class,
            depth=depth,
            width=width,
            feed_m_min=feed_m_min,
            dull=self.bit.state == "dull",
            rated_input_w=self.router.rated_input_w,
            bit_diameter=self.bit.diameter,
            tooth_mm=feed_per_tooth(feed_m_min=feed_m_min, rpm=self.rpm, flutes=self.bit.flutes),
            share_of_input=self.rules.power_share,
            limit=self.rules.power_limit,
        )

    @property
    def usable_w(self) -> float:
        """Watts a pass may take: the limit's share of what the router has to give."""
        return self.router.rated_input_w * self.rules.power_share * self.rules.power_limit


def gait(tooling: Tooling, engagement: float, *, depth: float) -> Gait:
    """The feed for an engagement; slowed where a step of 1 mm (or the whole depth, if less) would take too much power."""
    bit, rules = tooling.bit, tooling.rules
    feed = plan_feed(
        rpm=tooling.rpm,
        flutes=bit.flutes,
        bit_diameter=bit.diameter,
        material=tooling.material.material_class,
        radial_engagement=engagement,
        burn=tooling.material.burn,
        tear_out=tooling.material.tear_out,
        slowest=rules.feed_min_m_min,
        fastest=rules.feed_max_m_min,
    )
    speed = feed.feed_m_min
    limited: FeedLimit | Literal["power"] = feed.limited_by
    least = min(LEAST_STEP, depth)
    if numbers.over(tooling.power(depth=least, width=engagement, feed_m_min=speed).power_w, tooling.usable_w):
        slowest = min(least_feed_chip(rpm=tooling.rpm, flutes=bit.flutes, minimum_m_min=rules.feed_min_m_min), speed)
        speed, limited = _slowed(tooling, engagement, least, slowest, speed), "power"
    return Gait(
        engagement=engagement,
        feed_m_min=speed,
        chip_mm=feed_per_tooth(feed_m_min=speed, rpm=tooling.rpm, flutes=bit.flutes),
        wanted_chip_mm=feed.target_chip_mm,
        limited_by=limited,
        watts_per_mm=tooling.power(depth=1, width=engagement, feed_m_min=speed).power_w,
        cautions=feed.cautions,
    )


def _slowed(tooling: Tooling, width: float, depth: float, slowest: float, fastest: float) -> float:
    """The fastest feed within the power, by halving; power rises with feed. `slowest` when even that takes too much."""
    low, high = slowest, fastest
    for _ in range(_HALVINGS):
        middle = (low + high) / 2
        enough = tooling.power(depth=depth, width=width, feed_m_min=middle).power_w <= tooling.usable_w
        low, high = (middle, high) if enough else (low, middle)
    return low


def gaits_of(tooling: Tooling, spacers: tuple[float, ...], *, depth: float) -> tuple[Gait, ...]:
    """The gait of each lateral pass: the first engages the whole bit, each later one the same shift between two spacers (R7)."""
    slot = gait(tooling, tooling.bit.diameter, depth=depth)
    if len(spacers) == 1:
        return (slot,)
    widening = gait(tooling, spacers[0] - spacers[1], depth=depth)
    return (slot, *[widening] * (len(spacers) - 1))


def step_limits(tooling: Tooling, gaits: tuple[Gait, ...]) -> tuple[Limit, ...]:
    """Every bound on the step, in the order in which they are applied.

    Rule: R3 plan
    Formula: a = min(school × material, D in a full slot, 3 mm for a trim router, 80 % of the power ÷ watts per mm)
    Source: R3, R5; the figure names the bound that was least"""
    bit, rules = tooling.bit, tooling.rules
    school = max_step(rules.depth_rule, bit_diameter=bit.diameter, shank_diameter=bit.shank, cap=rules.pass_cap)
    limits = [Limit(bound="school", step=school)]
    if tooling.material.material_class == "dense-hardwood":
        limits.append(Limit(bound="material", step=school * rules.dense_factor))
    limits.append(Limit(bound="diameter", step=bit.diameter))
    if tooling.router.router_class == "trim":
        limits.append(Limit(bound="class", step=rules.trim_slot_cap))
    limits.append(Limit(bound="power", step=min(tooling.usable_w / each.watts_per_mm for each in gaits)))
    return tuple(limits)


def plan_steps(tooling: Tooling, *, depth: float, run: float, spacers: tuple[float, ...]) -> Stepping:
    """All passes of a channel `depth` mm deep and `run` mm long: all depths with one spacer before it is changed (R7)."""
    gaits = gaits_of(tooling, spacers, depth=depth)
    limits = step_limits(tooling, gaits)
    least = min(limits, key=lambda limit: limit.step)
    # A step the power does not allow is a stop; the passes then show the least step that could be made.
    depths = cumulative_depths(depth, step=max(least.step, min(LEAST_STEP, depth)), finish=tooling.rules.finish)
    passes: list[Pass] = []
    for spacer, moving in zip(spacers, gaits, strict=True):
        for upper, lower in zip((0.0, *depths), depths, strict=False):
            power = tooling.power(depth=lower - upper, width=moving.engagement, feed_m_min=moving.feed_m_min)
            passes.append(
                Pass(
                    number=len(passes) + 1,
                    spacer=spacer,
                    from_depth=upper,
                    to_depth=lower,
                    engagement=moving.engagement,
                    feed_m_min=moving.feed_m_min,
                    power=power,
                    seconds=seconds_for(run, feed_m_min=moving.feed_m_min),
                )
            )
    return Stepping(
        step=least.step,
        bound=least.bound,
        limits=limits,
        depths=depths,
        gaits=gaits,
        passes=tuple(passes),
        cautions=_power_cautions(tooling, passes, least, depth),
    )


def _power_cautions(tooling: Tooling, passes: list[Pass], least: Limit, depth: float) -> tuple[Caution, ...]:
    hardest = max(passes, key=lambda each: each.power.power_w).power
    power, available = hardest.power_w, hardest.available_w
    if hardest.verdict == "over" or numbers.under(least.step, min(LEAST_STEP, depth)):
        return (caution("power-over", power=power, available=available),)
    from_share = 0.4 if not tooling.router.speed_hold else 0.5
    if hardest.share is not None and not numbers.under(hardest.share, from_share):
        return (caution("power-caution", power=power, available=available),)
    return ()
