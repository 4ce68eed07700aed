"""R21.11: what the moves take is what was asked for, nothing more and nothing less."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

import shapely
from shapely.geometry.base import BaseGeometry

from ranura.core.geometry.areas import parts_of
from ranura.core.proof import words
from ranura.core.proof.findings import Found
from ranura.core.proof.shapes import shape_of, strips
from ranura.core.proof.steps import Step
from ranura.core.proof.wanted import Layer, Wanted
from ranura.core.proof.wood import Swept, Wood
from ranura.core.text.words import Words

_WITHIN = 0.05
"""mm by which it may be off."""
_LEAST = 0.5
"""mm² of a difference that count."""
_LINE = 1.0
"""mm beside the line of a part that is set free."""
_LESS = 0.03
"""mm less than a bit is round."""
_QUARTER = 24
"""Chords of a quarter arc."""


def result(step: Step, wood: Wood, taken: Sequence[Swept], wanted: Wanted) -> Iterator[Found]:
    """Where the board is not as it was asked to be, after the last move."""
    worst: dict[str, tuple[BaseGeometry, Layer, Words]] = {}
    looked_at: set[object] = set()
    gone_by: dict[object, BaseGeometry] = {}
    for layer in wanted:
        ways = frozenset((each.path, round(r, 6)) for each in taken if (r := each.radius(layer.z)) > 0)
        within = tuple(work for work in wood.works if work.z0 < layer.z < work.z1)
        same = (ways, id(layer.most), id(layer.least), layer.line, tuple(work.id for work in within))
        if same in looked_at:
            continue
        looked_at.add(same)
        if ways not in gone_by:
            # What the moves of this plan take, whatever was there before: so far around their ways.
            gone_by[ways] = strips(ways, within=0.005, quarter=_QUARTER)
        shapes = [shape_of(work) for work in within]
        works, gone = shapes[0] if len(shapes) == 1 else shapely.union_all(shapes), gone_by[ways]
        for said, area in (
            (words.TAKES_TOO_MUCH, _largest(works.difference(_wider(layer.most)).intersection(gone))),
            (words.LEAVES_TOO_MUCH, _largest(_reached(layer, taken).difference(gone).intersection(works))),
        ):
            if area is not None and (said.code not in worst or area.area > worst[said.code][0].area):
                worst[said.code] = (area, layer, said)
    for area, layer, said in worst.values():
        spot = area.representative_point()
        depth = (step.setting.frame.origin[2] - layer.z) * step.out
        yield step.found(11, said, (spot.x, spot.y), depth, area=area.area)


def _wider(area: BaseGeometry) -> BaseGeometry:
    return area if area.is_empty else area.buffer(_WITHIN, join_style="mitre")


def _reached(layer: Layer, taken: Sequence[Swept]) -> BaseGeometry:
    """What must be gone; no bit reaches further into a corner than it is round."""
    if layer.least.is_empty:
        return layer.least
    r = max((each.radius(layer.z) for each in taken), default=0.0) or min((each.profile.widest for each in taken), default=0)
    # A little less, since of a slot that is as wide as the bit nothing else would be left in between.
    r -= _LESS
    reached: BaseGeometry = layer.least.buffer(-r, join_style="mitre").buffer(r - _WITHIN, quad_segs=_QUARTER)
    return reached.difference(reached.buffer(-_LINE, join_style="mitre")) if layer.line else reached


def _largest(area: BaseGeometry) -> BaseGeometry | None:
    parts = [part for part in parts_of(area) if part.area > _LEAST]
    return max(parts, key=lambda part: part.area, default=None)
