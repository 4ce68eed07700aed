"""Who is answered and how much is taken in: names, origins, odd paths, large bodies, headers (the page and the API alike)."""

from __future__ import annotations

import asyncio
import json
import re
import socket
import time

import pytest
from fastapi.testclient import TestClient
from sqlalchemy.exc import OperationalError
from tests.conftest import in_own_loop

from ranura.api.access import HEADERS, Door, most_of
from ranura.api.application import Settings, create_app
from ranura.api.problems import DATABASE_DAMAGED, DATABASE_DOWN, DISK_FULL, said_of
from ranura.demo.shop import DEMO_SHOP
from ranura.host import patience, places

CUT = "/api/cuts/cross-mortise"
BACK = "/api/removed/cuts/cross-mortise"


@pytest.mark.parametrize("host", ["evil.example.com", "127.0.0.1.evil.example.com", "", "localhost.", "0.0.0.0", "[::2]:80"])
@pytest.mark.parametrize(("method", "path"), [("GET", "/api/files/shop.json"), ("POST", "/api/jobs"), ("GET", "/api/nothing")])
def test_other_names_are_not_answered(client, host, method, path):
    answer = client.request(method, path, headers={"Host": host})
    assert answer.status_code == 421
    assert "RANURA_ALLOW" in answer.json()["error"]["message"]


@pytest.mark.parametrize("host", ["127.0.0.1:8740", "localhost", "LOCALHOST:1", "[::1]:9"])
def test_loopback_is_answered_by_any_of_its_names(client, host):
    assert client.get("/api/jobs", headers={"Host": host}).status_code == 200


def test_a_proxy_s_name_is_answered_when_it_is_allowed(store):
    app = create_app(Settings(shop_id=DEMO_SHOP, page=None, allow=("workshop.local", " ")), store)
    with TestClient(app, base_url="http://workshop.local") as client:
        assert client.get("/api/jobs").status_code == 200
        ours = {"Origin": "https://workshop.local"}
        assert client.post(BACK, headers=ours).status_code == 204
        assert client.post(BACK, headers={"Origin": "https://other.local"}).status_code == 403
        assert client.get("/api/jobs", headers={"Host": "other.local"}).status_code == 421


def test_long_answers_are_packed_for_who_reads_them_over_a_network(store):
    app = create_app(Settings(shop_id=DEMO_SHOP, page=None, allow=("workshop.local",)), store)
    with TestClient(app, base_url="http://workshop.local") as client:
        far = client.get("/api/shop")
        near = client.get("/api/shop", headers={"Host": "127.0.0.1:8740"})
    assert far.headers.get("content-encoding") == "gzip"
    assert "content-encoding" not in near.headers
    assert far.content == near.content


@pytest.mark.parametrize(
    "origin",
    ["https://evil.example.com", "null", "http://127.0.0.1:1", "http://localhost", "file://127.0.0.1", "http://[bad", ""],
)
@pytest.mark.parametrize(("method", "path"), [("POST", BACK), ("DELETE", CUT), ("PUT", "/api/files/backup")])
def test_writes_of_other_pages_are_refused_with_or_without_a_body(client, origin, method, path):
    before = client.get(CUT).json()
    answer = client.request(method, path, headers={"Origin": origin, "Host": "127.0.0.1:8740"})
    assert answer.status_code == 403
    assert client.get(CUT).json() == before


def test_our_own_page_and_programs_may_write(client):
    for headers in ({}, {"Origin": "http://127.0.0.1:8740", "Host": "127.0.0.1:8740"}):
        assert client.post(BACK, headers=headers).status_code == 204


@pytest.fixture(scope="module")
def paged(opened_store):
    with TestClient(
        create_app(Settings(shop_id=DEMO_SHOP, page=places.BUILT_PAGE), opened_store), base_url="http://127.0.0.1"
    ) as made:
        yield made


ODD = [
    "/%00",
    "/a%00b",
    "/" + "a" * 300,
    "/" + "a/" * 1500,
    "/.ranura",
    "/.git/config",
    "/assets/../.ranura",
    "/api/%00",
    "/a/.b",
]


@pytest.mark.slow
@pytest.mark.parametrize("path", ODD)
def test_odd_addresses_are_not_found_and_never_a_fault(paged, path):
    assert paged.get(path).status_code == 404


@pytest.mark.slow
@pytest.mark.parametrize("path", ["/", "/drawer", "/api/nothing", "/api/openapi.json", "/.odd", "/mark.svg", "/assets/none.js"])
def test_every_answer_says_how_it_may_be_used(paged, path):
    answer = paged.get(path)
    for name in HEADERS:
        assert answer.headers.get(name), name
    assert "frame-ancestors 'none'" in answer.headers["Content-Security-Policy"]


