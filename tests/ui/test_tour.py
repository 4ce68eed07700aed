"""The first tour of a cut: offered once, gone through by key, left at any time, and there again behind the question mark."""

from __future__ import annotations

from collections.abc import Callable

import pytest
from playwright.sync_api import Page, expect

pytestmark = pytest.mark.slow

CUT = "/jobs/little-harbour/cuts/shelf-dado-212"


def test_the_tour_is_offered_once_and_goes_by_keys(open_page: Callable[..., Page]):
    page = open_page(CUT)
    offer, tour = page.get_by_test_id("tour-offer"), page.get_by_test_id("tour")
    offer.get_by_role("button", name="Look round, one minute").click()
    expect(tour).to_contain_text("Say what you want")
    expect(offer).to_have_count(0)
    expect(page.get_by_test_id("tour-back")).to_be_disabled()
    titles = set()
    for number in range(1, 9):
        expect(tour).to_contain_text(f"{number} of 8")
        titles.add(tour.get_by_role("heading").inner_text())
        box, at = tour.bounding_box(), page.viewport_size
        assert box is not None
        assert at is not None
        assert min(box["x"], box["y"]) >= 0, "the whole of it is on the screen"
        assert box["x"] + box["width"] <= at["width"]
        assert box["y"] + box["height"] <= at["height"]
        page.keyboard.press("ArrowRight" if number % 2 else "Enter")
    assert len(titles) == 8
    expect(tour).to_have_count(0)
    page.reload()
    expect(page.get_by_test_id("slip")).to_be_visible()
    expect(offer).to_have_count(0)


def test_the_tour_is_left_by_escape_and_taken_again_on_a_phone(open_page: Callable[..., Page]):
    page = open_page(CUT)
    page.set_viewport_size({"width": 390, "height": 844})
    expect(page.get_by_test_id("tour-offer")).to_be_hidden()
    page.keyboard.press("?")
    page.get_by_test_id("look-round").click()
    tour = page.get_by_test_id("tour")
    expect(tour).to_contain_text("1 of 8")
    page.keyboard.press("ArrowRight")
    page.keyboard.press("ArrowRight")
    expect(tour).to_contain_text("The whole setup")
    page.keyboard.press("ArrowLeft")
    expect(tour).to_contain_text("It is drawn to scale")
    page.keyboard.press("Escape")
    expect(tour).to_have_count(0)
    # Its keys are those of the cut again.
    page.keyboard.press("y")
    expect(page.get_by_test_id("dry-run")).to_be_visible()
