"""Outlines of a board and of openings in it, as a person gives them, and traced as rings of points.

Seen from above with the board on the bench: x from the left end, y from the near edge, in mm. A ring runs counter-clockwise
and does not repeat its first point.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

import numpy as np

from ranura.core.board import refusals
from ranura.core.geometry import closeness
from ranura.core.geometry.paths import points_of
from ranura.core.geometry.rings import Point, Ring, signed_area
from ranura.core.text import refusals as common_refusals
from ranura.core.text.asking import bounded
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import Length

Form = Literal["rectangle", "oval", "arch", "points"]

MOST_POINTS = 5_000
_STEP = math.radians(3)
"""The turn from one point of a traced arc to the next."""
_CORNER = math.radians(20)
"""A turn at one point beyond which it is a corner and no curve."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Contour:
    """A rectangle, an oval, an arch (straight sides under half an oval) or one's own points, which need no other size."""

    form: Form
    length: Length | None = None
    width: Length | None = None
    left: Length | None = None
    """Where an opening lies, from the left end; None sets it in the middle."""
    near: Length | None = None
    """The same, from the near edge."""
    radius: Length | None = None
    """Of a rectangle's corners, or the rise of an arch."""
    points: tuple[Point, ...] = bounded((), many=MOST_POINTS)


def trace(contour: Contour, *, length: float, width: float, field: str) -> Ring:
    """The ring of a contour on a board. Raises CutError at the size that cannot be, below `field`."""
    if contour.form == "points":
        return _own(contour.points, field)
    across = length if contour.length is None else contour.length.mm
    up = width if contour.width is None else contour.width.mm
    x = (length - across) / 2 if contour.left is None else contour.left.mm
    y = (width - up) / 2 if contour.near is None else contour.near.mm
    radius = 0.0 if contour.radius is None else contour.radius.mm
    if contour.form == "oval":
        middle = (x + across / 2, y + up / 2)
        return tuple(_arc(middle, across / 2, up / 2, 0.0, 2 * math.pi)[:-1])
    if contour.form == "arch":
        if not closeness.under(radius, up):
            raise CutError(refusals.RISE_OVER_HEIGHT, field=f"{field}.radius", rise=radius, height=up)
        rise = radius or min(across / 2, up * 0.75)
        spring = (x + across / 2, y + up - rise)
        return ((x, y), (x + across, y), *_arc(spring, across / 2, rise, 0.0, math.pi))
    if closeness.over(2 * radius, min(across, up)):
        raise CutError(common_refusals.CORNERS_TOO_ROUND, field=f"{field}.radius", radius=radius, side=min(across, up))
    if not radius:
        return ((x, y), (x + across, y), (x + across, y + up), (x, y + up))
    corners = (
        ((x + across - radius, y + radius), -0.5),
        ((x + across - radius, y + up - radius), 0.0),
        ((x + radius, y + up - radius), 0.5),
        ((x + radius, y + radius), 1.0),
    )
    ring: list[Point] = []
    for middle, turn in corners:
        ring += _arc(middle, radius, radius, turn * math.pi, (turn + 0.5) * math.pi)
    return tuple(ring)


def _arc(middle: Point, rx: float, ry: float, start: float, end: float) -> list[Point]:
    count = max(2, math.ceil((end - start) / _STEP))
    angles = [start + (end - start) * i / count for i in range(count + 1)]
    return [(middle[0] + rx * math.cos(a), middle[1] + ry * math.sin(a)) for a in angles]


def _own(points: tuple[Point, ...], field: str) -> Ring:
    ring = [here for here, before in zip(points, (points[-1:] + points[:-1]), strict=True) if math.dist(here, before) > 1e-6]
    if len(ring) < 3:
        raise CutError(refusals.OUTLINE_TOO_SHORT, field=f"{field}.points")
    area = signed_area(ring)
    if abs(area) < 1.0:
        raise CutError(refusals.OUTLINE_FLAT, field=f"{field}.points")
    from shapely.geometry import Polygon  # only here: sums need no shapely

    if not Polygon(ring).is_valid:
        raise CutError(refusals.OUTLINE_CROSSES, field=f"{field}.points")
    return tuple(ring if area > 0 else reversed(ring))


def tightest(ring: Ring, *, inside: bool) -> float | None:
    """The radius in mm of the tightest corner that the tool has to enter; 0 for a sharp one, None where there is none.

    `inside`: the tool runs in an opening, so that the ring's own corners are in its way; outside of a board only those are that
    point into it. The radius of a curve is that of the circle through three neighbouring points.

    >>> tightest(((0, 0), (9, 0), (9, 9), (0, 9)), inside=True), tightest(((0, 0), (9, 0), (9, 9), (0, 9)), inside=False)
    (0.0, None)"""
    sense = 1 if inside else -1
    x, y = points_of(ring).T
    along_x, along_y = np.roll(x, -1) - x, np.roll(y, -1) - y
    first_x, first_y = np.roll(along_x, 1), np.roll(along_y, 1)
    turns = np.arctan2(first_x * along_y - first_y * along_x, first_x * along_x + first_y * along_y) * sense
    entered = turns > 1e-6
    if not entered.any():
        return None
    if (turns > _CORNER).any():
        return 0.0
    # Where a curve runs into a straight, the circle through three points is too wide; the curve's own ones decide.
    spans = np.hypot(first_x + along_x, first_y + along_y)
    return float((spans[entered] / (2 * np.sin(turns[entered]))).min())
