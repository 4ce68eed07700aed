"""The dry run in the browser: watched step by step, by keys, by its handle and by a click, by hand and over a table."""

from __future__ import annotations

import re
from collections.abc import Callable

import pytest
from playwright.sync_api import Page, expect

pytestmark = pytest.mark.slow

CUTS = "/jobs/little-harbour/cuts"


def started(open_page: Callable[..., Page], cut: str) -> Page:
    page = open_page(f"{CUTS}/{cut}")
    page.get_by_test_id("dry-run-start").click()
    expect(page.get_by_test_id("dry-run")).to_be_visible()
    return page


def test_a_stopped_dado_is_watched_step_by_step(open_page):
    page = started(open_page, "shelf-dado-420")
    says, router = page.get_by_test_id("dry-says"), page.locator('[data-role="router"]')
    expect(says).to_contain_text("1 of 14")
    expect(says).to_contain_text("Unplugged, set:")
    expect(router).to_have_attribute("data-turning", "false")
    for wanted in ("Switch on, the bit clear of the wood", "Plunge to 6 mm", "Cut 6 mm deep: fresh wood on both sides"):
        page.keyboard.press(".")
        expect(says).to_contain_text(wanted)
    expect(router).to_have_attribute("data-turning", "true")
    expect(page.locator('[data-role="touch"]')).to_have_count(1)
    expect(page.locator('[data-role="taken-now"]')).to_have_count(1)
    page.keyboard.press(",")
    expect(says).to_contain_text("Plunge to 6 mm")
    # By its handle to the end, and by playing from there anew.
    page.get_by_label("Where in the run").focus()
    page.keyboard.press("End")
    expect(says).to_contain_text("14 of 14")
    expect(says).to_contain_text("Switch off")
    page.get_by_label("Pace").select_option("4")
    page.get_by_role("button", name="Play").click()
    expect(says).to_contain_text(re.compile(r"\b[3-9] of 14"), timeout=15_000)
    page.get_by_role("button", name="Pause").click()
    # A click on the board goes to where the bit comes by.
    picture = page.get_by_role("img", name="The run on the board from above").bounding_box()
    assert picture is not None
    page.mouse.click(picture["x"] + picture["width"] / 2, picture["y"] + picture["height"] / 2)
    expect(says).to_contain_text("Cut 6 mm deep")
    page.keyboard.press("y")
    expect(page.get_by_test_id("dry-run")).to_have_count(0)
    expect(page.get_by_label("The board from above")).to_be_visible()


def test_over_a_table_the_work_moves_and_the_bit_stands(open_page):
    page = started(open_page, "cross-edges")
    bit, work = page.locator('[data-role="router"] circle'), page.locator('[data-role="work-group"]')
    for _ in range(3):
        page.keyboard.press(".")
    expect(page.get_by_test_id("dry-says")).to_contain_text("Feed the work past the bit, 3 mm deep")
    stood, lay = bit.bounding_box(), work.get_attribute("transform")
    page.keyboard.press(".")
    page.keyboard.press(".")
    assert bit.bounding_box() == stood
    assert work.get_attribute("transform") != lay


@pytest.mark.thorough
def test_where_nothing_is_to_move_it_steps(open_page):
    page = open_page(f"{CUTS}/rail-groove")
    page.emulate_media(reduced_motion="reduce")
    page.get_by_test_id("dry-run-start").click()
    says = page.get_by_test_id("dry-says")
    page.get_by_role("button", name="Play").click()
    expect(says).to_contain_text("2 of 6", timeout=5_000)
    expect(says).to_contain_text("6 of 6", timeout=15_000)
    expect(page.get_by_role("button", name="Play")).to_be_visible()


@pytest.mark.thorough
def test_what_the_proof_found_is_said_where_it_is(open_page):
    page = open_page(f"{CUTS}/flat-hinges")
    start = page.locator('input[data-field="from_left"]').first
    start.fill("1")
    start.press("Enter")
    expect(page.locator('[data-caution="short-grain-wall"]').first).to_be_visible()
    page.get_by_test_id("dry-run-start").click()
    says, found = page.get_by_test_id("dry-says"), page.get_by_test_id("dry-found")
    expect(says).to_be_visible()
    for _ in range(30):
        if found.count():
            break
        page.keyboard.press(".")
    expect(found.first).to_contain_text("wall of short grain")
    # Another plan ends the run.
    start.fill("100")
    expect(page.get_by_test_id("dry-run")).to_have_count(0)
