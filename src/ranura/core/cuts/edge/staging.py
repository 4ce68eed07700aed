"""The stages of an edge cut (R3 tapered sections, R12): how many, at which settings, how fast, how hard each is.

A profile is reached by raising the bit, by the fence or by smaller bearings, in stages of equal area within the limits of
school, power and stiffness, the last one light. A rabbet goes down in steps like any other straight cut.
"""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from ranura.core.cuts.edge.asked import STRAIGHT_WALLED, StageBy
from ranura.core.cuts.edge.guides import jointing_runs
from ranura.core.cuts.edge.on_board import EdgesOnBoard
from ranura.core.cuts.edge.section import section_of
from ranura.core.cuts.edge.stage_limits import Bound, EdgeWork, failing, fastest_along, most_area, reason_for, school_of
from ranura.core.cuts.edge.stages import stages
from ranura.core.cuts.edge.trips import Done, can_be_raised, reach, taken
from ranura.core.cutting.feed import feed_per_tooth, plan_feed, seconds_for, thinning
from ranura.core.cutting.need import StraightCut
from ranura.core.cutting.passes import cumulative_depths
from ranura.core.cutting.power import Power, least_feed_chip
from ranura.core.cutting.stage import Bite, Stage, Trip
from ranura.core.cutting.step_limits import Tooling, paces_of, step_limits
from ranura.core.geometry import closeness
from ranura.core.holding.hands import is_small
from ranura.core.text.cautions import Reason

MOST_STAGES = 12
"""More settings than that nobody makes: the router or the bit is too small for the profile."""
SLOT_OVERLAP, SLOT_FROM_BOTH, MOST_SLOTS = 0.9, 1.9, 4
"""Of a slot cutter's width: how far it is lowered between two runs, and how wide a groove two runs from both faces make; and how
many runs from one face there are at most."""
CLIMB_AREA, CLIMB_WIDTH, CLIMB_DIAMETER = 6.0, 1.0, 32.0
"""The bounds of a climb (R7): mm² of section, mm sideways, mm of bit."""

By = Literal["height", "fence", "both", "bearing", "depth", "single"]


@dataclass(frozen=True, kw_only=True, slots=True)
class Staging:
    """All stages, how they come about, and what made them as many as they are: `step` is the school's, in mm. `reason`: not even
    that many are enough."""

    stages: tuple[Stage, ...]
    by: By
    bound: Bound
    whole_area: float
    step: float
    most_area: float
    """What a stage takes at most, in mm²."""
    reason: Reason | None

    @property
    def slowest(self) -> Stage:
        """The stage with the slowest feed: the pace the slip shows."""
        return min(self.stages, key=lambda stage: stage.feed_m_min)

    @property
    def hardest(self) -> Stage:
        """The stage that takes the most power."""
        return max(self.stages, key=lambda stage: stage.power.power_w)

    @property
    def most_bent(self) -> Stage:
        """The stage that bends the bit most."""
        return max(self.stages, key=lambda stage: stage.bend.deflection_mm)


def stage_by(work: EdgeWork, mounting: str) -> StageBy:
    """How a profile is staged where nobody said: raised where that can be; otherwise by fence."""
    wanted, raisable = work.edging.staged, can_be_raised(work.turning.bit)
    fenced = mounting == "table" or work.guided.fenced
    if wanted is not None and fenced and (wanted == "fence" or raisable):
        return wanted
    return "height" if raisable else "fence"


