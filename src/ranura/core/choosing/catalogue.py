"""What the trade sells everywhere, as kinds and sizes with a usual price: the shelf that shopping looks at.

Prices are rounded middles to plan with, in the shop's currency; nobody's list.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace
from functools import lru_cache

from ranura.core.cutting.size import shank_limit
from ranura.core.shop.drawer.texts import renamed
from ranura.core.shop.tooling.bits import Bit, shank_name
from ranura.core.shop.tooling.profiles import Profile

_STRAIGHT = (
    3.0,
    3.175,
    4.0,
    4.763,
    5.0,
    6.0,
    6.35,
    7.938,
    8.0,
    9.525,
    10.0,
    12.0,
    12.7,
    14.0,
    15.0,
    15.875,
    16.0,
    18.0,
    19.05,
    20.0,
    22.0,
    22.225,
    25.4,
)
_SPIRAL = (3.0, 3.175, 4.0, 5.0, 6.0, 6.35, 8.0, 9.525, 10.0, 12.0, 12.7)
_COMPRESSION = (6.0, 6.35, 8.0, 9.525, 10.0, 12.0, 12.7)
_BELOW_SHANK = 38.0
"""mm of shank above the fillet that a bit of the trade has."""

COLLET_PRICE = 18.0
BEARING_PRICE = 7.0


@dataclass(frozen=True, slots=True)
class _Length:
    """Cutting lengths sold for straight bits up to a diameter."""

    up_to: float
    usual: float
    long: float


_LENGTHS = (_Length(4, 10, 12), _Length(6.5, 19, 25), _Length(9, 20, 32), _Length(13, 25, 50), _Length(26, 20, 50))


def _straight(shank: float) -> Iterator[Bit]:
    for diameter in _STRAIGHT:
        if diameter > 3.2 * shank:
            continue
        length = next(each for each in _LENGTHS if diameter <= each.up_to)
        for cutting in (length.usual, length.long):
            if cutting <= 8 * diameter and (cutting <= 32 or shank >= 8):
                yield _bit("straight", diameter, cutting, shank, price=12 + 0.6 * diameter + (8 if cutting == length.long else 0))


def _spirals(shank: float) -> Iterator[Bit]:
    for profile, diameters, least, each in (
        ("up-cut", _SPIRAL, 20, 1.6),
        ("down-cut", _SPIRAL, 20, 1.6),
        ("compression", _COMPRESSION, 30, 2.2),
    ):
        for diameter in diameters:
            if diameter <= shank:
                yield _bit(profile, diameter, min(4 * diameter, 32), shank, price=least + each * diameter)  # type: ignore[arg-type]


_ROUNDS = (2.0, 3.0, 4.0, 5.0, 6.0, 6.35, 8.0, 9.525, 10.0, 12.7)
_COVES = (4.0, 6.35, 9.525, 12.7)
_OGEES = (4.0, 6.35)
_BEADS = (3.0, 5.0)
_PILOT = 12.7
"""mm: the bearing that most edge bits of the trade come with."""


def _edges(shank: float) -> Iterator[Bit]:
    """Bits for edges; the larger ones on the thicker shanks only."""
    made = [("roundover", {"radius": radius, "cutting_length": radius + 6}, radius) for radius in _ROUNDS]
    made += [("cove", {"radius": radius}, radius) for radius in _COVES]
    made += [("ogee", {"radius": radius}, 2 * radius) for radius in _OGEES]
    made += [("bead", {"radius": radius}, radius) for radius in _BEADS]
    made += [("chamfer", {"cutting_length": length, "angle": 45.0}, length) for length in (8.0, 12.0, 18.0)]
    made += [("bevel", {"cutting_length": 18.0, "angle": angle}, 10.0) for angle in (15.0, 22.5, 30.0)]
    made.append(("rabbet", {"width": 12.7, "cutting_length": 12.7}, 12.7))
    for profile, sizes, reach in made:
        if 2 * reach + _PILOT <= shank_limit(shank):
            yield _edge(profile, sizes, reach, shank)  # type: ignore[arg-type]


def _edge(profile: Profile, sizes: dict[str, float], reach: float, shank: float) -> Bit:
    made = _sized(profile, {**sizes, "bearing": _PILOT}, shank, price=16 + 0.9 * reach)
    return replace(made, bearings=(9.525, 15.875)) if profile == "rabbet" else made


def _sized(profile: Profile, sizes: dict[str, float], shank: float, *, price: float) -> Bit:
    """A bit by the sizes that are printed on it."""
    said = "-".join(f"{value:g}" for value in sizes.values())
    bare = Bit(
        id=f"trade-{profile}-{said}-{shank:g}",
        name="",
        profile=profile,
        shank=shank,
        plunges=True if profile == "pattern" else None,
        **sizes,  # type: ignore[arg-type]
    )
    return renamed(
        replace(
            bare,
            overall_length=bare.head_length + _BELOW_SHANK,
            price=round(price),
            marked_max_rpm=24_000 if bare.diameter <= 28 else 20_000,
        )
    )


_CORES = (3.0, 4.0, 5.0, 6.35, 8.0, 9.525, 12.7)
_VS = ((60.0, 12.7), (90.0, 6.35), (90.0, 12.7), (90.0, 19.05), (90.0, 25.4))
_DOVETAILS = ((9.525, 9.0, 9.525), (12.7, 14.0, 12.7), (15.875, 7.0, 22.0), (19.05, 14.0, 22.0))
"""Widest diameter, angle and depth."""
_KEYHOLES = ((9.525, 4.763), (12.7, 6.35))
"""Heads, and the necks above them."""
_KEYHOLE_HEAD, _KEYHOLE_DEEP = 4.0, 9.5
_SLOTS = (2.0, 3.0, 3.175, 4.0, 5.0, 6.0, 6.35)
_SLOT_DIAMETER, _SLOT_BEARING = 47.6, 22.2
_FOLLOWERS = ((12.7, 25.0), (19.05, 25.0))
"""Diameters and lengths of bits that follow a template."""


def _grooves(shank: float) -> Iterator[Bit]:
    """Bits for grooves of other shapes, for slots in edges and for templates."""
    made: list[tuple[Profile, dict[str, float], float]] = []
    made += [("core-box", {"radius": radius, "cutting_length": 2 * radius + 4}, 2 * radius) for radius in _CORES]
    made += [("v-groove", {"angle": angle, "diameter": across}, across) for angle, across in _VS]
    made += [("dovetail", {"diameter": wide, "angle": angle, "cutting_length": deep}, wide) for wide, angle, deep in _DOVETAILS]
    made += [
        ("keyhole", {"diameter": wide, "head": _KEYHOLE_HEAD, "neck": neck, "cutting_length": _KEYHOLE_DEEP}, wide)
        for wide, neck in _KEYHOLES
    ]
    made += [
        ("slot-cutter", {"width": width, "diameter": _SLOT_DIAMETER, "bearing": _SLOT_BEARING}, _SLOT_DIAMETER)
        for width in _SLOTS
    ]
    for profile in ("pattern", "flush-trim"):
        made += [(profile, {"diameter": across, "cutting_length": long}, across) for across, long in _FOLLOWERS]
    for profile, sizes, across in made:
        if across <= shank_limit(shank):
            yield _sized(profile, sizes, shank, price=14 + 0.7 * across)


def _bit(profile: Profile, diameter: float, cutting: float, shank: float, *, price: float) -> Bit:
    spiral = profile != "straight"
    return renamed(
        Bit(
            id=f"trade-{profile}-{diameter:g}-{cutting:g}-{shank:g}",
            name="",
            profile=profile,
            shank=shank,
            diameter=diameter,
            cutting_length=cutting,
            overall_length=cutting + 2 + _BELOW_SHANK,
            body="solid-carbide" if spiral else "tipped",
            plunges=True,
            up_cut_tip=5.0 if profile == "compression" else None,
            price=round(price),
            marked_max_rpm=24_000 if diameter <= 16 else 20_000,
        )
    )


@lru_cache(maxsize=8)
def catalogue(shanks: tuple[float, ...]) -> tuple[Bit, ...]:
    """The bits that are sold on these shanks, in mm."""
    return tuple(_all(shanks))


def _all(shanks: Iterable[float]) -> Iterator[Bit]:
    for shank in shanks:
        yield from _straight(shank)
        yield from _spirals(shank)
        yield from _edges(shank)
        yield from _grooves(shank)


def collet_name(shank: float) -> str:
    """What a collet is called in a list of things to buy.

    >>> collet_name(8)
    '8 mm collet'"""
    return f"{shank_name(shank)} collet"
