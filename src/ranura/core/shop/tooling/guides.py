"""Guides a shop owns (R8 to R10): bushings, rings, edge guides, straightedges, spacers, trammels, sleds, jigs. Lengths in mm."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core.geometry import closeness
from ranura.core.shop import refusals
from ranura.core.text import refusals as common_refusals
from ranura.core.text.errors import ToolError


def _positive(thing: object, *names: str) -> None:
    for name in names:
        value = getattr(thing, name)
        if value is not None and value <= 0:
            raise ToolError(common_refusals.SIZE_NOT_POSITIVE, field=name, name=name.replace("_", " "))


@dataclass(frozen=True, kw_only=True, slots=True)
class Bushing:
    """A guide bushing: outside, bore and length of its collar, and the plate system it fits. `bore` None: not known."""

    id: str
    name: str
    outside: float
    bore: float | None = None
    length: float | None = None
    plate: str | None = None
    kind: Literal["bushing"] = "bushing"

    def __post_init__(self) -> None:
        _positive(self, "outside", "bore", "length")
        if self.bore is not None and not self.bore < self.outside:
            raise ToolError(refusals.BORE_TOO_WIDE, field="bore", bore=self.bore, od=self.outside)


@dataclass(frozen=True, kw_only=True, slots=True)
class InlaySet:
    """A bushing and the ring that is pushed over it for the recess of an inlay (R10)."""

    id: str
    name: str
    bushing_outside: float
    ring_outside: float
    kind: Literal["inlay-set"] = "inlay-set"

    def __post_init__(self) -> None:
        _positive(self, "bushing_outside", "ring_outside")
        if not self.bushing_outside < self.ring_outside:
            raise ToolError(refusals.BORE_TOO_WIDE, field="ring_outside", bore=self.bushing_outside, od=self.ring_outside)


@dataclass(frozen=True, kw_only=True, slots=True)
class EdgeGuide:
    """A guide on rods: from and to which distance of wall and edge it reaches, and whether its gap at the bit is closed."""

    id: str
    name: str
    nearest: float
    farthest: float
    gap_closed: bool
    kind: Literal["edge-guide"] = "edge-guide"

    def __post_init__(self) -> None:
        _positive(self, "farthest")
        if not 0 <= self.nearest < self.farthest:
            raise ToolError(refusals.RANGE_BACKWARDS, field="nearest", low=self.nearest, high=self.farthest)


@dataclass(frozen=True, kw_only=True, slots=True)
class Straightedge:
    """A straightedge to clamp: its length, its width, and how high it stands under handles."""

    id: str
    name: str
    length: float
    width: float | None = None
    height: float | None = None
    kind: Literal["straightedge"] = "straightedge"

    def __post_init__(self) -> None:
        _positive(self, "length", "width", "height")


@dataclass(frozen=True, kw_only=True, slots=True)
class Spacer:
    """A strip that stands between guide and base, or work, while the first lane of a wide cut is run."""

    id: str
    name: str
    thickness: float
    kind: Literal["spacer"] = "spacer"

    def __post_init__(self) -> None:
        _positive(self, "thickness")


@dataclass(frozen=True, kw_only=True, slots=True)
class Trammel:
    """A trammel: the smallest and the largest radius it turns, from pivot to axis."""

    id: str
    name: str
    nearest: float
    farthest: float
    kind: Literal["trammel"] = "trammel"

    def __post_init__(self) -> None:
        _positive(self, "nearest", "farthest")
        if not self.nearest < self.farthest:
            raise ToolError(refusals.RANGE_BACKWARDS, field="nearest", low=self.nearest, high=self.farthest)


SLED_ABOVE = 28.0
"""mm: a bed of 18 mm with 10 mm of air below it."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Sled:
    """A sled on rails for flattening: the widest and the longest work it spans.

    `above_work` is how high it holds the router's base above the work: its bed and the air below it; None while nobody measured
    it.
    """

    id: str
    name: str
    span: float
    length: float
    above_work: float | None = None
    kind: Literal["sled"] = "sled"

    def __post_init__(self) -> None:
        _positive(self, "span", "length")
        if self.above_work is not None:
            _positive(self, "above_work")

    @property
    def reach(self) -> float:
        """How far a bit must reach to the work's face, in mm; of a sled that was not measured as much as a thick bed and its air
        take."""
        return SLED_ABOVE if self.above_work is None else self.above_work


@dataclass(frozen=True, kw_only=True, slots=True)
class KeyedSled:
    """A sled for box joints over a table: how wide its key is, which fills the slot cut before, how thick its floor is, and how
    high its face, which the work leans on."""

    id: str
    name: str
    key: float
    floor: float
    high: float
    kind: Literal["keyed-sled"] = "keyed-sled"

    def __post_init__(self) -> None:
        _positive(self, "key", "floor", "high")


