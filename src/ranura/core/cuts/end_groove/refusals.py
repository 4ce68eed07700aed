"""Refusals: grooves in an end or an edge that cannot be."""

from __future__ import annotations

from ranura.core.text.errors import Refusal

SIDE_NOT_STRAIGHT = Refusal("side-not-straight", "This board has an outline of its own; such a groove is cut in a straight side")
NO_CHEEKS = Refusal("no-cheeks", "A groove {width:len} wide leaves nothing beside it of a board {thickness:len} thick")
DEEPER_THAN_HALF = Refusal("deeper-than-half", "{depth:len} is more than half of the board, which is {high:len} there")
OPENING_NEAR_SIDE = Refusal("opening-near-side", "An opening of the board lies within {deep:len} of this side")
NO_BIT_FOR_GROOVE = Refusal(
    "no-bit-for-groove",
    "A groove {width:len} wide wants a straight bit or spiral of that width, or down to {least:fine}; there are {there}",
    lacks=True,
)
