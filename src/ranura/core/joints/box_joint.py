"""The box joint (R14): fingers and slots of one bit, over the table on a keyed sled."""

from __future__ import annotations

import math
from dataclasses import dataclass

from ranura.core.cuts.fingers.asked import PLAY, Starts
from ranura.core.cuts.fingers.words import SLIVER
from ranura.core.geometry import closeness
from ranura.core.text.cautions import Caution, caution

PROUD = 0.3
"""mm that a finger stands out beyond its mate."""


@dataclass(frozen=True, kw_only=True, slots=True)
class BoxJoint:
    """All mm. A finger, a slot, from one finger to the next, how deep the slots are; how many of them the board that begins with
    a finger has, and the one that begins with a slot; what the first board ends with at its far edge, and how wide that is; the
    two nearest widths that begin and end with a whole finger; the sled's key, and from the bit to it."""

    finger: float
    slot: float
    pitch: float
    depth: float
    slots: tuple[int, int]
    ends_with: Starts
    last: float
    whole_widths: tuple[float, float]
    key_width: float
    key_gap: float
    cautions: tuple[Caution, ...]


def plan_box_joint(*, bit_diameter: float, width: float, thickness: float, play: float = PLAY, proud: float = PROUD) -> BoxJoint:
    """The fingers of a board `width` wide, whose mate is `thickness` thick; `bit_diameter` is the width of its slot as measured.

    Rule: R14 box joint
    Formula: slot = D′, finger = D′ − play, pitch = D′ + finger; depth = thickness of the mate + proud; key = slot, finger away
    Source: the key sits in the slot before, so that the next one comes a pitch further

    A board and its mate are cut from the same edge. Raises ValueError where play leaves no finger, or the board is not wider than
    one."""
    slot, finger = bit_diameter, bit_diameter - play
    if not closeness.over(finger, 0) or not closeness.over(width, finger):
        raise ValueError("a board is wider than one of its fingers")
    pitch = slot + finger
    of_whole = math.floor(closeness.floor_to((width - finger) / pitch, 1.0))
    least = max(of_whole, 1)  # one finger alone is no joint
    whole = (least * pitch + finger, (least + 1) * pitch + finger)
    first, second = closeness.ceil((width - finger) / pitch), closeness.ceil(width / pitch)
    rest = width - of_whole * pitch - finger
    ends_with: Starts = "finger" if not closeness.over(rest, 0) or closeness.over(rest, slot) else "slot"
    last = finger if not closeness.over(rest, 0) else rest - slot if closeness.over(rest, slot) else rest
    said = []
    if closeness.under(last, finger / 2):
        said.append(caution(SLIVER, what=ends_with, width=last, low=whole[0], high=whole[1]))
    return BoxJoint(
        finger=finger,
        slot=slot,
        pitch=pitch,
        depth=thickness + proud,
        slots=(first, second),
        ends_with=ends_with,
        last=last,
        whole_widths=whole,
        key_width=slot,
        key_gap=finger,
        cautions=tuple(said),
    )
