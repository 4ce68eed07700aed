"""A channel on its board: its walls, ends and stations in its own axes (R14).

It is planned in its own axes (`frame.py`): u across it, v along it. Across the board u runs along x and v away from the
person; along the board u runs away from the person and v to the left.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

from ranura.core.board.pieces import Piece
from ranura.core.board.repeats import MOST_STATIONS
from ranura.core.cuts.channel import refusals
from ranura.core.cuts.channel.asked import MOST_ANGLE, ChannelCut, ChannelGuide, End, Goes
from ranura.core.cuts.channel.fit import mate_width, refuse_too_much_room
from ranura.core.cuts.channel.frame import Frame, turned
from ranura.core.cuts.channel.shapes import SHAPES, ChannelShape, ShapeFacts
from ranura.core.cutting.need import StraightCut
from ranura.core.geometry import closeness
from ranura.core.geometry.rings import Point, Ring
from ranura.core.holding.hands import is_small
from ranura.core.holding.placed import ClampAt, Exit, Held
from ranura.core.shop.house_rules import STANDARD, HouseRules
from ranura.core.shop.tooling.bits import Bit
from ranura.core.text import refusals as common_refusals
from ranura.core.text.errors import CutError

MOST_TAPER = 3.0
"""mm that a socket is wider at one end than at the other, at most: more is a wedge that no tongue follows."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Station:
    """One place of a repeated channel, in the order in which the tape is read: its number, its near wall from the reference
    end, and its walls along u. All mm."""

    number: int
    position: float
    left: float
    right: float


@dataclass(frozen=True, kw_only=True, slots=True)
class ChannelOnBoard:
    """A channel to be cut, in its own axes u and v, all mm."""

    frame: Frame
    goes: Goes
    shape: ChannelShape
    left: float
    """Where one wall lies, along u."""
    right: float
    """Where the other wall lies, along u."""
    depth: float
    low: float
    """Where it begins, along v."""
    high: float
    """Where it ends, along v."""
    stopped: tuple[bool, bool]
    """Whether its low and its high end lie inside the board."""
    ends: tuple[float, float]
    """Where the board ends along u."""
    sides: tuple[float, float]
    """Where the board ends along v, beside the channel."""
    boards: tuple[Ring, ...]
    """The outlines of the one or two boards."""
    reference_end: End
    reference_low: bool
    """Whether the reference end lies where u is low."""
    position: float
    """The near wall, from the reference end."""
    thickness: float
    part: tuple[float, float]
    across_grain: bool
    stations: tuple[Station, ...]
    support: bool
    supported: bool
    held: Held | None
    exit: Exit
    clamps: tuple[ClampAt, ...]
    guide: ChannelGuide | None
    mirrored: bool
    fitted: bool
    mortise: bool = False
    """It goes down in small steps."""
    angle: float = 0.0
    taper: float = 0.0
    """How much wider it is where v is low than where it is high: there its wall towards the reference end lies so much nearer to
    that."""

    @property
    def width(self) -> float:
        """Between the walls."""
        return self.right - self.left

    @property
    def facts(self) -> ShapeFacts:
        """What is so of its shape."""
        return SHAPES[self.shape]

    def cut_by(self, bit: Bit) -> float:
        """How wide one pass of a bit is: its diameter, or the whole width where the shape is the bit's own."""
        return bit.diameter if self.facts.floor == "flat" else self.width

    @property
    def run(self) -> float:
        """How long it is."""
        return self.high - self.low

    @property
    def is_stopped(self) -> bool:
        """Whether either end lies inside the board."""
        return any(self.stopped)

    @property
    def goes_back(self) -> bool:
        """Whether its bit comes in at the one end that is open and back out there, since it can be lifted nowhere."""
        return self.facts.floor == "undercut" and self.stopped in ((True, False), (False, True))

    @property
    def need(self) -> StraightCut:
        """What it asks of its tool."""
        return StraightCut(
            kind="dado" if self.across_grain else "groove",
            width=self.width,
            depth=self.depth,
            thickness=self.thickness,
            stopped=self.is_stopped and not self.goes_back,
            across_grain=self.across_grain,
            part=self.one_part if self.held in (None, "clamps") else None,
            floor=self.facts.floor,
            mortise=self.mortise,
            held_back=is_small(self.one_part),
        )

    @property
    def one_part(self) -> tuple[float, float]:
        """Length and width of one board, of a pair too."""
        length, width = self.part
        return (length, width / 2) if self.mirrored else self.part

    def end_name(self, towards: int) -> str:
        """What the board ends in along u: towards the low side (−1) or the high one (+1).

        An end of the board across it, an edge along it."""
        low = towards < 0
        if self.goes == "across":
            return "left end" if low else "right end"
        return "near edge" if low else "far edge"

    @property
    def side_names(self) -> tuple[str, str]:
        """What the board ends in where v is low, and where it is high."""
        return ("right end", "left end") if self.goes == "along" else ("near edge", "far edge")

    def at(self, station: Station) -> ChannelOnBoard:
        """The channel of one station alone."""
        return replace(self, left=station.left, right=station.right, position=station.position)


