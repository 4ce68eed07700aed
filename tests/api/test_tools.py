"""The drawer, the bench, guides, woods and house rules by HTTP: typed in, changed, put away, refused."""

from __future__ import annotations

import pytest

from ranura.demo.shop import SHOP

ROUNDOVER = {"profile": "roundover", "radius": "1/4 in", "bearing": "1/2 in", "shank": "1/2 in", "overall_length": "60"}


def add(client, **texts):
    return client.post("/api/bits", json={"texts": {**ROUNDOVER, **texts}})


def test_a_bit_is_typed_in_and_lies_in_the_drawer(client):
    made = add(client).json()
    assert (made["name"], made["shank"], made["makes"]) == ("Roundover 1/4 in", "1/2 in", "edges")
    drawer = client.get("/api/bits").json()["bits"]
    assert drawer[-1]["id"] == made["id"]
    assert len(drawer) == len(SHOP.bits) + 1
    opened = client.get(f"/api/bits/{made['id']}").json()
    assert [at["router_name"] for at in opened["routers"] if at["fits"]] == ["Plunge two", "Table three"]
    assert opened["cuts"]


def test_a_wrong_bit_is_refused_at_its_field_and_nothing_is_kept(client):
    answer = add(client, radius="3//4")
    assert (answer.status_code, answer.json()["error"]["field"]) == (422, "radius")
    assert add(client, diameter="20").json()["error"]["field"] == "diameter"
    assert add(client, colour="red").json()["error"]["field"] == "colour"
    assert len(client.get("/api/bits").json()["bits"]) == len(SHOP.bits)


def test_a_draft_follows_the_description_and_the_fields_win(client):
    asked = {"description": "roundover 1/4 in, 1/2 shank, bearing", "texts": {"bearing": "3/8 in"}}
    draft = client.post("/api/bits/draft", json=asked).json()
    assert draft["texts"]["bearing"] == "3/8 in"
    assert "bearing" not in draft["guessed"]
    assert draft["bit"]["shape"]["width"] == pytest.approx(9.525 + 12.7)
    half = client.post("/api/bits/draft", json={"description": "straight 1/2 shank", "texts": {}}).json()
    assert (half["bit"], half["problem"]["field"]) == (None, "diameter")
    assert client.post("/api/bits/draft", json={"description": "", "texts": {}}).json()["problem"]["field"] == "profile"


def test_a_change_of_a_bit_moves_the_plan(client):
    texts = client.get("/api/bits/straight-12.7").json()["texts"]
    answer = client.put("/api/bits/straight-12.7", json={"texts": {**texts, "marked_max_rpm": "18000"}})
    assert answer.status_code == 200
    plan = client.get("/api/cuts/shelf-dado-212/plan").json()
    assert next(f["value"] for f in plan["figures"] if f["key"] == "speed.rpm") == 18_000


def test_a_bit_put_away_is_not_planned_with_and_comes_back(client):
    assert client.post("/api/bits/straight-12.7/away", json={"archived": True}).json()["archived"]
    assert client.get("/api/cuts/shelf-dado-212/plan").json()["bit_id"] != "straight-12.7"
    client.post("/api/bits/straight-12.7/away", json={"archived": False})
    assert client.get("/api/cuts/shelf-dado-212/plan").json()["bit_id"] == "straight-12.7"


def test_a_bit_keeps_its_history(client):
    texts = client.get("/api/bits/straight-12.7").json()["texts"]
    assert client.get("/api/bits/straight-12.7").json()["history"] == []
    client.put("/api/bits/straight-12.7", json={"texts": {**texts, "state": "worn", "metres_cut": "90"}})
    client.post("/api/bits/straight-12.7/away", json={"archived": True})
    seen = client.get("/api/bits/straight-12.7").json()["history"]
    assert [each["words"]["metric"] for each in seen] == ["was put away", "cut 4 m more", "sharp → worn"]
    assert seen[0]["at"].endswith(("Z", "+00:00"))
    made = add(client).json()
    assert [each["words"]["inch"] for each in client.get(f"/api/bits/{made['id']}").json()["history"]] == ["came into the drawer"]


