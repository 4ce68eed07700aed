"""A joint in section: both boards together, and apart."""

from __future__ import annotations

import math
from collections.abc import Mapping
from typing import Final, Literal

from shapely import Polygon
from shapely import box as clip
from shapely.affinity import translate
from shapely.geometry.base import BaseGeometry

from ranura.core.geometry.areas import parts_of
from ranura.core.geometry.rings import Point, Ring
from ranura.core.joints.asked import AROUND_A_BOX, DEPTH_FOLLOWS, EDGE_TO_EDGE, Joint, JointKind
from ranura.core.joints.joined import Joined
from ranura.core.joints.together import Closest, Together
from ranura.core.output.views import Dimension, DragHandle, Mark, Outline, Role, View, box
from ranura.core.text.figures import show
from ranura.core.text.lengths import as_typed, in_mm
from ranura.core.text.writing import Text, write

_BESIDE, _WORDS, _OF_WIDTH = 6.0, 12.0, 0.24
"""mm around what is drawn, and beside it for what is measured; of a wide one that share of its width."""
_NAME, _TAKEN = 3.0, 1.0
_OF_FINGERS = 3.5
"""Times their length: how much of a board with fingers is shown."""
_END_ON: Final[Mapping[JointKind, tuple[str, str]]] = {"through-dovetails": ("through pins and tails", "its tails")}
"""What is seen of boards that stand on their worked ends, and of the second one, where that is not fingers."""
_FAR = 1e4
_TIMES, _LEAST_HALF, _MOST_HALF = 4.0, 0.6, 6.0
"""Of what is enlarged: half the window in times of it, and how small and large that may be, in mm."""
_APART = 1.25
"""Of how high the second board reaches into the first, and a little more: how far apart they are drawn."""


def joint_views(joint: Joint, joined: Joined, together: Together, names: tuple[str, str], thick: float) -> tuple[View, ...]:
    """The section through the joint with both boards home, and with the second one drawn out; its depth is typed or dragged in
    the first, whose board is so many mm thick."""
    first, second = together.first, together.second
    right, up = joined.drawn_out
    loose = max((x for x, _ in joined.between), default=0.0) - min((x for x, _ in joined.between), default=0.0)
    out = _reach(first, second) * _APART + _BESIDE if up else 2 * _BESIDE + loose
    if joined.stood is not None and up:
        # Of a board that stands its other end is not looked at.
        second = second.intersection(clip(-_FAR, -_FAR, _FAR, first.bounds[3] + _OF_FINGERS * _reach(first, second)))
    apart = translate(second, right * out, up * out)
    seen = "across the first board" if joined.seen_along[1] else "along the first board"
    if _is_end_on(joined):
        seen, ends = _END_ON.get(joint.kind, ("through the fingers", "its fingers"))
        names = (names[0], f"{names[1]}, {ends}")
        below = first.bounds[3] - _OF_FINGERS * _reach(first, second)
        first, second = (each.intersection(clip(-_FAR, below, _FAR, _FAR)) for each in (first, second))
    home = (
        _view(
            "section",
            write("Together, in section " + seen),
            first,
            second,
            names,
            joined.between,
            _depth(joint, joined, thick, beside=float(first.bounds[2])),
        ),
        _view("side", write("Apart"), first, apart, names, tuple((x + right * out / 2, y) for x, y in joined.between), ()),
    )
    return home if together.closest is None else (*home, _detail(together.first, together.second, together.closest))


def _detail(first: BaseGeometry, second: BaseGeometry, closest: Closest) -> View:
    """Where the boards stand furthest apart, or in one another's way, so large that it can be seen."""
    (x0, y0), (x1, y1) = closest.start, closest.end
    wide = math.dist(closest.start, closest.end)
    half = min(max(_TIMES * wide, _LEAST_HALF), _MOST_HALF)
    x, y = (x0 + x1) / 2, (y0 + y1) / 2
    frame = (x - half, y - half, x + half, y + half)
    window = clip(*frame)
    shown: list[tuple[BaseGeometry, Role]] = [(first, "work"), (second, "backer")]
    if closest.meets:
        shown.append((first.intersection(second), "waste"))
    outlines = [Outline(role=role, points=_ring(part)) for board, role in shown for part in parts_of(board.intersection(window))]
    vertical = abs(y1 - y0) > abs(x1 - x0)
    what = "both would stand here" if closest.meets else "air"
    return View(
        name="detail",
        frame=frame,
        caption=write("Enlarged, {name}: {what}", name=closest.name.metric, what=what),
        outlines=tuple(outlines),
        arrows=(),
        dimensions=(
            Dimension(
                start=min(closest.start, closest.end),
                end=max(closest.start, closest.end),
                offset=half / 2,
                text=write("{mm:fine}", mm=wide),
                vertical=vertical,
                name="gap",
            ),
        ),
    )


