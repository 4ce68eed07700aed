"""The drawing of a cut by template: the board from above with template, ways, router and clamps, and where fibres lift; the
section through its first place."""

from __future__ import annotations

import math
from collections.abc import Sequence

from shapely import LineString, Polygon, union_all

from ranura.core.cuts.template.asked import TemplateCut
from ranura.core.cuts.template.figures import sense_of
from ranura.core.cuts.template.guides import Follower, Template
from ranura.core.cuts.template.moves import blank_ring, leaves_tabs
from ranura.core.cuts.template.over_table import table_plan, table_section
from ranura.core.cuts.template.section import lines_cut, template_section
from ranura.core.cuts.template.setting import TemplateSetting
from ranura.core.geometry.areas import band, parts_of, thinned
from ranura.core.geometry.convex import bounds
from ranura.core.geometry.paths import length_of, stretch
from ranura.core.geometry.rings import Point, Ring, shifted, signed_area
from ranura.core.output.going import Going
from ranura.core.output.marks import carrier_outlines, clamp_marks, clamp_outlines, tabs_on, turret_view
from ranura.core.output.views import Arrow, Dimension, DragHandle, Mark, Outline, View, base_outline, box, circle, typed_dimension
from ranura.core.templates.lifts import Lift
from ranura.core.text.writing import write

_MARGIN = 8.0
_ABOVE = 54.0
"""mm above the board where its dimensions stand."""
_SHOWN = 0.05
"""mm by which what is drawn may be off."""
_EDGE_SHOWN = 0.003
"""mm by which the edge of a template may be off in the drawing."""
_MOST_WAYS = 40
"""Ways of a field that are drawn."""


def template_views(setting: TemplateSetting, cut: TemplateCut, going: Going | None) -> tuple[View, ...]:
    """The board from above, the section, and the turret where it makes the depths."""
    views = [_plan(setting, cut, going), template_section(setting, cut)]
    if not setting.by_hand:
        return table_plan(setting, views[0]), table_section(setting, views[1])
    stepping = setting.stepping
    if stepping is not None and stepping.turret is not None:
        views.append(turret_view(stepping, thickness=setting.outline.thickness, bit=setting.bit))
    return tuple(views)


def _plan(setting: TemplateSetting, cut: TemplateCut, going: Going | None) -> View:
    asked, bit, base = setting.outline, setting.bit, setting.base
    length, width = asked.part
    board = blank_ring(asked) if asked.blank is not None else box(0, 0, length, width)
    outlines = [Outline(role="work", points=board), *(carrier_outlines(asked.held, setting.piece) if setting.by_hand else [])]
    outlines += _cut_away(setting)
    marks: list[Mark] = []
    arrows: list[Arrow] = []
    if setting.template is not None and setting.ways:
        if setting.follower is not None:
            outlines += template_outlines(setting.template, setting.follower, asked.places)
        ways = setting.ways if not asked.along_line else ()
        outlines += [Outline(role="path", points=thinned(way.path, _SHOWN)) for way in ways[-_MOST_WAYS:]]
        outer = setting.ways[-1].path
        axis = going.first[0] if going is not None else outer[0]
        wide = max(2.0, max(asked.size) / 50)
        outlines += [_lift(lift, wide) for lift in setting.lifts]
        marks += [_lift_number(lift, number, 3 * wide) for number, lift in enumerate(setting.lifts, start=1)]
        outlines.append(
            Outline(role="base", points=base_outline(base, axis=axis, guided=base.across / 2, towards=-1), label=write("base"))
        )
        if setting.plate is not None:
            outlines.append(Outline(role="base", points=circle(axis, setting.plate / 2), label=write("plate")))
        if setting.follower is not None:
            outlines.append(Outline(role="bearing", points=circle(axis, setting.follower.across / 2)))
        outlines.append(Outline(role="bit", points=circle(axis, bit.diameter / 2)))
        arrows = [Arrow(role="bit", start=axis, end=(axis[0] + base.across * 0.22, axis[1]), turn="clockwise")]
        if going is not None and (going.sense is not None or asked.blank is not None):
            arrows.insert(0, _feed(setting, sense_of(setting), outer))
    if setting.holding is not None:
        outlines += clamp_outlines(setting.holding)
    lowest = min(-40.0, *(y for outline in outlines for _, y in outline.points))
    stand = (asked.centre[0], lowest - 26.0)
    marks.append(Mark(kind="stand", at=stand, direction=(0.0, 1.0), text=write("stand here, cord behind you")))
    extent = setting.holding.sweep.extent if setting.holding is not None else ()
    x0, y0, x1, y1 = bounds([*(o.points for o in outlines), *extent, [stand], [(asked.centre[0], width + _ABOVE)]])
    x0, x1 = max(x0, -160.0), min(x1, length + 160.0)
    return View(
        name="plan",
        frame=(x0 - _MARGIN, y0 - _MARGIN, x1 + _MARGIN, y1 + _MARGIN),
        caption=write("from above"),
        outlines=tuple(outlines),
        arrows=tuple(arrows),
        dimensions=_dimensions(setting, cut),
        marks=tuple(marks),
        handles=_handles(setting, cut),
        clamps=clamp_marks(setting.holding) if setting.holding else (),
        board=asked.part,
    )


