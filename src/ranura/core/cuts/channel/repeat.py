"""How a channel is best repeated: at an equal spacing, or at one given place more."""

from __future__ import annotations

from itertools import pairwise

from ranura.core.board.pieces import Piece
from ranura.core.board.repeats import Repeats, Row, easily_read, evenly
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.on_board import width_of
from ranura.core.geometry import closeness
from ranura.core.shop.shop import Shop

_FIRST_STEP = 100.0
"""mm to a second place, at least."""


def repeat(cut: ChannelCut, piece: Piece, shop: Shop, count: int | None) -> Repeats:
    """A channel `count` times, or with one given place more where that is None. Raises `CutError` without a width."""
    size = piece.width.mm if cut.goes == "along" else piece.length.mm
    row = Row(size=size, first=cut.position.mm, wide=width_of(cut, shop.rules), unit=cut.position.unit)
    return _with_another_place(cut, row) if count is None else evenly(row, count, cut.spacing)


def _with_another_place(cut: ChannelCut, row: Row) -> Repeats:
    """As far on as the last place is from the one before; where the board ends before that, in the middle of the widest gap."""
    spacing = cut.spacing.mm if cut.spacing is not None else 0.0
    places = sorted([row.first + i * spacing for i in range(cut.count)] + [each.mm for each in cut.more])
    step = places[-1] - places[-2] if len(places) > 1 else max(places[-1], _FIRST_STEP)
    wanted = places[-1] + step
    if not closeness.under(wanted + row.wide, row.size):
        gaps = [(after - before, before) for before, after in pairwise([-row.wide, *places, row.size])]
        gap, before = max(gaps)
        wanted = before + gap / 2
    kept = tuple(easily_read(place, row.unit) for place in places[1:]) if cut.count > 1 else cut.more
    return Repeats(count=1, spacing=None, more=(*kept, easily_read(wanted, row.unit)))
