"""The calculators against known answers, by the command line and by HTTP, and everything that can be wrong with a request."""

from __future__ import annotations

import io
import json
import subprocess
from pathlib import Path
from typing import Any

import pytest
from fastapi.testclient import TestClient

from ranura.calc.command import main
from ranura.calc.registry import CALCULATORS
from ranura.host import places

DATA = Path(__file__).parents[1] / "data"
KNOWN = ("calc.json", "later.json")
CASES = [case for name in KNOWN for case in json.loads((DATA / name).read_text()) if case["calc"] in CALCULATORS]
SHARED = places.ROOT.parent / "shared" / "vectors"


def matches(expected: Any, found: Any, tolerance: float) -> bool:
    """Whether an answer holds what is expected, numbers within a tolerance, element by element."""
    if isinstance(expected, dict):
        return all(key in found and matches(value, found[key], tolerance) for key, value in expected.items())
    if isinstance(expected, list):
        return len(expected) == len(found) and all(matches(e, f, tolerance) for e, f in zip(expected, found, strict=True))
    if isinstance(expected, int | float) and not isinstance(expected, bool):
        return isinstance(found, int | float) and not isinstance(found, bool) and abs(expected - found) <= tolerance
    return bool(expected == found)


def batch(lines: list[bytes]) -> tuple[int, list[dict[str, Any]]]:
    out = io.StringIO()
    code = main(["--batch"], io.BytesIO(b"\n".join(lines)), out)
    return code, [json.loads(line) for line in out.getvalue().splitlines()]


@pytest.mark.parametrize("name", KNOWN)
def test_the_copy_of_the_known_answers_is_current(name):
    if not SHARED.exists():
        pytest.skip("no ../shared beside this clone")
    assert (DATA / name).read_bytes() == (SHARED / name).read_bytes()


def test_every_calculator_has_known_answers():
    without = {
        "joint",
        "stiffness",
        "choose",
        "profile",
        "fit",
        "plan",
        "outline",
    }  # their known answers stand in tests/core and tests/oracle
    assert {case["calc"] for case in CASES} == set(CALCULATORS) - without
    assert len(CASES) > 100


def test_known_answers_by_batch_through_the_launcher():
    lines = "\n".join(json.dumps({"calc": c["calc"], "request": c["request"]}) for c in CASES)
    done = subprocess.run(
        [places.ROOT / "ranura", "calc", "--batch"], input=lines, capture_output=True, text=True, check=True, timeout=60
    )
    answers = [json.loads(line) for line in done.stdout.splitlines()]
    assert len(answers) == len(CASES)
    for case, found in zip(CASES, answers, strict=True):
        if case.get("error"):
            assert set(found) == {"error"}, case
        else:
            assert matches(case["expect"], found["answer"], case.get("tol", 0)), (case, found)


@pytest.mark.parametrize("case", CASES, ids=lambda c: f"{c['calc']}-{json.dumps(c['request'])[:40]}")
def test_known_answers_by_http(case, http_calc):
    response = http_calc.post(f"/api/calc/{case['calc']}", json=case["request"])
    if case.get("error"):
        assert response.status_code == 422
        assert set(response.json()) == {"error"}
    else:
        assert response.status_code == 200
        assert matches(case["expect"], response.json(), case.get("tol", 0)), response.json()


@pytest.fixture(scope="module")
def http_calc():
    """The API without any database behind it: the calculators need none."""
    from ranura.api.application import Settings, create_app
    from ranura.store.repository import Store

    return TestClient(
        create_app(Settings(shop_id="none", page=None), Store("mysql+pymysql://x@127.0.0.1:1/x")), base_url="http://127.0.0.1"
    )


ROUTER = {"min_rpm": 9000, "max_rpm": 25000, "dial": [{"setting": "A", "rpm": 9000}], "stepped": True}
SPEED = {"bit_diameter": 12.7, "mounting": "hand", "rule": "share", "router": ROUTER}
PASSES = {"total_depth": 12, "bit_diameter": "1/4 in", "shank_diameter": 6.35, "rule": "half-diameter"}
FEED = {"rpm": 20000, "flutes": 2, "bit_diameter": 12, "material": "mdf"}
POWER = {"material": "mdf", "depth": 2, "width": 6, "feed_m_min": 2}
SETBACK = {"base_to_axis": 75, "bit_diameter": 12.7}

