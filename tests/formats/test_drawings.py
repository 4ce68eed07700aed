"""Drawings from outside: what is understood of SVG and DXF, and what files do that mean no good."""

from __future__ import annotations

import io
import math
from pathlib import Path

import ezdxf
import pytest

from ranura.api.outline_views import data_of
from ranura.core.geometry.loop_text import loops_of_text, text_of_loops
from ranura.core.geometry.loops import Loop, circle
from ranura.core.templates.outline import understood
from ranura.core.text.errors import FileError
from ranura.formats import drawing_reader
from ranura.formats.drawing_reader import read_apart
from ranura.formats.drawings import read_drawing
from ranura.formats.path_data import loops_of_data


def svg(inside: str, more: str = 'width="100mm" height="60mm" viewBox="0 0 100 60"') -> bytes:
    return f'<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" {more}>{inside}</svg>'.encode()


def areas(data: bytes, unit=None) -> list[tuple[bool, float, int]]:
    found = understood(read_drawing(data, unit).loops)
    return sorted((each.closed, round(abs(each.area), 1), each.arcs) for each in found.loops)


@pytest.mark.parametrize(
    ("inside", "found"),
    [
        ('<rect x="10" y="5" width="20" height="10"/>', [(True, 200.0, 0)]),
        ('<rect width="20" height="10" rx="3" transform="translate(9 9) rotate(30) scale(2)"/>', [(True, 769.1, 4)]),
        ('<circle cx="50" cy="30" r="12"/>', [(True, 452.4, 4)]),
        ('<ellipse cx="50" cy="30" rx="12" ry="6"/>', [(True, 226.2, 0)]),
        ('<g transform="scale(1 -1)"><path d="M0 0 h10 a5 5 0 0 1 0 10 h-10 z"/></g>', [(True, 139.3, 1)]),
        ('<polygon points="0,0 10,0 10,10"/><polyline points="20,0 30,0 30,9"/>', [(False, 0.0, 0), (True, 50.0, 0)]),
        ('<path d="M0 0 C0 10 10 10 10 0 Z"/>', [(True, 60.0, 0)]),
        ('<defs><rect id="a" width="5" height="5"/></defs><use href="#a"/><use xlink:href="#a" x="20"/>', [(True, 25.0, 0)] * 2),
        ('<rect width="5" height="5" style="display:none"/><rect width="6" height="6" visibility="hidden"/>', []),
        ('<path d="M0 0 h40 v30 h-40 z M10 10 v5 h5 v-5 z"/>', [(True, 25.0, 0), (True, 1200.0, 0)]),
    ],
)
def test_shapes_of_an_svg(inside, found):
    assert areas(svg(inside)) == [(closed, pytest.approx(area, abs=0.3), arcs) for closed, area, arcs in found]


@pytest.mark.parametrize(
    ("more", "unit", "said", "wide"),
    [
        ('width="4in" height="3in" viewBox="0 0 4 3"', None, ("mm", "file"), 25.4),
        ('width="96" height="96"', None, ("px", "assumed"), 25.4 / 96),
        ('viewBox="0 0 4 3"', "in", ("in", "asked"), 25.4),
        ('viewBox="0 0 4 3"', "mm", ("mm", "asked"), 1.0),
        ('width="10cm" height="10cm" viewBox="0 0 10 10"', "in", ("mm", "file"), 10.0),
    ],
)
def test_units_come_from_the_file_or_are_asked_or_assumed(more, unit, said, wide):
    drawing = read_drawing(svg('<rect width="10" height="10"/>', more), unit)
    assert (drawing.unit, drawing.unit_from) == said
    assert understood(drawing.loops).width == pytest.approx(10 * wide, rel=1e-5)


def dxf(units: int = 4, version: str = "R2010") -> tuple[ezdxf.document.Drawing, object]:
    document = ezdxf.new(version, units=units)
    return document, document.modelspace()


def written(document) -> bytes:
    out = io.StringIO()
    document.write(out)
    return out.getvalue().encode()


