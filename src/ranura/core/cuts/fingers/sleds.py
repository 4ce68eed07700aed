"""The sled that carries a board on its end: the shop's, or the one that is to be made (R8, R14, R21.6)."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from ranura.core.cuts.fingers.on_board import FingersOnBoard
from ranura.core.geometry import closeness
from ranura.core.shop.tooling.guides import Guide, KeyedSled

KEY_WITHIN: Final = 0.05
"""mm by which a key may differ from the slot that it fills."""
FLOOR: Final = 9.0
"""mm: the floor of a sled that is to be made."""
FACE: Final = 18.0
BACKER: Final = 20.0
"""mm: how thick its face is, and the strip before it."""
BESIDE: Final = 40.0
"""mm that both reach beyond the board on either side."""


def sled_for(fingers: FingersOnBoard, guides: Sequence[Guide]) -> KeyedSled | None:
    """The shop's sled whose key fills the slots, of several the one with the highest face."""
    owned = [each for each in guides if isinstance(each, KeyedSled) and abs(each.key - fingers.slot) <= KEY_WITHIN]
    return max(owned, key=lambda each: (each.high, each.id), default=None)


def floor_of(sled: KeyedSled | None) -> float:
    """How thick the floor is that the board stands on, in mm."""
    return FLOOR if sled is None else sled.floor


def least_face(fingers: FingersOnBoard) -> float:
    """How high the sled's face must be at least for the board to lean on it, in mm.

    Rule: R21.6
    Formula: half of what stands on it
    Source: what leans on less tips over its upper edge"""
    return fingers.long / 2


def face_of(sled: KeyedSled | None, fingers: FingersOnBoard) -> float:
    """How high the face is, in mm; of a sled that is to be made as high as the board needs."""
    return least_face(fingers) if sled is None else sled.high


def face_too_low(sled: KeyedSled | None, fingers: FingersOnBoard) -> bool:
    """Whether the board would tip over the face of the shop's sled."""
    return sled is not None and closeness.under(sled.high, least_face(fingers))
