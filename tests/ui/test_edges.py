"""Whole journeys along edges: all round, inside a frame, both faces, a large profile in stages, a worn bit, the profile bench."""

from __future__ import annotations

import re
from collections.abc import Callable

import pytest
from playwright.sync_api import Page, expect
from tests.ui.test_journeys import field, saved, section

pytestmark = pytest.mark.slow

CUTS = "/jobs/little-harbour/cuts"


def add_board(page: Page, name: str, length: str, width: str, thickness: str, *, wood: str) -> None:
    page.get_by_test_id("new-piece").click()
    page.get_by_test_id("piece-name").fill(name)
    page.get_by_role("dialog").get_by_label("Wood").select_option(wood)
    for size, typed in (("length", length), ("width", width), ("thickness", thickness)):
        field(page, f"piece-{size}").fill(typed)


def add_cut(page: Page, what: str, **sizes: str) -> None:
    dialog = page.get_by_role("dialog")
    dialog.get_by_test_id("cut-what").select_option(what)
    for name, typed in sizes.items():
        field(page, f"cut-{name}").fill(typed)


def choose(page: Page, option: str, value: str) -> None:
    page.get_by_test_id(f"option-{option}").select_option(value)


@pytest.mark.thorough
def test_a_roundover_all_round_takes_the_end_grain_first(page: Page):
    add_board(page, "Stool seat", "360", "280", "26", wood="ash")
    page.get_by_test_id("save-piece").click()
    add_cut(page, "roundover", size="3/8 in")
    page.get_by_test_id("save-cut").click()
    sentence = page.get_by_test_id("sentence")
    expect(sentence).to_contain_text("of Stool seat")
    expect(section(page, "direction")).to_contain_text("Left to right")
    expect(section(page, "direction")).to_contain_text("1 right end, 2 left end, 3 near edge, 4 far edge")
    # The sentence numbers the edges as the slip and the drawing do.
    expect(page.get_by_test_id("edges").get_by_role("button")).to_have_text(
        ["3 near edge", "1 right end", "4 far edge", "2 left end"]
    )
    expect(page.locator('[data-mark="start"]')).to_have_count(4)
    expect(page.locator('[data-role="feed"]')).to_have_count(4)
    # The edge is looked at, and said to be smooth.
    page.locator('[data-caution="edge-unknown"] [data-remedy="edge_state"]').first.click()
    expect(page.locator('[data-caution="edge-unknown"]')).to_have_count(0)
    # An edge is left by key, by click in the drawing, and all come back by one key.
    page.keyboard.press("1")
    expect(section(page, "direction")).to_contain_text("1 right end, 2 left end, 3 far edge")
    page.locator('[data-edge="far"]').click(position={"x": 40, "y": 13}, force=True)
    expect(section(page, "direction")).to_contain_text("1 right end, 2 left end")
    expect(page.locator('[data-caution="end-grain-out"]').first).to_be_visible()
    expect(section(page, "direction")).to_contain_text("backer where the bit leaves the right end and left end")
    page.wait_for_timeout(900)  # until this state is kept, so that it is a step of its own
    saved(page)
    page.keyboard.press("0")
    expect(section(page, "direction")).to_contain_text("4 far edge")
    page.wait_for_timeout(900)
    saved(page)
    page.keyboard.press("Control+z")
    expect(section(page, "direction")).not_to_contain_text("4 far edge")


@pytest.mark.thorough
def test_a_glass_rabbet_inside_a_frame_runs_clockwise(page: Page):
    add_board(page, "Window", "500", "400", "22", wood="oak")
    page.get_by_text("Grain, outline, openings").click()
    page.get_by_test_id("add-opening").click()
    field(page, "piece.openings.0.length").fill("496")
    field(page, "piece.openings.0.width").fill("280")
    page.get_by_test_id("save-piece").click()
    expect(page.get_by_test_id("contour-problem")).to_contain_text("Opening 1 reaches the edge")
    expect(field(page, "piece.openings.0.length")).to_have_value("496")
    field(page, "piece.openings.0.length").fill("380")
    page.get_by_test_id("save-piece").click()
    add_cut(page, "rabbet", size="9.5", depth="8")
    boxes = page.get_by_test_id("cut-edges").get_by_role("checkbox")
    expect(boxes).to_have_count(5)
    for place, box in enumerate(boxes.all()):
        box.set_checked(place == 4)
    page.get_by_test_id("save-cut").click()
    expect(section(page, "direction")).to_contain_text("Clockwise")
    expect(section(page, "guide")).to_contain_text("15.875 mm")
    page.get_by_test_id("working-guide").click()
    expect(section(page, "guide")).to_contain_text("Inside corners come out round, with a radius of 17.45 mm")
    expect(page.locator('[data-role="opening"]')).to_have_count(1)
    # The opening goes: its cut says so, and nothing typed is lost.
    page.get_by_role("button", name="Board Window").click()
    page.get_by_role("menuitem", name="Change the board").click()
    page.get_by_role("button", name="Remove", exact=True).click()
    page.get_by_test_id("save-piece").click()
    expect(page.get_by_test_id("edge-problem")).to_contain_text("This board has no opening 1; its edges are: near edge")
    expect(field(page, "size")).to_have_value("9.5")
    page.keyboard.press("Control+z")
    expect(page.get_by_test_id("edge-problem")).to_have_count(0)


