"""Router bits: what a person types of one, what follows from it, and what cannot be.

Every bit is a solid of revolution whose silhouette follows from the sizes that the trade prints on it
(`ranura.core.tooling.profiles`). Lengths in mm.
"""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

from ranura.core.geometry import closeness
from ranura.core.shop import refusals
from ranura.core.shop.tooling.profiles import (
    BEARING_HEIGHT,
    FLAT_ENDED,
    KINDS,
    BearingPlace,
    Kind,
    Profile,
    SizeField,
    Sizes,
    derived_diameter,
    derived_length,
    silhouette,
)
from ranura.core.shop.tooling.silhouettes import Corner
from ranura.core.text.errors import BitError

State = Literal["sharp", "worn", "dull"]
Body = Literal["tipped", "solid-carbide", "steel"]

NOMINAL_SHANKS: dict[float, str] = {
    3.175: "1/8 in",
    6.0: "6 mm",
    6.35: "1/4 in",
    8.0: "8 mm",
    9.525: "3/8 in",
    12.0: "12 mm",
    12.7: "1/2 in",
}
"""The shanks and collets of the trade, by diameter in mm."""

FILLET = 2.0
"""mm above the cutter that must stay outside the collet: fillet and paint."""

_USUAL_CHAMFER = 45.0
_SHANK_UNDER, _SHANK_OVER = 0.05, 0.02


def shank_name(diameter: float) -> str:
    """What the trade calls a shank or collet of this diameter in mm.

    >>> shank_name(12.7), shank_name(12)
    ('1/2 in', '12 mm')"""
    return NOMINAL_SHANKS.get(round(diameter, 3)) or f"{diameter:g} mm"


def nominal_shank(measured: float) -> float:
    """The nominal size that a measured shank belongs to: within −0.05 and +0.02 mm of it, else what was measured (R17).

    >>> nominal_shank(12.68), nominal_shank(12.3)
    (12.7, 12.3)"""
    for nominal in NOMINAL_SHANKS:
        if nominal - _SHANK_UNDER - 1e-9 <= measured <= nominal + _SHANK_OVER + 1e-9:
            return nominal
    return measured


