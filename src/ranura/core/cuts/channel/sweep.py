"""Where the router goes along a channel's guide, and what base, guide and clamps cover on the board (R8, R17)."""

from __future__ import annotations

from collections.abc import Sequence

from ranura.core.cuts.channel.fence import BEHIND_EDGE, Fence
from ranura.core.cuts.channel.frame import Frame
from ranura.core.cuts.channel.on_board import ChannelOnBoard, Station
from ranura.core.geometry.convex import oblong
from ranura.core.geometry.rings import Ring
from ranura.core.holding.sweep import LEAD, PAD_ACROSS, PAD_ALONG, PAD_OUTSIDE, Sweep, reach_of
from ranura.core.shop.tooling.routers import Base

_PLAIN = Frame()
"""The axes of the board itself."""


def path_of(channel: ChannelOnBoard, fence: Fence, *, bit_diameter: float) -> tuple[float, float]:
    """Where the bit's axis begins and ends along v, in the order of the heading.

    Rule: R8 stops
    Formula: from start + D/2 to end − D/2 where the channel is stopped; else clear of the wood by 10 mm
    Source: a stopped end is as round as the bit"""
    r = bit_diameter / 2
    shift = _shift(channel, fence.station)
    low = channel.low + shift + (r if channel.stopped[0] else -r - LEAD)
    high = channel.high + shift + (-r if channel.stopped[1] else r + LEAD)
    return (low, high) if fence.heading[1] > 0 else (high, low)


def _shift(channel: ChannelOnBoard, station: Station) -> float:
    """How far a turned channel's ends lie along v from those of the first station."""
    if not channel.angle:
        return 0.0
    return -(station.left - channel.left) * channel.frame.u[1] / channel.frame.u[0]


def sweeps_of(channel: ChannelOnBoard, fences: Sequence[Fence], base: Base, *, bit_diameter: float) -> list[Sweep]:
    """What is covered at each station: of one that is square to the board the same box, moved along it."""
    if channel.angle or len(fences) == 1:
        return [sweep_of(channel, fence, base, bit_diameter=bit_diameter) for fence in fences]
    boxes: dict[int, Ring] = {}
    found = []
    for fence in fences:
        if not fence.on_board:
            found.append(sweep_of(channel, fence, base, bit_diameter=bit_diameter))
            continue
        if fence.towards not in boxes:
            made = _box_of(channel, fence, base, bit_diameter=bit_diameter)
            boxes[fence.towards] = tuple((u - fence.axis, v) for u, v in made)
        moved = tuple((u + fence.axis, v) for u, v in boxes[fence.towards])
        found.append(Sweep(boxes=(placed(channel, moved),)))
    return found


def sweep_of(channel: ChannelOnBoard, fence: Fence, base: Base, *, bit_diameter: float) -> Sweep:
    """What base, handles and edge guide cover on the board during all passes of a station."""
    return Sweep(boxes=(placed(channel, _box_of(channel, fence, base, bit_diameter=bit_diameter)),))


def _box_of(channel: ChannelOnBoard, fence: Fence, base: Base, *, bit_diameter: float) -> Ring:
    """The same in the channel's own axes."""
    reach = reach_of(base)
    axes = [fence.axis_with(spacer) for spacer in (fence.spacers[0], 0.0)]
    low, high = min(axes) - reach, max(axes) + reach
    if not fence.on_board:
        low, high = min(low, fence.edge - BEHIND_EDGE), max(high, fence.edge + BEHIND_EDGE)
        low, high = (low, max(axes) + reach) if fence.towards < 0 else (min(axes) - reach, high)
    start, end = sorted(path_of(channel, fence, bit_diameter=bit_diameter))
    front, back = max(base.front or 0.0, reach), max(base.back or 0.0, reach)
    ahead, behind = (front, back) if fence.heading[1] > 0 else (back, front)
    return oblong(low, start - behind, high, end + ahead)


def placed(channel: ChannelOnBoard, ring: Ring) -> Ring:
    """An outline in the channel's axes, on the board."""
    return ring if channel.frame == _PLAIN else tuple(channel.frame.place(corner) for corner in ring)


BLOCK = 24.0
"""mm: how deep a stop block is along the heading."""
_BLOCK_HALF = 26.0


def blocks_at(channel: ChannelOnBoard, fence: Fence, base: Base, *, bit_diameter: float) -> tuple[Ring, ...]:
    """The blocks that stop the base where a station begins or ends inside the board, on the board.

    Rule: R8 stops
    Formula: behind the base at start + D/2 − b_back, before it at end − D/2 + b_front, along the heading
    Source: geometry of base and bit"""
    begin, end = path_of(channel, fence, bit_diameter=bit_diameter)
    front, back = base.front or base.across / 2, base.back or base.across / 2
    ahead = 1 if fence.heading[1] > 0 else -1
    begins_inside, ends_inside = fence.begins_and_ends_inside(channel)
    places = [(begin - ahead * back, begin - ahead * (back + BLOCK))] if begins_inside else []
    if ends_inside:
        places.append((end + ahead * front, end + ahead * (front + BLOCK)))
    low, high = fence.axis - _BLOCK_HALF, fence.axis + _BLOCK_HALF
    return tuple(placed(channel, oblong(low, min(a, b), high, max(a, b))) for a, b in places)


def body_of(channel: ChannelOnBoard, fence: Fence) -> Ring | None:
    """The straightedge's outline on the board; None for an edge guide, which the sweep covers, and freehand."""
    if not fence.stands:
        return None
    shift = _shift(channel, fence.station)
    (low, high), (start, end) = fence.body, fence.span
    return placed(channel, oblong(low, start + shift, high, end + shift))


def clamps_on(channel: ChannelOnBoard, fence: Fence) -> tuple[Ring, ...]:
    """Two clamps' feet on the ends of a straightedge, at the side away from the router."""
    if not fence.stands:
        return ()
    outer = fence.edge + fence.towards * fence.width
    inner = outer - fence.towards * PAD_ACROSS
    low, high = min(outer, inner), max(outer, inner)
    shift = _shift(channel, fence.station)
    near, far = channel.sides[0] + shift, channel.sides[1] + shift
    return (
        placed(channel, oblong(low, near - PAD_OUTSIDE, high, near + PAD_ALONG - PAD_OUTSIDE)),
        placed(channel, oblong(low, far - PAD_ALONG + PAD_OUTSIDE, high, far + PAD_OUTSIDE)),
    )


def surely_room(channel: ChannelOnBoard, base: Base, *, bit_diameter: float, fence_width: float) -> bool:
    """Whether a straightedge and clamps find room beyond doubt: the fence on the side of the reference end, the clamps at the
    other, for one plain dado.

    Quick enough for every bit of a full drawer; where it says no, `guide_options` and `hold` look closely."""
    plain = channel.goes == "across" and len(channel.stations) == 1 and not channel.angle and channel.guide is None
    if not plain or channel.clamps or channel.held is not None or channel.goes_back:
        return False
    length, guided = channel.part[0], base.sides[0].distance
    wall = channel.left if channel.reference_low else length - channel.right
    edge = wall - guided + bit_diameter / 2
    reach = reach_of(base)
    return (
        edge - fence_width > _SLACK
        and edge - fence_width + PAD_ACROSS < edge + guided - reach - _SLACK
        and edge + guided + max(channel.width - bit_diameter, 0.0) + reach < length - PAD_ACROSS - _SLACK
        and wall < length / 2
    )


_SLACK = 0.01
