"""Forms as data: whatever can be begun, asked, answered or refused has a form."""

from __future__ import annotations

from typing import Any

import pytest
from fastapi.testclient import TestClient

JOB = "wing-case"


def path_put(cut: dict[str, Any], path: str, value: Any) -> None:
    """The page's `withValue`, for what is no list."""
    *within, last = path.split(".")
    for step in within:
        if not isinstance(cut.get(step), dict):
            cut[step] = {}
        cut = cut[step]
    cut[last] = value


def path_at(cut: Any, path: str) -> Any:
    for step in path.split("."):
        cut = cut.get(step) if isinstance(cut, dict) else None
    return cut


def answered(cut: dict[str, Any], choice: dict[str, Any]) -> dict[str, Any]:
    made = {**cut}
    for path, value in choice["change"].items():
        path_put(made, path, value)
    for path, value in choice["usual"].items():
        if path_at(made, path) is None:
            path_put(made, path, value)
    return made


def blanks_of(form: dict[str, Any]) -> list[dict[str, Any]]:
    return [part for part in (*form["sentence"], *form["options"], *form["more"], *form["first"]) if part["takes"] != "words"]


@pytest.fixture
def piece(client: TestClient) -> dict[str, Any]:
    jobs = client.get("/api/jobs").json()
    return client.get(f"/api/jobs/{jobs[0]['id']}").json()["pieces"][0]


@pytest.mark.parametrize("once", [True, pytest.param(False, marks=pytest.mark.thorough)], ids=["once a kind", "every start"])
def test_every_answer_to_every_form_of_a_new_cut_has_a_form_again(client, piece, once):
    starts = client.get("/api/forms", params={"piece": piece["id"]}).json()
    assert len({start["key"] for start in starts}) == len(starts) > 15
    asked = set()
    for start in starts:
        for blank in blanks_of(start["form"]):
            for choice in blank.get("choices", []):
                of = (start["cut"]["kind"], blank["label"], choice["says"])
                if (not choice["change"] and not choice["usual"]) or (once and of in asked):
                    continue
                asked.add(of)
                cut = answered(start["cut"], choice)
                answer = client.post("/api/forms", json={"piece": piece["piece"], "cut": cut})
                assert answer.status_code == 200, (start["key"], blank["label"], choice["says"], answer.json())


def test_a_plan_has_its_form_and_so_has_a_refusal(client, piece):
    cut = piece["cuts"][0]["cut"]
    body = {"piece": piece["piece"], "cut": cut}
    form = client.post("/api/plan", json=body).json()["form"]
    assert form["kind"] == "dado"
    assert [part["field"] for part in form["sentence"] if part["takes"] == "length"] == ["width", "depth", "position"]
    for typed in ("9000", "5//", ""):
        refused = client.post("/api/plan", json={**body, "cut": {**cut, "position": {"typed": typed, "unit": "mm"}}})
        assert refused.status_code == 422
        assert refused.json()["error"]["field"] == "cut.position"
        assert refused.json()["form"] == form


def test_a_blank_that_depends_on_another_comes_with_it(client, piece):
    start = next(each for each in client.get("/api/forms", params={"piece": piece["id"]}).json() if each["key"] == "dado")
    width = next(blank for blank in start["form"]["options"] if blank["label"] == "Width")
    typed = {"typed": "18", "unit": "mm"}
    cut = answered({**start["cut"], "width": typed}, width["choices"][1])
    assert cut["width"] is None
    form = client.post("/api/forms", json={"piece": piece["piece"], "cut": cut}).json()
    fields = [part["field"] for part in form["sentence"] if part["takes"] == "length"]
    assert fields[0] == "mate.thickness"
    assert "width" not in fields


def test_a_form_of_what_is_no_cut_is_refused_at_its_field(client, piece):
    refused = client.post("/api/forms", json={"piece": piece["piece"], "cut": {"kind": "pocket", "form": "star"}})
    assert refused.status_code == 422
    assert refused.json()["error"]["field"] == "cut.form"


def test_a_new_cut_is_offered_the_edges_that_earlier_cuts_opened(client: TestClient):
    pieces = client.get("/api/jobs/little-harbour").json()["pieces"]
    arch = next(each for each in pieces if any(cut["cut"].get("outline") == "arch-opening" for cut in each["cuts"]))

    def edges(form: dict[str, Any]) -> list[str]:
        return [choice["value"] for blank in form["first"] if blank["takes"] == "edges" for choice in blank["choices"]]

    starts = client.get("/api/forms", params={"piece": arch["id"]}).json()
    ogee = next(each for each in starts if each["key"] == "ogee")
    outside = [each for each in edges(ogee["form"]) if each in ("near", "far", "left", "right")]
    inside = [each for each in edges(ogee["form"]) if each not in outside]
    assert len(outside) == 4
    assert inside, "the arch is opened by its template"
    asked = {"piece": arch["piece"], "cut": ogee["cut"]}
    assert edges(client.post("/api/forms", json=asked).json()) == outside
    assert edges(client.post("/api/forms", json=asked | {"added_to": arch["id"]}).json()) == [*outside, *inside]
