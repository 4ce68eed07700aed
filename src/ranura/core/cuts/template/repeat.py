"""How a cut by template is best repeated along its board."""

from __future__ import annotations

from dataclasses import replace

from ranura.core.board.pieces import Piece
from ranura.core.board.repeats import Repeats, Row, evenly
from ranura.core.cuts.template.asked import TemplateCut
from ranura.core.cuts.template.on_board import on_board
from ranura.core.shop.shop import Shop
from ranura.core.text import refusals as common_refusals
from ranura.core.text.errors import CutError


def repeat(cut: TemplateCut, piece: Piece, shop: Shop, count: int | None) -> Repeats:
    """It `count` times. Raises `CutError` where the first place cannot be, and for single places (`count` None)."""
    if count is None:
        raise CutError(common_refusals.NO_REPEAT, field="cut.count")
    wide = on_board(replace(cut, count=1, spacing=None), piece, shop).size[0]
    row = Row(size=piece.length.mm, first=cut.from_left.mm, wide=wide, unit=cut.from_left.unit)
    return evenly(row, count, cut.spacing)
