"""R21.9: what stays standing between cuts, and to the edges of the board, is thick enough for its height and its grain (R14)."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, field

from ranura.core.geometry import closeness
from ranura.core.geometry.rings import Box
from ranura.core.proof import words
from ranura.core.proof.findings import Found
from ranura.core.proof.sections import Section
from ranura.core.proof.steps import Circumstances, Step
from ranura.core.proof.wood import Ray, Wood

_LOOKED = 40.0
"""mm beside a cut within which a wall is looked for."""
_ACROSS_SHEET = 3.0
_SHORT = math.cos(math.radians(45))
_LEAST_CUT = 0.5
"""mm² that a run takes at a place at least for its walls to be looked at."""
_CHIP = 0.3
"""mm: what is thinner breaks away as a chip."""


@dataclass(slots=True)
class Walls:
    """The check: it remembers where was cut, and looks when all is done."""

    around: Circumstances
    _cut: dict[tuple[float, float], tuple[Step, Section]] = field(default_factory=dict)

    def __call__(self, step: Step) -> tuple[Found, ...]:
        """Remembers the places of a cut that took something, each as it was cut last."""
        if step.swept is not None and step.move.kind == "cut":
            for section in step.sections:
                if section.area > _LEAST_CUT:
                    self._cut[round(section.at[0], 1), round(section.at[1], 1)] = (step, section)
        return ()

    def after(self, wood: Wood) -> Iterator[Found]:
        """The thinnest wall for its height, where one is too thin."""
        worst: tuple[float, Found] | None = None
        for step, section in self._cut.values():
            for side in (1, -1):
                found = self._beside(wood, step, section, side)
                if found is not None and (worst is None or found[0] < worst[0]):
                    worst = found
        if worst is not None:
            yield worst[1]

    def _beside(self, after: Wood, step: Step, section: Section, side: int) -> tuple[float, Found] | None:
        """How thin the wall on a side is for what it should be, with its finding; None where it is thick enough or there is
        none."""
        across = (-section.way[1] * side, section.way[0] * side)
        r = max((layer.r for layer in section.layers), default=0.0)
        ray = Ray(after, section.at, across, r + _LOOKED, after.near(_around(section, r + _LOOKED)))
        found = [(layer.thick, _wall(ray, layer.z, layer.r, r + _LOOKED)) for layer in section.layers if layer.r]
        standing = [(thick, wall) for thick, wall in found if wall is not None]
        high, thin = sum(thick for thick, _ in standing), min((wall for _, wall in standing), default=math.inf)
        if not standing or thin < _CHIP:
            return None
        least = self._least(high, across)
        if not closeness.under(thin, least):
            return None
        at = (section.at[0] + across[0] * (r + thin / 2), section.at[1] + across[1] * (r + thin / 2))
        return thin / least, step.found(9, words.THIN_WALL, at, 0.0, wall=thin, height=high)

    def _least(self, high: float, across: tuple[float, float]) -> float:
        """How thick a wall should be for its height.

        Rule: R14 walls
        Formula: its height where its thickness lies along the fibres within 45°; otherwise a third of that, and 3 mm
        Source: short grain breaks along the fibres"""
        fibres = self.around.fibres
        if fibres is not None and abs(across[0] * fibres[0] + across[1] * fibres[1]) > _SHORT:
            return high
        return max(high / 3, _ACROSS_SHEET)


def _wall(ray: Ray, z: float, r: float, far: float) -> float | None:
    """How thick the wood is that stands beside a cut at a height, where air follows behind it; None where it goes on."""
    found = ray.intervals(z, 0.0, far)
    first = next(((a, b) for a, b in found if b > r - 0.1), None)
    if first is None or first[0] > r + 0.1 or first[1] >= far - 0.1:
        return None
    return first[1] - max(first[0], 0.0)


def _around(section: Section, reach: float) -> Box:
    x, y = section.at
    return (x - reach, y - reach, x + reach, y + reach)
