"""Where clamps hold best: on both sides of the cut, at the nearest places clear of base, handles and guides (R17, craft 15)."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import replace
from functools import cache, lru_cache

import numpy as np
from numpy.typing import NDArray

from ranura.core.board.pieces import SIDES
from ranura.core.geometry.convex import apart, bounds, bounds_of, gap, gaps, merged, oblong, upright
from ranura.core.geometry.rings import Point, Ring
from ranura.core.holding.placed import ClampAt
from ranura.core.holding.sweep import PAD_ACROSS, Sweep, foot_at, foot_boxes, side_length

_SEARCH = 5.0
"""mm between two places tried for a clamp that is in the way."""


_BESIDE = 10.0
"""How far a clamp is proposed from what is covered, in mm, where there is room."""
_APART = 30.0
"""mm between a clamp and a guide or its clamps, where there is room: two side by side hold like one."""
_WORTH = 100.0
"""mm by which a pair may hold worse for the sake of that room."""


@lru_cache(maxsize=256)
def propose(part: tuple[float, float], sweep: Sweep, bodies: tuple[Ring, ...]) -> tuple[ClampAt, ...]:
    """The two clamps that hold the board best beside what is covered, empty where no two are clear of it and of the guides.

    Rule: R17 holding
    Formula: a foot of 30 × 40 mm, 12 mm of it beyond the edge, shares no area with the sweep of base and handles; the pair with
    the least sum of: the farthest any place of the cut is from its nearest clamp, each clamp's distance from the cut, less half
    of what lies between the two
    Source: a board is still where it is held, so near the bit and on both sides of it"""
    covered = merged(sweep.boxes)
    sides, at, boxes = _tried(part, Sweep(boxes=covered, paths=sweep.paths), bodies)
    beside = gaps(boxes, bodies).min(axis=1, initial=math.inf)
    over_boxes = gaps(boxes, covered).min(axis=1, initial=math.inf)
    # Only what stands clear of guides and of every straight run is gone through: of many places few do.
    clear = np.flatnonzero((beside > 0) & (over_boxes > 0))
    if len(clear) < 2:
        return ()
    boxes, beside, over_boxes = boxes[clear], beside[clear], over_boxes[clear]
    places = [ClampAt(side=SIDES[side], at=where) for side, where in zip(sides[clear].tolist(), at[clear].tolist(), strict=True)]
    feet = [oblong(*box) for box in boxes.tolist()]
    along_paths = replace(sweep, boxes=())

    @cache
    def above(place: int) -> float:
        """How far a foot stays from what is covered."""
        near = float(over_boxes[place])
        return near if near <= 0 or not sweep.paths else min(near, along_paths.gap(feet[place], roughly=True))

    tight: tuple[ClampAt, ...] = ()
    most = math.inf
    middles = (boxes[:, :2] + boxes[:, 2:]) / 2
    for i, j, loose in _best_first(middles, np.array(_along(part, sweep)), apart(boxes, boxes) > 0):
        if loose > most:
            break
        if min(above(i), above(j)) <= 0:
            continue
        if all(above(place) > _BESIDE and beside[place] > _APART for place in (i, j)):
            return (places[i], places[j])
        if not tight:
            tight, most = (places[i], places[j]), loose + _WORTH
    return tight


def _best_first(
    places: NDArray[np.float64], cut: NDArray[np.float64], pairs: NDArray[np.bool_]
) -> Iterator[tuple[int, int, float]]:
    """Pairs (n × n) of places (n × 2) with how loosely they hold the places of a cut (m × 2), in mm, the best ones first."""
    away = np.hypot(*(places[:, None, :] - cut[None, :, :]).T).T
    between = np.hypot(*(places[:, None, :] - places[None, :, :]).T)
    nearest = away.min(axis=1)
    loose = np.minimum(away[:, None, :], away[None, :, :]).max(axis=2)
    first, second = np.nonzero(np.triu(pairs, 1))
    loosely = np.round(loose + nearest[:, None] + nearest[None, :] - between / 2, 3)[first, second]
    order = np.argsort(loosely, kind="stable")
    yield from zip(first[order].tolist(), second[order].tolist(), loosely[order].tolist(), strict=True)


def propose_each(part: tuple[float, float], sweeps: Sequence[Sweep]) -> tuple[tuple[ClampAt, ...], ...]:
    """What `propose` finds beside each of some sweeps by itself, with no guides to keep clear of; those of a single upright box
    all at once."""
    plain = [number for number, each in enumerate(sweeps) if len(each.boxes) == 1 and not each.paths and upright(each.boxes[0])]
    found = dict(zip(plain, _beside_boxes(part, [sweeps[number].boxes[0] for number in plain]), strict=True))
    return tuple(found[number] if number in found else propose(part, each, ()) for number, each in enumerate(sweeps))


def _beside_boxes(part: tuple[float, float], rings: Sequence[Ring]) -> list[tuple[ClampAt, ...]]:
    """The same beside boxes (n): all places of `_tried` (n × p), and all pairs of them (n × p × p), as `propose` weighs them."""
    if not rings:
        return []
    boxes = np.array([bounds_of(ring) for ring in rings])
    inset, off = PAD_ACROSS / 2, PAD_ACROSS / 2 + _BESIDE
    found = []
    for run, low, high in ((part[0], boxes[:, 0], boxes[:, 2]), (part[1], boxes[:, 1], boxes[:, 3])):
        fixed = [np.full_like(low, each) for each in (inset, run - inset, run / 2)]
        beside = [low - off - 1.0, low - inset - 1.0, high + off + 1.0, high + inset + 1.0]
        found.append(np.stack([*fixed, (low + high) / 2, *beside], axis=1))
    found += found  # near and right, then far and left
    at = np.concatenate(found, axis=1)
    sides = np.repeat(np.arange(len(SIDES)), [each.shape[1] for each in found])
    there = (at >= inset) & (at <= np.array([*part, *part])[sides] - inset)
    feet = np.concatenate(
        [foot_boxes(part, side, each.ravel()).reshape(*each.shape, 4) for side, each in zip(SIDES, found, strict=True)], axis=1
    )
    above = np.maximum(feet[:, :, :2] - boxes[:, None, 2:], boxes[:, None, :2] - feet[:, :, 2:]).max(axis=2)
    middles = (feet[:, :, :2] + feet[:, :, 2:]) / 2
    cuts = [np.array(_along(part, Sweep(boxes=(ring,)))) for ring in rings]
    most = max(len(each) for each in cuts)
    cut = np.stack([np.concatenate((each, np.repeat(each[-1:], most - len(each), axis=0))) for each in cuts])
    away = np.hypot(*np.moveaxis(middles[:, :, None, :] - cut[:, None, :, :], 3, 0))
    between = np.hypot(*np.moveaxis(middles[:, :, None, :] - middles[:, None, :, :], 3, 0))
    nearest = away.min(axis=2)
    loose = np.minimum(away[:, :, None, :], away[:, None, :, :]).max(axis=3)
    loosely = np.round(loose + nearest[:, :, None] + nearest[:, None, :] - between / 2, 3)
    apart_by = np.maximum(feet[:, None, :, :2] - feet[:, :, None, 2:], feet[:, :, None, :2] - feet[:, None, :, 2:]).max(axis=3)
    clear = there & (above > 0)
    pairs = clear[:, :, None] & clear[:, None, :] & (apart_by > 0) & np.triu(np.ones(loosely.shape[1:], dtype=bool), 1)
    roomy = pairs & (above > _BESIDE)[:, :, None] & (above > _BESIDE)[:, None, :]
    chosen = []
    for number in range(len(rings)):
        tight = _least(loosely[number], pairs[number])
        free = _least(loosely[number], roomy[number])
        if free is not None and tight is not None and loosely[number][free] <= loosely[number][tight] + _WORTH:
            tight = free
        places = () if tight is None else tight
        chosen.append(tuple(ClampAt(side=SIDES[sides[place]], at=float(at[number, place])) for place in places))
    return chosen


def _least(loosely: NDArray[np.float64], among: NDArray[np.bool_]) -> tuple[int, int] | None:
    """The first of the pairs that hold best; None where there is none."""
    if not among.any():
        return None
    first, second = np.unravel_index(np.argmin(np.where(among, loosely, np.inf)), loosely.shape)
    return int(first), int(second)


def all_find_room(part: tuple[float, float], sweeps: Sequence[Sweep]) -> bool:
    """Whether `propose` finds two clamps beside each of some sweeps. Where two at the ends of the board's sides are clear,
    nothing more is looked for."""
    plain = [each for each in sweeps if len(each.boxes) == 1 and not each.paths]
    ends = [np.array([PAD_ACROSS / 2, run - PAD_ACROSS / 2] if run >= PAD_ACROSS else []) for run in part]
    feet = np.concatenate([foot_boxes(part, side, ends[number % 2]) for number, side in enumerate(SIDES)])
    clear = (gaps(feet, [each.boxes[0] for each in plain]) > 0).T
    room = ((clear.astype(int) @ (apart(feet, feet) > 0)) * clear).any(axis=1)
    unsure = [*(plain[number] for number in np.flatnonzero(~room)), *set(sweeps).difference(plain)]
    return all(propose_each(part, unsure))


def _tried(
    part: tuple[float, float], sweep: Sweep, bodies: Sequence[Ring]
) -> tuple[NDArray[np.intp], NDArray[np.float64], NDArray[np.float64]]:
    """Where a clamp may stand nearest: on each side of the board its ends, its middle, beside the middle of the cut, and just
    clear of whatever is covered or stands there: the numbers of the sides, where along them (n), and the boxes of its foot there
    (n × 4)."""
    x0, y0, x1, y1 = bounds(sweep.extent) if sweep.extent else (0.0, 0.0, *part)
    inset = PAD_ACROSS / 2
    taken = np.array([bounds_of(each) for each in (*sweep.extent, *bodies)]).reshape(-1, 4)
    found: list[NDArray[np.float64]] = []
    for run, middle, low, high in (
        (part[0], (x0 + x1) / 2, taken[:, 0], taken[:, 2]),
        (part[1], (y0 + y1) / 2, taken[:, 1], taken[:, 3]),
    ):
        off = inset + _BESIDE
        clear_of = np.array((low - off - 1.0, low - inset - 1.0, high + off + 1.0, high + inset + 1.0)).T.ravel().tolist()
        tried = dict.fromkeys((inset, run - inset, run / 2, middle, *clear_of))
        at = np.array([each for each in tried if inset <= each <= run - inset])
        found.append(at)
    found += found  # near and right, then far and left
    numbers = np.repeat(np.arange(len(SIDES)), [len(each) for each in found])
    boxes = [foot_boxes(part, side, each) for side, each in zip(SIDES, found, strict=True)]
    return numbers, np.concatenate(found), np.concatenate(boxes)


def _along(part: tuple[float, float], sweep: Sweep) -> tuple[Point, ...]:
    """Places of the cut that are to be held, on the board: ends and middle of every straight run, five of another way."""
    found: list[Point] = []
    for box in sweep.boxes:
        long, short = sorted((box[:2], box[1:3]), key=lambda side: -math.dist(*side))
        half, ahead = math.dist(*short) / 2, (long[1][0] - long[0][0], long[1][1] - long[0][1])
        middle = (sum(x for x, _ in box) / 4, sum(y for _, y in box) / 4)
        share = 0.5 - half / math.hypot(*ahead)
        found += [(middle[0] + ahead[0] * at, middle[1] + ahead[1] * at) for at in (-share, 0.0, share)]
    for path, _ in sweep.paths:
        found += [path[round(i * (len(path) - 1) / 4)] for i in range(5)]
    if not found:
        found = [(part[0] / 2, part[1] / 2)]
    return tuple((min(max(x, 0.0), part[0]), min(max(y, 0.0), part[1])) for x, y in dict.fromkeys(found))


def moved_clear(part: tuple[float, float], clamp: ClampAt, sweep: Sweep, bodies: Sequence[Ring]) -> ClampAt | None:
    """The nearest place for a clamp along its own side where nothing meets it; None where its side has none.

    Rule: R17 clash
    Formula: places every 5 mm to both sides of where it is, the nearest that is clear
    Source: brute force along the edge"""
    run = side_length(part, clamp.side)
    inset = PAD_ACROSS / 2
    steps = math.ceil(run / _SEARCH)
    for step in range(steps + 1):
        for at in (clamp.at - step * _SEARCH, clamp.at + step * _SEARCH):
            tried = ClampAt(side=clamp.side, at=min(max(at, inset), run - inset))
            foot = foot_at(part, tried)
            if sweep.gap(foot, roughly=True) > 0 and all(gap(body, foot) > 0 for body in bodies):
                return tried
    return None


def clear_or_moved(part: tuple[float, float], clamp: ClampAt, sweep: Sweep, bodies: Sequence[Ring]) -> ClampAt | None:
    """The clamp where it is, if it is clear there, else the nearest place on its side; None where its side has none."""
    foot = foot_at(part, clamp)
    inside = PAD_ACROSS / 2 <= clamp.at <= side_length(part, clamp.side) - PAD_ACROSS / 2
    if inside and sweep.gap(foot, roughly=True) > 0 and all(gap(body, foot) > 0 for body in bodies):
        return clamp
    return moved_clear(part, clamp, sweep, bodies)
