"""Refusals: channels that cannot be."""

from __future__ import annotations

from ranura.core.text.errors import Refusal

WIDER_THAN_BOARD = Refusal("wider-than-board", "{width:len} is wider than the board is long ({length:len})")
NO_WOOD_BEFORE = Refusal(
    "no-wood-before", "At {position:len} no wood is left between the cut and the {end} end; that would be a rabbet"
)
WIDTH_MISSING = Refusal("width-missing", "Say how wide it is, or what is to fit into it")
ANGLE_OF_CHANNEL = Refusal(
    "angle-of-channel", "A channel across the board may be turned by up to {most:n}°; one along it runs straight"
)
STOPS_MEET = Refusal("stops-meet", "Between its stops {left:len} are left, less than the channel is wide")
PAIR_NEEDS_TWO = Refusal("pair-needs-two", "A mirrored pair needs two boards; say so on the board")
PAIR_ACROSS_ONLY = Refusal(
    "pair-across-only", "A pair is cut together square across both boards; plan turned or lengthwise channels one by one"
)
PAIR_OPEN_EDGE = Refusal(
    "pair-open-edge", "A pair is cut together over the edges that touch, so the channel must run out of one edge"
)
RUNS_OUT_OF_END = Refusal(
    "runs-out-of-end", "Turned so far it runs out of an end of the board; move it further from the {end} end"
)
NO_SUCH_GROOVE = Refusal(
    "no-such-groove", "No {shape} bit here cuts {width:len} wide at a depth of {depth:len}; there: {there}", lacks=True
)
UNDERCUT_RUNS_OUT = Refusal(
    "undercut-runs-out", "A {shape} bit does not plunge: its channel runs out of the board at one end at least"
)
TAPER_OF_OTHER = Refusal(
    "taper-of-other", "Only a single dovetail socket right across the board is tapered; leave this empty, or change the others"
)
TAPERED_TOO_MUCH = Refusal("tapered-too-much", "{taper:len} is more than a socket is tapered by, {most:len}")
TOO_MUCH_ROOM = Refusal("too-much-room", "{room:len} of room is no fit: it rattles from {most:len} on")
