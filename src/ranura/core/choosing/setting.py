"""A setting: what a bit in a router needs for one cut, worked out and not yet put into words."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ranura.core.board.materials import Material
from ranura.core.board.pieces import Piece
from ranura.core.choosing.order import Candidate
from ranura.core.cutting.grip import Grip
from ranura.core.cutting.speed import Speed, turning_rpm
from ranura.core.cutting.stepping import Stepping
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.routers import Base, Router
from ranura.core.text.cautions import Caution

Chip = tuple[float, float]
"""What each tooth takes along the feed, and how thick that is at its thickest; mm."""


@dataclass(frozen=True, kw_only=True, slots=True)
class ToolSetting:
    """A bit in a router for a cut in a piece."""

    piece: Piece
    material: Material
    rules: HouseRules
    candidate: Candidate
    speed: Speed
    grip: Grip | None
    """None where the collet cannot hold it."""
    reach: float
    """How far the bit must reach below the base, in mm."""
    cautions: tuple[Caution, ...]
    """All there are, the worst first."""

    @property
    def bit(self) -> Bit:
        """The bit that turns."""
        return self.candidate.bit

    @property
    def router(self) -> Router:
        """What it turns in."""
        return self.candidate.router

    @property
    def base(self) -> Base:
        """What the router stands on."""
        return self.candidate.base

    @property
    def by_hand(self) -> bool:
        """Whether the router is guided by hand, and not the work along a table."""
        return self.router.mounting == "hand"

    @property
    def turning_rpm(self) -> float:
        """The speed the dial position really gives, or the target where no dial is known (R2.9)."""
        return turning_rpm(self.speed)

    @property
    def chips(self) -> Sequence[Chip]:
        """The chips of all passes; none where there are none."""
        return ()

    @property
    def seconds(self) -> float | None:
        """How long all passes take in the wood; None where there are none."""
        return None

    @property
    def bent(self) -> float | None:
        """How far the tip gives way at its worst, in mm; None where there are no passes."""
        return None


@dataclass(frozen=True, kw_only=True, slots=True)
class SteppedSetting(ToolSetting):
    """A setting that goes down in passes; `stepping` is None where a stop leaves none."""

    stepping: Stepping | None

    @property
    def chips(self) -> Sequence[Chip]:
        """See `ToolSetting.chips`."""
        return () if self.stepping is None else [(each.chip_mm, each.chip_thickness_mm) for each in self.stepping.paces]

    @property
    def seconds(self) -> float | None:
        """See `ToolSetting.seconds`."""
        return None if self.stepping is None else sum(each.seconds for each in self.stepping.passes)

    @property
    def bent(self) -> float | None:
        """See `ToolSetting.bent`."""
        return None if self.stepping is None else self.stepping.most_bent.bend.deflection_mm
