"""Words of cautions: speed, feed and size (R2, R4)."""

from __future__ import annotations

from ranura.core.text.words import Words

RIM_TOO_FAST = Words(
    code="rim-too-fast",
    place="speed",
    level="caution",
    message="The rim runs at {rim:n1} m/s, over the {limit:n1} m/s that this shop holds to",
    do="Turn the router down, or take the rim-speed school",
)
MARKED_MAXIMUM_UNKNOWN = Words(
    code="marked-maximum-unknown",
    place="speed",
    level="caution",
    message="The maximum speed marked on this {diameter:len} bit is not known",
    do="Read it off the shank or the packet and type it in",
    needs="its marked maximum, read off and typed in",
    typed_in="bit.marked_max_rpm",
)
TOO_SLOW_ROUTER = Words(
    code="too-slow-router",
    place="speed",
    level="stop",
    message="This router cannot turn slowly enough for this bit: its slowest is {min_rpm:rpm} rpm, the bit may turn "
    "at most {cap_rpm:rpm}",
    do="Take a router that turns slower, or a smaller bit",
)
DIAL_TOO_FAST = Words(
    code="dial-too-fast",
    place="speed",
    level="stop",
    message="Even the lowest position of the dial, {slowest_rpm:rpm} rpm, is above the {cap_rpm:rpm} rpm this bit may turn",
    do="Take a router that turns slower, or a smaller bit",
)
NO_DIAL_TABLE = Words(
    code="no-dial-table",
    place="speed",
    level="note",
    message="No table of dial positions is known for this router, so only the speed is given",
    do="Read the positions in its manual, or measure them",
    typed_in="dial",
)
MEASURE_THE_DIAL = Words(
    code="measure-the-dial",
    place="speed",
    level="caution",
    message="The bit may turn at most {cap_rpm:rpm} rpm, this router {max_rpm:rpm}, and what its dial means is not known",
    do="Measure the dial first",
    typed_in="dial",
)
TABLE_ONLY = Words(
    code="table-only",
    place="tool",
    level="stop",
    message="{diameter:len} is too large to be turned by hand; over {limit:len} is for the router table only",
    do="Take the router table, or a smaller bit",
)
LARGE_BY_HAND = Words(
    code="large-by-hand",
    place="tool",
    level="caution",
    message="{diameter:len} is a large bit to guide by hand",
    do="Take light passes with both hands on the router, or use the table",
)
SIZE_OVER_CLASS = Words(
    code="size-over-class",
    place="tool",
    level="stop",
    message="{diameter:len} is over the {limit:len} that a router of this class ({router_class}) should turn",
    do="Take a larger router, or a smaller bit",
)
SIZE_OVER_SHANK = Words(
    code="size-over-shank",
    place="tool",
    level="stop",
    message="{diameter:len} is too wide for a {shank:len} shank; it may carry {limit:len}",
    do="Take the same bit on a thicker shank",
)
OPENING_TOO_SMALL = Words(
    code="opening-too-small",
    place="tool",
    level="stop",
    message="The base opens {opening:len}; a {diameter:len} bit needs {needed:len}",
    do="Take a base with a larger opening, or a smaller bit",
    needs="a base for {router} that opens {needed:len}",
)
OPENING_UNKNOWN = Words(
    code="opening-unknown",
    place="tool",
    level="caution",
    message="The opening of this base is not known",
    do="Measure it first: the bit needs {needed:len}",
)
BURNING_LIKELY = Words(
    code="burning-likely",
    place="feed",
    level="caution",
    message="The chip is only {chip:n3} mm thick, so the bit rubs and is likely to burn",
    do="Move faster and take less, or slow the spindle",
)
BURNING_SLOW_DOWN = Words(
    code="burning-slow-down",
    place="feed",
    level="caution",
    message="The chip is only {chip:n3} mm thick, so the bit rubs and is likely to burn",
    do="Slow the spindle, or move faster and take less",
)
MELTS = Words(
    code="melts",
    place="feed",
    level="caution",
    message="Plastic melts where a bit rubs, and welds itself to it",
    do="Take a sharp bit of one or two flutes (this one has {flutes:n}), keep it moving, and never let it stand in the cut",
)
BURNT_SO_FAR = Words(
    code="burnt-so-far",
    place="feed",
    level="caution",
    message="Each tooth takes {tooth:n3} mm; in this wood such cuts burnt so far below {limit:n3}",
    do="Slow the spindle, or move faster and take less",
)
TEAR_OUT_LIKELY = Words(
    code="tear-out-likely",
    place="feed",
    level="caution",
    message="The chip is {chip:n3} mm thick, so fibres are likely to tear out",
    do="Move slower, or take a lighter pass",
)
FEED_HAND_MAXIMUM = Words(
    code="feed-hand-maximum",
    place="feed",
    level="note",
    message="The chip asks for {wanted:n1} m/min, more than the {limit:n1} m/min a hand keeps steady here; each tooth takes "
    "{tooth:n3} mm",
    do="Stay at {limit:n1} m/min; a slower spindle would bring the chip back",
)
FEED_HAND_MINIMUM = Words(
    code="feed-hand-minimum",
    place="feed",
    level="note",
    message="The chip asks for {wanted:n1} m/min, slower than the {limit:n1} m/min a hand moves steadily; each tooth takes "
    "{tooth:n3} mm",
    do="Stay at {limit:n1} m/min; a faster spindle would bring the chip back",
)
