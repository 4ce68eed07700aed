"""The drawing of an edge cut over a router table, as the person before it sees it (R7): fence or pin beyond the bit, the board
face down, its first edge at the bit, and what the work does."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import replace
from itertools import pairwise

from ranura.core.board.pieces import Piece, openings_of, outline_of
from ranura.core.cuts.edge.runs import Run, at_share, leading
from ranura.core.cuts.edge.section_view import LEAST_BAND
from ranura.core.cuts.edge.setting import EdgeSetting
from ranura.core.cuts.edge.signs import blocks, lifting, strip, to_choose
from ranura.core.cuts.edge.trips import reach
from ranura.core.cutting.direction import contour_direction
from ranura.core.geometry.rings import Point, extent
from ranura.core.output.feeding import Feeding, carrier_above, carrier_beside, feeding_outlines, stand_outlines
from ranura.core.output.lying import FACE_DOWN, PIN, PIN_AWAY, Laid, laid_at, starting_pin
from ranura.core.output.marks import carrier_outlines
from ranura.core.output.views import Arrow, Dimension, Mark, Outline, View, box, circle
from ranura.core.text.writing import write

_FENCE_DEEP = 60.0
_BEYOND = 0.25
"""Of the board's length along the fence: how far the fence is drawn past it."""
_FENCE_PAST = 80.0
"""mm that it is drawn past it at least."""
_NUMBER_AT = 0.8
"""Along a run: where its number is written, away from the bit."""
_BIT_AT = 0.42
"""Along the first run: where the bit is drawn."""


def laid(setting: EdgeSetting) -> Laid:
    """The board with the first run's heading to the right, so that the work goes to the left; the bit's axis at x = 0 and the
    edge that is cut at y = 0."""
    length = setting.edging.part[0]
    if not setting.runs:
        return Laid(length, 0.0, (0.0, 0.0))
    run = setting.runs[0]
    at, heading = at_share(run.points, _BIT_AT, closed=run.edge.closed)
    return laid_at(length, at, heading, squarely=run.edge.closed)


def fed_over_table(setting: EdgeSetting) -> Feeding:
    """What feeds and carries the board."""
    edging = setting.edging
    length, width = edging.part
    along = [width if run.edge.ref in ("left", "right") else length for run in setting.runs if not run.edge.closed]
    carrier = carrier_beside() if edging.can_be_wedged else carrier_above(edging.part)
    return Feeding(
        part=edging.part, along=along, carrier=carrier if edging.held == "carrier" else None, supported=edging.supported
    )


def turns_between(runs: Sequence[Run]) -> tuple[float, ...]:
    """By how many degrees the work is turned before each straight run after the first, counter-clockwise seen from above."""
    ends = [(run.points[0], run.points[-1]) for run in runs if not run.edge.closed]
    headings = [math.degrees(math.atan2(b[1] - a[1], b[0] - a[0])) for a, b in ends]
    return tuple(_within_half_a_turn(before - after) for before, after in pairwise(headings))


def _within_half_a_turn(degrees: float) -> float:
    """Between −180 (not included) and 180.

    >>> _within_half_a_turn(270.0), _within_half_a_turn(-180.0)
    (-90.0, 180.0)"""
    return -((180.0 - degrees) % 360.0 - 180.0) or 0.0


def turn_words(degrees: float) -> str:
    """How far the work is turned, and which way.

    >>> turn_words(90.0), turn_words(180.0), turn_words(-31.2)
    ('a quarter turn counter-clockwise', 'half a turn', '31° clockwise')"""
    size = round(abs(degrees))
    if size == 180:
        return "half a turn"
    way = "counter-clockwise" if degrees > 0 else "clockwise"
    return f"a quarter turn {way}" if size == 90 else f"{size}° {way}"


