"""One private MariaDB and one server for the whole run; the demo shop is laid anew for every test that asks for it."""

from __future__ import annotations

import asyncio
import os
import threading
import time
from collections.abc import Callable, Coroutine, Iterator
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from typing import Any

import pytest
import uvicorn
from fastapi.testclient import TestClient
from hypothesis import settings
from sqlalchemy import delete, insert, select, text

from ranura.api.application import Settings, create_app
from ranura.api.importing import Imports
from ranura.api.joined import JoinedCuts
from ranura.api.saved_shop import SavedShop
from ranura.core.families import FAMILIES
from ranura.core.family import Families
from ranura.demo.shop import DEMO_SHOP
from ranura.host import places
from ranura.host.database import PrivateDatabase
from ranura.host.patience import PatientProtocol
from ranura.host.ports import listen
from ranura.store import repository, shops
from ranura.store.models import Base
from ranura.store.repository import Store
from ranura.store.schema import upgrade

LONG_ONES = ("ui", "host", "store", "api", "formats", "devices", "oracle", "core")
"""Rooms of tests, those with the longest files first: workers end together where what is short comes last."""


def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    order = {name: place for place, name in enumerate(LONG_ONES)}
    items.sort(key=lambda item: order.get(item.nodeid.split("/")[1] if item.nodeid.startswith("tests/") else "core", len(order)))


settings.register_profile("quick", max_examples=20, deadline=None)
settings.register_profile("default", max_examples=60, deadline=None, derandomize="CI" in os.environ)
settings.register_profile("long", max_examples=1000, deadline=None)
settings.register_profile("thorough", max_examples=3000, deadline=None)
settings.load_profile("default")


@pytest.fixture(scope="session")
def database(tmp_path_factory: pytest.TempPathFactory) -> Iterator[PrivateDatabase]:
    """A MariaDB of its own, with the tables of today."""
    server = PrivateDatabase(tmp_path_factory.mktemp("home"), synced=False)
    server.start()
    try:
        upgrade(server.url)
        yield server
    finally:
        server.stop()


@pytest.fixture(scope="session")
def opened_store(database: PrivateDatabase) -> Iterator[Store]:
    store = Store(database.url)
    yield store
    store.close()


@pytest.fixture(scope="session")
def laid(opened_store: Store) -> Callable[[], None]:
    """Lays the demo shop as it comes, alone in its database: from the rows of its tables, made once."""
    shops.lay_demo(opened_store, fresh=True, say=lambda _: None)
    tables = Base.metadata.sorted_tables
    with opened_store.session() as session:
        rows = [(table, [row._asdict() for row in session.execute(select(table))]) for table in tables]
    untouched = _written(opened_store)

    def lay() -> None:
        nonlocal untouched
        if _written(opened_store) == untouched:
            return
        with opened_store.session() as session:
            for table in reversed(tables):
                session.execute(delete(table))
            for table, laid_out in rows:
                if laid_out:
                    session.execute(insert(table), laid_out)
        untouched = _written(opened_store)

    return lay


def _written(store: Store) -> dict[str, str]:
    """How many rows the database wrote, changed and removed since it started, whoever asked for it."""
    with store.session() as session:
        told = session.execute(
            text("SHOW GLOBAL STATUS WHERE Variable_name IN ('Handler_write', 'Handler_update', 'Handler_delete')")
        )
        return dict(told.all())


@pytest.fixture
def store(opened_store: Store, laid: Callable[[], None]) -> Store:
    """The store with the demo shop as it comes."""
    laid()
    return opened_store


@pytest.fixture(scope="session")
def api(opened_store: Store) -> Iterator[TestClient]:
    """The API of the demo shop, without the page; made once, since building its routes takes a while."""
    with TestClient(create_app(Settings(shop_id=DEMO_SHOP, page=None), opened_store), base_url="http://127.0.0.1") as made:
        yield made


@pytest.fixture
def client(api: TestClient, store: Store) -> TestClient:
    """The API with the demo shop as it comes and nothing remembered."""
    api.app.state.saved_shop = SavedShop(store, DEMO_SHOP)
    store.join_with(DEMO_SHOP, JoinedCuts(lambda: api.app.state.saved_shop.current()))
    api.app.state.imports = Imports(api.app.state.saved_shop)
    return api


def in_own_loop(coroutine: Coroutine[Any, Any, Any]) -> None:
    """Runs a coroutine in a thread of its own: the browser's loop may run in this one."""
    with ThreadPoolExecutor(1) as pool:
        pool.submit(asyncio.run, coroutine).result()


class Served:
    """A server with the built page on a port of its own."""

    def __init__(self, store: Store, page: Path, families: Families = FAMILIES) -> None:
        self.app = create_app(Settings(shop_id=DEMO_SHOP, page=page), store, families)
        self._socket = listen(18_740)
        self.url = f"http://127.0.0.1:{self._socket.getsockname()[1]}"
        config = uvicorn.Config(self.app, http=PatientProtocol, log_level="error", lifespan="off", timeout_graceful_shutdown=1)
        self._server = uvicorn.Server(config)
        self._thread = threading.Thread(target=self._server.run, kwargs={"sockets": [self._socket]}, daemon=True)
        self._thread.start()

    def settle(self) -> None:
        """Waits until every request has been answered: what was sent late by one test is not kept in the shop of the next."""
        for _ in range(3_000):
            if not self._server.server_state.tasks:
                return
            time.sleep(0.02)
        raise AssertionError(f"{len(self._server.server_state.tasks)} requests are still being answered")

    def close(self) -> None:
        self.app.state.instruments.close()
        self.app.state.news.close()
        self._server.should_exit = True
        self._thread.join(timeout=10)


@pytest.fixture(scope="session")
def served(opened_store: Store, laid: Callable[[], None]) -> Iterator[Served]:
    laid()
    server = Served(opened_store, places.BUILT_PAGE)
    yield server
    server.close()


@pytest.fixture
def own(store):
    """The API of an empty shop of one's own."""
    with store.session() as session:
        repository.remove_shop(session, shops.OWN_SHOP)
    shops.lay_own(store)
    with TestClient(create_app(Settings(shop_id=shops.OWN_SHOP, page=None), store), base_url="http://127.0.0.1") as made:
        yield made
    with store.session() as session:
        repository.remove_shop(session, shops.OWN_SHOP)
