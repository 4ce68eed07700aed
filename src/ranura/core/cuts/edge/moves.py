"""What an edge cut's plan does, as moves: stage by stage, all edges of a face before the board is turned over (R21).

Looked at from the motor's side the wood lies on the left of a conventional run, by hand and over a table; so a run over a table
is the same run by hand, seen through the board.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import replace
from typing import assert_never

from ranura.core.board.pieces import SIDES, Piece
from ranura.core.cuts.edge.asked import Guidance
from ranura.core.cuts.edge.on_board import turned_over
from ranura.core.cuts.edge.runs import Run, runs_of
from ranura.core.cuts.edge.setting import EdgeSetting
from ranura.core.cuts.edge.staging import CLIMB_AREA
from ranura.core.cutting.stage import Stage, Trip
from ranura.core.geometry import closeness
from ranura.core.geometry.areas import offset_ring
from ranura.core.geometry.paths import begun_at, first_part
from ranura.core.geometry.rings import Point, Ring, signed_area
from ranura.core.holding.sweep import LEAD
from ranura.core.proof.bodies import CLAMP_HIGH, bench_below, bench_turned, carriers_of, standing, work_of
from ranura.core.proof.machines import machine_of
from ranura.core.proof.moves import (
    FLANK,
    Body,
    Change,
    Fresh,
    GuideKind,
    GuidePlace,
    MachineSetting,
    Move,
    Program,
    Surface,
    back_face,
    shown_face,
)
from ranura.core.proof.recorder import Recorder
from ranura.core.proof.wood import outwards, place_on
from ranura.core.shop.tooling.profiles import BEARING_HEIGHT

_ARC_STEPS = 12
"""Chords of the quarter arc on which a bit comes in on a closed edge."""
PAST_THE_START = 20.0
"""mm that a closed run goes on past where it began."""
_CLIMBED = 12.0
"""mm of edge that are climbed at its first corner."""
_FENCE_HIGH = 12.0
"""mm that a straightedge on the face is thick."""
_CLEAR_OF_EDGE = 2.0
"""mm that the bit starts clear of a closed edge."""


def edge_program(setting: EdgeSetting) -> Program:
    """The moves of an edge cut, with what stands around it. Empty of moves where a stop leaves no stages."""
    recorder = Recorder()
    settings: list[MachineSetting] = []
    stages = setting.staging.stages if setting.staging is not None and setting.guided is not None else ()
    faces = _faces(setting) if stages else ()
    taken: list[Trip] = []
    fences: list[Body] = []
    along: list[tuple[int, str]] = []
    for number, stage in enumerate(stages):
        for face, (surface, runs) in enumerate(faces):
            if face:
                recorder.turn_over("width")
            recorder.setting = len(settings)
            settings.append(_machine(setting, stage.trip, surface, shown=face == 0))
            recorder.set(*_changes(setting, stage, first=not number and not face))
            fresh = _fresh(stage, taken, setting.bit.diameter / 2)
            for run in runs:
                begun = len(recorder.moves)
                if len(runs) > 1:
                    along.append((begun, run.edge.name))
                if not _run(recorder, setting, stage, run, fresh):
                    return Program(bodies=_bodies(setting, ()), settings=(), moves=())
                if _on_the_face(setting):
                    made = _fence(setting, stages[-1].trip, run, surface, f"fence-{len(fences) + 1}")
                    fences.append(replace(made, from_move=begun, to_move=len(recorder.moves)))
        if len(faces) > 1 and number + 1 < len(stages):
            recorder.turn_over("width")
        taken.append(stage.trip)
    bodies = (*_bodies(setting, recorder.moves), *fences)
    return Program(bodies=bodies, settings=tuple(settings), moves=tuple(recorder.moves), along=tuple(along))


def _on_the_face(setting: EdgeSetting) -> bool:
    """Whether a straightedge that is clamped on the face guides the base; it is moved on from edge to edge."""
    return setting.by_hand and setting.guided is not None and setting.guided.guide == "fence"


def _fence(setting: EdgeSetting, last: Trip, run: Run, surface: Surface, id: str) -> Body:
    """The straightedge along one edge, where the base rides in the last stage; spacers keep it off before that."""
    (ax, ay), (bx, by) = _past(run, last.offset, setting.bit.diameter / 2)[1]
    length = math.dist((ax, ay), (bx, by))
    tx, ty = (bx - ax) / length, (by - ay) / length
    near = setting.base.sides[0].distance
    far, over = near + setting.rules.fence_width, setting.rules.fence_overhang
    ring = tuple(
        place_on(surface, (ax + tx * along - ty * away, ay + ty * along + tx * away))
        for along, away in ((-over, near), (length + over, near), (length + over, far), (-over, far))
    )
    face = surface.origin[2]
    low, high = (face, face + _FENCE_HIGH) if outwards(surface) > 0 else (face - _FENCE_HIGH, face)
    return standing(id, "fence", ring, low, high)


def _faces(setting: EdgeSetting) -> tuple[tuple[Surface, tuple[Run, ...]], ...]:
    """The faces that are run, each with its runs as seen from the motor's side."""
    asked = setting.edging
    length, width = asked.part
    shown = setting.runs
    if not setting.by_hand:
        shown = tuple(replace(run, points=tuple((length - x, y) for x, y in run.points)) for run in shown)
    first = (shown_face(asked.thickness), shown)
    if not asked.both_faces:
        return (first,)
    back = runs_of(turned_over(asked), "hand", setting.material, setting.rules)
    return (first, (back_face(length, width, "width"), back))


