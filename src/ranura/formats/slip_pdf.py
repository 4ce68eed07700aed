"""The slip on paper: one page with the drawing above and the setup below, with boxes to tick; stations and many passes follow."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from io import BytesIO
from typing import Any, Literal

from reportlab.lib.colors import HexColor, white
from reportlab.lib.pagesizes import A4, LETTER
from reportlab.pdfgen.canvas import Canvas

from ranura.core.board.pieces import Piece
from ranura.core.output.slip import SlipSection
from ranura.core.plan import CutPlan
from ranura.core.text import choosing_words
from ranura.core.text.cautions import Caution
from ranura.core.text.lengths import as_typed
from ranura.core.text.writing import Reading, Shown, System, Text
from ranura.formats.drawing_pdf import CUT, INK, SOFT, draw_view
from ranura.formats.type_on_paper import register, width_of, wrapped, write

Paper = Literal["A4", "Letter"]
_SIZES = {"A4": A4, "Letter": LETTER}
_MARGIN = 34.0
_LABEL_WIDTH = 74.0
_LINE = 11.6
_LEAD = 19.0
_GAP = 5.0


@dataclass(frozen=True, kw_only=True, slots=True)
class Sheet:
    """What goes on the page: a plan, and what it is for."""

    plan: CutPlan
    piece: Piece
    name: str
    shop_name: str
    material_name: str


def _said(text: Text, system: System) -> str:
    return text.inch if system == "inch" else text.metric


def _board(sheet: Sheet) -> str:
    piece = sheet.piece
    size = " × ".join(as_typed(length) for length in (piece.length, piece.width, piece.thickness))
    return f"{sheet.material_name}, {size}{'' if piece.thickness_measured else ', not measured'}"


def slip_pdf(sheet: Sheet, *, paper: Paper, system: System) -> bytes:
    """The slip of a plan on one page, and pages for stations and many passes. A plan with a stop is printed as one that must
    not be cut."""
    register()
    out = BytesIO()
    width, height = _SIZES[paper]
    first_font: Any = "paper-text"  # the stubs take it for a number
    canvas = Canvas(out, pagesize=(width, height), invariant=1, initialFontName=first_font, lang="en")
    canvas.setTitle(f"{sheet.name}: {sheet.piece.name}")
    canvas.setViewerPreference("PrintScaling", "None")
    inner = width - 2 * _MARGIN
    top = _heading(canvas, sheet, height - _MARGIN, inner)
    cautions = [each for each in sheet.plan.cautions if each.code != choosing_words.GENERAL.code]
    below = sum(_section_height(each, system, inner) for each in sheet.plan.slip)
    below += sum(_caution_height(each, system, inner) for each in cautions) + 34
    room = top - _MARGIN - below
    above, *lower = sheet.plan.drawing
    share = room * 0.64
    draw_view(canvas, above, x=_MARGIN, y=top - share, width=inner, height=share, system=system)
    wide = inner / len(lower)
    for place, view in enumerate(lower):
        x = _MARGIN + place * wide
        draw_view(canvas, view, x=x, y=top - room + 4, width=wide - 6, height=room - share - 8, system=system)
    y = top - room
    for each in sheet.plan.slip:
        y = _section(canvas, each, y, inner, system)
    for caution in cautions:
        y = _caution(canvas, caution, y, inner, system)
    _footer(canvas, sheet, system)
    canvas.showPage()
    for rows in _pages(list(_table_rows(sheet.plan, system))):
        _table_page(canvas, sheet, rows, height, system)
    canvas.save()
    return out.getvalue()


_ROWS = 46
_COLUMN = 84.0
_COLUMN_NAMES = {"turret": "rod on", "fresh": "fresh wood", "time": "in the wood"}
_MANY = 4
"""Passes beyond which they are listed on a page of their own; as many fit into the first page's lines."""


def _table_rows(plan: CutPlan, system: System) -> Iterator[tuple[str, ...]]:
    """Stations to mark out, then many passes, each under its head; a row of one cell is a head."""

    def read(shown: Shown) -> str:
        return str(shown.inch if system == "inch" else shown.metric)

    if plan.stations:
        yield ("Stations, all from the one end",)
        yield ("", "line at", "guide at", "heading")
        for each in plan.stations:
            yield (str(each.number), read(each.mark), read(each.guide), each.heading)
    if len(plan.pass_lines) > _MANY:
        yield ("Passes, in order of work",)
        yield ("", *(_COLUMN_NAMES.get(name, name) for name in plan.pass_columns))
        for line in plan.pass_lines:
            yield (str(line.number), *(read(cell) for cell in line.cells))


def _pages(rows: list[tuple[str, ...]]) -> Iterator[list[tuple[str, ...]]]:
    for start in range(0, len(rows), _ROWS):
        yield rows[start : start + _ROWS]


