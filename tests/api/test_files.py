"""Tables and the shop's file: round trips, rows that are refused, mended and left out, all or nothing, many rows."""

from __future__ import annotations

import csv
import dataclasses
import io
import json
import time

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from ranura.core.text.errors import FileError
from ranura.demo.shop import SHOP
from ranura.formats.shop_file import read_shop, schema, write_shop
from ranura.formats.tables import header, read_table, tool_from_row, write_table

HEAD = "name,profile,shank,diameter,cutting_length,overall_length\n"
BAD = (
    HEAD
    + "8 straight,straight,8 mm,8,25 mm,60\n"
    + 'inch one,straight,"1/4 in",3/16 in,3/4 in,2 in\n'
    + "no length,straight,8 mm,8,3//4,60\n"
    + "no profile,spade,8 mm,8,25,60\n"
    + "too short,straight,8 mm,8,25,20\n"
    + "12.7 straight,straight,1/2 in,12.7,30,70\n"
)


def finished(client, view, stage="preview"):
    deadline = time.monotonic() + 20
    while view["stage"] != stage:
        assert view["stage"] in ("reading", "keeping"), view
        assert time.monotonic() < deadline
        time.sleep(0.02)
        view = client.get(f"/api/imports/{view['id']}").json()
    return view


def preview(client, text, kind="bits"):
    answer = client.post("/api/imports", json={"kind": kind, "text": text})
    assert answer.status_code == 202, answer.json()
    return finished(client, answer.json())


def test_a_table_shows_row_by_row_what_becomes_of_it(client):
    view = preview(client, BAD)
    seen = {row["line"]: (row["action"], row["field"]) for row in view["rows"]}
    assert seen == {
        2: ("add", None),
        3: ("add", None),
        4: ("refuse", "cutting_length"),
        5: ("refuse", "profile"),
        6: ("refuse", "overall_length"),
        7: ("change", None),
    }
    change = next(row for row in view["rows"] if row["line"] == 7)
    assert [(each["field"], each["before"], each["after"]) for each in change["changes"]] == [
        ("cutting_length", "25 mm", "30 mm"),
        ("overall_length", "63 mm", "70 mm"),
    ], "what the table has no column for stays"
    assert client.post(f"/api/imports/{view['id']}/keep").status_code == 422, "all or nothing"
    assert len(client.get("/api/bits").json()["bits"]) == len(SHOP.bits)


def test_bad_rows_are_mended_or_left_out_and_all_is_kept_at_once(client):
    view = preview(client, BAD)
    row = next(row for row in view["rows"] if row["line"] == 4)
    mended = client.post(
        f"/api/imports/{view['id']}/correct", json={"line": 4, "texts": {**row["texts"], "cutting_length": "20"}}
    )
    assert mended.json()["counts"]["refuse"] == 2
    for line in (5, 6):
        view = client.post(f"/api/imports/{view['id']}/correct", json={"line": line, "texts": None}).json()
    assert view["counts"] == {"refuse": 0, "change": 1, "add": 3, "leave": 2, "same": 0}
    kept = finished(client, client.post(f"/api/imports/{view['id']}/keep").json(), "kept")
    assert kept["done"] == 4
    names = [bit["name"] for bit in client.get("/api/bits").json()["bits"]]
    assert names[-3:] == ["8 straight", "inch one", "no length"]
    assert client.get("/api/bits/straight-12.7").json()["texts"]["cutting_length"] == "30 mm"
    assert client.post(f"/api/imports/{view['id']}/keep").status_code == 422, "not twice"
    assert client.get("/api/imports/nothing").status_code == 404


@pytest.mark.parametrize(
    ("text", "code"),
    [
        ("", "empty-file"),
        ("name,shank\nx,6\n", "column-missing"),
        ("name,profile,colour\nx,straight,red\n", "unknown-column"),
        ("profile,profile\nx,x\n", "column-twice"),
        ("profile,shank\nstraight,6,9\n", "too-many-cells"),
    ],
)
def test_what_is_no_table_is_refused_as_a_whole(client, text, code):
    with pytest.raises(FileError) as caught:
        read_table("bits", text)
    assert caught.value.code == code
    assert client.post("/api/imports", json={"kind": "bits", "text": text}).status_code == 422


