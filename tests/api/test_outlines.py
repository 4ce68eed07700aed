"""Outlines and templates over HTTP: drawings read, shapes drawn, kept and changed, and files that other readers open."""

from __future__ import annotations

import base64
import io
import re
from urllib.parse import unquote

import ezdxf
import pytest
from pypdf import PdfReader
from svgelements import SVG, Path

from ranura.core.geometry.loop_box import box_of
from ranura.core.geometry.loop_text import loops_of_text
from ranura.core.geometry.loops import area_of
from ranura.core.shop.tooling.guides import Bushing
from ranura.demo.shop import SHOP
from ranura.formats import template_pdf
from ranura.formats.drawings import read_drawing
from ranura.formats.path_data import loops_of_data
from ranura.formats.template_files import TemplateDrawing


def pair(client) -> dict[str, str]:
    found = client.get("/api/outlines/pairs").json()
    return {"guide": found["guide_id"], "bit": found["bit_id"]}


def drawn(client, form: str, **sizes: str):
    asked = {"form": form, "sizes": {field: {"typed": typed, "unit": "mm"} for field, typed in sizes.items()}}
    return client.post("/api/outlines/draw", json=asked)


def kept(client, form: str = "rectangle", **more):
    asked = {"name": "Tray", "path": drawn(client, form).json()["path"], **more}
    return client.post("/api/outlines", json=asked)


@pytest.mark.parametrize(
    ("form", "sizes", "area", "arcs"),
    [
        ("rectangle", {"length": "100", "width": "50", "radius": "0"}, 5000.0, 0),
        ("rectangle", {"length": "4 in", "width": "50 mm", "radius": "10"}, 101.6 * 50 - 0.858407 * 100, 4),
        ("rectangle", {"length": "100", "width": "50", "radius": "25"}, 50 * 50 + 3.141593 * 625, 4),
        ("slot", {"length": "100", "width": "12"}, 88 * 12 + 3.141593 * 36, 4),
        ("circle", {"diameter": "80"}, 3.141593 * 1600, 2),
        ("ring", {"diameter": "80", "inner": "40"}, 3.141593 * 1200, 4),
        ("polygon", {"diameter": "100"}, 6495.19, 0),
        ("bow-tie", {"length": "70", "width": "30", "waist": "14"}, 70 * 22.0, 0),
        ("arch", {"width": "120", "height": "160"}, 120 * 100 + 3.141593 * 1800, 1),
        ("arch", {"width": "120", "height": "60"}, 3.141593 * 1800, 1),
        ("handle", {"length": "110", "width": "30", "rise": "8"}, 30 * 82.122 + 3.141593 * 225, 4),
        ("handle", {"length": "110", "width": "30", "rise": "0"}, 80 * 30 + 3.141593 * 225, 4),
    ],
)
def test_shapes_drawn_from_their_sizes(client, form, sizes, area, arcs):
    found = drawn(client, form, **sizes).json()
    assert (found["can_be_used"], found["problems"], found["arcs"]) == (True, [], arcs)
    assert area_of(loops_of_data(found["path"])).area == pytest.approx(area, abs=0.5)


@pytest.mark.parametrize(
    ("form", "sizes", "at"),
    [
        ("rectangle", {"length": "100", "width": "50", "radius": "26"}, "radius"),
        ("slot", {"length": "10", "width": "12"}, "length"),
        ("ring", {"diameter": "40", "inner": "40"}, "inner"),
        ("bow-tie", {"width": "30", "waist": "30"}, "waist"),
        ("arch", {"width": "120", "height": "50"}, "height"),
        ("rectangle", {"length": "3//4"}, "sizes.length"),
        ("heart", {}, "form"),
    ],
)
def test_sizes_that_do_not_fit_one_another_are_refused_where_they_are(client, form, sizes, at):
    answer = drawn(client, form, **sizes)
    assert (answer.status_code, answer.json()["error"]["field"]) == (422, at)


def test_every_shape_can_be_begun_with_its_usual_sizes(client):
    for form in client.get("/api/outlines/forms").json():
        assert drawn(client, form["form"]).json()["can_be_used"], form["form"]


