"""The straight bit that clears the way for a T-slot or keyhole bit, which then cuts its whole depth at once (R3, R17)."""

from __future__ import annotations

from dataclasses import dataclass, replace

from ranura.core.choosing.order import Candidate
from ranura.core.choosing.shortlist import shortlist
from ranura.core.cuts.channel.judge import ChannelJudge
from ranura.core.cutting.passes import pass_count
from ranura.core.cutting.step_limits import school_step
from ranura.core.geometry import closeness
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.routers import Router

_LOOKED_AT = 6


@dataclass(frozen=True, kw_only=True, slots=True)
class Cleared:
    """The clearing pass before an undercut: bit and router, how deep in mm, in how many passes. `fence_stays`: the same base runs
    along the same fence; otherwise `moves` is how much further out it stands for the clearing bit's router."""

    bit: Bit
    router: Router
    depth: float
    passes: int
    fence_stays: bool
    moves: float


def cleared_by(judge: ChannelJudge, chosen: Candidate) -> Cleared | None:
    """The widest straight bit that is no wider than the neck, in the same router if it can be; None where there is none.

    Rule: R3 full depth only
    Formula: D ≤ neck, depth − 0.5 mm; both bits run on one axis
    Source: what the straight bit takes the wide head need not push through the narrow mouth"""
    neck = chosen.bit.neck_diameter
    depth = judge.need.depth - judge.rules.clearing_short
    if not closeness.over(depth, 0):
        return None
    need = replace(judge.need, floor="flat", width=neck, depth=depth)
    straight = ChannelJudge(judge.tools.shop, need, judge.wood, judge.rules)
    found = shortlist(straight, straight.ranking(), count=_LOOKED_AT).fit
    if not found:
        return None
    best = min(found, key=lambda each: (each.router.id != chosen.router.id, -each.bit.diameter))
    step = school_step(best.bit, judge.rules.depth_rule, cap=judge.rules.pass_cap)
    here, there = chosen.base.sides[0].distance, best.base.sides[0].distance
    return Cleared(
        bit=best.bit,
        router=best.router,
        depth=depth,
        passes=pass_count(depth, step=step, finish=judge.rules.finish),
        fence_stays=best.router.id == chosen.router.id and closeness.same(here, there),
        moves=there - here,
    )
