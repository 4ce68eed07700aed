"""What all printed pages share: whose they are, how large boards are written, and what ends every page."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime

from ranura.core.board.pieces import Piece
from ranura.core.plan import CutPlan
from ranura.core.running.steps import RunStep
from ranura.core.text import choosing_words
from ranura.core.text.lengths import as_typed
from ranura.core.text.writing import System, Text
from ranura.formats.drawing_pdf import INK, SOFT
from ranura.formats.tagged_canvas import TaggedCanvas
from ranura.formats.type_on_paper import write

MARGIN = 34.0
"""Points around a page."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Sheet:
    """What goes on the page: a plan, and what it is for."""

    plan: CutPlan
    piece: Piece
    name: str
    version: int
    """Which state of the cut it was made from."""
    job_name: str
    shop_name: str
    material_name: str
    steps: tuple[RunStep, ...] = ()
    """The steps at the machine, where they are printed too."""
    address: str | None = None
    """Where the cut stands on the server, for one that reaches it by name."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Board:
    """A board in a cut list."""

    piece: Piece
    material_name: str


@dataclass(frozen=True, kw_only=True, slots=True)
class OrderEntry:
    """A line of the order of work or of what to have ready: a head, or something with a box to tick."""

    text: Text
    head: bool = False


@dataclass(frozen=True, kw_only=True, slots=True)
class CutList:
    """What stands before the slips of a job."""

    boards: Sequence[Board]
    notes: str
    order: Sequence[OrderEntry] = ()
    """The order of work, and what to have ready."""


@dataclass(frozen=True, slots=True)
class Print:
    """What all pages of one print share; pages are counted as they are begun."""

    canvas: TaggedCanvas
    width: float
    height: float
    system: System
    at: datetime
    total: int

    @property
    def inner(self) -> float:
        """The width within its margins."""
        return self.width - 2 * MARGIN


def said_in(text: Text, system: System) -> str:
    """A text in one of the systems."""
    return text.inch if system == "inch" else text.metric


def size_of(piece: Piece) -> str:
    """The three sizes of a board as typed."""
    size = " × ".join(as_typed(length) for length in (piece.length, piece.width, piece.thickness))
    return f"{size}{'' if piece.thickness_measured else ', not measured'}"


def named(piece: Piece) -> str:
    """A board with how many of it there are."""
    return piece.name if piece.count == 1 else f"{piece.name} × {piece.count}"


FURTHER = 40.0
"""Points from the upper margin of a further page to what stands on it."""


def further_head(page: Print, sheet: Sheet, what: str = "") -> None:
    """What stands above a further page of a slip."""
    page.canvas.setFillColor(INK)
    with page.canvas.part("H1"):
        said = f"{sheet.name}: {named(sheet.piece)}{f', {what}' if what else ''}"
        write(page.canvas, MARGIN, page.height - MARGIN - 15, said, "figure", 15)
    with page.canvas.part("P"):
        write(page.canvas, MARGIN + page.inner, page.height - MARGIN - 12, sheet.job_name, "text", 9.5, align=1)


def footer(page: Print, sheet: Sheet) -> None:
    """What ends every page: the general caution, when it was printed, from which state, and which page of how many it is."""
    canvas = page.canvas
    general = next(each for each in sheet.plan.cautions if each.code == choosing_words.GENERAL.code)
    canvas.setFillColor(SOFT)
    said = f"{said_in(general.do, page.system)}. {said_in(general.message, page.system)}."
    with canvas.part("P"):
        write(canvas, MARGIN, MARGIN - 6, said, "text", 8.5)
    made = f"{page.at:%d.%m.%Y %H:%M}" if page.system == "metric" else f"{page.at:%b %d, %Y %H:%M}"
    state = f"cut version {sheet.version} · printed {made} · page {canvas.getPageNumber()} of {page.total}"
    with canvas.part("P"):
        write(canvas, MARGIN + page.inner, MARGIN - 17, state, "text", 8.5, align=1)
    canvas.showPage()
