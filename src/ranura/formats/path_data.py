"""SVG path data and loops: circular arcs stay arcs both ways; other curves become chords that are true within a few microns."""

from __future__ import annotations

import math
import re
from collections.abc import Iterator

from svgelements import Arc, Close, CubicBezier, Line, Move, Path, QuadraticBezier

from ranura.core.geometry.loop_text import curve_points
from ranura.core.geometry.loops import TRUE, Loop, Vertex
from ranura.core.text.errors import FileError
from ranura.formats import refusals

MOST_SIDES = 300_000
"""Sides of all loops of a path or a file together."""
_DATA = re.compile(r"^[\sMmLlHhVvCcSsQqTtAaZz0-9eE+\-.,]*$")
_LARGEST = 1e5
"""mm: further out nothing is drawn."""
_NEAR = 1e-6
"""mm between two points that are one; what a hand left open is mended elsewhere (`core/templates/outline.py`)."""


def loops_of_data(data: str, within: float = TRUE) -> tuple[Loop, ...]:
    """The loops of path data in mm. Raises FileError with what is wrong with it."""
    if not _DATA.match(data) or not data.strip():
        raise FileError(refusals.NO_PATH, field="path")
    try:
        path = Path(data)
    except Exception as problem:
        raise FileError(refusals.NO_PATH, field="path") from problem
    loops = tuple(loops_of_path(path, within))
    if not loops or not all(_are_whole(*each) for each in _COMMAND.findall(data)):
        raise FileError(refusals.NO_PATH, field="path")
    return loops


_COMMAND = re.compile(r"([MmLlHhVvCcSsQqTtAaZz])([^MmLlHhVvCcSsQqTtAaZz]*)")
_NUMBER = re.compile(r"[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?")
_TAKES = {"m": 2, "l": 2, "h": 1, "v": 1, "c": 6, "s": 4, "q": 4, "t": 2, "z": 0}
"""Numbers of a command; an arc's flags may stand without a space, so they are not counted."""


def _are_whole(command: str, numbers: str) -> bool:
    """Whether a command has all its numbers, once or more often."""
    takes = _TAKES.get(command.lower())
    count = len(_NUMBER.findall(numbers))
    return count > 0 if takes is None else count == 0 if takes == 0 else count > 0 and count % takes == 0


def loops_of_path(path: Path, within: float = TRUE) -> Iterator[Loop]:
    """The loops of a path of the library, its transforms applied. Raises FileError where it is not finite, or too much."""
    vertices: list[Vertex] = []
    closed, count = False, 0
    for segment in path:
        if isinstance(segment, Move):
            if len(vertices) > 1:
                yield _loop(vertices, closed)
            vertices, closed = [_vertex(segment.end)], False
            continue
        if isinstance(segment, Close):
            closed = True
            continue
        if closed:  # what follows a closed loop without a move begins where that began
            yield _loop(vertices, closed)
            vertices, closed = vertices[:1], False
        more = list(_side(segment, vertices[-1][:2] if vertices else None, within))
        count += len(more)
        if count > MOST_SIDES:
            raise FileError(refusals.TOO_MANY_SIDES, field="path", most=MOST_SIDES)
        for (x, y), bulge in more:
            if vertices:
                vertices[-1] = (*vertices[-1][:2], bulge)
            vertices.append((x, y, 0.0))
    if len(vertices) > 1:
        yield _loop(vertices, closed)


def _loop(vertices: list[Vertex], closed: bool) -> Loop:
    (x0, y0, _), (x1, y1, _) = vertices[0], vertices[-1]
    if len(vertices) > 2 and math.dist((x0, y0), (x1, y1)) <= _NEAR:
        return Loop(tuple(vertices[:-1]), closed=True)
    return Loop(tuple(vertices), closed=closed)


def _vertex(at: object) -> Vertex:
    x, y = float(at.x), float(at.y)  # type: ignore[attr-defined]
    if not (math.isfinite(x) and math.isfinite(y)) or max(abs(x), abs(y)) > _LARGEST:
        raise FileError(refusals.NOT_FINITE, field="path")
    return (x, y, 0.0)


def _side(segment: object, start: tuple[float, float] | None, within: float) -> Iterator[tuple[tuple[float, float], float]]:
    """The sides that a segment becomes: where each ends, and its bulge."""
    if start is None:
        return
    match segment:
        case Arc():
            yield from _arc(segment, start, within)
        case CubicBezier():
            control = [_vertex(each)[:2] for each in (segment.start, segment.control1, segment.control2, segment.end)]
            yield from _chords(control, within)
        case QuadraticBezier():
            a, b, c = (_vertex(each)[:2] for each in (segment.start, segment.control, segment.end))
            thirds = [a, *((p[0] + 2 * (b[0] - p[0]) / 3, p[1] + 2 * (b[1] - p[1]) / 3) for p in (a, c)), c]
            yield from _chords(thirds, within)
        case Line():
            end = _vertex(segment.end)[:2]
            if math.dist(start, end) > _NEAR:
                yield end, 0.0
        case _:
            raise FileError(refusals.NO_PATH, field="path")


def _arc(segment: Arc, start: tuple[float, float], within: float) -> Iterator[tuple[tuple[float, float], float]]:
    """A circular arc by its bulge, one of more than half a circle in two; an ellipse's as chords."""
    rx, ry, sweep = float(segment.rx), float(segment.ry), float(segment.sweep)
    end = _vertex(segment.end)[:2]
    if not (math.isfinite(rx) and math.isfinite(ry) and math.isfinite(sweep)) or max(rx, ry) > 10 * _LARGEST:
        raise FileError(refusals.NOT_FINITE, field="path")
    if rx < _NEAR or ry < _NEAR or not sweep:
        if math.dist(start, end) > _NEAR:
            yield end, 0.0
        return
    if abs(rx - ry) <= 1e-6 * max(rx, ry):
        if abs(sweep) > math.pi:
            middle = _vertex(segment.point(0.5))[:2]
            yield middle, math.tan(sweep / 8)
            yield end, math.tan(sweep / 8)
        else:
            yield end, math.tan(sweep / 4)
        return
    large = max(rx, ry)
    count = max(4, math.ceil(abs(sweep) / (2 * math.acos(max(1 - within / large, 0.5)))))
    for i in range(1, count):
        yield _vertex(segment.point(i / count))[:2], 0.0
    yield end, 0.0


def _chords(control: list[tuple[float, float]], within: float) -> Iterator[tuple[tuple[float, float], float]]:
    for count, at in enumerate(curve_points(control, within)):
        if count > MOST_SIDES:
            raise FileError(refusals.TOO_MANY_SIDES, field="path", most=MOST_SIDES)
        yield at, 0.0
