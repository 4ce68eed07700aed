"""What a plan for through dovetails does, as moves: at every depth slot by slot, in from the outside and back (R21)."""

from __future__ import annotations

from dataclasses import replace

from ranura.core.board.stood import stood
from ranura.core.cuts.through_dovetails.on_board import BEHIND, BESIDE, ThroughOnBoard
from ranura.core.cuts.through_dovetails.setting import ThroughSetting
from ranura.core.cutting.stepping import Pass
from ranura.core.geometry.rings import Point, Ring
from ranura.core.proof.bodies import standing, work_of
from ranura.core.proof.machines import machine_of
from ranura.core.proof.moves import FLANK, Body, Change, Fresh, GuidePlace, Program, shown_face
from ranura.core.proof.recorder import Recorder

BACKER = 20.0
_FRAME_LOW = 60.0
"""mm: how thick the strip behind the board is, and how high the frame that both are clamped to."""
_BELOW = 90.0
"""mm of the board that backer and frame reach down."""


def through_program(setting: ThroughSetting) -> Program:
    """The moves of through dovetails, the board standing. Empty of moves where a stop leaves no passes."""
    asked, stepping = setting.dovetails, setting.stepping
    if stepping is None or setting.bushing is None:
        return Program(bodies=_bodies(setting), settings=(), moves=())
    recorder = Recorder()
    for each in stepping.passes:
        recorder.set(*_changes(setting, each))
        at = asked.lanes(0)[0][0]
        recorder.start(asked.on_board(at), each.to_depth)
        for number in range(asked.slots):
            lanes = asked.lanes(number)
            if number:
                recorder.cut(_on(asked, (at, lanes[0][0])), each.to_depth, "none", each.feed_m_min)
            at = _slot(recorder, asked, lanes, each)
        recorder.stop(asked.on_board(at), each.to_depth)
    machine = machine_of(
        setting,
        frame=shown_face(asked.long),
        guides=(
            GuidePlace(
                kind="bushing",
                body="template",
                r=setting.bushing.outside / 2,
                z0=asked.long,
                z1=asked.long + asked.combs.thickness,
                at=None,
                spacer=0.0,
            ),
        ),
        hold="comb",
        part=(asked.long, asked.wide),
    )
    return Program(bodies=_bodies(setting), settings=(machine,), moves=tuple(recorder.moves))


def _changes(setting: ThroughSetting, each: Pass) -> list[Change]:
    depth = Change(what="depth", to=each.to_depth)
    if each.number > 1:
        return [depth]
    return [
        Change(what="bit", to=setting.bit.id),
        Change(what="speed", to=setting.turning_rpm),
        Change(what="held", to="comb"),
        Change(what="guide", to="comb"),
        depth,
    ]


def _slot(recorder: Recorder, asked: ThroughOnBoard, lanes: tuple[Ring, ...], each: Pass) -> Point:
    """One slot, and where the bit is after it: where three lanes are, through the middle and back; then in along the left flank,
    over in the backer, and out along the right."""
    depth, feed = each.to_depth, each.feed_m_min
    *first, left, right = lanes if len(lanes) > 1 else (lanes[0], lanes[0])
    fresh: Fresh = "left" if first or _at_the_edge(asked, left) else "both"
    for lane in first:
        _in(recorder, asked, lane, each, "both")
        recorder.cut(_on(asked, (lane[1], lane[0])), depth, "none", feed)
        recorder.cut(_on(asked, (lane[0], left[0])), depth, "none", feed)
    _in(recorder, asked, left, each, fresh)
    if left != right:
        recorder.cut(_on(asked, (left[1], right[1])), depth, "left", feed)
        recorder.cut(_on(asked, (right[1], _at(right, 0.0))), depth, "left", feed)
        recorder.leave(_on(asked, (_at(right, 0.0), right[0])), depth, "none", feed)
    else:
        recorder.cut(_on(asked, (left[1], left[0])), depth, "none", feed)
    return right[0]


def _in(recorder: Recorder, asked: ThroughOnBoard, lane: Ring, each: Pass, fresh: Fresh) -> None:
    """Into the wood along a lane, through the board, and on into the backer."""
    depth, feed = each.to_depth, each.feed_m_min
    front = _at(lane, 0.0)
    recorder.enter(_on(asked, (lane[0], front)), depth, fresh, feed)
    recorder.cut(_on(asked, (front, lane[1])), depth, fresh, feed)


def _at(lane: Ring, v: float) -> Point:
    """The place of a straight lane at a distance from the outside face."""
    (u0, v0), (u1, v1) = lane
    return (u0 + (u1 - u0) * (v - v0) / (v1 - v0), v)


def _at_the_edge(asked: ThroughOnBoard, lane: Ring) -> bool:
    """Whether wood stands on the left of the bit alone: in the last slot for tails, at the board's right edge."""
    return asked.wide - lane[0][0] < FLANK * (asked.bit_diameter / 2 - asked.depth / 2 * asked.lean)


def _on(asked: ThroughOnBoard, way: Ring) -> Ring:
    """A way under the comb on the board, every point once."""
    return tuple(dict.fromkeys(asked.on_board(at) for at in way))


def _bodies(setting: ThroughSetting) -> tuple[Body, ...]:
    """The board, the strip behind it, scrap on the left of tails, the frame that all are clamped to, and the comb upon them."""
    asked = setting.dovetails
    piece = stood(setting.piece, asked.cut.end)
    top = piece.thickness.mm
    low = max(top - _BELOW, 0.0)
    u0, u1, back = -BESIDE, asked.wide + BESIDE, asked.thick + BACKER

    def across(v0: float, v1: float) -> Ring:
        return asked.ring(((u0, v0), (u1, v0), (u1, v1), (u0, v1)))

    scrap = standing("scrap", "work", asked.ring(asked.scrap()), 0.0, top, held_by=("frame",))
    return (
        work_of(piece, ("frame",)),
        *((replace(scrap, z0=low),) if asked.cut.makes == "tails" else ()),
        standing("backer", "backer", across(asked.thick, back), low, top, held_by=("frame",)),
        standing("frame", "bench", across(back, back + BEHIND), top - _FRAME_LOW, top),
        standing("template", "template", asked.ring(asked.comb_ring()), top, top + asked.combs.thickness, held_by=("frame",)),
    )
