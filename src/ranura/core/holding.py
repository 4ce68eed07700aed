"""Holding the work (R17, craft 15): clamps outside the sweep of base and handles, found from the geometry of the cut.

Seen from above. The sweep is the rectangle the router covers from before the near edge to beyond the far one, in all its
lateral passes. Each clamp covers a pad at the edge of the board.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core.cautions import Caution, caution
from ranura.core.cuts.dado import Channel
from ranura.core.cuts.edge import Edging
from ranura.core.guiding.placing import Fence
from ranura.core.tooling.routers import Base

PAD_ACROSS, PAD_ALONG, PAD_OUTSIDE = 30.0, 40.0, 12.0
"""A clamp's foot: its width along the edge, its reach onto the board, and what stands out beyond the edge, in mm."""

_SLACK = 0.01

LEAD = 10.0
"""The bit starts and ends this far clear of the wood, in mm."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Rect:
    """A rectangle, low and high along x and y."""

    x0: float
    y0: float
    x1: float
    y1: float

    def meets(self, other: Rect) -> bool:
        """Whether the two share any area."""
        return self.x0 < other.x1 and other.x0 < self.x1 and self.y0 < other.y1 and other.y0 < self.y1

    def gap(self, other: Rect) -> float:
        """The least distance to another along an axis; negative when they overlap.

        >>> Rect(x0=0, y0=0, x1=1, y1=1).gap(Rect(x0=3, y0=0, x1=4, y1=1))
        2"""
        return max(max(self.x0 - other.x1, other.x0 - self.x1), max(self.y0 - other.y1, other.y0 - self.y1))


@dataclass(frozen=True, kw_only=True, slots=True)
class Holding:
    """The clamps, the sweep they stay out of, the least distance between them, and what is wrong with it."""

    clamps: tuple[Rect, ...]
    sweep: Rect
    clear: float | None
    cautions: tuple[Caution, ...]


def sweep_of(channel: Channel, fence: Fence, base: Base, *, bit_diameter: float, guided: float, widest_spacer: float) -> Rect:
    """What base and handles cover during the whole cut, beside the fence's edge."""
    reach = max(base.across / 2, base.handle_reach or 0.0)
    away = -fence.towards
    first_axis = fence.edge + away * guided
    last_axis = first_axis + away * widest_spacer
    low, high = min(first_axis, last_axis) - reach, max(first_axis, last_axis) + reach
    beyond = bit_diameter / 2 + LEAD + base.across / 2
    return Rect(x0=low, y0=-beyond, x1=high, y1=channel.run + beyond)


def surely_room(
    channel: Channel, base: Base, *, bit_diameter: float, guided: float, widest_spacer: float, fence_width: float
) -> bool:
    """Whether fence and clamps find room beyond doubt: the fence on the side of the reference end, the clamps at the other.

    Quick enough for every bit of a full drawer; where it says no, `place_fence` and `hold` look closely."""
    length = channel.board_length
    wall = channel.left if channel.reference_end == "left" else length - channel.right
    edge = wall - guided + bit_diameter / 2
    reach = max(base.across / 2, base.handle_reach or 0.0)
    return (
        edge - fence_width > _SLACK
        and edge - fence_width + PAD_ACROSS < edge + guided - reach - _SLACK
        and edge + guided + widest_spacer + reach < length - PAD_ACROSS - _SLACK
        and wall < length / 2
    )


def _pads(x0: float, x1: float, run: float) -> tuple[Rect, Rect]:
    """A foot at the near edge and one at the far edge."""
    return (
        Rect(x0=x0, y0=-PAD_OUTSIDE, x1=x1, y1=PAD_ALONG - PAD_OUTSIDE),
        Rect(x0=x0, y0=run - PAD_ALONG + PAD_OUTSIDE, x1=x1, y1=run + PAD_OUTSIDE),
    )


