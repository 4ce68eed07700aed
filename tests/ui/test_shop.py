"""Whole journeys through the shop: from nothing to a planned dado, the drawer, the bench, house rules, sums, instruments."""

from __future__ import annotations

import io
import re
from collections.abc import Callable, Iterator

import httpx2
import pytest
from playwright.sync_api import Browser, Page, expect
from pypdf import PdfReader
from tests.conftest import Served
from tests.ui.conftest import LONGEST_WAIT
from tests.ui.test_barriers import VIEWS
from tests.ui.test_journeys import field, figure, saved, section

from ranura.api.importing import Imports
from ranura.api.saved_shop import SavedShop
from ranura.demo.shop import SHOP
from ranura.host import places
from ranura.store import repository, shops

pytestmark = pytest.mark.slow

OWNED = len(SHOP.bits)

TABLE = """name,profile,shank,diameter,cutting_length,overall_length,plunges
Six,straight,6 mm,6,16 mm,50,yes
Twenty,straight,1/2 in,20 mm,1 in,63,no
Broken,straight,8 mm,8,3//4,60,
Spade,spade,8 mm,8,25,60,
Short,straight,8 mm,8,25,20,
Thin,straight,1/4 in,3/16 in,1/2 in,2 in,
"""


@pytest.fixture
def own_shop(store) -> Iterator[str]:
    """The address of a shop of one's own that has nothing yet."""
    with store.session() as session:
        repository.remove_shop(session, shops.OWN_SHOP)
    shops.lay_own(store)
    server = Served(store, places.BUILT_PAGE)
    server.app.state.saved_shop = SavedShop(store, shops.OWN_SHOP)
    server.app.state.imports = Imports(server.app.state.saved_shop)
    yield server.url
    server.close()
    with store.session() as session:
        repository.remove_shop(session, shops.OWN_SHOP)


@pytest.fixture
def empty(browser: Browser, own_shop: str) -> Iterator[Page]:
    """Its page."""
    page = browser.new_page(viewport={"width": 1280, "height": 800}, locale="en-GB")
    page.set_default_timeout(LONGEST_WAIT)
    page.goto(own_shop)
    page.get_by_test_id("slip").first.wait_for()
    yield page
    page.close()


def test_on_a_tablet_by_touch_alone_from_an_empty_shop_to_a_printed_job(browser: Browser, own_shop: str):
    """Nothing is clicked, hovered or pressed but the keys of the screen's own keyboard."""
    context = browser.new_context(viewport={"width": 820, "height": 1180}, has_touch=True, is_mobile=True, locale="en-GB")
    page = context.new_page()
    page.set_default_timeout(LONGEST_WAIT)
    page.goto(own_shop)
    expect(page.get_by_test_id("sentence")).to_contain_text("across Shelf side.")
    field(page, "position").tap()
    page.keyboard.insert_text("250")
    expect(field(page, "position")).to_have_value("250")
    expect(page.get_by_test_id("saving")).to_have_text("Saved")
    page.get_by_test_id("type-in-assumed-tools").tap()
    for tool in ("Plunge router", "Straight 12 mm"):
        page.get_by_label(tool, exact=True).get_by_role("button", name="All of it is right").tap()
    page.get_by_role("link", name="Cuts", exact=True).tap()
    expect(page.get_by_test_id("assumed-here")).to_have_count(0)
    page.get_by_test_id("new-piece").tap()
    page.get_by_test_id("piece-name").tap()
    page.keyboard.insert_text("Lid")
    for name, text in (("length", "400"), ("width", "200"), ("thickness", "18")):
        page.locator(f'[data-field="piece-{name}"]').tap()
        page.keyboard.insert_text(text)
    page.get_by_test_id("save-piece").tap()
    page.get_by_role("dialog", name="Add a cut").get_by_role("button", name="Close").tap()
    page.get_by_test_id("palette").tap()
    page.get_by_role("combobox", name="Find or add").tap()
    page.keyboard.insert_text("dado 12 x 5 at 100 lid")
    page.get_by_test_id("read-cut").tap()
    expect(page.get_by_test_id("sentence")).to_contain_text("across Lid.")
    page.get_by_test_id("job-menu").tap()
    page.get_by_role("menuitem", name="This job").tap()
    expect(page.get_by_test_id("job-page")).to_contain_text("Lid")
    with context.expect_page():
        page.get_by_test_id("slips-A4").tap()
    paper = context.request.get(f"{own_shop}{page.get_by_test_id('slips-A4').get_attribute('href')}")
    words = "".join(each.extract_text() for each in PdfReader(io.BytesIO(paper.body())).pages)
    for said in ("Shelf side", "Lid", "dado 12 mm wide, 6 mm deep, 250 mm", "page 1 of"):
        assert said in words, said
    context.close()


