"""The printed slip: one page, readable text, the plan's own figures, and never a stop that looks ready."""

from __future__ import annotations

import dataclasses
import itertools
from datetime import UTC, datetime
from io import BytesIO

import pytest
from fontTools.ttLib import TTFont
from pypdf import PdfReader
from tests.core.running.test_steps import record
from tests.demo_cuts import DEMO as DEMO_CUTS
from tests.demo_cuts import followed

from ranura.core.text.lengths import read
from ranura.demo.jobs import PIECES, SHELF_DADOES, WING_CASE_SIDE
from ranura.demo.shop import SHOP
from ranura.formats import drawing_pdf
from ranura.formats.print_page import Board, CutList, Sheet
from ranura.formats.scan_code import told
from ranura.formats.slip_pdf import slip_pdf
from ranura.formats.steps_pdf import stepped
from ranura.formats.type_on_paper import DENOMINATOR, FONTS, NUMERATOR, register, width_of, wrapped
from ranura.formats.words_apart import Words

POINTS_PER_MM = 72 / 25.4
AT = datetime(2026, 11, 28, 9, 5, tzinfo=UTC)


def printed(paper="A4", system="metric", **changes) -> tuple[PdfReader, Sheet]:
    cut = dataclasses.replace(SHELF_DADOES[0][2], **changes)
    plan = followed(cut, WING_CASE_SIDE).plan
    sheet = sheet_with(plan, WING_CASE_SIDE, "Middle shelf", "birch plywood")
    return PdfReader(BytesIO(slip_pdf([sheet], paper=paper, system=system, at=AT))), sheet


def sheet_with(plan, piece, name: str, material: str) -> Sheet:
    return Sheet(plan=plan, piece=piece, name=name, version=3, job_name="The job", shop_name=SHOP.name, material_name=material)


def words(reader: PdfReader) -> str:
    text = " ".join(page.extract_text() for page in reader.pages)
    return text.replace("\u2044", "/").replace("\u2009", " ")


@pytest.mark.parametrize(("paper", "size"), [("A4", (210, 297)), ("Letter", (215.9, 279.4))])
@pytest.mark.parametrize("system", ["metric", "inch"])
@pytest.mark.parametrize("depth", ["6", "15"])
def test_one_page_of_the_asked_size_that_carries_the_whole_slip(paper, size, system, depth):
    reader, sheet = printed(paper, system, depth=read(depth, "mm"))
    assert len(reader.pages) == (1 if depth == "6" else 2), "many passes are listed on a page of their own"
    box = reader.pages[0].mediabox
    assert (box.width, box.height) == pytest.approx(tuple(mm * POINTS_PER_MM for mm in size), abs=0.5)
    said = " ".join(words(reader).split())
    for section in sheet.plan.slip:
        assert section.title in said
    for caution in sheet.plan.cautions:
        start = caution.message.metric.split("{")[0][:12] if system == "metric" else caution.message.inch[:12]
        in_a_line = caution.level == "note" and caution.do.metric.lower() in said.lower()
        assert start.replace("\u2009", " ") in said or in_a_line


@pytest.mark.parametrize(("cut", "piece"), [pytest.param(cut, piece, id=name) for name, _, cut, piece in DEMO_CUTS[::3]])
@pytest.mark.parametrize("system", ["metric", "inch"])
def test_it_ends_with_what_is_ticked_before_the_switch(cut, piece, system):
    """On the first page where the drawing keeps its room, else on a page of its own."""
    sheet = sheet_with(followed(cut, piece).plan, piece, "A cut", "wood")
    reader = PdfReader(BytesIO(slip_pdf([sheet], paper="A4", system=system, at=AT)))
    pages = [page.extract_text().replace("\u2044", "/").replace("\u2009", " ") for page in reader.pages]
    assert sum("Before you switch on" in page for page in pages) == 1
    on = next(page for page in pages if "Before you switch on" in page)
    for each in sheet.plan.ticks.before:
        said = (each.inch if system == "inch" else each.metric).replace("\u2009", " ")
        assert said[:18].replace("\u2044", "/") in on.replace("\n", " ")
    for number, page in enumerate(pages, start=1):
        assert f"page {number} of {len(pages)}" in page


@pytest.mark.parametrize("name", ["cross-edges", "rail-slots"])
def test_steps_that_come_again_say_on_each_page_once_what_they_share(name):
    made = record(name)
    pages = list(stepped(made.steps, "metric", inner=500.0, height=780.0))
    assert [each.key for page in pages for each in page] == [each.key for each in made.steps]
    full = {each.key: each.lines for each in made.steps}
    shorter = 0
    for page in pages:
        said: set[str] = set()
        for each in page:
            own = [line.metric for line in each.lines]
            if own != [line.metric for line in full[each.key]]:
                assert own.pop() == ("the rest as above" if len(each.lines) > 1 else "as above")
                left_out = {line.metric for line in full[each.key]} - set(own)
                assert len(left_out) > 1
                assert left_out <= said, "what is left out stands above on the same page"
                shorter += 1
            said.update(own)
    assert shorter > 2


