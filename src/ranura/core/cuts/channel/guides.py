"""What guides a channel, and where it stands: for the base of a router a straightedge, a cut-line jig or an edge guide; over a
table its fence, which the board's own edge runs along (R7, R8).

In the channel's own axes, seen from the face. Where the guide stands fixes the way the bit goes: a fence on the board belongs on
the left of the heading, an edge guide bears on an edge to the right of it. Over a table the board lies face down: seen from the
face the bit turns as it does by hand, and the fence is where an edge guide would be.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import lru_cache

from ranura.core.cuts.channel.asked import Channel, ChannelGuide, Station
from ranura.core.cutting.direction import Vector, heading_with_fence
from ranura.core.cutting.lateral import FenceOn, Setback, plan_setback
from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import EdgeGuide, Guide, TJig
from ranura.core.shop.tooling.routers import Base, GuidedSide, Router
from ranura.core.text.cautions import Caution, Reason, caution, spoken

BEHIND_EDGE = 25.0
"""mm that an edge guide takes beyond the edge it bears on."""
_SIDES: tuple[FenceOn, FenceOn] = ("reference", "other")
_FOR_A_CLAMP = 20.0
_NEAR_EDGE = 120.0
"""mm up to which an edge guide is handier than a straightedge along a board."""
TABLE_FENCE_DEEP = 50.0
"""mm that a table's fence takes behind its face."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Fence:
    """What the base runs along at one station: the face at u = `edge`, its body from there in direction `towards` (±1).

    A straightedge and a jig stand on the board, `at` from the reference end, along v over `span`, with the heading to their
    right. An edge guide bears on the board's own edge, to the right of the heading, and so does a table's fence; `at` is then
    its setting, from guide to near wall. `axis` is where the bit's axis runs without a spacer. `tool` is the owned one, where
    there is one.
    """

    kind: ChannelGuide
    station: Station
    side: FenceOn
    edge: float
    towards: int
    width: float
    span: tuple[float, float]
    at: float
    axis: float
    heading: Vector
    setback: Setback
    tool: Guide | None = None

    @property
    def on_board(self) -> bool:
        """Whether it lies on the board, and does not run along its edge."""
        return self.kind not in ("edge-guide", "table-fence")

    @property
    def stands(self) -> bool:
        """Whether something of it stands on the board; freehand the eye follows a line."""
        return self.kind in ("straightedge", "t-jig")

    @property
    def body(self) -> tuple[float, float]:
        """Its extent along u, low to high."""
        other = self.edge + self.towards * self.width
        return (min(self.edge, other), max(self.edge, other))

    @property
    def length(self) -> float:
        """How long it must be, overhang included."""
        return self.span[1] - self.span[0]

    @property
    def spacers(self) -> tuple[float, ...]:
        """The spacers of its lateral passes, largest first and none last; a single 0 where no width is known."""
        return self.setback.spacers or (0.0,)

    @property
    def fresh(self) -> int:
        """On which side of the bit, along u, a widening pass finds fresh wood: to the left of the heading (R7)."""
        return self.towards if self.on_board else -self.towards

    def begins_and_ends_inside(self, channel: Channel) -> tuple[bool, bool]:
        """Whether the cut begins, and whether it ends inside the board, in the order of the heading."""
        low, high = channel.stopped
        return (low, high) if self.heading[1] > 0 else (high, low)

    def axis_with(self, spacer: float) -> float:
        """Where the axis runs with a spacer, which holds the base off a fence, or the guide off its edge."""
        return self.axis - self.fresh * spacer

    def slot(self, spacer: float, width: float) -> tuple[float, float]:
        """The walls that a bit of a width cuts with a spacer."""
        axis = self.axis_with(spacer)
        return (axis - width / 2, axis + width / 2)