def plan_stages(work: EdgeWork, *, mounting: str) -> Staging:
    """All stages of an edge cut.

    Rule: R3 tapered sections, R12 stages
    Formula: the fewest stages of equal area, none deeper than the school's step unless it takes under 20 mm², within 80 % of
        the power and the bending; more than one: a last one of at most 0.5 mm normal to the face
    Source: R3, R5, R6, R12"""
    edging = work.edging
    if edging.shape in STRAIGHT_WALLED or edging.matched:
        return _stepped(work, mounting)
    by = stage_by(work, mounting)
    if by == "fence" and not work.guided.fenced:
        return _by_bearings(work)
    least, bound = _fewest(work)
    count, made, failed, bound = _enough(work, by, least, bound)
    share = work.turning.rules.pass_share
    if failed is None and share < 1 and count < MOST_STAGES:
        count, made, failed, bound = _enough(work, by, closeness.ceil(count / share), "eased")
    reason = None if failed is None else reason_for(work, made, failed)
    return Staging(
        stages=_with_climb(work, made, mounting),
        by="single" if count == 1 else by,
        bound=bound,
        whole_area=taken(work.turning.bit, work.guided.trip, work.stock),
        step=school_of(work),
        most_area=most_area(work),
        reason=reason,
    )


def _enough(work: EdgeWork, by: StageBy, least: int, bound: Bound) -> tuple[int, tuple[Stage, ...], Bound | None, Bound]:
    """The fewest stages from so many on that keep within all limits: how many, what still fails, and what made them as many."""
    for count in range(min(least, MOST_STAGES), MOST_STAGES + 1):
        made = _evaluated(work, _settings(work, count, by))
        failed = failing(work, made)
        if failed is None:
            break
        bound = failed
    return count, made, failed, bound


def _fewest(work: EdgeWork) -> tuple[int, Bound]:
    """Fewer stages than that surely are not enough, and why: so many are asked for, or those would have to take more than a stage
    may, or go deeper than the school lets one that is not small. Spares looking at them closely."""
    rules, bit, trip = work.turning.rules, work.turning.bit, work.guided.trip
    whole = taken(bit, trip, work.stock)
    by_area = closeness.ceil(whole / most_area(work))
    deep = min(trip.height, work.edging.thickness)
    # The light last stage takes little, and is counted: what a smaller number leaves each of them is more than this.
    by_school = min(closeness.ceil(deep / school_of(work)), closeness.ceil(whole / rules.small_profile))
    asked = max(work.edging.least_stages, 1)
    least = max(asked, by_area, by_school)
    bound: Bound = "asked" if asked > 1 else "whole"
    if least > asked:
        bound = "area" if by_area >= by_school else "school"
    return least, bound


def _settings(work: EdgeWork, count: int, by: StageBy) -> tuple[Trip, ...]:
    light = work.turning.rules.profile_last if count > 1 else None
    return stages(work.turning.bit, work.guided.trip, work.stock, count=count, by=by, light=light, field="cut.staged")


def _stepped(work: EdgeWork, mounting: str) -> Staging:
    """A rabbet in steps of depth, jointing in trips of one setting; a flush trim, and what is of a matched set, at once. By hand
    all depths are run at one setting of the guide; over a table all settings of the fence at one height, which would not be found
    again (R8)."""
    edging, turning, final = work.edging, work.turning, work.guided.trip
    trips = [final]
    bound: Bound = "whole"
    by: By = "single"
    if edging.shape == "rabbet":
        need = StraightCut(
            kind="rabbet", width=edging.size, depth=edging.depth, thickness=edging.thickness, held_back=is_small(edging.part)
        )
        tooling = Tooling(
            bit=turning.bit,
            router=turning.router,
            rpm=turning.rpm,
            free_length=turning.free_length,
            material=turning.material,
            rules=turning.rules,
            need=need,
        )
        limits = step_limits(tooling, paces_of(tooling))
        least = min(limits, key=lambda limit: limit.step)
        within = turning.rules.pass_share * most_area(work) / min(edging.size, turning.bit.diameter)
        step = max(min(least.step, within), tooling.least_step)
        depths = cumulative_depths(edging.depth, step=step, finish=turning.rules.finish)
        lateral = (
            [edging.size - edging.size * (i + 1) / count for i in range(count)]
            if (count := need.lateral_passes(turning.bit.diameter)) > 1
            else [0.0]
        )
        settings = itertools.product(depths, lateral) if mounting == "table" else ((d, out) for out in lateral for d in depths)
        trips = [Trip(height=depth, offset=final.offset + out) for depth, out in settings]
        if len(depths) > 1:
            by = "depth"
            bound = least.bound if least.bound in ("power", "stiffness", "eased") else "school"
            if within < least.step:
                bound = "eased" if turning.rules.pass_share < 1 else "area"
    elif edging.grooved:
        trips = _slots(work)
        by, bound = ("depth", "cutter") if len(trips) > 1 else (by, bound)
    elif edging.shape == "jointing" and work.guided.guide == "fence":
        count, _ = jointing_runs(edging.size, turning.rules)
        trips = [replace(final, offset=final.offset + edging.size * (count - 1 - i) / count) for i in range(count)]
        by, bound = ("fence", "school") if count > 1 else (by, bound)
    made = _evaluated(work, trips)
    failed = failing(work, made, depths_matter=False)
    return Staging(
        stages=made,
        by=by,
        bound=bound,
        whole_area=sum(stage.bites[0].area for stage in made),
        step=school_of(work),
        most_area=most_area(work),
        reason=None if failed is None else reason_for(work, made, failed),
    )


