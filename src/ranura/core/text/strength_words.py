"""Words of cautions: power, stiffness and grip (R5, R6)."""

from __future__ import annotations

from ranura.core.text.words import Words

POWER_CAUTION = Words(
    code="power-caution",
    place="feed",
    level="caution",
    message="This takes about {power:n0} W of the {available:n0} W the router has to give",
    do="Keep the feed even and listen to the motor; ease off when it drops",
)
POWER_OVER = Words(
    code="power-over",
    place="feed",
    level="stop",
    message="This takes about {power:n0} W; the router has {available:n0} W to give",
    do="Take a stronger router, a narrower bit or a shallower cut",
    setup=True,
)
BENDS = Words(
    code="bends",
    place="tool",
    level="caution",
    message="The tip gives way by about {bent:n2} mm at its worst",
    do="Go gently, or take a thicker or a shorter bit",
)
BENDS_TOO_FAR = Words(
    code="bends-too-far",
    place="tool",
    level="stop",
    message="The tip would give way by {bent:n2} mm, over {limit:n2} mm, even in the smallest step",
    do="Take a thicker or a shorter bit, or a shallower cut",
)
BIT_OVERLOADED = Words(
    code="bit-overloaded",
    place="tool",
    level="stop",
    message="The bit would be loaded with {stress:n0} MPa, over the {limit:n0} MPa it may carry",
    do="Take a thicker bit, or a shallower cut",
)
GRIP_SHORT = Words(
    code="grip-short",
    place="tool",
    level="stop",
    message="To reach {free:len} below the collet only {inside:len} of the shank stays in it; {least:len} must",
    do="Take a longer bit, or a shallower cut",
    needs="a longer bit of this kind",
)
OVERALL_UNKNOWN = Words(
    code="overall-unknown",
    place="tool",
    level="stop",
    message="The overall length of this bit is not known, so its grip cannot be judged",
    do="Measure it and type it in",
    needs="its overall length, measured and typed in",
    typed_in="bit.overall_length",
)
DATUM_UNKNOWN = Words(
    code="datum-unknown",
    place="tool",
    level="caution",
    message="How far the collet lies above the underside at its nearest was not measured, or how deep it is; "
    "{datum:len} is taken",
    do="Measure first, and type it in on the bench",
    typed_in="base.collet_height",
)
SHORTER_IS_STIFFER = Words(
    code="shorter-is-stiffer",
    place="tool",
    level="note",
    message="{free:rough} stand out where {needed:rough} would do: a shorter bit would be stiffer",
    do="Fine as it is; think of it when you buy",
)
REDUCING_SLEEVE = Words(
    code="reducing-sleeve",
    place="tool",
    level="caution",
    message="A sleeve holds the {shank} shank in the {collet} collet: less grip, more run-out",
    do="Push both fully in, and take light passes",
)
