"""The slip as a PDF page."""

from __future__ import annotations

from dataclasses import dataclass
from io import BytesIO
from typing import Literal

from reportlab.lib.pagesizes import A4, LETTER
from reportlab.pdfgen.canvas import Canvas

from ranura.core.cuts.dado import Dado
from ranura.core.pieces import Piece
from ranura.core.plan import CutPlan
from ranura.core.text import System


@dataclass(frozen=True, kw_only=True, slots=True)
class Sheet:
    """What goes on the page."""

    plan: CutPlan
    piece: Piece
    cut: Dado
    name: str
    shop_name: str
    word: str


def slip_pdf(sheet: Sheet, *, paper: Literal["A4", "Letter"], system: System) -> bytes:
    """One page."""
    out = BytesIO()
    canvas = Canvas(out, pagesize=A4 if paper == "A4" else LETTER, invariant=1)
    canvas.drawString(50, 700, sheet.name)
    canvas.showPage()
    canvas.save()
    return out.getvalue()
