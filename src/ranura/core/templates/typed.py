"""An outline typed corner by corner, each with its radius."""

from __future__ import annotations

import re

from ranura.core.geometry.loops import Loop
from ranura.core.templates import refusals
from ranura.core.templates.corners import Corner, loop_through
from ranura.core.text.errors import LengthError, ToolError
from ranura.core.text.lengths import Unit, read

USUAL = "0, 0\n120, 0, 10\n120, 60, 10\n0, 60"
"""What to begin with."""


def loop_of_corners(text: str, unit: Unit) -> Loop:
    """The outline through some corners, one a line, each as "along, up" or "along, up, radius"; bare numbers are in a unit.

    Raises `ToolError` on "corners" with the line that cannot be, or where there are fewer than three.

    >>> loop_of_corners("0, 0\\n40, 0\\n40, 30", "mm").area
    600.0"""
    lines = [(number, line) for number, line in enumerate(text.splitlines(), start=1) if line.strip()]
    corners = [_corner(number, line, unit) for number, line in lines]
    try:
        return loop_through(corners)
    except ToolError as problem:
        if "line" not in problem.facts:
            raise
        line, _ = lines[int(str(problem.facts["line"])) - 1]
        raise ToolError(problem.refusal, field="corners", line=line) from problem


def _corner(number: int, line: str, unit: Unit) -> Corner:
    """What a line says of a corner."""
    parts = [part.strip() for part in re.split(r"[;,]", line)]
    if len(parts) not in (2, 3):
        raise ToolError(refusals.NO_CORNER, field="corners", line=number)
    try:
        x, y, r = (read(part, unit).mm for part in (*parts, "0")[:3])
    except LengthError as problem:
        raise ToolError(refusals.NO_CORNER, field="corners", line=number) from problem
    return Corner(at=(x, y), radius=r)
