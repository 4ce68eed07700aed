"""A setting for fingers across an end: everything a bit in a table needs for them, worked out and not yet put into words."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.choosing.setting import SteppedSetting
from ranura.core.cuts.fingers.on_board import FingersOnBoard
from ranura.core.shop.tooling.guides import KeyedSled


@dataclass(frozen=True, kw_only=True, slots=True)
class FingersSetting(SteppedSetting):
    """Bit, router, sled and steps of fingers across an end."""

    fingers: FingersOnBoard
    sled: KeyedSled | None
    """The shop's with such a key; None where one is to be made."""

    @property
    def shown(self) -> int:
        """Which slot a drawing shows being cut, 0 first: the second, where the key sits in the first."""
        return min(1, len(self.fingers.slots) - 1)
