"""What a plan for a tongue does, as moves: past the bit along the fence, turned, and past it once more (R21)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from ranura.core.board.stood import stood
from ranura.core.cuts.tongue.setting import TongueSetting
from ranura.core.geometry.rings import Point, Ring
from ranura.core.proof.bodies import standing, work_of
from ranura.core.proof.machines import machine_of
from ranura.core.proof.moves import FLANK, Body, Change, Fresh, GuidePlace, Move, Program, shown_face
from ranura.core.proof.recorder import CLEAR, Recorder

FENCE_DEEP, BLOCK = 40.0, 40.0
"""mm: how deep the fence is drawn, and how long the block behind the board."""
_ABOVE_BIT = 1.0
"""mm that the fence's opening is higher than the tongue."""
_FENCE_PAST = 60.0


def tongue_program(setting: TongueSetting) -> Program:
    """The moves of a tongue, the board standing. Empty of moves where a stop leaves no passes."""
    recorder = Recorder()
    stepping, asked = setting.stepping, setting.tongue
    if stepping is None:
        return Program(bodies=_bodies(setting, ()), settings=(), moves=())
    r = setting.bit.diameter / 2
    # Where much stands beside the tongue the narrow part of the bit has wood on both sides.
    fresh: Fresh = "both" if setting.axis > FLANK * (r - asked.height * asked.lean) else "left"
    out = r + CLEAR
    ahead = ((-out, 0.0), (0.0, asked.run), (asked.run, asked.run + out))
    for number, each in enumerate(stepping.passes):
        recorder.setting = number
        recorder.set(*_changes(setting, first=number == 0))
        ways = [tuple(_axis_at(setting, u, first=number == 0) for u in way) for way in ahead]
        if number:
            ways = [tuple(reversed(way)) for way in reversed(ways)]
        into, along, away = ways
        recorder.start(into[0], each.to_depth)
        recorder.enter(into, each.to_depth, fresh, each.feed_m_min)
        recorder.cut(along, each.to_depth, fresh, each.feed_m_min)
        recorder.leave(away, each.to_depth, fresh, each.feed_m_min)
        recorder.stop(away[-1], each.to_depth)
    hold = "sled" if asked.pushed else "fence"
    machine = machine_of(
        setting, frame=shown_face(asked.high), guides=(), hold=hold, part=(max(asked.run, asked.high), min(asked.run, asked.high))
    )
    settings = tuple(
        replace(machine, guides=(GuidePlace(kind="fence", body=f"fence-{i}", r=None, z0=None, z1=None, at=None, spacer=0.0),))
        for i in (1, 2)
    )
    return Program(bodies=_bodies(setting, recorder.moves), settings=settings, moves=tuple(recorder.moves))


def _axis_at(setting: TongueSetting, along: float, *, first: bool) -> Point:
    """Where the axis goes at so many mm of the run, on the first face or on the other; a shim holds the board off the fence."""
    asked = setting.tongue
    away = setting.axis - (asked.shim(along) if asked.taper and first == asked.tapered_first else 0.0)
    return (along, away if first else asked.thick - away)


def _changes(setting: TongueSetting, *, first: bool) -> list[Change]:
    asked = setting.tongue
    shim = [Change(what="spacer", to=asked.shim(0.0) if first == asked.tapered_first else 0.0)] if asked.taper else []
    if not first:
        return [Change(what="board", to="turned end for end, its other face on the fence"), *shim]
    return [
        Change(what="bit", to=setting.bit.id),
        Change(what="speed", to=setting.turning_rpm),
        Change(what="held", to="sled" if setting.tongue.pushed else "table"),
        Change(what="guide", to="table-fence"),
        Change(what="depth", to=setting.tongue.height),
        *shim,
    ]


def _bodies(setting: TongueSetting, moves: Sequence[Move]) -> tuple[Body, ...]:
    """The board on its side; the fence above its opening, on the one face and then on the other; the block behind it."""
    asked = setting.tongue
    top, thick, run = asked.high, asked.thick, asked.run
    second = next((number for number, move in enumerate(moves) if move.setting == 1), None)
    open_to = top - asked.height - _ABOVE_BIT
    x0, x1 = -_FENCE_PAST, run + _FENCE_PAST

    def across(x0: float, x1: float, y0: float, y1: float) -> Ring:
        return ((x0, y0), (x1, y0), (x1, y1), (x0, y1))

    low = top - setting.fence_high
    fence = standing("fence-1", "fence", across(x0, x1, -FENCE_DEEP, 0.0), low, open_to)
    found = [work_of(stood(setting.piece, asked.cut.on), ()), replace(fence, to_move=second)]
    if second is not None:
        other = standing("fence-2", "fence", across(x0, x1, thick, thick + FENCE_DEEP), low, open_to)
        found.append(replace(other, from_move=second))
    if asked.across_grain:
        behind = standing("backer-1", "backer", across(run, run + BLOCK, 0.0, thick), max(top - 100.0, 0.0), top)
        before = standing("backer-2", "backer", across(-BLOCK, 0.0, 0.0, thick), max(top - 100.0, 0.0), top)
        found += [replace(behind, to_move=second), *([replace(before, from_move=second)] if second is not None else [])]
    return tuple(found)
