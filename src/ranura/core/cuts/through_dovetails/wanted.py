"""What through dovetails are to leave and take, from their fields, their board and their combs alone (R21.11)."""

from __future__ import annotations

import math

import shapely
from shapely import Polygon, affinity
from shapely.geometry.base import BaseGeometry

from ranura.core.board.pieces import Piece
from ranura.core.cuts.through_dovetails.asked import ThroughDovetailsCut
from ranura.core.cuts.through_dovetails.on_board import ThroughOnBoard, through_dovetails
from ranura.core.proof.wanted import BEYOND, JUST, NOTHING, Layer, Wanted
from ranura.core.shop.shop import Shop


def wanted(cut: ThroughDovetailsCut, piece: Piece, shop: Shop) -> Wanted:
    """The places of pins, as wide as the flanks make them just below the end and just above their floor; or all but the pins."""
    asked = through_dovetails(cut, piece, shop)
    turned = (cut.end == "left") == (cut.outside == "back")
    board = shapely.box(0.0, 0.0, asked.wide, asked.thick)
    layers = []
    for below in (JUST, asked.depth - JUST):
        gone = _places(asked, asked.depth - below) if cut.makes == "tails" else _between_pins(asked)
        placed = affinity.rotate(gone, 180.0, origin=(asked.wide / 2, asked.thick / 2)) if turned else gone
        layers.append(Layer(asked.long - below, placed, placed.intersection(board)))
    return (*layers, Layer(asked.long - asked.depth - JUST, NOTHING, NOTHING))


def _first(asked: ThroughOnBoard) -> float:
    """The middle of the outermost pin: half pins at both edges are alike."""
    return (asked.wide - asked.tails * asked.combs.pitch) / 2


def _places(asked: ThroughOnBoard, above: float) -> BaseGeometry:
    """Of pins, so many mm above their floor."""
    combs = asked.combs
    half = (combs.bit_diameter + combs.slot - combs.bushing) / 2 - above * math.tan(math.radians(combs.angle))
    middles = [_first(asked) + i * combs.pitch for i in range(asked.tails + 1)]
    return shapely.union_all([shapely.box(u - half, -BEYOND, u + half, asked.thick + BEYOND) for u in middles])


def _between_pins(asked: ThroughOnBoard) -> BaseGeometry:
    """What lies between two pins, wide outside and narrow inside."""
    combs = asked.combs
    lean = math.tan(math.radians(combs.angle))
    inside = (combs.bit_diameter + combs.slot - combs.bushing - asked.cut.play) / 2
    areas = []
    for i in range(asked.tails):
        a, b = (_first(asked) + k * combs.pitch for k in (i, i + 1))
        # Flanks meet behind a thick board before `BEYOND` does.
        ends = [(v, inside - (asked.thick - v) * lean) for v in (-_BEFORE, asked.thick + _BEFORE)]
        (v0, w0), (v1, w1) = ends
        areas.append(Polygon([(a + w0, v0), (b - w0, v0), (b - w1, v1), (a + w1, v1)]))
    return shapely.union_all(areas)


_BEFORE = 8.0
"""mm before and behind the board that are looked at."""
