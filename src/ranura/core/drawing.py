"""The drawing as data: shapes in mm with roles. Screen and paper only dress them.

Plan view: seen from above, x to the right, y away from the person. Section: looking away from the person (+y), so that left
in the plan is left in the section; x to the right, z up, the board's underside at 0.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from ranura.core.cuts.dado import Channel
from ranura.core.cutting.stepping import Pass
from ranura.core.guiding.placing import Fence
from ranura.core.holding import LEAD, Holding, Rect
from ranura.core.text import Text, write
from ranura.core.tooling.bits import Bit
from ranura.core.tooling.routers import Base

Role = Literal[
    "work", "waste", "pass", "bit", "guide", "spacer", "base", "clamp", "backer", "path", "hazard", "opening", "bearing"
]
AskedField = Literal["width", "depth", "position", "size"]
"""The dimensions of a cut that are typed."""
Point = tuple[float, float]


@dataclass(frozen=True, kw_only=True, slots=True)
class Outline:
    """A closed outline of straight lines, or of a circle cut by a flat (`points` then follow the arc closely)."""

    role: Role
    points: tuple[Point, ...]
    label: Text | None = None


@dataclass(frozen=True, kw_only=True, slots=True)
class Arrow:
    """A way from `start` to `end`; `turn` is the sense of a rotation arrow, whose radius is the distance between them. `climb`:
    it is run with the rotation."""

    role: Role
    start: Point
    end: Point
    label: Text | None = None
    turn: Literal["clockwise", "counter-clockwise"] | None = None
    climb: bool = False


@dataclass(frozen=True, kw_only=True, slots=True)
class Mark:
    """A sign at a point: where a run begins or ends, where to stand, which way the grain runs. `way` is its direction."""

    kind: Literal["start", "end", "stand", "grain"]
    at: Point
    way: Point
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
    field: AskedField | None = None
    vertical: bool = False
    name: str = ""


@dataclass(frozen=True, kw_only=True, slots=True)
class Handle:
    """Where the bit is taken to move it; `deeper` and `wider` say which way, up (1) or down, right (1) or left, it goes then."""

    at: Point
    deeper: Literal[1, -1]
    wider: Literal[1, -1]


@dataclass(frozen=True, kw_only=True, slots=True)
class View:
    """One view: its frame (x0, y0, x1, y1) in mm and what stands in it, in order of painting. `edges` can be chosen; `handle` is
    where the bit is taken to move it."""

    name: Literal["plan", "section"]
    frame: tuple[float, float, float, float]
    caption: Text
    outlines: tuple[Outline, ...]
    arrows: tuple[Arrow, ...]
    dimensions: tuple[Dimension, ...]
    marks: tuple[Mark, ...] = ()
    edges: tuple[EdgeMark, ...] = ()
    handle: Handle | None = None


def box(x0: float, y0: float, x1: float, y1: float) -> tuple[Point, ...]:
    """The corners of a rectangle, counter-clockwise."""
    return ((x0, y0), (x1, y0), (x1, y1), (x0, y1))


def _rect(rect: Rect) -> tuple[Point, ...]:
    return box(rect.x0, rect.y0, rect.x1, rect.y1)


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


def plan_view(
    channel: Channel, *, position: str, bit: Bit, base: Base, guided: float, fence: Fence, spacers: tuple[float, ...],
    holding: Holding,
    heading_text: Text,
) -> View:  # fmt: skip
    """The board from above with fence, first spacer, router, clamps, backer and the way of the feed."""
    up = fence.heading[1] > 0
    first = spacers[0] if spacers else 0.0
    touch = fence.edge - fence.towards * first
    axis = (touch - fence.towards * guided, channel.run * (0.46 if up else 0.54))
    low, high = fence.body
    outlines = [
        Outline(role="work", points=box(0, 0, channel.board_length, channel.run)),
        Outline(role="waste", points=box(channel.left, 0, channel.right, channel.run)),
        Outline(role="guide", points=box(low, fence.span[0], high, fence.span[1]), label=write("straightedge")),
    ]
    if first:
        strip = box(min(fence.edge, touch), 0, max(fence.edge, touch), channel.run)
        outlines.append(Outline(role="spacer", points=strip, label=write("spacer {x:short}, first", x=first)))
    exit_y, outward = (channel.run, 22.0) if up else (0.0, -22.0)
    backer = box(channel.left - 30, min(exit_y, exit_y + outward), channel.right + 30, max(exit_y, exit_y + outward))
    outlines.append(Outline(role="backer", points=backer, label=write("backer")))
    outlines.append(
        Outline(role="base", points=base_outline(base, axis=axis, guided=guided, towards=fence.towards), label=write("base"))
    )
    outlines += [Outline(role="clamp", points=_rect(pad), label=write("clamp")) for pad in holding.clamps]
    ring = bit.diameter / 2
    circle = tuple((axis[0] + ring * math.cos(a), axis[1] + ring * math.sin(a)) for a in _round(36))
    outlines.append(Outline(role="bit", points=circle))
    start_y = -bit.diameter / 2 - LEAD if up else channel.run + bit.diameter / 2 + LEAD
    tail = start_y - 46 if up else start_y + 46
    arrows = (
        Arrow(role="path", start=(axis[0], tail), end=(axis[0], start_y), label=heading_text),
        Arrow(role="bit", start=axis, end=(axis[0] + base.across * 0.22, axis[1]), turn="clockwise"),
    )
    reference = 0.0 if channel.reference_end == "left" else channel.board_length
    near_wall = channel.left if channel.reference_end == "left" else channel.right
    wall = channel.left if fence.towards < 0 else channel.right
    # Dimensions of the board keep away from the feed arrow: they stand on the other edge.
    edge, away = (0.0, -1.0) if not up else (channel.run, 1.0)
    # The fence's distance stands on the board, near where the feed begins and the router is not drawn.
    within = channel.run * (0.12 if up else 0.88)
    dimensions = (
        Dimension(start=(reference, edge), end=(near_wall, edge), offset=away * 34, field="position", name="position",
                  text=write(position)),
        Dimension(start=(fence.edge, within), end=(wall, within), offset=0, name="setback",
                  text=write("{x:short}", x=fence.setback.setback)),
    )  # fmt: skip
    margin = 8.0
    frame = (
        min(0.0, low, holding.sweep.x0) - margin,
        min(fence.span[0], tail) - margin,
        max(channel.board_length, high, holding.sweep.x1) + margin,
        max(fence.span[1], tail) + margin,
    )
    caption = write("from above")
    return View(name="plan", frame=frame, caption=caption, outlines=tuple(outlines), arrows=arrows, dimensions=dimensions)


def board_view(channel: Channel, *, position: str) -> View:
    """The board from above with the cut alone: for a router whose guide is not planned."""
    near_wall = channel.left if channel.reference_end == "left" else channel.right
    reference = 0.0 if channel.reference_end == "left" else channel.board_length
    outlines = (
        Outline(role="work", points=box(0, 0, channel.board_length, channel.run)),
        Outline(role="waste", points=box(channel.left, 0, channel.right, channel.run)),
    )
    dimension = Dimension(
        start=(reference, 0.0), end=(near_wall, 0.0), offset=-34, field="position", name="position", text=write(position)
    )
    frame = (-8.0, -60.0, channel.board_length + 8.0, channel.run + 8.0)
    caption = write("from above")
    return View(name="plan", frame=frame, caption=caption, outlines=outlines, arrows=(), dimensions=(dimension,))


def _round(steps: int) -> list[float]:
    return [2 * math.pi * i / steps for i in range(steps)]


def band(channel: Channel, fence: Fence, each: Pass) -> tuple[Point, ...]:
    """What one pass removes, in the section: the part of its slot that no earlier pass took."""
    slot_near = (channel.left if fence.towards < 0 else channel.right) - fence.towards * each.spacer
    near, far = slot_near, slot_near - fence.towards * each.engagement
    top = channel.thickness
    return box(min(near, far), top - each.to_depth, max(near, far), top - each.from_depth)


def channel_section(channel: Channel, *, window: tuple[float, float]) -> tuple[Point, ...]:
    """The board's section around the channel, as it remains, cropped to a window along x."""
    x0, x1 = max(0.0, window[0]), min(channel.board_length, window[1])
    top, floor = channel.thickness, channel.thickness - channel.depth
    return (
        (x0, 0), (x1, 0), (x1, top), (channel.right, top), (channel.right, floor),
        (channel.left, floor), (channel.left, top), (x0, top),
    )  # fmt: skip


