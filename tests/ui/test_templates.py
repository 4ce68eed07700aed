"""Whole journeys through the templates: a drawing with an open end, a corner that is not reached, a template to print."""

from __future__ import annotations

import io
import re
from collections.abc import Callable

import httpx2
import pytest
from playwright.sync_api import Locator, Page, Route, expect
from pypdf import PdfReader

pytestmark = pytest.mark.slow

OPEN = """<svg xmlns="http://www.w3.org/2000/svg" width="4in" height="3in" viewBox="0 0 4 3">
<path d="M0.5 .5 H3.5 V2.5 H.5 V.51"/></svg>"""


def _drag_and_enlarge(page: Page, canvas: Locator, drawn: Locator) -> None:
    """What lies under the mouse goes with it, and stays where it was let go; the wheel enlarges around it."""
    box = canvas.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    mark = drawn.locator("circle").first
    begun = mark.bounding_box()
    assert begun is not None
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + 60, y + 25, steps=3)
    held = mark.bounding_box()
    page.mouse.up()
    expect(drawn).to_have_attribute("style", re.compile(r"transform: ;|^(?!.*translate)"))
    left = mark.bounding_box()
    assert held is not None
    assert left is not None
    for found in (held, left):
        assert (found["x"] - begun["x"], found["y"] - begun["y"]) == (pytest.approx(60, abs=1), pytest.approx(25, abs=1))
    middle = (left["x"] + left["width"] / 2, left["y"] + left["height"] / 2)
    page.mouse.move(*middle)
    shown = drawn.get_attribute("viewBox")
    page.mouse.wheel(0, -100)
    expect(drawn).not_to_have_attribute("viewBox", shown or "")
    near = mark.bounding_box()
    assert near is not None
    assert (near["x"] + near["width"] / 2, near["y"] + near["height"] / 2) == (
        pytest.approx(middle[0], abs=1.5),
        pytest.approx(middle[1], abs=1.5),
    )


def test_a_drawing_in_inches_with_an_open_end_becomes_a_template_to_print(open_page: Callable[..., Page], tmp_path):
    page = open_page("/templates", wait="template-canvas")
    page.get_by_test_id("add-outline").click()
    page.get_by_test_id("outline-file").or_(page.get_by_role("button", name="From a drawing")).first.click()
    drawing = tmp_path / "tray.svg"
    drawing.write_text(OPEN)
    page.locator('input[type="file"]').set_input_files(drawing)
    shown = page.get_by_test_id("understood")
    expect(shown).to_contain_text("2 open ends")
    expect(page.get_by_test_id("keep-outline")).to_be_disabled()
    page.get_by_test_id("outline-tolerance").select_option("0.5")
    expect(shown).to_contain_text("have been joined")
    expect(shown).to_contain_text("76.2 mm × 50.8 mm")
    page.get_by_test_id("keep-outline").click()
    expect(page.get_by_role("heading", name="tray")).to_be_visible()

    expect(page.get_by_test_id("caution-corners-left")).to_contain_text("4 corners")
    canvas = page.get_by_test_id("template-canvas")
    drawn = canvas.locator("svg")
    whole = drawn.get_attribute("viewBox")
    page.get_by_test_id("place-0").click()
    expect(page.get_by_test_id("place-0")).to_have_attribute("aria-pressed", "true")
    expect(drawn).not_to_have_attribute("viewBox", whole)
    near = drawn.get_attribute("viewBox")
    canvas.focus()
    page.keyboard.press("0")
    expect(drawn).to_have_attribute("viewBox", whole)
    assert float(whole.split()[2]) > 2 * float(near.split()[2])
    _drag_and_enlarge(page, canvas, drawn)
    size = page.get_by_test_id("template-size").inner_text()
    page.get_by_test_id("intent-part").click()
    expect(page.get_by_test_id("template-size")).not_to_have_text(size)
    expect(page.get_by_test_id("caution-corners-lost")).to_contain_text("At 4 places more goes")

    with page.expect_download() as wanted:
        page.get_by_test_id("out-pdf").click()
    reader = PdfReader(io.BytesIO(wanted.value.path().read_bytes()))
    assert re.search(r"tray, template for a guide of", reader.pages[0].extract_text())
    page.get_by_test_id("remove-outline").click()
    expect(page.get_by_role("heading", name="tray")).to_be_hidden()
    page.keyboard.press("Control+z")
    expect(page.get_by_role("link", name=re.compile("^tray"))).to_be_visible()


