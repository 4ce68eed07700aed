"""Edges to be cut on their board, in mm (R11, R12)."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

from ranura.core.board.pieces import Edge, Piece, edge_name, edges_of
from ranura.core.cuts.edge import refusals
from ranura.core.cuts.edge.asked import (
    BY_RADIUS,
    MATCHED,
    STRAIGHT_WALLED,
    WANTS_DEPTH,
    WANTS_WIDTH,
    EdgeCut,
    EdgeState,
    Guidance,
    StageBy,
    shape_name,
)
from ranura.core.geometry import closeness
from ranura.core.geometry.rings import Point, mirrored
from ranura.core.holding.placed import Exit, Held
from ranura.core.shop.saved_profiles import Shape
from ranura.core.text.errors import CutError

_HEIGHT_IN_RADII = {"roundover": 1.0, "cove": 1.0, "ogee": 2.0, "bead": 2.0}

FLUSH_EXTRA = 1.0
"""mm that a flush-trim bit reaches beyond the overhang it trims (R11)."""


@dataclass(frozen=True, kw_only=True, slots=True)
class EdgesOnBoard:
    """An edge cut on its board, in mm."""

    shape: Shape
    size: float
    depth: float
    """Where the lowest point of the profile lies below the face."""
    width: float | None
    """None where the bearing decides."""
    angle: float
    edges: tuple[Edge, ...]
    both_faces: bool
    guide: Guidance | None
    staged: StageBy | None
    least_stages: int
    edge_state: EdgeState | None
    far_side: bool
    starting_pin: bool
    supported: bool
    held: Held | None
    exit: Exit
    thickness: float
    part: tuple[float, float]
    """The board's length and width."""
    fibres: Point
    """The direction of its grain."""
    count: int
    """How many boards there are."""

    @property
    def straight(self) -> bool:
        """Whether all edges are straight, so that a fence can guide."""
        return not any(edge.closed for edge in self.edges)

    @property
    def grooved(self) -> bool:
        """Whether it is a groove in the edge, with wood on both sides of it."""
        return self.shape == "edge-groove"

    @property
    def matched(self) -> bool:
        """Whether it is half of a matched set's joint: cut at once, over a table, its face down."""
        return self.shape in MATCHED

    @property
    def into(self) -> Literal["edge", "face"]:
        """What it reaches into, where that is measured."""
        return "edge" if self.grooved or self.matched else "face"

    @property
    def cut_sides(self) -> frozenset[str]:
        """Which of its edges are cut."""
        return frozenset(edge.ref for edge in self.edges)

    @property
    def can_be_wedged(self) -> bool:
        """Whether two opposite sides are left, between which boards of a carrier can wedge it."""
        pairs = ({"near", "far"}, {"left", "right"})
        return "outline" not in self.cut_sides and any(pair.isdisjoint(self.cut_sides) for pair in pairs)

    @property
    def run_length(self) -> float:
        """The length of all edges of one face, in mm."""
        return sum(edge.length for edge in self.edges)


def profile_depth(shape: Shape, size: float, thickness: float) -> float | None:
    """How deep the whole profile reaches below the face; None where the person must say.

    >>> profile_depth("ogee", 6.35, 22)
    12.7"""
    if shape in _HEIGHT_IN_RADII:
        return _HEIGHT_IN_RADII[shape] * size
    if shape == "jointing":
        return thickness
    if shape == "edge-groove":
        return (thickness + size) / 2
    return None if shape in WANTS_DEPTH else size


def profile_width(shape: Shape, size: float) -> float | None:
    """How far the whole profile reaches into the face; None where only its bit says.

    >>> profile_width("chamfer", 3)
    3"""
    return size if shape in ("rabbet", "roundover", "cove", "chamfer") else None


