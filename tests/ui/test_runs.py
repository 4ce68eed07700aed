"""At the machine in the browser: a cut run to its end on a phone, left and taken up again; its trouble; the log (R20, R21)."""

from __future__ import annotations

import io
import json
import re
from collections.abc import Callable

import pytest
from PIL import Image
from playwright.sync_api import Page, expect

pytestmark = pytest.mark.slow

CUT = "/jobs/little-harbour/cuts/shelf-dado-212"


def at_step(page: Page, key: str) -> None:
    expect(page.get_by_test_id("run-step")).to_have_attribute("data-step", key)


def on_to(page: Page, key: str) -> None:
    """Goes on until a step comes."""
    for _ in range(60):
        step = page.get_by_test_id("run-step").get_attribute("data-step")
        if step == key:
            return
        page.keyboard.press("ArrowRight")
        expect(page.get_by_test_id("run-step")).not_to_have_attribute("data-step", step or "")
    raise AssertionError(f"{key} did not come")


def test_a_cut_is_run_to_its_end_on_a_phone_left_in_the_middle_and_taken_up_again(open_page: Callable[..., Page]):
    page = open_page(CUT, width=390, height=844)
    page.get_by_test_id("run").click()
    at_step(page, "unplug")
    page.wait_for_timeout(400)
    page.mouse.dblclick(200, 400)  # a double tap is one
    at_step(page, "bit")
    page.keyboard.press(" ")
    at_step(page, "speed")
    page.get_by_role("button", name="Back").click()
    at_step(page, "bit")
    on_to(page, "guide")
    expect(page.get_by_test_id("run-step")).to_contain_text("68.65")
    # The browser is closed; whoever comes back looks at collet and locks first, and is where they were.
    page.reload()
    expect(page.get_by_test_id("take-up")).to_contain_text("Before you go on")
    page.get_by_test_id("take-it-up").click()
    at_step(page, "guide")
    on_to(page, "scrap")
    expect(page.get_by_test_id("sound")).to_have_count(3)
    page.get_by_role("button", name="Right: it hums").click()
    at_step(page, "scrap")
    expect(page.get_by_test_id("run-step")).to_contain_text("Left out, the work itself is the trial")
    wall = page.get_by_test_id("trial-setback")
    wall.get_by_role("textbox").fill("wide")
    page.keyboard.press("Enter")
    expect(wall).to_contain_text("has no number in it")
    wall.get_by_role("textbox").fill("68.9")
    page.keyboard.press("Enter")
    expect(wall).to_contain_text("0.25 mm more than planned: set it right, and try it again")
    wall.get_by_role("textbox").fill("86.65")
    page.keyboard.press("Enter")
    expect(wall.get_by_role("status")).to_contain_text("18.00 mm more")
    page.get_by_test_id("trial-setback-back").click()
    expect(wall).not_to_contain_text("86.65")
    wall.get_by_role("textbox").fill("68.65")
    page.keyboard.press("Enter")
    expect(wall).to_contain_text("as planned: go on")
    expect(wall.locator("b")).to_have_text(["68.90 mm", "68.65 mm"])
    at_step(page, "scrap")
    page.get_by_test_id("leave-out").click()
    at_step(page, "start-1")
    page.get_by_test_id("trouble").click()
    page.get_by_test_id("trouble-burns").click()
    expect(page.get_by_test_id("trouble-says")).to_contain_text("Switch off. Wait until it stands.")
    page.keyboard.press("Escape")
    at_step(page, "start-1")
    on_to(page, "run-2")
    page.get_by_test_id("pacer").click()
    expect(page.get_by_test_id("pacer")).to_have_attribute("aria-pressed", "true")
    at_step(page, "run-2")
    on_to(page, "look-at-it")
    page.keyboard.press("ArrowRight")
    # The trouble on the way is the first guess.
    expect(page.get_by_test_id("out-burnt")).to_have_attribute("aria-pressed", "true")
    page.get_by_test_id("out-clean").click()
    page.get_by_test_id("out-burnt").click()
    page.get_by_label("Where").fill("at the far end")
    page.get_by_label("A word for next time").fill("faster at the end")
    # Measured in the work: after each place there is room for another, and what is wrong is said where it was typed.
    width = page.locator('[data-field^="work-width-"]')
    expect(width).to_have_count(1)
    for place, typed in enumerate(("17.65", "17.62", "wide"), start=1):
        page.locator(f'[data-field="work-width-{place}"]').fill(typed)
    expect(width).to_have_count(4)
    page.get_by_test_id("keep-run").click()
    expect(page.locator('[data-field="work-width-3"]')).to_have_attribute("aria-invalid", "true")
    page.locator('[data-field="work-width-3"]').fill("17.7")
    page.get_by_test_id("keep-run").click()
    expect(page.get_by_test_id("run-out")).to_have_text("burnt")
    expect(page.get_by_test_id("run-page")).to_contain_text("17.65 mm, the middle of 3 places (17.65, 17.62, 17.70)")
    expect(page.get_by_test_id("run-page")).to_contain_text("Left out: Cut it in scrap first, and measure")
    expect(page.get_by_test_id("run-page")).to_contain_text("68.90 mm")