def _slots(work: EdgeWork) -> list[Trip]:
    """The runs of a slot cutter for a groove in an edge: one where it is as wide, or where the board is turned over for the
    second; else one below the other.

    Rule: R8 passes of a wide cut, R14 tongue and groove
    Formula: k = ⌈(w − c) / 0.9·c⌉ + 1 runs, evenly spread, c the cutter's slot
    Source: each run takes a whole slot or less; no fin stays between two"""
    edging, slot, final = work.edging, work.turning.bit.cutting_length, work.guided.trip
    more, count = edging.size - slot, slot_runs(edging, slot)
    if count == 1 or edging.both_faces:
        return [final]
    return [replace(final, height=final.height - more * (count - 1 - i) / (count - 1)) for i in range(count)]


def slot_runs(edging: EdgesOnBoard, slot: float) -> int:
    """How many runs a cutter takes for a groove in an edge, whose slot is so wide; 1 for other shapes."""
    more = edging.size - slot
    if not edging.grooved or not closeness.over(more, 0.0):
        return 1
    return 2 if edging.both_faces else int(closeness.ceil(more / (SLOT_OVERLAP * slot))) + 1


def _by_bearings(work: EdgeWork) -> Staging:
    """A profile that cannot be raised, guided by its bearing: at once, or with larger bearings first."""
    bit, final = work.turning.bit, work.guided.trip
    larger = sorted((each for each in bit.bearings if closeness.over(each, 2 * final.offset)), reverse=True)
    single = _evaluated(work, [final])
    failed = failing(work, single)
    if failed is None or not larger:
        return Staging(
            stages=single,
            by="single",
            bound="whole",
            whole_area=taken(bit, final, work.stock),
            step=school_of(work),
            most_area=most_area(work),
            reason=None if failed is None else reason_for(work, single, failed),
        )
    made = _evaluated(work, [*(replace(final, offset=each / 2) for each in larger), final])
    still = failing(work, made)
    return Staging(
        stages=made,
        by="bearing",
        bound=failed,
        whole_area=taken(bit, final, work.stock),
        step=school_of(work),
        most_area=most_area(work),
        reason=None if still is None else reason_for(work, made, still),
    )


def _evaluated(work: EdgeWork, trips: Sequence[Trip], *, climb: bool = False) -> tuple[Stage, ...]:
    """The stages at these settings: both faces are run at one setting before it is changed."""
    bit = work.turning.bit
    faces = (False, True) if work.edging.both_faces else (False,)
    steps = [Done(bit=bit, trip=trip, other_face=other) for trip in trips for other in faces]
    # The outlines are the drawing's; they come back from there, and do not travel with every stage.
    found = section_of(steps, work.stock, before=work.before, drawn=True).bites
    bites = tuple(replace(bite, outlines=()) for bite in found)
    per = len(faces)
    return tuple(
        _stage(work, number + 1, trip, bites[number * per : (number + 1) * per], climb) for number, trip in enumerate(trips)
    )