def test_the_guide_rolls_along_the_template(open_page: Callable[..., Page]):
    page = open_page("/templates/arch-opening", wait="template-canvas")
    rolling = page.get_by_test_id("rolling").locator("circle").first
    before = rolling.get_attribute("cx")
    page.get_by_test_id("roll").fill("400")
    expect(rolling).not_to_have_attribute("cx", before)
    # How the fibres of a board would run: along, up, and nobody looks.
    for lift in (True, True, False):
        page.keyboard.press("i")
        expect(page.get_by_test_id("fibres")).to_have_attribute("aria-pressed", str(lift).lower())
        expect(page.get_by_test_id("lift").first).to_be_visible(visible=lift)
    page.get_by_test_id("unit-in").click()
    expect(page.get_by_test_id("template-size")).to_contain_text("in")


def test_where_fibres_lift_is_shown_or_not_at_a_cut(open_page: Callable[..., Page]):
    page = open_page("/jobs/little-harbour/cuts/arch-opening")
    stretches, numbers = page.locator('[data-role="lifts"]'), page.locator('[data-mark="lift"]')
    expect(numbers).to_have_count(2)
    page.keyboard.press("i")
    expect(stretches).to_have_count(0)
    expect(numbers).to_have_count(0)
    page.reload()  # it is kept
    expect(page.get_by_test_id("fibres")).to_have_attribute("aria-pressed", "false")
    expect(numbers).to_have_count(0)
    page.get_by_test_id("fibres").click()
    expect(stretches).to_have_count(2)


def test_a_shape_from_a_few_sizes(open_page: Callable[..., Page]):
    page = open_page("/templates", wait="template-canvas")
    page.get_by_test_id("add-outline").click()
    page.get_by_test_id("outline-form").select_option("ring")
    inner = page.locator('[data-field="inner"]')
    inner.fill("130")
    expect(page.get_by_test_id("new-outline")).to_contain_text("must be less than the outer one")
    inner.fill("3 in")
    expect(page.get_by_test_id("understood")).to_contain_text("2 loops, 4 arcs")
    page.get_by_test_id("outline-name").fill("Lamp ring")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Lamp ring")).to_be_visible()


@pytest.mark.thorough
def test_a_template_that_is_there_tells_what_it_makes(open_page: Callable[..., Page]):
    page = open_page("/templates", wait="template-canvas")
    page.get_by_test_id("add-outline").click()
    asked = page.get_by_test_id("new-outline")
    page.get_by_test_id("outline-form").select_option("corners")
    page.get_by_test_id("outline-corners").fill("0, 0\n140, 0, 12\n140, 70")
    expect(page.get_by_test_id("understood")).to_contain_text("1 loop, 1 arc")
    page.get_by_test_id("outline-corners").fill("0, 0\n140, 0, 12\n140, 70\nhere")
    expect(page.get_by_test_id("outline-problem")).to_contain_text("Line 4 is no corner")
    page.get_by_test_id("outline-corners").fill("0, 0\n140, 0, 12\n140, 70, 12\n0, 70, 12")
    page.get_by_test_id("outline-name").fill("Bought template")
    asked.get_by_test_id("is-template").check()
    page.get_by_test_id("keep-outline").click()
    expect(page.get_by_test_id("caution-guide-stays-out")).to_contain_text("1 corner")
    expect(page.get_by_text(re.compile("The hole comes out .* smaller than the template"))).to_be_visible()
    page.get_by_test_id("intent-part").click()
    expect(page.get_by_text(re.compile("The part comes out .* larger than the template"))).to_be_visible()
    expect(page.get_by_test_id("agrees")).to_be_visible()
    page.get_by_test_id("keep-made").click()
    expect(page.get_by_role("heading", name=re.compile("Bought template with"))).to_be_visible()
    expect(page.get_by_test_id("template-size")).to_contain_text("140 mm × 70 mm")
    expect(page.get_by_test_id("cut-outline")).to_be_visible()