@pytest.mark.slow
def test_a_drawing_is_read_judged_and_kept(client):
    inside = '<path d="M0.5 .5 H3.5 V2.5 H.5 V.51"/>'
    svg = f'<svg xmlns="http://www.w3.org/2000/svg" width="4in" height="3in" viewBox="0 0 4 3">{inside}</svg>'
    asked = {"name": "tray.svg", "base64": base64.b64encode(svg.encode()).decode()}
    found = client.post("/api/outlines/read", json=asked).json()
    assert (found["unit_from"], found["can_be_used"], found["open_ends"]) == ("file", False, 2)
    assert {each["code"] for each in found["problems"]} == {"gap"}
    refused = client.post("/api/outlines", json={"name": "Tray", "path": found["path"]})
    assert (refused.status_code, refused.json()["error"]["field"]) == (422, "path")
    found = client.post("/api/outlines/read", json={**asked, "tolerance": 0.5}).json()
    assert (found["can_be_used"], found["width"], found["height"]) == (True, pytest.approx(76.2), pytest.approx(50.8))
    assert client.post("/api/outlines", json={"name": "Tray", "path": found["path"]}).status_code == 201
    assert client.post("/api/outlines/read", json={**asked, "base64": "!!"}).status_code == 422


def test_an_outline_is_changed_removed_and_comes_back(client):
    made = kept(client).json()
    told = client.put(f"/api/outlines/{made['id']}", json={"name": "Lid", "intent": "part", "version": made["version"]}).json()
    assert (told["name"], told["intent"], told["path"]) == ("Lid", "part", made["path"])
    late = client.put(f"/api/outlines/{made['id']}", json={"name": "X", "intent": "part", "version": made["version"]})
    assert late.status_code == 409
    assert client.delete(f"/api/outlines/{made['id']}").status_code == 204
    assert [each["name"] for each in client.get("/api/removed").json() if each["kind"] == "outlines"] == ["Lid"]
    assert client.post(f"/api/removed/outlines/{made['id']}").status_code in (200, 204)
    assert client.get("/api/outlines").json()[-1]["name"] == "Lid"
    client.delete(f"/api/outlines/{made['id']}")


def test_what_turns_in_the_bushing_must_have_room_there(client):
    outline = SHOP.outlines[0].id
    small = min((each for each in client.get("/api/outlines/pairs").json()["bushings"]), key=lambda each: each["size"])
    found = client.get(f"/api/outlines/{outline}/template", params={"guide": small["id"], "bit": "straight-12.7"}).json()
    assert "stop" in {each["level"] for each in found["cautions"]}
    usual = client.get(f"/api/outlines/{outline}/template", params=pair(client)).json()
    assert "stop" not in {each["level"] for each in usual["cautions"]}
    known = next(each for each in SHOP.guides if isinstance(each, Bushing) and each.bore is not None)
    narrow = client.get(f"/api/outlines/{outline}/template", params={"guide": known.id, "bit": "straight-3.175"}).json()
    assert "bore-unknown" not in {each["code"] for each in narrow["cautions"]}, "it is measured"
    bearing = client.get("/api/outlines/pairs").json()["bearings"][0]
    ridden = client.get(f"/api/outlines/{outline}/template", params={"guide": bearing["id"]}).json()
    assert ridden["guide"] == bearing["size"]
    for params, at in (({"guide": "straight-12.7"}, "guide"), ({"guide": small["id"]}, "bit"), ({"guide": "none"}, "guide")):
        answer = client.get(f"/api/outlines/{outline}/template", params=params)
        assert (answer.status_code, answer.json()["error"]["field"]) == (422, at)
    assert client.get("/api/outlines/none/template", params=pair(client)).status_code == 404


def test_files_go_out_and_other_readers_open_them(client):
    outline = SHOP.outlines[0]
    params = pair(client)
    view = client.get(f"/api/outlines/{outline.id}/template", params=params).json()
    area = area_of(loops_of_data(view["template"])).area
    files = {form: client.get(f"/api/outlines/{outline.id}/template.{form}", params=params) for form in ("svg", "dxf", "pdf")}
    svg = files["svg"].content
    root = SVG.parse(io.BytesIO(svg), ppi=25.4)
    layers = {each.id: Path(next(iter(each.select(lambda e: isinstance(e, Path))))) for each in root if getattr(each, "id", None)}
    assert set(layers) == {"TEMPLATE", "WANTED", "CUT"}
    width = layers["TEMPLATE"].bbox()[2] - layers["TEMPLATE"].bbox()[0]
    xs = [x for loop in loops_of_data(view["template"]) for x, _ in loop.points()]
    assert width == pytest.approx(max(xs) - min(xs), abs=0.01)
    document = ezdxf.read(io.StringIO(files["dxf"].text))
    assert document.header["$INSUNITS"] == 4
    lines = [each for each in document.modelspace() if each.dxf.layer == "TEMPLATE"]
    assert any(bulge for each in lines for *_, bulge in each.get_points("xyb")), "arcs are arcs"
    for data in (svg, files["dxf"].content):
        again = area_of([each for each in read_drawing(data, None).loops if abs(each.area) == pytest.approx(area, abs=1.0)])
        assert again.area == pytest.approx(area, abs=0.05)
    assert 'filename="template.pdf"' in files["pdf"].headers["content-disposition"]
    assert len(PdfReader(io.BytesIO(files["pdf"].content)).pages) == view["pages"]


