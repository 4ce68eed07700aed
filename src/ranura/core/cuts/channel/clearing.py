"""The straight bit that clears the way for a T-slot, keyhole or dovetail bit, which then cuts its whole depth at once (R3)."""

from __future__ import annotations

from dataclasses import dataclass, replace

from ranura.core.choosing.order import Candidate
from ranura.core.cuts.channel.judge import ChannelJudge
from ranura.core.cutting.grip import Grip
from ranura.core.cutting.speed import speed_of, turning_rpm
from ranura.core.cutting.stepping import Stepping, plan_steps
from ranura.core.geometry import closeness
from ranura.core.shop.tooling.bits import Bit


@dataclass(frozen=True, kw_only=True, slots=True)
class Cleared:
    """The clearing passes before an undercut."""

    candidate: Candidate
    rpm: float
    depth: float
    stepping: Stepping
    fence_stays: bool
    """The same base runs along the same fence."""
    moves: float
    """How much further out the fence stands for the clearing bit's router, in mm."""

    @property
    def bit(self) -> Bit:
        """The clearing bit."""
        return self.candidate.bit

    @property
    def passes(self) -> int:
        """How many there are."""
        return len(self.stepping.passes)


def cleared_by(judge: ChannelJudge, chosen: Candidate) -> Cleared | None:
    """The widest straight bit that is no wider than neck or mouth, in the same router if it can be, else in one guided alike;
    None where there is none.

    Rule: R3 full depth only
    Formula: D ≤ neck, depth − 0.5 mm; both bits run on one axis
    Source: what the straight bit takes the wide head need not push through the narrow mouth"""
    straight, best = judge.for_clearing(chosen), judge.goes_before(chosen)
    if straight is None or best is None:
        return None
    need = straight.need
    grip = straight.grip(best.bit, best.router)
    assert isinstance(grip, Grip), "what can make a cut is held"
    rpm = turning_rpm(speed_of(best.bit, best.router, judge.rules))
    run = judge.channel.run if judge.channel is not None else 0.0
    # One line along the axis, however much wider the neck is.
    one_line = replace(need, width=best.bit.diameter, plunged=need.stopped)
    tooling = replace(straight.tooling(best, rpm, grip.free), need=one_line)
    here, there = chosen.base.sides[0].distance, best.base.sides[0].distance
    return Cleared(
        candidate=best,
        rpm=rpm,
        depth=need.depth,
        stepping=plan_steps(tooling, run=run, spacers=(0.0,), base=best.base),
        fence_stays=best.router.id == chosen.router.id and closeness.same(here, there),
        moves=there - here,
    )
