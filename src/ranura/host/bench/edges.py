"""Edges: the bit dragged in the section of a profile."""

from __future__ import annotations

import statistics

from playwright.sync_api import Page

from ranura.host.bench.measuring import Measure, percentile

_STEPS = 60
_PAUSE_MS = 90

_WATCH = """() => {
  const shown = () => document.querySelector('[data-view="section"] [data-dimension="depth"] text')?.textContent ?? "";
  window.redrawn = [];
  let moved = null;
  let before = shown();
  addEventListener("pointermove", () => { moved = performance.now(); }, true);
  const look = () => {
    const now = shown();
    if (now !== before && moved !== null) window.redrawn.push(performance.now() - moved);
    before = now;
    requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
}"""


def measure_drag(page: Page, url: str) -> Measure:
    """From a move of the pointer that has the bit to the section redrawn, the request to the server included."""
    page.goto(f"{url}/jobs/little-harbour/cuts/arch-ogee")
    handle = page.locator('[data-view="section"] [data-drag="bit"] circle')
    handle.wait_for()
    box = handle.bounding_box() or {"x": 0.0, "y": 0.0, "width": 0.0, "height": 0.0}
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.evaluate(_WATCH)
    page.mouse.move(x, y + 2)
    page.mouse.down()
    page.mouse.move(x, y + 12)
    page.wait_for_timeout(_PAUSE_MS * 3)
    for step in range(_STEPS):
        page.mouse.move(x, y + 14 + (step % 9) * 2.5)
        page.wait_for_timeout(_PAUSE_MS)
    page.mouse.up()
    times = [float(each) for each in page.evaluate("() => window.redrawn")]
    what, goal = "Bit dragged in the section → redrawn, p95", "≤ 50 ms"
    if len(times) < _STEPS / 2:
        return Measure(what=what, goal=goal, seen=f"only {len(times)} of {_STEPS} moves were drawn", met=False)
    p95 = percentile(times, 0.95)
    seen = f"p95 {p95:.0f} ms, p50 {statistics.median(times):.0f} ms, {len(times)} moves"
    return Measure(what=what, goal=goal, seen=seen, met=p95 <= 50)
