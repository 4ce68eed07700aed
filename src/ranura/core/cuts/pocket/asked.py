"""The pocket: a mortise, slot, recess, cut-out, disc, hole or ring, cut from above inside a board or open at some of its edges.

Seen from above on the board: x from the left end, y from the near edge, in mm.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core.board.outlines import Contour
from ranura.core.board.pieces import Side
from ranura.core.board.repeats import MOST_STATIONS
from ranura.core.cuts.pocket.forms import PocketForm, PocketGuide
from ranura.core.holding.placed import MOST_CLAMPS, ClampAt, Held
from ranura.core.text.asking import bounded
from ranura.core.text.lengths import Length

Loose = Literal["tabs", "tape", "screws", "skin"]
"""What holds a piece that a cut frees: tabs, tape, screws, or a skin left below and trimmed flush afterwards."""

NOTHING = Length(mm=0.0, typed="0", unit="mm")
"""A length that is not asked for: a place at an open side, the size of a whole face."""


@dataclass(frozen=True, kw_only=True, slots=True)
class PocketCut:
    """What is asked of a pocket. Lengths and choices are the person's; None leaves a choice to Ranura."""

    form: PocketForm
    length: Length = bounded(NOTHING, zero=True)
    """Along the board, or across it when `turned`; of a round one its diameter; of a lap from its `end`, over the whole width."""
    across: Length | None = None
    """Its second size; of a ring the width of its groove."""
    depth: Length
    """Below each face that is cut."""
    from_left: Length = bounded(NOTHING, zero=True)
    """From the `end` of the board to its nearest side; of a round one to its centre."""
    from_near: Length = bounded(NOTHING, zero=True)
    """From the `edge` of the board to its nearest side; of a round one to its centre."""
    end: Literal["left", "right"] = "left"
    edge: Literal["near", "far"] = "near"
    on: Side | None = None
    """The end or edge of a board that stands, which it is cut into; None for the face. `length` and `from_left` are then along
    that side, `across` and `from_near` through the board's thickness, as `board/stood.py` places it."""
    turned: bool = False
    """It lies across the board."""
    radius: Length | None = None
    """Of its corners; None takes what the bit leaves."""
    open_sides: tuple[Side, ...] = bounded((), many=4)
    """Where it runs out of the board."""
    through: bool = False
    """It goes right through the board."""
    backed: bool = False
    """A sacrificial board lies below."""
    loose: Loose | None = None
    """What holds the piece that comes free; None while nobody said."""
    leaf: bool = False
    """Its depth is the thickness of what lies in it, and is set by that."""
    plate: bool = False
    """A wider plate below the base bridges the field."""
    leaves: Length | None = None
    """How thick a lap leaves the end, in place of its depth: of a half-lap what the other half takes away, of a tenon its
    tongue."""
    both_faces: bool = False
    """A lap is cut on both faces: a tenon."""
    contour: Contour | None = None
    """One's own outline."""
    sweep: float = bounded(360.0, least=1, most=360)
    """How much of a ring is cut, in degrees, half of it on either side of its far point."""
    template: Length | None = None
    """How thick the template is; None for the house's usual one."""
    spacing: Length | None = None
    """From one place to the next, along the board."""
    count: int = bounded(1, least=1, most=MOST_STATIONS)
    """How many times it is cut, every `spacing`."""
    guide: PocketGuide | None = None
    """The method of guiding it that is pinned."""
    clamps: tuple[ClampAt, ...] = bounded((), many=MOST_CLAMPS)
    """Where the person put them; empty leaves that to Ranura."""
    support: bool = False
    """A board of the same thickness lies beside the work."""
    held: Held | None = None
    lighter: bool = False
    """Its passes are lighter than the house has them."""
    slower: bool = False
    """The spindle turns slower than the house has it."""
    gentler: bool = False
    """It is led slower than the house has it."""
    thin_walls: bool = False
    """The person knows that a wall which may break off is left standing."""
    bit_id: str | None = None
    """The bit that is pinned."""
    router_id: str | None = None
    """The router that is pinned."""
    kind: Literal["pocket"] = "pocket"
