"""The drawing of a channel over a router table: from above, the board face down along the fence; and its section."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.fence import TABLE_FENCE_DEEP
from ranura.core.cuts.channel.handles import channel_handles
from ranura.core.cuts.channel.on_board import ChannelOnBoard, Station
from ranura.core.cuts.channel.section import section_view
from ranura.core.cuts.channel.setting import ChannelSetting
from ranura.core.cuts.channel.slip_guide import table_blocks
from ranura.core.cuts.channel.sweep import path_of
from ranura.core.geometry.convex import bounds
from ranura.core.geometry.rings import Point, Ring
from ranura.core.output.feeding import Feeding, carrier_beside, feeding_outlines, stand_outlines
from ranura.core.output.marks import carrier_outlines
from ranura.core.output.views import Arrow, Dimension, DragHandle, Mark, Outline, View, box, circle, typed_dimension
from ranura.core.text.forms import FieldPath
from ranura.core.text.writing import write

_MARGIN = 8.0
_BLOCK = 24.0
_FEATHER = (26.0, 90.0)
"""mm: how deep and how long a feather board is drawn."""
_CLEAR = 30.0

Lays = Callable[[Point], Point]


def table_views(setting: ChannelSetting, cut: ChannelCut) -> tuple[View, ...]:
    """The board on the table from above, and the section with the bit from below."""
    return _above(setting, cut), _section(setting, cut)


def laid(setting: ChannelSetting) -> Lays:
    """Where a point of the channel's own axes lies over the table: x to the right from the bit's axis, y away from the person
    with the fence's face at 0; the board face down, in its first pass, with the bit near its middle."""
    channel, fence = setting.channel, setting.fence
    width = channel.cut_by(setting.bit)
    begin, end = sorted(path_of(channel, fence, bit_diameter=width))
    low, high = channel.sides
    # Where it stands depends on the board, so that an end that is dragged goes where the hand goes.
    now = min(max(low + (high - low) * 0.46, begin), end)
    ahead, spacer = fence.heading[1], fence.spacers[0]

    def place(point: Point) -> Point:
        u, v = point
        return (ahead * (v - now), fence.towards * (u - fence.edge) - spacer)

    return place


def drawn_at(setting: ChannelSetting, at: Point) -> Point:
    """Where a point of the board lies in the plan view: as it is by hand, as the board lies over a table there."""
    return at if setting.by_hand else laid(setting)(setting.channel.frame.local(at))


def _above(setting: ChannelSetting, cut: ChannelCut) -> View:
    channel, fence, bit = setting.channel, setting.fence, setting.bit
    on = laid(setting)
    boards = [_placed(on, ring) for ring in channel.boards]
    x0, y0, x1, y1 = bounds(boards)
    width = channel.cut_by(bit)
    spacer = fence.spacers[0]
    axis = (0.0, -(fence.at + width / 2))
    stands = stand_outlines(fed_over_table(setting), (x0, y0, x1, y1), table=base_half(setting))
    outlines = [*stands, *(Outline(role="work", points=ring) for ring in boards)]
    many = len(channel.stations) > 1
    outlines += [
        Outline(role="waste", points=_cut(on, channel, each), label=write("{n}", n=each.number) if many else None)
        for each in channel.stations
    ]
    blocks = dict(table_blocks(setting))
    long = max(x1, -x0, 150.0, *blocks.values()) + 40
    own = base_half(setting)
    fence_label = write("auxiliary fence {l:rough}", l=2 * long) if blocks and long > own else write("fence")
    outlines.append(Outline(role="guide", points=box(-long, 0, long, TABLE_FENCE_DEEP), label=fence_label))
    if spacer:
        outlines.append(Outline(role="spacer", points=box(x0, -spacer, x1, 0), label=write("spacer {x:short}, first", x=spacer)))
    if "start" in blocks:
        outlines.append(
            Outline(role="stop", points=box(blocks["start"], -_BLOCK, blocks["start"] + _BLOCK, 0), label=write("stop"))
        )
    if "end" in blocks:
        outlines.append(
            Outline(role="stop", points=box(-blocks["end"] - _BLOCK, -_BLOCK, -blocks["end"], 0), label=write("stop"))
        )
    begins_inside, _ = fence.begins_and_ends_inside(channel)
    room = x1 > width / 2 + _CLEAR + _FEATHER[1] and feathers_fit(setting)
    if not begins_inside and room:
        deep, length = _FEATHER
        near = width / 2 + _CLEAR
        outlines.append(Outline(role="stop", points=box(near, y0 - deep, near + length, y0), label=write("feather board")))
    outlines += carrier_outlines(channel.held, setting.piece, setting.at_the_fence, lying=lambda at: on(channel.frame.local(at)))
    outlines += feeding_outlines(fed_over_table(setting), (x0, y0, x1, y1), bit=width / 2)
    outlines.append(Outline(role="bit", points=circle(axis, width / 2)))
    push = (0.85 * x1 - min(60.0, 0.6 * x1), y0 + (axis[1] - width / 2 - y0) * 0.3)
    arrows = (
        Arrow(role="path", start=(0.85 * x1, push[1]), end=push, label=write("work")),
        Arrow(role="bit", start=axis, end=(max(width * 0.9, 12.0), axis[1]), turn="counter-clockwise", label=write("turns")),
    )
    lowest = min([y0 - _FEATHER[0], *(y for outline in outlines if outline.role == "backer" for _, y in outline.points)])
    stand = (width + 60.0, lowest - 34.0)
    marks = (Mark(kind="stand", at=stand, direction=(0.0, 1.0), text=write("stand here, before the table")),)
    seen = bounds([*(outline.points for outline in outlines), [stand, push, (x0 - 22.0, 0.0)]])
    frame = (seen[0] - _MARGIN, seen[1] - _MARGIN, seen[2] + _MARGIN, seen[3] + _MARGIN)
    return View(
        name="plan",
        frame=frame,
        caption=write("from above, face down: the cut is below"),
        outlines=tuple(outlines),
        arrows=arrows,
        dimensions=_dimensions(setting, cut, on, x0=x0),
        marks=marks,
        handles=_handles(setting, cut, on),
        board=channel.part,
    )


