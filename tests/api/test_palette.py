"""The line that takes anything: cuts read in the boards of a job, and everything that has a name."""

from __future__ import annotations

import pytest

JOB = "little-harbour"


def read(client, text, piece=None, **headers):
    return client.post(f"/api/jobs/{JOB}/line", json={"text": text, "piece_id": piece}, headers=headers).json()


def test_a_line_that_is_whole_is_a_cut_that_can_be_kept(client):
    cut = read(client, "mortise 60 x 8 x 9 at 100, 30 control cross")["cut"]
    assert (cut["missing"], cut["strange"], cut["piece_said"]) == ([], [], True)
    made = client.post(f"/api/pieces/{cut['piece_id']}/cuts", json={"name": cut["name"], "cut": cut["cut"]})
    assert made.status_code == 201
    assert made.json()["cut"]["length"]["mm"] == 60


def test_the_open_board_is_taken_and_units_are_the_readers(client):
    cut = read(client, "roundover .25", "emblem-lid", **{"Ranura-Unit": "in"})["cut"]
    assert (cut["piece_id"], cut["piece_said"], cut["cut"]["size"]) == ("emblem-lid", False, {"typed": ".25", "unit": "in"})


def test_what_is_no_cut_is_none_and_what_may_become_one_says_what_it_wants(client):
    assert read(client, "speed 12") == {"cut": None, "begun": []}
    assert read(client, "mor")["begun"] == [
        {"name": "mortise", "wants": "length x width x depth at from the left end, from the near edge"}
    ]
    assert client.post("/api/jobs/nothing/line", json={"text": "dado"}).status_code == 404
    empty = client.post("/api/jobs", json={"name": "Empty"}).json()
    assert client.post(f"/api/jobs/{empty['id']}/line", json={"text": "dado 3"}).json() == {"cut": None, "begun": []}


@pytest.mark.parametrize(
    ("q", "kind", "name", "path"),
    [
        ("harbour", "job", "The Little Harbour", f"/jobs/{JOB}/page"),
        ("wing", "board", "Wing case side", f"/jobs/{JOB}/cuts/shelf-dado-212"),
        ("middle", "cut", "Middle shelf", f"/jobs/{JOB}/cuts/shelf-dado-212"),
        ("mortise control", "cut", "Mortise", f"/jobs/{JOB}/cuts/cross-mortise"),
        ("ogee", "cut", "Ogee round the opening", f"/jobs/{JOB}/cuts/arch-ogee"),
        ("paper", "joint", "Paper shelf", "/jobs/prompters-desk/joints/desk-paper"),
        ("lap frame", "joint", "Leg frame", "/jobs/prompters-desk/joints/desk-frame"),
        ("6mm shank", "bit", "6 straight", "/drawer/straight-6"),
        ("plunge", "router", "Plunge two", "/bench#plunge-two"),
        ("never climb", "rule", "Never climb", "/rules#school-never"),
        ("rim speed at", "rule", "Rim speed at most", "/rules#rule-rim_speed_limit_m_s"),
        ("end gr", "word", "end grain", "/help#end-grain"),
    ],
)
def test_everything_with_a_name_is_found(client, q, kind, name, path):
    found = client.get("/api/find", params={"q": q}).json()
    assert (kind, name, path) in [(each["kind"], each["name"], each["path"]) for each in found]


def test_what_was_removed_is_not_found_and_signs_mean_themselves(client):
    client.delete("/api/cuts/shelf-dado-212")
    assert "Middle shelf" not in [each["name"] for each in client.get("/api/find", params={"q": "middle"}).json()]
    for q in ("", "   ", "%", "_", '"', "\\", "zzz"):
        assert client.get("/api/find", params={"q": q}).json() == [], q
