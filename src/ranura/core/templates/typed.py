"""An outline typed corner by corner, each with its radius, and its arcs by a place that they go through."""

from __future__ import annotations

import re
from dataclasses import replace

from ranura.core.geometry.loops import Loop
from ranura.core.templates import refusals
from ranura.core.templates.corners import Corner, loop_through
from ranura.core.text.errors import LengthError, ToolError
from ranura.core.text.lengths import Unit, read

USUAL = "0, 0\n120, 0, 10\n120, 60, 10\n0, 60"
"""What to begin with."""
_ARC = re.compile(r"\s*arc\b", re.IGNORECASE)


def loop_of_corners(text: str, unit: Unit) -> Loop:
    """The outline through some corners, one a line, each as "along, up" or "along, up, radius"; a line "arc along, up" makes the
    side from the corner before it to the one after an arc through that place. Bare numbers are in a unit.

    Raises `ToolError` on "corners" with the line that cannot be, or where there are too few.

    >>> loop_of_corners("0, 0\\n40, 0\\n40, 30", "mm").area
    600.0
    >>> round(loop_of_corners("0, 0\\narc 5, -5\\n10, 0\\narc 5, 5", "mm").area, 3)
    78.54"""
    corners: list[Corner] = []
    lines: list[int] = []
    for number, line in enumerate(text.splitlines(), start=1):
        if not line.strip():
            continue
        if arc := _ARC.match(line):
            if not corners or corners[-1].through is not None:
                raise ToolError(refusals.NO_CORNER, field="corners", line=number)
            x, y = _numbers(number, line[arc.end() :], unit, (2,))
            corners[-1] = replace(corners[-1], through=(x, y))
        else:
            x, y, radius = (*_numbers(number, line, unit, (2, 3)), 0.0)[:3]
            corners.append(Corner(at=(x, y), radius=radius))
            lines.append(number)
    try:
        return loop_through(corners)
    except ToolError as problem:
        if "line" not in problem.facts:
            raise
        raise ToolError(problem.refusal, field="corners", line=lines[int(str(problem.facts["line"])) - 1]) from problem


def _numbers(number: int, line: str, unit: Unit, counts: tuple[int, ...]) -> tuple[float, ...]:
    """The lengths of a line in mm, as many as there may be."""
    parts = [part.strip() for part in re.split(r"[;,]", line)]
    if len(parts) not in counts:
        raise ToolError(refusals.NO_CORNER, field="corners", line=number)
    try:
        return tuple((_place if i < 2 else _length)(part, unit) for i, part in enumerate(parts))
    except LengthError as problem:
        raise ToolError(refusals.NO_CORNER, field="corners", line=number) from problem


def _length(part: str, unit: Unit) -> float:
    return read(part, unit).mm


def _place(part: str, unit: Unit) -> float:
    """How far along or up a place lies, in mm: below 0 too."""
    return -_length(part[1:], unit) if part.startswith(("-", "−")) else _length(part, unit)
