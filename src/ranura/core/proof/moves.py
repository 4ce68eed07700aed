"""What a plan does, as moves in order of work, with the bodies around them and the settings they are made in (R21).

Board coordinates: x from the left end, y from the near edge, z from the back face (0) to the shown face (T), mm; they never move.
A setting's frame places the worked surface: a point of a path is origin + u·x + v·y, and x × y points out of the wood, to the
motor. A depth goes against it, and is negative above the surface. Looked at from there the bit turns clockwise, by hand and over
a table.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import Final, Literal

from ranura.core.geometry.placing import Vector3
from ranura.core.geometry.rings import Point, Ring, circle_ring
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.profiles import BEARING_HEIGHT, SCREW_HEIGHT
from ranura.core.shop.tooling.routers import Base, BaseKind, Mounting

PLAN_VERSION: Final = 1
"""Of the JSON of moves, settings and bodies."""

ON_STANDS: Final = "stands"
"""How work is held over a table with stands or rollers beside it, at both sides."""

FLANK: Final = 0.82
"""Of a bit's radius: what lies further out is its flank. A side is fresh where the flank meets wood: a widening pass moves on by
0.9 of the width at most (R8), and a lane wider than the radius reaches beyond the axis while its other flank runs free."""

MoveKind = Literal[
    "set", "start", "enter", "plunge", "ramp", "cut", "leave", "lift", "return", "stop", "turn-over", "shift"
]  # fmt: skip
Fresh = Literal["left", "right", "both", "none"]
Changed = Literal["bit", "speed", "depth", "turret", "spacer", "guide", "clamp", "block", "template", "ring", "board", "held"]
Role = Literal[
    "work", "backer", "below", "support", "template", "fence", "block", "pin", "clamp", "vice", "bench", "table", "carrier",
    "sled", "feather-board",
]  # fmt: skip
GuideKind = Literal["fence", "edge-guide", "bearing", "bushing", "pivot", "rails", "freehand"]
Hands = Literal["handles", "flat", "push-sticks", "push-blocks", "sled", "carrier"]


Stretch = tuple[float, float]
"""From where to where of a way, in mm from its beginning."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Change:
    """What is changed while nothing turns, and to what."""

    what: Changed
    to: str | float

    def __post_init__(self) -> None:
        # Typed depths and speeds may be whole; in JSON they are numbers like all others.
        if isinstance(self.to, int):
            object.__setattr__(self, "to", float(self.to))


@dataclass(frozen=True, kw_only=True, slots=True)
class Move:
    """One thing that is done."""

    kind: MoveKind
    setting: int
    """Its index, 0 first."""
    station: int | None
    """1 first; None where nothing repeats."""
    path: tuple[Point, ...] = ()
    """Of the bit's axis in the frame of its setting; one point where nothing travels."""
    from_depth: float | None = None
    """Of the bit's lowest point that cuts."""
    to_depth: float | None = None
    turning: bool = False
    fresh: Fresh | None = None
    """On which side of the heading it finds wood that is still there; None where nothing is cut."""
    feed_m_min: float | None = None
    seconds: float | None = None
    slow: tuple[Stretch, ...] = ()
    """Of its way, where the bit goes no faster than a hand does behind a corner (R4)."""
    about: Literal["length", "width"] | None = None
    """About what a board is turned over, half a turn."""
    changes: tuple[Change, ...] = ()


@dataclass(frozen=True, kw_only=True, slots=True)
class Surface:
    """Where a worked surface lies in the board's coordinates."""

    origin: Vector3
    x: Vector3
    y: Vector3


@dataclass(frozen=True, kw_only=True, slots=True)
class Collar:
    """A bearing of a bit: from and to which height above the lowest point that cuts, and its radius."""

    z0: float
    z1: float
    r: float


@dataclass(frozen=True, kw_only=True, slots=True)
class Cutter:
    """What turns."""

    id: str
    silhouette: tuple[tuple[float, float, float], ...]
    """z, r and bulge of each corner, from the tip upwards (R12)."""
    cuts_at_end: bool
    shank_r: float
    bearings: tuple[Collar, ...]
    screw_z: float | None
    """How far the screw of a tip bearing reaches, below the lowest point that cuts."""


@dataclass(frozen=True, kw_only=True, slots=True)
class BaseShape:
    """What the router stands on, around its axis."""

    kind: BaseKind
    ring: Ring
    opening: float | None
    handle_reach: float | None