def _stage(work: EdgeWork, number: int, trip: Trip, bites: tuple[Bite, ...], climb: bool) -> Stage:
    turning = work.turning
    bit, rules = turning.bit, turning.rules
    hardest = max(bites, key=lambda bite: bite.area)
    width = min(max(bite.width for bite in bites), bit.diameter)
    feed = plan_feed(
        rpm=turning.rpm,
        flutes=bit.flutes,
        bit_diameter=bit.diameter,
        material=turning.material.material_class,
        radial_engagement=None if climb or width <= 0 else width,
        burn=turning.material.burn,
        tear_out=turning.material.tear_out,
        slowest=rules.feed_min_m_min,
        fastest=fastest_along(work.edging, bit, rules),
        burning=rules.burning,
    )
    speed, limited = feed.feed_m_min, feed.limited_by
    depth, mean = max(hardest.depth, 1e-6), max(hardest.mean_width, 1e-6)

    def power_at(feed_m_min: float) -> Power:
        return turning.power(depth=depth, width=mean, feed_m_min=feed_m_min)

    power, slowed = power_at(speed), False
    if closeness.over(power.power_w, turning.usable_w):
        slowest = least_feed_chip(rpm=turning.rpm, flutes=bit.flutes, minimum_m_min=rules.feed_min_m_min)
        within = turning.usable_w * (1 - 1e-9)
        low = closeness.where_reached(
            lambda feed_m_min: power_at(feed_m_min).power_w, within, low=min(slowest, speed), high=speed
        )
        speed, slowed, power = low, True, power_at(low)
    tooth = feed_per_tooth(feed_m_min=speed, rpm=turning.rpm, flutes=bit.flutes)
    k = thinning(radial_engagement=width, bit_diameter=bit.diameter) if width > 0 else 1.0
    return Stage(
        number=number,
        trip=trip,
        climb=climb,
        bites=bites,
        feed_m_min=speed,
        wanted_m_min=feed.wanted_m_min,
        chip_mm=tooth,
        chip_thickness_mm=tooth * k,
        limited_by="power" if slowed else limited,
        power=power,
        bend=turning.stiffness(depth=depth, width=mean, tooth_mm=tooth),
        seconds=seconds_for(work.edging.run_length, feed_m_min=speed),
        cautions=feed.cautions,
    )


def climb_allowed(work: EdgeWork, mounting: str) -> bool:
    """Whether a guided light climb is within the bounds at all (R7); how much it may take is for the stage to keep."""
    lets = mounting == "hand" and work.clamped and work.turning.rules.climbs != "never"
    return lets and not closeness.over(work.turning.bit.diameter, CLIMB_DIAMETER)


def _with_climb(work: EdgeWork, made: tuple[Stage, ...], mounting: str) -> tuple[Stage, ...]:
    """A light climb pass before the others, where the house lets one go first and the profile may be raised."""
    bit, final = work.turning.bit, work.guided.trip
    if work.turning.rules.climbs != "light-pass" or not climb_allowed(work, mounting) or not can_be_raised(bit):
        return made

    def over_the_bounds(height: float) -> float:
        """How much of what a climb may take a setting takes: 1 is all of it."""
        trip = replace(final, height=height)
        return max(taken(bit, trip, work.stock) / CLIMB_AREA, reach(bit, trip) / CLIMB_WIDTH)

    low = closeness.where_reached(over_the_bounds, 1.0 - 1e-4, low=0.0, high=made[0].trip.height)
    if low < 0.2:
        return made
    first = _evaluated(work, [replace(final, height=low)], climb=True)
    rest = _evaluated(work, [replace(final, height=low), *(stage.trip for stage in made)])[1:]
    return (*first, *(replace(stage, number=number + 2) for number, stage in enumerate(rest)))
