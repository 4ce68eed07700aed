"""Outlines that are drawn from a few sizes."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass

from ranura.core.geometry.loops import Loop, circle, rounded_box
from ranura.core.templates import refusals
from ranura.core.text.errors import ToolError

Sizes = Mapping[str, float]


@dataclass(frozen=True, slots=True)
class DrawnForm:
    """A form that can be drawn: what it is called, and its sizes with their labels and usual values in mm."""

    title: str
    sizes: tuple[tuple[str, str, float], ...]
    draw: Callable[[Sizes], tuple[Loop, ...]]


def _rectangle(sizes: Sizes) -> tuple[Loop, ...]:
    length, width, radius = sizes["length"], sizes["width"], sizes["radius"]
    if radius > min(length, width) / 2 + 1e-9:
        raise ToolError(refusals.RADIUS_TOO_LARGE, field="radius", most=min(length, width) / 2)
    return (rounded_box((0.0, 0.0, length, width), radius),)


def _slot(sizes: Sizes) -> tuple[Loop, ...]:
    length, width = sizes["length"], sizes["width"]
    if length < width - 1e-9:
        raise ToolError(refusals.SLOT_TOO_SHORT, field="length", width=width)
    return _rectangle({"length": length, "width": width, "radius": width / 2})


def _circle(sizes: Sizes) -> tuple[Loop, ...]:
    r = sizes["diameter"] / 2
    return (circle((r, r), r),)


def _ring(sizes: Sizes) -> tuple[Loop, ...]:
    outer, inner = sizes["diameter"] / 2, sizes["inner"] / 2
    if inner >= outer - 1e-9:
        raise ToolError(refusals.RING_TOO_THIN, field="inner", outer=2 * outer)
    return (circle((outer, outer), outer), circle((outer, outer), inner).reversed())


def _polygon(sizes: Sizes) -> tuple[Loop, ...]:
    count, r = round(sizes["count"]), sizes["diameter"] / 2
    if not 3 <= count <= 60:
        raise ToolError(refusals.WRONG_COUNT, field="count")
    turns = [2 * math.pi * i / count - math.pi / 2 + math.pi / count for i in range(count)]
    return (Loop(tuple((r + r * math.cos(t), r + r * math.sin(t), 0.0) for t in turns)),)


def _bow_tie(sizes: Sizes) -> tuple[Loop, ...]:
    length, width, waist = sizes["length"], sizes["width"], sizes["waist"]
    if waist >= width - 1e-9:
        raise ToolError(refusals.WAIST_TOO_WIDE, field="waist", width=width)
    low, high = (width - waist) / 2, (width + waist) / 2
    spots = [(0, 0), (length / 2, low), (length, 0), (length, width), (length / 2, high), (0, width)]
    return (Loop(tuple((x, y, 0.0) for x, y in spots)),)


def _arch(sizes: Sizes) -> tuple[Loop, ...]:
    width, height = sizes["width"], sizes["height"]
    if height < width / 2 - 1e-9:
        raise ToolError(refusals.ARCH_TOO_LOW, field="height", least=width / 2)
    straight = height - width / 2
    spots = [(0, 0, 0), (width, 0, 0), (width, straight, 1), (0, straight, 0)]
    return (Loop(tuple(spots if straight > 1e-9 else [(0, 0, 0), (width, 0, 1)])),)


def _handle(sizes: Sizes) -> tuple[Loop, ...]:
    """A slot that is bent upwards: its ends are half circles, its sides arcs about one centre."""
    length, width, rise = sizes["length"], sizes["width"], sizes["rise"]
    if length <= width + 1e-9 or rise < 1e-6:
        return _slot(sizes)
    across, r = length - width, width / 2
    most = min(across / 2, _most_rise(across, r))
    if rise > most:
        raise ToolError(refusals.HANDLE_TOO_HIGH, field="rise", most=most)
    half = math.asin(across / 2 / _bent(across, rise))  # half of the angle that its middle line goes round
    (x0, x1), (dx, dy) = (r, length - r), (r * math.sin(half), r * math.cos(half))
    bend, low = math.tan(half / 2), r
    return (Loop(((x0 + dx, low - dy, -bend), (x1 - dx, low - dy, 1.0), (x1 + dx, low + dy, bend), (x0 - dx, low + dy, 1.0))),)


def _bent(across: float, rise: float) -> float:
    """The radius of an arc by its chord and how far it rises over it."""
    return (across**2 / 4 + rise**2) / (2 * rise)


def _most_rise(across: float, r: float) -> float:
    """How far the middle line may rise for the inner side to keep a radius of its own: a quarter of its length does."""
    return max(across / 4, 0.0) if _bent(across, max(across / 4, 1e-6)) > r else 0.0


FORMS: Mapping[str, DrawnForm] = {
    "rectangle": DrawnForm(
        "Rectangle", (("length", "Length", 120.0), ("width", "Width", 60.0), ("radius", "Corner radius", 8.0)), _rectangle
    ),
    "slot": DrawnForm("Slot", (("length", "Length", 100.0), ("width", "Width", 12.0)), _slot),
    "circle": DrawnForm("Circle", (("diameter", "Diameter", 80.0),), _circle),
    "ring": DrawnForm("Ring", (("diameter", "Outer diameter", 120.0), ("inner", "Inner diameter", 90.0)), _ring),
    "polygon": DrawnForm("Polygon", (("diameter", "Across corners", 100.0), ("count", "Corners", 6.0)), _polygon),
    "bow-tie": DrawnForm("Bow tie", (("length", "Length", 70.0), ("width", "Width", 30.0), ("waist", "Waist", 14.0)), _bow_tie),
    "handle": DrawnForm(
        "Handle hole", (("length", "Length", 110.0), ("width", "Width", 30.0), ("rise", "Rise in the middle", 8.0)), _handle
    ),
    "arch": DrawnForm("Arch", (("width", "Width", 120.0), ("height", "Height", 160.0)), _arch),
}
"""What can be drawn, by name."""
