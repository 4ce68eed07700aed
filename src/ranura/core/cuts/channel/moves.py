"""What a channel's plan does, as moves: station by station, spacer by spacer, all depths before a spacer is changed (R21)."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from itertools import groupby
from typing import assert_never

from ranura.core.choosing.order import Candidate
from ranura.core.cuts.channel.clearing import Cleared
from ranura.core.cuts.channel.fence import Fence, GuideOnRods, Jig, ScoredLine, Straightedge, TableFence
from ranura.core.cuts.channel.setting import ChannelSetting
from ranura.core.cuts.channel.sweep import blocks_at, body_of, clamps_on, path_of
from ranura.core.cutting.stepping import Pass
from ranura.core.geometry.rings import Point, Ring
from ranura.core.proof.bodies import bench_below, carriers_of, clamps_of, standing, stints, work_of
from ranura.core.proof.machines import machine_of
from ranura.core.proof.moves import (
    Body,
    Change,
    Fresh,
    GuideKind,
    GuidePlace,
    MachineSetting,
    Move,
    Program,
    base_of,
    cutter_of,
    shown_face,
)
from ranura.core.proof.recorder import BACK, CLEAR, Recorder

_FENCE_HIGH = 12.0
_GUIDE_BELOW = 12.0
"""mm that the face of an edge guide reaches below the board's face."""
_BACKER_DEEP = 22.0


@dataclass(frozen=True, slots=True)
class _Line:
    """The bit's axis in one lateral pass, on the board: where it begins clear of wood or inside it, where it meets the board's
    edges, where it ends."""

    begin: Point
    first: Point
    last: Point
    end: Point


def channel_program(setting: ChannelSetting) -> Program:
    """The moves of a channel, with what stands around it. Empty of moves where a stop leaves no passes."""
    recorder = Recorder()
    settings: list[MachineSetting] = []
    fences = setting.option.fences
    passes = setting.stepping.passes if setting.stepping is not None else ()
    cleared = setting.cleared if passes else None
    if cleared is not None:
        # All stations are cleared before the bit is changed.
        for place, fence in enumerate(fences):
            _go_to(recorder, place, len(fences))
            recorder.setting = len(settings)
            settings.append(_clearing(setting, cleared, fence, place))
            _run_passes(recorder, setting, fence, cleared.candidate, cleared.rpm, cleared.stepping.passes, first=not place)
    for place, fence in enumerate(fences):
        _go_to(recorder, place, len(fences))
        for spacer, group in groupby(passes, key=lambda each: each.spacer):
            recorder.setting = len(settings)
            settings.append(_machine(setting, fence, spacer, place))
            _run_passes(
                recorder,
                setting,
                fence,
                setting.candidate,
                setting.turning_rpm,
                tuple(group),
                first=not place and spacer == fence.spacers[0],
            )
    if setting.channel.taper and passes:
        recorder.setting = len(settings)
        settings.append(_turned(setting))
        _run_turned(recorder, setting, passes[-1])
    return Program(bodies=_bodies(setting, recorder.moves), settings=tuple(settings), moves=tuple(recorder.moves))


def _go_to(recorder: Recorder, place: int, count: int) -> None:
    """On to a station, where there are several."""
    if count > 1 and recorder.station != place + 1:
        recorder.shift(place + 1)


def _clearing(setting: ChannelSetting, cleared: Cleared, fence: Fence, place: int) -> MachineSetting:
    """The setting of the straight bit that goes before an undercut."""
    guide = _guide(setting, fence, 0.0, place)
    if guide.body is not None and guide.body.startswith("fence") and len(setting.option.fences) > 1:
        guide = replace(guide, body=_name_of(place + 1, clearing=True))
    return replace(
        _machine(setting, fence, 0.0, place),
        router_id=cleared.candidate.router.id,
        base=base_of(cleared.candidate.base),
        mounting=cleared.candidate.router.mounting,
        bit=cutter_of(cleared.bit),
        rpm=cleared.rpm,
        guides=(guide if cleared.fence_stays else replace(guide, body=None),),
    )


