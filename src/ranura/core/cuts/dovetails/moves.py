"""What a plan for half-blind dovetails does, as moves: one way along the whole comb, the same for either board (R21)."""

from __future__ import annotations

from dataclasses import replace

from ranura.core.board.stood import stood
from ranura.core.cuts.dovetails.on_board import BESIDE, DovetailsOnBoard, arc
from ranura.core.cuts.dovetails.setting import DovetailsSetting
from ranura.core.geometry.rings import Point, Ring
from ranura.core.proof.bodies import standing, work_of
from ranura.core.proof.machines import machine_of
from ranura.core.proof.moves import FLANK, Body, Change, Fresh, GuidePlace, Program, shown_face
from ranura.core.proof.recorder import CLEAR, Recorder

_FRAME_LOW, _MATE_HIGH = 60.0, 120.0
"""mm: how high the frame is that both boards are clamped to, and how much of a standing mate there is."""
_FRAME_DEEP = 150.0


def dovetails_program(setting: DovetailsSetting) -> Program:
    """The moves of dovetails. Empty of moves where a stop leaves no passes."""
    asked, stepping = setting.dovetails, setting.stepping
    if stepping is None or setting.bushing is None:
        return Program(bodies=_bodies(setting), settings=(), moves=())
    recorder, depth, feed = Recorder(), asked.depth, stepping.passes[0].feed_m_min
    recorder.set(
        Change(what="bit", to=setting.bit.id),
        Change(what="speed", to=setting.turning_rpm),
        Change(what="held", to="comb"),
        Change(what="guide", to="comb"),
        Change(what="depth", to=depth),
    )
    out = -(asked.front + setting.bit.diameter / 2 + CLEAR)
    recorder.start(asked.on_board((asked.slots[0] - asked.play / 2, out)), depth)
    before: float | None = None
    for middle in asked.slots:
        left, right = middle - asked.play / 2, middle + asked.play / 2
        if before is None:
            recorder.enter(_on(asked, _straight(left, out, -asked.front)), depth, "both", feed)
            recorder.cut(_on(asked, _straight(left, -asked.front, asked.reach)), depth, "both", feed)
        else:
            recorder.cut(_on(asked, _straight(before, out, -asked.reach)), depth, "none", feed)
            recorder.cut(_on(asked, _tip(asked, middle)), depth, "left", feed)
            recorder.cut(_on(asked, _straight(left, -asked.reach, asked.reach)), depth, _going_in(asked, left), feed)
        back = ((left, asked.reach), *_round(asked, middle), (right, -asked.front))
        recorder.cut(_on(asked, back), depth, "left", feed)
        recorder.leave(_on(asked, _straight(right, -asked.front, out)), depth, "none", feed)
        before = right
    recorder.stop(asked.on_board((right, out)), depth)
    top = asked.thick if asked.cut.makes == "sockets" else asked.long
    machine = machine_of(
        setting,
        frame=shown_face(top),
        guides=(
            GuidePlace(
                kind="bushing",
                body="template",
                r=setting.bushing.outside / 2,
                z0=top,
                z1=top + asked.comb.thickness,
                at=None,
                spacer=0.0,
            ),
        ),
        hold="comb",
        part=(asked.long, asked.wide),
    )
    return Program(bodies=_bodies(setting), settings=(machine,), moves=tuple(recorder.moves))


def _going_in(asked: DovetailsOnBoard, u: float) -> Fresh:
    """On which side wood stands on the way into a slot: at the right edge of the board with tails on the left alone."""
    to_edge = asked.wide - asked.shift - u
    lies = asked.cut.makes == "sockets"
    return "both" if lies or to_edge > FLANK * asked.radius(asked.depth / 2) else "left"


def _on(asked: DovetailsOnBoard, way: Ring) -> Ring:
    """A way under the comb on the board, every point once."""
    return tuple(dict.fromkeys(asked.on_board(at) for at in way))


def _straight(u: float, v0: float, v1: float) -> Ring:
    return ((u, v0), (u, v1))


def _round(asked: DovetailsOnBoard, middle: float) -> tuple[Point, ...]:
    """Round the end of a slot, from its left side to its right one."""
    return arc((middle, asked.reach), asked.play / 2, 180.0, 0.0)


def _tip(asked: DovetailsOnBoard, slot: float) -> Ring:
    """Round the tip of the finger on the left of a slot, into that slot."""
    return arc((slot - asked.comb.pitch / 2, -asked.reach), (asked.comb.pitch - asked.play) / 2, 180.0, 360.0)


def _bodies(setting: DovetailsSetting) -> tuple[Body, ...]:
    """The board, its mate before or behind it, scrap on the left of the tails, the frame that all are clamped to, and the comb
    upon them."""
    asked = setting.dovetails
    lies = asked.cut.makes == "sockets"
    piece = setting.piece if lies else stood(setting.piece, asked.cut.end)
    top = piece.thickness.mm
    low = top - asked.back
    mate_low = top - (_MATE_HIGH if lies else asked.back)
    u0, u1 = -BESIDE, asked.wide + BESIDE
    frame = ((u0, 0.0), (u1, 0.0), (u1, _FRAME_DEEP), (u0, _FRAME_DEEP))
    scrap = standing("scrap", "backer" if lies else "work", asked.ring(asked.scrap()), mate_low, top, held_by=("frame",))
    return (
        work_of(piece, ("frame",)),
        scrap if lies else replace(scrap, z0=0.0),
        standing("mate", "backer", asked.ring(asked.board(lying=not lies)), mate_low, top, held_by=("frame",)),
        standing("frame", "bench", asked.ring(frame), low - _FRAME_LOW, low),
        standing("template", "template", asked.ring(asked.comb_ring()), top, top + asked.comb.thickness, held_by=("frame",)),
    )