def _is_end_on(joined: Joined) -> bool:
    """Whether both boards are seen as they stand on their worked ends."""
    return joined.stood is not None and joined.stood.first is not None


def _reach(first: BaseGeometry, second: BaseGeometry) -> float:
    """How far the second board reaches down into the first, in mm."""
    return max(0.0, float(first.bounds[3]) - float(second.bounds[1])) if not (first.is_empty or second.is_empty) else 0.0


def _view(
    name: Literal["section", "side"],
    caption: Text,
    first: BaseGeometry,
    second: BaseGeometry,
    names: tuple[str, str],
    between: Ring,
    depth: tuple[Dimension | DragHandle, ...],
) -> View:
    boards: tuple[tuple[BaseGeometry, Role], ...] = ((first, "work"), (second, "backer"))
    outlines = [Outline(role=role, points=_ring(part)) for board, role in boards for part in parts_of(board)]
    outlines += [Outline(role="spacer", points=between)] if between else []
    x0, y0, x1, y1 = first.union(second).bounds
    beside = second.bounds[3] <= first.bounds[3]
    marks = [
        Mark(kind="name", at=at, direction=(0.0, 1.0), text=write("{name}", name=called))
        for at, called in zip((_at_the_foot(first), _above(second, beside=beside)), names, strict=True)
    ]
    return View(
        name=name,
        frame=(
            float(x0) - _BESIDE,
            float(y0) - (2 * _BESIDE if _in_parts(first) else _BESIDE),
            float(x1) + _BESIDE + max(_WORDS, _OF_WIDTH * float(x1 - x0)),
            float(y1) + 2 * _BESIDE,
        ),
        caption=caption,
        outlines=tuple(outlines),
        arrows=(),
        dimensions=tuple(each for each in depth if isinstance(each, Dimension)),
        handles=tuple(each for each in depth if isinstance(each, DragHandle)),
        marks=tuple(marks),
    )


def _ring(part: Polygon) -> tuple[Point, ...]:
    return tuple((float(x), float(y)) for x, y, *_ in part.exterior.coords[:-1])


def _at_the_foot(board: BaseGeometry) -> Point:
    """Where the name of the first board begins: in its lower left corner; below it where it is seen in several parts."""
    x0, y0, _, _ = board.bounds
    return (float(x0), float(y0) - 2 * _NAME) if _in_parts(board) else (float(x0) + _NAME, float(y0) + _NAME)


def _in_parts(board: BaseGeometry) -> bool:
    """Whether a section cuts through a board in several places, as through its pins."""
    return len(list(parts_of(board))) > 1


def _above(board: BaseGeometry, *, beside: bool) -> Point:
    """Where the name of the second board begins: above it; above its middle where it lies beside the first."""
    x0, _, x1, y1 = board.bounds
    return (float(x0 + x1) / 2 if beside else float(x0), float(y1) + _NAME)


def _depth(joint: Joint, joined: Joined, thick: float, *, beside: float) -> tuple[Dimension | DragHandle, ...]:
    """How deep the second board goes in: a dimension beside the first, whose right end is drawn at an x, and the floor as what is
    dragged, where it is not a comb that sets it; nothing where it goes into nothing, or as
    deep as its bits are ground."""
    if joint.kind in EDGE_TO_EDGE | DEPTH_FOLLOWS - AROUND_A_BOX or _is_end_on(joined):
        return ()
    line = joined.lines[0]
    floor = next((each.at for each in joined.lines if each.way[2]), None)
    if floor is None:
        return ()
    across = 0 if joined.seen_along[1] else 1
    half, middle, deep = line.reach / 2, floor[across], thick - floor[2]
    typed = joint.depth if joint.depth is not None else in_mm(deep)
    dimension = Dimension(
        start=(beside, floor[2]),
        end=(beside, thick),
        offset=_BESIDE,
        text=write(as_typed(typed)) if joint.depth is not None else write("{d:fine}", d=deep),
        field=None if joint.kind in AROUND_A_BOX else "depth",
        vertical=True,
        name="depth",
    )
    if joint.kind in AROUND_A_BOX:
        return (dimension,)
    handle = DragHandle(
        field="depth",
        points=box(middle - half, floor[2] - _TAKEN, middle + half, floor[2] + _TAKEN),
        direction=(0.0, -1.0),
        value=deep,
        snaps=(thick / 4, thick / 3, thick / 2, 2 * thick / 3),
        unit=typed.unit,
        name="Depth",
        shown=show(deep, "mm"),
        most=thick,
    )
    return dimension, handle