def channel(cut: ChannelCut, piece: Piece, rules: HouseRules = STANDARD) -> ChannelOnBoard:
    """The channel a dado asks for in a piece.

    Raises `CutError` naming the dimension that cannot be: wider than the board, through it, without wood beside it, stopped
    beyond its own length, stations that run into one another, or a pair that cannot be cut together.
    """
    length, across, thickness = piece.length.mm, piece.width.mm, piece.thickness.mm
    along = cut.goes == "along"
    end = cut.reference
    size = across if along else length
    width, depth = width_of(cut, rules), cut.depth.mm
    field = "cut.width" if cut.mate is None else "cut.mate"
    if not closeness.under(width, size):
        raise CutError(refusals.WIDER_THAN_BOARD, field=field, width=width, length=size)
    if not closeness.under(depth, thickness):
        raise CutError(common_refusals.THROUGH_THE_BOARD, field="cut.depth", depth=depth, thickness=thickness)
    if abs(cut.angle) > MOST_ANGLE or (cut.angle and along):
        raise CutError(refusals.ANGLE_OF_CHANNEL, field="cut.angle", most=MOST_ANGLE)
    if cut.mirrored:
        _check_pair(cut, piece)
    total = across * (2 if cut.mirrored else 1)
    frame = Frame(origin=(length, 0.0), u=(0.0, 1.0)) if along else turned(cut.angle)
    cos = 1.0 if along else frame.u[0]
    reference_low = end in ("left", "near")
    stations = []
    for number, position in enumerate(_positions(cut, rules), start=1):
        if not closeness.over(position, 0):
            raise CutError(refusals.NO_WOOD_BEFORE, field="cut.position", position=position, end=end)
        if not closeness.under(position + width / cos, size):
            raise CutError(
                common_refusals.NO_WOOD_AFTER, field=_last_field(cut, position), position=position, width=width, length=size
            )
        wall = position * cos if reference_low else (size - position) * cos
        left = wall if reference_low else wall - width
        stations.append(Station(number=number, position=position, left=left, right=left + width))
    first = stations[0]
    boards = _boards(length, across, pair=cut.mirrored)
    local = tuple(tuple(frame.local(corner) for corner in ring) for ring in boards)
    for station in stations:
        _check_ends(station, frame, cut, length=length, total=total, along=along)
    sides = _sides(frame, stations, length=length, total=total, along=along)
    low, high, stopped = _span(cut, first, frame, sides, length=length, total=total, along=along)
    middle = (sides[0] + sides[1]) / 2
    ends = _width_at(local, middle)
    across_grain = (piece.grain == "length") != along
    return ChannelOnBoard(
        frame=frame,
        goes=cut.goes,
        shape=cut.shape,
        left=first.left,
        right=first.right,
        depth=depth,
        low=low,
        high=high,
        stopped=stopped,
        ends=ends,
        sides=sides,
        boards=local,
        reference_end=end,
        reference_low=reference_low,
        position=first.position,
        thickness=thickness,
        part=(length, total),
        across_grain=across_grain,
        stations=tuple(stations),
        supported=cut.supported,
        support=cut.support or cut.held == "carrier",
        held=cut.held,
        exit=cut.exit,
        clamps=cut.clamps,
        guide=cut.guide,
        mirrored=cut.mirrored,
        fitted=cut.mate is not None,
        angle=cut.angle,
        taper=_taper_of(cut),
    )


def _taper_of(cut: ChannelCut) -> float:
    """How much a socket widens. Raises `CutError` where it cannot."""
    if cut.taper is None or closeness.same(cut.taper.mm, 0.0):
        return 0.0
    alone = cut.count == 1 and not cut.more and not cut.mirrored
    straight = cut.goes == "across" and not cut.angle and cut.stop_first is None and cut.stop_last is None
    if cut.shape != "dovetail" or not alone or not straight:
        raise CutError(refusals.TAPER_OF_OTHER, field="cut.taper")
    if closeness.over(cut.taper.mm, MOST_TAPER):
        raise CutError(refusals.TAPERED_TOO_MUCH, field="cut.taper", taper=cut.taper.mm, most=MOST_TAPER)
    return cut.taper.mm


def width_of(cut: ChannelCut, rules: HouseRules) -> float:
    """How wide a channel is to be: as typed, or what its mate asks for. Raises CutError where neither is said."""
    if cut.mate is not None:
        refuse_too_much_room(cut.mate, "cut.mate.clearance")
        return mate_width(cut.mate, rules)
    if cut.width is None:
        raise CutError(refusals.WIDTH_MISSING, field="cut.width")
    return cut.width.mm


