"""What a tongue is to leave, from its fields and its board alone, as it stands (R21.11)."""

from __future__ import annotations

import math

import shapely
from shapely import Polygon

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
    x0, x1 = -BEYOND, long + BEYOND
    over = long if cut.over is None else cut.over.mm
    tapered_low = (cut.tapered == "shown") == (cut.on in ("left", "far"))

    def thicker(x: float) -> float:
        return 0.0 if cut.taper is None else cut.taper.mm * (1 - x / over)

    found = []
    for i in range(_LAYERS):
        up = JUST + (height - 2 * JUST) * i / (_LAYERS - 1)
        beside = (thick - cut.root.mm) / 2 - up * lean
        straight, slanted = (((x0, beside), (x1, beside)), ((x0, beside - thicker(x0)), (x1, beside - thicker(x1))))
        low, far = (slanted, straight) if tapered_low else (straight, slanted)
        gone = shapely.union_all(
            [
                Polygon([*low, (x1, -BEYOND), (x0, -BEYOND)]),
                Polygon([*((x, thick - y) for x, y in far), (x1, thick + BEYOND), (x0, thick + BEYOND)]),
            ]
        )
        found.append(Layer(high - height + up, gone, gone))
    return (*found, Layer(high - height - JUST, NOTHING, NOTHING))