@pytest.mark.slow
def test_styles_are_the_pages_own_and_known_by_a_word_that_changes(paged):
    words = []
    for path in ("/", "/drawer"):
        answer = paged.get(path)
        policy = answer.headers["Content-Security-Policy"]
        assert "unsafe-inline" not in policy
        words.append(re.search(r"style-src 'self' 'nonce-([\w-]{20,})'", policy).group(1))
        assert set(re.findall(r'nonce="([^"]*)"', answer.text)) == {words[-1]}
    assert words[0] != words[1]


def test_bodies_have_a_limit_that_hangs_on_their_route(client):
    large = json.dumps({"name": "x" * 4_100_000})
    answer = client.post("/api/jobs", content=large, headers={"Content-Type": "application/json"})
    assert answer.status_code == 413
    assert "4 MB" in answer.json()["error"]["message"]
    # One that does not say its length is counted as it comes.
    chunks = (b"x" * 100_000 for _ in range(60))
    assert client.post("/api/jobs", content=chunks, headers={"Content-Type": "application/json"}).status_code == 413
    assert client.post("/api/jobs", content=b"", headers={"Content-Length": "many"}).status_code in (413, 422)
    assert most_of("/api/files/backup/preview") > most_of("/api/files/shop") > most_of("/api/plan")


def test_no_more_of_a_body_is_taken_in_than_its_limit():
    seen, sent = [], []
    most = most_of("/api/jobs")

    async def app(_scope, receive, _send):
        while (message := await receive())["type"] == "http.request":
            seen.append(len(message["body"]))

    async def receive():
        return {"type": "http.request", "body": b"x" * (most // 4), "more_body": True}

    async def send(message):
        sent.append(message)

    scope = {"type": "http", "method": "POST", "path": "/api/jobs", "headers": [(b"host", b"127.0.0.1")]}
    in_own_loop(asyncio.wait_for(Door(app)(scope, receive, send), 10))
    assert sum(seen) == most
    assert sent[0]["status"] == 413


def test_what_is_no_http_goes_through():
    seen = []

    async def app(scope, _receive, _send):
        seen.append(scope["type"])

    in_own_loop(Door(app)({"type": "lifespan"}, None, None))
    assert seen == ["lifespan"]


@pytest.mark.parametrize(
    ("number", "text", "says"),
    [
        (1114, "The table 'bits' is full", DISK_FULL),
        (3, "Error writing file './x' (Errcode: 28 \"No space left on device\")", DISK_FULL),
        (1932, "Table 'ranura.bits' doesn't exist in engine", DATABASE_DAMAGED),
        (2003, "Can't connect", DATABASE_DOWN),
        (2013, "Lost connection", DATABASE_DOWN),
    ],
)
def test_a_full_disk_a_damaged_table_and_a_stopped_database_are_told_apart(number, text, says):
    assert said_of(OperationalError("SELECT 1", {}, Exception(number, text))) == says


def _hung(url: str) -> socket.socket:
    host, _, port = url.removeprefix("http://").partition(":")
    made = socket.create_connection((host, int(port)), timeout=20)
    made.sendall(b"GET /api/jobs HTTP/1.1\r\nHost: 127.0.0.1\r\n")
    return made


@pytest.mark.slow
def test_half_sent_requests_are_let_go_and_hold_nobody_up(served, monkeypatch):
    monkeypatch.setattr(patience, "MOST_WAITING", 8)
    monkeypatch.setattr(patience, "HEADER_S", 60.0)
    hung = [_hung(served.url) for _ in range(20)]
    try:
        late = time.monotonic() + 20
        closed = 0
        while closed < 12:
            assert time.monotonic() < late, f"only {closed} were let go"
            closed = sum(_is_closed(each) for each in hung)
        with socket.create_connection(("127.0.0.1", int(served.url.rpartition(":")[2])), timeout=20) as other:
            other.sendall(b"GET /api/jobs HTTP/1.1\r\nHost: 127.0.0.1\r\nConnection: close\r\n\r\n")
            assert b"200 OK" in other.recv(100)
    finally:
        for each in hung:
            each.close()


def _is_closed(connection: socket.socket) -> bool:
    connection.setblocking(False)
    try:
        return connection.recv(1) == b""
    except BlockingIOError:
        return False
    except OSError:
        return True


@pytest.mark.slow
def test_a_head_that_never_ends_is_let_go_in_time(served, monkeypatch):
    monkeypatch.setattr(patience, "HEADER_S", 0.3)
    hung = _hung(served.url)
    assert hung.recv(1) == b"", "the server ends it by itself"
    hung.close()


@pytest.mark.slow
def test_a_body_that_stops_coming_is_let_go_in_time(served, monkeypatch):
    monkeypatch.setattr(patience, "BODY_S", 0.3)
    monkeypatch.setattr(patience, "HEADER_S", 60.0)
    host, _, port = served.url.removeprefix("http://").partition(":")
    with socket.create_connection((host, int(port)), timeout=20) as hung:
        hung.sendall(
            b"POST /api/jobs HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\nContent-Length: 50\r\n\r\n{"
        )
        while hung.recv(1000):
            pass