def read_position(page: Page, setting: str, rpm: int) -> None:
    """Holds the tachometer to a spindle and presses its button."""
    panel = page.get_by_test_id("measure-dial")
    expect(panel).to_contain_text(f"Set the dial to {setting}")
    page.get_by_test_id("simulated-value").fill(str(rpm))
    page.get_by_test_id("press-button").click()
    expect(page.get_by_test_id(f"position-{setting}")).not_to_contain_text("not yet")


@pytest.mark.thorough
def test_from_an_empty_shop_to_a_planned_dado(empty: Page):
    page = empty
    # A cut at once, with tools that are assumed and say so.
    expect(page.get_by_test_id("sentence")).to_contain_text("across Shelf side.")
    expect(page.get_by_test_id("slip").first).to_contain_text("Nobody has said yet what is here")
    expect(section(page, "depths")).to_contain_text("assumed: diameter 12 mm")
    page.get_by_test_id("type-in-assumed-tools").click()
    router = page.get_by_label("Plunge router", exact=True)
    router.get_by_test_id("right-collets").click()
    expect(router.get_by_test_id("right-collets")).to_have_count(0)
    router.get_by_role("button", name="All of it is right").click()
    expect(router).to_have_count(0)
    page.get_by_label("Straight 6 mm", exact=True).get_by_role("button", name="I do not have it").click()
    expect(page.get_by_label("Straight 6 mm", exact=True)).to_have_count(0)
    # Three questions, and a drawer to begin with.
    page.get_by_role("button", name="Answer three questions").click()
    expect(page.get_by_test_id("first")).to_contain_text("What is in your shop?")
    for answer in ("mm", "trim", "plunge", "cases"):
        page.get_by_test_id(f"first-{answer}").click()
    page.get_by_test_id("offer-starter").click()
    expect(page.get_by_text("Trim router, Plunge router and 7 bits")).to_be_visible()
    page.get_by_test_id("first-table").click()
    expect(page.get_by_test_id("take-starter")).to_have_count(0), "other answers want another offer"
    page.get_by_test_id("first-table").click()
    page.get_by_test_id("take-starter").click()
    expect(page.get_by_test_id("sentence")).to_contain_text("across Shelf side.")
    expect(section(page, "tool")).not_to_contain_text("assumed")
    page.get_by_role("link", name="Bench").click()
    expect(page.get_by_test_id("bench")).to_contain_text("Trim router")

    # A table with three bad rows: one mended, two left out, then all kept at once.
    page.get_by_role("link", name="Files").click()
    page.get_by_test_id("csv-text").fill(TABLE)
    page.get_by_test_id("csv-look").click()
    expect(page.get_by_test_id("import-counts")).to_have_text("3 cannot be taken · 3 to add")
    expect(page.get_by_test_id("import-keep")).to_be_disabled()
    expect(page.get_by_test_id("row-4")).to_contain_text("two slashes")
    expect(page.get_by_test_id("row-5")).to_contain_text("'spade' is not one of")
    expect(page.get_by_test_id("row-6")).to_contain_text("no shank is left")
    page.get_by_test_id("correct-4").fill("20")
    page.keyboard.press("Enter")
    expect(page.get_by_test_id("row-4")).to_contain_text("is added")
    for line in (5, 6):
        page.get_by_test_id(f"leave-{line}").click()
    expect(page.get_by_test_id("import-counts")).to_have_text("4 to add · 2 left out")
    page.get_by_test_id("import-keep").click()
    expect(page.get_by_test_id("import-kept")).to_contain_text("4 added")
    page.get_by_role("link", name="Drawer").click()
    expect(page.get_by_test_id("bit-count")).to_have_text("11 bits")

    # The dial, which nobody knows, is measured position by position.
    page.get_by_role("link", name="Bench").click()
    page.get_by_test_id("bench").get_by_role("region", name="Plunge router").get_by_role("button", name="Measure it").click()
    page.get_by_label("Its positions").fill("1 2 3")
    for setting, rpm in (("1", 9_000), ("2", 16_000), ("3", 24_500)):
        read_position(page, setting, rpm)
    page.get_by_test_id("keep-dial").click()
    expect(page.get_by_test_id("measure-dial")).to_have_count(0)
    expect(page.get_by_test_id("dial-2")).to_have_attribute("aria-valuetext", re.compile(r"1[56]\d\d0 rpm, measured"))

    # A job, a board, and the dado in it.
    page.get_by_role("link", name="Jobs", exact=True).click()
    page.get_by_test_id("new-job-name").fill("Pantry")
    page.keyboard.press("Enter")
    page.get_by_test_id("empty").get_by_role("button").first.click()
    page.get_by_test_id("piece-name").fill("Side")
    for name, text in (("length", "600"), ("width", "300"), ("thickness", "18")):
        page.locator(f'[data-field="piece-{name}"]').fill(text)
    page.get_by_test_id("save-piece").click()
    page.get_by_test_id("cut-name").fill("Shelf")
    for name, text in (("width", "12"), ("depth", "6"), ("position", "250")):
        page.locator(f'[data-field="cut-{name}"]').fill(text)
    page.get_by_test_id("save-cut").click()
    expect(figure(page, "tool")).to_have_text("Straight 12 mm")
    expect(section(page, "speed")).to_contain_text("on the dial")

    # A worse bit, and what it costs.
    page.get_by_test_id("tool-picker").click()
    page.locator('[data-testid^="take-"]', has_text="Broken").first.click()
    expect(figure(page, "tool")).to_have_text("Broken")
    page.get_by_test_id("tool-picker").click()
    expect(page.get_by_test_id("costs")).to_contain_text("Your choice costs:")
    expect(page.get_by_label("Choose bit and router")).to_contain_text("passes side by side instead of 1")

    # The nearest miss of a narrower cut: a collet.
    page.get_by_test_id("unpin").click()
    field(page, "width").fill("6")
    expect(section(page, "tool")).to_contain_text("6 mm")
    page.get_by_test_id("tool-picker").click()
    expect(page.get_by_test_id("misses")).to_contain_text("needs a 6 mm collet for Plunge router")


