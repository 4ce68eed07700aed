"""The screens in the browser: the first view with an empty cache, and a digit typed in the sentence."""

from __future__ import annotations

import gzip
import statistics
import time

from playwright.sync_api import Page

from ranura.host import places
from ranura.host.bench.measuring import Measure, percentile

_TYPED = 60
_LOADS = 7

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
    p95 = percentile(times, 0.95)
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
