"""`demo` and `start`: one process in the foreground that holds the database, the schema and the web server."""

from __future__ import annotations

import json
import os
import signal
import socket
import sys
from contextlib import suppress
from pathlib import Path
from threading import Thread
from urllib.request import urlopen

import uvicorn

from ranura.api.application import Settings, create_app
from ranura.api.news import News
from ranura.api.problems import said_of
from ranura.demo.shop import DEMO_SHOP
from ranura.devices.lines import UNITS, Kind
from ranura.host import heap, places, running, setup
from ranura.host.backups import earlier_shop, move_over
from ranura.host.copies import WeeklyCopies
from ranura.host.database import PrivateDatabase
from ranura.host.patience import PatientProtocol
from ranura.host.ports import DEFAULT_PORT, listen, wanted_port
from ranura.host.progress import CannotGoOn, answer, say
from ranura.store import shops
from ranura.store.copies import folder_of
from ranura.store.repository import DOWN_ERRORS, Store
from ranura.store.schema import OldDatabaseError, upgrade


def _real_instruments() -> dict[Kind, int]:
    """The ports on loopback where real instruments speak the lines of `docs/formats.md`; without one, a simulated one is used."""
    ports = {kind: wanted_port(f"RANURA_{kind.upper()}_PORT") for kind in UNITS}
    return {kind: port for kind, port in ports.items() if port is not None}


class _Server(uvicorn.Server):
    """Says that it is ready once it answers."""

    def __init__(self, config: uvicorn.Config, home: Path, url: str, news: News) -> None:
        super().__init__(config)
        self._home, self._url, self._news = home, url, news

    async def startup(self, sockets: list[socket.socket] | None = None) -> None:
        await super().startup(sockets=sockets)
        heap.set_aside()
        answer(running.announce(self._home, self._url).ready_line)
        Thread(target=look_ahead, args=(self._url,), daemon=True).start()

    async def shutdown(self, sockets: list[socket.socket] | None = None) -> None:
        """Ends the streams of news first: they would be waited for."""
        self._news.close()
        await super().shutdown(sockets=sockets)


def look_ahead(url: str) -> None:
    """Asks for what the first pages will ask for, the jobs that were changed last: planned while nobody waits."""
    with suppress(OSError, ValueError):
        with urlopen(f"{url}api/jobs", timeout=_PATIENCE_S) as jobs:
            opened = [each for each in json.load(jobs) if not each["archived"]]
        for each in sorted(opened, key=lambda each: str(each["changed_at"]), reverse=True)[:_JOBS_AHEAD]:
            with urlopen(f"{url}api/jobs/{each['id']}", timeout=_PATIENCE_S) as job:
                job.read()


_JOBS_AHEAD, _PATIENCE_S = 3, 60.0


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
        port, instruments = wanted_port("RANURA_PORT"), _real_instruments()
        server_socket = listen(port or DEFAULT_PORT, asked=port is not None)
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
            except DOWN_ERRORS as problem:
                raise CannotGoOn(said_of(problem)) from problem
            store = Store(database.url)
            if demo:
                shops.lay_demo(store, fresh=fresh, say=say)
            else:
                shops.lay_own(store)
                move_over(store, home, earlier)
            shop_id = DEMO_SHOP if demo else shops.OWN_SHOP
            url = f"http://127.0.0.1:{server_socket.getsockname()[1]}/"
            folder = None if demo else folder_of(home)
            allow = tuple(os.environ.get("RANURA_ALLOW", "").split(","))
            settings = Settings(shop_id=shop_id, page=places.BUILT_PAGE, instruments=instruments, copies=folder, allow=allow)
            app = create_app(settings, store)
            weekly = None if folder is None else WeeklyCopies(store, shop_id, folder)
            say("Starting the server …")
            config = uvicorn.Config(
                app, http=PatientProtocol, log_level="warning", timeout_graceful_shutdown=3, lifespan="off", server_header=False
            )
            try:
                _Server(config, home, url, app.state.news).run(sockets=[server_socket])
            finally:
                app.state.instruments.close()
                app.state.shopping.close()
                if weekly is not None:
                    weekly.close()
        finally:
            say("Stopping the database …")
            database.stop()
    return 0