def test_a_bit_is_added_by_keyboard_from_its_description(open_page: Callable[..., Page]):
    page = open_page("/drawer", wait="drawer")
    page.keyboard.press("n")
    page.keyboard.type("roundover 1/4 in, 1/2 shank, bearing")
    expect(page.locator('[data-field="radius"]')).to_have_value("1/4 in")
    expect(page.locator('[data-field="shank"]')).to_have_value("1/2 in")
    expect(page.get_by_test_id("bit-form")).to_contain_text("Roundover 1/4 in")
    page.keyboard.press("Enter")
    expect(page.get_by_test_id("bit-open")).to_contain_text("Roundover 1/4 in")
    expect(page.get_by_test_id("bit-count")).to_have_text(f"{OWNED + 1} bits")
    expect(page.get_by_test_id("bit-routers")).to_contain_text("Plunge two")
    expect(page.get_by_test_id("bit-history")).to_contain_text("came into the drawer")
    page.get_by_test_id("copy-bit").click()
    page.locator('[data-field="radius"]').fill("3//8")
    expect(page.get_by_test_id("bit-form").get_by_role("alert")).to_contain_text("two slashes")
    page.locator('[data-field="radius"]').fill("3/8 in")
    page.get_by_test_id("keep-bit").click()
    expect(page.get_by_test_id("bit-count")).to_have_text(f"{OWNED + 1} bits")


