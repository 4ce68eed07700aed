"""What a pocket's plan does, as moves: place by place, depth by depth (R21).

A field is cleared from its middle outwards, a line is gone round, a ring's groove is widened outwards, all depths of one radius
before the next; lanes come in from outside and are run in one sense.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import replace
from typing import assert_never

from ranura.core.cuts.pocket.guides import AreaGuide, FreehandGuide, ShoulderGuide, SledGuide, TrammelGuide
from ranura.core.cuts.pocket.setting import PocketSetting
from ranura.core.cuts.template.guides import Follower
from ranura.core.cuts.template.moves import on_template, template_bodies
from ranura.core.cutting.stepping import Pass
from ranura.core.geometry.paths import begun_ahead
from ranura.core.geometry.rings import Point, Ring, extent, shifted
from ranura.core.proof.bodies import bench_below, bench_turned, carriers_of, clamps_of, standing, work_of
from ranura.core.proof.machines import machine_of
from ranura.core.proof.moves import FLANK, Body, Change, Fresh, GuidePlace, MachineSetting, Move, Program, back_face, shown_face
from ranura.core.proof.recorder import CLEAR, Recorder

_FENCE_HIGH = 12.0
_BELOW = 12.0
"""mm that a sacrificial board below is thick."""


def pocket_program(setting: PocketSetting) -> Program:
    """The moves of a pocket, with what stands around it. Empty of moves where a stop leaves no passes."""
    recorder = Recorder()
    asked = setting.pocket
    settings: list[MachineSetting] = []
    passes = setting.stepping.passes if setting.stepping is not None and setting.paths else ()
    for place, shift in enumerate(asked.places if passes else ()):
        if len(asked.places) > 1:
            recorder.shift(place + 1)
        recorder.setting = len(settings)
        settings.append(_machine(setting, shift))
        paths = tuple(shifted(path, shift) for path in setting.paths)
        _changes(recorder, setting, passes[0], first=not place)
        _run(recorder, setting, paths, passes)
    if passes and asked.both_faces:
        recorder.turn_over("length")
        recorder.setting = len(settings)
        length, width = asked.part
        settings.append(replace(settings[0], frame=back_face(length, width, "length")))
        _changes(recorder, setting, passes[0], first=False)
        _run(recorder, setting, setting.paths, passes)
    return Program(bodies=_bodies(setting, recorder.moves), settings=tuple(settings), moves=tuple(recorder.moves))


def _changes(recorder: Recorder, setting: PocketSetting, first_pass: Pass, *, first: bool) -> None:
    changes = [Change(what="depth", to=first_pass.to_depth)]
    if first:
        method = setting.holding.method if setting.holding is not None else "clamps"
        changes = [
            Change(what="bit", to=setting.bit.id),
            Change(what="speed", to=float(setting.turning_rpm)),
            Change(what="held", to=method),
            *([Change(what="held", to=setting.pocket.loose)] if setting.pocket.loose else []),
            *changes,
        ]
    recorder.set(*changes)


def _run(recorder: Recorder, setting: PocketSetting, paths: tuple[Ring, ...], passes: tuple[Pass, ...]) -> None:
    asked = setting.pocket
    if asked.in_lanes:
        _lanes(recorder, setting, paths, passes)
    elif asked.facts.taken == "groove":
        _grooves(recorder, setting, paths, passes, closed=not asked.open_paths)
    elif asked.around:
        _grooves(recorder, setting, paths, passes, closed=True)
    else:
        _field(recorder, setting, paths, passes)


def _grooves(
    recorder: Recorder, setting: PocketSetting, paths: tuple[Ring, ...], passes: tuple[Pass, ...], *, closed: bool
) -> None:
    """Along lines side by side, all depths of one before the next: plunged at the first point, out at the last."""
    per_path = len(passes) // len(paths)
    at: Point | None = None
    for number, path in enumerate(paths):
        fresh: Fresh = "left" if number else "both"
        line = (*path, path[0]) if closed else path
        for each in passes[number * per_path : (number + 1) * per_path]:
            recorder.go_down(at, line[0], each.to_depth)
            if closed and leaves_tabs(setting) and each.to_depth > tab_top(setting) + 1e-9:
                half = setting.bit.diameter / 2
                recorder.cut_over_tabs(line, each.to_depth, fresh, each.feed_m_min, top=tab_top(setting), half=half)
            else:
                recorder.cut(line, each.to_depth, fresh, each.feed_m_min)
            at = recorder.drawn_out(line, each.to_depth, each.feed_m_min)
    if at is not None:
        recorder.stop(at, -CLEAR)


def leaves_tabs(setting: PocketSetting) -> bool:
    """Whether tabs hold what would come free."""
    return setting.pocket.frees and setting.pocket.loose == "tabs"


def tab_top(setting: PocketSetting) -> float:
    """How deep the bit goes over a tab, in mm."""
    return setting.pocket.thickness - setting.rules.tab


def _field(recorder: Recorder, setting: PocketSetting, paths: tuple[Ring, ...], passes: tuple[Pass, ...]) -> None:
    """From the middle outwards at each depth, or from an open side inwards: the first way full width, each next one a lane
    further."""
    at: Point | None = None
    by_depth: dict[float, list[Pass]] = {}
    for each in passes:
        by_depth.setdefault(each.to_depth, []).append(each)
    beside = setting.pocket.comes_in and setting.base.kind != "plunge"
    for depth, group in by_depth.items():
        inner, outer = group[0], group[-1]
        first = (*paths[0], paths[0][0])
        if beside:
            if inner is not passes[0]:
                recorder.set(Change(what="depth", to=depth))
            recorder.start(first[0], depth)
        else:
            recorder.go_down(at, first[0], inner.to_depth)
        if setting.pocket.comes_in:
            # In on a slot; from its end on there is wood on the left alone, but where the bit lies over the board in full width.
            recorder.cut(first[:2], depth, "both", inner.feed_m_min)
            recorder.cut(first[1:], depth, _along_the_open_side(setting, first), inner.feed_m_min)
        else:
            recorder.cut(first, depth, "both", inner.feed_m_min)
        way = first
        for path in paths[1:]:
            begun = begun_ahead(path, way, setting.rules.lane * setting.bit.diameter)
            way = begun if math.dist(begun[0], way[-1]) < 1e-9 else (way[-1], *begun)
            recorder.cut(way, depth, "left", outer.feed_m_min)
        if beside:
            recorder.stop(way[-1], depth)
        else:
            at = recorder.drawn_out(way, depth, outer.feed_m_min)
    if at is not None:
        recorder.stop(at, -CLEAR)


def _along_the_open_side(setting: PocketSetting, ring: Ring) -> Fresh:
    """On which side the first way round finds wood once it has come in from an open side."""
    x0, y0, x1, y1 = extent(ring)
    length, width = setting.pocket.part
    inside = {"near": y1, "far": width - y0, "left": x1, "right": length - x0}
    along = {"near": x1 - x0, "far": x1 - x0, "left": y1 - y0, "right": y1 - y0}
    r, opened = setting.bit.diameter / 2, setting.pocket.open_sides
    apart = max(along[side] for side in opened) > (1 + FLANK) * r
    return "both" if apart and all(inside[side] > FLANK * r for side in opened) else "left"


def _lanes(recorder: Recorder, setting: PocketSetting, paths: tuple[Ring, ...], passes: tuple[Pass, ...]) -> None:
    """Lanes across the board, in from outside and out again. A sled is drawn back through the lane it has cut; a router by a
    straightedge is carried back above the wood, out of a fixed base standing still."""
    width = setting.pocket.part[1]
    for each in passes:
        depth, feed = each.to_depth, each.feed_m_min
        if each is not passes[0]:
            recorder.set(Change(what="depth", to=depth))
        at: Point | None = None
        for number, (begin, end) in enumerate(paths):
            fresh: Fresh = "left" if number else _first_lane(setting, begin[0])
            first, last = _across(begin, end, width)
            _to_lane(recorder, setting, at, begin, depth)
            recorder.enter((begin, first), depth, fresh, feed)
            recorder.cut((first, last), depth, fresh, feed)
            recorder.leave((last, end), depth, fresh, feed)
            at = end
            if isinstance(setting.guide, SledGuide) and number + 1 < len(paths):
                recorder.cut((end, begin), depth, "none", feed)
                at = begin
        if at is not None:
            recorder.stop(at, depth)


def _to_lane(recorder: Recorder, setting: PocketSetting, at: Point | None, begin: Point, depth: float) -> None:
    """To before a lane, from behind another or, nothing turning yet, from nowhere."""
    if at is None:
        recorder.start(begin, depth)
    elif isinstance(setting.guide, SledGuide):
        recorder.beside((at, begin), depth)
    elif setting.base.kind == "plunge":
        recorder.lift(at, depth, turning=True)
        recorder.carry((at, begin))
        recorder.plunge(begin, -CLEAR, depth)
    else:
        recorder.stop(at, depth)
        recorder.start(begin, depth)


def _first_lane(setting: PocketSetting, x: float) -> Fresh:
    """The first lane bites on both sides where its axis lies over the board, on the left alone where it lies beside it."""
    flank = FLANK * setting.bit.diameter / 2
    return "both" if flank < x < setting.pocket.part[0] - flank else "left"


def _across(begin: Point, end: Point, width: float) -> tuple[Point, Point]:
    """Where a lane meets the board's edges."""
    low, high = (begin[0], 0.0), (begin[0], width)
    return (low, high) if end[1] > begin[1] else (high, low)


