"""Where pieces and cuts stand in a job, and copies of them beside what they are of."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace
from typing import TypeVar

from sqlalchemy.orm import Session

from ranura.core.board.pieces import Piece
from ranura.store.items import NotFoundError
from ranura.store.kept_jobs import (
    FOLLOWS,
    KeptCut,
    add_cut,
    add_job,
    add_piece,
    changed,
    cuts_of,
    kept,
    load_cut,
    load_job,
    load_piece,
    mine,
    pieces_of,
)
from ranura.store.kept_joints import add_joint, of_job
from ranura.store.models import NAME_LENGTH, CutRow, PieceRow

_COPY = ", copy"
NewId = Callable[[], str]
"""What answers an id that nothing has yet."""
_Row = TypeVar("_Row", bound=PieceRow | CutRow)


def place_cut(session: Session, shop_id: str, cut_id: str, *, piece_id: str, before: str | None) -> None:
    """Puts a cut into a piece, before another cut of it, or last. Raises NotFoundError."""
    row = mine(session, CutRow, shop_id, cut_id)
    piece = mine(session, PieceRow, shop_id, piece_id)
    if before is not None and FOLLOWS in before:  # what follows from joints comes first in any case
        before = next((each.id for each in cuts_of(session, piece_id)), None)
    if before is not None and mine(session, CutRow, shop_id, before).piece_id != piece_id:
        raise NotFoundError("cut", before)
    changed(session, row)
    row.piece_id = piece_id
    session.flush()
    _in_order(session, _before(cuts_of(session, piece_id), row, before))
    changed(session, piece)


def place_piece(session: Session, shop_id: str, piece_id: str, *, before: str | None) -> None:
    """Puts a piece before another one of its job, or last. Raises NotFoundError."""
    row = mine(session, PieceRow, shop_id, piece_id)
    if before is not None and mine(session, PieceRow, shop_id, before).job_id != row.job_id:
        raise NotFoundError("piece", before)
    _in_order(session, _before(pieces_of(session, row.job_id), row, before))
    changed(session, row)


def _before(rows: list[_Row], row: _Row, before: str | None) -> list[_Row]:
    """Some rows with one of them put before another, or last."""
    others = [each for each in rows if each.id != row.id]
    at = next((number for number, each in enumerate(others) if each.id == before), len(others))
    return [*others[:at], row, *others[at:]]


def _in_order(session: Session, rows: Sequence[PieceRow] | Sequence[CutRow]) -> None:
    """Gives some rows their places in another order; no two have one place, not even for a moment."""
    places = sorted(each.place for each in rows)
    moving = [(each, place) for each, place in zip(rows, places, strict=True) if each.place != place]
    for number, (each, _) in enumerate(moving, start=1):
        each.place = -number
    session.flush()
    for each, place in moving:
        each.place = place
    session.flush()


def copied_name(name: str) -> str:
    """What a copy is called."""
    return name[: NAME_LENGTH - len(_COPY)] + _COPY


def copy_cut(session: Session, shop_id: str, cut_id: str, new_id: NewId) -> KeptCut:
    """A cut once more, after the first one; of one that follows from a joint a cut of the piece's own. Raises NotFoundError."""
    first = load_cut(session, shop_id, cut_id)
    cuts = [each.id for each in cuts_of(session, first.piece_id)]
    made = add_cut(session, shop_id, first.piece_id, id=new_id(), name=copied_name(first.name), cut=first.cut)
    after = cuts[cuts.index(cut_id) + 1 :] if cut_id in cuts else cuts
    place_cut(session, shop_id, made.id, piece_id=first.piece_id, before=after[0] if after else None)
    return made


def copy_piece(session: Session, shop_id: str, piece_id: str, new_id: NewId) -> str:
    """A piece with its cuts once more, after the first one; answers its id. Raises NotFoundError."""
    row = mine(session, PieceRow, shop_id, piece_id)
    pieces = [each.id for each in pieces_of(session, row.job_id)]
    piece = load_piece(session, shop_id, piece_id)
    made = _copy_into(session, shop_id, row.job_id, piece_id, replace(piece, name=copied_name(piece.name)), new_id)
    after = pieces[pieces.index(piece_id) + 1 :]
    place_piece(session, shop_id, made, before=after[0] if after else None)
    return made


def copy_job(session: Session, shop_id: str, job_id: str, new_id: NewId) -> str:
    """A job with all that is in it once more, at the end; answers its id. Raises NotFoundError."""
    first = load_job(session, shop_id, job_id)
    made = new_id()
    add_job(session, shop_id, id=made, name=copied_name(first.name), notes=first.notes)
    copies = {each.id: _copy_into(session, shop_id, made, each.id, each.piece, new_id) for each in first.pieces}
    for joint in of_job(session, job_id):
        add_joint(
            session,
            shop_id,
            made,
            id=new_id(),
            name=joint.name,
            first_id=copies[joint.first_id],
            second_id=copies[joint.second_id],
            joint=joint.joint,
        )
    return made


def _copy_into(session: Session, shop_id: str, job_id: str, of: str, piece: Piece, new_id: NewId) -> str:
    """A piece at the end of a job, with copies of the cuts of another one; answers its id."""
    made = new_id()
    add_piece(session, shop_id, job_id, id=made, piece=piece)
    for cut in map(kept, cuts_of(session, of)):
        add_cut(session, shop_id, made, id=new_id(), name=cut.name, cut=cut.cut)
    return made
