"""The drawing of a dovetail tongue: from above, the board along the fence; and its end on the table, before the bit."""

from __future__ import annotations

from ranura.core.board.pieces import edge_name
from ranura.core.choosing.setting import ToolSetting
from ranura.core.cuts.tongue.asked import TongueCut
from ranura.core.cuts.tongue.on_board import TongueOnBoard
from ranura.core.cuts.tongue.setting import TongueSetting
from ranura.core.geometry.rings import Point, Ring
from ranura.core.output.views import Arrow, Dimension, DragHandle, Mark, Outline, View, box, circle, typed_dimension
from ranura.core.proof.tall_fence import BLOCK, FENCE_DEEP
from ranura.core.shop.tooling.silhouettes import flattened
from ranura.core.text.figures import show
from ranura.core.text.writing import write

_MARGIN, _BELOW = 8.0, 70.0
_NOW = 0.45
"""Of the run: where along the board the bit is drawn."""
_ABOVE = 3.0
"""Times the tongue's height: how much of the board the section shows."""


def tongue_views(setting: TongueSetting, cut: TongueCut) -> tuple[View, ...]:
    """Table and fence from above, and the board's end on the table."""
    return _above(setting), _section(setting, cut)


def drawn_at(setting: ToolSetting, at: Point) -> Point:
    """Where a point of the standing board lies in the plan view: x to the right from the axis, y away from the person."""
    assert isinstance(setting, TongueSetting)
    return (at[0] - setting.tongue.run * _NOW, -at[1])


def _above(setting: TongueSetting) -> View:
    asked, bit = setting.tongue, setting.bit
    now, r, thick = asked.run * _NOW, bit.diameter / 2, asked.thick
    x0, x1, e = -now, asked.run - now, asked.exposure
    axis: Point = (0.0, -setting.axis)
    half = max(-x0, x1) + 60.0
    outlines = [
        Outline(role="work", points=box(x0, -thick, x1, 0.0)),
        Outline(role="waste", points=box(x0, -e, x1, 0.0), label=write("1")),
        Outline(role="waste", points=box(x0, -thick, x1, -thick + e), label=write("2")),
        Outline(role="guide", points=box(-half, 0.0, -r - 4.0, FENCE_DEEP), label=write("tall fence")),
        Outline(role="guide", points=box(r + 4.0, 0.0, half, FENCE_DEEP)),
    ]
    if asked.along.across_grain:
        outlines.append(Outline(role="backer", points=box(x1, -thick, x1 + BLOCK, 0.0), label=write("block")))
    outlines.append(Outline(role="bit", points=circle(axis, r)))
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
                start=(x0 - 56.0, -e), end=(x0 - 56.0, 0.0), offset=1, name="exposure", vertical=True, text=write("{e:fine}", e=e)
            ),
        ),
        marks=(Mark(kind="stand", at=stand, direction=(0.0, 1.0), text=write("stand here, before the table")),),
        board=(asked.run, thick),
    )


def outline(asked: TongueOnBoard, high: float) -> Ring:
    """The board's end with its tongue on the table at 0, and so much of the board above it; x through its thickness."""
    left = (asked.thick - asked.end) / 2
    root = (asked.thick - asked.root) / 2
    right = [(left, 0.0), (root, asked.height), (0.0, asked.height), (0.0, high)]
    return (*right, *((asked.thick - x, y) for x, y in reversed(right)))


def tongue_glyph(asked: TongueOnBoard) -> Ring:
    """The small sign that stands for it in a list: the tongue up."""
    high = asked.height * 2
    return tuple((x, high - y) for x, y in outline(asked, high))


def _section(setting: TongueSetting, cut: TongueCut) -> View:
    """The worked side on the table, seen along the feed: what goes on either face, the bit in its fence."""
    asked, bit = setting.tongue, setting.bit
    high, thick, h = asked.height * _ABOVE, asked.thick, asked.height
    root, end = (thick - asked.root) / 2, (thick - asked.end) / 2
    outlines = [Outline(role="work", points=outline(asked, high))]
    wedge = ((0.0, 0.0), (end, 0.0), (root, h), (0.0, h))
    outlines += [
        Outline(role="pass", points=wedge, label=write("1")),
        Outline(role="pass", points=tuple((thick - x, y) for x, y in wedge), label=write("2")),
    ]
    beside = max(bit.diameter, 14.0)
    outlines += [
        Outline(role="guide", points=box(-FENCE_DEEP * 0.5, h + 1.0, 0.0, high), label=write("fence")),
        Outline(role="base", points=box(-FENCE_DEEP * 0.5, -4.0, setting.axis - beside / 2 - 2.0, 0.0)),
        Outline(role="base", points=box(setting.axis + beside / 2 + 2.0, -4.0, thick + 26.0, 0.0)),
    ]
    side = [(setting.axis + r, h - z) for r, z in flattened(bit.silhouette)]
    bit_ring = (*side, *((2 * setting.axis - x, y) for x, y in reversed(side)))
    outlines.append(Outline(role="bit", points=bit_ring, label=write("{d:fine}", d=bit.diameter)))
    dimensions = (
        typed_dimension("root", (root, high), (thick - root, high), cut.root, vertical=False, offset=5.0),
        typed_dimension("depth", (thick + 12.0, 0.0), (thick + 12.0, h), cut.depth, vertical=True),
        Dimension(start=(end, 0.0), end=(thick - end, 0.0), offset=-8.0, name="end", text=write("{e:fine}", e=asked.end)),
    )
    handle = DragHandle(
        field="depth",
        points=box(root, h - 0.8, thick - root, h + 0.8),
        direction=(0.0, 1.0),
        value=h,
        unit=cut.depth.unit,
        name="Height",
        shown=show(h, "mm"),
        most=bit.cutting_length,
    )
    return View(
        name="section",
        frame=(-FENCE_DEEP * 0.5 - 4.0, -16.0, thick + 34.0, high + 16.0),
        caption=write("the {side} on the table, seen along the feed", side=edge_name(cut.on)),
        outlines=tuple(outlines),
        arrows=(),
        dimensions=dimensions,
        handles=(handle,),
    )
