"""The cut list of a job on paper: its notes, and every board with a box to tick."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from ranura.formats.drawing_pdf import INK
from ranura.formats.print_page import MARGIN, Board, CutList, Print, Sheet, footer, size_of
from ranura.formats.type_on_paper import width_of, wrapped, write

_BOARDS = 30


def listed(cut_list: CutList) -> Iterator[Sequence[Board]]:
    """The boards of a cut list, page by page; one page where there is none."""
    for start in range(0, max(len(cut_list.boards), 1), _BOARDS):
        yield cut_list.boards[start : start + _BOARDS]


def cut_list_page(page: Print, sheets: Sequence[Sheet], boards: Sequence[Board], notes: str) -> None:
    """A page of the boards of a job, with a box to tick before each."""
    canvas, sheet = page.canvas, sheets[0]
    canvas.setFillColor(INK)
    y = page.height - MARGIN - 15
    with canvas.part("H1"):
        write(canvas, MARGIN, y, sheet.job_name, "figure", 19)
    with canvas.part("P"):
        write(canvas, MARGIN + page.inner, y + 7, sheet.shop_name, "text", 9.5, align=1)
    stopped = sum(each.plan.status == "stop" for each in sheets)
    cuts = f"{len(sheets)} cut{'' if len(sheets) == 1 else 's'}"
    with canvas.part("P"):
        write(canvas, MARGIN + page.inner, y - 5, cuts + (f", {stopped} NOT READY" if stopped else ""), "text", 9.5, align=1)
    y -= 26
    for line in [each for text in notes.splitlines() for each in wrapped(text, "text", 10, page.inner)][:12]:
        with canvas.part("P"):
            write(canvas, MARGIN, y, line, "text", 10)
        y -= 13
    y -= 8
    places = (16.0, 60.0, 230.0, 400.0)
    with canvas.group("Table"):
        with canvas.group("TR"):
            for x, head in zip(places, ("pieces", "board", "size", "wood"), strict=True):
                with canvas.part("TH"):
                    write(canvas, MARGIN + x, y, head, "strong", 9.5)
        for each in boards:
            y -= 16
            canvas.rect(MARGIN, y - 1.5, 9, 9, stroke=1, fill=0)
            cells = (str(each.piece.count), each.piece.name, size_of(each.piece), each.material_name)
            with canvas.group("TR"):
                for x, cell, room in zip(places, cells, (40.0, 165.0, 165.0, page.inner - 400.0), strict=True):
                    with canvas.part("TD"):
                        write(canvas, MARGIN + x, y, _shortened(cell, 10, room), "text", 10)
    footer(page, sheet)


def _shortened(text: str, size: float, room: float) -> str:
    """A text with its end left out where it would not fit."""
    if width_of(text, "text", size) <= room:
        return text
    while text and width_of(f"{text} …", "text", size) > room:
        text = text[:-1]
    return f"{text} …"
