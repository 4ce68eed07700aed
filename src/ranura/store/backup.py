"""A shop with all it holds in one text, row by row: tools, jobs, what was removed, history. Put back all at once, or not at all.

The text is JSON: `ranura_backup` (the form, 1), `made` (UTC), `by` (the Ranura that wrote it), `tables` (their rows in
order, without the shop they belong to), `sha256` of those tables.
"""

from __future__ import annotations

import json
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from datetime import UTC, datetime
from hashlib import sha256
from typing import Any, Final, TypeGuard

from pydantic import TypeAdapter, ValidationError
from sqlalchemy import Column, DateTime, Table, delete, insert, select
from sqlalchemy import exc as errors
from sqlalchemy.orm import Session

from ranura import VERSION
from ranura.core.board.pieces import Piece
from ranura.core.joints.asked import Joint
from ranura.core.shop.drawer.history import Event
from ranura.core.text.errors import CraftError
from ranura.store import kept_cares, kept_runs, repository
from ranura.store.models import Base

FORM: Final = 1
TABLES: Final[tuple[str, ...]] = (
    "shops", "routers", "bits", "guides", "woods", "deliveries", "profiles", "outlines", "bit_events", "jobs", "pieces", "cuts",
    "joints", "removed_things", "run_plans", "runs", "run_photos", "cares",
)  # fmt: skip
"""What is copied, each after what it refers to."""
_LATER: Final = frozenset({"removed_things", "outlines", "joints", "run_plans", "runs", "run_photos", "cares"})
"""Tables that a backup of before does not have."""
_ORDER: Final[Mapping[str, tuple[str, ...]]] = {
    "shops": ("id",),
    "bit_events": ("id",),
    "removed_things": ("kind", "id"),
    "run_plans": ("id",),
    "runs": ("begun_at", "id"),
    "run_photos": ("at", "id"),
    "cares": ("at", "id"),
}
_USUAL_ORDER = ("place", "id")
_NOT_COPIED: Final[Mapping[str, frozenset[str]]] = {"shops": frozenset({"id"}), "bit_events": frozenset({"id", "shop_id"})}
_LARGEST = 200_000_000
"""Characters: more than any shop takes."""

Rows = Mapping[str, Sequence[Mapping[str, Any]]]