@pytest.mark.thorough
def test_a_template_that_was_made_is_counted_and_copied(open_page: Callable[..., Page]):
    page = open_page("/templates", wait="template-canvas")
    page.get_by_test_id("template-made").click()
    asked = page.get_by_test_id("made-of")
    asked.locator('[data-field="thickness"]').fill("")
    page.get_by_test_id("keep-made-of").click()
    expect(asked).to_contain_text("length")
    asked.locator('[data-field="thickness"]').fill("12")
    page.get_by_test_id("stuff").select_option("plywood")
    page.get_by_test_id("keep-made-of").click()
    expect(page.get_by_role("heading", name="Emblem fish, template")).to_be_visible()
    made = page.get_by_test_id("made")
    expect(made).to_contain_text("12 mm plywood")
    page.get_by_test_id("used").click()
    expect(made).to_contain_text("Uses so far: 1")
    page.get_by_test_id("used").click()
    expect(made).to_contain_text("Uses so far: 2")
    page.keyboard.press("Control+z")
    expect(made).to_contain_text("Uses so far: 1")
    page.get_by_test_id("copy-template").click()
    page.get_by_test_id("keep-made-of").click()
    expect(page.get_by_role("heading", name="Emblem fish, template, copy")).to_be_visible()
    expect(page.get_by_test_id("made")).to_contain_text("Copied from a master")
    page.get_by_test_id("cut-outline").click()
    page.get_by_test_id("cut-piece").select_option(label="Emblem lid")
    expect(page.get_by_role("radio", name="Emblem fish")).to_be_checked()


def test_a_corner_that_is_not_entered_takes_the_radius_it_is_offered_and_is_cut(open_page: Callable[..., Page]):
    page = open_page("/templates", wait="template-canvas")
    expect(page.get_by_test_id("caution-corners-lost")).to_be_visible()
    page.keyboard.press("v")
    expect(page.get_by_test_id("agrees")).to_be_visible()
    page.keyboard.press("v")
    expect(page.get_by_test_id("caution-corners-lost")).to_be_visible()
    page.get_by_test_id("round-corners").click()
    page.keyboard.press("x")
    canvas = page.get_by_test_id("template-canvas").bounding_box()
    assert canvas is not None
    for share in (0.3, 0.6):
        page.mouse.click(canvas["x"] + canvas["width"] * share, canvas["y"] + canvas["height"] / 2)
    expect(page.get_by_test_id("measured")).to_contain_text(re.compile(r"[\d.]+ mm apart: [\d.]+ mm along, [\d.]+ mm up"))
    page.get_by_test_id("keep-rounded").click()
    expect(page.get_by_role("heading", name="Emblem fish, corners 3")).to_be_visible()
    page.get_by_test_id("cut-outline").click()
    page.get_by_test_id("cut-piece").select_option(label="Emblem lid")
    chosen = page.get_by_role("combobox", name="Outline").locator("option:checked")
    expect(chosen).to_have_text("Emblem fish, corners 3")
    for name, value in (("Depth", "3"), ("From the left end", "110"), ("From the near edge", "95")):
        page.get_by_role("dialog").get_by_role("textbox", name=name).fill(value)
    page.get_by_role("button", name="Add the template recess").click()
    expect(page.get_by_test_id("sentence")).to_contain_text("A recess from the template")
    expect(page.get_by_test_id("slip").first).to_contain_text("Bushing")
    expect(page.locator('svg[data-view="plan"] [data-role="template"]').first).to_be_visible()


