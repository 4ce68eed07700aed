"""`bench`: what is fast and what is not, measured side by side in one run, and written to docs/performance.md.

Each figure stands beside a measure of the same machine in the same minute (a bare echo route, an empty page), so that it
means something on another machine too. Nothing here is a test: a slow minute fails nobody.
"""

from __future__ import annotations

import gzip
import json
import statistics
import tempfile
import threading
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from pathlib import Path
from typing import Any

import httpx2
import psutil
import uvicorn
from playwright.sync_api import Page, sync_playwright

from ranura.api.application import Settings, create_app
from ranura.api.doors import PlanRequest
from ranura.host import places, setup
from ranura.host.database import PrivateDatabase
from ranura.host.progress import answer, say
from ranura.host.serve import listen
from ranura.store import demo
from ranura.store.repository import Store
from ranura.store.schema import upgrade

PAGE = places.ROOT / "docs" / "performance.md"
BROWSER = "chromium-headless-shell"
BROWSER_OPTIONS = ("--no-sandbox", "--disable-gpu")
_ROUNDS = 400
_TYPED = 60
_LOADS = 7


@dataclass(frozen=True, kw_only=True)
class Measure:
    """One line of the page: what, the goal, what was seen, and whether it was met."""

    what: str
    goal: str
    seen: str
    met: bool


@contextmanager
def _server() -> Iterator[str]:
    """The demo shop on a database of its own, with the echo route beside the real ones."""
    with tempfile.TemporaryDirectory(prefix="ranura-bench-") as folder:
        database = PrivateDatabase(Path(folder))
        database.start()
        upgrade(database.url)
        store = Store(database.url)
        demo.lay(store, fresh=True, say=lambda _: None)
        app = create_app(Settings(shop_id=demo.DEMO_SHOP, page=None), store)

        def echo(asked: PlanRequest) -> PlanRequest:
            return asked

        app.add_api_route("/echo", echo, methods=["POST"])
        paged = create_app(Settings(shop_id=demo.DEMO_SHOP, page=places.BUILT_PAGE), store)
        app.mount("/", paged)
        sock = listen(28_740)
        server = uvicorn.Server(uvicorn.Config(app, log_level="error", lifespan="off"))
        thread = threading.Thread(target=server.run, kwargs={"sockets": [sock]}, daemon=True)
        thread.start()
        try:
            yield f"http://127.0.0.1:{sock.getsockname()[1]}"
        finally:
            server.should_exit = True
            thread.join(timeout=10)
            store.close()
            database.stop()


def _percentile(values: list[float], share: float) -> float:
    return sorted(values)[min(len(values) - 1, round(share * (len(values) - 1)))]


def _timed(call: Callable[[], Any]) -> float:
    began = time.perf_counter()
    call()
    return (time.perf_counter() - began) * 1000


def _plan_body(depth: str) -> dict[str, Any]:
    def typed(text: str) -> dict[str, str]:
        return {"typed": text, "unit": "mm"}

    piece = {
        "name": "Wing case side",
        "material": "birch-plywood",
        "length": typed("640"),
        "width": typed("300"),
        "thickness": typed("17.6"),
    }
    cut = {"kind": "dado", "width": typed("17.6"), "depth": typed(depth), "position": typed("212")}
    return {"piece": piece, "cut": cut}


def measure_plan(url: str) -> list[Measure]:
    """Plan requests and echo requests in turn, so that both see the same machine."""
    plan_ms: list[float] = []
    echo_ms: list[float] = []
    with httpx2.Client(base_url=url) as client:
        for i in range(_ROUNDS + 50):
            body = _plan_body(f"{3 + (i % 70) / 10:.1f}")
            echo = _timed(lambda body=body: client.post("/echo", json=body).raise_for_status())  # type: ignore[misc]
            plan = _timed(lambda body=body: client.post("/api/plan", json=body).raise_for_status())  # type: ignore[misc]
            if i >= 50:
                echo_ms.append(echo)
                plan_ms.append(plan)
    ratio = statistics.median(plan_ms) / statistics.median(echo_ms)
    memory = psutil.Process().memory_info().rss / 2**20
    seen = (
        f"{ratio:.1f} × (plan p50 {statistics.median(plan_ms):.1f} ms, p95 {_percentile(plan_ms, 0.95):.1f} ms; "
        f"echo p50 {statistics.median(echo_ms):.1f} ms, p95 {_percentile(echo_ms, 0.95):.1f} ms)"
    )
    return [
        Measure(what="Plan request against a bare echo route, p50", goal="≤ 5 ×", seen=seen, met=ratio <= 5),
        Measure(what="Memory of the server, bench's own included", goal="≤ 220 MB", seen=f"{memory:.0f} MB", met=memory <= 220),
    ]


