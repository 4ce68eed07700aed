"""Whole journeys through the templates: a drawing with an open end, a corner that is not reached, a template to print."""

from __future__ import annotations

import io
import re
from collections.abc import Callable

import pytest
from playwright.sync_api import Page, expect
from pypdf import PdfReader

pytestmark = pytest.mark.slow

OPEN = """<svg xmlns="http://www.w3.org/2000/svg" width="4in" height="3in" viewBox="0 0 4 3">
<path d="M0.5 .5 H3.5 V2.5 H.5 V.51"/></svg>"""


def test_a_drawing_in_inches_with_an_open_end_becomes_a_template_to_print(open_page: Callable[..., Page], tmp_path):
    page = open_page("/templates", wait="template-canvas")
    page.get_by_test_id("add-outline").click()
    page.get_by_test_id("outline-file").or_(page.get_by_role("button", name="From a drawing")).first.click()
    drawing = tmp_path / "tray.svg"
    drawing.write_text(OPEN)
    page.locator('input[type="file"]').set_input_files(drawing)
    shown = page.get_by_test_id("understood")
    expect(shown).to_contain_text("2 open ends")
    expect(page.get_by_test_id("keep-outline")).to_be_disabled()
    page.get_by_test_id("outline-tolerance").select_option("0.5")
    expect(shown).to_contain_text("have been joined")
    expect(shown).to_contain_text("76.2 mm × 50.8 mm")
    page.get_by_test_id("keep-outline").click()
    expect(page.get_by_role("heading", name="tray")).to_be_visible()

    expect(page.get_by_test_id("caution-corners-left")).to_contain_text("4 corners")
    page.get_by_test_id("place-0").click()
    expect(page.get_by_test_id("place-0")).to_have_attribute("aria-pressed", "true")
    canvas = page.get_by_test_id("template-canvas")
    near = float(canvas.get_attribute("viewBox").split()[2])
    canvas.focus()
    page.keyboard.press("0")
    assert float(canvas.get_attribute("viewBox").split()[2]) > 2 * near
    size = page.get_by_test_id("template-size").inner_text()
    page.get_by_test_id("intent-part").click()
    expect(page.get_by_test_id("template-size")).not_to_have_text(size)
    expect(page.get_by_test_id("caution-corners-lost")).to_contain_text("At 4 places more goes")

    with page.expect_download() as wanted:
        page.get_by_test_id("out-pdf").click()
    reader = PdfReader(io.BytesIO(wanted.value.path().read_bytes()))
    assert re.search(r"tray, template for a guide of", reader.pages[0].extract_text())
    page.get_by_test_id("remove-outline").click()
    expect(page.get_by_role("heading", name="tray")).to_be_hidden()
    page.keyboard.press("Control+z")
    expect(page.get_by_role("link", name=re.compile("^tray"))).to_be_visible()


def test_the_guide_rolls_along_the_template(open_page: Callable[..., Page]):
    page = open_page("/templates/arch-opening", wait="template-canvas")
    rolling = page.get_by_test_id("rolling").locator("circle").first
    before = rolling.get_attribute("cx")
    page.get_by_test_id("roll").fill("400")
    expect(rolling).not_to_have_attribute("cx", before)
    page.get_by_test_id("unit-in").click()
    expect(page.get_by_test_id("template-size")).to_contain_text("in")


def test_a_shape_from_a_few_sizes(open_page: Callable[..., Page]):
    page = open_page("/templates", wait="template-canvas")
    page.get_by_test_id("add-outline").click()
    page.get_by_test_id("outline-form").select_option("ring")
    inner = page.locator('[data-field="inner"]')
    inner.fill("130")
    expect(page.get_by_test_id("new-outline")).to_contain_text("must be less than the outer one")
    inner.fill("3 in")
    expect(page.get_by_test_id("understood")).to_contain_text("2 loops, 4 arcs")
    page.get_by_test_id("outline-name").fill("Lamp ring")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Lamp ring")).to_be_visible()
