"""Where along a template's cut the fibres lift (R7 grain): at a board as in the room of templates."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from shapely.geometry.base import BaseGeometry

from ranura.core.board.grain import stretches
from ranura.core.geometry.paths import length_of
from ranura.core.geometry.rings import Point, Ring
from ranura.core.shop.house_rules import HouseRules
from ranura.core.templates.clearing import kept_on_left

SHORTEST_LIFT = 8.0
"""mm of outline on which fibres lift that are worth a word."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Lift:
    """A stretch of the outline along which fibres lift: its way, and whether what stays lies on its left."""

    path: Ring
    wood_left: bool


def lifts_along(
    obtained: BaseGeometry, *, inside: bool, wood_left: bool = True, fibres: Point, rules: HouseRules
) -> Iterator[Lift]:
    """The stretches on which fibres lift along the edges of what is obtained, run as they are run: what stays on their left lies
    `inside` of it or around it; with `wood_left` False it lies on the other side, as that of a plug."""
    for path in kept_on_left(obtained, inside=inside):
        found = stretches(
            path, wood_on_left=wood_left, fibres=fibres, closed=True, downhill=rules.downhill, end_grain=rules.end_grain
        )
        ring = (*path, path[0])
        for each in found:
            part = ring[each.first : each.last + 1]
            if each.lie == "lifts" and length_of(part, closed=False) >= SHORTEST_LIFT:
                yield Lift(path=part, wood_left=wood_left)