def test_the_figures_are_those_of_the_plan():
    said = words(printed()[0])
    for figure in ("68.65", "22 000", "143.35", "4.9", "5.7"):
        assert figure in said
    in_inches = words(printed(system="inch")[0])
    assert "2 45/64" in in_inches


def test_dimensions_stay_as_typed():
    said = words(printed(width=read("23/32 in", "mm"))[0])
    assert "A dado 23/32 in wide, 6 mm deep, 212 mm from the left end" in said


def test_a_stop_is_printed_as_one():
    reader, _ = printed(bit_id="straight-12", router_id="plunge-two")
    said = words(reader)
    assert "NOT READY" in said
    assert "STOP." in said
    assert "NOT READY" not in words(printed()[0])


def test_printing_twice_gives_the_same_bytes():
    cut = SHELF_DADOES[0][2]
    plan = followed(cut, WING_CASE_SIDE).plan
    sheet = sheet_with(plan, WING_CASE_SIDE, "x", "birch plywood")
    first, second = (slip_pdf([sheet], paper="A4", system="metric", at=AT) for _ in range(2))
    assert first == second


def test_every_face_is_embedded_and_none_is_the_readers_own():
    reader, _ = printed()
    for name, font in reader.pages[0]["/Resources"]["/Font"].items():
        assert "/FontFile2" in font["/FontDescriptor"], name


def test_fractions_on_paper_are_narrower_than_three_full_digits():
    register()
    assert width_of("45/64", "text", 10) < width_of("45864", "text", 10)
    face = TTFont(FONTS / "text.ttf").getBestCmap()
    assert all(NUMERATOR + d in face and DENOMINATOR + d in face for d in range(10))


def test_lines_are_broken_within_their_width():
    register()
    lines = wrapped("The thin face of birch plywood splinters where the bit crosses its grain", "text", 10, 120)
    assert len(lines) > 2
    assert all(width_of(line, "text", 10) <= 120 for line in lines)
    assert " ".join(lines).startswith("The thin face")


def test_every_sign_a_plan_can_say_has_a_glyph(request):
    """Whatever the core writes is in one of the shipped fonts, on paper as on the screen."""
    known = set(TTFont(FONTS / "text.ttf").getBestCmap()) | set(TTFont(FONTS / "math.ttf").getBestCmap())
    root = request.config.rootpath / "src" / "ranura" / "core"
    typed_only = set("″”′’–⁄\u00a0\u202f⅐⅑⅒⅓⅔⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞∞")  # read from people, never written by us
    trees = {"errors.py": set("│├└─")}  # the family tree in its docstring
    for file in root.rglob("*.py"):
        signs = {c for c in file.read_text() if ord(c) > 126} - typed_only - trees.get(file.name, set())
        assert signs <= {chr(c) for c in known}, file


def sheet_of(cut, piece):
    plan = followed(cut, piece).plan
    return sheet_with(plan, piece, "A cut", "a wood")


@pytest.mark.parametrize(
    ("cut_id", "pages", "says"),
    [
        ("rail-slots", 2, ("Stations, all from the one end", "100 mm", "940 mm")),
        ("flat-hinges", 2, ("mm outside",)),
        ("cheek-discs", 2, ("pivot on the cross",)),
        ("cross-mortise", 2, ("Carrier", "opening 23.2 mm", "Before you switch on")),
        ("shelf-dado-420", 1, ("stop block", "in a mirrored pair")),
    ],
)
@pytest.mark.parametrize("system", ["metric", "inch"])
def test_stations_and_many_passes_follow_on_a_page_of_their_own(cut_id, pages, says, system):
    cut, piece = next((c, p) for i, _, c, p in DEMO_CUTS if i == cut_id)
    reader = PdfReader(BytesIO(slip_pdf([sheet_of(cut, piece)], paper="A4", system=system, at=AT)))
    assert len(reader.pages) == pages
    if cut_id == "shelf-dado-420":
        assert " ".join(words(reader).split()).count("springs past its line") == 1, "what a line says is no caution as well"
    if system == "metric":
        for words_ in says:
            assert words_ in words(reader)


