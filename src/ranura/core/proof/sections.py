"""What a bit meets at a place of its way: the wood on both sides of it, layer by layer, in the section normal to the way (R21.3,
R21.4)."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from itertools import pairwise

from ranura.core.geometry.paths import first_part
from ranura.core.geometry.rings import Point, Ring
from ranura.core.proof.moves import FLANK
from ranura.core.proof.rays import Ray
from ranura.core.proof.wood import Interval, Swept, Wood, levels_between

_MOST_PLACES, _MOST_ON_CURVE = 24, 8
"""Places looked at on one straight run, and on the short chords of a way."""
_THIN = 0.01
"""Of a side's flank: less wood than that share of it is none."""


@dataclass(frozen=True, slots=True)
class Layer:
    """A layer of a section: its height and thickness, how far the bit reaches, and where wood stands within that. Intervals are
    mm to the left of the way; those to its right are negative."""

    z: float
    thick: float
    r: float
    wood: tuple[Interval, ...]

    def width(self, low: float, high: float) -> float:
        """How much wood stands between two distances."""
        return sum(max(0.0, min(b, high) - max(a, low)) for a, b in self.wood)


@dataclass(frozen=True, slots=True)
class Section:
    """What a bit meets at a place, heading along a unit vector, on the board."""

    at: Point
    way: Point
    layers: tuple[Layer, ...]
    area: float
    """mm² of fresh wood."""
    widest: float
    """The widest fresh wood of a layer, in mm."""
    height: float
    """mm of layers with fresh wood in them."""
    slot: float
    """mm of depth over which the fresh wood is as good as as wide as the bit (R21.4)."""
    sides: tuple[bool, bool]
    """Whether the left and the right flank meet fresh wood; what lies nearer to the axis is met head on."""
    passing: bool
    """On a short stretch, as from one lane to the next, where one flank meets wood before the other."""
    long: float
    """mm of the way over which it is about so."""


def section_at(at: Point, way: Point, layers: tuple[Layer, ...], *, passing: bool, long: float) -> Section:
    """A section with all that is read from its layers."""
    widths = [each.width(-each.r, each.r) if each.wood else 0.0 for each in layers]
    area = sum(each.thick * width for each, width in zip(layers, widths, strict=True))
    return Section(
        at,
        way,
        layers,
        area=area,
        widest=max(widths, default=0.0),
        height=sum(each.thick for each in layers if each.wood),
        slot=sum(each.thick for each, width in zip(layers, widths, strict=True) if each.r and width >= _FULL * 2 * each.r),
        sides=_sides(layers) if area > SHAVING else (False, False),
        passing=passing,
        long=long,
    )


def _sides(layers: Sequence[Layer]) -> tuple[bool, bool]:
    """Whether the left and the right flank meet wood. Of a strip that reaches neither flank it counts on which side of the axis
    its middle lies, seen from the rim; one across the axis is met head on."""
    flanks = (_flank(layers, 1) > _THIN, _flank(layers, -1) > _THIN)
    if any(flanks):
        return flanks
    pieces = [(each.thick * (high - low), (low + high) / 2 / each.r) for each in layers for low, high in each.wood]
    whole = sum(area for area, _ in pieces)
    middle = sum(area * at for area, at in pieces) / whole if whole else 0.0
    return (middle > _BESIDE, middle < -_BESIDE)


_BESIDE = 0.2
"""Of the radius: where the middle of a strip lies further from the axis than that, the strip stands beside it."""
SHAVING = 0.5
"""mm²: less fresh wood than that is on no side."""


def _flank(layers: Sequence[Layer], side: int) -> float:
    """The share of a flank, 1 the left and −1 the right, that meets wood, in the layers that the bit meets any in."""
    met = whole = 0.0
    for each in layers:
        if each.wood:
            low, high = sorted((side * FLANK * each.r, side * each.r))
            met += each.thick * each.width(low, high)
            whole += each.thick * (high - low)
    return met / whole if whole else 0.0


_FULL = 0.9


Chord = tuple[Point, Point, float, float]
"""From where to where, how long, and how far along the way it begins."""


@dataclass(frozen=True, slots=True)
class Spot:
    """A place of a way: where, the heading there, how far along the way, and for how many mm it stands."""

    at: Point
    way: Point
    along: float
    long: float
    passing: bool = False


def sections_of(wood: Wood, swept: Swept, taken: Sequence[Swept]) -> tuple[Section, ...]:
    """What a bit meets at places of its way; `taken` is what was taken near it."""
    return tuple(_section(wood, swept, spot, taken) for spot in _places(wood, swept, taken))


def _section(wood: Wood, swept: Swept, spot: Spot, taken: Sequence[Swept]) -> Section:
    """The section at a place of a way, before the bit was there; what it took on the way to there, but just before, is gone."""
    r = swept.profile.widest
    if len(swept.path) > 2 and spot.along > 2 * r:
        taken = (*taken, replace(swept, path=first_part(swept.path, spot.along - 2 * r)))
    top = swept.profile.top
    low, high = sorted((swept.tip, swept.tip + swept.out * top))
    works = wood.works
    low, high = max(low, min(each.z0 for each in works)), min(high, max(each.z1 for each in works))
    # Looked at from the motor's side: on a board that was turned over left is the other way round.
    left = (-spot.way[1] * swept.out, spot.way[0] * swept.out)
    layers = []
    if low < high:
        ray = Ray(wood, spot.at, left, r, taken)
        for z, thick in levels_between(low, high, swept, (each for each, _ in ray.near()), works):
            here = swept.radius(z)
            met = ray.intervals(z, -here, here) if here else []
            layers.append(Layer(z, thick, here, tuple(met)))
    return section_at(spot.at, spot.way, tuple(layers), passing=spot.passing, long=spot.long)


