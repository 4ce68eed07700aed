"""How a pocket is best repeated along its board."""

from __future__ import annotations

from dataclasses import replace

from ranura.core.board.pieces import Piece
from ranura.core.board.repeats import Repeats, Row, evenly
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.cuts.pocket.forms import FORMS
from ranura.core.cuts.pocket.on_board import pocketing
from ranura.core.shop.shop import Shop
from ranura.core.text import refusals as common_refusals
from ranura.core.text.errors import CutError


def repeat(cut: PocketCut, piece: Piece, shop: Shop, count: int | None) -> Repeats:
    """A pocket `count` times. Raises `CutError` where the first place cannot be, for what takes a whole end or face, and for
    single places (`count` None), which only channels have."""
    if FORMS[cut.form].taken == "lanes" or count is None or cut.on is not None:
        raise CutError(common_refusals.NO_REPEAT, field="cut.count")
    wide = pocketing(replace(cut, count=1, spacing=None), piece, shop.rules).size[0]
    first = cut.from_left.mm - (wide / 2 if FORMS[cut.form].round else 0.0)
    return evenly(Row(size=piece.length.mm, first=first, wide=wide, unit=cut.from_left.unit), count, cut.spacing)