def _cut_away(setting: TemplateSetting) -> list[Outline]:
    """What goes at every place, and the tabs that are left in it."""
    asked = setting.outline
    if asked.blank is not None:
        sawn_off = asked.blank.difference(union_all([Polygon(part.exterior) for part in parts_of(asked.area)]))
        holes = [band(way.path, setting.bit.diameter / 2, closed=True) for way in setting.ways if signed_area(way.path) < 0]
        rings = [*(_across_holes(part) for part in parts_of(sawn_off)), *holes]
    elif not asked.along_line:
        rings = [ring for part in parts_of(asked.area) for ring in [_across_holes(part)]]
    else:
        rings = lines_cut(setting)
    many = len(asked.places) > 1
    made = [
        Outline(role="waste", points=shifted(ring, shift), label=write("{n}", n=place + 1) if many and not number else None)
        for place, shift in enumerate(asked.places)
        for number, ring in enumerate(rings)
    ]
    if leaves_tabs(setting):
        tabs = [tab for way in setting.ways for tab in tabs_on(way.path, setting.bit.diameter / 2)]
        made += [Outline(role="stop", points=shifted(tab, shift), label=write("tab")) for shift in asked.places for tab in tabs]
    return made


def _across_holes(part: object) -> Ring:
    """An area as one outline: round its outside, across to each island, round that and back."""
    exterior, interiors = part.exterior.simplify(_SHOWN), part.interiors  # type: ignore[attr-defined]
    points = [(float(x), float(y)) for x, y, *_ in exterior.coords]
    for hole in interiors:
        points += [(float(x), float(y)) for x, y, *_ in hole.simplify(_SHOWN).coords]
        points.append(points[0])
    return tuple(points)


def template_outlines(template: Template, follower: Follower, places: Sequence[float]) -> list[Outline]:
    """The template's edges at every place, so many mm along, the first with its name."""
    rings = [
        tuple((float(x), float(y)) for x, y, *_ in ring.simplify(_EDGE_SHOWN).coords[:-1])
        for part in parts_of(template.on_work)
        for ring in ((part.exterior, *part.interiors) if template.outside else part.interiors or (part.exterior,))
    ]
    label = write("template for the bushing" if follower.kind in ("bushing", "inlay") else "template for the bearing")
    return [
        Outline(role="template", points=shifted(ring, shift), label=None if place or number else label)
        for place, shift in enumerate(places)
        for number, ring in enumerate(rings)
    ]


