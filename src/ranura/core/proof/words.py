"""Words of what the proof finds (R21), by check."""

from __future__ import annotations

from ranura.core.text.words import Words

# 1: clear

STARTS_IN_WOOD = Words(
    code="starts-in-wood",
    place="direction",
    level="stop",
    message="The bit would stand in wood where the router is switched on",
    do="Begin beside the board, in an opening, or above the face",
)
CARRIED_THROUGH_WOOD = Words(
    code="carried-through-wood",
    place="direction",
    level="stop",
    message="The bit would run through wood on its way back",
    do="Lift it out, or lead it clear of the wood",
)
LEFT_IN_WOOD = Words(
    code="left-in-wood",
    place="direction",
    level="stop",
    message="The bit would still stand in wood after it was lifted",
    do="Lift it clear of the face",
)
TURNS_WHILE_CHANGED = Words(
    code="turns-while-changed",
    place="direction",
    level="stop",
    message="Something would be changed while the bit still turns",
    do="Switch off and wait until it stands",
)

LEFT_TURNING = Words(
    code="left-turning",
    place="direction",
    level="stop",
    message="The bit would still turn when all is done",
    do="Switch off, and wait until it stands",
)

# 2: begins inside

WAY_UNSAID = Words(
    code="way-unsaid",
    place="direction",
    level="stop",
    message="It is not said how the bit comes to where this run begins",
    do="Have this cut looked at before it is made: its moves do not hang together",
)
ENTERS_FROM_WOOD = Words(
    code="enters-from-wood",
    place="direction",
    level="stop",
    message="The bit would be led in from a place where wood still stands at that depth",
    do="Begin clear of the wood, or go straight down with a bit and base that plunge",
)
PLUNGES_WITHOUT_CUTTING_END = Words(
    code="plunges-without-cutting-end",
    place="tool",
    level="stop",
    message="The bit would go straight down into wood, and does not cut at its end",
    do="Take a bit that cuts at its end, or begin from an open side",
)
PLUNGES_WITHOUT_BASE = Words(
    code="plunges-without-base",
    place="tool",
    level="stop",
    message="The bit would go straight down into wood out of a fixed base, which would have to be tilted in",
    do="Take a plunge base, or begin from an open side",
)
PLUNGES_TOO_DEEP = Words(
    code="plunges-too-deep",
    place="depths",
    level="stop",
    message="It would go down {deep:len} at once; half of the bit's width, {most:len}, is the most before it cuts along",
    do="Go down in steps, each cut along before the next",
)
RAMP_TOO_STEEP = Words(
    code="ramp-too-steep",
    place="depths",
    level="stop",
    message="It would go down {deep:len} on a way of {way:len}",
    do="Take a longer way: 1 in 10 at most",
)

# 3: fresh side

CLIMBS = Words(
    code="climbs",
    place="direction",
    level="stop",
    message="The fresh wood would lie only on the right of the router's way: the bit pulls itself along",
    do="Run it the other way, or take less than {1:about} with the climb rule of the house",
)
SLED_CUTS_BACK = Words(
    code="sled-cuts-back",
    place="direction",
    level="caution",
    message="The sled also cuts on its way back, with the rotation",
    do="Hold it firmly, and take no more than {1.5:about}",
)

# 4: engagement

SLOT_TOO_DEEP = Words(
    code="slot-too-deep",
    place="depths",
    level="stop",
    message="Here the bit would cut a full slot {deep:len} deep at once; its width, {most:len}, is the most",
    do="Take it in more passes",
)
FLANK_TOO_WIDE = Words(
    code="flank-too-wide",
    place="depths",
    level="stop",
    message="Through the whole thickness the bit would take {wide:len} at once; {most:len} is the most",
    do="Saw closer to the line, or take it in more passes",
)

# 5: guide

BEARING_WITHOUT_ITS_EDGE = Words(
    code="bearing-without-its-edge",
    place="guide",
    level="stop",
    message="Here the bearing has {contact:len} of edge to ride on, and {2:about} is the least",
    do="Cut this edge before the other cut, or take a fence, a template or another bearing",
)
GUIDE_WITHOUT_EDGE = Words(
    code="guide-without-edge",
    place="guide",
    level="stop",
    message="Here {borne:rough} of the edge that runs along the guide are there, and {50:about} are the least",
    do="Cut this before the edge is cut into, guide it from the other edge, or take a straightedge",
)
FENCE_TOO_SHORT = Words(
    code="fence-too-short",
    place="guide",
    level="stop",
    message="Here the base would run past the end of its fence",
    do="Take a longer fence, or set it further along",
)
PIVOT_AT_THE_EDGE = Words(
    code="pivot-at-the-edge",
    place="guide",
    level="stop",
    message="The pivot would stand {inside:len} inside the wood, and {15:about} is the least",
    do="Set it in a block that is screwed or taped on",
)
OFF_ITS_TEMPLATE = Words(
    code="off-its-template",
    place="guide",
    level="stop",
    message="Here the bit cuts a wall that stays, and its template does not guide it",
    do="Make the template agree with the cut and with this bushing or bearing",
)

# 6: base

