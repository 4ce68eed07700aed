"""The demo's cuts, each in a board as it lies when its turn comes."""

from __future__ import annotations

from functools import cache

from ranura.core.board.pieces import Piece
from ranura.core.families import Cut
from ranura.core.joint_plan import boards_of
from ranura.core.joints.kinds import joined
from ranura.core.plan import PLANNING, Followed
from ranura.demo.jobs import ARCH, DESK, DESK_JOINTS, JOINTS, PIECES
from ranura.demo.shop import SHOP

_OPENED = {"arch-ogee": ARCH}
"""What an earlier cut opens stands open here from the first."""
DEMO: list[tuple[str, str, Cut, Piece]] = [
    (cut_id, name, cut, _OPENED.get(cut_id, piece)) for _, piece, cuts in PIECES for cut_id, name, cut in cuts
]
"""Id, name, cut and board."""
_BOARDS = {piece_id: piece for piece_id, piece, _ in PIECES} | dict(DESK)
_OF_JOINTS: list[tuple[str, str, Cut, Piece]] = [
    (f"{joint_id}-{number}", each.name, each.cut, _BOARDS[first if each.member == "a" else second])
    for joint_id, _, first, second, joint in (*JOINTS, *DESK_JOINTS)
    for number, each in enumerate(joined(joint, boards_of(_BOARDS[first], _BOARDS[second], SHOP)).cuts)
]
_OWN = list(DEMO)
_SHOWN = (
    "crate-corners-0",
    "crate-corners-3",
    "floor-left-0",
    "floor-right-1",
    "desk-drawer-0",
    "desk-drawer-3",
    "desk-box-0",
    "desk-box-3",
    "desk-door-0",
    "desk-lamp-0",
    "desk-stretch-0",
    "desk-stretch-1",
)
DEMO += [each for each in _OF_JOINTS if each[0] in _SHOWN]
ON_ONE_BOARD: dict[str, list[tuple[str, Cut, Piece]]] = {
    piece_id: [(name, cut, own) for _, name, cut, own in (*_OF_JOINTS, *_OWN) if own.name == piece.name]
    for piece_id, piece, _ in PIECES
}
"""Name, cut and board of all cuts of a board in their order, those of its joints first."""


@cache
def followed(cut: Cut, piece: Piece) -> Followed:
    """A cut in its board, planned once for all that looks at it."""
    return PLANNING.followed(cut, piece, SHOP, SHOP.rules)