def hold(channel: Channel, fence: Fence, sweep: Rect) -> Holding:
    """Two clamps on the fence's ends, at the side away from the router, and two on the board's far corners.

    The corners of the end farther from the cut are taken, the other end's where those are in the way.

    Rule: R17 holding
    Formula: a clamp's foot of 30 × 40 mm, 12 mm of it beyond the edge, shares no area with the sweep of base and handles
    Source: the base overhangs the line by its radius; clamps must not be in its way"""
    cautions: list[Caution] = []
    outer = fence.edge + fence.towards * fence.width
    fence_clamps: tuple[Rect, ...] = _pads(
        min(outer, outer - fence.towards * PAD_ACROSS), max(outer, outer - fence.towards * PAD_ACROSS), channel.run
    )
    if any(pad.meets(sweep) for pad in fence_clamps):
        cautions.append(caution("no-room-for-clamps", where="clamps on the fence"))
        fence_clamps = ()
    length = channel.board_length
    ends = [_pads(0.0, PAD_ACROSS, channel.run), _pads(length - PAD_ACROSS, length, channel.run)]
    if channel.left < length - channel.right:
        ends.reverse()
    body = Rect(x0=fence.body[0], y0=fence.span[0], x1=fence.body[1], y1=fence.span[1])
    free = [pads for pads in ends if not any(pad.meets(sweep) or pad.meets(body) for pad in pads)]
    if not free:
        cautions.append(caution("no-room-for-clamps", where="clamps on the board's corners"))
    clamps = (*fence_clamps, *(free[0] if free else ()))
    clear = min((pad.gap(sweep) for pad in clamps), default=None)
    return Holding(clamps=clamps, sweep=sweep, clear=clear, cautions=tuple(cautions))


HoldMethod = Literal["mat", "clamps", "clamps-moved", "table"]


@dataclass(frozen=True, kw_only=True, slots=True)
class EdgeHold:
    """How a board is held while its edges are cut: by a mat, by clamps, by clamps that move on, or by the hands on a table.

    `clamps` are their feet where they need not move; `covers` is how far base and handles reach over the board."""

    method: HoldMethod
    clamps: tuple[Rect, ...]
    covers: float
    cautions: tuple[Caution, ...]

    @property
    def clamped(self) -> bool:
        """Whether clamps hold it."""
        return self.method in ("clamps", "clamps-moved")


def hold_edges(edging: Edging, base: Base, *, offset: float, light: bool, by_hand: bool) -> EdgeHold:
    """How a board is held for an edge cut: clamps along the side that is not cut; a mat for light work all round; else clamps
    that are moved on, where the base leaves room for them.

    Rule: R17 holding
    Formula: covers = half the base or its handles − offset of the axis; a clamp's foot of 30 × 40 mm lies beyond it
    Source: clamps must not be in the router's way; a mat holds light edge work only"""
    if not by_hand:
        return EdgeHold(method="table", clamps=(), covers=0.0, cautions=())
    covers = max(max(base.across / 2, base.handle_reach or 0.0) - offset, 0.0)
    length, width = edging.part
    refs = {edge.ref for edge in edging.edges}
    if not any(edge.closed for edge in edging.edges):
        for side, opposite in (("far", "near"), ("near", "far"), ("left", "right"), ("right", "left")):
            across = width if side in ("near", "far") else length
            sides = {"near", "far"} if side in ("left", "right") else {"left", "right"}
            inset = covers if refs & sides else 0.0
            along = (length if side in ("near", "far") else width) - 2 * inset
            reach = covers if opposite in refs else 0.0
            if side not in refs and across - reach > PAD_ALONG - PAD_OUTSIDE and along > 2 * PAD_ACROSS:
                return EdgeHold(method="clamps", clamps=_feet(side, edging.part, inset), covers=covers, cautions=())
    if light:
        return EdgeHold(method="mat", clamps=(), covers=covers, cautions=())
    if max(edging.part) > covers + 2 * PAD_ALONG:
        return EdgeHold(method="clamps-moved", clamps=(), covers=covers, cautions=())
    return EdgeHold(method="mat", clamps=(), covers=covers, cautions=(caution("nothing-holds"),))


def _feet(side: str, part: tuple[float, float], inset: float) -> tuple[Rect, ...]:
    """Two feet along a side, as far apart as the base lets them be."""
    length, width = part
    run = length if side in ("near", "far") else width
    starts = (inset, run - inset - PAD_ACROSS)
    reach = PAD_ALONG - PAD_OUTSIDE
    if side in ("near", "far"):
        y0, y1 = (-PAD_OUTSIDE, reach) if side == "near" else (width - reach, width + PAD_OUTSIDE)
        return tuple(Rect(x0=x, y0=y0, x1=x + PAD_ACROSS, y1=y1) for x in starts)
    x0, x1 = (-PAD_OUTSIDE, reach) if side == "left" else (length - reach, length + PAD_OUTSIDE)
    return tuple(Rect(x0=x0, y0=y, x1=x1, y1=y + PAD_ACROSS) for y in starts)
