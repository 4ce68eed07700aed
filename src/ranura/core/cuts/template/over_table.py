"""The drawing of a part by template over a router table: face down, as the person before it sees it, and its section."""

from __future__ import annotations

import math
from dataclasses import replace

from ranura.core.cuts.template.figures import work_turns
from ranura.core.cuts.template.guides import Follower
from ranura.core.cuts.template.moves import begun_outside
from ranura.core.cuts.template.setting import TemplateSetting
from ranura.core.geometry.paths import stretch
from ranura.core.geometry.rings import Point, extent
from ranura.core.output.feeding import Feeding, carrier_above, feeding_outlines
from ranura.core.output.lying import FACE_DOWN, PIN, PIN_AWAY, Laid, laid_at, starting_pin
from ranura.core.output.views import Arrow, Mark, Outline, View, box, circle
from ranura.core.text.writing import write

_MARGIN = 10.0
_BEHIND = 45.0
"""mm behind the work at which the person stands."""
_TABLE_SHOWN = 6.0
"""mm of the table that are drawn in the section."""
_RING_ROOM = 3.0
"""mm of room around the bit in the table's ring."""


def laid(setting: TemplateSetting) -> Laid:
    """The work with the edge at which the bit begins beyond it and its heading to the right; the part's edge at y = 0."""
    length = setting.outline.part[0]
    if not setting.ways:
        return Laid(length, 0.0, (0.0, 0.0))
    at, heading = _ahead(setting, 0.0)
    return laid_at(length, at, heading, squarely=True)


def drawn_at(setting: TemplateSetting, at: Point) -> Point:
    """Where a point of the board lies in the plan view: as it is by hand, as the work lies over a table there."""
    return at if setting.by_hand else laid(setting)(at)


def fed(setting: TemplateSetting) -> Feeding:
    """What feeds and carries the part with its template."""
    work = setting.outline.work
    carrier = carrier_above(work) if setting.outline.held == "carrier" else None
    return Feeding(part=work, along=(), carrier=carrier, supported=False)


def stands_on_table(follower: Follower) -> str:
    """Where a template lies over a table: what the base would ride on lies on the table."""
    return "above" if follower.below else "below"


def table_plan(setting: TemplateSetting, by_hand: View) -> View:
    """The view from above the table, made of the board's own: what is sawn and cut, template, bit, bearing and pin, what the work
    does and where the person stands."""
    lie, bit = laid(setting), setting.bit
    kept = [outline for outline in by_hand.outlines if outline.role not in ("base", "bit", "bearing")]
    outlines = [replace(outline, points=tuple(lie(at) for at in outline.points)) for outline in kept]
    marks = [replace(mark, at=lie(mark.at)) for mark in by_hand.marks if mark.kind != "stand"]
    x0, y0, x1, y1 = extent(tuple(at for outline in outlines if outline.role == "work" for at in outline.points))
    arrows: list[Arrow] = []
    if setting.ways and setting.follower is not None:
        axis = lie(begun_outside(setting.ways[-1].path)[0])
        outlines += feeding_outlines(fed(setting), (x0, y0, x1, y1), bit=bit.diameter / 2)
        outlines.append(Outline(role="bearing", points=circle(axis, setting.follower.across / 2)))
        outlines.append(Outline(role="bit", points=circle(axis, bit.diameter / 2)))
        pin, named = starting_pin(_pin_at(setting, lie))
        outlines.append(pin)
        marks.append(named)
        across = min(x1 - x0, y1 - y0)
        spin = max(bit.diameter * 0.8, across * 0.1)
        arrows.append(
            Arrow(role="bit", start=axis, end=(axis[0] + spin, axis[1]), turn="counter-clockwise", label=write("turns"))
        )
        middle = ((x0 + x1) / 2, (y0 + y1) / 2)
        end = (middle[0] + across * 0.2, middle[1])
        arrows.append(Arrow(role="path", start=middle, end=end, turn=work_turns(), label=write("work")))
    stand = (max(x1 * 0.3, 60.0), y0 - _BEHIND)
    marks.append(Mark(kind="stand", at=stand, direction=(0.0, 1.0), text=write("stand here, before the table")))
    seen = [at for outline in outlines for at in outline.points] + [stand, (stand[0], stand[1] - 12.0)]
    low_x, low_y, high_x, high_y = extent(tuple(seen))
    return replace(
        by_hand,
        frame=(low_x - _MARGIN, low_y - _MARGIN, high_x + _MARGIN, high_y + _MARGIN),
        caption=write(FACE_DOWN),
        outlines=tuple(outlines),
        arrows=tuple(arrows),
        dimensions=(),
        marks=tuple(marks),
        handles=(),
        clamps=(),
    )


def table_section(setting: TemplateSetting, by_hand: View) -> View:
    """The section by hand turned over: what the base would ride on lies on the table, and the bit comes up through its ring."""
    top = setting.outline.thickness
    follower = setting.follower
    table = 0.0 if follower is None or follower.below else -follower.thickness

    below = table - _TABLE_SHOWN

    def over(points: tuple[Point, ...]) -> tuple[Point, ...]:
        return tuple((x, top - y) for x, y in points)

    x0, y0, x1, y1 = by_hand.frame
    outlines = [replace(outline, points=over(outline.points)) for outline in by_hand.outlines]
    bits = [at[0] for outline in outlines if outline.role == "bit" for at in outline.points]
    low, high = (min(bits) - _RING_ROOM, max(bits) + _RING_ROOM) if bits else (x1, x1)
    sides = [(x0, min(low, x1)), (max(high, x0), x1)]
    tables = [
        Outline(role="base", points=box(a, below, b, table), label=None if number else write("table"))
        for number, (a, b) in enumerate(each for each in sides if each[1] > each[0])
    ]
    dimensions = tuple(
        replace(each, start=(each.start[0], below), end=(each.end[0], below))
        if each.name == "length"
        else replace(each, start=over((each.start,))[0], end=over((each.end,))[0])
        for each in by_hand.dimensions
    )
    return replace(
        by_hand,
        frame=(x0, min(top - y1, below), x1, top - y0),
        caption=write("section at the bit, face down on the table"),
        outlines=(*tables, *outlines),
        dimensions=dimensions,
    )


def _pin_at(setting: TemplateSetting, lie: Laid) -> Point:
    """Where the starting pin stands: where the work comes from, against the sawn edge."""
    at, heading = _ahead(setting, setting.bit.diameter / 2 + PIN_AWAY)
    size = math.hypot(*heading)
    off = (PIN + setting.outline.sawn) / size
    return lie.lying((at[0] - heading[1] * off, at[1] + heading[0] * off))


def _ahead(setting: TemplateSetting, by: float) -> tuple[Point, Point]:
    """A place of the part's edge so many mm ahead of where the bit begins, and the bit's heading there, on the board turned face
    down: there the wood lies on the right."""
    length, half = setting.outline.part[0], setting.bit.diameter / 2
    ring = begun_outside(setting.ways[-1].path)
    part = stretch((*ring, *ring, ring[0]), by, by + 1.0)
    (ax, ay), (bx, by_) = part[0], part[-1]
    size = math.hypot(bx - ax, by_ - ay) or 1.0
    hx, hy = -(bx - ax) / size, (by_ - ay) / size
    return (length - ax + hy * half, ay - hx * half), (hx, hy)
