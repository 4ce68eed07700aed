"""Refusals that rooms share: cuts that nothing can make, whatever they are, and things without a name or a size."""

from __future__ import annotations

from ranura.core.text.errors import Refusal

NARROWER_THAN_ANY_BIT = Refusal(
    "narrower-than-any-bit", "No bit here is as narrow as {width:len}; the narrowest, {name}, is {narrowest:len}", lacks=True
)
DEEPER_THAN_ANY_BIT = Refusal(
    "deeper-than-any-bit", "No bit that fits this width cuts {depth:len} deep; the longest, {name}, {longest:len}", lacks=True
)
THROUGH_THE_BOARD = Refusal(
    "through-the-board", "{depth:len} goes through the board, which is {thickness:len} thick; a dado leaves a floor"
)
NO_WOOD_AFTER = Refusal(
    "no-wood-after", "From {position:len}, {width:len} wide, no wood is left at the other end of a {length:len} board"
)
TOO_MANY_STATIONS = Refusal("too-many-stations", "At most {most} stations are planned at once")
SPACING_MISSING = Refusal("spacing-missing", "Say how far apart they are")
NO_REPEAT = Refusal("no-repeat", "An edge, a lap or a flattened face is made once")
STATIONS_MEET = Refusal(
    "stations-meet", "At {first:len} and at {second:len} they leave no wood between them; each is {width:len} wide"
)
NOTHING_TO_MEASURE = Refusal("nothing-to-measure", "In this setting there is nothing of the kind to measure")
NO_WIDTH = Refusal("no-width", "A cut needs a width of more than 0")
NO_DEPTH = Refusal("no-depth", "A cut needs a depth of more than 0")
NO_SECTION_FILE = Refusal("no-section-file", "Only the section of an edge cut is written as a file")
CORNERS_TOO_ROUND = Refusal("corners-too-round", "Corners of radius {radius:len} do not fit on a side of {side:len}")
NO_BITS = Refusal("no-bits", "There is no bit in the drawer yet; add one to plan a cut", lacks=True)
NO_BIT_OF_KIND = Refusal("no-bit-of-kind", "There is no {kind} in the drawer; add one to plan this cut", lacks=True)
NO_ROUTERS = Refusal("no-routers", "There is no router on the bench yet; add one to plan a cut", lacks=True)
NAME_MISSING = Refusal("name-missing", "Give it a name")
SIZE_NOT_POSITIVE = Refusal("not-positive", "{name} must be more than 0")
SIDE_NOT_STRAIGHT = Refusal("side-not-straight", "This board has an outline of its own; that is cut into a straight side")
DEEPER_THAN_HALF = Refusal("deeper-than-half", "{depth:len} is more than half of the board, which is {high:len} there")
OPENING_NEAR_SIDE = Refusal("opening-near-side", "An opening of the board lies within {deep:len} of this side")
MEASURED_FAR_OFF = Refusal(
    "measured-far-off", "{measured:fine} is far from the {expected:fine} to be expected; measure again, or look what slipped"
)
