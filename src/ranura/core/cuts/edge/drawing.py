"""The drawing of an edge cut: the board with its edges, runs and grain from above; the section with every stage."""

from __future__ import annotations

import math

from ranura.core.board.pieces import Piece, openings_of, outline_of
from ranura.core.cuts.edge.over_table import laid, table_view
from ranura.core.cuts.edge.runs import START_CLIMB, Run, at_share
from ranura.core.cuts.edge.section_view import LEAST_BAND
from ranura.core.cuts.edge.setting import EdgeSetting
from ranura.core.cuts.edge.signs import blocks, lifting, strip, to_choose
from ranura.core.cuts.edge.trips import reach
from ranura.core.cutting.stage import Trip
from ranura.core.geometry.rings import Point
from ranura.core.output.marks import carrier_outlines
from ranura.core.output.views import Arrow, Dimension, Mark, Outline, View, base_outline, box
from ranura.core.text.writing import write

_ARROW_SHARE = 0.24
"""Of a straight edge's length: how long its arrow is drawn."""


def drawn_at(setting: EdgeSetting, at: Point) -> Point:
    """Where a point of the board lies in the plan view: as it is by hand, as the board lies over a table there."""
    return at if setting.by_hand else laid(setting)(at)


def edge_plan_view(setting: EdgeSetting, piece: Piece) -> View:
    """The board from above: what each edge loses, direction and number of each run, blocks, grain that lifts, the router."""
    if not setting.by_hand:
        return table_view(setting, piece)
    outside = outline_of(piece)
    x0, y0 = min(x for x, _ in outside), min(y for _, y in outside)
    x1, y1 = max(x for x, _ in outside), max(y for _, y in outside)
    large = max(x1 - x0, y1 - y0)
    held = carrier_outlines(setting.edging.held, piece, setting.edging.cut_sides) if setting.edging.can_be_wedged else []
    outlines = [Outline(role="work", points=outside), *held]
    outlines += [Outline(role="opening", points=ring) for ring in openings_of(piece)]
    trip = setting.guided.trip if setting.guided else None
    taken = reach(setting.bit, trip) if trip else setting.edging.size
    wide = max(taken, large * LEAST_BAND)
    out = large * 0.035
    marks: list[Mark] = []
    arrows: list[Arrow] = []
    climbs_first = setting.staging is not None and setting.staging.stages[0].climb
    for run in setting.runs:
        outlines.append(Outline(role="waste", points=strip(run, wide)))
        outlines += lifting(run, out * 0.55)
        outlines += blocks(run, out)
        made_arrows, made_marks = _run_signs(run, out * 1.2, climbs_first=climbs_first)
        arrows += made_arrows
        marks += made_marks
    outlines += [Outline(role="clamp", points=box(c.x0, c.y0, c.x1, c.y1), label=write("clamp")) for c in setting.hold.clamps]
    router = _router(setting)
    outlines += router
    if setting.runs and trip:
        axis, _ = _axis(setting, trip)
        arrows.append(Arrow(role="bit", start=axis, end=(axis[0] + setting.base.across * 0.22, axis[1]), turn="clockwise"))
    if setting.material.material_class not in ("mdf", "plastic"):
        marks.append(Mark(kind="grain", at=((x0 + x1) / 2, (y0 + y1) / 2), direction=setting.lying.fibres))
    margin = out * 3.4
    # The whole router is seen; a straightedge may run out of the picture.
    seen = [point for outline in (*router, *held) if outline.role in ("base", "backer") for point in outline.points]
    seen += [(x0 - margin, y0 - margin), (x1 + margin, y1 + margin)]
    frame = (min(x for x, _ in seen), min(y for _, y in seen), max(x for x, _ in seen), max(y for _, y in seen))
    dimensions = (
        Dimension(start=(x0, y1), end=(x1, y1), offset=margin * 0.62, name="length", text=write("{l:short}", l=x1 - x0)),
        Dimension(
            start=(x0 - margin * 0.62, y0),
            end=(x0 - margin * 0.62, y1),
            offset=0,
            name="board-width",
            vertical=True,
            text=write("{w:short}", w=y1 - y0),
        ),
    )
    return View(
        name="plan",
        frame=frame,
        caption=write("from above, the profiled face up"),
        outlines=tuple(outlines),
        arrows=tuple(arrows),
        dimensions=dimensions,
        marks=tuple(marks),
        edges=to_choose(piece, setting),
    )


