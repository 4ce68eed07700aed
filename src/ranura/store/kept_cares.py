"""What was done for bits and routers, as it is kept."""

from __future__ import annotations

from datetime import UTC
from typing import Final, get_args

from sqlalchemy import select
from sqlalchemy.orm import Session

from ranura.core.running.care import Care, CareKind
from ranura.core.shop.tooling.bits import State
from ranura.store.items import NotFoundError
from ranura.store.models import CareRow

_KINDS: Final[dict[str, CareKind]] = {kind: kind for kind in get_args(CareKind)}
_STATES: Final[dict[str, State]] = {state: state for state in get_args(State)}


def of_shop(session: Session, shop_id: str) -> tuple[Care, ...]:
    """All of a shop, in the order of time."""
    query = select(CareRow).where(CareRow.shop_id == shop_id).order_by(CareRow.at, CareRow.id)
    return tuple(_kept(row) for row in session.scalars(query))


def done(session: Session, shop_id: str, care: Care) -> None:
    """Keeps that something was done."""
    at = care.at.astimezone(UTC).replace(tzinfo=None)
    session.add(CareRow(id=care.id, shop_id=shop_id, kind=care.kind, of=care.of, at=at, was=care.was))
    session.flush()


def take_back(session: Session, shop_id: str, care_id: str) -> Care:
    """Lets go of something that was not done after all, and answers it. Raises NotFoundError."""
    row = session.scalars(select(CareRow).where(CareRow.shop_id == shop_id, CareRow.id == care_id).with_for_update()).first()
    if row is None:
        raise NotFoundError("work done", care_id)
    session.delete(row)
    session.flush()
    return _kept(row)


def _kept(row: CareRow) -> Care:
    was = _STATES[row.was] if row.was is not None else None
    return Care(id=row.id, kind=_KINDS[row.kind], of=row.of, at=row.at.replace(tzinfo=UTC), was=was)