NOTHING_CARRIES = Words(
    code="nothing-carries",
    place="hold",
    level="stop",
    message="Here nothing carries the base of the router",
    do="Lay boards of the same height beside the work, or take it to the table",
)
BASE_TIPS_OVER = Words(
    code="base-tips-over",
    place="hold",
    level="stop",
    message="Here the router would tip: its middle stands {away:len} beside all that carries its base",
    do="Lay a board of the same height beside it, or screw a wider plate below the base",
)
CARRIED_TOO_NARROWLY = Words(
    code="carried-too-narrowly",
    place="hold",
    level="stop",
    message="Here only {wide:len} of wood carries the base, and the router would rock; {least:len} is the least",
    do="Lay a board of the same height beside it, or screw a wider plate below the base",
)
WEIGHT_OVER_THE_WOOD = Words(
    code="weight-over-the-wood",
    place="direction",
    level="note",
    message="Here the base lies on the wood with a part of it only",
    do="Weight over the wood",
)

# 7: clashes

BASE_MEETS = Words(
    code="base-meets",
    place="hold",
    level="stop",
    message="The base of the router would run into {what} on its way",
    do="Move it clear of base and handles",
)
BIT_MEETS = Words(
    code="bit-meets", place="guide", level="stop", message="The bit would run into {what}", do="Move it, or take another guide"
)
NO_SACRIFICIAL_BOARD = Words(
    code="no-sacrificial-board",
    place="hold",
    level="stop",
    message="The bit goes through the work, {extra:len} into what lies below",
    do="Lay a sacrificial board below it, or let the edge overhang the bench",
)
BEARING_MEETS_BENCH = Words(
    code="bearing-meets-bench",
    place="hold",
    level="stop",
    message="The bearing and its screw, {below:len} below the board, meet the bench",
    do="Raise the board by {clear:len} or more: tape it on a smaller board, and say so",
)
SHANK_RUBS = Words(
    code="shank-rubs",
    place="tool",
    level="stop",
    message="Above the cutter the shank would rub in the cut and burn",
    do="Take a longer cutter, or one that is wider than its shank",
)
BEARING_IN_WOOD = Words(
    code="bearing-in-wood",
    place="tool",
    level="stop",
    message="The bearing would have to run through wood",
    do="Take a bit with its bearing at the other end or without one, or cut its way free first",
)

# 8: held

LOOSE_PIECE = Words(
    code="loose-piece",
    place="hold",
    level="stop",
    message="This sets a piece of {volume:n0} cm³ free that nothing holds, and the bit throws what is loose",
    do="Say what holds it: tape, screws, tabs, or a skin that is left below",
)

# 9: walls

THIN_WALL = Words(
    code="thin-wall",
    place="guide",
    level="caution",
    message="Here a wall of wood only {wall:len} thick and {height:len} high is left standing, and may break off",
    do="Leave more wood, or back it up while you rout",
)

SHORT_GRAIN_WALL = Words(
    code="short-grain-wall",
    place="guide",
    level="stop",
    message="Here a wall of short grain only {wall:len} thick and {height:len} high is left standing, and breaks off easily",
    do="Leave more wood, or back it up while you rout",
)

# 12: ends

LIFTED = {True: "straight up, then switch off", False: "switch off, wait until it stands, then lift"}
"""How a bit comes out inside the board: turning, or standing still."""
STOPPED_END = Words(
    code="stopped-end",
    place="direction",
    level="note",
    message="The cut ends inside the board: draw the router back {2:about}, then {then}",
    do="Stop by a block and by a line, never hard against the block: the bit springs past its line",
)
NEVER_LIFT_UNDERCUT = Words(
    code="never-lift-undercut",
    place="direction",
    level="caution",
    message="Below its mouth the channel is wider than the mouth: lifted inside, the bit tears it open",
    do="Lock the plunge; come out only at an edge, and switch off only clear of the wood",
)
BACK_OUT_OF_KEYHOLE = Words(
    code="back-out-of-keyhole",
    place="direction",
    level="caution",
    message="The bit comes out of a keyhole only where it went in",
    do="Go back the same way with the bit turning, and lift it at the start",
)
LIFTED_INTO_WOOD = Words(
    code="lifted-into-wood",
    place="direction",
    level="stop",
    message="Lifted here, the bit would meet wood above its widest place",
    do="Lead it out the way it came, turning",
)
LIFTED_TURNING = Words(
    code="lifted-turning",
    place="direction",
    level="stop",
    message="The bit would be lifted out turning, and this base does not plunge",
    do="Switch off, wait until it stands, then lift",
)
LIFTED_AT_THE_WALL = Words(
    code="lifted-at-the-wall",
    place="direction",
    level="caution",
    message="The bit is lifted where it still touches the end of its cut",
    do="Draw it back {2:about} first",
)

# 4: what the bit meets, at its feed

MORE_POWER_THAN_THERE_IS = Words(
    code="more-power-than-there-is",
    place="depths",
    level="stop",
    message="At one place the bit meets so much wood that it takes {watts:n0} W, and {most:n0} W is what the router has to give",
    do="Take smaller steps, a narrower bit or a stronger router",
)
BENDS_IN_THE_WOOD = Words(
    code="bends-in-the-wood",
    place="depths",
    level="stop",
    message="At one place the bit meets so much wood that it bends {bend:n2} mm, or is loaded beyond half its strength",
    do="Take smaller steps, or a shorter or thicker bit",
)

# 11: result

TAKES_TOO_MUCH = Words(
    code="takes-too-much",
    place="general",
    level="stop",
    message="The bit would cut where nothing was asked for, on {area:n0} mm² of the board",
    do="Take a smaller bit, or another guide or size",
)
LEAVES_TOO_MUCH = Words(
    code="leaves-too-much",
    place="general",
    level="caution",
    message="Of what was asked, {area:n0} mm² would be left standing",
    do="Clean it up by hand, or take a smaller bit",
)
