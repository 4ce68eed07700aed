"""Sections of cuts by template, along the board through the first place, and their small sign in lists."""

from __future__ import annotations

from shapely import LineString
from shapely.geometry.base import BaseGeometry

from ranura.core.cuts.template.asked import TemplateCut
from ranura.core.cuts.template.guides import Follower, Template
from ranura.core.cuts.template.on_board import OutlineOnBoard
from ranura.core.cuts.template.setting import TemplateSetting
from ranura.core.geometry.areas import band, parts_of
from ranura.core.geometry.rings import Point, Ring
from ranura.core.output.views import Dimension, Outline, View, box, typed_dimension
from ranura.core.text.lengths import as_typed
from ranura.core.text.writing import write

Spans = list[tuple[float, float]]


def template_section(setting: TemplateSetting, cut: TemplateCut) -> View:
    """Through the widest place: every depth as a band, the template above, and the bit at its first depth."""
    asked, bit, stepping, follower = setting.outline, setting.bit, setting.stepping, setting.follower
    x0, _, x1, _ = asked.box
    at = asked.area.representative_point().y
    top, floor = asked.thickness, max(asked.thickness - setting.depth, 0.0)
    removed = _removed(setting) if asked.blank is None else _removed(setting).intersection(asked.blank)
    spans = _crossed(removed, at)
    side = max((x1 - x0) * 0.3, top * 1.2) if asked.blank is None else asked.sawn
    left, right = max(0.0, x0 - side), min(asked.part[0], x1 + side)
    outlines = [Outline(role="work", points=_board(left, right, top, floor, spans))]
    depths = stepping.depths if stepping is not None else ()
    outlines += [
        Outline(role="pass", points=box(a, top - lower, b, top - upper), label=write("{n}", n=i + 1) if place == 0 else None)
        for place, (a, b) in enumerate(spans)
        for i, (upper, lower) in enumerate(zip((0.0, *depths), depths, strict=False))
    ]
    above = max(8.0, top * 0.6)
    if follower is not None and setting.template is not None:
        above = max(above, follower.thickness + 10)
        outlines += template_above(setting.template, follower, at=at, between=(left, right), top=top)
    if asked.through and asked.backed:
        outlines.append(Outline(role="backer", points=box(left, -8, right, 0), label=write("sacrificial board")))
    if spans and depths:
        r = bit.diameter / 2
        middle = spans[0][0] + r if asked.blank is None else spans[0][1] - r
        standing = box(middle - r, top - depths[0], middle + r, top + min(bit.cutting_length - depths[0], above))
        outlines.append(Outline(role="bit", points=standing, label=write("{d:fine}", d=bit.diameter)))
    return View(
        name="section",
        frame=(left - 1, -max(10.0, follower.thickness + 2 if follower and follower.below else 0.0), right + 1, top + above),
        caption=write("section along the board, at the bit"),
        outlines=tuple(outlines),
        arrows=(),
        dimensions=_dimensions(setting, cut, left + side * 0.12, (x0, x1), min(x1 + side * 0.25, right - 1), floor),
    )


def template_above(
    template: Template, follower: Follower, *, at: float, between: tuple[float, float], top: float
) -> list[Outline]:
    """The template on the work, whose face is `top` mm up, cut along the board `at` mm from its near edge."""
    (left, right), low_high = between, follower.stands(top)
    kept = [(max(a, left), min(b, right)) for a, b in _crossed(template.on_work, at) if b > left and a < right]
    return [
        Outline(role="guide", points=box(a, *low_high[:1], b, *low_high[1:]), label=None if number else write("template"))
        for number, (a, b) in enumerate(kept)
    ]


def _dimensions(
    setting: TemplateSetting, cut: TemplateCut, beside: float, along: tuple[float, float], at: float, floor: float
) -> tuple[Dimension, ...]:
    top = setting.outline.thickness
    thick = write(as_typed(setting.piece.thickness))
    wide = write("{w:short}", w=along[1] - along[0])
    found = [
        Dimension(start=(beside, 0), end=(beside, top), offset=0, name="thickness", text=thick, vertical=True),
        Dimension(start=(along[0], 0), end=(along[1], 0), offset=-6, name="length", text=wide),
    ]
    if setting.outline.makes == "plug":
        deep = write("{d:short}", d=setting.depth)
        found.append(Dimension(start=(at, floor), end=(at, top), offset=0, name="depth", text=deep, vertical=True))
    elif not setting.outline.through:
        found.append(typed_dimension("depth", (at, floor), (at, top), cut.depth, vertical=True))
    return tuple(found)


def _removed(setting: TemplateSetting) -> BaseGeometry:
    """What goes at the first place."""
    if setting.template is None:
        return setting.outline.area
    if not setting.outline.along_line:
        return setting.template.obtained
    lines = [LineString((*way.path, way.path[0])) for way in setting.ways]
    area = lines[0].buffer(setting.bit.diameter / 2) if lines else setting.outline.area
    for line in lines[1:]:
        area = area.union(line.buffer(setting.bit.diameter / 2))
    return area


def lines_cut(setting: TemplateSetting) -> list[Ring]:
    """What a cut along its line takes at the first place, way by way."""
    return [band(way.path, setting.bit.diameter / 2, closed=True) for way in setting.ways]


def _crossed(area: BaseGeometry, y: float) -> Spans:
    """Where an area is crossed by a line along the board."""
    x0, _, x1, _ = area.bounds if not area.is_empty else (0.0, 0.0, 0.0, 0.0)
    met = area.intersection(LineString([(x0 - 1, y), (x1 + 1, y)]))
    found = [each.bounds for each in getattr(met, "geoms", [met]) if not each.is_empty]
    return sorted((float(a), float(b)) for a, _, b, _ in found if b - a > 1e-6)


def _board(left: float, right: float, top: float, floor: float, spans: Spans) -> Ring:
    points: list[Point] = [(left, 0.0), (right, 0.0), (right, top)]
    for a, b in reversed(spans):
        a, b = max(a, left), min(b, right)
        points += [(b, top), (b, floor), (a, floor), (a, top)]
    return (*points, (left, top))


_SIGN = 60
"""Points of the outline that stand for a cut by template in a list."""


def glyph(asked: OutlineOnBoard) -> Ring:
    """The outline, small, on its board seen from above: what stands for it in a list."""
    part = max(parts_of(asked.area), key=lambda each: each.area)
    ring = list(part.exterior.simplify(max(asked.size) / 200).coords)
    step = max(1, len(ring) // _SIGN)
    return tuple((float(x), float(y)) for x, y, *_ in ring[:-1:step])
