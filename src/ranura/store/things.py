"""What a shop owns, all kept alike: routers, bits, guides, woods, deliveries, profiles, each as JSON, in its place."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from hashlib import blake2s
from typing import Any, Literal, TypeVar

from pydantic import TypeAdapter
from sqlalchemy import delete, func, select
from sqlalchemy.orm import Session

from ranura.core.board.materials import Delivery, Material
from ranura.core.shop.saved_profiles import SavedProfile
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import Guide
from ranura.core.shop.tooling.routers import Router
from ranura.store.models import BitRow, DeliveryRow, GuideRow, ProfileRow, RouterRow, WoodRow

ThingKind = Literal["routers", "bits", "guides", "woods", "deliveries", "profiles"]
Thing = Router | Bit | Guide | Material | Delivery | SavedProfile
_T = TypeVar("_T", bound=Thing)


class NotFoundError(LookupError):
    """An id that this shop does not have."""

    def __init__(self, what: str, id: str) -> None:
        super().__init__(f"there is no {what} {id!r} here")


@dataclass(frozen=True)
class Shelf:
    """Where things of a kind are kept, and how they are read."""

    noun: str
    row: type[RouterRow | BitRow | GuideRow | WoodRow | DeliveryRow | ProfileRow]
    adapter: TypeAdapter[Any]


SHELVES: Mapping[ThingKind, Shelf] = {
    "routers": Shelf("router", RouterRow, TypeAdapter(Router)),
    "bits": Shelf("bit", BitRow, TypeAdapter(Bit)),
    "guides": Shelf("guide", GuideRow, TypeAdapter(Guide)),
    "woods": Shelf("wood", WoodRow, TypeAdapter(Material)),
    "deliveries": Shelf("delivery", DeliveryRow, TypeAdapter(Delivery)),
    "profiles": Shelf("profile", ProfileRow, TypeAdapter(SavedProfile)),
}
KINDS: tuple[ThingKind, ...] = tuple(SHELVES)


def all_of(session: Session, shop_id: str, kind: ThingKind) -> tuple[Any, ...]:
    """All things of a kind, in their order."""
    shelf = SHELVES[kind]
    rows = session.scalars(select(shelf.row).where(shelf.row.shop_id == shop_id).order_by(shelf.row.place, shelf.row.id))
    return tuple(shelf.adapter.validate_python(row.spec) for row in rows)


def add_all(session: Session, shop_id: str, kind: ThingKind, things: Iterable[Thing]) -> None:
    """Keeps new things at the end of their shelf."""
    shelf = SHELVES[kind]
    place = (session.scalar(select(func.max(shelf.row.place)).where(shelf.row.shop_id == shop_id)) or 0) + 1
    session.add_all(
        shelf.row(id=thing.id, shop_id=shop_id, place=place + number, spec=shelf.adapter.dump_python(thing, mode="json"))
        for number, thing in enumerate(things)
    )
    session.flush()


def find(shop: Shop, kind: ThingKind, of: type[_T], id: str) -> _T:
    """A thing of a shop by its id. Raises NotFoundError."""
    for thing in of_shop(shop, kind):
        if thing.id == id and isinstance(thing, of):
            return thing
    raise NotFoundError(SHELVES[kind].noun, id)


def version_of(thing: Thing) -> str:
    """A short text that differs when the thing does: who changes a whole thing says which one was looked at."""
    return blake2s(repr(thing).encode(), digest_size=6).hexdigest()


def save(session: Session, shop_id: str, kind: ThingKind, thing: Thing) -> None:
    """Keeps a change to a thing. Raises NotFoundError."""
    shelf = SHELVES[kind]
    row = session.get(shelf.row, (shop_id, thing.id))
    if row is None:
        raise NotFoundError(shelf.noun, thing.id)
    row.spec = shelf.adapter.dump_python(thing, mode="json")


def remove(session: Session, shop_id: str, kind: ThingKind, id: str) -> None:
    """Takes a thing away for good. Raises NotFoundError."""
    shelf = SHELVES[kind]
    row = session.get(shelf.row, (shop_id, id))
    if row is None:
        raise NotFoundError(shelf.noun, id)
    session.delete(row)


def clear(session: Session, shop_id: str, kind: ThingKind) -> None:
    """Empties a shelf."""
    shelf = SHELVES[kind]
    session.execute(delete(shelf.row).where(shelf.row.shop_id == shop_id))


def of_shop(shop: Shop, kind: ThingKind) -> tuple[Thing, ...]:
    """The things of a kind in a shop."""
    things: tuple[Thing, ...] = getattr(shop, kind)
    return things