@pytest.mark.thorough
def test_two_pages_do_not_run_the_same_cut(open_page: Callable[..., Page]):
    first = open_page(CUT)
    first.get_by_test_id("run").click()
    at_step(first, "unplug")
    first.keyboard.press(" ")
    at_step(first, "bit")
    second = open_page(CUT)
    second.get_by_test_id("run").click()
    second.get_by_test_id("take-it-up").click()
    at_step(second, "bit")
    first.keyboard.press(" ")
    expect(first.get_by_test_id("run-said")).to_contain_text("taken over elsewhere")
    expect(first.get_by_test_id("take-up")).to_be_visible()
    second.keyboard.press(" ")
    at_step(second, "speed")


@pytest.mark.thorough
def test_a_run_whose_cut_was_changed_says_so_and_is_given_up(open_page: Callable[..., Page]):
    page = open_page(CUT)
    page.get_by_test_id("run").click()
    at_step(page, "unplug")
    page.get_by_role("button", name="Pause").click()
    field = page.locator('input[data-field="depth"]')
    field.fill("5")
    expect(page.get_by_test_id("saving")).to_have_attribute("data-state", "saved")
    expect(page.get_by_test_id("run")).to_be_enabled()
    page.get_by_test_id("run").click()
    expect(page.get_by_test_id("run-changed")).to_be_visible()
    page.get_by_test_id("give-up").click()
    expect(page.get_by_test_id("slip")).to_be_visible()
    page.get_by_test_id("run").click()
    at_step(page, "unplug")


def test_the_log_in_pictures_opens_the_run_that_is_pressed(open_page: Callable[..., Page]):
    page = open_page("/log", wait="log")
    page.get_by_test_id("to-plots").click()
    plots = page.get_by_test_id("plot")
    expect(plots).to_have_count(4)
    chips, bits, off, times = (plots.nth(number) for number in range(4))
    expect(chips.get_by_role("group")).to_have_attribute("aria-label", re.compile(r"sycamore: \d+ runs"))
    expect(chips).to_contain_text("0.04 mm")
    expect(bits).to_contain_text("225 m")
    expect(off).to_contain_text("Plunge two, fixed base, flat side")
    expect(times).to_contain_text("as planned")
    page.get_by_role("button", name="inch").click()
    expect(chips).to_contain_text("0.002 in")
    off.get_by_test_id("plot-dot").first.click()
    expect(page.get_by_test_id("run-out")).to_have_text("wrong size")
    page.go_back()
    page.set_viewport_size({"width": 390, "height": 844})
    expect(page.get_by_test_id("plots")).to_be_visible()
    assert page.evaluate("document.documentElement.scrollWidth") <= 390


