"""Words of cautions: channels over a router table (R7, R8, R15)."""

from __future__ import annotations

from ranura.core.text.kinds import Table, Words

WORDS: Table = {
    "needs-table": Words(
        place="guide",
        level="stop",
        message="A table's fence guides the board over a router that hangs below it",
        do="Take a router in a table, or a guide for the hand",
    ),
    "fence-beyond-table": Words(
        place="guide",
        level="stop",
        message="The fence would stand {setting:len} from the bit; this table lets it go back by {most:len}",
        do="Take the router by hand, along a clamped straightedge",
    ),
    "turned-on-table": Words(
        place="guide",
        level="stop",
        message="A table's fence guides the board's own edge, and this cut runs at an angle to it",
        do="Take the router by hand, along a clamped straightedge",
    ),
    "pair-on-table": Words(
        place="guide",
        level="stop",
        message="Two boards cut together as a pair do not stay together over a table",
        do="Clamp them side by side and take the router by hand, or cut each by itself",
    ),
    "undercut-on-table": Words(
        place="guide",
        level="stop",
        message="Over a table a board cannot be lifted off a bit that is wider below its mouth, whatever goes wrong",
        do="Take the router by hand",
    ),
    "lifts-off-table": Words(
        place="tool",
        level="stop",
        message="{kind:A} bit pushes away from its motor: over a table it lifts the work",
        do="Take a straight or an up-cut bit, or the router by hand",
    ),
    "lowered-onto-bit": Words(
        place="guide",
        level="caution",
        message="A stopped cut begins by lowering the board onto the turning bit",
        do="Clamp the blocks to the fence, rest the right end against its block and lower the left end last; never without them",
    ),
    "lifted-off-bit": Words(
        place="guide",
        level="caution",
        message="A stopped cut ends by lifting the board off the bit",
        do="Clamp the block to the fence; against it switch off and wait until the bit stands, and only then lift",
    ),
    "support-the-board": Words(
        place="hold",
        level="caution",
        message="A board of {length:rough} tips off a table {across:rough} wide",
        do="Support it before and behind the table, at its height",
    ),
}
