"""Where the straightedge of a channel goes: on which side, which way the router then runs, and what it rests on (R7, R8)."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core import numbers
from ranura.core.cautions import Caution, caution
from ranura.core.cuts.dado import Channel
from ranura.core.cutting.direction import Vector, heading_with_fence
from ranura.core.guiding.fences import FenceOn, Setback, plan_setback
from ranura.core.house_rules import HouseRules
from ranura.core.tooling.bits import Bit
from ranura.core.tooling.routers import GuidedSide


@dataclass(frozen=True, kw_only=True, slots=True)
class Fence:
    """A straightedge, seen from above: its working edge at x = `edge`, its body from there in direction `towards` (±1).

    `heading` has it on its left; `at` is the edge's distance from the reference end; `span` its way along y.
    """

    side: FenceOn
    edge: float
    towards: int
    width: float
    span: tuple[float, float]
    at: float
    heading: Vector
    setback: Setback

    @property
    def body(self) -> tuple[float, float]:
        """Its extent along x, low to high."""
        other = self.edge + self.towards * self.width
        return (min(self.edge, other), max(self.edge, other))

    @property
    def length(self) -> float:
        """How long it must be, overhang included."""
        return self.span[1] - self.span[0]


def _fence(channel: Channel, bit: Bit, guided: GuidedSide, rules: HouseRules, side: FenceOn) -> Fence:
    s = guided.distance - bit.diameter / 2
    at_left = (side == "reference") == (channel.reference_end == "left")
    edge, towards = (channel.left - s, -1) if at_left else (channel.right + s, 1)
    return Fence(
        side=side,
        edge=edge,
        towards=towards,
        width=rules.fence_width,
        span=(-rules.fence_overhang, channel.run + rules.fence_overhang),
        at=edge if channel.reference_end == "left" else channel.board_length - edge,
        heading=heading_with_fence((towards, 0)),
        setback=plan_setback(
            base_to_axis=guided.distance,
            bit_diameter=bit.diameter,
            position=channel.position,
            width=channel.width,
            fence_on=side,
        ),
    )


def outside(fence: Fence, channel: Channel) -> float:
    """How much of the fence's width lies beyond the board, in mm; 0 when all of it has wood below."""
    low, high = fence.body
    return max(0.0, -low, high - channel.board_length)


def place_fence(channel: Channel, bit: Bit, guided: GuidedSide, rules: HouseRules) -> tuple[Fence, tuple[Caution, ...]]:
    """The fence on the reference side if the board carries its width there, otherwise on the other side.

    Where neither carries it: the side where less is missing, with `fence-off-board`, unless a board beside the work does.

    Rule: R8 fence side
    Formula: the body of the fence, 60 mm, lies within 0 … L; the heading has it on the left
    Source: a fence with no wood under it tips; R7 fixes the heading"""
    sides = [_fence(channel, bit, guided, rules, side) for side in ("reference", "other")]
    for fence in sides:
        if not numbers.over(outside(fence, channel), 0):
            return fence, ()
    least = min(sides, key=lambda fence: outside(fence, channel))
    code = "fence-on-support" if channel.support else "fence-off-board"
    return least, (caution(code, outside=outside(least, channel)),)
