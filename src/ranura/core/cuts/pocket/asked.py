"""The pocket: a mortise, slot, recess, cut-out, disc, hole or ring, cut from above inside a board or open at some of its edges.

Seen from above on the board: x from the left end, y from the near edge, in mm.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core.board.outlines import Contour
from ranura.core.cuts.pocket.forms import PocketForm, PocketGuide
from ranura.core.holding.placed import ClampAt, Held, Side
from ranura.core.text.lengths import Length

Loose = Literal["tabs", "tape", "screws", "skin"]
"""What holds a piece that a cut frees: tabs, tape, screws, or a skin left below and trimmed flush afterwards."""

NOTHING = Length(mm=0.0, typed="0", unit="mm")
"""A length that is not asked for: a place at an open side, the size of a whole face."""


@dataclass(frozen=True, kw_only=True, slots=True)
class PocketCut:
    """What is asked. `length` runs along the board, or across it when `turned`; `across` the other way. Of a disc, hole or ring
    `length` is the diameter and `across` the width of the groove of a ring.

    A lap is `length` long from the `end`, over the whole width; of a face nothing is asked but its depth. `leaves` is how thick
    a lap leaves the end and takes the place of its depth: of a half-lap what the other half takes away, with `both_faces` the
    tongue of a tenon.

    `from_left` and `from_near` are from the `end` and the `edge` of the board to the pocket's nearest side; of a round one to its
    centre. `radius` is that of the corners; None takes what the bit leaves. `open_sides` run out of the board there. `through`
    goes right through it; `backed` then says that a sacrificial board lies below, and `loose` what holds the piece that comes
    free. `leaf`: the depth is the thickness of what lies in it, and is set by it. `contour` is one's own outline, `sweep` how
    much of a ring is cut, in degrees, half of it on either side of its far point. `template` is how thick the template is; None
    for the house's usual one. `plate` says that a wider plate below the base bridges the field. It is repeated `count` times
    every `spacing` along the board. The rest is as of a channel."""

    form: PocketForm
    length: Length = NOTHING
    across: Length | None = None
    depth: Length
    from_left: Length = NOTHING
    from_near: Length = NOTHING
    end: Literal["left", "right"] = "left"
    edge: Literal["near", "far"] = "near"
    turned: bool = False
    radius: Length | None = None
    open_sides: tuple[Side, ...] = ()
    through: bool = False
    backed: bool = False
    loose: Loose | None = None
    leaf: bool = False
    plate: bool = False
    leaves: Length | None = None
    both_faces: bool = False
    contour: Contour | None = None
    sweep: float = 360.0
    template: Length | None = None
    spacing: Length | None = None
    count: int = 1
    guide: PocketGuide | None = None
    clamps: tuple[ClampAt, ...] = ()
    support: bool = False
    held: Held | None = None
    bit_id: str | None = None
    router_id: str | None = None
    kind: Literal["pocket"] = "pocket"