def _run_signs(run: Run, out: float, *, climbs_first: bool) -> tuple[list[Arrow], list[Mark]]:
    """The arrows of a run beside the board, its number, where it begins and ends, and its short climb."""
    closed, outwards = run.edge.closed, -1.0
    arrows, marks = [], []
    total = run.edge.length
    shares = (0.09, 0.34, 0.59, 0.84) if closed else (0.38,)
    for share in shares:
        at, direction = at_share(run.points, share, closed=closed)
        length = min(total * (0.06 if closed else _ARROW_SHARE), total)
        out_of = (-direction[1] * outwards, direction[0] * outwards)
        start = (at[0] + out_of[0] * out, at[1] + out_of[1] * out)
        end = (start[0] + direction[0] * length, start[1] + direction[1] * length)
        arrows.append(Arrow(role="path", start=start, end=end))
        if climbs_first:
            more = (out_of[0] * out * 0.75, out_of[1] * out * 0.75)
            back = ((end[0] + more[0], end[1] + more[1]), (start[0] + more[0], start[1] + more[1]))
            arrows.append(Arrow(role="path", start=back[0], end=back[1], climb=True))
    begin, direction = at_share(run.points, 0.0, closed=closed)
    end, last_direction = at_share(run.points, 1.0, closed=closed)
    marks.append(Mark(kind="start", at=begin, direction=direction, text=write(f"start {run.number}")))
    marks.append(Mark(kind="end", at=end, direction=last_direction))
    if run.climb_start:
        share = min(START_CLIMB / total, 1.0)
        inside, _ = at_share(run.points, share, closed=False)
        out_of = (-direction[1] * outwards * out * 1.25, direction[0] * outwards * out * 1.25)
        arrows.append(
            Arrow(
                role="path",
                start=(inside[0] + out_of[0], inside[1] + out_of[1]),
                end=(begin[0] + out_of[0], begin[1] + out_of[1]),
                climb=True,
                label=write("climb"),
            )
        )
    if run.number == 1 and not closed:
        at, direction = at_share(run.points, 0.2, closed=False)
        stand = (at[0] - direction[1] * outwards * out * 2.1, at[1] + direction[0] * outwards * out * 2.1)
        marks.append(Mark(kind="stand", at=stand, direction=direction, text=write("stand here")))
    return arrows, marks


def _axis(setting: EdgeSetting, trip: Trip) -> tuple[Point, Point]:
    """Where the router is drawn: on the first run, a little after its middle; and its heading there."""
    run = setting.runs[0]
    at, direction = at_share(run.points, 0.72, closed=run.edge.closed)
    return (at[0] + direction[1] * trip.offset, at[1] - direction[0] * trip.offset), direction


def _router(setting: EdgeSetting) -> list[Outline]:
    """The base and the bit on the first run; a straightedge where one guides."""
    if setting.guided is None or not setting.runs:
        return []
    axis, direction = _axis(setting, setting.guided.trip)
    found = []
    if setting.guided.guide == "fence":
        found.append(_fence(setting, axis, direction))
    if setting.guided.guide == "edge-guide":
        found.append(_edge_guide(setting.guided.trip.offset, axis, direction))
    half = setting.base.across / 2
    around = base_outline(setting.base, axis=axis, guided=half, towards=1)
    found.append(Outline(role="base", points=around, label=write("base")))
    radius = setting.bit.diameter / 2
    circle = tuple(
        (axis[0] + radius * math.cos(i / 18 * math.pi), axis[1] + radius * math.sin(i / 18 * math.pi)) for i in range(36)
    )
    found.append(Outline(role="bit", points=circle))
    return found


_GUIDE_LONG, _GUIDE_DEEP = 170.0, 18.0
"""mm: how an edge guide is drawn."""


def _edge_guide(offset: float, axis: Point, direction: Point) -> Outline:
    """The edge guide along the edge, outside of the board, beside the bit."""
    inward = (-direction[1], direction[0])
    corners = [(a, b) for a, b in box(-_GUIDE_LONG / 2, offset - _GUIDE_DEEP, _GUIDE_LONG / 2, offset)]
    points = tuple((axis[0] + direction[0] * a + inward[0] * b, axis[1] + direction[1] * a + inward[1] * b) for a, b in corners)
    return Outline(role="guide", points=points, label=write("edge guide"))


def _fence(setting: EdgeSetting, axis: Point, direction: Point) -> Outline:
    """The straightedge on the face."""
    run, over = setting.runs[0], setting.rules.fence_overhang
    inward = (-direction[1], direction[0])
    near = setting.base.sides[0].distance
    along = [(p[0] - axis[0]) * direction[0] + (p[1] - axis[1]) * direction[1] for p in (run.points[0], run.points[-1])]
    corners = box(min(along) - over, near, max(along) + over, near + setting.rules.fence_width)
    points = tuple((axis[0] + direction[0] * a + inward[0] * b, axis[1] + direction[1] * a + inward[1] * b) for a, b in corners)
    return Outline(role="guide", points=points, label=write("straightedge"))