def test_bits_are_found_by_typing_put_away_and_brought_back(open_page: Callable[..., Page]):
    page = open_page("/drawer", wait="drawer")
    page.keyboard.press("/")
    page.keyboard.type("6mm shank")
    expect(page.get_by_test_id("bit-count")).to_have_text(f"1 of {OWNED} bits")
    page.get_by_test_id("bit-straight-6").click()
    expect(page.get_by_test_id("bit-marks")).to_contain_text("Trim one")
    page.get_by_test_id("away-bit").click()
    page.get_by_test_id("find-bits").fill("")
    expect(page.get_by_test_id("bit-straight-6")).to_have_count(0)
    page.get_by_label("Undo: putting away 6 straight").click()
    expect(page.get_by_test_id("bit-straight-6")).to_be_visible()
    page.get_by_test_id("bit-straight-8" if page.get_by_test_id("bit-straight-8").count() else "bit-core-box-4").click()
    page.get_by_test_id("remove-bit").click()
    expect(page.get_by_test_id("bit-count")).to_have_text(f"{OWNED - 1} bits")
    page.locator("body").click(position={"x": 640, "y": 20})
    page.keyboard.press("Control+z")
    expect(page.get_by_test_id("bit-count")).to_have_text(f"{OWNED} bits")


@pytest.mark.thorough
def test_a_bit_that_a_cut_has_pinned_is_not_removed(open_page: Callable[..., Page]):
    page = open_page()
    page.get_by_test_id("tool-picker").click()
    page.get_by_test_id("take-straight-9.525-trim-one").click()
    saved(page)
    page.goto(page.url.split("/jobs")[0] + "/drawer/straight-9.525")
    page.get_by_test_id("remove-bit").click()
    expect(page.get_by_test_id("bit-problem")).to_contain_text("is used by Middle shelf")
    expect(page.get_by_test_id("bit-open")).to_contain_text("Chosen for")


def of_one_board(shop):
    """Leaves the demo's first board alone: a short list of what to buy, and few cuts that a rule moves."""
    for piece in httpx2.get(f"{shop.url}/api/jobs/little-harbour").json()["pieces"][1:]:
        httpx2.delete(f"{shop.url}/api/pieces/{piece['id']}").raise_for_status()


def test_which_bit_and_what_to_buy(open_page: Callable[..., Page], shop):
    of_one_board(shop)
    page = open_page("/drawer", wait="drawer")
    page.get_by_test_id("panel-which").click()
    expect(page.get_by_test_id("which-offers")).to_contain_text("6 straight")
    expect(page.get_by_test_id("misses")).to_contain_text("a 6 mm collet for Plunge two")
    page.locator('[data-field="which-width"]').fill("19.05")
    expect(page.get_by_test_id("which-offers").locator("li").first).to_contain_text("19.05 straight")
    page.get_by_test_id("panel-buy").click()
    expect(page.get_by_test_id("shopping")).to_contain_text(re.compile(r"\b(\d\d) of \1 planned cuts can be made"))
    page.get_by_role("link", name="Cuts", exact=True).click()
    field(page, "width").fill("4")
    saved(page)
    page.get_by_role("link", name="Drawer").click()
    page.get_by_test_id("panel-buy").click()
    expect(page.get_by_test_id("buy")).to_contain_text("one pass instead of 2 side by side")
    expect(page.get_by_test_id("buy")).to_contain_text("a metre over")
    page.get_by_role("button", name="I have it now").click()
    expect(page.get_by_test_id("buy")).to_have_count(0)
    expect(page.get_by_test_id("bit-count")).to_have_text(f"{OWNED + 1} bits")


def test_a_dial_point_is_dragged_by_keys_and_undone(open_page: Callable[..., Page]):
    page = open_page("/bench", wait="bench")
    plunge = page.get_by_test_id("router-plunge-two")
    point = plunge.get_by_test_id("dial-F")
    point.focus()
    page.keyboard.press("ArrowDown")
    expect(point).to_have_attribute("aria-valuetext", "21900 rpm, measured")
    page.get_by_label("Undo: the dial of Plunge two").click()
    expect(point).to_have_attribute("aria-valuetext", "22000 rpm, from the manual")


