"""How hard each stage of an edge cut is: what it takes, how fast it moves, its power and bending (R3, R4, R5, R6)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from ranura.core.cuts.edge.section import section_of
from ranura.core.cuts.edge.stage_limits import EdgeWork, fastest_along
from ranura.core.cuts.edge.trips import Done
from ranura.core.cutting.feed import feed_per_tooth, seconds_for, thinning
from ranura.core.cutting.power import Power, least_feed_chip
from ranura.core.cutting.stage import Bite, Stage, Trip
from ranura.core.geometry import closeness


def evaluated(work: EdgeWork, trips: Sequence[Trip], *, climb: bool = False) -> tuple[Stage, ...]:
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
    depth, mean = max(hardest.depth, 1e-6), max(hardest.mean_width, 1e-6)
    # What stands before the bit is as wide as it is on the mean (R6): a skin along a slope is thin all over.
    width = min(hardest.mean_width, bit.diameter)
    feed = turning.feed(engagement=None if climb or width <= 0 else width, fastest=fastest_along(work.edging, bit, rules))
    speed, limited = feed.feed_m_min, feed.limited_by

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
