"""What guides a channel, and where it stands: for the base of a router a straightedge, a cut-line jig or an edge guide; over a
table its fence, which the board's own edge runs along (R7, R8).

In the channel's own axes, seen from the face. The guide's place fixes the heading of the bit: a fence on the board belongs on
the left of the heading, an edge guide bears on an edge to the right of it. Over a table the board lies face down: seen from the
face the bit turns as it does by hand, and the fence is where an edge guide would be.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace

from ranura.core.cuts.channel import words
from ranura.core.cuts.channel.asked import ChannelGuide
from ranura.core.cuts.channel.fence import (
    TABLE_FENCE_DEEP,
    Fence,
    GuideOnRods,
    GuideOption,
    Jig,
    ScoredLine,
    TableFence,
    on_edge,
    place_fence,
)
from ranura.core.cuts.channel.on_board import ChannelOnBoard
from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import EdgeGuide, Guide, Spacer, TJig
from ranura.core.shop.tooling.routers import Base, Router
from ranura.core.text import guide_words
from ranura.core.text.cautions import Reason, reason

_NEAR_EDGE = 120.0
"""mm up to which an edge guide is handier than a straightedge along a board."""


def guide_options(
    channel: ChannelOnBoard, bit: Bit, router: Router, base: Base, guides: Sequence[Guide], rules: HouseRules
) -> tuple[GuideOption, ...]:
    """Every method of guiding a channel with a bit in a router, the best first (R15 for guides).

    Rule: R8 choice of guide
    Formula: what can be used before what cannot; a cut-line jig that holds for the pair first; within 120 mm of an edge along the
        board the edge guide before the straightedge, else after it
    Source: what wants least setting up and least measuring comes first"""
    return tuple(
        sorted(_options(channel, bit, router, base, guides, rules), key=lambda option: (option.kind == "freehand", option.stops))
    )


def best_guide(
    channel: ChannelOnBoard, bit: Bit, router: Router, base: Base, guides: Sequence[Guide], rules: HouseRules
) -> GuideOption:
    """The pinned method of guiding, or the first that can be used, without looking at those behind it; by eye only where that was
    asked for (R8)."""
    found = []
    for option in _options(channel, bit, router, base, guides, rules):
        if option.kind == channel.guide or (channel.guide is None and not option.stops and option.kind != "freehand"):
            return option
        found.append(option)
    return found[0]


def _options(
    channel: ChannelOnBoard, bit: Bit, router: Router, base: Base, guides: Sequence[Guide], rules: HouseRules
) -> Iterator[GuideOption]:
    """Every method of guiding, in the order in which they are thought of; over a table there is but its fence."""
    if router.mounting == "table":
        yield table_fence(channel, bit, base)
        return
    jigs = [each for each in guides if isinstance(each, TJig) and each.router_id == router.id and each.bit_id == bit.id]
    straight = None
    if jigs:
        straight = _straightedges(channel, bit, base, rules)
        yield _jig(jigs[0], straight, bit, base)
    near = channel.goes == "along" and min(_from_edges(channel)) <= _NEAR_EDGE
    if near:
        yield _edge_guides(channel, bit, base, guides)
    straight = straight or _straightedges(channel, bit, base, rules)
    yield straight
    if not near:
        yield _edge_guides(channel, bit, base, guides)
    yield _freehand(straight)
    if channel.guide == "t-jig" and not jigs:
        yield GuideOption(kind="t-jig", fences=straight.fences, cautions=(), against=Reason(words.NO_JIG_FOR_PAIR))


def chosen_guide(options: Sequence[GuideOption], pinned: ChannelGuide | None) -> GuideOption:
    """The pinned method of guiding, or the best."""
    return next((option for option in options if option.kind == pinned), options[0])


def _from_edges(channel: ChannelOnBoard) -> tuple[float, float]:
    """The near walls' distances from both ends of the board along u."""
    return (channel.left - channel.ends[0], channel.ends[1] - channel.right)


def _straightedges(channel: ChannelOnBoard, bit: Bit, base: Base, rules: HouseRules) -> GuideOption:
    fences: list[Fence] = []
    said: list[Reason] = []
    for station in channel.stations:
        fence, cautions = place_fence(channel, bit, base.sides[0], rules, station)
        fences.append(fence)
        said += cautions
    worst = max(said, key=lambda each: float(each.facts["outside"] or 0.0), default=None)
    return GuideOption(kind="straightedge", fences=tuple(fences), cautions=(worst,) if worst else ())


