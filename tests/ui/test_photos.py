"""How a run came out: places marked on the drawing, photos made small in the browser; a run taken out of the log and back."""

from __future__ import annotations

import io
from collections.abc import Callable

import httpx2
import pytest
from PIL import Image
from playwright.sync_api import Page, expect


@pytest.fixture
def through(shop) -> str:
    """A run whose steps are all done; its id."""
    begun = httpx2.post(f"{shop.url}/api/cuts/shelf-dado-212/runs").json()
    run_id = begun["run"]["id"]
    for step in httpx2.get(f"{shop.url}/api/runs/{run_id}").json()["record"]["steps"]:
        asked = {"hand": begun["hand"], "step": step["key"], "how": "done"}
        httpx2.post(f"{shop.url}/api/runs/{run_id}/steps", json=asked).raise_for_status()
    return run_id


def test_places_are_marked_and_photos_kept_and_both_come_back(open_page: Callable[..., Page], shop, through: str):
    page = open_page(f"/run/{through}", wait="run-mode")
    page.get_by_test_id("take-it-up").click()
    page.get_by_test_id("out-torn").click()
    page.get_by_test_id("mark-here").click()
    page.get_by_role("button", name="Mark a place").click()
    page.get_by_label("What place 2 came out like").select_option("burnt")
    mark = page.get_by_label("Place 2: arrow keys move it")
    before = float(mark.get_attribute("aria-valuenow") or "nan")
    mark.focus()
    page.keyboard.press("ArrowRight")
    expect(mark).to_have_attribute("aria-valuenow", f"{before + 5:g}")
    # A camera's picture is far too large; what is no picture says so.
    noise = io.BytesIO()
    Image.effect_noise((2600, 1900), 120).convert("RGB").save(noise, "JPEG", quality=95)
    assert len(noise.getvalue()) > 1_000_000
    add = page.get_by_test_id("add-photo")
    add.set_input_files({"name": "burn.jpg", "mimeType": "image/jpeg", "buffer": noise.getvalue()})
    expect(page.get_by_test_id("photos")).to_contain_text("Photos, 1 of 6")
    add.set_input_files({"name": "notes.jpg", "mimeType": "image/jpeg", "buffer": b"no picture"})
    expect(page.get_by_test_id("photos").get_by_role("alert")).to_contain_text("notes.jpg cannot be read here")
    page.get_by_test_id("keep-run").click()
    expect(page.get_by_test_id("run-out")).to_have_text("torn")
    expect(page.get_by_test_id("marked").get_by_role("listitem")).to_have_text(["1torn", "2burnt"])
    kept = httpx2.get(f"{shop.url}/api/runs/{through}").json()
    assert kept["run"]["outcome"]["marks"][1]["at"][0] - kept["run"]["outcome"]["marks"][0]["at"][0] == pytest.approx(5, abs=2)
    (photo,) = kept["photos"]
    small = httpx2.get(f"{shop.url}/api/photos/{photo['id']}").content
    with Image.open(io.BytesIO(small)) as shown:
        assert len(small) <= 300_000
        assert shown.width / shown.height == pytest.approx(2600 / 1900, rel=0.01)
    # Both are taken away and come back.
    page.get_by_label("Take photo 1 away").click()
    expect(page.get_by_label("Photo 1, larger")).to_have_count(0)
    page.keyboard.press("Control+z")
    page.get_by_label("Photo 1, larger").click()
    expect(page.get_by_role("dialog").get_by_role("img")).to_have_js_property("complete", True)
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Take it out of the log").click()
    expect(page.get_by_test_id("log")).to_be_visible()
    page.keyboard.press("Control+z")
    first = page.get_by_test_id("log-run").first
    expect(first).to_contain_text("torn")
    first.click()
    expect(page.get_by_label("Photo 1, larger")).to_be_visible()