@pytest.mark.thorough
def test_a_tachometer_that_goes_takes_no_reading_with_it(open_page: Callable[..., Page]):
    page = open_page("/bench", wait="bench")
    page.get_by_test_id("measure-plunge-two").click()
    read_position(page, "A", 8_700)
    page.get_by_test_id("pull-cable").click()
    expect(page.get_by_test_id("instrument-problem")).to_contain_text("plug it in again")
    expect(page.get_by_test_id("position-A")).to_contain_text("rpm")
    page.reload()
    expect(page.get_by_test_id("position-A")).to_contain_text("rpm")
    read_position(page, "B", 11_300)
    page.get_by_test_id("keep-dial").click()
    expect(page.get_by_test_id("dial-A").last).to_have_attribute("aria-valuetext", re.compile("measured"))
    expect(page.get_by_test_id("router-plunge-two").get_by_test_id("dial-C")).to_have_attribute(
        "aria-valuetext", re.compile("from the manual")
    )


def test_a_length_field_takes_the_next_reading_of_the_caliper(page: Page):
    field(page, "width").click()
    expect(page.get_by_test_id("caliper-offer")).to_contain_text("Take Width from the caliper")
    page.keyboard.press("F8")
    panel = page.get_by_test_id("caliper")
    expect(panel).to_contain_text("The next reading goes to Width")
    expect(field(page, "width")).to_have_attribute("data-listening", "true")
    page.get_by_test_id("pull-cable").click()
    expect(page.get_by_test_id("instrument-problem")).to_contain_text("plug it in again")
    expect(field(page, "width")).to_have_value("17.6")
    page.get_by_test_id("plug-in").click()
    page.get_by_test_id("simulated-value").fill("18.4")
    page.get_by_test_id("press-button").click()
    expect(field(page, "width")).to_have_value(re.compile(r"18\.(3|4)\d* mm"))
    expect(panel).to_have_count(0)
    saved(page)
    field(page, "depth").click()
    page.keyboard.press("F8")
    expect(panel).to_be_visible()
    page.keyboard.press("Escape")
    expect(panel).to_have_count(0)
    expect(field(page, "depth")).to_have_value("6")


@pytest.mark.thorough
def test_a_field_that_is_gone_listens_no_more(page: Page):
    field(page, "width").click()
    page.keyboard.press("F8")
    expect(page.get_by_test_id("caliper")).to_be_visible()
    page.get_by_role("link", name="Drawer").click()
    expect(page.get_by_test_id("bit-count")).to_be_visible()
    expect(page.get_by_test_id("caliper")).to_have_count(0)


@pytest.mark.thorough
def test_a_dialog_takes_readings_and_measured_thicknesses_too(page: Page):
    page.get_by_test_id("new-piece").click()
    page.get_by_test_id("deliveries").get_by_role("button", name="17.6 mm").click()
    expect(page.locator('[data-field="piece-thickness"]')).to_have_value("17.6 mm")
    page.locator('[data-field="piece-width"]').click()
    page.keyboard.press("F8")
    page.get_by_test_id("simulated-value").fill("300")
    page.get_by_test_id("press-button").click()
    expect(page.locator('[data-field="piece-width"]')).to_have_value(re.compile(r"(299|300)\.\d+ mm"))
    expect(page.get_by_role("dialog")).to_be_visible()


@pytest.mark.thorough
def test_how_fine_inches_are_written_moves_what_an_inch_reader_sees(open_page: Callable[..., Page]):
    page = open_page("/rules", wait="rules-page")
    page.get_by_test_id("school-1/32").click()
    expect(page.get_by_test_id("moves")).to_have_text("No figure of this job moves.")
    page.get_by_test_id("rules-keep").click()
    page.get_by_role("link", name="Cuts", exact=True).click()
    page.get_by_test_id("unit-in").click()
    expect(section(page, "guide")).to_contain_text("2 11/16 in (half a mark over)")


