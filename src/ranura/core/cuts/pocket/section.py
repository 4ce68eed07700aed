"""Sections of pockets along their first place, with every depth as a band, and their small sign in lists."""

from __future__ import annotations

from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.cuts.pocket.guides import lies_under_base
from ranura.core.cuts.pocket.on_board import PocketOnBoard
from ranura.core.cuts.pocket.setting import PocketSetting
from ranura.core.cuts.template.guides import Follower
from ranura.core.cuts.template.section import template_above
from ranura.core.cutting.stepping import Stepping
from ranura.core.geometry.rings import Point
from ranura.core.output.views import Dimension, Outline, View, box, typed_dimension
from ranura.core.text.forms import FieldPath
from ranura.core.text.lengths import as_typed
from ranura.core.text.writing import write


def pocket_section(setting: PocketSetting, cut: PocketCut) -> View:
    """Across the first place, near edge to the back: every depth as a band, the template above, and the bit at its first
    depth."""
    asked, bit, stepping = setting.pocket, setting.bit, setting.stepping
    x0, x1 = asked.box[0], asked.box[2]
    top = asked.thickness
    side = max((x1 - x0) * 0.3, top * 1.2)
    left, right = max(0.0, x0 - side), min(asked.part[0], x1 + side)
    floor = max(top - setting.depth, 0.0)
    r = bit.diameter / 2
    spans = _spans(asked, setting)
    outlines = [Outline(role="work", points=_cut_board(left, right, top, floor, spans))]
    outlines += _bands(stepping, spans, top)
    if asked.both_faces:
        outlines.append(Outline(role="waste", points=box(x0, 0, x1, setting.depth)))
    if stepping is None:
        outlines += [Outline(role="hazard", points=box(a, floor, b, top)) for a, b in spans]
    above = max(8.0, top * 0.6)
    thick = lies_under_base(setting.guide) if setting.guide is not None else 0.0
    above = max(above, thick + 10) if thick else above
    if setting.template is not None and isinstance(setting.guide, Follower):
        at = asked.centre[1]
        outlines += template_above(setting.template, setting.guide, at=at, between=(left, right), top=top)
    if asked.through and asked.backed:
        outlines.append(Outline(role="backer", points=box(left, -8, right, 0), label=write("sacrificial board")))
    first = stepping.depths[0] if stepping else setting.depth
    middle = spans[0][0] + r if asked.around else (x0 + x1) / 2
    standing = box(middle - r, top - first, middle + r, top + min(bit.cutting_length - first, above))
    outlines.append(Outline(role="bit", points=standing, label=write("{d:fine}", d=bit.diameter)))
    along: FieldPath = "across" if cut.turned and cut.across is not None else "length"
    typed = cut.across if along == "across" else cut.length
    beside = (x0 + x1) / 2 if asked.around else left + side * 0.12
    dimensions = [
        Dimension(
            start=(beside, 0),
            end=(beside, top),
            offset=0,
            name="thickness",
            text=write(as_typed(setting.piece.thickness)),
            vertical=True,
        )
    ]
    if asked.ring is not None:
        wide = write("{w:short}", w=x1 - x0)
        dimensions.append(Dimension(start=(x0, 0), end=(x1, 0), offset=-6, name="length", text=wide))
    elif asked.form != "flatten":
        dimensions.append(typed_dimension(along, (x0, 0), (x1, 0), typed or cut.length, vertical=False, offset=-6))
    if not asked.through:
        at = min(x1 + side * 0.25, right - 1)
        depth = typed_dimension("depth", (at, floor), (at, top), cut.depth, vertical=True)
        if asked.form == "lap":
            depth, *more = _lap_dimensions(asked, cut, depth, (x0 + x1) / 2)
            dimensions += more
        dimensions.append(depth)
    return View(
        name="section",
        frame=(left - 1, -10.0, right + 1, top + above),
        caption=write("section along the pocket, at the bit"),
        outlines=tuple(outlines),
        arrows=(),
        dimensions=tuple(dimensions),
    )


def _lap_dimensions(asked: PocketOnBoard, cut: PocketCut, depth: Dimension, middle: float) -> list[Dimension]:
    """The depth of a lap and what it leaves; the one that was typed is typed in the drawing too."""
    low = asked.depth if asked.both_faces else 0.0
    start, end = (middle, low), (middle, low + asked.tongue)
    if cut.leaves is None:
        left = Dimension(start=start, end=end, offset=0, name="leaves", text=write("{t:short}", t=asked.tongue), vertical=True)
        return [depth, left]
    shown = Dimension(
        start=depth.start, end=depth.end, offset=0, name="depth", text=write("{d:short}", d=asked.depth), vertical=True
    )
    return [shown, typed_dimension("leaves", start, end, cut.leaves, vertical=True)]


def _spans(asked: PocketOnBoard, setting: PocketSetting) -> list[tuple[float, float]]:
    """Where the section is cut away along x: the whole pocket, or the groove at both sides of a line."""
    x0, x1 = asked.box[0], asked.box[2]
    d = setting.bit.diameter
    if asked.facts.keeps_inside:
        return [(x0 - d, x0), (x1, x1 + d)]
    if asked.facts.taken == "groove":
        return [(x0, x0 + asked.groove), (x1 - asked.groove, x1)]
    if asked.around:
        return [(x0, x0 + d), (x1 - d, x1)]
    return [(x0, x1)]


def _cut_board(left: float, right: float, top: float, floor: float, spans: list[tuple[float, float]]) -> tuple[Point, ...]:
    points: list[Point] = [(left, 0.0), (right, 0.0), (right, top)]
    for a, b in reversed(spans):
        a, b = max(a, left), min(b, right)
        points += [(b, top), (b, floor), (a, floor), (a, top)]
    return (*points, (left, top))


def _bands(stepping: Stepping | None, spans: list[tuple[float, float]], top: float) -> list[Outline]:
    """Each depth as a band with its number in the order of the depths."""
    if stepping is None:
        return []
    return [
        Outline(role="pass", points=box(a, top - lower, b, top - upper), label=write("{n}", n=i + 1) if place == 0 else None)
        for place, (a, b) in enumerate(spans)
        for i, (upper, lower) in enumerate(zip((0.0, *stepping.depths), stepping.depths, strict=False))
    ]


def pocket_glyph(asked: PocketOnBoard) -> tuple[Point, ...]:
    """The small section that stands for a pocket in a list."""
    x0, x1 = asked.box[0], asked.box[2]
    wide = x1 - x0
    floor = 0.0 if asked.through else asked.thickness - asked.depth
    scale = max(wide / 3, asked.thickness)
    spans = [(x0, x1)] if not asked.around else [(x0, x0 + wide * 0.2), (x1 - wide * 0.2, x1)]
    return _cut_board(x0 - scale, x1 + scale, asked.thickness, floor, spans)
