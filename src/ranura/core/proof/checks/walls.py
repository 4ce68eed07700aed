"""R21.9: what stays standing between cuts, and to the edges of the board, is thick enough for its height and its grain (R14)."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field, replace

from ranura.core.geometry import closeness
from ranura.core.geometry.rings import Point, around
from ranura.core.proof import words
from ranura.core.proof.findings import Found
from ranura.core.proof.moves import Move
from ranura.core.proof.rays import Ray
from ranura.core.proof.sections import Layer
from ranura.core.proof.steps import Again, Circumstances, Step
from ranura.core.proof.surroundings import surroundings
from ranura.core.proof.wood import Wood
from ranura.core.text.words import Level

_LOOKED, _AHEAD = 40.0, 10_000.0
"""mm beside a cut within which a wall is looked for, and along it within which its ends are."""
_ACROSS_SHEET = 3.0
_END = 12.0
"""mm: an end wall of this thickness, between its two sides, is thick enough however high it is."""
_OF_WIDTH = 2 / 3
"""Of a closed slot's width: a wall beside it that is as thick as that is normal."""
_SHORT = math.cos(math.radians(45))
_LEAST_CUT = 0.5
"""mm² that a run takes at a place at least for its walls to be looked at."""
_AT_IT = 0.1
"""mm from the rim of a cut within which a wall begins."""
_CHIP = 0.3
"""mm: what is thinner breaks away as a chip."""


@dataclass(frozen=True, slots=True)
class _Place:
    """Where a wall is looked for: from a place of a cut, along a unit vector, at the layers that the bit cut there."""

    step: Step
    number: int
    """The move: that of its step, or one at another place that does the same there."""
    station: int | None
    at: Point
    towards: Point
    layers: tuple[Layer, ...]
    end: bool
    """Ahead of or behind a run, and not beside it."""

    def moved(self, by: Point, number: int, station: int | None) -> _Place:
        """The same at another place."""
        return replace(self, at=(self.at[0] + by[0], self.at[1] + by[1]), number=number, station=station)

    @property
    def radius(self) -> float:
        """How wide the bit cut there, in mm."""
        return max((layer.r for layer in self.layers), default=0.0)


@dataclass(frozen=True, slots=True)
class _Wall:
    """A wall that is too thin: how thin for what it should be, and whether that is a stop until it is confirmed."""

    share: float
    breaks: bool
    found: Found


@dataclass(slots=True)
class Walls:
    """The check: it remembers where was cut, and looks when all is done."""

    around: Circumstances
    _cut: dict[tuple[float, ...], _Place] = field(default_factory=dict)
    _of: dict[int, list[_Place]] = field(default_factory=dict)
    """The places of each move."""

    def remember(self, step: Step) -> None:
        """Remembers the places of a cut that took something, each as it was cut last."""
        if step.swept is not None and step.move.kind == "cut":
            met = [section for section in step.sections if section.area > _LEAST_CUT]
            ends = _ends(step.swept.path, met[0].layers, met[-1].layers) if met else ()
            sides = ((each.at, (-dy, dx), each.layers) for each in met for dx, dy in (each.way, (-each.way[0], -each.way[1])))
            number, station = step.number, step.move.station
            self._remember(number, [_Place(step, number, station, *each, end=False) for each in sides])
            self._remember(number, [_Place(step, number, station, *each, end=True) for each in ends])

    def again(self, again: Again, moves: Sequence[Move]) -> None:
        """Remembers the same at another place."""
        for number in range(again.alike.first, again.alike.after):
            known = self._of.get(number - again.alike.earlier, ())
            self._remember(number, [each.moved(again.by, number, moves[number].station) for each in known])

    def _remember(self, number: int, places: list[_Place]) -> None:
        self._of.setdefault(number, []).extend(places)
        for place in places:
            self._cut[(*(round(x, 1) for x in place.at), *(round(x, 2) for x in place.towards))] = place

    def after(self, wood: Wood) -> Iterator[Found]:
        """The thinnest wall for its height, where one is too thin; what breaks before what may."""
        found: list[_Wall] = []
        sound: set[object] = set()
        of_moves: dict[int, list[_Place]] = {}
        for place in self._cut.values():
            of_moves.setdefault(place.number, []).append(place)
        for places in of_moves.values():
            key = _seen(places, wood)
            if key not in sound:
                walls = [wall for place in places if (wall := self._at(wood, place)) is not None]
                found += walls
                if not walls:
                    sound.add(key)
        if found:
            yield min(found, key=lambda wall: (not wall.breaks, wall.share)).found

    def _at(self, after: Wood, place: _Place) -> _Wall | None:
        """The wall at a place, where it is too thin."""
        r = place.radius
        half, (x, y), (dx, dy) = (r + _LOOKED) / 2, place.at, place.towards
        middle = (x + dx * half, y + dy * half)
        ray = Ray(after, middle, place.towards, half, after.near(around([place.at, middle], half)))
        seen = [(layer.thick, _thickness(ray, layer.z, layer.r - half, half)) for layer in place.layers if layer.r]
        standing = [(thick, wall) for thick, wall in seen if wall is not None]
        high, thin = sum(thick for thick, _ in standing), min((wall for _, wall in standing), default=math.inf)
        if not standing or thin < _CHIP:
            return None
        least, breaks = self._least(high, place)
        if not closeness.under(thin, least) or (not place.end and _normal_beside_a_slot(after, place, thin)):
            return None
        broken = closeness.under(thin, breaks)
        at = (place.at[0] + place.towards[0] * (r + thin / 2), place.at[1] + place.towards[1] * (r + thin / 2))
        level: Level | None = "caution" if broken and self.around.thin_walls else None
        said = words.SHORT_GRAIN_WALL if broken else words.THIN_WALL
        found = place.step.found(9, said, at, 0.0, level=level, wall=thin, height=high)
        return _Wall(thin / least, broken, found.at_move(place.number, place.station))

    def _least(self, high: float, place: _Place) -> tuple[float, float]:
        """How thick a wall should be for its height, and below what it breaks.

        Rule: R14 walls
        Formula: its height where its thickness lies along the fibres within 45°, half of that before it breaks; at the end of
            a slot no more than 12 and 6 mm; otherwise a third of its height, and 3 mm
        Source: short grain breaks along the fibres"""
        fibres, (dx, dy) = self.around.fibres, place.towards
        if fibres is not None and abs(dx * fibres[0] + dy * fibres[1]) > _SHORT:
            least = min(_END, high) if place.end else high
            return least, least / 2
        return max(high / 3, _ACROSS_SHEET), 0.0


