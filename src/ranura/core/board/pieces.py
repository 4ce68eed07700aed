"""The piece of wood that is cut: a board lying with its length along x, its left end at 0 and its near edge at 0."""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

from ranura.core.board import refusals
from ranura.core.board.outlines import Contour, trace
from ranura.core.geometry.paths import length_of
from ranura.core.geometry.rings import Point, Ring, extent
from ranura.core.text.asking import bounded
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import Length

Grain = Literal["length", "width"]


@dataclass(frozen=True, kw_only=True, slots=True)
class Piece:
    """A board as typed."""

    name: str
    material: str
    """The id of its wood."""
    length: Length
    width: Length
    thickness: Length
    thickness_measured: bool = True
    """False while it is only the trade's name."""
    count: int = bounded(1, least=1, most=999)
    """How many boards like it there are."""
    grain: Grain = "length"
    """Along which of its sizes the grain runs."""
    slope: float = bounded(0.0, above=-45, below=45)
    """How far, in degrees, the fibres turn from that line counter-clockwise seen from above, so that going right they rise
    towards the far edge."""
    outline: Contour | None = None
    """None for a plain rectangle."""
    openings: tuple[Contour, ...] = bounded((), many=20)
    """Cut out of it."""

    @property
    def fibres(self) -> Point:
        """The direction of the fibres, seen from above."""
        angle = math.radians(self.slope + (90.0 if self.grain == "width" else 0.0))
        return math.cos(angle), math.sin(angle)


@dataclass(frozen=True, kw_only=True, slots=True)
class Edge:
    """An edge of a board: a straight one by its two ends, or a closed ring; both with the board's own wood on their left but for
    an opening, which runs counter-clockwise too and has the wood outside."""

    ref: str
    name: str
    points: Ring
    closed: bool = False
    inside: bool = False

    @property
    def length(self) -> float:
        """How long it is, in mm."""
        return length_of(self.points, closed=self.closed)


Side = Literal["near", "far", "left", "right"]
SIDES: tuple[Side, ...] = ("near", "right", "far", "left")
"""The straight edges of a rectangle, counter-clockwise."""
OUTLINE = "outline"
_SIDE_NAMES = {"near": "near edge", "right": "right end", "far": "far edge", "left": "left end"}
_LEAST_FRAME = 3.0
"""mm of wood that must stand between an opening and the board's outside."""


def edge_name(ref: str) -> str:
    """What an edge is called that may not be there.

    >>> edge_name("near"), edge_name("opening-2")
    ('near edge', 'opening 2')"""
    return _SIDE_NAMES.get(ref, ref.replace("-", " "))


@lru_cache(maxsize=64)
def outline_of(piece: Piece) -> Ring:
    """The board's outside. Raises CutError at the size that cannot be."""
    length, width = piece.length.mm, piece.width.mm
    if piece.outline is None:
        return ((0.0, 0.0), (length, 0.0), (length, width), (0.0, width))
    ring = trace(piece.outline, length=length, width=width, field="piece.outline")
    x0, y0, x1, y1 = extent(ring)
    if x0 < -1e-6 or y0 < -1e-6 or x1 > length + 1e-6 or y1 > width + 1e-6:
        raise CutError(refusals.OUTLINE_OFF_BOARD, field="piece.outline", length=length, width=width)
    return ring


@lru_cache(maxsize=64)
def openings_of(piece: Piece) -> tuple[Ring, ...]:
    """The rings of a board's openings. Raises CutError at one that does not lie within it."""
    x0, y0, x1, y1 = extent(outline_of(piece))
    rings = []
    for place, opening in enumerate(piece.openings):
        field = f"piece.openings.{place}"
        ring = trace(opening, length=piece.length.mm, width=piece.width.mm, field=field)
        left, near, right, far = extent(ring)
        if min(left - x0, near - y0, x1 - right, y1 - far) < _LEAST_FRAME:
            raise CutError(refusals.OPENING_OFF_BOARD, field=field, number=place + 1)
        rings.append(ring)
    return tuple(rings)


@lru_cache(maxsize=64)
def edges_of(piece: Piece) -> tuple[Edge, ...]:
    """All edges of a board that can be cut, those of its openings last.

    >>> from ranura.core.text.lengths import read
    >>> board = Piece(name="", material="", length=read("300", "mm"), width=read("90", "mm"), thickness=read("20", "mm"))
    >>> [edge.ref for edge in edges_of(board)]
    ['near', 'right', 'far', 'left']"""
    outside = outline_of(piece)
    if piece.outline is None:
        found = [Edge(ref=ref, name=_SIDE_NAMES[ref], points=(outside[i], outside[(i + 1) % 4])) for i, ref in enumerate(SIDES)]
    else:
        found = [Edge(ref=OUTLINE, name="outline", points=outside, closed=True)]
    single = len(piece.openings) == 1
    found += [
        Edge(ref=f"opening-{i + 1}", name="opening" if single else f"opening {i + 1}", points=ring, closed=True, inside=True)
        for i, ring in enumerate(openings_of(piece))
    ]
    return tuple(found)
