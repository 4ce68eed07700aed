"""The drawing of through dovetails: the board under its comb from above, and its end from the person's side."""

from __future__ import annotations

from itertools import pairwise
from typing import Final

from shapely import Polygon
from shapely import box as clip

from ranura.core.choosing.setting import ToolSetting
from ranura.core.cuts.through_dovetails.asked import ThroughDovetailsCut
from ranura.core.cuts.through_dovetails.moves import BACKER
from ranura.core.cuts.through_dovetails.on_board import BESIDE, ThroughOnBoard
from ranura.core.cuts.through_dovetails.setting import ThroughSetting
from ranura.core.geometry.areas import parts_of
from ranura.core.geometry.rings import Point, Ring, extent
from ranura.core.output.views import Arrow, Dimension, DragHandle, Mark, Outline, View, base_outline, box, circle
from ranura.core.text.figures import show
from ranura.core.text.lengths import as_typed, in_mm
from ranura.core.text.writing import Text, write

_MARGIN, _BELOW, _BEHIND = 8.0, 62.0, 70.0
_OF_BOARD: Final = 3.0
"""Times the depth: how much of a board the section shows."""
_IN_SIGN: Final = 2


def through_views(setting: ThroughSetting, cut: ThroughDovetailsCut) -> tuple[View, ...]:
    """The comb from above, and the end of this board from the person's side."""
    return _above(setting), _section(setting, cut)


def drawn_at(setting: ToolSetting, at: Point) -> Point:
    """Where a point of the board, as it stands, lies in the plan view."""
    assert isinstance(setting, ThroughSetting)
    return setting.dovetails.under_comb(at)


def _above(setting: ThroughSetting) -> View:
    asked, bit = setting.dovetails, setting.bit
    back = asked.thick + BACKER
    board = box(0.0, 0.0, asked.wide, asked.thick)
    outlines = [
        Outline(role="backer", points=box(-BESIDE, asked.thick, asked.wide + BESIDE, back), label=write("backer")),
        Outline(role="work", points=board, label=write("{makes}", makes=asked.cut.makes)),
        *(Outline(role="waste", points=ring) for ring in _gone(asked)),
        Outline(role="template", points=_seen_of_comb(asked), label=write("{name}", name=asked.combs.name)),
    ]
    if asked.cut.makes == "tails":
        outlines.append(Outline(role="aid", points=asked.scrap(), label=write("scrap")))
    begun = asked.lanes(0)[0][0]
    outlines.append(
        Outline(role="base", points=base_outline(setting.base, axis=begun, guided=setting.base.across / 2, towards=-1))
    )
    if setting.bushing is not None:
        outlines.append(Outline(role="bearing", points=circle(begun, setting.bushing.outside / 2)))
    outlines.append(Outline(role="bit", points=circle(begun, bit.diameter / 2)))
    foot, middle = -_BELOW, asked.wide / 2
    arrows = (
        Arrow(role="path", start=(middle - 45.0, -26.0), end=(middle + 45.0, -26.0), label=write("feed")),
        Arrow(role="bit", start=begun, end=(begun[0] + setting.base.across * 0.22, begun[1]), turn="clockwise"),
    )
    marks = (
        Mark(kind="start", at=begun, direction=(0.0, -1.0), text=write("switch on here")),
        Mark(kind="stand", at=(middle, foot), direction=(0.0, 1.0), text=write("stand here, cord behind you")),
    )
    second, top = asked.middles[1], asked.thick + _BEHIND
    dimensions = (Dimension(start=(0.0, top), end=(second, top), offset=8.0, name="stop", text=write("{x:fine}", x=second)),)
    return View(
        name="plan",
        frame=(
            min(-BESIDE, begun[0] - setting.base.across / 2) - _MARGIN,
            foot - 16.0,
            asked.wide + BESIDE + _MARGIN,
            max(top + 26.0, begun[1] + setting.base.across / 2 + _MARGIN),
        ),
        caption=write("from above, the board under its comb, its outside towards you"),
        outlines=tuple(outlines),
        arrows=arrows,
        dimensions=dimensions,
        marks=marks,
        board=(asked.wide, asked.thick),
    )


def _seen_of_comb(asked: ThroughOnBoard) -> Ring:
    """So much of the comb as lies near the board."""
    ring = asked.comb_ring()
    x0, y0, x1, _ = extent(ring)
    seen = parts_of(Polygon(ring).intersection(clip(x0, y0, min(x1, asked.wide + BESIDE), asked.thick + _BEHIND - 14.0)))
    largest = max(seen, key=lambda part: part.area)
    return tuple((float(x), float(y)) for x, y in largest.exterior.coords[:-1])


def _gone(asked: ThroughOnBoard) -> list[Ring]:
    """What is cut away, from above: of tails as wide as at their floor."""
    rings: list[Ring] = []
    if asked.cut.makes == "tails":
        half = asked.floor / 2
        sides = [(max(u - half, 0.0), min(u + half, asked.wide)) for u in asked.middles]
        return [box(a, 0.0, b, asked.thick) for a, b in sides]
    out, inside = asked.half_pin_at(0.0), asked.half_pin_at(asked.thick)
    for a, b in pairwise(asked.middles):
        rings.append(((a + out, 0.0), (b - out, 0.0), (b - inside, asked.thick), (a + inside, asked.thick)))
    return rings


