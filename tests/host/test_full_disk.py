"""A disk that fills up while Ranura runs: what cannot be kept is refused in plain words, nothing of it is there, and with room
again all goes on."""

from __future__ import annotations

import os
import subprocess

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


@pytest.mark.slow
def test_a_full_disk_refuses_and_keeps_what_is_there(small_disk):
    database = PrivateDatabase(small_disk, synced=False)
    database.start()
    try:
        upgrade(database.url)
        store = Store(database.url)
        shops.lay_demo(store, fresh=True, say=lambda _: None)
        with TestClient(create_app(Settings(shop_id=DEMO_SHOP, page=None), store), base_url="http://127.0.0.1") as client:
            filler = small_disk / "filler"
            free = os.statvfs(small_disk)
            with filler.open("wb") as file:
                file.write(b"x" * max(free.f_bavail * free.f_frsize - LEFT_FREE, 0))
            kept, refused = [], None
            for number in range(1_000):
                asked = {"name": f"Job {number}", "notes": NOTES}
                job = client.post("/api/jobs", json={"name": asked["name"]})
                answer = client.put(f"/api/jobs/{job.json()['id']}", json=asked) if job.status_code == 201 else job
                if answer.status_code != 200:
                    refused = answer
                    break
                kept.append(asked["name"])
            assert refused is not None, "it was never full"
            assert (refused.status_code, refused.json()["error"]["message"]) == (503, DISK_FULL)
            there = client.get("/api/jobs").json()
            assert {each["name"] for each in there} >= {"The Little Harbour", *kept}
            assert client.get("/api/jobs/little-harbour").json()["pieces"], "reading goes on"
            filler.unlink()
            again = client.post("/api/jobs", json={"name": "With room again"})
            assert again.status_code == 201
            assert client.put(f"/api/jobs/{again.json()['id']}", json={"name": "With room", "notes": NOTES}).status_code == 200
        store.close()
    finally:
        database.stop()
