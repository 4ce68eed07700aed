"""Jobs with their pieces and cuts as they are kept: read and written."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import TypeVar

from pydantic import TypeAdapter
from sqlalchemy import func, select
from sqlalchemy.orm import Session, object_session

from ranura.core.board.pieces import Piece
from ranura.core.family import AnyCut
from ranura.core.joints.asked import Joint
from ranura.core.sequence.job_order import Pin, StaysIn
from ranura.store.items import NotFoundError
from ranura.store.models import CutRow, JobRow, JointRow, PieceRow
from ranura.store.repository import CUTS, JOINING

_PIECE = TypeAdapter(Piece)
_WISHES = TypeAdapter(tuple[Pin | StaysIn, ...])


class StaleError(Exception):
    """A save of an older version than the one that is kept; `newer` is the latter, in the piece that it is cut in."""

    def __init__(self, newer: KeptCut, piece: Piece) -> None:
        super().__init__("this cut was changed elsewhere in the meantime")
        self.newer = newer
        self.piece = piece


FOLLOWS = "."
"""Stands in the id of a cut that follows from a joint, behind the joint's own."""


class OfJointError(Exception):
    """A cut that follows from a joint is not changed, moved or removed by itself."""

    def __init__(self, name: str) -> None:
        super().__init__(f"this cut follows from the joint {name!r}: change it there, or remove the joint")


@dataclass(frozen=True, kw_only=True, slots=True)
class KeptCut:
    """A cut as it is kept, or as it follows from a joint, and then that joint's id."""

    id: str
    piece_id: str
    name: str
    version: int
    cut: AnyCut
    joint: str | None = None


@dataclass(frozen=True, kw_only=True, slots=True)
class KeptJoint:
    """A joint of two pieces as it is kept."""

    id: str
    first_id: str
    second_id: str
    name: str
    version: int
    joint: Joint