def _fresh(stage: Stage, taken: list[Trip], r: float) -> Fresh:
    """On which side of a run there is wood: on the left; on the right too where that flank lies inside the edge and nothing was
    taken there before; on the right alone in a climb."""
    if stage.climb:
        return "right"
    trip = stage.trip
    if trip.offset < -FLANK * r and not any(each.height >= trip.height - 1e-6 and each.offset > trip.offset for each in taken):
        return "both"
    return "left"


def _changes(setting: EdgeSetting, stage: Stage, *, first: bool) -> tuple[Change, ...]:
    found = [Change(what="depth", to=stage.trip.height), Change(what="guide", to=stage.trip.offset)]
    if first:
        found = [
            Change(what="bit", to=setting.bit.id),
            Change(what="speed", to=float(setting.turning_rpm)),
            Change(what="held", to=setting.hold.method),
            *found,
        ]
    return tuple(found)


def _run(recorder: Recorder, setting: EdgeSetting, stage: Stage, run: Run, fresh: Fresh) -> bool:
    """Along one edge, begun and ended clear of the wood; False where the bit finds no way."""
    r, trip = setting.bit.diameter / 2, stage.trip
    clear = _CLEAR_OF_EDGE + (setting.edging.size if setting.edging.shape == "flush" else 0.0)
    ways = _around(run, trip.offset, r, clear) if run.edge.closed else _past(run, trip.offset, r)
    if ways is None:
        return False
    into, along, out = ways
    if stage.climb:
        into, along, out = out[::-1], along[::-1], into[::-1]
    if run.climb_start and not run.edge.closed and closeness.same(min(stage.area, CLIMB_AREA), stage.area):
        _climb_to_the_corner(recorder, stage, along, into[0], r - trip.offset + _CLEAR_OF_EDGE)
    else:
        recorder.start(into[0], trip.height)
    recorder.enter(into, trip.height, fresh, stage.feed_m_min)
    recorder.cut(along, trip.height, fresh, stage.feed_m_min)
    recorder.leave(out, trip.height, fresh, stage.feed_m_min)
    recorder.stop(out[-1], trip.height)
    return True


