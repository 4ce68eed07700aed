"""Joints of a job: kept once, their cuts in both boards, changed by hand, removed and brought back, out and in (R14)."""

from __future__ import annotations

import json

import pytest

from ranura.core.joints.kinds import KINDS

JOB = "/api/jobs/little-harbour"


def mm(text: str) -> dict[str, str]:
    return {"typed": text, "unit": "mm"}


def board(name: str, length: str, width: str, thickness: str, material: str = "birch-plywood") -> dict:
    sizes = {"length": mm(length), "width": mm(width), "thickness": mm(thickness)}
    return {"name": name, "material": material, **sizes}


SIDE, SHELF = board("Case side", "640", "300", "18"), board("Shelf", "500", "300", "17.6")
DEMO_JOINTS = ["box joint", "sliding dovetail", "sliding dovetail"]
HOUSED = {"kind": "housed", "at": mm("200")}


@pytest.fixture
def pieces(client) -> tuple[str, str]:
    ids = []
    for piece in (SIDE, SHELF):
        ids.append(client.post(f"{JOB}/pieces", json={"piece": piece}).json()["pieces"][-1]["id"])
    return ids[0], ids[1]


@pytest.fixture
def joint(client, pieces) -> dict:
    first, second = pieces
    asked = {"name": "Upper shelf", "first_id": first, "second_id": second, "joint": {"kind": "dado-rabbet"}}
    answer = client.post(f"{JOB}/joints", json=asked)
    assert answer.status_code == 201, answer.text
    return answer.json()


def cuts_of(client, pieces, job=JOB) -> list[list[tuple[str, str | None]]]:
    items = {each["id"]: each for each in client.get(job).json()["pieces"]}
    return [[(cut["name"], cut["joint"]) for cut in items[piece]["cuts"]] for piece in pieces]


def test_a_joint_makes_its_cuts_in_both_boards_and_they_follow_it(client, pieces, joint):
    groove, tongue = ("Groove, Upper shelf", joint["id"]), ("Tongue, Upper shelf", joint["id"])
    assert cuts_of(client, pieces) == [[groove], [tongue]]
    assert [each["kind"] for each in client.get(JOB).json()["joints"]] == [*DEMO_JOINTS, "dado-rabbet corner"]
    changed = {"name": "Upper shelf", "joint": HOUSED, "version": 1}
    answer = client.put(f"/api/joints/{joint['id']}", json=changed)
    assert answer.status_code == 200, answer.text
    assert cuts_of(client, pieces) == [[("Dado, Upper shelf", joint["id"])], []]
    stale = client.put(f"/api/joints/{joint['id']}", json=changed)
    assert (stale.status_code, stale.json()["error"]["field"]) == (409, "version")
    slip = client.get(f"/api/cuts/{joint['id']}.a0/slip.pdf")
    assert slip.content.startswith(b"%PDF")
    assert client.get(f"/api/cuts/{joint['id']}.a0/plan").json()["title"]["metric"] == "dado for 17.6 mm × 6 mm"


def test_own_cuts_come_after_those_of_joints_and_stand_on_what_they_took(client, pieces, joint):
    first, _ = pieces
    dado = {"kind": "dado", "width": mm("12"), "depth": mm("6"), "position": mm("300")}
    answer = client.post(f"/api/pieces/{first}/cuts", json={"name": "Own", "cut": dado})
    assert answer.status_code == 201, answer.text
    assert [name for name, _ in cuts_of(client, pieces)[0]] == ["Groove, Upper shelf", "Own"]
    second = client.post(f"/api/pieces/{first}/cuts", json={"name": "Later", "cut": dado | {"position": mm("400")}}).json()
    place = {"piece_id": first, "before": f"{joint['id']}.a0"}
    assert client.post(f"/api/cuts/{second['id']}/place", json=place).status_code == 204
    assert [name for name, _ in cuts_of(client, pieces)[0]] == ["Groove, Upper shelf", "Later", "Own"]


