"""Where a way turns sharply the bit is taken slower behind the corner: it is said with the pace (R4)."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import Final

import numpy as np

from ranura.core.cutting.feed import HELD_BACK
from ranura.core.geometry import closeness
from ranura.core.geometry.paths import points_of
from ranura.core.output.slip import SlipSection
from ranura.core.proof.moves import Move, Program
from ranura.core.text.writing import write

BEHIND: Final = 50.0
"""mm behind a corner in which the bit goes slower."""
_SHARP, _SOON = math.radians(30), 0.3
"""From how much of a turn on it is a corner, within how much of the bit's width: an arc that is wider than the bit is none."""
_FEWEST = 3
"""Points of a way that can turn."""
_LEAST = 4 * BEHIND
"""mm of way round something that is long enough for two paces."""
_OVER = 300.0
"""mm over which a pace is said."""


def slower_behind_corners(slip: tuple[SlipSection, ...], program: Program) -> tuple[SlipSection, ...]:
    """A slip whose feed says how slowly the bit goes behind a corner, where its moves turn one faster than that.

    Rule: R4 ceilings
    Formula: at most 2 m/min in the first 50 mm behind a corner
    Source: there the chip is thick at once, and the guide is pressed on anew"""
    if not any(_too_fast(move) and _turns_sharply(move, _across(program, move)) for move in program.moves):
        return slip
    pace = _OVER / 1_000 / HELD_BACK * 60
    said = write("the first {50:about} behind each corner: {t:n0} s or more for {300:about}", t=pace)
    return tuple(replace(each, lines=(*each.lines, said)) if each.key == "feed" else each for each in slip)


def _too_fast(move: Move) -> bool:
    fresh = move.kind == "cut" and move.fresh not in ("none", None)
    return fresh and closeness.over(move.feed_m_min or 0.0, HELD_BACK)


def _across(program: Program, move: Move) -> float:
    """How wide the bit of a move is."""
    return 2 * max(r for _, r, _ in program.settings[move.setting].bit.silhouette)


def _turns_sharply(move: Move, across: float) -> bool:
    """Whether a move that goes round something turns a corner on its way: round the corner of a part the axis of a bit so many mm
    across goes on an arc of half of that."""
    if len(move.path) < _FEWEST:
        return False
    path = points_of(move.path)
    sides = np.diff(path, axis=0)
    long = np.hypot(sides[:, 0], sides[:, 1])
    sides, long = sides[long > 0], long[long > 0]
    if long.sum() < _LEAST or math.dist(move.path[0], move.path[-1]) >= BEHIND:
        return False
    headings = np.arctan2(sides[:, 1], sides[:, 0])
    turned = np.cumsum(np.mod(np.diff(headings) + np.pi, 2 * np.pi) - np.pi)
    at = np.cumsum(long)[:-1]
    # By how much it has turned a little further on, and just before each place.
    soon = turned[np.searchsorted(at, at + _SOON * across, side="right") - 1]
    before = np.concatenate(([0.0], turned[:-1]))
    return bool((np.abs(soon - before) > _SHARP).any())
