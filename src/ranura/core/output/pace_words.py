"""What is said with the pace: where the bit goes slower than that (R4)."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import replace

from ranura.core.cutting.feed import HELD_BACK, seconds_for
from ranura.core.geometry.rings import Point
from ranura.core.output.slip import SlipSection
from ranura.core.proof.corners import BEHIND
from ranura.core.proof.moves import Move, Program
from ranura.core.proof.wood import place_on
from ranura.core.text.writing import Text, write

_OVER = 300.0
"""mm over which a pace is said."""
_LAST = 50.0
"""mm before an edge over which a bit that comes out there goes slower, where no backer holds the fibres."""
_ALONG = math.cos(math.radians(45))
"""Of a heading, along the fibres: it comes in where they end."""


def with_pace_words(slip: tuple[SlipSection, ...], program: Program, fibres: Point | None) -> tuple[SlipSection, ...]:
    """A slip whose feed says where its moves go slower; `fibres` is where those of the board run, None where it has none."""
    said = tuple(_said(program, fibres))
    return tuple(replace(each, lines=(*each.lines, *said)) if each.key == "feed" else each for each in slip)


def _said(program: Program, fibres: Point | None) -> Iterator[Text]:
    wet = [move for move in program.moves if move.turning and move.fresh not in (None, "none")]
    if any(move.slow for move in wet):
        pace = seconds_for(_OVER, feed_m_min=HELD_BACK)
        yield write("the first {far:about} behind each corner: {t:n0} s or more for {over:about}", far=BEHIND, t=pace, over=_OVER)
    slowly = []
    if fibres is not None and any(_through_ends(program, move, fibres) for move in program.moves):
        slowly.append("into the end grain")
    backed = any(body.role == "backer" for body in program.bodies)
    if not backed and any(move.kind == "leave" for move in program.moves):
        slowly.append("over the last {last:about}")
    if slowly:
        yield write(f"slower {' and '.join(slowly)}", last=_LAST)


def _through_ends(program: Program, move: Move, fibres: Point) -> bool:
    """Whether a move comes into the board where its fibres end."""
    if move.kind != "enter" or len(move.path) < 2:
        return False
    frame = program.settings[move.setting].frame
    (x0, y0), (x1, y1) = (place_on(frame, at) for at in move.path[-2:])
    long = math.dist((x0, y0), (x1, y1))
    return long > 0 and abs((x1 - x0) * fibres[0] + (y1 - y0) * fibres[1]) >= _ALONG * long
