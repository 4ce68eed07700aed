"""What the base of a router runs along at a station of a channel (R8).

In the channel's own axes, seen from the face. Where the guide stands fixes the heading of the bit: a fence on the board belongs
on the left of the heading, an edge guide bears on an edge to the right of it.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import Literal, assert_never

from ranura.core.cuts.channel import words
from ranura.core.cuts.channel.asked import ChannelGuide
from ranura.core.cuts.channel.on_board import ChannelOnBoard, Station
from ranura.core.cutting.direction import Vector, heading_with_fence
from ranura.core.cutting.lateral import FenceOn, Setback, plan_setback
from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import EdgeGuide, TJig
from ranura.core.shop.tooling.routers import GuidedSide
from ranura.core.text.cautions import Reason, reason

BEHIND_EDGE = 25.0
"""mm that an edge guide takes beyond the edge it bears on."""

_SIDES: tuple[FenceOn, FenceOn] = ("reference", "other")

_FOR_A_CLAMP = 20.0

TABLE_FENCE_DEEP = 50.0
"""mm that a table's fence takes behind its face."""


@dataclass(frozen=True, slots=True)
class Straightedge:
    """A straight piece on the board, the base to the right of it."""

    kind: Literal["straightedge"] = "straightedge"


@dataclass(frozen=True, slots=True)
class Jig:
    """A cut-line jig made with this bit and router; it stands where a straightedge would."""

    jig: TJig
    kind: Literal["t-jig"] = "t-jig"


@dataclass(frozen=True, slots=True)
class ScoredLine:
    """The eye along a line; nothing stands on the board."""

    kind: Literal["freehand"] = "freehand"


@dataclass(frozen=True, slots=True)
class GuideOnRods:
    """An edge guide, which bears on the board's own edge to the right of the heading."""

    guide: EdgeGuide
    kind: Literal["edge-guide"] = "edge-guide"


@dataclass(frozen=True, slots=True)
class TableFence:
    """A table's fence, which the board's own edge runs along."""

    kind: Literal["table-fence"] = "table-fence"


GuidedBy = Straightedge | Jig | ScoredLine | GuideOnRods | TableFence
"""What a fence is; every match over it is closed by `assert_never`."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Fence:
    """What the base runs along at one station."""

    by: GuidedBy
    station: Station
    side: FenceOn
    edge: float
    """Where its face is, along u."""
    towards: int
    """In which direction its body lies from the face: 1 or −1 along u."""
    width: float
    span: tuple[float, float]
    """From where to where it reaches along v."""
    at: float
    """Where it is set: on the board from the reference end; along an edge from the guide to the near wall."""
    axis: float
    """Where the bit's axis runs without a spacer, along u."""
    heading: Vector
    setback: Setback

    @property
    def on_board(self) -> bool:
        """Whether it lies on the board, and does not run along its edge."""
        match self.by:
            case Straightedge() | Jig() | ScoredLine():
                return True
            case GuideOnRods() | TableFence():
                return False
            case _:
                assert_never(self.by)

    @property
    def stands(self) -> bool:
        """Whether something of it stands on the board."""
        return self.on_board and not isinstance(self.by, ScoredLine)

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

    def turned_out(self, channel: ChannelOnBoard) -> float:
        """By how much the near end of a straightedge is moved away from a tapered socket, which it pivots beside at the far edge.

        Rule: R13 tapered
        Formula: t · L_g / L, L_g from the far edge to that end
        Source: similar triangles"""
        low, high = channel.sides
        return channel.taper * (high - self.span[0]) / (high - low)

    @property
    def fresh(self) -> int:
        """On which side of the bit, along u, a widening pass finds fresh wood: to the left of the heading (R7)."""
        return self.towards if self.on_board else -self.towards

    def begins_and_ends_inside(self, channel: ChannelOnBoard) -> tuple[bool, bool]:
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
    """One method of guiding a channel: a fence for every station with what is to be said of them, or what speaks against it."""

    kind: ChannelGuide
    fences: tuple[Fence, ...]
    cautions: tuple[Reason, ...]
    against: Reason | None = None

    @property
    def stops(self) -> bool:
        """Whether it cannot be used as things are."""
        return self.against is not None or any(each.level == "stop" for each in self.cautions)


@lru_cache(maxsize=256)
def _set_back(base_to_axis: float, bit_diameter: float, width: float) -> Setback:
    """The same for every station; where its fence lies, `Fence.at` says."""
    return plan_setback(base_to_axis=base_to_axis, bit_diameter=bit_diameter, width=width)