def _places(wood: Wood, swept: Swept, taken: Sequence[Swept]) -> Iterator[Spot]:
    """Places of a way: of a straight run one between every two things that change along it, of a curve some spread over it."""
    chords: list[Chord] = []
    begun = 0.0
    for a, b in pairwise(swept.path):
        if length := math.dist(a, b):
            chords.append((a, b, length, begun))
            begun += length
    r = swept.profile.widest
    alone = len(chords) == 1
    for a, b, length, before in [each for each in chords if alone or each[2] > 2 * r][:_MOST_PLACES]:
        way = ((b[0] - a[0]) / length, (b[1] - a[1]) / length)
        for along, long in _between_changes(wood, a, way, length, r, taken, whole=alone):
            yield Spot((a[0] + way[0] * along, a[1] + way[1] * along), way, before + along, long)
    curved = [] if alone else _curved(chords, 2 * r)
    for a, b, length, before in [each for each in chords if not alone and r / 2 < each[2] <= 2 * r and each not in curved]:
        way = ((b[0] - a[0]) / length, (b[1] - a[1]) / length)
        yield Spot(((a[0] + b[0]) / 2, (a[1] + b[1]) / 2), way, before + length / 2, length, passing=True)
    step = max(1, math.ceil(len(curved) / _MOST_ON_CURVE))
    for a, b, length, before in curved[::step]:
        way = ((b[0] - a[0]) / length, (b[1] - a[1]) / length)
        yield Spot(((a[0] + b[0]) / 2, (a[1] + b[1]) / 2), way, before + length / 2, length * step)


def _curved(chords: list[Chord], straight: float) -> list[Chord]:
    """The chords of curves: several short ones after another; what leads from one lane to the next is none."""
    found: list[Chord] = []
    group: list[Chord] = []
    for each in [*chords, None]:
        if each is not None and each[2] <= straight:
            group.append(each)
            continue
        if sum(chord[2] for chord in group) > 2 * straight or len(group) == len(chords):
            found += group
        group = []
    return found


def _beside(path: Ring, a: Point, way: Point, near: float) -> Iterator[float]:
    """How far along a straight run the stretches of another path begin and end that lie nearer to it than so many mm."""
    if len(path) > _MOST_PLACES:
        path = (*path[:: math.ceil(len(path) / _MOST_PLACES)], path[-1])
    for p, q in pairwise(path) if len(path) > 1 else [(path[0], path[0])]:
        off0, off1 = ((x - a[0]) * way[1] - (y - a[1]) * way[0] for x, y in (p, q))
        along0, along1 = ((x - a[0]) * way[0] + (y - a[1]) * way[1] for x, y in (p, q))
        first, last = 0.0, 1.0
        if off0 != off1:
            shares = sorted(((-near - off0) / (off1 - off0), (near - off0) / (off1 - off0)))
            first, last = max(first, shares[0]), min(last, shares[1])
        elif abs(off0) >= near:
            continue
        if first <= last:
            yield along0 + (along1 - along0) * first
            yield along0 + (along1 - along0) * last


def _crossed(ring: Ring, a: Point, way: Point) -> Iterator[float]:
    """How far along a straight run the edges of a ring cross it."""
    for (x0, y0), (x1, y1) in pairwise((*ring, ring[0])):
        side0 = (x0 - a[0]) * way[1] - (y0 - a[1]) * way[0]
        side1 = (x1 - a[0]) * way[1] - (y1 - a[1]) * way[0]
        if (side0 > 0) != (side1 > 0):
            share = side0 / (side0 - side1)
            yield (x0 + (x1 - x0) * share - a[0]) * way[0] + (y0 + (y1 - y0) * share - a[1]) * way[1]


def _between_changes(
    wood: Wood, a: Point, way: Point, length: float, r: float, taken: Sequence[Swept], *, whole: bool
) -> list[tuple[float, float]]:
    """Distances along a straight run, one in each stretch in which nothing that is near begins or ends, and how long that is."""
    ends = r if not whole and length > 2.5 * r else 0.0
    cuts = {ends, length - ends}

    def note(spot: Point, more: float) -> None:
        along = (spot[0] - a[0]) * way[0] + (spot[1] - a[1]) * way[1]
        off = (spot[0] - a[0]) * way[1] - (spot[1] - a[1]) * way[0]
        if abs(off) < r + more:
            cuts.update(x for x in (along - more, along + more) if ends < x < length - ends)

    for body in wood.works:
        for ring in (body.ring, *body.holes):
            if len(ring) <= _MOST_PLACES:
                for spot in ring:
                    note(spot, 0.0)
                    note(spot, r)
                for crossed in _crossed(ring, a, way):
                    cuts.update(x for x in (crossed - r, crossed, crossed + r) if ends < x < length - ends)
    for swept in taken:
        reach = swept.profile.widest
        for along in _beside(swept.path, a, way, r + reach):
            cuts.update(x for x in (along - reach, along + reach) if ends < x < length - ends)
    ordered = sorted(cuts)
    found = [((x + y) / 2, y - x) for x, y in pairwise(ordered) if y - x > 0.5]
    if len(found) > _MOST_PLACES:
        found = sorted(sorted(found, key=lambda each: -each[1])[:_MOST_PLACES])
    return found or [(length / 2, length)]
