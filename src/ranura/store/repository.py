"""Reading and writing what a shop keeps. A store opens sessions; the functions take one, with the shop they act for."""

from __future__ import annotations

import operator
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from functools import reduce
from threading import Lock
from typing import Any

from pydantic import TypeAdapter
from sqlalchemy import Connection, create_engine, delete, event, select
from sqlalchemy import exc as errors
from sqlalchemy.orm import Session, sessionmaker

from ranura.core.board.pieces import Piece
from ranura.core.families import FAMILIES
from ranura.core.family import AnyCut, Families
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.text.lengths import Unit
from ranura.store import items
from ranura.store.items import NotFoundError
from ranura.store.models import CutRow, JointRow, PieceRow, ShopRow

_PIECE = TypeAdapter(Piece)
CUTS = "cuts"
"""Under which key a session has the form of the cuts that its application knows."""
JOINING = "joining"
"""Under which key it has what puts the cuts of a job's joints into its pieces, by the ids of shops that are served."""
_RULES, _UNIT = TypeAdapter(HouseRules), TypeAdapter[Unit](Unit)


@dataclass(frozen=True, kw_only=True, slots=True)
class Use:
    """A cut or piece that uses something of the shop."""

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
        self._info: dict[str, Any] = {CUTS: cut_adapter(families)}
        self._sessions = sessionmaker(self._engine, expire_on_commit=False, info=self._info)
        self._writes = 0
        self._told: list[Callable[[int], None]] = []
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
            for tell in self._told:
                tell(self._writes)

    def join_with(self, shop_id: str, joining: Callable[[Session, Any], Any]) -> None:
        """Has `joining` put the cuts of a job's joints into its pieces whenever a job of a shop is read."""
        self._info[JOINING] = {**self._info.get(JOINING, {}), shop_id: joining}
        self._sessions.configure(info=self._info)

    def on_write(self, tell: Callable[[int], None]) -> None:
        """Calls `tell` after every transaction that wrote, in its thread, with the count of them."""
        self._told.append(tell)

    @property
    def writes(self) -> int:
        """Rises after every transaction that wrote: what was read before it may be out of date."""
        return self._writes

    def close(self) -> None:
        """Lets go of all connections."""
        self._engine.dispose()


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
    """The ids of bits and routers that cuts have pinned, of the outlines they name, and of the woods of pieces, each with the
    name of one that uses it."""
    found: dict[str, str] = {}
    for cut in session.scalars(select(CutRow).where(CutRow.shop_id == shop_id)):
        for name in ("bit_id", "router_id", "outline"):
            if cut.spec.get(name):
                found.setdefault(cut.spec[name], cut.name)
    for joint in session.scalars(select(JointRow).where(JointRow.shop_id == shop_id)):
        for pin in _pins(joint):
            found.setdefault(pin, joint.name)
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
    for joint in session.scalars(select(JointRow).where(JointRow.shop_id == shop_id).order_by(JointRow.place)):
        if {bit_id, router_id} & _pins(joint):
            found.append(Use(id=joint.id, name=joint.name))
    if material_id is not None:
        pieces = session.scalars(select(PieceRow).where(PieceRow.shop_id == shop_id).order_by(PieceRow.place))
        found += [Use(id=row.id, name=row.spec["name"]) for row in pieces if row.spec.get("material") == material_id]
    return tuple(found)


def _pins(joint: JointRow) -> set[str]:
    """The bits and routers that are pinned in the cuts of a joint."""
    changes = joint.spec.get("changes") or ()
    return {pin for each in changes for pin in (each.get("bit_id"), each.get("router_id")) if pin}


def cut_adapter(families: Families) -> TypeAdapter[AnyCut]:
    """The JSON form of a cut of any of some families."""
    return TypeAdapter(reduce(operator.or_, [family.cut for family in families.values()]))