def _table_page(canvas: Canvas, sheet: Sheet, rows: list[tuple[str, ...]], height: float, system: System) -> None:
    """A page of a table, with a box to tick before each row that is work."""
    canvas.setFillColor(INK)
    write(canvas, _MARGIN, height - _MARGIN - 15, f"{sheet.name}: {sheet.piece.name}", "figure", 15)
    y = height - _MARGIN - 40
    for row in rows:
        if len(row) == 1:
            write(canvas, _MARGIN, y, row[0], "strong", 11)
        else:
            if row[0]:
                canvas.rect(_MARGIN, y - 1.5, 8, 8, stroke=1, fill=0)
            for place, cell in enumerate(row):
                x = _MARGIN + 16 + (0 if place == 0 else 24 + (place - 1) * _COLUMN)
                write(canvas, x, y, cell, "text" if row[0] else "strong", 9.5)
        y -= 14.5
    _footer(canvas, sheet, system)
    canvas.showPage()


def _heading(canvas: Canvas, sheet: Sheet, y: float, inner: float) -> float:
    canvas.setFillColor(INK)
    write(canvas, _MARGIN, y - 15, sheet.name, "figure", 19)
    write(canvas, _MARGIN + inner, y - 8, sheet.shop_name, "text", 9.5, align=1)
    write(canvas, _MARGIN + inner, y - 20, _board(sheet), "text", 9.5, align=1)
    y -= 38
    for line in wrapped(sheet.plan.sentence.metric + ".", "strong", 12, inner):
        write(canvas, _MARGIN, y, line, "strong", 12)
        y -= 14
    if sheet.plan.status == "stop":
        canvas.setFillColor(CUT)
        canvas.rect(_MARGIN, y - 11, inner, 20, stroke=0, fill=1)
        canvas.setFillColor(white)
        write(canvas, _MARGIN + inner / 2, y - 5, "NOT READY: do not cut like this. See the stop below.", "strong", 12, align=0.5)
        y -= 20
    return y


def _leads(section: SlipSection, system: System) -> Iterator[tuple[Reading, str]]:
    for lead in section.leads:
        yield (lead.shown.inch if system == "inch" else lead.shown.metric), _said(lead.caption, system)


def _lines(section: SlipSection, system: System, inner: float) -> list[str]:
    width = inner - _LABEL_WIDTH - 200
    return [line for text in section.lines for line in wrapped(_said(text, system), "text", 9.5, max(width, 200))]


def _section_height(section: SlipSection, system: System, inner: float) -> float:
    return max(_LEAD + 4, len(_lines(section, system, inner)) * _LINE + 4) + _GAP


def _section(canvas: Canvas, section: SlipSection, top: float, inner: float, system: System) -> float:
    """One place of the slip: box to tick, title, large figures; its lines stand to their right."""
    height = _section_height(section, system, inner)
    canvas.setStrokeColor(HexColor("#b9c1ba"))
    canvas.setLineWidth(0.5)
    canvas.line(_MARGIN, top, _MARGIN + inner, top)
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(0.9)
    canvas.rect(_MARGIN, top - 17, 11, 11, stroke=1, fill=0)
    canvas.setFillColor(SOFT)
    write(canvas, _MARGIN + 17, top - 15, section.title, "strong", 9.5)
    canvas.setFillColor(INK)
    x = _MARGIN + _LABEL_WIDTH
    for reading, caption in _leads(section, system):
        x = write(canvas, x, top - 18, reading.number, "figure", 18)
        tail = " ".join(part for part in (reading.unit, reading.error and f"({reading.error})", caption) if part)
        x = write(canvas, x + 3, top - 18, tail, "text", 10) + 9
    y = top - 12
    column = _MARGIN + _LABEL_WIDTH + max(200.0, x - _MARGIN - _LABEL_WIDTH + 6)
    for line in _lines(section, system, inner):
        write(canvas, min(column, _MARGIN + inner - width_of(line, "text", 9.5)), y, line, "text", 9.5)
        y -= _LINE
    return top - height


def _caution_lines(caution: Caution, system: System, inner: float) -> list[str]:
    lead = {"stop": "STOP. ", "caution": "Careful. ", "note": ""}[caution.level]
    if caution.mark is not None:
        lead = f"{lead}At {caution.mark} in the drawing: "
    return wrapped(f"{lead}{_said(caution.message, system)}. {_said(caution.do, system)}.", "text", 9.5, inner - 14)


def _caution_height(caution: Caution, system: System, inner: float) -> float:
    return len(_caution_lines(caution, system, inner)) * _LINE + 7


def _caution(canvas: Canvas, caution: Caution, top: float, inner: float, system: System) -> float:
    lines = _caution_lines(caution, system, inner)
    height = _caution_height(caution, system, inner)
    if caution.level != "note":
        canvas.setFillColor(CUT if caution.level == "stop" else HexColor("#b06d00"))
        canvas.rect(_MARGIN, top - height + 3, 4, height - 5, stroke=0, fill=1)
    canvas.setFillColor(INK)
    for i, line in enumerate(lines):
        write(canvas, _MARGIN + 11, top - 11 - i * _LINE, line, "text", 9.5)
    return top - height


def _footer(canvas: Canvas, sheet: Sheet, system: System) -> None:
    general = next(each for each in sheet.plan.cautions if each.code == choosing_words.GENERAL.code)
    canvas.setFillColor(SOFT)
    write(canvas, _MARGIN, _MARGIN - 6, f"{_said(general.do, system)}. {_said(general.message, system)}.", "text", 8.5)
