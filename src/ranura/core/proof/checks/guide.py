"""R21.5: wherever the bit cuts a wall that stays, its guide touches, as far as it must."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass, field

from shapely.geometry import Point as Spot

from ranura.core.geometry import closeness
from ranura.core.proof import words
from ranura.core.proof.findings import Found
from ranura.core.proof.moves import GuidePlace
from ranura.core.proof.rays import Ray
from ranura.core.proof.sections import Section
from ranura.core.proof.shapes import shape_of
from ranura.core.proof.steps import Step
from ranura.core.proof.wood import Swept, Wood

_CONTACT = 2.0
"""mm of edge that a bearing rides on at least."""
_PRESSED, _OFF = 0.06, 0.2
"""mm by which a bearing may press into what it rides on, and stand off it where path and edge are polylines."""
_LAYERS = 16
"""In which the height of a bearing is looked at."""
_BEARS_ON, _FACE, _FACE_PLACES = 50.0, 75.0, 10
"""mm of edge that an edge guide bears on at least, half the length of its face, and in how many places that is looked at."""
_GUIDE_REACHES = 400.0
"""mm from the axis within which its edge is looked for."""
_CARRIED = {"carrier", "sled"}
"""What runs along a table's fence in place of the work's own edge."""
_IN_PIECE = 15.0
"""mm that a pivot stands inside the piece that it is in."""
_FLAT = 0.5
"""Of half a base's width: how far a fence reaches past its axis."""


@dataclass(slots=True)
class Guides:
    """The check: a bearing on the work is looked at move by move, since the edge must still be there; what follows a template
    where a wall stays in the end."""

    _cut: list[tuple[Step, Section]] = field(default_factory=list)

    def __call__(self, step: Step) -> Iterator[Found]:
        """Where a guide is missing on a move."""
        if step.move.kind != "cut" or step.swept is None or step.fresh == "none":
            return
        self._cut += [(step, section) for section in step.sections if section.area]
        for guide in step.setting.guides:
            if guide.kind == "bearing" and guide.body == "work-1" and step.by_hand:
                yield from self._bearing(step, step.swept, guide)
            elif guide.kind == "fence" and step.by_hand:
                yield from self._fence(step)
            elif guide.kind in ("edge-guide", "fence") and guide.z0 is not None and guide.z1 is not None:
                # Over a table the work's own edge runs along the fence, on the same side, or that of what carries it.
                if step.setting.hands not in _CARRIED:
                    yield from self._on_edge(step, (guide.z0 + guide.z1) / 2)
            elif guide.kind == "pivot":
                yield from self._pivot(step, guide)

    def _bearing(self, step: Step, swept: Swept, guide: GuidePlace) -> Iterator[Found]:
        """Where a bearing has not edge enough to ride on, cuts before and this one counted."""
        for section in _well_inside(step):
            if guide.r is not None and guide.z0 is not None and guide.z1 is not None:
                contact = _contact(step, swept, section, guide.r, guide.z0, guide.z1)
                if closeness.under(contact, _CONTACT):
                    yield step.found(5, words.BEARING_WITHOUT_ITS_EDGE, section.at, step.move.to_depth or 0.0, contact=contact)
                    return

    def _fence(self, step: Step) -> Iterator[Found]:
        """Where the base runs beyond the end of its fence, or has none. One that is moved on is another body at every place."""
        fences = [body for body in step.there if body.role == "fence"]
        for section in step.sections:
            if not section.area:
                continue
            nearest = min(fences, key=lambda body: shape_of(body).distance(Spot(section.at)), default=None)
            along = [] if nearest is None else [_along(section, corner) for corner in nearest.ring]
            if not along or closeness.over(min(along), 0.0) or closeness.under(max(along), 0.0):
                yield step.found(5, words.FENCE_TOO_SHORT, section.at, step.move.to_depth or 0.0)
                return

    def _on_edge(self, step: Step, z: float) -> Iterator[Found]:
        """Where an edge guide, or a table's fence, has not edge enough, on the right of the heading, whatever was cut into it."""
        for section in step.sections:
            if section.area:
                borne = _borne(step.wood, section, step.out, z)
                if closeness.under(borne, _BEARS_ON):
                    yield step.found(5, words.GUIDE_WITHOUT_EDGE, section.at, step.move.to_depth or 0.0, borne=borne)
                    return

    def _pivot(self, step: Step, guide: GuidePlace) -> Iterator[Found]:
        """Where a pivot stands too near to an edge, or in none."""
        if guide.at is None:
            return
        spot = step.on_board(guide.at)
        inside = max(
            (
                shape_of(body).boundary.distance(Spot(spot)) if shape_of(body).contains(Spot(spot)) else 0.0
                for body in step.there
                if body.role in ("work", "block")
            ),
            default=0.0,
        )
        if closeness.under(inside, _IN_PIECE):
            yield step.found(5, words.PIVOT_AT_THE_EDGE, spot, 0.0, inside=inside)

    def after(self, wood: Wood) -> Iterator[Found]:
        """Where a bushing or bearing does not touch its template though a wall stays beside the bit."""
        for step, section in self._cut:
            for guide in step.setting.guides:
                if guide.kind not in ("bushing", "bearing") or guide.r is None or guide.body != "template":
                    continue
                templates = [shape_of(body) for body in step.there if body.role == "template"]
                away = min((shape.distance(Spot(section.at)) for shape in templates), default=math.inf)
                off = away > guide.r + _OFF and _stays(wood, section, step.out)
                if templates and (off or away < guide.r - _PRESSED - 0.05):
                    yield step.found(5, words.OFF_ITS_TEMPLATE, section.at, step.move.to_depth or 0.0)
                    return


