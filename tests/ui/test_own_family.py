"""A family of cuts that the page was not written for is begun, typed, refused, kept and read again in it."""

from __future__ import annotations

from collections.abc import Callable, Iterator

import pytest
from playwright.sync_api import Page, expect
from tests.conftest import Served
from tests.own_family import WITH_OWN
from tests.ui.test_journeys import field, saved

from ranura.host import places
from ranura.store.repository import Store

pytestmark = [pytest.mark.slow, pytest.mark.thorough]


@pytest.fixture
def shop(database, store) -> Iterator[Served]:  # noqa: ARG001 # the demo shop must be laid
    """A server of the demo shop that knows one family more."""
    other = Store(database.url, WITH_OWN)
    served = Served(other, places.BUILT_PAGE, WITH_OWN)
    yield served
    served.close()
    other.close()


def test_a_family_of_its_own_needs_no_line_of_the_page(open_page: Callable[..., Page]):
    page = open_page()
    page.get_by_test_id("new-cut").click()
    page.get_by_test_id("cut-what").select_option("shelf-housing")
    field(page, "cut-shelf").fill("18")
    field(page, "cut-height").fill("5//2")
    page.get_by_test_id("save-cut").click()
    expect(field(page, "cut-height")).to_have_attribute("aria-invalid", "true")
    field(page, "cut-height").fill("300")
    page.get_by_test_id("save-cut").click()

    sentence = page.get_by_test_id("sentence")
    expect(sentence).to_contain_text("A housing for a shelf")
    expect(page.locator('svg[data-view="plan"] [data-role="work"]')).to_have_count(1)
    field(page, "height").fill("5000")
    expect(field(page, "height")).to_have_attribute("data-state", "valid")
    expect(page.get_by_test_id("problem")).to_be_visible()
    field(page, "height").fill("310")
    page.get_by_test_id("option-the-shelf-is").select_option("left loose")
    field(page, "lean").fill("2,5")
    saved(page)
    page.reload()
    expect(field(page, "height")).to_have_value("310")
    expect(field(page, "lean")).to_have_value("2.5")
    expect(page.get_by_test_id("option-the-shelf-is")).to_have_value("left loose")
    expect(page.get_by_test_id("slip")).to_have_attribute("data-stale", "false")