def _run_passes(
    recorder: Recorder,
    setting: ChannelSetting,
    fence: Fence,
    tools: Candidate,
    rpm: float,
    passes: tuple[Pass, ...],
    *,
    first: bool,
) -> None:
    """All depths with one spacer."""
    spacer = passes[0].spacer
    line = _line(setting, fence, spacer)
    begins_inside, ends_inside = fence.begins_and_ends_inside(setting.channel)
    undercut = setting.channel.facts.floor == "undercut" and tools is setting.candidate
    # What clears an undercut that is open at one end goes back there too, so that one way is said for both bits.
    back = setting.channel.goes_back or (undercut and (begins_inside or ends_inside))
    widening = spacer != fence.spacers[0]
    fresh: Fresh = "left" if widening else "both"
    plunge_base = tools.base.kind == "plunge"
    for each in passes:
        changes = [Change(what="depth", to=each.to_depth)]
        if each is passes[0]:
            changes = [*_changes(setting, tools, rpm, spacer, first=first), *changes]
        recorder.set(*changes)
        depth, feed = each.to_depth, each.feed_m_min
        if begins_inside:
            recorder.start(line.begin, -CLEAR)
            recorder.plunge(line.begin, -CLEAR, depth)
        else:
            recorder.start(line.begin, depth)
            recorder.enter((line.begin, line.first), depth, fresh, feed)
        recorder.cut((line.begin if begins_inside else line.first, line.end if ends_inside else line.last), depth, fresh, feed)
        if back:
            # The way it came, turning; up only where it went in.
            recorder.cut((line.end if ends_inside else line.last, line.begin), depth, "none", feed)
            if begins_inside:
                recorder.lift(line.begin, depth, turning=True)
            recorder.stop(line.begin, -CLEAR if begins_inside else depth)
        elif ends_inside:
            recorder.come_out(line.end, _drawn_back(line), depth, feed, plunge_base=plunge_base)
        else:
            recorder.leave((line.last, line.end), depth, fresh, feed)
            recorder.stop(line.end, depth)


def _turned(setting: ChannelSetting) -> MachineSetting:
    """The setting of the straightedge that was turned out at its near end."""
    made = _machine(setting, setting.fence, 0.0, 0)
    return replace(made, guides=(replace(made.guides[0], body=_TURNED),))


def _run_turned(recorder: Recorder, setting: ChannelSetting, last: Pass) -> None:
    """The pass that widens a tapered socket, along the straightedge that was turned."""
    line, depth, feed = _line(setting, setting.fence, 0.0), last.to_depth, last.feed_m_min
    out = _out_at(setting)
    begin, first, end_of, end = (out(at) for at in (line.begin, line.first, line.last, line.end))
    recorder.set(Change(what="guide", to="its near end turned out"))
    recorder.start(begin, depth)
    recorder.enter((begin, first), depth, "left", feed)
    recorder.cut((first, end_of), depth, "left", feed)
    recorder.leave((end_of, end), depth, "left", feed)
    recorder.stop(end, depth)


def _out_at(setting: ChannelSetting) -> Callable[[Point], Point]:
    """Where a point of the straight pass lies once the straightedge was turned out."""
    channel, fence = setting.channel, setting.fence
    low, high = channel.sides

    def out(at: Point) -> Point:
        u, v = channel.frame.local(at)
        return channel.frame.place((u + fence.towards * channel.taper * (high - v) / (high - low), v))

    return out


def _changes(setting: ChannelSetting, tools: Candidate, rpm: float, spacer: float, *, first: bool) -> list[Change]:
    """What is set before the passes of a spacer: at the very first also bit, speed, guide and clamps."""
    found = []
    if first:
        found += [Change(what="bit", to=tools.bit.id), Change(what="speed", to=rpm)]
        found += [Change(what="held", to=setting.holding.method)]
    return [*found, Change(what="guide", to=setting.option.kind), Change(what="spacer", to=spacer)]


def _line(setting: ChannelSetting, fence: Fence, spacer: float) -> _Line:
    channel = setting.channel
    u = fence.axis_with(spacer)
    begin, end = path_of(channel, fence, bit_diameter=channel.cut_by(setting.bit))
    low, high = _board_along(setting, u)
    first, last = (low, high) if fence.heading[1] > 0 else (high, low)
    place = channel.frame.place
    return _Line(begin=place((u, begin)), first=place((u, first)), last=place((u, last)), end=place((u, end)))


def _board_along(setting: ChannelSetting, u: float) -> tuple[float, float]:
    """Where the boards begin and end along v on the line at u."""
    channel = setting.channel
    found: list[float] = []
    for ring in channel.boards:
        for (u0, v0), (u1, v1) in zip(ring, (*ring[1:], ring[0]), strict=True):
            if min(u0, u1) <= u <= max(u0, u1) and u0 != u1:
                found.append(v0 + (v1 - v0) * (u - u0) / (u1 - u0))
    return (min(found), max(found)) if found else channel.sides


def _drawn_back(line: _Line) -> Point:
    """A little before the end of a line."""
    dx, dy = line.end[0] - line.begin[0], line.end[1] - line.begin[1]
    length = (dx * dx + dy * dy) ** 0.5
    share = max(0.0, 1 - BACK / length)
    return (line.begin[0] + dx * share, line.begin[1] + dy * share)


def _machine(setting: ChannelSetting, fence: Fence, spacer: float, place: int) -> MachineSetting:
    channel = setting.channel
    hold = "carrier" if not setting.by_hand and channel.held == "carrier" else setting.holding.method
    guides = (_guide(setting, fence, spacer, place),)
    return machine_of(
        setting, frame=shown_face(channel.thickness), guides=guides, hold=hold, part=channel.part, supported=channel.supported
    )


