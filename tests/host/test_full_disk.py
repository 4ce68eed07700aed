"""A disk that fills up while Ranura runs: what cannot be kept is refused in plain words, nothing of it is there, and with room
again all goes on."""

from __future__ import annotations

import os
import subprocess
from collections.abc import Iterator
from contextlib import contextmanager

import pytest
from fastapi.testclient import TestClient

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


@pytest.fixture
def small_disk(tmp_path):
    """A folder on a file system of its own, that is soon full."""
    folder = tmp_path / "disk"
    folder.mkdir()
    mounted = subprocess.run(["mount", "-t", "tmpfs", "-o", f"size={SIZE_MB}m", "tmpfs", folder], capture_output=True, text=True)
    if mounted.returncode:
        pytest.skip(f"no file system can be mounted here: {mounted.stderr.strip()}")
    try:
        yield folder
    finally:
        subprocess.run(["umount", "--lazy", folder], check=True)


class SmallDatabase(PrivateDatabase):
    """One that may not grow beyond a few megabytes: its tables lie in one file that has a limit."""

    def _command(self) -> list[str]:
        limited = ["--innodb-file-per-table=OFF", "--innodb-data-file-path=ibdata1:12M:autoextend:max:14M"]
        return [*super()._command(), "--innodb-autoextend-increment=1", *limited]


@pytest.mark.slow
def test_a_full_disk_refuses_and_keeps_what_is_there(small_disk):
    filler = small_disk / "filler"
    with served(PrivateDatabase(small_disk, synced=False)) as client:
        free = os.statvfs(small_disk)
        with filler.open("wb") as file:
            file.write(b"x" * max(free.f_bavail * free.f_frsize - LEFT_FREE, 0))
        fill_up(client)
        filler.unlink()
        goes_on(client)


@pytest.mark.slow
def test_a_database_that_is_full_refuses_and_keeps_what_is_there(tmp_path):
    """The same where nothing can be mounted; with room again all of it is there."""
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
