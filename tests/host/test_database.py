"""The private MariaDB by itself: what lies on disk, who may read it, and two that want the same data."""

from __future__ import annotations

import os
import stat
import threading
import time
from pathlib import Path

import pymysql
import pytest
from sqlalchemy.engine import make_url

from ranura.host import database as module
from ranura.host.database import PrivateDatabase, free_port
from ranura.host.progress import CannotGoOn


def connect(database: PrivateDatabase, **changes):
    url = make_url(database.url)
    known = {"host": url.host, "port": url.port, "user": url.username, "password": url.password, "database": url.database}
    return pymysql.connect(**{**known, **changes})


def mode(path: Path) -> int:
    return stat.S_IMODE(path.stat().st_mode)


def test_only_its_owner_can_read_data_and_password(database: PrivateDatabase):
    base = database._base
    assert mode(base) == 0o700
    assert mode(base / "password") == mode(base / "opening.sql") == 0o600
    assert len((base / "password").read_text()) >= 32


def test_nobody_gets_in_without_the_password(database: PrivateDatabase):
    for wrong in ({"password": ""}, {"password": "x"}, {"user": "root", "password": ""}, {"user": ""}):
        with pytest.raises(pymysql.err.OperationalError):
            connect(database, **wrong)
    connect(database).close()


def test_the_application_sees_its_own_database_alone(database: PrivateDatabase):
    with connect(database) as connection, connection.cursor() as cursor:
        cursor.execute("SHOW DATABASES")
        assert {name for (name,) in cursor.fetchall()} == {"ranura", "information_schema"}


def test_a_free_port_is_never_the_systems_own(monkeypatch):
    offered = iter([3306, 3306, 40_123])

    class Probe:
        def __enter__(self):
            return self

        def __exit__(self, *_):
            return None

        def bind(self, _):
            return None

        def getsockname(self):
            return ("127.0.0.1", next(offered))

    monkeypatch.setattr(module.socket, "socket", Probe)
    assert free_port() == 40_123


def test_the_socket_lies_on_a_short_path_however_long_the_home_is(tmp_path, monkeypatch):
    long_home = tmp_path / ("a" * 120)
    monkeypatch.setenv("XDG_RUNTIME_DIR", str(long_home))
    folder = PrivateDatabase(long_home)._short_folder()
    try:
        assert len(str(folder / "db.sock")) <= 107
    finally:
        os.rmdir(folder)


@pytest.mark.slow
def test_a_second_server_waits_for_the_first_to_let_go_of_the_data(tmp_path):
    first, second = PrivateDatabase(tmp_path), PrivateDatabase(tmp_path)
    first.start()
    with connect(first) as connection, connection.cursor() as cursor:
        cursor.execute("CREATE TABLE kept (x INT)")
    held_for = 1.0
    threading.Timer(held_for, first.stop).start()
    began = time.monotonic()
    second.start()
    try:
        assert time.monotonic() - began >= held_for * 0.9, "it started while the first still held the data"
        with connect(second) as connection, connection.cursor() as cursor:
            cursor.execute("SHOW TABLES")
            assert cursor.fetchall() == (("kept",),)
            cursor.execute("SELECT @@innodb_flush_log_at_trx_commit, @@innodb_doublewrite, @@tmpdir")
            ((flush, twice, scratch),) = cursor.fetchall()
            assert (flush, twice) == (1, 1), "every commit is on the disk, unless told otherwise"
            assert Path(scratch).is_relative_to(tmp_path), "a server that starts sweeps its folder of temporary tables"
    finally:
        second.stop()


def test_a_server_that_cannot_start_says_why(tmp_path, monkeypatch):
    broken = PrivateDatabase(tmp_path)
    monkeypatch.setattr(broken, "_install", lambda: broken._data.mkdir())
    with pytest.raises(CannotGoOn, match="did not start"):
        broken.start()
    lock = PrivateDatabase(tmp_path)
    lock._hold_lock()  # the failed one let go of it
    lock.stop()


def test_folders_that_killed_servers_left_are_swept(tmp_path):
    names = ("deadbeef", "alive000", "old00000", "new00000", "bench-x")
    dead, alive, old, new, other = (tmp_path / f"ranura-{name}" for name in names)
    for folder in (dead, alive, old, new, other):
        folder.mkdir()
    (dead / "db.pid").write_text("999999999\n")
    (alive / "db.pid").write_text(f"{os.getpid()}\n")
    os.utime(old, (1, 1))
    os.utime(other, (1, 1))
    module._sweep_left_over(tmp_path)
    assert sorted(each.name for each in tmp_path.iterdir()) == ["ranura-alive000", "ranura-bench-x", "ranura-new00000"]
