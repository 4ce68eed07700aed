"""Jobs, what was removed, undo in every place, and that nothing typed is lost, through the browser."""

from __future__ import annotations

import re
import time
from collections.abc import Callable

import httpx2
import pytest
from playwright.sync_api import Page, expect
from tests.conftest import Served
from tests.ui.test_journeys import _Down, field, saved, section

from ranura.demo.shop import DEMO_SHOP
from ranura.store import kept_jobs

pytestmark = pytest.mark.slow

MIDDLE, LOWER = '[data-cut="shelf-dado-212"]', '[data-cut="shelf-dado-64"]'


def kept_depth(store) -> str:
    with store.session() as session:
        return kept_jobs.load_cut(session, DEMO_SHOP, "shelf-dado-212").cut.depth.typed


def nothing_waits(page: Page) -> None:
    """Waits until all that was typed is kept."""
    late = time.monotonic() + 60
    while page.evaluate("() => localStorage.getItem('ranura-unsaved')") is not None:
        assert time.monotonic() < late
        page.wait_for_timeout(50)


def changed_elsewhere(shop: Served, depth: str) -> None:
    """Somebody else gives the middle shelf another depth."""
    cut = httpx2.get(f"{shop.url}/api/cuts/shelf-dado-212").json()
    cut["cut"]["depth"] = {"typed": depth, "unit": "mm"}
    asked = {"name": cut["name"], "cut": typed_again(cut["cut"]), "version": cut["version"]}
    assert httpx2.put(f"{shop.url}/api/cuts/shelf-dado-212", json=asked).status_code == 200


def typed_again(value):
    """What was answered, as a request takes it."""
    if isinstance(value, dict):
        if "typed" in value:
            return {"typed": value["typed"], "unit": value["unit"]}
        return {key: typed_again(each) for key, each in value.items()}
    return [typed_again(each) for each in value] if isinstance(value, list) else value


@pytest.mark.thorough
def test_two_jobs_side_by_side_one_copied_removed_and_brought_back(open_page: Callable[..., Page]):
    page = open_page("/jobs", wait="jobs")
    page.get_by_test_id("new-job-name").fill("Toolbox")
    page.get_by_test_id("new-job").click()
    expect(page.get_by_test_id("empty")).to_be_visible()
    page.get_by_test_id("job-menu").click()
    page.get_by_role("menuitem", name="All jobs").click()
    page.get_by_label("Job The Little Harbour", exact=True).click()
    page.get_by_role("menuitem", name="Copy with all").click()
    copy = page.locator("[data-job]", has_text="The Little Harbour, copy")
    expect(copy).to_contain_text("40 boards, 25 cuts")
    expect(copy).to_contain_text("no stops")
    page.get_by_test_id("find-jobs").fill("harbour")
    expect(page.locator("[data-job]")).to_have_count(2)
    page.get_by_test_id("find-jobs").fill("")
    page.get_by_test_id("job-order").select_option("name")
    names = page.locator("[data-job] b").all_inner_texts()
    assert (len(names), names) == (4, sorted(names))
    # Another name for the copy, and a cut in it: the first job stays as it is.
    page.get_by_label("Job The Little Harbour, copy").click()
    page.get_by_role("menuitem", name="Rename").click()
    page.get_by_test_id("job-rename").fill("Second night")
    page.keyboard.press("Enter")
    page.get_by_role("link", name="Second night").click()
    field(page, "depth").fill("5")
    saved(page)
    page.get_by_role("link", name="Jobs").click()
    page.get_by_label("Job The Little Harbour", exact=True).click()
    page.get_by_role("menuitem", name="Remove").click()
    expect(page.locator("[data-job]")).to_have_count(3)
    page.get_by_role("link", name="Removed things").click()
    page.get_by_test_id("back-little-harbour").click()
    expect(page.get_by_role("status")).to_contain_text("The Little Harbour is back")
    page.get_by_role("link", name="Jobs").click()
    page.get_by_role("link", name="The Little Harbour").click()
    expect(field(page, "depth")).to_have_value("6")
    page.goto(page.url.split("/jobs")[0] + "/")
    expect(page.get_by_test_id("job-menu")).to_contain_text("The Little Harbour"), "the last job opens first"


