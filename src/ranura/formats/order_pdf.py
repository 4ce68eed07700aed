"""The order of a job's work on paper, and what to have ready, each line with a box to tick."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from ranura.formats.drawing_pdf import INK
from ranura.formats.print_page import MARGIN, OrderEntry, Print, Sheet, footer, said_in
from ranura.formats.type_on_paper import wrapped, write

_LINES = 46
_LINE = 15.0


def ordered(entries: Sequence[OrderEntry]) -> Iterator[Sequence[OrderEntry]]:
    """The lines page by page; a head never stands at the end of one."""
    start = 0
    while start < len(entries):
        end = min(start + _LINES, len(entries))
        while end < len(entries) and end - start > 1 and entries[end - 1].head:
            end -= 1
        yield entries[start:end]
        start = end


def order_page(page: Print, sheet: Sheet, entries: Sequence[OrderEntry]) -> None:
    """A page of the order of work."""
    canvas = page.canvas
    canvas.setFillColor(INK)
    y = page.height - MARGIN - 15
    with canvas.part("H1"):
        write(canvas, MARGIN, y, "Order of work", "figure", 19)
    with canvas.part("P"):
        write(canvas, MARGIN + page.inner, y, sheet.job_name, "text", 9.5, align=1)
    y -= 12
    for each in entries:
        y -= _LINE
        text = said_in(each.text, page.system)
        if each.head:
            with canvas.part("H2"):
                write(canvas, MARGIN, y, text, "strong", 10)
            continue
        canvas.rect(MARGIN, y - 1.5, 9, 9, stroke=1, fill=0)
        with canvas.part("P"):
            write(canvas, MARGIN + 16, y, wrapped(text, "text", 10, page.inner - 16)[0], "text", 10)
    footer(page, sheet)
