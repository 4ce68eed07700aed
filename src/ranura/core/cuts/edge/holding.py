"""Holding a board while its edges are cut (R17, craft 15): clamps on a side that is not cut, a mat for light work, the hands on
a table."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core.cuts.edge import words
from ranura.core.cuts.edge.on_board import EdgesOnBoard
from ranura.core.holding.sweep import PAD_ACROSS, PAD_ALONG, PAD_OUTSIDE
from ranura.core.shop.tooling.routers import Base
from ranura.core.text.cautions import Caution, caution


@dataclass(frozen=True, kw_only=True, slots=True)
class Rect:
    """A rectangle, low and high along x and y."""

    x0: float
    y0: float
    x1: float
    y1: float


HoldMethod = Literal["mat", "clamps", "clamps-moved", "table", "carrier", "dogs", "vice", "tape", "vacuum"]


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


def hold_edges(edging: EdgesOnBoard, base: Base, *, offset: float, light: bool, by_hand: bool) -> EdgeHold:
    """How a board is held for an edge cut: clamps along the side that is not cut; a mat for light work all round; else clamps
    that are moved on, where the base leaves room for them.

    Rule: R17 holding
    Formula: covers = half the base or its handles − offset of the axis; a clamp's foot of 30 × 40 mm lies beyond it
    Source: clamps must not be in the router's way; a mat holds light edge work only"""
    if not by_hand:
        held: HoldMethod = "carrier" if edging.held == "carrier" else "table"
        return EdgeHold(method=held, clamps=(), covers=0.0, cautions=())
    covers = max(max(base.across / 2, base.handle_reach or 0.0) - offset, 0.0)
    if edging.held is not None and edging.held != "clamps":
        loose = edging.held == "carrier" and not edging.can_be_wedged
        said = (caution(words.NOT_WEDGED),) if loose else ()
        return EdgeHold(method=edging.held, clamps=(), covers=covers, cautions=said)
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
    # Half a run at a time, the other half of the board for both clamps: each is clear from a start to its stop (R15).
    if max(edging.part) > 2 * (covers + PAD_ALONG + PAD_ACROSS):
        return EdgeHold(method="clamps-moved", clamps=(), covers=covers, cautions=())
    return EdgeHold(method="mat", clamps=(), covers=covers, cautions=(caution(words.NOTHING_HOLDS),))


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
