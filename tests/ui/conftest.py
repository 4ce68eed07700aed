"""A headless Chromium for the run, and a page of its own for each test that sees the demo shop as it comes."""

from __future__ import annotations

from collections.abc import Callable, Iterator

import pytest
from playwright.sync_api import Browser, BrowserContext, Page, Request, expect, sync_playwright
from playwright.sync_api import TimeoutError as WaitedTooLong
from tests.conftest import Served

from ranura.api.importing import Imports
from ranura.api.joined import JoinedCuts
from ranura.api.saved_shop import SavedShop
from ranura.demo.shop import DEMO_SHOP
from ranura.host import setup
from ranura.host.bench import BROWSER, BROWSER_OPTIONS

# No test measures time; a wait only ends what would never come, and a busy machine may take its time.
LONGEST_WAIT = 60_000
expect.set_options(timeout=LONGEST_WAIT)


@pytest.fixture(scope="session")
def browser() -> Iterator[Browser]:
    with sync_playwright() as playwright:
        made = playwright.chromium.launch(executable_path=setup.find_program(BROWSER), args=list(BROWSER_OPTIONS))
        yield made
        made.close()


@pytest.fixture
def shop(served: Served, store) -> Served:
    """The server, with the demo shop laid anew and nothing remembered."""
    served.app.state.saved_shop = SavedShop(store, DEMO_SHOP)
    store.join_with(DEMO_SHOP, JoinedCuts(lambda: served.app.state.saved_shop.current()))
    served.app.state.store = store
    served.app.state.imports = Imports(served.app.state.saved_shop)
    served.app.state.instruments.close()
    return served


@pytest.fixture
def open_page(browser: Browser, shop: Served) -> Iterator[Callable[..., Page]]:
    """Opens pages; afterwards none may have thrown, asked anything of another machine, or met its own policy."""
    contexts: list[BrowserContext] = []
    wrong: list[str] = []

    def opened(path: str = "/", *, width: int = 1280, height: int = 800, dark: bool = False, wait: str = "slip") -> Page:
        context = browser.new_context(
            viewport={"width": width, "height": height}, color_scheme="dark" if dark else "light", reduced_motion="reduce"
        )
        contexts.append(context)
        page = context.new_page()
        page.set_default_timeout(LONGEST_WAIT)
        open_requests: set[Request] = set()
        page.on("request", lambda r: open_requests.add(r))
        page.on("requestfinished", lambda r: open_requests.discard(r))
        page.on("requestfailed", lambda r: open_requests.discard(r))
        page.on("pageerror", lambda error: wrong.append(str(error)))
        page.on("console", lambda said: wrong.append(said.text) if "Content Security Policy" in said.text else None)
        page.on("request", lambda r: None if r.url.startswith((shop.url, "data:")) else wrong.append(f"asked for {r.url}"))
        page.goto(shop.url + path)
        try:
            page.wait_for_selector(f'[data-testid="{wait}"]')
        except WaitedTooLong as late:
            unanswered = [request.url for request in open_requests]
            raise AssertionError(f"{wait} did not come; unanswered: {unanswered}; {page.inner_text('body')}") from late
        return page

    yield opened
    for context in contexts:
        context.close()
    shop.settle()
    assert not wrong


@pytest.fixture
def page(open_page: Callable[..., Page]) -> Page:
    return open_page()
