"""What an edge cut is called, and the sentence that says what is asked of it."""

from __future__ import annotations

from ranura.core.board.pieces import Piece, edge_name, edges_of
from ranura.core.cuts.edge.asked import MATCHED, EdgeCut, shape_name
from ranura.core.shop.shop import Shop
from ranura.core.text.errors import CraftError
from ranura.core.text.lengths import as_typed
from ranura.core.text.writing import Text, write

_SIZES = {
    "roundover": "A roundover of radius {s}",
    "cove": "A cove of radius {s}",
    "ogee": "An ogee of radius {s}",
    "bead": "A bead of radius {s}",
    "chamfer": "A chamfer of {s}",
    "bevel": "A bevel of {a}°, {s} high",
    "rabbet": "A rabbet {s} wide",
    "edge-groove": "An edge groove {s} wide",
    "flush": "An overhang of {s} trimmed flush",
    "jointing": "An edge jointed by {s}",
    "sticking": "A sticking of radius {s}",
    "coping": "A coping of radius {s}",
}


def title(cut: EdgeCut, _: Shop) -> Text:
    """What it is called in a list."""
    if cut.shape == "edge-groove" and cut.width is not None:
        return write("{shape} {s} × {d}", shape=shape_name(cut.shape), s=as_typed(cut.size), d=as_typed(cut.width))
    if cut.depth is None:
        return write("{shape} {s}", shape=shape_name(cut.shape), s=as_typed(cut.size))
    return write("{shape} {s} × {d}", shape=shape_name(cut.shape), s=as_typed(cut.size), d=as_typed(cut.depth))


def place(cut: EdgeCut, piece: Piece) -> Text:
    """On which edges, in a list; the board's shape may have changed under them."""
    try:
        return write("{edges}", edges=_edges(cut, piece))
    except CraftError:
        return write("edges of the board")


def sentence(cut: EdgeCut, piece: Piece, _: Shop) -> Text:
    """What is asked, with the dimensions as typed."""
    size = _SIZES[cut.shape].replace("{s}", as_typed(cut.size)).replace("{a}", f"{cut.angle or 45:g}")
    below = "" if cut.depth is None else as_typed(cut.depth)
    into = "" if cut.width is None else as_typed(cut.width)
    if cut.shape == "edge-groove":
        depth, width = f", {into} deep", f", its far wall {below} below the face" if below else ", in the middle"
    else:
        high = "high" if cut.shape in MATCHED else "deep"
        depth, width = f", {below} {high}" if below else "", f", {into} into the face" if into else ""
    faces = ", both faces" if cut.both_faces else ""
    return write("{size}, on {edges} of {piece}", size=size + depth + width, edges=_edges(cut, piece) + faces, piece=piece.name)


def _edges(cut: EdgeCut, piece: Piece) -> str:
    """Where an edge cut is, in words: all round, or its edges by name."""
    there = {edge.ref: edge.name for edge in edges_of(piece)}
    if set(cut.edges) >= {ref for ref in there if not ref.startswith("opening")}:
        return "all edges"
    return ", ".join(there.get(ref, edge_name(ref)) for ref in cut.edges)