def edging(cut: EdgeCut, piece: Piece) -> EdgesOnBoard:
    """The edge cut on its board.

    Raises `CutError` at the dimension that cannot be, or at the edges when one of them is not there (any more)."""
    thickness = piece.thickness.mm
    there = {edge.ref: edge for edge in edges_of(piece)}
    if not cut.edges:
        raise CutError(refusals.NO_EDGE, field="cut.edges")
    for ref in cut.edges:
        if ref not in there:
            raise CutError(
                refusals.EDGE_GONE, field="cut.edges", edge=edge_name(ref), there=", ".join(e.name for e in there.values())
            )
    edges = tuple(edge for ref, edge in there.items() if ref in cut.edges)
    size = cut.size.mm
    whole = profile_depth(cut.shape, size, thickness)
    if cut.depth is None and whole is None:
        raise CutError(refusals.DEPTH_MISSING, field="cut.depth", shape=shape_name(cut.shape))
    if cut.width is None and cut.shape in WANTS_WIDTH:
        raise CutError(refusals.WIDTH_MISSING, field="cut.width", shape=shape_name(cut.shape))
    depth = cut.depth.mm if cut.depth is not None else whole or 0.0
    field = "cut.size" if cut.depth is None else "cut.depth"
    # A coping bit cuts the shoulder behind its tongue out of whatever is left there.
    if cut.shape not in ("jointing", "coping") and closeness.over(depth, thickness):
        by_radius = field == "cut.size" and cut.shape in BY_RADIUS
        refusal = refusals.RADIUS_OVER_THICKNESS if by_radius else refusals.PROFILE_OVER_THICKNESS
        raise CutError(refusal, field=field, depth=depth, size=size, thickness=thickness)
    if cut.shape == "rabbet":
        if not closeness.under(depth, thickness):
            raise CutError(refusals.RABBET_THROUGH, field="cut.depth", thickness=thickness)
        if cut.both_faces and not closeness.under(2 * depth, thickness):
            raise CutError(refusals.RABBETS_MEET, field="cut.depth", depth=depth, thickness=thickness)
    if cut.shape == "edge-groove":
        _check_cheeks(cut, depth, thickness)
    if cut.both_faces and cut.shape not in STRAIGHT_WALLED and closeness.over(2 * depth, thickness):
        raise CutError(refusals.PROFILES_OVERLAP, field=field, depth=depth, thickness=thickness)
    width = None if cut.width is None else cut.width.mm
    _check_reach(cut, edges, piece, profile_width(cut.shape, size) if width is None else width)
    if cut.shape == "bevel" and cut.angle is None:
        raise CutError(refusals.ANGLE_MISSING, field="cut.angle")
    return EdgesOnBoard(
        shape=cut.shape,
        size=size,
        depth=depth,
        width=width,
        angle=45.0 if cut.angle is None else cut.angle,
        edges=edges,
        # Jointing takes the whole edge at once.
        both_faces=cut.both_faces and cut.shape != "jointing",
        guide=cut.guide,
        staged=cut.staged,
        least_stages=cut.least_stages,
        edge_state=cut.edge_state,
        far_side=cut.far_side,
        starting_pin=cut.starting_pin,
        supported=cut.supported,
        held=None if cut.held == "clamps" else cut.held,
        exit=cut.exit,
        thickness=thickness,
        part=(piece.length.mm, piece.width.mm),
        fibres=piece.fibres,
        count=piece.count,
    )


def _check_cheeks(cut: EdgeCut, far: float, thickness: float) -> None:
    """Whether wood is left on both sides of a groove, its far wall so many mm below the face."""
    if cut.both_faces and cut.depth is not None:
        raise CutError(refusals.GROOVE_NOT_IN_THE_MIDDLE, field="cut.depth")
    least = min(far - cut.size.mm, thickness - far)
    if closeness.under(least, _LEAST_FACE):
        field = "cut.size" if cut.depth is None else "cut.depth"
        raise CutError(refusals.CHEEK_TOO_THIN, field=field, left=max(least, 0.0), least=_LEAST_FACE)


def turned_over(asked: EdgesOnBoard) -> EdgesOnBoard:
    """The edge cut with its board on its other face: turned end for end, so that left and right change places.

    Seen from above again: mirrored outlines, fibres and edges, each with the board's wood on its left as before."""
    length = asked.part[0]
    edges = tuple(replace(edge, points=mirrored(edge.points, length)) for edge in asked.edges)
    return replace(asked, edges=edges, fibres=(-asked.fibres[0], asked.fibres[1]))


_LEAST_FACE = 2.0
"""mm of a face that must be left, to lie on and to run a base on."""


def _check_reach(cut: EdgeCut, edges: tuple[Edge, ...], piece: Piece, width: float | None) -> None:
    """Whether wood is left between what opposite edges lose."""
    if width is None:
        return
    refs = {edge.ref for edge in edges}
    for pair, across in ((("near", "far"), piece.width.mm), (("left", "right"), piece.length.mm)):
        cuts = len(refs & set(pair))
        if cuts and not closeness.under(cuts * width, across - _LEAST_FACE):
            field = "cut.size" if cut.width is None else "cut.width"
            raise CutError(refusals.WIDER_THAN_PIECE, field=field, width=width, across=across)
