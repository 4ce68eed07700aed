"""Plans whose proof takes long: figures at once, the proof when it is asked for, nothing kept or listed without it."""

from __future__ import annotations

from typing import Any

import pytest


def mm(value: float) -> dict[str, str]:
    return {"typed": f"{value:g}", "unit": "mm"}


def asked(cut: dict[str, Any], width: float = 200) -> dict[str, Any]:
    piece = {"name": "board", "material": "oak", "length": mm(600), "width": mm(width), "thickness": mm(20)}
    return {"cut": cut, "piece": piece}


DADO = {"kind": "dado", "width": mm(12.7), "depth": mm(6), "position": mm(100)}
DISC = {"kind": "pocket", "form": "hole", "length": mm(120), "depth": mm(20), "through": True, "backed": True, "loose": "screws",
        "from_left": mm(300), "from_near": mm(100)}  # fmt: skip


@pytest.mark.parametrize(("cut", "long"), [(DISC, True), (DADO, False)])
def test_figures_come_before_a_proof_that_takes_long(client, cut, long):
    first = client.post("/api/plan", json=asked(cut)).json()
    assert (first["status"] == "unproven") == long
    assert first["proof"]["passed"] == (None if long else True)
    proven = client.post("/api/plan/proof", json=asked(cut)).json()
    assert proven["proof"]["passed"] is True
    assert proven["status"] in ("ready", "caution")
    assert [each["shown"] for each in proven["figures"]] == [each["shown"] for each in first["figures"]]


def test_kept_cuts_and_moves_are_always_proven(client):
    assert client.get("/api/cuts/finger-slot/plan").json()["proof"]["passed"] is True
    with_moves = client.post("/api/plan?moves=true", json=asked(DISC)).json()
    assert with_moves["proof"]["passed"] is True


def test_what_the_proof_finds_is_a_caution_that_bears_the_number_of_its_place(client):
    narrow = client.post("/api/plan/proof", json=asked(DISC | {"loose": None})).json()
    assert narrow["status"] == "stop"
    assert narrow["proof"]["passed"] is False
    codes = [each["code"] for each in narrow["proof"]["findings"]]
    loose = next(each for each in narrow["cautions"] if each["code"] == "loose-piece")
    assert loose["mark"] == codes.index("loose-piece") + 1
    marks = [mark for mark in narrow["drawing"][0]["marks"] if mark["kind"] == "finding"]
    assert [mark["text"]["metric"] for mark in marks] == [str(each["mark"]) for each in narrow["cautions"] if each["mark"]]


def test_the_list_knows_what_the_cuts_before_took(client):
    """A roundover whose bearing would fall into a deep dado is a stop in the list too, until the dado is gone."""
    piece = {"name": "shelf", "material": "oak", "length": mm(600), "width": mm(200), "thickness": mm(20)}
    job = client.post("/api/jobs/little-harbour/pieces", json={"piece": piece}).json()
    shelf = job["pieces"][-1]["id"]
    deep = DADO | {"width": mm(19.05), "depth": mm(17), "position": mm(200)}
    edge = {"kind": "edge", "shape": "roundover", "size": mm(6.35), "edges": ["near"], "edge_state": "smooth",
            "router_id": "plunge-two", "bit_id": "roundover-6.35"}  # fmt: skip
    dado = client.post(f"/api/pieces/{shelf}/cuts", json={"name": "Deep dado", "cut": deep}).json()
    added = client.post(f"/api/pieces/{shelf}/cuts", json={"name": "Round", "cut": edge}).json()
    assert added["status"] == "stop"

    def listed() -> str:
        return client.get("/api/jobs/little-harbour").json()["pieces"][-1]["cuts"][-1]["status"]

    assert listed() == "stop"
    assert client.get(f"/api/cuts/{added['id']}/plan").json()["status"] == "stop"
    client.delete(f"/api/cuts/{dado['id']}")
    assert listed() != "stop"


def test_ways_out_are_tried_with_the_second_answer(client):
    job = next(each for each in client.get("/api/jobs").json() if each["name"] == "The Little Harbour")
    pieces = client.get(f"/api/jobs/{job['id']}").json()["pieces"]
    piece, kept = next((piece, cut) for piece in pieces for cut in piece["cuts"] if cut["id"] == "flat-hinges")
    cut = kept["cut"] | {"from_left": {"typed": "1", "unit": "mm"}}
    asked = {"piece": piece["piece"], "cut": cut}
    first, second = (client.post(path, json=asked).json() for path in ("/api/plan", "/api/plan/proof"))
    stops = {each["code"] for each in first["proof"]["findings"] if each["level"] == "stop"}
    assert stops
    assert (first["untried"], second["untried"]) == (True, False)
    assert not stops & {each["answers"] for each in first["remedies"]}
    assert stops & {each["answers"] for each in second["remedies"]}
