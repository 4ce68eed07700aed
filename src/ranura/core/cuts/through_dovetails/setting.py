"""A setting for through dovetails: everything a bit needs for them under a comb, worked out and not yet put into words."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.choosing.setting import SteppedSetting
from ranura.core.cuts.through_dovetails.on_board import ThroughOnBoard
from ranura.core.shop.tooling.guides import Bushing


@dataclass(frozen=True, kw_only=True, slots=True)
class ThroughSetting(SteppedSetting):
    """Bit, router, comb and bushing of through dovetails."""

    dovetails: ThroughOnBoard
    bushing: Bushing | None
    """None where a stop says why there is none."""
