"""The template for an outline of any shape, and what a bit that follows it really cuts (R9)."""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np
import shapely
from shapely import Polygon
from shapely.geometry import LinearRing, LineString
from shapely.geometry import Point as Spot
from shapely.geometry.base import BaseGeometry

from ranura.core.board.outlines import tightest
from ranura.core.geometry import closeness
from ranura.core.geometry.areas import parts_of
from ranura.core.geometry.loops import TRUE, Loop, area_of, loops_of
from ranura.core.geometry.parallel import beside, tightest_bulge
from ranura.core.geometry.rings import Point
from ranura.core.shop.house_rules import STANDARD, HouseRules
from ranura.core.shop.saved_outlines import Intent
from ranura.core.templates import words
from ranura.core.text.cautions import Caution, caution

_THIN = 0.01
"""mm: what shrinks to less than that is kept as a line or a point."""
_LEAST = 0.05
"""mm² that stay or go too much at a place at least, for it to be named."""
_HAIR, _SHOWN = 2e-4, 0.02
_MOST_CHORDS = 256


@dataclass(frozen=True, kw_only=True, slots=True)
class TemplatePlace:
    """A place where what is cut is not what is wanted: wood is *left* that should go, or goes (*over*) that should stay, how much
    of it in mm², and the radius that the corner gets, in mm."""

    at: Point
    kind: Literal["left", "over"]
    area: float
    radius: float


@dataclass(frozen=True, kw_only=True, slots=True)
class ShapedTemplate:
    """A template and what comes of it; lengths in mm, areas in mm².

    `loops` is the template's edge: of a recess its opening, of a part its outside. `axis` is the way of guide and bit along it.
    `cut` is what is gone (recess) or what is kept (part) in the end. `play` is by how much slots as wide as the ring were
    widened, 0 where there are none."""

    offset: float
    loops: tuple[Loop, ...]
    axis: tuple[Loop, ...]
    cut: tuple[Loop, ...]
    template_area: float
    template_perimeter: float
    obtained_area: float
    left_area: float
    over_area: float
    places: tuple[TemplatePlace, ...]
    smallest_inside_radius: float | None
    play: float
    cautions: tuple[Caution, ...]


def shaped_template(
    loops: Sequence[Loop], intent: Intent, *, guide: float, bit: float, rules: HouseRules = STANDARD, within: float = TRUE / 4
) -> ShapedTemplate:
    """The template for what some loops enclose, followed with a bushing or bearing of `guide` mm and a bit of `bit` mm.

    Rule: R9 outlines
    Formula: recess: axis = S shrunk by D/2, T = axis grown by OD/2, C = T shrunk by OD/2 and grown by D/2; part: T = S grown by
        D/2 and shrunk by OD/2, C = T grown by OD/2 and shrunk by D/2; what shrinks to a line or a point within 0.01 mm is kept,
        and there the template is wider by the play of a slot
    Source: discs that roll along an edge"""
    if (exact := _rolled_round(loops, intent, guide=guide, bit=bit, play=rules.slot_play)) is not None:
        return exact
    wanted = area_of(loops, within)
    r, ring = bit / 2, guide / 2
    play = 0.0
    if intent == "recess":
        axis, thin = _shrunk(wanted, r, within)
        made = shapely.union_all([_grown(axis, ring, within), *(_grown(each, ring, within) for each in thin)])
        way, lines = _shrunk(made, ring, within)
        obtained = shapely.union_all([_grown(way, r, within), *(_grown(each, r, within) for each in lines)])
        left, over = wanted.difference(obtained), obtained.difference(wanted)
        play = rules.slot_play if lines else 0.0
        widened = shapely.union_all([made, *(_grown(each, ring + play / 2, within) for each in lines)])
    else:
        outer, _ = _grown(wanted, r, within), ()
        made, thin = _shrunk(outer, ring, within)
        made = shapely.union_all([made, *thin])
        way = _grown(made, ring, within)
        kept, lines = _shrunk(way, r, within)
        obtained = shapely.union_all([kept, *lines])
        left, over = obtained.difference(wanted), wanted.difference(obtained)
        widened = made
    corner = max((guide - bit) / 2, 0.0)
    places = (*_places(left, "left", r), *_places(over, "over", corner))
    edges, cut = loops_of(widened), loops_of(obtained)
    return ShapedTemplate(
        offset=(guide - bit) / 2,
        loops=edges,
        axis=_followed(way),
        cut=cut,
        template_area=sum(loop.area for loop in edges),
        template_perimeter=sum(loop.length for loop in edges),
        obtained_area=sum(loop.area for loop in cut),
        left_area=float(left.area),
        over_area=float(over.area),
        places=tuple(sorted(places, key=lambda place: -place.area)),
        smallest_inside_radius=_smallest_inside(obtained, intent, r),
        play=play,
        cautions=tuple(_cautions(wanted, widened, places, intent, guide=guide, bit=bit)),
    )


