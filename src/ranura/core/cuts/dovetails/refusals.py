"""Refusals: half-blind dovetails that cannot be."""

from __future__ import annotations

from ranura.core.text.errors import Refusal

END_NOT_STRAIGHT = Refusal("end-not-straight", "This board has an outline of its own; dovetails are cut at a straight end")
OPENING_NEAR_END = Refusal("opening-near-end", "An opening of the board lies within {deep:len} of this end")
NO_COMB = Refusal("no-comb", "There is no comb for dovetails here; put one in among the guides", lacks=True)
UNKNOWN_COMB = Refusal("unknown-comb", "{id!r} is no comb of this shop")
COMB_MAKES_NONE = Refusal(
    "comb-makes-none", "{comb}: with its bushing and its bit tails and sockets fit one another at no depth; look at its sizes"
)
NO_TAIL = Refusal(
    "no-tail", "A board {width:len} wide has no room for a tail and two half pins with {comb}; it takes {least:len}"
)
COMB_TOO_NARROW = Refusal("comb-too-narrow", "That takes {count} slots; {comb} has {there}")
HALF_PINS_MEET_SLOTS = Refusal(
    "half-pins-meet-slots",
    "With {comb} half pins are {least:len} to {most:len} wide, and boards {low_from:len} to {low_to:len} or {high_from:len} to "
    "{high_to:len}; at {width:len} the next slot would cut into a half pin of {pin:len}",
)
TAILS_TOO_THICK = Refusal(
    "tails-too-thick", "{comb} clears the way before tails up to {most:len} thick; here they are {thick:len}"
)
TAILS_TOO_LONG = Refusal("tails-too-long", "{depth:len} is more than half of the board, which is {long:len} long")
NO_DOVETAIL_BIT = Refusal(
    "no-dovetail-bit", "No dovetail bit here is {diameter:fine} wide with flanks of {angle}°, as {comb} wants it", lacks=True
)
