"""A template at exactly 1:1 over as many pages as it takes; they overlap, with marks to lay them by, a map, a line to measure."""

from __future__ import annotations

import io
import math
from dataclasses import dataclass
from typing import Literal

from reportlab.lib.pagesizes import A4, LETTER
from reportlab.lib.units import mm
from reportlab.pdfgen.canvas import Canvas

from ranura.formats.drawing_pdf import CUT, GUIDE, INK, SOFT
from ranura.formats.tagged_canvas import TaggedCanvas
from ranura.formats.template_files import TemplateDrawing
from ranura.formats.type_on_paper import register, write

Paper = Literal["a4", "letter"]
_SIZES: dict[Paper, tuple[float, float]] = {"a4": A4, "letter": LETTER}
_MARGIN, _FOOT, _OVERLAP = 12.0, 16.0, 10.0
"""mm: what a printer leaves white, the room for words below, and how far pages overlap."""
_LINE = 100.0
"""mm of the line that is measured before anything is cut."""
MOST_PAGES = 100
_CHECK = "This line is 100 mm (3 15/16 in) long: measure it before you cut. Print at 100 %."
_COLOURS = {"template": (GUIDE, 0.5), "wanted": (INK, 0.25), "cut": (CUT, 0.25), "saw": (SOFT, 0.25)}


@dataclass(frozen=True, slots=True)
class _Tiles:
    """Pages side by side: how many in a row and in a column, and what of each is drawn, in mm."""

    columns: int
    rows: int
    wide: float
    high: float


def _tiles(width: float, height: float, paper: Paper) -> _Tiles:
    page_wide, page_high = (side / mm for side in _SIZES[paper])
    wide, high = page_wide - 2 * _MARGIN, page_high - 2 * _MARGIN - _FOOT
    columns = max(1, math.ceil((width - _OVERLAP) / (wide - _OVERLAP)))
    rows = max(1, math.ceil((height - _OVERLAP) / (high - _OVERLAP)))
    return _Tiles(columns, rows, wide, high)


def pages_of(drawing: TemplateDrawing, paper: Paper) -> int:
    """How many pages a template takes."""
    x0, y0, x1, y1 = drawing.box
    tiles = _tiles(x1 - x0, y1 - y0, paper)
    return tiles.columns * tiles.rows


def template_pdf(drawing: TemplateDrawing, paper: Paper, *, made_by: str) -> bytes:
    """The template as a PDF that must be printed at 100 %."""
    register()
    x0, y0, x1, y1 = drawing.box
    tiles = _tiles(x1 - x0, y1 - y0, paper)
    out = io.BytesIO()
    canvas = TaggedCanvas(out, pagesize=_SIZES[paper])
    canvas.setTitle(drawing.title)
    canvas.setAuthor(made_by)
    count = tiles.columns * tiles.rows
    for number in range(count):
        column, row = number % tiles.columns, number // tiles.columns
        # Rows from the top, as pages are laid on a bench.
        left = x0 + column * (tiles.wide - _OVERLAP)
        top = y1 - row * (tiles.high - _OVERLAP)
        with canvas.group("Sect"):
            with canvas.part("Figure", f"{drawing.title} at 1:1, row {row + 1} from above, column {column + 1} from the left"):
                _page(canvas, drawing, tiles, (left, top), bottom=_MARGIN + _FOOT)
            _marks(canvas, tiles, (column, row), _MARGIN + _FOOT)
            _words(canvas, drawing, tiles, (column, row), number, count)
        canvas.showPage()
    canvas.save()
    return out.getvalue()


def _page(canvas: Canvas, drawing: TemplateDrawing, tiles: _Tiles, at: tuple[float, float], *, bottom: float) -> None:
    """What of a template lies on a page whose upper left corner is `at` a place of it, in mm."""
    canvas.saveState()
    frame = canvas.beginPath()
    frame.rect(_MARGIN * mm, bottom * mm, tiles.wide * mm, tiles.high * mm)
    canvas.clipPath(frame, stroke=0, fill=0)
    for role, loops in drawing.layers:
        colour, thick = _COLOURS[role]
        canvas.setStrokeColor(colour)
        canvas.setLineWidth(thick * mm)
        for loop in loops:
            path = canvas.beginPath()
            for i, (x, y) in enumerate(loop.points(0.01)):
                spot = ((x - at[0] + _MARGIN) * mm, (y - at[1] + tiles.high + bottom) * mm)
                (path.lineTo if i else path.moveTo)(*spot)
            if loop.closed:
                path.close()
            canvas.drawPath(path)
    canvas.restoreState()


def _marks(canvas: Canvas, tiles: _Tiles, cell: tuple[int, int], bottom: float) -> None:
    """Crosses in the corners of what is drawn, and the line along which the next page lies over this one."""
    canvas.setStrokeColor(SOFT)
    canvas.setLineWidth(0.1 * mm)
    for x in (_MARGIN, _MARGIN + tiles.wide):
        for y in (bottom, bottom + tiles.high):
            canvas.line((x - 4) * mm, y * mm, (x + 4) * mm, y * mm)
            canvas.line(x * mm, (y - 4) * mm, x * mm, (y + 4) * mm)
    canvas.setDash(2, 2)
    if cell[0] > 0:
        x = _MARGIN + _OVERLAP
        canvas.line(x * mm, bottom * mm, x * mm, (bottom + tiles.high) * mm)
    if cell[1] > 0:
        y = bottom + tiles.high - _OVERLAP
        canvas.line(_MARGIN * mm, y * mm, (_MARGIN + tiles.wide) * mm, y * mm)
    canvas.setDash()


def _words(canvas: TaggedCanvas, drawing: TemplateDrawing, tiles: _Tiles, cell: tuple[int, int], number: int, count: int) -> None:
    canvas.setFillColor(INK)
    canvas.setStrokeColor(INK)
    x, y = _MARGIN, _MARGIN + 8
    canvas.setLineWidth(0.2 * mm)
    canvas.line(x * mm, y * mm, (x + _LINE) * mm, y * mm)
    for end in (x, x + _LINE):
        canvas.line(end * mm, (y - 1.5) * mm, end * mm, (y + 1.5) * mm)
    with canvas.part("P"):
        write(canvas, x * mm, (y - 5) * mm, _CHECK, "text", 8)
    with canvas.part("P"):
        write(canvas, x * mm, (y - 8.5) * mm, f"{drawing.title} · page {number + 1} of {count}", "strong", 8)
    box = min(4.0, 24.0 / tiles.columns, 14.0 / tiles.rows)
    left, top = _MARGIN + tiles.wide - box * tiles.columns, y + 3
    for row in range(tiles.rows):
        for column in range(tiles.columns):
            here = (column, row) == cell
            canvas.rect((left + column * box) * mm, (top - (row + 1) * box) * mm, box * mm, box * mm, stroke=1, fill=int(here))
