"""Words of cautions: cuts by template (R9, R10)."""

from __future__ import annotations

from ranura.core.text.words import Words

OUTLINE_CHANGED = Words(
    code="outline-changed",
    place="guide",
    level="caution",
    message="{name} has changed since this cut was planned; this is what it is now",
    do="Look whether it is still what you want, and make the template anew",
)
CORNERS_NOT_ENTERED = Words(
    code="corners-not-entered",
    place="guide",
    level="stop",
    message="At {count:n0} places {deep:len} or more of the wood that is to stay would go: the guide does not enter there",
    do="Take a smaller bushing or bearing, or draw these corners with a radius of {radius:len} or more",
)
NO_INLAY_SET = Words(
    code="no-inlay-set",
    place="guide",
    level="stop",
    message="There is no inlay set on the shelf: a bushing with a ring over it",
    do="Get one whose ring has a wall as thick as the bit, {bit:len}",
    setup=True,
)
NO_ROOM_IN_INLAY_SET = Words(
    code="no-room-in-inlay-set",
    place="guide",
    level="stop",
    message="A bit of {diameter:len} does not turn in the bushing of the inlay set, {od:len} outside",
    do="Take a thinner bit",
    setup=True,
)
INLAY_LOOSE = Words(
    code="inlay-loose",
    place="guide",
    level="caution",
    message="The plug is {gap:len} smaller than its recess on every side",
    do="Take a bit as wide as the ring's wall is thick, or fill the gap with glue and dust",
)
INLAY_TOO_LOOSE = Words(
    code="inlay-too-loose",
    place="guide",
    level="stop",
    message="With this bit the plug would be {gap:len} smaller than its recess on every side",
    do="Take a bit as wide as the ring's wall is thick, {wall:len}",
    setup=True,
)
INLAY_BORE_UNKNOWN = Words(
    code="inlay-bore-unknown",
    place="guide",
    level="caution",
    message="The bore of this bushing was not measured; it is {clear:len} wider outside than the bit",
    do="Turn the bit by hand first: it must stay clear all round",
)
PLUG_TOO_LARGE = Words(
    code="plug-too-large",
    place="guide",
    level="stop",
    message="The plug is {over:len} larger than its recess on every side: it does not enter",
    do="Take a bit at least as wide as the ring's wall is thick, {wall:len}",
    setup=True,
)
PLUG_IS_PROUD = Words(
    code="plug-is-proud",
    place="depths",
    level="note",
    message="The plug is cut {extra:len} deeper than its recess, and stands proud by that",
    do="Saw it off below the groove, glue it in, and plane it flush when the glue is dry",
)
WASTE_TOO_WIDE = Words(
    code="waste-too-wide",
    place="tool",
    level="stop",
    message="The saw left {waste:len} outside of the line; this bit takes {most:len} at most",
    do="Saw nearer to the line, or take a thicker bit",
)
NO_TIP_BEARING = Words(
    code="no-tip-bearing",
    place="tool",
    level="stop",
    message="{profile:A} bit has no bearing at its tip to follow a template below the work",
    do="Take a flush-trim bit",
)
TIP_BEARING_IN_WAY = Words(
    code="tip-bearing-in-way",
    place="tool",
    level="stop",
    message="The bearing at its tip would run into the wood before the cut is through",
    do="Take a bit with a bearing at the shank alone",
)
TIP_BEARING_MEETS_BENCH = Words(
    code="tip-bearing-meets-bench",
    place="guide",
    level="stop",
    message="Below a template of {thickness:len} the bearing's screw would meet the bench; {needed:len} are needed",
    do="Make it thicker, or lay it on a smaller board that raises it",
    setup=True,
)
TIP_TAKES_ALL_AT_ONCE = Words(
    code="tip-takes-all-at-once",
    place="depths",
    level="stop",
    message="The bearing at the tip sets one depth, {depth:len} at once; {step:len} are all that power and bit bear here",
    do="Saw nearer to the line, or follow a template above the work in steps",
)
HOLES_BY_HAND = Words(
    code="holes-by-hand",
    place="guide",
    level="stop",
    message="It has holes: over a table the bit would have to come up inside the wood",
    do="Take the router by hand; or cut the holes first, as a cut of their own",
    setup=True,
)
SAWN_PART_ON_TAPE = Words(
    code="sawn-part-on-tape",
    place="hold",
    level="stop",
    message="The bit goes all round a part that is sawn out: no clamp, dog or vice stays clear of it",
    do="Hold it from below, by tape or vacuum, on a board larger than it",
)
NO_BEARING_AT_BOTH_ENDS = Words(
    code="no-bearing-at-both-ends",
    place="tool",
    level="stop",
    message="A {profile} has no bearing at both ends, which a part needs that is turned over with its template",
    do="Take a bit with a bearing at the tip and one at the shank, or cut it from one face",
)
CUT_FROM_BOTH_FACES = Words(
    code="cut-from-both-faces",
    place="direction",
    level="note",
    message="On {count:n0} stretches, {long:rough} in all, the fibres would lift this way up; the drawing numbers them",
    do="Mark them on the wood; they are cut when it is turned over",
)
NOTHING_TO_LIE_ON = Words(
    code="nothing-to-lie-on",
    place="hold",
    level="stop",
    message="Turned over, the part lies on a board {smaller:len} smaller than it all round; so narrow a part has none to lie on",
    do="Cut it from one face",
)
NOTHING_TO_TURN = Words(
    code="nothing-to-turn",
    place="direction",
    level="note",
    message="The fibres lift nowhere along this outline that could be cut by itself: one face is enough",
    do="Cut all of it this way up",
)
FIBRES_LIFT_ALONG = Words(
    code="fibres-lift-along",
    place="direction",
    level="note",
    message="Along the outline the fibres lift on {count:n0} stretches, {long:rough} in all; the drawing numbers them",
    do="A sharp bit, full speed and a slow feed there; or cut them from the other face, with the template mirrored",
)
FEEL_THE_EDGE = Words(
    code="feel-the-edge",
    place="guide",
    level="note",
    message="Every bump of the template's edge is copied into the work",
    do="Feel along it before the first part; fill and sand what the finger finds",
)
NO_TRACING_BIT = Words(
    code="no-tracing-bit",
    place="tool",
    level="stop",
    message="No smaller bit here traces its line: none follows the same template {offset:fine} beside it",
    do="Get a bushing, or a bearing, that stands out round a small bit by as much; or cut it with one bit",
    setup=True,
)
TRACE_FIRST = Words(
    code="trace-first",
    place="depths",
    level="note",
    message="{bit} in {guide} traces the line first, {depth:len} deep; {larger} goes through along it, on the same template",
    do="Leave the template where it is while bit and bushing are changed",
)
TRACE_TOO_DEEP = Words(
    code="trace-too-deep",
    place="depths",
    level="stop",
    message="In a trace {traced:len} deep the larger bit's first pass, {first:len}, would cut with the flank that pulls it along",
    do="Trace {most:len} at most, so that its first pass goes deeper than that",
)
LARGER_STAYS_OUT = Words(
    code="larger-stays-out",
    place="guide",
    level="stop",
    message="The larger bit does not get along every edge that the small one traces",
    do="Take a less wide bit, or cut it with the small bit alone",
    setup=True,
)
ROUNDER_BELOW_TRACE = Words(
    code="rounder-below-trace",
    place="guide",
    level="note",
    message="Below the trace {count:n0} corners stay rounder, {radius:len}: the larger ring does not enter them",
    do="Pare them down from the trace, whose walls lead the chisel",
)
NO_CLIMB_ROUND_A_PART = Words(
    code="no-climb-round-a-part",
    place="direction",
    level="note",
    message="The house allows a light climb, but for clamped work, and no clamp stays clear of what is gone all round",
    do="Slowly there with a sharp bit, or turn it over",
)
NO_CLIMB_IN_A_SLOT = Words(
    code="no-climb-in-a-slot",
    place="direction",
    level="note",
    message="The house allows a light climb, but not here: it takes {1:about} at most, and along this wall the bit takes more",
    do="Slowly there with a sharp bit",
)
