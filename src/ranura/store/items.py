"""What a shop owns, all kept alike: routers, bits, guides, woods, deliveries, profiles, outlines, each as JSON, in its place."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from hashlib import blake2s
from typing import Any, Literal, TypeVar

from pydantic import TypeAdapter
from sqlalchemy import delete, func, select
from sqlalchemy.orm import Session

from ranura.core.board.materials import Delivery, Material
from ranura.core.shop.saved_outlines import SavedOutline
from ranura.core.shop.saved_profiles import SavedProfile
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import Guide
from ranura.core.shop.tooling.routers import Router
from ranura.store.models import BitRow, DeliveryRow, GuideRow, OutlineRow, ProfileRow, RouterRow, WoodRow

ItemKind = Literal["routers", "bits", "guides", "woods", "deliveries", "profiles", "outlines"]
ShopItem = Router | Bit | Guide | Material | Delivery | SavedProfile | SavedOutline
_T = TypeVar("_T", bound=ShopItem)


class NotFoundError(LookupError):
    """An id that this shop does not have."""

    def __init__(self, what: str, id: str) -> None:
        super().__init__(f"there is no {what} {id!r} here")


@dataclass(frozen=True)
class ItemTable:
    """Where things of a kind are kept, and how they are read."""

    noun: str
    row: type[RouterRow | BitRow | GuideRow | WoodRow | DeliveryRow | ProfileRow | OutlineRow]
    adapter: TypeAdapter[Any]


ITEM_TABLES: Mapping[ItemKind, ItemTable] = {
    "routers": ItemTable("router", RouterRow, TypeAdapter(Router)),
    "bits": ItemTable("bit", BitRow, TypeAdapter(Bit)),
    "guides": ItemTable("guide", GuideRow, TypeAdapter(Guide)),
    "woods": ItemTable("wood", WoodRow, TypeAdapter(Material)),
    "deliveries": ItemTable("delivery", DeliveryRow, TypeAdapter(Delivery)),
    "profiles": ItemTable("profile", ProfileRow, TypeAdapter(SavedProfile)),
    "outlines": ItemTable("outline", OutlineRow, TypeAdapter(SavedOutline)),
}
KINDS: tuple[ItemKind, ...] = tuple(ITEM_TABLES)


def all_of(session: Session, shop_id: str, kind: ItemKind) -> tuple[Any, ...]:
    """All things of a kind, in their order."""
    shelf = ITEM_TABLES[kind]
    rows = session.scalars(select(shelf.row).where(shelf.row.shop_id == shop_id).order_by(shelf.row.place, shelf.row.id))
    return tuple(shelf.adapter.validate_python(row.spec) for row in rows)


def add_all(session: Session, shop_id: str, kind: ItemKind, things: Iterable[ShopItem]) -> None:
    """Keeps new things at the end of their shelf."""
    shelf = ITEM_TABLES[kind]
    place = (session.scalar(select(func.max(shelf.row.place)).where(shelf.row.shop_id == shop_id)) or 0) + 1
    session.add_all(
        shelf.row(id=thing.id, shop_id=shop_id, place=place + number, spec=shelf.adapter.dump_python(thing, mode="json"))
        for number, thing in enumerate(things)
    )
    session.flush()


def find(shop: Shop, kind: ItemKind, of: type[_T], id: str) -> _T:
    """A thing of a shop by its id. Raises NotFoundError."""
    for thing in of_shop(shop, kind):
        if thing.id == id and isinstance(thing, of):
            return thing
    raise NotFoundError(ITEM_TABLES[kind].noun, id)


def version_of(thing: ShopItem) -> str:
    """A short text that differs when the thing does: who changes a whole thing says which one was looked at."""
    return blake2s(repr(thing).encode(), digest_size=6).hexdigest()


def save(session: Session, shop_id: str, kind: ItemKind, thing: ShopItem) -> None:
    """Keeps a change to a thing. Raises NotFoundError."""
    shelf = ITEM_TABLES[kind]
    row = session.get(shelf.row, (shop_id, thing.id))
    if row is None:
        raise NotFoundError(shelf.noun, thing.id)
    row.spec = shelf.adapter.dump_python(thing, mode="json")


def take_out(session: Session, shop_id: str, kind: ItemKind, id: str) -> tuple[int, dict[str, Any]]:
    """Takes a thing off its shelf; answers its place there and its form. Raises NotFoundError."""
    shelf = ITEM_TABLES[kind]
    row = session.get(shelf.row, (shop_id, id))
    if row is None:
        raise NotFoundError(shelf.noun, id)
    session.delete(row)
    return row.place, row.spec


def put_in(session: Session, shop_id: str, kind: ItemKind, id: str, *, place: int, spec: dict[str, Any]) -> None:
    """Puts a thing onto its shelf, in a place where that is free, else at the end."""
    row = ITEM_TABLES[kind].row
    taken = select(func.count()).where(row.shop_id == shop_id, row.place == place)
    if session.scalar(taken):
        place = (session.scalar(select(func.max(row.place)).where(row.shop_id == shop_id)) or 0) + 1
    session.add(row(id=id, shop_id=shop_id, place=place, spec=spec))
    session.flush()


def clear(session: Session, shop_id: str, kind: ItemKind) -> None:
    """Empties a shelf."""
    shelf = ITEM_TABLES[kind]
    session.execute(delete(shelf.row).where(shelf.row.shop_id == shop_id))


def of_shop(shop: Shop, kind: ItemKind) -> tuple[ShopItem, ...]:
    """The things of a kind in a shop."""
    things: tuple[ShopItem, ...] = getattr(shop, kind)
    return things