def test_what_cuts_have_pinned_is_not_removed(client):
    kept = client.get("/api/cuts/shelf-dado-212").json()
    lengths = {k: {"typed": kept["cut"][k]["typed"], "unit": "mm"} for k in ("width", "depth", "position")}
    body = {"name": "Middle shelf", "version": 1, "cut": {**lengths, "bit_id": "straight-9.525", "router_id": "trim-one"}}
    assert client.put("/api/cuts/shelf-dado-212", json=body).status_code == 200
    for address in ("/api/bits/straight-9.525", "/api/routers/trim-one"):
        answer = client.delete(address)
        assert answer.status_code == 409
        assert "Middle shelf" in answer.json()["error"]["message"]
    assert [use["name"] for use in client.get("/api/bits/straight-9.525").json()["uses"]] == ["Middle shelf"]
    assert client.delete("/api/bits/bead-3").status_code == 204
    assert client.get("/api/bits/bead-3").status_code == 422
    assert client.delete("/api/bits/bead-3").status_code == 422


def test_finding_answers_ids(client):
    assert client.get("/api/bits/find", params={"q": "6mm shank"}).json() == ["straight-6"]
    assert len(client.get("/api/bits/find").json()) == len(SHOP.bits)


def test_a_router_is_typed_in_changed_and_its_dial_measured(client):
    first = client.get("/api/routers").json()[1]
    copied = client.post("/api/routers", json={"texts": {**first["texts"], "name": "Second"}, "bases": first["bases"]})
    assert copied.status_code == 201
    wrong = client.put(
        f"/api/routers/{copied.json()['id']}", json={"texts": first["texts"], "bases": [{**first["bases"][0], "across": "x"}]}
    )
    assert (wrong.status_code, wrong.json()["error"]["field"]) == (422, "bases.0.across")
    dial = [{**point, "rpm": point["rpm"] + 100, "measured": True} for point in first["dial"][:-1]]
    measured = client.put("/api/routers/plunge-two/dial", json={"dial": dial}).json()
    assert [point["rpm"] for point in measured["dial"]][:2] == [9_100, 11_600]
    twice = client.put("/api/routers/plunge-two/dial", json={"dial": [dial[0], dial[0]]})
    assert (twice.status_code, twice.json()["error"]["field"]) == (422, "dial")
    assert client.delete(f"/api/routers/{copied.json()['id']}").status_code == 204
    plan = client.get("/api/cuts/shelf-dado-212/plan").json()
    assert (plan["router_id"], next(f["value"] for f in plan["figures"] if f["key"] == "speed.dial")) == ("plunge-two", 22_100)


def test_guides_woods_and_deliveries_are_kept(client):
    wood = {"name": "bog oak", "material_class": "dense-hardwood", "density": "900", "burn": "2", "tear_out": "3"}
    made = client.post("/api/things", json={"kind": "wood", "texts": wood}).json()
    assert made["id"] in {material["id"] for material in client.get("/api/shop").json()["materials"]}
    assert client.post("/api/things", json={"kind": "wood", "texts": {**wood, "burn": "4"}}).json()["error"]["field"] == "burn"
    piece = {
        "name": "Test",
        "material": made["id"],
        **{k: {"typed": "300", "unit": "mm"} for k in ("length", "width")},
        "thickness": {"typed": "20", "unit": "mm"},
    }
    assert client.post("/api/jobs/little-harbour/pieces", json={"piece": piece}).status_code == 201
    refused = client.delete(f"/api/things/wood/{made['id']}")
    assert (refused.status_code, "Test" in refused.json()["error"]["message"]) == (409, True)
    edge = {"kind": "straightedge", "texts": {"name": "Short", "length": "400"}}
    client.delete("/api/things/straightedge/straightedge-1200")
    short = client.post("/api/things", json=edge).json()
    plan = client.get("/api/cuts/shelf-dado-212/plan").json()
    assert "straightedge-short" in {caution["code"] for caution in plan["cautions"]}, "500 mm are needed"
    changed = {**edge, "texts": {"name": "Long", "length": "900"}}
    assert client.put(f"/api/things/{short['id']}", json=changed).json()["name"] == "Long"
    assert client.post("/api/things", json={"kind": "hammer", "texts": {}}).status_code == 422