def _ends(
    path: Sequence[Point], first: tuple[Layer, ...], last: tuple[Layer, ...]
) -> Iterator[tuple[Point, Point, tuple[Layer, ...]]]:
    """Both ends of a way, with the direction out of it, and the layers next to it."""
    for at, inner, layers in ((path[0], path[1], first), (path[-1], path[-2], last)):
        length = math.dist(at, inner)
        if length:
            yield at, ((at[0] - inner[0]) / length, (at[1] - inner[1]) / length), layers


def _normal_beside_a_slot(after: Wood, place: _Place, thin: float) -> bool:
    """Whether a wall stands beside a slot that is closed at both ends, and is thick enough for that one's width (a mortise's)."""
    layer = next(each for each in place.layers if each.r)
    dx, dy = place.towards
    across = Ray(after, place.at, place.towards, _LOOKED, after.near(around([place.at], _LOOKED)))
    sides = across.intervals(layer.z, -_LOOKED, 0.0), across.intervals(layer.z, 0.0, _LOOKED)
    if not sides[0] or not sides[1]:
        return False
    width = sides[1][0][0] - sides[0][-1][1]
    along = Ray(after, place.at, (-dy, dx), _AHEAD, after.taken)
    closed = along.intervals(layer.z, -_AHEAD, 0.0) and along.intervals(layer.z, 0.0, _AHEAD)
    return bool(closed) and not closeness.under(thin, _OF_WIDTH * width)


def _thickness(ray: Ray, z: float, rim: float, far: float) -> float | None:
    """How thick the wood is that stands at the rim of a cut at a height, where air follows behind it; None where it goes on.
    The ray leads from the middle of the cut, `far` before its point, as far beyond it."""
    found = ray.intervals(z, -far, far)
    first = next(((a, b) for a, b in found if b > rim - _AT_IT), None)
    if first is None or first[0] > rim + _AT_IT or first[1] >= far - _AT_IT:
        return None
    return first[1] - first[0]


def _seen(places: Sequence[_Place], wood: Wood) -> object:
    """The places of a move, with all that may make a wall there thin; the same wherever they lie."""
    x, y = places[0].at
    box = around([each.at for each in places], max(each.radius for each in places) + _LOOKED)
    return (
        tuple((round(e.at[0] - x, 5), round(e.at[1] - y, 5), e.towards, e.end, id(e.layers)) for e in places),
        surroundings(wood, wood.near(box), wood.works, box, (x, y)),
    )
