"""The API of jobs, pieces, cuts and plans on a real database."""

from __future__ import annotations

import dataclasses
import io
import json
from functools import partial

import pytest
from fastapi.testclient import TestClient
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from pypdf import PdfReader

from ranura.api import plans
from ranura.api.application import Settings, create_app
from ranura.demo.shop import DEMO_SHOP, SHOP
from ranura.formats.print_page import Sheet
from ranura.store import kept_jobs, repository
from ranura.store.repository import Store


def typed(text: str, unit: str = "mm") -> dict[str, str]:
    return {"typed": text, "unit": unit}


def cut(**changes) -> dict:
    asked = {"kind": "dado", "width": typed("17.6"), "depth": typed("6"), "position": typed("212")}
    return {**asked, **{k: typed(v) if isinstance(v, str) and k in asked else v for k, v in changes.items()}}


PIECE = {
    "name": "Wing case side",
    "material": "birch-plywood",
    "length": typed("640"),
    "width": typed("300"),
    "thickness": typed("17.6"),
}


def plan(client, **changes):
    return client.post("/api/plan", json={"piece": PIECE, "cut": cut(**changes)})


def test_the_demo_job_and_its_plans(client):
    jobs = client.get("/api/jobs").json()
    assert [job["name"] for job in jobs] == ["The Little Harbour", "Prompter's desk"]
    job = client.get(f"/api/jobs/{jobs[0]['id']}").json()
    piece = job["pieces"][0]
    assert [c["cut"]["position"]["typed"] for c in piece["cuts"][:2]] == ["212", "64"]
    assert all(c["glyph"] and c["status"] != "stop" for each in job["pieces"] for c in each["cuts"])
    kept = client.get(f"/api/cuts/{piece['cuts'][0]['id']}/plan").json()
    assert kept == plan(client).json(), "the kept cut and the typed one have the same plan"


@pytest.mark.parametrize(
    ("changes", "field", "partial", "words"),
    [
        ({"width": "3"}, "cut.width", False, "narrowest"),
        ({"width": "700"}, "cut.width", False, "wider than the board"),
        ({"depth": "18"}, "cut.depth", False, "through the board"),
        ({"width": "5", "depth": "12"}, "cut.depth", False, "deep"),
        ({"width": "3//4"}, "cut.width", False, "two slashes"),
        ({"width": ""}, "cut.width", True, "Type a length"),
        ({"depth": "1e9"}, "cut.depth", False, "exponent"),
        ({"depth": "abc"}, "cut.depth", False, "no number"),
        ({"position": "1-1/"}, "cut.position", True, "not finished"),
        ({"position": "630"}, "cut.position", False, "no wood is left"),
        ({"position": "0"}, "cut.position", True, "more than 0"),
        ({"bit_id": "none"}, "cut.bit_id", False, "not in this shop"),
        ({"end": "top"}, "cut.end", False, "left"),
        ({"extra": 1}, "cut.extra", False, "not known"),
        ({"stop_first": typed("295")}, "cut.stop_first", False, "less than the channel is wide"),
        ({"count": 3}, "cut.spacing", False, "how far apart"),
        ({"count": 3, "spacing": typed("12")}, "cut.spacing", False, "no wood between"),
        ({"count": 3, "spacing": typed("250")}, "cut.spacing", False, "no wood is left"),
        ({"angle": 75}, "cut.angle", False, "60"),
        ({"angle": 55}, "cut.angle", False, "runs out of an end"),
        ({"mirrored": True}, "cut.mirrored", False, "needs two boards"),
        ({"width": None}, "cut.width", False, "what is to fit"),
        ({"shape": "round"}, "cut.width", False, "Round nose, radius 4"),
    ],
)
def test_bad_input_is_said_where_it_was_typed(client, changes, field, partial, words):
    response = plan(client, **changes)
    assert response.status_code == 422
    error = response.json()["error"]
    assert (error["field"], error.get("partial", False)) == (field, partial)
    assert words in error["message"]


near_lengths = st.from_regex(r"[0-9]{1,4}([.,/][0-9]{1,3})?( ?(mm|cm|in|\"|'))?", fullmatch=True)