def test_the_log_is_filtered_opened_as_it_was_and_noted_in(open_page: Callable[..., Page]):
    page = open_page("/log", wait="log")
    runs = page.get_by_test_id("log-run")
    expect(runs).to_have_count(62)
    page.get_by_test_id("log-wood").select_option("sycamore")
    page.get_by_test_id("log-out").select_option("burnt")
    expect(runs).to_have_count(5)
    expect(page.get_by_test_id("burn-lesson").filter(has_text="roundover")).to_contain_text("burns below a chip of")
    expect(page.get_by_test_id("wear").first).to_contain_text("it burns by now")
    # What was measured is offered with its evidence, taken by a person, and taken back.
    worth = page.get_by_test_id("figure-lesson").filter(has_text="plunge base, round side")
    expect(worth).to_contain_text("kept as 76.20 mm, measures 76.38 mm")
    worth.get_by_test_id("take-figure").click()
    expect(worth).to_contain_text("kept as 76.38 mm")
    expect(worth.get_by_test_id("take-figure")).to_have_count(0)
    page.get_by_role("button", name=re.compile("Undo")).click()
    expect(worth).to_contain_text("kept as 76.20 mm")
    # It may be refused as well, and each of its runs be looked at.
    worth.get_by_test_id("leave-figure").click()
    expect(worth).to_contain_text("left as it is until it is measured once more")
    expect(worth.get_by_test_id("leave-figure")).to_have_count(0)
    page.get_by_role("button", name=re.compile("Undo")).click()
    expect(worth.get_by_test_id("leave-figure")).to_be_visible()
    worth.get_by_text("Measured in").click()
    expect(worth.get_by_role("listitem")).to_have_count(3)
    expect(worth.get_by_role("listitem").first).to_contain_text(re.compile(r"2026, .+: 76\.\d\d mm"))
    # So is what it shows of burning: plans follow it when a person says so.
    burns = page.get_by_test_id("burn-lesson").filter(has_text="roundover")
    burns.get_by_test_id("follow-burning").click()
    expect(burns).to_contain_text("Plans keep above 0.045 mm")
    page.get_by_role("button", name=re.compile("Undo")).click()
    expect(burns.get_by_test_id("follow-burning")).to_be_visible()
    runs.first.click()
    expect(page.get_by_role("region", name="The plan as it was")).to_contain_text("A roundover of radius 3 mm")
    page.get_by_role("link", name="Log").click()
    page.get_by_test_id("note-run").click()
    page.get_by_label("What was cut").fill("Window sill")
    page.get_by_label("How it came out").select_option("torn")
    page.get_by_role("button", name="Into the log").click()
    expect(runs).to_have_count(63)
    expect(runs.first).to_contain_text("Window sill")
    runs.first.click()
    page.get_by_role("button", name="Take it out of the log").click()
    expect(runs).to_have_count(62)


def drag_line(page: Page, number: int, to: int) -> None:
    """Drags a line of the order by its grip to just above another one."""
    lines = page.get_by_test_id("order-line")
    lines.nth(to).scroll_into_view_if_needed()
    onto = lines.nth(to).bounding_box()
    grip = lines.nth(number).get_by_test_id("order-grip").bounding_box()
    assert onto is not None
    assert grip is not None
    x = grip["x"] + grip["width"] / 2
    page.mouse.move(x, grip["y"] + grip["height"] / 2)
    page.mouse.down()
    page.mouse.move(x, onto["y"] + onto["height"] / 2, steps=4)
    page.mouse.move(x, onto["y"] + 2)
    page.mouse.up()


