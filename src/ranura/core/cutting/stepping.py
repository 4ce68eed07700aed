"""Every pass of a cut with its depth, feed, power and bending (R3, R4, R5, R7 widening)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ranura.core.cutting.feed import seconds_for
from ranura.core.cutting.passes import cumulative_depths
from ranura.core.cutting.power import Power
from ranura.core.cutting.step_limits import Bound, Limit, Pace, Tooling, bite, compression_first, paces_of, step_limits
from ranura.core.cutting.stiffness import Stiffness
from ranura.core.cutting.turret import Turret, plan_turret
from ranura.core.geometry import closeness
from ranura.core.shop.tooling.routers import Base
from ranura.core.text import strength_words
from ranura.core.text.cautions import Caution, caution


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
    bend: Stiffness
    seconds: float


@dataclass(frozen=True, kw_only=True, slots=True)
class Stepping:
    """The largest step with its limits in order, the depths, the pace of each engagement and all passes in order of work.
    `turret` says how a plunge base makes the depths, None where one pass does or there is no turret."""

    step: float
    bound: Bound
    limits: tuple[Limit, ...]
    depths: tuple[float, ...]
    paces: tuple[Pace, ...]
    passes: tuple[Pass, ...]
    cautions: tuple[Caution, ...]
    turret: Turret | None = None

    @property
    def slowest(self) -> Pace:
        """The slowest pace, which the slip shows."""
        return min(self.paces, key=lambda pace: pace.feed_m_min)

    @property
    def hardest(self) -> Pass:
        """The pass that takes the most power."""
        return max(self.passes, key=lambda each: each.power.power_w)

    @property
    def most_bent(self) -> Pass:
        """The pass that bends the bit most."""
        return max(self.passes, key=lambda each: each.bend.deflection_mm)


@dataclass(frozen=True, kw_only=True, slots=True)
class Lane:
    """One lateral setting of a cut: its spacer, its run in the wood in mm, and how the bit moves in it."""

    spacer: float
    run: float
    pace: Pace


def plan_steps(tooling: Tooling, *, run: float, spacers: tuple[float, ...], base: Base | None = None) -> Stepping:
    """All passes of a cut `run` mm long beside a guide: all depths with one spacer before it is changed (R7).

    With a plunge base the depths are those its turret makes."""
    paces = paces_of(tooling)
    lanes = [Lane(spacer=spacer, run=run, pace=moving) for spacer, moving in zip(spacers, paces, strict=True)]
    depths, turret, least, limits = plan_depths(tooling, paces, base)
    ordered = [(lane, upper, lower) for lane in lanes for upper, lower in zip((0.0, *depths), depths, strict=False)]
    return stepped(tooling, ordered, paces=paces, depths=depths, turret=turret, limits=limits, least=least)


def plan_depths(
    tooling: Tooling, paces: tuple[Pace, ...], base: Base | None
) -> tuple[tuple[float, ...], Turret | None, Limit, tuple[Limit, ...]]:
    """The cumulative depths of a cut, the turret that makes them, the limit that bound and all limits."""
    depth, rules = tooling.need.depth, tooling.rules
    limits = step_limits(tooling, paces)
    least = min(limits, key=lambda limit: limit.step)
    # A step that power or stiffness do not allow is a stop; the passes then show the least step that could be made.
    step = max(least.step, tooling.least_step)
    first = min(compression_first(tooling), depth)
    finish = rules.finish if tooling.need.finished else 0.0
    depths = cumulative_depths(depth, step=step, finish=finish)
    if first and depths[0] < first and not closeness.over(first, least.step):
        rest = cumulative_depths(depth - first, step=least.step, finish=finish) if depth > first else ()
        return (first, *(first + each for each in rest)), None, least, limits
    if base is not None and base.kind == "plunge" and base.turret and len(depths) > 1 and not first:
        turret = plan_turret(depth, step=step, finish=finish, steps=base.turret, method=rules.turret)
        return turret.depths, turret, least, limits
    return depths, None, least, limits


def stepped(
    tooling: Tooling,
    ordered: Sequence[tuple[Lane, float, float]],
    *,
    paces: tuple[Pace, ...],
    depths: tuple[float, ...],
    turret: Turret | None,
    limits: tuple[Limit, ...],
    least: Limit,
) -> Stepping:
    """The passes in their order, each with its power, bending and time."""
    passes: list[Pass] = []
    for lane, upper, lower in ordered:
        moving = lane.pace
        deep = bite(tooling, lower - upper)
        power = tooling.power(depth=deep, width=moving.engagement, feed_m_min=moving.feed_m_min)
        passes.append(
            Pass(
                number=len(passes) + 1,
                spacer=lane.spacer,
                from_depth=upper,
                to_depth=lower,
                engagement=moving.engagement,
                feed_m_min=moving.feed_m_min,
                power=power,
                bend=tooling.stiffness(depth=deep, width=moving.engagement, tooth_mm=moving.chip_mm),
                seconds=seconds_for(lane.run, feed_m_min=moving.feed_m_min),
            )
        )
    return Stepping(
        step=least.step,
        bound=least.bound,
        limits=limits,
        depths=depths,
        paces=paces,
        passes=tuple(passes),
        cautions=(*_power_cautions(tooling, passes, least), *_bend_cautions(tooling, passes)),
        turret=turret,
    )


def _bend_cautions(tooling: Tooling, passes: list[Pass]) -> tuple[Caution, ...]:
    most = max(passes, key=lambda each: each.bend.deflection_mm).bend
    if any(each.bend.verdict == "reduce" for each in passes):
        return (caution(strength_words.BENDS_TOO_FAR, bent=most.deflection_mm, limit=tooling.rules.bend_limit),)
    return (caution(strength_words.BENDS, bent=most.deflection_mm),) if most.verdict == "caution" else ()


def _power_cautions(tooling: Tooling, passes: list[Pass], least: Limit) -> tuple[Caution, ...]:
    hardest = max(passes, key=lambda each: each.power.power_w).power
    power, available = hardest.power_w, hardest.available_w
    short = least.bound == "power" and closeness.under(least.step, tooling.least_step)
    if hardest.verdict == "over" or short:
        return (caution(strength_words.POWER_OVER, power=power, available=available),)
    from_share = 0.4 if not tooling.router.speed_hold else 0.5
    if hardest.share is not None and not closeness.under(hardest.share, from_share):
        return (caution(strength_words.POWER_CAUTION, power=power, available=available),)
    return ()
