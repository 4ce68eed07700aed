"""Edges: the bit dragged in the section of a profile, and a curved outline of many points with its directions and grain."""

from __future__ import annotations

import math
import statistics
from typing import Any

import httpx2
from playwright.sync_api import Page

from ranura.host.bench.measuring import Measure, percentile, timed

_STEPS = 60
_PAUSE_MS = 90
_POINTS = 2_000
_ROUNDS = 40

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


def measure_outline(url: str) -> Measure:
    """A roundover along a wavy outline of 2,000 points: the whole plan, with directions, grain and drawing."""
    body = _outlined(_POINTS)
    with httpx2.Client(base_url=url, timeout=60) as client:

        def ask() -> None:
            client.post("/api/plan", json=body).raise_for_status()

        times = [timed(ask) for _ in range(_ROUNDS)][5:]
    p95 = percentile(times, 0.95)
    seen = f"p95 {p95:.0f} ms, p50 {statistics.median(times):.0f} ms"
    return Measure(
        what="Outline of 2,000 points planned with directions and grain, p95", goal="≤ 150 ms", seen=seen, met=p95 <= 150
    )


def _outlined(count: int) -> dict[str, Any]:
    def typed(text: str) -> dict[str, str]:
        return {"typed": text, "unit": "mm"}

    turns = [2 * math.pi * i / count for i in range(count)]
    waves = [(turn, 1 + 0.06 * math.sin(7 * turn)) for turn in turns]
    points = [[300 + 270 * r * math.cos(turn), 200 + 170 * r * math.sin(turn)] for turn, r in waves]
    piece = {
        "name": "Wave",
        "material": "ash",
        "length": typed("600"),
        "width": typed("400"),
        "thickness": typed("22"),
        "outline": {"form": "points", "points": points},
    }
    cut = {"kind": "edge", "shape": "roundover", "size": typed("6.35"), "edges": ["outline"], "edge_state": "smooth"}
    return {"piece": piece, "cut": cut}
