"""Photos of runs as they are kept: with their run, taken away and brought back."""

from __future__ import annotations

import base64
from dataclasses import dataclass
from datetime import UTC, datetime

from sqlalchemy import func, select
from sqlalchemy.orm import Session

from ranura.store.items import NotFoundError
from ranura.store.kept_jobs import now
from ranura.store.models import RunPhotoRow


@dataclass(frozen=True, kw_only=True, slots=True)
class Photo:
    """A photo of a run, and when it came into the log (UTC)."""

    id: str
    at: datetime


def of_run(session: Session, shop_id: str, run_id: str) -> tuple[Photo, ...]:
    """The photos of a run, the first taken first."""
    query = select(RunPhotoRow.id, RunPhotoRow.at).where(
        RunPhotoRow.shop_id == shop_id, RunPhotoRow.run_id == run_id, RunPhotoRow.removed_at.is_(None)
    )
    rows = session.execute(query.order_by(RunPhotoRow.at, RunPhotoRow.id))
    return tuple(Photo(id=photo_id, at=at.replace(tzinfo=UTC)) for photo_id, at in rows)


def count(session: Session, shop_id: str, run_id: str) -> int:
    """How many photos a run has."""
    there = (RunPhotoRow.shop_id == shop_id, RunPhotoRow.run_id == run_id, RunPhotoRow.removed_at.is_(None))
    return session.scalar(select(func.count()).where(*there)) or 0


def add(session: Session, shop_id: str, run_id: str, *, id: str, jpeg: bytes) -> Photo:
    """Keeps a photo of a run that is there."""
    row = RunPhotoRow(id=id, shop_id=shop_id, run_id=run_id, at=now(), jpeg=base64.b64encode(jpeg).decode())
    session.add(row)
    session.flush()
    return Photo(id=row.id, at=row.at.replace(tzinfo=UTC))


def jpeg_of(session: Session, shop_id: str, photo_id: str) -> bytes:
    """A photo as it is. Raises NotFoundError."""
    return base64.b64decode(_row(session, shop_id, photo_id).jpeg)


def remove(session: Session, shop_id: str, photo_id: str) -> None:
    """Takes a photo away; it can be brought back. Raises NotFoundError."""
    _row(session, shop_id, photo_id).removed_at = now()


def run_of(session: Session, shop_id: str, photo_id: str) -> str:
    """The id of the run that a photo is of, though it was taken away. Raises NotFoundError."""
    return _row(session, shop_id, photo_id, removed=True).run_id


def bring_back(session: Session, shop_id: str, photo_id: str) -> None:
    """Brings a photo back. Raises NotFoundError."""
    _row(session, shop_id, photo_id, removed=True).removed_at = None


def _row(session: Session, shop_id: str, photo_id: str, *, removed: bool = False) -> RunPhotoRow:
    row = session.get(RunPhotoRow, photo_id)
    if row is None or row.shop_id != shop_id or (row.removed_at is not None and not removed):
        raise NotFoundError("photo", photo_id)
    return row
