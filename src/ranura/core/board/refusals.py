"""Refusals: outlines and boards that cannot be."""

from __future__ import annotations

from ranura.core.text.errors import Refusal

OUTLINE_TOO_SHORT = Refusal("outline-too-short", "An outline needs at least three points")
OUTLINE_CROSSES = Refusal("outline-crosses", "The outline crosses or touches itself")
OUTLINE_FLAT = Refusal("outline-flat", "These points enclose no area")
OUTLINE_OFF_BOARD = Refusal("outline-off-board", "The outline reaches beyond the board of {length:len} × {width:len}")
OPENING_OFF_BOARD = Refusal(
    "opening-off-board", "Opening {number} reaches the edge of the board or beyond; 3 mm of wood must stand around it"
)
RISE_OVER_HEIGHT = Refusal("rise-over-height", "A rise of {rise:len} is more than the arch is high, {height:len}")
CLASS_RANGE = Refusal("class-range", "A class runs from 1 to 3")
DENSITY_RANGE = Refusal("density-range", "A density lies between 50 and 3000 kg/m³")
