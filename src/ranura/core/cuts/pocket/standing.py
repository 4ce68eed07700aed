"""A mortise in an end or an edge: one in the face of the board as it stands between two blocks, by a template (R14)."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace
from functools import partial

from ranura.core.board.pieces import Piece
from ranura.core.board.stood import CLEAR_OF_OPENING, Standing, names_of, opening_within, stood
from ranura.core.choosing.order import Candidate
from ranura.core.choosing.setting import ToolSetting
from ranura.core.cuts.pocket import refusals, words
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.family import Planned, Planner, PlanText
from ranura.core.geometry import closeness
from ranura.core.output.cautions import in_order
from ranura.core.output.slip import Lead
from ranura.core.proof.bodies import CARRIER_PAST, CARRIER_WIDE
from ranura.core.proof.moves import Move
from ranura.core.text import refusals as common_refusals
from ranura.core.text.cautions import caution
from ranura.core.text.errors import CutError
from ranura.core.text.figures import plain
from ranura.core.text.writing import Text, write

STANDING_FORMS = ("mortise", "slot")
BY_TEMPLATE = ("bushing", "bearing")
"""What guides a router over an end: it rides on a template on the board and its blocks."""
_TALL = 900.0
"""mm of board below an end from which on that stands higher than a person looks down on at a bench."""
_DEEPEST = 0.5
"""Of the board, as high as it stands: a mortise in its end goes no deeper."""


def on_its_board(cut: PocketCut, piece: Piece) -> tuple[PocketCut, Piece]:
    """A pocket and its board; of one in an end or an edge the board as it stands, and the pocket in that one's face.

    Raises `CutError` for what no standing board takes: other forms, one right through, one that runs out of it or is repeated."""
    if cut.on is None:
        return cut, piece
    if cut.form not in STANDING_FORMS or cut.through or cut.open_sides or cut.count > 1 or cut.turned:
        raise CutError(refusals.NOT_INTO_A_SIDE, field="cut.on")
    if piece.outline is not None:
        raise CutError(common_refusals.SIDE_NOT_STRAIGHT, field="cut.on")
    board = stood(piece, cut.on)
    if closeness.over(cut.depth.mm, board.thickness.mm * _DEEPEST):
        raise CutError(common_refusals.DEEPER_THAN_HALF, field="cut.depth", depth=cut.depth.mm, high=board.thickness.mm)
    if opening_within(piece, cut.on, cut.depth.mm + CLEAR_OF_OPENING):
        raise CutError(common_refusals.OPENING_NEAR_SIDE, field="cut.on", deep=cut.depth.mm + CLEAR_OF_OPENING)
    return replace(cut, on=None, held=cut.held or "carrier"), board


def standing(planner: Planner, cut: PocketCut, piece: Piece) -> Planner:
    """A planner of a pocket in the face of a standing board, as that of the board as it lies."""
    if cut.on is None:
        return planner
    stands = Standing(on=cut.on, deep=cut.depth.mm, board=piece)

    def make(chosen: Candidate) -> Planned:
        made = planner.make(chosen)
        setting = made.setting
        if stands.on in ("left", "right") and closeness.over(piece.length.mm, _TALL):
            setting = replace(setting, cautions=in_order([*setting.cautions, caution(words.STANDS_HIGH, high=piece.length.mm)]))
        text = partial(_upright, made.text, stands)
        return replace(made, setting=setting, text=text, stands=stands, named=names_of(stands.on))

    return replace(planner, make=make, others=partial(_others, planner, cut, piece))


def _upright(
    text: Callable[[ToolSetting, Sequence[Move]], PlanText], stands: Standing, setting: ToolSetting, moves: Sequence[Move]
) -> PlanText:
    """What is said of a pocket, with how its board is held upright."""
    said = text(setting, moves)
    vice = Lead(shown=plain("Vice"), caption=write("with two blocks"))
    slip = tuple(
        replace(each, leads=(vice,), lines=(_held(stands), *each.lines[1:])) if each.key == "hold" else each for each in said.slip
    )
    return replace(said, slip=slip)


def _held(stands: Standing) -> Text:
    long = stood(stands.board, stands.on).length.mm + 2 * CARRIER_PAST
    return write(
        "upright in the vice, the {side} to be cut up; on either face a block {w:len} wide and {l:rough} long, flush with it, "
        "clamped: they carry the base",
        side="end" if stands.on in ("left", "right") else "edge",
        w=CARRIER_WIDE,
        l=long,
    )


def _others(planner: Planner, cut: PocketCut, piece: Piece) -> tuple[Planner, ...]:
    return tuple(standing(each, cut, piece) for each in planner.others())
