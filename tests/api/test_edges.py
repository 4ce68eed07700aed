"""Edge cuts by HTTP: planned, kept in their order, profiles by name, the section as a file."""

from __future__ import annotations

import io
from xml.etree import ElementTree as ET

import ezdxf
import pytest
from shapely.geometry import Polygon

MM = {"unit": "mm"}


def typed(text: str) -> dict[str, str]:
    return {"typed": text, **MM}


PIECE = {"name": "Board", "material": "ash", "length": typed("600"), "width": typed("300"), "thickness": typed("22")}
CUT = {"kind": "edge", "shape": "roundover", "size": typed("6.35"), "edges": ["near"], "edge_state": "smooth"}


def plan(client, piece=PIECE, **changes):
    return client.post("/api/plan", json={"piece": piece, "cut": {**CUT, **changes}})


def test_an_edge_cut_is_planned_with_its_edges_to_choose_from(client):
    answer = plan(client).json()
    assert answer["status"] == "ready"
    above = answer["drawing"][0]
    assert [(edge["ref"], edge["number"]) for edge in above["edges"]] == [
        ("near", 1),
        ("right", None),
        ("far", None),
        ("left", None),
    ]
    assert answer["pass_columns"][:3] == ["bit", "fence", "area"]
    tools = client.post("/api/plan/tools", json={"piece": PIECE, "cut": CUT}).json()
    assert tools["can"] >= 1
    assert {refusal["code"] for refusal in tools["refusals"]} >= {"other-profile", "other-radius"}


@pytest.mark.parametrize(
    ("piece", "changes", "field"),
    [
        ({}, {"size": typed("5")}, "cut.size"),
        ({}, {"size": typed("1//2")}, "cut.size"),
        ({}, {"depth": typed("30")}, "cut.depth"),
        ({}, {"shape": "spiral"}, "cut.shape"),
        ({}, {"edges": ["outline"]}, "cut.edges"),
        ({}, {"angle": 95}, "cut.angle"),
        ({}, {"least_stages": 0}, "cut.least_stages"),
        ({}, {"position": typed("5")}, "cut.position"),
        ({"slope": 60}, {}, "piece.slope"),
        ({"openings": [{"form": "oval", "length": typed("900")}]}, {}, "piece.openings.0"),
        ({"outline": {"form": "points", "points": [[0, 0], [9, 9]]}}, {}, "piece.outline.points"),
        ({"outline": {"form": "rectangle", "radius": typed("400")}}, {}, "piece.outline.radius"),
        (
            {"openings": [{"form": "arch", "length": typed("90"), "width": typed("80"), "radius": typed("x")}]},
            {},
            "piece.openings.0.radius",
        ),
    ],
)
def test_what_is_wrong_is_said_at_its_field(client, piece, changes, field):
    answer = plan(client, {**PIECE, **piece}, **changes)
    assert (answer.status_code, answer.json()["error"]["field"]) == (422, field)


def test_profiles_are_kept_by_name_and_travel_with_the_shop(client):
    assert client.get("/api/profiles").json() == []
    profile = {"name": "Soft", "shape": "ogee", "size": typed("6.35"), "depth": typed("1/4 in"), "bit_id": "ogee-6.35"}
    kept = client.post("/api/profiles", json=profile)
    assert kept.status_code == 201
    assert client.post("/api/profiles", json={**profile, "name": "soft"}).json()["error"]["field"] == "name"
    assert client.post("/api/profiles", json={**profile, "name": "x", "size": typed("")}).json()["error"]["field"] == "size"
    assert client.get("/api/profiles").json()[0]["depth"] == {"mm": 6.35, "typed": "1/4 in", "unit": "mm"}
    file = client.get("/api/files/shop.json").text
    assert '"Soft"' in file
    assert client.delete(f"/api/profiles/{kept.json()['id']}").status_code == 204
    assert client.delete(f"/api/profiles/{kept.json()['id']}").status_code == 404
    client.put("/api/files/shop", json={"text": file})
    assert [each["name"] for each in client.get("/api/profiles").json()] == ["Soft"]


