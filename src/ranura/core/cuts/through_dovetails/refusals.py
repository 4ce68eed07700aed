"""Refusals: through dovetails that cannot be."""

from __future__ import annotations

from ranura.core.text.errors import Refusal

END_NOT_STRAIGHT = Refusal("end-not-straight", "This board has an outline of its own; dovetails are cut at a straight end")
OPENING_NEAR_END = Refusal("opening-near-end", "An opening of the board lies within {deep:len} of this end")
NO_COMB_PAIR = Refusal("no-comb-pair", "There is no pair of combs here; put one in among the guides", lacks=True)
UNKNOWN_COMB_PAIR = Refusal("unknown-comb-pair", "{id!r} is no pair of combs of this shop")
NO_TAIL = Refusal(
    "no-tail", "A board {width:len} wide has no room for a tail and two half pins with {combs}; it takes {least:len}"
)
HALF_PINS_TOO_WIDE = Refusal(
    "half-pins-too-wide",
    "With {combs} half pins are {least:len} to {most:len} wide, and boards {low_from:len} to {low_to:len} or {high_from:len} to "
    "{high_to:len}; at {width:len} there would be {pin:len} beside the outer tails",
)
COMB_PAIR_TOO_NARROW = Refusal("comb-pair-too-narrow", "That takes {count} slots; {combs} has {there}")
MOUTH_TOO_NARROW = Refusal(
    "mouth-too-narrow", "{depth:len} deep, nothing is left of a pin at its narrow face: {combs} are for thinner boards"
)
STRAIGHT_TOO_WIDE = Refusal(
    "straight-too-wide",
    "Between two pins there are {room:fine} at the inside; the straight bit of {combs}, {wide:fine}, is wider",
)
STRAIGHT_TOO_NARROW = Refusal(
    "straight-too-narrow", "Between two pins {room:fine} go; in three ways the straight bit of {combs} takes {most:fine} at most"
)
FINGERS_BEGIN_LATE = Refusal(
    "fingers-begin-late",
    "For pins so wide the fingers of {combs} begin {late:fine} behind where the bit meets wood: the board is too thick for them",
)
PINS_MEET = Refusal("pins-meet", "So wide, the pins leave no tail between them: {combs} and the play do not go together")
DEEPER_THAN_BOARD = Refusal("deeper-than-board", "{depth:len} is more than half of the board, which is {long:len} long")
NO_BIT_FOR_PAIR = Refusal("no-bit-for-pair", "No bit here is what {combs} wants: {wants}", lacks=True)
