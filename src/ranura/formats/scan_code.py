"""The code on a slip that a phone reads: its key figures as text, and where the cut stands on the server."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import groupby
from typing import Any, Final

from reportlab.graphics.barcode.qr import QrCodeWidget
from reportlab.pdfgen.canvas import Canvas

from ranura.core.output.slip import Lead, SectionKey
from ranura.core.text.writing import System
from ranura.formats.print_page import Sheet, said_in

SIDE = 62.0
"""Points: some 22 mm, of which a phone at a hand's breadth reads every dot."""
_KEYS: Final[tuple[SectionKey, ...]] = ("tool", "speed", "depths", "guide")
_QUIET = 2
"""Dots around it that stay white; paper does the rest."""
_LONGEST = 230
"""Characters: more would make the dots too small to be read."""
_PLAIN = str.maketrans({"\u2009": " ", "\u00a0": " ", "−": "-", "°": " deg", "≈": "~", "×": "x", "·": ","})
"""Signs that not every reader of codes takes."""


def told(sheet: Sheet, system: System) -> str:
    """What the code says, a line each: the cut, its key figures, its address where that can be reached."""
    lines = [f"{sheet.name}, {sheet.piece.name}", *_figures(sheet, system)]
    address = sheet.address or ""
    room = _LONGEST - len(address)
    text = "\n".join(lines)
    while len(text) > room and len(lines) > 1:
        lines.pop()
        text = "\n".join(lines)
    return "\n".join(filter(None, (text[:room], address)))


def _figures(sheet: Sheet, system: System) -> Iterator[str]:
    if sheet.plan.status == "stop":
        yield "NOT READY: do not cut like this"
        return
    for section in sheet.plan.slip:
        if section.key in _KEYS:
            said = ", ".join(_lead(each, system) for each in section.leads)
            yield f"{section.title}: {said}".translate(_PLAIN)


def _lead(lead: Lead, system: System) -> str:
    shown = lead.shown.inch if system == "inch" else lead.shown.metric
    return " ".join(filter(None, (shown.number, shown.unit, said_in(lead.caption, system))))


def draw_code(canvas: Canvas, text: str, *, x: float, y: float) -> None:
    """Draws the code with its lower left corner at a place of the page, in points; a run of dots in a row at once."""
    code: Any = QrCodeWidget(text, barLevel="L").qr  # type: ignore[attr-defined]  # the stubs leave it out
    code.make()
    dots: list[list[bool]] = code.modules
    dot = SIDE / (len(dots) + 2 * _QUIET)
    for row, line in enumerate(dots):
        at = 0
        for dark, run in groupby(line):
            many = len(list(run))
            if dark:
                left, low = x + (at + _QUIET) * dot, y + SIDE - (row + 1 + _QUIET) * dot
                canvas.rect(left, low, many * dot, dot, stroke=0, fill=1)
            at += many
