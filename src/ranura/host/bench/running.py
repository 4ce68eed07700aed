"""The order of many steps, a key in run mode, and a log of a year."""

from __future__ import annotations

import random
import statistics
from datetime import UTC, datetime, timedelta

import httpx2
from playwright.sync_api import Page

from ranura.core.running.log import Outcome, RunOf
from ranura.core.sequence.order import WorkStep, best_order
from ranura.demo.shop import DEMO_SHOP
from ranura.host.bench.measuring import Measure, percentile, timed
from ranura.store import kept_runs
from ranura.store.repository import Store

_STEPS, _RUNS, _ASKED = 200, 5_000, 12
_CUT = "/jobs/little-harbour/cuts/shelf-dado-212"
_PAINTED = """async (key) => {
  const shown = () => document.querySelector('[data-testid="run-step"]')?.dataset.step;
  const before = shown();
  const began = performance.now();
  window.dispatchEvent(new KeyboardEvent("keydown", { key, bubbles: true }));
  while (shown() === before) {
    await new Promise((next) => requestAnimationFrame(next));
    if (performance.now() - began > 5000) return -1;
  }
  await new Promise((next) => requestAnimationFrame(next));
  return performance.now() - began;
}"""


def measure_order() -> Measure:
    """The order of many steps with many tools, each after a few others."""
    chance = random.Random(1)
    blocks = [(f"t{tool}", f"t{tool}/{each}") for tool in range(12) for each in range(4)]
    of_step = sorted(chance.randrange(len(blocks)) for _ in range(_STEPS))
    steps = [
        WorkStep(
            id=f"s{number}",
            tool=blocks[block][0],
            setting=blocks[block][1],
            minutes=3,
            after=tuple(f"s{chance.randrange(number)}" for _ in range(2)) if number else (),
        )
        for number, block in enumerate(of_step)
    ]
    chance.shuffle(steps)
    found = best_order(steps, tool_minutes=8, setting_minutes=4)
    seconds = timed(lambda: best_order(steps, tool_minutes=8, setting_minutes=4)) / 1_000
    seen = f"{seconds:.2f} s, {'proven' if found.proven else f'{found.minutes:.0f} min, none under {found.bound:.0f}'}"
    return Measure(what=f"Order of {_STEPS} steps", goal="< 1 s", seen=seen, met=seconds < 1)


def measure_run_keys(page: Page, url: str) -> Measure:
    """From a key in run mode to the next step painted."""
    page.goto(url + _CUT)
    page.wait_for_selector('[data-testid="slip"]')
    page.get_by_test_id("run").click()
    page.wait_for_selector('[data-testid="run-step"]')
    times: list[float] = []
    for _ in range(3):
        for key in ("ArrowRight", "ArrowLeft"):
            for _ in range(14):
                times.append(page.evaluate(_PAINTED, key))
    what = "Run mode: key → next step painted, p95"
    if min(times) < 0:
        return Measure(what=what, goal="≤ 50 ms", seen="did not appear", met=False)
    p95 = percentile(times, 0.95)
    return Measure(what=what, goal="≤ 50 ms", seen=f"p95 {p95:.0f} ms, p50 {statistics.median(times):.0f} ms", met=p95 <= 50)


def measure_log(store: Store, url: str) -> Measure:
    """A log of a year, read as its page reads it."""
    of = RunOf(cut="Shelf", piece="Side", material="oak", material_name="oak", bit_id="straight-12.7", bit="12.7 straight")
    begun = datetime(2025, 11, 1, 8, tzinfo=UTC)
    rows = [
        kept_runs.as_row(
            id=f"bench-{number}",
            of=of,
            outcome=Outcome(came_out="clean"),
            at=begun + timedelta(hours=number),
            cut_id=None,
            plan_id=None,
        )
        for number in range(_RUNS)
    ]
    with store.session() as session:
        kept_runs.lay(session, DEMO_SHOP, {}, rows)
    times = []
    with httpx2.Client(base_url=url, timeout=60) as client:
        for _ in range(_ASKED):
            times.append(timed(lambda: client.get("/api/runs").raise_for_status()))
    p50 = statistics.median(times)
    return Measure(what=f"A log of {_RUNS:,} runs, asked for, p50", goal="≤ 300 ms", seen=f"{p50:.0f} ms", met=p50 <= 300)