@pytest.mark.parametrize(("paper", "size"), [("a4", (595.28, 841.89)), ("letter", (612.0, 792.0))])
def test_a_large_template_is_printed_over_several_pages_at_its_size(client, paper, size):
    outline = SHOP.outlines[1].id
    params = pair(client) | {"paper": paper}
    pages = client.get(f"/api/outlines/{outline}/template", params=params).json()["pages"]
    reader = PdfReader(io.BytesIO(client.get(f"/api/outlines/{outline}/template.pdf", params=params).content))
    assert len(reader.pages) == pages > 3
    for number, page in enumerate(reader.pages, start=1):
        assert (float(page.mediabox.width), float(page.mediabox.height)) == pytest.approx(size, abs=0.1)
        text = page.extract_text()
        assert f"page {number} of {pages}" in text
        assert "This line is 100 mm" in text
    assert reader.viewer_preferences is not None


def test_mirrored_it_is_the_same_from_the_back(client):
    address = f"/api/outlines/{SHOP.outlines[1].id}/template.svg"
    shown, turned = (
        read_drawing(client.get(address, params=pair(client) | {"mirrored": mirrored}).content, None).loops
        for mirrored in (False, True)
    )
    assert sorted(abs(each.area) for each in turned) == pytest.approx(sorted(abs(each.area) for each in shown), abs=0.05)
    assert [each.vertices for each in turned] != [each.vertices for each in shown]


def test_pages_overlap_so_that_they_can_be_laid_on_one_another(monkeypatch):
    corners = []
    monkeypatch.setattr(template_pdf, "_page", lambda _canvas, _drawing, tiles, at, **_: corners.append((at, tiles)))
    loops = loops_of_data("M0 0 H500 V500 H0 Z")
    template_pdf.template_pdf(TemplateDrawing("Large", loops, loops, loops), "a4", made_by="test")
    (left, top), tiles = corners[0]
    assert (left, top) == (0.0, 500.0)
    assert corners[1][0] == (pytest.approx(tiles.wide - 10), 500.0)
    assert corners[tiles.columns][0] == (0.0, pytest.approx(500 - (tiles.high - 10)))
    (right, bottom), _ = corners[-1]
    assert right + tiles.wide >= 500
    assert bottom - tiles.high <= 0


def test_corners_are_rounded_to_what_the_pair_can_cut(client):
    chosen = pair(client)
    as_drawn = client.get("/api/outlines/emblem-fish/template", params=chosen).json()
    assert as_drawn["places"]
    radius = as_drawn["round_to"]
    assert radius == pytest.approx(max(as_drawn["bit"] / 2, (as_drawn["guide"] - as_drawn["bit"]) / 2), abs=0.5)
    rounded = client.get("/api/outlines/emblem-fish/template", params={**chosen, "corners": radius}).json()
    assert (rounded["places"], rounded["round_to"], rounded["cautions"]) == ([], None, [])
    assert client.get("/api/outlines/emblem-fish/template", params={**chosen, "corners": 0.5}).json()["places"]
    made = client.post("/api/outlines/emblem-fish/rounded", json={"radius": radius})
    assert (made.status_code, made.json()["name"]) == (201, f"Emblem fish, corners {radius:g}")
    own = client.get(f"/api/outlines/{made.json()['id']}/template", params=chosen).json()
    assert own["places"] == []
    assert area_of(loops_of_data(own["wanted"])).symmetric_difference(area_of(loops_of_data(rounded["wanted"]))).area < 1.0
    gone = client.post("/api/outlines/emblem-fish/rounded", json={"radius": 100})
    assert (gone.status_code, gone.json()["error"]["field"]) == (422, "corners")


def test_the_widest_pair_that_enters_every_rounded_corner_is_named(client):
    path = drawn(client, "rectangle", length="120", width="80", radius="4").json()["path"]
    made = client.post("/api/outlines", json={"name": "Soft tray", "path": path}).json()
    wide = {"guide": "bushing-24", "bit": "straight-12.7"}
    known = {each["id"]: each for each in client.get("/api/outlines/pairs").json()["bits"]}
    wide["guide"] = client.get("/api/outlines/pairs").json()["bushings"][-1]["id"]
    found = client.get(f"/api/outlines/{made['id']}/template", params=wide).json()["reaching"]
    assert known[found["bit_id"]]["size"] == 8.0, "half of it is the corner's radius"
    taken = {"guide": found["guide_id"], "bit": found["bit_id"]}
    again = client.get(f"/api/outlines/{made['id']}/template", params=taken).json()
    assert (again["places"], again["reaching"]) == ([], None)
    sharp = kept(client, "polygon").json()
    assert client.get(f"/api/outlines/{sharp['id']}/template", params=wide).json()["reaching"] is None