def section_ring(asked: ThroughOnBoard, high: float, *, tails: int | None = None) -> Ring:
    """This board's end from the person's side with so much below it at 0: flanks in, floors at the depth."""
    middles = asked.middles if tails is None else asked.middles[: tails + 1]
    wide = asked.wide if tails is None else middles[-1] - middles[0] + 2 * middles[0]
    deep = -asked.depth
    points: list[Point] = [(0.0, -high)]
    if asked.cut.makes == "pins":
        half = asked.half_pin_at(0.0)
        points.append((0.0, 0.0))
        for a, b in pairwise(middles):
            points += [(a + half, 0.0), (a + half, deep), (b - half, deep), (b - half, 0.0)]
        points += [(wide, 0.0), (wide, -high)]
        return tuple(points)
    floor, mouth = asked.floor / 2, asked.floor / 2 - asked.depth * asked.lean
    points.append((0.0, deep))
    for a, b in pairwise(middles):
        points += [(a + floor, deep), (a + mouth, 0.0), (b - mouth, 0.0), (b - floor, deep)]
    points += [(wide, deep), (wide, -high)]
    return tuple(points)


def through_glyph(asked: ThroughOnBoard) -> Ring:
    """The small sign that stands for it in a list: the first of them."""
    return section_ring(asked, asked.depth * 2, tails=min(_IN_SIGN, asked.tails))


def _section(setting: ThroughSetting, cut: ThroughDovetailsCut) -> View:
    """The worked end from the person's side: every tail or pin, the bit in the second slot."""
    asked, bit = setting.dovetails, setting.bit
    high = min(max(asked.depth * _OF_BOARD, 26.0), asked.long)
    lane = asked.lanes(min(1, asked.slots - 1))[-2 if asked.cut.makes == "pins" else 0]
    middle = lane[0][0]
    lean = asked.lean if asked.cut.makes == "tails" else 0.0
    half = bit.diameter / 2
    top = half - bit.cutting_length * lean
    tip, rim = -asked.depth, bit.cutting_length - asked.depth
    shape: Ring = ((middle - half, tip), (middle + half, tip), (middle + top, rim), (middle - top, rim))
    outlines = [Outline(role="work", points=section_ring(asked, high)), *_comb_in_section(asked)]
    if setting.bushing is not None:
        r, long, thick = setting.bushing.outside / 2, setting.bushing.length or asked.combs.thickness, asked.combs.thickness
        outlines.append(Outline(role="bearing", points=box(middle - r, thick - long, middle + r, thick)))
    outlines.append(Outline(role="bit", points=shape, label=write("{d:fine}", d=bit.diameter)))
    beside = asked.wide + 12.0
    typed = cut.depth if cut.depth is not None else in_mm(round(asked.depth, 3))
    says: Text = write(as_typed(typed)) if cut.depth is not None else write("{d:fine}", d=asked.depth)
    first = asked.middles[0] + (asked.half_pin_at(0.0) if cut.makes == "pins" else asked.floor / 2 - asked.depth * asked.lean)
    handle = DragHandle(
        field="depth",
        points=box(middle - half, -asked.depth - 1.0, middle + half, -asked.depth + 1.0),
        direction=(0.0, -1.0),
        value=asked.depth,
        step=0.1,
        unit=typed.unit,
        name="Depth",
        shown=show(asked.depth, "mm"),
        most=bit.cuts_to,
    )
    return View(
        name="section",
        frame=(-14.0, -high - 26.0, asked.wide + 40.0, max(asked.combs.thickness, rim) + 12.0),
        caption=write("the {end} end from your side, under the comb", end=cut.end),
        outlines=tuple(outlines),
        arrows=(),
        dimensions=(
            Dimension(
                start=(beside, -asked.depth), end=(beside, 0.0), offset=6.0, text=says, field="depth", vertical=True, name="depth"
            ),
            Dimension(
                start=(0.0, -high), end=(first, -high), offset=-9.0, text=write("{p:fine}", p=first), name="beside the first"
            ),
        ),
        handles=(handle,),
    )


def _comb_in_section(asked: ThroughOnBoard) -> list[Outline]:
    """The fingers over the board, as they are seen at its outside."""
    if asked.cut.makes == "tails":
        half = asked.combs.slot / 2
        spans = [(a + half, b - half) for a, b in pairwise(asked.middles)]
    else:
        half = asked.half_pin_at(0.0) - asked.finger_off
        spans = [(u - half, u + half) for u in asked.middles]
    return [
        Outline(
            role="template",
            points=box(a, 0.0, b, asked.combs.thickness),
            label=write("comb") if number == len(spans) - 1 else None,
        )
        for number, (a, b) in enumerate(spans)
    ]
