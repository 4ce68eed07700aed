"""The drawing of a channel: the board from above with guide, router, clamps and stops; the section with every pass and the
turret."""

from __future__ import annotations

import math

from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.fence import Jig, ScoredLine
from ranura.core.cuts.channel.handles import channel_handles
from ranura.core.cuts.channel.on_board import ChannelOnBoard, Station, corners
from ranura.core.cuts.channel.over_table import table_views
from ranura.core.cuts.channel.section import section_view
from ranura.core.cuts.channel.setting import ChannelSetting
from ranura.core.cuts.channel.sweep import BLOCK, blocks_at, body_of, path_of, placed
from ranura.core.geometry.convex import bounds
from ranura.core.geometry.rings import Point
from ranura.core.holding.clamps import Holding
from ranura.core.output.going import Going
from ranura.core.output.guides import heading_words
from ranura.core.output.marks import carrier_outlines, clamp_marks, clamp_outlines, turret_view
from ranura.core.output.views import Arrow, Dimension, Mark, Outline, View, base_outline, box, circle
from ranura.core.shop.tooling.bits import Bit
from ranura.core.text.forms import FieldPath
from ranura.core.text.lengths import as_typed
from ranura.core.text.writing import write

_MARGIN = 8.0
_GUIDE_LONG = 170.0
"""mm of an edge guide's face."""


def channel_views(setting: ChannelSetting, cut: ChannelCut, going: Going | None) -> tuple[View, ...]:
    """The board from above, the section at the first station, and the turret where it makes the depths; where it is run and
    which way is read from its moves, `going`."""
    if not setting.by_hand:
        return table_views(setting, cut)
    views = [_plan(setting, cut, going), section_view(setting, cut)]
    if setting.stepping is not None and setting.stepping.turret is not None:
        views.append(turret_view(setting.stepping, thickness=setting.channel.thickness, bit=setting.bit))
    return tuple(views)


def _arc(middle: Point, radius: float, start: float, end: float) -> list[Point]:
    steps = 9
    turns = [math.radians(start + (end - start) * i / steps) for i in range(steps + 1)]
    return [(middle[0] + radius * math.cos(a), middle[1] + radius * math.sin(a)) for a in turns]


def channel_outline(channel: ChannelOnBoard, station: Station, *, bit_diameter: float) -> tuple[Point, ...]:
    """What a channel looks like from above on the board: its stopped ends are as round as the bit."""
    r = min(bit_diameter, channel.width) / 2
    shift = 0.0
    if channel.angle:
        square = corners(channel, station)
        if not channel.is_stopped:
            return square
        shift = channel.frame.local(square[0])[1] - channel.low
    left, right, low, high = station.left, station.right, channel.low + shift, channel.high + shift
    points: list[Point] = []
    if channel.stopped[0]:
        points += [*_arc((left + r, low + r), r, 180, 270), *_arc((right - r, low + r), r, 270, 360)]
    else:
        points += [(left, low), (right, low)]
    if channel.stopped[1]:
        points += [*_arc((right - r, high - r), r, 0, 90), *_arc((left + r, high - r), r, 90, 180)]
    else:
        points += [(right, high), (left, high)]
    return placed(channel, tuple(points))


def _works(channel: ChannelOnBoard) -> list[Outline]:
    return [Outline(role="work", points=placed(channel, ring)) for ring in channel.boards]


def _wastes(channel: ChannelOnBoard, bit: Bit) -> list[Outline]:
    return [
        Outline(
            role="waste",
            points=channel_outline(channel, station, bit_diameter=bit.diameter),
            label=write("{n}", n=station.number) if len(channel.stations) > 1 else None,
        )
        for station in channel.stations
    ]


def _run(setting: ChannelSetting, going: Going | None) -> tuple[Point, Point]:
    """Where the bit's axis begins and ends in its first way, across the channel and along it; where a stop leaves no moves, as
    the guide lies."""
    channel, fence = setting.channel, setting.fence
    if going is not None:
        return channel.frame.local(going.first[0]), channel.frame.local(going.first[-1])
    across = fence.axis_with(fence.spacers[0])
    begin, end = path_of(channel, fence, bit_diameter=channel.cut_by(setting.bit))
    return (across, begin), (across, end)