def _rolled_round(loops: Sequence[Loop], intent: Intent, *, guide: float, bit: float, play: float) -> ShapedTemplate | None:
    """The template for one loop that bulges all round without a corner that bit or guide do not follow: it runs beside it
    everywhere. None for any other.

    Rule: R9 outlines
    Formula: recess: T = S grown by o = (OD − D)/2, where no arc is tighter than D/2; part: T = S shrunk by o, no arc tighter
    Source: a disc rolls freely inside a bulging loop that is nowhere tighter than it"""
    loop = loops[0] if len(loops) == 1 else None
    radius = tightest_bulge(loop) if loop is not None else None
    r, offset = bit / 2, (guide - bit) / 2
    recess = intent == "recess"
    least = r if recess else max(offset, 0.0) + _THIN
    if loop is None or radius is None or closeness.under(radius, least):
        return None
    axis = beside(loop, -r if recess else r)
    # A bit as wide as the loop goes along its middle, and the ring needs some play there (R9).
    thin = axis.area <= _THIN * max(axis.length / 2, _THIN)
    edge = beside(loop, (offset if recess else -offset) + (play / 2 if thin else 0.0))
    return ShapedTemplate(
        offset=offset,
        loops=(edge,),
        axis=() if thin else (axis,),
        cut=(loop,),
        template_area=edge.area,
        template_perimeter=edge.length,
        obtained_area=loop.area,
        left_area=0.0,
        over_area=0.0,
        places=(),
        smallest_inside_radius=radius if recess else None,
        play=play if thin else 0.0,
        cautions=(),
    )


def made_by(loops: Sequence[Loop], intent: Intent, *, guide: float, bit: float, within: float = TRUE / 4) -> ShapedTemplate:
    """What a template that is there makes, its edge being some loops: of a recess it is followed inside, of a part outside. Its
    places are the corners that the guide does not reach.

    Rule: R9 outlines
    Formula: recess: axis = T shrunk by OD/2, C = axis grown by D/2; part: axis = T grown by OD/2, C = axis shrunk by D/2
    Source: discs that roll along an edge"""
    template, r, ring = area_of(loops, within), bit / 2, guide / 2
    if intent == "recess":
        way, lines = _shrunk(template, ring, within)
        obtained = shapely.union_all([_grown(way, r, within), *(_grown(each, r, within) for each in lines)])
        reached = shapely.union_all([_grown(way, ring, within), *(_grown(each, ring, within) for each in lines)])
        missed = template.difference(reached)
    else:
        way = _grown(template, ring, within)
        kept, lines = _shrunk(way, r, within)
        obtained = shapely.union_all([kept, *lines])
        missed = _shrunk(way, ring, within)[0].difference(template)
    places = tuple(_places(missed, "left", ring))
    cut = loops_of(obtained)
    said = (
        [caution(words.NOTHING_MADE, guide=guide)]
        if not cut
        else [caution(words.GUIDE_STAYS_OUT, count=len(places))]
        if places
        else []
    )
    return ShapedTemplate(
        offset=(guide - bit) / 2,
        loops=tuple(loops),
        axis=_followed(way),
        cut=cut,
        template_area=sum(loop.area for loop in loops),
        template_perimeter=sum(loop.length for loop in loops),
        obtained_area=sum(loop.area for loop in cut),
        left_area=float(missed.area),
        over_area=0.0,
        places=tuple(sorted(places, key=lambda place: -place.area)),
        smallest_inside_radius=_smallest_inside(obtained, intent, r),
        play=0.0,
        cautions=tuple(said),
    )


def _cautions(
    wanted: BaseGeometry, template: BaseGeometry, places: Iterable[TemplatePlace], intent: Intent, *, guide: float, bit: float
) -> Iterator[Caution]:
    if template.is_empty:
        yield caution(words.NOTHING_FITS if intent == "recess" else words.NOTHING_OF_THE_TEMPLATE, bit=bit, guide=guide)
        return
    found = list(places)
    for kind, said in (("left", words.CORNERS_LEFT), ("over", words.CORNERS_LOST)):
        these = [place for place in found if place.kind == kind]
        if these:
            yield caution(said, count=len(these), radius=min(place.radius for place in these))
    if len(list(parts_of(wanted))) < len(list(parts_of(template))):
        yield caution(words.TEMPLATE_FALLS_APART, count=len(list(parts_of(template))))


