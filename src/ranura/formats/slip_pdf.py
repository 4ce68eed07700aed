"""Slips on paper: of each cut one page with the drawing above and the setup below, with boxes to tick; stations and many passes
follow, and where that is wanted every step at the machine. Those of a whole job begin with its cut list, the order of work and
what to have ready."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from contextlib import nullcontext
from datetime import UTC, datetime
from io import BytesIO
from itertools import groupby
from typing import Literal

from reportlab.lib.colors import HexColor, white
from reportlab.lib.pagesizes import A4, LETTER

from ranura import VERSION
from ranura.core.output.slip import SlipSection
from ranura.core.output.ticks import Ticks
from ranura.core.plan import CutPlan
from ranura.core.text import choosing_words
from ranura.core.text.cautions import Caution
from ranura.core.text.writing import Reading, Shown, System
from ranura.formats.cut_list_pdf import cut_list_page, listed
from ranura.formats.drawing_pdf import CUT, INK, SOFT, draw_view
from ranura.formats.order_pdf import order_page, ordered
from ranura.formats.print_page import FURTHER, MARGIN, CutList, Print, Sheet, footer, further_head, named, said_in, size_of
from ranura.formats.scan_code import SIDE, draw_code, told
from ranura.formats.steps_pdf import stepped, steps_page
from ranura.formats.tagged_canvas import TaggedCanvas
from ranura.formats.type_on_paper import register, width_of, wrapped, write

Paper = Literal["A4", "Letter"]
_SIZES = {"A4": A4, "Letter": LETTER}
_LABEL_WIDTH = 74.0
_LINE = 11.6
_LEAD = 19.0
_GAP = 5.0


def slip_pdf(sheets: Sequence[Sheet], *, paper: Paper, system: System, at: datetime, cut_list: CutList | None = None) -> bytes:
    """The slips of some plans, each on one page, and pages for stations, many passes and its steps; before them the cut list of a
    job.

    A plan with a stop is printed as one that must not be cut. `at` is when it is printed."""
    register()
    out = BytesIO()
    width, height = _SIZES[paper]
    canvas = TaggedCanvas(out, pagesize=(width, height))
    first = sheets[0] if len(sheets) == 1 and cut_list is None else None
    canvas.setTitle(f"{first.name}: {first.piece.name}" if first else sheets[0].job_name)
    canvas.setAuthor(sheets[0].shop_name)
    canvas.setCreator(f"Ranura {VERSION}")
    canvas.setDateFormatter(lambda *_: at.astimezone(UTC).strftime("D:%Y%m%d%H%M%SZ"))
    tables = [list(_pages(list(_table_rows(sheet.plan, system)))) for sheet in sheets]
    apart = [_ticks_apart(sheet, system, width - 2 * MARGIN, height) for sheet in sheets]
    for table, ticked_apart in zip(tables, apart, strict=True):
        if ticked_apart and (not table or len(table[-1]) > _ROWS_BESIDE_TICKS):
            table.append([])
    long = [list(stepped(each.steps, system, inner=width - 2 * MARGIN, height=height - 2 * MARGIN)) for each in sheets]
    lists = list(listed(cut_list)) if cut_list else []
    orders = list(ordered(cut_list.order)) if cut_list else []
    of_cuts = sum(1 + len(table) + len(steps) for table, steps in zip(tables, long, strict=True))
    page = Print(canvas, width, height, system, at, len(lists) + len(orders) + of_cuts)
    for number, boards in enumerate(lists):
        cut_list_page(page, sheets, boards, cut_list.notes if cut_list and not number else "")
    for entries in orders:
        order_page(page, sheets[0], entries)
    for sheet, table, ticked_apart, steps in zip(sheets, tables, apart, long, strict=True):
        with canvas.group("Sect"):
            _slip(page, sheet, ticks=not ticked_apart)
            for number, rows in enumerate(table, start=1):
                _table_page(page, sheet, rows, ticks=ticked_apart and number == len(table))
            for some in steps:
                steps_page(page, sheet, some)
    canvas.save()
    return out.getvalue()


_LEAST_DRAWING = 165.0
"""Points of drawing that the ticks leave on the first page; else they end the last page, or stand on one of their own."""
_ROWS_BESIDE_TICKS = 36
"""Rows of a table below which the ticks find room."""


def _said(sheet: Sheet) -> list[Caution]:
    """The cautions that stand on the slip: not the general one, which ends each page, and no note that its lines say already."""
    lines = [line.metric.lower() for section in sheet.plan.slip for line in section.lines]
    return [
        each
        for each in sheet.plan.cautions
        if each.code != choosing_words.GENERAL.code
        and not (each.level == "note" and any(each.do.metric.lower() in line for line in lines))
    ]


def _below(sheet: Sheet, system: System, inner: float) -> float:
    """How high everything below the drawing is, without the ticks."""
    sections = sum(_section_height(each, system, inner) for each in sheet.plan.slip)
    return sections + sum(_caution_height(each, system, inner) for each in _said(sheet)) + 34


def _ticks_apart(sheet: Sheet, system: System, inner: float, height: float) -> bool:
    """Whether the ticks leave too little room for the drawing on the first page."""
    if not sheet.plan.ticks.before:
        return False
    top = height - MARGIN - _heading_height(sheet, inner)
    ticks = _ticks_height(sheet.plan.ticks, system, inner)
    return top - MARGIN - _below(sheet, system, inner) - ticks < _LEAST_DRAWING


def _tick_lines(ticks: Ticks, system: System, inner: float) -> tuple[list[list[str]], list[list[str]]]:
    """The lines of both columns: what is ticked before, and what is done after."""
    left = inner * _OF_TICKS
    before = [wrapped(said_in(each, system), "text", 9.5, left - 24) for each in ticks.before]
    after = [wrapped(said_in(each, system), "text", 9.5, inner - left - 14) for each in ticks.after]
    return before, after


def _ticks_height(ticks: Ticks, system: System, inner: float) -> float:
    columns = _tick_lines(ticks, system, inner)
    most = max(sum(len(each) for each in column) for column in columns)
    return _LINE * (most + 1) + 10 if ticks.before else 0.0


def _ticks(page: Print, ticks: Ticks, top: float) -> None:
    """Before it is switched on, each with a box; beside it what comes after."""
    canvas, inner, system = page.canvas, page.inner, page.system
    if not ticks.before:
        return
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(1.2)
    canvas.line(MARGIN, top - 2, MARGIN + inner, top - 2)
    canvas.setLineWidth(0.9)
    canvas.setFillColor(INK)
    before, after = _tick_lines(ticks, system, inner)
    x = MARGIN + inner * _OF_TICKS
    _tick_list(canvas, "Before you switch on", before, MARGIN, top - 13, boxes=True)
    _tick_list(canvas, "After", after, x, top - 13, boxes=False)


def _tick_list(canvas: TaggedCanvas, head: str, items: Sequence[Sequence[str]], x: float, y: float, *, boxes: bool) -> None:
    """A list below its head, each item with a box to tick or without one."""
    with canvas.part("H2"):
        write(canvas, x, y, head, "strong", 9.5)
    with canvas.group("L"):
        for lines in items:
            y -= _LINE
            if boxes:
                canvas.rect(x, y - 1, 8, 8, stroke=1, fill=0)
            with canvas.group("LI"), canvas.part("LBody"):
                for number, line in enumerate(lines):
                    write(canvas, x + (14 if boxes else 0), y - number * _LINE, f"{line} ", "text", 9.5)
            y -= (len(lines) - 1) * _LINE


_OF_TICKS = 0.64
"""Of the width: the column of what is ticked before."""


def _slip(page: Print, sheet: Sheet, *, ticks: bool) -> None:
    canvas, inner, system = page.canvas, page.inner, page.system
    top = _heading(page, sheet, page.height - MARGIN)
    cautions = _said(sheet)
    below = _below(sheet, system, inner) + (_ticks_height(sheet.plan.ticks, system, inner) if ticks else 0.0)
    room = top - MARGIN - below
    above, *lower = sheet.plan.drawing
    share = room * 0.64
    words = " ".join(f"{said_in(each, system)}." for each in (above.caption, *sheet.plan.in_words))
    with canvas.part("Figure", words):
        draw_view(canvas, above, x=MARGIN, y=top - share, width=inner, height=share, system=system)
    wide = inner / len(lower)
    for place, view in enumerate(lower):
        x = MARGIN + place * wide
        with canvas.part("Figure", said_in(view.caption, system)):
            draw_view(canvas, view, x=x, y=top - room + 4, width=wide - 6, height=room - share - 8, system=system)
    y = top - room
    for each in sheet.plan.slip:
        y = _section(canvas, each, y, inner, system)
    for caution in cautions:
        y = _caution(canvas, caution, y, inner, system)
    if ticks:
        _ticks(page, sheet.plan.ticks, y)
    footer(page, sheet)


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


def _table_page(page: Print, sheet: Sheet, rows: list[tuple[str, ...]], *, ticks: bool) -> None:
    """A page of a table, with a box to tick before each row that is work."""
    canvas = page.canvas
    further_head(page, sheet)
    y = page.height - MARGIN - FURTHER
    for heads, group in groupby(rows, key=lambda row: len(row) == 1):
        with nullcontext() if heads else canvas.group("Table"):
            for row in group:
                _table_row(canvas, row, y)
                y -= 14.5
    if ticks:
        _ticks(page, sheet.plan.ticks, y)
    footer(page, sheet)


def _table_row(canvas: TaggedCanvas, row: tuple[str, ...], y: float) -> None:
    """A row of a table, or a head above one."""
    if len(row) == 1:
        with canvas.part("H2"):
            write(canvas, MARGIN, y, row[0], "strong", 11)
        return
    if row[0]:
        canvas.rect(MARGIN, y - 1.5, 8, 8, stroke=1, fill=0)
    with canvas.group("TR"):
        for place, cell in enumerate(row):
            x = MARGIN + 16 + (0 if place == 0 else 24 + (place - 1) * _COLUMN)
            with canvas.part("TD" if row[0] else "TH"):
                write(canvas, x, y, cell, "text" if row[0] else "strong", 9.5)


def _heading_height(sheet: Sheet, inner: float) -> float:
    """How high the head of a slip is: its name, its sentence beside the code to scan, and the bar of a stop."""
    lines = len(wrapped(sheet.plan.sentence.metric + ".", "strong", 12, inner - SIDE - _GAP))
    return max(38 + 14 * lines, SIDE) + (20 if sheet.plan.status == "stop" else 0)


def _heading(page: Print, sheet: Sheet, y: float) -> float:
    canvas, inner = page.canvas, page.inner
    canvas.setFillColor(INK)
    with canvas.part("H1"):
        write(canvas, MARGIN, y - 15, sheet.name, "figure", 19)
    beside = inner - SIDE - _GAP
    with canvas.part("Figure", "A code to scan, with the key figures of this slip as text."):
        draw_code(canvas, told(sheet, page.system), x=MARGIN + inner - SIDE, y=y - SIDE + 4)
    bottom = y - SIDE
    with canvas.part("P"):
        write(canvas, MARGIN + beside, y - 8, f"{sheet.job_name} · {sheet.shop_name}", "text", 9.5, align=1)
    board = f"{named(sheet.piece)}: {sheet.material_name}, {size_of(sheet.piece)}"
    with canvas.part("P"):
        write(canvas, MARGIN + beside, y - 20, board, "text", 9.5, align=1)
    y -= 38
    with canvas.part("P"):
        for line in wrapped(sheet.plan.sentence.metric + ".", "strong", 12, beside):
            write(canvas, MARGIN, y, f"{line} ", "strong", 12)
            y -= 14
    y = min(y, bottom)
    if sheet.plan.status == "stop":
        canvas.setFillColor(CUT)
        canvas.rect(MARGIN, y - 11, inner, 20, stroke=0, fill=1)
        canvas.setFillColor(white)
        with canvas.part("P"):
            write(canvas, MARGIN + inner / 2, y - 5, _NOT_READY, "strong", 12, align=0.5)
        y -= 20
    return y


_NOT_READY = "NOT READY: do not cut like this. See the stop below."


def _leads(section: SlipSection, system: System) -> Iterator[tuple[Reading, str]]:
    for lead in section.leads:
        yield (lead.shown.inch if system == "inch" else lead.shown.metric), said_in(lead.caption, system)


def _paragraphs(section: SlipSection, system: System, inner: float) -> list[list[str]]:
    """What stands beside the large figures: each text in its lines."""
    width = inner - _LABEL_WIDTH - 200
    texts = (*section.lines, *([section.assumed] if section.assumed else []))
    return [wrapped(said_in(text, system), "text", 9.5, max(width, 200)) for text in texts]


def _section_height(section: SlipSection, system: System, inner: float) -> float:
    return max(_LEAD + 4, sum(len(each) for each in _paragraphs(section, system, inner)) * _LINE + 4) + _GAP


def _section(canvas: TaggedCanvas, section: SlipSection, top: float, inner: float, system: System) -> float:
    """One place of the slip: box to tick, title, large figures; its lines stand to their right."""
    height = _section_height(section, system, inner)
    canvas.setStrokeColor(HexColor("#b9c1ba"))
    canvas.setLineWidth(0.5)
    canvas.line(MARGIN, top, MARGIN + inner, top)
    canvas.setStrokeColor(INK)
    canvas.setLineWidth(0.9)
    canvas.rect(MARGIN, top - 17, 11, 11, stroke=1, fill=0)
    canvas.setFillColor(SOFT)
    with canvas.part("H2"):
        write(canvas, MARGIN + 17, top - 15, section.title, "strong", 9.5)
    canvas.setFillColor(INK)
    x = MARGIN + _LABEL_WIDTH
    for reading, caption in _leads(section, system):
        tail = " ".join(part for part in (reading.unit, reading.error and f"({reading.error})", caption) if part)
        with canvas.part("P"):
            x = write(canvas, x, top - 18, reading.number, "figure", 18)
            x = write(canvas, x + 3 - width_of(" ", "text", 10), top - 18, f" {tail}", "text", 10) + 9
    y = top - 12
    column = MARGIN + _LABEL_WIDTH + max(200.0, x - MARGIN - _LABEL_WIDTH + 6)
    for lines in _paragraphs(section, system, inner):
        with canvas.part("P"):
            for line in lines:
                write(canvas, min(column, MARGIN + inner - width_of(line, "text", 9.5)), y, f"{line} ", "text", 9.5)
                y -= _LINE
    return top - height


def _caution_lines(caution: Caution, system: System, inner: float) -> list[str]:
    lead = {"stop": "STOP. ", "caution": "Careful. ", "note": ""}[caution.level]
    if caution.mark is not None:
        lead = f"{lead}At {caution.mark} in the drawing: "
    return wrapped(f"{lead}{said_in(caution.message, system)}. {said_in(caution.do, system)}.", "text", 9.5, inner - 14)


def _caution_height(caution: Caution, system: System, inner: float) -> float:
    return len(_caution_lines(caution, system, inner)) * _LINE + 7


def _caution(canvas: TaggedCanvas, caution: Caution, top: float, inner: float, system: System) -> float:
    lines = _caution_lines(caution, system, inner)
    height = _caution_height(caution, system, inner)
    if caution.level != "note":
        canvas.setFillColor(CUT if caution.level == "stop" else HexColor("#b06d00"))
        canvas.rect(MARGIN, top - height + 3, 4, height - 5, stroke=0, fill=1)
    canvas.setFillColor(INK)
    with canvas.part("P"):
        for i, line in enumerate(lines):
            write(canvas, MARGIN + 11, top - 11 - i * _LINE, f"{line} ", "text", 9.5)
    return top - height
