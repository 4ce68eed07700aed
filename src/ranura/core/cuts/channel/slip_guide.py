"""What a plan says of guides, stops, stations and fit: lines of the slip, and the choice among methods of guiding."""

from __future__ import annotations

from collections.abc import Mapping
from typing import assert_never

from ranura.core.board.pieces import edge_name
from ranura.core.cuts.channel.fence import Fence, GuideOnRods, GuideOption, Jig, ScoredLine, Straightedge, TableFence
from ranura.core.cuts.channel.on_board import ChannelOnBoard
from ranura.core.cuts.channel.setting import ChannelSetting
from ranura.core.cuts.channel.sweep import path_of
from ranura.core.geometry import closeness
from ranura.core.output.figures.speed import dial_text
from ranura.core.output.guides import GuideOffer, StationLine, heading_words, offer
from ranura.core.output.slip import Lead, lead
from ranura.core.text.cautions import written
from ranura.core.text.figures import Figure, plain, show
from ranura.core.text.writing import Reading, Shown, Text, write


def guide_words(setting: ChannelSetting, figures: Mapping[str, Figure]) -> tuple[Lead, list[Text], tuple[str, ...]]:
    """The large figure of the guide, the lines below it, and the figures whose workings it opens."""
    fence, channel = setting.fence, setting.channel
    match fence.by:
        case GuideOnRods(guide=guide):
            lines = [write("{name}, on the {edge}", name=guide.name, edge=channel.end_name(fence.towards))]
            to = "guide to the nearest wall" if len(fence.spacers) == 1 else "guide to the bit's near side"
            return lead(figures["guide.setting"], to), lines, ("guide.setting", "guide.place")
        case TableFence():
            return lead(figures["guide.setting"], "fence to cutter"), table_lines(setting), ("guide.setting", "guide.place")
        case ScoredLine():
            lines = [write("both hands low, a light cut, then deeper")]
            return Lead(shown=plain("Freehand"), caption=write("along a scored line")), lines, ()
        case Jig(jig=jig):
            lines = [write("its notch's edge on the line"), write("{side} of the base along it", side=setting.guided.name)]
            return Lead(shown=plain("Jig"), caption=write("{name}", name=jig.name)), lines, ("guide.fence_length",)
        case Straightedge():
            lines = [_marks_of_fence(setting), write("{side} of the base along the fence", side=setting.guided.name)]
            keys = ("guide.setback", "guide.fence_at", "guide.fence_length", "guide.place")
            return lead(figures["guide.setback"], "nearest wall to fence"), lines, keys
        case _:
            assert_never(fence.by)


def _marks_of_fence(setting: ChannelSetting) -> Text:
    """Where the straightedge lies: two marks, on both edges that it crosses; how far a turned one is turned."""
    channel, fence = setting.channel, setting.fence
    if channel.angle:
        (_, near), (_, far) = crossings(setting)
        return write(
            "turned {angle:n1}°: marks {a:len} from the {end} on the near edge, {b:len} on the far edge",
            angle=abs(channel.angle),
            a=near,
            b=far,
            end=end_words(setting),
        )
    at = place_words("at", fence.at, end_words(setting))
    ends = "left and right" if channel.goes == "along" else "near and far"
    return Text(metric=f"{at.metric}, {ends}", inch=f"{at.inch}, {ends}")


def crossings(setting: ChannelSetting) -> tuple[tuple[float, float], tuple[float, float]]:
    """Where a turned fence crosses the near and the far edge: how far along it (v), and from the reference end, in mm."""
    channel, edge = setting.channel, setting.fence.edge
    length, width = channel.part
    (x0, y0), (x1, y1) = channel.frame.place((edge, 0.0)), channel.frame.place((edge, 1.0))
    found = []
    for y in (0.0, width):
        v = (y - y0) / (y1 - y0)
        x = x0 + (x1 - x0) * v
        found.append((v, x if channel.reference_low else length - x))
    return found[0], found[1]


def table_lines(setting: ChannelSetting) -> list[Text]:
    """How the board lies on the table, and what closes in on the bit."""
    edge = setting.channel.end_name(setting.fence.towards)
    opening = setting.bit.diameter + setting.rules.opening_clearance
    rings = [ring for ring in setting.base.rings if not closeness.under(ring, opening)]
    ring = write("face down, the {edge} against the fence", edge=edge)
    lines = [ring]
    if setting.channel.facts.floor != "flat":
        lines.append(write("measured at the table, with the bit at its full height"))
    return [*lines, write("fence closed; table ring of {x:rough}", x=min(rings))] if rings else lines