def test_a_distance_is_said_straight_along_and_up_in_both_units(client):
    said = client.get("/api/outlines/distance", params={"along": 30, "up": 40}).json()
    assert said["metric"] == "50 mm apart: 30 mm along, 40 mm up"
    assert client.get("/api/outlines/distance", params={"along": 25.4, "up": 0}).json()["inch"].startswith("1 in apart")
    assert client.get("/api/outlines/distance", params={"along": -1, "up": 0}).status_code == 422


def test_a_template_that_is_there_says_what_it_makes_and_keeps_it(client):
    taken = pair(client)
    made = kept(client, is_template=True).json()
    view = client.get(f"/api/outlines/{made['id']}/template", params=taken).json()
    by = view["guide"] - view["bit"]
    assert (view["width"], view["height"]) == (pytest.approx(120 - by, abs=0.02), pytest.approx(60 - by, abs=0.02))
    assert re.match("The hole comes out .* smaller than the template all round", view["figures"][0]["metric"])
    assert (view["round_to"], view["reaching"], view["template"]) == (None, None, made["path"])
    changed = {"name": "Tray", "intent": "part", "is_template": True, "version": made["version"]}
    assert client.put(f"/api/outlines/{made['id']}", json=changed).json()["intent"] == "part"
    outside = client.get(f"/api/outlines/{made['id']}/template", params=taken).json()
    assert outside["width"] == pytest.approx(120 + by, abs=0.02)
    own = client.post(f"/api/outlines/{made['id']}/made", json=taken)
    assert (own.status_code, own.json()["is_template"], own.json()["intent"]) == (201, False, "part")
    again = client.get(f"/api/outlines/{own.json()['id']}/template", params=taken).json()
    assert again["width"] == pytest.approx(120, abs=0.02), "its template is the one that is there"
    path = drawn(client, "slot", length="30", width="4").json()["path"]
    small = client.post("/api/outlines", json={"name": "Small", "path": path, "is_template": True}).json()
    none = client.post(f"/api/outlines/{small['id']}/made", json=taken)
    assert (none.status_code, none.json()["error"]["field"]) == (422, "guide")


def test_a_template_is_no_outline_to_cut(client):
    made = kept(client, is_template=True).json()
    job = client.get("/api/jobs").json()[0]["id"]
    piece = client.get(f"/api/jobs/{job}").json()["pieces"][0]["id"]
    starts = client.get("/api/forms", params={"piece": piece}).json()
    choices = [
        choice["change"].get("outline")
        for start in starts
        if start["key"] == "template-recess"
        for blank in start["form"]["first"]
        if blank["takes"] == "choice"
        for choice in blank["choices"]
    ]
    assert set(choices) >= {"emblem-fish"}
    assert made["id"] not in choices
    cut = next(each["cut"] for each in starts if each["key"] == "template-recess")
    size = {name: {"typed": "20", "unit": "mm"} for name in ("depth", "from_left", "from_near")}
    board = {name: {"typed": typed, "unit": "mm"} for name, typed in (("length", "600"), ("width", "300"), ("thickness", "30"))}
    asked = {
        "piece": {"name": "Lid", "material": "ash", **board},
        "cut": cut | size | {"outline": made["id"], "outline_version": None},
    }
    refused = client.post("/api/plan", json=asked)
    assert (refused.status_code, refused.json()["error"]["field"]) == (422, "cut.outline")
    assert "keep what it makes" in refused.json()["error"]["message"]


def test_a_size_error_is_said_before_it_is_made(client):
    taken = pair(client)
    for intent, words in (("part", "the part"), ("recess", "the hole")):
        made = kept(client, intent=intent).json()
        said = client.get(f"/api/outlines/{made['id']}/template", params=taken).json()["figures"][1]["metric"]
        assert said.startswith(f"Cut on the line itself, a template would make {words}")
        assert said.endswith("too large all round" if intent == "part" else "too small all round")


