"""Joints as they are kept: read and written. The cuts that they make follow from them and are not kept (R14)."""

from __future__ import annotations

from pydantic import TypeAdapter
from sqlalchemy import select
from sqlalchemy.orm import Session

from ranura.core.joints.asked import Joint, Member
from ranura.store.items import NotFoundError
from ranura.store.kept_jobs import FOLLOWS, KeptJoint, changed, load_piece, mine, next_place
from ranura.store.models import JobRow, JointRow, PieceRow

_JOINT = TypeAdapter(Joint)


class StaleJointError(Exception):
    """A save of an older version than the one that is kept."""

    def __init__(self, newer: KeptJoint) -> None:
        super().__init__("this joint was changed elsewhere in the meantime")
        self.newer = newer


def cut_id(joint_id: str, member: Member, number: int) -> str:
    """The id of a cut that follows from a joint: of which board, and which of its cuts there."""
    return f"{joint_id}{FOLLOWS}{member}{number}"


def of_job(session: Session, job_id: str) -> tuple[KeptJoint, ...]:
    """The joints of a job whose two pieces are there, in order."""
    there = select(PieceRow.id).where(PieceRow.job_id == job_id, PieceRow.removed_at.is_(None))
    query = select(JointRow).where(
        JointRow.job_id == job_id, JointRow.removed_at.is_(None), JointRow.first_id.in_(there), JointRow.second_id.in_(there)
    )
    return tuple(_kept(row) for row in session.scalars(query.order_by(JointRow.place, JointRow.id)))


def load_joint(session: Session, shop_id: str, joint_id: str) -> KeptJoint:
    """A joint as it is kept. Raises NotFoundError."""
    return _kept(mine(session, JointRow, shop_id, joint_id))


def job_of(session: Session, shop_id: str, joint_id: str) -> str:
    """The id of the job that a joint belongs to. Raises NotFoundError."""
    return mine(session, JointRow, shop_id, joint_id, removed=True).job_id


def add_joint(
    session: Session, shop_id: str, job_id: str, *, id: str, name: str, first_id: str, second_id: str, joint: Joint
) -> KeptJoint:
    """Keeps a new joint of two pieces of a job, as version 1. Raises NotFoundError."""
    mine(session, JobRow, shop_id, job_id)
    for piece_id in (first_id, second_id):
        if mine(session, PieceRow, shop_id, piece_id).job_id != job_id:
            raise NotFoundError("piece", piece_id)
    row = JointRow(
        id=id,
        shop_id=shop_id,
        place=next_place(session, JointRow, shop_id),
        job_id=job_id,
        first_id=first_id,
        second_id=second_id,
        name=name,
        spec=_JOINT.dump_python(joint, mode="json"),
        version=1,
    )
    session.add(row)
    session.flush()
    changed(session, row)
    return _kept(row)


def save_joint(session: Session, shop_id: str, joint_id: str, *, name: str, joint: Joint, version: int) -> KeptJoint:
    """Keeps a change to the version that was read. Raises StaleJointError with the newer one, or NotFoundError."""
    row = mine(session, JointRow, shop_id, joint_id, lock=True)
    if row.version != version:
        raise StaleJointError(_kept(row))
    row.name, row.spec, row.version = name, _JOINT.dump_python(joint, mode="json"), version + 1
    session.flush()
    changed(session, row)
    return _kept(row)


def names_of(session: Session, shop_id: str, joint: KeptJoint) -> tuple[str, str]:
    """What the two pieces of a joint are called. Raises NotFoundError."""
    first, second = (load_piece(session, shop_id, each).name for each in (joint.first_id, joint.second_id))
    return first, second


def _kept(row: JointRow) -> KeptJoint:
    joint = _JOINT.validate_python(row.spec)
    return KeptJoint(id=row.id, first_id=row.first_id, second_id=row.second_id, name=row.name, version=row.version, joint=joint)
