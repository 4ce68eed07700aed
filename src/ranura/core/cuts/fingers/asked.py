"""What is asked of fingers across an end."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final, Literal

from ranura.core.board.stood import End
from ranura.core.text.asking import bounded
from ranura.core.text.lengths import Length

Starts = Literal["finger", "slot"]
PLAY: Final = 0.05
"""mm that a finger is thinner than the slot it goes into (R14)."""


@dataclass(frozen=True, kw_only=True, slots=True)
class FingersCut:
    """What is asked of fingers across an end. Lengths and choices are the person's; None leaves a choice to Ranura."""

    end: End = "left"
    """The end that is worked."""
    starts: Starts = "finger"
    """What the board begins with at its near edge."""
    slot: Length
    """How wide each slot is: as wide as the bit cuts it, as measured."""
    depth: Length
    """How deep the slots are: as thick as the board that goes into them, and a little more."""
    play: float = bounded(PLAY, least=-1.0, most=1.1)
    """mm that a finger is thinner than a slot; a trial may set it below 0, where the bit cuts wider than it is known to."""
    bit_id: str | None = None
    """The bit that is pinned."""
    router_id: str | None = None
    """The router that is pinned."""
    kind: Literal["fingers"] = "fingers"