_IN_HAND = 0.5
"""mm of cutting edge above the face, below a shank that is wider (R3)."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Bit:
    """A bit. Of `diameter`, `cutting_length`, `radius`, `width`, `angle`, `bearing`, `head`, `neck` and `up_cut_tip` those
    are given that its profile prints; `diameter` (the largest) and `cutting_length` follow where they can, and must agree
    where both are given. None means not known, or not there.

    `bearings` are the other bearings owned for it. `marked_max_rpm` is what is marked on it. Raises `BitError` with the
    field for a bit that cannot be.
    """

    id: str
    name: str
    profile: Profile
    shank: float
    flutes: int = 2
    diameter: float = 0.0
    cutting_length: float = 0.0
    radius: float | None = None
    width: float | None = None
    angle: float | None = None
    bearing: float | None = None
    head: float | None = None
    neck: float | None = None
    up_cut_tip: float | None = None
    bearings: tuple[float, ...] = ()
    overall_length: float | None = None
    body: Body = "tipped"
    plunges: bool | None = None
    marked_max_rpm: float | None = None
    price: float | None = None
    state: State = "sharp"
    metres_cut: float = 0.0
    archived: bool = False
    assumed: tuple[str, ...] = ()
    """Its figures that nobody has looked at yet (`core/shop/assumed.py`)."""

    def __post_init__(self) -> None:
        kind = KINDS.get(self.profile)
        if kind is None:
            raise BitError(refusals.UNKNOWN_PROFILE, field="profile", profile=self.profile)
        _check_numbers(self)
        _check_belongs(self, kind)
        if self.angle is None and self.profile == "chamfer":
            object.__setattr__(self, "angle", _USUAL_CHAMFER)
        self._derive()
        if self.bearing is None and kind.bearing is not None and kind.makes == "templates":
            object.__setattr__(self, "bearing", self.diameter)
        for size in kind.sizes:
            if not getattr(self, size) and size not in kind.optional:
                raise BitError(refusals.SIZE_MISSING, field=size, profile=kind.name, size=SIZE_NAMES[size])
        _check_shape(self)

    def _derive(self) -> None:
        """Sets largest diameter and cutting length where they follow; raises BitError where both are given and disagree."""
        radius, width, angle, bearing = self.radius or 0.0, self.width or 0.0, self.angle or 0.0, self.bearing or 0.0
        length = derived_length(self.profile, diameter=self.diameter, radius=radius, width=width, angle=angle)
        if length is not None:
            if not self.cutting_length:
                object.__setattr__(self, "cutting_length", length)
            elif closeness.under(self.cutting_length, length):
                raise BitError(refusals.SHORTER_THAN_PROFILE, field="cutting_length", length=self.cutting_length, profile=length)
        diameter = derived_diameter(
            self.profile, radius=radius, width=width, angle=angle, bearing=bearing, length=self.cutting_length
        )
        if diameter is not None:
            if self.diameter and abs(self.diameter - diameter) > 0.05:
                raise BitError(refusals.DIAMETER_DISAGREES, field="diameter", given=self.diameter, derived=diameter)
            object.__setattr__(self, "diameter", diameter)

    @property
    def cuts_to(self) -> float:
        """How deep it may cut, in mm: as far as it cuts, and half a millimetre less where a wider shank would rub on the face."""
        return self.cutting_length - (_IN_HAND if self.shank > self.diameter else 0.0)

    @property
    def kind(self) -> Kind:
        """What its profile is and does."""
        return KINDS[self.profile]

    @property
    def sizes(self) -> Sizes:
        """Its sizes, all set."""
        return Sizes(
            diameter=self.diameter,
            cutting_length=self.cutting_length,
            radius=self.radius or 0.0,
            width=self.width or 0.0,
            angle=self.angle or 0.0,
            bearing=self.bearing or 0.0,
            head=self.head or 0.0,
            neck=self.neck or 0.0,
        )

    @property
    def silhouette(self) -> tuple[Corner, ...]:
        """Its cutting edge from the tip upwards."""
        return silhouette(self.profile, self.sizes)

    @property
    def neck_diameter(self) -> float:
        """The thinnest part between cutter and shank: the root of a dovetail, the neck of a T-slot, else shank or cutter."""
        last = self.silhouette[-1].r * 2 if self.profile in ("dovetail", "t-slot", "keyhole", "drawer-lock") else self.diameter
        return min(last, self.shank)

    @property
    def can_plunge(self) -> bool | None:
        """Whether it cuts at its end; None: not known."""
        return self.kind.plunges if self.plunges is None else self.plunges

    @property
    def full_depth_only(self) -> bool:
        """Whether it cuts its whole depth in one pass, after its clearing passes (R3)."""
        return self.kind.full_depth_only

    @property
    def bearing_place(self) -> BearingPlace | None:
        """Where its bearing sits; None without one."""
        return self.kind.bearing if self.bearing else None

    @property
    def bearing_heights(self) -> tuple[tuple[float, float], ...]:
        """From and to which height above its lowest point that cuts each of its bearings sits, in mm."""
        if self.bearing is None:
            return ()
        tip, shank = (-BEARING_HEIGHT, 0.0), (self.cutting_length, self.cutting_length + BEARING_HEIGHT)
        match self.kind.bearing:
            case "tip":
                return (tip,)
            case "shank":
                return (shank,)
            case "both":
                return (tip, shank)
            case _:
                sides = pairwise(self.silhouette)
                return tuple((a.z, b.z) for a, b in sides if not a.bulge and a.r == b.r == self.bearing / 2)

    @property
    def head_length(self) -> float:
        """All below the shank that stays out of the collet: tip bearing, cutter, shank bearing, fillet."""
        tip = BEARING_HEIGHT if self.bearing_place in ("tip", "both") else 0.0
        top = BEARING_HEIGHT if self.bearing_place in ("shank", "both") else 0.0
        return tip + self.cutting_length + top + FILLET

    @property
    def shank_length(self) -> float | None:
        """The plain shank in mm, which alone may go into a collet; None while the overall length is not known."""
        return None if self.overall_length is None else self.overall_length - self.head_length

    @property
    def cuts_channels(self) -> bool:
        """Whether it leaves a flat floor and square walls."""
        return self.profile in FLAT_ENDED


SIZE_NAMES: dict[SizeField, str] = {
    "diameter": "diameter",
    "cutting_length": "cutting length",
    "radius": "radius",
    "width": "width",
    "angle": "angle",
    "bearing": "bearing",
    "head": "height of the head",
    "neck": "neck",
    "up_cut_tip": "up-cut part at the tip",
}

_POSITIVE = ("shank", "flutes", "overall_length", "marked_max_rpm", "price", *SIZE_NAMES)
_MAY_BE_ZERO = frozenset({"price", "diameter", "cutting_length"})


def _check_numbers(bit: Bit) -> None:
    for name in _POSITIVE:
        value = getattr(bit, name)
        if value is not None and (value < 0 or (value == 0 and name not in _MAY_BE_ZERO)):
            raise BitError(refusals.BIT_NOT_POSITIVE, field=name, name=name.replace("_", " "))
    if bit.flutes > 12:
        raise BitError(refusals.TOO_MANY_FLUTES, field="flutes", flutes=bit.flutes)
    if bit.metres_cut < 0:
        raise BitError(refusals.BIT_NOT_POSITIVE, field="metres_cut", name="metres cut")
    if any(bearing <= 0 for bearing in bit.bearings):
        raise BitError(refusals.BIT_NOT_POSITIVE, field="bearings", name="a bearing")


def _check_belongs(bit: Bit, kind: Kind) -> None:
    for size in ("radius", "width", "angle", "bearing", "head", "neck", "up_cut_tip"):
        if getattr(bit, size) is not None and size not in kind.sizes:
            raise BitError(refusals.SIZE_NOT_ITS_OWN, field=size, profile=kind.name, size=SIZE_NAMES[size])


def _check_shape(bit: Bit) -> None:
    angle_limit = 180.0 if bit.profile == "v-groove" else 90.0
    if bit.angle is not None and not bit.angle < angle_limit:
        raise BitError(refusals.ANGLE_TOO_WIDE, field="angle", angle=bit.angle, limit=angle_limit)
    if bit.profile == "dovetail" and bit.silhouette[-1].r <= 0:
        raise BitError(refusals.NO_NECK, field="cutting_length", depth=bit.cutting_length, diameter=bit.diameter)
    if bit.profile == "mitre-lock" and bit.diameter / 2 <= bit.cutting_length:
        raise BitError(refusals.NO_NECK, field="cutting_length", depth=bit.cutting_length, diameter=bit.diameter)
    if bit.neck is not None and not bit.neck < bit.diameter:
        raise BitError(refusals.NECK_TOO_WIDE, field="neck", neck=bit.neck, diameter=bit.diameter)
    if bit.head is not None and not bit.head < bit.cutting_length:
        raise BitError(refusals.HEAD_TOO_HIGH, field="head", head=bit.head, length=bit.cutting_length)
    if bit.up_cut_tip is not None and not bit.up_cut_tip < bit.cutting_length:
        raise BitError(refusals.TIP_TOO_LONG, field="up_cut_tip", tip=bit.up_cut_tip, length=bit.cutting_length)
    if bit.profile in ("drawer-lock", "tongue-and-groove", "mitre-lock") and bit.width is not None:
        limit = {"drawer-lock": bit.diameter / 2, "mitre-lock": bit.cutting_length / 2}.get(bit.profile, bit.cutting_length)
        if not bit.width < limit:
            raise BitError(refusals.WIDER_THAN_CUTTER, field="width", width=bit.width, limit=limit)
    _check_bearings(bit)
    if bit.overall_length is not None and not closeness.over(bit.overall_length, bit.head_length):
        raise BitError(refusals.LONGER_THAN_OVERALL, field="overall_length", head=bit.head_length, overall=bit.overall_length)


def _check_bearings(bit: Bit) -> None:
    if bit.bearing is None:
        return
    if bit.kind.makes == "templates":
        if not closeness.same(bit.bearing, bit.diameter):
            raise BitError(refusals.BEARING_NOT_FLUSH, field="bearing", bearing=bit.bearing, diameter=bit.diameter)
    elif not closeness.under(bit.bearing, bit.diameter):
        raise BitError(refusals.BEARING_TOO_LARGE, field="bearing", bearing=bit.bearing, diameter=bit.diameter)
    for bearing in bit.bearings:
        if not closeness.under(bearing, bit.diameter):
            raise BitError(refusals.BEARING_TOO_LARGE, field="bearings", bearing=bearing, diameter=bit.diameter)
