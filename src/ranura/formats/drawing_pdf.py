"""Dresses a view of the plan for paper: the same roles as on the screen, told apart by hatching as well as by colour."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

from reportlab.lib.colors import Color, HexColor, white
from reportlab.pdfgen.canvas import Canvas

from ranura.core.geometry.rings import Point
from ranura.core.output.views import Arrow, Dimension, Mark, Outline, Role, View
from ranura.core.text.writing import System, Text
from ranura.formats.type_on_paper import write
from ranura.formats.words_apart import Words

INK = HexColor("#17211f")
CUT = HexColor("#bf3015")
GUIDE = HexColor("#0a6569")
SOFT = HexColor("#5b6763")

_STROKE: dict[Role, Color] = {
    "work": INK,
    "waste": CUT,
    "pass": CUT,
    "bit": CUT,
    "guide": GUIDE,
    "spacer": GUIDE,
    "base": SOFT,
    "clamp": INK,
    "backer": SOFT,
    "path": CUT,
    "hazard": CUT,
    "lifts": CUT,
    "opening": INK,
    "bearing": GUIDE,
    "sweep": SOFT,
    "stop": GUIDE,
    "template": GUIDE,
    "aid": SOFT,
}
_FILL: dict[Role, Color | None] = {
    "work": HexColor("#f4e7cc"),
    "waste": None,
    "pass": None,
    "bit": None,
    "guide": HexColor("#cfe6e4"),
    "spacer": GUIDE,
    "base": None,
    "clamp": HexColor("#46545a"),
    "backer": None,
    "path": None,
    "hazard": HexColor("#fae4ad"),
    "lifts": HexColor("#fae4ad"),
    "opening": white,
    "bearing": HexColor("#cfe6e4"),
    "sweep": None,
    "template": None,
    "stop": HexColor("#cfe6e4"),
    "aid": HexColor("#dfe3e1"),
}
_HATCH: dict[Role, tuple[int, float]] = {
    "waste": (1, 4.0),
    "pass": (1, 5.0),
    "backer": (-1, 5.0),
    "hazard": (-1, 4.0),
    "lifts": (-1, 4.0),
}
"""Slope and distance of hatching, in points."""


@dataclass(frozen=True, slots=True)
class _Fit:
    """From the view's millimetres to points on the page."""

    scale: float
    dx: float
    dy: float

    def at(self, point: Point) -> Point:
        return (self.dx + point[0] * self.scale, self.dy + point[1] * self.scale)


def draw_view(canvas: Canvas, view: View, *, x: float, y: float, width: float, height: float, system: System) -> None:
    """Draws a view into a box whose lower left corner is (x, y), all in points."""
    x0, y0, x1, y1 = view.frame
    # Dimensions below a section do not shrink with it; they keep their room.
    below = 26.0 if view.name == "section" else 0.0
    y, height = y + below, height - below
    scale = min(width / (x1 - x0), height / (y1 - y0))
    fit = _Fit(scale, x + (width - scale * (x1 - x0)) / 2 - x0 * scale, y + (height - scale * (y1 - y0)) / 2 - y0 * scale)
    canvas.saveState()
    for outline in view.outlines:
        standing = outline.role == "bit" and view.name != "plan"
        _outline(canvas, outline, fit, dashed=outline.role in ("base", "sweep") or standing)
    for each in view.breaks:
        upright = each.axis == "x"
        _break(canvas, fit.at((each.at, y0) if upright else (x0, each.at)), fit.at((each.at, y1) if upright else (x1, each.at)))
    words = Words(canvas, room=(x, y - below, x + width, y + height))
    for outline in view.outlines:
        if outline.role in ("pass", "waste") and outline.label is not None:
            _label(words, outline, outline.label, fit, system)
    for dimension in view.dimensions:
        _dimension(words, dimension, fit, system)
    for mark in view.marks:
        _mark(words, mark, fit, system)
    for arrow in view.arrows:
        _arrow(words, arrow, fit, system)
    canvas.restoreState()
    canvas.setFillColor(SOFT)
    write(canvas, x, y + height - 7, _said(view.caption, system), "text", 7.5)


def _said(text: Text, system: System) -> str:
    return text.inch if system == "inch" else text.metric