@pytest.mark.thorough
def test_a_rule_that_is_a_length_takes_a_reading_too(open_page: Callable[..., Page]):
    page = open_page("/rules", wait="rules-page")
    page.get_by_test_id("rule-finish").click()
    page.keyboard.press("F8")
    page.get_by_test_id("simulated-value").fill("1.2")
    page.get_by_test_id("press-button").click()
    expect(page.get_by_test_id("rule-finish")).to_have_value(re.compile(r"1\.[12]\d* mm"))


def test_a_rule_says_what_it_moves_before_it_is_kept(open_page: Callable[..., Page], shop):
    of_one_board(shop)
    page = open_page("/rules", wait="rules-page")
    page.get_by_test_id("school-fixed-cap").click()
    page.get_by_test_id("rule-pass_cap").fill("4")
    expect(page.get_by_test_id("moves")).to_contain_text("Middle shelf")
    expect(page.get_by_test_id("moves")).to_contain_text("Deepest pass")
    page.get_by_test_id("rule-hand_limit").fill("90")
    expect(page.get_by_text("house rules only make things stricter")).to_be_visible()
    expect(page.get_by_test_id("rules-keep")).to_be_disabled()
    page.get_by_test_id("rule-hand_limit").fill("40")
    page.get_by_test_id("rules-keep").click()
    page.get_by_role("link", name="Cuts", exact=True).click()
    expect(section(page, "depths")).to_contain_text("in 2 passes")


def test_a_quick_sum_is_answered_with_its_working(page: Page):
    page.keyboard.press("k")
    for text, answer in [
        ("speed 1 3/8", "25\u2009000 rpm"),
        ("offset 5/8 1/4", "4.76 mm"),
        ("rabbet 35 → 9.5", "16 mm"),
        ("v 90 depth 3", "6 mm"),
        ("setback 75 12.7", "68.65 mm"),
        ("passes 20 with 8", "4"),
        ("7/16 + 3.2mm", "14.31 mm"),
    ]:
        page.get_by_test_id("palette-box").get_by_role("combobox").fill(text)
        expect(page.get_by_test_id("quick-answer")).to_contain_text(answer)


def test_every_place_is_a_key_away_and_sums_are_answered_everywhere(open_page: Callable[..., Page]):
    page = open_page("/drawer", wait="drawer")
    page.keyboard.press("r")
    expect(page.get_by_test_id("bench")).to_be_visible()
    page.keyboard.press("h")
    expect(page.get_by_test_id("rules-page")).to_be_visible()
    page.keyboard.press("g")
    expect(page.get_by_test_id("drawer")).to_be_visible()
    page.keyboard.press("k")
    line = page.get_by_test_id("palette-box").get_by_role("combobox")
    line.fill("7/16 + 3.2mm")
    expect(page.get_by_test_id("quick-answer")).to_contain_text("14.31 mm")
    line.fill("bench")
    page.keyboard.press("Enter")
    expect(page.get_by_test_id("bench")).to_be_visible()


def test_a_half_typed_sum_is_completed_and_a_wrong_one_says_what_is_missing(page: Page):
    page.keyboard.press("k")
    page.get_by_test_id("palette-box").get_by_role("combobox").fill("off")
    expect(page.get_by_test_id("completions")).to_contain_text("offset")
    page.get_by_test_id("palette-box").get_by_role("combobox").fill("offset 5/8")
    expect(page.get_by_test_id("quick-problem")).to_contain_text("also wants")


def test_a_shops_file_comes_in_and_is_taken_back(open_page: Callable[..., Page], tmp_path):
    page = open_page("/files", wait="files")
    with page.expect_download() as wanted:
        page.get_by_role("link", name="The shop without its jobs").click()
    kept = tmp_path / "shop.json"
    wanted.value.save_as(kept)
    kept.write_text(kept.read_text().replace('"Lanternfish Workshop"', '"Other Workshop"'))
    page.get_by_test_id("shop-file").set_input_files(kept)
    expect(page.get_by_test_id("shop-preview")).to_contain_text("Other Workshop would take the place")
    page.get_by_test_id("shop-replace").click()
    expect(page.get_by_role("banner")).to_contain_text("Other Workshop")
    page.get_by_test_id("shop-undo").click()
    expect(page.get_by_role("banner")).to_contain_text("Lanternfish Workshop")


