"""Choosing by HTTP: which bit for a section, what to buy for all jobs, and what is mounted already in a job."""

from __future__ import annotations

import pytest
from sqlalchemy.exc import OperationalError

from ranura.api.prior import PriorCuts
from ranura.core.family import Before
from ranura.core.plan import PLANNING, plan_cut
from ranura.demo.shop import SHOP

GROOVE = {"kind": "groove", "material": "oak", "goes": "along"} | {
    name: {"typed": typed, "unit": "mm"} for name, typed in (("width", "6"), ("depth", "9"), ("thickness", "18"))
}


def test_a_groove_is_asked_without_a_board_and_names_the_missing_collet(client):
    found = client.post("/api/choose", json=GROOVE).json()
    assert [(offer["bit_id"], offer["router_id"]) for offer in found["offers"]] == [("straight-6", "trim-one")]
    assert found["misses"][0]["needs"]["metric"] == "a 6 mm collet for Plunge two"
    assert found["misses"][0]["better"]
    assert found["can"] == 1
    assert found["can"] + found["cannot"] >= 36


def test_stopped_and_through_cuts_drop_what_cannot(client):
    stopped = client.post("/api/choose", json={**GROOVE, "width": {"typed": "12.7", "unit": "mm"}, "ends": "stopped"}).json()
    assert {offer["router_id"] for offer in stopped["offers"]} == {"plunge-two", "trim-one"}, "these have a plunge base"
    assert "needs-hand-router" in {each["code"] for each in stopped["refusals"]}
    through = client.post("/api/choose", json={**GROOVE, "through": True, "depth": {"typed": "", "unit": "mm"}})
    assert through.status_code == 200, "the depth is the thickness then"
    assert {each["code"] for each in through.json()["refusals"]} >= {"beyond-cutting-length"}


@pytest.mark.parametrize("goes", ["across", "along"])
def test_a_rabbet_is_offered_the_bit_that_its_plan_takes(client, goes):
    section = {name: {"typed": typed, "unit": "mm"} for name, typed in (("size", "9.5"), ("depth", "6"))}
    cut = {"kind": "edge", "shape": "rabbet", "edges": ["left" if goes == "across" else "near"], "edge_state": "smooth"} | section
    sizes = {name: {"typed": typed, "unit": "mm"} for name, typed in (("length", "900"), ("width", "600"), ("thickness", "18"))}
    plan = client.post("/api/plan", json={"cut": cut, "piece": {"name": "side", "material": "oak"} | sizes}).json()
    asked = GROOVE | {"kind": "rabbet", "goes": goes, "width": section["size"], "depth": section["depth"]}
    first = client.post("/api/choose", json=asked).json()["offers"][0]
    assert (first["bit_id"], first["router_id"]) == (plan["bit_id"], plan["router_id"])
    assert first["bit_id"].startswith("rabbet")


def test_what_the_moves_stop_is_refused_with_their_reason(client):
    """A board of 60 mm is too narrow for the base that the ranking would take first."""
    lengths = {"width": "8", "depth": "5", "position": "20"}
    cut = {"kind": "dado", "goes": "along", "end": "near", "guide": "edge-guide"}
    cut |= {name: {"typed": typed, "unit": "mm"} for name, typed in lengths.items()}
    sizes = {name: {"typed": typed, "unit": "mm"} for name, typed in (("length", "700"), ("width", "60"), ("thickness", "18"))}
    asked = {"cut": cut, "piece": {"name": "rail", "material": "oak"} | sizes}
    found = client.post("/api/plan/tools", json=asked).json()
    for offer in found["offers"]:
        pinned = {name: offer[name] for name in ("bit_id", "router_id")}
        assert client.post("/api/plan", json=asked | {"cut": cut | pinned}).json()["status"] != "stop"
    plan = client.post("/api/plan", json=asked).json()
    pair = (plan["bit_id"], plan["router_id"])
    offered = {(each["bit_id"], each["router_id"]) for each in found["offers"]}
    refused = {(each["bit_id"], each["router_id"]): each["code"] for each in found["refusals"]}
    stops = {each["code"] for each in plan["cautions"] if each["level"] == "stop"}
    assert pair in offered or refused[pair] in stops


def test_a_wrong_section_is_refused_at_its_field(client):
    for field, typed, at in (("width", "3//4", "cut.width"), ("depth", "18", "cut.depth"), ("thickness", "", "thickness")):
        answer = client.post("/api/choose", json={**GROOVE, field: {"typed": typed, "unit": "mm"}})
        assert (answer.status_code, answer.json()["error"]["field"]) == (422, at)
    assert client.post("/api/choose", json={**GROOVE, "material": "cheese"}).json()["error"]["field"] == "material"


def add_cut(client, width: str, position: str, **pins):
    job = client.get("/api/jobs/little-harbour").json()
    lengths = {"width": width, "depth": "6", "position": position}
    cut = {name: {"typed": typed, "unit": "mm"} for name, typed in lengths.items()} | pins
    return client.post(f"/api/pieces/{job['pieces'][0]['id']}/cuts", json={"name": f"{width} at {position}", "cut": cut}).json()