def _positions(cut: ChannelCut, rules: HouseRules) -> Sequence[float]:
    """Every station's distance from the reference end, in the order of the tape; each from the first, so that no error adds up.

    Raises CutError for a repeat without its spacing, too many stations, or stations less than their own width apart."""
    if not 1 <= cut.count <= MOST_STATIONS or len(cut.more) >= MOST_STATIONS:
        raise CutError(common_refusals.TOO_MANY_STATIONS, field="cut.count", most=MOST_STATIONS)
    if cut.count > 1 and cut.spacing is None:
        raise CutError(common_refusals.SPACING_MISSING, field="cut.spacing")
    spacing = 0.0 if cut.spacing is None else cut.spacing.mm
    found = sorted([cut.position.mm + i * spacing for i in range(cut.count)] + [each.mm for each in cut.more])
    width = width_of(cut, rules)
    for near, far in itertools.pairwise(found):
        if not closeness.over(far - near, width):
            field = "cut.spacing" if cut.count > 1 and not cut.more else "cut.more"
            raise CutError(common_refusals.STATIONS_MEET, field=field, first=near, second=far, width=width)
    return found


def _last_field(cut: ChannelCut, position: float) -> str:
    """Which text is to blame for a station beyond the board."""
    if closeness.same(position, cut.position.mm):
        return "cut.position"
    return "cut.more" if any(closeness.same(position, each.mm) for each in cut.more) else "cut.spacing"


def _check_pair(cut: ChannelCut, piece: Piece) -> None:
    if piece.count < 2:
        raise CutError(refusals.PAIR_NEEDS_TWO, field="cut.mirrored")
    if cut.goes == "along" or cut.angle:
        raise CutError(refusals.PAIR_ACROSS_ONLY, field="cut.mirrored")
    if cut.stop_first is not None and cut.stop_last is not None:
        raise CutError(refusals.PAIR_OPEN_EDGE, field="cut.mirrored")


def _boards(length: float, across: float, *, pair: bool) -> tuple[Ring, ...]:
    def one(y: float) -> Ring:
        return ((0.0, y), (length, y), (length, y + across), (0.0, y + across))

    return (one(0.0), one(across)) if pair else (one(0.0),)


def _sides(frame: Frame, stations: Sequence[Station], *, length: float, total: float, along: bool) -> tuple[float, float]:
    """Where the board begins and ends along v beside the first station, at both of its walls."""
    if along:
        return (0.0, length)
    (cos, sin), station = frame.u, stations[0]
    near = [-u * sin / cos for u in (station.left, station.right)]
    far = [(total - u * sin) / cos for u in (station.left, station.right)]
    return (min(near), max(far))


def _span(
    cut: ChannelCut, station: Station, frame: Frame, sides: tuple[float, float], *, length: float, total: float, along: bool
) -> tuple[float, float, tuple[bool, bool]]:
    """Where the channel begins and ends along v, and whether these ends lie inside the board. Raises CutError."""
    first, last = cut.stop_first, cut.stop_last
    if cut.mirrored:
        stop = first if first is not None else last
        first = last = stop
    if along:
        first, last = last, first
    cos, sin = (1.0, 0.0) if along else frame.u
    middle = (station.left + station.right) / 2
    low = sides[0] if first is None else (first.mm - middle * sin) / cos
    high = sides[1] if last is None else ((length if along else total) - last.mm - middle * sin) / cos
    stopped = (first is not None, last is not None)
    if any(stopped) and not closeness.over(high - low, station.right - station.left):
        field = "cut.stop_first" if cut.stop_first is not None else "cut.stop_last"
        raise CutError(refusals.STOPS_MEET, field=field, left=max(high - low, 0.0))
    return low, high, stopped


def _width_at(boards: Sequence[Ring], v: float) -> tuple[float, float]:
    """Where the boards end along u, on the line at v."""
    found = []
    for ring in boards:
        for (u0, v0), (u1, v1) in zip(ring, (*ring[1:], ring[0]), strict=True):
            if min(v0, v1) - 1e-9 <= v <= max(v0, v1) + 1e-9:
                found += [u0, u1] if math.isclose(v0, v1, abs_tol=1e-9) else [u0 + (u1 - u0) * (v - v0) / (v1 - v0)]
    return (min(found), max(found))


def _check_ends(station: Station, frame: Frame, cut: ChannelCut, *, length: float, total: float, along: bool) -> None:
    """Whether a turned channel runs out of the near and the far edge, and not of an end. Raises CutError."""
    if along:
        return
    cos, sin = frame.u
    for u in (station.left, station.right):
        for y in (0.0, total):
            x = (u - y * sin) / cos
            if not (closeness.over(x, 0) and closeness.under(x, length)):
                raise CutError(refusals.RUNS_OUT_OF_END, field="cut.angle" if cut.angle else "cut.position", end=cut.end)


def corners(channel: ChannelOnBoard, station: Station | None = None) -> tuple[Point, ...]:
    """The channel's outline from above on the board, with square ends, of one station."""
    left, right = (channel.left, channel.right) if station is None else (station.left, station.right)
    shift = 0.0
    if channel.angle and station is not None:
        shift = -(station.left - channel.left) * channel.frame.u[1] / channel.frame.u[0]
    low, high = channel.low + shift, channel.high + shift
    if channel.taper:
        wide = (left - channel.taper, right) if channel.reference_low else (left, right + channel.taper)
        return tuple(channel.frame.place(p) for p in ((wide[0], low), (wide[1], low), (right, high), (left, high)))
    return tuple(channel.frame.place(p) for p in ((left, low), (right, low), (right, high), (left, high)))