def _machine(setting: PocketSetting, shift: float) -> MachineSetting:
    asked = setting.pocket
    guides = () if setting.guide is None else (_guide(setting, setting.guide, shift),)
    hold = setting.holding.method if setting.holding is not None else "clamps"
    return machine_of(setting, frame=shown_face(asked.thickness), guides=guides, hold=hold, part=asked.part, plate=setting.plate)


def _guide(setting: PocketSetting, guide: AreaGuide, shift: float) -> GuidePlace:
    top = setting.pocket.thickness
    match guide:
        case Follower():
            return on_template(guide, top)
        case TrammelGuide(pivot=(x, y)):
            at = (x + shift, y)
            return GuidePlace(kind="pivot", body="work-1", r=guide.radii[-1], z0=None, z1=None, at=at, spacer=0.0)
        case ShoulderGuide():
            return GuidePlace(kind="fence", body="fence-1", r=None, z0=top, z1=top + _FENCE_HIGH, at=None, spacer=0.0)
        case SledGuide():
            return GuidePlace(kind="rails", body="rail-1", r=None, z0=None, z1=None, at=None, spacer=0.0)
        case FreehandGuide():
            return GuidePlace(kind="freehand", body=None, r=None, z0=None, z1=None, at=None, spacer=0.0)
        case _:
            assert_never(guide)


