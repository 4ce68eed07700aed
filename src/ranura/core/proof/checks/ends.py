"""R21.12: how a bit comes out: drawn back, an undercut bit the way it came; out of a fixed base and over a table it stands still
first."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ranura.core.proof import words
from ranura.core.proof.cutter import is_undercut, profile_of
from ranura.core.proof.findings import Found
from ranura.core.proof.rays import Ray
from ranura.core.proof.standing import meets
from ranura.core.proof.steps import Step
from ranura.core.proof.wood import Swept, standing

_NEAR = 2.5
"""mm around a bit within which wood stands where it is lifted out of a slot or hole."""
_AHEAD = 1.0
"""mm before a bit in which wood stands where it was not drawn back."""


def ends(step: Step) -> Iterator[Found]:
    """What is wrong with a lift out of the wood, and what is to be known of one."""
    move = step.move
    if move.kind in ("enter", "plunge") and step.fresh != "none" and is_undercut(step.setting.bit):
        said = words.NEVER_LIFT_UNDERCUT if move.kind == "enter" else words.BACK_OUT_OF_KEYHOLE
        yield step.found(12, said, step.on_board(move.path[-1]), move.to_depth or 0.0)
    if move.kind != "lift" or move.from_depth is None or move.to_depth is None or move.from_depth <= 0:
        return
    spot, depth = step.on_board(move.path[0]), move.from_depth
    there = standing(step.setting.bit, step.z(depth), step.out, spot)
    if meets(step.wood, replace(there, travel=depth - move.to_depth)):
        yield step.found(12, words.LIFTED_INTO_WOOD, spot, depth)
        return
    inside = meets(step.wood, _grown(there, _NEAR))
    if inside and move.turning and (step.setting.base.kind != "plunge" or not step.by_hand):
        yield step.found(12, words.LIFTED_TURNING, spot, depth)
    if inside and move.to_depth <= 0 and _wall_ahead(step, there):
        yield step.found(12, words.LIFTED_AT_THE_WALL, spot, depth)
    if inside and step.by_hand and _along_a_line(step):
        yield step.found(12, words.STOPPED_END, spot, depth, then=words.LIFTED[move.turning])


def _along_a_line(step: Step) -> bool:
    """Whether a straight guide leads the router, which is stopped by a block or by eye. Where a bit goes back the way it came,
    that is said, and nothing of the pass before it."""
    if any(is_undercut(each.bit) for each in step.settings):
        return False
    return any(guide.kind in ("fence", "edge-guide") for guide in step.setting.guides)


def _grown(there: Swept, by: float) -> Swept:
    """The same bit, wider all round."""
    wider = profile_of(tuple((z, r + by, bulge) for z, r, bulge in there.profile.silhouette))
    (x, y), r = there.path[0], wider.widest
    return replace(there, profile=wider, box=(x - r, y - r, x + r, y + r))


def _wall_ahead(step: Step, there: Swept) -> bool:
    """Whether wood stands before the bit on the way that it last cut along."""
    if step.bit.way is None:
        return False
    z = there.tip + there.out * 0.05
    r = there.radius(z)
    ray = Ray(step.wood, there.path[0], step.bit.way, r + _AHEAD, step.wood.near(_grown(there, _AHEAD).box))
    return bool(ray.intervals(z, r, r + _AHEAD))
