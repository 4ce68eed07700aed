"""Whole journeys with channels and pockets: what a person does from the sentence to the slip, the drawing and the test cut."""

from __future__ import annotations

from collections.abc import Callable

import pytest
from playwright.sync_api import Page, expect
from tests.ui.test_journeys import field, figure, saved, section

pytestmark = pytest.mark.slow

JOB = "/jobs/little-harbour/cuts"


@pytest.fixture
def at(open_page: Callable[..., Page]):
    """Opens a cut of the demo job."""
    return lambda cut, **more: open_page(f"{JOB}/{cut}", **more)


def pull(page: Page, what: str, right: float, up: float = 0, nth: int = 0):
    """Drags a grip or a clamp by so many pixels."""
    taken = page.locator(f'svg[data-view="plan"] [data-drag="{what}"]').nth(nth).bounding_box()
    assert taken is not None
    x, y = taken["x"] + taken["width"] / 2, taken["y"] + taken["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x + right / 2, y - up / 2, steps=3)
    page.mouse.move(x + right, y - up, steps=3)
    page.mouse.up()


def choose(page: Page, option: str, value: str):
    page.get_by_test_id(f"option-{option}").select_option(value)


@pytest.mark.thorough
def test_a_stopped_mirrored_pair_is_planned_from_a_plain_dado(at):
    page = at("shelf-dado-212")
    choose(page, "ends", "Stopped near")
    expect(page.get_by_test_id("sentence")).to_contain_text("from the near edge")
    field(page, "stop_first").fill("12")
    expect(section(page, "tool")).to_contain_text("plunge base")
    expect(section(page, "direction")).to_contain_text("plunge at the start mark")
    page.get_by_test_id("more-options").click()
    choose(page, "boards", "A mirrored pair")
    expect(page.locator('svg[data-view="plan"] [data-role="work"]')).to_have_count(2)
    expect(page.locator('svg[data-view="plan"] [data-role="stop"]')).to_have_count(2)
    expect(section(page, "guide")).to_contain_text("stop block 57.85 mm outside the far edge")
    saved(page)
    pull(page, "stop_first", 0, up=26)
    expect(field(page, "stop_first")).not_to_have_value("12")
    saved(page)
    page.reload()
    expect(page.locator('svg[data-view="plan"] [data-role="work"]')).to_have_count(2)
    page.get_by_test_id("end").click()
    expect(page.get_by_test_id("end")).to_have_text("right end")


@pytest.mark.thorough
def test_an_open_end_is_dragged_into_the_board_and_out_again(at):
    page = at("shelf-dado-212")
    pull(page, "stop_last", 0, up=-40)
    expect(page.get_by_test_id("option-ends")).to_have_value("Stopped far")
    expect(section(page, "tool")).to_contain_text("plunge base")
    saved(page)
    pull(page, "stop_last", 0, up=120)
    expect(page.get_by_test_id("option-ends")).to_have_value("Right through")
    saved(page)


def test_repeats_are_listed_as_stations_and_their_spacing_is_dragged(at):
    page = at("shelf-dado-64")
    choose(page, "repeats", "4 times")
    stations = page.get_by_test_id("stations").locator("tbody tr")
    expect(stations).to_have_count(4)
    field(page, "spacing").fill("5 1/2 in")
    expect(stations.nth(3)).to_contain_text("483.1 mm")
    expect(stations.nth(0)).to_contain_text("pull towards you")
    expect(stations.nth(3)).to_contain_text("push away")
    saved(page)
    pull(page, "spacing", 30, nth=2)
    expect(field(page, "spacing")).not_to_have_value("5 1/2 in")
    field(page, "spacing").fill("12")
    expect(page.get_by_role("alert")).to_contain_text("no wood between them")
    expect(stations).to_have_count(4)


def test_a_part_that_is_to_fit_sets_the_width_and_forecasts_its_fit(at):
    page = at("shelf-dado-212")
    choose(page, "width", "To fit a part")
    expect(field(page, "mate.thickness")).to_have_value("17.6")
    expect(page.locator("[data-chance=slides]")).to_contain_text("%")
    choose(page, "fit", "room for glue")
    expect(page.get_by_test_id("fit")).to_contain_text("Measure the part with a caliper")
    expect(section(page, "guide")).to_contain_text("5.05 mm, then none")
    choose(page, "width", "Width as typed")
    expect(page.get_by_test_id("fit")).to_have_count(0)
    expect(field(page, "width")).to_be_visible()


@pytest.mark.thorough
def test_a_deep_mortise_whose_turret_runs_out(at):
    page = at("lid-edges")
    page.get_by_label("Board Emblem lid").click()
    page.get_by_role("menuitem", name="Change the board").click()
    page.locator('[data-field="piece-thickness"]').fill("58")
    page.get_by_test_id("save-piece").click()
    expect(page.get_by_role("dialog")).to_have_count(0)
    page.get_by_test_id("new-cut").click()
    page.get_by_test_id("cut-what").select_option("mortise")
    page.get_by_test_id("cut-name").fill("Deep mortise")
    for name, value in (("length", "60"), ("across", "8"), ("depth", "32"), ("from_left", "60"), ("from_near", "40")):
        page.locator(f'[data-field="cut-{name}"]').fill(value)
    page.get_by_test_id("save-cut").click()
    expect(page.get_by_test_id("sentence")).to_contain_text("A mortise")
    depths = section(page, "depths")
    expect(depths).to_contain_text("in 11 passes")
    expect(depths).to_contain_text("14 mm between rod and low step")
    expect(depths).to_contain_text("then set again: 32 mm on the low step")
    expect(page.locator('svg[data-view="side"]')).to_be_visible()
    expect(section(page, "guide")).to_contain_text("Edge guide, long face, on the near edge")
    page.get_by_test_id("working-feed").click()
    rows = page.get_by_test_id("passes").locator("tbody tr")
    expect(rows).to_have_count(11)
    expect(rows.nth(0)).to_contain_text("high")
    expect(rows.nth(9)).to_contain_text("low + 3 mm")
    field(page, "depth").fill("60")
    expect(page.get_by_role("alert")).to_contain_text("say that it goes through")
    field(page, "depth").fill("12")
    expect(depths).not_to_contain_text("then set again")
    page.get_by_test_id("working-guide").click()
    page.locator("[data-guide=bushing] button").click()
    expect(figure(page, "guide")).to_contain_text("Bushing")
    expect(page.locator('svg[data-view="plan"] [data-role="template"]').first).to_be_visible()
    saved(page)


@pytest.mark.thorough
def test_a_hinge_recess_is_set_by_its_leaf(at):
    page = at("flat-hinges")
    expect(section(page, "depths")).to_contain_text("the part itself between rod and low step")
    expect(page.get_by_test_id("stations").locator("tbody tr")).to_have_count(2)
    choose(page, "depth-by", "Depth as typed")
    expect(section(page, "depths")).not_to_contain_text("leaf")
    choose(page, "open", "Closed all round")
    expect(page.get_by_role("alert")).to_contain_text("beyond the near side")
    expect(field(page, "from_near")).to_have_value("0")
    field(page, "from_near").fill("12")
    expect(page.locator('svg[data-view="plan"] [data-dimension="from_near"]')).to_contain_text("12 mm")
    pull(page, "from_left", 20, up=6)
    expect(field(page, "from_left")).not_to_have_value("100")
    expect(field(page, "from_near")).not_to_have_value("12")
    saved(page)


def test_a_clamp_dragged_into_the_way_is_shown_and_moved_clear(at):
    page = at("shelf-dado-212")
    pull(page, "clamp", -60)
    expect(page.locator('[data-caution="clamp-in-the-way"]')).to_contain_text("runs into the clamp")
    expect(page.get_by_test_id("status")).to_contain_text("Hold")
    expect(page.locator('svg[data-view="plan"] [data-drag="clamp"][data-clashes="true"]')).to_have_count(1)
    page.get_by_role("button", name="Move it clear").click()
    expect(page.locator('[data-caution="clamp-in-the-way"]')).to_have_count(0)
    expect(page.locator('svg[data-view="plan"] [data-drag="clamp"][data-clashes="true"]')).to_have_count(0)
    clamp = page.locator('svg[data-view="plan"] [data-drag="clamp"]').first
    before = clamp.get_attribute("aria-valuenow")
    clamp.focus()
    page.keyboard.press("ArrowRight")
    expect(clamp).not_to_have_attribute("aria-valuenow", before or "")
    saved(page)
    page.get_by_role("button", name="clamps as proposed").click()
    expect(page.get_by_role("button", name="clamps as proposed")).to_have_count(0)


@pytest.mark.thorough
def test_a_test_cut_corrects_the_fence_by_three_tenths(at):
    page = at("shelf-dado-212")
    expect(figure(page, "guide")).to_have_text("68.65")
    page.get_by_test_id("test-cut").click()
    measured = page.locator('input[name="measured-setback"]')
    measured.fill("80")
    expect(page.get_by_role("dialog")).to_contain_text("measure again")
    measured.fill("68.95")
    expect(page.get_by_role("dialog")).to_contain_text("75.3 mm from the bit's axis, not 75 mm")
    page.get_by_test_id("correct-setback").click()
    expect(page.get_by_test_id("correct-setback")).to_contain_text("every plan follows")
    page.keyboard.press("Escape")
    expect(figure(page, "guide")).to_have_text("68.95")
    expect(section(page, "guide")).to_contain_text("at 143.05 mm")
    page.get_by_label("Undo: the correction").click()
    expect(figure(page, "guide")).to_have_text("68.65")


@pytest.mark.thorough
def test_another_guide_is_taken_and_a_jig_is_made(at):
    page = at("shelf-dado-64")
    page.get_by_test_id("working-guide").click()
    page.locator("[data-guide=edge-guide] button").click()
    expect(section(page, "guide")).to_contain_text("on the left end")
    page.get_by_role("button", name="choose the best by itself").click()
    expect(figure(page, "guide")).to_have_text("68.65")
    page.get_by_test_id("make-jig").click()
    expect(page.get_by_test_id("make-jig")).to_contain_text("its notch")
    page.get_by_test_id("jig-made").click()
    expect(section(page, "guide")).to_contain_text("Jig for 12.7 straight in Plunge two")
    expect(page.get_by_test_id("make-jig")).to_have_count(0)


@pytest.mark.thorough
def test_a_half_lap_and_a_t_slot_are_added_in_words(at):
    page = at("lid-edges")
    page.get_by_test_id("new-cut").click()
    page.get_by_test_id("cut-what").select_option("lap")
    page.locator('[data-field="cut-length"]').fill("60")
    page.locator('[data-field="cut-depth"]').fill("7")
    page.get_by_test_id("save-cut").click()
    expect(page.get_by_test_id("sentence")).to_contain_text("A half-lap")
    expect(section(page, "direction")).to_contain_text("lanes across, from the left on")
    page.get_by_test_id("end").click()
    expect(figure(page, "direction")).to_have_text("Push away")
    page.locator('[data-cut="shelf-dado-212"]').click()
    expect(field(page, "position")).to_have_value("212")
    choose(page, "floor", "Keyhole")
    expect(page.get_by_role("alert")).to_contain_text("No keyhole bit here cuts 17.6 mm wide")
    field(page, "width").fill("4.8")
    field(page, "depth").fill("8")
    expect(section(page, "depths")).to_contain_text("first clear with 3.175 straight")
    expect(section(page, "direction")).to_contain_text("right through, out at the other; never lift inside")
    saved(page)


@pytest.mark.thorough
def test_a_half_lap_becomes_a_tenon_that_leaves_its_tongue(at):
    page = at("lid-edges")
    page.get_by_test_id("new-cut").click()
    page.get_by_test_id("cut-what").select_option("lap")
    for name, value in (("length", "40"), ("depth", "5")):
        page.locator(f'[data-field="cut-{name}"]').fill(value)
    page.get_by_test_id("save-cut").click()
    expect(page.get_by_test_id("sentence")).to_contain_text("A half-lap")
    choose(page, "faces", "Both faces: a tenon")
    choose(page, "depth-by", "By what is left")
    field(page, "leaves").fill("6")
    expect(page.get_by_test_id("sentence")).to_contain_text("A tenon")
    expect(section(page, "depths")).to_contain_text("leaves a tongue of 6 mm")
    expect(section(page, "direction")).to_contain_text("then turn it over about its length")
    expect(page.locator('svg[data-view="section"] [data-role="waste"]')).to_have_count(1)
    saved(page)
    field(page, "leaves").fill("40")
    expect(page.get_by_role("alert")).to_contain_text("can only be left of more")


@pytest.mark.thorough
def test_a_disc_that_would_fly_off_is_a_stop_until_it_is_held(at):
    page = at("cheek-discs")
    choose(page, "the-piece", "Piece held: not said")
    expect(page.locator('[data-caution="loose-piece"]')).to_contain_text("cm³ free that nothing holds")
    page.locator("[data-remedy=loose]").first.click()
    expect(page.locator('[data-caution="loose-piece"]')).to_have_count(0)
    expect(figure(page, "guide")).to_have_text("86.35")
    expect(page.locator('svg[data-view="plan"] [data-mark="pivot"]')).to_have_count(1)


@pytest.mark.parametrize(
    "cut", ["cheek-discs", *(pytest.param(each, marks=pytest.mark.thorough) for each in ("shelf-dado-420", "cross-mortise"))]
)
def test_pockets_and_pairs_fit_a_phone(at, cut):
    page = at(cut, width=390, height=844)
    assert page.evaluate("document.documentElement.scrollWidth <= innerWidth")
    expect(page.locator('svg[data-view="plan"]')).to_be_visible()


@pytest.mark.thorough
def test_given_places_and_a_recess_of_ones_own_outline(at):
    page = at("shelf-dado-64")
    choose(page, "repeats", "At given places")
    page.get_by_label("Place 2", exact=True).fill("212")
    page.get_by_test_id("another-place").click()
    expect(page.get_by_label("Place 3", exact=True)).to_have_value("360")
    page.get_by_label("Place 3", exact=True).fill("420")
    stations = page.get_by_test_id("stations").locator("tbody tr")
    expect(stations).to_have_count(3)
    expect(stations.nth(2)).to_contain_text("420 mm")
    page.get_by_label("Place 3", exact=True).fill("220")
    expect(page.get_by_role("alert")).to_contain_text("no wood between them")
    page.get_by_label("Leave place 3 out").click()
    expect(stations).to_have_count(2)
    saved(page)
    page.locator('[data-cut="lid-edges"]').click()
    page.get_by_test_id("new-cut").click()
    page.get_by_test_id("cut-what").select_option("outline")
    page.get_by_test_id("cut-outline").select_option("own points")
    page.get_by_test_id("cut.contour.points").fill("0 0\n120 10\n90 70\n20 60")
    for name, value in (("depth", "3"), ("from_left", "60"), ("from_near", "50")):
        page.locator(f'[data-field="cut-{name}"]').fill(value)
    page.get_by_test_id("save-cut").click()
    expect(page.get_by_test_id("sentence")).to_contain_text("recess of own outline")
    expect(figure(page, "guide")).to_contain_text("Bushing")
    expect(page.locator('[data-caution="corners-unreached"]')).to_be_visible()
    expect(page.locator('svg[data-view="plan"] [data-role="hazard"]').first).to_be_visible()
    saved(page)


@pytest.mark.thorough
def test_a_groove_is_taken_to_the_table_and_back_to_the_hand(at):
    page = at("shelf-dado-64")
    page.get_by_test_id("working-guide").click()
    page.locator("[data-guide=table-fence] button").click()
    expect(section(page, "tool")).to_contain_text("Table three")
    expect(section(page, "guide")).to_contain_text("face down, the left end against the fence")
    expect(section(page, "direction")).to_contain_text("Right to left")
    expect(section(page, "hold")).to_contain_text("feather boards before the bit")
    expect(page.locator('svg[data-view="section"]')).to_be_visible()
    expect(page.locator('svg[data-view="plan"] [data-role="guide"]').first).to_be_visible()
    saved(page)
    before = figure(page, "guide").inner_text()
    pull(page, "position", 0, up=-30)
    expect(field(page, "position")).not_to_have_value("64")
    expect(figure(page, "guide")).not_to_have_text(before)
    saved(page)
    page.locator("[data-guide=straightedge] button").click()
    expect(section(page, "tool")).to_contain_text("Plunge two")
    saved(page)


@pytest.mark.parametrize(("width", "height"), [pytest.param(390, 844, marks=pytest.mark.thorough), (820, 1180)])
def test_a_stop_stands_under_the_sentence_and_nothing_is_printed(open_page, width, height):
    page = open_page(f"{JOB}/shelf-dado-212", width=width, height=height)
    line = page.get_by_test_id("status-line")
    expect(line).to_contain_text("Ready, with care")
    expect(page.get_by_test_id("print")).to_be_enabled()
    field(page, "width").fill("120")
    expect(line).to_contain_text("Do not cut like this")
    expect(line).to_contain_text("cannot bridge a cut 120 mm wide")
    box = line.bounding_box()
    assert box is not None
    assert box["y"] + box["height"] < height, "it is seen without scrolling"
    expect(page.get_by_test_id("print")).to_be_disabled()
    expect(page.get_by_test_id("print")).to_have_attribute("title", "A stop stands: it is run and printed when it may be cut")
    page.get_by_role("button", name="To the slip").click()
    expect(page.get_by_test_id("status")).to_be_in_viewport()
    field(page, "width").fill("17.6")
    expect(page.get_by_test_id("print")).to_be_enabled()
    saved(page)
