"""What was understood of a drawing: its loops, what was mended, and what is wrong with it, with places."""

from __future__ import annotations

import math
from collections import defaultdict
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace

import numpy as np
import shapely
from shapely import Polygon, STRtree
from shapely.validation import explain_validity

from ranura.core.geometry.loop_box import box_of
from ranura.core.geometry.loop_text import text_of_loops
from ranura.core.geometry.loops import Loop, Vertex
from ranura.core.geometry.rings import Point
from ranura.core.templates import outline_words as words
from ranura.core.text.words import Words
from ranura.core.text.writing import Fact, Text, write

TOLERANCE = 0.1
"""mm up to which two ends are joined, where nothing else is said."""
MOST_KEPT = 20_000
"""Sides of an outline that is kept."""
_SAME = 1e-3
"""mm between two points that are one, and between two ways that are drawn twice."""
_SPECK = 0.5
"""mm: a loop that is smaller all over is a speck."""
_NEAR_MISS = 2.0
"""mm: two open ends that are so near to one another were probably to meet."""
_MOST_SAID = 60
"""Problems that are listed of a kind."""


@dataclass(frozen=True, kw_only=True, slots=True)
class OutlineProblem:
    """Something about a drawing that one should know, and where; what is `mended` is said, and what is not has to be."""

    code: str
    message: Text
    at: Point | None
    mended: bool


@dataclass(frozen=True, kw_only=True, slots=True)
class Outline:
    """A drawing as it was understood; lengths in mm, counter-clockwise outside and clockwise in holes."""

    loops: tuple[Loop, ...]
    width: float
    height: float
    open_ends: tuple[Point, ...]
    problems: tuple[OutlineProblem, ...]

    @property
    def sides(self) -> int:
        """How many sides it has in all."""
        return sum(len(loop.vertices) for loop in self.loops)

    @property
    def can_be_used(self) -> bool:
        """Whether it encloses something, and nothing of it is ambiguous."""
        return any(loop.closed for loop in self.loops) and all(each.mended for each in self.problems)


def data_of(found: Outline) -> str:
    """Path data of its loops, with their lower left corner at 0, 0."""
    x, y, _, _ = box_of(found.loops)
    return text_of_loops(loop.moved((-x, -y)) for loop in found.loops)


def understood(drawn: Sequence[Loop], *, tolerance: float = TOLERANCE) -> Outline:
    """A drawing with its ends joined where they lie within a tolerance (mm), and all that is odd about it."""
    problems: list[OutlineProblem] = []
    ways = list(_drawn_once(drawn, problems))
    closed = [each for each in ways if each.closed]
    joined = _joined([each for each in ways if not each.closed], tolerance, problems)
    closed += [each for each in joined if each.closed]
    left = [each for each in joined if not each.closed]
    closed = list(_no_specks(closed, problems))
    ends = tuple(end for each in left for end in _ends(each))
    problems += _open(ends)
    rings = [Polygon(np.array(loop.points())) for loop in closed]
    problems += _crossings(rings)
    loops = (*_turned(closed, rings), *left)
    x0, y0, x1, y1 = box_of(loops)
    if not loops:
        problems.append(_problem(words.NOTHING_DRAWN))
    return Outline(loops=loops, width=x1 - x0, height=y1 - y0, open_ends=ends, problems=tuple(_some_of_each(problems)))


def _problem(said: Words, at: Point | None = None, *, mended: bool = False, **facts: Fact) -> OutlineProblem:
    place = None if at is None else (float(at[0]), float(at[1]))
    return OutlineProblem(code=said.code, message=write(said.message, **facts), at=place, mended=mended)


def _some_of_each(problems: Iterable[OutlineProblem]) -> Iterator[OutlineProblem]:
    """What must be mended first; of many of a kind the first ones."""
    counted: dict[str, int] = defaultdict(int)
    for each in sorted(problems, key=lambda each: each.mended):
        counted[each.code] += 1
        if counted[each.code] <= _MOST_SAID:
            yield each


def _ends(way: Loop) -> tuple[Point, Point]:
    return way.vertices[0][:2], way.vertices[-1][:2]


def _drawn_once(drawn: Iterable[Loop], problems: list[OutlineProblem]) -> Iterator[Loop]:
    """Every way once, in whichever direction it was drawn again, and none of no length."""
    seen: set[object] = set()
    for way in drawn:
        if len(way.vertices) < 2 or way.length < _SAME:
            continue
        key = _sides_of(way)
        if key in seen:
            problems.append(_problem(words.DRAWN_TWICE, way.vertices[0][:2], mended=True))
            continue
        seen.add(key)
        yield way


def _sides_of(way: Loop) -> bytes:
    """The sides of a way, equal for all that run along the same."""
    starts = np.array(way.vertices)
    cells = np.rint(starts[:, :2] / _SAME).astype(np.int64)
    bulges = np.rint(np.abs(starts[:, 2]) * 1e4).astype(np.int64)
    ends = np.roll(cells, -1, axis=0)
    if not way.closed:
        cells, ends, bulges = cells[:-1], ends[:-1], bulges[:-1]
    back = (cells[:, 0] > ends[:, 0]) | ((cells[:, 0] == ends[:, 0]) & (cells[:, 1] > ends[:, 1]))
    first, second = np.where(back[:, None], ends, cells), np.where(back[:, None], cells, ends)
    rows = np.column_stack((first, second, bulges))
    return np.unique(rows, axis=0).tobytes()


