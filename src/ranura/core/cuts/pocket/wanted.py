"""What a pocket is to take, from its fields and its board alone (R21.11)."""

from __future__ import annotations

from dataclasses import replace

import shapely
from shapely import Polygon, affinity
from shapely.geometry import LineString, box
from shapely.geometry import Point as Spot
from shapely.geometry.base import BaseGeometry

from ranura.core.board.outlines import trace
from ranura.core.board.pieces import Piece
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.cuts.pocket.forms import FORMS
from ranura.core.cuts.pocket.standing import on_its_board
from ranura.core.proof.wanted import BEYOND, JUST, NOTHING, Layer, Wanted, down_to, turned
from ranura.core.shop.shop import Shop

_ROUND = 64
"""Chords of a quarter arc."""


def wanted(cut: PocketCut, piece: Piece, shop: Shop) -> Wanted:
    """Its area down to its floor at every place; of what is cut free the line beside the part. A board that stands is seen so."""
    cut, piece = on_its_board(cut, piece)
    thickness = piece.thickness.mm
    if cut.form == "lap":
        return _lap(cut, piece)
    most, least = _areas(cut, piece)
    away = 1 if cut.end == "left" else -1
    shifts = [away * i * (0.0 if cut.spacing is None else cut.spacing.mm) for i in range(cut.count)]
    most, least = (shapely.union_all([affinity.translate(area, shift) for shift in shifts]) for area in (most, least))
    line = FORMS[cut.form].taken == "line"
    if not cut.through:
        return tuple(replace(each, line=line) for each in down_to(most, least, thickness, cut.depth.mm))
    left = {"tabs": shop.rules.tab, "skin": shop.rules.tab}.get(cut.loose or "", 0.0)
    return tuple(Layer(z, most, least, line) for z in (thickness - JUST, left + JUST))


def _areas(cut: PocketCut, piece: Piece) -> tuple[BaseGeometry, BaseGeometry]:
    """At its first place: what may be gone, and what must be."""
    facts = FORMS[cut.form]
    if facts.round:
        return _round(cut, piece)
    shape = _outline(cut, piece) if cut.form == "outline" else _rectangle(cut, piece)
    if cut.form in ("mortise", "slot"):
        # Its ends are as round as the passes leave them.
        return box(*shape.bounds), shape.intersection(affinity.scale(shape, *_without_ends(shape)))
    return shape, shape


def _without_ends(shape: BaseGeometry) -> tuple[float, float]:
    """By what a shape is scaled so that its ends are gone, each half as long as it is wide."""
    x0, y0, x1, y1 = shape.bounds
    long, wide = max(x1 - x0, y1 - y0), min(x1 - x0, y1 - y0)
    share = max(1 - wide / long, 0.05)
    return (share, 1.0) if x1 - x0 >= y1 - y0 else (1.0, share)


def _round(cut: PocketCut, piece: Piece) -> tuple[BaseGeometry, BaseGeometry]:
    centre = Spot(
        _from(cut.end == "left", cut.from_left.mm, piece.length.mm), _from(cut.edge == "near", cut.from_near.mm, piece.width.mm)
    )
    disc = centre.buffer(cut.length.mm / 2, quad_segs=_ROUND)
    if cut.form == "ring":
        groove = 0.0 if cut.across is None else cut.across.mm
        ring = disc.difference(centre.buffer(cut.length.mm / 2 - groove, quad_segs=_ROUND))
        # Of an arc the ends are the bit's own.
        return ring, ring if cut.sweep >= 360 else NOTHING
    if FORMS[cut.form].keeps_inside:
        around = box(-BEYOND, -BEYOND, piece.length.mm + BEYOND, piece.width.mm + BEYOND).difference(disc)
        return around, around
    return disc, disc


def _outline(cut: PocketCut, piece: Piece) -> Polygon:
    if cut.contour is None:
        return NOTHING
    drawn = Polygon(trace(cut.contour, length=cut.length.mm, width=(cut.across or cut.length).mm, field="cut.contour"))
    x0, y0, x1, y1 = drawn.bounds
    x = cut.from_left.mm if cut.end == "left" else piece.length.mm - cut.from_left.mm - (x1 - x0)
    y = cut.from_near.mm if cut.edge == "near" else piece.width.mm - cut.from_near.mm - (y1 - y0)
    return affinity.translate(drawn, x - x0, y - y0)


def _rectangle(cut: PocketCut, piece: Piece) -> BaseGeometry:
    """With its corners as asked; it goes on past the board where it is open."""
    length, width = piece.length.mm, piece.width.mm
    if cut.form == "flatten":
        return box(-BEYOND, -BEYOND, length + BEYOND, width + BEYOND)
    long, wide = cut.length.mm, 0.0 if cut.across is None else cut.across.mm
    if cut.turned:
        long, wide = wide, long
    x0, x1 = _span(cut.end == "left", cut.from_left.mm, long, length, "left" in cut.open_sides, "right" in cut.open_sides)
    y0, y1 = _span(cut.edge == "near", cut.from_near.mm, wide, width, "near" in cut.open_sides, "far" in cut.open_sides)
    radius = min(long, wide) / 2 if cut.form == "slot" else 0.0 if cut.radius is None else cut.radius.mm
    if not radius:
        return box(x0, y0, x1, y1)
    low, high = (x0 + radius, y0 + radius), (x1 - radius, y1 - radius)
    narrow = min(high[0] - low[0], high[1] - low[1]) < 1e-6
    return (LineString([low, high]) if narrow else box(*low, *high)).buffer(radius, quad_segs=_ROUND)


def _span(from_low: bool, at: float, size: float, board: float, open_low: bool, open_high: bool) -> tuple[float, float]:
    """From where to where it goes along one side of the board."""
    low = at if from_low else board - at - size
    low = 0.0 if open_low else board - size if open_high else low
    return low - BEYOND * open_low, low + size + BEYOND * open_high


def _from(from_low: bool, at: float, board: float) -> float:
    return at if from_low else board - at


def _lap(cut: PocketCut, piece: Piece) -> Wanted:
    length, width, thickness = piece.length.mm, piece.width.mm, piece.thickness.mm
    low, high = (-BEYOND, cut.length.mm) if cut.end == "left" else (length - cut.length.mm, length + BEYOND)
    area = box(low, -BEYOND, high, width + BEYOND)
    depth = cut.depth.mm if cut.leaves is None else (thickness - cut.leaves.mm) / (2 if cut.both_faces else 1)
    face = down_to(area, area, thickness, depth)
    return (*face, *turned(face, thickness)) if cut.both_faces else face
