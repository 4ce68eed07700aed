"""Photos of runs, marked places, and runs that are taken out of the log and come back."""

from __future__ import annotations

import base64
import io
from datetime import timedelta

import pytest
from PIL import Image
from tests.api.test_runs import CUT, begun, through  # noqa: F401 # a fixture of theirs

from ranura.demo.shop import DEMO_SHOP
from ranura.store import backup, kept_jobs, kept_photos, removed
from ranura.store.items import NotFoundError


def picture(form: str = "JPEG", size: tuple[int, int] = (40, 30)) -> bytes:
    made = io.BytesIO()
    Image.effect_noise(size, 90).convert("RGB").save(made, form, **({"quality": 95} if form == "JPEG" else {}))
    return made.getvalue()


def add(client, run_id: str, jpeg: bytes):
    return client.post(f"/api/runs/{run_id}/photos", json={"jpeg": base64.b64encode(jpeg).decode()})


@pytest.fixture
def noted(client) -> str:
    asked = {"cut": "A groove", "material": "oak", "bit_id": "straight-12.7", "metres": 5, "outcome": {"came_out": "burnt"}}
    return client.post("/api/runs", json=asked).json()["id"]


def photos(client, run_id: str) -> list[str]:
    return [each["id"] for each in client.get(f"/api/runs/{run_id}").json()["photos"]]


def test_a_photo_is_kept_shown_taken_away_and_brought_back(client, noted):
    jpeg = picture()
    made = add(client, noted, jpeg)
    assert made.status_code == 201
    photo = made.json()["id"]
    shown = client.get(f"/api/photos/{photo}")
    assert (shown.content, shown.headers["content-type"]) == (jpeg, "image/jpeg")
    assert photos(client, noted) == [photo]
    assert client.delete(f"/api/photos/{photo}").status_code == 204
    assert photos(client, noted) == []
    assert client.get(f"/api/photos/{photo}").status_code == 404
    (gone,) = client.get("/api/removed").json()
    assert (gone["kind"], gone["name"]) == ("photos", "Photo of A groove")
    assert client.post(f"/api/removed/photos/{photo}").status_code == 204
    assert photos(client, noted) == [photo]


@pytest.mark.parametrize(
    ("jpeg", "says"),
    [
        (b"", "no JPEG"),
        (b"\xff\xd8\xff\xe0 a beginning alone", "no JPEG"),
        (picture()[:-200], "no JPEG"),
        (picture("PNG"), "no JPEG"),
        (picture(size=(900, 900)), "300 kB at most"),
    ],
)
def test_what_is_no_photo_is_refused_and_nothing_is_kept(client, noted, jpeg, says):
    refused = add(client, noted, jpeg)
    assert (refused.status_code, refused.json()["error"]["field"]) == (422, "jpeg")
    assert says in refused.json()["error"]["message"]
    assert photos(client, noted) == []


def test_a_run_has_six_photos_at_most_brought_back_ones_too(client, noted):
    ids = [add(client, noted, picture()).json()["id"] for _ in range(6)]
    full = add(client, noted, picture())
    assert "6 photos" in full.json()["error"]["message"]
    client.delete(f"/api/photos/{ids[0]}")
    assert add(client, noted, picture()).status_code == 201
    assert client.post(f"/api/removed/photos/{ids[0]}").status_code == 422
    assert len(photos(client, noted)) == 6
    assert client.post("/api/runs/none/photos", json={"jpeg": base64.b64encode(picture()).decode()}).status_code == 404


def test_photos_and_runs_taken_out_go_into_a_backup_and_for_good_after_thirty_days(client, store, noted):
    kept, away = (add(client, noted, picture()).json()["id"] for _ in range(2))
    client.delete(f"/api/photos/{away}")
    other = client.get("/api/runs").json()[-1]["id"]
    client.delete(f"/api/runs/{other}")
    with store.session() as session:
        text, rows = backup.written(session, DEMO_SHOP), backup.rows_of(session, DEMO_SHOP)
    assert {each["id"] for each in rows["run_photos"]} == {kept, away}
    with store.session() as session:
        backup.put_back(session, DEMO_SHOP, backup.read(text))
    with store.session() as session:
        assert backup.rows_of(session, DEMO_SHOP) == rows
        plans = len(rows["run_plans"])
        removed.let_go(session, DEMO_SHOP, at=kept_jobs.now() + timedelta(days=31))
        left = backup.rows_of(session, DEMO_SHOP)
    assert [each["id"] for each in left["run_photos"]] == [kept]
    assert other not in {each["id"] for each in left["runs"]}
    assert len(left["runs"]) == len(rows["runs"]) - 1
    followed = {each["plan_id"] for each in left["runs"]} - {None}
    assert {each["id"] for each in left["run_plans"]} == followed
    assert len(followed) <= plans


