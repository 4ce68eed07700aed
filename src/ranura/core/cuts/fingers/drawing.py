"""The drawing of fingers across an end: from above, the board standing against the sled's face; and the end before the bit."""

from __future__ import annotations

from dataclasses import replace

from ranura.core.choosing.setting import ToolSetting
from ranura.core.cuts.fingers.asked import FingersCut
from ranura.core.cuts.fingers.on_board import FingersOnBoard
from ranura.core.cuts.fingers.setting import FingersSetting
from ranura.core.cuts.fingers.sleds import BACKER, BESIDE, FACE, floor_of
from ranura.core.geometry.rings import Point, Ring
from ranura.core.output.views import Arrow, Dimension, DragHandle, Mark, Outline, View, box, circle, typed_dimension
from ranura.core.text.figures import show
from ranura.core.text.writing import write

_MARGIN = 8.0
_BELOW = 52.0
_FEW, _IN_SIGN = 8, 3
"""Slots up to which all are numbered, and those that a sign shows."""
_OF_BOARD = 3.0
"""Times the depth of the slots: how much of the board the section shows."""


def fingers_views(setting: FingersSetting, cut: FingersCut) -> tuple[View, ...]:
    """Table and sled from above, and the end of the board from the person's side."""
    return _above(setting), _section(setting, cut)


def drawn_at(setting: ToolSetting, at: Point) -> Point:
    """Where a point of the standing board lies in the plan view: x to the right from the axis, y away from the person."""
    assert isinstance(setting, FingersSetting)
    low, high = setting.fingers.slots[setting.shown]
    return (at[0] - (low + high) / 2, -at[1])


def _above(setting: FingersSetting) -> View:
    asked, bit = setting.fingers, setting.bit
    number = setting.shown
    low, high = asked.slots[number]
    middle, r = (low + high) / 2, bit.diameter / 2

    def across(x0: float, x1: float, y0: float, y1: float) -> Ring:
        return box(x0 - middle, y0, x1 - middle, y1)

    thick = asked.thick
    edge = low - asked.key_gap(number)
    outlines = [Outline(role="work", points=across(0.0, asked.wide, -thick, 0.0))]
    outlines += [
        Outline(
            role="waste", points=across(a, min(b, asked.wide), -thick, 0.0), label=write("{n}", n=i + 1) if i >= number else None
        )
        for i, (a, b) in enumerate(asked.slots)
    ]
    x0, x1 = -BESIDE, asked.wide + BESIDE
    outlines += [
        Outline(role="backer", points=across(x0, x1, -thick - BACKER, -thick), label=write("backer")),
        Outline(role="guide", points=across(x0, x1, -thick - BACKER - FACE, -thick - BACKER), label=write("sled's face")),
    ]
    if number or asked.cut.starts == "finger":
        outlines.append(Outline(role="stop", points=across(edge - asked.slot, edge, -thick, 0.0), label=write("key")))
    at: Point = (0.0, -thick / 2)
    outlines.append(Outline(role="bit", points=circle(at, r)))
    foot = -thick - BACKER - FACE
    push = asked.wide / 2 - middle
    arrows = (
        Arrow(role="path", start=(push, foot - _BELOW), end=(push, foot - 8.0), label=write("push the sled")),
        Arrow(role="bit", start=at, end=(max(bit.diameter * 0.9, 12.0), at[1]), turn="counter-clockwise"),
    )
    marks = (Mark(kind="stand", at=(push + 74.0, foot - _BELOW + 22.0), direction=(0.0, 1.0), text=write("stand here")),)
    dimensions = (
        Dimension(
            start=(edge - middle, 6.0),
            end=(low - middle, 6.0),
            offset=10.0,
            name="key",
            text=write("{x:fine}", x=asked.key_gap(number)),
        ),
    )
    frame = (x0 - middle - _MARGIN, foot - _BELOW - _MARGIN, x1 - middle + _MARGIN, 34.0)
    return View(
        name="plan",
        frame=frame,
        caption=write("from above, the {end} end on the sled; slot {n} is cut", end=asked.cut.end, n=number + 1),
        outlines=tuple(outlines),
        arrows=arrows,
        dimensions=dimensions if asked.key_gap(number) else (),
        marks=marks,
        board=(asked.wide, thick),
    )