def test_an_outline_through_typed_corners(client):
    asked = {"form": "corners", "corners": "0,0\n4,0\n4,2,1/2", "unit": "in"}
    found = client.post("/api/outlines/draw", json=asked).json()
    assert (found["arcs"], found["width"], found["can_be_used"]) == (1, pytest.approx(101.6), True)
    refused = client.post("/api/outlines/draw", json=asked | {"corners": "0,0\n4,0"})
    assert (refused.status_code, refused.json()["error"]["field"]) == (422, "corners")


def test_a_template_that_was_made_is_counted_worn_and_copied(client):
    taken = pair(client)
    made = client.post(
        "/api/outlines/emblem-fish/templates", json={**taken, "stuff": "mdf", "thickness": {"typed": "12", "unit": "mm"}}
    )
    thing = made.json()
    assert (made.status_code, thing["name"], thing["is_template"]) == (201, "Emblem fish, template", True)
    assert [each["metric"].split(",")[0] for each in thing["made"]["says"]] == [
        "12 mm MDF",
        "Uses so far: 0; MDF is worn after about 100",
    ]
    of = client.get("/api/outlines/emblem-fish/template", params=taken).json()
    view = client.get(f"/api/outlines/{thing['id']}/template", params=taken).json()
    wanted, own = (area_of(loops_of_data(each["cut"])) for each in (of, view))
    assert own.area == pytest.approx(wanted.area, abs=1.0)
    assert view["figures"][-1]["metric"].startswith("It is made for ")
    uses = f"/api/outlines/{thing['id']}/uses"
    assert client.post(uses, json={"count": 99}).json()["made"]["worn"] is False
    assert client.post(uses, json={"count": 1}).json()["made"]["worn"] is True
    worn = client.get(f"/api/outlines/{thing['id']}/template", params=taken).json()
    assert "template-worn" in {each["code"] for each in worn["cautions"]}
    other = {"guide": client.get("/api/outlines/pairs").json()["bushings"][-1]["id"], "bit": taken["bit"]}
    off = client.get(f"/api/outlines/{thing['id']}/template", params=other).json()
    assert "other-pair" in {each["code"] for each in off["cautions"]}
    copy = client.post(
        f"/api/outlines/{thing['id']}/copies", json={"stuff": "plastic", "thickness": {"typed": "1/2 in", "unit": "in"}}
    ).json()
    assert (copy["made"]["uses"], copy["made"]["thickness"], copy["made"]["outline"]) == (0, pytest.approx(12.7), "emblem-fish")
    assert client.post(uses, json={"count": -500}).json()["made"]["uses"] == 0
    none = client.post("/api/outlines/emblem-fish/uses", json={"count": 1})
    assert (none.status_code, none.json()["error"]["field"]) == (422, "template")


def test_the_slip_names_the_template_that_is_there_and_fits(client):
    job = next(each for each in client.get("/api/jobs").json() if each["name"] == "The Little Harbour")
    pieces = client.get(f"/api/jobs/{job['id']}").json()["pieces"]
    arch = next(each for piece in pieces for each in piece["cuts"] if each["cut"].get("outline") == "arch-opening")
    slip = client.get(f"/api/cuts/{arch['id']}/plan").json()
    said = " ".join(line["metric"] for each in slip["slip"] if each["key"] == "guide" for line in each["lines"])
    assert "take Arch opening, template" not in said
    pairs = client.get("/api/outlines/pairs").json()
    ring = next(each for each in pairs["bushings"] if each["name"] in str(slip["slip"]))
    bit = next(each for each in pairs["bits"] if each["id"] == slip["bit_id"])
    asked = {"guide": ring["id"], "bit": bit["id"], "stuff": "plywood", "thickness": {"typed": "18", "unit": "mm"}}
    thin = client.post("/api/outlines/arch-opening/templates", json=asked | {"thickness": {"typed": "3", "unit": "mm"}})
    assert thin.status_code == 201
    slip = client.get(f"/api/cuts/{arch['id']}/plan").json()
    assert "take Arch opening, template" not in str(slip["slip"]), "too thin for its bushing"
    assert client.post("/api/outlines/arch-opening/templates", json=asked).status_code == 201
    slip = client.get(f"/api/cuts/{arch['id']}/plan").json()
    assert "take Arch opening, template, 18 mm plywood, 0 uses so far" in str(slip["slip"])


