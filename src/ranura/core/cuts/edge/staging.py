"""The stages of an edge cut (R3 tapered sections, R12): how many, at which settings, how fast, how hard each is.

A profile is reached by raising the bit, by the fence or by smaller bearings, in stages of equal area within the limits of
school, power and stiffness, the last one light. A rabbet goes down in steps like any other straight cut.
"""

from __future__ import annotations

import itertools
from dataclasses import dataclass, replace
from typing import Literal

from ranura.core.cuts.edge.asked import STRAIGHT_WALLED, StageBy
from ranura.core.cuts.edge.guides import jointing_runs
from ranura.core.cuts.edge.on_board import EdgesOnBoard
from ranura.core.cuts.edge.stage_limits import Bound, EdgeWork, failing, most_area, reason_for, school_of
from ranura.core.cuts.edge.stage_load import evaluated
from ranura.core.cuts.edge.stages import stages
from ranura.core.cuts.edge.trips import can_be_raised, reach, taken
from ranura.core.cutting.feed import of_burning
from ranura.core.cutting.need import StraightCut
from ranura.core.cutting.passes import cumulative_depths
from ranura.core.cutting.stage import Stage, Trip
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
        the power and the bending; more than one: a last one of at most 0.5 mm normal to the face, or of 1 mm where that would
        burn and the house moves faster
    Source: R3, R4, R5, R6, R12"""
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
    if failed is None and count > 1 and work.turning.rules.burning == "faster-feed" and _burns(work, made[-1]):
        thicker = _with_thicker_skin(work, count, by)
        made = thicker if failing(work, thicker) is None else made
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
        light = work.turning.rules.profile_last if count > 1 else None
        made = evaluated(work, _settings(work, count, by, light=light))
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


def _settings(work: EdgeWork, count: int, by: StageBy, *, light: float | None) -> tuple[Trip, ...]:
    return stages(work.turning.bit, work.guided.trip, work.stock, count=count, by=by, light=light, field="cut.staged")


def _with_thicker_skin(work: EdgeWork, count: int, by: StageBy) -> tuple[Stage, ...]:
    """So many stages with a last one as thick as it may be; all equal where that would be the largest of them."""
    made = evaluated(work, _settings(work, count, by, light=_THICK_SKIN))
    largest = closeness.over(made[-1].area, made[0].area)
    return evaluated(work, _settings(work, count, by, light=None)) if largest else made


_THICK_SKIN = 1.0
"""mm that a last stage takes which would burn in a thinner skin (R4)."""


def _burns(work: EdgeWork, stage: Stage) -> bool:
    """Whether the chip of a stage is so thin that it is likely to burn in this wood; what the log shows of the feed per tooth no
    thicker skin mends."""
    chip = of_burning(tooth=stage.chip_mm, chip=stage.chip_thickness_mm, burnt_below=None)
    return work.turning.material.burn > 1 and closeness.under(chip, 1)


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
            for_rpm=turning.for_rpm,
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
    made = evaluated(work, trips)
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
    single = evaluated(work, [final])
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
    made = evaluated(work, [*(replace(final, offset=each / 2) for each in larger), final])
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
    first = evaluated(work, [replace(final, height=low)], climb=True)
    rest = evaluated(work, [replace(final, height=low), *(stage.trip for stage in made)])[1:]
    return (*first, *(replace(stage, number=number + 2) for number, stage in enumerate(rest)))
