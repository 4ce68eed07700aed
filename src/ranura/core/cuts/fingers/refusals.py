"""Refusals: fingers across an end that cannot be."""

from __future__ import annotations

from ranura.core.text.errors import Refusal

END_NOT_STRAIGHT = Refusal("end-not-straight", "This board has an outline of its own; fingers are cut across a straight end")
OPENING_NEAR_END = Refusal("opening-near-end", "An opening of the board lies within {deep:len} of this end")
DEEPER_THAN_BOARD = Refusal("deeper-than-board", "{depth:len} is more than half of the board, which is {long:len} long")
ONE_FINGER = Refusal("one-finger", "A board {width:len} wide has no room for a finger of {finger:len} and a slot beside it")
NO_FINGER_LEFT = Refusal("no-finger-left", "With so much play nothing is left of a finger")
TOO_MANY_SLOTS = Refusal("too-many-slots", "That is {count} slots; at most {most} are planned at once")
NO_BIT_FOR_SLOT = Refusal("no-bit-for-slot", "No flat-ended bit here cuts a slot of {width:len}; there are {there}", lacks=True)
