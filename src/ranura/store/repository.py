"""Reading and writing what a shop keeps. A store opens sessions; the functions take one, with the shop they act for."""

from __future__ import annotations

import operator
from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from functools import reduce
from threading import Lock
from typing import Any, TypeVar

from pydantic import TypeAdapter
from sqlalchemy import Connection, create_engine, delete, event, func, select
from sqlalchemy import exc as errors
from sqlalchemy.orm import Session, object_session, sessionmaker

from ranura.core.board.pieces import Piece
from ranura.core.families import FAMILIES
from ranura.core.family import AnyCut, Families
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.text.lengths import Unit
from ranura.store import items
from ranura.store.items import NotFoundError
from ranura.store.models import CutRow, JobRow, PieceRow, ShopRow

_PIECE = TypeAdapter(Piece)
CUTS = "cuts"
"""Under which key a session has the form of the cuts that its application knows."""
_RULES, _UNIT = TypeAdapter(HouseRules), TypeAdapter[Unit](Unit)


class StaleError(Exception):
    """A save of an older version than the one that is kept; `newer` is the latter, in the piece that it is cut in."""

    def __init__(self, newer: KeptCut, piece: Piece) -> None:
        super().__init__("this cut was changed elsewhere in the meantime")
        self.newer = newer
        self.piece = piece


