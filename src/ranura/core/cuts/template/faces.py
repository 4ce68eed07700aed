"""From which face which stretch of a part's outline is cut, so that its fibres lift on none (R7 grain): along a board that is
turned over the same wall is gone the other way, and fibres that dove into it run out of it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import accumulate, pairwise
from math import dist

from shapely import LineString, get_parts
from shapely.geometry import Point as Spot
from shapely.geometry.base import BaseGeometry

from ranura.core.board.grain import stretches
from ranura.core.cuts.template.arcs import into, out_of
from ranura.core.geometry.paths import ring_length, stretch
from ranura.core.geometry.rings import Point, Ring
from ranura.core.shop.house_rules import HouseRules
from ranura.core.templates.lifts import SHORTEST_LIFT

_SHORTEST_BETWEEN = 24.0
"""mm: a stretch that is shorter, between two on which fibres lift, is cut with them."""
_OVERLAP, _STEP, _MOST = 6.0, 3.0, 12
"""mm by which the ways from the other face go on where the line is cut already; and mm by which the end of a way is moved on, and
how often, until the bit comes in there clear of the part."""
_TOUCHES = 0.05
"""mm² of the part that a bit may touch along its arc: both are polylines."""
_AIR = 0.5
"""mm around a bit that begins beside the wood."""

Span = tuple[float, float]
"""From and to how many mm along a closed way; the second may lie beyond its length."""


@dataclass(frozen=True, kw_only=True, slots=True)
class FaceWay:
    """A way of the axis along a part of the outline, with the arcs into it and out of it: in board coordinates, as it is run."""

    into: Ring
    along: Ring
    out: Ring


@dataclass(frozen=True, kw_only=True, slots=True)
class Faces:
    """The ways from the shown face, and those from the back face, where the fibres would lift from the shown one."""

    shown: tuple[FaceWay, ...]
    back: tuple[FaceWay, ...]
    left: tuple[Ring, ...]
    """The stretches of the part's edge that are left for the back face, the part on their left."""


def faces_of(
    way: Ring, *, fibres: Point, part: BaseGeometry, blank: BaseGeometry, half: float, radius: float, rules: HouseRules
) -> Faces | None:
    """The ways round a part from both faces, whose axis goes counter-clockwise along the closed `way`; None where its fibres lift
    nowhere. `part` is what stays, `blank` what a saw left; `half` the bit's radius and `radius` that of its arcs, in mm."""
    lifts = lifting(way, fibres=fibres, rules=rules)
    if not lifts:
        return None
    length = ring_length(way)
    fit = _Fit(part=part, blank=blank, half=half, radius=radius)
    from_back = replace(fit, outside=-1.0)
    kept = [(end, begin) for (_, end), (begin, _) in pairwise([*lifts, _on(lifts[0], length)])]
    shown = [fit.moved(way, span, inwards=True) for span in kept]
    other = (way[0], *way[:0:-1])
    left = [(end, begin) for ((_, end), _), ((begin, _), _) in pairwise([*shown, (_on(shown[0][0], length), None)])]
    edges = tuple(_beside(_between(way, begin, end), half) for begin, end in left)
    turned = [(length - end - _OVERLAP, length - begin + _OVERLAP) for begin, end in left]
    back = [from_back.moved(other, (begin, end), inwards=False)[1] for begin, end in turned]
    return Faces(shown=tuple(found for _, found in shown), back=tuple(back), left=edges)


def _on(span: Span, by: float) -> Span:
    return (span[0] + by, span[1] + by)


