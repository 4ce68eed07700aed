"""A setting for a pocket: everything a bit in a router needs for it, worked out and not yet put into words."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.choosing.setting import SteppedSetting
from ranura.core.cuts.pocket.guides import AreaGuide
from ranura.core.cuts.pocket.on_board import PocketOnBoard
from ranura.core.cuts.template.guides import Template
from ranura.core.geometry.rings import Ring
from ranura.core.holding.clamps import Holding
from ranura.core.shop.saved_outlines import SavedOutline


@dataclass(frozen=True, kw_only=True, slots=True)
class PocketSetting(SteppedSetting):
    """Bit, router, guide, paths, steps and clamps for a pocket."""

    pocket: PocketOnBoard
    depth: float
    """How deep it goes in all, in mm."""
    guide: AreaGuide | None
    """None where a stop leaves nothing to say."""
    template: Template | None
    """What the guide follows; None where it follows none."""
    there: SavedOutline | None
    """The template that stands in the shop and makes the cut with this guide and bit; None where there is none."""
    paths: tuple[Ring, ...]
    """Of the axis at the first place, in order of work; none where a stop leaves nothing to say."""
    holding: Holding | None
    unreached: tuple[Ring, ...] = ()
    """What the bit leaves standing in corners of one's own outline."""
    plate: float | None = None
    """How wide a plate below the base must be where one is asked for, in mm."""
