"""Finding jobs, boards, cuts and joints by words."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, Literal

from sqlalchemy import ColumnElement, String, and_, cast, or_, select
from sqlalchemy.orm import Session

from ranura.store.models import CutRow, JobRow, JointRow, PieceRow

Kind = Literal["job", "board", "cut", "joint"]


@dataclass(frozen=True, kw_only=True, slots=True)
class Named:
    """A job, a board, a cut or a joint by its name, and where it stands; `cut_id` of a board is that of its first cut."""

    kind: Kind
    name: str
    job_id: str
    job: str
    board: str
    cut_id: str | None
    joint_id: str | None = None


def find_named(session: Session, shop_id: str, words: Sequence[str], most: int) -> tuple[Named, ...]:
    """What has every word in its name, of a cut also in what it is ("mortise"): `most` of each kind, that changed last first."""
    if not words:
        return ()
    here = (JobRow.shop_id == shop_id, JobRow.removed_at.is_(None))
    newest = (JobRow.archived, JobRow.changed_at.desc(), JobRow.id)
    jobs = session.scalars(select(JobRow).where(*here, _all(words, JobRow.name)).order_by(*newest).limit(most))
    found = [Named(kind="job", name=job.name, job_id=job.id, job=job.name, board="", cut_id=None) for job in jobs]
    board_name: ColumnElement[str] = PieceRow.spec["name"].as_string()
    first = (
        select(CutRow.id)
        .where(CutRow.piece_id == PieceRow.id, CutRow.removed_at.is_(None))
        .order_by(CutRow.place, CutRow.id)
        .limit(1)
        .scalar_subquery()
    )
    boards = (
        select(board_name, JobRow.id, JobRow.name, first)
        .join(JobRow, JobRow.id == PieceRow.job_id)
        .where(*here, PieceRow.removed_at.is_(None), _all(words, board_name))
        .order_by(*newest, PieceRow.place)
        .limit(most)
    )
    for name, job_id, job_name, cut_id in session.execute(boards):
        found.append(Named(kind="board", name=name, job_id=job_id, job=job_name, board=name, cut_id=cut_id))
    said = cast(CutRow.spec, String)
    cuts = (
        select(CutRow.name, CutRow.id, board_name, JobRow.id, JobRow.name)
        .join(PieceRow, PieceRow.id == CutRow.piece_id)
        .join(JobRow, JobRow.id == PieceRow.job_id)
        .where(
            *here,
            PieceRow.removed_at.is_(None),
            CutRow.removed_at.is_(None),
            and_(*(or_(_has(CutRow.name, word), _has(board_name, word), _has(said, f'": "{word}')) for word in words)),
        )
        .order_by(*newest, PieceRow.place, CutRow.place)
        .limit(most)
    )
    for name, cut_id, board, job_id, job_name in session.execute(cuts):
        found.append(Named(kind="cut", name=name, job_id=job_id, job=job_name, board=board, cut_id=cut_id))
    kind: ColumnElement[str] = JointRow.spec["kind"].as_string()
    joints = (
        select(JointRow.name, JointRow.id, JobRow.id, JobRow.name)
        .join(JobRow, JobRow.id == JointRow.job_id)
        .where(*here, JointRow.removed_at.is_(None), and_(*(or_(_has(JointRow.name, word), _has(kind, word)) for word in words)))
        .order_by(*newest, JointRow.place)
        .limit(most)
    )
    for name, joint_id, job_id, job_name in session.execute(joints):
        found.append(Named(kind="joint", name=name, job_id=job_id, job=job_name, board="", cut_id=None, joint_id=joint_id))
    return tuple(found)


def _all(words: Sequence[str], name: Any) -> ColumnElement[bool]:
    return and_(*(_has(name, word) for word in words))


def _has(name: Any, word: str) -> ColumnElement[bool]:
    found: ColumnElement[bool] = name.icontains(word, autoescape=True)
    return found
