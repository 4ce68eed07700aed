"""What a cut by template does, as moves: place by place (R21). A line is gone round, all depths of one way before the next; a
field is cleared depth by depth from its middle outwards."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import replace

from shapely import Polygon, get_coordinates

from ranura.core.cuts.template.arcs import BESIDE, into, out_of
from ranura.core.cuts.template.faces import FaceWay
from ranura.core.cuts.template.guides import Follower, Template, raised_by
from ranura.core.cuts.template.on_board import OutlineOnBoard, smaller_board
from ranura.core.cuts.template.setting import TemplateSetting
from ranura.core.cuts.template.tracing import Traced
from ranura.core.cutting.speed import turning_rpm
from ranura.core.cutting.stepping import Pass
from ranura.core.geometry.areas import parts_of
from ranura.core.geometry.paths import begun_ahead, begun_at, stretch
from ranura.core.geometry.rings import Point, Ring, shifted, signed_area
from ranura.core.proof.bodies import bench_below, carriers_of, clamps_of, standing, stints, work_of
from ranura.core.proof.machines import machine_of
from ranura.core.proof.moves import (
    Body,
    Change,
    GuideKind,
    GuidePlace,
    MachineSetting,
    Move,
    Program,
    back_face,
    base_of,
    cutter_of,
    shown_face,
)
from ranura.core.proof.recorder import CLEAR, Recorder
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.profiles import BEARING_HEIGHT
from ranura.core.templates.clearing import Round

_BELOW = 12.0
"""mm that a sacrificial board below is thick."""
OVERLAP = 6.0
"""mm that a bit goes on where it began, so that no ridge stays."""
_LONG_SIDE = 20.0
"""mm: a side that is longer is straight."""
_SAWN = 0.01
"""mm within which a sawn edge is known."""
_ON_WITHOUT_LIFTING = 1.6
"""Lanes between two rounds up to which the bit goes on from one to the next in the wood."""


def template_program(setting: TemplateSetting) -> Program:
    """The moves, with what stands around them. Empty of moves where a stop leaves no passes."""
    recorder = Recorder()
    asked = setting.outline
    settings: list[MachineSetting] = []
    passes = setting.stepping.passes if setting.stepping is not None and setting.ways else ()
    if setting.traced is not None and passes:
        # All places are traced before the bit is changed.
        _trace(recorder, setting, setting.traced, settings)
    for place, shift in enumerate(asked.places if passes else ()):
        _go_to(recorder, place, len(asked.places))
        recorder.setting = len(settings)
        settings.append(_machine(setting))
        first = _tools(setting.bit, setting.turning_rpm) if not place else ()
        if not place and setting.traced is None:
            first = (*first, *_held(setting))
        recorder.set(*first, *_template(setting, passes[0], again=bool(first) and setting.traced is not None))
        if setting.faces is not None:
            _both_faces(recorder, setting, settings, passes[0])
        elif asked.along_line:
            _lines(recorder, setting, setting.ways, passes, shift)
        else:
            _field(recorder, setting, passes, shift)
    return Program(bodies=_bodies(setting, recorder.moves), settings=tuple(settings), moves=tuple(recorder.moves))


def _go_to(recorder: Recorder, place: int, count: int) -> None:
    """On to a place, where there are several."""
    if count > 1:
        recorder.shift(place + 1)


def _trace(recorder: Recorder, setting: TemplateSetting, traced: Traced, settings: list[MachineSetting]) -> None:
    """The line of every place, by the small bit."""
    asked, passes, rpm = setting.outline, traced.stepping.passes, turning_rpm(traced.speed)
    for place, shift in enumerate(asked.places):
        _go_to(recorder, place, len(asked.places))
        recorder.setting = len(settings)
        settings.append(
            replace(
                _machine(setting),
                router_id=traced.candidate.router.id,
                base=base_of(traced.candidate.base),
                bit=cutter_of(traced.bit),
                rpm=rpm,
                guides=(on_template(traced.follower, asked.thickness),),
            )
        )
        first = () if place else (*_tools(traced.bit, rpm), *_held(setting))
        recorder.set(*first, *_template(setting, passes[0]))
        _lines(recorder, setting, traced.ways, passes, shift)


def _tools(bit: Bit, rpm: float) -> tuple[Change, ...]:
    return (Change(what="bit", to=bit.id), Change(what="speed", to=float(rpm)))


def _held(setting: TemplateSetting) -> tuple[Change, ...]:
    method = setting.holding.method if setting.holding is not None else "clamps"
    loose = (Change(what="held", to=setting.outline.loose),) if setting.outline.loose else ()
    return (Change(what="held", to=method), *loose)


def _template(setting: TemplateSetting, first_pass: Pass, *, again: bool = False) -> tuple[Change, ...]:
    """The template at a place, and the first depth; where it lies there `again` it stays."""
    depth = Change(what="depth", to=first_pass.to_depth)
    return (depth,) if again else (Change(what="template", to=setting.outline.saved.id), depth)


def leaves_tabs(setting: TemplateSetting) -> bool:
    """Whether tabs hold what would come free."""
    return setting.outline.through and setting.outline.loose == "tabs"


def _lines(recorder: Recorder, setting: TemplateSetting, ways: Sequence[Round], passes: Sequence[Pass], shift: float) -> None:
    per_way = len(passes) // len(ways)
    top, half = setting.outline.thickness - setting.rules.tab, setting.bit.diameter / 2
    at: Point | None = None
    for number, way in enumerate(ways):
        if setting.outline.blank is not None and signed_area(way.path) > 0:
            _round_the_blank(recorder, setting, way.path, passes[number * per_way : (number + 1) * per_way], turning=at)
            return
        path = shifted(way.path, shift)
        line = (*path, path[0])
        for each in passes[number * per_way : (number + 1) * per_way]:
            recorder.go_down(at, line[0], each.to_depth)
            if leaves_tabs(setting) and each.to_depth > top + 1e-9:
                recorder.cut_over_tabs(line, each.to_depth, "both", each.feed_m_min, top=top, half=half)
            else:
                recorder.cut(line, each.to_depth, "both", each.feed_m_min)
            at = recorder.drawn_out(line, each.to_depth, each.feed_m_min)
    if at is not None:
        recorder.stop(at, -CLEAR)


def _round_the_blank(
    recorder: Recorder, setting: TemplateSetting, path: Ring, passes: Sequence[Pass], *, turning: Point | None
) -> None:
    """Round a part that was sawn out: from beside it in on an arc, once round, out on an arc, switched off; at each depth anew.
    A bit that still turns over one of its holes is switched off first."""
    if turning is not None:
        recorder.stop(turning, -CLEAR)
    ring = begun_outside(path)
    line = (*ring, *stretch((*ring, ring[0]), 0.0, OVERLAP))
    radius = setting.outline.sawn + BESIDE
    way_in, way_out = into(ring[0], ring[1], radius), out_of(line[-2], line[-1], radius)
    for number, each in enumerate(passes):
        if number or turning is not None:
            recorder.set(Change(what="depth", to=each.to_depth))
        recorder.start(way_in[0], each.to_depth)
        recorder.enter(way_in, each.to_depth, "left", each.feed_m_min)
        recorder.cut(line, each.to_depth, "left", each.feed_m_min)
        recorder.leave(way_out, each.to_depth, "none", each.feed_m_min)
        recorder.stop(way_out[-1], each.to_depth)


def _both_faces(recorder: Recorder, setting: TemplateSetting, settings: list[MachineSetting], each: Pass) -> None:
    """Round a sawn part from both faces: first where its fibres do not lift, then, turned over with its template, the rest."""
    faces = setting.faces
    assert faces is not None
    _stretches(recorder, faces.shown, each)
    length, width = setting.outline.part
    recorder.turn_over("length")
    recorder.setting = len(settings)
    settings.append(replace(settings[0], frame=back_face(length, width, "length")))
    recorder.set(Change(what="depth", to=each.to_depth))
    _stretches(recorder, [_seen_from_back(way, width) for way in faces.back], each)


def _stretches(recorder: Recorder, ways: Sequence[FaceWay], each: Pass) -> None:
    for way in ways:
        recorder.start(way.into[0], each.to_depth)
        recorder.enter(way.into, each.to_depth, "left", each.feed_m_min)
        recorder.cut(way.along, each.to_depth, "left", each.feed_m_min)
        recorder.leave(way.out, each.to_depth, "left", each.feed_m_min)
        recorder.stop(way.out[-1], each.to_depth)


def _seen_from_back(way: FaceWay, width: float) -> FaceWay:
    """A way in the frame of the back face of a board that was turned over about its length."""

    def seen(path: Ring) -> Ring:
        return tuple((x, width - y) for x, y in path)

    return FaceWay(into=seen(way.into), along=seen(way.along), out=seen(way.out))


def begun_outside(path: Ring) -> Ring:
    """A closed way that begins on its longest straight side beside which nothing of it lies further out: in the middle of a long
    one, at the start of one that may stand for an arc."""
    hull = {(round(float(x), 6), round(float(y), 6)) for x, y in get_coordinates(Polygon(path).convex_hull)}
    sides = [
        (math.dist(a, b), number)
        for number, (a, b) in enumerate(zip(path, (*path[1:], path[0]), strict=True))
        if {(round(a[0], 6), round(a[1], 6)), (round(b[0], 6), round(b[1], 6))} <= hull
    ]
    _, longest = max(sides, default=(0.0, min(range(len(path)), key=lambda number: path[number][1])))
    turned = (*path[longest:], *path[:longest])
    (x0, y0), (x1, y1) = turned[0], turned[1]
    if math.dist(turned[0], turned[1]) < _LONG_SIDE:
        return turned
    return (((x0 + x1) / 2, (y0 + y1) / 2), *turned[1:], turned[0])


def _field(recorder: Recorder, setting: TemplateSetting, passes: Sequence[Pass], shift: float) -> None:
    at: Point | None = None
    by_depth: dict[float, list[Pass]] = {}
    for each in passes:
        by_depth.setdefault(each.to_depth, []).append(each)
    lane = setting.rules.lane * setting.bit.diameter
    for depth, group in by_depth.items():
        inner, outer = group[0], group[-1]
        way: Ring = ()
        for round_ in setting.ways:
            taken = inner if round_.wide else outer
            path = shifted(round_.path, shift)
            begun = begun_ahead(path, way, lane) if way else begun_at(path, at or path[0])
            if way and round_.goes_on and math.dist(way[-1], begun[0]) <= _ON_WITHOUT_LIFTING * lane:
                way = (way[-1], *begun)
            else:
                if way:
                    at = recorder.drawn_out(way, depth, taken.feed_m_min)
                recorder.go_down(at, begun[0], taken.to_depth)
                way = begun
            recorder.cut(way, depth, "both" if round_.wide else "left", taken.feed_m_min)
        at = recorder.drawn_out(way, depth, outer.feed_m_min)
    if at is not None:
        recorder.stop(at, -CLEAR)


def _machine(setting: TemplateSetting) -> MachineSetting:
    asked, top = setting.outline, setting.outline.thickness
    guides = () if setting.follower is None else (on_template(setting.follower, top),)
    hold = setting.holding.method if setting.holding is not None else "clamps"
    return machine_of(setting, frame=shown_face(top), guides=guides, hold=hold, part=asked.work, plate=setting.plate)


def on_template(follower: Follower, top: float) -> GuidePlace:
    """What runs along a template that lies on the work, whose face is `top` mm up."""
    bearing = follower.kind in ("bearing", "tip")
    low, high = follower.stands(top)
    if bearing:
        low, high = (-BEARING_HEIGHT, 0.0) if follower.below else (low, min(high, low + BEARING_HEIGHT))
    kind: GuideKind = "bearing" if bearing else "bushing"
    return GuidePlace(kind=kind, body="template", r=follower.across / 2, z0=low, z1=high, at=None, spacer=0.0)


def _bodies(setting: TemplateSetting, moves: Sequence[Move]) -> tuple[Body, ...]:
    """The board, what it lies on, its template, and its clamps."""
    asked, piece, top = setting.outline, setting.piece, setting.outline.thickness
    clamps = clamps_of(setting.holding, top, moves) if setting.holding is not None else ()
    work = work_of(piece, tuple(clamp.id for clamp in clamps))
    if asked.blank is not None:
        work = replace(work, ring=blank_ring(asked), holes=())
    found: list[Body] = [work]
    if setting.by_hand:
        found += _on_the_bench(setting, moves)
    if setting.template is not None and setting.follower is not None:
        found += template_bodies(setting.template, setting.follower, asked.places, top, moves)
    return (*found, *clamps)


def _on_the_bench(setting: TemplateSetting, moves: Sequence[Move]) -> list[Body]:
    """What a board that lies on a bench lies on, and the carrier that it is wedged in."""
    asked, (length, width) = setting.outline, setting.outline.part
    carriers = carriers_of(setting.piece) if asked.held == "carrier" else ()
    if setting.follower is not None and setting.follower.below:
        return [*_raised(setting, setting.follower, moves), *carriers]
    if asked.through and asked.backed:
        below = standing("below", "below", ((0.0, 0.0), (length, 0.0), (length, width), (0.0, width)), -_BELOW, 0.0)
        return [below, *carriers]
    return [bench_below(setting.piece), *carriers]


def _raised(setting: TemplateSetting, follower: Follower, moves: Sequence[Move]) -> list[Body]:
    """The bench below a template; and where the work is turned over, that below a smaller board which the work lies on then."""
    bench = bench_below(setting.piece, raised=follower.thickness)
    turned = next((number for number, move in enumerate(moves) if move.kind == "turn-over"), None)
    if turned is None:
        return [bench]
    top, high = setting.outline.thickness, raised_by(setting.rules)
    below = smaller_board(setting.outline)
    ring = () if below is None else tuple((float(x), float(y)) for x, y, *_ in below.exterior.simplify(_SAWN).coords[:-1])
    over = replace(bench, id="bench-2", z0=top + high, z1=top + high + bench.z1 - bench.z0, from_move=turned)
    board = [replace(standing("smaller", "below", ring, top, top + high), from_move=turned)] if ring else []
    return [replace(bench, id="bench-1", to_move=turned), over, *board]


def blank_ring(asked: OutlineOnBoard) -> Ring:
    """What a saw left of the board, as a ring."""
    parts = list(parts_of(asked.blank)) if asked.blank is not None else []
    if not parts:
        return ()
    largest = max(parts, key=lambda part: part.area)
    return tuple((float(x), float(y)) for x, y, *_ in largest.exterior.simplify(_SAWN).coords[:-1])


def template_bodies(
    template: Template, follower: Follower, places: Sequence[float], top: float, moves: Sequence[Move]
) -> list[Body]:
    """The template at each place, so many mm along, while that is worked at, on the work whose face is `top` mm up; its islands
    are bodies of their own."""
    made: list[Body] = []
    parts = list(parts_of(template.on_work))
    for station, first, after in stints(moves) or [(1, 0, None)]:
        for part in parts:
            ring, *holes = (
                shifted(tuple((float(x), float(y)) for x, y in each.coords[:-1]), places[station - 1])
                for each in (part.exterior, *part.interiors)
            )
            name = "template" if not made else f"template-{len(made) + 1}"
            body = standing(name, "template", ring, *follower.stands(top), held_by=("tape",))
            made.append(replace(body, holes=tuple(holes), from_move=first, to_move=after))
    return made
