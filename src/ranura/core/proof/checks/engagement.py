"""R21.4: how much wood the bit takes at once, from the section at every place."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from ranura.core.cutting.feed import feed_per_tooth
from ranura.core.cutting.step_limits import END_SLOT, END_WOOD
from ranura.core.cutting.stiffness import Stiffness
from ranura.core.geometry import closeness
from ranura.core.geometry.rings import Point, extent
from ranura.core.proof import words
from ranura.core.proof.cutter import is_undercut, slot_width, widest
from ranura.core.proof.findings import Found
from ranura.core.proof.sections import Section
from ranura.core.proof.steps import Circumstances, Step

_FLANK = 3.0
"""mm: the widest that a straight flank through the thickness is taken at once."""
_SLACK = 0.05


def engagement(step: Step) -> Iterator[Found]:
    """Where a run takes more than it may."""
    bit = step.setting.bit
    across = 2 * widest(bit)
    most = across if is_undercut(bit) else slot_width(bit)
    if _across_standing_end(step):
        most = END_SLOT * across
    worst = max(step.sections, key=lambda each: each.slot, default=None)
    if worst is not None and closeness.over(worst.slot, most + _SLACK):
        yield step.found(4, words.SLOT_TOO_DEEP, worst.at, step.move.to_depth or 0.0, deep=worst.slot, most=most)
    through = [each for each in step.sections if _flank_through(step, each)]
    wide = max(through, key=lambda each: each.widest, default=None)
    limit = min(_FLANK, across / 2)
    if wide is not None and closeness.over(wide.widest, limit + _SLACK):
        yield step.found(4, words.FLANK_TOO_WIDE, wide.at, step.move.to_depth or 0.0, wide=wide.widest, most=limit)


def _across_standing_end(step: Step) -> bool:
    """Whether a run goes straight across an end that stands on a sled, with little wood along its way."""
    if step.setting.hands != "sled" or is_undercut(step.setting.bit) or step.swept is None or len(step.swept.path) != 2:
        return False
    work = step.wood.works[0]
    x0, y0, x1, y1 = extent(work.ring)
    (ax, ay), (bx, by) = step.swept.path
    along = x1 - x0 if abs(bx - ax) > abs(by - ay) else y1 - y0
    return work.z1 - work.z0 > along and not closeness.over(along, END_WOOD)


def load(step: Step, around: Circumstances) -> Iterator[Found]:
    """Where what the bit meets at its feed takes more power than the router has, or bends the bit too far (R5, R6).

    Rule: R21.4 engagement
    Formula: a_p the height of the fresh wood, a_e its section over that height
    Source: R12 judges a profile's section so; what a run meets is never more than what was planned for it"""
    bite = worst_bite(step, around)
    if bite is None or around.turning is None:
        return
    most, depth = around.turning.usable_w, step.move.to_depth or 0.0
    if bite.watts > most * _ROOM:
        yield step.found(4, words.MORE_POWER_THAN_THERE_IS, bite.at, depth, watts=bite.watts, most=most)
    bend = bite.bend
    if bend.deflection_mm > around.rules.bend_limit * _ROOM or bend.stress_mpa > bend.stress_limit_mpa * _ROOM:
        yield step.found(4, words.BENDS_IN_THE_WOOD, bite.at, depth, bend=bend.deflection_mm)


@dataclass(frozen=True, slots=True)
class Bite:
    """The most that a run takes at once: where, the watts that it takes, and how the bit bends under it."""

    at: Point
    watts: float
    bend: Stiffness


def worst_bite(step: Step, around: Circumstances) -> Bite | None:
    """The strongest bite of a run; None where it meets no wood, or turns another bit than is known."""
    turning, feed = around.turning, step.move.feed_m_min
    if turning is None or feed is None or step.setting.bit.id != turning.bit.id:
        return None
    worst = max((each for each in step.sections if not each.passing), key=lambda each: each.area, default=None)
    if worst is None or not worst.area:
        return None
    depth, width = worst.height, worst.area / worst.height
    power = turning.power(depth=depth, width=width, feed_m_min=feed)
    tooth = feed_per_tooth(feed_m_min=feed, rpm=turning.rpm, flutes=turning.bit.flutes)
    return Bite(worst.at, power.power_w, turning.stiffness(depth=depth, width=width, tooth_mm=tooth))


_ROOM = 1.02
"""What is worked out twice by different ways may differ by so much."""


def _flank_through(step: Step, section: Section) -> bool:
    """Whether one side of the bit runs free while the other cuts through the whole thickness of a board that is cut nowhere
    else."""
    left, right = section.sides
    if left == right or not section.layers:
        return False
    thickness = max(work.z1 for work in step.wood.works) - min(work.z0 for work in step.wood.works)
    return section.height >= thickness - _SLACK