def _climb_to_the_corner(recorder: Recorder, stage: Stage, along: Ring, to: Point, aside: float) -> None:
    """From the air in onto the edge a little way inside, and against the usual way out over its first corner (R7)."""
    (x, y), (x1, y1) = along[0], along[-1]
    length = math.hypot(x1 - x, y1 - y)
    tx, ty = (x1 - x) / length, (y1 - y) / length
    reach = min(_CLIMBED, length / 2)
    inside = (x + tx * reach, y + ty * reach)
    begin = (inside[0] + ty * aside, inside[1] - tx * aside)
    height, feed = stage.trip.height, stage.feed_m_min
    recorder.start(begin, height)
    recorder.enter((begin, inside), height, "both", feed)
    recorder.cut((inside, along[0]), height, "right", feed)
    recorder.leave((along[0], to), height, "right", feed)


def _past(run: Run, offset: float, r: float) -> tuple[Ring, Ring, Ring]:
    """Along a straight edge: in from before its first corner, out past its last."""
    (x0, y0), (x1, y1) = run.points[0], run.points[-1]
    length = math.hypot(x1 - x0, y1 - y0)
    tx, ty = (x1 - x0) / length, (y1 - y0) / length
    # The wood lies on the left, so that the air is on the right.
    a, b = (x0 + ty * offset, y0 - tx * offset), (x1 + ty * offset, y1 - tx * offset)
    lead = r + LEAD
    return ((a[0] - tx * lead, a[1] - ty * lead), a), (a, b), (b, (b[0] + tx * lead, b[1] + ty * lead))


def _around(run: Run, offset: float, r: float, clear: float) -> tuple[Ring, Ring, Ring] | None:
    """Along a closed edge: in and out on a quarter arc from the air beside it. None where the bit finds no way."""
    inside = run.edge.inside
    ring = run.points if signed_area(run.points) > 0 else run.points[::-1]
    try:
        moved = offset_ring(ring, -offset if inside else offset) if abs(offset) > 1e-9 else ring
    except ValueError:
        return None  # an opening too small for the bit's way
    if (signed_area(moved) > 0) == inside:
        moved = moved[::-1]
    path = begun_at(moved, run.points[0])
    along = (*path, *first_part(path, PAST_THE_START)[1:])
    radius = r - offset + clear
    into = _quarter(along[0], along[1], along[0], radius)[::-1]
    out = _quarter(along[-2], along[-1], along[-1], radius)
    return into, along, out


def _quarter(a: Point, b: Point, at: Point, radius: float) -> Ring:
    """From a point of a way out into the air on its right on a quarter arc: onwards where the point is the end of its chord from
    `a` to `b`, backwards where it is its beginning."""
    length = math.dist(a, b) or 1.0
    tx, ty = (b[0] - a[0]) / length, (b[1] - a[1]) / length
    nx, ny = ty, -tx
    onwards = 1.0 if at == b else -1.0
    found = []
    for i in range(_ARC_STEPS + 1):
        turn = math.pi / 2 * i / _ARC_STEPS
        aside, along = radius * (1 - math.cos(turn)), onwards * radius * math.sin(turn)
        found.append((at[0] + nx * aside + tx * along, at[1] + ny * aside + ty * along))
    return tuple(found)


def _machine(setting: EdgeSetting, trip: Trip, surface: Surface, *, shown: bool) -> MachineSetting:
    guides = (_guide(setting, trip, shown=shown),)
    edging = setting.edging
    return machine_of(
        setting, frame=surface, guides=guides, hold=setting.hold.method, part=edging.part, supported=edging.supported
    )


def _kind_of(guide: Guidance) -> GuideKind:
    match guide:
        case "bearing" | "template":
            return "bearing"
        case "fence":
            return "fence"
        case "edge-guide":
            return "edge-guide"
        case _:
            assert_never(guide)


