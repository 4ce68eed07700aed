"""The drawing of a groove in a side: from above, the board along the fence; and its end on the table, over the bit."""

from __future__ import annotations

from ranura.core.board.pieces import edge_name
from ranura.core.choosing.setting import ToolSetting
from ranura.core.cuts.end_groove.asked import EndGrooveCut
from ranura.core.cuts.end_groove.on_board import GrooveOnBoard
from ranura.core.cuts.end_groove.setting import GrooveSetting
from ranura.core.geometry.rings import Point, Ring
from ranura.core.output.views import Arrow, Dimension, DragHandle, Mark, Outline, View, box, circle, typed_dimension
from ranura.core.proof.tall_fence import BLOCK, FENCE_DEEP
from ranura.core.text.figures import show
from ranura.core.text.writing import write

_MARGIN, _BELOW = 8.0, 70.0
_NOW = 0.45
"""Of the run: where along the board the bit is drawn."""
_ABOVE = 2.2
"""Times the groove's depth: how much of the board the section shows."""


def groove_views(setting: GrooveSetting, cut: EndGrooveCut) -> tuple[View, ...]:
    """Table and fence from above, and the board's end on the table."""
    return _above(setting), _section(setting, cut)


def drawn_at(setting: ToolSetting, at: Point) -> Point:
    """Where a point of the standing board lies in the plan view: x to the right from the axis, y away from the person."""
    assert isinstance(setting, GrooveSetting)
    return (at[0] - setting.groove.run * _NOW, -at[1])


def _above(setting: GrooveSetting) -> View:
    asked, bit = setting.groove, setting.bit
    now, thick, low = asked.run * _NOW, asked.thick, asked.cheek
    x0, x1, off = -now, asked.run - now, setting.off_fence
    axis: Point = (0.0, -setting.axis)
    half = max(-x0, x1) + 60.0
    outlines = [
        Outline(role="work", points=box(x0, -thick, x1, 0.0)),
        Outline(role="waste", points=box(x0, -thick + low, x1, -low)),
        Outline(role="guide", points=box(-half, 0.0, half, FENCE_DEEP), label=write("tall fence")),
    ]
    if asked.along.across_grain:
        outlines.append(Outline(role="backer", points=box(x1, -thick, x1 + BLOCK, 0.0), label=write("block")))
    outlines.append(Outline(role="bit", points=circle(axis, bit.diameter / 2)))
    push = (x1 * 0.8, -thick - 14.0)
    arrows = (
        Arrow(role="path", start=push, end=(push[0] - min(60.0, asked.run * 0.5), push[1]), label=write("work")),
        Arrow(role="bit", start=axis, end=(max(bit.diameter * 0.9, 12.0), axis[1]), turn="counter-clockwise"),
    )
    stand: Point = (x0 * 0.4, -thick - _BELOW + 22.0)
    return View(
        name="plan",
        frame=(-half - _MARGIN, -thick - _BELOW, half + _MARGIN, FENCE_DEEP + _MARGIN),
        caption=write("from above, the {side} on the table", side=edge_name(asked.cut.on)),
        outlines=tuple(outlines),
        arrows=arrows,
        dimensions=(
            Dimension(
                start=(x0 - 56.0, -off),
                end=(x0 - 56.0, 0.0),
                offset=1,
                name="fence",
                vertical=True,
                text=write("{x:fine}", x=off),
            ),
        ),
        marks=(Mark(kind="stand", at=stand, direction=(0.0, 1.0), text=write("stand here, before the table")),),
        board=(asked.run, thick),
    )


def outline(asked: GrooveOnBoard, high: float) -> Ring:
    """The board's end with its groove on the table at 0, and so much of the board above it; x through its thickness."""
    low, d = asked.cheek, asked.depth
    return ((0.0, 0.0), (low, 0.0), (low, d), (asked.thick - low, d), (asked.thick - low, 0.0), (asked.thick, 0.0),
            (asked.thick, high), (0.0, high))  # fmt: skip


def groove_glyph(asked: GrooveOnBoard) -> Ring:
    """The small sign that stands for it in a list: the groove up."""
    high = asked.depth * 2
    return tuple((x, high - y) for x, y in outline(asked, high))


def _section(setting: GrooveSetting, cut: EndGrooveCut) -> View:
    """The worked side on the table, seen along the feed: what every run takes, the bit before the fence."""
    asked, bit = setting.groove, setting.bit
    high, thick, depth, low = asked.depth * _ABOVE, asked.thick, asked.depth, asked.cheek
    r, axis = bit.diameter / 2, setting.axis
    outlines = [Outline(role="work", points=outline(asked, high))]
    for number, middle in enumerate((axis, thick - axis) if setting.turned else (axis,)):
        outlines.append(Outline(role="pass", points=box(middle - r, 0.0, middle + r, depth), label=write(f"{number + 1}")))
    outlines += [
        Outline(role="guide", points=box(-FENCE_DEEP * 0.5, 0.0, 0.0, high), label=write("fence")),
        Outline(role="base", points=box(-FENCE_DEEP * 0.5, -4.0, axis - r - 2.0, 0.0)),
        Outline(role="base", points=box(axis + r + 2.0, -4.0, thick + 26.0, 0.0)),
        Outline(
            role="bit", points=box(axis - r, depth - bit.cutting_length, axis + r, depth), label=write("{d:fine}", d=bit.diameter)
        ),
    ]
    handle = DragHandle(
        field="depth",
        points=box(low, depth - 0.8, thick - low, depth + 0.8),
        direction=(0.0, 1.0),
        value=depth,
        unit=cut.depth.unit,
        name="Depth",
        shown=show(depth, "mm"),
        most=bit.cutting_length,
    )
    return View(
        name="section",
        frame=(-FENCE_DEEP * 0.5 - 4.0, min(-16.0, depth - bit.cutting_length - 4.0), thick + 34.0, high * 1.3 + 16.0),
        caption=write("the {side} on the table, seen along the feed", side=edge_name(cut.on)),
        outlines=tuple(outlines),
        arrows=(),
        dimensions=(
            typed_dimension("width", (low, high), (thick - low, high), cut.width, vertical=False, offset=5.0),
            typed_dimension("depth", (thick + 12.0, 0.0), (thick + 12.0, depth), cut.depth, vertical=True),
        ),
        handles=(handle,),
    )
