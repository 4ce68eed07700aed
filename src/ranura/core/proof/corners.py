"""Where a way turns sharply the bit is taken slower behind the corner (R4)."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import replace
from itertools import accumulate, pairwise
from typing import Final

import numpy as np

from ranura.core.cutting.feed import HELD_BACK, seconds_for
from ranura.core.geometry import closeness
from ranura.core.geometry.paths import points_of
from ranura.core.geometry.rings import Ring
from ranura.core.proof.cutter import widest
from ranura.core.proof.moves import Move, Program, Stretch

BEHIND: Final = 50.0
"""mm behind a corner in which the bit goes slower."""
_SHARP, _SOON = math.radians(30), 0.3
"""From how much of a turn on it is a corner, within how much of the bit's width: an arc that is wider than the bit is none."""
_FEWEST = 3
"""Points of a way that can turn."""
_LEAST = 4 * BEHIND
"""mm of way round something that is long enough for two paces."""


def slower_behind_corners(program: Program) -> Program:
    """Moves that go slower behind each corner that they turn in fresh wood, where their feed is faster than is kept there.

    Rule: R4 ceilings
    Formula: at most 2 m/min in the first 50 mm behind a corner
    Source: there the chip is thick at once, and the guide is pressed on anew"""
    known: dict[tuple[int, int], tuple[Stretch, ...]] = {}

    def slower(move: Move) -> Move:
        if not _too_fast(move):
            return move
        key = (id(move.path), move.setting)
        if key not in known:
            known[key] = behind_corners(move.path, 2 * widest(program.settings[move.setting].bit))
        return _slowed(move, known[key]) if known[key] else move

    moves = tuple(slower(move) for move in program.moves)
    return replace(program, moves=moves) if any(known.values()) else program


def _too_fast(move: Move) -> bool:
    fresh = move.kind == "cut" and move.fresh not in ("none", None) and len(move.path) >= _FEWEST
    return fresh and closeness.over(move.feed_m_min or 0.0, HELD_BACK)


def _slowed(move: Move, slow: tuple[Stretch, ...]) -> Move:
    feed = move.feed_m_min or HELD_BACK
    held = sum(end - begin for begin, end in slow)
    gained = seconds_for(held, feed_m_min=HELD_BACK) - seconds_for(held, feed_m_min=feed)
    return replace(move, slow=slow, seconds=(move.seconds or 0.0) + gained)


def behind_corners(path: Ring, across: float) -> tuple[Stretch, ...]:
    """From where to where, in mm of a way round something, lie the stretches behind its corners: round the corner of a part the
    axis of a bit so many mm across goes on an arc of half of that."""
    points = points_of(path)
    sides = np.diff(points, axis=0)
    long = np.hypot(sides[:, 0], sides[:, 1])
    sides, long = sides[long > 0], long[long > 0]
    whole = float(long.sum())
    if whole < _LEAST or math.dist(path[0], path[-1]) >= BEHIND:
        return ()
    headings = np.arctan2(sides[:, 1], sides[:, 0])
    turned = np.cumsum(np.mod(np.diff(headings) + np.pi, 2 * np.pi) - np.pi)
    at = np.cumsum(long)[:-1]
    # By how much it has turned a little further on, and just before each place.
    soon = turned[np.searchsorted(at, at + _SOON * across, side="right") - 1]
    before = np.concatenate(([0.0], turned[:-1]))
    found: list[Stretch] = []
    for begin in at[np.abs(soon - before) > _SHARP].tolist():
        end = min(begin + BEHIND, whole)
        if found and begin <= found[-1][1]:
            found[-1] = (found[-1][0], end)
        else:
            found.append((begin, end))
    return tuple(found)


def times_along(path: Ring, feed_m_min: float, slow: Sequence[Stretch]) -> tuple[float, ...]:
    """By which share of the time each point of a way is reached that is gone slower in some stretches; these begin and end at
    points of it."""
    lengths = [math.dist(a, b) for a, b in pairwise(path)]
    ends = tuple(accumulate(lengths))
    middles = [end - long / 2 for end, long in zip(ends, lengths, strict=True)]
    took = [
        seconds_for(long, feed_m_min=HELD_BACK if any(begin < at < end for begin, end in slow) else feed_m_min)
        for at, long in zip(middles, lengths, strict=True)
    ]
    whole = sum(took) or 1.0
    return (0.0, *(each / whole for each in accumulate(took)))