def test_tools_and_guides_of_its_cuts_are_kept_with_the_joint_and_nothing_else(client, pieces, joint):
    cut_id = f"{joint['id']}.a0"
    kept = client.get(f"/api/cuts/{cut_id}").json()
    by_hand = kept["cut"] | {"bit_id": "down-cut-6.35", "guide": "edge-guide", "lighter": True}
    for name in ("width", "depth", "position"):
        by_hand[name] = {"typed": by_hand[name]["typed"], "unit": by_hand[name]["unit"]}
    asked = {"name": kept["name"], "cut": by_hand, "version": kept["version"]}
    answer = client.put(f"/api/cuts/{cut_id}", json=asked)
    assert answer.status_code == 200, answer.text
    changes = client.get(f"/api/joints/{joint['id']}").json()["joint"]["changes"]
    assert [(each["member"], each["number"], each["bit_id"], each["guide"], each["lighter"]) for each in changes] == [
        ("a", 0, "down-cut-6.35", "edge-guide", True)
    ]
    now = client.get(f"/api/cuts/{cut_id}").json()
    assert (now["cut"]["bit_id"], now["version"]) == ("down-cut-6.35", 2)
    assert client.delete("/api/bits/down-cut-6.35").status_code == 409, "a joint uses it"
    deeper = asked | {"cut": by_hand | {"depth": mm("5")}, "version": 2}
    for refused in (
        client.put(f"/api/cuts/{cut_id}", json=deeper),
        client.delete(f"/api/cuts/{cut_id}"),
        client.post(f"/api/cuts/{cut_id}/place", json={"piece_id": pieces[1], "before": None}),
    ):
        assert refused.status_code == 422
        assert "follows from the joint 'Upper shelf'" in refused.json()["error"]["message"]


def test_a_joint_is_taken_away_with_its_cuts_and_brought_back(client, pieces, joint):
    assert client.delete(f"/api/joints/{joint['id']}").status_code == 204
    assert cuts_of(client, pieces) == [[], []]
    assert client.get(f"/api/joints/{joint['id']}").status_code == 404
    assert client.get(f"/api/cuts/{joint['id']}.a0").status_code == 404
    assert [(each["kind"], each["name"]) for each in client.get("/api/removed").json()] == [("joints", "Upper shelf")]
    assert client.post(f"/api/removed/joints/{joint['id']}").status_code == 204
    assert [len(each) for each in cuts_of(client, pieces)] == [1, 1]
    assert client.delete(f"/api/pieces/{pieces[1]}").status_code == 204
    assert len(client.get(JOB).json()["joints"]) == len(DEMO_JOINTS), "a board of it is gone"
    assert client.post(f"/api/removed/pieces/{pieces[1]}").status_code == 204
    assert [len(each) for each in cuts_of(client, pieces)] == [1, 1]


def test_a_copy_of_what_follows_from_a_joint_is_the_boards_own(client, pieces, joint):
    made = client.post(f"/api/cuts/{joint['id']}.a0/copy").json()["id"]
    assert cuts_of(client, pieces)[0] == [("Groove, Upper shelf", joint["id"]), ("Groove, Upper shelf, copy", None)]
    assert client.delete(f"/api/cuts/{made}").status_code == 204


def test_a_joint_goes_along_with_its_job(client, pieces, joint):
    del pieces
    copy = client.post(f"{JOB}/copy").json()["id"]
    copied = client.get(f"/api/jobs/{copy}").json()
    assert [(each["name"], each["id"] != joint["id"]) for each in copied["joints"]][-1] == ("Upper shelf", True)
    text = client.get(f"{JOB}/job.json").text
    names = [cut["name"] for each in json.loads(text)["job"]["boards"] for cut in each["cuts"]]
    assert "Groove, Upper shelf" not in names, "what follows is not written a second time"
    read = client.post("/api/files/job", json={"text": text}).json()["id"]
    there = client.get(f"/api/jobs/{read}").json()
    assert [each["name"] for each in there["joints"]][-1] == "Upper shelf"
    assert [cut["name"] for cut in there["pieces"][-2]["cuts"]] == ["Groove, Upper shelf"]
    backup = client.get("/api/files/backup.json").text
    assert client.put("/api/files/backup", json={"text": backup}).status_code in (200, 204)
    assert [each["name"] for each in client.get(JOB).json()["joints"]][-1] == "Upper shelf"