@dataclass(frozen=True, kw_only=True, slots=True)
class KeptPiece:
    """A piece with its cuts, in order."""

    id: str
    piece: Piece
    cuts: tuple[KeptCut, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class KeptJob:
    """A job with its pieces, in order."""

    id: str
    name: str
    notes: str
    archived: bool
    pieces: tuple[KeptPiece, ...]
    """The cuts that follow from joints come before each piece's own."""
    joints: tuple[KeptJoint, ...] = ()
    wishes: tuple[Pin | StaysIn, ...] = ()
    """What a person wants of the order of its cuts."""

    @property
    def pins(self) -> tuple[Pin, ...]:
        """Which cut is wanted before which."""
        return tuple(each for each in self.wishes if isinstance(each, Pin))

    @property
    def stays(self) -> tuple[StaysIn, ...]:
        """Which bits are to stay in."""
        return tuple(each for each in self.wishes if isinstance(each, StaysIn))


@dataclass(frozen=True, kw_only=True, slots=True)
class JobLine:
    """A job in a list; `boards` counts every board of each piece, `first` is its first piece."""

    id: str
    name: str
    archived: bool
    changed_at: datetime
    boards: int
    cuts: int
    first: Piece | None


Joining = Callable[[Session, KeptJob], KeptJob]
"""What puts the cuts of a job's joints into its pieces."""
_Row = TypeVar("_Row", bound=JobRow | PieceRow | CutRow | JointRow)


def now() -> datetime:
    """The time as rows have it: UTC, to the second."""
    return datetime.now(UTC).replace(tzinfo=None, microsecond=0)


def mine(session: Session, row_type: type[_Row], shop_id: str, id: str, *, lock: bool = False, removed: bool = False) -> _Row:
    """A row of a shop. Raises NotFoundError, also for one that was removed, or lies in what was, unless that is asked for; and
    OfJointError for a cut that follows from a joint."""
    if row_type is CutRow and FOLLOWS in id:
        raise OfJointError(mine(session, JointRow, shop_id, id.partition(FOLLOWS)[0]).name)
    query = select(row_type).where(row_type.id == id, row_type.shop_id == shop_id)
    row = session.scalar(query.with_for_update() if lock else query)
    if row is None or (not removed and _is_gone(session, row)):
        raise NotFoundError(row_type.__tablename__.removesuffix("s"), id)
    return row


def _is_gone(session: Session, row: JobRow | PieceRow | CutRow | JointRow) -> bool:
    """Whether something was removed, or what it lies in."""
    if row.removed_at is not None:
        return True
    if isinstance(row, CutRow):
        return _is_gone(session, session.get_one(PieceRow, row.piece_id))
    return not isinstance(row, JobRow) and _is_gone(session, session.get_one(JobRow, row.job_id))


def changed(session: Session, row: PieceRow | CutRow | JointRow) -> None:
    """A piece, cut or joint was changed: so was its job."""
    of = session.get_one(PieceRow, row.piece_id) if isinstance(row, CutRow) else row
    session.get_one(JobRow, of.job_id).changed_at = now()


def list_jobs(session: Session, shop_id: str) -> tuple[JobLine, ...]:
    """The jobs of a shop, in order, those that were put away too."""
    rows = session.scalars(
        select(JobRow).where(JobRow.shop_id == shop_id, JobRow.removed_at.is_(None)).order_by(JobRow.place, JobRow.id)
    ).all()
    there = select(PieceRow).where(PieceRow.shop_id == shop_id, PieceRow.removed_at.is_(None))
    pieces: dict[str, list[PieceRow]] = {row.id: [] for row in rows}
    for piece in session.scalars(there.order_by(PieceRow.place, PieceRow.id)):
        if piece.job_id in pieces:
            pieces[piece.job_id].append(piece)
    counted = select(CutRow.piece_id, func.count()).where(CutRow.shop_id == shop_id, CutRow.removed_at.is_(None))
    cuts = {piece_id: count for piece_id, count in session.execute(counted.group_by(CutRow.piece_id))}  # noqa: C416 # for the types
    joined = select(JointRow.job_id).where(JointRow.shop_id == shop_id, JointRow.removed_at.is_(None)).distinct()
    for job_id in session.scalars(joined):
        if job_id in pieces:  # what follows from joints is no row that could be counted
            cuts |= {each.id: len(each.cuts) for each in load_job(session, shop_id, job_id).pieces}
    return tuple(
        JobLine(
            id=row.id,
            name=row.name,
            archived=row.archived,
            changed_at=row.changed_at.replace(tzinfo=UTC),
            boards=sum(_PIECE.validate_python(each.spec).count for each in pieces[row.id]),
            cuts=sum(cuts.get(each.id, 0) for each in pieces[row.id]),
            first=_PIECE.validate_python(pieces[row.id][0].spec) if pieces[row.id] else None,
        )
        for row in rows
    )


def load_job(session: Session, shop_id: str, job_id: str) -> KeptJob:
    """A job with its pieces and cuts, those that follow from its joints too. Raises NotFoundError."""
    job = mine(session, JobRow, shop_id, job_id)
    pieces = pieces_of(session, job_id)
    of_pieces = select(CutRow).where(CutRow.piece_id.in_([p.id for p in pieces]), CutRow.removed_at.is_(None))
    cuts = list(session.scalars(of_pieces.order_by(CutRow.place, CutRow.id))) if pieces else []
    made = KeptJob(
        id=job.id,
        name=job.name,
        notes=job.notes,
        archived=job.archived,
        wishes=_WISHES.validate_python(job.pins or ()),
        pieces=tuple(
            KeptPiece(
                id=row.id, piece=_PIECE.validate_python(row.spec), cuts=tuple(kept(cut) for cut in cuts if cut.piece_id == row.id)
            )
            for row in pieces
        ),
    )
    served: Mapping[str, Joining] = session.info.get(JOINING, {})
    return served[shop_id](session, made) if shop_id in served else made


def pieces_of(session: Session, job_id: str) -> list[PieceRow]:
    """The pieces of a job that are there, in order."""
    of_job = select(PieceRow).where(PieceRow.job_id == job_id, PieceRow.removed_at.is_(None))
    return list(session.scalars(of_job.order_by(PieceRow.place, PieceRow.id)))


def cuts_of(session: Session, piece_id: str) -> list[CutRow]:
    """The cuts of a piece that are there, in order, held until they are written."""
    of_piece = select(CutRow).where(CutRow.piece_id == piece_id, CutRow.removed_at.is_(None))
    return list(session.scalars(of_piece.order_by(CutRow.place, CutRow.id).with_for_update()))


def last_cut(session: Session, shop_id: str, piece_id: str) -> KeptCut | None:
    """The last cut of a piece, one that follows from a joint where it has none of its own; None without any. Raises
    NotFoundError."""
    row = mine(session, PieceRow, shop_id, piece_id)
    if cuts := cuts_of(session, piece_id):
        return kept(cuts[-1])
    pieces = load_job(session, shop_id, row.job_id).pieces
    return next((each.cuts[-1] for each in pieces if each.id == piece_id and each.cuts), None)


def job_of_cut(session: Session, shop_id: str, cut_id: str) -> KeptJob:
    """The job that a cut belongs to. Raises NotFoundError."""
    if FOLLOWS in cut_id:
        joint = mine(session, JointRow, shop_id, cut_id.partition(FOLLOWS)[0], removed=True)
        return load_job(session, shop_id, joint.job_id)
    cut = mine(session, CutRow, shop_id, cut_id, removed=True)
    piece = mine(session, PieceRow, shop_id, cut.piece_id, removed=True)
    return load_job(session, shop_id, piece.job_id)


def kept(row: CutRow) -> KeptCut:
    """A cut of its row."""
    session = object_session(row)
    assert session is not None, "a row is read in a session"
    cut = session.info[CUTS].validate_python(row.spec)
    return KeptCut(id=row.id, piece_id=row.piece_id, name=row.name, version=row.version, cut=cut)


def next_place(session: Session, row_type: type[_Row], shop_id: str) -> int:
    """The place after the last of its like."""
    highest = session.scalar(select(func.max(row_type.place)).where(row_type.shop_id == shop_id))
    return 0 if highest is None else highest + 1


def add_job(session: Session, shop_id: str, *, id: str, name: str, notes: str = "") -> None:
    """Keeps a new job at the end."""
    place = next_place(session, JobRow, shop_id)
    session.add(JobRow(id=id, shop_id=shop_id, place=place, name=name, notes=notes, changed_at=now()))
    session.flush()


def save_job(
    session: Session,
    shop_id: str,
    job_id: str,
    *,
    name: str | None = None,
    notes: str | None = None,
    archived: bool | None = None,
    wishes: tuple[Pin | StaysIn, ...] | None = None,
) -> None:
    """Keeps what is said of a job; what is None stays. Raises NotFoundError."""
    row = mine(session, JobRow, shop_id, job_id)
    if name is not None:
        row.name = name
    if notes is not None:
        row.notes = notes
    if archived is not None:
        row.archived = archived
    if wishes is not None:
        row.pins = _WISHES.dump_python(wishes, mode="json")
    if name is not None or notes is not None:
        row.changed_at = now()


def add_piece(session: Session, shop_id: str, job_id: str, *, id: str, piece: Piece) -> None:
    """Keeps a new piece at the end of a job. Raises NotFoundError."""
    mine(session, JobRow, shop_id, job_id)
    place = next_place(session, PieceRow, shop_id)
    spec = _PIECE.dump_python(piece, mode="json")
    row = PieceRow(id=id, shop_id=shop_id, place=place, job_id=job_id, spec=spec)
    session.add(row)
    session.flush()
    changed(session, row)


def load_piece(session: Session, shop_id: str, piece_id: str) -> Piece:
    """A piece alone. Raises NotFoundError."""
    return _PIECE.validate_python(mine(session, PieceRow, shop_id, piece_id).spec)


def save_piece(session: Session, shop_id: str, piece_id: str, piece: Piece) -> str:
    """Keeps a change to a piece; the last one wins. Returns the job's id. Raises NotFoundError."""
    row = mine(session, PieceRow, shop_id, piece_id)
    row.spec = _PIECE.dump_python(piece, mode="json")
    changed(session, row)
    return row.job_id


def add_cut(session: Session, shop_id: str, piece_id: str, *, id: str, name: str, cut: AnyCut) -> KeptCut:
    """Keeps a new cut at the end of a piece, as version 1. Raises NotFoundError."""
    mine(session, PieceRow, shop_id, piece_id)
    place = next_place(session, CutRow, shop_id)
    spec = session.info[CUTS].dump_python(cut, mode="json")
    row = CutRow(id=id, shop_id=shop_id, place=place, piece_id=piece_id, name=name, spec=spec, version=1)
    session.add(row)
    session.flush()
    changed(session, row)
    return kept(row)


def load_cut(session: Session, shop_id: str, cut_id: str) -> KeptCut:
    """A cut as it is kept, or as it follows from its joint. Raises NotFoundError."""
    if FOLLOWS not in cut_id:
        return kept(mine(session, CutRow, shop_id, cut_id))
    pieces = job_of_cut(session, shop_id, cut_id).pieces
    found = next((cut for piece in pieces for cut in piece.cuts if cut.id == cut_id), None)
    if found is None:
        raise NotFoundError("cut", cut_id)
    return found


def save_cut(session: Session, shop_id: str, cut_id: str, *, name: str, cut: AnyCut, version: int) -> KeptCut:
    """Keeps a change to the version that was read. Raises StaleError with the newer one, or NotFoundError."""
    row = mine(session, CutRow, shop_id, cut_id, lock=True)
    if row.version != version:
        raise StaleError(kept(row), load_piece(session, shop_id, row.piece_id))
    row.name, row.spec, row.version = name, session.info[CUTS].dump_python(cut, mode="json"), version + 1
    session.flush()
    changed(session, row)
    return kept(row)
