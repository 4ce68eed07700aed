"""Refusals: dovetail tongues that cannot be."""

from __future__ import annotations

from ranura.core.text.errors import Refusal

SIDE_NOT_STRAIGHT = Refusal("side-not-straight", "This board has an outline of its own; a tongue is cut on a straight side")
NO_ROOT = Refusal("no-root", "A tongue needs a thickness at its shoulder of more than 0")
NO_SHOULDERS = Refusal(
    "no-shoulders", "At its end the tongue would be {end:len} thick, and the board is {thickness:len}: make it thinner or shorter"
)
HIGHER_THAN_BOARD = Refusal("higher-than-board", "{height:len} is more than half of the board, which is {high:len} there")
TAPER_TOO_MUCH = Refusal("taper-too-much", "Tapered by {taper:len} the tongue would be thicker than its board at one end")
OPENING_NEAR_SIDE = Refusal("opening-near-side", "An opening of the board lies within {deep:len} of this side")
NO_DOVETAIL_BIT = Refusal("no-dovetail-bit", "There is no dovetail bit of {angle}° in the drawer; there are {there}", lacks=True)