@settings(max_examples=120, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(st.dictionaries(st.sampled_from(["width", "depth", "position"]), st.text(max_size=10) | near_lengths, min_size=1))
def test_whatever_is_typed_is_planned_or_refused_at_its_field(client, texts):
    response = plan(client, **texts)
    assert response.status_code in (200, 422)
    if response.status_code == 422:
        assert response.json()["error"]["field"] in ("cut.width", "cut.depth", "cut.position")
        assert response.json()["error"]["message"]


def test_half_a_character_is_refused_and_not_a_fault(client):
    headers = {"Content-Type": "application/json"}
    body = json.dumps({"name": "\ud800", "cut": cut(), "version": 1})
    refused = client.put("/api/cuts/shelf-dado-212", content=body, headers=headers)
    assert (refused.status_code, refused.json()["error"]["field"]) == (422, "name")
    typed_body = json.dumps({"piece": PIECE, "cut": cut(width="\ud800")})
    assert client.post("/api/plan", content=typed_body, headers=headers).status_code == 422


def test_refusals_come_in_the_readers_own_unit(client):
    error = plan(client, width=typed("25.5 in")).json()["error"]
    assert "25 1/2 in" in error["words"]["inch"]
    assert "647.7 mm" in error["words"]["metric"]


def test_a_piece_and_a_cut_of_ones_own_are_kept(client, store: Store):
    job = client.post("/api/jobs/little-harbour/pieces", json={"piece": {**PIECE, "name": "Shelf", "material": "ash"}}).json()
    piece = job["pieces"][-1]
    assert (piece["piece"]["name"], piece["cuts"]) == ("Shelf", [])
    made = client.post(f"/api/pieces/{piece['id']}/cuts", json={"name": "Housing", "cut": cut(width="23/32 in")})
    assert made.status_code == 201
    assert made.json()["version"] == 1
    with store.session() as session:
        kept = kept_jobs.load_job(session, DEMO_SHOP, "little-harbour")
    assert kept.pieces[-1].cuts[0].cut.width.typed == "23/32 in"
    assert client.delete(f"/api/cuts/{made.json()['id']}").status_code == 204
    assert client.get(f"/api/cuts/{made.json()['id']}").status_code == 404


def test_a_removed_cut_comes_back_with_its_version_and_place(client):
    before = client.get("/api/jobs/little-harbour").json()
    assert client.delete("/api/cuts/shelf-dado-212").status_code == 204
    assert len(client.get("/api/jobs/little-harbour").json()["pieces"][0]["cuts"]) == 3
    assert client.post("/api/removed/cuts/shelf-dado-212").status_code == 204
    assert client.get("/api/jobs/little-harbour").json() == before


def test_a_piece_that_shrinks_shows_which_cuts_no_longer_fit(client):
    job = client.put("/api/pieces/wing-case-side", json={"piece": {**PIECE, "length": typed("220")}}).json()
    stands = {c["id"]: c["status"] for c in job["pieces"][0]["cuts"]}
    assert stands["shelf-dado-212"] == "stop"
    assert client.get("/api/cuts/shelf-dado-212/plan").status_code == 422
    wrong = client.put("/api/pieces/wing-case-side", json={"piece": {**PIECE, "width": typed("3//4")}})
    assert (wrong.status_code, wrong.json()["error"]["field"]) == (422, "piece.width")


def test_a_cut_that_cannot_be_is_not_kept(client):
    before = client.get("/api/cuts/shelf-dado-212").json()
    refused = client.put(
        "/api/cuts/shelf-dado-212", json={"name": "Middle", "cut": cut(depth="20"), "version": before["version"]}
    )
    assert refused.status_code == 422
    assert client.get("/api/cuts/shelf-dado-212").json() == before


def test_saving_an_old_version_is_refused_with_the_newer_cut(client):
    first = client.put("/api/cuts/shelf-dado-212", json={"name": "Middle", "cut": cut(depth="7"), "version": 1})
    assert (first.status_code, first.json()["version"]) == (200, 2)
    late = client.put("/api/cuts/shelf-dado-212", json={"name": "Middle", "cut": cut(depth="8"), "version": 1})
    assert late.status_code == 409
    assert late.json()["error"]["field"] == "version"
    assert late.json()["newer"]["cut"]["depth"]["typed"] == "7"
    assert late.json()["newer"]["version"] == 2
    again = client.put("/api/cuts/shelf-dado-212", json={"name": "Middle", "cut": cut(depth="8"), "version": 2})
    assert again.json()["version"] == 3


@pytest.mark.parametrize(
    ("method", "path", "body"),
    [
        ("GET", "/api/jobs/nothing", None),
        ("GET", "/api/cuts/nothing", None),
        ("GET", "/api/cuts/nothing/plan", None),
        ("GET", "/api/cuts/nothing/slip.pdf", None),
        ("DELETE", "/api/pieces/nothing", None),
        ("PUT", "/api/pieces/nothing", {"piece": PIECE}),
        ("POST", "/api/removed/pieces/nothing", None),
        ("POST", "/api/removed/bits/nothing", None),
        ("POST", "/api/removed/cuts/nothing", None),
        ("POST", "/api/jobs/nothing/pieces", {"piece": PIECE}),
        ("POST", "/api/pieces/nothing/cuts", {"name": "x", "cut": cut()}),
        ("PUT", "/api/cuts/nothing", {"name": "x", "cut": cut(), "version": 1}),
        ("GET", "/api/no/such/place", None),
    ],
)
def test_unknown_ids_are_404_in_the_one_form(client, method, path, body):
    response = client.request(method, path, json=body)
    assert response.status_code == 404
    assert set(response.json()["error"]) >= {"field", "message"}


def test_what_belongs_to_another_shop_is_not_there(client, store: Store):
    other = dataclasses.replace(SHOP, id="other", routers=(), bits=())
    with store.session() as session:
        repository.remove_shop(session, "other")
        repository.add_shop(session, other)
        kept_jobs.add_job(session, "other", id="their-job", name="Theirs")
    assert client.get("/api/jobs/their-job").status_code == 404
    assert [job["id"] for job in client.get("/api/jobs").json()] == ["little-harbour", "prompters-desk"]


def test_house_rules_change_figures_at_once_and_stop_at_the_floor(client):
    shop = client.get("/api/shop").json()
    rules = {**shop["rules"], "depth_rule": "fixed-cap"}
    assert client.put("/api/shop/settings", json={"unit": "mm", "rules": rules}).status_code == 200
    step = next(f for f in plan(client).json()["figures"] if f["key"] == "depth.step")
    assert (step["value"], step["school"]) == (6.0, "fixed-cap")
    beyond = client.put("/api/shop/settings", json={"unit": "mm", "rules": {**rules, "rim_speed_limit_m_s": 75}})
    assert beyond.status_code == 422
    assert "60" in beyond.json()["error"]["message"]
    assert beyond.json()["error"]["field"] == "rules.rim_speed_limit_m_s"
    assert client.get("/api/shop").json()["rules"]["depth_rule"] == "fixed-cap"


def test_every_refusal_of_a_pinned_tool_is_shown_not_hidden(client):
    made = plan(client, bit_id="straight-12", router_id="plunge-two")
    assert made.status_code == 200
    assert made.json()["status"] == "stop"


def test_jobs_are_listed_changed_copied_taken_away_and_brought_back(client):
    other = client.post("/api/jobs", json={"name": "  Second job "}).json()
    assert (other["name"], other["notes"], other["archived"]) == ("Second job", "", False)
    first, _, second = client.get("/api/jobs").json()
    assert (first["boards"], first["cuts"], second["boards"], second["picture"]) == (40, 25, 0, [])
    assert len(first["picture"][0]) == 4, "the outline of its first board"
    change = f"/api/jobs/{other['id']}"
    assert client.put(change, json={"notes": "Glue on Friday"}).json()["notes"] == "Glue on Friday"
    assert client.put(change, json={"name": "Stage", "archived": True}).json()["name"] == "Stage"
    assert client.get("/api/jobs").json()[2]["archived"]
    copied = client.post("/api/jobs/little-harbour/copy").json()["id"]
    assert client.get(f"/api/jobs/{copied}").json()["name"] == "The Little Harbour, copy"
    assert client.delete("/api/jobs/little-harbour").status_code == 204
    assert client.get("/api/jobs/little-harbour").status_code == 404
    assert client.get("/api/cuts/lid-edges").status_code == 404, "what is in it is not here either"
    (gone,) = client.get("/api/removed").json()
    assert (gone["kind"], gone["name"]) == ("jobs", "The Little Harbour")
    assert client.post("/api/removed/jobs/little-harbour").status_code == 204
    assert client.get("/api/jobs/little-harbour").json()["pieces"]
    assert client.get("/api/removed").json() == []


@pytest.mark.parametrize("name", ["", "  ", "a\0b", "two\nlines", "x" * 81])
def test_names_that_nobody_could_read_are_refused_where_they_are(client, name):
    for method, path in (("POST", "/api/jobs"), ("PUT", "/api/jobs/little-harbour")):
        answer = client.request(method, path, json={"name": name})
        assert answer.status_code == 422
        assert answer.json()["error"]["field"] == "name"
        assert "string" not in answer.json()["error"]["message"]


def test_a_piece_and_a_cut_are_copied_and_tools_come_back(client):
    made = client.post("/api/pieces/wing-case-side/copy").json()["id"]
    pieces = client.get("/api/jobs/little-harbour").json()["pieces"]
    assert [each["id"] for each in pieces][:2] == ["wing-case-side", made]
    assert client.post(f"/api/pieces/{made}/place", json={}).status_code == 204
    assert client.get("/api/jobs/little-harbour").json()["pieces"][-1]["id"] == made
    assert client.post(f"/api/pieces/{made}/place", json={"before": "nothing"}).status_code == 404
    assert client.post("/api/cuts/back-panel/copy").status_code == 201
    before = client.get("/api/bits").json()
    spare = next(each["id"] for each in before["bits"] if not client.get(f"/api/bits/{each['id']}").json()["uses"])
    assert client.delete(f"/api/bits/{spare}").status_code == 204
    assert client.post(f"/api/removed/bits/{spare}").status_code == 204
    assert client.get("/api/bits").json() == before
    assert client.get("/api/removed").json() == []


def test_all_slips_of_a_job_are_one_file_and_an_older_state_is_not_printed(client):
    # Its first board alone, so that few slips are printed.
    for piece in client.get("/api/jobs/little-harbour").json()["pieces"][1:]:
        assert client.delete(f"/api/pieces/{piece['id']}").status_code == 204
    wish = {"name": "Stringing", "cut": cut(width="3", depth="3"), "wanted": True}
    assert client.post("/api/pieces/wing-case-side/cuts", json=wish).status_code == 201
    answer = client.get("/api/jobs/little-harbour/slips.pdf?paper=Letter&unit=in")
    assert answer.headers["content-type"] == "application/pdf"
    pages = PdfReader(io.BytesIO(answer.content)).pages
    wanted = ["Stringing" in page.extract_text() for page in pages]
    assert wanted == [True] + [False] * (len(pages) - 1), "what no tool makes stands below the list, and has no slip"
    slip = "/api/cuts/shelf-dado-212/slip.pdf"
    assert client.get(f"{slip}?version=1").status_code == 200
    older = client.get(f"{slip}?version=2")
    assert older.status_code == 409
    assert older.text == "Middle shelf was changed since this page showed it. Look at it again, then print it."
    empty = client.post("/api/jobs", json={"name": "Empty"}).json()["id"]
    assert client.get(f"/api/jobs/{empty}/slips.pdf").text == "Empty has no cut yet."
    assert client.get("/api/jobs/nothing/slips.pdf").status_code == 404
    client.put("/api/pieces/wing-case-side", json={"piece": {**PIECE, "length": typed("200")}})
    broken = client.get("/api/jobs/little-harbour/slips.pdf")
    assert broken.status_code == 422
    assert broken.text.startswith("Middle shelf in Wing case side has no slip: ")


def test_an_edge_that_an_earlier_cut_opened_is_kept_changed_and_added_to(client):
    """The demo's arch is opened by its template; the board itself has no opening."""
    kept = client.get("/api/cuts/arch-ogee").json()
    cut = {name: value for name, value in kept["cut"].items() if value is not None} | {"depth": {"typed": "6.35", "unit": "mm"}}
    changed = client.put("/api/cuts/arch-ogee", json={"name": kept["name"], "cut": cut, "version": kept["version"]})
    assert (changed.status_code, changed.json()["status"], changed.json()["place"]["metric"]) == (200, "caution", "opening")
    soft = {
        "kind": "edge",
        "shape": "chamfer",
        "size": {"typed": "2", "unit": "mm"},
        "edges": ["opening-1"],
        "edge_state": "smooth",
    }
    added = client.post("/api/pieces/proscenium-arch/cuts", json={"name": "Soft back", "cut": soft})
    assert added.status_code == 201
    refused = client.post("/api/pieces/emblem-lid/cuts", json={"name": "None there", "cut": soft})
    assert (refused.status_code, refused.json()["error"]["field"]) == (422, "cut.edges")


def test_a_slip_says_where_its_cut_stands_to_whoever_comes_by_name(store, monkeypatch):
    printed: list[Sheet] = []
    monkeypatch.setattr(plans, "slip_pdf", lambda sheets, **_: printed.extend(sheets) or b"%PDF")
    app = create_app(Settings(shop_id=DEMO_SHOP, page=None, allow=("shop.home",)), store)
    for name in ("127.0.0.1", "shop.home"):
        with TestClient(app, base_url=f"http://{name}") as there:
            assert there.get("/api/cuts/lid-edges/slip.pdf").status_code == 200
    assert [each.address for each in printed] == [None, "http://shop.home/jobs/little-harbour/cuts/lid-edges"]


def test_a_cut_that_lacks_a_tool_is_kept_as_wanted_until_there_is_one(client):
    thin = cut(width="3", depth="3")
    asked = {"name": "Stringing", "cut": thin}
    refused = client.post("/api/pieces/wing-case-side/cuts", json=asked)
    assert (refused.status_code, refused.json()["error"]["field"], refused.json()["error"]["lacks"]) == (422, "cut.width", True)
    made = client.post("/api/pieces/wing-case-side/cuts", json={**asked, "wanted": True})
    kept = made.json()
    assert (made.status_code, kept["status"], kept["wanted"]) == (201, "stop", True)
    assert "as narrow as" in kept["needs"][0]["metric"]
    # Nothing of it is printed or run, and others stand as they did.
    job = client.get("/api/jobs/little-harbour").json()
    assert [each["id"] for piece in job["pieces"] for each in piece["cuts"] if each["wanted"]] == [kept["id"]]
    assert client.get(f"/api/cuts/{kept['id']}/slip.pdf").status_code == 422
    assert client.post("/api/runs", json={"cut_id": kept["id"]}).status_code == 422
    # It is changed as what it is; what the board does not take is no wish.
    deep = client.put(f"/api/cuts/{kept['id']}", json={"name": "Deep", "cut": cut(depth="20"), "version": 1, "wanted": True})
    assert (deep.status_code, "lacks" in deep.json()["error"]) == (422, False)
    renamed = client.put(f"/api/cuts/{kept['id']}", json={"name": "Inlay", "cut": thin, "version": 1, "wanted": True})
    assert (renamed.status_code, renamed.json()["name"]) == (200, "Inlay")
    # Once it lies in the drawer the cut stands like any other.
    texts = client.get("/api/bits/straight-6").json()["texts"] | {"name": "3 straight", "diameter": "3", "cutting_length": "10"}
    assert client.post("/api/bits", json={"texts": texts}).status_code == 201
    now = client.get(f"/api/cuts/{kept['id']}").json()
    assert (now["wanted"], now["status"]) == (False, "caution")


def test_a_wanted_cut_goes_along_with_its_job(client):
    client.post("/api/pieces/wing-case-side/cuts", json={"name": "Inlay", "cut": cut(width="3", depth="3"), "wanted": True})
    text = client.get("/api/jobs/little-harbour/job.json").text
    made = client.post("/api/files/job", json={"text": text})
    assert made.status_code == 201
    job = client.get(f"/api/jobs/{made.json()['id']}").json()
    assert [each["name"] for piece in job["pieces"] for each in piece["cuts"] if each["wanted"]] == ["Inlay"]


def pages_of(client, address: str) -> int:
    """How many pages something has that is printed."""
    answer = client.get(address)
    assert answer.status_code == 200, answer.text
    return len(PdfReader(io.BytesIO(answer.content)).pages)


@pytest.mark.thorough
def test_with_every_step_all_slips_of_a_job_are_longer(client):
    slips = "/api/jobs/prompters-desk/slips.pdf"
    assert pages_of(client, f"{slips}?steps=true") > pages_of(client, slips)


def test_with_every_step_a_slip_is_longer_and_one_that_is_stopped_has_none(client):
    pages = partial(pages_of, client)
    slip = "/api/cuts/shelf-dado-212/slip.pdf"
    assert pages(f"{slip}?steps=true") > pages(slip) == 1
    wide = {"name": "Middle", "cut": cut(width="120"), "version": 1}
    assert client.put("/api/cuts/shelf-dado-212", json=wide).status_code == 200
    assert client.get("/api/cuts/shelf-dado-212/plan").json()["status"] == "stop"
    assert pages(f"{slip}?steps=true") == pages(slip)