def metres(client) -> float:
    return next(each for each in client.get("/api/lessons").json()["wear"] if each["bit_id"] == "straight-12.7")["metres"]


def test_a_run_comes_back_into_the_log_with_what_it_ran(client, noted):
    before, lines = metres(client), client.get("/api/runs").json()
    cut = client.app.state.saved_shop.current().bit("straight-12.7").metres_cut
    assert client.delete(f"/api/runs/{noted}").status_code == 204
    assert metres(client) == pytest.approx(before - 5)
    assert client.app.state.saved_shop.current().bit("straight-12.7").metres_cut == pytest.approx(cut - 5)
    assert noted not in {each["id"] for each in client.get("/api/runs").json()}
    assert client.get(f"/api/runs/{noted}").status_code == 404
    assert client.delete(f"/api/runs/{noted}").status_code == 404
    assert [each["kind"] for each in client.get("/api/removed").json()] == ["runs"]
    assert client.post(f"/api/removed/runs/{noted}").status_code == 204
    assert client.get("/api/runs").json() == lines
    assert metres(client) == pytest.approx(before)
    assert client.app.state.saved_shop.current().bit("straight-12.7").metres_cut == pytest.approx(cut)
    assert client.post(f"/api/removed/runs/{noted}").status_code == 404, "it is there"


def test_a_log_that_is_read_brings_back_what_was_taken_out(client, noted):
    text = client.get("/api/log.json").text
    before, cut = metres(client), client.app.state.saved_shop.current().bit("straight-12.7").metres_cut
    client.delete(f"/api/runs/{noted}")
    taken = client.post("/api/log", json={"text": text}).json()
    assert taken["added"] == 1
    assert taken["known"] == len(client.get("/api/runs").json()) - 1
    assert metres(client) == pytest.approx(before)
    assert client.app.state.saved_shop.current().bit("straight-12.7").metres_cut == pytest.approx(cut)
    assert client.post("/api/log", json={"text": text}).json()["added"] == 0


def test_places_are_marked_on_the_drawing_of_what_was_run(client, begun):  # noqa: F811
    run_id = through(client, begun)
    marks = [{"what": "burnt", "at": [12.5, 40.0]}, {"what": "torn", "at": [200.0, 8.25]}]
    kept = client.post(f"/api/runs/{run_id}/outcome", json={"came_out": "burnt", "marks": marks})
    assert kept.status_code == 200
    assert client.get(f"/api/runs/{run_id}").json()["run"]["outcome"]["marks"] == marks
    again = client.post(f"/api/runs/{run_id}/outcome", json={"came_out": "clean"})
    assert again.json()["outcome"]["marks"] == []


@pytest.mark.parametrize(
    "mark", [{"what": "clean", "at": [1, 1]}, {"what": "burnt", "at": [1]}, {"what": "burnt", "at": [1e9, 0]}, {"what": "burnt"}]
)
def test_a_mark_is_a_fault_at_a_place(client, begun, mark):  # noqa: F811
    run_id = through(client, begun)
    asked = {"came_out": "burnt", "marks": [mark]}
    assert client.post(f"/api/runs/{run_id}/outcome", json=asked).status_code == 422


def test_a_photo_is_of_one_shop_alone(client, store, noted):
    photo = add(client, noted, picture()).json()["id"]
    with store.session() as session:
        assert kept_photos.jpeg_of(session, DEMO_SHOP, photo)
        with pytest.raises(NotFoundError):
            kept_photos.jpeg_of(session, "another", photo)
    client.delete(f"/api/photos/{photo}")
    other = client.get("/api/runs").json()[-1]["id"]
    client.delete(f"/api/runs/{other}")
    with store.session() as session:
        assert {each.id for each in removed.listed(session, DEMO_SHOP)} == {photo, other}
        assert removed.listed(session, "another") == ()


def test_what_was_only_noted_has_no_drawing_to_mark(client, noted):
    later = client.post(f"/api/runs/{noted}/outcome", json={"came_out": "burnt", "marks": [{"what": "burnt", "at": [1, 1]}]})
    assert (later.status_code, later.json()["error"]["field"]) == (422, "marks")
    outcome = {"came_out": "burnt", "marks": [{"what": "burnt", "at": [1, 1]}]}
    refused = client.post("/api/runs", json={"cut": "A groove", "outcome": outcome})
    assert (refused.status_code, refused.json()["error"]["field"]) == (422, "outcome.marks")