_PAINTED = """async ({ field, text, seen }) => {
  const input = document.querySelector(`input[data-field="${field}"]`);
  const shown = () => document.querySelector('[data-dimension="depth"] text')?.textContent ?? "";
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set;
  const began = performance.now();
  set.call(input, text);
  input.dispatchEvent(new Event("input", { bubbles: true }));
  while (shown() !== seen) {
    await new Promise((next) => requestAnimationFrame(next));
    if (performance.now() - began > 5000) return -1;
  }
  await new Promise((next) => requestAnimationFrame(next));
  return performance.now() - began;
}"""


def measure_typing(page: Page, url: str) -> Measure:
    """From a digit typed to the new figures painted."""
    page.goto(url)
    page.wait_for_selector('[data-testid="slip"]')
    times: list[float] = []
    for i in range(_TYPED):
        text = f"{3 + (i * 7 % 50) / 10:.1f}"
        seen = f"{text} mm"  # as typed
        times.append(page.evaluate(_PAINTED, {"field": "depth", "text": text, "seen": seen}))
    if min(times) < 0:
        return Measure(what="Digit typed → new figures painted, p95", goal="≤ 100 ms", seen="did not appear", met=False)
    p95 = _percentile(times, 0.95)
    seen_text = f"p95 {p95:.0f} ms, p50 {statistics.median(times):.0f} ms"
    return Measure(what="Digit typed → new figures painted, p95", goal="≤ 100 ms", seen=seen_text, met=p95 <= 100)


def first_scripts() -> int:
    """Bytes of JavaScript, gzipped, that the first view loads: the entry and what it preloads."""
    html = (places.BUILT_PAGE / "index.html").read_text()
    total = 0
    for file in (places.BUILT_PAGE / "assets").glob("*.js"):
        if file.name in html:
            total += len(gzip.compress(file.read_bytes(), 9))
    return total


def measure_first_view(page: Page, url: str) -> list[Measure]:
    """The first view with an empty cache, from the address to figures on the slip."""
    times: list[float] = []
    for _ in range(_LOADS):
        page.context.clear_cookies()
        began = time.perf_counter()
        page.goto(f"{url}/?{time.time_ns()}")
        page.wait_for_selector('[data-section="guide"] .figure')
        times.append(time.perf_counter() - began)
    size = first_scripts() / 1000
    median = statistics.median(times)
    return [
        Measure(what="First view: JavaScript, gzip", goal="≤ 180 kB", seen=f"{size:.0f} kB", met=size <= 180),
        Measure(what="First view: time to figures, p50", goal="≤ 1.0 s", seen=f"{median:.2f} s", met=median <= 1.0),
    ]


def _page(measures: list[Measure]) -> str:
    lines = [
        "# Speed",
        "",
        "Written by `./ranura bench`: each line was measured in one run, side by side with what it is held against.",
        "",
    ]
    lines += ["| what | goal | seen | met |", "|---|---|---|---|"]
    lines += [f"| {m.what} | {m.goal} | {m.seen} | {'yes' if m.met else '**no**'} |" for m in measures]
    cores = psutil.cpu_count() or 0
    return "\n".join([*lines, "", f"On {cores} cores; headless Chromium; database, server and browser on the same machine.", ""])


def bench() -> int:
    """Measures everything, prints it and writes the page."""
    setup.ensure_page("dev")
    with _server() as url:
        say("Measuring plan and echo …")
        measures = measure_plan(url)
        with sync_playwright() as playwright:
            executable = setup.find_program(BROWSER)
            browser = playwright.chromium.launch(executable_path=executable, args=list(BROWSER_OPTIONS))
            page = browser.new_page(viewport={"width": 1280, "height": 800})
            say("Measuring the first view …")
            measures += measure_first_view(page, url)
            say("Measuring typing …")
            measures.append(measure_typing(page, url))
            browser.close()
    PAGE.write_text(_page(measures))
    answer(json.dumps({m.what: m.seen for m in measures}, ensure_ascii=False, indent=1))
    return 0