@pytest.mark.parametrize("mark", [",", ";", "\t"])
def test_other_separators_and_decimal_commas_are_read(mark):
    cells = [["profile", "shank", "diameter", "cutting_length"], ["straight", "6 mm", "6,5", "16"]]
    out = io.StringIO()
    csv.writer(out, delimiter=mark).writerows(cells)
    (row,) = read_table("bits", "\ufeff" + out.getvalue()).rows
    assert tool_from_row("bits", row.texts, id="a", unit="mm").diameter == 6.5


@pytest.mark.parametrize("kind", ["bits", "routers"])
def test_what_goes_out_comes_in_as_the_same_tools(client, kind):
    text = client.get(f"/api/files/{kind}.csv").text
    assert text.startswith("\ufeff" + ",".join(header(kind)))
    view = preview(client, text, kind)
    assert view["counts"]["same"] == view["total"]
    tools = getattr(SHOP, kind)
    for tool, row in zip(tools, read_table(kind, text).rows, strict=True):
        back = tool_from_row(kind, row.texts, id=tool.id, unit="in")
        for field in dataclasses.fields(tool):
            value = getattr(tool, field.name)
            assert getattr(back, field.name) == (pytest.approx(value) if isinstance(value, float) else value), field.name


@given(st.sampled_from(["=1+1", "+cmd", "-2", "@x", "'=1", "'", "plain", '=HYPERLINK("x")', "a,b;c", 'q"q', "ö Ø"]))
def test_a_formula_in_a_cell_stays_text(name):
    bit = dataclasses.replace(SHOP.bits[0], name=name)
    text = write_table("bits", [bit])
    first = next(csv.DictReader(io.StringIO(text)))["name"]
    assert not first.startswith(("=", "+", "-", "@")), "a spreadsheet must not take it for a formula"
    (row,) = read_table("bits", text).rows
    assert row.texts["name"] == name


def test_a_name_that_stands_twice_is_refused(client):
    line = "twin,straight,8 mm,8,25 mm,60\n"
    view = preview(client, HEAD + line + line)
    assert [(row["line"], row["field"]) for row in view["rows"] if row["action"] == "refuse"] == [(3, "name")]


@pytest.mark.thorough
def test_five_thousand_rows_are_read_and_kept_with_their_progress(client):
    rows = "".join(f"bit {i},straight,8 mm,{4 + i % 9},25 mm,{60 + i % 7}\n" for i in range(5_000))
    view = preview(client, HEAD + rows)
    assert (view["counts"]["add"], len(view["rows"])) == (5_000, 300)
    kept = finished(client, client.post(f"/api/imports/{view['id']}/keep").json(), "kept")
    assert kept["done"] == 5_000
    assert client.get("/api/shop").json()["bit_count"] == 5_000 + len(SHOP.bits)


def test_the_shops_file_reads_back_as_the_same_shop():
    assert read_shop(write_shop(SHOP), id=SHOP.id) == SHOP
    made = schema()
    assert {"routers", "bits", "guides", "woods", "deliveries", "rules"} <= set(made["properties"]["shop"]["properties"])