def _well_inside(step: Step) -> list[Section]:
    """Places of a run that are not right at its ends, where a bearing comes to its edge and leaves it; a gap between two of them
    counts, for there it would fall in."""
    assert step.swept is not None
    first, last = step.swept.path[0], step.swept.path[-1]
    closed = math.dist(first, last) < 1.0
    near = max(each.r for each in step.setting.bit.bearings) if step.setting.bit.bearings else 0.0
    cuts = [number for number, section in enumerate(step.sections) if section.area]
    return [
        section
        for number, section in enumerate(step.sections)
        if cuts
        and cuts[0] <= number <= cuts[-1]
        and (closed or min(math.dist(section.at, first), math.dist(section.at, last)) > near)
    ]


def _contact(step: Step, swept: Swept, section: Section, r: float, low: float, high: float) -> float:
    """mm of height over which wood stands right beside a bearing, once the bit has been there."""
    taken = (*step.near, swept)
    thick = (high - low) / _LAYERS
    best = 0.0
    for side in (1, -1):  # in a climb the wood lies on the right
        ray = Ray(step.wood, section.at, (-section.way[1] * side, section.way[0] * side), r + 1.0, taken)
        met = (ray.intervals(low + (i + 0.5) * thick, 0.0, r + 1.0) for i in range(_LAYERS))
        best = max(best, thick * sum(bool(wood) and r - _PRESSED - 0.05 <= wood[0][0] <= r + _OFF for wood in met))
    return best


def _borne(wood: Wood, section: Section, out: int, z: float) -> float:
    """mm of edge that the face of an edge guide bears on beside a place: where the wood reaches as far as anywhere there."""
    x, y = section.at
    reach = _GUIDE_REACHES + _FACE
    taken = wood.near((x - reach, y - reach, x + reach, y + reach))
    right = (section.way[1] * out, -section.way[0] * out)
    steps = [_FACE * (2 * i / _FACE_PLACES - 1) for i in range(_FACE_PLACES + 1)]
    edges = []
    for along in steps:
        at = (x + section.way[0] * along, y + section.way[1] * along)
        found = Ray(wood, at, right, _GUIDE_REACHES, taken).intervals(z, 0.0, _GUIDE_REACHES)
        edges.append(found[-1][1] if found else -1.0)
    line = max(edges)
    if line < 0 or line > _GUIDE_REACHES - 1.0:
        return 2 * _FACE  # it lies further away than is looked at
    return sum(edge > line - _OFF for edge in edges) * 2 * _FACE / _FACE_PLACES


def _along(section: Section, at: tuple[float, float]) -> float:
    return (at[0] - section.at[0]) * section.way[0] + (at[1] - section.at[1]) * section.way[1]


def _stays(after: Wood, section: Section, out: int) -> bool:
    """Whether the wall on the left of a place stays in the end, as it is seen from the face that is worked."""
    layers = [layer for layer in section.layers if layer.r]
    if not layers:
        return False
    layer = layers[len(layers) // 2]
    left = (-section.way[1] * out, section.way[0] * out)
    x, y = section.at
    reach = layer.r + 1.0
    ray = Ray(after, section.at, left, reach, after.near((x - reach, y - reach, x + reach, y + reach)))
    return bool(ray.intervals(layer.z, layer.r, layer.r + 0.2))