def test_a_run_counts_its_template_once_and_what_is_worn_is_due(client):
    name = client.get("/api/cuts/arch-opening").json()["name"]

    def to_be_made() -> bool:
        lists = client.get("/api/jobs/little-harbour/order").json()["ready"]
        things = next((each["things"] for each in lists if each["title"] == "Templates"), [])
        return any(f"for {name}," in each["metric"] for each in things)

    assert to_be_made()
    plan = client.get("/api/cuts/arch-opening/plan").json()
    asked = {"guide": plan["template"]["guide_id"], "bit": plan["bit_id"], "stuff": "plywood"}
    asked |= {"thickness": {"typed": "18", "unit": "mm"}}
    thing = client.post("/api/outlines/arch-opening/templates", json=asked).json()["id"]
    assert not to_be_made()
    assert client.post(f"/api/outlines/{thing}/uses", json={"count": 149}).status_code == 200
    assert not any(each["kind"] == "template" for each in client.get("/api/due").json())

    def uses() -> int:
        return next(each for each in client.get("/api/outlines").json() if each["id"] == thing)["made"]["uses"]

    begun = client.post("/api/cuts/arch-opening/runs").json()
    run, hand = begun["run"]["id"], begun["hand"]
    assert (begun["run"]["of"]["template_id"], begun["run"]["of"]["template_uses"]) == (thing, 1)
    for each in client.get(f"/api/runs/{run}").json()["record"]["steps"]:
        client.post(f"/api/runs/{run}/steps", json={"hand": hand, "step": each["key"], "how": "done"})
    assert uses() == 149
    for out in ("clean", "torn"):
        assert client.post(f"/api/runs/{run}/outcome", json={"came_out": out}).status_code == 200
    assert uses() == 150
    (due,) = [each for each in client.get("/api/due").json() if each["kind"] == "template"]
    assert (due["of"], due["why"]["metric"]) == (thing, "150 uses, and plywood lasts for about 150")
    log = client.get("/api/log.json").text
    client.delete(f"/api/runs/{run}")
    assert uses() == 149
    left = client.post("/api/cuts/arch-opening/runs").json()["run"]["id"]
    assert client.post(f"/api/runs/{left}/left").status_code == 200
    client.delete(f"/api/runs/{left}")
    assert uses() == 149, "one that was given up was not counted"
    # A run that came in as a file was not counted here, and takes nothing back.
    assert client.post("/api/log", json={"text": log}).json()["added"] == 1
    client.delete(f"/api/runs/{run}")
    assert uses() == 149


def test_a_made_template_is_no_longer_one_when_its_outline_or_its_intent_is_another(client):
    asked = {**pair(client), "stuff": "mdf", "thickness": {"typed": "12", "unit": "mm"}}
    thing = client.post("/api/outlines/emblem-fish/templates", json=asked).json()
    uses = f"/api/outlines/{thing['id']}/uses"
    assert client.post(uses, json={"count": -3}).json()["made"]["uses"] == 0
    named = {"name": "Fish", "intent": thing["intent"], "is_template": True}
    assert client.put(f"/api/outlines/{thing['id']}", json=named).json()["made"]["outline"] == "emblem-fish"
    other = client.put(f"/api/outlines/{thing['id']}", json=named | {"intent": "part"}).json()
    assert other["made"] is None


def test_the_same_outline_is_kept_once(client):
    asked = {"name": "Slot", "path": "M0 0 L30 0 L30 9 L0 9 Z"}
    first = client.post("/api/outlines", json=asked).json()
    assert client.post("/api/outlines", json=asked).json() == first
    for other in ({"name": "Other slot"}, {"path": "M0 0 L31 0 L31 9 L0 9 Z"}, {"intent": "part"}, {"is_template": True}):
        assert client.post("/api/outlines", json=asked | other).json()["id"] != first["id"], other


def test_layers_of_a_drawing_are_named_and_chosen(client):
    drawn = (
        '<svg xmlns="http://www.w3.org/2000/svg" width="90mm" height="60mm" viewBox="0 0 90 60">'
        '<g id="frame"><rect width="90" height="60"/></g><g id="hole"><circle cx="45" cy="30" r="20"/></g></svg>'
    )
    asked = {"name": "two.svg", "base64": base64.b64encode(drawn.encode()).decode()}
    both = client.post("/api/outlines/read", json=asked).json()
    assert (both["layers"], both["loops"], both["width"]) == (["frame", "hole"], 2, pytest.approx(90))
    one = client.post("/api/outlines/read", json=asked | {"layers": ["hole"]}).json()
    assert (one["layers"], one["loops"], one["width"]) == (["frame", "hole"], 1, pytest.approx(40, abs=0.01))


