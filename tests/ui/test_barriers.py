"""No barrier that axe finds, in any view, light and dark, with menus and dialogs open and fields in error."""

from __future__ import annotations

from collections.abc import Callable

import pytest
from _pytest.mark import ParameterSet
from playwright.sync_api import Page, expect
from tests.ui.test_journeys import field

from ranura.host import places

pytestmark = pytest.mark.slow


def further(*cases: object) -> list[ParameterSet]:
    """Cases that only long runs look at."""
    return [pytest.param(*(case if isinstance(case, tuple) else (case,)), marks=pytest.mark.thorough) for case in cases]


CUT = "/jobs/little-harbour/cuts/shelf-dado-212"


def no_barrier(page: Page) -> None:
    """In both themes, which differ in their colours alone."""
    page.wait_for_timeout(200)
    page.evaluate((places.WEB / "node_modules" / "axe-core" / "axe.min.js").read_text())
    for theme, only in (("light", None), ("dark", ["color-contrast"])):
        page.evaluate("theme => { document.documentElement.dataset.theme = theme }", theme)
        options = {"resultTypes": ["violations"]} | ({"runOnly": only} if only else {})
        found = page.evaluate("options => axe.run(document, options)", options)
        assert [(each["id"], [node["html"][:160] for node in each["nodes"]]) for each in found["violations"]] == [], theme


@pytest.mark.parametrize("opened", [None, *further("new-cut", "working-guide", "h", "k", "m", "?", "print", "job-menu")])
def test_at_a_cut(open_page: Callable[..., Page], opened):
    page = open_page(CUT)
    if opened:
        page.keyboard.press(opened) if len(opened) == 1 else page.get_by_test_id(opened).click()
    no_barrier(page)


def test_with_the_menu_of_a_cut_open(open_page: Callable[..., Page]):
    page = open_page(CUT)
    page.get_by_label("Cut Middle shelf").click()
    expect(page.get_by_role("menu")).to_be_visible()
    no_barrier(page)


@pytest.mark.thorough
def test_with_the_line_that_takes_anything(open_page: Callable[..., Page]):
    page = open_page(CUT)
    page.keyboard.press("k")
    line = page.get_by_role("combobox", name="Find or add")
    for typed, shown in (("da", "width x depth"), ("dado 18 x 6 sideways", "Not understood"), ("speed 12", "Enter copies it")):
        line.fill(typed)
        expect(page.get_by_test_id("palette-box")).to_contain_text(shown)
        no_barrier(page)


@pytest.mark.parametrize("typed", ["60", *further("abc", "")])
def test_with_a_field_in_error_and_with_a_stop(open_page: Callable[..., Page], typed):
    page = open_page(CUT)
    field(page, "depth").fill(typed)
    expect(page.get_by_test_id("slip").first).to_have_attribute("data-stale", "true")
    no_barrier(page)
    field(page, "depth").fill("6")
    field(page, "width").fill("120")
    expect(page.locator("[data-level=stop]").first).to_be_visible()
    no_barrier(page)


VIEWS = [
    ("/jobs", "jobs", None),
    ("/jobs", "jobs", "job-in"),
    ("/jobs/little-harbour/page", "job-page", None),
    ("/removed", "removed", None),
    ("/help", "help", None),
    ("/assumed", "assumed", None),
    ("/jobs/nothing", "gone", None),
    ("/drawer", "drawer", None),
    ("/drawer/straight-12.7", "bit-open", None),
    ("/drawer", "drawer", "add-bit"),
    ("/drawer", "drawer", "panel-which"),
    ("/drawer", "drawer", "panel-buy"),
    ("/bench", "bench", "measure-plunge-two"),
    ("/bench", "bench", "remove-plunge-two"),
    ("/templates", "template-canvas", None),
    ("/templates", "template-canvas", "add-outline"),
    ("/rules", "rules-page", None),
    ("/files", "files", None),
    ("/log", "log-run", None),
    ("/log", "log-run", "note-run"),
    ("/log/plots", "plot-dot", None),
    ("/log/run-cross-edges-3", "run-page", None),
]


USUAL = {"/jobs/little-harbour/page", "/log"}


@pytest.mark.parametrize(
    ("path", "wait", "opened"),
    [view for each in VIEWS for view in ([each] if each[0] in USUAL and not each[2] else further(each))],
)
def test_in_every_place(open_page: Callable[..., Page], path, wait, opened):
    page = open_page(path, wait=wait)
    if opened:
        page.get_by_test_id(opened).click()
    no_barrier(page)


@pytest.mark.thorough
def test_with_the_menu_of_a_job_open(open_page: Callable[..., Page]):
    page = open_page("/jobs", wait="jobs")
    page.get_by_label("Job The Little Harbour").click()
    expect(page.get_by_role("menu")).to_be_visible()
    no_barrier(page)


def test_at_the_machine(open_page: Callable[..., Page]):
    page = open_page(CUT, width=390, height=844)
    page.get_by_test_id("run").click()
    expect(page.get_by_test_id("run-step")).to_be_visible()
    no_barrier(page)
    page.get_by_test_id("trouble").click()
    no_barrier(page)
    page.reload()
    expect(page.get_by_test_id("take-up")).to_be_visible()
    no_barrier(page)