def _plan(setting: ChannelSetting, cut: ChannelCut, going: Going | None) -> View:
    channel, fence, base, bit = setting.channel, setting.fence, setting.base, setting.bit
    width = channel.cut_by(bit)
    (axis_u, begin), (_, end) = _run(setting, going)
    up = end > begin
    axis = (axis_u, begin + (end - begin) * 0.46)
    on = channel.frame.place
    outlines = [*_works(channel), *carrier_outlines(channel.held, setting.piece), *_wastes(channel, bit)]
    outlines += [*_sweeps(setting.holding), *_guides(setting, axis), *_backer(setting)]
    guided = setting.guided.distance if fence.on_board else base.across / 2
    seen = base_outline(base, axis=axis, guided=guided, towards=fence.towards)
    outlines.append(Outline(role="base", points=placed(channel, seen), label=write("base")))
    outlines += clamp_outlines(setting.holding)
    outlines += _blocks(setting)
    outlines.append(Outline(role="bit", points=placed(channel, circle(axis, width / 2))))
    tail = (axis_u, begin - 46 if up else begin + 46)
    where = write(heading_words(setting.heading).lower())
    spin = max(base.across * 0.22, width * 0.9)
    arrows = (
        Arrow(role="path", start=on(tail), end=on((axis_u, begin)), label=where),
        Arrow(role="bit", start=on(axis), end=on((axis[0] + spin, axis[1])), turn="clockwise"),
    )
    start, finish = sorted((begin, end))
    back = (base.back or base.across / 2) + (BLOCK if channel.stopped[0 if up else 1] else 0)
    stand = on((axis_u, start - max(back + 26, 84) if up else finish + max(back + 26, 84)))
    if channel.goes == "along":
        # Whoever pushes along the board stands before its near edge, where the run begins.
        lowest = min(y for outline in outlines for _, y in outline.points)
        stand = (on((axis_u, begin))[0], min(lowest, -40.0) - 34.0)
    marks = (
        Mark(
            kind="stand",
            at=stand,
            direction=channel.frame.turn((0.0, 1.0 if up else -1.0)),
            text=write("stand here, cord behind you"),
        ),
    )
    outlined = [channel_outline(channel, each, bit_diameter=bit.diameter) for each in channel.stations]
    everything = [outline.points for outline in outlines]
    x0, y0, x1, y1 = bounds([*everything, *setting.holding.sweep.extent, [on(tail)], [stand]])
    return View(
        name="plan",
        frame=(x0 - _MARGIN, y0 - _MARGIN, x1 + _MARGIN, y1 + _MARGIN),
        caption=write("from above"),
        outlines=tuple(outlines),
        arrows=arrows,
        dimensions=_dimensions(setting, cut),
        marks=marks,
        handles=channel_handles(channel, cut, outlined, on=on, turn=channel.frame.turn),
        clamps=clamp_marks(setting.holding),
        board=channel.part,
    )


def _sweeps(holding: Holding) -> list[Outline]:
    """What the router covers, where it matters: around the first station."""
    return [Outline(role="sweep", points=ring, label=write("the router's way")) for ring in holding.sweep.boxes[:1]]


def _guides(setting: ChannelSetting, axis: Point) -> list[Outline]:
    """Straightedge and spacer on the board, or the edge guide on its edge."""
    channel, fence = setting.channel, setting.fence
    spacer = fence.spacers[0]
    made = []
    body = body_of(channel, fence)
    if body is not None:
        label = write("jig" if isinstance(fence.by, Jig) else "straightedge")
        made.append(Outline(role="guide", points=body, label=label))
        touch = fence.edge - fence.towards * spacer
        low, high = min(fence.edge, touch), max(fence.edge, touch)
        span = channel.sides
    elif isinstance(fence.by, ScoredLine):
        return []
    else:
        face = fence.edge + fence.towards * spacer
        back = face + fence.towards * 18
        v0, v1 = axis[1] - _GUIDE_LONG / 2, axis[1] + _GUIDE_LONG / 2
        bar = box(min(face, back), v0, max(face, back), v1)
        made.append(Outline(role="guide", points=placed(channel, bar), label=write("edge guide")))
        for v in (axis[1] - 30, axis[1] + 30):
            rod = box(min(back, axis[0]), v - 3, max(back, axis[0]), v + 3)
            made.append(Outline(role="guide", points=placed(channel, rod)))
        low, high = min(fence.edge, face), max(fence.edge, face)
        span = (v0, v1)
    if spacer:
        strip = box(low, span[0], high, span[1])
        made.append(Outline(role="spacer", points=placed(channel, strip), label=write("spacer {x:short}, first", x=spacer)))
    return made


