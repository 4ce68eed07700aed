"""Knowing the Ranura that runs: one lock and one small file a home, and how to end it. Standard library only."""

from __future__ import annotations

import contextlib
import fcntl
import json
import os
import signal
import time
from dataclasses import asdict, dataclass
from pathlib import Path
from typing import IO

from ranura.host import places
from ranura.host.progress import CannotGoOn, answer


@dataclass(frozen=True)
class Running:
    """A server that is ready."""

    pid: int
    url: str

    @property
    def ready_line(self) -> str:
        """What every start ends with."""
        return f"Ranura is ready: {self.url}"


def _file(home: Path) -> Path:
    return home / "running.json"


def _try_lock(home: Path) -> IO[str] | None:
    home.mkdir(parents=True, exist_ok=True)
    lock = (home / "running.lock").open("a")
    try:
        fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except BlockingIOError:
        lock.close()
        return None
    return lock


def take_lock(home: Path) -> IO[str] | None:
    """The lock of this home's one server, or None while another holds it. Keep the file open to keep the lock."""
    lock = _try_lock(home)
    if lock is not None:
        _file(home).unlink(missing_ok=True)
    return lock


def announce(home: Path, url: str) -> Running:
    """Writes down that this process serves at `url`."""
    running = Running(pid=os.getpid(), url=url)
    fresh = _file(home).with_suffix(".new")
    fresh.write_text(json.dumps(asdict(running)))
    fresh.rename(_file(home))
    return running


def read(home: Path) -> Running | None:
    """The server that said it is ready, if one did."""
    with contextlib.suppress(FileNotFoundError, ValueError):
        return Running(**json.loads(_file(home).read_text()))
    return None


def _is_running(home: Path) -> bool:
    lock = _try_lock(home)
    if lock is None:
        return True
    lock.close()
    return False


def wait_until_ready(home: Path, seconds: float = 120) -> Running:
    """The other launcher's server, as soon as it is ready."""
    deadline = time.monotonic() + seconds
    while time.monotonic() < deadline:
        running = read(home)
        if running is not None:
            return running
        time.sleep(0.05)
    raise CannotGoOn("Another Ranura is starting here but does not get ready. ./ranura stop ends it.")


def serving(home: Path) -> Running | None:
    """The server that runs on a home, as soon as it is ready; None where none runs."""
    return wait_until_ready(home) if _is_running(home) else None


def stop() -> int:
    """Ends the servers that run, of one's own shop and of the demo, and waits until their databases are down too."""
    homes = [home for home in dict.fromkeys((places.own_home(), places.home())) if home.exists() and _is_running(home)]
    for home in homes:
        _end(home)
    answer("Ranura has stopped." if homes else "No Ranura is running here.")
    return 0


def _end(home: Path) -> None:
    running = wait_until_ready(home, seconds=30)
    with contextlib.suppress(ProcessLookupError):
        os.kill(running.pid, signal.SIGTERM)
    deadline = time.monotonic() + 40
    while _is_running(home):
        if time.monotonic() > deadline:
            raise CannotGoOn(f"Process {running.pid} does not end.")
        time.sleep(0.05)
