"""Printed pages are read aloud in order: every word is tagged, and each tag stands in the tree."""

from __future__ import annotations

import dataclasses
import itertools
from collections.abc import Iterator
from io import BytesIO
from typing import Any

import pytest
from pypdf import PdfReader
from pypdf.generic import ContentStream
from tests.demo_cuts import DEMO, followed
from tests.formats.test_slip_pdf import AT, sheet_with

from ranura.core.running.record import record_of
from ranura.core.text.lengths import read
from ranura.core.text.writing import write
from ranura.demo.jobs import SHELF_DADOES, WING_CASE_SIDE
from ranura.demo.shop import SHOP
from ranura.formats.path_data import loops_of_data
from ranura.formats.print_page import Board, CutList, OrderEntry
from ranura.formats.slip_pdf import slip_pdf
from ranura.formats.template_files import TemplateDrawing
from ranura.formats.template_pdf import template_pdf

PAINTS = (b"S", b"s", b"f", b"F", b"f*", b"B", b"B*", b"b", b"b*", b"Do")
"""Operators that paint lines and areas."""
SHOWS = (b"Tj", b"TJ", b"'", b'"')
"""Operators that show text."""


@pytest.fixture(scope="module")
def sheet():
    deep = dataclasses.replace(SHELF_DADOES[0][2], depth=read("15", "mm"))
    return sheet_with(followed(deep, WING_CASE_SIDE).plan, WING_CASE_SIDE, "Middle shelf", "birch plywood")


@pytest.fixture(scope="module")
def job(sheet) -> PdfReader:
    """A cut list, an order of work, and a slip with a page of passes."""
    order = [OrderEntry(text=write("12.7 straight"), head=True), OrderEntry(text=write("1  Middle shelf"))]
    cut_list = CutList(boards=[Board(piece=WING_CASE_SIDE, material_name="birch plywood")], notes="Two of a kind", order=order)
    return PdfReader(BytesIO(slip_pdf([sheet], paper="A4", system="metric", at=AT, cut_list=cut_list)))


def nodes(reader: PdfReader) -> Iterator[tuple[int, Any]]:
    """The tree from above, each node with how deep it lies."""

    def below(node: Any, depth: int) -> Iterator[tuple[int, Any]]:
        yield depth, node
        for kid in node.get("/K", []):
            if not isinstance(kid, int):
                yield from below(kid.get_object(), depth + 1)

    yield from below(reader.trailer["/Root"]["/StructTreeRoot"]["/K"], 0)


def marked(reader: PdfReader) -> dict[tuple[int, int], int]:
    """What is marked, by page and number, with how often text is shown in it; text outside of it counts under −1."""
    found: dict[tuple[int, int], int] = {}
    for number, page in enumerate(reader.pages):
        within: list[int | None] = []
        for operands, operator in ContentStream(page.get_contents(), reader).operations:
            if operator in (b"BDC", b"BMC"):
                assert not within, "nothing is marked twice"
                within.append(operands[1]["/MCID"] if operator == b"BDC" else None)
                if within[-1] is not None:
                    assert (number, within[-1]) not in found
                    found[number, within[-1]] = 0
            elif operator == b"EMC":
                within.pop()
            elif operator in PAINTS:
                assert within, "what belongs to nothing is marked as such"
            elif operator in SHOWS and operands[0]:
                here = within[-1] if within and within[-1] is not None else -1
                found[number, here] = found.get((number, here), 0) + 1
        assert not within
    return found


def check(reader: PdfReader) -> None:
    root = reader.trailer["/Root"]
    assert root["/MarkInfo"]["/Marked"].value
    assert root["/Lang"] == "en"
    assert root["/ViewerPreferences"]["/DisplayDocTitle"].value
    drawn = marked(reader)
    assert not [place for place in drawn if place[1] == -1], "every word belongs to something"
    pages = [page.indirect_reference.idnum for page in reader.pages]
    in_tree = [
        (pages.index(node.raw_get("/Pg").idnum), kid) for _, node in nodes(reader) for kid in node["/K"] if isinstance(kid, int)
    ]
    assert sorted(in_tree) == sorted(drawn), "each once"
    assert in_tree == sorted(in_tree), "in the order in which they are drawn"
    numbers = root["/StructTreeRoot"]["/ParentTree"]["/Nums"]
    assert numbers[::2] == list(range(len(reader.pages)))
    for page, parents in zip(numbers[::2], numbers[1::2], strict=True):
        assert reader.pages[page]["/StructParents"] == page
        for number, parent in enumerate(parents.get_object()):
            assert number in parent.get_object()["/K"]