def _bodies(setting: PocketSetting, moves: Sequence[Move]) -> tuple[Body, ...]:
    """The board, what it lies on, its template or fence, and its clamps."""
    asked, piece, guide, top = setting.pocket, setting.piece, setting.guide, setting.pocket.thickness
    clamps = clamps_of(setting.holding, top, moves) if setting.holding is not None else ()
    held = tuple(clamp.id for clamp in clamps)
    found: list[Body] = [work_of(piece, held)]
    length, width = asked.part
    if asked.through and asked.backed:
        found.append(standing("below", "below", ((0.0, 0.0), (length, 0.0), (length, width), (0.0, width)), -_BELOW, 0.0))
    else:
        found += bench_turned(bench_below(piece), top, moves)
    if asked.held == "carrier":
        found += carriers_of(piece)
    if guide is not None:
        if setting.template is not None and isinstance(guide, Follower):
            found += template_bodies(setting.template, guide, asked.places, top, moves)
        if isinstance(guide, ShoulderGuide) and setting.paths:
            found.append(standing("fence-1", "fence", _shoulder_fence(setting), top, top + _FENCE_HIGH, held_by=held))
        if isinstance(guide, SledGuide):
            for number, y in enumerate((-90.0, width + 50.0), start=1):
                rail = ((-60.0, y), (length + 60.0, y), (length + 60.0, y + 40.0), (-60.0, y + 40.0))
                found.append(standing(f"rail-{number}", "sled", rail, 0.0, top + guide.thickness))
    return (*found, *clamps)


def _shoulder_fence(setting: PocketSetting) -> Ring:
    """The straightedge beside the last lane of a lap."""
    axis = setting.paths[-1][0][0]
    away = 1 if setting.pocket.box[0] <= 0 else -1
    edge = axis + away * setting.base.sides[0].distance
    low, high = sorted((edge, edge + away * setting.rules.fence_width))
    width = setting.pocket.part[1]
    return ((low, -60.0), (high, -60.0), (high, width + 60.0), (low, width + 60.0))