def test_a_dxf_with_lines_arcs_blocks_and_hidden_layers():
    document, space = dxf()
    space.add_line((0, 0), (40, 0))
    space.add_arc((40, 10), 10, 270, 90)
    space.add_line((40, 20), (0, 20))
    space.add_line((0, 20), (0, 0.05))
    space.add_lwpolyline([(50, 50, 1), (60, 50, 1)], close=True, format="xyb")
    space.add_circle((20, 10), 2.5)
    block = document.blocks.new("B")
    block.add_circle((0, 0), 5)
    space.add_blockref("B", (100, 100), dxfattribs={"xscale": 2, "yscale": 2})
    space.add_blockref("B", (200, 100), dxfattribs={"xscale": 2, "yscale": 1})
    space.add_circle((0, 0), 99, dxfattribs={"layer": "off"})
    document.layers.add("off").off()
    space.add_text("no line")
    found = understood(read_drawing(written(document), None).loops)
    assert [each.code for each in found.problems] == ["gap-closed"]
    seen = sorted((round(abs(each.area), 1), each.arcs) for each in found.loops)
    expected = [(19.6, 2), (78.5, 2), (157.1, 0), (314.2, 2), (957.1, 1)]
    assert seen == [(pytest.approx(area, abs=0.6), arcs) for area, arcs in expected]
    assert [each.area < 0 for each in found.loops].count(True) == 1, "the hole in the first one"


UNITS = [(1, "mm", ("in", "file")), (0, None, ("mm", "assumed")), (0, "in", ("in", "asked"))]


@pytest.mark.parametrize(("units", "unit", "said"), UNITS)
def test_units_of_a_dxf(units, unit, said):
    document, space = dxf(units)
    space.add_circle((0, 0), 1)
    drawing = read_drawing(written(document), unit)
    assert (drawing.unit, drawing.unit_from) == said
    assert understood(drawing.loops).width == pytest.approx(2 * (25.4 if said[0] == "in" else 1.0))


def test_mirrored_entities_of_a_dxf_lie_where_they_are_seen():
    document, space = dxf()
    space.add_lwpolyline([(0, 0, 0), (10, 0, 1), (10, 10, 0), (0, 10, 0)], close=True, format="xyb",
                         dxfattribs={"extrusion": (0, 0, -1)})  # fmt: skip
    (loop,) = understood(read_drawing(written(document), None).loops).loops
    assert min(x for x, _ in loop.points()) == pytest.approx(-15, abs=0.01)


NESTED = '<g id="g0"><rect width="1" height="1"/></g>' + "".join(
    f'<g id="g{i}">' + f'<use href="#g{i - 1}"/>' * 10 + "</g>" for i in range(1, 9)
)


@pytest.mark.parametrize(
    ("data", "code"),
    [
        (b"  ", "empty-drawing"),
        (b"hello", "no-drawing"),
        (b"<svg", "broken-xml"),
        (b"<html></html>", "no-drawing"),
        (b'<!DOCTYPE svg [<!ENTITY a "b">]><svg/>', "entities"),
        (svg(NESTED), "nested"),
        (svg('<g id="a"><use href="#a"/></g>'), "nested"),
        (svg("<g>" * 400 + "</g>" * 400), "nested"),
        (svg('<path d="M0 0 L nan 3 L5 5z"/>'), "not-finite"),
        (svg('<path d="M0 0 L1e999 3z"/>'), "not-finite"),
        (svg('<path d="M0 0 L1e9 3z"/>'), "not-finite"),
    ],
)
def test_what_is_no_drawing_or_means_no_good_is_refused(data, code):
    with pytest.raises(FileError) as refused:
        read_drawing(data, None)
    assert refused.value.code == code


def test_a_block_that_holds_itself_is_refused():
    document, space = dxf()
    for name, other in (("A", "B"), ("B", "A")):
        document.blocks.new(name).add_blockref(other, (0, 0))
    space.add_blockref("A", (0, 0))
    with pytest.raises(FileError):
        read_drawing(written(document), None)


