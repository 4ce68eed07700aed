"""Where a person puts what holds the work: clamps at places along the board's edges."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final, Literal

from ranura.core.board.pieces import Side
from ranura.core.text.asking import bounded
from ranura.core.text.lengths import LONGEST


@dataclass(frozen=True, kw_only=True, slots=True)
class ClampAt:
    """A clamp on a side of the board."""

    side: Side
    at: float = bounded(0.0, least=0, most=float(LONGEST))
    """The middle of its foot, in mm from the side's left or near end."""


MOST_CLAMPS = 12
"""More clamps than that nobody sets on one board."""


Exit = Literal["backer", "hidden", "ripped"]
"""Where a bit comes out of the wood: against a backer, at an edge that nobody sees, or at one that is ripped off afterwards."""
RIPPED: Final = 5.0
"""mm by which a board is left wider where what breaks out is ripped off."""
Held = Literal["clamps", "dogs", "vice", "tape", "vacuum", "carrier"]
"""What holds the work: clamps on its edges, bench dogs or a vice below its face, tape, vacuum, or boards of the same height on
both sides that it is wedged between."""
