"""Loops as a text that is kept: SVG path data in mm of one plain kind, with absolute moves, sides, arcs and cubic curves alone.

What others write is read in `formats/path_data.py`.
"""

from __future__ import annotations

import math
import re
from collections.abc import Iterable, Iterator, Sequence
from functools import lru_cache

from ranura.core.geometry.loops import TRUE, Loop, Vertex
from ranura.core.geometry.rings import Point

_COMMAND = re.compile(r"([MLACZ])([^MLACZ]*)")
_TAKES = {"M": 2, "L": 2, "A": 7, "C": 6, "Z": 0}


@lru_cache(maxsize=64)
def loops_of_text(text: str) -> tuple[Loop, ...]:
    """The loops of a kept text; curves become chords. Raises ValueError on any other.

    >>> loops_of_text("M0 0 L10 0 A5 5 0 0 1 0 0 Z")[0].arcs
    1"""
    loops: list[Loop] = []
    vertices: list[Vertex] = []
    closed = False

    def end() -> None:
        if len(vertices) > 1:
            again = closed and math.dist(vertices[0][:2], vertices[-1][:2]) < 1e-6
            loops.append(Loop(tuple(vertices[: -1 if again else None]), closed))

    for command, given in _COMMAND.findall(text):
        try:
            numbers = [float(each) for each in given.replace(",", " ").split()]
        except ValueError as problem:
            raise ValueError("not a kept outline") from problem
        if len(numbers) != _TAKES[command] or (not vertices and command != "M"):
            raise ValueError("not a kept outline")
        if command == "M":
            end()
            vertices, closed = [(numbers[0], numbers[1], 0.0)], False
        elif command == "Z":
            closed = True
        else:
            vertices += _sides(command, vertices, numbers)
    end()
    if not loops:
        raise ValueError("not a kept outline")
    return tuple(loops)


def _sides(command: str, before: list[Vertex], numbers: Sequence[float]) -> list[Vertex]:
    """The vertices that a command adds; that of an arc gives the one before it its bulge."""
    x, y = numbers[-2:]
    if command == "A":
        x0, y0, _ = before[-1]
        chord, radius = math.dist((x0, y0), (x, y)), numbers[0]
        quarter = math.asin(min(1.0, chord / (2 * radius))) / 2
        bulge = math.tan(math.pi / 2 - quarter if numbers[3] else quarter)
        before[-1] = (x0, y0, bulge if numbers[4] else -bulge)
    if command == "C":
        control = [before[-1][:2], *zip(numbers[::2], numbers[1::2], strict=True)]
        return [(*at, 0.0) for at in curve_points(control, TRUE)]
    return [(x, y, 0.0)]


def text_of_loops(loops: Iterable[Loop], *, digits: int = 4) -> str:
    """Loops as a text, arcs as arcs."""
    return " ".join(_text_of(loop, digits) for loop in loops)


def _text_of(loop: Loop, digits: int) -> str:
    def number(value: float) -> str:
        if abs(value) < 0.5 * 10**-digits:
            return "0"
        return f"{value:.{digits}f}".rstrip("0").rstrip(".")

    x, y, _ = loop.vertices[0]
    found = [f"M{number(x)} {number(y)}"]
    for a, b, bulge in loop.sides:
        if not bulge:
            found.append(f"L{number(b[0])} {number(b[1])}")
            continue
        radius = math.dist(a, b) * (1 + bulge * bulge) / (4 * abs(bulge))
        large, sweep = int(abs(bulge) > 1), int(bulge > 0)
        found.append(f"A{number(radius)} {number(radius)} 0 {large} {sweep} {number(b[0])} {number(b[1])}")
    return " ".join([*found, "Z"] if loop.closed else found)


def curve_points(control: Sequence[Point], within: float) -> Iterator[Point]:
    """A cubic curve as the ends of chords, without its beginning.

    A chord over 1/n of it lies within 0.75·M/n² of it, where M is the longest second difference of its control points."""
    triples = zip(control, control[1:], control[2:], strict=False)
    second = max(math.hypot(*(a - 2 * b + c for a, b, c in zip(*three, strict=True))) for three in triples)
    count = max(1, math.ceil(math.sqrt(0.75 * second / within)))
    for i in range(1, count + 1):
        t, u = i / count, 1 - i / count
        weights = (u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t)
        x, y = (sum(w * point[axis] for w, point in zip(weights, control, strict=True)) for axis in (0, 1))
        yield (x, y)