@pytest.mark.slow
def test_files_are_read_in_a_process_that_has_limits(monkeypatch):
    drawing = read_apart(svg('<circle cx="50" cy="30" r="12"/>'), None)
    assert (drawing.unit, len(drawing.loops)) == ("mm", 1)
    with pytest.raises(FileError) as refused:
        read_apart(svg('<path d="M0 0 L nan 3z"/>'), None)
    assert refused.value.code == "not-finite"
    monkeypatch.setattr(drawing_reader, "_SECONDS", 0.01)
    with pytest.raises(FileError) as refused:
        read_apart(svg('<circle cx="50" cy="30" r="12"/>'), None)
    assert refused.value.code == "took-too-long"
    monkeypatch.undo()
    monkeypatch.setattr(drawing_reader, "_MEMORY", 2**24)
    with pytest.raises(FileError) as refused:
        read_apart(svg('<circle cx="50" cy="30" r="12"/>'), None)
    assert refused.value.code == "too-much-of-it"
    monkeypatch.setattr(drawing_reader, "LARGEST", 10)
    with pytest.raises(FileError) as refused:
        read_apart(svg(""), None)
    assert refused.value.code == "too-large"


@pytest.mark.parametrize(
    ("data", "tolerance", "closed", "codes"),
    [
        ("M0 0 H50 V30 H0 Z M10 10 h10 v10 h-10 z", 0.1, 2, []),
        ("M0 0 H50 M50 0.05 V30 M50 30 H0 M0 30 V0", 0.1, 1, ["gap-closed"]),
        ("M0 0 H50 M50 0.5 V30 M50 30 H0 M0 30 V0", 0.1, 0, ["gap", "gap"]),
        ("M0 0 H50 M50 0.5 V30 M50 30 H0 M0 30 V0", 1.0, 1, ["gap-closed"]),
        ("M0 0 L50 30 L50 0 L0 30 Z", 0.1, 1, ["crosses-itself"]),
        ("M0 0 H50 V30 H0 Z M40 10 h30 v10 h-30 z", 0.1, 2, ["crosses-another"]),
        ("M0 0 H50 V30 H0 Z M50 10 h30 v10 h-30 z", 0.1, 2, ["touches"]),
        ("M0 0 H50 V30 H0 Z M0 0 H50 V30 H0 Z M0 0 V30 H50 V0 Z", 0.1, 1, ["drawn-twice", "drawn-twice"]),
        ("M0 0 H50 V30 H0 Z M90 0 h9", 0.1, 1, ["open-end", "open-end"]),
        ("M0 0 H50 V30 H0 Z M5 5 h.2 v.2 z", 0.1, 1, ["speck"]),
        ("M0 0 H10 M20 0 H10 M20 0 V10 H0 V0", 0.1, 1, []),
    ],
)
def test_what_is_odd_about_a_drawing_is_said_with_its_place(data, tolerance, closed, codes):
    found = understood(loops_of_data(data), tolerance=tolerance)
    assert sum(each.closed for each in found.loops) == closed
    assert [each.code for each in found.problems] == codes
    assert all(each.at is not None for each in found.problems)
    assert found.can_be_used == (closed > 0 and all(code in ("gap-closed", "drawn-twice", "speck") for code in codes))


@pytest.mark.parametrize(
    "data",
    [
        "",
        "hello",
        "M0 0",
        "M0 0 L5",
        "M0 0 A",
        "M0 0 L nan 3",
        "M0 0 L1e9 0",
        "M 0 0 C 1 2 3 4 5 z",
        "M0 0 L5 5 5",
        "M0 0 L- 5 5",
        "M0 0 L5e 5",
        "M0 0 L. 5",
        "M0 0 Z 5",
        "L5 5",
    ],
)
def test_what_is_no_path_data_is_refused(data):
    with pytest.raises(FileError):
        loops_of_data(data)