@pytest.mark.thorough
def test_a_roundover_on_both_faces_runs_out_of_edge_and_finds_its_way_out(open_page: Callable[..., Page]):
    page = open_page(f"{CUTS}/lid-edges")
    field(page, "size").fill("6.35")
    expect(page.get_by_test_id("problem").or_(page.locator('[data-caution="other-radius"]')).first).to_be_visible()
    page.get_by_test_id("tool-picker").click()
    page.get_by_test_id("unpin").click()
    page.keyboard.press("Escape")
    expect(page.get_by_test_id("slip")).not_to_have_attribute("data-status", "stop")
    choose(page, "faces", "Both faces")
    stop = page.locator('[data-caution="bearing-without-edge"]')
    expect(stop).to_contain_text("Only 1.3 mm of the edge are left for the bearing to ride on; 2 mm must be")
    stop.get_by_role("button", name="Clamp a straightedge on the face").click()
    expect(page.get_by_test_id("slip")).not_to_have_attribute("data-status", "stop")
    expect(section(page, "guide")).to_contain_text("68.65 mm from the edge to the straightedge")
    saved(page)


@pytest.mark.thorough
def test_a_large_ogee_in_six_table_stages(open_page: Callable[..., Page]):
    page = open_page(f"{CUTS}/arch-ogee")
    page.locator('[data-testid="edges"] button', has_text="opening").click()
    page.locator('[data-testid="edges"] button', has_text="near edge").click()
    expect(section(page, "guide")).to_contain_text("Level with the bearing")
    # The pin is set, so the options it stands among are open.
    expect(page.get_by_test_id("option-starting-pin")).to_have_value("Starting pin set")
    choose(page, "stages", "6 stages at least")
    choose(page, "reached-by", "By bit and fence")
    expect(section(page, "depths")).to_contain_text("in 6 stages")
    expect(section(page, "guide")).to_contain_text("fence forward by")
    page.get_by_test_id("working-feed").click()
    rows = page.get_by_test_id("passes").locator("tbody tr")
    expect(rows).to_have_count(6)
    expect(page.get_by_test_id("passes").locator("th")).to_contain_text(["pass", "bit", "fence", "area"])
    expect(page.locator('svg[data-view="section"] [data-role="pass"]')).to_have_count(6)
    choose(page, "on-a-table", "Edge away from the fence")
    expect(page.locator('[data-caution="trapped"]')).to_contain_text("trapped, whichever way it is fed")
    page.locator('[data-remedy="far_side"]').click()
    expect(page.locator('[data-caution="trapped"]')).to_have_count(0)


def test_a_worn_bit_on_sycamore_says_how_not_to_burn(open_page: Callable[..., Page]):
    page = open_page(f"{CUTS}/lid-edges")
    burns = page.locator('[data-caution="burns-profile"]')
    expect(burns).to_contain_text("Sycamore burns easily, and a roundover more than a straight cut; the bit is worn")
    page.get_by_test_id("working-feed").click()
    pace = page.locator('[data-working="feed.pace"]')
    expect(pace).to_contain_text("burning: move faster")
    expect(pace).to_contain_text("burning: slow the spindle")
    expect(section(page, "feed")).to_contain_text("scrape with this very bit held in the hand, router unplugged")
    expect(page.locator('[data-role="lifts"]')).to_have_count(2)
    page.get_by_test_id("more-options").click()
    choose(page, "stages", "2 stages at least")
    expect(section(page, "depths")).to_contain_text("in 2 stages")


