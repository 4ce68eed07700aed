"""A board that stands on a table, on an end or an edge, and goes along a tall fence (R13, R15, R21.6)."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.board.pieces import Side
from ranura.core.geometry import closeness
from ranura.core.holding.hands import PUSHED_UNDER
from ranura.core.shop.tooling.routers import Base

_LEAST_FENCE = 100.0


@dataclass(frozen=True, kw_only=True, slots=True)
class AlongFence:
    """A board as it stands: on which side, how long that is, how thick it is there, and how high it stands; mm."""

    on: Side
    run: float
    thick: float
    high: float

    @property
    def across_grain(self) -> bool:
        """Whether it stands on an end."""
        return self.on in ("left", "right")

    @property
    def pushed(self) -> bool:
        """Whether the side is too narrow to run along a fence by itself (R15)."""
        return closeness.under(self.run, PUSHED_UNDER)

    @property
    def part(self) -> tuple[float, float]:
        """Its larger and its smaller side."""
        return (max(self.run, self.high), min(self.run, self.high))

    def fence_high(self, deep: float) -> float:
        """How high the fence is at least that it leans on, with a cut so many mm deep at its foot."""
        return max(self.high / 2 + deep + 2.0, _LEAST_FENCE)


def opening_around(base: Base) -> float | None:
    """The smallest opening that a table's rings leave around the bit, in mm; None where nothing is known of it."""
    return min(base.rings, default=base.opening)