def test_a_job_s_page_says_what_is_in_it_and_what_it_still_needs(open_page: Callable[..., Page]):
    page = open_page("/jobs/little-harbour/cuts/shelf-dado-212")
    field(page, "width").fill("120")
    saved(page)
    page.get_by_test_id("job-menu").click()
    page.get_by_role("menuitem", name="The page of this job").click()
    whole = page.get_by_test_id("job-page")
    expect(whole).to_contain_text("40 boards in 13 sizes · 25 cuts · 1 stopped: look at these first")
    expect(whole.locator("li", has_text="Middle shelf")).to_contain_text("do not cut")
    expect(page.get_by_test_id("cut-list")).to_contain_text("12Control cross180 × 70 × 12 mmsycamore")
    page.get_by_test_id("job-notes").fill("Glue on Friday")
    expect(whole.get_by_text("Kept")).to_be_visible()
    page.get_by_label("Cut Middle shelf").click()
    page.get_by_role("menuitem", name="Move to Prop crate side").click()
    expect(whole.locator("div", has_text="Prop crate side × 8").locator("li", has_text="Middle shelf").last).to_be_visible()
    page.get_by_label("Undo: moving Middle shelf").click()
    page.get_by_label("Undo: the notes").click()
    expect(page.get_by_test_id("job-notes")).to_have_value("")
    page.get_by_label("Board Wing case side").click()
    page.get_by_role("menuitem", name="Copy the board").click()
    expect(whole).to_contain_text("Wing case side, copy × 2")
    expect(page.get_by_test_id("slips-A4")).to_have_attribute(
        "href", re.compile(r"^/api/jobs/little-harbour/slips\.pdf\?paper=A4&unit")
    )
    page.get_by_test_id("with-steps").check()
    expect(page.get_by_test_id("slips-A4")).to_have_attribute("href", re.compile(r"paper=A4&steps=true&unit"))


def test_undo_reaches_over_places_and_a_reload(open_page: Callable[..., Page]):
    page = open_page("/jobs/little-harbour/cuts/shelf-dado-212")
    page.get_by_label("Cut Middle shelf").click()
    page.get_by_role("menuitem", name="Remove the cut").click()
    expect(page.locator(MIDDLE)).to_have_count(0)
    page.get_by_role("link", name="Bench").click()
    page.get_by_test_id("remove-trim-one").click()
    expect(page.get_by_test_id("hangs")).to_contain_text("positions")
    page.get_by_test_id("remove-for-sure").click()
    expect(page.get_by_test_id("router-trim-one")).to_have_count(0)
    page.reload()
    expect(page.get_by_label("Undo: removing Trim one")).to_be_enabled()
    page.keyboard.press("Control+z")
    expect(page.get_by_test_id("router-trim-one")).to_be_visible()
    page.keyboard.press("Control+z")
    page.get_by_role("link", name="Cuts", exact=True).click()
    expect(page.locator(MIDDLE)).to_be_visible()
    page.get_by_label("Redo: removing Middle shelf").click()
    expect(page.locator(MIDDLE)).to_have_count(0)


@pytest.mark.thorough
def test_what_somebody_else_has_changed_is_shown_and_not_taken_back(page: Page, shop: Served, store):
    page.get_by_label("Board Wing case side").click()
    page.get_by_role("menuitem", name="Change the board").click()
    page.locator('[data-field="piece-width"]').fill("310")
    page.get_by_test_id("save-piece").click()
    expect(page.get_by_test_id("board-of")).to_contain_text("640 mm × 310 mm")
    job = httpx2.get(f"{shop.url}/api/jobs/little-harbour").json()
    piece = typed_again(job["pieces"][0]["piece"])
    piece["width"]["typed"] = "320"
    httpx2.put(f"{shop.url}/api/pieces/wing-case-side", json={"piece": piece})
    page.get_by_label("Undo: changing Wing case side").click()
    expect(page.get_by_test_id("changed-since")).to_contain_text("width320300")
    page.get_by_test_id("leave-it").click()
    page.get_by_label("Undo: changing Wing case side").click()
    page.get_by_test_id("take-mine").click()
    expect(page.get_by_test_id("board-of")).to_contain_text("640 mm × 300 mm")
    # The same of a cut: its own dialog shows both.
    field(page, "depth").fill("9")
    saved(page)
    changed_elsewhere(shop, "5")
    page.get_by_label("Undo: depth of Middle shelf").click()
    expect(page.get_by_role("dialog")).to_contain_text("5 mm deep")
    expect(page.get_by_role("dialog")).to_contain_text("6 mm deep")
    page.get_by_test_id("take-theirs").click()
    expect(field(page, "depth")).to_have_value("5")
    assert kept_depth(store) == "5"


