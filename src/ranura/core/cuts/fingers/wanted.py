"""What fingers are to leave and take, from their fields and their board alone, as it stands (R21.11)."""

from __future__ import annotations

import shapely
from shapely import box

from ranura.core.board.pieces import Piece
from ranura.core.cuts.fingers.asked import FingersCut
from ranura.core.proof.wanted import BEYOND, Wanted, down_to
from ranura.core.shop.shop import Shop

_NOTHING = 1e-6


def wanted(cut: FingersCut, piece: Piece, _: Shop) -> Wanted:
    """Slots right across the end, every slot and finger further, as long as one begins on the board."""
    slot, pitch, wide = cut.slot.mm, 2 * cut.slot.mm - cut.play, piece.width.mm
    begins_whole = cut.starts == "finger"
    at, areas = (slot - cut.play if begins_whole else 0.0), []
    # The mate has no finger for a last slot that is no wider than the play.
    while at < wide - (max(cut.play, _NOTHING) if begins_whole else _NOTHING):
        areas.append(box(at, -BEYOND, at + slot, piece.thickness.mm + BEYOND))
        at += pitch
    gone = shapely.union_all(areas)
    return down_to(gone, gone, piece.length.mm, cut.depth.mm)