def comb(asked: FingersOnBoard, high: float) -> Ring:
    """The end with all its slots, on the sled's floor at 0, and so much of the board above it."""
    points: list[Point] = [(0.0, high), (0.0, 0.0)]
    for low, end in asked.slots:
        points += [(low, 0.0), (low, asked.depth), (min(end, asked.wide), asked.depth), (min(end, asked.wide), 0.0)]
    points += [(asked.wide, 0.0), (asked.wide, high)]
    return tuple(dict.fromkeys(points))


def fingers_glyph(asked: FingersOnBoard) -> Ring:
    """The small sign that stands for it in a list: the first fingers up, as they are seen on the bench."""
    high, slots = asked.depth * 2, asked.slots[:_IN_SIGN]
    part = replace(asked, slots=slots, wide=min(asked.wide, slots[-1][1] + asked.finger))
    return tuple((x, high - y) for x, y in comb(part, high))


def _section(setting: FingersSetting, cut: FingersCut) -> View:
    """The end on the sled, seen from the person's side: every slot, the bit in the one that the plan view shows."""
    asked, bit, stepping = setting.fingers, setting.bit, setting.stepping
    high, floor = max(asked.depth * _OF_BOARD, 40.0), floor_of(setting.sled)
    outlines = [Outline(role="work", points=comb(asked, high))]
    depths = stepping.depths if stepping is not None else ()
    # Of many the first, the one that is cut and the last: numbers side by side are not read.
    many, last = len(asked.slots) > _FEW, len(asked.slots) - 1
    told = {0, setting.shown, last} if many else set(range(last + 1))
    for number, (low, end) in enumerate(asked.slots):
        outlines += [
            Outline(
                role="pass" if number <= setting.shown else "waste",
                points=box(low, upper, min(end, asked.wide), lower),
                label=write("{n}", n=number + 1) if i == 0 and number in told else None,
            )
            for i, (upper, lower) in enumerate(zip((0.0, *depths), depths, strict=False))
        ]
    x0, x1 = -BESIDE / 2, asked.wide + BESIDE / 2
    low, end = asked.slots[setting.shown]
    outlines += [Outline(role="base", points=box(*span)) for span in ((x0, -floor, low, 0.0), (end, -floor, x1, 0.0))]
    first = depths[0] if depths else asked.depth
    middle = (low + end) / 2
    body = box(middle - bit.diameter / 2, max(first - bit.cutting_length, -floor - 12.0), middle + bit.diameter / 2, first)
    outlines.append(Outline(role="bit", points=body, label=write("{d:fine}", d=bit.diameter)))
    slot, finger = asked.slots[0], (asked.slots[0][1], asked.slots[0][1] + asked.finger)
    beside = asked.wide + BESIDE / 4
    dimensions = [
        typed_dimension("slot", (slot[0], high), (slot[1], high), cut.slot, vertical=False, offset=5.0),
        typed_dimension("depth", (beside, 0.0), (beside, asked.depth), cut.depth, vertical=True),
    ]
    if finger[1] < asked.wide and len(asked.slots) > 1:
        dimensions.append(
            Dimension(
                start=(finger[0], high), end=(finger[1], high), offset=14.0, name="finger", text=write("{f:fine}", f=asked.finger)
            )
        )
    handle = DragHandle(
        field="depth",
        points=box(slot[0], asked.depth - 1.0, min(slot[1], asked.wide), asked.depth + 1.0),
        direction=(0.0, 1.0),
        value=asked.depth,
        unit=cut.depth.unit,
        name="Depth",
        shown=show(asked.depth, "mm"),
        most=bit.cutting_length,
    )
    return View(
        name="section",
        frame=(x0 - 2, -floor - 14.0, x1 + 8, high + 40.0),
        caption=write("the end on the sled's floor, from your side"),
        outlines=tuple(outlines),
        arrows=(),
        dimensions=tuple(dimensions),
        handles=(handle,),
    )
