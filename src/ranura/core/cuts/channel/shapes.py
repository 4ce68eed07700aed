"""The shapes of a channel's floor: one table with all that is so of each (R12, R13).

A new shape is a word in `ChannelShape` and a row here; the type checker and a test say what is missing.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final, Literal

from ranura.core.cutting.need import Floor
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.profiles import FLAT_ENDED, Profile
from ranura.core.shop.tooling.silhouettes import radius_at

ChannelShape = Literal["square", "round", "v", "t-slot", "keyhole", "dovetail"]


@dataclass(frozen=True, kw_only=True, slots=True)
class ShapeFacts:
    """What is so of a shape."""

    choice: str
    """What it is called among the shapes to choose from."""
    word: str | None
    """What the shop calls such a channel; None for one that is a dado across the board and a groove along it."""
    bit_word: str
    """What its bit is called, as in "a V bit"."""
    profiles: frozenset[Profile]
    """The bits that make it."""
    floor: Floor
    """Whether a bit of any smaller width makes it, in passes side by side, or only one whose profile it is; and whether that is
    wider below than at the face."""


SHAPES: Final[Mapping[ChannelShape, ShapeFacts]] = {
    "square": ShapeFacts(choice="Square floor", word=None, bit_word="straight", profiles=FLAT_ENDED, floor="flat"),
    "round": ShapeFacts(
        choice="Round nose", word="round-nose groove", bit_word="round-nose", profiles=frozenset({"core-box"}), floor="shaped"
    ),
    "v": ShapeFacts(choice="V groove", word="V groove", bit_word="V", profiles=frozenset({"v-groove"}), floor="shaped"),
    "t-slot": ShapeFacts(choice="T-slot", word="T-slot", bit_word="t-slot", profiles=frozenset({"t-slot"}), floor="undercut"),
    "keyhole": ShapeFacts(
        choice="Keyhole", word="keyhole slot", bit_word="keyhole", profiles=frozenset({"keyhole"}), floor="undercut"
    ),
    "dovetail": ShapeFacts(
        choice="Dovetail socket", word="dovetail socket", bit_word="dovetail", profiles=frozenset({"dovetail"}), floor="undercut"
    ),
}


def cleared_width(bit: Bit, depth: float) -> float:
    """How wide a straight bit may be that clears the way for an undercut, in mm: the neck; of a dovetail its mouth."""
    return width_at(bit, depth) if bit.profile == "dovetail" else bit.neck_diameter


def width_at(bit: Bit, depth: float) -> float:
    """How wide a bit cuts at the face when its tip is `depth` below it, in mm.

    Rule: R12 grooves
    Formula: V of an included angle: 2·h·tan(angle/2); round nose of radius r: 2·√(h·(2r − h)) up to h = r
    Source: the bit's silhouette"""
    return 2 * radius_at(bit.silhouette, min(depth, bit.cutting_length))
