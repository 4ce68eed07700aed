"""Words of cautions: edges (R7, R11, R12)."""

from __future__ import annotations

from ranura.core.text.words import Words

OTHER_PROFILE = Words(
    code="other-profile", place="tool", level="stop", message="{profile:A} bit makes no {shape}", do="Take a bit of this shape"
)
OTHER_RADIUS = Words(
    code="other-radius",
    place="tool",
    level="stop",
    message="Its radius is {radius:len}; {wanted:len} is asked for",
    do="Take a bit of {wanted:len}, or change the radius",
)
SET_NEEDS_TABLE = Words(
    code="set-needs-table",
    place="guide",
    level="stop",
    message="A matched set is run over a table: its fence and the table set both boards of the joint alike",
    do="Take a router in a table",
)
OTHER_ANGLE = Words(
    code="other-angle",
    place="tool",
    level="stop",
    message="It cuts {angle:n}°; {wanted:n}° is asked for",
    do="Take a bit of {wanted:n}°, or change the angle",
)
WIDTH_BEYOND_BIT = Words(
    code="width-beyond-bit",
    place="tool",
    level="stop",
    message="At this depth the bit reaches {most:len} into the face, not {width:len}",
    do="Take a larger bit, or a smaller bearing",
)
SLOT_TOO_WIDE = Words(
    code="slot-too-wide",
    place="tool",
    level="stop",
    message="It cuts a slot {slot:len} wide; the groove is to be {groove:len}",
    do="Take a narrower slot cutter, or make the groove as wide as its slot",
)
SLOT_TOO_NARROW = Words(
    code="slot-too-narrow",
    place="tool",
    level="stop",
    message="A slot of {slot:len} makes a groove of at most {most:len}, and {groove:len} is asked for",
    do="Take a wider slot cutter, or cut from one face in more runs",
)
OPENING_TOO_SMALL_FOR_BIT = Words(
    code="opening-too-small-for-bit",
    place="tool",
    level="stop",
    message="The opening is {opening:len} across; a bit of {diameter:len} cannot start in it clear of the wood",
    do="Take a smaller bit, or cut the edge before the piece is put together",
)
BEARING_OVER_CORNER = Words(
    code="bearing-over-corner",
    place="tool",
    level="stop",
    message="A bearing of {bearing:len} does not follow an inside corner of radius {corner:len}",
    do="Take a smaller bearing, or a wider corner",
)
TOO_MANY_STAGES = Words(
    code="too-many-stages",
    place="depths",
    level="stop",
    message="Even in {count} stages, the most here, one is beyond school, power or stiffness",
    do="Take a stronger router, a thicker shank or a smaller profile",
)
FENCE_ON_CURVE = Words(
    code="fence-on-curve",
    place="guide",
    level="stop",
    message="A fence guides straight edges; the {edge} is curved or closed",
    do="Take a bit with a bearing",
)
NO_BEARING_ON_BIT = Words(
    code="no-bearing-on-bit",
    place="guide",
    level="stop",
    message="This bit has no bearing to ride on the edge",
    do="Set a fence, or take a bit with a bearing",
)
BEARING_MISSING = Words(
    code="bearing-missing",
    place="guide",
    level="stop",
    message="This needs a bearing of {missing:len}, not among those of this bit; the next leaves {left:n2} mm",
    do="Get that bearing, set a fence, or take the table, where the fence makes up the rest",
    needs="a bearing of {missing:len} for it",
)
BEARING_SPARES_THE_FENCE = Words(
    code="bearing-spares-the-fence",
    place="guide",
    level="note",
    message="A bearing of {missing:len} would ride on the edge, with no straightedge to clamp",
    do="Fine as it is; think of it when you buy",
)
BEARING_WITHOUT_EDGE = Words(
    code="bearing-without-edge",
    place="guide",
    level="stop",
    message="Only {contact:len} of the edge are left for the bearing to ride on; {needed:len} must be",
    do="Take another guide, another order, or a smaller profile",
    setup=True,
)
ORDER_WOULD_DO = Words(
    code="order-would-do",
    place="guide",
    level="caution",
    message="Earlier cuts took this edge; before them there would be enough of it",
    do="Move this cut before them: Move earlier, in its menu",
)
DEEP_RABBET = Words(
    code="deep-rabbet",
    place="depths",
    level="caution",
    message="{left:len} of the board's {thickness:len} are left: a thin tongue breaks",
    do="Leave at least a third of the thickness",
)
THIN_GROOVE_WALL = Words(
    code="thin-groove-wall",
    place="depths",
    level="caution",
    message="The wall beside the groove is {cheek:len} thick and {deep:len} high: it breaks off easily",
    do="Leave {least:len}, or make the groove shallower",
)
JOINT_FIRST = Words(
    code="joint-first",
    place="guide",
    level="stop",
    message="This edge has been cut already; jointing moves it in by {size:len} and takes part of that away",
    do="Move jointing before it: Move earlier, in its menu",
)
GUIDE_NOTCH = Words(
    code="guide-notch",
    place="guide",
    level="caution",
    message="The bit reaches {into:len} behind the face of the edge guide",
    do="Screw a wooden face {thick:about} thick or more to the guide, and let the bit cut its own notch into it before the work "
    "is cut",
)
GUIDE_GAP_USED = Words(
    code="guide-gap-used",
    place="guide",
    level="caution",
    message="The bit turns in the gap of {guide}, {into:len} behind its face",
    do="Unplugged, turn the bit by hand: it must pass the gap freely. Press on the guide's front half where the cut begins and "
    "on its rear half where it ends, or the bit dips in",
)
FENCE_WITHOUT_EDGE = Words(
    code="fence-without-edge",
    place="guide",
    level="stop",
    message="Only {contact:len} of the edge are left to run along the fence or guide; {needed:len} must be",
    do="Take another guide, another order, or a smaller profile",
    setup=True,
)
TEMPLATE_OUT_OF_REACH = Words(
    code="template-out-of-reach",
    place="guide",
    level="stop",
    message="The bearing meets only {contact:len} of a template below the board; {needed:len} must be",
    do="Take another guide, or a longer bit",
    setup=True,
)
STRAIGHTEDGE_OFF_BOARD = Words(
    code="straightedge-off-board",
    place="guide",
    level="stop",
    message="A straightedge on the face would lie {beyond:len} beyond the board",
    do="Take the bearing, or the table with its fence",
    setup=True,
)
FAR_SIDE_BY_HAND = Words(
    code="far-side-by-hand",
    place="guide",
    level="stop",
    message="The edge away from the fence is a matter of the table; this router is held by hand",
    do="Take the edge itself, by hand",
)
EDGE_UNKNOWN = Words(
    code="edge-unknown",
    place="guide",
    level="caution",
    message="Nobody has said yet how the guiding edge is; every bump of it is copied",
    do="Measure first: look along it and run a finger over it, and say so",
)
EDGE_SAWN = Words(
    code="edge-sawn",
    place="guide",
    level="caution",
    message="The bearing copies every mark of a sawn edge",
    do="Plane it first, or tape a straightedge below it for the bearing to ride on",
)
BEARING_BELOW = Words(
    code="bearing-below",
    place="hold",
    level="caution",
    message="Bearing and screw stand {below:len} below the board",
    do="Raise the work, or let it overhang the bench by {clear:rough}, clear of clamps and vice",
)
CORNER_LEFT_ROUND = Words(
    code="corner-left-round",
    place="guide",
    level="note",
    message="Inside corners come out round, with a radius of {radius:len}",
    do="Square them with a chisel, or round what goes in",
)
MUCH_OVERHANG = Words(
    code="much-overhang",
    place="depths",
    level="stop",
    message="{overhang:len} are to be taken through the thickness at once, more than {most:len}; a loose strip would fly",
    do="Saw or plane it closer first",
    needs="no more than {most:len} left to take",
    setup=True,
)
NOT_RAISED = Words(
    code="not-raised",
    place="depths",
    level="note",
    message="A {shape} gets thinner upwards, so it cannot be raised in stages; here it takes {n}",
    do="By hand a larger bearing makes a lighter stage; on the table the fence does",
)
CLIMB_START = Words(
    code="climb-start",
    place="direction",
    level="caution",
    message="The house begins an edge with a short climb: {length:rough}, from inside to the corner, at most 1 mm and 6 mm²",
    do="Hold the router back with both hands; then run the whole edge the right way",
)
CLIMB_FIRST = Words(
    code="climb-first",
    place="direction",
    level="caution",
    message="The first pass is a light climb, the other way round: the bit pulls the router along",
    do="Hold it back, keep the bearing on, then follow with the conventional passes",
)
FIBRES_LIFT = Words(
    code="fibres-lift",
    place="direction",
    level="caution",
    message="The fibres dive into the wood along the {edge}, up to {worst:n0}°: they split off ahead of the bit",
    do="Lighter last pass, a sharp bit, or turn the board over with the bearing at the other end",
)
FIBRES_LIFT_CLIMB = Words(
    code="fibres-lift-climb",
    place="direction",
    level="caution",
    message="The fibres dive into the wood along the {edge}, up to {worst:n0}°: they split off ahead of the bit",
    do="A light climb pass first, as the house allows, then a light last pass with a sharp bit",
)
FIBRES_LIFT_TURNED = Words(
    code="fibres-lift-turned",
    place="direction",
    level="caution",
    message="Turned over, the fibres dive in other places, along the {edge}, up to {worst:n0}°",
    do="Look where they lift before the second face, and go as lightly there",
)
END_GRAIN_OUT = Words(
    code="end-grain-out",
    place="hold",
    level="caution",
    message="Where the bit leaves the {edge} the end grain breaks out",
    do="Clamp a backer there, level with the edge",
)
BURNS_PROFILE = Words(
    code="burns-profile",
    place="feed",
    level="caution",
    message="{wood} burns easily, and a {shape} more than a straight cut{state}",
    do="Do not stop on the way; move faster and take less, or slow the spindle",
)
BURN_REPAIR = Words(
    code="burn-repair",
    place="feed",
    level="note",
    message="A burnt profile keeps its shape when it is scraped, not sanded",
    do="Damp it, let it dry somewhat, and scrape with this very bit held in the hand, router unplugged; or take a light last "
    "pass",
)
NOTHING_HOLDS = Words(
    code="nothing-holds",
    place="hold",
    level="stop",
    message="The base covers the whole board, and the cut is too heavy for a mat",
    do="Take a larger blank, the table, or a base that covers less",
)
NOT_WEDGED = Words(
    code="not-wedged",
    place="hold",
    level="stop",
    message="No two opposite sides are left between which boards could wedge it",
    do="Cut two opposite edges first and the others after them, or tape it on a smaller board below",
)
BEARING_CUTS_TOO_WIDE = Words(
    code="bearing-cuts-too-wide",
    place="guide",
    level="caution",
    message="The nearest bearing, {bearing:len}, cuts {over:n2} mm too wide",
    do="By hand take the larger one; on a table set the fence that much proud of the bearing",
)
NO_BEARING_BY_HAND = Words(
    code="no-bearing-by-hand",
    place="guide",
    level="stop",
    message="Every bearing here cuts wider than {width:len}",
    do="Get a bearing of {missing:len}, or use the table with a fence",
)
