"""Feed direction (R7): against the rotation, decided by vectors instead of sayings.

Seen from above a hand-held bit turns clockwise, a bit in a table counter-clockwise. A heading is the tool's direction relative
to the work; on a table that is minus the work's motion.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core.shop.schools import Climb
from ranura.core.shop.tooling.routers import Mounting
from ranura.core.text import guide_words
from ranura.core.text.cautions import Caution, caution

Side = Literal["left", "right"]
WoodSide = Literal["left", "right", "both"]
Contour = Literal["outside", "inside", "near-edge"]
Sense = Literal["clockwise", "counter-clockwise", "left-to-right", "right-to-left"]
Turn = Literal["clockwise", "counter-clockwise"]
Vector = tuple[float, float]


@dataclass(frozen=True, kw_only=True, slots=True)
class Direction:
    """What a heading makes of the cut; `pushed_to` is where the tool is pushed in a slot, `fence_side` where the fence stands."""

    cut: Literal["conventional", "climb", "slot"]
    pushed_to: Side | None
    fence_side: Literal["left"] | None
    allowed: bool
    cautions: tuple[Caution, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class ContourDirection:
    """The sense of a contour, of the router relative to the work unless the work is moved along the near edge."""

    sense: Sense
    moves: Literal["router", "work"]
    sense_of: Literal["bit-round-work", "work"]
    """What the sense is of: of the bit on its way round the work, or of the work itself."""
    work_turns: Turn | None
    """How the work is turned over a table; None where it is not."""
    say: str
    """What the person does, in one sentence; over a table as they see it, standing before it, the bit beyond the work's edge."""


def left_of(heading: Vector) -> Vector:
    """The direction to the left of a heading, seen from above.

    >>> left_of((0, 1))
    (-1, 0)"""
    return (-heading[1], heading[0])


def rim_motion(side: Side, heading: Vector, mounting: Mounting) -> Vector:
    """How the teeth move relative to the tool where they meet wood on a side of the heading.

    Rule: R7 rotation
    Formula: clockwise seen from above (hand): u = (r_y, −r_x) at the rim's direction r; counter-clockwise on a table
    Source: physics of a turning cutter

    >>> rim_motion("left", (0, 1), "hand")
    (0, 1)"""
    left = left_of(heading)
    r = left if side == "left" else (-left[0], -left[1])
    return (r[1], -r[0]) if mounting == "hand" else (-r[1], r[0])


def straight_direction(*, mounting: Mounting, wood: WoodSide, heading: Vector, climb: Climb = "never") -> Direction:
    """Whether a straight cut is conventional, a climb cut or a slot, and what may be done.

    Conventional where the teeth move with the tool along the wood that stays, so that they push it back against the feed.

    Rule: R7 straight cuts
    Formula: teeth at the wood move along u; u·h > 0 conventional, u·h < 0 climb; a slot pushes the tool left of h by
        hand, right on a table; the fence stands on the left of h in both
    Source: physics: the force on the tool is opposite to the force on the wood"""
    if wood == "both":
        # At the front of the slot the teeth sweep sideways; the wood pushes the tool the other way.
        pushed: Side = "left" if mounting == "hand" else "right"
        return Direction(cut="slot", pushed_to=pushed, fence_side="left", allowed=True, cautions=())
    longest = max(abs(heading[0]), abs(heading[1]))
    h = (heading[0] / longest, heading[1] / longest)
    u = rim_motion(wood, h, mounting)
    if u[0] * h[0] + u[1] * h[1] > 0:
        return Direction(cut="conventional", pushed_to=None, fence_side=None, allowed=True, cautions=())
    if mounting == "table":
        return Direction(
            cut="climb", pushed_to=None, fence_side=None, allowed=False, cautions=(caution(guide_words.CLIMB_ON_TABLE),)
        )
    allowed = climb != "never"
    said = guide_words.CLIMB_BOUNDS if allowed else guide_words.CLIMB_CUT
    return Direction(cut="climb", pushed_to=None, fence_side=None, allowed=allowed, cautions=(caution(said),))


def contour_direction(*, mounting: Mounting, contour: Contour) -> ContourDirection:
    """The sense in which a contour is followed; the guide decides, not which piece is kept.

    Rule: R7 contours
    Formula: by hand inside the guiding edge clockwise, outside counter-clockwise, near edge left to right; on a table
        the other way round, and at the near edge the work goes right to left
    Source: the push of the cut must press the guide on"""
    if contour == "near-edge":
        if mounting == "hand":
            say = "Facing the edge, push the router from left to right"
            return ContourDirection(sense="left-to-right", moves="router", sense_of="bit-round-work", work_turns=None, say=say)
        say = "Feed the work right to left past the front of the bit"
        return ContourDirection(sense="right-to-left", moves="work", sense_of="work", work_turns=None, say=say)
    clockwise = (contour == "inside") == (mounting == "hand")
    sense, other = _TURNS if clockwise else _TURNS[::-1]
    where = "inside the opening" if contour == "inside" else "round the outline"
    if mounting == "hand":
        say = f"Go {where} {sense}, seen from above"
        return ContourDirection(sense=sense, moves="router", sense_of="bit-round-work", work_turns=None, say=say)
    say = f"Turn the work {other} as you go {where}"
    return ContourDirection(sense=sense, moves="work", sense_of="bit-round-work", work_turns=other, say=say)


_TURNS: tuple[Turn, Turn] = ("clockwise", "counter-clockwise")


def way_words(heading: Vector, mounting: Mounting) -> str:
    """What the person does to go along a heading of the tool relative to the work; over a table the work goes the other way.

    >>> way_words((1, 0), "hand"), way_words((1, 0), "table"), way_words((0, 1), "table")
    ('Push the router left to right', 'Feed the work right to left', 'Draw the work towards you')"""
    x, y = heading if mounting == "hand" else (-heading[0], -heading[1])
    what = "the router" if mounting == "hand" else "the work"
    if abs(x) > abs(y):
        return f"{'Push' if mounting == 'hand' else 'Feed'} {what} {'left to right' if x > 0 else 'right to left'}"
    return f"Push {what} away from you" if y > 0 else f"{'Pull' if mounting == 'hand' else 'Draw'} {what} towards you"


def heading_with_fence(fence_towards: Vector) -> Vector:
    """The heading that has the fence on its left, given the direction from the cut to the fence.

    Rule: R7 fence
    Formula: left_of(h) = f, so h = (f_y, −f_x)
    Source: in a slot a hand-held router is pushed to the left, so the fence belongs there

    >>> heading_with_fence((-1, 0)), heading_with_fence((1, 0))
    ((0, 1), (0, -1))"""
    return (fence_towards[1], -fence_towards[0])