def _kind_of(fence: Fence) -> GuideKind:
    match fence.by:
        case Straightedge() | Jig() | TableFence():
            return "fence"
        case ScoredLine():
            return "freehand"
        case GuideOnRods():
            return "edge-guide"
        case _:
            assert_never(fence.by)


def _guide(setting: ChannelSetting, fence: Fence, spacer: float, place: int) -> GuidePlace:
    top = setting.channel.thickness
    stands = fence.stands
    low, high = (top, top + _FENCE_HIGH) if stands else (max(0.0, top - _GUIDE_BELOW), top)
    return GuidePlace(
        kind=_kind_of(fence),
        body=_name_of(place + 1, clearing=False) if stands else "work-1",
        r=None,
        z0=low,
        z1=high,
        at=None,
        spacer=spacer,
    )


def _bodies(setting: ChannelSetting, moves: Sequence[Move]) -> tuple[Body, ...]:
    """The boards, what they lie on, the fences, blocks, backers and clamps."""
    channel, piece, top = setting.channel, setting.piece, setting.channel.thickness
    clamps = clamps_of(setting.holding, top, moves, on_guides=[clamps_on(channel, fence) for fence in setting.option.fences])
    held = tuple(clamp.id for clamp in clamps)
    found: list[Body] = [work_of(piece, held)]
    for number, ring in enumerate(channel.boards[1:], start=2):
        board = tuple(channel.frame.place(corner) for corner in ring)
        found.append(replace(found[0], id=f"work-{number}", piece=number - 1, ring=board, holes=()))
    if setting.by_hand:
        found.append(bench_below(piece))
        found += _guides(setting, moves, held)
    if channel.held == "carrier":
        found += carriers_of(piece, setting.at_the_fence)
    for number, ring in enumerate(_backers(setting), start=1):
        found.append(standing(f"backer-{number}", "backer", ring, 0.0, top, held_by=held))
    return (*found, *clamps)


def _guides(setting: ChannelSetting, moves: Sequence[Move], held: tuple[str, ...]) -> list[Body]:
    """The fence with its blocks, at every station while that is worked at; where an undercut is cleared first, all stations are
    gone through twice."""
    channel, top = setting.channel, setting.channel.thickness
    fences = setting.option.fences
    found: list[Body] = []
    when = stints(moves) or [(1, 0, None)]
    for number, (station, first, after) in enumerate(when):
        fence = fences[station - 1]
        name = _name_of(station, clearing=len(when) > len(fences) and number < len(fences))
        body = body_of(channel, fence)
        if body is not None and channel.taper:
            found += _turning(setting, moves, body, held)
        elif body is not None:
            made = standing(name, "fence", body, top, top + _FENCE_HIGH, held_by=held)
            found.append(replace(made, from_move=first, to_move=after))
        for ring in blocks_at(channel, fence, setting.base, bit_diameter=channel.cut_by(setting.bit)):
            block = standing(f"block-{len(found) + 1}", "block", ring, top, top + _FENCE_HIGH)
            found.append(replace(block, from_move=first, to_move=after))
    return found


def _turning(setting: ChannelSetting, moves: Sequence[Move], body: Ring, held: tuple[str, ...]) -> list[Body]:
    """The straightedge of a tapered socket, as it stands first, and as it is turned for the last pass."""
    top = setting.channel.thickness
    turned = max((move.setting for move in moves), default=0)
    after = next((number for number, move in enumerate(moves) if move.setting == turned), None)
    first = standing(_name_of(1, clearing=False), "fence", body, top, top + _FENCE_HIGH, held_by=held)
    out = tuple(_out_at(setting)(corner) for corner in body)
    second = standing(_TURNED, "fence", out, top, top + _FENCE_HIGH, held_by=held)
    return [replace(first, to_move=after), replace(second, from_move=after or 0)]


_TURNED = "fence-turned"


def _name_of(station: int, *, clearing: bool) -> str:
    return f"fence-{station}-clearing" if clearing else f"fence-{station}"


def _backers(setting: ChannelSetting) -> list[Ring]:
    """Scrap where the bit leaves the wood, at every station; none where fibres may break out."""
    channel, found = setting.channel, []
    if channel.exit != "backer":
        return []
    for fence in setting.option.fences:
        up = fence.heading[1] > 0
        if channel.stopped[1 if up else 0]:
            continue
        line = _line(setting, fence, 0.0)
        local = channel.frame.local(line.last)
        low, high = sorted((local[1], local[1] + (_BACKER_DEEP if up else -_BACKER_DEEP)))
        half = channel.width / 2 + 30.0
        corners = ((local[0] - half, low), (local[0] + half, low), (local[0] + half, high), (local[0] - half, high))
        found.append(tuple(channel.frame.place(corner) for corner in corners))
    return found
