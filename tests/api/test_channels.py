"""Channels and pockets through the API: kept as they were asked, planned from their texts, corrected by test cuts."""

from __future__ import annotations

import pytest
from tests.api.test_edges import typed
from tests.api.test_jobs_and_plans import PIECE, cut

POCKET = {
    "kind": "pocket",
    "form": "recess",
    "length": typed("64"),
    "across": typed("3/4 in"),
    "depth": typed("2.2"),
    "from_left": typed("100"),
    "from_near": typed("20"),
}


def plan(client, **changes):
    return client.post("/api/plan/proof", json={"piece": PIECE, "cut": {**POCKET, **changes}})


def test_a_pocket_is_kept_as_it_was_typed(client):
    made = client.post("/api/pieces/wing-case-side/cuts", json={"name": "Hinge", "cut": POCKET})
    assert made.status_code == 201
    kept = client.get(f"/api/cuts/{made.json()['id']}").json()
    assert kept["cut"]["across"]["typed"] == "3/4 in"
    assert kept["cut"]["across"]["mm"] == pytest.approx(19.05)
    assert kept["place"]["metric"] == "100 mm from left, 20 mm from near"
    assert client.get(f"/api/cuts/{made.json()['id']}/slip.pdf").content.startswith(b"%PDF")


@pytest.mark.parametrize(
    ("changes", "field", "words"),
    [
        ({"length": None}, "cut.length", "how long"),
        ({"from_near": None}, "cut.from_near", "beyond the near side"),
        ({"length": typed("2 m")}, "cut.from_left", "beyond the right side"),
        ({"depth": typed("30")}, "cut.depth", "goes through the board"),
        ({"across": typed("")}, "cut.across", "Type a length"),
        ({"form": "star"}, "cut.form", "mortise"),
        ({"count": 2}, "cut.spacing", "how far apart"),
        ({"radius": typed("12")}, "cut.radius", "do not fit"),
        ({"clamps": [{"side": "top", "at": 4}]}, "cut.clamps.0.side", "near"),
        ({"guide": "trammel"}, "cut.guide", "does not guide"),
    ],
)
def test_what_is_wrong_with_a_pocket_is_said_where_it_was_typed(client, changes, field, words):
    answer = plan(client, **changes)
    assert answer.status_code == 422
    assert answer.json()["error"]["field"] == field
    assert words in answer.json()["error"]["message"]


def test_a_remedy_is_a_change_that_the_plan_takes(client):
    disc = {"form": "disc", "across": None, "length": typed("100"), "from_left": typed("120"), "from_near": typed("120")}
    stopped = plan(client, **disc, through=True)
    assert stopped.json()["status"] == "stop"
    changes = {}
    for code in ("no-sacrificial-board", "loose-piece"):
        changes |= next(each["change"] for each in stopped.json()["remedies"] if each["answers"] == code)
    answer = plan(client, **disc, through=True, **changes)
    assert answer.json()["status"] != "stop"


def test_a_test_cut_says_what_it_means_and_keeps_it_when_told(client):
    asked = {"piece": PIECE, "cut": cut(), "key": "setback", "measured": typed("68.95")}
    found = client.post("/api/test-cut", json=asked).json()
    assert (found["of"], found["id"], found["side"]) == ("base", "plunge-two", "flat side")
    assert found["after"] == pytest.approx(75.3)
    before = client.post("/api/plan", json={"piece": PIECE, "cut": cut()}).json()
    base = {name: found[name] for name in ("of", "id", "base", "side")}
    assert client.post("/api/corrections", json=base | {"value": found["after"]}).status_code == 204
    after = client.post("/api/plan", json={"piece": PIECE, "cut": cut()}).json()

    def at(plan_):
        return next(figure["value"] for figure in plan_["figures"] if figure["key"] == "guide.fence_at")

    assert at(before) - at(after) == pytest.approx(0.3)
    assert client.post("/api/test-cut", json={**asked, "measured": typed("90")}).json()["error"]["field"] == "measured"
    wrong = client.post("/api/corrections", json={"of": "base", "id": "plunge-two", "base": "plunge", "side": "top", "value": 75})
    assert wrong.json()["error"]["field"] == "side"


def test_a_measured_bit_makes_the_jigs_of_its_old_width_outdated(client):
    made = client.post("/api/jigs", json={"bit_id": "straight-12.7", "router_id": "plunge-two"})
    assert made.status_code == 200
    plan_ = client.post("/api/plan", json={"piece": PIECE, "cut": cut()}).json()
    assert next(each["kind"] for each in plan_["guides"] if each["chosen"]) == "t-jig"
    client.post("/api/corrections", json={"of": "bit", "id": "straight-12.7", "value": 12.62})
    old = client.post("/api/plan", json={"piece": PIECE, "cut": cut()}).json()
    jig = next(each for each in old["guides"] if each["kind"] == "t-jig")
    assert not jig["can"]
    assert "12.62" in jig["says"]["metric"]
    assert next(f["value"] for f in old["figures"] if f["key"] == "guide.setback") == pytest.approx(75 - 6.31)
    shelf = next(each for each in client.get("/api/things").json() if each["kind"] == "t-jig")
    said = shelf["line"]["metric"]
    assert said.startswith("12.7 straight in Plunge two: notch 12.7 mm")
    assert "no longer holds: now 12.62 mm" in said


def test_a_repeat_is_suggested_as_a_change_that_the_plan_takes(client):
    asked = {"piece": PIECE, "cut": cut()}
    found = client.post("/api/plan/repeats", json={**asked, "count": 2}).json()
    assert found["count"] == 2
    change = {"count": 2, "spacing": {"typed": found["spacing"]["typed"], "unit": found["spacing"]["unit"]}}
    assert len(client.post("/api/plan", json={"piece": PIECE, "cut": cut(**change)}).json()["stations"]) == 2
    more = client.post("/api/plan/repeats", json=asked).json()["more"]
    assert len(more) == 1
    refused = client.post("/api/plan/repeats", json={"piece": PIECE, "cut": POCKET})
    assert (refused.status_code, refused.json()["error"]["field"]) == (422, "cut.count")


@pytest.mark.parametrize(
    ("of", "thing", "field", "value"),
    [("spacer", "strip-4.9", "thickness", 5.05), ("delivery", "birch-18-october", "measured", 17.4)],
)
def test_a_corrected_strip_or_delivery_is_kept_and_taken_back(client, of, thing, field, value):
    def kept() -> float:
        found = next(each for each in client.get("/api/things").json() if each["id"] == thing)
        return float(found["texts"][field].removesuffix("mm"))

    was = kept()
    assert client.post("/api/corrections", json={"of": of, "id": thing, "value": value}).status_code == 204
    assert kept() == value
    assert client.post("/api/corrections", json={"of": of, "id": thing, "value": was}).status_code == 204
    assert kept() == was
    assert client.post("/api/corrections", json={"of": of, "id": "straightedge-1200", "value": value}).status_code == 404
