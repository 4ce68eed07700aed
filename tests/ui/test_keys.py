"""By keyboard and on small screens: keys in every place, none behind a menu, dialogs that begin in their first field, titles."""

from __future__ import annotations

import re
from collections.abc import Callable

import pytest
from playwright.sync_api import Page, expect
from tests.ui.test_journeys import field, saved

pytestmark = pytest.mark.slow


def focused(page: Page, name: str) -> str | None:
    return page.evaluate("name => document.activeElement?.getAttribute(name)", name)


def test_p_prints_and_no_key_acts_behind_an_open_menu(page: Page):
    page.keyboard.press("p")
    expect(page.get_by_role("menuitem", name="PDF, A4", exact=True)).to_be_visible()
    page.keyboard.press("g")
    page.keyboard.press("r")
    assert "/cuts/" in page.url
    page.keyboard.press("Escape")
    page.get_by_label("Cut Middle shelf").focus()
    page.keyboard.press("Enter")
    page.keyboard.press("r")
    page.keyboard.press("Escape")
    expect(page.get_by_role("menu")).to_have_count(0)
    assert "/cuts/" in page.url
    page.get_by_test_id("tool-picker").first.focus()
    page.keyboard.press("Enter")
    expect(page.get_by_role("dialog")).to_be_visible()
    page.keyboard.press("g")
    assert "/cuts/" in page.url


@pytest.mark.thorough
def test_dialogs_begin_in_their_first_field_and_enter_sends_them(page: Page):
    page.keyboard.press("m")
    expect(page.get_by_test_id("piece-name")).to_be_focused()
    page.keyboard.type("Pantry shelf")
    page.locator('[data-field="piece-length"]').fill("800")
    page.locator('[data-field="piece-width"]').fill("280")
    page.locator('[data-field="piece-thickness"]').fill("18")
    page.keyboard.press("Enter")
    expect(page.get_by_test_id("cut-what")).to_be_focused()
    page.locator('[data-field="cut-width"]').fill("12.7")
    page.locator('[data-field="cut-depth"]').fill("6")
    page.locator('[data-field="cut-position"]').fill("300")
    page.keyboard.press("Enter")
    expect(page.get_by_test_id("sentence")).to_contain_text("across Pantry shelf")


@pytest.mark.thorough
def test_every_place_has_its_keys_its_title_and_a_way_back(open_page: Callable[..., Page]):
    page = open_page("/")
    titles = {"rules": "House rules", "removed": "Removed things", "assumed": "What is assumed"}
    for place in ("jobs", "drawer", "bench", "rules", "files", "removed", "help", "assumed", "templates"):
        page.goto(page.url.split("/", 3)[0] + "//" + page.url.split("/")[2] + f"/{place}")
        expect(page).to_have_title(f"{titles.get(place, place.capitalize())} · Ranura")
        page.keyboard.press("?")
        expect(page.get_by_test_id("shortcuts")).to_contain_text("back to the cuts")
        page.keyboard.press("Escape")
        page.keyboard.press("c")
        expect(page.get_by_test_id("slip").first).to_be_visible()
        expect(page).to_have_title("Middle shelf, Wing case side · The Little Harbour · Ranura")


def test_words_are_explained_where_one_asks(page: Page):
    page.keyboard.press("?")
    page.get_by_role("link", name="Words of the trade").click()
    page.get_by_test_id("find-words").fill("backer")
    expect(page.get_by_test_id("help")).to_contain_text("scrap held level behind the place where the bit leaves the wood")
    expect(page.get_by_test_id("help")).to_contain_text("Every user of this computer can reach it")
    page.get_by_role("link", name="Cuts", exact=True).click()
    page.get_by_test_id("working-hold").click()
    expect(page.get_by_test_id("terms")).to_contain_text("backer: scrap held level")


