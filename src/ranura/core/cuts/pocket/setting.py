"""A setting for a pocket: everything a bit in a router needs for it, worked out and not yet put into words."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.choosing.setting import SteppedSetting
from ranura.core.cuts.pocket.guides import AreaGuide
from ranura.core.cuts.pocket.on_board import PocketOnBoard
from ranura.core.geometry.rings import Ring
from ranura.core.holding.clamps import Holding


@dataclass(frozen=True, kw_only=True, slots=True)
class PocketSetting(SteppedSetting):
    """Bit, router, guide, ways, steps and clamps for a pocket. `depth` is how deep it goes in all.

    `guide`, `stepping` and `paths` are missing where a stop leaves nothing to say; `unreached` is what the bit leaves standing in
    corners of one's own outline, `plate` how wide a plate below the base must be where one is asked for, in mm."""

    pocket: PocketOnBoard
    depth: float
    guide: AreaGuide | None
    paths: tuple[Ring, ...]
    holding: Holding | None
    unreached: tuple[Ring, ...] = ()
    plate: float | None = None