@pytest.mark.thorough
def test_a_tool_that_was_changed_elsewhere_shows_both_and_keeps_what_is_chosen(open_page: Callable[..., Page], shop: Served):
    """Somebody else corrects two sizes of a bit and a router's speed while both are being changed here."""

    def texts_of(path: str) -> dict:
        return httpx2.get(f"{shop.url}/api/{path}").json()

    page = open_page("/drawer", wait="drawer")
    page.get_by_test_id("bit-straight-12.7").click()
    page.get_by_test_id("change-bit").click()
    form = page.get_by_test_id("bit-form")
    form.locator('[data-field="diameter"]').fill("12.6 mm")
    form.locator('[data-field="price"]').fill("30")
    bit = texts_of("bits/straight-12.7")
    theirs = bit["texts"] | {"diameter": "12.5 mm", "flutes": "1"}
    asked = {"texts": theirs, "version": bit["tile"]["version"]}
    assert httpx2.put(f"{shop.url}/api/bits/straight-12.7", json=asked).status_code == 200
    page.get_by_test_id("keep-bit").click()
    shown = page.get_by_test_id("elsewhere")
    expect(shown.get_by_test_id("mine-diameter")).to_have_attribute("aria-pressed", "true")
    expect(shown.get_by_test_id("theirs-flutes")).to_have_attribute("aria-pressed", "true")
    shown.get_by_test_id("theirs-diameter").click()
    page.get_by_test_id("keep-bit").click()
    expect(form).to_be_hidden()
    kept = texts_of("bits/straight-12.7")["texts"]
    assert (kept["diameter"], kept["flutes"], kept["price"]) == ("12.5 mm", "1", "30")

    page.goto(f"{shop.url}/bench")
    page.get_by_test_id("change-plunge-two").click()
    form = page.get_by_test_id("router-form")
    form.locator('[data-field="name"]').fill("Plunge number two")
    router = next(each for each in texts_of("routers") if each["id"] == "plunge-two")
    bases = [router["bases"][0] | {"across": "161 mm"}, *router["bases"][1:]]
    asked = {"texts": router["texts"] | {"name": "Two", "max_rpm": "21000"}, "bases": bases, "version": router["version"]}
    assert httpx2.put(f"{shop.url}/api/routers/plunge-two", json=asked).status_code == 200
    page.get_by_test_id("keep-router").click()
    expect(page.get_by_test_id("elsewhere")).to_have_count(2)
    expect(page.get_by_test_id("theirs-across")).to_have_attribute("aria-pressed", "true")
    page.get_by_test_id("keep-router").click()
    expect(form).to_be_hidden()
    kept = next(each for each in texts_of("routers") if each["id"] == "plunge-two")
    assert (kept["texts"]["name"], kept["texts"]["max_rpm"], kept["bases"][0]["across"]) == (
        "Plunge number two",
        "21000",
        "161 mm",
    )


SPACED = """
    * { line-height: 1.5 !important; letter-spacing: 0.12em !important; word-spacing: 0.16em !important }
    p { margin-bottom: 2em !important }
"""
"""As far apart as a reader may set letters, words and lines (WCAG 1.4.12)."""


def test_a_field_that_is_measured_shows_where(open_page: Callable[..., Page]):
    page = open_page("/bench", wait="bench")
    page.get_by_test_id("change-plunge-two").click()
    form = page.get_by_test_id("router-form")
    form.locator('[data-field="collet_height"]').first.focus()
    expect(form.get_by_role("img", name="What to measure: Collet above underside")).to_be_visible()
    form.locator('[data-field="side"]').first.focus()
    expect(form.get_by_test_id("figure-side")).to_contain_text("from below")
    expect(form.get_by_test_id("figure-collet_height")).to_have_count(0)
    form.locator('[data-field="name"]').first.focus()
    expect(form.get_by_role("img", name=re.compile("What to measure"))).to_have_count(0)