@pytest.mark.thorough
def test_single_letters_can_be_switched_off(page: Page):
    page.keyboard.press("?")
    page.get_by_test_id("letters").uncheck()
    page.keyboard.press("Escape")
    page.keyboard.press("g")
    page.keyboard.press("w")
    assert "/cuts/" in page.url
    assert focused(page, "data-field") is None
    field(page, "depth").fill("7")
    saved(page)
    page.locator("body").click(position={"x": 860, "y": 600})
    page.keyboard.press("Control+z")
    expect(field(page, "depth")).to_have_value("6")
    page.get_by_label("Keys").click()
    page.get_by_test_id("letters").check()
    page.keyboard.press("Escape")
    page.keyboard.press("w")
    expect(field(page, "width")).to_be_focused()


@pytest.mark.thorough
def test_every_bit_is_reached_by_arrows_and_by_tab(open_page: Callable[..., Page]):
    page = open_page("/drawer", wait="drawer")
    page.locator("[data-bit]").first.focus()
    seen = [focused(page, "data-bit")]
    for _ in range(36):
        page.keyboard.press("ArrowRight")
        before = seen[-1]
        page.wait_for_timeout(60)
        assert focused(page, "data-bit") != before
        seen.append(focused(page, "data-bit"))
    assert len(set(seen)) == 37
    page.keyboard.press("Home")
    page.wait_for_timeout(300)
    assert focused(page, "data-bit") == seen[0]
    tabbed = {seen[0]}
    for _ in range(36):
        page.keyboard.press("Tab")
        page.wait_for_timeout(60)
        tabbed.add(focused(page, "data-bit"))
    assert tabbed == set(seen)


def test_the_first_tab_leads_past_the_header(page: Page):
    page.keyboard.press("Tab")
    assert page.evaluate("() => document.activeElement.textContent") == "Skip to the content"
    page.keyboard.press("Enter")
    assert page.evaluate("() => document.activeElement.id") == "main"
    page.keyboard.press("Tab")
    assert focused(page, "data-field") == "width"


@pytest.mark.thorough
def test_a_bare_fraction_of_a_millimetre_is_asked_about(page: Page):
    field(page, "depth").fill("1/4")
    page.get_by_test_id("meant-depth").click()
    expect(field(page, "depth")).to_have_value("1/4 in")
    expect(page.get_by_test_id("meant-depth")).to_have_count(0)
    saved(page)


@pytest.mark.parametrize("size", [pytest.param((820, 1180), marks=pytest.mark.thorough), (390, 844)])
def test_on_small_screens_what_is_needed_is_within_reach(open_page: Callable[..., Page], size):
    width, height = size
    page = open_page("/jobs/little-harbour/cuts/lid-edges", width=width, height=height)
    for name in ("new-cut", "new-piece", "palette"):
        box = page.get_by_test_id(name).bounding_box()
        assert box, name
        assert box["x"] >= 0, name
        assert box["x"] + box["width"] <= width, name
        assert box["y"] + box["height"] <= height, name
    cut = page.locator('[data-cut="lid-edges"]').bounding_box()
    assert cut, "the open cut is in view"
    assert cut["x"] >= 0
    assert cut["x"] + min(cut["width"], 60) <= width
    page.get_by_label("Keys").click()
    expect(page.get_by_test_id("shortcuts")).to_be_visible()


@pytest.mark.thorough
def test_who_reads_in_inches_turns_nobody_elses_page(open_page: Callable[..., Page]):
    own, other = open_page(), open_page()
    second = own.context.new_page()
    second.goto(own.url)
    own.get_by_test_id("unit-in").click()
    expect(own.locator('[data-testid="sentence"]')).to_contain_text("in")
    expect(second.get_by_test_id("unit-in")).to_have_attribute("aria-pressed", "true")
    other.reload()
    expect(other.get_by_test_id("unit-mm")).to_have_attribute("aria-pressed", "true")
    own.reload()
    expect(own.get_by_test_id("unit-in")).to_have_attribute("aria-pressed", "true")
    expect(own.get_by_role("button", name="Nothing to undo")).to_be_visible()
    own.get_by_role("link", name="House rules").click()
    own.get_by_test_id("own-unit-in").click()
    other.reload()
    expect(other.get_by_test_id("unit-in")).to_have_attribute("aria-pressed", "true")
    own.keyboard.press("Control+z")
    expect(own.get_by_test_id("own-unit-mm")).to_have_attribute("aria-pressed", "true")