@pytest.mark.parametrize(
    ("data", "length"),
    [
        ("m10 10 l007 0 0 07.", 14),
        ("M0 0h5.v.5h+1.5e1", 20.5),
        ("M0 0 10 0 10 10", 20),
        ("M0 0 A5 5 0 01 10 0a5 5 0 0110 0", math.pi * 10),
        ("M0 0 Q5 0 10 0 T20 0 S 25 0 30 0", 30),
        ("M0 0 L3 0 L3 4 z h-1", 13),
    ],
)
def test_numbers_may_be_written_in_odd_ways(data, length):
    assert sum(each.length for each in loops_of_data(data)) == pytest.approx(length, abs=0.01)


def test_path_data_goes_out_and_in_again():
    loops = (Loop(((0, 0, 0), (50.5, 0, 0.4142), (60, 9.5, 1.5), (0, 30, -0.2))), circle((7, 7), 3.3))
    again = loops_of_data(text_of_loops(loops, digits=6))
    assert [each.area for each in again] == pytest.approx([each.area for each in loops], abs=1e-3)
    assert [each.length for each in again] == pytest.approx([each.length for each in loops], abs=1e-3)
    assert math.isclose(sum(each.arcs for each in again), 6)


DRAWN_BY_OTHERS = Path(__file__).parents[1] / "data" / "drawings"


@pytest.mark.parametrize(
    ("name", "size", "loops", "usable", "odd"),
    [
        # Sizes as a browser measures the boxes of what it draws; of what is turned or has letters it measures more.
        ("armadillo", (110.3, 54.5), 7, True, set()),
        ("arrow", (75.0, 163.4), 2, True, set()),
        ("axe", None, 4, False, {"crosses-another"}),
        ("bat", (129.9, 48.9), 1, True, set()),
        ("bucket", (61.7, 44.9), 1, True, set()),
        ("crow", (99.5, 123.1), 1, True, set()),
        ("dartboard", None, 107, False, {"crosses-another", "drawn-twice", "open-end", "touches"}),
        ("dragon-head", (28.4, 19.7), 6, True, set()),
        ("gumnut", (100.7, 120.8), 2, True, set()),
        ("heart", (10.3, 10.7), 1, True, set()),
        ("lizard", (97.9, 91.5), 3, False, {"open-end"}),
        ("triskele", (29.0, 29.0), 4, True, set()),
    ],
)
def test_drawings_made_by_others(name, size, loops, usable, odd):
    found = understood(read_drawing((DRAWN_BY_OTHERS / f"{name}.svg").read_bytes(), None).loops)
    assert (len(found.loops), found.can_be_used) == (loops, usable)
    assert {each.code for each in found.problems} == odd
    if size is not None:
        assert (found.width, found.height) == pytest.approx(size, abs=0.06)
    if usable:
        kept = loops_of_text(data_of(found))
        area = sum(abs(each.area) for each in found.loops)
        assert sum(abs(each.area) for each in kept) == pytest.approx(area, rel=1e-4), "kept as it was understood"


def test_layers_are_outermost_groups_or_those_of_a_dxf():
    drawing = read_drawing(
        svg(
            '<g id="frame"><rect width="100" height="60"/></g>'
            '<g xmlns:i="http://www.inkscape.org/namespaces/inkscape" i:label="Parts" id="g1">'
            '<g id="inner"><rect width="9" height="9"/></g></g>'
            '<rect width="5" height="5"/>'
        ),
        None,
    )
    assert drawing.layers == ("frame", "Parts", "")
    assert [round(abs(loop.area)) for loop in drawing.on(["Parts", ""])] == [81, 25]
    assert len(drawing.on(None)) == 3
    document = ezdxf.new("R2010", units=4)
    for layer, radius in (("HOLES", 4), ("PARTS", 9)):
        document.layers.add(layer)
        document.modelspace().add_circle((0, 0), radius, dxfattribs={"layer": layer})
    drawing = read_drawing(written(document), None)
    assert drawing.layers == ("HOLES", "PARTS")
    assert [round(loop.area / math.pi) for loop in drawing.on(["PARTS"])] == [81]
    again = read_apart(written(document), None)
    assert again.layers == drawing.layers, "the process that reads it tells them too"
