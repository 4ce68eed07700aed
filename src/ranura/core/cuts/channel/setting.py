"""A setting: everything a bit in a router needs for one cut, worked out and not yet put into words."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.choosing.setting import SteppedSetting
from ranura.core.cuts.channel.clearing import Cleared
from ranura.core.cuts.channel.fence import Fence, GuideOption
from ranura.core.cuts.channel.on_board import ChannelOnBoard
from ranura.core.cutting.direction import Vector
from ranura.core.holding.clamps import Holding
from ranura.core.learning.forecast import Forecast
from ranura.core.shop.tooling.guides import Spacer
from ranura.core.shop.tooling.routers import GuidedSide


@dataclass(frozen=True, kw_only=True, slots=True)
class ChannelSetting(SteppedSetting):
    """Bit, router, fence, steps and clamps for a channel in a piece. Over a table nothing is said of base and clamps."""

    channel: ChannelOnBoard
    guided: GuidedSide
    option: GuideOption
    """What guides it."""
    options: tuple[GuideOption, ...]
    """All that could."""
    holding: Holding
    forecast: Forecast | None = None
    cleared: Cleared | None = None
    """The straight bit that goes before an undercut."""
    strip: Spacer | None = None
    """The strip of the shop that is as thick as its first spacer; None where one is still to be made."""

    @property
    def fence(self) -> Fence:
        """What guides the first station."""
        return self.option.fences[0]

    @property
    def heading(self) -> Vector:
        """Which way the router goes at the first station, on the board."""
        return self.channel.frame.turn(self.fence.heading)

    @property
    def at_the_fence(self) -> frozenset[str]:
        """Which edges of the board run along a table's fence; none by hand."""
        low, high = ("left", "right") if self.channel.goes == "across" else ("near", "far")
        return frozenset() if self.by_hand else frozenset((low if self.fence.towards < 0 else high,))