WRONG: list[tuple[str, Any, str | None]] = [
    ("length", {"text": 5, "unit": "mm"}, "text"),
    ("length", {"text": "5", "unit": "cm"}, "unit"),
    ("length", {"text": "5", "unit": "mm", "more": 1}, "more"),
    ("length", [], None),
    ("speed", {**SPEED, "bit_diameter": 0}, "bit_diameter"),
    ("speed", {**SPEED, "bit_diameter": True}, "bit_diameter"),
    ("speed", {**SPEED, "bit_diameter": "3//4"}, "bit_diameter"),
    ("speed", {**SPEED, "bit_max_rpm": float("nan")}, "bit_max_rpm"),
    ("speed", {**SPEED, "bit_max_rpm": "24000"}, "bit_max_rpm"),
    ("speed", {**SPEED, "rule": "fast"}, "rule"),
    ("speed", {**SPEED, "rim_speed_limit_m_s": 61}, "rim_speed_limit_m_s"),
    ("speed", {**SPEED, "router": {**ROUTER, "max_rpm": 8000}}, "router.max_rpm"),
    ("speed", {**SPEED, "router": {**ROUTER, "stepped": False}}, "router.dial"),
    ("speed", {**SPEED, "router": {**ROUTER, "stepped": 1}}, "router.stepped"),
    ("speed", {**SPEED, "router": {**ROUTER, "dial": [{"setting": True, "rpm": 1}]}}, "router.dial.0.setting"),
    ("speed", {k: v for k, v in SPEED.items() if k != "router"}, "router"),
    ("passes", {**PASSES, "total_depth": 0}, "total_depth"),
    ("passes", {**PASSES, "total_depth": -3}, "total_depth"),
    ("passes", {**PASSES, "total_depth": float("inf")}, "total_depth"),
    ("passes", {**PASSES, "total_depth": 10_001}, "total_depth"),
    ("passes", {**PASSES, "total_depth": 9_999, "bit_diameter": 0.1}, "total_depth"),
    ("passes", {**PASSES, "finish": "-1"}, "finish"),
    ("feed", {**FEED, "radial_engagement": 12.1}, "radial_engagement"),
    ("feed", {**FEED, "flutes": 0}, "flutes"),
    ("feed", {**FEED, "flutes": 1.5}, "flutes"),
    ("feed", {**FEED, "material": "cheese"}, "material"),
    ("power", {**POWER, "dull": 1}, "dull"),
    ("power", {**POWER, "rpm": 20000, "flutes": 2, "bit_diameter": 5}, "width"),
    ("direction", {"mounting": "hand", "heading": [0, 0], "wood": "left"}, "heading"),
    ("direction", {"mounting": "hand", "heading": [1], "wood": "left"}, "heading"),
    ("direction", {"mounting": "hand", "heading": [1, 0]}, "wood"),
    ("direction", {"mounting": "hand", "contour": "inside", "wood": "left"}, "contour"),
    ("setback", {**SETBACK, "base_to_axis": 6.35}, "base_to_axis"),
    ("setback", {**SETBACK, "width": 0}, "width"),
]


@pytest.mark.parametrize(("name", "request_", "field"), WRONG, ids=lambda v: str(v)[:50])
def test_what_is_wrong_is_said_at_its_field_in_all_three_ways(name, request_, field, http_calc):
    text = json.dumps(request_).encode()
    code, lines = batch([json.dumps({"calc": name, "request": request_}).encode()])
    out = io.StringIO()
    single = main([name], io.BytesIO(text), out)
    response = http_calc.post(f"/api/calc/{name}", content=text, headers={"Content-Type": "application/json"})
    assert (code, single, response.status_code) == (0, 2, 422)
    assert lines[0] == json.loads(out.getvalue())
    assert lines[0]["error"]["field"] == response.json()["error"]["field"] == field
    assert lines[0]["error"]["message"]


