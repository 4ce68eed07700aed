"""Words of cautions: edges, their profiles, what a bearing rides on, grain, the table (R3, R7, R11, R12, R15)."""

from __future__ import annotations

from ranura.core.text.kinds import Table, Words

WORDS: Table = {
    # Choosing a bit for a shape
    "other-profile": Words(place="tool", level="stop", message="{profile:A} bit makes no {shape}", do="Take a bit of this shape"),
    "other-radius": Words(
        place="tool",
        level="stop",
        message="Its radius is {radius:len}; {wanted:len} is asked for",
        do="Take a bit of {wanted:len}, or change the radius",
    ),
    "other-angle": Words(
        place="tool",
        level="stop",
        message="It cuts {angle:n}°; {wanted:n}° is asked for",
        do="Take a bit of {wanted:n}°, or change the angle",
    ),
    "width-beyond-bit": Words(
        place="tool",
        level="stop",
        message="At this depth the bit reaches {most:len} into the face, not {width:len}",
        do="Take a larger bit, or a smaller bearing",
    ),
    "opening-too-small-for-bit": Words(
        place="tool",
        level="stop",
        message="The opening is {opening:len} across; a bit of {diameter:len} cannot start in it clear of the wood",
        do="Take a smaller bit, or cut the edge before the piece is put together",
    ),
    "bearing-over-corner": Words(
        place="tool",
        level="stop",
        message="A bearing of {bearing:len} does not follow an inside corner of radius {corner:len}",
        do="Take a smaller bearing, or a wider corner",
    ),
    "too-many-stages": Words(
        place="depths",
        level="stop",
        message="Even in {count} stages, the most here, one is beyond school, power or stiffness",
        do="Take a stronger router, a thicker shank or a smaller profile",
    ),
    # R11 guides
    "fence-on-curve": Words(
        place="guide",
        level="stop",
        message="A fence guides straight edges; the {edge} is curved or closed",
        do="Take a bit with a bearing",
    ),
    "no-bearing-on-bit": Words(
        place="guide",
        level="stop",
        message="This bit has no bearing to ride on the edge",
        do="Set a fence, or take a bit with a bearing",
    ),
    "bearing-missing": Words(
        place="guide",
        level="stop",
        message="This needs a bearing of {missing:len}, not among those of this bit; the next leaves {left:n2} mm",
        do="Get that bearing, set a fence, or take the table, where the fence makes up the rest",
    ),
    "bearing-spares-the-fence": Words(
        place="guide",
        level="note",
        message="A bearing of {missing:len} would ride on the edge, with no straightedge to clamp",
        do="Fine as it is; think of it when you buy",
    ),
    "bearing-without-edge": Words(
        place="guide",
        level="stop",
        message="Only {contact:len} of the edge are left for the bearing to ride on; {needed:len} must be",
        do="Take another guide, another order, or a smaller profile",
    ),
    "order-would-do": Words(
        place="guide",
        level="caution",
        message="Earlier cuts took this edge; before them there would be enough of it",
        do="Move this cut before them: Move earlier, in its menu",
    ),
    "guide-notch": Words(
        place="guide",
        level="caution",
        message="The bit reaches {into:len} behind the face of the edge guide",
        do="Screw a wooden face to the guide, and let the bit cut its own notch into it before the work is cut",
    ),
    "fence-without-edge": Words(
        place="guide",
        level="stop",
        message="Only {contact:len} of the edge are left to run along the fence or guide; {needed:len} must be",
        do="Take another guide, another order, or a smaller profile",
    ),
    "template-out-of-reach": Words(
        place="guide",
        level="stop",
        message="The bearing meets only {contact:len} of a template below the board; {needed:len} must be",
        do="Take another guide, or a longer bit",
    ),
    "straightedge-off-board": Words(
        place="guide",
        level="stop",
        message="A straightedge on the face would lie {beyond:len} beyond the board",
        do="Take the bearing, or the table with its fence",
    ),
    "far-side-by-hand": Words(
        place="guide",
        level="stop",
        message="The edge away from the fence is a matter of the table; this router is held by hand",
        do="Take the edge itself, by hand",
    ),
    "edge-unknown": Words(
        place="guide",
        level="caution",
        message="Nobody has said yet how the guiding edge is; every bump of it is copied",
        do="Measure first: look along it and run a finger over it, and say so",
    ),
    "edge-sawn": Words(
        place="guide",
        level="caution",
        message="The bearing copies every mark of a sawn edge",
        do="Plane it first, or tape a straightedge below it for the bearing to ride on",
    ),
    "bearing-below": Words(
        place="hold",
        level="caution",
        message="Bearing and screw stand {below:len} below the board",
        do="Raise the work, or let it overhang the bench by {clear:rough}, clear of clamps and vice",
    ),
    "corner-left-round": Words(
        place="guide",
        level="note",
        message="Inside corners come out round, with a radius of {radius:len}",
        do="Square them with a chisel, or round what goes in",
    ),
    "much-overhang": Words(
        place="depths",
        level="caution",
        message="{overhang:len} stand out, more than {most:len}",
        do="Saw or plane it closer first",
    ),
    "not-raised": Words(
        place="depths",
        level="note",
        message="A {shape} gets thinner upwards, so it cannot be raised in stages; here it takes {n}",
        do="By hand a larger bearing makes a lighter stage; on the table the fence does",
    ),
    # R7 direction, climb, grain
    "trapped": Words(
        place="direction",
        level="stop",
        message="The strip would run between fence and bit, with the fresh wood on the fence's side: trapped, whichever way it "
        "is fed, and thrown",
        do="Turn the board round, so that the edge against the fence is cut",
    ),
    "climb-start": Words(
        place="direction",
        level="caution",
        message="The house begins an edge with a short climb: {length:rough}, from inside to the corner, at most 1 mm and 6 mm²",
        do="Hold the router back with both hands; then run the whole edge the right way",
    ),
    "climb-first": Words(
        place="direction",
        level="caution",
        message="The first pass is a light climb, the other way round: the bit pulls the router along",
        do="Hold it back, keep the bearing on, then follow with the conventional passes",
    ),
    "fibres-lift": Words(
        place="direction",
        level="caution",
        message="The fibres dive into the wood along the {edge}, up to {worst:n0}°: they split off ahead of the bit",
        do="Lighter last pass, a sharp bit, or turn the board over with the bearing at the other end",
    ),
    "fibres-lift-climb": Words(
        place="direction",
        level="caution",
        message="The fibres dive into the wood along the {edge}, up to {worst:n0}°: they split off ahead of the bit",
        do="A light climb pass first, as the house allows, then a light last pass with a sharp bit",
    ),
    "fibres-lift-turned": Words(
        place="direction",
        level="caution",
        message="Turned over, the fibres dive in other places, along the {edge}, up to {worst:n0}°",
        do="Look where they lift before the second face, and go as lightly there",
    ),
    "end-grain-out": Words(
        place="hold",
        level="caution",
        message="Where the bit leaves the {edge} the end grain breaks out",
        do="Clamp a backer there, level with the edge",
    ),
    # R4 burning
    "burns-profile": Words(
        place="feed",
        level="caution",
        message="{wood} burns easily, and a {shape} more than a straight cut{state}",
        do="Do not stop on the way; move faster and take less, or slow the spindle",
    ),
    "burn-repair": Words(
        place="feed",
        level="note",
        message="A burnt profile keeps its shape when it is scraped, not sanded",
        do="Damp it, let it dry somewhat, and scrape with this very bit held in the hand, router unplugged; or take a light last "
        "pass",
    ),
    # The table
    "no-starting-pin": Words(
        place="guide",
        level="stop",
        message="No fence guides this, and nobody said that a starting pin stands in the table: the bit grabs the work",
        do="Set a starting pin and say so, or take the router by hand",
    ),
    "starting-pin": Words(
        place="guide",
        level="caution",
        message="No fence guides this: the work starts against the pin, or the bit grabs it",
        do="Rest the work on the pin, swing it onto the bearing, and only then leave the pin",
    ),
    "narrow-end": Words(
        place="guide",
        level="caution",
        message="An end of {width:len} is too narrow to run along a fence by itself",
        do="Push it with a mitre gauge or a sled, with a backer behind it",
    ),
    "close-the-opening": Words(
        place="guide",
        level="caution",
        message="A piece of {length:len} can dip into an opening of {opening:len}",
        do="Close the fence's opening with a strip that the bit cuts through itself",
    ),
    "hands-away": Words(
        place="hold",
        level="caution",
        message="Hands come closer than 75 mm to the bit on a board of {width:len}",
        do="Feed it with push blocks",
    ),
    "carrier": Words(
        place="hold",
        level="caution",
        message="A part of {length:len} × {width:len} is not held in the hand at the bit",
        do="Rout it on a larger blank and cut it free; or take a carrier or sled that keeps hands 75 mm away",
    ),
    "feather-boards": Words(
        place="hold",
        level="note",
        message="A cut in one plane shows every lift of the work",
        do="Set feather boards against fence and table",
    ),
    "nothing-holds": Words(
        place="hold",
        level="stop",
        message="The base covers the whole board, and the cut is too heavy for a mat",
        do="Take a larger blank, the table, or a base that covers less",
    ),
}
