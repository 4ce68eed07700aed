"""What a tongue is to leave, from its fields and its board alone, as it stands (R21.11)."""

from __future__ import annotations

import math

import shapely
from shapely import box

from ranura.core.board.pieces import Piece
from ranura.core.cuts.tongue.asked import TongueCut
from ranura.core.proof.wanted import BEYOND, JUST, NOTHING, Layer, Wanted
from ranura.core.shop.shop import Shop

_LAYERS = 5


def wanted(cut: TongueCut, piece: Piece, _: Shop) -> Wanted:
    """At some heights both strips beside the tongue, which is thinnest at its shoulders; nothing below those."""
    ends = cut.on in ("left", "right")
    long, high = (piece.width.mm, piece.length.mm) if ends else (piece.length.mm, piece.width.mm)
    thick, height, lean = piece.thickness.mm, cut.depth.mm, math.tan(math.radians(cut.angle))
    found = []
    for i in range(_LAYERS):
        up = JUST + (height - 2 * JUST) * i / (_LAYERS - 1)
        beside = (thick - cut.root.mm) / 2 - up * lean
        low, far = (-BEYOND, beside), (thick - beside, thick + BEYOND)
        gone = shapely.union_all([box(-BEYOND, a, long + BEYOND, b) for a, b in (low, far)])
        found.append(Layer(high - height + up, gone, gone))
    return (*found, Layer(high - height - JUST, NOTHING, NOTHING))
