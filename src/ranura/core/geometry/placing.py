"""How one board lies in the coordinates of another, or of itself as it stands: a rotation of quarter turns, and where its corner
comes to."""

from __future__ import annotations

from dataclasses import dataclass

Vector3 = tuple[float, float, float]


@dataclass(frozen=True, kw_only=True, slots=True)
class Placing:
    """Where a board lies, in the coordinates of the first: its corner at 0, 0, 0, and which way its x, y and z go."""

    origin: Vector3
    x: Vector3
    y: Vector3
    z: Vector3

    def on_first(self, at: Vector3) -> Vector3:
        """A place of the second board, on the first.

        >>> STANDING = Placing(origin=(5, 0, 10), x=(0, 0, 1), y=(0, 1, 0), z=(-1, 0, 0))
        >>> STANDING.on_first((1, 2, 3))
        (2, 2, 11)"""
        return _sum(self.origin, *(_times(way, share) for way, share in zip((self.x, self.y, self.z), at, strict=True)))

    def on_second(self, at: Vector3) -> Vector3:
        """A place of the first board, on the second.

        >>> Placing(origin=(5, 0, 10), x=(0, 0, 1), y=(0, 1, 0), z=(-1, 0, 0)).on_second((2, 2, 11))
        (1, 2, 3)"""
        away = _sum(at, _times(self.origin, -1))
        return (_along(away, self.x), _along(away, self.y), _along(away, self.z))

    def turned(self, way: Vector3) -> Vector3:
        """A direction on the second board, as it goes on the first."""
        (x, y, z), (a, b, c) = self.on_first(way), self.origin
        return (x - a, y - b, z - c)

    def after(self, first: Placing) -> Placing:
        """Where the second board lies for whoever looks at the first in coordinates of its own, in which `first` places it."""
        away = [first.on_second(each) for each in (self.origin, *(_sum(self.origin, way) for way in (self.x, self.y, self.z)))]
        origin, *ways = away
        x, y, z = (_sum(way, _times(origin, -1)) for way in ways)
        return Placing(origin=origin, x=x, y=y, z=z)

    def of(self, second: Placing) -> Placing:
        """Where a third board lies that lies so on the second."""
        x, y, z = (self.turned(way) for way in (second.x, second.y, second.z))
        return Placing(origin=self.on_first(second.origin), x=x, y=y, z=z)


def lying(size: Vector3, *, low: Vector3, x: Vector3, z: Vector3) -> Placing:
    """A board of a length, width and thickness whose x and z go two ways, so that the lowest corner of what it takes up comes to
    a place.

    >>> lying((100, 50, 18), low=(0, 0, 12), x=(0, 0, -1), z=(1, 0, 0)).origin
    (0, 0, 112)"""
    y = (z[1] * x[2] - z[2] * x[1], z[2] * x[0] - z[0] * x[2], z[0] * x[1] - z[1] * x[0])
    spans = [_times(way, each) for way, each in zip((x, y, z), size, strict=True)]
    below = _sum(*((min(a, 0), min(b, 0), min(c, 0)) for a, b, c in spans))
    return Placing(origin=_sum(low, _times(below, -1)), x=x, y=y, z=z)


IN_PLACE = Placing(origin=(0.0, 0.0, 0.0), x=(1.0, 0.0, 0.0), y=(0.0, 1.0, 0.0), z=(0.0, 0.0, 1.0))
"""Of the first board itself."""


def _sum(*all_of: Vector3) -> Vector3:
    xs, ys, zs = zip(*all_of, strict=True)
    return (sum(xs), sum(ys), sum(zs))


def _times(a: Vector3, by: float) -> Vector3:
    return (a[0] * by, a[1] * by, a[2] * by)


def _along(a: Vector3, way: Vector3) -> float:
    return a[0] * way[0] + a[1] * way[1] + a[2] * way[2]
