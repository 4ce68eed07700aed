"""Words of the drawings in the browser: none lies on another, in every demo cut, on a phone and on a laptop."""

from __future__ import annotations

import pytest
from playwright.sync_api import expect

from ranura.demo.jobs import PIECES

pytestmark = pytest.mark.slow

_ON_ONE_ANOTHER = """() => [...document.querySelectorAll('svg[data-view]')].flatMap((svg) => {
    const words = [...svg.querySelectorAll('text')].map((each) => [each.textContent, each.getBoundingClientRect()]);
    const room = svg.getBoundingClientRect();
    return words.flatMap(([text, a], i) => [
        ...(a.left < room.left - 2 || a.right > room.right + 2 || a.bottom > room.bottom + 3 ? [`${text} runs out`] : []),
        ...words.slice(i + 1).filter(([, b]) =>
            Math.min(a.right, b.right) - Math.max(a.left, b.left) > 2 && Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top) > 5
        ).map(([other]) => `${text} / ${other}`),
    ]);
})"""


HALVES = [
    ("inch", 0, 16),
    *(pytest.param(unit, first, 2, marks=pytest.mark.thorough) for unit, first in (("inch", 1), ("mm", 0))),
]
"""A few cuts, and in long runs all of them, every second one in millimetres."""


@pytest.mark.parametrize(("unit", "first", "step"), HALVES)
def test_no_words_of_a_drawing_lie_on_one_another(open_page, unit, first, step):
    page = open_page("/jobs/little-harbour/cuts/shelf-dado-212")
    page.get_by_role("button", name=unit, exact=True).click()
    found = {}
    for cut in [cut for _, _, cuts in PIECES for cut, _, _ in cuts][first::step]:
        page.locator(f'[data-cut="{cut}"]').click()
        expect(page.locator(f'[data-cut="{cut}"]')).to_have_attribute("aria-current", "page")
        for width, height in ((1280, 800), (390, 844)):
            page.set_viewport_size({"width": width, "height": height})
            expect(page.locator("svg[data-view] text").first).to_be_visible()
            page.evaluate("() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)))")
            found[cut, width] = page.evaluate(_ON_ONE_ANOTHER)
    assert not {place: words for place, words in found.items() if words}
