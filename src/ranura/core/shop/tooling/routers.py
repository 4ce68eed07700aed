"""Routers: motor, dial, collets and bases. A base is known by its outline and by the sides that can run along a fence."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise
from typing import Literal

from ranura.core.geometry import closeness
from ranura.core.shop import refusals
from ranura.core.text import refusals as common_refusals
from ranura.core.text.errors import ToolError

RouterClass = Literal["trim", "mid-size", "large"]
BaseKind = Literal["fixed", "plunge", "table"]
Mounting = Literal["hand", "table"]
Weight = Literal["light", "middle", "heavy"]


@dataclass(frozen=True, kw_only=True, slots=True)
class DialPosition:
    """One position of a speed dial."""

    setting: float | str
    """A number or a letter."""
    rpm: float
    """The speed it gives."""
    measured: bool = False
    """Whether `rpm` was measured."""
    manual_rpm: float | None = None
    """What the manual says, where that is known beside a measured speed."""


@dataclass(frozen=True, kw_only=True, slots=True)
class GuidedSide:
    """A side of a base that runs along a guide: its distance from the bit's axis in mm, and whether that was measured."""

    name: str
    distance: float
    measured: bool


@dataclass(frozen=True, kw_only=True, slots=True)
class Sleeve:
    """A reducing sleeve: it holds a thinner shank in a larger collet, with less grip and more run-out. Both in mm."""

    shank: float
    collet: float


@dataclass(frozen=True, kw_only=True, slots=True)
class Base:
    """A base of a router, in mm."""

    kind: BaseKind
    round: bool
    across: float
    """Its width or diameter."""
    sides: tuple[GuidedSide, ...]
    """The first is the marked one."""
    opening: float | None = None
    """How wide its hole is; None where that is not known."""
    handle_reach: float | None = None
    """How far the handles stand out from the axis, to the side."""
    front: float | None = None
    """From the axis to its edge, along the feed."""
    back: float | None = None
    """The same, against the feed."""
    collet_height: float | None = None
    """How near the collet comes to the underside."""
    plunge_travel: float | None = None
    turret: tuple[float, ...] = ()
    """The steps of a plunge turret below its highest one."""
    rods: float | None = None
    """How far the rods of an edge guide reach."""
    adjuster_mm_per_turn: float | None = None
    plate: str | None = None
    """The system of its bushings."""
    rings: tuple[float, ...] = ()
    """The openings of a table's rings."""

    def __post_init__(self) -> None:
        for name in ("across", "opening", "handle_reach", "front", "back", "plunge_travel", "rods", "adjuster_mm_per_turn"):
            value = getattr(self, name)
            if value is not None and value <= 0:
                raise ToolError(common_refusals.SIZE_NOT_POSITIVE, field=name, name=name.replace("_", " "))
        if not self.sides:
            raise ToolError(refusals.NO_SIDE, field="sides")
        for side in self.sides:
            if side.distance <= 0:
                raise ToolError(common_refusals.SIZE_NOT_POSITIVE, field="sides", name="the distance to a guided side")
            if closeness.over(side.distance, self.across):
                raise ToolError(refusals.SIDE_INSIDE_BASE, field="sides", distance=side.distance, across=self.across)


@dataclass(frozen=True, kw_only=True, slots=True)
class Router:
    """A router. Raises `ToolError`."""

    id: str
    name: str
    router_class: RouterClass
    rated_input_w: float
    """What its plate says."""
    min_rpm: float
    max_rpm: float
    dial: tuple[DialPosition, ...]
    """From slow to fast; empty where it is not known."""
    stepped: bool
    collets: tuple[float, ...]
    """The nominal sizes that are owned for it."""
    bases: tuple[Base, ...]
    speed_hold: bool = True
    soft_start: bool = False
    collet_bore: float | None = None
    """How long they grip at most, in mm."""
    sleeves: tuple[Sleeve, ...] = ()
    weight: Weight | None = None
    archived: bool = False
    assumed: tuple[str, ...] = ()
    """Its figures that nobody has looked at yet (`core/shop/assumed.py`)."""

    def __post_init__(self) -> None:
        if not 0 < self.min_rpm <= self.max_rpm:
            raise ToolError(refusals.SPEED_RANGE, field="min_rpm", max_rpm=self.max_rpm)
        if self.rated_input_w <= 0:
            raise ToolError(common_refusals.SIZE_NOT_POSITIVE, field="rated_input_w", name="the rated input")
        if not self.collets:
            raise ToolError(refusals.NO_COLLET, field="collets")
        if any(collet <= 0 for collet in self.collets):
            raise ToolError(common_refusals.SIZE_NOT_POSITIVE, field="collets", name="a collet")
        if not self.bases:
            raise ToolError(refusals.NO_BASE, field="bases")
        for sleeve in self.sleeves:
            if not 0 < sleeve.shank < sleeve.collet:
                raise ToolError(refusals.SLEEVE_BACKWARDS, field="sleeves")
        check_dial(self.dial, stepped=self.stepped)
        for position in self.dial:
            if not 0 < position.rpm <= 1.2 * self.max_rpm:
                raise ToolError(refusals.DIAL_RANGE, field="dial", setting=str(position.setting), rpm=position.rpm)

    @property
    def mounting(self) -> Mounting:
        """Hand-held unless all it has is a table."""
        return "table" if all(base.kind == "table" for base in self.bases) else "hand"

    def has_collet(self, shank: float) -> bool:
        """Whether a collet of exactly this nominal shank is there; 12 mm is not 1/2 in."""
        return any(closeness.same(collet, shank) for collet in self.collets)

    def sleeve_for(self, shank: float) -> Sleeve | None:
        """The reducing sleeve that holds this shank in a collet that is there, if any."""
        fits = (each for each in self.sleeves if closeness.same(each.shank, shank) and self.has_collet(each.collet))
        return next(fits, None)


def check_dial(dial: tuple[DialPosition, ...], *, stepped: bool) -> None:
    """Raises `ToolError` on `dial` for a table of positions that cannot be read (R2.9)."""
    in_order = sorted(dial, key=lambda position: position.rpm)
    for slow, fast in pairwise(in_order):
        if slow.rpm == fast.rpm or slow.setting == fast.setting:
            raise ToolError(refusals.DIAL_TWICE, field="dial")
    if stepped:
        return
    if any(isinstance(position.setting, str) for position in in_order):
        raise ToolError(refusals.DIAL_LETTERS, field="dial")
    settings = [float(position.setting) for position in in_order]
    if settings not in (sorted(settings), sorted(settings, reverse=True)):
        raise ToolError(refusals.DIAL_ORDER, field="dial")
