"""The drawing of a pocket: the board from above with template, paths, router and clamps; the section across its first place."""

from __future__ import annotations

import math

from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.cuts.pocket.guides import AreaGuide, ShoulderGuide, SledGuide, TrammelGuide, sense_of
from ranura.core.cuts.pocket.handles import pocket_handles
from ranura.core.cuts.pocket.on_board import PocketOnBoard
from ranura.core.cuts.pocket.section import pocket_section
from ranura.core.cuts.pocket.setting import PocketSetting
from ranura.core.cuts.template.drawing import template_outlines
from ranura.core.cuts.template.guides import Follower
from ranura.core.geometry.areas import band
from ranura.core.geometry.convex import bounds
from ranura.core.geometry.rings import Point, Ring, shifted
from ranura.core.output.going import Going
from ranura.core.output.guides import heading_words
from ranura.core.output.marks import carrier_outlines, clamp_marks, clamp_outlines, tabs_on, turret_view
from ranura.core.output.views import Arrow, Dimension, Mark, Outline, View, base_outline, box, circle, typed_dimension
from ranura.core.shop.tooling.bits import Bit
from ranura.core.text.writing import write

_MARGIN = 8.0
_ABOVE = 54.0
"""mm above the board where its dimensions stand."""


def pocket_views(setting: PocketSetting, cut: PocketCut, going: Going | None) -> tuple[View, ...]:
    """The board from above, the section, and the turret where it makes the depths; where it is begun and which way it is run is
    read from its moves, `going`."""
    views = [_plan(setting, cut, going), pocket_section(setting, cut)]
    stepping = setting.stepping
    if stepping is not None and stepping.turret is not None:
        views.append(turret_view(stepping, thickness=setting.pocket.thickness, bit=setting.bit))
    return tuple(views)


def _wastes(asked: PocketOnBoard, bit: Bit) -> list[Outline]:
    """What is cut away at every place; of a ring or a line only its groove is drawn, by its paths."""
    ring = asked.outline(bit.diameter)
    many = len(asked.places) > 1
    return [
        Outline(role="waste", points=shifted(ring, shift), label=write("{n}", n=i + 1) if many else None)
        for i, shift in enumerate(asked.places)
    ]


def _plan(setting: PocketSetting, cut: PocketCut, going: Going | None) -> View:
    asked, bit, base, guide = setting.pocket, setting.bit, setting.base, setting.guide
    length, width = asked.part
    outlines = [Outline(role="work", points=box(0, 0, length, width)), *carrier_outlines(asked.held, setting.piece)]
    if asked.around:
        outlines += _lines_cut(setting)
    else:
        outlines += _wastes(asked, bit)
    outlines += [Outline(role="hazard", points=corner) for corner in setting.unreached]
    marks: list[Mark] = []
    arrows: list[Arrow] = []
    if guide is not None and setting.paths:
        if setting.template is not None and isinstance(guide, Follower):
            outlines += template_outlines(setting.template, guide, asked.places)
        if not asked.around:
            outlines += [Outline(role="path", points=path) for path in setting.paths]
        outer = setting.paths[-1]
        axis = going.first[0] if going is not None else outer[0]
        outlines += _lane_guides(setting, guide, outer)
        if isinstance(guide, TrammelGuide):
            outlines.append(Outline(role="guide", points=_arm(guide.pivot, axis)))
            marks.append(Mark(kind="pivot", at=guide.pivot, direction=(1.0, 0.0), text=write("pivot")))
        seen = base_outline(base, axis=axis, guided=base.across / 2, towards=-1)
        outlines.append(Outline(role="base", points=seen, label=write("base")))
        if setting.plate is not None:
            outlines.append(Outline(role="base", points=circle(axis, setting.plate / 2), label=write("plate")))
        outlines.append(Outline(role="bit", points=circle(axis, bit.diameter / 2)))
        arrows = [Arrow(role="bit", start=axis, end=(axis[0] + base.across * 0.22, axis[1]), turn="clockwise")]
        if going is not None:
            arrows.insert(0, _feed(setting, going, outer))
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
        dimensions=_dimensions(asked, cut),
        marks=tuple(marks),
        handles=pocket_handles(asked, cut),
        clamps=clamp_marks(setting.holding) if setting.holding else (),
        board=asked.part,
    )


