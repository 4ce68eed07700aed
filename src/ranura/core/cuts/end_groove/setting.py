"""A setting for a groove in an end or an edge: everything a bit in a table needs for it, not yet put into words."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.choosing.setting import SteppedSetting
from ranura.core.cuts.end_groove.on_board import GrooveOnBoard


@dataclass(frozen=True, kw_only=True, slots=True)
class GrooveSetting(SteppedSetting):
    """Bit, router, fence and all runs of a groove."""

    groove: GrooveOnBoard

    @property
    def off_fence(self) -> float:
        """How far the bit's nearest edge stands before the fence, in mm."""
        return self.groove.off_fence(self.bit.diameter)

    @property
    def axis(self) -> float:
        """Where the bit's axis stands before the fence's face, in mm."""
        return self.off_fence + self.bit.diameter / 2

    @property
    def turned(self) -> bool:
        """Whether the board is turned for a second run at every height."""
        return self.groove.runs(self.bit.diameter) == 2

    @property
    def fence_high(self) -> float:
        """How high the fence is at least that the board leans on (R21.6), in mm."""
        return self.groove.along.fence_high(self.groove.depth)