def _lift_number(lift: Lift, number: int, wide: float) -> Mark:
    """The number of a stretch, beside its middle where the wood stays."""
    half = length_of(lift.path, closed=False) / 2
    middle = stretch(lift.path, max(half - 0.5, 0.0), half + 0.5)
    at, end = middle[0], middle[-1]
    size = math.dist(at, end) or 1.0
    side = (-1.0 if lift.wood_left else 1.0) * wide
    nx, ny = (end[1] - at[1]) / size * side, -(end[0] - at[0]) / size * side
    return Mark(kind="lift", at=(at[0] + nx, at[1] + ny), direction=(1.0, 0.0), text=write("{n}", n=number))


def _lift(lift: Lift, wide: float) -> Outline:
    """A stretch on which fibres lift, as a strip beside it where the wood stays."""
    beside = LineString(lift.path).buffer(wide if lift.wood_left else -wide, single_sided=True)
    ring = max(parts_of(beside), key=lambda each: each.area).exterior.coords
    return Outline(role="lifts", points=tuple((float(x), float(y)) for x, y, *_ in ring[:-1]))


def _feed(setting: TemplateSetting, sense: str, outer: Ring) -> Arrow:
    """The direction of feed, beside the near side of the outline, where nothing of it is hidden."""
    x0, y0, x1, _ = bounds([outer])
    part = setting.outline.part
    low = y0 - setting.bit.diameter / 2 - 6.0 - max(part) / 60
    half, middle = max(12.0, max(part) / 26), (x0 + x1) / 2
    ahead = 1.0 if sense == "counter-clockwise" else -1.0
    start, end = (middle - ahead * half, low), (middle + ahead * half, low)
    return Arrow(role="path", start=start, end=end, label=write(sense), beside=True)


def _dimensions(setting: TemplateSetting, cut: TemplateCut) -> tuple[Dimension, ...]:
    asked = setting.outline
    if asked.blank is not None:
        return ()  # its board is gone
    x0, y0, x1, y1 = asked.box
    length, width = asked.part
    at_x, from_x = (x0, 0.0) if cut.end == "left" else (x1, length)
    at_y, from_y = (y0, 0.0) if cut.edge == "near" else (y1, width)
    # It stands before the arrow of the feed, whose words stand behind it.
    beside, out = (x0 - 16, -1.0) if sense_of(setting) == "clockwise" else (x1 + 16, 1.0)
    found = [
        typed_dimension("from_left", (from_x, width), (at_x, width), cut.from_left, vertical=False, offset=34),
        typed_dimension("from_near", (beside, from_y), (beside, at_y), cut.from_near, vertical=True, offset=out),
    ]
    if cut.count > 1 and cut.spacing is not None:
        high = y1 + (width - y1) * 0.5
        found.append(typed_dimension("spacing", (x0, high), (x0 + asked.places[1], high), cut.spacing, vertical=False))
    return tuple(found)


def _handles(setting: TemplateSetting, cut: TemplateCut) -> tuple[DragHandle, ...]:
    """The first place drags both ways; later ones drag their spacing."""
    asked = setting.outline
    x0, y0, x1, y1 = asked.box
    (wide, high), (length, width) = asked.size, asked.part
    right, up = 1.0 if cut.end == "left" else -1.0, 1.0 if cut.edge == "near" else -1.0
    body: tuple[Point, ...] = box(x0, y0, x1, y1)
    found: list[DragHandle] = []
    if cut.count > 1 and cut.spacing is not None:
        even = (length - 2 * cut.from_left.mm - wide) / (cut.count - 1)
        for i, shift in enumerate(asked.places[1:], start=1):
            points = box(x0 + shift, y0, x1 + shift, y1)
            found.append(
                DragHandle(field="spacing", points=points, direction=(right / i, 0.0), value=cut.spacing.mm, snaps=(even,))
            )
    vertical = DragHandle(
        field="from_near", points=body, direction=(0.0, up), value=cut.from_near.mm, snaps=((width - high) / 2,)
    )
    found.append(
        DragHandle(
            field="from_left",
            points=body,
            direction=(right, 0.0),
            value=cut.from_left.mm,
            snaps=((length - wide) / 2,),
            other=vertical,
        )
    )
    return tuple(found)