def test_an_inlay_that_would_not_enter_and_its_mend(open_page: Callable[..., Page]):
    page = open_page("/jobs/little-harbour/cuts/fish-recess")
    expect(page.get_by_test_id("print")).to_be_enabled()
    expect(page.locator('svg[data-view="plan"] [data-role="lifts"]').first).to_be_visible()
    page.locator('input[data-field="corners"]').fill("")
    stop = page.locator("[data-level=stop]").filter(has_text="the guide does not enter there")
    expect(stop).to_be_visible()
    expect(page.get_by_test_id("print")).to_be_disabled()
    stop.get_by_role("button", name="Round its corners to 7.5 mm").click()
    expect(page.locator('input[data-field="corners"]')).to_have_value("7.5")
    expect(page.get_by_test_id("print")).to_be_enabled()
    page.get_by_text("The fish", exact=True).click()
    expect(page.get_by_test_id("sentence")).to_contain_text("A plug from the template")
    expect(page.get_by_test_id("slip").first).to_contain_text("ring off")


def test_the_template_of_a_recess_is_made_and_printed_over_tiles(open_page: Callable[..., Page], tmp_path):
    page = open_page("/jobs/little-harbour/cuts/flat-hinges", wait="slip")
    page.get_by_test_id("its-template").click()
    expect(page.get_by_role("heading", name="Recess 64 mm × 19 mm, Hinged flat")).to_be_visible()
    expect(page.get_by_test_id("template-guide").locator("option:checked")).to_have_text("Bushing 5/8 in")
    expect(page.get_by_test_id("template-bit").locator("option:checked")).to_have_text("12.7 straight")
    expect(page.get_by_test_id("agrees")).to_be_visible()
    with page.expect_download() as printed:
        page.get_by_test_id("out-pdf").click()
    printed.value.save_as(tmp_path / "template.pdf")
    assert (tmp_path / "template.pdf").read_bytes().startswith(b"%PDF")
    page.get_by_test_id("template-made").click()
    page.get_by_test_id("made-of").locator('[data-field="thickness"]').fill("12")
    page.get_by_test_id("keep-made-of").click()
    expect(page.get_by_test_id("made")).to_contain_text("12 mm MDF")
    page.goto(page.url.split("/templates")[0] + "/jobs/little-harbour/cuts/flat-hinges")
    expect(page.get_by_test_id("slip").first).to_contain_text("take Recess 64 mm × 19 mm, Hinged flat, template, 12 mm MDF")
    page.get_by_test_id("its-template").click()
    outlines = page.get_by_role("link", name="Recess 64 mm × 19 mm, Hinged flat")
    expect(outlines).to_have_count(2)  # the shape and its template: kept once


def test_corners_and_radii_are_dragged_typed_and_taken_back(open_page: Callable[..., Page]):
    page = open_page("/templates", wait="template-canvas")
    waiting: list[Route] = []
    page.route("**/api/outlines/draw", lambda route: waiting.append(route))
    page.get_by_test_id("add-outline").click()
    page.get_by_test_id("outline-name").fill("Shelf end")
    page.keyboard.press("Enter")  # before there is a picture
    while len(waiting) < 2:
        page.wait_for_timeout(20)
    for route in waiting:
        route.continue_()
    page.unroute("**/api/outlines/draw")
    size = page.get_by_role("link", name="Shelf end")
    expect(size).to_contain_text("120 mm × 60 mm")
    expect(page.get_by_test_id("move-corners")).to_be_visible()
    page.keyboard.press("e")
    handle = page.get_by_test_id("corner-0-1")
    handle.click()
    fields = page.get_by_test_id("moving-corners")
    along, radius = fields.get_by_role("textbox", name="Along"), fields.get_by_role("textbox", name="Radius")
    expect(along).to_have_value("120")
    expect(size).to_contain_text("120 mm × 60 mm")
    box = handle.bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + 40, y, steps=4)
    page.mouse.up()
    expect(along).not_to_have_value("120")
    expect(along).to_have_value(re.compile(r"^\d+$"))
    # What is typed while the last change is still being kept stays as it was typed.
    waiting.clear()
    page.route("**/api/outlines/*/corners", lambda route: waiting.append(route))
    radius.fill("20")
    page.keyboard.press("Enter")
    while not waiting:
        page.wait_for_timeout(20)
    radius.fill("80")
    hold = page.get_by_test_id("corner-radius")
    before = hold.get_attribute("x")
    waiting[0].continue_()
    page.unroute("**/api/outlines/*/corners")
    expect(hold).not_to_have_attribute("x", before or "")
    expect(radius).to_have_value("80")
    page.keyboard.press("Enter")
    expect(fields.get_by_role("alert")).to_contain_text("the radii take more than there is")
    radius.blur()
    for _ in range(2):
        page.keyboard.press("Control+z")
    expect(size).to_contain_text("120 mm × 60 mm")


