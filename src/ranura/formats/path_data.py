"""SVG path data and loops: circular arcs stay arcs both ways; other curves become chords that are true within a few microns."""

from __future__ import annotations

import math
import re
from collections.abc import Iterable, Iterator
from dataclasses import dataclass, field, replace

from fontTools.svgLib.path import parse_path
from svgelements import Arc, Close, Matrix, Move, Path

from ranura.core.geometry.loop_text import curve_points, loops_of_text
from ranura.core.geometry.loops import TRUE, Loop, Vertex
from ranura.core.geometry.rings import Point
from ranura.core.shop.saved_outlines import SavedOutline
from ranura.core.templates import refusals as outline_refusals
from ranura.core.templates.outline import MOST_KEPT, Outline, data_of, understood
from ranura.core.text.errors import CraftError, FileError, ToolError
from ranura.formats import refusals

MOST_SIDES = 300_000
"""Sides of all loops of a path or a file together."""
_DATA = re.compile(r"[\sMmLlHhVvCcSsQqTtAaZz0-9eE+\-.,]*")
_LARGEST = 1e5
"""mm: further out nothing is drawn."""
_NEAR = 1e-6
"""mm between two points that are one; what a hand left open is mended elsewhere (`core/templates/outline.py`)."""
Placed = tuple[float, float, float, float, float, float]
"""Where a point x, y lies: a·x + c·y + e, b·x + d·y + f."""


def loops_of_data(data: str) -> tuple[Loop, ...]:
    """The loops of path data in mm, one at least. Raises FileError with what is wrong with it."""
    loops = loops_drawn(data)
    if not loops:
        raise FileError(refusals.NO_PATH, field="path")
    return loops


def outline_to_keep(data: str) -> Outline:
    """What path data in mm is understood as, where it can be kept as an outline. Raises FileError with what is wrong with it, and
    ToolError on "path" where it is ambiguous or has too many sides."""
    found = understood(loops_of_data(data))
    if not found.can_be_used:
        raise ToolError(outline_refusals.CANNOT_BE_USED, field="path")
    if found.sides > MOST_KEPT:
        raise ToolError(outline_refusals.TOO_MANY_SIDES, field="path", count=found.sides, most=MOST_KEPT)
    return found


def _to_keep(data: str) -> str:
    """Path data of a file that is to become a kept outline: as it is where it is of the plain kind that is kept, else written so.
    Raises as `outline_to_keep` does."""
    found = outline_to_keep(data)
    try:
        loops_of_text(data)
    except ValueError:
        return data_of(found)
    return data


def outlines_to_keep(outlines: Iterable[SavedOutline]) -> tuple[SavedOutline, ...]:
    """Outlines of a file as they can be kept. Raises `FileError` naming the one that cannot."""
    found = []
    for number, each in enumerate(outlines):
        try:
            found.append(replace(each, path=_to_keep(each.path)))
        except CraftError as problem:
            place, what = f"outlines.{number}.path", problem.message.metric
            raise FileError(refusals.WRONG_PLACE, place=place, what=what) from None
    return tuple(found)


def loops_drawn(data: str, within: float = TRUE, placed: Placed | None = None) -> tuple[Loop, ...]:
    """The loops of path data in mm, put where they belong; none where it only goes to places. Raises FileError with what is
    wrong with it."""
    if not _DATA.fullmatch(data) or _BROKEN.search(data):
        raise FileError(refusals.NO_PATH, field="path")
    drawn = _Drawn(within, placed)
    try:
        parse_path(_plain(data), drawn)
    except FileError:
        raise
    except Exception as problem:
        raise FileError(refusals.NO_PATH, field="path") from problem
    return tuple(drawn.loops)


_BROKEN = re.compile(r"[+-](?![\d.])|[eE](?![+-]?\d)|(?<!\d)\.(?!\d)")
"""What is left of a number; the parser would pass it over. Numbers that are too few or too many it refuses itself."""
_COMMAND = re.compile(r"([MmLlHhVvCcSsQqTtAaZz])([^MmLlHhVvCcSsQqTtAaZz]*)")
_ODD = re.compile(r"(?<![\d.])0+(?=\d)|(?<=\d)\.(?!\d)")
"""How a number may be written that the parser does not take: with noughts before it, or nothing after its point."""


def _plain(data: str) -> str:
    """Path data with its numbers as most write them. An arc's stay as they are: its flags are noughts that may touch."""
    if not _ODD.search(data):
        return data
    return "".join(
        command + (numbers if command in "Aa" else _ODD.sub(lambda odd: ".0" if odd[0] == "." else "", numbers))
        for command, numbers in _COMMAND.findall(data)
    )


def loops_of_shape(shape: Path, within: float = TRUE) -> Iterable[Loop]:
    """The loops of a shape of the library, its transforms applied. Raises FileError where it is not finite."""
    drawn = _Drawn(within)
    for segment in shape:
        match segment:
            case Move():
                drawn.moveTo((segment.end.x, segment.end.y))
            case Close():
                drawn.closePath()
            case Arc():
                drawn.arc(segment)
            case _:
                drawn.lineTo((segment.end.x, segment.end.y))
    drawn.endPath()
    return drawn.loops


