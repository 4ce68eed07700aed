"""Words of cautions: a board that stands on the table and goes along a tall fence (R13, R15, R21)."""

from __future__ import annotations

from ranura.core.text.words import Words

STANDS_ON_THE_TABLE = Words(
    code="stands-on-the-table",
    place="tool",
    level="stop",
    message="This is cut with the board standing on the table, along its fence",
    do="Take the router in the table",
    setup=True,
)
TALL_FENCE = Words(
    code="tall-fence",
    place="guide",
    level="note",
    message="The board stands {high:rough} high on {thick:len} of wood",
    do="Screw a tall fence to the table's own, at least {least:rough} high and square to the table; press the board on with "
    "feather boards above and beside the bit",
)
OPENING_UNDER_THE_END = Words(
    code="opening-under-the-end",
    place="guide",
    level="caution",
    message="The board stands on {thick:len}, and the smallest ring leaves an opening of {opening:len}: it would drop in",
    do="Lay a thin board with a hole for the bit over the table, and set the height from that",
)
PUSHED_WITH_A_BLOCK = Words(
    code="pushed-with-a-block",
    place="hold",
    level="caution",
    message="{run:len} are too narrow to run along the fence by themselves",
    do="Push it with a sled or a square block that is as high, which backs the wood where the bit comes out; clamp it to that",
)
BACKED_AT_THE_END = Words(
    code="backed-at-the-end",
    place="hold",
    level="note",
    message="Across the grain the bit tears the last fibres out",
    do="Push the board with a square block behind it, which the bit cuts into",
)
