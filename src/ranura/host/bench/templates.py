"""Templates: an outline of many points against the geometry library alone, drawings that come in, and pages that go out."""

from __future__ import annotations

import math
import statistics

import httpx2
from playwright.sync_api import Page
from shapely import Polygon

from ranura.core.geometry.loops import Loop
from ranura.core.geometry.rings import Ring
from ranura.core.templates.outline import understood
from ranura.core.templates.shaping import shaped_template
from ranura.formats.drawing_reader import read_apart
from ranura.formats.template_files import TemplateDrawing
from ranura.formats.template_pdf import pages_of, template_pdf
from ranura.host.bench.measuring import Measure, frames, timed

_POINTS, _ROUNDS = 10_000, 7
_GUIDE, _BIT = 15.875, 6.35
_CHORDS = 70
"""Of a quarter circle: about as true as ours."""


def measure_templates() -> list[Measure]:
    """The template of a wavy outline, by turns with the same offsets made directly; SVG of 1 and 5 MB; a PDF of many pages."""
    wave = _wave(_POINTS)
    loop = Loop(tuple((x, y, 0.0) for x, y in wave))
    ours, direct = [], []
    for _ in range(_ROUNDS):
        direct.append(timed(lambda: _directly(wave)))
        ours.append(timed(lambda: shaped_template([loop], "recess", guide=_GUIDE, bit=_BIT)))
    ratio = statistics.median(ours) / statistics.median(direct)
    seen = f"{ratio:.1f} × ({statistics.median(ours):.0f} ms against {statistics.median(direct):.0f} ms)"
    what = f"Template and reach of an outline of {_POINTS:,} points, against the same offsets made directly"
    return [
        Measure(what=what, goal="≤ 2 ×", seen=seen, met=ratio <= 2),
        *(_reading(size, goal) for size, goal in ((1_000_000, 2.0), (5_000_000, 12.0))),
        _paper(),
    ]


_TAKEN = """
  const canvas = document.querySelector('[data-testid="template-canvas"]');
  const box = canvas.getBoundingClientRect();
  Element.prototype.setPointerCapture = () => {};
  const point = (kind, dx, dy) =>
    canvas.dispatchEvent(new PointerEvent(kind, { bubbles: true, pointerId: 1, buttons: 1,
      clientX: box.left + box.width / 2 + dx, clientY: box.top + box.height / 2 + dy }));
  point("pointerdown", 0, 0);"""
_PULLED = """point("pointermove", 120 * Math.sin(frames.length / 12), 60 * Math.sin(frames.length / 15));"""


def measure_panning(page: Page, url: str, sides: int = 20_000) -> Measure:
    """An outline of so many sides, dragged about in its room."""
    path = "M" + " L".join(f"{x:.4f} {y:.4f}" for x, y in _wave(sides)) + " Z"
    with httpx2.Client(base_url=url, timeout=60) as client:
        kept = client.post("/api/outlines", json={"name": "Wave", "path": path}).raise_for_status().json()
        page.goto(f"{url}/templates/{kept['id']}")
        page.get_by_test_id("template-size").wait_for()
        page.wait_for_timeout(1_500)
        seen = frames(page, f"Outline of {sides:,} sides, while it is dragged", begin=_TAKEN, each=_PULLED)
        page.goto("about:blank")
        client.delete(f"/api/outlines/{kept['id']}").raise_for_status()
    return seen


def _wave(count: int) -> Ring:
    turns = [2 * math.pi * i / count for i in range(count)]
    waves = [(turn, 1 + 0.06 * math.sin(7 * turn)) for turn in turns]
    return tuple((300 * r * math.cos(turn), 200 * r * math.sin(turn)) for turn, r in waves)


def _directly(wave: Ring) -> float:
    wanted = Polygon(wave)
    template = wanted.buffer(-_BIT / 2, quad_segs=_CHORDS).buffer(_GUIDE / 2, quad_segs=_CHORDS)
    cut = template.buffer(-_GUIDE / 2, quad_segs=_CHORDS).buffer(_BIT / 2, quad_segs=_CHORDS)
    return float(wanted.difference(cut).area + cut.difference(wanted).area)


def _reading(size: int, goal: float) -> Measure:
    path = "M" + " L".join(f"{x:.4f} {y:.4f}" for x, y in _wave(8_000)) + " Z"
    copies = max(1, size // len(path))
    inside = "".join(f'<path transform="translate({number * 700} 0)" d="{path}"/>' for number in range(copies))
    svg = f'<svg xmlns="http://www.w3.org/2000/svg" width="900mm" height="600mm" viewBox="0 0 900 600">{inside}</svg>'
    seconds = timed(lambda: understood(read_apart(svg.encode(), None).loops)) / 1_000
    what = f"An SVG of {len(svg) / 1e6:.1f} MB read and understood"
    return Measure(what=what, goal=f"< {goal:.0f} s", seen=f"{seconds:.1f} s", met=seconds < goal)


def _paper() -> Measure:
    loop = Loop(tuple((x, y, 0.0) for x, y in _wave(2_000)))
    drawing = TemplateDrawing("Wave", (loop,), (loop,), (loop,))
    seconds = timed(lambda: template_pdf(drawing, "a4", made_by="bench")) / 1_000
    what = f"A template as a PDF of {pages_of(drawing, 'a4')} pages"
    return Measure(what=what, goal="< 1.5 s", seen=f"{seconds:.2f} s", met=seconds < 1.5)
