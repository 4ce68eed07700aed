"""The history of bits: what happened to each, and when."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import UTC, datetime

from pydantic import TypeAdapter
from sqlalchemy import select
from sqlalchemy.orm import Session

from ranura.core.shop.drawer.history import Event
from ranura.store.models import BitEventRow

_EVENT = TypeAdapter(Event)
_SHOWN = 50


@dataclass(frozen=True, kw_only=True, slots=True)
class PastEvent:
    """An event and its day."""

    at: datetime
    event: Event


def record(session: Session, shop_id: str, found: Iterable[tuple[str, Event]]) -> None:
    """Keeps what happened just now: each a bit's id and an event."""
    now = datetime.now(UTC).replace(tzinfo=None, microsecond=0)
    session.add_all(
        BitEventRow(shop_id=shop_id, bit_id=bit_id, at=now, spec=_EVENT.dump_python(event, mode="json"))
        for bit_id, event in found
    )


def against_bit(session: Session, shop_id: str, bit_id: str) -> tuple[PastEvent, ...]:
    """What happened to a bit, latest first."""
    mine = select(BitEventRow).where(BitEventRow.shop_id == shop_id, BitEventRow.bit_id == bit_id)
    rows = session.scalars(mine.order_by(BitEventRow.id.desc()).limit(_SHOWN))
    return tuple(PastEvent(at=row.at.replace(tzinfo=UTC), event=_EVENT.validate_python(row.spec)) for row in rows)
