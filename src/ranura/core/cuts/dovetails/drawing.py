"""The drawing of half-blind dovetails: both boards under the comb from above, and the end with its sockets or tails."""

from __future__ import annotations

from itertools import pairwise
from typing import Final

from shapely import Polygon
from shapely import box as clip

from ranura.core.choosing.setting import ToolSetting
from ranura.core.cuts.dovetails.asked import DovetailsCut
from ranura.core.cuts.dovetails.on_board import BESIDE, SEEN, DovetailsOnBoard, arc
from ranura.core.cuts.dovetails.setting import DovetailsSetting
from ranura.core.geometry.areas import parts_of
from ranura.core.geometry.rings import Point, Ring, extent
from ranura.core.output.views import Arrow, Dimension, DragHandle, Mark, Outline, View, base_outline, box, circle
from ranura.core.proof.recorder import CLEAR
from ranura.core.text.figures import show
from ranura.core.text.lengths import as_typed, in_mm
from ranura.core.text.writing import Text, write

_MARGIN, _BELOW = 8.0, 62.0
_OF_BOARD: Final = 3.0
"""Times the depth: how much of a board the section shows."""
_IN_SIGN = 2


def dovetails_views(setting: DovetailsSetting, cut: DovetailsCut) -> tuple[View, ...]:
    """The comb from above, and the end of this board from the person's side."""
    return _above(setting), _section(setting, cut)


def drawn_at(setting: ToolSetting, at: Point) -> Point:
    """Where a point of the board, as it lies or stands, lies in the plan view."""
    assert isinstance(setting, DovetailsSetting)
    return setting.dovetails.under_comb(at)


def _above(setting: DovetailsSetting) -> View:
    asked, bit = setting.dovetails, setting.bit
    lies = asked.cut.makes == "sockets"
    boards = {True: asked.board(lying=True), False: asked.board(lying=False)}
    names = {True: write("sockets"), False: write("tails")}
    outlines = [
        Outline(role="backer", points=boards[not lies], label=names[not lies]),
        Outline(role="work", points=boards[lies], label=names[lies]),
    ]
    outlines += [Outline(role="waste", points=each) for each in _gone_from_above(asked)]
    outlines.append(Outline(role="template", points=_seen_of_comb(asked), label=write("{name}", name=asked.comb.name)))
    outlines.append(Outline(role="aid", points=asked.scrap(), label=write("scrap")))
    begun = (asked.slots[0] - asked.play / 2, -asked.front - bit.diameter / 2 - CLEAR)
    outlines.append(
        Outline(role="base", points=base_outline(setting.base, axis=begun, guided=setting.base.across / 2, towards=-1))
    )
    if setting.bushing is not None:
        outlines.append(Outline(role="bearing", points=circle(begun, setting.bushing.outside / 2)))
    outlines.append(Outline(role="bit", points=circle(begun, bit.diameter / 2)))
    foot = -asked.front - _BELOW
    middle = asked.wide / 2
    arrows = (
        Arrow(
            role="path", start=(middle - 45.0, -asked.front - 22.0), end=(middle + 45.0, -asked.front - 22.0), label=write("feed")
        ),
        Arrow(role="bit", start=begun, end=(begun[0] + setting.base.across * 0.22, begun[1]), turn="clockwise"),
    )
    marks = (
        Mark(kind="start", at=begun, direction=(0.0, -1.0), text=write("switch on here")),
        Mark(kind="stand", at=(middle, foot), direction=(0.0, 1.0), text=write("stand here, cord behind you")),
    )
    second = asked.sockets[0]
    edge = 0.0 if lies else -asked.shift
    dimensions = (
        Dimension(start=(edge, SEEN), end=(second, SEEN), offset=8.0, name="stop", text=write("{x:fine}", x=abs(second - edge))),
    )
    x0, x1 = min(-BESIDE, begun[0] - setting.base.across / 2), asked.wide + BESIDE
    return View(
        name="plan",
        frame=(x0 - _MARGIN, foot - 16.0, x1 + _MARGIN, max(SEEN + 26.0, begun[1] + setting.base.across / 2 + _MARGIN)),
        caption=write("from above, both boards under the comb, insides up and towards you"),
        outlines=tuple(outlines),
        arrows=arrows,
        dimensions=dimensions,
        marks=marks,
        board=(asked.wide, SEEN),
    )


def _seen_of_comb(asked: DovetailsOnBoard) -> Ring:
    """So much of the comb as lies near the boards."""
    x0, y0, x1, _ = extent(asked.comb_ring())
    seen = parts_of(Polygon(asked.comb_ring()).intersection(clip(x0, y0, min(x1, asked.wide + BESIDE), SEEN - 14.0)))
    largest = max(seen, key=lambda part: part.area)
    return tuple((float(x), float(y)) for x, y in largest.exterior.coords[:-1])


