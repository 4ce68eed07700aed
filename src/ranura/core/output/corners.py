"""Where a way turns sharply the bit is taken slower behind the corner: it is said with the pace (R4)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from ranura.core.cutting.feed import HELD_BACK, seconds_for
from ranura.core.output.slip import SlipSection
from ranura.core.proof.corners import BEHIND
from ranura.core.proof.moves import Move
from ranura.core.text.writing import write

_OVER = 300.0
"""mm over which a pace is said."""


def said_of_corners(slip: tuple[SlipSection, ...], moves: Sequence[Move]) -> tuple[SlipSection, ...]:
    """A slip whose feed says how slowly the bit goes behind a corner, where its moves turn one faster than that."""
    if not any(move.slow for move in moves):
        return slip
    pace = seconds_for(_OVER, feed_m_min=HELD_BACK)
    said = write("the first {far:about} behind each corner: {t:n0} s or more for {over:about}", far=BEHIND, t=pace, over=_OVER)
    return tuple(replace(each, lines=(*each.lines, said)) if each.key == "feed" else each for each in slip)