def test_a_job_s_pages(job, sheet):
    check(job)
    roles = [node["/S"] for _, node in nodes(job)]
    assert roles[:2] == ["/Document", "/H1"]
    assert roles.count("/H1") == 4, "cut list, order, slip and its passes"
    assert roles.count("/Sect") == 1
    assert roles.count("/Table") == 2
    ticks = sheet.plan.ticks
    assert roles.count("/LI") == roles.count("/LBody") == len(ticks.before) + len(ticks.after)
    assert roles.count("/TD") == 4 + sum(1 + len(line.cells) for line in sheet.plan.pass_lines)
    lists = [node for _, node in nodes(job) if node["/S"] == "/L"]
    assert [len(each["/K"]) for each in lists] == [len(ticks.before), len(ticks.after)]


def test_what_a_drawing_shows_is_said(job, sheet):
    said = [node["/Alt"] for _, node in nodes(job) if node["/S"] == "/Figure"]
    assert len(said) == 1 + len(sheet.plan.drawing), "the code to scan, and each view"
    for text in sheet.plan.in_words:
        assert f"{text.metric}." in said[1]


@pytest.mark.parametrize("name", ["Middle shelf", "Fingers", "Socket", "Ogee round the opening"])
def test_with_every_step_each_stands_on_paper_in_its_order(name):
    cut, piece = next((cut, piece) for _, called, cut, piece in DEMO if called == name)
    made = followed(cut, piece)
    steps = record_of(made, piece, SHOP).steps
    short = sheet_with(made.plan, piece, name, "wood")
    shorter, longer = (
        PdfReader(BytesIO(slip_pdf([each], paper="Letter", system="inch", at=AT)))
        for each in (short, dataclasses.replace(short, steps=steps))
    )
    check(longer)
    added = longer.pages[len(shorter.pages) :]
    assert added
    said = plain(" ".join(page.extract_text() for page in added))
    at = -1
    for each in steps:
        texts = [each.title, *each.lines, *([each.costs] if each.costs else [])]
        figures = [reading.number for reading in (lead.shown.inch for lead in each.leads)]
        at = said.index(plain(each.title.inch), at + 1)
        for one in (*figures, *(text.inch for text in texts)):
            # What a step of the cut shares with one above it is said there.
            assert plain(one) in (said if each.part == "cut" else said[at:])
    for number, page in enumerate(longer.pages, start=1):
        assert f"page {number} of {len(longer.pages)}" in page.extract_text()
        assert min(y for _, _, y in _texts(page)) > 10, "nothing runs off the page"
    for page in added:
        lines = sorted({round(y, 1) for text, x, y in _texts(page) if x > 40}, reverse=True)
        assert all(a - b > 8 for a, b in itertools.pairwise(lines)), "no line lies on another"
    roles = [node["/S"] for _, node in nodes(longer)]
    ticks = made.plan.ticks
    assert roles.count("/LBody") == len(ticks.before) + len(ticks.after) + len(steps)


def plain(text: str) -> str:
    """As what is written is read back."""
    return " ".join(text.replace("\u2044", "/").replace("\u2009", " ").split())


def _texts(page: Any) -> list[tuple[str, float, float]]:
    """What is written on a page, and where."""
    found: list[tuple[str, float, float]] = []
    page.extract_text(visitor_text=lambda text, _cm, tm, *_: found.append((text, tm[4], tm[5])) if text.strip() else None)
    return found


def test_a_template_over_many_pages():
    loops = loops_of_data("M0 0 H400 V300 H0 Z")
    reader = PdfReader(BytesIO(template_pdf(TemplateDrawing("A large one", loops, (), ()), "a4", made_by=SHOP.name)))
    assert len(reader.pages) > 1
    check(reader)
    said = [node["/Alt"] for _, node in nodes(reader) if node["/S"] == "/Figure"]
    assert said[0] == "A large one at 1:1, row 1 from above, column 1 from the left"
    assert len(set(said)) == len(reader.pages)
