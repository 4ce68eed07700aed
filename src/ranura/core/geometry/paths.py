"""Paths: how long they are, and their parts. Those of many points are worked out as arrays."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterable
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ranura.core.geometry.rings import Point, Ring

MANY = 24
"""Points of a path from which on it is worked out as a whole, and what is so of it is kept while it is asked for again: its
hash would take longer."""


@dataclass(frozen=True, slots=True)
class Known:
    """A path's points (n × 2), how far along it each lies (n), in mm, and the narrower side of the box around it."""

    path: Ring
    points: NDArray[np.float64]
    along: NDArray[np.float64]
    narrower: float


_NOWHERE = 1e-24
"""mm²: a chord of no length has its nearest point at its beginning."""

_KNOWN: dict[int, Known] = {}
_MOST_KNOWN = 256


def known(path: Ring) -> Known:
    """What is so of a path of one point or more."""
    found = _KNOWN.get(id(path))
    if found is None or found.path is not path:
        if len(_KNOWN) > _MOST_KNOWN:
            _KNOWN.clear()
        points = np.array(path, dtype=float)
        along = np.concatenate(([0.0], np.cumsum(np.hypot(*np.diff(points, axis=0).T))))
        found = _KNOWN[id(path)] = Known(path, points, along, float((points.max(axis=0) - points.min(axis=0)).min()))
    return found


def points_of(path: Ring) -> NDArray[np.float64]:
    """A path's points as an array (n × 2)."""
    return known(path).points


def narrower_side(ring: Ring) -> float:
    """The narrower side of the box around a ring, in mm."""
    return known(ring).narrower


def ring_length(ring: Ring) -> float:
    """The path once round, in mm."""
    return length_of(ring, closed=False) + math.dist(ring[-1], ring[0])


def length_of(path: Ring, *, closed: bool = True) -> float:
    """How long a path is, in mm; an open one ends at its last point."""
    if closed:
        return ring_length(path)
    if len(path) > MANY:
        return float(known(path).along[-1])
    return sum(math.dist(a, b) for a, b in itertools.pairwise(path))


def begun_at(ring: Ring, at: Point) -> tuple[Point, ...]:
    """A closed path once round, from its point nearest to another back to it.

    >>> begun_at(((0, 0), (4, 0), (4, 4), (0, 4)), (1, -3))
    ((1.0, 0.0), (4, 0), (4, 4), (0, 4), (0, 0), (1.0, 0.0))"""
    points = points_of(ring)
    ahead = np.roll(points, -1, axis=0) - points
    squared = np.maximum((ahead**2).sum(axis=1), _NOWHERE)
    share = np.clip(((np.array(at) - points) * ahead).sum(axis=1) / squared, 0.0, 1.0)
    near = points + ahead * share[:, None]
    away = np.hypot(*(near - at).T)
    first = int(np.flatnonzero(away <= away.min() + 1e-12)[0])
    found, after = (float(near[first, 0]), float(near[first, 1])), first + 1
    rest = (*ring[after:], *ring[:after])
    return (found, *(each for each in rest if math.dist(each, found) > 1e-9), found)


def begun_ahead(ring: Ring, way: Ring, by: float) -> tuple[Point, ...]:
    """A closed path once round, from its point nearest to where a way would be that went on by so many mm. A bit that has wood on
    its left then comes out to it sidelong, and finds none on its right.

    >>> begun_ahead(((0, 0), (4, 0), (4, 4), (0, 4)), ((0, 1), (1, 1)), 2)[0]
    (3.0, 0.0)"""
    (x0, y0), (x1, y1) = way[-2:]
    length = math.dist((x0, y0), (x1, y1)) or 1.0
    return begun_at(ring, (x1 + (x1 - x0) / length * by, y1 + (y1 - y0) / length * by))


def last_part(path: Ring, length: float) -> Ring:
    """The last so many mm of a path, from its end backwards.

    >>> last_part(((0, 0), (10, 0), (10, 1)), 3)
    ((10, 1), (10, 0), (8.0, 0.0))"""
    if len(path) > MANY and length > 0:
        along = known(path).along
        chord = int(np.searchsorted(along, along[-1] - length, side="right")) - 1
        return path[::-1] if chord < 0 else (*path[:chord:-1], _between(path, chord, float(along[-1] - length - along[chord])))
    found = [path[-1]]
    for (x1, y1), (x0, y0) in itertools.pairwise(reversed(path)):
        chord_length = math.dist((x0, y0), (x1, y1))
        if chord_length >= length:
            share = length / chord_length
            return (*found, (x1 + (x0 - x1) * share, y1 + (y0 - y1) * share))
        found.append((x0, y0))
        length -= chord_length
    return tuple(found)


def _between(path: Ring, chord: int, along: float) -> Point:
    """The point so many mm along a chord of a path."""
    (x0, y0), (x1, y1) = path[chord], path[chord + 1]
    share = along / (math.dist((x0, y0), (x1, y1)) or 1.0)
    return (x0 + (x1 - x0) * share, y0 + (y1 - y0) * share)


def first_part(path: Ring, length: float) -> Ring:
    """The first so many mm of a path.

    >>> first_part(((0, 0), (10, 0)), 3)
    ((0, 0), (3.0, 0.0))"""
    if len(path) > MANY and length > 0:
        along = known(path).along
        after = int(np.searchsorted(along, length, side="left"))
        return path if after >= len(path) else (*path[:after], _between(path, after - 1, float(length - along[after - 1])))
    return last_part(path[::-1], length) if length < length_of(path, closed=False) else path


def stretch(path: Ring, start: float, end: float) -> Ring:
    """A path between two distances from its beginning, in mm.

    >>> stretch(((0, 0), (10, 0), (10, 5)), 2, 12)
    ((2.0, 0.0), (10, 0), (10.0, 2.0))"""
    upto = first_part(path, end)
    return last_part(upto, length_of(upto, closed=False) - start)[::-1]


def with_points_at(path: Ring, distances: Iterable[float]) -> Ring:
    """A path with points at some distances from its beginning too, in mm.

    >>> with_points_at(((0, 0), (10, 0)), [4.0, 12.0])
    ((0, 0), (4.0, 0.0), (10, 0))"""
    left, found, gone = sorted(distances), [path[0]] if path else [], 0.0
    for a, b in itertools.pairwise(path):
        long = math.dist(a, b)
        for at in [each for each in left if gone < each < gone + long]:
            share = (at - gone) / long
            found.append((a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share))
        found.append(b)
        gone += long
    return tuple(found)
