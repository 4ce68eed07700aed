"""Distances between convex outlines, seen from above: what clashes of base, clamps and guides along straight runs are judged by.

Counted here by hand, since a plan asks for a few hundred of them and shapely's set-up would take longer than the answer; the
tests hold them against shapely.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from functools import lru_cache

import numpy as np
from numpy.typing import NDArray

from ranura.core.geometry.rings import Box, Point, Ring


def gap(a: Ring, b: Ring) -> float:
    """How far two convex counter-clockwise outlines lie apart along the best of their sides' normals, in mm; negative when they
    overlap, and then by how much one has to be moved.

    It is never more than the true distance, and less only from corner to corner.

    Rule: R17 clashes
    Formula: max over all sides' outward normals n of (min b·n − max a·n), and the same with a and b changed
    Source: separating axes of convex shapes

    >>> square = ((0, 0), (1, 0), (1, 1), (0, 1))
    >>> gap(square, ((3, 0), (4, 0), (4, 1), (3, 1)))
    2"""
    if upright(a) and upright(b):
        ax0, ay0, ax1, ay1 = bounds_of(a)
        bx0, by0, bx1, by1 = bounds_of(b)
        return max(bx0 - ax1, ax0 - bx1, by0 - ay1, ay0 - by1)
    return max(_apart(a, b), _apart(b, a))


def apart(a: NDArray[np.float64], b: NDArray[np.float64]) -> NDArray[np.float64]:
    """How far boxes (n × 4) lie apart from others (m × 4), as `gap` has it (n × m)."""
    between: NDArray[np.float64] = np.maximum(b[None, :, :2] - a[:, None, 2:], a[:, None, :2] - b[None, :, 2:])
    return np.asarray(between.max(axis=2))


def gaps(boxes: NDArray[np.float64], others: Sequence[Ring]) -> NDArray[np.float64]:
    """How far boxes (n × 4) lie apart from convex outlines (n × m), as `gap` has it."""
    if all(upright(ring) for ring in others):
        return apart(boxes, np.array([bounds_of(ring) for ring in others]).reshape(-1, 4))
    rings = [oblong(*box) for box in boxes.tolist()]
    return np.array([[gap(other, ring) for other in others] for ring in rings]).reshape(len(rings), len(others))


def merged(rings: Sequence[Ring]) -> tuple[Ring, ...]:
    """The same area in fewer outlines: upright rectangles that lie side by side and touch or overlap as one.

    >>> merged((oblong(0, 0, 2, 1), oblong(1, 0, 4, 1), oblong(5, 0, 6, 1)))
    (((0, 0), (4, 0), (4, 1), (0, 1)), ((5, 0), (6, 0), (6, 1), (5, 1)))"""
    if len(rings) < 2 or not all(upright(ring) for ring in rings):
        return tuple(rings)
    boxes = sorted((y0, y1, x0, x1) for x0, y0, x1, y1 in map(bounds_of, rings))
    rows = [(x0, x1, y0, y1) for y0, y1, x0, x1 in _joined(boxes)]
    return tuple(oblong(x0, y0, x1, y1) for x0, x1, y0, y1 in _joined(sorted(rows)))


def _joined(boxes: Sequence[Box]) -> list[Box]:
    """Boxes, each its range across and then along: those in a row across that meet along it as one. They come in that order."""
    found: list[Box] = []
    for low, high, begin, end in boxes:
        if found and found[-1][:2] == (low, high) and begin <= found[-1][3]:
            found[-1] = (*found[-1][:3], max(found[-1][3], end))
        else:
            found.append((low, high, begin, end))
    return found


@lru_cache(maxsize=4096)
def upright(ring: Ring) -> bool:
    """Whether it is a rectangle along x and y, for which comparing its box is enough."""
    if len(ring) != 4:
        return False
    (x0, y0), (x1, y1), (x2, y2), (x3, y3) = ring
    return (x0 == x1 and y1 == y2 and x2 == x3 and y3 == y0) or (y0 == y1 and x1 == x2 and y2 == y3 and x3 == x0)


def _apart(a: Ring, b: Ring) -> float:
    best = -math.inf
    for i, (x0, y0) in enumerate(a):
        x1, y1 = a[(i + 1) % len(a)]
        nx, ny = y1 - y0, x0 - x1
        size = math.hypot(nx, ny)
        if size:
            nearest = min((x - x0) * nx + (y - y0) * ny for x, y in b)
            best = max(best, nearest / size)
    return best


@lru_cache(maxsize=4096)
def bounds_of(ring: Ring) -> tuple[float, float, float, float]:
    """The least box around an outline."""
    return bounds((ring,))


def bounds(rings: Sequence[Sequence[Point]]) -> tuple[float, float, float, float]:
    """The least box around all points: x0, y0, x1, y1."""
    xs = [x for ring in rings for x, _ in ring]
    ys = [y for ring in rings for _, y in ring]
    return (min(xs), min(ys), max(xs), max(ys))


def oblong(x0: float, y0: float, x1: float, y1: float) -> Ring:
    """The corners of a rectangle, counter-clockwise."""
    return ((x0, y0), (x1, y0), (x1, y1), (x0, y1))
