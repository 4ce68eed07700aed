"""`demo` and `start`: one process in the foreground that holds the database, the schema and the web server."""

from __future__ import annotations

import errno
import os
import signal
import socket
import sys
from pathlib import Path

import uvicorn

from ranura.api.application import Settings, create_app
from ranura.demo.shop import DEMO_SHOP
from ranura.devices.lines import UNITS, Kind
from ranura.host import places, running, setup
from ranura.host.backups import earlier_shop, move_over
from ranura.host.copies import WeeklyCopies
from ranura.host.database import PrivateDatabase
from ranura.host.progress import CannotGoOn, answer, say
from ranura.store import shops
from ranura.store.copies import folder_of
from ranura.store.repository import Store
from ranura.store.schema import OldDatabaseError, upgrade

DEFAULT_PORT = 8740


def listen(first: int) -> socket.socket:
    """A listening socket on loopback: on port `first`, or the next free one of the fifty after it."""
    for port in range(first, min(first + 50, 65536)):
        # Named TCP, or asyncio leaves Nagle's delay on: 40 ms a request.
        server = socket.socket(socket.AF_INET, socket.SOCK_STREAM, socket.IPPROTO_TCP)
        server.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            server.bind(("127.0.0.1", port))
            server.listen(128)
        except OSError as problem:
            server.close()
            if problem.errno in (errno.EADDRINUSE, errno.EACCES):
                continue
            raise
        return server
    raise CannotGoOn(f"No free port from {first} to {first + 49}; set RANURA_PORT.")


def wanted_port() -> int:
    """RANURA_PORT, or the usual one."""
    return _port("RANURA_PORT") or DEFAULT_PORT


def _port(name: str) -> int | None:
    text = os.environ.get(name)
    if not text:
        return None
    if not text.isdecimal() or not 1 <= int(text) <= 65535:
        raise CannotGoOn(f"{name} must be a port number, not {text!r}.", code=2)
    return int(text)


def _real_instruments() -> dict[Kind, int]:
    """The ports on loopback where real instruments speak the lines of `docs/formats.md`; without one, a simulated one is used."""
    ports = {kind: _port(f"RANURA_{kind.upper()}_PORT") for kind in UNITS}
    return {kind: port for kind, port in ports.items() if port is not None}


class _Server(uvicorn.Server):
    """Says that it is ready once it answers."""

    def __init__(self, config: uvicorn.Config, home: Path, url: str) -> None:
        super().__init__(config)
        self._home, self._url = home, url

    async def startup(self, sockets: list[socket.socket] | None = None) -> None:
        await super().startup(sockets=sockets)
        answer(running.announce(self._home, self._url).ready_line)


def _ends_orderly() -> None:
    """Being told to end unwinds like Ctrl-C does, so that the database is shut down too; uvicorn hands the signal back."""
    for number in (signal.SIGTERM, signal.SIGHUP):
        signal.signal(number, lambda *_: sys.exit(0))


def serve(*, demo: bool, fresh: bool) -> int:
    """Serves until Ctrl-C or `./ranura stop`. A second call only prints where the first one serves."""
    home = places.home() if demo else places.own_home()
    lock = running.take_lock(home)
    if lock is None:
        answer(running.wait_until_ready(home).ready_line)
        return 0
    _ends_orderly()
    with lock:
        port, instruments = wanted_port(), _real_instruments()
        setup.ensure_page()
        earlier = None if demo else earlier_shop(home)
        say("Starting the database …")
        database = PrivateDatabase(home)
        database.start()
        try:
            say("Bringing its tables up to date …")
            try:
                upgrade(database.url)
            except OldDatabaseError as problem:
                raise CannotGoOn(str(problem)) from problem
            store = Store(database.url)
            if demo:
                shops.lay_demo(store, fresh=fresh, say=say)
            else:
                shops.lay_own(store)
                move_over(store, home, earlier)
            shop_id = DEMO_SHOP if demo else shops.OWN_SHOP
            server_socket = listen(port)
            url = f"http://127.0.0.1:{server_socket.getsockname()[1]}/"
            folder = None if demo else folder_of(home)
            settings = Settings(shop_id=shop_id, page=places.BUILT_PAGE, instruments=instruments, copies=folder)
            app = create_app(settings, store)
            weekly = None if folder is None else WeeklyCopies(store, shop_id, folder)
            say("Starting the server …")
            config = uvicorn.Config(app, log_level="warning", timeout_graceful_shutdown=3, lifespan="off")
            try:
                _Server(config, home, url).run(sockets=[server_socket])
            finally:
                app.state.instruments.close()
                if weekly is not None:
                    weekly.close()
        finally:
            say("Stopping the database …")
            database.stop()
    return 0