def base_half(setting: ChannelSetting) -> float:
    """mm from the bit's axis to the table's edge, and to the end of its own fence."""
    return setting.base.across / 2


def fed_over_table(setting: ChannelSetting) -> Feeding:
    """What feeds and carries the board."""
    channel = setting.channel
    low, high = channel.sides
    carrier = carrier_beside() if channel.held == "carrier" else None
    return Feeding(part=channel.one_part, along=(high - low,), carrier=carrier, supported=channel.supported)


def feathers_fit(setting: ChannelSetting) -> bool:
    """Whether a feather board that presses the board onto the fence finds the table below it."""
    on = laid(setting)
    lowest = min(on(point)[1] for ring in setting.channel.boards for point in ring)
    axis = setting.fence.at + setting.channel.cut_by(setting.bit) / 2
    return lowest - _FEATHER[0] >= -axis - base_half(setting)


def _placed(on: Lays, ring: Ring) -> Ring:
    return tuple(on(point) for point in ring)


def _cut(on: Lays, channel: ChannelOnBoard, station: Station) -> Ring:
    return _placed(on, box(station.left, channel.low, station.right, channel.high))


def _dimensions(setting: ChannelSetting, cut: ChannelCut, on: Lays, *, x0: float) -> tuple[Dimension, ...]:
    """Fence to cutter, the cut's place from its reference edge, and its stopped ends."""
    channel, fence = setting.channel, setting.fence
    station = channel.stations[0]
    reference = channel.ends[0] if channel.reference_low else channel.ends[1]
    wall = station.left if channel.reference_low else station.right
    at = x0 - 14.0
    low, high = (at, on((reference, 0.0))[1]), (at, on((wall, 0.0))[1])
    found = [
        Dimension(
            start=(_CLEAR, 0.0),
            end=(_CLEAR, -fence.at),
            offset=1,
            name="setback",
            vertical=True,
            text=write("{x:short}", x=fence.at),
        ),
        typed_dimension("position", low, high, cut.position, vertical=True, offset=-1),
    ]
    beside = station.right if fence.towards < 0 else station.left
    names: tuple[FieldPath, FieldPath] = ("stop_first", "stop_last")
    for name, typed in zip(names, (cut.stop_first, cut.stop_last), strict=True):
        if typed is not None:
            lower = (name == "stop_first") != (channel.goes == "along")
            edge, end = (channel.sides[0], channel.low) if lower else (channel.sides[1], channel.high)
            a, b = on((beside, edge)), on((beside, end))
            found.append(typed_dimension(name, (a[0], a[1] - 14), (b[0], b[1] - 14), typed, vertical=False))
    return tuple(found)


def _handles(setting: ChannelSetting, cut: ChannelCut, on: Lays) -> tuple[DragHandle, ...]:
    channel, fence = setting.channel, setting.fence
    ahead, towards = fence.heading[1], fence.towards

    def turn(v: Point) -> Point:
        return (ahead * v[1], towards * v[0])

    return channel_handles(channel, cut, [_cut(on, channel, each) for each in channel.stations], on=on, turn=turn)


def _section(setting: ChannelSetting, cut: ChannelCut) -> View:
    """The section by hand, turned over: the face on the table, the bit from below, the fence where the board's edge is near."""
    channel, fence, bit = setting.channel, setting.fence, setting.bit
    seen, top = section_view(setting, cut), channel.thickness

    def over(points: tuple[Point, ...]) -> tuple[Point, ...]:
        return tuple((x, top - y) for x, y in points)

    x0, _, x1, high = seen.frame
    above, under = top * 0.5 + 6.0, high - top
    middle = (channel.left + channel.right) / 2
    ring = max(channel.width, bit.diameter) / 2 + 3.0
    sides = [box(x0, -5.0, middle - ring, 0.0), box(middle + ring, -5.0, x1, 0.0)]
    outlines = [Outline(role="base", points=side) for side in sides]
    outlines += [replace(outline, points=over(outline.points)) for outline in seen.outlines]
    face = fence.edge + fence.towards * fence.spacers[0]
    if x0 < face < x1:
        stands = box(min(face, face + fence.towards * 8), 0.0, max(face, face + fence.towards * 8), top + above * 0.7)
        outlines.append(Outline(role="guide", points=stands))
    dimensions = tuple(
        replace(each, start=(each.start[0], top), end=(each.end[0], top), offset=6.0)
        if each.name == "width"
        else replace(each, start=over((each.start,))[0], end=over((each.end,))[0])
        for each in seen.dimensions
    )
    return replace(
        seen,
        frame=(x0 - 9, -under - 2.0, x1 + 9, top + above),
        outlines=tuple(outlines),
        dimensions=dimensions,
        caption=write("section at the bit, face down on the table"),
    )
