"""How a bit is drawn: its silhouette from the same geometry that cuts, in mm, standing on its shank side up.

x is the distance from the axis, both sides drawn; y runs down from the shank's top to the tip, as a bit hangs in a router."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

from ranura.core.shop.tooling.bits import FILLET, Bit
from ranura.core.shop.tooling.silhouettes import Corner, arc_of

PartRole = Literal["cutter", "shank", "neck", "bearing", "up-cut"]
_SHOWN_SHANK = 30.0
"""mm of shank drawn for a bit whose overall length is not known."""


@dataclass(frozen=True, kw_only=True, slots=True)
class ShapePart:
    """A closed outline as an SVG path, in mm."""

    role: PartRole
    path: str


@dataclass(frozen=True, kw_only=True, slots=True)
class Shape:
    """A drawn bit: its parts, its largest width and its height, in mm. `tip` is where its cutter begins, from the top."""

    parts: tuple[ShapePart, ...]
    width: float
    height: float
    tip: float


def shape(bit: Bit) -> Shape:
    """The drawing of a bit."""
    below = max((-low for low, _ in bit.bearing_heights), default=0.0)
    above = max((high - bit.cutting_length for _, high in bit.bearing_heights), default=0.0)
    below, above = max(below, 0.0), max(above, 0.0)
    shank = bit.shank_length or _SHOWN_SHANK
    tip = shank + FILLET + above + bit.cutting_length
    parts = [
        ShapePart(role="shank", path=_box(bit.shank / 2, 0, shank)),
        ShapePart(
            role="neck", path=_taper(bit.shank / 2, min(bit.shank, max(bit.silhouette[-1].r * 2, 2)) / 2, shank, shank + FILLET)
        ),
        ShapePart(role="cutter", path=_outline(bit.silhouette, tip)),
    ]
    if bit.up_cut_tip is not None:
        parts.append(ShapePart(role="up-cut", path=_box(bit.diameter / 2, tip - bit.up_cut_tip, tip)))
    if bit.bearing:
        parts += [
            ShapePart(role="bearing", path=_box(bit.bearing / 2, tip - high, tip - low)) for low, high in bit.bearing_heights
        ]
    return Shape(parts=tuple(parts), width=max(bit.diameter, bit.shank, bit.bearing or 0.0), height=tip + below, tip=tip)


def _n(value: float) -> str:
    return f"{value:.3f}".rstrip("0").rstrip(".") if value else "0"


def _box(half: float, top: float, bottom: float) -> str:
    return f"M{_n(-half)} {_n(top)}H{_n(half)}V{_n(bottom)}H{_n(-half)}Z"


def _taper(upper: float, lower: float, top: float, bottom: float) -> str:
    return f"M{_n(-upper)} {_n(top)}H{_n(upper)}L{_n(lower)} {_n(bottom)}H{_n(-lower)}Z"


def _outline(corners: tuple[Corner, ...], tip: float) -> str:
    """Up the right side and down the left one; arcs as arcs."""
    right = [_to(corners[0], None, tip, 1)]
    right += [_to(there, here, tip, 1) for here, there in pairwise(corners)]
    left = [f"L{_n(-corners[-1].r)} {_n(tip - corners[-1].z)}"]
    for there, here in zip(reversed(corners[:-1]), reversed(corners[1:]), strict=True):
        left.append(_to(Corner(there.r, there.z), Corner(here.r, here.z, there.bulge), tip, -1))
    return "".join([*right, *left, "Z"])


def _to(there: Corner, here: Corner | None, tip: float, side: int) -> str:
    end = f"{_n(side * there.r)} {_n(tip - there.z)}"
    if here is None:
        return f"M{end}"
    if not here.bulge:
        return f"L{end}"
    first, last = (here, there) if side > 0 else (Corner(there.r, there.z, here.bulge), Corner(here.r, here.z))
    _, _, radius, _, sweep = arc_of(first, last)
    large = int(abs(sweep) > 3.1416)
    # In the drawing y runs down, so that an arc from r towards z turns the other way; walked back on the other side, again.
    return f"A{_n(radius)} {_n(radius)} 0 {large} {int(sweep < 0)} {end}"