@dataclass(frozen=True, kw_only=True, slots=True)
class GuideOption:
    """One way of guiding a channel: a fence for every station with what is to be said of them, or what speaks against it."""

    kind: ChannelGuide
    fences: tuple[Fence, ...]
    cautions: tuple[Caution, ...]
    against: Reason | None = None

    @property
    def stops(self) -> bool:
        """Whether it cannot be used as things are."""
        return self.against is not None or any(each.level == "stop" for each in self.cautions)


@lru_cache(maxsize=256)
def _set_back(base_to_axis: float, bit_diameter: float, width: float) -> Setback:
    """The same for every station; where its fence lies, `Fence.at` says."""
    return plan_setback(base_to_axis=base_to_axis, bit_diameter=bit_diameter, width=width)


def _straight(channel: Channel, station: Station, bit: Bit, guided: GuidedSide, rules: HouseRules, side: FenceOn) -> Fence:
    set_back = _set_back(guided.distance, _bit_width(channel, bit), channel.width)
    s = set_back.setback
    low_side = (side == "reference") == channel.reference_low
    edge, towards = (station.left - s, -1) if low_side else (station.right + s, 1)
    return Fence(
        kind="straightedge",
        station=station,
        side=side,
        edge=edge,
        towards=towards,
        width=rules.fence_width,
        span=_span(channel, rules.fence_overhang),
        at=_from_reference(channel, edge),
        axis=edge - towards * guided.distance,
        heading=heading_with_fence((towards, 0)),
        setback=set_back,
    )


def _span(channel: Channel, overhang: float) -> tuple[float, float]:
    """From where to where along v a fence reaches: so far beyond the cut, and past the board's edge for its clamp.

    Rule: R8 overhang
    Formula: the cut's ends ± overhang, and at least 20 mm past the board
    Source: the base meets the fence before the bit meets the wood, and leaves it after"""
    low, high = channel.low - overhang, channel.high + overhang
    return (min(low, channel.sides[0] - _FOR_A_CLAMP), max(high, channel.sides[1] + _FOR_A_CLAMP))


def _bit_width(channel: Channel, bit: Bit) -> float:
    """How wide the bit cuts here: its diameter; a round nose or a V cuts the channel's own width."""
    return bit.diameter if channel.shape == "square" else channel.width


def _from_reference(channel: Channel, u: float) -> float:
    """The distance of a place along u from the reference end; of a turned channel along the near edge, as its line is."""
    if channel.angle:
        x = u / channel.frame.u[0]
        return x if channel.reference_low else channel.part[0] - x
    return u - channel.ends[0] if channel.reference_low else channel.ends[1] - u


def outside(fence: Fence, channel: Channel) -> float:
    """How much of the fence's width lies beyond the board at the middle of the channel, in mm; 0 when all of it has wood
    below."""
    low, high = fence.body
    return max(0.0, channel.ends[0] - low, high - channel.ends[1])


def place_fence(
    channel: Channel, bit: Bit, guided: GuidedSide, rules: HouseRules, station: Station | None = None
) -> tuple[Fence, tuple[Caution, ...]]:
    """The fence of a station on the reference side if the board carries its width there, otherwise on the other side.

    Where neither carries it: the side where less is missing, with `fence-off-board`, unless a board beside the work does.

    Rule: R8 fence side
    Formula: the body of the fence, 60 mm, lies within the board; the heading has it on the left
    Source: a fence with no wood under it tips; R7 fixes the heading"""
    station = station or channel.stations[0]
    sides = []
    for side in _SIDES:
        fence = _straight(channel, station, bit, guided, rules, side)
        if not closeness.over(outside(fence, channel), 0):
            return fence, ()
        sides.append(fence)
    least = min(sides, key=lambda fence: outside(fence, channel))
    if channel.held == "carrier":
        return least, ()  # its boards are as high as the work and carry the fence
    code = "fence-on-support" if channel.support else "fence-off-board"
    return least, (caution(code, outside=outside(least, channel)),)