def _jig(jig: TJig, straight: GuideOption, bit: Bit, base: Base) -> GuideOption:
    """The jig of this pair stands where a straightedge would; its notch shows the line, so nothing is measured."""
    against = None
    if not jig.holds(bit_diameter=bit.diameter, base_to_axis=base.sides[0].distance):
        against = Reason(
            words.JIG_OUTDATED,
            {"was": jig.bit_diameter, "now": bit.diameter, "base_was": jig.base_to_axis, "base_now": base.sides[0].distance},
        )
    fences = tuple(replace(fence, by=Jig(jig)) for fence in straight.fences)
    return GuideOption(kind="t-jig", fences=fences, cautions=straight.cautions, against=against)


def _freehand(straight: GuideOption) -> GuideOption:
    """Along a scored line by eye: for what is one line wide, such as a V groove or waste inside a line."""
    fences = tuple(replace(fence, by=ScoredLine()) for fence in straight.fences)
    wide = any(len(fence.spacers) > 1 for fence in fences)
    return GuideOption(
        kind="freehand",
        fences=fences,
        cautions=(reason(guide_words.FREEHAND_LINE),),
        against=Reason(words.FREEHAND_ONE_LINE) if wide else None,
    )


def _edge_guides(channel: ChannelOnBoard, bit: Bit, base: Base, guides: Sequence[Guide]) -> GuideOption:
    """The edge guide whose face has no gap first, on the edge that lies nearer."""
    owned = sorted((each for each in guides if isinstance(each, EdgeGuide)), key=lambda each: not each.gap_closed)
    if not owned:
        return GuideOption(kind="edge-guide", fences=(), cautions=(), against=Reason(guide_words.NO_EDGE_GUIDE))
    if base.rods is None:
        return GuideOption(kind="edge-guide", fences=(), cautions=(), against=Reason(guide_words.NO_RODS))
    if channel.angle:
        return GuideOption(kind="edge-guide", fences=(), cautions=(), against=Reason(words.NOT_ALONG_AN_EDGE))
    if channel.held == "carrier":
        return GuideOption(kind="edge-guide", fences=(), cautions=(), against=Reason(words.EDGE_COVERED))
    low, high = _from_edges(channel)
    towards = -1 if low <= high else 1
    if channel.goes_back:
        towards = 1 if channel.stopped[1] else -1  # begun at the open end
    tried = [(tool, tuple(on_edge(channel, s, bit, GuideOnRods(tool), towards) for s in channel.stations)) for tool in owned]
    for tool, fences in tried:
        against = _beyond(fences, tool, base)
        if against is None:
            gap = not tool.gap_closed and not all(channel.stopped)
            said = (reason(words.GUIDE_GAP, edge=channel.end_name(towards)),) if gap else ()
            return GuideOption(kind="edge-guide", fences=fences, cautions=said)
    best, fences = tried[0]
    return GuideOption(kind="edge-guide", fences=fences, cautions=(), against=_beyond(fences, best, base))


def table_fence(channel: ChannelOnBoard, bit: Bit, base: Base) -> GuideOption:
    """A table's fence along the edge the channel is measured from; along the opposite one where the table is not deep enough.

    Rule: R7, R8 on a table
    Formula: fence to cutter = p + (w − D), up to half the table less the fence's own depth; spacers between fence and work
    Source: geometry; with the spacer the first pass cuts the near wall, the last one the far wall, so that the fresh wood is
        never on the fence's side alone (trapped)"""
    deepest = base.across / 2 - TABLE_FENCE_DEEP
    first = -1 if channel.reference_low else 1
    tried = [tuple(on_edge(channel, s, bit, TableFence(), towards) for s in channel.stations) for towards in (first, -first)]
    for fences in tried:
        if not closeness.over(max(fence.at for fence in fences), deepest):
            return GuideOption(kind="table-fence", fences=fences, cautions=())
    facts = {"setting": max(fence.at for fence in tried[0]), "most": deepest}
    return GuideOption(kind="table-fence", fences=tried[0], cautions=(), against=Reason(words.FENCE_BEYOND_TABLE, facts))


def _beyond(fences: Sequence[Fence], tool: EdgeGuide, base: Base) -> Reason | None:
    """Whether a setting lies beyond the edge guide or its rods."""
    reach = min(tool.farthest, base.rods or 0.0)
    for fence in fences:
        if closeness.over(fence.at, reach) or closeness.under(fence.at, tool.nearest):
            return Reason(words.GUIDE_RANGE, {"setting": fence.at, "low": tool.nearest, "high": reach, "guide": tool.name})
    return None


_STRIP_WITHIN = 0.05
"""mm by which a strip may differ from the spacer that is planned: a caliper sees no less (R20)."""


def strip_for(spacer: float, guides: Sequence[Guide]) -> Spacer | None:
    """The strip of a shop that serves as a spacer; None where none is as thick, or none is needed."""
    strips = [each for each in guides if isinstance(each, Spacer)]
    near = [each for each in strips if spacer and not closeness.over(abs(each.thickness - spacer), _STRIP_WITHIN)]
    return min(near, key=lambda each: abs(each.thickness - spacer), default=None)