def ask(page: Page, text: str):
    page.keyboard.press("k")
    line = page.get_by_role("combobox", name="Find or add, or work out")
    expect(line).to_be_focused()
    line.fill(text)
    return line


def test_a_cut_is_said_in_one_line(page: Page):
    ask(page, "mortise 40 x 6 x 8 at 90,")
    read = page.get_by_test_id("read-cut")
    expect(read).to_contain_text("A mortise 40 mm × 6 mm, 8 mm deep, 90 mm from the left end and Distance from the edge")
    expect(read).to_contain_text("No board is named")
    page.keyboard.type(" 35 control")
    expect(read).to_contain_text("35 mm from the near edge in Control cross.")
    expect(read).to_contain_text("adds the mortise")
    page.keyboard.press("Enter")
    expect(page.get_by_test_id("sentence")).to_contain_text("in Control cross")
    expect(field(page, "length")).to_have_value("40")
    page.keyboard.press("Control+z")
    expect(page.get_by_text("Removed things")).to_have_count(0)
    expect(page.get_by_role("button", name="Mortise 90 mm")).to_have_count(0)


@pytest.mark.thorough
def test_a_line_that_is_not_whole_goes_on_in_the_form(open_page: Callable[..., Page]):
    open_page().context.close()
    page = open_page()
    page.keyboard.press("g")
    page.get_by_test_id("drawer").wait_for()
    ask(page, "rabbet 9.5 far edge emblem sideways")
    expect(page.get_by_test_id("strange")).to_have_text("Not understood: sideways")
    page.keyboard.press("Enter")
    expect(page.get_by_test_id("cut-what")).to_have_value("rabbet")
    expect(page.locator('[data-field="cut-size"]')).to_have_value("9.5")
    page.locator('[data-field="cut-depth"]').fill("6")
    page.keyboard.press("Enter")
    expect(page.get_by_test_id("sentence")).to_contain_text("Emblem lid")


def test_the_line_finds_everything_by_arrows(page: Page):
    line = ask(page, "plunge")
    options = page.get_by_role("option")
    expect(options).to_have_count(2)
    expect(options.first).to_have_attribute("aria-selected", "true")
    page.keyboard.press("ArrowDown")
    expect(options.nth(1)).to_have_attribute("aria-selected", "true")
    page.keyboard.press("ArrowUp")
    page.keyboard.press("Enter")
    expect(page.locator("#plunge-two")).to_be_focused()
    line = ask(page, "never climb")
    page.keyboard.press("Enter")
    expect(page.locator("#school-never")).to_be_focused()
    line = ask(page, "zzzz")
    expect(page.get_by_text("Nothing here is called that")).to_be_visible()
    line.fill("da")
    expect(page.get_by_text("width x depth at distance from the end")).to_be_visible()
    page.keyboard.press("Tab")
    expect(line).to_have_value("dado ")


def test_a_drawing_is_said_in_words_and_its_grips_have_names_and_ranges(page: Page):
    grip = page.get_by_role("slider", name="Distance from the end")
    expect(grip).to_have_attribute("aria-valuetext", "212 mm")
    expect(grip).to_have_attribute("aria-valuemax", "640")
    expect(page.get_by_role("slider", name="Stopped from the near edge")).to_have_attribute("aria-valuetext", "0 mm")
    drawing = page.get_by_role("group", name="The board from above")
    expect(drawing).to_have_accessible_description(re.compile(r"640 mm long.* Fence: .* Cut 6 mm deep, from 223.25 mm"))
    page.get_by_test_id("unit-in").click()
    expect(grip).to_have_attribute("aria-valuetext", "8 11/32 in")
    expect(drawing).to_have_accessible_description(re.compile(r"15/64 in deep"))
    grip.focus()
    page.keyboard.press("ArrowRight")
    expect(field(page, "position")).to_have_value("212.5")