def _chords(radius: float, within: float) -> int:
    """Chords of a quarter circle that are true within so many mm."""
    if radius <= within:
        return 4
    return min(_MOST_CHORDS, max(8, math.ceil(math.pi / 4 / math.acos(1 - within / radius))))


def _grown(area: BaseGeometry, by: float, within: float) -> BaseGeometry:
    """An area grown by a disc of a radius."""
    return area.buffer(by, quad_segs=_chords(by, within)) if by > 0 else area


def _shrunk(area: BaseGeometry, by: float, within: float) -> tuple[BaseGeometry, list[BaseGeometry]]:
    """An area shrunk by a disc of a radius, and what of it shrinks to lines and points: hardly wider than a hair."""
    if by <= 0:
        return area, []
    inner = area.buffer(-by, quad_segs=_chords(by, within))
    almost = area.buffer(-(by - _THIN / 2), quad_segs=_chords(by, within))
    thin = almost.difference(inner.buffer(2 * _THIN, quad_segs=4))
    # In a narrow corner a hair lies beyond what is left; a line is longer than that, and a point lies elsewhere.
    slivers = [
        part for part in parts_of(thin) if part.length / 2 > 20 * _THIN or inner.is_empty or part.distance(inner) > 20 * _THIN
    ]
    return inner, [_middle(part) for part in slivers]


def _middle(part: Polygon) -> BaseGeometry:
    """The line or the point that a sliver lies around."""
    ring = np.array(part.exterior.coords[:-1])
    if part.interiors:  # all round: halfway between its two edges
        inner = max(part.interiors, key=lambda each: float(each.length))
        near = [inner.interpolate(inner.project(Spot(at))).coords[0] for at in ring]
        return LinearRing((ring + np.array(near)) / 2)
    first = int(np.hypot(*(ring - ring[0]).T).argmax())
    ring = np.roll(ring, -first, axis=0)
    last = int(np.hypot(*(ring - ring[0]).T).argmax())
    if np.hypot(*(ring[last] - ring[0])) < 3 * _THIN:
        return Spot(ring.mean(axis=0))
    there, back = LineString(ring[: last + 1]), LineString(np.concatenate([ring[last:], ring[:1]])[::-1])
    beyond = _THIN / 2 / float(there.length)  # it reaches further than what it lies around
    shares = np.linspace(beyond, 1.0 - beyond, max(2, min(len(ring), _MOST_CHORDS)))
    sides = [shapely.get_coordinates(shapely.line_interpolate_point(side, shares, normalized=True)) for side in (there, back)]
    return LineString((sides[0] + sides[1]) / 2)


def _followed(area: BaseGeometry) -> tuple[Loop, ...]:
    """The edges of an area as a way to be shown, of as few points as that takes."""
    rings = [ring for part in parts_of(area) for ring in (part.exterior, *part.interiors)]
    points = (shapely.get_coordinates(ring.simplify(_SHOWN, preserve_topology=False))[:-1] for ring in rings)
    return tuple(Loop(tuple((x, y, 0.0) for x, y in zip(*each.T.tolist(), strict=True))) for each in points if len(each) > 1)


def _places(area: BaseGeometry, kind: Literal["left", "over"], radius: float) -> Iterator[TemplatePlace]:
    # Two places are often joined by a line that is nothing but rounding.
    for part in parts_of(area.buffer(-_HAIR)):
        if part.area > _LEAST:
            spot = part.representative_point()
            yield TemplatePlace(at=(float(spot.x), float(spot.y)), kind=kind, area=float(part.area), radius=radius)


def _smallest_inside(area: BaseGeometry, intent: Intent, least: float) -> float | None:
    """The radius of the tightest corner of an area that the bit has to enter; None where there is none."""
    found = []
    for part in parts_of(area):
        for number, ring in enumerate((part.exterior, *part.interiors)):
            # Points that lie closer together than arcs are true say nothing of a radius.
            points = shapely.get_coordinates(ring.simplify(TRUE / 10, preserve_topology=False))[:-1]
            xs, ys = (points if ring.is_ccw else points[::-1]).T.tolist()
            radius = tightest(tuple(zip(xs, ys, strict=True)), inside=(number == 0) == (intent == "recess"))
            if radius is not None:
                found.append(radius)
    # A disc has been everywhere inside, so no corner is tighter than it.
    return max(min(found), least) if found else None