@dataclass(frozen=True, kw_only=True, slots=True)
class KeptCut:
    """A cut as it is kept."""

    id: str
    piece_id: str
    name: str
    version: int
    cut: AnyCut


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
    pieces: tuple[KeptPiece, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class Use:
    """A cut or piece that uses something of the shop."""

    id: str
    name: str


@dataclass(frozen=True, kw_only=True, slots=True)
class JobName:
    """A job in a list."""

    id: str
    name: str


_WROTE = "wrote"


def _note_writing(connection: Connection, _cursor: object, statement: str, *_: object) -> None:
    if not statement.lstrip().upper().startswith("SELECT"):
        connection.info[_WROTE] = True


DOWN_ERRORS = (errors.OperationalError, errors.InterfaceError, errors.InternalError, errors.TimeoutError)
"""What SQLAlchemy raises while the database is down, starting, or has no connection left to give: another try may succeed."""
_THREADS = 40
"""As many connections as there are threads that answer requests, so that none waits for another's."""
_POOL_SECONDS = 10


class Store:
    """The database of one installation. Raises SQLAlchemy's OperationalError while it is down; the next call tries anew."""

    def __init__(self, url: str, families: Families = FAMILIES) -> None:
        self._engine = create_engine(
            url,
            pool_pre_ping=True,
            pool_recycle=1800,
            pool_size=4,
            max_overflow=_THREADS - 4,
            pool_timeout=_POOL_SECONDS,
            connect_args={"connect_timeout": 3},
        )
        self._sessions = sessionmaker(self._engine, expire_on_commit=False, info={CUTS: cut_adapter(families)})
        self._writes = 0
        self._counting = Lock()
        event.listen(self._engine, "before_cursor_execute", _note_writing)

    @contextmanager
    def session(self) -> Iterator[Session]:
        """One transaction: committed at the end, rolled back on an error."""
        with self._sessions.begin() as session:
            yield session
            session.flush()
            wrote = session.connection().info.pop(_WROTE, False)
        if wrote:
            with self._counting:
                self._writes += 1

    @property
    def writes(self) -> int:
        """Rises after every transaction that wrote: what was read before it may be out of date."""
        return self._writes

    def close(self) -> None:
        """Lets go of all connections."""
        self._engine.dispose()


_Row = TypeVar("_Row", JobRow, PieceRow, CutRow)


def _mine(session: Session, row_type: type[_Row], shop_id: str, id: str, *, lock: bool = False, removed: bool = False) -> _Row:
    query = select(row_type).where(row_type.id == id, row_type.shop_id == shop_id)
    row = session.scalar(query.with_for_update() if lock else query)
    if row is None or (isinstance(row, PieceRow | CutRow) and row.removed and not removed):
        raise NotFoundError(row_type.__tablename__.removesuffix("s"), id)
    return row


def has_shop(session: Session, shop_id: str) -> bool:
    """Whether a shop of this id is kept."""
    return session.get(ShopRow, shop_id) is not None


def remove_shop(session: Session, shop_id: str) -> None:
    """Takes a shop away with all it holds."""
    session.execute(delete(ShopRow).where(ShopRow.id == shop_id))


def add_shop(session: Session, shop: Shop) -> None:
    """Keeps a new shop with its tools."""
    rules: dict[str, Any] = _RULES.dump_python(shop.rules, mode="json")
    session.add(ShopRow(id=shop.id, name=shop.name, unit=shop.unit, rules=rules, currency=shop.currency))
    session.flush()
    for kind in items.KINDS:
        items.add_all(session, shop.id, kind, items.of_shop(shop, kind))


def load_shop(session: Session, shop_id: str) -> Shop:
    """The shop as one frozen value. Raises NotFoundError."""
    row = session.get(ShopRow, shop_id)
    if row is None:
        raise NotFoundError("shop", shop_id)
    return Shop(
        id=row.id,
        name=row.name,
        unit=_UNIT.validate_python(row.unit),
        rules=_RULES.validate_python(row.rules),
        currency=row.currency,
        **{kind: items.all_of(session, shop_id, kind) for kind in items.KINDS},
    )


def save_rules(session: Session, shop_id: str, rules: HouseRules, unit: Unit) -> None:
    """Keeps the house rules and the unit of a shop. Raises NotFoundError."""
    row = session.get(ShopRow, shop_id)
    if row is None:
        raise NotFoundError("shop", shop_id)
    row.rules = _RULES.dump_python(rules, mode="json")
    row.unit = unit


def replace_shop(session: Session, shop: Shop) -> None:
    """Puts a shop's name, unit, rules and things in the place of what is kept under its id. Raises NotFoundError."""
    save_rules(session, shop.id, shop.rules, shop.unit)
    row = session.get(ShopRow, shop.id)
    if row is not None:
        row.name, row.currency = shop.name, shop.currency
    for kind in items.KINDS:
        items.clear(session, shop.id, kind)
        items.add_all(session, shop.id, kind, items.of_shop(shop, kind))


def needed(session: Session, shop_id: str) -> dict[str, str]:
    """The ids of bits and routers that cuts have pinned and of the woods of pieces, each with the name of one that uses it."""
    found: dict[str, str] = {}
    for cut in session.scalars(select(CutRow).where(CutRow.shop_id == shop_id)):
        for name in ("bit_id", "router_id"):
            if cut.spec.get(name):
                found.setdefault(cut.spec[name], cut.name)
    for piece in session.scalars(select(PieceRow).where(PieceRow.shop_id == shop_id)):
        found.setdefault(piece.spec["material"], piece.spec["name"])
    return found


def uses(
    session: Session, shop_id: str, *, bit_id: str | None = None, router_id: str | None = None, material_id: str | None = None
) -> tuple[Use, ...]:
    """The cuts that have a bit or a router pinned, and the pieces of a material, removed ones too: they can be brought back."""
    found: list[Use] = []
    for row in session.scalars(select(CutRow).where(CutRow.shop_id == shop_id).order_by(CutRow.place)):
        pinned = (row.spec.get("bit_id"), row.spec.get("router_id"))
        if (bit_id is not None and pinned[0] == bit_id) or (router_id is not None and pinned[1] == router_id):
            found.append(Use(id=row.id, name=row.name))
    if material_id is not None:
        pieces = session.scalars(select(PieceRow).where(PieceRow.shop_id == shop_id).order_by(PieceRow.place))
        found += [Use(id=row.id, name=row.spec["name"]) for row in pieces if row.spec.get("material") == material_id]
    return tuple(found)


def list_jobs(session: Session, shop_id: str) -> tuple[JobName, ...]:
    """The jobs of a shop, in order."""
    rows = session.scalars(select(JobRow).where(JobRow.shop_id == shop_id).order_by(JobRow.place, JobRow.id))
    return tuple(JobName(id=row.id, name=row.name) for row in rows)


def load_job(session: Session, shop_id: str, job_id: str) -> KeptJob:
    """A job with its pieces and cuts. Raises NotFoundError."""
    job = _mine(session, JobRow, shop_id, job_id)
    of_job = select(PieceRow).where(PieceRow.job_id == job_id, PieceRow.removed.is_(False))
    pieces = list(session.scalars(of_job.order_by(PieceRow.place, PieceRow.id)))
    of_pieces = select(CutRow).where(CutRow.piece_id.in_([p.id for p in pieces]), CutRow.removed.is_(False))
    cuts = list(session.scalars(of_pieces.order_by(CutRow.place, CutRow.id))) if pieces else []
    return KeptJob(
        id=job.id,
        name=job.name,
        pieces=tuple(
            KeptPiece(
                id=row.id,
                piece=_PIECE.validate_python(row.spec),
                cuts=tuple(_kept(cut) for cut in cuts if cut.piece_id == row.id),
            )
            for row in pieces
        ),
    )


def job_of_cut(session: Session, shop_id: str, cut_id: str) -> KeptJob:
    """The job that a cut belongs to. Raises NotFoundError."""
    cut = _mine(session, CutRow, shop_id, cut_id, removed=True)
    piece = _mine(session, PieceRow, shop_id, cut.piece_id, removed=True)
    return load_job(session, shop_id, piece.job_id)


def cut_adapter(families: Families) -> TypeAdapter[AnyCut]:
    """The JSON form of a cut of any of some families."""
    return TypeAdapter(reduce(operator.or_, [family.cut for family in families.values()]))


def _kept(row: CutRow) -> KeptCut:
    session = object_session(row)
    assert session is not None, "a row is read in a session"
    cut = session.info[CUTS].validate_python(row.spec)
    return KeptCut(id=row.id, piece_id=row.piece_id, name=row.name, version=row.version, cut=cut)


def _next_place(session: Session, row_type: type[_Row], shop_id: str) -> int:
    highest = session.scalar(select(func.max(row_type.place)).where(row_type.shop_id == shop_id))
    return 0 if highest is None else highest + 1


def add_job(session: Session, shop_id: str, *, id: str, name: str) -> None:
    """Keeps a new job at the end."""
    session.add(JobRow(id=id, shop_id=shop_id, place=_next_place(session, JobRow, shop_id), name=name))
    session.flush()


def add_piece(session: Session, shop_id: str, job_id: str, *, id: str, piece: Piece) -> None:
    """Keeps a new piece at the end of a job. Raises NotFoundError."""
    _mine(session, JobRow, shop_id, job_id)
    place = _next_place(session, PieceRow, shop_id)
    spec = _PIECE.dump_python(piece, mode="json")
    session.add(PieceRow(id=id, shop_id=shop_id, place=place, job_id=job_id, spec=spec))
    session.flush()


def load_piece(session: Session, shop_id: str, piece_id: str) -> Piece:
    """A piece alone. Raises NotFoundError."""
    return _PIECE.validate_python(_mine(session, PieceRow, shop_id, piece_id).spec)


def save_piece(session: Session, shop_id: str, piece_id: str, piece: Piece) -> str:
    """Keeps a change to a piece; the last one wins. Returns the job's id. Raises NotFoundError."""
    row = _mine(session, PieceRow, shop_id, piece_id)
    row.spec = _PIECE.dump_python(piece, mode="json")
    return row.job_id


def set_piece_removed(session: Session, shop_id: str, piece_id: str, removed: bool) -> None:
    """Takes a piece out of its job with its cuts, or brings it back. Raises NotFoundError."""
    _mine(session, PieceRow, shop_id, piece_id, removed=True).removed = removed


def add_cut(session: Session, shop_id: str, piece_id: str, *, id: str, name: str, cut: AnyCut) -> KeptCut:
    """Keeps a new cut at the end of a piece, as version 1. Raises NotFoundError."""
    _mine(session, PieceRow, shop_id, piece_id)
    place = _next_place(session, CutRow, shop_id)
    spec = session.info[CUTS].dump_python(cut, mode="json")
    row = CutRow(id=id, shop_id=shop_id, place=place, piece_id=piece_id, name=name, spec=spec, version=1)
    session.add(row)
    session.flush()
    return _kept(row)


def load_cut(session: Session, shop_id: str, cut_id: str) -> KeptCut:
    """A cut as it is kept. Raises NotFoundError."""
    return _kept(_mine(session, CutRow, shop_id, cut_id))


def save_cut(session: Session, shop_id: str, cut_id: str, *, name: str, cut: AnyCut, version: int) -> KeptCut:
    """Keeps a change to the version that was read. Raises StaleError with the newer one, or NotFoundError."""
    row = _mine(session, CutRow, shop_id, cut_id, lock=True)
    if row.version != version:
        raise StaleError(_kept(row), load_piece(session, shop_id, row.piece_id))
    row.name, row.spec, row.version = name, session.info[CUTS].dump_python(cut, mode="json"), version + 1
    session.flush()
    return _kept(row)


def move_cut(session: Session, shop_id: str, cut_id: str, *, later: bool) -> bool:
    """Moves a cut one place earlier or later among those of its piece; False where it is the first or last already."""
    row = _mine(session, CutRow, shop_id, cut_id)
    of_piece = select(CutRow).where(CutRow.piece_id == row.piece_id, CutRow.removed.is_(False))
    cuts = list(session.scalars(of_piece.order_by(CutRow.place, CutRow.id).with_for_update()))
    at = cuts.index(row)
    to = at + (1 if later else -1)
    if not 0 <= to < len(cuts):
        return False
    other, free = cuts[to], -1  # no two cuts have one place, not even for a moment
    here, there = row.place, other.place
    for cut, place in ((row, free), (other, here), (row, there)):
        cut.place = place
        session.flush()
    return True


def set_cut_removed(session: Session, shop_id: str, cut_id: str, removed: bool) -> None:
    """Takes a cut out of its piece, or brings it back. Raises NotFoundError."""
    _mine(session, CutRow, shop_id, cut_id, removed=True).removed = removed