def test_what_is_typed_before_the_line_has_come_is_no_shortcut(open_page: Callable[..., Page]):
    page = open_page("/files", wait="files")
    page.route(re.compile("assets/Palette"), lambda route: (page.wait_for_timeout(700), route.continue_()))
    page.reload()
    page.get_by_test_id("files").wait_for()
    page.keyboard.press("k")
    page.keyboard.press("g")
    expect(page.get_by_role("combobox", name="Find or add")).to_be_visible()
    assert page.url.endswith("/files"), "and not in the drawer"


ADD_STYLE = """css => {
    const sheet = new CSSStyleSheet()
    sheet.replaceSync(css)
    document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet]
}"""
"""As a reader's browser adds its own, whatever the page allows itself."""

CUT_OFF = """() => [...document.querySelectorAll("[data-bit]")].flatMap(tile => {
    const row = tile.closest("[data-index]").getBoundingClientRect(), box = tile.getBoundingClientRect()
    return box.bottom > row.bottom + 1 ? [tile.innerText] : []
})"""
"""Names of tiles that reach out of their row."""


@pytest.mark.thorough
def test_nothing_is_cut_off_at_four_times_its_size_nor_with_wide_spacing(open_page: Callable[..., Page]):
    """A window of 1280 px enlarged to 400 % has room for 320; a phone has more."""
    page = open_page("/", width=320, height=800)
    for path, wait, opened in [("/", "slip", None), *VIEWS]:
        page.goto(page.url.split("/", 3)[0] + "//" + page.url.split("/")[2] + path)
        page.get_by_test_id(wait).first.wait_for()
        if opened:
            page.get_by_test_id(opened).click()
        page.wait_for_timeout(300)
        assert page.evaluate("document.documentElement.scrollWidth") <= 320, path
        page.evaluate(ADD_STYLE, SPACED)
        assert page.evaluate("document.documentElement.scrollWidth") <= 320, f"{path}, spaced"
        page.wait_for_function(f"({CUT_OFF})().length === 0")


def test_what_is_chosen_is_seen_in_the_readers_own_colours(open_page: Callable[..., Page]):
    page = open_page()
    page.emulate_media(forced_colors="active")
    colour = "e => getComputedStyle(e).backgroundColor"
    chosen = page.get_by_test_id("unit-mm").evaluate(colour)
    assert page.get_by_role("link", name="Cuts", exact=True).evaluate(colour) == chosen
    assert page.get_by_test_id("unit-in").evaluate(colour) != chosen
    page.keyboard.press("k")
    page.get_by_role("combobox", name="Find or add").fill("plunge")
    expect(page.get_by_role("option")).to_have_count(2)
    assert [each.evaluate(colour) == chosen for each in page.get_by_role("option").all()] == [True, False]


def test_everything_is_saved_and_put_back_and_that_is_undone(open_page, shop, tmp_path):
    page = open_page("/files", wait="files")
    with page.expect_download() as saved:
        page.get_by_test_id("backup").click()
    file = tmp_path / "backup.json"
    saved.value.save_as(file)
    cut = f"{shop.url}/api/cuts/cross-mortise"
    assert page.request.delete(cut).status == 204
    assert page.request.get(cut).status == 404
    page.get_by_test_id("backup-file").set_input_files(file)
    expect(page.get_by_test_id("backup-preview")).to_contain_text("cuts: 17")
    page.get_by_test_id("backup-restore").click()
    expect(page.get_by_role("status")).to_contain_text("The backup was put back")
    assert page.request.get(cut).status == 200
    page.get_by_test_id("backup-undo").click()
    expect(page.get_by_test_id("backup-undo")).to_have_count(0)
    assert page.request.get(cut).status == 404
    file.write_text(file.read_text().replace("Mortise", "Other", 1))
    page.get_by_test_id("backup-file").set_input_files(file)
    expect(page.get_by_test_id("backup-problem")).to_contain_text("changed or damaged")
