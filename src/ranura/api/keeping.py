"""The current shop: kept in memory as one frozen value, replaced on every write; and the dependencies routes ask for."""

from __future__ import annotations

import threading
from collections.abc import Callable, Iterator, Sequence
from dataclasses import replace
from typing import Annotated, Any

from fastapi import Depends, Request
from fastapi.concurrency import run_in_threadpool
from sqlalchemy.orm import Session

from ranura.core.drawer.history import events
from ranura.core.house_rules import HouseRules
from ranura.core.lengths import Unit
from ranura.core.shop import Shop
from ranura.core.text import read_inches_to
from ranura.core.tooling.bits import Bit
from ranura.store import history, repository, things
from ranura.store.repository import Store
from ranura.store.things import Thing, ThingKind


class ShopKeeper:
    """Holds the shop this server works for; reads it once and again after each change."""

    def __init__(self, store: Store, shop_id: str) -> None:
        self._store = store
        self._shop_id = shop_id
        self._shop: Shop | None = None
        self._lock = threading.Lock()

    def current(self) -> Shop:
        """The shop. Raises NotFoundError, or OperationalError while the database is down and it was not read yet."""
        if self._shop is None:
            with self._lock, self._store.session() as session:
                self._shop = repository.load_shop(session, self._shop_id)
        return self._shop

    @property
    def known(self) -> Shop | None:
        """The shop as it is in memory; None before it was read."""
        return self._shop

    def change(self, rules: HouseRules, unit: Unit) -> Shop:
        """Keeps other house rules or another unit."""
        with self._lock, self._store.session() as session:
            repository.save_rules(session, self._shop_id, rules, unit)
            session.flush()
            self._shop = repository.load_shop(session, self._shop_id)
        return self._shop

    def add(self, kind: ThingKind, made: Sequence[Thing]) -> Shop:
        """Keeps new things at the end of their shelf."""
        self.current()
        with self._lock:
            with self._store.session() as session:
                things.add_all(session, self._shop_id, kind, made)
                self._remember(session, made)
            return self._with(kind, lambda kept: (*kept, *made))

    def save(self, kind: ThingKind, thing: Thing) -> Shop:
        """Keeps a change to a thing. Raises NotFoundError."""
        self.current()
        with self._lock:
            with self._store.session() as session:
                things.save(session, self._shop_id, kind, thing)
                self._remember(session, [thing])
            return self._with(kind, lambda kept: tuple(thing if each.id == thing.id else each for each in kept))

    def remove(self, kind: ThingKind, id: str) -> Shop:
        """Takes a thing away. Raises NotFoundError."""
        self.current()
        with self._lock:
            with self._store.session() as session:
                things.remove(session, self._shop_id, kind, id)
            return self._with(kind, lambda kept: tuple(each for each in kept if each.id != id))

    def bring_in(self, kind: ThingKind, added: Sequence[Thing], changed: Sequence[Thing], *, chunk: int) -> Iterator[int]:
        """Keeps many new and changed things in one transaction; yields how many are written, and is kept at the end."""
        self.current()
        with self._lock:
            done = 0
            with self._store.session() as session:
                for start in range(0, len(added), chunk):
                    part = added[start : start + chunk]
                    things.add_all(session, self._shop_id, kind, part)
                    self._remember(session, part)
                    done += len(part)
                    yield done
                for thing in changed:
                    things.save(session, self._shop_id, kind, thing)
                    self._remember(session, [thing])
                    done += 1
                    yield done
            others = {thing.id: thing for thing in changed}
            self._with(kind, lambda kept: (*(others.get(each.id, each) for each in kept), *added))

    def replace(self, shop: Shop) -> Shop:
        """Puts another shop in the place of this one, all at once."""
        with self._lock:
            with self._store.session() as session:
                repository.replace_shop(session, shop)
            self._shop = shop
        return shop

    def _remember(self, session: Session, made: Sequence[Thing]) -> None:
        """Writes down what happens to bits by this change."""
        assert self._shop is not None, "only a shop that was read is changed"
        bits = [thing for thing in made if isinstance(thing, Bit)]
        before = {bit.id: bit for bit in self._shop.bits} if bits else {}
        history.record(session, self._shop_id, [(bit.id, each) for bit in bits for each in events(before.get(bit.id), bit)])

    def _with(self, kind: ThingKind, change: Callable[[tuple[Thing, ...]], tuple[Thing, ...]]) -> Shop:
        """The shop with one shelf changed, once that is kept; the other things stay the same values."""
        assert self._shop is not None, "only a shop that was read is changed"
        changed: dict[str, Any] = {kind: change(things.of_shop(self._shop, kind))}
        self._shop = replace(self._shop, **changed)
        return self._shop


# What is at hand is handed over at once: a dependency that is no coroutine costs a change of thread.
async def _store(request: Request) -> Store:
    store: Store = request.app.state.store
    return store


async def _keeper(request: Request) -> ShopKeeper:
    keeper: ShopKeeper = request.app.state.keeper
    return keeper


async def _shop(keeper: Annotated[ShopKeeper, Depends(_keeper)]) -> Shop:
    known = keeper.known
    shop = known if known is not None else await run_in_threadpool(keeper.current)
    read_inches_to(shop.rules.inch_parts)
    return shop


TheStore = Annotated[Store, Depends(_store)]
TheKeeper = Annotated[ShopKeeper, Depends(_keeper)]
TheShop = Annotated[Shop, Depends(_shop)]
"""The current shop: the one dependency every route that reads or writes for a shop uses."""
