"""Ways of guiding a cut and places of a repeated one, as a plan offers and lists them."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.cutting.direction import Vector
from ranura.core.text.forms import Change
from ranura.core.text.writing import Shown, Text

GUIDE_NAMES = {
    "straightedge": "Clamped straightedge",
    "t-jig": "Cut-line jig",
    "edge-guide": "Edge guide",
    "table-fence": "Router table",
    "bushing": "Bushing in a template",
    "bearing": "Bearing in a template",
    "tip": "Bearing at the tip, template below",
    "inlay": "Inlay set in a template",
    "edge-guide-stops": "Edge guide and stops",
    "freehand": "Freehand to a line",
    "trammel": "Trammel",
    "sled": "Sled on rails",
    "shoulder": "Straightedge at the shoulder",
}


@dataclass(frozen=True, kw_only=True, slots=True)
class GuideOffer:
    """One method of guiding a cut: what it is called, what speaks for it or against it, whether it can be used, whether it is the
    one that is planned, and what taking it changes of the cut."""

    kind: str
    name: str
    says: Text
    can: bool
    chosen: bool
    change: Change


def offer(kind: str, says: Text, *, can: bool, chosen: bool = False, frees_router: bool = False) -> GuideOffer:
    """An offer under its usual name; `frees_router`: it wants a router that hangs or is held otherwise than the one planned."""
    change = {"guide": kind, "router_id": None} if frees_router else {"guide": kind}
    return GuideOffer(kind=kind, name=GUIDE_NAMES[kind], says=says, can=can, chosen=chosen, change=change)


@dataclass(frozen=True, kw_only=True, slots=True)
class StationLine:
    """One place of a repeated cut, ready to be marked out: its number on the tape, where the line is, where the guide stands, and
    how it is run."""

    number: int
    mark: Shown
    guide: Shown
    heading: str


def heading_words(heading: Vector) -> str:
    """Which way the router goes on the board, for the person at its near edge.

    >>> heading_words((0, 1)), heading_words((-1, 0))
    ('Push away', 'Right to left')"""
    x, y = heading
    if abs(y) >= abs(x):
        return "Push away" if y > 0 else "Pull towards you"
    return "Left to right" if x > 0 else "Right to left"