@pytest.mark.parametrize(
    "leave", ["reload", *(pytest.param(each, marks=pytest.mark.thorough) for each in ("another cut", "the drawer", "back"))]
)
def test_what_cannot_be_kept_is_there_when_one_comes_back(open_page: Callable[..., Page], leave: str):
    page = open_page("/jobs/little-harbour/cuts/shelf-dado-64")
    page.locator(MIDDLE).click()
    expect(field(page, "position")).to_have_value("212")
    field(page, "depth").fill("17,6,2")
    expect(field(page, "depth")).to_have_attribute("data-state", "invalid")
    match leave:
        case "another cut":
            page.locator(LOWER).click()
        case "the drawer":
            page.get_by_role("link", name="Drawer").click()
        case "back":
            page.go_back()
        case _:
            page.on("dialog", lambda dialog: dialog.accept())
            page.reload()
    page.goto(page.url.split("/jobs")[0].split("/drawer")[0] + "/jobs/little-harbour/cuts/shelf-dado-212")
    expect(field(page, "depth")).to_have_value("17,6,2")
    expect(field(page, "depth")).to_have_attribute("data-state", "invalid")
    field(page, "depth").fill("7")
    saved(page)
    page.reload()
    expect(field(page, "depth")).to_have_value("7")


def test_what_is_typed_is_kept_when_one_leaves_before_the_plan_has_answered(page: Page, store):
    waiting = []
    page.route("**/api/plan", lambda route: waiting.append(route))
    field(page, "depth").fill("7")
    page.locator(LOWER).click()
    expect(page.locator(LOWER)).to_have_attribute("aria-current", "page")
    nothing_waits(page)
    page.unroute_all(behavior="ignoreErrors")
    page.reload()
    expect(field(page, "position")).to_have_value("64")
    saved(page)
    page.locator(MIDDLE).click()
    expect(field(page, "depth")).to_have_value("7")
    assert kept_depth(store) == "7"


def test_what_is_typed_while_the_server_is_gone_goes_out_later_by_itself(page: Page, shop: Served, store):
    shop.app.state.store = _Down()
    field(page, "depth").fill("7")
    expect(page.get_by_test_id("down")).to_be_visible()
    page.on("dialog", lambda dialog: dialog.accept())
    page.goto(f"{shop.url}/drawer")
    shop.app.state.store = store
    expect(page.get_by_test_id("drawer")).to_be_visible()
    nothing_waits(page)
    assert kept_depth(store) == "7"


@pytest.mark.thorough
def test_a_half_filled_dialog_is_still_there(page: Page):
    page.keyboard.press("m")
    page.get_by_test_id("piece-name").fill("Pantry shelf")
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_have_count(0)
    page.reload()
    expect(section(page, "tool")).to_be_visible()
    page.keyboard.press("m")
    expect(page.get_by_test_id("piece-name")).to_have_value("Pantry shelf")
    page.get_by_role("button", name="Begin anew").click()
    expect(page.get_by_test_id("piece-name")).to_have_value("")
    page.keyboard.press("Escape")
    page.keyboard.press("n")
    page.locator('[data-field="cut-width"]').fill("12.7")
    page.mouse.click(5, 400)
    expect(page.get_by_role("dialog")).to_have_count(0)
    page.keyboard.press("n")
    expect(page.locator('[data-field="cut-width"]')).to_have_value("12.7")
    expect(page.get_by_test_id("resumed")).to_be_visible()


@pytest.mark.thorough
def test_figures_that_no_longer_belong_to_the_fields_are_marked_at_once(page: Page):
    for typed in ("", "0", "abc"):
        field(page, "depth").fill("6")
        expect(page.get_by_test_id("slip").first).to_have_attribute("data-stale", "false")
        field(page, "depth").fill(typed)
        expect(page.get_by_test_id("slip").first).to_have_attribute("data-stale", "true")
    page.set_viewport_size({"width": 390, "height": 844})
    expect(page.get_by_test_id("status-line")).to_contain_text("Shows the last good plan")
    expect(page.get_by_test_id("status-line")).not_to_contain_text("Ready")


