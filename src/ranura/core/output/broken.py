"""Long boards in a drawing, broken where nothing happens, so that the cut is the largest thing in view."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import replace

from ranura.core.geometry.rings import Point
from ranura.core.output.views import Arrow, Break, DragHandle, Outline, View

_LONG = 2.2
"""Times as long as high, from which on a view is broken."""
_THROUGH = 0.6
"""Of the view's length: what is longer is the same all along, and only its ends are looked at."""
_BESIDE = 15.0
"""mm that are kept on both sides of a break."""
_STEP, _WORTH = 100.0, 0.2
"""mm that are left out, or a multiple of it, and the share of the length that all breaks together must take."""
_ROOM = 30.0
"""mm around a sign or the middle of an arrow that are kept."""


def broken(view: View) -> View:
    """A view without the stretches in which nothing begins, ends or stands; as it is where it is not long."""
    x0, y0, x1, y1 = view.frame
    if x1 - x0 < _LONG * (y1 - y0):
        return view
    # Left out in whole steps, so that what is dragged behind a break goes with the hand.
    steps = ((low, high, (high - low) // _STEP * _STEP) for low, high in _empty(view))
    hidden = [((low + high - long) / 2, (low + high + long) / 2) for low, high, long in steps if long]
    if sum(high - low for low, high in hidden) < _WORTH * (x1 - x0):
        return view

    def along(x: float) -> float:
        """Where an x lies once the stretches before it are left out."""
        gone = 0.0
        for low, high in hidden:
            share = min(max((x - low) / (high - low), 0.0), 1.0)
            gone += share * (high - low)
        return x - gone

    def at(point: Point) -> Point:
        return (along(point[0]), point[1])

    def handle(each: DragHandle) -> DragHandle:
        other = None if each.other is None else handle(each.other)
        return replace(each, points=tuple(at(p) for p in each.points), other=other)

    return replace(
        view,
        frame=(along(x0), y0, along(x1), y1),
        outlines=tuple(replace(each, points=tuple(at(p) for p in each.points)) for each in view.outlines),
        arrows=tuple(_arrow(each, at) for each in view.arrows),
        dimensions=tuple(replace(each, start=at(each.start), end=at(each.end)) for each in view.dimensions),
        marks=tuple(replace(each, at=at(each.at)) for each in view.marks),
        edges=tuple(replace(each, points=tuple(at(p) for p in each.points)) for each in view.edges),
        handles=tuple(handle(each) for each in view.handles),
        clamps=tuple(replace(each, points=tuple(at(p) for p in each.points)) for each in view.clamps),
        breaks=tuple(Break(at=along((low + high) / 2), hidden=high - low) for low, high in hidden),
    )


def _arrow(arrow: Arrow, at: Callable[[Point], Point]) -> Arrow:
    start = at(arrow.start)
    if arrow.turn is not None:
        return replace(arrow, start=start, end=(start[0] + arrow.end[0] - arrow.start[0], arrow.end[1]))
    return replace(arrow, start=start, end=at(arrow.end))


def _empty(view: View) -> Iterator[tuple[float, float]]:
    """The stretches along x in which nothing begins, ends or stands."""
    x0, _, x1, _ = view.frame
    reached = x0
    for low, high in sorted(_busy(view)):
        if low - _BESIDE > reached + _BESIDE:
            yield reached + _BESIDE, low - _BESIDE
        reached = max(reached, high)
    if x1 - _BESIDE > reached + _BESIDE:
        yield reached + _BESIDE, x1 - _BESIDE


def _busy(view: View) -> Iterator[tuple[float, float]]:
    x0, _, x1, _ = view.frame
    long = _THROUGH * (x1 - x0)
    for outline in view.outlines:
        yield from _of(outline, long)
    for arrow in view.arrows:
        if arrow.turn is not None:
            radius = abs(arrow.end[0] - arrow.start[0])
            yield arrow.start[0] - radius, arrow.start[0] + radius
        else:
            low, high = sorted((arrow.start[0], arrow.end[0]))
            yield low - _ROOM, high + _ROOM
    for mark in view.marks:
        if mark.kind != "grain":
            yield mark.at[0] - _ROOM, mark.at[0] + _ROOM
    for dimension in view.dimensions:
        if dimension.vertical:
            yield dimension.start[0] - _ROOM, dimension.start[0] + _ROOM


def _of(outline: Outline, long: float) -> Iterator[tuple[float, float]]:
    xs = [x for x, _ in outline.points]
    low, high = min(xs), max(xs)
    if high - low > long:
        yield low, low
        yield high, high
    elif outline.role != "sweep":
        yield low, high