def place_words(what: str, at: float, edge: str) -> Text:
    """A distance onto the board from an edge, or out of it.

    >>> place_words("at", -52.5, "near edge").metric
    'at 52.5 mm outside the near edge'"""
    return write("{what} {x:len} {side} the {edge}", what=what, x=abs(at), side="from" if at >= 0 else "outside", edge=edge)


def end_words(setting: ChannelSetting) -> str:
    """The reference end in words."""
    return edge_name(setting.channel.reference_end)


_BLOCK_LONG = 50.0
"""mm of fence that a stop block takes."""


def stop_lines(setting: ChannelSetting) -> list[Text]:
    """Where the stop blocks for the base stand, or the marks for its edge: from the edge of the board behind the start."""
    if not setting.by_hand:
        names = {"start": "right-hand", "end": "left-hand"}
        blocks = table_blocks(setting)
        lines = [write("{side} block {x:len} from the bit's axis", side=names[end], x=at) for end, at in blocks]
        far = max(at for _, at in blocks) + _BLOCK_LONG
        if far > setting.base.across / 2:
            lines.append(write("both on an auxiliary fence {l:rough} long, clamped to the table's own", l=2 * far))
        return lines
    along = ", along the fence" if setting.channel.angle else ""
    found = []
    for _, word, at, edge in stop_places(setting):
        said, stands = place_words(word, at, edge), ", on scrap of its thickness, clamped" if at < 0 else ", clamped to the board"
        found.append(Text(metric=said.metric + along + stands, inch=said.inch + along + stands))
    return [*_end_lines(setting.channel), *found]


def _end_lines(channel: ChannelOnBoard) -> list[Text]:
    """The lines on the wood at which a stopped channel begins or ends; for a turned one they are taken from the drawing."""
    if channel.angle:
        return []
    (low, high), (low_edge, high_edge) = channel.sides, channel.side_names
    ends = zip(channel.stopped, (channel.low - low, high - channel.high), (low_edge, high_edge), strict=True)
    inside = sorted(((x, edge) for stops, x, edge in ends if stops), key=lambda each: each[1] in ("right end", "far edge"))
    if len(inside) == 2 and closeness.same(inside[0][0], inside[1][0]):
        return [write("lines where it ends: {x:len} from either {end}", x=inside[0][0], end=inside[0][1].split()[-1])]
    return [write("line where it ends: {x:len} from the {edge}", x=x, edge=edge) for x, edge in inside]


def table_blocks(setting: ChannelSetting) -> list[tuple[str, float]]:
    """For each stopped end: "start" or "end", and how far from the bit's axis a block stands on the table's fence, in mm: before
    the bit for the start, behind it for the end.

    Rule: R8 stops on a table
    Formula: start: the board's trailing end − (start + D/2); end: (end − D/2) − its leading end, along the feed
    Source: geometry: the board's ends touch the blocks where the axis is at the channel's first or last place"""
    channel, fence = setting.channel, setting.fence
    d = channel.cut_by(setting.bit)
    up = fence.heading[1] > 0
    begin, finish = path_of(channel, fence, bit_diameter=d)
    low, high = channel.sides
    begins_inside, ends_inside = fence.begins_and_ends_inside(channel)
    # The bit goes along v over the board, so the board comes to it with that end last which v reaches last.
    found = [("start", high - begin if up else begin - low)] if begins_inside else []
    return [*found, ("end", finish - low if up else high - finish)] if ends_inside else found


