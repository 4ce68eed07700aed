"""The current shop: kept in memory as one frozen value, replaced on every write; and the dependencies routes ask for."""

from __future__ import annotations

import threading
from typing import Annotated

from fastapi import Depends, Request

from ranura.core.house_rules import HouseRules
from ranura.core.lengths import Unit
from ranura.core.shop import Shop
from ranura.store import repository
from ranura.store.repository import Store


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

    def change(self, rules: HouseRules, unit: Unit) -> Shop:
        """Keeps other house rules or another unit."""
        with self._lock, self._store.session() as session:
            repository.save_rules(session, self._shop_id, rules, unit)
            session.flush()
            self._shop = repository.load_shop(session, self._shop_id)
        return self._shop


def _store(request: Request) -> Store:
    store: Store = request.app.state.store
    return store


def _keeper(request: Request) -> ShopKeeper:
    keeper: ShopKeeper = request.app.state.keeper
    return keeper


def _shop(keeper: Annotated[ShopKeeper, Depends(_keeper)]) -> Shop:
    return keeper.current()


TheStore = Annotated[Store, Depends(_store)]
TheKeeper = Annotated[ShopKeeper, Depends(_keeper)]
TheShop = Annotated[Shop, Depends(_shop)]
"""The current shop: the one dependency every route that reads or writes for a shop uses."""
