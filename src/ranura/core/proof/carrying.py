"""What carries a router's base: the work's face as it is before a move, boards at its height, or what lies on it (R21.6)."""

from __future__ import annotations

import math
from dataclasses import dataclass, field
from functools import cached_property

import shapely
from shapely import Polygon
from shapely.geometry import Point as Spot
from shapely.geometry.base import BaseGeometry

from ranura.core.geometry.paths import length_of
from ranura.core.geometry.rings import Point, Ring
from ranura.core.proof.moves import Body, MachineSetting
from ranura.core.proof.shapes import shape_of, way_of
from ranura.core.proof.wood import Swept, Wood, outwards, points_of

_BELOW = 0.01
"""mm below a face at which its wood carries."""
_LEVEL = 0.3
"""mm by which boards may differ in height and still carry together."""
_LITTLE = 0.25
"""Of a base's area: whatever strips of so much are gone below it, its axis stays 0.4 of its radius inside what carries it."""
_NOTHING = 1.0
"""mm² under a base that carry nothing."""
_POINTS, _THINNED = 40, 0.1
"""Points of a round base's outline, and mm by which paths may be off, in which what carries it is looked at."""
_LEVELLED = frozenset({"support", "backer", "carrier", "sled"})
CARRIES = _LEVELLED | {"work", "template"}
"""Roles of bodies that a base may lie on."""


@dataclass
class Carrying:
    """What carries a base on one face of the work, kept up while wood is taken from it. `bodies` are those that are there."""

    bodies: tuple[Body, ...]
    setting: MachineSetting
    _area: BaseGeometry | None = None
    _seen: dict[int, Swept] = field(default_factory=dict)
    _gone: set[tuple[Ring, float]] = field(default_factory=set)

    def under(self, wood: Wood, at: Point) -> BaseGeometry | None:
        """What carries the base when its axis stands at a place of the board; None where it lies wholly on it.

        Where nothing lies under it but below its opening, that is nothing."""
        base = placed(self.setting.base.ring, at, outwards(self.setting.frame))
        if self._uncut.contains(base) and self._gone_below(wood, base) <= _LITTLE * base.area:
            return None
        carried = base.intersection(self._kept_up(wood))
        opening = self.setting.base.opening or 0.0
        if (
            carried.area < math.pi * opening**2 / 4 + _NOTHING
            and carried.difference(Spot(at).buffer(opening / 2, quad_segs=6)).area < _NOTHING
        ):
            return Polygon()
        return carried.convex_hull

    def _gone_below(self, wood: Wood, base: Polygon) -> float:
        """At most how much of the face below a base was taken, in mm²."""
        if self._template is not None:
            return 0.0
        x0, y0, x1, y1 = base.bounds
        across = math.hypot(x1 - x0, y1 - y0)
        strips = ((swept, self._radius(swept)) for swept in wood.near((x0, y0, x1, y1)))
        return sum(2 * r * (min(length_of(swept.path, closed=False), across) + 2 * r) for swept, r in strips)

    def _radius(self, swept: Swept) -> float:
        """How wide a run has cut the face, from its path."""
        return swept.radius(self.setting.frame.origin[2] - outwards(self.setting.frame) * _BELOW)

    def _kept_up(self, wood: Wood) -> BaseGeometry:
        area = self._uncut if self._area is None else self._area
        for swept in () if self._template is not None else wood.taken:
            if id(swept) in self._seen:
                continue
            self._seen[id(swept)] = swept
            r = self._radius(swept)
            if r and (swept.path, r) not in self._gone:
                self._gone.add((swept.path, r))
                area = area.difference(way_of(swept.path, within=_THINNED).buffer(r, quad_segs=4))
        if area is not self._area:
            shapely.prepare(area)
            self._area = area
        return area

    @cached_property
    def _uncut(self) -> BaseGeometry:
        """What would carry it if nothing had been taken."""
        area = self._all_of_it()
        shapely.prepare(area)
        return area

    def _all_of_it(self) -> BaseGeometry:
        if self._template is not None:
            return shape_of(self._template)
        face, out = self.setting.frame.origin[2], outwards(self.setting.frame)
        found = []
        for body in self.bodies:
            top = body.z1 if out > 0 else body.z0
            if body.role == "work" or (body.role in _LEVELLED and abs(top - face) <= _LEVEL):
                found.append(shape_of(body))
        return shapely.union_all(found)

    @cached_property
    def _template(self) -> Body | None:
        """The template that the base lies on, with the bearing or bushing in it."""
        guided = any(guide.kind in ("bushing", "bearing") for guide in self.setting.guides)
        return next((body for body in self.bodies if body.role == "template"), None) if guided else None


def placed(ring: Ring, at: Point, out: int) -> Polygon:
    """A base around its axis at a place of the board."""
    points = points_of(ring)[:: max(1, len(ring) // _POINTS)]
    return Polygon(points * (1.0, float(out)) + at)
