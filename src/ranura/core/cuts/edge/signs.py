"""What the drawings of an edge cut show of a run, however the board lies: the strip it takes, where fibres lift, blocks."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence

import numpy as np

from ranura.core.board.pieces import Piece, edges_of
from ranura.core.cuts.edge.runs import Run
from ranura.core.cuts.edge.setting import EdgeSetting
from ranura.core.geometry.rings import Point
from ranura.core.output.views import EdgeMark, Outline
from ranura.core.text.writing import write


def aside(points: Sequence[Point], distance: float, *, closed: bool) -> list[Point]:
    """A path moved to the left of its heading by a distance, its corners mitred."""
    at = np.array(points, dtype=float)
    ahead = np.roll(at, -1, axis=0) - at
    if not closed:
        ahead[-1] = 0.0
    length = np.hypot(ahead[:, 0], ahead[:, 1])
    there = length > 1e-9
    heading = np.divide(ahead, length[:, None], out=np.zeros_like(ahead), where=there[:, None])
    # At a corner the mean of the headings before and behind it; at the end of an open path the only one.
    count = np.maximum(there.astype(int) + np.roll(there, 1), 1)
    mean = (heading + np.roll(heading, 1, axis=0)) / count[:, None]
    normal = np.column_stack((-mean[:, 1], mean[:, 0]))
    size = np.maximum((normal**2).sum(axis=1), 0.15)
    return [(x, y) for x, y in (at + normal / size[:, None] * distance).tolist()]


def strip(run: Run, width: float) -> tuple[Point, ...]:
    """The strip beside a run, as wide as given, on its left where positive."""
    closed = run.edge.closed
    points = [*run.points, run.points[0]] if closed else list(run.points)
    inner = aside(run.points, width, closed=closed)
    inner = [*inner, inner[0]] if closed else inner
    return (*points, *reversed(inner))


def lifting(run: Run, width: float, *, wood_left: bool = True) -> list[Outline]:
    """Where the fibres lift, beside the board; `wood_left`: the wood lies on the left of the run's heading, as by hand."""
    ring = [*run.points, run.points[0]] if run.edge.closed else list(run.points)
    sign = -1.0 if wood_left else 1.0
    found = []
    for stretch in run.lifts:
        part = ring[stretch.first : stretch.last + 1]
        found.append(
            Outline(
                role="lifts",
                points=(*part, *reversed(aside(part, sign * width, closed=False))),
                label=write("fibres lift, {s:n0}°", s=stretch.worst),
            )
        )
    return found


def blocks(run: Run, size: float, *, wood_left: bool = True) -> list[Outline]:
    """A lead-in block at the start and a backer at the end of a straight run, level with its edge; `wood_left` as above."""
    found = []
    first, last = run.points[0], run.points[-1]
    length = math.dist(first, last)
    direction = ((last[0] - first[0]) / length, (last[1] - first[1]) / length) if length > 1e-9 else (1.0, 0.0)
    inward = (-direction[1], direction[0]) if wood_left else (direction[1], -direction[0])

    def block(at: Point, towards: float) -> tuple[Point, ...]:
        a, b = towards * size * 1.5, size * 1.9
        corners = ((0.0, 0.0), (a, 0.0), (a, b), (0.0, b))
        return tuple((at[0] + direction[0] * x + inward[0] * y, at[1] + direction[1] * x + inward[1] * y) for x, y in corners)

    if run.lead_in:
        found.append(Outline(role="guide", points=block(first, -1), label=write("lead-in block")))
    if run.backer:
        found.append(Outline(role="backer", points=block(last, 1), label=write("backer")))
    return found


def to_choose(piece: Piece, setting: EdgeSetting, lie: Callable[[Point], Point] = lambda at: at) -> tuple[EdgeMark, ...]:
    """The edges that can be chosen, with their place in the order of work; `lie` is where a point of the board is drawn."""
    chosen = {run.edge.ref: run.number for run in setting.runs}
    return tuple(
        EdgeMark(
            ref=edge.ref,
            name=edge.name,
            points=tuple(lie(at) for at in edge.points),
            closed=edge.closed,
            inside=edge.inside,
            number=chosen.get(edge.ref),
        )
        for edge in edges_of(piece)
    )
