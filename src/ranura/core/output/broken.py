"""Long boards in a drawing, broken where nothing happens, so that the cut is the largest thing in view."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from dataclasses import replace
from typing import Literal

from ranura.core.geometry.rings import Point
from ranura.core.output.views import Arrow, Break, DragHandle, Outline, View

_LONG, _TALL = 2.2, 1.5
"""Times as long as high, and as high as long, from which on a view is broken: a screen is wider than high."""
_THROUGH = 0.6
"""Of the view's length: what is longer is the same all along, and only its ends are looked at."""
_BESIDE = 15.0
"""mm that are kept on both sides of a break."""
_STEP, _WORTH = 100.0, 0.2
"""mm that are left out, or a multiple of it, and the share of the length that all breaks together must take."""
_ROOM = 30.0
"""mm around a sign or the middle of an arrow that are kept."""

Axis = Literal[0, 1]
"""Along x, or along y."""


def broken(view: View) -> View:
    """A view without the stretches in which nothing begins, ends or stands; as it is where it is neither long nor tall."""
    x0, y0, x1, y1 = view.frame
    wide, high = x1 - x0, y1 - y0
    if wide >= _LONG * high:
        return _shortened(view, 0)
    return _shortened(view, 1) if high >= _TALL * wide else view


def _shortened(view: View, axis: Axis) -> View:
    """The same along x (0) or y (1)."""
    x0, y0, x1, y1 = view.frame
    # Left out in whole steps, so that what is dragged behind a break goes with the hand.
    steps = ((low, high, (high - low) // _STEP * _STEP) for low, high in _empty(view, axis))
    hidden = [((low + high - long) / 2, (low + high + long) / 2) for low, high, long in steps if long]
    if sum(high - low for low, high in hidden) < _WORTH * (view.frame[axis + 2] - view.frame[axis]):
        return view

    def along(place: float) -> float:
        """Where a place lies once the stretches before it are left out."""
        gone = 0.0
        for low, high in hidden:
            share = min(max((place - low) / (high - low), 0.0), 1.0)
            gone += share * (high - low)
        return place - gone

    def at(point: Point) -> Point:
        return (along(point[0]), point[1]) if axis == 0 else (point[0], along(point[1]))

    def handle(each: DragHandle) -> DragHandle:
        other = None if each.other is None else handle(each.other)
        return replace(each, points=tuple(at(p) for p in each.points), other=other)

    return replace(
        view,
        frame=(*at((x0, y0)), *at((x1, y1))),
        outlines=tuple(replace(each, points=tuple(at(p) for p in each.points)) for each in view.outlines),
        arrows=tuple(_arrow(each, at) for each in view.arrows),
        dimensions=tuple(replace(each, start=at(each.start), end=at(each.end)) for each in view.dimensions),
        marks=tuple(replace(each, at=at(each.at)) for each in view.marks),
        edges=tuple(replace(each, points=tuple(at(p) for p in each.points)) for each in view.edges),
        handles=tuple(handle(each) for each in view.handles),
        clamps=tuple(replace(each, points=tuple(at(p) for p in each.points)) for each in view.clamps),
        breaks=tuple(
            Break(axis="x" if axis == 0 else "y", at=along((low + high) / 2), hidden=high - low) for low, high in hidden
        ),
    )


def _arrow(arrow: Arrow, at: Callable[[Point], Point]) -> Arrow:
    start = at(arrow.start)
    if arrow.turn is not None:
        return replace(
            arrow, start=start, end=(start[0] + arrow.end[0] - arrow.start[0], start[1] + arrow.end[1] - arrow.start[1])
        )
    return replace(arrow, start=start, end=at(arrow.end))


def _empty(view: View, axis: Axis) -> Iterator[tuple[float, float]]:
    """The stretches along an axis in which nothing begins, ends or stands."""
    reached, end = view.frame[axis], view.frame[axis + 2]
    for low, high in sorted(_busy(view, axis)):
        if low - _BESIDE > reached + _BESIDE:
            yield reached + _BESIDE, low - _BESIDE
        reached = max(reached, high)
    if end - _BESIDE > reached + _BESIDE:
        yield reached + _BESIDE, end - _BESIDE


def _busy(view: View, axis: Axis) -> Iterator[tuple[float, float]]:
    long = _THROUGH * (view.frame[axis + 2] - view.frame[axis])
    for outline in view.outlines:
        yield from _of(outline, axis, long)
    for arrow in view.arrows:
        if arrow.turn is not None:
            radius = math.dist(arrow.end, arrow.start)
            yield arrow.start[axis] - radius, arrow.start[axis] + radius
        else:
            low, high = sorted((arrow.start[axis], arrow.end[axis]))
            yield low - _ROOM, high + _ROOM
    for mark in view.marks:
        if mark.kind != "grain":
            yield mark.at[axis] - _ROOM, mark.at[axis] + _ROOM
    for dimension in view.dimensions:
        if dimension.vertical == (axis == 0):
            yield dimension.start[axis] - _ROOM, dimension.start[axis] + _ROOM


def _of(outline: Outline, axis: Axis, long: float) -> Iterator[tuple[float, float]]:
    places = [point[axis] for point in outline.points]
    low, high = min(places), max(places)
    if high - low > long:
        yield low, low
        yield high, high
    elif outline.role != "sweep":
        yield low, high
