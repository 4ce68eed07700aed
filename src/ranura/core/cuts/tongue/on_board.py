"""A dovetail tongue on its board: it stands on that side, and everything is seen there (R13).

x runs along the worked side, y through the board's thickness, z up to the worked side (`board/stood.py`).
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from ranura.core.board.pieces import Piece
from ranura.core.board.stood import CLEAR_OF_OPENING, opening_within, stood
from ranura.core.cuts.tongue import refusals
from ranura.core.cuts.tongue.asked import TongueCut
from ranura.core.cutting.need import StraightCut
from ranura.core.geometry import closeness
from ranura.core.holding.hands import is_small
from ranura.core.holding.tall_fence import AlongFence
from ranura.core.text.errors import CutError


@dataclass(frozen=True, kw_only=True, slots=True)
class TongueOnBoard:
    """A tongue on its board; all mm."""

    cut: TongueCut
    run: float
    """Along the worked side."""
    thick: float
    high: float
    """As the board stands."""
    root: float
    height: float
    taper: float
    """How much thicker it is at the beginning of the run."""
    over: float
    """mm of the run after which nothing of that is left."""
    tapered_first: bool
    """Whether it is tapered at the face where y is low."""

    @property
    def lean(self) -> float:
        """How much further out a flank stands for a mm of height."""
        return math.tan(math.radians(self.cut.angle))

    @property
    def end(self) -> float:
        """How thick it is at its end, where it is thickest."""
        return self.root + 2 * self.height * self.lean

    @property
    def exposure(self) -> float:
        """How far the bit stands out of the fence.

        Rule: R13 sliding dovetail
        Formula: e = (T − root) / 2
        Source: the bit's tip, its widest place, cuts the root, the same from either face"""
        return (self.thick - self.root) / 2

    def shim(self, along: float) -> float:
        """How thick the shim is that leaves the taper, at so many mm along the run; below 0 past its end.

        Rule: R13 tapered
        Formula: t · x / L, x from the closed end of the socket
        Source: similar triangles"""
        return self.taper * (self.over - along) / self.over

    @property
    def along(self) -> AlongFence:
        """The board as it stands along the fence."""
        return AlongFence(on=self.cut.on, run=self.run, thick=self.thick, high=self.high)

    @property
    def need(self) -> StraightCut:
        """What it asks of its tool: what stands beside the tongue, at its whole height at once."""
        return StraightCut(
            kind="rabbet",
            width=self.exposure,
            depth=self.height,
            thickness=self.high,
            across_grain=self.along.across_grain,
            held_back=is_small((self.run, self.high)),
        )


def tongue(cut: TongueCut, piece: Piece) -> TongueOnBoard:
    """A tongue on its board. Raises `CutError` with the dimension that cannot be."""
    if piece.outline is not None:
        raise CutError(refusals.SIDE_NOT_STRAIGHT, field="cut.on")
    seen = stood(piece, cut.on)
    made = TongueOnBoard(
        cut=cut,
        run=seen.length.mm,
        thick=seen.width.mm,
        high=seen.thickness.mm,
        root=cut.root.mm,
        height=cut.depth.mm,
        taper=0.0 if cut.taper is None else cut.taper.mm,
        over=seen.length.mm if cut.over is None else cut.over.mm,
        tapered_first=(cut.tapered == "shown") == (cut.on in ("left", "far")),
    )
    if not closeness.over(made.root, 0.0):
        raise CutError(refusals.NO_ROOT, field="cut.root")
    if closeness.over(made.height, made.high / 2):
        raise CutError(refusals.HIGHER_THAN_BOARD, field="cut.depth", height=made.height, high=made.high)
    if not closeness.under(made.end, made.thick):
        raise CutError(refusals.NO_SHOULDERS, field="cut.root", end=made.end, thickness=made.thick)
    if closeness.over(made.taper, (made.thick - made.end) / 2):
        raise CutError(refusals.TAPER_TOO_MUCH, field="cut.taper", taper=made.taper)
    if opening_within(piece, cut.on, cut.depth.mm + CLEAR_OF_OPENING):
        raise CutError(refusals.OPENING_NEAR_SIDE, field="cut.on", deep=cut.depth.mm + CLEAR_OF_OPENING)
    return made
