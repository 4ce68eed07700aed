"""What feeds and carries the work over a router table, with its sizes: said on the slip and drawn where it stands (R15)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ranura.core.geometry import closeness
from ranura.core.geometry.rings import Box
from ranura.core.holding.hands import PUSHED_UNDER
from ranura.core.output.views import Outline, box
from ranura.core.proof.bodies import CARRIER_PAST, CARRIER_WIDE
from ranura.core.text.writing import Text, write

_STICK_UNDER = 75.0
"""mm: on a narrower piece a push block finds no room beside the bit, so a stick feeds it."""
_HAND = 75.0
"""mm that hands and blocks stay away from the bit."""
_BLOCK = (160.0, 70.0)
_STICK = (300.0, 30.0)
_FACE = (250.0, 20.0)
"""mm: length and depth of a mitre gauge's face, which stands across the feed behind the work."""
_STAND = (60.0, 400.0)
"""mm: a stand or roller beside the table, along and across the feed."""
_BESIDE_TABLE = 300.0
"""mm from the table's edge to a stand."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Feeding:
    """How a board is fed over a table: its length and width, how long each edge is that runs along the fence (none round a
    curve), all in mm; what carries it, and whether stands do so beside the table."""

    part: tuple[float, float]
    along: Sequence[float]
    carrier: Text | None
    """What carries it, in words."""
    supported: bool

    @property
    def carried(self) -> bool:
        """Whether a carrier holds it."""
        return self.carrier is not None

    @property
    def by_gauge(self) -> bool:
        """Whether an end is too narrow to run along a fence by itself."""
        return not self.carried and bool(self.along) and closeness.under(min(self.along), PUSHED_UNDER)

    @property
    def pushed(self) -> bool:
        """Whether hands alone would come too near, with no gauge for them to hold."""
        return not self.carried and not self.by_gauge and closeness.under(min(self.part), PUSHED_UNDER)

    @property
    def by_stick(self) -> bool:
        """Whether it is too narrow for push blocks."""
        return self.pushed and closeness.under(min(self.part), _STICK_UNDER)

    @property
    def word(self) -> str:
        """What feeds it, for the slip's lead."""
        if self.carried:
            return "Carrier"
        if self.by_gauge:
            return "Mitre gauge"
        return ("Push stick" if self.by_stick else "Push blocks") if self.pushed else "Both hands"


def feeding_lines(feeding: Feeding) -> list[Text]:
    """What feeds the work and how large it is, and that hands stay away."""
    lines = [write("hands {x:len} from the bit, never over it", x=_HAND)]
    if feeding.carrier is not None:
        lines.append(feeding.carrier)
    if feeding.by_gauge:
        lines.append(write("mitre gauge with a face {x:len} or longer, or a sled; a backer before it", x=_FACE[0]))
    if feeding.by_stick:
        lines.append(write("push stick {x:len} long, {y:len} wide or narrower than the work", x=_STICK[0], y=_STICK[1]))
    elif feeding.pushed:
        lines.append(write("push blocks {x:len} × {y:len}, one on either side of the bit", x=_BLOCK[0], y=_BLOCK[1]))
    if feeding.supported:
        lines.append(write("stands level with the table, {x:len} beside it, at both sides", x=_BESIDE_TABLE))
    return lines


def carrier_line(part: tuple[float, float]) -> Text:
    """The boards of a carrier, with their sizes; `part` is the work's length and width in mm."""
    return write(
        "two boards of its own height, {w:len} wide and {l:rough} long, wedged and clamped on both sides",
        w=CARRIER_WIDE,
        l=part[0] + 2 * CARRIER_PAST,
    )


def carrier_beside() -> Text:
    """The boards of a carrier over a table, with their size."""
    return write(
        "boards of its own height, {w:len} wide, around it, flush with every edge that comes to the fence, wedged and clamped",
        w=CARRIER_WIDE,
    )


def carrier_above(part: tuple[float, float]) -> Text:
    """The board that carries a work whose edges are all cut, with its size."""
    return write(
        "taped under a carrier board of {l:rough} × {w:rough} at most, with a handle that keeps the hands {x:len} above the bit",
        l=part[0],
        w=part[1],
        x=_HAND,
    )


def feeding_outlines(feeding: Feeding, board: Box, *, bit: float) -> list[Outline]:
    """The same from above, as the person before the table sees it: x to the right from the bit's axis, the fence at the top;
    `board` is the box around the work, `bit` its radius, all in mm."""
    x0, y0, x1, y1 = board
    top = min(y1, 0.0)
    found: list[Outline] = []
    if feeding.by_gauge:
        length, deep = _FACE
        face = box(x1, max(y0, top - length), x1 + deep, top)
        found.append(Outline(role="aid", points=face, label=write("mitre gauge, face {x:len}", x=length)))
    if feeding.by_stick:
        length, wide = _STICK
        middle, half = (y0 + top) / 2, min(wide, (top - y0) * 0.6) / 2
        stick = box(x1 - 30.0, middle - half, x1 - 30.0 + length, middle + half)
        found.append(Outline(role="aid", points=stick, label=write("push stick {x:len}", x=length)))
    elif feeding.pushed:
        long, wide = _BLOCK
        middle = (y0 + top) / 2
        reach = min(wide, top - y0) / 2
        for start in (bit + _HAND, -bit - _HAND - long):
            if x0 <= start and start + long <= x1:
                block = box(start, middle - reach, start + long, middle + reach)
                found.append(Outline(role="aid", points=block, label=write("push block {x:len}", x=long)))
    return found


def stand_outlines(feeding: Feeding, board: Box, *, table: float) -> list[Outline]:
    """The stands beside the table that the board lies on, seen as above; `table` is how far it reaches from the axis, in mm."""
    if not feeding.supported:
        return []
    x0, y0, x1, y1 = board
    wide, deep = _STAND
    return [
        Outline(
            role="aid", points=box(x, (y0 + y1 - deep) / 2, x + wide, (y0 + y1 + deep) / 2), label=write("stand {x:len}", x=deep)
        )
        for x in (table + _BESIDE_TABLE, -table - _BESIDE_TABLE - wide)
        if x < x1 and x + wide > x0
    ]