def test_wrong_sizes_are_said_at_their_field_and_the_last_good_plan_stays(open_page: Callable[..., Page]):
    page = open_page(f"{CUTS}/cross-edges")
    field(page, "size").fill("5")
    expect(page.get_by_test_id("sentence")).to_contain_text("No roundover bit here has a radius of 5 mm")
    expect(page.get_by_test_id("slip")).to_have_attribute("data-stale", "true")
    field(page, "size").fill("3")
    field(page, "depth").fill("13")
    expect(page.get_by_test_id("sentence")).to_contain_text("13 mm down is more than the board is thick")
    field(page, "depth").fill("")
    expect(page.get_by_test_id("slip")).to_have_attribute("data-stale", "false")
    field(page, "width").fill("4")
    expect(page.get_by_test_id("sentence")).to_contain_text("With its bearing this bit reaches 3 mm into the face")


def test_the_profile_bench_moves_the_bit_compares_and_keeps_a_profile(open_page: Callable[..., Page]):
    page = open_page(f"{CUTS}/arch-ogee")
    page.keyboard.press("l")
    bench = page.get_by_test_id("bench-open")
    expect(bench.get_by_test_id("ratio")).to_contain_text(re.compile(r"\d:1"))
    handle = bench.locator('[data-drag="bit"] circle').bounding_box()
    assert handle is not None
    x, y = handle["x"] + handle["width"] / 2, handle["y"] + handle["height"] / 2
    page.mouse.move(x, y + 3)
    page.mouse.down()
    page.mouse.move(x, y + 50, steps=8)
    page.mouse.up()
    depth = bench.locator('input[data-field="depth"]')
    expect(depth).not_to_have_value("")
    assert 4 < float(depth.input_value()) < 12.7, "let down, less of the ogee is left"
    depth.fill("6.35")
    expect(bench.get_by_test_id("setting-gives")).to_contain_text("Bit out 6.35 mm")
    expect(bench.locator('[data-dimension="profile-width"]')).to_contain_text("6.35 mm")
    # Backwards: a step 5 wide and 6.35 deep wants the axis further out.
    bench.locator('input[data-field="width"]').fill("5")
    expect(bench.locator('[data-dimension="profile-width"]')).to_contain_text("5 mm")
    bench.locator('input[data-field="width"]').fill("")
    bench.get_by_test_id("compare").click()
    bench.locator('input[data-field="beside-depth"]').fill("12.7")
    expect(bench.locator('svg[data-view="section"]')).to_have_count(2)
    expect(bench.get_by_test_id("ratio")).to_contain_text(["this cut", "beside it"])
    bench.get_by_test_id("zoom").select_option("10")
    expect(bench.get_by_test_id("ratio").first).to_contain_text("10:1")
    bench.get_by_test_id("stages-done").fill("0")
    expect(bench).to_contain_text("before the first stage")
    bench.get_by_test_id("profile-name").fill("Harbour cove")
    bench.get_by_test_id("save-profile").click()
    expect(bench.get_by_test_id("profiles")).to_contain_text("ogee 6.35, 6.35 deep")
    with page.expect_download() as download:
        bench.get_by_test_id("section-svg").click()
    assert 'width="' in download.value.path().read_text()
    page.keyboard.press("Escape")
    saved(page)
    # Another piece takes it over.
    page.goto(page.url.replace("arch-ogee", "crate-bottom"))
    page.get_by_test_id("profile-bench").click()
    page.get_by_test_id("profiles").get_by_role("button", name="Harbour cove ogee").click()
    page.keyboard.press("Escape")
    expect(page.get_by_test_id("option-shape")).to_have_value("ogee")
    expect(field(page, "depth")).to_have_value("6.35")


@pytest.mark.parametrize("cut", ["back-panel", pytest.param("lid-edges", marks=pytest.mark.thorough)])
def test_edges_fit_the_phone_and_say_their_signs_without_colour(open_page: Callable[..., Page], cut: str):
    page = open_page(f"{CUTS}/{cut}", width=390, height=844)
    assert page.evaluate("document.documentElement.scrollWidth <= innerWidth")
    if cut == "back-panel":
        expect(page.locator('[data-mark="stand"]')).to_contain_text("stand here")
        expect(section(page, "direction")).to_contain_text("lead-in block at the start of the far edge")