class BackupError(Exception):
    """A text that is no backup, or none that can be put back; the message says why, and that nothing was changed."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Backup:
    """A backup that was read and is whole."""

    made: str
    by: str
    name: str
    """Of the shop."""
    rows: Rows

    @property
    def counts(self) -> dict[str, int]:
        """How many rows of each table."""
        return {name: len(self.rows[name]) for name in TABLES if name != "shops"}

    @property
    def empty(self) -> bool:
        """Whether there is nothing in it that somebody typed."""
        return not any(self.counts.values())


def rows_of(session: Session, shop_id: str) -> Rows:
    """Everything of a shop, table by table. Raises NotFoundError for a shop that is not there."""
    repository.load_shop(session, shop_id)
    found: dict[str, list[dict[str, Any]]] = {}
    for name in TABLES:
        table, left_out = Base.metadata.tables[name], _left_out(name)
        mine = table.c.id == shop_id if name == "shops" else table.c.shop_id == shop_id
        query = select(table).where(mine).order_by(*(table.c[each] for each in _ORDER.get(name, _USUAL_ORDER)))
        found[name] = [
            {key: _out(value) for key, value in row.items() if key not in left_out} for row in session.execute(query).mappings()
        ]
    return found


def written(session: Session, shop_id: str) -> str:
    """The backup of a shop as text."""
    rows = rows_of(session, shop_id)
    made = datetime.now(UTC).replace(microsecond=0).isoformat()
    whole = {"ranura_backup": FORM, "made": made, "by": VERSION, "tables": rows, "sha256": _sum(rows)}
    return json.dumps(whole, ensure_ascii=False, indent=1) + "\n"


def read(text: str) -> Backup:
    """A backup from its text, checked to be whole. Raises BackupError."""
    if len(text) > _LARGEST:
        raise BackupError("This file is too large to be a backup of Ranura. Nothing was changed.")
    try:
        whole = json.loads(text)
    except (ValueError, RecursionError) as problem:
        raise BackupError("This file is no backup of Ranura, or a part of it is missing. Nothing was changed.") from problem
    if not isinstance(whole, dict) or "ranura_backup" not in whole:
        raise BackupError("This file is no backup of Ranura. Nothing was changed.")
    if whole["ranura_backup"] != FORM:
        raise BackupError("This backup was made by a newer Ranura. Put that one in, then put the backup back.")
    rows = whole.get("tables")
    if not _are_tables(rows) or whole.get("sha256") != _sum(rows):
        raise BackupError("This backup was changed or damaged after it was made. Nothing was changed.")
    made = str(whole.get("made"))
    return Backup(made=made, by=str(whole.get("by")), name=str(rows["shops"][0].get("name")), rows=_of_today(rows, made))


def put_back(session: Session, shop_id: str, backup: Backup) -> None:
    """Puts a backup in the place of all that a shop holds, in the session's transaction. Raises BackupError: then the transaction
    is to be rolled back, and nothing is changed."""
    try:
        session.execute(delete(Base.metadata.tables["shops"]).where(Base.metadata.tables["shops"].c.id == shop_id))
        for name in TABLES:
            table = Base.metadata.tables[name]
            owner = {"id": shop_id} if name == "shops" else {"shop_id": shop_id}
            made = [_in(table, row) | owner for row in backup.rows[name]]
            if made:
                session.execute(insert(table), made)
        _read_all(session, shop_id)
    except (errors.DataError, errors.IntegrityError, errors.StatementError, ValidationError, CraftError, ValueError) as problem:
        if isinstance(problem, repository.DOWN_ERRORS):
            raise
        raise BackupError(f"This backup cannot be put back: {_reason(problem)}. Nothing was changed.") from problem


def _read_all(session: Session, shop_id: str) -> None:
    """Reads every row as the application would."""
    repository.load_shop(session, shop_id)
    readers: Mapping[str, Callable[[Any], Any]] = {
        "bit_events": TypeAdapter[Event](Event).validate_python,
        "pieces": TypeAdapter(Piece).validate_python,
        "cuts": session.info[repository.CUTS].validate_python,
        "joints": TypeAdapter(Joint).validate_python,
    }
    kept_runs.of_shop(session, shop_id)
    kept_cares.of_shop(session, shop_id)
    for name, reader in readers.items():
        table = Base.metadata.tables[name]
        for spec in session.execute(select(table.c.spec).where(table.c.shop_id == shop_id)).scalars():
            reader(spec)


def _left_out(name: str) -> frozenset[str]:
    return _NOT_COPIED.get(name, frozenset({"shop_id"}))


def _out(value: Any) -> Any:
    return value.isoformat() if isinstance(value, datetime) else value


def _in(table: Table, row: Mapping[str, Any]) -> dict[str, Any]:
    """A row for the database of today: columns that came later take what they begin with."""
    unknown = row.keys() - table.c.keys()
    if unknown:
        raise ValueError(f"{table.name} has no {', '.join(sorted(unknown))}: it was made by a newer Ranura")
    missing = {each.name for each in table.c if _must_be_given(each)} - row.keys() - _left_out(table.name)
    if missing:
        raise ValueError(f"a row of {table.name} lacks {', '.join(sorted(missing))}")
    return {
        key: datetime.fromisoformat(value) if isinstance(table.c[key].type, DateTime) and value is not None else value
        for key, value in row.items()
    }


def _must_be_given(column: Column[Any]) -> bool:
    return not (column.nullable or column.default is not None or column.server_default is not None)


def _sum(rows: Any) -> str:
    return sha256(json.dumps(rows, ensure_ascii=True, sort_keys=True, separators=(",", ":")).encode()).hexdigest()


def _are_tables(rows: Any) -> TypeGuard[Rows]:
    if not isinstance(rows, dict) or not all(isinstance(rows.get(name, [] if name in _LATER else None), list) for name in TABLES):
        return False
    return all(isinstance(row, dict) for name in TABLES for row in rows.get(name, ())) and len(rows["shops"]) == 1


def _of_today(rows: Rows, made: str) -> Rows:
    """The rows of a backup of before as they are kept today: what was only said to be removed was so when it was made."""
    found = {name: [dict(row) for row in rows.get(name, ())] for name in TABLES}
    for name in ("pieces", "cuts"):
        for row in found[name]:
            if "removed" in row:
                row["removed_at"] = made[:19] if row.pop("removed") else None
    return found


def _reason(problem: Exception) -> str:
    """What is wrong, without the statement that found it."""
    if isinstance(problem, errors.DBAPIError):
        return "two things of it have one name or place, or a thing that another needs is missing"
    return str(problem).splitlines()[0].rstrip(".")