@pytest.mark.thorough
def test_an_idle_window_follows_another_one_and_prints_what_it_shows(open_page: Callable[..., Page], shop: Served):
    first, second = open_page(), open_page()
    field(second, "depth").fill("7")
    saved(second)
    expect(field(first, "depth")).to_have_value("7")
    expect(section(first, "depths")).to_contain_text("7 mm")
    first.get_by_test_id("print").click()
    slip = first.get_by_role("menuitem", name="PDF, A4", exact=True).get_attribute("href")
    assert first.request.get(shop.url + slip).status == 200
    changed_elsewhere(shop, "5")
    assert first.request.get(shop.url + slip).status == 409, "what is printed is what was shown"
    first.keyboard.press("Escape")
    expect(field(first, "depth")).to_have_value("5")


def test_what_cannot_be_done_is_said_also_where_no_form_is_open(page: Page, shop: Served, store):
    shop.app.state.store = _Down()
    page.get_by_label("Cut Middle shelf").click()
    page.get_by_role("menuitem", name="Remove the cut").click()
    expect(page.get_by_test_id("notice")).to_contain_text("Not done: removing Middle shelf")
    expect(page.locator(MIDDLE)).to_be_visible()
    shop.app.state.store = store
    page.get_by_label("Cut Middle shelf").click()
    page.get_by_role("menuitem", name="Remove the cut").click()
    expect(page.locator(MIDDLE)).to_have_count(0)
    expect(page.get_by_test_id("notice")).to_have_count(0)


@pytest.mark.thorough
def test_a_job_goes_out_as_a_file_and_comes_in_again(open_page: Callable[..., Page]):
    page = open_page("/jobs/little-harbour/page", wait="job-page")
    with page.expect_download() as download:
        page.get_by_test_id("job-out").click()
    file = download.value.path()
    page.get_by_role("link", name="Jobs").click()
    page.get_by_test_id("job-in").click()
    page.get_by_test_id("job-file").set_input_files({"name": "a.json", "mimeType": "application/json", "buffer": b"{}"})
    expect(page.get_by_role("dialog")).to_contain_text("This is no job file")
    expect(page.get_by_test_id("take-job")).to_be_disabled()
    page.get_by_test_id("job-file").set_input_files(file)
    expect(page.get_by_test_id("job-file-view")).to_contain_text("The Little Harbour: 40 boards, 17 cuts.")
    page.get_by_test_id("take-job").click()
    expect(page.get_by_test_id("job-page")).to_contain_text("40 boards in 13 sizes · 25 cuts · no stops")
    assert "/jobs/little-harbour/" not in page.url
    outlines = page.get_by_test_id("job-outlines")
    expect(outlines).to_contain_text("Recess for the fish, The fish")
    outlines.get_by_role("link", name="Arch opening").click()
    expect(page.get_by_role("heading", name="Arch opening")).to_be_visible()


@pytest.mark.thorough
def test_what_is_to_be_measured_leads_to_its_field(page: Page, shop: Served):
    """By the same words: the base's side by the caution's own name for it, the board's thickness in its dialog."""
    router = next(each for each in httpx2.get(f"{shop.url}/api/routers").json() if each["id"] == "plunge-two")
    bases = [{**base, "side_measured": "no"} for base in router["bases"]]
    asked = {"texts": router["texts"], "bases": bases}
    assert httpx2.put(f"{shop.url}/api/routers/plunge-two", json=asked).status_code == 200
    page.get_by_test_id("type-in-base-unmeasured").click()
    side = page.get_by_test_id("router-form").locator('[data-field="side"]').first
    expect(side).to_be_focused()
    expect(page.get_by_test_id("router-form").get_by_text("Axis to guided side").first).to_be_visible()
    page.goto(f"{shop.url}/jobs/little-harbour/cuts/shelf-dado-212")
    page.get_by_label("Board Wing case side").click()
    page.get_by_role("menuitem", name="Change the board").click()
    page.get_by_label("I measured the thickness").uncheck()
    page.get_by_test_id("save-piece").click()
    page.get_by_test_id("type-in-thickness-unmeasured").click()
    expect(page.get_by_role("dialog")).to_contain_text("Change Wing case side")


