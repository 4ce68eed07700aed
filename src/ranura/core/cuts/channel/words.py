"""Words of cautions: channels (R7, R8, R13, R14)."""

from __future__ import annotations

from ranura.core.text.words import Words

OTHER_FLOOR = Words(
    code="other-floor",
    place="tool",
    level="stop",
    message="{profile:A} bit does not leave the floor that is asked for",
    do="Take a round-nose bit for a round floor, a V bit for a pointed one",
)
GROOVE_OF_OTHER_WIDTH = Words(
    code="groove-of-other-width",
    place="tool",
    level="stop",
    message="At this depth the bit cuts {cuts:len} wide, not {width:len}",
    do="Take a bit of another size, or change width or depth to what it cuts",
)
NOT_ALONG_AN_EDGE = Words(
    code="not-along-an-edge",
    place="guide",
    level="stop",
    message="An edge guide follows an edge, and this cut runs at an angle to it",
    do="Take a clamped straightedge",
    setup=True,
)
EDGE_COVERED = Words(
    code="edge-covered",
    place="guide",
    level="stop",
    message="In its carrier the work has no free edge for an edge guide to bear on",
    do="Clamp a straightedge on the carrier",
    setup=True,
)
GUIDE_RANGE = Words(
    code="guide-range",
    place="guide",
    level="stop",
    message="{guide} would be set to {setting:len}; with these rods it reaches from {low:len} to {high:len}",
    do="Measure from the other edge, or take a clamped straightedge",
    setup=True,
)
GUIDE_GAP = Words(
    code="guide-gap",
    place="guide",
    level="caution",
    message="This guide has a gap at the bit and dips into it where it leaves the {edge}",
    do="Close the gap, or screw a continuous face to it",
)
NO_JIG_FOR_PAIR = Words(
    code="no-jig-for-pair",
    place="guide",
    level="stop",
    message="No cut-line jig was made with this bit in this router",
    do="Make one for the pair, or take a clamped straightedge",
    setup=True,
)
JIG_OUTDATED = Words(
    code="jig-outdated",
    place="guide",
    level="stop",
    message="The jig was made when the bit was {was:fine} wide and the base {base_was:fine}; now they are {now:fine} and "
    "{base_now:fine}",
    do="Trim it again with this pair, or take a clamped straightedge",
    setup=True,
)
BASE_ENDS_UNMEASURED = Words(
    code="base-ends-unmeasured",
    place="guide",
    level="caution",
    message="How far the base reaches before and behind the bit is not known; {taken:len} is taken",
    do="Measure first, from the bit's axis to the base's front and back",
    typed_in="base.front",
)
MATE_UNMEASURED = Words(
    code="mate-unmeasured",
    place="tool",
    level="caution",
    message="The part that is to fit has not been measured; sheet goods are thinner than their name",
    do="Measure first, with a caliper, in several places",
    typed_in="mate",
)
ONE_PASS_FITS = Words(
    code="one-pass-fits",
    place="tool",
    level="caution",
    message="{bit} makes it in one pass, {off:fine} narrower than asked for: {left:fine} of room is left for the part",
    do="Make the test cut in scrap and try the part in it first; a second pass so thin would only rub",
)
NO_CLEARING_BIT = Words(
    code="no-clearing-bit",
    place="depths",
    level="stop",
    message="Nothing clears the way: no straight bit here is {neck:len} or less and long enough",
    do="Get a straight bit no wider than the neck; without it the head would push through solid wood",
)
CLEAR_FIRST = Words(
    code="clear-first",
    place="depths",
    level="note",
    message="{bit} clears the way first, all stations before the bit is changed",
    do="Leave the fence where it is between both",
)
FREEHAND_ONE_LINE = Words(
    code="freehand-one-line",
    place="guide",
    level="stop",
    message="By eye only a line as wide as the bit is followed; this one takes several passes side by side",
    do="Take a bit of that width, or a straightedge",
    setup=True,
)
DEEP_FOR_THE_BOARD = Words(
    code="deep-for-the-board",
    place="depths",
    level="caution",
    message="{depth:len} takes more than half of the board, which is {thickness:len} thick",
    do="Keep a dado to about a third of the thickness",
)
FENCE_OFF_BOARD = Words(
    code="fence-off-board",
    place="guide",
    level="stop",
    message="The fence would lie {outside:len} beyond the board",
    do="Lay a board of the same thickness beside the work and say so, or take another guide",
    needs="a board of the same thickness beside the work",
    setup=True,
)
FENCE_ON_SUPPORT = Words(
    code="fence-on-support",
    place="guide",
    level="note",
    message="The fence reaches {outside:len} past the board and rests on the board beside it",
    do="Check that both are of the same thickness, with no step between them",
)
STRAIGHTEDGE_SHORT = Words(
    code="straightedge-short",
    place="guide",
    level="caution",
    message="The fence needs {needed:rough}; the longest straightedge here is {longest:rough}",
    do="Take a longer straight piece, and check it with a line",
)
NEEDS_TABLE = Words(
    code="needs-table",
    place="guide",
    level="stop",
    message="A table's fence guides the board over a router that hangs below it",
    do="Take a router in a table, or a guide for the hand",
)
FENCE_BEYOND_TABLE = Words(
    code="fence-beyond-table",
    place="guide",
    level="stop",
    message="The fence would stand {setting:len} from the bit; this table lets it go back by {most:len}",
    do="Take the router by hand, along a clamped straightedge",
    setup=True,
)
TURNED_ON_TABLE = Words(
    code="turned-on-table",
    place="guide",
    level="stop",
    message="A table's fence guides the board's own edge, and this cut runs at an angle to it",
    do="Take the router by hand, along a clamped straightedge",
    setup=True,
)
PAIR_ON_TABLE = Words(
    code="pair-on-table",
    place="guide",
    level="stop",
    message="Two boards cut together as a pair do not stay together over a table",
    do="Clamp them side by side and take the router by hand, or cut each by itself",
    setup=True,
)
PROUD_OF_THE_JAWS = Words(
    code="proud-of-the-jaws",
    place="hold",
    level="caution",
    message="The guide's face hangs down beside the board, where the jaws of the vice grip it",
    do="Let the board stand out of the jaws by more than the guide is deep, and slide it past them once before",
)
UNDERCUT_ON_TABLE = Words(
    code="undercut-on-table",
    place="guide",
    level="stop",
    message="Over a table a board cannot be lifted off a bit that is wider below its mouth, whatever goes wrong",
    do="Take the router by hand",
    setup=True,
)
LOWERED_ONTO_BIT = Words(
    code="lowered-onto-bit",
    place="guide",
    level="caution",
    message="A stopped cut begins by lowering the board onto the turning bit",
    do="Clamp the blocks to the fence, rest the {trailing} against the right-hand block and lower the {leading} last; "
    "never without them. With a plunge base the same cut is made by hand",
)
LIFTED_OFF_BIT = Words(
    code="lifted-off-bit",
    place="guide",
    level="caution",
    message="A stopped cut ends by lifting the board off the bit",
    do="Clamp the board or use a foot switch; at the block switch off, wait until the bit stands, and only then lift",
)
SUPPORT_THE_BOARD = Words(
    code="support-the-board",
    place="hold",
    level="caution",
    message="A board of {length:rough} tips off a table {across:rough} wide",
    do="Support it before and behind the table, at its height",
)
DOVETAIL_WITHOUT_CLEARING = Words(
    code="dovetail-without-clearing",
    place="depths",
    level="caution",
    message="No straight bit here is {mouth:len} or less: the dovetail cuts the whole section at once",
    do="Stay within 6 mm in hardwood and 8 mm in softwood, feed evenly, clear the chips",
)
TOO_DEEP_UNCLEARED = Words(
    code="too-deep-uncleared",
    place="depths",
    level="stop",
    message="{depth:len} is too deep for a dovetail bit without clearing; here {limit:len} is the most",
    do="Get a straight bit narrow enough, or make the socket shallower",
)
TAPER_WANTS_STRAIGHTEDGE = Words(
    code="taper-wants-straightedge",
    place="guide",
    level="stop",
    message="A socket is tapered by turning a straightedge that stands towards the {end}; here it is guided otherwise",
    do="Guide it by a straightedge, with room for that between the socket and the {end}",
    setup=True,
)
TAPERED = Words(
    code="tapered",
    place="guide",
    level="note",
    message="After the straight pass a second one widens the near end by {taper:fine}, towards the {end}",
    do="Leave the straightedge clamped at the far edge, move its near end {out:fine} away from the socket, and run it once more",
)
