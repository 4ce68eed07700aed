"""Sections of channels, with every pass as a band, their small sign in lists, and the turret from the side."""

from __future__ import annotations

from collections.abc import Sequence

from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.fence import Fence
from ranura.core.cuts.channel.on_board import ChannelOnBoard
from ranura.core.cuts.channel.setting import ChannelSetting
from ranura.core.cuts.channel.shapes import width_at
from ranura.core.cutting.stepping import Pass
from ranura.core.geometry.rings import Point
from ranura.core.output.views import Dimension, Outline, View, box
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.silhouettes import flattened
from ranura.core.text.lengths import as_typed
from ranura.core.text.writing import Text, write


def _half(bit: Bit, depth: float) -> list[tuple[float, float]]:
    """The right half of what a bit cuts at a depth, as r and height above its tip, from the tip up to the face."""
    points = [(r, z) for r, z in flattened(bit.silhouette) if z <= depth + 1e-9]
    return [*points, (width_at(bit, depth) / 2, depth)]


def _floor(channel: ChannelOnBoard, bit: Bit, depth: float, middle: float) -> list[Point]:
    """The walls and floor that a bit leaves at a depth, from the left of the face round to its right."""
    top = channel.thickness
    right = [(middle + r, top - depth + z) for r, z in _half(bit, depth)]
    return [*((2 * middle - x, z) for x, z in reversed(right)), *right]


def channel_section(channel: ChannelOnBoard, bit: Bit, *, window: tuple[float, float]) -> tuple[Point, ...]:
    """The board's section around the channel, as it remains, cropped to a window along u."""
    x0, x1 = max(channel.ends[0], window[0]), min(channel.ends[1], window[1])
    top, floor = channel.thickness, channel.thickness - channel.depth
    cut: list[Point] = [(channel.left, top), (channel.left, floor), (channel.right, floor), (channel.right, top)]
    if channel.facts.floor != "flat":
        cut = _floor(channel, bit, channel.depth, (channel.left + channel.right) / 2)
    return ((x0, 0.0), (x1, 0.0), (x1, top), *reversed(cut), (x0, top))


def band(channel: ChannelOnBoard, fence: Fence, each: Pass, bit: Bit) -> tuple[Point, ...]:
    """What one pass removes, in the section: the part of its slot that no earlier pass took."""
    if channel.facts.floor != "flat":
        middle = (channel.left + channel.right) / 2
        lower = _floor(channel, bit, each.to_depth, middle)
        upper = _floor(channel, bit, each.from_depth, middle) if each.from_depth else [(middle, channel.thickness)]
        return (*lower, *reversed(upper))
    low, high = fence.slot(each.spacer, bit.diameter)
    fresh = low if fence.fresh < 0 else high
    other = fresh - fence.fresh * each.engagement
    top = channel.thickness
    return box(min(fresh, other), top - each.to_depth, max(fresh, other), top - each.from_depth)


def section_view(setting: ChannelSetting, cut: ChannelCut) -> View:
    """The section at the bit: what remains, each pass as a band with its number, and the bit in its first pass."""
    channel, bit, fence = setting.channel, setting.bit, setting.fence
    passes = setting.stepping.passes if setting.stepping else ()
    side = max(channel.width * 0.9, channel.thickness * 1.2)
    window = (channel.left - side, channel.right + side)
    top = channel.thickness
    outlines = [Outline(role="work", points=channel_section(channel, bit, window=window))]
    outlines += [
        Outline(role="pass", points=band(channel, fence, each, bit), label=write("{n}", n=each.number)) for each in passes
    ]
    if not passes:
        outlines.append(Outline(role="hazard", points=box(channel.left, top - channel.depth, channel.right, top)))
    outlines.append(_bit_in_section(channel, bit, fence, passes))
    width = write(as_typed(cut.width)) if cut.width is not None else write("{w:short}", w=channel.width)
    dimensions = (
        Dimension(
            start=(channel.left, 0),
            end=(channel.right, 0),
            offset=-6,
            field="width" if cut.mate is None else "mate.thickness",
            name="width",
            text=width,
        ),
        Dimension(
            start=(channel.right + side * 0.25, top - channel.depth),
            end=(channel.right + side * 0.25, top),
            offset=0,
            field="depth",
            name="depth",
            text=write(as_typed(cut.depth)),
            vertical=True,
        ),
        Dimension(
            start=(channel.left - side * 0.86, 0),
            end=(channel.left - side * 0.86, top),
            offset=0,
            name="thickness",
            text=write(as_typed(setting.piece.thickness)),
            vertical=True,
        ),
    )
    above = max(8.0, channel.thickness * 0.6)
    frame = (max(channel.ends[0], window[0]) - 1, -10.0, min(channel.ends[1], window[1]) + 1, top + above)
    return View(
        name="section", frame=frame, caption=_section_caption(channel), outlines=tuple(outlines), arrows=(), dimensions=dimensions
    )


def _section_caption(channel: ChannelOnBoard) -> Text:
    at = f", station {channel.stations[0].number}" if len(channel.stations) > 1 else ""
    seen = ", near edge at the left" if channel.goes == "along" else ""
    return write("section at the bit{at}{seen}", at=at, seen=seen)


def _bit_in_section(channel: ChannelOnBoard, bit: Bit, fence: Fence, passes: Sequence[Pass]) -> Outline:
    first = passes[0] if passes else None
    depth = first.to_depth if first else channel.depth
    top = channel.thickness
    above = min(bit.cutting_length - depth, max(8.0, channel.thickness * 0.6))
    label = write("{d:fine}", d=bit.diameter)
    if channel.facts.floor != "flat":
        middle = (channel.left + channel.right) / 2
        right = [(middle + r, top - depth + z) for r, z in flattened(bit.silhouette) if top - depth + z <= top + above]
        return Outline(role="bit", points=(*((2 * middle - x, z) for x, z in reversed(right)), *right), label=label)
    low, high = fence.slot(first.spacer if first else 0.0, bit.diameter)
    return Outline(role="bit", points=box(low, top - depth, high, top + above), label=label)


def channel_glyph(channel: ChannelOnBoard, bit: Bit) -> tuple[Point, ...]:
    """The small section that stands for a cut in a list: the channel with its own width of wood on both sides."""
    return channel_section(channel, bit, window=(channel.left - channel.width, channel.right + channel.width))
