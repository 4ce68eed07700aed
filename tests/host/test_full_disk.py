"""A disk that fills up while Ranura runs: what cannot be kept is refused in plain words, nothing of it is there, and with room
again all goes on."""

from __future__ import annotations

import os
import subprocess
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

import pytest
from fastapi.testclient import TestClient
from hypothesis import settings

from ranura.api.application import Settings, create_app
from ranura.api.problems import DISK_FULL
from ranura.demo.shop import DEMO_SHOP
from ranura.host.database import PrivateDatabase
from ranura.store import shops
from ranura.store.repository import Store
from ranura.store.schema import upgrade

SIZE_MB = 260
NOTES = "n" * 4_000
LEFT_FREE = 600_000
"""Bytes that the filler leaves: less than the notes below take."""


def mounted(folder: Path) -> bool:
    """Whether a small file system could be mounted there."""
    folder.mkdir()
    command = ["mount", "-t", "tmpfs", "-o", f"size={SIZE_MB}m", "tmpfs", folder]
    return subprocess.run(command, capture_output=True).returncode == 0


class SmallDatabase(PrivateDatabase):
    """One that may not grow beyond a few megabytes: its tables lie in one file that has a limit."""

    def _command(self) -> list[str]:
        limited = ["--innodb-file-per-table=OFF", "--innodb-data-file-path=ibdata1:12M:autoextend:max:14M"]
        return [*super()._command(), "--innodb-autoextend-increment=1", *limited]


@pytest.mark.thorough
def test_a_full_disk_refuses_and_keeps_what_is_there(tmp_path):
    folder = tmp_path / "disk"
    if not mounted(folder):
        pytest.skip("no file system can be mounted here; a full database is tried instead")
    try:
        with served(PrivateDatabase(folder, synced=False)) as client:
            free = os.statvfs(folder)
            with (folder / "filler").open("wb") as file:
                file.write(b"x" * max(free.f_bavail * free.f_frsize - LEFT_FREE, 0))
            fill_up(client)
            (folder / "filler").unlink()
            goes_on(client)
    finally:
        subprocess.run(["umount", "--lazy", folder], check=True)


@pytest.mark.slow
def test_a_full_database_refuses_and_keeps_what_is_there(tmp_path):
    """The same where nothing can be mounted, and in long runs; with room again all of it is there."""
    probe = tmp_path / "probe"
    if settings.default is not settings.get_profile("long") and mounted(probe):
        subprocess.run(["umount", "--lazy", probe], check=True)
        pytest.skip("a full disk was tried")
    with served(SmallDatabase(tmp_path, synced=False)) as client:
        kept = fill_up(client)
    with served(PrivateDatabase(tmp_path, synced=False), fresh=False) as client:
        assert {each["name"] for each in client.get("/api/jobs").json()} >= {"The Little Harbour", *kept}
        goes_on(client)


@contextmanager
def served(database: PrivateDatabase, *, fresh: bool = True) -> Iterator[TestClient]:
    """The API of the demo shop on a database of its own."""
    database.start()
    try:
        upgrade(database.url)
        store = Store(database.url)
        if fresh:
            shops.lay_demo(store, fresh=True, say=lambda _: None)
        with TestClient(create_app(Settings(shop_id=DEMO_SHOP, page=None), store), base_url="http://127.0.0.1") as client:
            yield client
        store.close()
    finally:
        database.stop()


def fill_up(client: TestClient) -> list[str]:
    """Jobs with long notes until one is refused; the names of those that were kept."""
    kept = []
    for number in range(10_000):
        name = f"Job {number}"
        job = client.post("/api/jobs", json={"name": name})
        notes = {"name": name, "notes": NOTES}
        answer = client.put(f"/api/jobs/{job.json()['id']}", json=notes) if job.status_code == 201 else job
        if answer.status_code != 200:
            break
        kept.append(name)
    assert (answer.status_code, answer.json()["error"]["message"]) == (503, DISK_FULL)
    there = client.get("/api/jobs").json()
    assert {each["name"] for each in there} >= {"The Little Harbour", *kept}
    assert client.get("/api/jobs/little-harbour").json()["pieces"], "reading goes on"
    return kept


def goes_on(client: TestClient) -> None:
    """Whether things are kept again."""
    again = client.post("/api/jobs", json={"name": "With room again"})
    assert again.status_code == 201
    assert client.put(f"/api/jobs/{again.json()['id']}", json={"name": "With room", "notes": NOTES}).status_code == 200