def guide_options(
    channel: Channel, bit: Bit, router: Router, base: Base, guides: Sequence[Guide], rules: HouseRules
) -> tuple[GuideOption, ...]:
    """Every way of guiding a channel with a bit in a router, the best first (R15 for guides).

    Rule: R8 choice of guide
    Formula: what can be used before what cannot; a cut-line jig that holds for the pair first; within 120 mm of an edge along the
        board the edge guide before the straightedge, else after it
    Source: what wants least setting up and least measuring comes first"""
    return tuple(sorted(_ways(channel, bit, router, base, guides, rules), key=lambda option: option.stops))


def best_guide(channel: Channel, bit: Bit, router: Router, base: Base, guides: Sequence[Guide], rules: HouseRules) -> GuideOption:
    """The pinned way of guiding, or the first that can be used, without looking at those behind it."""
    found = []
    for option in _ways(channel, bit, router, base, guides, rules):
        if option.kind == channel.guide or (channel.guide is None and not option.stops):
            return option
        found.append(option)
    return found[0]


def _ways(
    channel: Channel, bit: Bit, router: Router, base: Base, guides: Sequence[Guide], rules: HouseRules
) -> Iterator[GuideOption]:
    """Every way of guiding, in the order in which they are thought of; over a table there is but its fence."""
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
        yield GuideOption(kind="t-jig", fences=straight.fences, cautions=(), against=Reason("no-jig-for-pair"))


def chosen_guide(options: Sequence[GuideOption], pinned: ChannelGuide | None) -> GuideOption:
    """The pinned way of guiding, or the best."""
    return next((option for option in options if option.kind == pinned), options[0])


def _from_edges(channel: Channel) -> tuple[float, float]:
    """The near walls' distances from both ends of the board along u."""
    return (channel.left - channel.ends[0], channel.ends[1] - channel.right)


def _straightedges(channel: Channel, bit: Bit, base: Base, rules: HouseRules) -> GuideOption:
    fences: list[Fence] = []
    said: list[Caution] = []
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
            "jig-outdated",
            {"was": jig.bit_diameter, "now": bit.diameter, "base_was": jig.base_to_axis, "base_now": base.sides[0].distance},
        )
    fences = tuple(_retold(fence, "t-jig", jig) for fence in straight.fences)
    return GuideOption(kind="t-jig", fences=fences, cautions=straight.cautions, against=against)


def _freehand(straight: GuideOption) -> GuideOption:
    """Along a scored line by eye: for what is one line wide, such as a V groove or waste inside a line."""
    fences = tuple(_retold(fence, "freehand", None) for fence in straight.fences)
    wide = any(len(fence.spacers) > 1 for fence in fences)
    return GuideOption(
        kind="freehand",
        fences=fences,
        cautions=(caution("freehand-line"),),
        against=Reason("freehand-one-line") if wide else None,
    )


def _retold(fence: Fence, kind: ChannelGuide, tool: Guide | None) -> Fence:
    return Fence(
        kind=kind,
        station=fence.station,
        side=fence.side,
        edge=fence.edge,
        towards=fence.towards,
        width=fence.width,
        span=fence.span,
        at=fence.at,
        axis=fence.axis,
        heading=fence.heading,
        setback=fence.setback,
        tool=tool,
    )