@pytest.mark.thorough
def test_a_sawn_part_is_taken_to_the_table_by_saying_that_a_pin_stands_there(open_page: Callable[..., Page], shop):
    def typed(text: str) -> dict[str, str]:
        return {"typed": text, "unit": "mm"}

    path = "M0 0 L260 0 L260 120 A60 60 0 0 1 200 180 L0 180 Z"
    outline = httpx2.post(f"{shop.url}/api/outlines", json={"name": "Bracket", "path": path}).json()["id"]
    piece = {"name": "Board", "material": "sycamore", "length": typed("420"), "width": typed("300"), "thickness": typed("18")}
    job = httpx2.post(f"{shop.url}/api/jobs", json={"name": "Brackets"}).json()["id"]
    made = httpx2.post(f"{shop.url}/api/jobs/{job}/pieces", json={"piece": piece}).json()
    cut = {
        "kind": "template", "outline": outline, "makes": "part", "through": True, "depth": typed("18"), "sawn": typed("2.5"),
        "corners": typed("8"), "from_left": typed("60"), "from_near": typed("40"), "held": "tape",
    }  # fmt: skip
    pieces = f"{shop.url}/api/pieces/{made['pieces'][0]['id']}/cuts"
    kept = httpx2.post(pieces, json={"name": "Outline", "cut": cut}).json()
    page = open_page(f"/jobs/{job}/cuts/{kept['id']}")
    page.get_by_test_id("option-held-by").select_option("Held by clamps")
    expect(page.get_by_role("button", name="Tape holds it from below").first).to_be_visible()
    page.get_by_role("button", name="Over a table, from a starting pin").first.click()
    expect(page.get_by_test_id("option-starting-pin")).to_have_value("Starting pin set")
    slip = page.get_by_test_id("slip")
    expect(slip).to_contain_text("Table three")
    expect(slip).to_contain_text("turn the work")
    expect(page.locator('svg[data-view="plan"]')).to_contain_text("starting pin")
    # Its way is watched as the work does it.
    page.get_by_role("button", name="Dry run").click()
    page.get_by_role("button", name="A step on").click()
    expect(page.get_by_test_id("dry-says")).to_contain_text("Switch on, the bit clear of the wood")
    page.get_by_role("button", name="A step on").click()
    expect(page.get_by_test_id("dry-says")).to_contain_text("From the pin, swing the work in on to the bearing")


@pytest.mark.thorough
def test_a_slot_for_a_mortise_is_looked_up_and_drawn(open_page: Callable[..., Page]):
    page = open_page("/templates", wait="template-canvas")
    page.get_by_test_id("hole-sizes-open").click()
    asked = page.get_by_test_id("hole-sizes")
    asked.locator('[data-field="width"]').fill("20")
    asked.locator('[data-field="length"]').fill("12")
    page.get_by_test_id("look-holes").click()
    expect(asked.get_by_role("alert")).to_contain_text("shorter than it is wide")
    asked.locator('[data-field="length"]').fill("60")
    page.keyboard.press("Enter")
    first = page.get_by_test_id("hole").first
    expect(first).to_contain_text(" in Bushing ")
    size = first.locator("b").inner_text()
    first.get_by_role("button", name="Draw it").click()
    expect(page.get_by_role("heading", name="Mortise 60 mm × 20 mm")).to_be_visible()
    expect(page.get_by_test_id("template-size")).to_contain_text(size)
    page.keyboard.press("Control+z")
    expect(page.get_by_role("link", name="Mortise 60 mm × 20 mm")).to_have_count(0)
