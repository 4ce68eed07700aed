"""What a cut by template is to take, from its fields, its board and its outline alone (R21.11)."""

from __future__ import annotations

from dataclasses import replace

import shapely
from shapely import affinity
from shapely.geometry import box
from shapely.geometry.base import BaseGeometry

from ranura.core.board.pieces import Piece
from ranura.core.cuts.template.asked import TemplateCut
from ranura.core.cuts.template.on_board import outline_of, placed
from ranura.core.geometry.loops import area_of
from ranura.core.proof.wanted import BEYOND, JUST, Layer, Wanted, down_to
from ranura.core.shop.shop import Shop

CORNERS_LOSE = 1.0
"""mm: how far beyond its line a corner may be rounded that the guide does not enter; it is said, and more is a stop."""
_NOTCH = 8.0
"""mm: half the width of the widest notch in which such a corner lies."""
PLUG_LESS = 0.35
"""mm by which a plug may be smaller than its recess all round; what it is less is said."""


def wanted(cut: TemplateCut, piece: Piece, shop: Shop) -> Wanted:
    """The area inside the outline down to its floor at every place; of what is cut along its line what lies beside that."""
    shape = area_of(placed(cut, piece, outline_of(cut, shop)))
    away = 1 if cut.end == "left" else -1
    shifts = [away * i * (0.0 if cut.spacing is None else cut.spacing.mm) for i in range(cut.count)]
    inside = shapely.union_all([affinity.translate(shape, shift) for shift in shifts])
    thickness = piece.thickness.mm
    most, least = (inside, inside) if cut.makes == "recess" else _around(inside, cut, piece)
    most = shapely.union_all([most, *_corners(most)])
    if not cut.through:
        depth = cut.depth.mm + (shop.rules.plug_extra if cut.makes == "plug" else 0.0)
        return tuple(replace(each, line=cut.along_line) for each in down_to(most, least, thickness, depth))
    left = {"tabs": shop.rules.tab, "skin": shop.rules.tab}.get(cut.loose or "", 0.0)
    return tuple(Layer(z, most, least, line=True) for z in (thickness - JUST, left + JUST))


def _around(inside: BaseGeometry, cut: TemplateCut, piece: Piece) -> tuple[BaseGeometry, BaseGeometry]:
    """Of what is kept: all around it may be gone, and just beside it must be. A plug may be a little smaller."""
    board = box(-BEYOND, -BEYOND, piece.length.mm + BEYOND, piece.width.mm + BEYOND)
    kept = inside.buffer(-PLUG_LESS, join_style="mitre") if cut.makes == "plug" else inside
    return board.difference(kept), board.difference(inside)


def _corners(most: BaseGeometry) -> list[BaseGeometry]:
    """What goes of the wood that stays where it is narrow: in corners that no guide enters, no further than is said."""
    closed = most.buffer(_NOTCH, quad_segs=24).buffer(-_NOTCH, quad_segs=24)
    return [closed.intersection(most.buffer(CORNERS_LOSE, join_style="mitre"))]
