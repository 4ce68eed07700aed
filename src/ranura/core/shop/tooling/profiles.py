"""The profiles of router bits: what the trade prints on each, what follows from it, and its true silhouette (R12).

A bit is a solid of revolution. Its silhouette is given in the plane of its axis: r from the axis, z upwards from the lowest
point that cuts. A tip bearing lies below z = 0, a shank bearing above the cutter. Angles are from the axis, but for V-grooves,
which are named by the angle between their flanks.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal, get_args

from ranura.core.shop.tooling.silhouettes import Corner

Profile = Literal[
    "straight", "up-cut", "down-cut", "compression", "core-box", "v-groove",
    "roundover", "chamfer", "bevel", "cove", "ogee", "bead", "rabbet",
    "flush-trim", "pattern", "double-bearing",
    "dovetail", "t-slot", "keyhole", "slot-cutter", "tongue-and-groove", "stile-and-rail", "coping", "drawer-lock", "mitre-lock",
    "surfacing",
]  # fmt: skip
PROFILES: tuple[Profile, ...] = get_args(Profile)

Makes = Literal["channels", "edges", "templates", "joints", "faces"]
BearingPlace = Literal["tip", "shank", "both", "between"]
SizeField = Literal["diameter", "cutting_length", "radius", "width", "angle", "bearing", "head", "neck", "up_cut_tip"]

FLAT_ENDED: frozenset[Profile] = frozenset({"straight", "up-cut", "down-cut", "compression"})
"""Profiles that cut a channel with a flat floor and square walls."""
TEMPLATE_BITS: frozenset[Profile] = frozenset({"pattern", "double-bearing"})
"""Profiles with a bearing at the shank that follows a template."""
SPIRALS: frozenset[Profile] = frozenset({"up-cut", "down-cut", "compression"})

_QUARTER = math.tan(math.pi / 8)
BEARING_HEIGHT = 5.0
"""mm: what a pilot bearing is high, as the trade makes them."""
COPING_BACK = 8.0
"""mm that the shoulder's cutter of a coping bit is high, where nobody says."""
SCREW_HEIGHT = 3.0
"""mm that the screw stands out below a tip bearing, as the trade makes them."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Kind:
    """A profile, and what is so of all bits that have it."""

    profile: Profile
    name: str
    makes: Makes
    sizes: tuple[SizeField, ...]
    """What a person types, in order; the first is the printed one."""
    optional: tuple[SizeField, ...] = ()
    """Sizes that have a usual value."""
    bearing: BearingPlace | None = None
    plunges: bool | None = False
    """None: it depends on the bit, and must be known before it is relied on."""
    full_depth_only: bool = False
    """It cuts its whole depth at once."""
    raisable: bool = True
    """r(z) never shrinks upwards, so that it may be raised in stages."""
    prints: str = ""


def _kind(profile: Profile, name: str, makes: Makes, *sizes: SizeField, prints: str, **more: object) -> Kind:
    return Kind(profile=profile, name=name, makes=makes, sizes=sizes, prints=prints, **more)  # type: ignore[arg-type]


_AS_MARKED = "named by its diameter"

KINDS: Mapping[Profile, Kind] = {
    kind.profile: kind
    for kind in (
        _kind("straight", "straight", "channels", "diameter", "cutting_length", prints=_AS_MARKED, plunges=None),
        _kind("up-cut", "up-cut spiral", "channels", "diameter", "cutting_length", prints=_AS_MARKED, plunges=True),
        _kind("down-cut", "down-cut spiral", "channels", "diameter", "cutting_length", prints=_AS_MARKED, plunges=True),
        _kind("compression", "compression spiral", "channels", "diameter", "cutting_length", "up_cut_tip",
              prints=_AS_MARKED, plunges=True),
        _kind("core-box", "core box", "channels", "radius", "cutting_length", optional=("cutting_length",),
              prints="named by its radius; the groove is twice as wide", plunges=True),
        _kind("v-groove", "V-groove", "channels", "angle", "diameter", "cutting_length", optional=("cutting_length",),
              prints="named by the angle between its flanks", plunges=True),
        _kind("roundover", "roundover", "edges", "radius", "bearing", "cutting_length", optional=("cutting_length",),
              bearing="tip", prints="named by its radius, from bearing to the outside of the cutter"),
        _kind("chamfer", "chamfer", "edges", "cutting_length", "bearing", "angle", optional=("angle",), bearing="tip",
              prints="named by its cutting length"),
        _kind("bevel", "bevel", "edges", "angle", "cutting_length", "bearing", bearing="tip",
              prints="named by its angle from the axis"),
        _kind("cove", "cove", "edges", "radius", "bearing", "cutting_length", optional=("cutting_length",), bearing="tip",
              prints="named by its radius, from bearing to the outside of the cutter"),
        _kind("ogee", "ogee", "edges", "radius", "bearing", "cutting_length", optional=("cutting_length",), bearing="tip",
              prints="named by the radius of each of its two arcs"),
        _kind("bead", "bead", "edges", "radius", "bearing", "cutting_length", optional=("cutting_length",), bearing="tip",
              raisable=False, prints="named by its radius; the bead is twice as high"),
        _kind("rabbet", "rabbet", "edges", "width", "bearing", "cutting_length", bearing="tip",
              prints="named by its width, from bearing to the outside of the cutter"),
        _kind("flush-trim", "flush-trim", "templates", "diameter", "cutting_length", "bearing", optional=("bearing",),
              bearing="tip", prints=_AS_MARKED),
        _kind("pattern", "pattern", "templates", "diameter", "cutting_length", "bearing", optional=("bearing",),
              bearing="shank", prints=_AS_MARKED, plunges=None),
        _kind("double-bearing", "double-bearing", "templates", "diameter", "cutting_length", "bearing", optional=("bearing",),
              bearing="both", prints=_AS_MARKED),
        _kind("dovetail", "dovetail", "joints", "diameter", "angle", "cutting_length", full_depth_only=True, raisable=False,
              prints="named by its widest diameter, its angle and its depth"),
        _kind("t-slot", "T-slot", "joints", "diameter", "head", "neck", "cutting_length", full_depth_only=True,
              raisable=False, prints="named by the width of its head"),
        _kind("keyhole", "keyhole", "joints", "diameter", "head", "neck", "cutting_length", full_depth_only=True,
              raisable=False, plunges=True, prints="named by the width of its head"),
        _kind("slot-cutter", "slot cutter", "joints", "width", "diameter", "bearing", optional=("bearing",), bearing="tip",
              full_depth_only=True, raisable=False, prints="named by the width of its slot"),
        _kind("tongue-and-groove", "tongue and groove", "joints", "width", "diameter", "bearing", "cutting_length",
              bearing="between", full_depth_only=True, raisable=False, prints="named by the thickness of its tongue"),
        _kind("stile-and-rail", "stile and rail", "joints", "radius", "width", "bearing", bearing="between",
              full_depth_only=True, raisable=False, prints="named by the radius of its sticking"),
        _kind("coping", "coping", "joints", "radius", "width", "bearing", "cutting_length", optional=("cutting_length",),
              bearing="between", full_depth_only=True, raisable=False,
              prints="named by the radius of the sticking it fits; its width is the tongue it leaves"),
        _kind("drawer-lock", "drawer lock", "joints", "diameter", "cutting_length", "width", full_depth_only=True,
              raisable=False, prints=_AS_MARKED),
        _kind("mitre-lock", "mitre lock", "joints", "diameter", "cutting_length", "width", full_depth_only=True,
              raisable=False, prints=_AS_MARKED),
        _kind("surfacing", "surfacing", "faces", "diameter", "cutting_length", prints=_AS_MARKED),
    )
}  # fmt: skip


@dataclass(frozen=True, kw_only=True, slots=True)
class Sizes:
    """The sizes of a bit, all set: what its silhouette is made from."""

    diameter: float
    cutting_length: float
    radius: float = 0.0
    width: float = 0.0
    angle: float = 0.0
    bearing: float = 0.0
    head: float = 0.0
    neck: float = 0.0


def derived_diameter(
    profile: Profile, *, radius: float, width: float, angle: float, bearing: float, length: float
) -> float | None:
    """The largest diameter, where it follows from what is printed on the bit; None where it is printed itself.

    Rule: R2 largest diameter
    Formula: roundover, cove, bead D = bearing + 2·R; ogee D = bearing + 4·R; chamfer D = bearing + 2·L·tan(angle);
        rabbet D = bearing + 2·w; core box D = 2·r
    Source: craft: what the number on a bit means; never the size printed on it

    >>> derived_diameter("roundover", radius=6.35, width=0, angle=0, bearing=12.7, length=0)
    25.4"""
    match profile:
        case "core-box":
            return 2 * radius
        case "roundover" | "cove" | "bead":
            return bearing + 2 * radius
        case "ogee":
            return bearing + 4 * radius
        case "chamfer" | "bevel":
            return bearing + 2 * length * math.tan(math.radians(angle))
        case "rabbet":
            return bearing + 2 * width
        case "stile-and-rail" | "coping":
            return bearing + 2 * radius
        case (
            "straight" | "up-cut" | "down-cut" | "compression" | "v-groove" | "flush-trim" | "pattern" | "double-bearing"
            | "dovetail" | "t-slot" | "keyhole" | "slot-cutter" | "tongue-and-groove" | "drawer-lock" | "mitre-lock" | "surfacing"
        ):  # fmt: skip
            return None


def derived_length(profile: Profile, *, diameter: float, radius: float, width: float, angle: float) -> float | None:
    """The cutting length that belongs to the printed sizes, where the bit need not say it; None where it must be typed.

    >>> derived_length("bead", diameter=0, radius=3, width=0, angle=0)
    6"""
    match profile:
        case "roundover" | "cove" | "core-box":
            return radius
        case "bead" | "ogee":
            return 2 * radius
        case "v-groove":
            return diameter / 2 / math.tan(math.radians(angle) / 2) if 0 < angle < 180 else None
        case "slot-cutter":
            return width
        case "stile-and-rail":
            return width + BEARING_HEIGHT + radius
        case "coping":
            return COPING_BACK + width + BEARING_HEIGHT + radius
        case (
            "straight" | "up-cut" | "down-cut" | "compression" | "chamfer" | "bevel" | "rabbet" | "flush-trim" | "pattern"
            | "double-bearing" | "dovetail" | "t-slot" | "keyhole" | "tongue-and-groove" | "drawer-lock" | "mitre-lock"
            | "surfacing"
        ):  # fmt: skip
            return None


def silhouette(profile: Profile, sizes: Sizes) -> tuple[Corner, ...]:
    """The cutting edge of a bit from its tip upwards, in mm; exact, arcs as arcs.

    Rule: R12 silhouette
    Formula: r(z), z from the lowest point that cuts
    Source: geometry of each profile as the trade grinds it

    >>> [(round(c.r, 2), c.z) for c in silhouette("dovetail", Sizes(diameter=12.7, cutting_length=10, angle=14))]
    [(0.0, 0.0), (6.35, 0.0), (3.86, 10)]"""
    top, half, pilot, radius = sizes.cutting_length, sizes.diameter / 2, sizes.bearing / 2, sizes.radius
    match profile:
        case "straight" | "up-cut" | "down-cut" | "compression" | "flush-trim" | "pattern" | "double-bearing" | "surfacing":
            return (Corner(0.0, 0.0), Corner(half, 0.0), Corner(half, top))
        case "rabbet" | "slot-cutter":
            return (Corner(pilot, 0.0), Corner(half, 0.0), Corner(half, top))
        case "core-box":
            return _ended(half, top, Corner(0.0, 0.0, _QUARTER), Corner(radius, radius))
        case "v-groove":
            point = half / math.tan(math.radians(sizes.angle) / 2)
            return _ended(half, top, Corner(0.0, 0.0), Corner(half, point))
        case "roundover":
            return _ended(half, top, Corner(pilot, 0.0, -_QUARTER), Corner(half, radius))
        case "cove":
            return _ended(half, top, Corner(pilot, 0.0, _QUARTER), Corner(half, radius))
        case "ogee":
            turn = Corner(pilot + radius, radius, -_QUARTER)
            return _ended(half, top, Corner(pilot, 0.0, _QUARTER), turn, Corner(half, 2 * radius))
        case "bead":
            return _ended(half, top, Corner(half, 0.0, -1.0), Corner(half, 2 * radius))
        case "chamfer" | "bevel":
            return (Corner(pilot, 0.0), Corner(half, top))
        case "dovetail":
            return (Corner(0.0, 0.0), Corner(half, 0.0), Corner(half - top * math.tan(math.radians(sizes.angle)), top))
        case "t-slot" | "keyhole":
            head = sizes.head
            return (
                Corner(0.0, 0.0),
                Corner(half, 0.0),
                Corner(half, head),
                Corner(sizes.neck / 2, head),
                Corner(sizes.neck / 2, top),
            )
        case "tongue-and-groove":
            low, high = (top - sizes.width) / 2, (top + sizes.width) / 2
            return (
                Corner(0.0, 0.0),
                Corner(half, 0.0),
                Corner(half, low),
                Corner(pilot, low),
                Corner(pilot, high),
                Corner(half, high),
                Corner(half, top),
            )
        case "stile-and-rail":
            slot, rise = sizes.width, sizes.width + BEARING_HEIGHT
            return _ended(
                half,
                top,
                Corner(0.0, 0.0),
                Corner(half, 0.0),
                Corner(half, slot),
                Corner(pilot, slot),
                Corner(pilot, rise, -_QUARTER),
                Corner(half, rise + radius),
            )
        case "coping":  # what the stile and rail bit of its radius leaves, and a tongue instead of the groove
            face, foot = top - radius, top - radius - BEARING_HEIGHT
            back = foot - sizes.width
            return (
                Corner(0.0, 0.0),
                Corner(half, 0.0),
                Corner(half, back),
                Corner(pilot, back),
                Corner(pilot, foot),
                Corner(half, foot),
                Corner(half, face, _QUARTER),
                Corner(pilot, top),
            )
        case "drawer-lock":
            step = half - sizes.width
            return (Corner(0.0, 0.0), Corner(half, 0.0), Corner(half, top / 3), Corner(step, top / 3), Corner(step, top))
        case "mitre-lock":  # a slope of 45° with a tongue and its groove in the middle
            foot, jog = half - top, sizes.width
            middle = top / 2
            return (
                Corner(0.0, 0.0),
                Corner(foot, 0.0),
                Corner(foot + middle - jog, middle - jog),
                Corner(foot + middle + jog / 2, middle - jog),
                Corner(foot + middle - jog / 2, middle + jog),
                Corner(foot + middle + jog, middle + jog),
                Corner(half, top),
            )


def _ended(half: float, top: float, *corners: Corner) -> tuple[Corner, ...]:
    """The corners, and a straight wall up to the end of the cutting length where that is longer than the profile."""
    return (*corners, Corner(half, top)) if top > corners[-1].z + 1e-9 else corners
