"""The sled that carries a board on its end: the shop's, or the one that is to be made (R8, R14, R21.6)."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Final

from ranura.core.cuts.fingers.on_board import FingersOnBoard
from ranura.core.geometry import closeness
from ranura.core.geometry.loop_text import text_of_loops
from ranura.core.geometry.loops import Loop
from ranura.core.shop.tooling.guides import Guide, KeyedSled
from ranura.core.templates.to_make import JigToMake
from ranura.core.text.writing import write

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


def sled_to_make(fingers: FingersOnBoard, sled: KeyedSled | None) -> JigToMake:
    """The face of a sled for these fingers, as it is seen from where one stands, and how the sled is made.

    Rule: R14 box joint
    Formula: the key is as wide as a slot and a finger away from it; the bit comes through floor and face, as high as it cuts
    Source: the slot that was cut last sits on the key, so that the next one comes a pitch further"""
    slot, floor, high = fingers.slot, floor_of(sled), face_of(sled, fingers)
    # The board goes from the right to the left, its near edge first, from its first slot over the bit to its last.
    bit = BESIDE + fingers.slots[-1][0]
    key = bit - fingers.finger - slot
    wide, top = bit + fingers.wide + BESIDE, floor + max(high, fingers.depth + _OVER_SLOT)
    up, tall = floor + fingers.depth, fingers.depth - _KEY_BELOW
    face = ((0.0, 0.0), (bit, 0.0), (bit, up), (bit + slot, up), (bit + slot, 0.0), (wide, 0.0), (wide, top), (0.0, top))
    hole = ((key, floor), (key, floor + tall), (key + slot, floor + tall), (key + slot, floor))
    loops = [Loop(tuple((x, y, 0.0) for x, y in ring)) for ring in (face, hole)]
    return JigToMake(
        name=write("Sled's face for fingers of {x:fine}", x=fingers.finger),
        path=text_of_loops(loops),
        lines=(
            write("face {f:len} thick, {w:rough} × {h:rough}, square on a floor of {t:len}", f=FACE, w=wide, h=top, t=floor),
            write("the bit comes through floor and face, {up:fine} above the table: cut that slot with this very bit", up=up),
            write("key of hard wood {k:fine} wide, {t:fine} high, as long as the board and its backer are thick", k=slot, t=tall),
            write(
                "it stands {g:fine} beside that slot, on the left as you stand; fit it to a slot that was cut", g=fingers.finger
            ),
            write("guard the bit behind the face with a block that it cannot come through"),
        ),
    )


_KEY_BELOW: Final = 0.5
"""mm that a key is lower than the slot that sits on it."""
_OVER_SLOT: Final = 25.0
"""mm of face above the slot of the bit at least."""


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
