"""The demo's cuts, each in a board as it lies when its turn comes."""

from __future__ import annotations

from ranura.core.board.pieces import Piece
from ranura.core.families import Cut
from ranura.demo.jobs import ARCH, PIECES

_OPENED = {"arch-ogee": ARCH}
"""What an earlier cut opens stands open here from the first."""
DEMO: list[tuple[str, str, Cut, Piece]] = [
    (cut_id, name, cut, _OPENED.get(cut_id, piece)) for _, piece, cuts in PIECES for cut_id, name, cut in cuts
]
"""Id, name, cut and board."""