def test_a_job_s_order_stands_on_its_page(open_page: Callable[..., Page]):
    page = open_page("/jobs/little-harbour/page", wait="work-order")
    order = page.get_by_test_id("work-order")
    expect(order).to_contain_text(re.compile(r"As it is listed it takes \d+ min"))
    expect(page.get_by_test_id("order-line")).to_have_count(25)
    expect(page.get_by_test_id("have-ready")).to_contain_text("12.7 straight, shank 12.7 mm, in Plunge two")
    # One cut before another, as a person wants it; what cannot be says why; undone.
    lines = page.get_by_test_id("order-line")
    page.get_by_label("When Lower shelf comes").click()
    page.get_by_role("menuitem", name="Before Middle shelf").click()
    expect(page.get_by_role("alert")).to_contain_text("Lower shelf, Wing case side cannot come before Middle shelf")
    page.get_by_role("alert").get_by_role("button", name="Close").click()
    first_of_a_board = next(n for n in range(24, 0, -1) if " after " not in lines.nth(n).inner_text())
    moved = lines.nth(first_of_a_board).locator("b").inner_text()
    lines.nth(first_of_a_board).get_by_role("button").click()
    page.get_by_role("menuitem", name=re.compile("^Before ")).click()
    expect(page.get_by_test_id("pins")).to_contain_text(f"{moved} before")
    page.get_by_role("button", name="let it be").click()
    expect(page.get_by_test_id("pins")).to_have_count(0)
    page.keyboard.press("Control+z")
    expect(page.get_by_test_id("pins")).to_contain_text(f"{moved} before")
    page.keyboard.press("Control+z")
    expect(page.get_by_test_id("pins")).to_have_count(0)
    # The same by its grip: it comes between those that it is dropped between, and what cannot be says why.
    above = lines.nth(first_of_a_board - 1).locator("b").inner_text()
    drag_line(page, first_of_a_board, first_of_a_board - 1)
    expect(page.get_by_test_id("pins")).to_contain_text(f"{moved} before {above}")
    page.keyboard.press("Control+z")
    expect(page.get_by_test_id("pins")).to_have_count(0)
    shelves = [n for n in range(25) if "shelf" in lines.nth(n).locator("b").inner_text()]
    drag_line(page, shelves[1], shelves[0])
    expect(page.get_by_role("alert")).to_contain_text("cannot come before")
    expect(page.get_by_test_id("pins")).to_have_count(0)
    page.get_by_role("alert").get_by_role("button", name="Close").click()
    # A bit stays in until it is done.
    stays = page.get_by_test_id("stays-in").first
    stays.click()
    expect(stays).to_have_attribute("aria-pressed", "true")
    page.keyboard.press("Control+z")
    expect(stays).to_have_attribute("aria-pressed", "false")
    lines.nth(3).get_by_role("link").click()
    expect(page.get_by_test_id("slip")).to_be_visible()


def test_what_is_due_is_done_with_one_key_and_undone(open_page: Callable[..., Page]):
    page = open_page("/jobs/little-harbour/page", wait="job-page")
    due = page.get_by_test_id("due-work")
    expect(due).to_contain_text("12.7 straight, dull")
    due.get_by_role("button", name="Sharpened").focus()
    page.keyboard.press("Enter")
    expect(page.get_by_text("12.7 straight, dull: it ran clean before")).to_have_count(0)
    page.keyboard.press("Control+z")
    expect(due).to_contain_text("12.7 straight, dull")


def test_a_cut_is_taken_along_run_with_the_server_gone_and_its_notes_brought_back(open_page, shop, tmp_path):
    page = open_page("/jobs/little-harbour/page", wait="job-page")
    page.get_by_label("Cut Middle shelf").click()
    with page.expect_download() as taken:
        page.get_by_role("menuitem", name="Take along, as one file").click()
    kept = tmp_path / "cut.html"
    taken.value.save_as(kept)
    alone = page.context.new_page()
    alone.route("http://**", lambda route: route.abort())
    alone.goto(kept.as_uri())
    for _ in range(5):
        alone.keyboard.press("ArrowRight")
    expect(alone.locator("#count")).to_have_text(re.compile("^6 of "))
    alone.reload()  # whoever comes back looks first
    expect(alone.get_by_role("heading")).to_contain_text("Before you go on, look")
    alone.get_by_role("button", name="Seen: go on").click()
    expect(alone.locator("#count")).to_have_text(re.compile("^6 of "))
    alone.keyboard.press("t")
    alone.get_by_role("button", name="It burns").click()
    expect(alone.get_by_role("dialog")).to_contain_text("Switch off. Wait until it stands.")
    alone.get_by_role("button", name="Close").click()
    for _ in range(40):
        if not alone.locator("#count").inner_text():
            break
        alone.keyboard.press("PageDown")
    expect(alone.get_by_role("heading")).to_contain_text("How did it come out?")
    alone.locator("#out").select_option("burnt")
    expect(alone.locator("#word")).to_have_value("It burns")
    _measured_alone(alone)
    _photo_alone(alone)
    with alone.expect_download() as noted:
        alone.get_by_role("button", name="Keep the notes as a file").click()
    notes = tmp_path / "notes.json"
    noted.value.save_as(notes)
    page.goto(f"{shop.url}/log")
    expect(page.get_by_test_id("log-run")).to_have_count(62)
    page.locator('input[type="file"]').set_input_files(notes)
    expect(page.get_by_test_id("log-run")).to_have_count(63)
    expect(page.get_by_test_id("log-run").first).to_contain_text("Middle shelf")
    expect(page.get_by_test_id("log-run").first).to_contain_text("burnt")
    (deep,) = json.loads(notes.read_text())["measured"]
    assert (deep["measure"]["planned"], deep["places"]) == (6.0, [6.2, 6.1, 6])
    page.get_by_test_id("log-run").first.click()
    expect(page.get_by_role("button", name="Photo 1, larger")).to_be_visible()
    expect(page.get_by_text("Depth 6.10 mm, the middle of 3 places (6.20, 6.10, 6.00)")).to_be_visible()


