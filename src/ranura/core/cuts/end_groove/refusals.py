"""Refusals: grooves in an end or an edge that cannot be."""

from __future__ import annotations

from ranura.core.text.errors import Refusal

NO_CHEEKS = Refusal("no-cheeks", "A groove {width:len} wide leaves nothing beside it of a board {thickness:len} thick")
NO_BIT_FOR_GROOVE = Refusal(
    "no-bit-for-groove",
    "A groove {width:len} wide wants a straight bit or spiral of that width, or down to {least:fine}; there are {there}",
    lacks=True,
)