@settings(max_examples=20, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(st.sets(st.sampled_from([bit.id for bit in SHOP.bits])), st.sampled_from(["mm", "in"]))
def test_any_part_of_a_shop_reads_back(ids, unit):
    part = dataclasses.replace(SHOP, bits=tuple(bit for bit in SHOP.bits if bit.id in ids), unit=unit)
    assert read_shop(write_shop(part), id=part.id) == part


@pytest.mark.parametrize(
    ("change", "says"),
    [
        (lambda shop: shop["bits"][0].update(id="x" * 41), "bits.0.id has 41 signs; at most 40"),
        (lambda shop: shop.update(name="x" * 201), "name has 201 signs; at most 200"),
        (lambda shop: shop.update(currency="x" * 9), "currency has 9 signs; at most 8"),
        (lambda shop: shop["bits"][0].update(name="a\ud800"), "bits.0.name holds a sign that is no text"),
        (lambda shop: shop.update(name="a\0b"), "name holds a sign that is no text"),
        (lambda shop: shop["outlines"][1].update(path="M0 0 L1 1"), "outlines.1.path"),
        (lambda shop: shop["outlines"][0].update(path="what?"), "outlines.0.path: This is no path data"),
    ],
)
def test_a_shop_that_cannot_be_kept_is_refused_in_the_preview(client, change, says):
    before = client.get("/api/files/shop.json").text
    wanted = json.loads(before)
    change(wanted["shop"])
    for method, path in (("POST", "/api/files/shop/preview"), ("PUT", "/api/files/shop")):
        answer = client.request(method, path, json={"text": json.dumps(wanted)})
        assert answer.status_code == 422
        assert says in answer.json()["error"]["message"]
    assert client.get("/api/files/shop.json").text == before


def test_a_shop_takes_the_place_of_another_and_goes_back(client):
    before = client.get("/api/files/shop.json").text
    less = json.loads(before)
    kept = [*less["shop"]["bits"][:8], *(bit for bit in less["shop"]["bits"] if bit["id"] == "roundover-3")]
    less["shop"]["bits"] = kept
    less["shop"]["name"] = "Smaller"
    seen = client.post("/api/files/shop/preview", json={"text": json.dumps(less)}).json()
    assert next(d for d in seen["differences"] if d["kind"] == "bits") == {
        "kind": "bits",
        "added": 0,
        "changed": 0,
        "removed": len(SHOP.bits) - len(kept),
    }
    assert client.put("/api/files/shop", json={"text": json.dumps(less)}).status_code == 200
    assert client.get("/api/shop").json()["bit_count"] == len(kept)
    client.put("/api/files/shop", json={"text": before})
    assert client.get("/api/files/shop.json").text == before


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("{", "not valid JSON"),
        ("[]", "no shop file"),
        ('{"format": "ranura-shop", "version": 9, "shop": {}}', "Version 9"),
        ('{"format": "ranura-shop", "version": 1, "shop": {"name": 3}}', "name"),
    ],
)
def test_a_file_that_is_no_shop_says_where_it_is_wrong(client, text, says):
    answer = client.post("/api/files/shop/preview", json={"text": text})
    assert answer.status_code == 422
    assert says in answer.json()["error"]["message"]


def test_a_shop_without_what_a_cut_names_is_refused(client):
    kept = client.get("/api/cuts/shelf-dado-212").json()
    lengths = {k: {"typed": kept["cut"][k]["typed"], "unit": "mm"} for k in ("width", "depth", "position")}
    client.put("/api/cuts/shelf-dado-212", json={"name": "x", "version": 1, "cut": {**lengths, "bit_id": "straight-16"}})
    less = json.loads(client.get("/api/files/shop.json").text)
    less["shop"]["bits"] = [bit for bit in less["shop"]["bits"] if bit["id"] != "straight-16"]
    answer = client.put("/api/files/shop", json={"text": json.dumps(less)})
    assert (answer.status_code, "16 straight" in answer.json()["error"]["message"]) == (409, True)
    less = json.loads(client.get("/api/files/shop.json").text)
    less["shop"]["outlines"] = [each for each in less["shop"]["outlines"] if each["id"] != "emblem-fish"]
    answer = client.put("/api/files/shop", json={"text": json.dumps(less)})
    assert (answer.status_code, "Emblem fish" in answer.json()["error"]["message"]) == (409, True)


def test_a_job_goes_out_as_a_file_and_comes_in_as_another_job(client):
    answer = client.get("/api/jobs/little-harbour/job.json")
    assert "attachment" in answer.headers["content-disposition"]
    asked = {"text": answer.text}
    seen = client.post("/api/files/job/preview", json=asked).json()
    assert (seen["boards"], seen["cuts"], seen["added"], seen["left_open"]) == (40, 17, [], 0)
    assert len(client.get("/api/jobs").json()) == 2, "looking keeps nothing"
    made = client.post("/api/files/job", json=asked).json()
    first, second = (client.get(f"/api/jobs/{each}").json() for each in ("little-harbour", made["id"]))
    assert [[cut["cut"] for cut in piece["cuts"]] for piece in first["pieces"]] == [
        [cut["cut"] for cut in piece["cuts"]] for piece in second["pieces"]
    ]
    assert [each["status"] for piece in second["pieces"] for each in piece["cuts"]].count("stop") == 0
    assert client.get("/api/jobs/nothing/job.json").status_code == 404
    broken = client.post("/api/files/job", json={"text": answer.text.replace("birch-plywood", "moon-wood")})
    assert broken.status_code == 422
    assert "moon-wood" in broken.json()["error"]["message"]
