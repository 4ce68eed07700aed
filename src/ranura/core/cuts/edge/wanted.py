"""What an edge cut is to take, from its fields and its board alone (R21.11)."""

from __future__ import annotations

import math
from collections.abc import Callable

import shapely
from shapely import Polygon
from shapely.geometry import LineString
from shapely.geometry.base import BaseGeometry

from ranura.core.board.pieces import Edge, Piece, edges_of
from ranura.core.cuts.edge.asked import EdgeCut
from ranura.core.proof.wanted import BEYOND, JUST, NOTHING, Layer, Wanted
from ranura.core.shop.shop import Shop

_ROUND = 32
"""Chords of a quarter arc."""
_LEVELS = (0.15, 0.5, 0.85)
"""Shares of a profile's depth at which is looked."""


def wanted(cut: EdgeCut, piece: Piece, shop: Shop) -> Wanted:
    """A strip along every edge, as wide at each height as the profile is there. Of profiles that are the bit's own, and where the
    person has changed how deep or wide they reach, nothing is known here."""
    if cut.shape == "edge-groove":
        return _groove(cut, piece, shop)
    reach = _reach(cut)
    if reach is None or (cut.shape != "rabbet" and cut.depth is not None) or cut.width is not None:
        return ()
    thickness = piece.thickness.mm
    deep = thickness if cut.shape == "jointing" else cut.size.mm if cut.depth is None else cut.depth.mm
    edges = [edge for edge in edges_of(piece) if edge.ref in cut.edges]
    found = []
    for below in (*_levels(cut, deep), *(() if cut.shape == "jointing" or cut.both_faces else (deep + JUST,))):
        # By so much a rabbet may be off where a bearing gives its width (R11).
        off = shop.rules.bearing_fit if cut.shape == "rabbet" else 0.0
        most, least = (_strips(edges, reach(below) + by) if below < deep else NOTHING for by in (off, -off))
        found.append(Layer(thickness - below, most, least))
        if 2 * deep < thickness and below < deep:
            # On the other face the same, or nothing.
            found.append(Layer(below, most, least) if cut.both_faces else Layer(below, NOTHING, NOTHING))
    return tuple(found)


def _groove(cut: EdgeCut, piece: Piece, shop: Shop) -> Wanted:
    """A strip along every edge between the groove's two walls, and nothing beyond them."""
    thickness, into = piece.thickness.mm, 0.0 if cut.width is None else cut.width.mm
    far = (thickness + cut.size.mm) / 2 if cut.depth is None else cut.depth.mm
    near = far - cut.size.mm
    edges = [edge for edge in edges_of(piece) if edge.ref in cut.edges]
    off = shop.rules.bearing_fit
    most, least = (_strips(edges, into + by) for by in (off, -off))
    inside = [Layer(thickness - below, most, least) for below in (near + JUST, far - JUST)]
    return (*inside, *(Layer(thickness - below, NOTHING, NOTHING) for below in (near - JUST, far + JUST)))


def _levels(cut: EdgeCut, deep: float) -> tuple[float, ...]:
    """How deep below the face is looked; of a rabbet just above its floor."""
    return (JUST, deep - JUST) if cut.shape == "rabbet" else tuple(share * deep for share in _LEVELS)


def _reach(cut: EdgeCut) -> Callable[[float], float] | None:
    """How far a shape reaches into the face, by how deep below it; None where the bit says."""
    size = cut.size.mm
    if cut.shape in ("rabbet", "jointing"):
        return lambda _: size
    if cut.shape == "chamfer":
        return lambda below: size - below
    if cut.shape == "bevel" and cut.angle is not None:
        slope = math.tan(math.radians(cut.angle))
        return lambda below: (size - below) * slope
    if cut.shape == "roundover":
        return lambda below: size - math.sqrt(max(size * size - (size - below) ** 2, 0.0))
    return None


def _strips(edges: list[Edge], reach: float) -> BaseGeometry:
    """Along edges, as wide as so many mm into the wood; past the ends of straight ones."""
    return shapely.union_all([_strip(edge, reach) for edge in edges])


def _strip(edge: Edge, reach: float) -> BaseGeometry:
    if edge.closed:
        inside = Polygon(edge.points)
        wide, narrow = (reach, -BEYOND) if edge.inside else (BEYOND, -reach)
        return inside.buffer(wide, quad_segs=_ROUND).difference(inside.buffer(narrow, quad_segs=_ROUND))
    (x0, y0), *_, (x1, y1) = edge.points
    length = math.dist((x0, y0), (x1, y1))
    dx, dy = (x1 - x0) / length, (y1 - y0) / length
    ends = LineString([(x0 - dx * BEYOND, y0 - dy * BEYOND), (x1 + dx * BEYOND, y1 + dy * BEYOND)])
    into = ends.buffer(reach, single_sided=True)
    return into.union(ends.buffer(-BEYOND, single_sided=True))
