"""Refusals: pockets that cannot be."""

from __future__ import annotations

from ranura.core.text.errors import Refusal

TOO_DEEP_FOR_CORNERS = Refusal(
    "too-deep-for-corners", "No bit that leaves corners of {corner:len} cuts {depth:len} deep; the longest, {name}, {longest:len}"
)
POCKET_THROUGH = Refusal(
    "pocket-through", "{depth:len} goes through the board, which is {thickness:len} thick; say that it goes through"
)
POCKET_OFF_BOARD = Refusal(
    "pocket-off-board", "It reaches beyond the {side} side of the board; say that it is open there, or move it"
)
CLOSED_FORM_OFF_BOARD = Refusal(
    "closed-form-off-board",
    "It reaches the {side} side of the board, and a {form} stays inside; a recess right through may run out there",
)
NEVER_OPEN = Refusal("never-open", "A {form} has no open side; a recess, right through if it must be, may run out of one")
LENGTH_MISSING = Refusal("length-missing", "Say how long it is")
ACROSS_MISSING = Refusal("across-missing", "Say how wide it is")
OUTLINE_MISSING = Refusal("outline-missing", "Give it an outline: points, or a drawn form")
CHEEKS_MEET = Refusal("cheeks-meet", "Two cheeks {depth:len} deep leave nothing of {thickness:len}")
NOTHING_TO_CUT = Refusal("nothing-to-cut", "The board is {thickness:len} thick: {leaves:len} can only be left of more")
LAP_TOO_LONG = Refusal("lap-too-long", "A lap of {lap:len} leaves nothing of a board of {length:len}")
SWEEP_RANGE = Refusal("sweep-range", "An arc is from 1° to the whole circle, 360°")
RING_TOO_WIDE = Refusal("ring-too-wide", "A groove of {groove:len} leaves nothing inside a ring of {diameter:len}")
CORNER_TOO_TIGHT = Refusal("corner-too-tight", "The thinnest bit here, {name}, leaves corners of {narrowest:len}", lacks=True)
NOT_INTO_A_SIDE = Refusal("not-into-a-side", "Into an end or an edge goes one mortise or slot that leaves a floor")
GUIDE_NOT_FOR_THIS = Refusal("guide-not-for-this", "{guide} does not guide a {form}")