def test_changed_rules_say_what_they_would_move_before_they_are_kept(client):
    view = client.get("/api/rules").json()
    assert len(view["numbers"]) > 40
    assert all(number["bound"]["says"].endswith(".") for number in view["numbers"])
    rules = {**view["rules"], "depth_rule": "fixed-cap"}
    drafted = client.post(
        "/api/rules/draft", json={"rules": rules, "numbers": {"pass_cap": "4"}, "job_id": "little-harbour"}
    ).json()
    assert len(drafted["cuts"]) == 25
    asked = {"rules": drafted["rules"], "cut_id": "shelf-dado-212"}
    changes = client.post("/api/rules/moves", json=asked).json()
    moved = {(move["cut_name"], move["label"]): move["after"]["metric"]["number"] for move in changes}
    assert moved["Middle shelf", "Deepest pass"] == "4"
    assert moved["Middle shelf", "Depths"] == "2", "6 in two steps; a floor takes none to finish"
    # The ogee runs round an opening that is there only after the cut before it.
    slower = {"rules": {**drafted["rules"], "speed_rule": "share", "rim_speed_limit_m_s": 20}, "cut_id": "arch-ogee"}
    assert client.post("/api/rules/moves", json=slower).json()
    of_joint = next(cut_id for cut_id in drafted["cuts"] if cut_id.startswith("floor-left."))
    assert client.post("/api/rules/moves", json={**asked, "cut_id": of_joint}).status_code == 200
    assert client.post("/api/rules/moves", json={**asked, "cut_id": "no-cut"}).status_code == 404
    assert client.get("/api/rules").json()["rules"]["depth_rule"] == "half-diameter", "nothing is kept yet"
    beyond = client.post(
        "/api/rules/draft", json={"rules": view["rules"], "numbers": {"hand_limit": "70", "finish": "3//4"}}
    ).json()
    assert beyond["rules"] is None
    assert {problem["field"] for problem in beyond["problems"]} == {"hand_limit", "finish"}


def test_a_quick_sum_answers_or_says_what_is_missing(client):
    found = client.post("/api/quick", json={"text": "offset 5/8 1/4"}).json()
    assert found["answer"]["copy"]["metric"] == "4.76 mm"
    half = client.post("/api/quick", json={"text": "sp"}).json()
    assert (half["answer"], half["partial"], half["completions"][0]["name"]) == (None, True, "speed")


def test_an_empty_shop_is_offered_a_starter_and_takes_it(own):
    assert own.get("/api/bits").json()["bits"] == []
    asked = {"unit": "in", "owned": ["plunge"], "makes": ["cases"]}
    offer = own.post("/api/starter", json=asked).json()
    assert own.get("/api/bits").json()["bits"] == [], "offered, not kept"
    taken = own.post("/api/starter/take", json=asked).json()
    assert [bit["name"] for bit in taken["bits"]] == [bit["name"] for bit in offer["bits"]]
    assert own.get("/api/shop").json()["unit"] == "in"
    assert own.post("/api/starter", json={**asked, "owned": []}).status_code == 422


def test_a_shop_that_has_nothing_begins_with_a_cut_and_assumed_tools(own):
    begun = own.post("/api/begin", json={"unit": "in"}).json()
    job = own.get(f"/api/jobs/{begun['job_id']}").json()
    (cut,) = job["pieces"][0]["cuts"]
    assert (cut["id"], cut["status"], cut["name"]) == (begun["cut_id"], "caution", "Dado")
    assert own.get("/api/shop").json()["unit"] == "in"
    assert own.post("/api/begin", json={"unit": "mm"}).json() == {"job_id": None, "cut_id": None}, "it stays as it is"
    assert len(own.get("/api/jobs").json()) == 1
    assert any("assumed" in [mark["code"] for mark in bit["marks"]] for bit in own.get("/api/bits").json()["bits"])


def test_what_is_assumed_is_confirmed_changed_or_taken_out_one_by_one(own):
    own.post("/api/begin", json={"unit": "mm"})
    router, bit, *_ = own.get("/api/assumed").json()
    assert (router["kind"], bit["kind"]) == ("routers", "bits")
    body = {"kind": "bits", "id": bit["id"], "fields": ["diameter"]}
    left = next(each for each in own.post("/api/assumed/confirm", json=body).json() if each["id"] == bit["id"])
    assert {each["field"] for each in bit["figures"]} - {each["field"] for each in left["figures"]} == {"diameter"}
    texts = own.get(f"/api/bits/{bit['id']}").json()["texts"]
    own.put(f"/api/bits/{bit['id']}", json={"texts": {**texts, "cutting_length": "22"}})
    now = next(each for each in own.get("/api/assumed").json() if each["id"] == bit["id"])
    assert "cutting_length" not in {each["field"] for each in now["figures"]}
    assert "shank" in {each["field"] for each in now["figures"]}
    still = own.post("/api/assumed/confirm", json={"kind": "bits", "id": bit["id"], "fields": None}).json()
    assert bit["id"] not in {each["id"] for each in still}
    assert own.post("/api/assumed/confirm", json={"kind": "bits", "id": "nothing"}).status_code == 404
    taken = own.post("/api/starter/take", json={"unit": "mm", "owned": ["trim"], "makes": []}).json()
    assert [each["name"] for each in taken["bits"]].count(bit["name"]) == 1, "what was looked at stays, and stands once"
    assert taken["routers"] == ["Trim router"]
    assert own.get("/api/assumed").json() == []