def test_a_cut_moves_in_the_order_of_its_piece_and_what_it_finds_changes(client):
    def order():
        return [cut["id"] for cut in client.get("/api/jobs/little-harbour").json()["pieces"][0]["cuts"]]

    assert order() == ["shelf-dado-212", "shelf-dado-64", "shelf-dado-420", "back-panel"]

    def place(cut_id, piece_id="wing-case-side", **asked):
        return client.post(f"/api/cuts/{cut_id}/place", json={"piece_id": piece_id, **asked}).status_code

    assert place("back-panel", before="shelf-dado-420") == 204
    assert order() == ["shelf-dado-212", "shelf-dado-64", "back-panel", "shelf-dado-420"]
    assert place("back-panel", before="shelf-dado-212") == 204
    assert order()[0] == "back-panel"
    assert place("back-panel") == 204
    assert order()[-1] == "back-panel", "last where nothing is said"
    assert place("back-panel", before="back-panel") == 204
    assert order()[-1] == "back-panel"
    assert place("nothing") == place("back-panel", "nothing") == 404
    assert place("back-panel", before="lid-edges") == 404, "a cut of another board"


def test_an_earlier_cut_of_an_edge_stops_a_later_one_until_the_order_changes(client):
    piece = client.post("/api/jobs/little-harbour/pieces", json={"piece": {**PIECE, "thickness": typed("14")}}).json()["pieces"][
        -1
    ]

    def add(name, **cut):
        return client.post(f"/api/pieces/{piece['id']}/cuts", json={"name": name, "cut": {**CUT, **cut}}).json()["id"]

    first = add("Rabbet", shape="rabbet", size=typed("9.5"), depth=typed("12.5"))
    second = add("Round", size=typed("3"))
    stopped = client.get(f"/api/cuts/{second}/plan").json()
    assert {"bearing-without-edge", "order-would-do"} <= {each["code"] for each in stopped["cautions"]}
    client.post(f"/api/cuts/{second}/place", json={"piece_id": piece["id"], "before": first})
    assert client.get(f"/api/cuts/{second}/plan").json()["status"] != "stop"
    assert client.get(f"/api/cuts/{first}/plan").json()["glyph"] != client.get(f"/api/cuts/{second}/plan").json()["glyph"]


def test_the_section_is_written_at_its_true_size(client):
    svg = ET.fromstring(client.get("/api/cuts/arch-ogee/section.svg").text)
    width, height = (float(svg.get(side).removesuffix("mm")) for side in ("width", "height"))
    assert svg.get("viewBox") == f"0 0 {width:.3f} {height:.3f}", "a unit is a millimetre"
    cuts = [path.get("d") for path in svg if path.get("d") and path.get("id").startswith("cut")]
    area = sum(Polygon([tuple(map(float, pair.split())) for pair in cut.strip("MZ").split(" L")]).area for cut in cuts)
    # An ogee of two quarter arcs takes half of the square around it, in all its stages.
    assert area == pytest.approx(12.7 * 12.7 / 2, rel=1e-3)
    drawing = ezdxf.read(io.StringIO(client.get("/api/cuts/arch-ogee/section.dxf").text))
    assert drawing.units == ezdxf.units.MM
    lines = [line for line in drawing.modelspace() if line.dxftype() == "LWPOLYLINE"]
    assert {line.dxf.layer for line in lines} == {"WORK", "CUT", "BIT", "BEARING"}
    taken = [line for line in lines if line.dxf.layer == "CUT"]
    assert all(line.closed for line in taken)
    # Both are written to a thousandth of a millimetre.
    assert sum(Polygon([(x, y) for x, y, *_ in line.get_points()]).area for line in taken) == pytest.approx(area, rel=1e-5)
    assert not drawing.audit().errors
    refused = client.get("/api/cuts/shelf-dado-212/section.svg")
    assert refused.status_code == 422
    assert "edge cut" in refused.json()["error"]["message"]


def test_an_edge_slip_is_printed_on_one_page(client):
    answer = client.get("/api/cuts/lid-edges/slip.pdf?paper=Letter&unit=in")
    assert answer.status_code == 200
    assert answer.content.startswith(b"%PDF")