def lifting(way: Ring, *, fibres: Point, rules: HouseRules) -> list[Span]:
    """Where along a closed way with wood on its left fibres lift, in order of it, without what is too short for a word; what is
    too short to be cut by itself between two of them goes with them. Empty where nothing is left between them."""
    found = stretches(way, wood_on_left=True, fibres=fibres, closed=True, downhill=rules.downhill, end_grain=rules.end_grain)
    ring = (*way, way[0])
    at = list(accumulate((dist(a, b) for a, b in pairwise(ring)), initial=0.0))
    length = at[-1]
    spans = [(at[each.first], at[each.last]) for each in found if each.lie == "lifts"]
    if len(spans) > 1 and spans[0][0] == 0.0 and spans[-1][1] == length:
        spans = [*spans[1:-1], (spans[-1][0], length + spans[0][1])]
    return _joined([span for span in spans if span[1] - span[0] >= SHORTEST_LIFT], length)


def _joined(spans: list[Span], length: float) -> list[Span]:
    """Spans with those joined that lie near together."""
    for number, (begin, end) in enumerate(spans):
        after = spans[(number + 1) % len(spans)]
        between = (after[0] - end) % length
        if between < _SHORTEST_BETWEEN:
            if len(spans) == 1:
                return []
            rest = [each for each in spans if each not in ((begin, end), after)]
            return _joined(sorted([*rest, (begin, end + between + after[1] - after[0])]), length)
    return spans


@dataclass(frozen=True, kw_only=True, slots=True)
class _Fit:
    """Where a bit can come to a part and leave it without touching what stays."""

    part: BaseGeometry
    blank: BaseGeometry
    half: float
    radius: float
    outside: float = 1.0
    """On which side of a way on the board its outside lies: 1 on the right, −1 on the left, as it is run from the back face."""

    def moved(self, ring: Ring, span: Span, *, inwards: bool) -> tuple[Span, FaceWay]:
        """A way along a span of a closed one, each end moved on by little, `inwards` or outwards, until the bit comes and goes
        clear of the part; as it was asked for where that is nowhere."""
        step = _STEP if inwards else -_STEP
        room = (span[1] - span[0]) / 2 - self.half if inwards else _MOST * _STEP
        steps = range(min(_MOST, max(0, int(room / _STEP))) + 1)
        begin = next((at for at in self._tried(span[0], steps, step) if self._clear(self._in(ring, at))), span[0])
        end = next((at for at in self._tried(span[1], steps, -step) if self._clear(self._out(ring, at))), span[1])
        way = FaceWay(into=self._in(ring, begin), along=_between(ring, begin, end), out=self._out(ring, end))
        return (begin, end), way

    @staticmethod
    def _tried(at: float, steps: range, step: float) -> Iterator[float]:
        return (at + number * step for number in steps)

    def _in(self, ring: Ring, at: float) -> Ring:
        ahead = self._seen(_between(ring, at, at + 1.0))
        return self._seen(into(ahead[0], ahead[1], self.radius))

    def _out(self, ring: Ring, at: float) -> Ring:
        behind = self._seen(_between(ring, at - 1.0, at))
        return self._seen(out_of(behind[-2], behind[-1], self.radius))

    def _seen(self, path: Ring) -> Ring:
        """A path as it is seen from the face that is worked, and back again."""
        return tuple((x, self.outside * y) for x, y in path)

    def _clear(self, arc: Ring) -> bool:
        """Whether the bit touches nothing of the part along an arc, and nothing at all at the end of it that lies outside."""
        outside = max((arc[0], arc[-1]), key=lambda at: self.part.distance(Spot(at)))
        if LineString(arc).buffer(self.half).intersection(self.part).area > _TOUCHES:
            return False
        return bool(self.blank.distance(Spot(outside)) >= self.half + _AIR)


def _between(ring: Ring, begin: float, end: float) -> Ring:
    """A part of a closed way, gone on with at its end."""
    length = ring_length(ring)
    turns = begin // length
    return stretch((*ring, *ring, ring[0]), begin - turns * length, end - turns * length)


def _beside(path: Ring, by: float) -> Ring:
    """A path so many mm on its left: the longer piece where a corner parts it, the path itself where nothing is left of it."""
    beside = LineString(path).offset_curve(by)
    longest = max(get_parts(beside), key=lambda each: each.length, default=None)
    return path if longest is None else tuple((float(x), float(y)) for x, y in longest.coords)
