"""The steps at the machine on paper, each with a box to tick: what the slip says in short, for those who want it longer."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from itertools import groupby

from ranura.core.running.steps import Part, RunStep
from ranura.core.text.writing import System, Text
from ranura.core.text.writing import write as text
from ranura.formats.print_page import FURTHER, MARGIN, Print, Sheet, footer, further_head, said_in
from ranura.formats.type_on_paper import wrapped, write

_PARTS: dict[Part, str] = {
    "set-up": "Set up, unplugged",
    "look": "Look it over",
    "scrap": "In scrap first",
    "cut": "Cut",
    "after": "After it",
}
_INDENT, _LINE, _GAP, _HEAD, _ABOVE = 16.0, 12.0, 6.0, 25.0, 8.0
"""Points: what a box takes, a line, what is between steps, a head, and what of that is above it."""


def stepped(steps: Sequence[RunStep], system: System, *, inner: float, height: float) -> Iterator[Sequence[RunStep]]:
    """The steps page by page, of pages that are so many points high within their margins."""
    page: list[RunStep] = []
    said: set[tuple[str, Text]] = set()
    left = height - FURTHER
    for each in steps:
        shown = _in_short(each, said)
        takes = _height(shown, system, inner) + (0.0 if page and page[-1].part == each.part else _HEAD)
        if page and takes > left:
            yield page
            page, said, left, shown = [], set(), height - FURTHER, each
            takes = _height(each, system, inner) + _HEAD
        page.append(shown)
        said.update((_kind(each), line) for line in each.lines)
        left -= takes
    if page:
        yield page


def _kind(step: RunStep) -> str:
    """What steps that are done again and again share."""
    return step.key.rstrip("-0123456789")


def _in_short(step: RunStep, said: set[tuple[str, Text]]) -> RunStep:
    """A step of the cut without what another one like it says word for word on its page, where that is more than a line. What is
    set up is always said in full."""
    own = tuple(line for line in step.lines if (_kind(step), line) not in said)
    return (
        step
        if step.part != "cut" or len(step.lines) - len(own) < 2
        else replace(step, lines=(*own, text("the rest as above" if own else "as above")))
    )


def steps_page(page: Print, sheet: Sheet, steps: Sequence[RunStep]) -> None:
    """A page of steps, under the part of the work that they belong to."""
    canvas, system = page.canvas, page.system
    further_head(page, sheet, "step by step")
    y = page.height - MARGIN - FURTHER
    for part, group in groupby(steps, key=lambda each: each.part):
        with canvas.part("H2"):
            write(canvas, MARGIN, y - _ABOVE, _PARTS[part], "strong", 11)
        y -= _HEAD
        with canvas.group("L"):
            for each in group:
                canvas.rect(MARGIN, y - 1.5, 9, 9, stroke=1, fill=0)
                with canvas.group("LI"), canvas.part("LBody"):
                    write(canvas, MARGIN + _INDENT, y, f"{_title(each, system)} ", "strong", 10)
                    for number, line in enumerate(_lines(each, system, page.inner), start=1):
                        write(canvas, MARGIN + _INDENT, y - number * _LINE, f"{line} ", "text", 9.5)
                y -= _height(each, system, page.inner)
    footer(page, sheet)


def _title(step: RunStep, system: System) -> str:
    """What is done, with its large figures."""
    leads = []
    for each in step.leads:
        shown = each.shown.inch if system == "inch" else each.shown.metric
        error = f"({shown.error})" if shown.error else ""
        leads.append(" ".join(part for part in (shown.number, shown.unit, error, said_in(each.caption, system)) if part))
    return ": ".join((said_in(step.title, system), *([", ".join(leads)] if leads else [])))


def _lines(step: RunStep, system: System, inner: float) -> list[str]:
    texts = [said_in(each, system) for each in step.lines]
    if step.costs is not None:
        texts.append(said_in(step.costs, system))
    return [line for text in texts for line in wrapped(text, "text", 9.5, inner - _INDENT)]


def _height(step: RunStep, system: System, inner: float) -> float:
    return _LINE * (1 + len(_lines(step, system, inner))) + _GAP