def test_a_comb_goes_out_as_its_own_edge_alone(client):
    made = client.get("/api/cuts/desk-drawer.a0/plan").json()["template"]
    asked = {"name": made["called"], **{each: made[each] for each in ("path", "intent", "is_template")}}
    kept = client.post("/api/outlines", json=asked).json()
    assert client.post("/api/outlines", json=asked).json()["id"] == kept["id"], "kept once, whichever board asks for it"
    address = f"/api/outlines/{kept['id']}/template"
    assert client.get(address, params=pair(client)).json()["wanted"] != ""
    drawn = client.get(f"{address}.svg", params=pair(client))
    (comb,) = read_drawing(drawn.content, None).loops
    assert (comb.arcs, comb.closed) == (27, True)
    assert {layer for layer in ("TEMPLATE", "WANTED", "CUT", "SAW") if f'id="{layer}"' in drawn.text} == {"TEMPLATE"}
    paper = client.get(f"{address}.pdf", params=pair(client))
    assert len(PdfReader(io.BytesIO(paper.content)).pages) > 1


def test_a_part_has_a_line_to_saw_along_and_a_hole_has_none(client):
    kept = client.post("/api/outlines", json={"name": "Part", "path": "M0 0 L80 0 L80 60 L0 60 Z", "intent": "part"}).json()
    address = f"/api/outlines/{kept['id']}/template"
    bits = {each["id"]: each["size"] for each in client.get("/api/outlines/pairs").json()["bits"]}
    assert min(bits.values()) < 6 < max(bits.values())
    for bit in (min(bits, key=bits.__getitem__), max(bits, key=bits.__getitem__)):
        shown = client.get(address, params={"guide": pair(client)["guide"], "bit": bit}).json()
        x0, _, x1, _ = box_of(loops_of_text(shown["saw"]))
        assert x1 - x0 == pytest.approx(80 + 2 * min(3.0, bits[bit] / 2), abs=0.01)
        assert any("Saw it off first" in each["metric"] for each in shown["figures"])
    drawn = client.get(f"{address}.svg", params=pair(client)).text
    assert 'id="SAW"' in drawn
    hole = client.get("/api/outlines/emblem-fish/template", params=pair(client)).json()
    assert hole["saw"] == ""
    assert 'id="SAW"' not in client.get("/api/outlines/emblem-fish/template.svg", params=pair(client)).text


def test_a_template_is_worn_when_the_house_says(client):
    asked = {**pair(client), "stuff": "mdf", "thickness": {"typed": "12", "unit": "mm"}}
    thing = client.post("/api/outlines/emblem-fish/templates", json=asked).json()
    used = client.post(f"/api/outlines/{thing['id']}/uses", json={"count": 40}).json()
    assert not used["made"]["worn"]
    rules = client.get("/api/rules").json()["rules"] | {"uses_mdf": 40}
    assert client.put("/api/shop/settings", json={"rules": rules}).status_code == 200
    listed = {each["id"]: each for each in client.get("/api/outlines").json()}
    assert listed[thing["id"]]["made"]["worn"]


def corner(along: float, up: float, radius: float = 0.0) -> dict[str, dict[str, str]]:
    return {key: {"typed": f"{value:g}", "unit": "mm"} for key, value in (("along", along), ("up", up), ("radius", radius))}


def test_corners_of_an_outline_are_moved_over_the_version_that_was_looked_at(client):
    made = kept(client, "rectangle").json()
    address = f"/api/outlines/{made['id']}/corners"
    (loop,) = client.get(address).json()["loops"]
    assert sorted((each["at"], each["radius"]) for each in loop) == [
        ([0.0, 0.0], 8.0), ([0.0, 60.0], 8.0), ([120.0, 0.0], 8.0), ([120.0, 60.0], 8.0),
    ]  # fmt: skip
    wider = [corner(0, 0), corner(150, 0), corner(150, 60, 12), corner(0, 60)]
    moved = client.put(address, json={"loops": [wider], "version": made["version"]})
    assert moved.status_code == 200
    assert moved.json()["size"]["metric"] == "150 mm × 60 mm"
    (now,) = client.get(address).json()["loops"]
    assert {(*each["at"], each["radius"]) for each in now} == {(0, 0, 0), (150, 0, 0), (150, 60, 12), (0, 60, 0)}
    assert client.put(address, json={"loops": [wider], "version": made["version"]}).status_code == 409, "an older one"
    crossing = [corner(0, 0), corner(100, 60), corner(100, 0), corner(0, 60)]
    assert client.put(address, json={"loops": [crossing]}).json()["error"]["field"] == "loops"
    tight = [corner(0, 0), corner(100, 0), corner(100, 10, 40), corner(0, 60)]
    assert client.put(address, json={"loops": [tight]}).json()["error"]["field"].startswith("loops.0.")
    wrong = [corner(0, 0), corner(100, 0) | {"up": {"typed": "wide", "unit": "mm"}}, corner(0, 60)]
    assert client.put(address, json={"loops": [wrong]}).json()["error"]["field"] == "loops.0.1.up"
    assert client.get("/api/outlines/emblem-fish/corners").json() == {"loops": None}, "it is drawn with curves"


