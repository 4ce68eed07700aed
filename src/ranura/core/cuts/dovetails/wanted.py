"""What half-blind dovetails are to leave and take, from their fields, their board and the comb alone (R21.11)."""

from __future__ import annotations

import shapely
from shapely import LineString, box
from shapely.geometry.base import BaseGeometry

from ranura.core.board.pieces import Piece
from ranura.core.cuts.dovetails.asked import DovetailsCut
from ranura.core.cuts.dovetails.on_board import DovetailsOnBoard, dovetails
from ranura.core.proof.wanted import BEYOND, JUST, NOTHING, Layer, Wanted
from ranura.core.shop.shop import Shop

_QUARTER = 32


def wanted(cut: DovetailsCut, piece: Piece, shop: Shop) -> Wanted:
    """Sockets or the gaps between tails, as wide as the flanks make them just below the face and just above their floor."""
    asked = dovetails(cut, piece, shop)
    lies = cut.makes == "sockets"
    top, area = (asked.thick, _sockets) if lies else (asked.long, _gaps)
    board = box(0.0, 0.0, *((asked.long, asked.wide) if lies else (asked.wide, asked.thick)))
    layers = []
    for below in (JUST, asked.depth - JUST):
        gone = area(asked, asked.radius(asked.depth - below))
        layers.append(Layer(top - below, gone, gone.intersection(board)))
    return (*layers, Layer(top - asked.depth - JUST, NOTHING, NOTHING))


def _sockets(asked: DovetailsOnBoard, r: float) -> BaseGeometry:
    """Round behind, open before."""
    ways = [LineString([asked.on_board((u, -BEYOND)), asked.on_board((u, asked.reach))]) for u in asked.sockets]
    return shapely.union_all([way.buffer(asked.play / 2 + r, quad_segs=_QUARTER) for way in ways])


def _gaps(asked: DovetailsOnBoard, r: float) -> BaseGeometry:
    """All but the tails, which are round before and stay behind."""
    half = (asked.comb.pitch - asked.play) / 2 - r
    tails = [
        LineString([asked.on_board((u - asked.shift, BEYOND)), asked.on_board((u - asked.shift, -asked.reach))])
        for u in asked.sockets
    ]
    kept = shapely.union_all([way.buffer(half, quad_segs=_QUARTER) for way in tails])
    return box(-BEYOND, -BEYOND, asked.wide + BEYOND, asked.thick + BEYOND).difference(kept)
