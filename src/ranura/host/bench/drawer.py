"""The drawer with thousands of bits: frames while it scrolls, the time from a letter to the bits found, and a long import."""

from __future__ import annotations

import statistics
import time

import httpx2
from playwright.sync_api import Page

from ranura.host.bench.measuring import Measure, frames, percentile

_SHELF = """const box = document.querySelector('[data-testid="drawer"]');"""
_SCROLL = "box.scrollTop += 40;"

_FIND = """async (text) => {
  const input = document.querySelector('[data-testid="find-bits"]');
  const shelf = document.querySelector('[data-testid="drawer"]');
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set;
  const changed = new Promise((done) => {
    const watch = new MutationObserver(() => {
      watch.disconnect();
      done();
    });
    watch.observe(shelf, { subtree: true, childList: true, characterData: true });
  });
  const began = performance.now();
  set.call(input, text);
  input.dispatchEvent(new Event("input", { bubbles: true }));
  await changed;
  await new Promise((next) => requestAnimationFrame(next));
  await new Promise((next) => setTimeout(next, 0));
  return performance.now() - began;
}"""
_QUESTIONS = (
    "12.7 straight",
    "6mm shank",
    "dull",
    "no. 17",
    "",
    "roundover",
    "up",
    "v",
    "",
    "1/4 shank straight",
    "bead",
    "",
) * 2


def measure_drawer(page: Page, url: str) -> list[Measure]:
    """A drawer of 3,000 bits in the browser."""
    page.goto(f"{url}/drawer")
    page.wait_for_selector('[data-testid="drawer"] button')
    page.wait_for_timeout(1_000)
    scrolling = frames(page, "Drawer of 3,000 bits, while it scrolls", begin=_SHELF, each=_SCROLL)
    times: list[float] = []
    for text in ("bearing", *_QUESTIONS):
        times.append(page.evaluate(_FIND, text))
        page.wait_for_timeout(100)
    del times[0]
    page.goto("about:blank")
    p95 = percentile(times, 0.95)
    return [
        scrolling,
        Measure(
            what="Drawer of 3,000 bits: letter typed → bits found and painted, p95",
            goal="≤ 50 ms",
            seen=f"p95 {p95:.0f} ms, p50 {statistics.median(times):.0f} ms",
            met=min(times) >= 0 and p95 <= 50,
        ),
    ]


def measure_import(url: str, rows: int = 5_000) -> Measure:
    """A table of so many rows, from the file to kept."""
    head = "name,profile,shank,diameter,cutting_length,overall_length\n"
    text = head + "".join(f"imported {i},straight,8 mm,{4 + i % 9},25 mm,{60 + i % 7}\n" for i in range(rows))
    began = time.perf_counter()
    with httpx2.Client(base_url=url, timeout=60) as client:
        view = client.post("/api/imports", json={"kind": "bits", "text": text}).raise_for_status().json()
        address = f"/api/imports/{view['id']}"
        read = 0.0
        while view["stage"] != "kept":
            if view["stage"] == "preview":
                read = time.perf_counter() - began
                client.post(f"{address}/keep").raise_for_status()
            time.sleep(0.02)
            view = client.get(address).raise_for_status().json()
    seconds = time.perf_counter() - began
    return Measure(
        what=f"Import of {rows:,} rows, from the file to kept",
        goal="< 10 s",
        seen=f"{seconds:.1f} s, of which {read:.1f} s to the preview",
        met=seconds < 10,
    )
