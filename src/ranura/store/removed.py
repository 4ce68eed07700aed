"""What was taken away: kept for a while, listed, brought back."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from typing import Any, Final, Literal, cast

from sqlalchemy import delete, select
from sqlalchemy.orm import Session

from ranura.store import items, kept_runs
from ranura.store.items import ITEM_TABLES, ItemKind
from ranura.store.kept_jobs import changed, mine, now
from ranura.store.models import CutRow, JobRow, JointRow, PieceRow, RemovedThingRow, RunPhotoRow, RunRow

PartKind = Literal["jobs", "pieces", "cuts", "joints"]
RemovedKind = Literal[
    "jobs", "pieces", "cuts", "joints", "routers", "bits", "guides", "woods", "deliveries", "profiles", "outlines", "runs",
    "photos",
]  # fmt: skip
KEPT_FOR: Final = timedelta(days=30)

_PARTS: Final[dict[PartKind, type[JobRow | PieceRow | CutRow | JointRow]]] = {
    "jobs": JobRow,
    "pieces": PieceRow,
    "cuts": CutRow,
    "joints": JointRow,
}


@dataclass(frozen=True, kw_only=True, slots=True)
class Removed:
    """Something that was taken away; `of` is what it belonged to, `until` when it goes for good."""

    kind: RemovedKind
    id: str
    name: str
    of: str | None
    removed_at: datetime
    until: datetime


def remove_part(session: Session, shop_id: str, kind: PartKind, id: str) -> None:
    """Takes a job, a piece, a cut or a joint away with all that is in it. Raises NotFoundError."""
    row = mine(session, _PARTS[kind], shop_id, id)
    row.removed_at = now()
    _job_changed(session, row)


def bring_part_back(session: Session, shop_id: str, kind: PartKind, id: str) -> None:
    """Brings a job, a piece, a cut or a joint back to its place, with what it is in where that was taken away too. Raises
    NotFoundError."""
    row = mine(session, _PARTS[kind], shop_id, id, removed=True)
    row.removed_at = None
    if isinstance(row, CutRow):
        bring_part_back(session, shop_id, "pieces", row.piece_id)
    elif isinstance(row, JointRow):
        for piece_id in (row.first_id, row.second_id):
            bring_part_back(session, shop_id, "pieces", piece_id)
    elif isinstance(row, PieceRow):
        bring_part_back(session, shop_id, "jobs", row.job_id)
    _job_changed(session, row)


def _job_changed(session: Session, row: JobRow | PieceRow | CutRow | JointRow) -> None:
    if not isinstance(row, JobRow):
        changed(session, row)


def remove_thing(session: Session, shop_id: str, kind: ItemKind, id: str) -> None:
    """Takes a thing of the shop away. Raises NotFoundError."""
    place, spec = items.take_out(session, shop_id, kind, id)
    session.merge(RemovedThingRow(shop_id=shop_id, kind=kind, id=id, place=place, spec=spec, removed_at=now()))
    session.flush()


def bring_thing_back(session: Session, shop_id: str, kind: ItemKind, id: str) -> None:
    """Brings a thing of the shop back to its place, or to the end where that is taken. Raises NotFoundError."""
    row = session.get(RemovedThingRow, (shop_id, kind, id))
    if row is None:
        raise items.NotFoundError(ITEM_TABLES[kind].noun, id)
    items.put_in(session, shop_id, kind, id, place=row.place, spec=row.spec)
    session.delete(row)


def listed(session: Session, shop_id: str) -> tuple[Removed, ...]:
    """Everything that was taken away and can be brought back, the latest first; not what came away with something else."""
    found: list[Removed] = []
    jobs = {row.id: row for row in session.scalars(select(JobRow).where(JobRow.shop_id == shop_id))}
    pieces = {row.id: row for row in session.scalars(select(PieceRow).where(PieceRow.shop_id == shop_id))}
    found += [_one("jobs", row.id, row.name, None, row.removed_at) for row in jobs.values() if row.removed_at]
    for piece in pieces.values():
        if piece.removed_at and not jobs[piece.job_id].removed_at:
            found.append(_one("pieces", piece.id, piece.spec["name"], jobs[piece.job_id].name, piece.removed_at))
    gone = select(CutRow).where(CutRow.shop_id == shop_id, CutRow.removed_at.is_not(None))
    for cut in session.scalars(gone):
        piece = pieces[cut.piece_id]
        if cut.removed_at and not piece.removed_at and not jobs[piece.job_id].removed_at:
            found.append(_one("cuts", cut.id, cut.name, f"{piece.spec['name']}, {jobs[piece.job_id].name}", cut.removed_at))
    of_joints = select(JointRow).where(JointRow.shop_id == shop_id, JointRow.removed_at.is_not(None))
    for joint in session.scalars(of_joints):
        if joint.removed_at and not jobs[joint.job_id].removed_at:
            found.append(_one("joints", joint.id, joint.name, jobs[joint.job_id].name, joint.removed_at))
    runs = select(RunRow.id, RunRow.of, RunRow.removed_at).where(RunRow.shop_id == shop_id)
    for run_id, of, removed_at in session.execute(runs.where(RunRow.removed_at.is_not(None))):
        if removed_at is not None:
            found.append(_one("runs", run_id, of["cut"], of["job"] or None, removed_at))
    photos = select(RunPhotoRow.id, RunRow.of, RunPhotoRow.removed_at).join(RunRow, RunRow.id == RunPhotoRow.run_id)
    there = (RunPhotoRow.shop_id == shop_id, RunPhotoRow.removed_at.is_not(None), RunRow.removed_at.is_(None))
    for photo_id, of, removed_at in session.execute(photos.where(*there)):
        if removed_at is not None:
            found.append(_one("photos", photo_id, f"Photo of {of['cut']}", None, removed_at))
    for thing in session.scalars(select(RemovedThingRow).where(RemovedThingRow.shop_id == shop_id)):
        kind = cast(ItemKind, thing.kind)
        found.append(_one(kind, thing.id, _name_of(kind, thing.spec), None, thing.removed_at))
    return tuple(sorted(found, key=lambda each: (each.removed_at, each.name), reverse=True))


def _name_of(kind: ItemKind, spec: dict[str, Any]) -> str:
    name: str = ITEM_TABLES[kind].adapter.validate_python(spec).name
    return name


def _one(kind: RemovedKind, id: str, name: str, of: str | None, at: datetime) -> Removed:
    at = at.replace(tzinfo=UTC)
    return Removed(kind=kind, id=id, name=name, of=of, removed_at=at, until=at + KEPT_FOR)


def let_go(session: Session, shop_id: str, *, at: datetime) -> None:
    """Lets go for good of what was taken away more than thirty days before a time (UTC)."""
    before = at - KEPT_FOR
    for row in (CutRow, JointRow, PieceRow, JobRow, RemovedThingRow):
        session.execute(delete(row).where(row.shop_id == shop_id, row.removed_at < before))
    kept_runs.let_go(session, shop_id, before=before)
