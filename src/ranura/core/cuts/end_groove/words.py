"""Words of cautions: grooves in an end or an edge (R14)."""

from __future__ import annotations

from ranura.core.text.words import Words

TOO_NARROW_FROM_BOTH = Words(
    code="too-narrow-from-both",
    place="tool",
    level="stop",
    message="From both faces a bit {diameter:len} wide makes a groove of {most:fine} at most; this one is {width:len}",
    do="Take a wider bit",
)
TURNED_AT_EVERY_HEIGHT = Words(
    code="turned-at-every-height",
    place="depths",
    level="note",
    message="Both runs are made at one height before the bit is raised: set back it would not be found again",
    do="Run all parts and a spare from both faces, then raise the bit",
)
NEVER_DRAWN_BACK = Words(
    code="never-drawn-back",
    place="direction",
    level="note",
    message="In the groove the bit has wood on both sides: drawn back, the board is taken hold of",
    do="Feed it all the way past the bit without a stop; then switch off",
)
