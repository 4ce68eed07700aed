"""The current shop: kept in memory as one frozen value, replaced on every write; and the dependencies routes ask for."""

from __future__ import annotations

import threading
from collections.abc import Callable, Iterator, Sequence
from dataclasses import replace
from typing import Annotated, Any, TypeVar

from fastapi import Depends, Request
from fastapi.concurrency import run_in_threadpool
from sqlalchemy.orm import Session

from ranura.core.plan import Planning
from ranura.core.shop.drawer.history import events
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.saved_outlines import SavedOutline
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.routers import Router
from ranura.core.text.lengths import Unit
from ranura.core.text.writing import read_inches_to
from ranura.store import backup, history, items, removed, repository
from ranura.store.backup import Backup
from ranura.store.items import ItemKind, ShopItem
from ranura.store.repository import Store

_T = TypeVar("_T", Bit, Router, SavedOutline, ShopItem)


class ChangedElsewhereError(Exception):
    """A tool that is no longer what the change was thought out for; `version` is that of today, None of one that is gone."""

    def __init__(self, name: str, version: str | None) -> None:
        super().__init__(f"{name} was changed elsewhere in the meantime. Look at it again; what you typed is still here")
        self.version = version


class SavedShop:
    """Holds the shop this server works for; reads it once and again after each change."""

    def __init__(self, store: Store, shop_id: str) -> None:
        self._store = store
        self._shop_id = shop_id
        self._shop: Shop | None = None
        self._read: tuple[Shop, Shop] | None = None
        self._lock = threading.Lock()

    def current(self) -> Shop:
        """The shop. Raises NotFoundError, or OperationalError while the database is down and it was not read yet."""
        known = self._shop
        if known is not None:
            return known
        with self._lock:
            if self._shop is None:
                with self._store.session() as session:
                    self._shop = repository.load_shop(session, self._shop_id)
            return self._shop

    def read_in(self, unit: Unit | None) -> Shop:
        """The shop for who reads and types in that unit, None is its own: one value for as long as nothing changes."""
        kept, read = self.current(), self._read
        if unit is None or unit == kept.unit:
            return kept
        if read is None or read[0] is not kept:
            read = self._read = (kept, replace(kept, unit=unit))
        return read[1]

    @property
    def known(self) -> Shop | None:
        """The shop as it is in memory; None before it was read."""
        return self._shop

    def change(self, *, rules: HouseRules | None = None, unit: Unit | None = None) -> Shop:
        """Keeps other house rules or another unit; None leaves either as it is now."""
        self.current()
        with self._lock:
            assert self._shop is not None, "only a shop that was read is changed"
            changed = replace(self._shop, rules=rules or self._shop.rules, unit=unit or self._shop.unit)
            with self._store.session() as session:
                repository.save_rules(session, self._shop_id, changed.rules, changed.unit)
            self._shop = changed
        read_inches_to(changed.rules.inch_parts)
        return changed

    def add(self, kind: ItemKind, made: Sequence[ShopItem]) -> Shop:
        """Keeps new things at the end of their shelf."""
        self.current()
        with self._lock:
            with self._store.session() as session:
                items.add_all(session, self._shop_id, kind, made)
                self._remember(session, made)
            return self._with(kind, lambda kept: (*kept, *made))

    def edit(self, kind: ItemKind, of: type[_T], id: str, change: Callable[[_T], _T], *, version: str | None = None) -> _T:
        """Keeps what `change` makes of a thing as it is now, and answers it; nobody else writes in between.

        `version` is the one that the change was thought out for, where it replaces the whole thing. Raises NotFoundError, or
        ChangedElsewhereError when the thing is another by now."""
        self.current()
        with self._lock:
            assert self._shop is not None, "only a shop that was read is changed"
            before = items.find(self._shop, kind, of, id)
            if version is not None and version != items.version_of(before):
                raise ChangedElsewhereError(before.name, items.version_of(before))
            changed = change(before)
            with self._store.session() as session:
                items.save(session, self._shop_id, kind, changed)
                self._remember(session, [changed])
            self._with(kind, lambda kept: tuple(changed if each.id == id else each for each in kept))
            return changed

    def remove(self, kind: ItemKind, id: str) -> Shop:
        """Takes a thing away; it can be brought back for a while. Raises NotFoundError."""
        self.current()
        with self._lock:
            with self._store.session() as session:
                removed.remove_thing(session, self._shop_id, kind, id)
            return self._with(kind, lambda kept: tuple(each for each in kept if each.id != id))

    def bring_back(self, kind: ItemKind, id: str) -> Shop:
        """Brings a thing that was taken away back. Raises NotFoundError."""
        self.current()
        with self._lock:
            with self._store.session() as session:
                removed.bring_thing_back(session, self._shop_id, kind, id)
                kept = items.all_of(session, self._shop_id, kind)
            return self._with(kind, lambda _: kept)

    def bring_in(
        self, kind: ItemKind, added: Sequence[ShopItem], changed: Sequence[tuple[ShopItem, ShopItem]], *, chunk: int
    ) -> Iterator[int]:
        """Keeps many new things, and changed ones (as each was, as it is to be) in one transaction; yields how many are written.

        Raises ChangedElsewhereError, with nothing kept, when one is no longer what it was."""
        self.current()
        with self._lock:
            assert self._shop is not None, "only a shop that was read is changed"
            for was, _ in changed:
                if was not in items.of_shop(self._shop, kind):
                    raise ChangedElsewhereError(was.name, None)
            done = 0
            with self._store.session() as session:
                for start in range(0, len(added), chunk):
                    part = added[start : start + chunk]
                    items.add_all(session, self._shop_id, kind, part)
                    self._remember(session, part)
                    done += len(part)
                    yield done
                for _, thing in changed:
                    items.save(session, self._shop_id, kind, thing)
                    self._remember(session, [thing])
                    done += 1
                    yield done
            others = {thing.id: thing for _, thing in changed}
            self._with(kind, lambda kept: (*(others.get(each.id, each) for each in kept), *added))

    def replace(self, shop: Shop, *, also: Callable[[Session], None] = lambda _: None) -> Shop:
        """Puts another shop in the place of this one, all at once, and with it what `also` writes."""
        with self._lock:
            with self._store.session() as session:
                repository.replace_shop(session, shop)
                also(session)
            self._shop = shop
        return shop

    def put_back(self, made: Backup, before: Callable[[str], object]) -> None:
        """Puts a backup in the place of everything; `before` is given what was there, as text, and nothing changes if it fails.
        Raises BackupError."""
        with self._lock:
            with self._store.session() as session:
                before(backup.written(session, self._shop_id))
                backup.put_back(session, self._shop_id, made)
            self._shop = None

    def _remember(self, session: Session, made: Sequence[ShopItem]) -> None:
        """Writes down what happens to bits by this change."""
        assert self._shop is not None, "only a shop that was read is changed"
        bits = [thing for thing in made if isinstance(thing, Bit)]
        before = {bit.id: bit for bit in self._shop.bits} if bits else {}
        history.record(session, self._shop_id, [(bit.id, each) for bit in bits for each in events(before.get(bit.id), bit)])

    def _with(self, kind: ItemKind, change: Callable[[tuple[ShopItem, ...]], tuple[ShopItem, ...]]) -> Shop:
        """The shop with one shelf changed, once that is kept; the other things stay the same values."""
        assert self._shop is not None, "only a shop that was read is changed"
        changed: dict[str, Any] = {kind: change(items.of_shop(self._shop, kind))}
        self._shop = replace(self._shop, **changed)
        return self._shop


