"""Whether the work is still one piece, and what has come free of it: its layers, and where they hang together (R21.8)."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import pairwise

import shapely
from shapely import Polygon
from shapely.geometry.base import BaseGeometry

from ranura.core.geometry.areas import parts_of
from ranura.core.proof.shapes import shape_of, strips
from ranura.core.proof.wood import Swept, Wood

_HANGS = 0.05
"""mm² by which two layers of wood must lie on one another to be one piece."""
_SMALLEST = 0.5
"""mm² of a layer's part that count as wood."""


@dataclass(frozen=True, slots=True)
class Part:
    """One piece of the work: its volume in mm³, how thick and how wide it is at most, in mm, and its outline from above."""

    volume: float
    height: float
    seen: BaseGeometry


def goes_through(wood: Wood, swept: Swept) -> bool:
    """Whether a run reaches the far face of the work."""
    far = min(work.z0 for work in wood.works) if swept.out > 0 else max(work.z1 for work in wood.works)
    return (swept.tip - far) * swept.out <= 1e-6


def parts(wood: Wood) -> list[Part]:
    """The pieces that the work consists of, the largest first."""
    works = wood.works
    low, high = min(work.z0 for work in works), max(work.z1 for work in works)
    cuts = {low, high, *(z for swept in wood.taken for z in swept.levels if low < z < high)}
    cuts |= {z for work in works for z in (work.z0, work.z1)}
    ordered = sorted(cuts)
    layers = [
        (b - a, [part for part in parts_of(_layer(wood, (a + b) / 2)) if part.area > _SMALLEST])
        for a, b in pairwise(ordered)
        if b - a > 1e-3
    ]
    return _joined(layers)


def _layer(wood: Wood, z: float) -> BaseGeometry:
    """The wood at a height of the board."""
    area = shapely.union_all([shape_of(work) for work in wood.works if work.z0 < z < work.z1])
    ways = {(each.path, r) for each in wood.taken if (r := each.radius(z))}
    return area.difference(strips(ways, within=0.02, quarter=8)) if ways else area


def _joined(layers: list[tuple[float, list[Polygon]]]) -> list[Part]:
    """Parts of layers that lie on one another, put together."""
    every = [(thick, part, number) for number, (thick, found) in enumerate(layers) for part in found]
    root = list(range(len(every)))

    def top(i: int) -> int:
        while root[i] != i:
            i = root[i]
        return i

    for i, (_, a, layer) in enumerate(every):
        for j in range(i + 1, len(every)):
            _, b, other = every[j]
            if other == layer + 1 and a.intersects(b) and a.intersection(b).area > _HANGS:
                root[top(j)] = top(i)
    grouped: dict[int, list[tuple[float, Polygon]]] = {}
    for i, (thick, part, _) in enumerate(every):
        grouped.setdefault(top(i), []).append((thick, part))
    made = [
        Part(
            volume=sum(thick * part.area for thick, part in group),
            height=sum({id(part): thick for thick, part in group}.values()),
            seen=shapely.union_all([part for _, part in group]),
        )
        for group in grouped.values()
    ]
    return sorted(made, key=lambda part: -part.volume)
