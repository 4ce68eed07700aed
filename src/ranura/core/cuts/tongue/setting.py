"""A setting for a dovetail tongue: everything a bit in a table needs for it, worked out and not yet put into words."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.choosing.setting import SteppedSetting
from ranura.core.cuts.tongue.on_board import TongueOnBoard


@dataclass(frozen=True, kw_only=True, slots=True)
class TongueSetting(SteppedSetting):
    """Bit, router, fence and both passes of a tongue."""

    tongue: TongueOnBoard

    @property
    def axis(self) -> float:
        """Where the bit's axis stands before the fence's face, in mm; behind it where that is less than nothing."""
        return self.tongue.exposure - self.bit.diameter / 2

    @property
    def fence_high(self) -> float:
        """How high the fence is at least that the board leans on (R21.6), in mm."""
        return self.tongue.along.fence_high(self.tongue.height)