def shopping(client):
    """The list of what to buy, asked for until nothing is left to look at."""
    while (found := client.get("/api/shopping").json())["left"]:
        assert (found["buys"], found["beyond"]) == ([], [])
    return found


@pytest.mark.thorough
def test_the_list_of_what_to_buy_follows_the_cuts_of_the_jobs(client):
    before = shopping(client)
    assert before["buys"] == []
    add_cut(client, "4", "300")
    found = shopping(client)
    assert found["cuts"] == found["makes"] == before["cuts"] + 1
    (bought,) = found["buys"]
    assert bought["serves"][0]["cut_name"] == "4 at 300, Wing case side"
    kept = client.post("/api/bits", json={"texts": {**bought["texts"], "price": str(bought["price"])}})
    assert kept.status_code == 201
    assert shopping(client)["buys"] == []


def test_what_earlier_cuts_are_set_up_with_is_taken_again(client):
    """Two bits as good as one another: the one that is mounted for the cut before wins, and stays when a draft is typed."""
    texts = client.get("/api/bits/straight-12.7").json()["texts"]
    twin = client.post("/api/bits", json={"texts": {**texts, "name": "Twin", "price": "90"}}).json()["id"]
    free = client.get("/api/cuts/shelf-dado-64/plan").json()
    assert free["bit_id"] == "straight-12.7"
    kept = client.get("/api/cuts/shelf-dado-212").json()
    lengths = {k: {"typed": kept["cut"][k]["typed"], "unit": "mm"} for k in ("width", "depth", "position")}
    pinned = {"name": "Middle shelf", "version": 1, "cut": {**lengths, "bit_id": twin, "router_id": "plunge-two"}}
    assert client.put("/api/cuts/shelf-dado-212", json=pinned).status_code == 200
    assert client.get("/api/cuts/shelf-dado-64/plan").json()["bit_id"] == twin
    job = client.get("/api/jobs/little-harbour").json()
    piece = {k: v for k, v in job["pieces"][0]["piece"].items() if k in ("name", "material")} | {
        k: {"typed": job["pieces"][0]["piece"][k]["typed"], "unit": "mm"} for k in ("length", "width", "thickness")
    }
    draft = {"piece": piece, "cut": {**lengths, "position": {"typed": "80", "unit": "mm"}}}
    assert client.post("/api/plan", json=draft).json()["bit_id"] == "straight-12.7"
    assert client.post("/api/plan", json={**draft, "cut_id": "shelf-dado-64"}).json()["bit_id"] == twin
    assert client.post("/api/plan", json={**draft, "cut_id": "nothing"}).status_code == 404


def test_mounting_only_parts_what_is_equal_otherwise():
    from ranura.demo.jobs import SHELF_DADOES, WING_CASE_SIDE

    worse = frozenset({("straight-9.525", "trim-one")})
    plan = plan_cut(SHELF_DADOES[0][2], WING_CASE_SIDE, SHOP, SHOP.rules, before=Before(mounted=worse))
    assert plan.bit_id == "straight-12.7"


def test_what_is_mounted_is_remembered_while_the_database_is_down(store):
    class Down:
        writes = -2

        def session(self):
            raise OperationalError("SELECT 1", {}, Exception("gone"))

    prior = PriorCuts(store, PLANNING)
    known = prior.before("shelf-dado-64", SHOP)
    assert known.mounted == {("straight-12.7", "plunge-two")}
    assert prior.before("shelf-dado-212", SHOP) == Before(), "nothing comes before the first"
    prior._store = Down()
    assert prior.before("shelf-dado-64", SHOP) == known
    assert prior.before("another", SHOP) == Before()


def test_a_cut_that_stops_mounts_nothing(client):
    kept = client.get("/api/cuts/shelf-dado-212").json()
    lengths = {k: {"typed": kept["cut"][k]["typed"], "unit": "mm"} for k in ("width", "depth", "position")}
    stopped = {"name": "x", "version": 1, "cut": {**lengths, "bit_id": "straight-12", "router_id": "plunge-two"}}
    assert client.put("/api/cuts/shelf-dado-212", json=stopped).status_code == 200
    assert client.get("/api/cuts/shelf-dado-212/plan").json()["status"] == "stop"
    assert client.app.state.prior.before("shelf-dado-64", client.app.state.saved_shop.current()) == Before(
        unmade=("dado 17.6 mm × 6 mm",)
    )


def test_a_rabbet_that_ends_inside_wants_a_bit_and_a_base_that_plunge(client):
    """No family plans one; its section is judged alone, as a channel's."""
    asked = GROOVE | {"kind": "rabbet", "ends": "stopped"}
    found = client.post("/api/choose", json=asked).json()
    assert found["offers"]
    assert {offer["router_id"] for offer in found["offers"]} <= {"plunge-two", "trim-one"}
    assert "rabbet-9.525" not in {offer["bit_id"] for offer in found["offers"]}