def _feed(setting: PocketSetting, going: Going, outer: Ring) -> Arrow:
    """The direction of feed: along the first lane; or, round a pocket, beside its near side, where nothing of it is hidden."""
    asked = setting.pocket
    if going.sense is None:
        first, second = going.first[0], next((at for at in going.first if at != going.first[0]), going.first[-1])
        path = heading_words((second[0] - first[0], second[1] - first[1])).lower()
        return Arrow(role="path", start=first, end=_along(first, second, 34.0), label=write(path))
    x0, y0, x1, _ = bounds([outer])
    low = y0 - setting.bit.diameter / 2 - 6.0 - max(asked.part) / 60
    half, middle = max(12.0, max(asked.part) / 26), (x0 + x1) / 2
    ahead = 1.0 if going.sense == "counter-clockwise" else -1.0
    start, end = (middle - ahead * half, low), (middle + ahead * half, low)
    return Arrow(role="path", start=start, end=end, label=write(going.sense), beside=True)


def _lane_guides(setting: PocketSetting, guide: AreaGuide, lane: Ring) -> list[Outline]:
    """The straightedge beside the last lane of a lap, or a sled across the board on its rails; nothing where no lane is run."""
    asked = setting.pocket
    length, width = asked.part
    axis = lane[0][0]
    if isinstance(guide, ShoulderGuide):
        fence = setting.base.sides[0].distance
        away = 1 if asked.box[0] <= 0 else -1
        edge = axis + away * fence
        low, high = sorted((edge, edge + away * setting.rules.fence_width))
        return [Outline(role="guide", points=box(low, -60, high, width + 60), label=write("straightedge"))]
    if not isinstance(guide, SledGuide):
        return []
    half = setting.base.across / 2
    rails = [box(-60, y, length + 60, y + 40) for y in (-90.0, width + 50.0)]
    sides = [box(x, -110, x + 18, width + 110) for x in (axis - half - 18, axis + half)]
    return [
        *(Outline(role="stop", points=rail, label=write("rail")) for rail in rails),
        *(Outline(role="guide", points=side) for side in sides),
    ]


def _lines_cut(setting: PocketSetting) -> list[Outline]:
    """The groove of a line at every place, and the tabs that are left in it."""
    half, asked = setting.bit.diameter / 2, setting.pocket
    made = [
        Outline(role="waste", points=shifted(band(path, half, closed=not asked.open_paths), shift))
        for shift in asked.places
        for path in setting.paths
    ]
    if asked.frees and asked.loose == "tabs":
        tabs = [tab for path in setting.paths for tab in tabs_on(path, half)]
        made += [Outline(role="stop", points=shifted(tab, shift), label=write("tab")) for shift in asked.places for tab in tabs]
    return made


def _along(start: Point, towards: Point, far: float) -> Point:
    dx, dy = towards[0] - start[0], towards[1] - start[1]
    size = math.hypot(dx, dy) or 1.0
    return (start[0] + dx / size * far, start[1] + dy / size * far)


def _arm(pivot: Point, axis: Point) -> tuple[Point, ...]:
    """A trammel's arm, 14 mm wide, from the pivot to the bit."""
    dx, dy = axis[0] - pivot[0], axis[1] - pivot[1]
    size = math.hypot(dx, dy) or 1.0
    nx, ny = -dy / size * 7, dx / size * 7
    return (
        (pivot[0] + nx, pivot[1] + ny),
        (pivot[0] - nx, pivot[1] - ny),
        (axis[0] - nx, axis[1] - ny),
        (axis[0] + nx, axis[1] + ny),
    )


def _dimensions(asked: PocketOnBoard, cut: PocketCut) -> tuple[Dimension, ...]:
    x0, y0, x1, y1 = asked.box
    cx, cy = asked.centre
    length, width = asked.part
    round_one = asked.facts.round
    at_x = cx if round_one else (x0 if cut.end == "left" else x1)
    at_y = cy if round_one else (y0 if cut.edge == "near" else y1)
    from_x = 0.0 if cut.end == "left" else length
    from_y = 0.0 if cut.edge == "near" else width
    found = []
    if asked.form == "lap":
        found.append(typed_dimension("length", (x0, width), (x1, width), cut.length, vertical=False, offset=34))
    if not {"left", "right"} & set(asked.open_sides):
        found.append(typed_dimension("from_left", (from_x, width), (at_x, width), cut.from_left, vertical=False, offset=34))
    if not {"near", "far"} & set(asked.open_sides):
        # It stands before the arrow of the feed, whose words stand behind it.
        beside, out = (x0 - 16, -1.0) if sense_of(asked) == "clockwise" else (x1 + 16, 1.0)
        typed = cut.from_near
        found.append(typed_dimension("from_near", (beside, from_y), (beside, at_y), typed, vertical=True, offset=out))
    if cut.count > 1 and cut.spacing is not None:
        high = y1 + (width - y1) * 0.5
        found.append(typed_dimension("spacing", (x0, high), (x0 + asked.places[1], high), cut.spacing, vertical=False))
    return tuple(found)
