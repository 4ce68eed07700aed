"""Words of cautions: direction and guides that families share (R7, R8)."""

from __future__ import annotations

from ranura.core.text.words import Words

NO_EDGE_GUIDE = Words(
    code="no-edge-guide",
    place="guide",
    level="stop",
    message="There is no edge guide on the shelf",
    do="Take a clamped straightedge",
    setup=True,
)
NO_RODS = Words(
    code="no-rods",
    place="guide",
    level="stop",
    message="This base has no rods for an edge guide",
    do="Take a base with rods, or a clamped straightedge",
    setup=True,
)
FREEHAND_LINE = Words(
    code="freehand-line",
    place="guide",
    level="caution",
    message="Freehand the bit wanders: its walls come from the chisel, not from the router",
    do="Score the line, stay {1:about} inside it, hold on with both hands and pare to the line",
)
CORNERS_CHISELLED = Words(
    code="corners-chiselled",
    place="direction",
    level="note",
    message="The ends come out with a radius of {radius:len}",
    do="Square them with a chisel, down to the floor",
)
MATE_ROUNDED = Words(
    code="mate-rounded",
    place="direction",
    level="note",
    message="The ends stay round, with a radius of {radius:len}",
    do="Round the edges of the mate to it",
)
LEAF_SETS_DEPTH = Words(
    code="leaf-sets-depth",
    place="depths",
    level="note",
    message="The depth is the thickness of what lies in it",
    do="Set it by that part itself, and try it in scrap",
)
CLIMB_CUT = Words(
    code="climb-cut",
    place="direction",
    level="stop",
    message="With the wood on this side the bit pulls the router along: a climb cut",
    do="Go the other way, so that the bit works against the feed",
)
CLIMB_BOUNDS = Words(
    code="climb-bounds",
    place="direction",
    level="caution",
    message="A climb cut: only guided, clamped, with a bit up to 32 mm, at most 1 mm sideways and 6 mm² of section",
    do="Hold the router back, and follow with a conventional pass",
)
CLIMB_ON_TABLE = Words(
    code="climb-on-table",
    place="direction",
    level="stop",
    message="On the table this is a climb cut: the bit would tear the work out of your hands",
    do="Feed from the other side, against the rotation",
)
DOWN_CUT_LIFTS_ROUTER = Words(
    code="down-cut-lifts-router",
    place="direction",
    level="caution",
    message="A down-cut pushes the router up and packs the slot with chips",
    do="Press the router down and clear the chips between passes",
)
DOWN_CUT_PACKS = Words(
    code="down-cut-packs",
    place="depths",
    level="caution",
    message="{depth:len} is deeper than this {diameter:len} down-cut is wide: its chips pack in the slot",
    do="Clear the slot between passes, or take an up-cut",
)
UP_CUT_LIFTS_THIN_WORK = Words(
    code="up-cut-lifts-thin-work",
    place="hold",
    level="caution",
    message="An up-cut pulls work of {thickness:len} up towards the router",
    do="Hold the work down over its whole length",
)
BIT_WIDER_THAN_CUT = Words(
    code="bit-wider-than-cut",
    place="tool",
    level="stop",
    message="The bit is {diameter:len} and the cut {width:len}: it cuts too wide in one pass",
    do="Take a bit of {width:len} or less",
)
BASE_UNMEASURED = Words(
    code="base-unmeasured",
    place="guide",
    level="caution",
    message="The distance from the bit's axis to the guided side of this base has not been measured",
    do="Measure first: one cut along the fence in scrap, then axis to guided side = fence to cut + half the bit",
    typed_in="base.side",
)
NEEDS_HAND_ROUTER = Words(
    code="needs-hand-router",
    place="tool",
    level="stop",
    message="This router hangs under its table; a clamped straightedge guides a router held by hand",
    do="Take a router with a fixed or plunge base, or take the board to the table",
)
BASE_TIPS = Words(
    code="base-tips",
    place="guide",
    level="stop",
    message="In the last pass this base, {across:len} across, cannot bridge a cut {width:len} wide: it would tip into it",
    do="Screw a wider plate to the base; a wide channel can be routed as a recess from the middle outwards",
    setup=True,
)
