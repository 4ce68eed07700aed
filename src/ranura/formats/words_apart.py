"""Words of a drawing on paper, kept off one another: what is written later moves a line up or down, or aside."""

from __future__ import annotations

import math
from dataclasses import dataclass, field

from reportlab.lib.colors import Color, white
from reportlab.pdfgen.canvas import Canvas

from ranura.core.geometry.rings import Box
from ranura.formats.type_on_paper import Face, width_of, write

_LINES, _LENGTHS = (0, 1, -1, 2, -2, 3, -3), (0.0, 0.5, -0.5, 1.0, -1.0)


@dataclass(slots=True)
class Words:
    """What is written in one drawing so far, and the box it may take, in points."""

    canvas: Canvas
    room: Box
    taken: list[Box] = field(default_factory=list)

    def put(
        self,
        x: float,
        y: float,
        text: str,
        font: Face,
        size: float,
        *,
        colour: Color,
        align: float = 0.0,
        stays: bool = False,
        on_white: bool = False,
    ) -> None:
        """Writes words whose line begins at (x, y), or ends there (`align` 1), at the nearest place that nothing takes; those
        that belong to a line or a sign stay."""
        long = width_of(text, font, size)
        left = x - align * long
        dx, dy = (0.0, 0.0) if stays else self._aside(left, y, long, size)
        left, y = left + dx, y + dy
        self.taken.append(_box(left, y, long, size))
        if on_white:
            self.canvas.setFillColor(white)
            self.canvas.rect(left - 2, y - 0.28 * size, long + 4, 1.2 * size, stroke=0, fill=1)
        self.canvas.setFillColor(colour)
        write(self.canvas, left, y, text, font, size)

    def taken_at(self, x: float, y: float) -> bool:
        """Whether a number would not find room around (x, y)."""
        return any(_overlap((x - 4.5, y - 5, x + 4.5, y + 5), each) > 0 for each in self.taken)

    def _aside(self, left: float, y: float, long: float, size: float) -> tuple[float, float]:
        ways = sorted(((a * (long + 4), b * 1.25 * size) for a in _LENGTHS for b in _LINES), key=lambda way: math.hypot(*way))
        return min(ways, key=lambda way: self._shared(_box(left + way[0], y + way[1], long, size)))

    def _shared(self, at: Box) -> float:
        """How much of a place is taken or outside the drawing, in square points."""
        outside = (at[2] - at[0]) * (at[3] - at[1]) - _overlap(at, self.room)
        return round(outside + sum(_overlap(at, each) for each in self.taken), 3)


def _box(left: float, y: float, long: float, size: float) -> Box:
    return (left, y - 0.2 * size, left + long, y + 0.75 * size)


def _overlap(a: Box, b: Box) -> float:
    return max(0.0, min(a[2], b[2]) - max(a[0], b[0])) * max(0.0, min(a[3], b[3]) - max(a[1], b[1]))