def _edge_guides(channel: Channel, bit: Bit, base: Base, guides: Sequence[Guide]) -> GuideOption:
    """The edge guide whose face has no gap first, on the edge that lies nearer."""
    owned = sorted((each for each in guides if isinstance(each, EdgeGuide)), key=lambda each: not each.gap_closed)
    if not owned:
        return GuideOption(kind="edge-guide", fences=(), cautions=(), against=Reason("no-edge-guide"))
    if base.rods is None:
        return GuideOption(kind="edge-guide", fences=(), cautions=(), against=Reason("no-rods"))
    if channel.angle:
        return GuideOption(kind="edge-guide", fences=(), cautions=(), against=Reason("not-along-an-edge"))
    if channel.held == "carrier":
        return GuideOption(kind="edge-guide", fences=(), cautions=(), against=Reason("edge-covered"))
    low, high = _from_edges(channel)
    towards = -1 if low <= high else 1
    tried = [tuple(_on_edge(channel, s, bit, tool, towards) for s in channel.stations) for tool in owned]
    for fences in tried:
        against = _beyond(fences, base)
        if against is None:
            tool = fences[0].tool
            gap = isinstance(tool, EdgeGuide) and not tool.gap_closed and not all(channel.stopped)
            said = (caution("guide-gap", edge=channel.end_name(towards)),) if gap else ()
            return GuideOption(kind="edge-guide", fences=fences, cautions=said)
    return GuideOption(kind="edge-guide", fences=tried[0], cautions=(), against=_beyond(tried[0], base))


def table_fence(channel: Channel, bit: Bit, base: Base) -> GuideOption:
    """A table's fence along the edge the channel is measured from; along the opposite one where the table is not deep enough.

    Rule: R7, R8 on a table
    Formula: fence to cutter = p + (w − D), up to half the table less the fence's own depth; spacers between fence and work
    Source: geometry; with the spacer the first pass cuts the near wall, the last one the far wall, so that the fresh wood is
        never on the fence's side alone (trapped)"""
    deepest = base.across / 2 - TABLE_FENCE_DEEP
    first = -1 if channel.reference_low else 1
    tried = [tuple(_on_edge(channel, s, bit, None, towards) for s in channel.stations) for towards in (first, -first)]
    for fences in tried:
        if not closeness.over(max(fence.at for fence in fences), deepest):
            return GuideOption(kind="table-fence", fences=fences, cautions=())
    facts = {"setting": max(fence.at for fence in tried[0]), "most": deepest}
    return GuideOption(kind="table-fence", fences=tried[0], cautions=(), against=Reason("fence-beyond-table", facts))


def _on_edge(channel: Channel, station: Station, bit: Bit, tool: EdgeGuide | None, towards: int) -> Fence:
    """An edge guide on the low edge (−1) or the high one (+1) of the board along u; a table's fence where there is none.

    Rule: R8 edge guide
    Formula: setting = p + (w − D), the guide to the near wall in the last pass; the axis runs D/2 beyond
    Source: geometry; with the spacer between guide and edge the first pass cuts the near wall, the last one the far wall"""
    width = _bit_width(channel, bit)
    edge = channel.ends[0] if towards < 0 else channel.ends[1]
    near = station.left - edge if towards < 0 else edge - station.right
    widen = max(channel.width - width, 0.0)
    setting = near + widen
    set_back = _set_back(setting + width / 2, width, channel.width)
    return Fence(
        kind="edge-guide" if tool else "table-fence",
        station=station,
        edge=edge,
        towards=towards,
        side="reference" if (towards < 0) == channel.reference_low else "other",
        width=BEHIND_EDGE if tool else TABLE_FENCE_DEEP,
        span=(channel.sides[0], channel.sides[1]),
        at=setting,
        axis=edge - towards * (setting + width / 2),
        heading=(0, towards),
        setback=set_back,
        tool=tool,
    )


def _beyond(fences: Sequence[Fence], base: Base) -> Reason | None:
    """Whether a setting lies beyond the guide or its rods."""
    for fence in fences:
        tool = fence.tool
        assert isinstance(tool, EdgeGuide), "only an edge guide is set this way"
        reach = min(tool.farthest, base.rods or 0.0)
        if closeness.over(fence.at, reach) or closeness.under(fence.at, tool.nearest):
            return Reason("guide-range", {"setting": fence.at, "low": tool.nearest, "high": reach, "guide": tool.name})
    return None


def said_of(option: GuideOption) -> tuple[Caution, ...]:
    """Everything to be said of a way of guiding, with what speaks against it."""
    return (*((spoken(option.against),) if option.against else ()), *option.cautions)
