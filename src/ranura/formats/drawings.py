"""Drawings from outside: SVG and DXF read as loops in mm. The files may be anything, so this runs in a process of its own with
limits of time and memory (`drawing_reader.py`)."""

from __future__ import annotations

import math

from ranura.core.text.errors import FileError
from ranura.core.text.lengths import Unit
from ranura.formats import refusals
from ranura.formats.drawing import Drawing
from ranura.formats.path_data import MOST_SIDES

_FAR = 1e5
"""mm: further out nothing is drawn."""


def read_drawing(data: bytes, unit: Unit | None) -> Drawing:
    """A drawing in SVG or DXF, told apart by what is in it. `unit` is what bare numbers mean, where the file does not say.

    Raises FileError with what is wrong."""
    if not data.strip():
        raise FileError(refusals.EMPTY_DRAWING, field="text")
    head = data[:4096].lstrip().lower()
    if head.startswith((b"<", b"\xef\xbb\xbf<")):
        from ranura.formats.svg_drawing import read_svg

        drawing = read_svg(data, unit)
    else:
        # Half a second of a reading process is this library coming in, so only where it is needed.
        from ranura.formats.dxf_drawing import read_dxf

        drawing = read_dxf(data, unit)
    if sum(len(loop.vertices) for loop in drawing.loops) > MOST_SIDES:
        raise FileError(refusals.TOO_MANY_SIDES, field="text", most=MOST_SIDES)
    for loop in drawing.loops:
        for vertex in loop.vertices:
            if not all(map(math.isfinite, vertex)) or max(abs(vertex[0]), abs(vertex[1])) > _FAR:
                raise FileError(refusals.NOT_FINITE, field="text")
    return drawing