def test_the_plan_of_a_joint_says_both_cuts_its_fit_and_its_trial(client):
    found = client.post("/api/plan/joint", json={"joint": {"kind": "dado-rabbet"}, "first": SIDE, "second": SHELF}).json()
    assert [(each["member"], each["name"]) for each in found["cuts"]] == [("a", "Groove"), ("b", "Tongue")]
    assert [each["gap"]["metric"]["number"] for each in found["measured"]] == ["0.1", "0.3"]
    assert [view["name"] for view in found["drawing"]] == ["section", "side", "detail"]
    assert len(found["trial"]) == 3
    assert found["status"] == "caution"
    assert found["shared"] == []
    ends = {"first": board("Side", "320", "200", "12", "beech"), "second": board("End", "240", "200", "12", "beech")}
    for into, says in (("left", "Side and End"), ("both", "All of them")):
        box = client.post("/api/plan/joint", json={"joint": {"kind": "box-joint", "into": into}, **ends}).json()
        assert [each["metric"] for each in box["shared"]] == [f"{says} at one setting: all parts and a spare first"]
    wrong = client.post("/api/plan/joint", json={"joint": HOUSED | {"depth": mm("18")}, "first": SIDE, "second": SHELF})
    assert (wrong.status_code, wrong.json()["error"]["field"]) == (422, "joint.depth")


def test_which_joints_two_boards_can_have(client):
    asked = {"first": board("Leg", "700", "90", "28", "ash"), "second": board("Rail", "500", "90", "14", "ash")}
    names = client.get("/api/joints/kinds").json()
    assert [each["kind"] for each in names] == list(KINDS)
    assert all(each["name"] and each["strength"] and each["shows"] for each in names)
    found = {kind: client.post("/api/joints/which", json=asked | {"kind": kind}).json() for kind in KINDS}
    assert {kind for kind, each in found.items() if each["kind"] == kind and each["joint"]["kind"] == kind} == set(KINDS)
    assert "14 mm" in found["corner-lap"]["refused"]["metric"]
    shelf = found["housed"]
    assert (shelf["minutes"] > 8, shelf["settings"], len(shelf["tools"])) == (True, 1, 2)
    assert shelf["takes"]["metric"].endswith("of the second board's length")


def test_pieces_of_another_job_are_not_joined(client, pieces):
    other = client.post("/api/jobs", json={"name": "Another"}).json()["id"]
    asked = {"name": "Odd", "first_id": pieces[0], "second_id": pieces[1], "joint": HOUSED}
    assert client.post(f"/api/jobs/{other}/joints", json=asked).status_code == 404


def test_a_house_rule_moves_the_cuts_of_a_joint(client, pieces, joint):
    """R14's clearances are the house's."""

    def groove() -> float:
        return client.get(f"/api/cuts/{joint['id']}.a0").json()["cut"]["width"]["mm"]

    before = groove()
    rules = client.get("/api/shop").json()["rules"]
    assert (
        client.put("/api/shop/settings", json={"rules": rules | {"fit_sliding": rules["fit_sliding"] + 0.05}}).status_code == 200
    )
    assert groove() == pytest.approx(before + 0.05)
    assert cuts_of(client, pieces)[0][0][0] == "Groove, Upper shelf"


@pytest.mark.parametrize(
    ("kind", "member"), [("dado-rabbet", "a"), ("dado-rabbet", "b"), ("housed", "a"), ("tee-lap", "a"), ("mortise-tenon", "b")]
)
def test_tools_are_changed_too_where_a_length_that_was_worked_out_does_not_end(client, kind, member):
    """A third of 20 and of 17 mm: what is shown of it is not all of it."""
    sizes = [board("Odd side", "640", "100", "20", "ash"), board("Odd rail", "500", "85", "17", "ash")]
    first, second = [client.post(f"{JOB}/pieces", json={"piece": each}).json()["pieces"][-1]["id"] for each in sizes]
    asked = {"name": "Odd", "first_id": first, "second_id": second, "joint": {"kind": kind, "at": mm("200")}}
    made = client.post(f"{JOB}/joints", json=asked).json()
    address = f"/api/cuts/{made['id']}.{member}0"
    kept = client.get(address).json()
    cut = typed_again(kept["cut"]) | {"router_id": "plunge-two"}
    answer = client.put(address, json={"name": kept["name"], "cut": cut, "version": 1})
    assert answer.status_code == 200, answer.text
    assert client.get(address).json()["cut"]["router_id"] == "plunge-two"


def typed_again(value):
    """What was answered, as a request takes it."""
    if isinstance(value, dict):
        if "typed" in value:
            return {"typed": value["typed"], "unit": value["unit"]}
        return {key: typed_again(each) for key, each in value.items()}
    return [typed_again(each) for each in value] if isinstance(value, list) else value


def test_the_list_of_jobs_counts_what_follows_from_joints(client):
    cards = {each["id"]: each["cuts"] for each in client.get("/api/jobs").json()}
    assert cards == {"little-harbour": 25, "prompters-desk": 21}