def section_view(channel: Channel, *, typed: Mapping[str, str], bit: Bit, fence: Fence, passes: tuple[Pass, ...]) -> View:
    """The section at the bit: what remains, each pass as a band with its number, and the bit in its first pass.

    `typed` has the texts of width, depth and thickness, which stay as they were typed."""
    side = max(channel.width * 0.9, channel.thickness * 1.2)
    window = (channel.left - side, channel.right + side)
    top = channel.thickness
    outlines = [Outline(role="work", points=channel_section(channel, window=window))]
    outlines += [Outline(role="pass", points=band(channel, fence, each), label=write("{n}", n=each.number)) for each in passes]
    if not passes:
        outlines.append(Outline(role="hazard", points=box(channel.left, top - channel.depth, channel.right, top)))
    first = passes[0] if passes else None
    depth = first.to_depth if first else channel.depth
    near = (channel.left if fence.towards < 0 else channel.right) - fence.towards * (first.spacer if first else 0.0)
    far = near - fence.towards * bit.diameter
    above = bit.cutting_length - depth
    bit_box = box(min(near, far), top - depth, max(near, far), top + min(above, max(8.0, channel.thickness * 0.6)))
    outlines.append(Outline(role="bit", points=bit_box, label=write("{d:fine}", d=bit.diameter)))
    dimensions = (
        Dimension(start=(channel.left, 0), end=(channel.right, 0), offset=-6, field="width", name="width",
                  text=write(typed["width"])),
        Dimension(start=(channel.right + side * 0.25, top - channel.depth), end=(channel.right + side * 0.25, top), offset=0,
                  field="depth", name="depth", text=write(typed["depth"]), vertical=True),
        Dimension(start=(channel.left - side * 0.86, 0), end=(channel.left - side * 0.86, top), offset=0, name="thickness",
                  text=write(typed["thickness"]), vertical=True),
    )  # fmt: skip
    frame = (
        max(0.0, window[0]) - 1,
        -10.0,
        min(channel.board_length, window[1]) + 1,
        top + max(8.0, channel.thickness * 0.6),
    )
    caption = write("section at the bit")
    return View(name="section", frame=frame, caption=caption, outlines=tuple(outlines), arrows=(), dimensions=dimensions)


def glyph(channel: Channel) -> tuple[Point, ...]:
    """The small section that stands for a cut in a list: the channel with its own width of wood on both sides."""
    return channel_section(channel, window=(channel.left - channel.width, channel.right + channel.width))