def test_a_template_that_stands_in_the_shop_keeps_its_shape(client):
    asked = {**pair(client), "stuff": "mdf", "thickness": {"typed": "12", "unit": "mm"}}
    made = kept(client, "rectangle").json()
    thing = client.post(f"/api/outlines/{made['id']}/templates", json=asked).json()
    address = f"/api/outlines/{thing['id']}/corners"
    assert client.get(address).json() == {"loops": None}
    moved = client.put(address, json={"loops": [[corner(0, 0), corner(90, 0), corner(0, 60)]]})
    assert moved.status_code == 422
    assert "keeps its shape" in moved.text


def test_the_board_of_a_sled_comes_as_a_drawing_at_its_own_size(client):
    jig = client.get("/api/cuts/crate-corners.a0/plan").json()["jig_to_make"]
    asked = {"name": jig["name"]["metric"], "path": jig["path"]}
    drawn = client.get("/api/shape.svg", params=asked)
    assert drawn.status_code == 200
    assert "sled" in unquote(drawn.headers["content-disposition"]).lower()
    loops = loops_of_text(jig["path"])
    wide = max(x for loop in loops for x, _, _ in loop.vertices)
    (across,) = re.findall(r'<svg[^>]* width="([\d.]+)mm"', drawn.text)
    assert float(across) >= wide
    assert client.get("/api/shape.dxf", params=asked).text.lstrip().startswith("0")
    assert client.get("/api/shape.pdf", params=asked | {"paper": "letter"}).content.startswith(b"%PDF")


@pytest.mark.parametrize("path", ["nothing", "M0 0 L10 0", "M0 0 L1e400 0 L0 5 Z", "M0 0 L90000 0 L90000 90000 Z"])
def test_what_is_no_shape_is_not_drawn(client, path):
    refused = client.get("/api/shape.pdf", params={"name": "A", "path": path})
    assert refused.status_code == 422, refused.content[:200]
    assert refused.json()["error"]["field"] in ("path", "paper")


def test_slots_for_mortises_are_listed_in_words_and_wrong_sizes_named(client):
    def mm(typed: str) -> dict[str, str]:
        return {"typed": typed, "unit": "mm"}

    found = client.post("/api/outlines/holes", json={"width": mm("12.7"), "length": mm("50")}).json()
    assert found[0]["size"]["metric"] == "53.3 mm × 16 mm"
    assert found[0]["pair"]["metric"] == "12.7 straight in Bushing 5/8 in"
    assert any("6.35" in other["metric"] for other in found[0]["also"])
    round_ones = client.post("/api/outlines/holes", json={"width": mm("20")}).json()
    assert round_ones[0]["size"]["metric"].startswith("Ø ")
    for asked, field in (
        ({"width": mm("wide"), "length": mm("50")}, "width"),
        ({"width": mm("20"), "length": mm("12")}, "length"),
        ({"width": mm("20"), "length": mm("")}, "length"),
    ):
        refused = client.post("/api/outlines/holes", json=asked)
        assert (refused.status_code, refused.json()["error"]["field"]) == (422, field)


@pytest.mark.parametrize("intent", ["recess", "part"])
def test_where_fibres_lift_is_shown_for_the_way_they_run(client, intent):
    """Of a circle two opposite quarters, the others where fibres run the other way. Clockwise inside, with the wood around it,
    and counter-clockwise round a part they are the same: the way is the other one, and so is the side of the wood."""
    path = "M-40 0 A40 40 0 0 0 40 0 A40 40 0 0 0 -40 0 Z"
    made = client.post("/api/outlines", json={"name": "Disc", "path": path, "intent": intent}).json()["id"]
    pair = {"guide": "bushing-15.875", "bit": "straight-6"}
    asked = f"/api/outlines/{made}/template"
    assert client.get(asked, params=pair).json()["lifts"] == []
    assert client.get(asked, params=pair | {"fibres": 180}).status_code == 422
    sides = {}
    for fibres in (0, 90):
        found = client.get(asked, params=pair | {"fibres": fibres}).json()["lifts"]
        assert len(found) == 2
        middles = [loops_of_text(each)[0].points() for each in found]
        sides[fibres] = {(x - 40) * (y - 40) > 0 for x, y in (each[len(each) // 2] for each in middles)}
    assert sides == {0: {True}, 90: {False}}
