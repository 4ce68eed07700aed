"""What a plan for fingers does, as moves: at every depth slot by slot, in from the face, out into the backer, and back (R21)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from ranura.core.board.stood import stood
from ranura.core.cuts.fingers.on_board import FingersOnBoard
from ranura.core.cuts.fingers.setting import FingersSetting
from ranura.core.cuts.fingers.sleds import BACKER, BESIDE, FACE, face_of
from ranura.core.cutting.stepping import Pass
from ranura.core.geometry.rings import Ring
from ranura.core.proof.bodies import standing, stints, work_of
from ranura.core.proof.machines import machine_of
from ranura.core.proof.moves import FLANK, Body, Change, Fresh, GuidePlace, Move, Program, shown_face
from ranura.core.proof.recorder import CLEAR, Recorder

_PAST = 2.0
"""mm that the bit's middle goes past the face where it comes out, into the backer."""
_KEY_BELOW = 1.0
"""mm that the key is lower than the first depth of a slot."""


def fingers_program(setting: FingersSetting) -> Program:
    """The moves of fingers, the board standing. Empty of moves where a stop leaves no passes."""
    recorder = Recorder()
    stepping, asked = setting.stepping, setting.fingers
    if stepping is None:
        return Program(bodies=_bodies(setting, (), 0.0), settings=(), moves=())
    for each in stepping.passes:
        recorder.set(*_changes(setting, each))
        for number, slot in enumerate(asked.slots):
            if len(asked.slots) > 1:
                recorder.shift(number + 1)
            _run(recorder, asked, slot, each, setting.bit.diameter / 2)
    machine = machine_of(
        setting,
        frame=shown_face(asked.long),
        guides=(GuidePlace(kind="rails", body="sled", r=None, z0=None, z1=None, at=None, spacer=0.0),),
        hold="sled",
        part=(asked.wide, asked.thick),
    )
    return Program(bodies=_bodies(setting, recorder.moves, stepping.depths[0]), settings=(machine,), moves=tuple(recorder.moves))


def _changes(setting: FingersSetting, each: Pass) -> list[Change]:
    depth = Change(what="depth", to=each.to_depth)
    if each.number > 1:
        return [depth]
    return [
        Change(what="bit", to=setting.bit.id),
        Change(what="speed", to=setting.turning_rpm),
        Change(what="held", to="sled"),
        Change(what="guide", to="keyed-sled"),
        depth,
    ]


def _run(recorder: Recorder, asked: FingersOnBoard, slot: tuple[float, float], each: Pass, r: float) -> None:
    """One slot: the board is pushed over the bit until its middle is past the face, and drawn back through the slot."""
    u = (slot[0] + slot[1]) / 2
    # At the far edge wood may stand on one side of the bit alone, on the side that the slots come from.
    fresh: Fresh = "both" if asked.wide > u + FLANK * r else "left"
    before, past, depth, feed = -(r + CLEAR), asked.thick + _PAST, each.to_depth, each.feed_m_min
    recorder.start((u, before), depth)
    recorder.enter(((u, before), (u, 0.0)), depth, fresh, feed)
    recorder.cut(((u, 0.0), (u, asked.thick)), depth, fresh, feed)
    recorder.leave(((u, asked.thick), (u, past)), depth, fresh, feed)
    recorder.cut(((u, past), (u, before)), depth, "none", feed)
    recorder.stop((u, before), depth)


def _bodies(setting: FingersSetting, moves: Sequence[Move], first: float) -> tuple[Body, ...]:
    """The board on its end, the strip behind it, the sled's face, and the key in the slot before, lower than the first depth."""
    asked = setting.fingers
    top, back = asked.long, asked.thick
    low = top - face_of(setting.sled, asked)
    x0, x1 = -BESIDE, asked.wide + BESIDE

    def across(y0: float, y1: float) -> Ring:
        return ((x0, y0), (x1, y0), (x1, y1), (x0, y1))

    found = [
        work_of(stood(setting.piece, asked.cut.end), ("sled",)),
        standing("backer", "backer", across(back, back + BACKER), low, top, held_by=("sled",)),
        standing("sled", "sled", across(back + BACKER, back + BACKER + FACE), low, top),
    ]
    for number, (station, begun, after) in enumerate(stints(moves)):
        edge = asked.slots[station - 1][0] - asked.key_gap(station - 1)
        ring = ((edge - asked.slot, 0.0), (edge, 0.0), (edge, back), (edge - asked.slot, back))
        key = standing(f"key-{number + 1}", "block", ring, top - max(first - _KEY_BELOW, first / 2), top, held_by=("sled",))
        # Where the board begins with a slot, its mate stands between the key and the first of them.
        if station > 1 or asked.cut.starts == "finger":
            found.append(replace(key, from_move=begun, to_move=after))
    return tuple(found)