HUGE = 10**400
HOSTILE: list[tuple[str, Any, str | None]] = [
    ("passes", {**PASSES, "total_depth": HUGE}, "total_depth"),
    ("power", {**POWER, "feed_m_min": HUGE}, "feed_m_min"),
    ("power", {**POWER, "width": 1e-300, "rpm": 20000, "flutes": 2, "bit_diameter": 6}, "width"),
    ("setback", {**SETBACK, "bit_diameter": 1e-4, "width": 1000}, "width"),
    ("speed", {**SPEED, "router": {**ROUTER, "dial": [{"setting": HUGE, "rpm": 9000}]}}, "router.dial.0.setting"),
    ("speed", {**SPEED, "router": {**ROUTER, "dial": [{"setting": float("nan"), "rpm": 9000}]}}, "router.dial.0.setting"),
    ("length", {"text": "\ud800 in"}, "text"),
    ("length", "\ud800", None),
]


def test_nothing_that_can_be_sent_ends_a_batch():
    lines = "\n".join(json.dumps({"calc": name, "request": request}) for name, request, _ in HOSTILE)
    done = subprocess.run([places.ROOT / "ranura", "calc", "--batch"], input=lines, capture_output=True, text=True, timeout=60)
    assert done.returncode == 0
    assert [json.loads(line)["error"]["field"] for line in done.stdout.splitlines()] == [field for _, _, field in HOSTILE]


@pytest.mark.parametrize(("name", "request_", "field"), HOSTILE, ids=lambda v: str(v)[:40].encode("ascii", "replace").decode())
def test_nothing_that_can_be_sent_ends_the_server(name, request_, field, http_calc):
    content = json.dumps(request_).encode()
    response = http_calc.post(f"/api/calc/{name}", content=content, headers={"Content-Type": "application/json"})
    assert (response.status_code, response.json()["error"]["field"]) == (422, field)


def test_headings_of_any_length_have_the_same_direction(http_calc):
    for length in (1e-320, 1e-3, 1.0, 1e308):
        asked = {"mounting": "hand", "heading": [length, length], "wood": "left"}
        assert http_calc.post("/api/calc/direction", json=asked).json()["cut"] == "conventional"


def test_a_half_typed_length_is_partial(http_calc):
    response = http_calc.post("/api/calc/length", json={"text": "1-1/", "unit": "in"})
    assert response.json()["error"]["partial"] is True
    finished = http_calc.post("/api/calc/length", json={"text": "3//4", "unit": "in"})
    assert "partial" not in finished.json()["error"]


def test_a_batch_answers_every_line_in_order():
    code, lines = batch(
        [
            b'{"calc": "length", "request": {"text": "3/4 in"}}',
            b"no json",
            b"",
            b'{"calc": "magic", "request": {}}',
            b'{"calc": "length"}',
            b'{"request": {}}',
            b"[1]",
            b'{"calc": "length", "request": {"text": "19"}, "also": 1}',
            b'{"calc": "length", "request": {"text": "19"}}',
        ]
    )
    assert code == 0
    assert lines[0]["answer"]["mm"] == 19.05
    assert lines[-1]["answer"]["mm"] == 19
    assert [line["error"]["field"] for line in lines[1:-1]] == [None, None, "calc", "request", "calc", None, "also"]


def test_unknown_names_and_broken_json(http_calc):
    response = http_calc.post("/api/calc/magic", json={})
    assert response.status_code == 404
    assert response.json()["error"]["field"] == "calc"
    out = io.StringIO()
    assert main(["magic"], io.BytesIO(b"{}"), out) == 2
    assert json.loads(out.getvalue())["error"]["field"] == "calc"
    out = io.StringIO()
    assert main(["length"], io.BytesIO(b"{"), out) == 2
    assert json.loads(out.getvalue())["error"]["field"] is None
    broken = http_calc.post("/api/calc/length", content=b"{", headers={"Content-Type": "application/json"})
    assert broken.status_code == 422
    assert broken.json()["error"]["field"] is None


def test_lengths_may_be_text_anywhere(http_calc):
    as_text = http_calc.post("/api/calc/setback", json={"base_to_axis": "75 mm", "bit_diameter": "1/2 in"}).json()
    as_number = http_calc.post("/api/calc/setback", json=SETBACK).json()
    assert as_text == as_number


def test_the_command_line_starts_without_api_store_or_numpy():
    code = (
        "import sys, ranura.calc.command; print([m for m in ('fastapi', 'sqlalchemy', 'numpy', 'shapely') if m in sys.modules])"
    )
    env = {"PYTHONPATH": str(places.ROOT / "src")}
    done = subprocess.run([places.venv_python(), "-c", code], capture_output=True, text=True, check=True, env=env)
    assert done.stdout.strip() == "[]"
