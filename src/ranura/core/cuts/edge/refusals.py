"""Refusals: edge cuts that cannot be."""

from __future__ import annotations

from ranura.core.text.errors import Refusal

NO_EDGE = Refusal("no-edge", "Choose at least one edge: click it in the drawing, or press 1 to 9")
EDGE_GONE = Refusal("edge-gone", "This board has no {edge}; its edges are: {there}")
DEPTH_MISSING = Refusal("depth-missing", "Say how deep the {shape} goes")
WIDTH_MISSING = Refusal("width-missing", "Say how far the {shape} goes into the edge")
CHEEK_TOO_THIN = Refusal(
    "cheek-too-thin", "The groove leaves {left:len} of wood beside it, and {least:len} must stand on either side"
)
GROOVE_NOT_IN_THE_MIDDLE = Refusal(
    "groove-not-in-the-middle", "Cut from both faces a groove lies in the middle of the edge: leave its place open"
)
ANGLE_MISSING = Refusal("angle-missing", "Say the angle of the bevel, from the edge")
RADIUS_OVER_THICKNESS = Refusal(
    "radius-over-thickness", "A radius of {size:len} reaches {depth:len} down, and the board is {thickness:len} thick"
)
PROFILE_OVER_THICKNESS = Refusal("profile-over-thickness", "{depth:len} down is more than the board is thick, {thickness:len}")
RABBET_THROUGH = Refusal("rabbet-through", "A rabbet leaves a tongue; the board is {thickness:len} thick")
RABBETS_MEET = Refusal("rabbets-meet", "Rabbets of {depth:len} from both faces leave nothing of a board of {thickness:len}")
PROFILES_OVERLAP = Refusal(
    "profiles-overlap", "{depth:len} from both faces is more than the board is thick, {thickness:len}: the profiles overlap"
)
WIDER_THAN_PIECE = Refusal(
    "wider-than-piece", "{width:len} from the chosen edges leaves nothing of the {across:len} of the board"
)
WIDTH_BEYOND_BIT = Refusal(
    "width-beyond-bit", "With its bearing this bit reaches {most:len} into the face at this depth, not {width:len}", lacks=True
)
NO_SUCH_RADIUS = Refusal("no-such-radius", "No {shape} bit here has a radius of {size:len}; there are: {there}", lacks=True)
NO_SUCH_ANGLE = Refusal("no-such-angle", "No bit here cuts {angle:n}°; there are: {there}", lacks=True)
NO_SUCH_SLOT = Refusal("no-such-slot", "No slot cutter here makes a groove of {groove:len}; their slots are: {there}", lacks=True)
PROFILE_DEEPER_THAN_BITS = Refusal(
    "profile-deeper-than-bits",
    "No {shape} bit of this size cuts {depth:len} deep; the longest, {name}, {longest:len}",
    lacks=True,
)
INSIDE_CORNER = Refusal(
    "inside-corner",
    "An inside corner of radius {corner:len} is tighter than the bearing of any bit here; the smallest, of "
    "{name}, follows {smallest:len}",
    lacks=True,
)
OPENING_TOO_SMALL = Refusal(
    "opening-too-small", "The opening is {opening:len} across, smaller than any bit for this, {narrowest:len}"
)
TIP_BEYOND_CUTTER = Refusal(
    "tip-beyond-cutter", "{height:fine} beyond the face, more than the cutter of {length:fine} would be in the wood"
)
CANNOT_BE_RAISED = Refusal(
    "cannot-be-raised", "A profile that gets thinner upwards, as of {profile:a} bit, cannot be raised in stages"
)
