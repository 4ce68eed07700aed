"""A server to measure: a database of its own, the real application, and a bare echo route beside it."""

from __future__ import annotations

import tempfile
import threading
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

import uvicorn

from ranura.api.application import Settings, create_app
from ranura.core.shop.shop import Shop
from ranura.demo.shop import DEMO_SHOP
from ranura.host import heap, places
from ranura.host.database import PrivateDatabase
from ranura.host.ports import listen
from ranura.requests.from_core import RequestModel
from ranura.store import repository, shops
from ranura.store.repository import Store
from ranura.store.schema import upgrade


class Echo(RequestModel):
    """A request like that of a plan, that nobody reads."""

    piece: dict[str, Any]
    cut: dict[str, Any]
    cut_id: str | None = None


@contextmanager
def opened_store() -> Iterator[Store]:
    """A store with the demo shop on a database of its own."""
    with tempfile.TemporaryDirectory(prefix="ranura-bench-") as folder:
        database = PrivateDatabase(Path(folder))
        database.start()
        upgrade(database.url)
        store = Store(database.url)
        shops.lay_demo(store, fresh=True, say=lambda _: None)
        try:
            yield store
        finally:
            store.close()
            database.stop()


@contextmanager
def served(store: Store, shop: Shop | None = None) -> Iterator[str]:
    """The application of the demo shop, or of another that is laid in first, and `/echo`."""
    shop_id = DEMO_SHOP
    if shop is not None:
        shop_id = shop.id
        with store.session() as session:
            repository.remove_shop(session, shop_id)
            repository.add_shop(session, shop)
    app = create_app(Settings(shop_id=shop_id, page=None), store)

    def echo(asked: Echo) -> Echo:
        return asked

    app.add_api_route("/echo", echo, methods=["POST"])
    app.mount("/", create_app(Settings(shop_id=shop_id, page=places.BUILT_PAGE), store))
    sock = listen(28_740)
    server = uvicorn.Server(uvicorn.Config(app, log_level="error", lifespan="off"))
    heap.set_aside()
    thread = threading.Thread(target=server.run, kwargs={"sockets": [sock]}, daemon=True)
    thread.start()
    try:
        yield f"http://127.0.0.1:{sock.getsockname()[1]}"
    finally:
        server.should_exit = True
        thread.join(timeout=10)