def _gone_from_above(asked: DovetailsOnBoard) -> list[Ring]:
    """The sockets in the lying board, and the gaps of the standing one, as wide as they are at their floors."""
    half = asked.floor / 2
    rings: list[Ring] = []
    for number, middle in enumerate(asked.slots):
        left, right = max(middle - half, -asked.shift), min(middle + half, asked.wide - asked.shift)
        if right > left:
            rings.append(box(left, -asked.front, right, 0.0))
        if number:
            rings.append(((middle - half, 0.0), *arc((middle, asked.reach), half, 180.0, 0.0), (middle + half, 0.0)))
    return rings


def section_ring(asked: DovetailsOnBoard, high: float, *, tails: int | None = None) -> Ring:
    """This board's end with so much below its worked face at 0: flanks in, floors at the depth, as its own cuts leave it."""
    lies = asked.cut.makes == "sockets"
    sockets = asked.sockets[:tails]
    wide = asked.wide if tails is None else sockets[-1] + asked.half_pin + asked.floor / 2
    floor, mouth = asked.floor / 2, asked.play / 2 + asked.radius(asked.depth)
    points: list[Point] = [(0.0, -high)]
    if lies:
        points.append((0.0, 0.0))
        for u in sockets:
            points += [(u - mouth, 0.0), (u - floor, -asked.depth), (u + floor, -asked.depth), (u + mouth, 0.0)]
        points.append((wide, 0.0))
    else:
        end, root = asked.shift - mouth, asked.shift - floor
        points.append((0.0, -asked.depth))
        for u in sockets:
            points += [(u - root, -asked.depth), (u - end, 0.0), (u + end, 0.0), (u + root, -asked.depth)]
        points.append((wide, -asked.depth))
    points.append((wide, -high))
    return tuple(points)


def dovetails_glyph(asked: DovetailsOnBoard) -> Ring:
    """The small sign that stands for it in a list: the first of them."""
    return section_ring(asked, asked.depth * 2, tails=_IN_SIGN)


def _section(setting: DovetailsSetting, cut: DovetailsCut) -> View:
    """The worked end from the person's side, up: every socket or tail, the bit in the first slot that cuts it from both sides."""
    asked, bit = setting.dovetails, setting.bit
    lies = cut.makes == "sockets"
    high = min(max(asked.depth * _OF_BOARD, 26.0), asked.thick if lies else asked.long)
    over = 0.0 if lies else asked.shift
    middle = asked.sockets[0] + over
    half, top = bit.diameter / 2, asked.radius(bit.cutting_length)
    tip, rim = -asked.depth, bit.cutting_length - asked.depth
    shape: Ring = ((middle - half, tip), (middle + half, tip), (middle + top, rim), (middle - top, rim))
    outlines = [Outline(role="work", points=section_ring(asked, high))]
    comb = [(each - asked.comb.slot / 2 + over, each + asked.comb.slot / 2 + over) for each in asked.slots]
    spans = [(a[1], b[0]) for a, b in pairwise(comb)]
    outlines += [
        Outline(
            role="template", points=box(a, 0.0, b, asked.comb.thickness), label=write("comb") if i == len(spans) - 1 else None
        )
        for i, (a, b) in enumerate(spans)
    ]
    if setting.bushing is not None:
        r, long = setting.bushing.outside / 2, setting.bushing.length or asked.comb.thickness
        outlines.append(
            Outline(role="bearing", points=box(middle - r, asked.comb.thickness - long, middle + r, asked.comb.thickness))
        )
    outlines.append(Outline(role="bit", points=shape, label=write("{d:fine}", d=bit.diameter)))
    beside = asked.wide + 12.0
    typed = cut.depth if cut.depth is not None else in_mm(round(asked.depth, 3))
    says: Text = write(as_typed(typed)) if cut.depth is not None else write("{d:fine}", d=asked.depth)
    first = asked.half_pin + (0.0 if lies else asked.floor / 2 - asked.shift + asked.play / 2 + asked.radius(asked.depth))
    dimensions = (
        Dimension(
            start=(beside, -asked.depth), end=(beside, 0.0), offset=6.0, text=says, field="depth", vertical=True, name="depth"
        ),
        Dimension(
            start=(0.0, -high), end=(asked.half_pin if lies else max(first, 0.1), -high), offset=-9.0,
            text=write("{p:fine}", p=asked.half_pin if lies else max(first, 0.0)), name="half pin" if lies else "beside the tail",
        ),
    )  # fmt: skip
    handle = DragHandle(
        field="depth",
        points=box(middle - half, -asked.depth - 1.0, middle + half, -asked.depth + 1.0),
        direction=(0.0, -1.0),
        value=asked.depth,
        snaps=(asked.fits_at,),
        step=0.05,
        unit=typed.unit,
        name="Depth",
        shown=show(asked.depth, "mm"),
        most=bit.cuts_to,
    )
    return View(
        name="section",
        frame=(-14.0, -high - 26.0, asked.wide + 40.0, max(asked.comb.thickness, rim) + 12.0),
        caption=write("the {end} end from your side, under the comb", end=cut.end),
        outlines=tuple(outlines),
        arrows=(),
        dimensions=dimensions,
        handles=(handle,),
    )
