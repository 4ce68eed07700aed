"""A groove in an end or an edge, on its board: it stands on that side, and everything is seen there (R14).

x runs along the worked side, y through the board's thickness, z up to the worked side (`board/stood.py`).
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Final

from ranura.core.board.pieces import Piece
from ranura.core.board.stood import CLEAR_OF_OPENING, opening_within, stood
from ranura.core.cuts.end_groove import refusals
from ranura.core.cuts.end_groove.asked import EndGrooveCut
from ranura.core.cutting.need import StraightCut
from ranura.core.geometry import closeness
from ranura.core.holding.hands import is_small
from ranura.core.holding.tall_fence import AlongFence
from ranura.core.text import refusals as common_refusals
from ranura.core.text.errors import CutError

FROM_BOTH: Final = 1.9
"""Times its width: how wide a groove a bit makes in two runs, one from either face."""
AS_WIDE: Final = 0.05
"""mm by which a bit may be narrower than a groove that one run makes."""


@dataclass(frozen=True, kw_only=True, slots=True)
class GrooveOnBoard:
    """A groove in the middle of a side; all mm."""

    cut: EndGrooveCut
    run: float
    thick: float
    high: float
    width: float
    depth: float

    @property
    def along(self) -> AlongFence:
        """The board as it stands along the fence."""
        return AlongFence(on=self.cut.on, run=self.run, thick=self.thick, high=self.high)

    @property
    def cheek(self) -> float:
        """How thick the wood is that stands on either side of it."""
        return (self.thick - self.width) / 2

    def runs(self, diameter: float) -> int:
        """How many runs at one height a bit makes it in: one where it is as wide, else one from either face."""
        return 2 if closeness.over(self.width - diameter, AS_WIDE) else 1

    def off_fence(self, diameter: float) -> float:
        """How far the bit's nearest edge stands before the fence.

        Rule: R14 tongue and groove
        Formula: (T − groove) / 2 in one run; (T + groove) / 2 − D in two, with the board turned over
        Source: the first run lies away from the fence, so that the second finds its fresh wood there too and is never trapped"""
        if self.runs(diameter) == 1:
            return (self.thick - diameter) / 2
        return (self.thick + self.width) / 2 - diameter

    @property
    def need(self) -> StraightCut:
        """What it asks of its tool."""
        return StraightCut(
            kind="groove",
            width=self.width,
            depth=self.depth,
            thickness=self.high,
            across_grain=self.along.across_grain,
            held_back=is_small((self.run, self.high)),
        )


def end_groove(cut: EndGrooveCut, piece: Piece) -> GrooveOnBoard:
    """A groove on its board. Raises `CutError` with the dimension that cannot be."""
    if piece.outline is not None:
        raise CutError(common_refusals.SIDE_NOT_STRAIGHT, field="cut.on")
    seen = stood(piece, cut.on)
    made = GrooveOnBoard(
        cut=cut, run=seen.length.mm, thick=seen.width.mm, high=seen.thickness.mm, width=cut.width.mm, depth=cut.depth.mm
    )
    if not closeness.under(made.width, made.thick):
        raise CutError(refusals.NO_CHEEKS, field="cut.width", width=made.width, thickness=made.thick)
    if closeness.over(made.depth, made.high / 2):
        raise CutError(common_refusals.DEEPER_THAN_HALF, field="cut.depth", depth=made.depth, high=made.high)
    if opening_within(piece, cut.on, made.depth + CLEAR_OF_OPENING):
        raise CutError(common_refusals.OPENING_NEAR_SIDE, field="cut.on", deep=made.depth + CLEAR_OF_OPENING)
    return made
