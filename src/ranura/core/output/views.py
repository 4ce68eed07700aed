"""The drawing as data: shapes in mm with roles. Screen and paper only dress them.

Plan view: seen from above, x to the right, y away from the person. Section: looking away from the person (+y), so that left
in the plan is left in the section; x to the right, z up, the board's underside at 0.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from ranura.core.board.pieces import Side
from ranura.core.geometry.rings import Point
from ranura.core.shop.tooling.routers import Base
from ranura.core.text.forms import FieldPath
from ranura.core.text.lengths import Length, Unit, as_typed
from ranura.core.text.writing import Shown, Text, write

Role = Literal[
    "work",
    "waste",
    "pass",
    "bit",
    "guide",
    "spacer",
    "base",
    "clamp",
    "backer",
    "path",
    "hazard",
    "lifts",
    "opening",
    "bearing",
    "sweep",
    "stop",
    "template",
    "aid",
]


@dataclass(frozen=True, kw_only=True, slots=True)
class Outline:
    """A closed outline of straight lines, or of a circle cut by a flat (`points` then follow the arc closely)."""

    role: Role
    points: tuple[Point, ...]
    label: Text | None = None


@dataclass(frozen=True, kw_only=True, slots=True)
class Arrow:
    """An arrow from `start` to `end`."""

    role: Role
    start: Point
    end: Point
    label: Text | None = None
    turn: Literal["clockwise", "counter-clockwise"] | None = None
    """The sense of a rotation; the arrow's radius is then the distance between its ends."""
    climb: bool = False
    """It is run with the rotation."""
    beside: bool = False
    """Its words stand behind its tail, where others would stand under it."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Mark:
    """A sign at a point: where a run begins or ends, where to stand, which way the grain runs, a trammel's pivot, a finding of
    the proof, a name, the number of a stretch on which fibres lift. `direction` is its own."""

    kind: Literal["start", "end", "stand", "grain", "pivot", "finding", "name", "lift"]
    at: Point
    direction: Point
    text: Text | None = None


@dataclass(frozen=True, kw_only=True, slots=True)
class EdgeMark:
    """An edge that can be chosen, `inside` that of an opening; `number` is its place in the order of work, None while it is
    left."""

    ref: str
    name: str
    points: tuple[Point, ...]
    closed: bool
    inside: bool
    number: int | None


@dataclass(frozen=True, kw_only=True, slots=True)
class Dimension:
    """A distance along an axis, drawn `offset` mm beside its two points (positive: up). `field` names what typing it changes."""

    start: Point
    end: Point
    offset: float
    text: Text
    field: FieldPath | None = None
    vertical: bool = False
    name: str = ""


@dataclass(frozen=True, kw_only=True, slots=True)
class HandleAxis:
    """A dimension that a pull along one axis changes: its value now, in mm, and whether it grows (1) or shrinks to the right or
    upwards; it stays at `least`, and goes on in steps."""

    field: FieldPath
    value: float
    grows: Literal[1, -1]
    least: float = 0.1
    step: float = 0.1
    unit: Unit = "mm"


@dataclass(frozen=True, kw_only=True, slots=True)
class BitHandle:
    """Where the bit is taken to move it, and what it changes then: up and down, and right and left."""

    at: Point
    upright: HandleAxis
    sideways: HandleAxis


@dataclass(frozen=True, kw_only=True, slots=True)
class DragHandle:
    """What can be taken and dragged: the dimension it changes, where it is taken, how much the dimension grows for a mm along x
    and y, its value now, and values that it snaps to; all mm. `other` is a second dimension that the same pull changes. `opens`:
    pulled down to nothing it is no dimension any more, since the cut runs out there."""

    field: FieldPath
    points: tuple[Point, ...]
    direction: Point
    value: float
    snaps: tuple[float, ...] = ()
    other: DragHandle | None = None
    opens: bool = False
    step: float = 0.5
    unit: Unit = "mm"
    name: str = ""
    """That of its blank."""
    shown: Shown | None = None
    """Its value as it is read."""
    most: float = 0.0
    """How far it may go at most, from 0."""


@dataclass(frozen=True, kw_only=True, slots=True)
class ClampMark:
    """A clamp that can be moved along the board's sides: its place and its foot; `clashes` when it is in the way."""

    side: Side
    at: float
    points: tuple[Point, ...]
    clashes: bool
    shown: Shown
    """Its place as it is read."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Break:
    """Where a long view is broken: along which axis, at which x or y, and how many mm of the board are left out there."""

    axis: Literal["x", "y"]
    at: float
    hidden: float


@dataclass(frozen=True, kw_only=True, slots=True)
class View:
    """One view of a drawing."""

    name: Literal["plan", "section", "side", "detail"]
    frame: tuple[float, float, float, float]
    """x0, y0, x1, y1 in mm."""
    caption: Text
    outlines: tuple[Outline, ...]
    """In order of painting."""
    arrows: tuple[Arrow, ...]
    dimensions: tuple[Dimension, ...]
    marks: tuple[Mark, ...] = ()
    edges: tuple[EdgeMark, ...] = ()
    """What can be chosen."""
    handle: BitHandle | None = None
    """Where the bit is taken to move it."""
    handles: tuple[DragHandle, ...] = ()
    """What else can be dragged."""
    clamps: tuple[ClampMark, ...] = ()
    """What can be moved along the board's sides."""
    board: tuple[float, float] | None = None
    """Its length and width."""
    breaks: tuple[Break, ...] = ()
    """Where it is broken, from left to right or from below."""


def box(x0: float, y0: float, x1: float, y1: float) -> tuple[Point, ...]:
    """The corners of a rectangle, counter-clockwise."""
    return ((x0, y0), (x1, y0), (x1, y1), (x0, y1))


def base_outline(base: Base, *, axis: Point, guided: float, towards: int) -> tuple[Point, ...]:
    """A base around the bit's axis with its guided side turned to the fence.

    A round base is a circle whose guided flat lies `guided` mm from the axis; a square one has half its width all round."""
    half = base.across / 2
    if not base.round:
        near, far = axis[0] + towards * guided, axis[0] - towards * half
        return box(min(near, far), axis[1] - half, max(near, far), axis[1] + half)
    flat = math.acos(min(1.0, guided / half))
    steps = 72
    turn = 0.0 if towards > 0 else math.pi
    angles = [turn + flat + (2 * math.pi - 2 * flat) * i / steps for i in range(steps + 1)]
    return tuple((axis[0] + half * math.cos(a), axis[1] + half * math.sin(a)) for a in angles)


def circle(at: Point, radius: float, *, steps: int = 36) -> tuple[Point, ...]:
    """A circle as points, counter-clockwise."""
    turns = (2 * math.pi * i / steps for i in range(steps))
    return tuple((at[0] + radius * math.cos(a), at[1] + radius * math.sin(a)) for a in turns)


def typed_dimension(
    field: FieldPath, start: Point, end: Point, typed: Length, *, vertical: bool, offset: float = 0.0
) -> Dimension:
    """A dimension that is typed where it stands, with the text as it was typed."""
    return Dimension(start=start, end=end, offset=offset, text=write(as_typed(typed)), field=field, vertical=vertical, name=field)