# What is at hand is handed over at once: a dependency that is no coroutine costs a change of thread.
async def _store(request: Request) -> Store:
    store: Store = request.app.state.store
    return store


async def _saved_shop(request: Request) -> SavedShop:
    """Every route that answers in words comes through here, so that all write inches as finely as the house wants."""
    saved_shop: SavedShop = request.app.state.saved_shop
    known = saved_shop.known
    shop = known if known is not None else await run_in_threadpool(saved_shop.current)
    read_inches_to(shop.rules.inch_parts)
    return saved_shop


_UNITS: tuple[Unit, ...] = ("mm", "in")


async def _shop(request: Request, saved_shop: Annotated[SavedShop, Depends(_saved_shop)]) -> Shop:
    return saved_shop.read_in(unit_of(request))


def unit_of(request: Request) -> Unit | None:
    """The unit that the reader has chosen, as the page says it with every request; None where it says none."""
    said = request.headers.get("ranura-unit")
    return next((unit for unit in _UNITS if unit == said), None)


async def _planning(request: Request) -> Planning:
    planning: Planning = request.app.state.planning
    return planning


ThePlanning = Annotated[Planning, Depends(_planning)]
"""Planning with the families of cuts that this application knows."""
TheStore = Annotated[Store, Depends(_store)]
TheSavedShop = Annotated[SavedShop, Depends(_saved_shop)]
TheShop = Annotated[Shop, Depends(_shop)]
"""The current shop, in the unit of whoever asks: the one dependency every route that reads or writes for a shop uses."""