def _backer(setting: ChannelSetting) -> list[Outline]:
    """The scrap where the bit leaves the wood."""
    channel = setting.channel
    up = setting.fence.heading[1] > 0
    if channel.stopped[1 if up else 0] or channel.exit != "backer":
        return []
    edge, outward = (channel.sides[1], 22.0) if up else (channel.sides[0], -22.0)
    low, high = channel.stations[0].left - 30, channel.stations[0].right + 30
    piece = box(low, min(edge, edge + outward), high, max(edge, edge + outward))
    return [Outline(role="backer", points=placed(channel, piece), label=write("backer"))]


def _blocks(setting: ChannelSetting) -> list[Outline]:
    """Blocks that stop the base at a stopped end."""
    rings = blocks_at(setting.channel, setting.fence, setting.base, bit_diameter=setting.channel.cut_by(setting.bit))
    return [Outline(role="stop", points=ring, label=write("stop")) for ring in rings]


def _dimensions(setting: ChannelSetting, cut: ChannelCut) -> tuple[Dimension, ...]:
    channel, fence, on = setting.channel, setting.fence, setting.channel.frame.place
    along = channel.goes == "along"
    up = fence.heading[1] > 0
    station = channel.stations[0]
    near_wall = station.left if channel.reference_low else station.right
    # Dimensions of the board keep away from the feed arrow: they stand on the other edge.
    side = channel.sides[1] if up else channel.sides[0]
    away = 1.0 if up else -1.0
    found = []
    if channel.angle:
        x = channel.position if channel.reference_low else channel.part[0] - channel.position
        start = (0.0 if channel.reference_low else channel.part[0], 0.0)
        found.append(_dimension("position", start, (x, 0.0), -34, as_typed(cut.position), vertical=False))
    else:
        reference = channel.ends[0] if channel.reference_low else channel.ends[1]
        a, b = on((reference, side)), on((near_wall, side))
        found.append(_dimension("position", a, b, away * 34, as_typed(cut.position), vertical=along, side=-away if along else 1))
        if fence.stands:
            # The fence's distance stands on the board, near where the feed begins and the router is not drawn; along the
            # board it keeps clear of the words of the feed, which are level there.
            far = 0.25 if along else 0.12
            within = channel.sides[0] + (channel.sides[1] - channel.sides[0]) * (far if up else 1 - far)
            wall = station.left if fence.towards < 0 else station.right
            a, b = on((fence.edge, within)), on((wall, within))
            text = write("{x:short}", x=fence.setback.setback)
            found.append(Dimension(start=a, end=b, offset=0, name="setback", text=text, vertical=along))
    found += _stop_dimensions(channel, cut)
    if cut.count > 1 and cut.spacing is not None and len(channel.stations) > 1 and not channel.angle:
        first, second = channel.stations[0], channel.stations[1]
        walls = [s.left if channel.reference_low else s.right for s in (first, second)]
        a, b = on((walls[0], side)), on((walls[1], side))
        beside = -away if along else 1
        found.append(_dimension("spacing", a, b, away * 34, as_typed(cut.spacing), vertical=along, side=beside))
    return tuple(found)


def _stop_dimensions(channel: ChannelOnBoard, cut: ChannelCut) -> list[Dimension]:
    """How far a stopped end is from its edge, beside the channel."""
    found = []
    on, station = channel.frame.place, channel.stations[0]
    names: tuple[FieldPath, FieldPath] = ("stop_first", "stop_last")
    low_field, high_field = names[::-1] if channel.goes == "along" else names
    beside = station.right + 14 if channel.reference_low else station.left - 14
    along = channel.goes == "along"
    for field, inside, edge, end in (
        (low_field, channel.stopped[0], channel.sides[0], channel.low),
        (high_field, channel.stopped[1], channel.sides[1], channel.high),
    ):
        typed = cut.stop_first if field == "stop_first" else cut.stop_last
        if inside and typed is not None and not channel.angle:
            found.append(_dimension(field, on((beside, edge)), on((beside, end)), 0, as_typed(typed), vertical=not along))
    return found


def _dimension(
    field: FieldPath, start: Point, end: Point, offset: float, text: str, *, vertical: bool, side: float = 1
) -> Dimension:
    """A dimension that can be typed; a vertical one stands beside its points, on the `side` of them."""
    return Dimension(
        start=start,
        end=end,
        offset=offset if not vertical else side * abs(offset),
        text=write(text),
        field=field,
        vertical=vertical,
        name=field,
    )