def _photo_alone(alone: Page) -> None:
    """A picture that is larger than a photo may be, and a file that is none."""
    picture = io.BytesIO()
    Image.effect_noise((2400, 1800), 90).save(picture, "PNG")
    files = [
        {"name": "edge.png", "mimeType": "image/png", "buffer": picture.getvalue()},
        {"name": "text.png", "mimeType": "image/png", "buffer": b"none"},
    ]
    alone.get_by_label("Photos, 6 at most").set_input_files(files)
    expect(alone.locator("#step img")).to_have_count(1)


def _measured_alone(alone: Page) -> None:
    """A depth in three places; what is no length is said where it stands, and nothing that was typed is lost."""
    depth = alone.get_by_label("Depth")
    depth.fill("6.2; six; 6")
    alone.get_by_role("button", name="Keep the notes as a file").click()
    expect(alone.get_by_role("alert")).to_contain_text("This is no length")
    expect(depth).to_be_focused()
    depth.fill("6,2 mm; 6.1; 6")
    depth.blur()
    alone.get_by_role("button", name="Back").click()
    alone.keyboard.press("PageDown")
    expect(alone.get_by_label("Depth")).to_have_value("6,2 mm; 6.1; 6")
    alone.locator("#out").select_option("burnt")


def test_what_trouble_asks_for_goes_into_the_plan_of_the_cut_and_is_undone(open_page: Callable[..., Page]):
    page = open_page(CUT)
    page.get_by_test_id("run").click()
    at_step(page, "unplug")
    page.get_by_test_id("trouble").click()
    page.get_by_test_id("trouble-chatters").click()
    page.get_by_test_id("ease-lighter").click()
    expect(page.get_by_test_id("eased-lighter")).to_contain_text("It is in the plan now")
    page.get_by_role("button", name="Something else").click()
    page.get_by_test_id("trouble-tears").click()
    page.get_by_test_id("other-bits").click()
    page.get_by_test_id("ease-up-cut-9.525").click()
    expect(page.get_by_test_id("eased-up-cut-9.525")).to_contain_text("It is in the plan now")
    page.keyboard.press("Escape")
    # The run is that of the plan as it was, until it is given up.
    at_step(page, "unplug")
    page.get_by_role("button", name="Pause").click()
    depths = page.locator('[data-section="depths"]')
    expect(depths).to_contain_text("6 mm in 3 passes")
    tool = page.locator('[data-section="tool"]')
    expect(tool).to_contain_text("up-cut")
    page.get_by_role("button", name="Undo").click()
    expect(tool).not_to_contain_text("up-cut")
    expect(depths).to_contain_text("6 mm in 2 passes")
    page.get_by_role("button", name="Undo").click()
    expect(depths).to_contain_text("6 mm in one pass")


@pytest.mark.thorough
def test_a_cut_that_takes_no_less_says_so_and_stays_as_it_is(open_page: Callable[..., Page]):
    page = open_page("/jobs/little-harbour/cuts/crate-corners.a0")
    page.get_by_test_id("run").click()
    at_step(page, "unplug")
    page.get_by_test_id("trouble").click()
    page.get_by_test_id("trouble-bogs").click()
    page.get_by_test_id("ease-lighter").click()
    expect(page.get_by_test_id("eased-lighter")).to_contain_text("takes no less")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Pause").click()
    expect(page.get_by_role("button", name="Undo")).to_be_disabled()
