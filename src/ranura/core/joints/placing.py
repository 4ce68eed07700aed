"""How the second board of a joint lies on the first: a rotation of quarter turns, and where its corner comes to."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.proof.moves import Vector3


@dataclass(frozen=True, kw_only=True, slots=True)
class Placing:
    """Where the second board lies, in the coordinates of the first: its corner at 0, 0, 0, and which way its x, y and z go."""

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
