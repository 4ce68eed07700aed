"""What carries a router's base: the work's face as it is before a move, boards at its height, or what lies on it (R21.6)."""

from __future__ import annotations

import math
from dataclasses import dataclass, field
from functools import cached_property, lru_cache

import shapely
from shapely import Polygon, affinity, box
from shapely.geometry import Point as Spot
from shapely.geometry.base import BaseGeometry

from ranura.core.geometry.paths import length_of, narrower_side, points_of
from ranura.core.geometry.rings import Box, Point, Ring
from ranura.core.proof.moves import Body, MachineSetting
from ranura.core.proof.shapes import narrowest, outside, shape_of, strips
from ranura.core.proof.surroundings import surroundings
from ranura.core.proof.wood import Swept, Wood, outwards

_BELOW = 0.01
"""mm below a face at which its wood carries."""
_LEVEL = 0.3
"""mm by which boards may differ in height and still carry together."""
FIRM = 0.2
"""Of half a base's least width: its axis stands firm where it is so far inside what carries it."""
_DIRECTIONS = 24
"""In which is looked how much of a base lies beyond its axis."""
_NOTHING = 1.0
"""mm² under a base that carry nothing."""
_POINTS, _THINNED = 40, 0.1
"""Points of a round base's outline, and mm by which paths may be off, in which what carries it is looked at."""
_LEVELLED = frozenset({"support", "backer", "carrier", "sled"})
CARRIES = _LEVELLED | {"work", "template"}
"""Roles of bodies that a base may lie on."""


@dataclass(frozen=True, slots=True)
class Stand:
    """How a base stands at a place: whether anything carries it, how far its axis stands outside of that (negative inside), and
    how narrow that is; mm."""

    carried: bool
    away: float = 0.0
    wide: float = 0.0


@dataclass
class Carrying:
    """What carries a base on one face of the work. `bodies` are those that are there."""

    bodies: tuple[Body, ...]
    setting: MachineSetting
    _known: dict[object, Stand] = field(default_factory=dict)

    def under(self, wood: Wood, at: Point) -> Stand | None:
        """How the base stands when its axis is at a place of the board; None where it lies wholly on what carries it."""
        base = placed(self.setting.base.ring, at, outwards(self.setting.frame))
        around = base.bounds
        taken = () if self._template is not None else tuple(wood.near(around))
        if self._uncut.contains(base) and self._gone_below(taken, around) <= _to_spare(self.setting.base.ring):
            return None
        key = surroundings(wood, taken, self._carriers, around, at)
        if key not in self._known:
            self._known[key] = self._stand(base, taken, at)
        return self._known[key]

    def _stand(self, base: Polygon, taken: tuple[Swept, ...], at: Point) -> Stand:
        """Where nothing lies under it but below its opening, nothing carries it."""
        carried = base.intersection(self._uncut)
        ways = {(each.path, r) for each in taken if (r := self._radius(each))}
        if ways:
            carried = carried.difference(strips(ways, within=_THINNED, quarter=4))
        opening = self.setting.base.opening or 0.0
        if (
            carried.area < math.pi * opening**2 / 4 + _NOTHING
            and carried.difference(Spot(at).buffer(opening / 2, quad_segs=6)).area < _NOTHING
        ):
            return Stand(carried=False)
        hull = carried.convex_hull
        return Stand(carried=True, away=outside(hull, at), wide=narrowest(hull))

    def _gone_below(self, taken: tuple[Swept, ...], around: Box) -> float:
        """At most how much of the face below a base was taken, in mm²."""
        x0, y0, x1, y1 = around
        across = math.hypot(x1 - x0, y1 - y0)
        strips = ((swept, self._radius(swept)) for swept in taken)
        return sum(2 * r * (min(length_of(swept.path, closed=False), across) + 2 * r) for swept, r in strips)

    def _radius(self, swept: Swept) -> float:
        """How wide a run has cut the face, from its path."""
        return swept.radius(self.setting.frame.origin[2] - outwards(self.setting.frame) * _BELOW)

    @cached_property
    def _uncut(self) -> BaseGeometry:
        """What would carry it if nothing had been taken."""
        area = self._all_of_it()
        shapely.prepare(area)
        return area

    def _all_of_it(self) -> BaseGeometry:
        return shapely.union_all([shape_of(body) for body in self._carriers])

    @cached_property
    def _carriers(self) -> tuple[Body, ...]:
        """The bodies that it may lie on: the template, or the work and what is level with it."""
        if self._template is not None:
            return (self._template,)
        face, out = self.setting.frame.origin[2], outwards(self.setting.frame)
        tops = [(body, body.z1 if out > 0 else body.z0) for body in self.bodies]
        return tuple(body for body, top in tops if body.role == "work" or (body.role in _LEVELLED and abs(top - face) <= _LEVEL))

    @cached_property
    def _template(self) -> Body | None:
        """The template that the base lies on, with the bearing or bushing in it; one below the work carries the work alone."""
        if not any(guide.kind in ("bushing", "bearing") for guide in self.setting.guides):
            return None
        face, out = self.setting.frame.origin[2], outwards(self.setting.frame)
        above = (body for body in self.bodies if body.role == "template" and (body.z0 + body.z1 - 2 * face) * out > 0)
        return next(above, None)


@lru_cache(maxsize=64)
def _to_spare(ring: Ring) -> float:
    """mm² below a base that may be gone, wherever, and its axis still stands firm: the least that lies beyond a line past it."""
    base, half = Polygon(ring), narrower_side(ring) / 2
    far = 4 * float(abs(points_of(ring)).max())
    turns = (2 * math.pi * i / _DIRECTIONS for i in range(_DIRECTIONS))
    beyond = (affinity.rotate(box(FIRM * half, -far, far, far), turn, origin=(0, 0), use_radians=True) for turn in turns)
    return min(float(base.intersection(each).area) for each in beyond)


def placed(ring: Ring, at: Point, out: int) -> Polygon:
    """A base around its axis at a place of the board."""
    points = points_of(ring)[:: max(1, len(ring) // _POINTS)]
    return Polygon(points * (1.0, float(out)) + at)