def test_forty_stations_fill_as_many_pages_as_they_need():
    tools = dataclasses.replace(WING_CASE_SIDE, length=read("2400", "mm"))
    cut = dataclasses.replace(SHELF_DADOES[0][2], position=read("90", "mm"), spacing=read("40", "mm"), count=50)
    reader = PdfReader(BytesIO(slip_pdf([sheet_of(cut, tools)], paper="Letter", system="metric", at=AT)))
    assert len(reader.pages) == 3
    said = words(reader)
    assert "2050 mm" in said, "the fiftieth is the first and 49 times 40"


def test_the_places_of_a_repeat_bear_their_numbers_on_paper():
    cut, piece = next((c, p) for i, _, c, p in DEMO_CUTS if i == "rail-slots")
    page = PdfReader(BytesIO(slip_pdf([sheet_of(cut, piece)], paper="A4", system="metric", at=AT))).pages[0]
    found: list[tuple[str, float, float]] = []
    page.extract_text(visitor_text=lambda text, _cm, tm, _font, _size: found.append((text.strip(), tm[4], tm[5])))
    upper = page.mediabox.height / 2
    numbers = {text for text, _, y in found if text in ("1", "2") and float(y) > float(upper)}
    assert numbers == {"1", "2"}


@pytest.mark.parametrize("cut_id", [cut_id for cut_id, *_ in DEMO_CUTS])
@pytest.mark.parametrize("system", ["metric", "inch"])
def test_no_words_of_a_drawing_on_paper_lie_on_one_another(monkeypatch, cut_id, system):
    drawings: list[Words] = []

    def kept(canvas, room):
        drawings.append(Words(canvas, room))
        return drawings[-1]

    monkeypatch.setattr(drawing_pdf, "Words", kept)
    cut, piece = next((c, p) for i, _, c, p in DEMO_CUTS if i == cut_id)
    slip_pdf([sheet_of(cut, piece)], paper="A4", system=system, at=AT)
    assert sum(len(each.taken) for each in drawings) > 5
    for each in drawings:
        for (ax, ay, bx, by), (cx, cy, dx, dy) in itertools.combinations(each.taken, 2):
            assert min(bx, dx) - max(ax, cx) < 1.5 or min(by, dy) - max(ay, cy) < 1.5


def test_every_page_says_whose_it_is_of_which_state_when_and_which_page_of_how_many():
    reader, _ = printed(depth=read("15", "mm"))
    for number, page in enumerate(reader.pages, start=1):
        said = page.extract_text()
        assert "The job" in said
        assert "Wing case side × 2" in said
        assert f"cut version 3 · printed 28.11.2026 09:05 · page {number} of 2" in said
    assert reader.metadata.author == SHOP.name
    assert reader.metadata.creation_date == AT


def test_a_job_is_one_file_with_its_cut_list():
    sheets = [sheet_of(cut, piece) for _, piece, cuts in PIECES for _, _, cut in cuts[:1]]
    boards = ([Board(piece=piece, material_name="a wood") for _, piece, _ in PIECES] * 5)[:45]
    cut_list = CutList(boards=boards, notes="Glue on Friday\n" + "long " * 60)
    reader = PdfReader(BytesIO(slip_pdf(sheets, paper="A4", system="metric", at=AT, cut_list=cut_list)))
    said = [page.extract_text() for page in reader.pages]
    assert "Glue on Friday" in said[0]
    assert "1100 mm × 45 mm × 30 mm" in said[0]
    assert "Control cross" in said[0]
    assert "pieces" in said[1], "the boards after the thirtieth"
    assert sum(each.count("a wood") for each in said[:2]) == len(boards)
    for number, page in enumerate(said, start=1):
        assert f"page {number} of {len(said)}" in page
    assert len(said) > len(sheets) + 1


def test_the_code_to_scan_tells_the_key_figures_and_where_the_cut_stands():
    _, sheet = printed()
    said = told(dataclasses.replace(sheet, address="http://shop.home/jobs/j/cuts/c"), "metric").split("\n")
    assert said == [
        "Middle shelf, Wing case side",
        "Tool up: 12.7 straight",
        "Speed: F on the dial, 22 000 rpm",
        "Depths: 6 mm in one pass",
        "Guide: 68.65 mm nearest wall to fence",
        "http://shop.home/jobs/j/cuts/c",
    ]
    assert told(sheet, "inch") != told(sheet, "metric")
    _, stopped = printed(width=read("5", "mm"), bit_id="straight-12.7")
    assert "NOT READY" in told(stopped, "metric")
    long = told(dataclasses.replace(sheet, name="x" * 300, address="http://shop.home/c"), "metric")
    assert len(long) <= 231
    assert long.endswith("http://shop.home/c"), "it keeps its address"