def _outline(canvas: Canvas, outline: Outline, fit: _Fit, *, dashed: bool) -> None:
    points = [fit.at(point) for point in outline.points]
    path = canvas.beginPath()
    path.moveTo(*points[0])
    for point in points[1:]:
        path.lineTo(*point)
    path.close()
    fill = _FILL[outline.role]
    if fill is not None:
        canvas.setFillColor(fill)
        canvas.drawPath(path, stroke=0, fill=1)
    if outline.role in _HATCH:
        _hatch(canvas, path, points, *_HATCH[outline.role], colour=_STROKE[outline.role])
    canvas.setStrokeColor(_STROKE[outline.role])
    canvas.setLineWidth(1.1 if outline.role in ("work", "bit") else 0.7)
    canvas.setDash(*([3, 2] if dashed else []))
    canvas.drawPath(path, stroke=1, fill=0)
    canvas.setDash()


def _hatch(canvas: Canvas, path: object, points: Sequence[Point], slope: int, gap: float, *, colour: Color) -> None:
    xs, ys = [p[0] for p in points], [p[1] for p in points]
    low, high, bottom, top = min(xs), max(xs), min(ys), max(ys)
    rise = top - bottom
    canvas.saveState()
    canvas.clipPath(path, stroke=0, fill=0)
    canvas.setStrokeColor(colour)
    canvas.setLineWidth(0.45)
    start = low - rise
    while start < high + rise:
        if slope > 0:
            canvas.line(start, bottom, start + rise, top)
        else:
            canvas.line(start, top, start + rise, bottom)
        start += gap
    canvas.restoreState()


def _break(canvas: Canvas, low: Point, high: Point) -> None:
    """Where a long board is broken: nothing of it is drawn there, between two torn edges."""
    long = math.dist(low, high)
    ahead = ((high[0] - low[0]) / long, (high[1] - low[1]) / long)
    count = max(2, round(long / 8))

    def torn(side: int, i: int) -> Point:
        along, aside = long * i / count, side * 3 + (1.5 if i % 2 else -1.5)
        return (low[0] + ahead[0] * along + ahead[1] * aside, low[1] + ahead[1] * along + ahead[0] * aside)

    edges = [[torn(side, i) for i in range(count + 1)] for side in (-1, 1)]
    path = canvas.beginPath()
    path.moveTo(*edges[0][0])
    for point in (*edges[0][1:], *reversed(edges[1])):
        path.lineTo(*point)
    path.close()
    canvas.setFillColor(white)
    canvas.drawPath(path, stroke=0, fill=1)
    canvas.setStrokeColor(SOFT)
    canvas.setLineWidth(0.6)
    for edge in edges:
        for a, b in pairwise(edge):
            canvas.line(*a, *b)


def _label(words: Words, outline: Outline, label: Text, fit: _Fit, system: System) -> None:
    points = [fit.at(point) for point in outline.points]
    x = (min(p[0] for p in points) + max(p[0] for p in points)) / 2
    y = (min(p[1] for p in points) + max(p[1] for p in points)) / 2
    if outline.role == "pass" and min(max(p[i] for p in points) - min(p[i] for p in points) for i in (0, 1)) < 9:
        return  # too thin for a number; the passes are listed with their depths
    if outline.role == "pass" and words.taken_at(x, y):
        return  # thin stages lie within one another: the first number is kept
    words.canvas.setFillColor(white)
    words.canvas.circle(x, y, 5, stroke=0, fill=1)
    words.put(x, y - 2.8, _said(label, system), "strong", 8, colour=INK, align=0.5, stays=True)


def _arrow(words: Words, arrow: Arrow, fit: _Fit, system: System) -> None:
    canvas = words.canvas
    start, end = fit.at(arrow.start), fit.at(arrow.end)
    canvas.setStrokeColor(CUT)
    canvas.setFillColor(CUT)
    if arrow.turn is not None:
        radius = max(6.0, abs(end[0] - start[0]))
        canvas.setLineWidth(1.2)
        side = 1 if arrow.turn == "clockwise" else -1
        canvas.arc(start[0] - radius, start[1] - radius, start[0] + radius, start[1] + radius, 45 if side > 0 else -45, 180)
        tip = (start[0] + side * radius * 0.7071, start[1] + radius * 0.7071)
        _head(canvas, tip, (side * 0.7071, -0.7071), 4)
        if arrow.label is not None:
            aside, align = (radius + 5, 1.0) if arrow.role == "bit" else (0.0, 0.5)
            words.put(start[0] - aside, start[1] - 3, _said(arrow.label, system), "strong", 9, colour=CUT, align=align)
        return
    size = math.dist(start, end) or 1.0
    along = ((end[0] - start[0]) / size, (end[1] - start[1]) / size)
    canvas.setLineWidth(1.4 if arrow.climb else 2.6)
    canvas.setDash(*([3, 2] if arrow.climb else []))
    canvas.line(start[0], start[1], end[0] - along[0] * 6, end[1] - along[1] * 6)
    canvas.setDash()
    _head(canvas, end, along, 7, hollow=arrow.climb)
    if arrow.label is not None:
        x, base, align = (start[0] + end[0]) / 2, (start[1] + end[1]) / 2 - 3, 0.5
        if arrow.beside:
            x, align = (start[0] - 9, 1.0) if along[0] > 0 else (start[0] + 9, 0.0)
        elif abs(along[1]) > abs(along[0]):
            x, align = start[0] + 9, 0.0
        else:
            base -= 12
        words.put(x, base, _said(arrow.label, system), "strong", 9, colour=CUT, align=align, on_white=True)


