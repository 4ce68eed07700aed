"""A setting: everything a bit in a router needs for one channel, worked out and not yet put into words."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.cautions import Caution
from ranura.core.choosing.judging import Candidate, turning_rpm
from ranura.core.cuts.dado import Channel
from ranura.core.cutting.grip import Grip
from ranura.core.cutting.speed import Speed
from ranura.core.cutting.stepping import Stepping
from ranura.core.guiding.placing import Fence
from ranura.core.holding import Holding
from ranura.core.house_rules import HouseRules
from ranura.core.materials import Material
from ranura.core.pieces import Piece
from ranura.core.tooling.bits import Bit
from ranura.core.tooling.routers import Base, GuidedSide, Router


@dataclass(frozen=True, kw_only=True, slots=True)
class Setting:
    """Bit, router, fence, steps and clamps for a channel in a piece. `stepping` is None where the bit is wider than the cut
    or no speed can be had; `cautions` are all there are, worst first."""

    piece: Piece
    material: Material
    channel: Channel
    rules: HouseRules
    candidate: Candidate
    speed: Speed
    grip: Grip | None
    guided: GuidedSide
    fence: Fence
    stepping: Stepping | None
    holding: Holding
    cautions: tuple[Caution, ...]

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
        """Whether the router is guided by hand; for another nothing is said of fence, direction and clamps."""
        return self.router.mounting == "hand"

    @property
    def turning_rpm(self) -> float:
        """The speed the dial position really gives, or the target where no dial is known (R2.9)."""
        return turning_rpm(self.speed)

    @property
    def pushes_away(self) -> bool:
        """Whether the feed goes away from the person."""
        return self.fence.heading[1] > 0
