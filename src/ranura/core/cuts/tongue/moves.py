"""What a plan for a tongue does, as moves: past the bit along the fence, turned, and past it once more (R21)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from ranura.core.board.stood import stood
from ranura.core.cuts.tongue.setting import TongueSetting
from ranura.core.geometry.rings import Point
from ranura.core.proof.bodies import work_of
from ranura.core.proof.machines import machine_of
from ranura.core.proof.moves import FLANK, Body, Change, Fresh, GuidePlace, Move, Program, shown_face
from ranura.core.proof.recorder import CLEAR, Recorder
from ranura.core.proof.tall_fence import blocks_behind, fence_beside

_ABOVE_BIT = 1.0
"""mm that the fence's opening is higher than the tongue."""


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
    hold = "sled" if asked.along.pushed else "fence"
    machine = machine_of(setting, frame=shown_face(asked.high), guides=(), hold=hold, part=asked.along.part)
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
        Change(what="held", to="sled" if setting.tongue.along.pushed else "table"),
        Change(what="guide", to="table-fence"),
        Change(what="depth", to=setting.tongue.height),
        *shim,
    ]


def _bodies(setting: TongueSetting, moves: Sequence[Move]) -> tuple[Body, ...]:
    """The board on its side; the fence above its opening, on the one face and then on the other; the block behind it."""
    asked, along = setting.tongue, setting.tongue.along
    second = next((number for number, move in enumerate(moves) if move.setting == 1), None)
    low, high = asked.high - setting.fence_high, asked.high - asked.height - _ABOVE_BIT
    found = [work_of(stood(setting.piece, asked.cut.on), ())]
    found.append(fence_beside(along, "fence-1", first=True, low=low, high=high, begun=0, after=second))
    if second is not None:
        found.append(fence_beside(along, "fence-2", first=False, low=low, high=high, begun=second, after=None))
    return (*found, *blocks_behind(along, second))
