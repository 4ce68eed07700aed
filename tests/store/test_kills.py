"""The database's connection is cut before every statement that writes, and before the commit: what a request changes is there as
a whole or not at all, what is in memory is what is kept, and the same request works when it is sent again."""

from __future__ import annotations

import json
from collections.abc import Callable
from typing import Any

import pymysql
import pytest
from fastapi.testclient import TestClient
from sqlalchemy import event, text

from ranura.store import repository
from ranura.store.models import Base
from ranura.store.repository import Store

JOB = "little-harbour"


class Cut:
    """Cuts the connection before the `at`-th write of a request; a commit counts as one."""

    def __init__(self, store: Store, at: int) -> None:
        self._engine = store._engine
        self._url = self._engine.url
        self._at = at
        self.seen = 0

    def __enter__(self) -> Cut:
        event.listen(self._engine, "before_cursor_execute", self._statement)
        event.listen(self._engine, "commit", self._commit)
        return self

    def __exit__(self, *_: object) -> None:
        event.remove(self._engine, "before_cursor_execute", self._statement)
        event.remove(self._engine, "commit", self._commit)

    def _statement(self, connection: Any, _cursor: object, statement: str, *_: object) -> None:
        if not statement.lstrip().upper().startswith("SELECT"):
            self._write(connection)

    def _commit(self, connection: Any) -> None:
        if connection.info.get(repository._WROTE):
            self._write(connection)

    def _write(self, connection: Any) -> None:
        self.seen += 1
        if self.seen == self._at:
            url = self._url
            with pymysql.connect(host=url.host, port=url.port, user=url.username, password=url.password) as other:
                other.cursor().execute(f"KILL CONNECTION {connection.connection.driver_connection.thread_id()}")


def rows(store: Store) -> dict[str, list[tuple[Any, ...]]]:
    """Everything that is kept."""
    with store.session() as session:
        return {name: sorted(map(repr, session.execute(text(f"SELECT * FROM `{name}`")).all())) for name in Base.metadata.tables}


def other_name(file: str) -> dict[str, Any]:
    assert "Lanternfish Workshop" in file
    return {"text": file.replace("Lanternfish Workshop", "Another Workshop")}


def rename(client: TestClient) -> dict[str, Any]:
    kept = client.get("/api/cuts/cross-mortise").json()
    cut = {name: value for name, value in kept["cut"].items() if value is not None}
    return {"name": "Renamed", "cut": cut, "version": kept["version"]}


def bit(client: TestClient) -> dict[str, Any]:
    return {"texts": {**client.get("/api/bits/straight-12.7").json()["texts"], "state": "dull", "price": "99"}}


def nothing(_: TestClient) -> None:
    """No body."""


REQUESTS: dict[str, tuple[str, str, Callable[[TestClient], Any]]] = {
    "copying a job": ("POST", f"/api/jobs/{JOB}/copy", nothing),
    "removing a job": ("DELETE", f"/api/jobs/{JOB}", nothing),
    "a job's name": ("PUT", f"/api/jobs/{JOB}", lambda _: {"name": "Other"}),
    "copying a board": ("POST", "/api/pieces/control-cross/copy", nothing),
    "moving a board": ("POST", "/api/pieces/control-cross/place", lambda _: {"before": "wing-case-side"}),
    "moving a cut": ("POST", "/api/cuts/cross-mortise/place", lambda _: {"piece_id": "emblem-lid", "before": None}),
    "removing a cut": ("DELETE", "/api/cuts/cross-mortise", nothing),
    "saving a cut": ("PUT", "/api/cuts/cross-mortise", rename),
    "saving a bit": ("PUT", "/api/bits/straight-12.7", bit),
    "removing a router": ("DELETE", "/api/routers/table-three", nothing),
    "house rules and unit": ("PUT", "/api/shop/settings", lambda _: {"unit": "in"}),
    "a whole shop": ("PUT", "/api/files/shop", lambda client: other_name(client.get("/api/files/shop.json").text)),
    "a whole backup": ("PUT", "/api/files/backup", lambda client: {"text": client.get("/api/files/backup.json").text}),
    "a job from a file": ("POST", "/api/files/job", lambda client: {"text": client.get(f"/api/jobs/{JOB}/job.json").text}),
}


SAME = {"a whole backup"}
"""What puts back what is there already: a backup cannot be changed by hand."""


ALIKE = {
    "a job's name", "moving a board", "saving a bit", "house rules and unit", "copying a board", "copying a job", "a whole shop",
    "a job from a file", "a whole backup",
}  # fmt: skip
"""What is written as others are."""


@pytest.mark.slow
@pytest.mark.parametrize("what", [pytest.param(each, marks=pytest.mark.thorough if each in ALIKE else ()) for each in REQUESTS])
def test_a_request_that_is_cut_off_changes_all_or_nothing(client: TestClient, store: Store, what: str):
    method, path, body = REQUESTS[what]
    assert cut_off_everywhere(client, store, method, path, body(client)) or what in SAME


@pytest.mark.slow
def test_a_shop_that_has_nothing_is_begun_as_a_whole_or_not_at_all(own: TestClient, store: Store):
    assert cut_off_everywhere(own, store, "POST", "/api/begin", {"unit": "in"})
    assert len(own.get("/api/jobs").json()) == 1


def cut_off_everywhere(client: TestClient, store: Store, method: str, path: str, asked: Any) -> bool:
    """A request cut off at every write; whether what is kept is another in the end."""
    before = rows(store)
    # Every write of a short request; of a long one, whose writes are much alike, every third after some.
    for at in (*range(1, 9), *range(9, 600, 3)):
        with Cut(store, at) as cut:
            answer = client.request(method, path, json=asked)
        saved = client.app.state.saved_shop.current()
        with store.session() as session:
            assert repository.load_shop(session, saved.id) == saved, f"in memory and kept, cut off at write {at}"
        if cut.seen < at:
            assert answer.status_code < 300, answer.text
            break
        assert answer.status_code == 503, (at, answer.text)
        assert "error" in json.loads(answer.text)
        assert rows(store) == before, f"cut off at write {at}"
    assert at > 1, "it writes"
    return rows(store) != before
