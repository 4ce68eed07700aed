"""Half-blind dovetails (R14): sockets in the face of the first board and tails on the second, both under one comb in one go."""

from __future__ import annotations

import math

from ranura.core.board.stood import End
from ranura.core.cuts.dovetails.asked import DovetailsCut
from ranura.core.cuts.dovetails.on_board import DovetailsOnBoard, dovetails_under, nearest_comb
from ranura.core.geometry.placing import Placing, Vector3, lying
from ranura.core.joints.asked import Joint
from ranura.core.joints.joined import Boards, Joined, Line, Stood, at_ends, refuse_widths, room_of_dovetails
from ranura.core.learning.forecast import Spread, forecast
from ranura.core.text.lengths import Length, in_mm
from ranura.core.text.writing import write

_A_TENTH = 0.1
"""mm of fit that a correction is said for."""


def half_blind(joint: Joint, boards: Boards) -> Joined:
    """Sockets at an end of the first board, or at both of four corners, and the tails that go into them.

    Rule: R14 comb dovetails
    Formula: h = (2·w − P − clearance) / (2·tan(angle)): a tail is narrower than its socket by the clearance, at every height
    Source: socket and tail are as deep as each other, so one depth sets how tight they are

    Raises `CutError` without a comb, and where the boards cannot be laid out under it."""
    refuse_widths(boards)
    thick = boards.first.thickness.mm
    comb = nearest_comb(boards.combs, boards.second.thickness.mm, field="joint.kind")
    first_ends: tuple[End, ...] = ("left", "right") if joint.into == "both" else (joint.end,)
    asked = DovetailsCut(mate=boards.second.thickness, end=first_ends[0], comb=comb.id)
    laid = dovetails_under(comb, asked, boards.first)
    room = room_of_dovetails(joint, boards.rules)
    play = room + joint.correction
    # In hundredths, as it can be set, and no tighter for that.
    deep = in_mm(math.floor((laid.fits_at - play / laid.tightness) * 100) / 100)

    def cut(end: End, mate: Length, *, tails: bool) -> DovetailsCut:
        return DovetailsCut(makes="tails" if tails else "sockets", end=end, mate=mate, depth=deep, comb=comb.id)

    return Joined(
        cuts=(
            *at_ends(
                "a",
                "Sockets",
                [cut(end, boards.second.thickness, tails=False) for end in first_ends],
                write("Both boards in one go, this one lying behind the other: one setting and one way for both"),
            ),
            *at_ends(
                "b",
                "Tails",
                [cut(end, boards.first.thickness, tails=True) for end in joint.ends],
                write("In the same go, standing before the other and {s:fine} to its left", s=laid.shift),
            ),
        ),
        placing=_cornered(boards, first_ends[0], joint.ends[0], deep.mm),
        lines=_lines(laid, thick, deep.mm, play),
        seen_along=(1.0, 0.0, 0.0),
        around=boards.first.width.mm,
        stood=Stood(first=None, second=joint.ends[0]),
        expected=forecast(
            width=room,
            mate=0.0,
            causes=(
                Spread(of="bit", mm=2 * boards.rules.spread_bit),
                Spread(of="depth", mm=laid.tightness * boards.rules.spread_depth),
            ),
        ),
        mended=write(
            "Too loose: set the bit deeper, by {x:fine} for every {t:fine} that it rattles; too tight: as much less deep",
            x=_A_TENTH / laid.tightness,
            t=_A_TENTH,
        ),
    )


def _cornered(boards: Boards, end: End, second: End, deep: float) -> Placing:
    """The second board square on the first at an end of it, its tails in the sockets, both insides within."""
    (long, _, thick), size = boards.sizes("a"), boards.sizes("b")
    up: Vector3 = (0.0, 0.0, 1.0 if second == "left" else -1.0)
    inside: Vector3 = (1.0 if end == "left" else -1.0, 0.0, 0.0)
    return lying(size, low=(0.0 if end == "left" else long - size[2], 0.0, thick - deep), x=up, z=inside)


def _lines(laid: DovetailsOnBoard, thick: float, deep: float, play: float) -> tuple[Line, ...]:
    """Across a socket near the middle and below its tail, where both boards are straight, and behind it, where both are round."""
    middle = laid.sockets[len(laid.sockets) // 2]
    x, y = laid.on_board((middle, min(laid.reach, laid.front) / 2))
    half = laid.comb.pitch / 2
    socket = laid.reach + laid.play / 2 + laid.radius(deep / 2)
    tail = min(socket - play / 2, laid.front)
    end = laid.on_board((middle, socket))
    return (
        Line(name=write("across a socket"), at=(x, y, thick - deep / 2), way=(0.0, 1.0, 0.0), reach=half, wanted=max(play, 0.0)),
        Line(name=write("below a tail"), at=(x, y, thick - deep), way=(0.0, 0.0, 1.0), reach=deep / 2, wanted=0.0),
        Line(
            name=write("behind a tail"),
            at=(end[0], y, thick - deep / 2),
            way=(1.0, 0.0, 0.0),
            reach=min(laid.reach, laid.front) / 2 + half,
            wanted=max(socket - tail, 0.0),
        ),
    )