@dataclass(frozen=True, kw_only=True, slots=True)
class Comb:
    """A comb for half-blind dovetails, bound to one bushing and one dovetail bit (R14): from one finger to the next, how wide its
    slots are and how many, the boards with tails that it is made for, its own thickness; outside the bushing, and the bit's
    widest diameter and its flanks' degrees from the axis.

    Fingers and slots end round. How long they are follows from `sides`: the sockets are as long then as the tails are thick.
    """

    id: str
    name: str
    pitch: float
    slot: float
    slots: int
    sides: float
    thickness: float
    bushing: float
    bit_diameter: float
    angle: float
    kind: Literal["comb"] = "comb"

    def __post_init__(self) -> None:
        _positive(self, "pitch", "slot", "slots", "sides", "thickness", "bushing", "bit_diameter", "angle")
        if not self.slot < self.pitch:
            raise ToolError(refusals.SLOT_WITHOUT_FINGER, field="slot", slot=self.slot, pitch=self.pitch)
        if not self.bushing <= self.slot:
            raise ToolError(refusals.BUSHING_WIDER_THAN_SLOT, field="bushing", od=self.bushing, slot=self.slot)
        if not self.angle < _STEEPEST:
            raise ToolError(refusals.ANGLE_TOO_WIDE, field="angle", angle=self.angle, limit=_STEEPEST)


@dataclass(frozen=True, kw_only=True, slots=True)
class CombPair:
    """Two combs for through dovetails, bound to one bushing, a dovetail bit and a straight bit (R14): a straight one for tails,
    and one with tapered fingers, which lean as the dovetail bit's flanks do, for pins.

    For both from one slot or finger to the next; of the straight one how wide its slots are and how many; of the tapered one how
    wide its fingers are at their tips, where they are narrowest.
    """

    id: str
    name: str
    pitch: float
    slot: float
    slots: int
    tip: float
    thickness: float
    bushing: float
    bit_diameter: float
    angle: float
    straight: float
    kind: Literal["comb-pair"] = "comb-pair"

    def __post_init__(self) -> None:
        _positive(self, "pitch", "slot", "slots", "tip", "thickness", "bushing", "bit_diameter", "angle", "straight")
        if not self.slot < self.pitch:
            raise ToolError(refusals.SLOT_WITHOUT_FINGER, field="slot", slot=self.slot, pitch=self.pitch)
        if not self.bushing <= self.slot:
            raise ToolError(refusals.BUSHING_WIDER_THAN_SLOT, field="bushing", od=self.bushing, slot=self.slot)
        if not self.straight < self.bushing:
            raise ToolError(refusals.STRAIGHT_WIDER_THAN_BUSHING, field="straight", wide=self.straight, od=self.bushing)
        if not self.angle < _STEEPEST:
            raise ToolError(refusals.ANGLE_TOO_WIDE, field="angle", angle=self.angle, limit=_STEEPEST)


@dataclass(frozen=True, kw_only=True, slots=True)
class MatchedSet:
    """A matched set for frames (R14): a stile and rail bit of a radius for the edges, and the coping bit that fits it for the
    ends, with the groove that the one cuts and the tongue that the other leaves; the boards' thickness that it is for, least and
    most; and how high its set-up block sets the edges' bit over the table."""

    id: str
    name: str
    radius: float
    groove: float
    tongue: float
    least: float
    most: float
    block: float
    kind: Literal["matched-set"] = "matched-set"

    def __post_init__(self) -> None:
        _positive(self, "radius", "groove", "tongue", "least", "most", "block")
        if not self.least < self.most:
            raise ToolError(refusals.RANGE_BACKWARDS, field="least", low=self.least, high=self.most)
        if not self.tongue <= self.groove:
            raise ToolError(refusals.TONGUE_OVER_GROOVE, field="tongue", tongue=self.tongue, groove=self.groove)
        if not self.block <= self.least:
            raise ToolError(refusals.BLOCK_OVER_BOARD, field="block", block=self.block, least=self.least)


_STEEPEST = 45.0


@dataclass(frozen=True, kw_only=True, slots=True)
class TJig:
    """A cut-line jig whose notch was cut by one router and bit: valid for that pair, while both stay as they were (R8).

    `bit_diameter` and `base_to_axis` are what they measured when it was made.
    """

    id: str
    name: str
    router_id: str
    bit_id: str
    bit_diameter: float
    base_to_axis: float
    kind: Literal["t-jig"] = "t-jig"

    def __post_init__(self) -> None:
        _positive(self, "bit_diameter", "base_to_axis")

    def holds(self, *, bit_diameter: float, base_to_axis: float) -> bool:
        """Whether its notch is still the line of its pair, by what the pair measures now, in mm."""
        return closeness.same(self.bit_diameter, bit_diameter) and closeness.same(self.base_to_axis, base_to_axis)


Guide = Bushing | InlaySet | EdgeGuide | Straightedge | Spacer | Trammel | Sled | KeyedSled | Comb | CombPair | MatchedSet | TJig
