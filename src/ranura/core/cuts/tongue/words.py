"""Words of cautions: dovetail tongues (R13, R15, R21)."""

from __future__ import annotations

from ranura.core.text.words import Words

FLANKS_LEAN_OTHERWISE = Words(
    code="flanks-lean-otherwise",
    place="tool",
    level="stop",
    message="Its flanks lean {angle}°, and those of the socket {wanted}°",
    do="Take the bit that cuts the socket",
)
NOT_A_DOVETAIL = Words(
    code="not-a-dovetail", place="tool", level="stop", message="{profile:A} bit cuts no dovetail", do="Take a dovetail bit"
)
REACHES_TOO_LITTLE = Words(
    code="reaches-too-little",
    place="tool",
    level="stop",
    message="The bit is {diameter:len} wide, and {e:len} of wood stand beside the tongue: it would leave some of that",
    do="Take a wider bit, or make the tongue thicker",
)
ALL_THE_WAY = Words(
    code="all-the-way",
    place="direction",
    level="caution",
    message="The bit is wider below its neck: a board that is lifted or drawn back in the cut is thrown, or the tongue is spoilt",
    do="Feed it all the way past the bit without a stop, pressed on to fence and table; then switch off",
)
