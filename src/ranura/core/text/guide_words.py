"""Words of cautions: direction and guides (R7, R8)."""

from __future__ import annotations

from ranura.core.text.kinds import Table, Words

WORDS: Table = {
    "climb-cut": Words(
        place="direction",
        level="stop",
        message="With the wood on this side the bit pulls the router along: a climb cut",
        do="Go the other way, so that the bit works against the feed",
    ),
    "climb-bounds": Words(
        place="direction",
        level="caution",
        message="A climb cut: only guided, clamped, with a bit up to 32 mm, at most 1 mm sideways and 6 mm² of section",
        do="Hold the router back, and follow with a conventional pass",
    ),
    "climb-on-table": Words(
        place="direction",
        level="stop",
        message="On the table this is a climb cut: the bit would tear the work out of your hands",
        do="Feed from the other side, against the rotation",
    ),
    "down-cut-lifts-router": Words(
        place="direction",
        level="caution",
        message="A down-cut pushes the router up and packs the slot with chips",
        do="Press the router down and clear the chips between passes",
    ),
    "down-cut-packs": Words(
        place="depths",
        level="caution",
        message="{depth:len} is deeper than this {diameter:len} down-cut is wide: its chips pack in the slot",
        do="Clear the slot between passes, or take an up-cut",
    ),
    "up-cut-lifts-thin-work": Words(
        place="hold",
        level="caution",
        message="An up-cut pulls work of {thickness:len} up towards the router",
        do="Hold the work down over its whole length",
    ),
    "bit-wider-than-cut": Words(
        place="tool",
        level="stop",
        message="The bit is {diameter:len} and the cut {width:len}: it cuts too wide in one pass",
        do="Take a bit of {width:len} or less",
    ),
    "fence-off-board": Words(
        place="guide",
        level="stop",
        message="The fence would lie {outside:len} beyond the board",
        do="Lay a board of the same thickness beside the work and say so, or take another guide",
    ),
    "fence-on-support": Words(
        place="guide",
        level="note",
        message="The fence reaches {outside:len} past the board and rests on the board beside it",
        do="Check that both are of the same thickness, with no step between them",
    ),
    "base-unmeasured": Words(
        place="guide",
        level="caution",
        message="The distance from this base's edge to the bit has not been measured",
        do="Measure first: one cut along the fence in scrap, then base = fence to cut + half the bit",
    ),
    "needs-hand-router": Words(
        place="tool",
        level="stop",
        message="This router hangs under its table; a clamped straightedge guides a router held by hand",
        do="Take a router with a fixed or plunge base, or take the board to the table",
    ),
    "base-tips": Words(
        place="guide",
        level="stop",
        message="In the last pass this base, {across:len} across, cannot bridge a cut {width:len} wide: it would tip into it",
        do="Screw a wider plate to the base; a wide channel can be routed as a recess from the middle outwards",
    ),
    "straightedge-short": Words(
        place="guide",
        level="caution",
        message="The fence needs {needed:rough}; the longest straightedge here is {longest:rough}",
        do="Take a longer straight piece, and check it with a line",
    ),
    "bushing-too-tight": Words(
        place="guide",
        level="stop",
        message="{turning:len} turn in a bore of {bore:len}: {clear:len} are left and {needed:len} must be",
        do="Take a larger bushing, or a smaller bit",
    ),
    "bushing-close": Words(
        place="guide",
        level="caution",
        message="Only {clear:len} are left around the bit in the bushing",
        do="Centre it with a cone, and clear the chips often",
    ),
    "bore-unknown": Words(
        place="guide", level="caution", message="The bushing's bore is not known; {bore:len} is taken", do="Measure first"
    ),
    "bushing-too-long": Words(
        place="guide",
        level="stop",
        message="The bushing is {length:len} long and the template {thickness:len} thick: it would rub on the work",
        do="Shim the template, or take a shorter bushing",
    ),
    "never-lift": Words(
        place="guide",
        level="caution",
        message="The bit is wider than the bushing's bore: lifted while it turns, it strikes the bushing",
        do="Set and lock the height before the bushing goes on, lock the plunge, and never lift until the bit stands still",
    ),
    "bushing-inside-bit": Words(
        place="guide",
        level="stop",
        message="A straight bit of {diameter:len} is wider than the bushing, {od:len}",
        do="Take a larger bushing, or a smaller bit",
    ),
    "template-vanishes": Words(
        place="guide",
        level="stop",
        message="The part is too small for this bushing: nothing of the template would be left",
        do="Take a smaller bushing, or a template outside the part",
    ),
    "corner-rounded": Words(
        place="guide",
        level="note",
        message="The corners come out with a radius of {smallest:len}; {asked:len} is smaller than this pair can cut",
        do="Square them with a chisel, round the mate, or take a smaller bit or bushing",
    ),
    "bushing-cannot-enter": Words(
        place="guide", level="stop", message="The narrowest recess of this bit is {narrowest:len}", do="Take a smaller bit"
    ),
    "plug-will-not-enter": Words(
        place="guide",
        level="caution",
        message="The plug is {over:n2} mm a side too large for its recess",
        do="Take a ring whose wall is as thick as the bit, or sand the plug",
    ),
    "bearing-cuts-too-wide": Words(
        place="guide",
        level="caution",
        message="The nearest bearing, {bearing:len}, cuts {over:n2} mm too wide",
        do="By hand take the larger one; on a table set the fence that much proud of the bearing",
    ),
    "no-bearing-by-hand": Words(
        place="guide",
        level="stop",
        message="Every bearing here cuts wider than {width:len}",
        do="Get a bearing of {missing:len}, or use the table with a fence",
    ),
}
