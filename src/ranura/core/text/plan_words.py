"""Words of cautions: what the proof says of a plan as a whole (R21)."""

from __future__ import annotations

from ranura.core.text.words import Words

NO_MOVES = Words(
    code="no-moves",
    place="general",
    level="stop",
    message="It could not be worked out how this cut is made, step by step",
    do="Change tools, guide or size, and look again",
)
EARLIER_CUT_STOPPED = Words(
    code="earlier-cut-stopped",
    place="general",
    level="caution",
    message="Cuts before this one in the same board are stopped, and count as not made: {which}",
    do="Mend them first, or look at this cut again when they are made",
)
CUT_BEFORE_AT_THE_END = Words(
    code="cut-before-at-the-end",
    place="depths",
    level="stop",
    message="Cuts made before reach into this end, where they would leave less to stand on than is reckoned here",
    do="Make this cut first: move it before the other cuts of this board",
)
