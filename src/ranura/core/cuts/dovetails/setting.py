"""A setting for half-blind dovetails: everything a bit needs for them under a comb, worked out and not yet put into words."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.choosing.setting import SteppedSetting
from ranura.core.cuts.dovetails.on_board import DovetailsOnBoard
from ranura.core.shop.tooling.guides import Bushing


@dataclass(frozen=True, kw_only=True, slots=True)
class DovetailsSetting(SteppedSetting):
    """Bit, router, comb and bushing of half-blind dovetails."""

    dovetails: DovetailsOnBoard
    bushing: Bushing | None
    """None where a stop says why there is none."""