@dataclass(slots=True)
class _Drawn:
    """A pen, as the parser moves it, and the loops that it drew."""

    within: float
    placed: Placed | None = None
    loops: list[Loop] = field(default_factory=list)
    _vertices: list[Vertex] = field(default_factory=list)
    _at: Point = (0.0, 0.0)
    """Where it is, before it is put where it belongs."""
    _count: int = 0

    def moveTo(self, at: Point) -> None:  # noqa: N802 - the parser's name
        """Begins anew."""
        self.endPath()
        self._at = at
        self._vertices = [(*self._place(at), 0.0)]

    def lineTo(self, at: Point) -> None:  # noqa: N802 - the parser's name
        """A straight side."""
        self._at = at
        self._side(self._place(at))

    def curveTo(self, *points: Point) -> None:  # noqa: N802 - the parser's name
        """A cubic curve, as chords."""
        control = [self._place(each) for each in (self._at, *points)]
        self._at = points[-1]
        for at in curve_points(control, self.within):
            self._side(at)

    def qCurveTo(self, middle: Point, end: Point) -> None:  # noqa: N802 - the parser's name
        """A quadratic curve, as the cubic one that it is."""
        first, last = ((a[0] + 2 * (middle[0] - a[0]) / 3, a[1] + 2 * (middle[1] - a[1]) / 3) for a in (self._at, end))
        self.curveTo(first, last, end)

    def arcTo(self, rx: float, ry: float, turned: float, large: bool, sweep: bool, end: Point) -> None:  # noqa: N802
        """An arc of an ellipse."""
        if max(rx, ry) > _LARGEST * 10 or not math.isfinite(rx + ry + turned):
            raise FileError(refusals.NOT_FINITE, field="path")
        if math.dist(self._at, end) > 0:
            self.arc(Arc(self._at, rx, ry, turned, large, sweep, end) * Matrix(*(self.placed or (1, 0, 0, 1, 0, 0))))
        self._at = end

    def arc(self, arc: Arc) -> None:
        """An arc that is placed already: a circular one by its bulge, one of more than half a circle in two; an ellipse's as
        chords."""
        rx, ry, sweep = float(arc.rx), float(arc.ry), float(arc.sweep)
        end = _sound((float(arc.end.x), float(arc.end.y)))
        if not (math.isfinite(rx) and math.isfinite(ry) and math.isfinite(sweep)) or max(rx, ry) > 10 * _LARGEST:
            raise FileError(refusals.NOT_FINITE, field="path")
        if rx < _NEAR or ry < _NEAR or not sweep:
            self._side(end)
        elif abs(rx - ry) <= 1e-6 * max(rx, ry):
            parts = 2 if abs(sweep) > math.pi else 1
            for at in (*_along(arc, parts), end):
                self._side(at, math.tan(sweep / parts / 4))
        else:
            chord = 2 * math.acos(max(1 - self.within / max(rx, ry), 0.5))
            for at in (*_along(arc, max(4, math.ceil(abs(sweep) / chord))), end):
                self._side(at)

    def closePath(self) -> None:  # noqa: N802 - the parser's name
        """Ends a loop where it began."""
        self._end(closed=True)

    def endPath(self) -> None:  # noqa: N802 - the parser's name
        """Ends an open way."""
        self._end(closed=False)

    def _end(self, *, closed: bool) -> None:
        if len(self._vertices) > 1:
            (x0, y0, _), (x1, y1, _) = self._vertices[0], self._vertices[-1]
            back = len(self._vertices) > 2 and math.dist((x0, y0), (x1, y1)) <= _NEAR
            self.loops.append(Loop(tuple(self._vertices[:-1] if back else self._vertices), closed=closed or back))
        self._vertices = []

    def _side(self, end: Point, bulge: float = 0.0) -> None:
        """One more side, unless it has no length; the bulge stands where a side begins."""
        x, y, _ = self._vertices[-1]
        if not bulge and abs(end[0] - x) <= _NEAR and abs(end[1] - y) <= _NEAR:
            return
        self._count += 1
        if self._count > MOST_SIDES:
            raise FileError(refusals.TOO_MANY_SIDES, field="path", most=MOST_SIDES)
        if bulge:
            self._vertices[-1] = (x, y, bulge)
        self._vertices.append((*end, 0.0))

    def _place(self, at: Point) -> Point:
        if self.placed is not None:
            a, b, c, d, e, f = self.placed
            at = (a * at[0] + c * at[1] + e, b * at[0] + d * at[1] + f)
        return _sound(at)


def _sound(at: Point) -> Point:
    """A place, where it is one. Raises FileError."""
    if abs(at[0]) <= _LARGEST and abs(at[1]) <= _LARGEST:  # which what is no number is not
        return at
    raise FileError(refusals.NOT_FINITE, field="path")


def _along(arc: Arc, parts: int) -> Iterator[Point]:
    """The places between so many equal parts of an arc."""
    for i in range(1, parts):
        at = arc.point(i / parts)
        yield _sound((float(at.x), float(at.y)))
