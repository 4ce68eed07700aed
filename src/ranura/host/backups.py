"""`backup` and `restore`: a shop with its jobs and history as one file, while it runs or not; a shop of before, moved over."""

from __future__ import annotations

import json
import os
import urllib.error
import urllib.request
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from ranura.host import places, running
from ranura.host.database import PrivateDatabase
from ranura.host.progress import CannotGoOn, answer, say
from ranura.store import backup as backups
from ranura.store import shops
from ranura.store.backup import Backup, BackupError
from ranura.store.copies import folder_of, keep_before, write_whole
from ranura.store.repository import Store
from ranura.store.schema import OldDatabaseError, upgrade

_LOOKED = "earlier-shop-looked-for"
"""A file that says that a shop of before was looked for in the checkout."""
_PATIENCE_S = 120.0


def backup(name: str) -> int:
    """Writes the own shop into a file."""
    file = Path(name).resolve()
    if file.exists() and not _is_backup(file):
        raise CannotGoOn(f"{file} is there already and is no backup. Name another file.", code=2)
    home = places.own_home()
    server = running.serving(home)
    if server is not None:
        text = _asked(server.url + "api/files/backup.json")
    elif not (home / "db" / "data").exists():
        raise CannotGoOn(f"There is no shop in {home} yet.")
    else:
        with _opened(home) as store, store.session() as session:
            text = backups.written(session, shops.OWN_SHOP)
    made = backups.read(text)
    try:
        write_whole(file, text)
    except OSError as problem:
        raise CannotGoOn(f"{file} cannot be written: {problem.strerror}.") from problem
    answer(f"{file}: {_said(made)}")
    return 0


def restore(name: str) -> int:
    """Puts a backup in the place of the own shop; what was there is kept beside the weekly copies first."""
    file = Path(name).resolve()
    try:
        text = file.read_text(encoding="utf-8")
    except (OSError, UnicodeDecodeError) as problem:
        reason = problem.strerror if isinstance(problem, OSError) else "it is no text"
        raise CannotGoOn(f"{file} cannot be read: {reason}.", code=2) from problem
    try:
        made = backups.read(text)
    except BackupError as problem:
        raise CannotGoOn(str(problem), code=2) from problem
    home = places.own_home()
    server = running.serving(home)
    if server is not None:
        _asked(server.url + "api/files/backup", json.dumps({"text": text}).encode())
    else:
        with _opened(home, damaged_aside=True) as store:
            _put_back(store, home, made)
    answer(f"Put back: {_said(made)}")
    return 0


def _put_back(store: Store, home: Path, made: Backup) -> None:
    try:
        with store.session() as session:
            kept = keep_before(folder_of(home), backups.written(session, shops.OWN_SHOP))
            backups.put_back(session, shops.OWN_SHOP, made)
    except BackupError as problem:
        raise CannotGoOn(str(problem)) from problem
    if kept is not None:
        say(f"What was there before is kept in {kept}")


def earlier_shop(home: Path) -> Backup | None:
    """The own shop that an earlier Ranura kept in the checkout, looked for once; None where there is none or it was moved."""
    old = places.TOOLS
    if os.environ.get("RANURA_HOME") or (home / _LOOKED).exists() or old == home or not (old / "db" / "data").exists():
        return None
    say(f"Looking for a shop that an earlier Ranura kept in {old} …")
    with _opened(old) as store, store.session() as session:
        text = backups.written(session, shops.OWN_SHOP)
    found = backups.read(text)
    return None if found.empty else found


def move_over(store: Store, home: Path, found: Backup | None) -> None:
    """Puts a shop of before into the new home, where nothing is yet; the old one stays as it was."""
    if found is not None:
        with store.session() as session:
            if backups.read(backups.written(session, shops.OWN_SHOP)).empty:
                backups.put_back(session, shops.OWN_SHOP, found)
                say(f"Your shop was moved from {places.TOOLS} to {home}: {_said(found)}")
    (home / _LOOKED).touch()


@contextmanager
def _opened(home: Path, *, damaged_aside: bool = False) -> Iterator[Store]:
    """The store of a home where nothing runs, with the own shop at least begun."""
    lock = running.take_lock(home)
    if lock is None:
        raise CannotGoOn(f"A Ranura uses {home} just now. ./ranura stop ends it; then try again.")
    with lock:
        database = PrivateDatabase(home)
        try:
            database.start()
        except CannotGoOn as problem:
            if not damaged_aside or problem.code == 2:
                raise
            aside = database.put_aside()
            say(f"The database does not start. It is kept as it is in {aside}; a new one takes its place.")
            database = PrivateDatabase(home)
            database.start()
        try:
            try:
                upgrade(database.url)
            except OldDatabaseError as problem:
                raise CannotGoOn(str(problem)) from problem
            store = Store(database.url)
            shops.lay_own(store)
            yield store
            store.close()
        finally:
            database.stop()


def _asked(url: str, body: bytes | None = None) -> str:
    """What the running server answers. Raises CannotGoOn with its words."""
    request = urllib.request.Request(url, data=body, method="GET" if body is None else "PUT")
    request.add_header("Content-Type", "application/json")
    try:
        with urllib.request.urlopen(request, timeout=_PATIENCE_S) as response:
            return str(response.read().decode())
    except urllib.error.HTTPError as problem:
        try:
            said = json.loads(problem.read())["error"]["message"]
        except (ValueError, KeyError, TypeError):
            said = f"the server answered {problem.code}"
        raise CannotGoOn(said) from problem
    except OSError as problem:
        raise CannotGoOn(f"The Ranura that runs does not answer: {problem}.") from problem


def _is_backup(file: Path) -> bool:
    try:
        backups.read(file.read_text(encoding="utf-8"))
    except (OSError, UnicodeDecodeError, BackupError):
        return False
    return True


def _said(made: Backup) -> str:
    counts = made.counts
    return f"“{made.name}” of {made.made}, {counts['jobs']} jobs, {counts['cuts']} cuts, {counts['bits']} bits"
