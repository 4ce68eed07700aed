"""Copies of a shop that are kept by themselves: one a week, the five newest, beside the database."""

from __future__ import annotations

import os
import re
from datetime import UTC, date, datetime, timedelta
from pathlib import Path

from ranura.store import backup
from ranura.store.repository import Store

KEPT = 5
EVERY = timedelta(days=7)
_NAME = re.compile(r"^ranura-(\d{4}-\d{2}-\d{2})\.json$")


def folder_of(home: Path) -> Path:
    """Where the copies of a home lie."""
    return home / "copies"


def copies(folder: Path) -> list[tuple[date, Path]]:
    """The copies that are there, the newest first."""
    found = [(match[1], file) for file in folder.glob("*.json") if (match := _NAME.match(file.name))]
    return sorted(((date.fromisoformat(day), file) for day, file in found), reverse=True)


def write_whole(file: Path, text: str) -> None:
    """Writes a file beside its place and moves it there when all of it is on the disk."""
    file.parent.mkdir(parents=True, exist_ok=True)
    fresh = file.with_name(file.name + ".new")
    try:
        with fresh.open("w", encoding="utf-8") as writing:
            os.chmod(fresh, 0o600)
            writing.write(text)
            writing.flush()
            os.fsync(writing.fileno())
        fresh.replace(file)
    except BaseException:
        fresh.unlink(missing_ok=True)
        raise


def keep_copy(store: Store, shop_id: str, folder: Path, *, today: date) -> Path | None:
    """Keeps a copy if the newest is a week old and there is something to keep, and lets go of those over five."""
    there = copies(folder)
    if there and today - there[0][0] < EVERY:
        return None
    with store.session() as session:
        text = backup.written(session, shop_id)
    if backup.read(text).empty:
        return None
    file = folder / f"ranura-{today.isoformat()}.json"
    write_whole(file, text)
    for _, old in copies(folder)[KEPT:]:
        old.unlink(missing_ok=True)
    return file


def keep_before(folder: Path | None, text: str) -> Path | None:
    """Keeps what was there before something else takes its place, if it is anything; None where nothing is kept."""
    if folder is None or backup.read(text).empty:
        return None
    file = folder / f"before-restore-{datetime.now(UTC).strftime('%Y-%m-%d-%H%M%S')}.json"
    write_whole(file, text)
    return file