def _guide(setting: EdgeSetting, trip: Trip, *, shown: bool) -> GuidePlace:
    """What guides a stage, with the heights at which it touches."""
    guided, thickness = setting.guided, setting.edging.thickness
    assert guided is not None, "what has moves is guided"
    kind = _kind_of(guided.guide)
    low, high = 0.0, thickness
    if kind == "bearing":
        # Below the tip, counted from the face that the base rides on.
        low, high = thickness - trip.height - BEARING_HEIGHT, thickness - trip.height
    if not shown:
        low, high = thickness - high, thickness - low
    r = None if guided.bearing is None else guided.bearing / 2
    body = "template" if guided.guide == "template" else "fence-1" if _on_the_face(setting) else "work-1"
    return GuidePlace(kind=kind, body=body, r=r if kind == "bearing" else None, z0=low, z1=high, at=None, spacer=0.0)


def _bodies(setting: EdgeSetting, moves: Sequence[Move]) -> tuple[Body, ...]:
    """The board, the bench below it by hand, and its clamps where they stay."""
    piece: Piece = setting.piece
    top = setting.edging.thickness
    clamps = tuple(
        standing(f"clamp-{number}", "clamp", ((c.x0, c.y0), (c.x1, c.y0), (c.x1, c.y1), (c.x0, c.y1)), top, top + CLAMP_HIGH)
        for number, c in enumerate(setting.hold.clamps, start=1)
    )
    found = [work_of(piece, tuple(clamp.id for clamp in clamps))]
    if setting.edging.shape == "flush":
        found += _overhangs(setting)
    if setting.by_hand:
        found += bench_turned(_bench(setting), top, moves)
    if setting.edging.held == "carrier" and setting.edging.can_be_wedged:
        found += carriers_of(piece, setting.edging.cut_sides)
    return (*found, *clamps)


def _bench(setting: EdgeSetting) -> Body:
    """The bench below the board: lower where it lies on a smaller board that raises it, further in where a clamped edge overhangs
    it (R11)."""
    clear = setting.rules.bearing_overhang
    if setting.below <= 0:
        return bench_below(setting.piece)
    if setting.hold.method in ("tape", "vacuum"):
        return bench_below(setting.piece, raised=float(closeness.ceil(setting.below + clear)))
    if setting.hold.method in ("clamps", "clamps-moved", "vice", "dogs"):
        inset = {
            side: clear
            for edge in setting.edging.edges
            for side in SIDES
            if edge.ref == side or (not edge.inside and edge.closed)
        }
        return bench_below(setting.piece, inset=inset)
    return bench_below(setting.piece)


def _left_open(opening: Ring, overhang: float) -> tuple[Ring, ...]:
    """What an overhang leaves of an opening; nothing where it covers all of it."""
    try:
        return (offset_ring(opening, -overhang),)
    except ValueError:
        return ()


def _overhangs(setting: EdgeSetting) -> list[Body]:
    """What stands out beyond the edges that are trimmed flush, from the shown face down."""
    asked = setting.edging
    made = []
    for edge in asked.edges:
        holes: tuple[Ring, ...] = ()
        if edge.closed:
            if edge.inside:
                ring, holes = edge.points, _left_open(edge.points, asked.size)
            else:
                ring, holes = offset_ring(edge.points, asked.size), (edge.points,)
        else:
            (x0, y0), (x1, y1) = edge.points
            length = math.hypot(x1 - x0, y1 - y0)
            nx, ny = (y1 - y0) / length * asked.size, -(x1 - x0) / length * asked.size
            ring = ((x0, y0), (x0 + nx, y0 + ny), (x1 + nx, y1 + ny), (x1, y1))
        heights = [(asked.thickness - asked.depth, asked.thickness)]
        if asked.both_faces:
            heights.append((0.0, asked.depth))
        for low, high in heights:
            work = standing(f"overhang-{edge.ref}-{'top' if low else 'back'}", "work", ring, low, high)
            made.append(replace(work, piece=0, holes=holes))
    return made
