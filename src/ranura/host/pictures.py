"""`pictures`: one picture of each main view, taken of the demo shop on a database of its own, for the README."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final, Literal

from playwright.sync_api import Browser, sync_playwright

from ranura.host import places, setup
from ranura.host.bench import BROWSER, BROWSER_OPTIONS
from ranura.host.bench.serving import opened_store, served
from ranura.host.progress import say

FOLDER = places.ROOT / "docs" / "screenshots"
_JOB = "/jobs/little-harbour/cuts/"
_SCREEN = (1280, 800)
_PHONE = (390, 844)
_TABLET = (820, 1180)
_SETTLED_MS = 700
"""How long a page is left alone before it is taken: images, fonts and answers have come by then."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Picture:
    """A view, and how to come to it."""

    path: str
    shows: str
    """A test id that the page has once the view is there."""
    clicks: tuple[str, ...] = ()
    """Test ids that are clicked one after another."""
    keys: str = ""
    """Keys that are pressed then."""
    settles: int = 1
    """How many times as long it is left alone, where answers come one by one."""
    size: tuple[int, int] = _SCREEN
    scheme: Literal["light", "dark"] = "light"


PICTURES: Final[Mapping[str, Picture]] = {
    "cut": Picture(path=_JOB + "shelf-dado-212", shows="slip"),
    "log": Picture(path="/log", shows="log-run"),
    "plots": Picture(path="/log/plots", shows="plot-dot"),
    "phone": Picture(path=_JOB + "cross-mortise", shows="slip", clicks=("run",), keys="   ", size=_PHONE),
    "run": Picture(path=_JOB + "shelf-dado-212", shows="slip", clicks=("run",), keys=" " * 12, size=_TABLET),
    "order": Picture(path="/jobs/little-harbour/page#order", shows="work-order"),
    "grain-map": Picture(path=_JOB + "arch-opening", shows="slip"),
    "inlay": Picture(path=_JOB + "fish-recess", shows="slip"),
    "dry-run": Picture(path=_JOB + "shelf-dado-420", shows="slip", clicks=("dry-run-start",), keys="." * 12),
    "table-edge": Picture(path=_JOB + "cross-edges", shows="slip"),
    "dovetails": Picture(path="/jobs/prompters-desk/cuts/desk-drawer.b0", shows="slip"),
    "profile-bench": Picture(path=_JOB + "arch-ogee", shows="slip", clicks=("profile-bench",)),
    "drawer": Picture(path="/drawer", shows="bit-count"),
    "bench": Picture(path="/bench", shows="bench"),
    "templates": Picture(path="/templates/emblem-fish", shows="template-canvas"),
    "rules": Picture(path="/rules", shows="rules-page"),
    "job": Picture(path="/jobs/little-harbour/page", shows="job-page"),
    "joint": Picture(path="/jobs/prompters-desk/joints/desk-paper", shows="joint-cuts", scheme="dark"),
    "which-joint": Picture(path="/jobs/prompters-desk/page", shows="job-page", clicks=("new-joint",), settles=6),
}


def pictures() -> int:
    """Takes every picture anew."""
    setup.ensure_page("dev")
    with opened_store() as store, served(store) as url, sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path=setup.find_program(BROWSER), args=list(BROWSER_OPTIONS))
        for name, picture in PICTURES.items():
            say(f"{name} …")
            _take(browser, url, name, picture)
        browser.close()
    return 0


def _take(browser: Browser, url: str, name: str, picture: Picture) -> None:
    width, height = picture.size
    context = browser.new_context(
        viewport={"width": width, "height": height}, color_scheme=picture.scheme, reduced_motion="reduce"
    )
    context.add_init_script("localStorage.setItem('ranura-looked-round', 'true')")
    page = context.new_page()
    page.goto(url + picture.path)
    page.get_by_test_id(picture.shows).first.wait_for()
    page.wait_for_timeout(_SETTLED_MS)
    for each in picture.clicks:
        page.get_by_test_id(each).first.click()
        page.wait_for_timeout(_SETTLED_MS)
    for key in picture.keys:
        page.keyboard.press(key)
        page.wait_for_timeout(_SETTLED_MS)
    page.wait_for_timeout(_SETTLED_MS * (picture.settles - 1))
    page.screenshot(path=FOLDER / f"{name}.png")
    context.close()