def stop_places(setting: ChannelSetting) -> list[tuple[str, str, float, str]]:
    """For each stopped end: "start" or "end", what stands there, its distance onto the board from an edge, and that edge's name.

    Rule: R8 stops
    Formula: block behind the base at start + D/2 − b_back, before it at end − D/2 + b_front, along the heading
    Source: geometry of base and bit: the centre runs from start + D/2 to end − D/2"""
    channel, fence, base = setting.channel, setting.fence, setting.base
    d = channel.cut_by(setting.bit)
    up = fence.heading[1] > 0
    begin, finish = path_of(channel, fence, bit_diameter=d)
    front, back = base.front or base.across / 2, base.back or base.across / 2
    low_edge, high_edge = channel.side_names
    # Along a turned fence it is measured from where that crosses the edge.
    low, high = tuple(v for v, _ in crossings(setting)) if channel.angle and fence.stands else channel.sides
    begins_inside, ends_inside = fence.begins_and_ends_inside(channel)
    found = []
    if begins_inside:
        block = begin - back if up else begin + back
        from_edge = block - low if up else high - block
        found.append(("start", "start block", from_edge, low_edge if up else high_edge))
    if ends_inside:
        block = finish + front if up else finish - front
        from_edge = high - block if up else block - low
        found.append(("end", "stop block", from_edge, high_edge if up else low_edge))
    return found


_FOR = {
    "t-jig": "made with this pair: its notch shows the line, nothing is measured",
    "edge-guide": "bears on the {edge}, set once from it",
    "freehand": "by eye along a scored line",
    "table-fence": "the board face down, its {edge} along the fence",
    "straightedge": "a straight piece of {length:rough}, clamped at both ends",
}


def guide_offers(setting: ChannelSetting) -> tuple[GuideOffer, ...]:
    """The methods of guiding a channel with this pair, the best first, each with what speaks for or against it."""
    return tuple(_offer(option, setting) for option in setting.options)


def _offer(option: GuideOption, setting: ChannelSetting) -> GuideOffer:
    stop = option.against or next((each for each in option.cautions if each.level == "stop"), None)
    if stop is not None:
        says = written(stop).message
    else:
        fence = option.fences[0]
        says = write(_FOR[option.kind], edge=setting.channel.end_name(fence.towards), length=fence.length)
    return offer(option.kind, says, can=stop is None, chosen=option.kind == setting.option.kind)


def jig_steps(setting: ChannelSetting) -> tuple[Text, ...]:
    """How a cut-line jig for this pair is made; empty where a straightedge is not what it would stand for, or one is there.

    Rule: R8 T-jig
    Formula: the arm reaches the overhang beyond both edges; its notch, cut by this router and bit, is the line
    Source: what was cut by the pair itself needs no measuring"""
    if any(option.kind == "t-jig" and not option.stops for option in setting.options) or not setting.by_hand:
        return ()
    straight = next((option for option in setting.options if option.kind == "straightedge"), None)
    if straight is None or straight.stops or setting.channel.angle:
        return ()
    length = straight.fences[0].length
    dial = setting.speed.dial_shown
    return (
        write("Screw a straight arm, {l:rough} long, square across a head that hooks over the board's edge", l=length),
        write(
            "{bit} in {router}{dial}, {side} of the base along the arm",
            bit=setting.bit.name,
            router=setting.router.name,
            dial="" if dial is None else f", dial at {dial_text(dial)}",
            side=setting.guided.name,
        ),
        write("Clamp it on scrap and run it off through the head, {3:about} below the face, so that the head gets its notch"),
        write("Write both names on it; the notch is the line of this pair, for as long as bit and base stay as they are"),
    )


def station_lines(setting: ChannelSetting) -> tuple[StationLine, ...]:
    """The stations in the order of the tape; empty for a single one."""
    fences = setting.option.fences
    if len(fences) < 2:
        return ()
    return tuple(
        StationLine(
            number=fence.station.number,
            mark=show(fence.station.position, "mm"),
            guide=_beside(fence.at),
            heading=_way_of(setting, fence),
        )
        for fence in fences
    )


def _way_of(setting: ChannelSetting, fence: Fence) -> str:
    """How a place is run: which way, on which side the fence is then."""
    if not setting.by_hand:
        return "work right to left"
    x, y = setting.channel.frame.turn(fence.heading)
    side = "left" if y > abs(x) or abs(x) > abs(y) else "right"
    return heading_words((x, y)) + (f", fence {side}" if fence.stands else "")


def _beside(at: float) -> Shown:
    """Where a guide stands from the end; before it where it lies beyond the board."""
    if at >= 0:
        return show(at, "mm")
    said = write("{x:len} before", x=-at)
    return Shown(metric=Reading(number=said.metric, unit=""), inch=Reading(number=said.inch, unit=""))