def _joined(ways: Sequence[Loop], tolerance: float, problems: list[OutlineProblem]) -> list[Loop]:
    """Open ways put together where their ends meet, nearest ends first, and closed where they come back to themselves."""
    left = dict(enumerate(ways))
    ends: list[tuple[int, int]] = [(number, side) for number in left for side in (0, 1)]
    places = [_ends(left[number])[side] for number, side in ends]
    of_way: dict[tuple[int, int], tuple[int, int]] = {end: end for end in ends}
    """Of each end of a way as it was drawn, which end of what it has become."""
    for gap, i, j in _near_ends(places, tolerance):
        if of_way.get(ends[i]) is None or of_way.get(ends[j]) is None:
            continue
        (one, side), (other, far) = of_way[ends[i]], of_way[ends[j]]
        if one == other and side == far:
            continue
        at = ((places[i][0] + places[j][0]) / 2, (places[i][1] + places[j][1]) / 2)
        if gap > _SAME:
            problems.append(_problem(words.GAP_CLOSED, at, mended=True, gap=gap))
        a = left[one] if side == 1 else left[one].reversed()
        if one == other:
            left[one] = _closed(a)
            first, second = ends[i], ends[j]
            of_way[first] = of_way[second] = None  # type: ignore[assignment]
            continue
        b = left[other] if far == 0 else left[other].reversed()
        outer_one = next(end for end, now in of_way.items() if now == (one, 1 - side))
        outer_other = next(end for end, now in of_way.items() if now == (other, 1 - far))
        left[one] = Loop((*a.vertices[:-1], (*a.vertices[-1][:2], 0.0), *b.vertices)) if gap > _SAME else _put_on(a, b)
        left[one] = replace(left[one], closed=False)
        del left[other]
        of_way[ends[i]] = of_way[ends[j]] = None  # type: ignore[assignment]
        of_way[outer_one], of_way[outer_other] = (one, 0), (one, 1)
    return list(left.values())


def _put_on(a: Loop, b: Loop) -> Loop:
    """A way that goes on where another ends."""
    return Loop((*a.vertices[:-1], *b.vertices), closed=False)


def _closed(way: Loop) -> Loop:
    """A way whose ends meet, as a loop; a gap is closed by a short side."""
    start, end = _ends(way)
    return Loop(way.vertices[:-1] if math.dist(start, end) <= _SAME else way.vertices)


def _near_ends(places: Sequence[Point], within: float) -> list[tuple[float, int, int]]:
    """Pairs of ends that lie within so many mm of one another, the nearest first."""
    if len(places) < 2:
        return []
    spots = shapely.points(places)
    first, second = STRtree(spots).query(spots, predicate="dwithin", distance=within)
    pairs = [(math.dist(places[i], places[j]), int(i), int(j)) for i, j in zip(first, second, strict=True) if i < j]
    return sorted(pairs)


def _no_specks(loops: Iterable[Loop], problems: list[OutlineProblem]) -> Iterator[Loop]:
    for loop in loops:
        xs, ys = [x for x, *_ in loop.vertices], [y for _, y, _ in loop.vertices]
        if max(max(xs) - min(xs), max(ys) - min(ys)) < _SPECK:
            problems.append(_problem(words.SPECK, (xs[0], ys[0]), mended=True))
        else:
            yield loop


def _open(ends: Sequence[Point]) -> Iterator[OutlineProblem]:
    """Ends that meet nothing; where another one is near, how far that is."""
    for at in ends:
        away = min((math.dist(at, other) for other in ends if other is not at), default=math.inf)
        if away <= _NEAR_MISS:
            yield _problem(words.GAP, at, gap=away)
        else:
            yield _problem(words.OPEN_END, at)


def _crossings(rings: Sequence[Polygon]) -> Iterator[OutlineProblem]:
    """Where a loop crosses itself, or another."""
    for ring in rings:
        if not ring.is_valid:
            yield _problem(words.CROSSES_ITSELF, _place_in(explain_validity(ring)))
    sound = [ring.exterior for ring in rings if ring.is_valid]
    for i, j in STRtree(sound).query(sound, predicate="intersects").T if len(sound) > 1 else ():
        if i < j:
            met = sound[i].intersection(sound[j])
            spot = met.representative_point()
            yield _problem(words.CROSSES_ANOTHER if sound[i].crosses(sound[j]) else words.TOUCHES, (spot.x, spot.y))


def _place_in(said: str) -> Point | None:
    """The place that the geometry library names in brackets."""
    inside = said.partition("[")[2].rstrip("]").split()
    try:
        return (float(inside[0]), float(inside[1]))
    except (IndexError, ValueError):
        return None


def _turned(loops: Sequence[Loop], rings: Sequence[Polygon]) -> Iterator[Loop]:
    """Loops that run counter-clockwise outside, and clockwise where they are holes."""
    spots = [shapely.Point(ring.exterior.coords[0]) for ring in rings]
    inside, within = STRtree(rings).query(np.array(spots, dtype=object), predicate="within")
    around = np.bincount(inside[inside != within], minlength=len(rings))
    for loop, count in zip(loops, around, strict=True):
        yield loop if (loop.area > 0) == (count % 2 == 0) else loop.reversed()


def scaled(loops: Iterable[Loop], by: float) -> tuple[Loop, ...]:
    """Loops that many times as large, as from inches to mm."""

    def grown(vertex: Vertex) -> Vertex:
        return (vertex[0] * by, vertex[1] * by, vertex[2])

    return tuple(replace(loop, vertices=tuple(map(grown, loop.vertices))) for loop in loops)
