"""What a router covers along its way, and a clamp's foot beside it, seen from above, on the board.

The sweep is what base and handles cover along the bit's path: a box for each straight run beside a guide, a band of the base's
reach along any other path.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from ranura.core.board.pieces import Side
from ranura.core.geometry.convex import gap, oblong
from ranura.core.geometry.rings import Box, Point, Ring
from ranura.core.holding.placed import ClampAt
from ranura.core.shop.tooling.routers import Base

PAD_ACROSS, PAD_ALONG, PAD_OUTSIDE = 30.0, 40.0, 12.0
"""A clamp's foot: its width along the edge, its reach onto the board, and what stands out beyond the edge, in mm."""

LEAD = 10.0
"""The bit starts and ends this far clear of the wood, in mm."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Sweep:
    """What the router covers: convex counter-clockwise boxes, and paths with the reach of the base around the axis."""

    boxes: tuple[Ring, ...] = ()
    paths: tuple[tuple[tuple[Point, ...], float], ...] = ()

    def gap(self, foot: Ring, *, roughly: bool = False) -> float:
        """The least distance of a foot from what is covered; negative when it is in the way. `roughly`: where a foot lies
        outside the box around a path, its distance from that box will do."""
        best = math.inf
        for box in self.boxes:
            best = min(best, gap(box, foot))
            if best <= 0 and roughly:
                return best
        for (path, radius), around in zip(self.paths, self._around, strict=True):
            from_box = gap(around, foot)
            if from_box >= best or (roughly and from_box > 0):
                best = min(best, from_box)
                continue
            from ranura.core.geometry.areas import path_gap

            best = min(best, path_gap(foot, path, radius=radius))
        return best

    @property
    def _around(self) -> tuple[Ring, ...]:
        return tuple(_box_around(path, radius) for path, radius in self.paths)

    @property
    def extent(self) -> tuple[Ring, ...]:
        """Outlines around all that is covered, for the frame of a drawing."""
        return (*self.boxes, *self._around)


@lru_cache(maxsize=512)
def _box_around(path: tuple[Point, ...], radius: float) -> Ring:
    xs, ys = [x for x, _ in path], [y for _, y in path]
    return oblong(min(xs) - radius, min(ys) - radius, max(xs) + radius, max(ys) + radius)


def reach_of(base: Base) -> float:
    """How far base and handles reach from the axis to the side, in mm."""
    return max(base.across / 2, base.handle_reach or 0.0)


def around_axis(base: Base) -> float:
    """The radius of the least circle around the axis that holds base and handles, whichever way it is turned."""
    return max(base.across / 2 * (1.0 if base.round else math.sqrt(2)), base.handle_reach or 0.0)


def foot_at(part: tuple[float, float], clamp: ClampAt) -> Ring:
    """A clamp's foot on a side of a board of length × width."""
    return oblong(*foot_box(part, clamp.side, clamp.at))


def foot_box(part: tuple[float, float], side: Side, at: float) -> Box:
    """The box of a clamp's foot on a side of a board of length × width, its middle so far along the side."""
    length, width = part
    low, high = at - PAD_ACROSS / 2, at + PAD_ACROSS / 2
    onto = PAD_ALONG - PAD_OUTSIDE
    match side:
        case "near":
            return (low, -PAD_OUTSIDE, high, onto)
        case "far":
            return (low, width - onto, high, width + PAD_OUTSIDE)
        case "left":
            return (-PAD_OUTSIDE, low, onto, high)
        case "right":
            return (length - onto, low, length + PAD_OUTSIDE, high)


def foot_boxes(part: tuple[float, float], side: Side, at: NDArray[np.float64]) -> NDArray[np.float64]:
    """The same at several places (n) of a side (n × 4)."""
    boxes = np.empty((len(at), 4))
    boxes[:] = foot_box(part, side, 0.0)
    boxes[:, (0, 2) if side in ("near", "far") else (1, 3)] += at[:, None]
    return boxes


def side_length(part: tuple[float, float], side: Side) -> float:
    """How long a side of the board is."""
    return part[0] if side in ("near", "far") else part[1]