def _straight(channel: ChannelOnBoard, station: Station, bit: Bit, guided: GuidedSide, rules: HouseRules, side: FenceOn) -> Fence:
    set_back = _set_back(guided.distance, channel.cut_by(bit), channel.width)
    s = set_back.setback
    low_side = (side == "reference") == channel.reference_low
    edge, towards = (station.left - s, -1) if low_side else (station.right + s, 1)
    return Fence(
        by=Straightedge(),
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


def _span(channel: ChannelOnBoard, overhang: float) -> tuple[float, float]:
    """From where to where along v a fence reaches: so far beyond the cut, and past the board's edge for its clamp.

    Rule: R8 overhang
    Formula: the cut's ends ± overhang, and at least 20 mm past the board
    Source: the base meets the fence before the bit meets the wood, and leaves it after"""
    low, high = channel.low - overhang, channel.high + overhang
    return (min(low, channel.sides[0] - _FOR_A_CLAMP), max(high, channel.sides[1] + _FOR_A_CLAMP))


def _from_reference(channel: ChannelOnBoard, u: float) -> float:
    """The distance of a place along u from the reference end; of a turned channel along the near edge, as its line is."""
    if channel.angle:
        x = u / channel.frame.u[0]
        return x if channel.reference_low else channel.part[0] - x
    return u - channel.ends[0] if channel.reference_low else channel.ends[1] - u


def outside(fence: Fence, channel: ChannelOnBoard) -> float:
    """How much of the fence's width lies beyond the board at the middle of the channel, in mm; 0 when all of it has wood
    below."""
    low, high = fence.body
    return max(0.0, channel.ends[0] - low, high - channel.ends[1])


def place_fence(
    channel: ChannelOnBoard, bit: Bit, guided: GuidedSide, rules: HouseRules, station: Station | None = None
) -> tuple[Fence, tuple[Reason, ...]]:
    """The fence of a station on the reference side if the board carries its width there, otherwise on the other side.

    Where neither carries it: the side where less is missing, with `fence-off-board`, unless a board beside the work does. Where
    the bit goes back the way it came, on the side that lets it begin at the open end.

    Rule: R8 fence side
    Formula: the body of the fence, 60 mm, lies within the board; the heading has it on the left
    Source: a fence with no wood under it tips; R7 fixes the heading"""
    station = station or channel.stations[0]
    sides = []
    for side in _SIDES:
        fence = _straight(channel, station, bit, guided, rules, side)
        if channel.goes_back and fence.begins_and_ends_inside(channel)[0]:
            continue
        if not closeness.over(outside(fence, channel), 0):
            return fence, ()
        sides.append(fence)
    least = min(sides, key=lambda fence: outside(fence, channel))
    if channel.held == "carrier":
        return least, ()  # its boards are as high as the work and carry the fence
    said = words.FENCE_ON_SUPPORT if channel.support else words.FENCE_OFF_BOARD
    return least, (reason(said, outside=outside(least, channel)),)


def on_edge(channel: ChannelOnBoard, station: Station, bit: Bit, by: GuideOnRods | TableFence, towards: int) -> Fence:
    """An edge guide or a table's fence on the low edge (−1) or the high one (+1) of the board along u.

    Rule: R8 edge guide
    Formula: setting = p + (w − D), the guide to the near wall in the last pass; the axis runs D/2 beyond
    Source: geometry; with the spacer between guide and edge the first pass cuts the near wall, the last one the far wall"""
    width = channel.cut_by(bit)
    edge = channel.ends[0] if towards < 0 else channel.ends[1]
    near = station.left - edge if towards < 0 else edge - station.right
    widen = max(channel.width - width, 0.0)
    setting = near + widen
    set_back = _set_back(setting + width / 2, width, channel.width)
    return Fence(
        by=by,
        station=station,
        edge=edge,
        towards=towards,
        side="reference" if (towards < 0) == channel.reference_low else "other",
        width=BEHIND_EDGE if isinstance(by, GuideOnRods) else TABLE_FENCE_DEEP,
        span=(channel.sides[0], channel.sides[1]),
        at=setting,
        axis=edge - towards * (setting + width / 2),
        heading=(0, towards),
        setback=set_back,
    )


def reasons_of(option: GuideOption) -> tuple[Reason, ...]:
    """Everything to be said of a method of guiding, with what speaks against it."""
    return (*((option.against,) if option.against else ()), *option.cautions)