def table_view(setting: EdgeSetting, piece: Piece) -> View:
    """The board from above on the table: what each edge loses and its number, fence or pin, bit, what the work does, who stands
    where."""
    lie = laid(setting)
    outside = tuple(lie(at) for at in outline_of(piece))
    x0, y0, x1, y1 = extent(outside)
    large = max(x1 - x0, y1 - y0)
    out = large * 0.035
    trip = setting.guided.trip if setting.guided else None
    taken = reach(setting.bit, trip) if trip else setting.edging.size
    wide = max(taken, large * LEAST_BAND)
    stands = stand_outlines(fed_over_table(setting), (x0, y0, x1, y1), table=setting.base.across / 2)
    outlines = [*stands, Outline(role="work", points=outside)]
    outlines += [Outline(role="opening", points=tuple(lie(at) for at in ring)) for ring in openings_of(piece)]
    marks: list[Mark] = []
    for run in setting.runs:
        signs = [Outline(role="waste", points=strip(run, -wide)), *lifting(run, out * 0.55, wood_left=False)]
        outlines += [_lying(each, lie) for each in (*signs, *blocks(run, out, wood_left=False))]
        at, _ = at_share(run.points, 0.0 if run.edge.closed else _NUMBER_AT, closed=run.edge.closed)
        marks.append(Mark(kind="start", at=lie.lying(at), direction=(1.0, 0.0), text=write(f"start {run.number}")))
    if (pin := _pin_at(setting)) is not None:
        outline, named = starting_pin(pin)
        outlines.append(outline)
        marks.append(named)
    outlines += _fence(setting, (x0, x1))
    if setting.edging.can_be_wedged:
        outlines += carrier_outlines(setting.edging.held, piece, setting.edging.cut_sides, lying=lie)
    outlines += feeding_outlines(fed_over_table(setting), (x0, y0, x1, y1), bit=setting.bit.diameter / 2)
    if trip:
        outlines.append(Outline(role="bit", points=circle((0.0, trip.offset), setting.bit.diameter / 2)))
    if setting.material.material_class not in ("mdf", "plastic"):
        closed = bool(setting.runs) and setting.runs[0].edge.closed
        at = (x0 + (x1 - x0) * (0.14 if closed else 0.5), y0 + (y1 - y0) * (0.07 if closed else 0.3))
        marks.append(Mark(kind="grain", at=at, direction=lie.way(setting.lying.fibres)))
    lowest = min(y for outline in outlines if outline.role in ("work", "backer") for _, y in outline.points)
    stand = (max(x1 * 0.3, 60.0), lowest - out * 3.4 - 45.0)
    marks.append(Mark(kind="stand", at=stand, direction=(0.0, 1.0), text=write("stand here, before the table")))
    marks += _leading(setting.runs, (x0, y0, x1, y1))
    seen = [point for outline in outlines if outline.role in ("bit", "stop", "aid", "backer") for point in outline.points]
    seen += [(x0 - out * 4, y0 - out * 2), (x1 + out * 4, max(y1, _FENCE_DEEP)), stand, (stand[0], stand[1] - 12.0)]
    return View(
        name="plan",
        frame=extent(tuple(seen)),
        caption=write(FACE_DOWN),
        outlines=tuple(outlines),
        arrows=_arrows(setting, (x0, y0, x1, y1), wide),
        dimensions=(
            Dimension(start=(x0, y0), end=(x1, y0), offset=-out * 1.6, name="length", text=write("{l:short}", l=x1 - x0)),
            Dimension(
                start=(x0 - out * 2, y0),
                end=(x0 - out * 2, y1),
                offset=0,
                name="board-width",
                vertical=True,
                text=write("{w:short}", w=y1 - y0),
            ),
        ),
        marks=tuple(marks),
        edges=to_choose(piece, setting, lie),
    )


def _lying(outline: Outline, lie: Laid) -> Outline:
    return replace(outline, points=tuple(lie.lying(at) for at in outline.points))


def _fence(setting: EdgeSetting, along: tuple[float, float]) -> list[Outline]:
    """The fence behind the bit; none round a curve."""
    if not setting.runs or setting.guided is None or setting.runs[0].edge.closed:
        return []
    past = max((along[1] - along[0]) * _BEYOND, _FENCE_PAST)
    return [Outline(role="guide", points=box(along[0] - past, 0.0, along[1] + past, _FENCE_DEEP), label=write("fence"))]


def _pin_at(setting: EdgeSetting) -> Point | None:
    """Where the starting pin stands round a curve: where the work comes from, whose edge bears on pin and bearing."""
    if not setting.runs or setting.guided is None or not setting.runs[0].edge.closed:
        return None
    run, trip = setting.runs[0], setting.guided.trip
    ahead = setting.bit.diameter / 2 + PIN_AWAY
    at, heading = at_share(run.points, min(_BIT_AT + ahead / run.edge.length, 1.0), closed=True)
    off = PIN + max(trip.offset - (setting.guided.bearing or 0.0) / 2, 0.0)
    return laid(setting).lying((at[0] - heading[1] * off, at[1] + heading[0] * off))


def _arrows(setting: EdgeSetting, board: tuple[float, float, float, float], wide: float) -> tuple[Arrow, ...]:
    """What the work does, how the bit turns, and how the work is turned for the next edge."""
    x0, y0, x1, y1 = board
    across = min(x1 - x0, y1 - y0)
    found = []
    if setting.guided is not None:
        axis = (0.0, setting.guided.trip.offset)
        spin = max(setting.bit.diameter * 0.8, across * 0.1)
        found.append(Arrow(role="bit", start=axis, end=(spin, axis[1]), turn="counter-clockwise", label=write("turns")))
    if setting.runs and setting.runs[0].edge.closed:
        middle = ((x0 + x1) / 2, (y0 + y1) / 2)
        turn = contour_direction(mounting="table", contour="inside" if setting.runs[0].edge.inside else "outside").work_turns
        found.append(Arrow(role="path", start=middle, end=(middle[0] + across * 0.2, middle[1]), turn=turn, label=write("work")))
        return tuple(found)
    level = -min(wide + across * 0.16, across * 0.5)
    long = (x1 - x0) * 0.18
    found.append(Arrow(role="path", start=(x0 * 0.35 + long, level), end=(x0 * 0.35 - long, level), label=write("work")))
    return tuple(found)


def _leading(runs: Sequence[Run], board: tuple[float, float, float, float]) -> list[Mark]:
    """Which end of the board comes to the bit first, written where it lies."""
    name = leading(runs[0].edge) if runs else None
    if name is None:
        return []
    x0, y0, x1, y1 = board
    at = (x0 + (x1 - x0) * 0.12, y0 + (y1 - y0) * 0.14)
    return [Mark(kind="name", at=at, direction=(1.0, 0.0), text=write("{name} leads", name=name))]
