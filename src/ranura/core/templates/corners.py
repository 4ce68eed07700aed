"""An outline as its corners, each with the radius that rounds it: what is typed, and what is dragged."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from ranura.core.geometry.loops import Loop, Vertex, arc_of
from ranura.core.geometry.rings import Point
from ranura.core.templates import refusals
from ranura.core.text.errors import ToolError

MOST_CORNERS = 500
_STRAIGHT, _FLAT_BACK = 1e-9, 1e-3
"""Turns in radians that are none, and that lead straight back."""
_SHORTEST = 1e-6
"""mm: a side between two radii that is no longer is none."""
_TOUCHES = 1e-3
"""Radians within which an arc goes over into the side beside it."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Corner:
    """Where two sides meet, and the radius that rounds them there; mm. A radius of 0 leaves it sharp."""

    at: Point
    radius: float = 0.0
    through: Point | None = None
    """The side that goes on from it is an arc through this place; None where it is straight."""


def loop_through(corners: Sequence[Corner]) -> Loop:
    """The loop through some corners. Raises `ToolError` on "corners" with the number of the one that cannot be, from 1 on, or
    where there are fewer than three, or than two with an arc between them.

    Rule: R9 outlines drawn from what is typed
    Formula: a corner at which the way turns by an angle, with radius r, begins and ends r × tan(angle / 2) from where its sides
        meet; an arc from a to b through c turns by twice the angle by which the way over c does
    Source: a circle that touches two lines; an angle in a circle is half of the one at its middle"""
    if not (2 if any(each.through for each in corners) else 3) <= len(corners) <= MOST_CORNERS:
        raise ToolError(refusals.WRONG_CORNERS, field="corners", most=MOST_CORNERS)
    spots = [each.at for each in corners]
    bulges = [_bulge(each, spots[(i + 1) % len(spots)], i + 1) for i, each in enumerate(corners)]
    if rounded := [i for i, each in enumerate(corners) if each.radius and (bulges[i] or bulges[i - 1])]:
        raise ToolError(refusals.ROUNDED_BESIDE_ARC, field="corners", line=rounded[0] + 1)
    taken = [_taken(spots[i - 1], each, spots[(i + 1) % len(spots)], i + 1) for i, each in enumerate(corners)]
    found: list[Vertex] = []
    for i, each in enumerate(corners):
        before, after = spots[i - 1], spots[(i + 1) % len(spots)]
        if taken[i] + taken[(i + 1) % len(taken)] > math.dist(each.at, after) + _SHORTEST:
            raise ToolError(refusals.RADII_MEET, field="corners", line=i + 1)
        if not each.radius or not taken[i]:
            found.append((*each.at, bulges[i]))
            continue
        turn = _turn(before, each.at, after)
        found.append((*_towards(each.at, before, taken[i]), math.tan(turn / 4)))
        found.append((*_towards(each.at, after, taken[i]), 0.0))
    ends = [*found[1:], found[0]]
    return Loop(tuple(spot for spot, end in zip(found, ends, strict=True) if math.dist(spot[:2], end[:2]) > _SHORTEST))


def _bulge(corner: Corner, after: Point, number: int) -> float:
    """The bulge of the side that goes on from a corner. Raises `ToolError` where no arc goes through its place."""
    if corner.through is None:
        return 0.0
    if min(math.dist(corner.through, end) for end in (corner.at, after)) < _SHORTEST:
        raise ToolError(refusals.NO_ARC, field="corners", line=number)
    turn = _turn(corner.at, corner.through, after)
    if math.pi - abs(turn) < _FLAT_BACK:
        raise ToolError(refusals.NO_ARC, field="corners", line=number)
    return math.tan(turn / 2) if abs(turn) > _STRAIGHT else 0.0


def corners_of(loop: Loop) -> tuple[Corner, ...] | None:
    """The corners of a loop; None for one that is open, has too many, or arcs that are more than rounded corners."""
    if not loop.closed or not 3 <= len(loop.vertices) <= 2 * MOST_CORNERS:
        return None
    sides = list(loop.sides)
    found: list[Corner] = []
    for i, (a, b, bulge) in enumerate(sides):
        if not bulge:
            if not sides[i - 1][2]:
                found.append(Corner(at=a))
            continue
        before, after = sides[i - 1], sides[(i + 1) % len(sides)]
        corner = None if before[2] or after[2] else _rounded(a, b, bulge, before, after)
        if corner is None:
            return None
        found.append(corner)
    return tuple(found) if 3 <= len(found) <= MOST_CORNERS else None


Side = tuple[Point, Point, float]


def _rounded(a: Point, b: Point, bulge: float, before: Side, after: Side) -> Corner | None:
    """The corner that an arc rounds, where it touches the straight sides before and after it."""
    _, radius, turn = arc_of(a, b, bulge)
    if abs(turn) > math.pi - 0.05:
        return None
    along, half = math.atan2(b[1] - a[1], b[0] - a[0]), turn / 2
    headings = [math.atan2(end[1] - start[1], end[0] - start[0]) for start, end, _ in (before, after)]
    bent = (headings[0] - (along - half), headings[1] - (along + half))
    if any(abs(math.remainder(each, math.tau)) > _TOUCHES for each in bent):
        return None
    far = radius * math.tan(abs(turn) / 2)
    return Corner(at=(a[0] + far * math.cos(along - half), a[1] + far * math.sin(along - half)), radius=radius)


def inward(corners: Sequence[Corner], number: int) -> tuple[Point, float] | None:
    """Where the middle of a corner's arc lies: the way to it from the corner, 1 long, and how far along it for each mm of the
    radius; None where the sides go on in one line.

    Rule: R9 corners
    Formula: r / sin(half) − r, half of the angle between the two sides
    Source: a circle that touches two lines"""
    here, before, after = corners[number], corners[number - 1], corners[(number + 1) % len(corners)]
    (ax, ay), (bx, by) = (_heading(here.at, each.at) for each in (before, after))
    x, y = ax + bx, ay + by
    long = math.hypot(x, y)
    if long < _SHORTEST:
        return None
    return (x / long, y / long), 1 / math.sin(math.acos(max(-1.0, min(1.0, ax * bx + ay * by))) / 2) - 1


def _heading(a: Point, b: Point) -> Point:
    far = math.dist(a, b) or 1.0
    return ((b[0] - a[0]) / far, (b[1] - a[1]) / far)


def _turn(a: Point, at: Point, b: Point) -> float:
    """By what angle a way turns at a corner, counter-clockwise."""
    (x0, y0), (x1, y1) = (at[0] - a[0], at[1] - a[1]), (b[0] - at[0], b[1] - at[1])
    return math.atan2(x0 * y1 - y0 * x1, x0 * x1 + y0 * y1)


def _taken(a: Point, corner: Corner, b: Point, number: int) -> float:
    """How much of its two sides a corner's radius takes."""
    if math.dist(a, corner.at) < _SHORTEST:
        raise ToolError(refusals.SAME_CORNER, field="corners", line=number)
    turn = abs(_turn(a, corner.at, b))
    if corner.radius and math.pi - turn < _STRAIGHT:
        raise ToolError(refusals.RADII_MEET, field="corners", line=number)
    return corner.radius * math.tan(turn / 2)


def _towards(at: Point, to: Point, by: float) -> Point:
    share = by / math.dist(at, to)
    return (at[0] + (to[0] - at[0]) * share, at[1] + (to[1] - at[1]) * share)