def _mark(words: Words, mark: Mark, fit: _Fit, system: System) -> None:
    """Where a run begins with its number, where it ends, where to stand, the direction of the grain."""
    canvas = words.canvas
    x, y = fit.at(mark.at)
    canvas.setLineWidth(1.1)
    if mark.kind == "start":
        canvas.setStrokeColor(CUT)
        canvas.setFillColor(white)
        canvas.circle(x, y, 6, stroke=1, fill=1)
        number = "".join(sign for sign in _said(mark.text, system) if sign.isdecimal()) if mark.text else ""
        words.put(x, y - 3, number, "strong", 8.5, colour=CUT, align=0.5, stays=True)
    elif mark.kind == "finding":
        canvas.setStrokeColor(CUT)
        canvas.setFillColor(white)
        path = canvas.beginPath()
        path.moveTo(x, y + 9)
        path.lineTo(x - 9, y - 6)
        path.lineTo(x + 9, y - 6)
        path.close()
        canvas.drawPath(path, stroke=1, fill=1)
        said = _said(mark.text, system) if mark.text else "!"
        words.put(x, y - 4.5, said, "strong", 8, colour=CUT, align=0.5, stays=True)
    elif mark.kind == "end":
        canvas.setStrokeColor(CUT)
        across = (-mark.direction[1] * 6, mark.direction[0] * 6)
        for ahead in (0.0, 2.6):
            at = (x + mark.direction[0] * ahead, y + mark.direction[1] * ahead)
            canvas.line(at[0] - across[0], at[1] - across[1], at[0] + across[0], at[1] + across[1])
    else:
        canvas.setStrokeColor(SOFT)
        if mark.kind == "grain":
            canvas.line(
                x - mark.direction[0] * 24, y - mark.direction[1] * 24, x + mark.direction[0] * 24, y + mark.direction[1] * 24
            )
        text = _said(mark.text, system) if mark.text else "grain"
        words.put(x, y + (3 if mark.kind == "grain" else -3), text, "text", 8, colour=SOFT, align=0.5)


def _head(canvas: Canvas, tip: Point, along: Point, size: float, *, hollow: bool = False) -> None:
    back = (tip[0] - along[0] * size, tip[1] - along[1] * size)
    aside = (-along[1] * size * 0.6, along[0] * size * 0.6)
    path = canvas.beginPath()
    path.moveTo(*tip)
    path.lineTo(back[0] + aside[0], back[1] + aside[1])
    path.lineTo(back[0] - aside[0], back[1] - aside[1])
    path.close()
    canvas.drawPath(path, stroke=int(hollow), fill=int(not hollow))


def _dimension(words: Words, dimension: Dimension, fit: _Fit, system: System) -> None:
    canvas = words.canvas
    a, b = fit.at(dimension.start), fit.at(dimension.end)
    colour = GUIDE if dimension.name == "setback" else INK
    canvas.setStrokeColor(colour)
    canvas.setLineWidth(0.7)
    text = _said(dimension.text, system)
    if dimension.vertical:
        canvas.line(a[0], a[1], b[0], b[1])
        for point in (a, b):
            canvas.line(point[0] - 3, point[1], point[0] + 3, point[1])
        left = dimension.offset < 0 or dimension.name == "board-width"
        aside, align = (-5, 1.0) if left else (5, 0.0)
        words.put(a[0] + aside, (a[1] + b[1]) / 2 - 3, text, "strong", 9.5, colour=colour, align=align)
        return
    away = 0.0
    if dimension.offset:
        away = max(14.0, abs(dimension.offset) * fit.scale) * (1 if dimension.offset > 0 else -1)
    y = a[1] + away
    canvas.line(a[0], y, b[0], y)
    for point in (a, b):
        canvas.line(point[0], y - 3, point[0], y + 3)
        if away:
            canvas.line(point[0], point[1], point[0], y)
    middle, base = (a[0] + b[0]) / 2, y + (3 if away >= 0 else -9.5)
    words.put(middle, base, text, "strong", 9.5, colour=colour, align=0.5, on_white=not away)
