"""The file that is taken along: all that is run stands in it, small, and nothing that was typed gets out of its place."""

from __future__ import annotations

import json
import re
from dataclasses import replace
from datetime import UTC, datetime

import pytest

from ranura.core.plan import PLANNING
from ranura.core.running.record import record_of, run_of
from ranura.core.text.errors import FileError
from ranura.demo.jobs import PIECES
from ranura.demo.shop import SHOP
from ranura.formats.log_file import read_log
from ranura.formats.taken_along import Along, taken_along

AT = datetime(2026, 11, 29, tzinfo=UTC)
MOST = 400_000


def along(cut_id: str, name: str = "Cut") -> Along:
    piece, cut = next((piece, cut) for _, piece, cuts in PIECES for each, _, cut in cuts if each == cut_id)
    followed = PLANNING.followed(cut, piece, SHOP, SHOP.rules)
    return Along(of=run_of(followed.plan, piece, SHOP, cut=name, job="", job_id=None), record=record_of(followed, piece, SHOP))


def data_of(text: str) -> list[dict]:
    found = re.search(r'<script type="application/json" id="data">(.*?)</script>', text, re.DOTALL)
    assert found is not None
    return json.loads(found[1])["cuts"]


@pytest.mark.parametrize("cut_id", ["shelf-dado-212", "cross-edges", "rail-groove"])
def test_every_step_stands_in_it_and_it_is_small(cut_id):
    taken = along(cut_id)
    text = taken_along([taken], system="metric", burning="faster-feed", at=AT)
    assert len(text.encode()) < MOST
    (told,) = data_of(text)
    assert [each["title"] for each in told["steps"]] == [each.title.metric for each in taken.record.steps]
    assert len(told["drawing"]["moves"]) == len(taken.record.dry_run.steps)
    assert told["drawing"]["table"] == (SHOP.router(taken.record.plan.router_id).mounting == "table")
    inches = data_of(taken_along([taken], system="inch", burning="faster-feed", at=AT))[0]
    assert [each["lines"] for each in inches["steps"]] == [[line.inch for line in each.lines] for each in taken.record.steps]
    assert "http" not in text.replace("http://www.w3.org/2000/svg", ""), "it asks nobody for anything"


def test_a_name_cannot_end_the_script_that_it_stands_in():
    name = "</script><script>alert(1)</script>"
    text = taken_along([along("shelf-dado-212", name)], system="metric", burning="faster-feed", at=AT)
    assert "alert(1)</script>" not in text
    assert data_of(text)[0]["of"]["cut"] == name


def test_what_can_be_measured_is_what_the_run_would_ask_for():
    taken = along("shelf-dado-212")
    told = data_of(taken_along([taken], system="inch", burning="faster-feed", at=AT))[0]
    assert [each["label"] for each in told["measures"]] == [each.says.inch for each in taken.record.in_work] != []
    assert [each["planned"] for each in told["measures"]] == [str(each.shown.inch) for each in taken.record.in_work]
    assert told["inch"] is True


def test_what_is_noted_in_it_is_a_log():
    told = data_of(taken_along([along("shelf-dado-212")], system="metric", burning="faster-feed", at=AT))[0]
    outcome = {"came_out": "burnt", "where": "", "word": "at the end", "measured": [], "metres": None}
    run = {
        "id": "note-1", "of": told["of"], "begun_at": "2026-11-29T10:00:00.000Z", "ended_at": "2026-11-29T10:20:00.000Z",
        "state": "done", "progress": {"done": []}, "trial": [], "outcome": outcome, "cut_id": None, "planned": False,
    }  # fmt: skip
    notes = {"format": "ranura-log", "version": 1, "runs": [run]}
    measure = next(each["measure"] for each in told["measures"] if each["label"] == "Depth")
    measured = [
        {"run": "note-1", "measure": measure, "places": [6.2, 6.0, 6.1]},
        {"run": "other", "measure": measure, "places": [1]},
    ]
    (found,) = read_log(json.dumps(notes | {"measured": measured}), SHOP)
    assert found.outcome is not None
    (deep,) = found.outcome.measured
    assert (deep.what.metric, deep.planned, deep.found, deep.places, deep.in_work) == ("Depth", 6.0, 6.1, (6.2, 6.0, 6.1), True)
    for places in ([], [0], [-1], ["six"], [float("inf")], [2e5], [6.0] * 51):
        with pytest.raises(FileError, match=r"measured\.0"):
            read_log(json.dumps(notes | {"measured": [{"run": "note-1", "measure": measure, "places": places}]}), SHOP)
    with pytest.raises(FileError, match="measured"):
        read_log(json.dumps(notes | {"measured": [{"run": "note-1", "measure": {}, "places": [6]}]}), SHOP)
    assert (found.of.cut, found.of.bit_id, found.outcome.came_out) == ("Cut", told["of"]["bit_id"], "burnt")
    assert found.of == replace(along("shelf-dado-212").of)
