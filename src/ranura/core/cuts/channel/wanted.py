"""What a channel is to take, from its fields and its board alone (R21.11)."""

from __future__ import annotations

import math

import shapely
from shapely import Polygon

from ranura.core.board.pieces import Piece
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.on_board import width_of
from ranura.core.proof.wanted import BEYOND, Wanted, down_to
from ranura.core.shop.shop import Shop


def wanted(cut: ChannelCut, piece: Piece, shop: Shop) -> Wanted:
    """A rectangle down to its floor at every place; of other shapes, whose section is the bit's own, nothing is known here. For a
    mate at least what it needs must be gone, and at most that with its clearance: a plan may say that it leaves the clearance
    out (R3)."""
    if cut.shape != "square":
        return ()
    width = width_of(cut, shop.rules)
    spacing = 0.0 if cut.spacing is None else cut.spacing.mm
    places = [*(cut.position.mm + i * spacing for i in range(cut.count)), *(each.mm for each in cut.more)]
    needed = width if cut.mate is None else min(width, cut.mate.thickness.mm)
    most, least = (
        shapely.union_all([_area(cut, piece, at, across, ends) for at in places])
        for across, ends in ((width, 0.0), (needed, width / 2))
    )
    return down_to(most, least, piece.thickness.mm, cut.depth.mm)


def _area(cut: ChannelCut, piece: Piece, position: float, width: float, ends: float) -> Polygon:
    """One place, from above, without so much of its ends inside the board, which a bit leaves round. Across the board its walls
    meet the near edge where the tape says, and it is turned about there."""
    length, across = piece.length.mm, piece.width.mm
    first, last = (None if each is None else each.mm + ends for each in (cut.stop_first, cut.stop_last))
    if cut.goes == "along":
        low = position if cut.end in ("near", "left") else across - position - width
        begin, end = -BEYOND if first is None else first, length + BEYOND if last is None else length - last
        return Polygon([(begin, low), (end, low), (end, low + width), (begin, low + width)])
    angle = math.radians(cut.angle)
    ux, uy = math.cos(angle), math.sin(angle)
    total = across * (2 if cut.mirrored else 1)
    if cut.mirrored:
        first = last = first if first is not None else last
    foot = position if cut.end in ("left", "near") else length - position
    side = 1.0 if cut.end in ("left", "near") else -1.0
    # Along its middle line, from where that meets the near edge; a stop is measured square to the edge.
    middle = foot + side * width / 2 / ux
    begin = -BEYOND if first is None else first / ux
    end = total / ux + BEYOND if last is None else (total - last) / ux
    corners = ((-width / 2, begin), (width / 2, begin), (width / 2, end), (-width / 2, end))
    return Polygon([(middle + u * ux - v * uy, u * uy + v * ux) for u, v in corners])
