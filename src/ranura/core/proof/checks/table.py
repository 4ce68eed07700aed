"""R21.6 over a table: wherever the bit cuts, the middle of the work lies over the table or over what stands beside it; work that
stands on its end or edge leans on something high enough."""

from __future__ import annotations

from collections.abc import Iterator

from shapely import Polygon

from ranura.core.geometry import closeness
from ranura.core.geometry.rings import Point, extent
from ranura.core.proof.checks.base import half_width
from ranura.core.proof.findings import Found
from ranura.core.proof.moves import ON_STANDS, Role
from ranura.core.proof.sections import Section
from ranura.core.proof.shapes import outside
from ranura.core.proof.steps import Step
from ranura.core.text import table_words

_OUT, _NEAR = 0.3, 0.2
"""Of half the table's least width: how far the middle of the work may lie beyond it, and how far inside it is held level."""


STANDS = 2.0
"""How many times as high as it is thick work is that stands rather than lies."""
_LEANS_ON: frozenset[Role] = frozenset({"fence", "sled", "carrier"})


def over_table(step: Step) -> Iterator[Found]:
    """Where the work would tip off the table, or over on it, or has to be held level."""
    if step.by_hand:
        return
    yield from _tips_over(step)
    if step.setting.hold == ON_STANDS:
        return
    half, worst = half_width(step.setting), None
    for section in step.sections:
        if section.area > 0:
            away = _beyond(step, section)
            if worst is None or away > worst[0]:
                worst = (away, section.at)
    if worst is None:
        return
    if closeness.over(worst[0], _OUT * half):
        yield step.found(6, table_words.TIPS_OFF_TABLE, worst[1], 0.0, away=worst[0])
    elif closeness.over(worst[0], -_NEAR * half):
        yield step.found(6, table_words.HELD_LEVEL, worst[1], 0.0)


def _tips_over(step: Step) -> Iterator[Found]:
    """Whether what stands leans on something that is at least half as high (R21.6)."""
    if not any(section.area for section in step.sections):
        return
    work = step.wood.works[0]
    x0, y0, x1, y1 = extent(work.ring)
    high = work.z1 - work.z0
    if not closeness.over(high, STANDS * min(x1 - x0, y1 - y0)):
        return
    leans = max((min(each.z1, work.z1) - max(each.z0, work.z0) for each in step.there if each.role in _LEANS_ON), default=0.0)
    if closeness.under(leans, high / 2):
        yield step.found(6, table_words.STANDS_UNHELD, step.sections[0].at, 0.0, high=high, leans=max(leans, 0.0), least=high / 2)


def _beyond(step: Step, section: Section) -> float:
    """How far the middle of the work lies beyond the table, in mm, negative over it; the table stands along the cut."""
    x0, y0, x1, y1 = extent(step.wood.works[0].ring)
    to: Point = ((x0 + x1) / 2 - section.at[0], (y0 + y1) / 2 - section.at[1])
    (dx, dy), table = section.way, step.setting.base.ring
    seen = (to[0] * dy - to[1] * dx, to[0] * dx + to[1] * dy)
    return outside(Polygon(table), seen)