@dataclass(frozen=True, kw_only=True, slots=True)
class GuidePlace:
    """What guides the bit in a setting."""

    kind: GuideKind
    body: str | None
    """The id of the body that it is or runs along."""
    r: float | None
    """Of a bearing, a bushing, or a pivot's arm."""
    z0: float | None
    z1: float | None
    at: Point | None
    """Where a pivot stands, in the frame."""
    spacer: float


@dataclass(frozen=True, kw_only=True, slots=True)
class MachineSetting:
    """A router with a bit at one setting of its guides."""

    router_id: str
    base: BaseShape
    mounting: Mounting
    bit: Cutter
    rpm: float
    frame: Surface
    guides: tuple[GuidePlace, ...]
    hold: str
    hands: Hands

    @property
    def round_the_bit(self) -> bool:
        """Whether work is turned round the bit over a table, on a bearing alone, from a starting pin on."""
        return self.mounting == "table" and bool(self.guides) and all(guide.kind == "bearing" for guide in self.guides)


@dataclass(frozen=True, kw_only=True, slots=True)
class Body:
    """Something that is there: a prism between two heights."""

    id: str
    role: Role
    piece: int | None
    """Which of the pieces that are cut together, 0 first; None of all else, and of scrap that is cut along with them."""
    ring: Ring
    holes: tuple[Ring, ...]
    z0: float
    z1: float
    held_by: tuple[str, ...]
    from_move: int
    to_move: int | None
    """The first move that it is gone for; None where it stays."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Program:
    """All that a plan does: what is there, the settings, and the moves in order of work."""

    bodies: tuple[Body, ...]
    settings: tuple[MachineSetting, ...]
    moves: tuple[Move, ...]
    along: tuple[tuple[int, str], ...] = ()
    """What each run is along, from the move that switches on for it, where one after another is run."""


_KEPT = 64
"""Bits and bases that are kept as they turn and stand, since a plan asks for the same ones at every place."""


def shown_face(thickness: float) -> Surface:
    """The shown face, worked from above."""
    return Surface(origin=(0.0, 0.0, thickness), x=(1.0, 0.0, 0.0), y=(0.0, 1.0, 0.0))


def back_face(length: float, width: float, about: Literal["length", "width"]) -> Surface:
    """The back face of a board that was turned over, worked from above."""
    if about == "length":
        return Surface(origin=(0.0, width, 0.0), x=(1.0, 0.0, 0.0), y=(0.0, -1.0, 0.0))
    return Surface(origin=(length, 0.0, 0.0), x=(-1.0, 0.0, 0.0), y=(0.0, 1.0, 0.0))


@lru_cache(_KEPT)
def cutter_of(bit: Bit) -> Cutter:
    """A bit as it turns.

    Rule: R12 silhouette
    Formula: a tip bearing lies below z = 0, a shank bearing above the cutter
    Source: how the trade makes them"""
    bearings: list[Collar] = []
    screw = None
    r = (bit.bearing or 0.0) / 2
    if bit.bearing_place in ("tip", "both") and r:
        bearings.append(Collar(z0=-BEARING_HEIGHT, z1=0.0, r=r))
        screw = -BEARING_HEIGHT - SCREW_HEIGHT
    if bit.bearing_place in ("shank", "both") and r:
        bearings.append(Collar(z0=bit.cutting_length, z1=bit.cutting_length + BEARING_HEIGHT, r=r))
    return Cutter(
        id=bit.id,
        silhouette=tuple((corner.z, corner.r, corner.bulge) for corner in bit.silhouette),
        cuts_at_end=bit.can_plunge is True,
        shank_r=bit.shank / 2,
        bearings=tuple(bearings),
        screw_z=screw,
    )


@lru_cache(_KEPT)
def base_of(base: Base) -> BaseShape:
    """A base around its axis: round, or as a rectangle with its guided side and its ends where they were measured."""
    half = base.across / 2
    if base.round:
        ring = circle_ring((0.0, 0.0), half)
    else:
        front, back = base.front or half, base.back or half
        ring = ((-half, -back), (half, -back), (half, front), (-half, front))
    return BaseShape(kind=base.kind, ring=ring, opening=base.opening, handle_reach=base.handle_reach)
