"""The through dado: a channel across the board, from the near edge right to the far one."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core import numbers
from ranura.core.cuts.straight import StraightCut
from ranura.core.errors import CutError
from ranura.core.lengths import Length
from ranura.core.pieces import Piece

End = Literal["left", "right"]


@dataclass(frozen=True, kw_only=True, slots=True)
class Dado:
    """What is asked: width, depth, and the near wall's distance from an end of the board.

    `support` says that a board of the same thickness lies beside the work, for the fence to rest on. `bit_id` and
    `router_id` are pinned tools; None leaves the choice to Ranura.
    """

    width: Length
    depth: Length
    position: Length
    end: End = "left"
    support: bool = False
    bit_id: str | None = None
    router_id: str | None = None
    kind: Literal["dado"] = "dado"


@dataclass(frozen=True, kw_only=True, slots=True)
class Channel:
    """A channel to be cut from edge to edge, seen from above: walls at x = `left` and `right`, along y from 0 to `run`.

    `reference_end` is the end it is measured from; `board_length` and `thickness` are the board's. All mm.
    """

    left: float
    right: float
    depth: float
    run: float
    reference_end: End
    position: float
    board_length: float
    thickness: float
    support: bool

    @property
    def width(self) -> float:
        """Between the walls."""
        return self.right - self.left

    @property
    def need(self) -> StraightCut:
        """What it asks of its tool."""
        return StraightCut(
            kind="dado", width=self.width, depth=self.depth, thickness=self.thickness, part=(self.board_length, self.run)
        )


def channel(cut: Dado, piece: Piece) -> Channel:
    """The channel a dado asks for in a piece.

    Raises `CutError` naming the dimension that cannot be: wider than the board, through it, or without wood beside it.
    """
    width, depth, position = cut.width.mm, cut.depth.mm, cut.position.mm
    length, thickness = piece.length.mm, piece.thickness.mm
    if not numbers.under(width, length):
        raise CutError("wider-than-board", field="cut.width", width=width, length=length)
    if not numbers.under(depth, thickness):
        raise CutError("through-the-board", field="cut.depth", depth=depth, thickness=thickness)
    if not numbers.over(position, 0):
        raise CutError("no-wood-before", field="cut.position", position=position, end=cut.end)
    if not numbers.under(position + width, length):
        raise CutError("no-wood-after", field="cut.position", position=position, width=width, length=length)
    left = position if cut.end == "left" else length - position - width
    return Channel(
        left=left,
        right=left + width,
        depth=depth,
        run=piece.width.mm,
        reference_end=cut.end,
        position=position,
        board_length=length,
        thickness=thickness,
        support=cut.support,
    )