@pytest.mark.thorough
def test_what_one_window_types_is_its_own_until_it_is_closed(page: Page, shop: Served, store):
    """Two windows of one browser share what waits; only who typed it sends it, and who is left after it is closed."""
    held = []
    page.route(
        "**/api/cuts/shelf-dado-212", lambda route: held.append(route) if route.request.method == "PUT" else route.continue_()
    )
    field(page, "depth").fill("7")
    expect(page.get_by_test_id("saving")).to_have_text("Saving …")
    other = page.context.new_page()
    other.goto(f"{shop.url}/jobs/little-harbour/cuts/shelf-dado-212")
    expect(field(other, "depth")).to_have_value("6")
    other.goto(f"{shop.url}/drawer")
    expect(other.get_by_test_id("drawer")).to_be_visible()
    other.wait_for_timeout(1_000)
    assert kept_depth(store) == "6"
    page.close(run_before_unload=False)
    other.goto(f"{shop.url}/jobs/little-harbour/cuts/shelf-dado-212")
    expect(field(other, "depth")).to_have_value("7")
    saved(other)
    assert kept_depth(store) == "7"


@pytest.mark.thorough
def test_notes_that_could_not_be_kept_are_tried_again(open_page: Callable[..., Page], shop: Served, store):
    page = open_page("/jobs/little-harbour/page", wait="job-page")
    shop.app.state.store = _Down()
    page.get_by_test_id("job-notes").fill("Glue on Friday")
    expect(page.get_by_test_id("job-page")).to_contain_text("database does not answer")
    page.get_by_role("link", name="Drawer").click()
    shop.app.state.store = store
    page.get_by_role("link", name="Jobs").click()
    page.goto(f"{shop.url}/jobs/little-harbour/page")
    expect(page.get_by_test_id("job-notes")).to_have_value("Glue on Friday")
    expect(page.get_by_test_id("job-page")).to_contain_text("Kept")
    assert httpx2.get(f"{shop.url}/api/jobs/little-harbour").json()["notes"] == "Glue on Friday"


def test_a_cut_that_no_tool_makes_is_wanted_until_one_does(page: Page):
    page.keyboard.press("n")
    page.get_by_test_id("cut-name").fill("Inlay line")
    for what, typed in (("width", "3"), ("depth", "3"), ("position", "130")):
        page.locator(f'[data-field="cut-{what}"]').fill(typed)
    page.get_by_test_id("save-cut").click()
    expect(page.get_by_role("dialog")).to_contain_text("No bit here is as narrow")
    page.get_by_test_id("keep-wanted").click()
    expect(page.get_by_test_id("is-wanted")).to_be_visible()
    here = page.locator('[aria-current="page"]', has_text="Inlay line")
    expect(here).to_contain_text("wanted: lacks a tool")
    expect(page.get_by_test_id("print")).to_be_disabled()
    expect(page.get_by_test_id("run")).to_be_disabled()
    # With another width it is a cut like any other, and is asked about again before it is wanted.
    field(page, "width").fill("12.7")
    saved(page)
    expect(page.get_by_test_id("is-wanted")).to_have_count(0)
    expect(here).not_to_contain_text("wanted")
    expect(page.get_by_test_id("print")).to_be_enabled()
    field(page, "width").fill("2")
    expect(page.get_by_test_id("saving")).to_contain_text("Not saved")
    page.get_by_test_id("keep-wanted").click()
    expect(page.get_by_test_id("is-wanted")).to_contain_text("the narrowest, 3.175 straight")
    expect(page.get_by_test_id("no-plan")).to_be_visible()
    expect(page.get_by_role("link", name="See what to buy")).to_have_attribute("href", re.compile("^/drawer"))
    # Two steps back it is as wide as it was wanted first, and kept so.
    for width in ("12.7", "3"):
        page.keyboard.press("Control+z")
        expect(field(page, "width")).to_have_value(width)
        saved(page)
    expect(here).to_contain_text("wanted: lacks a tool")
