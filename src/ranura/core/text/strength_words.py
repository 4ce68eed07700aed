"""Words of cautions: power, stiffness and grip (R5, R6)."""

from __future__ import annotations

from ranura.core.text.kinds import Table, Words

WORDS: Table = {
    "power-caution": Words(
        place="feed",
        level="caution",
        message="This takes about {power:n0} W of the {available:n0} W the router has to give",
        do="Keep the feed even and listen to the motor; ease off when it drops",
    ),
    "power-over": Words(
        place="feed",
        level="stop",
        message="This takes about {power:n0} W; the router has {available:n0} W to give",
        do="Take a stronger router, a narrower bit or a shallower cut",
    ),
    "bends": Words(
        place="tool",
        level="caution",
        message="The tip gives way by about {bent:n2} mm at its worst",
        do="Go gently, or take a thicker or a shorter bit",
    ),
    "bends-too-far": Words(
        place="tool",
        level="stop",
        message="The tip would give way by {bent:n2} mm, over {limit:n2} mm, even in the smallest step",
        do="Take a thicker or a shorter bit, or a shallower cut",
    ),
    "bit-overloaded": Words(
        place="tool",
        level="stop",
        message="The bit would be loaded with {stress:n0} MPa, over the {limit:n0} MPa it may carry",
        do="Take a thicker bit, or a shallower cut",
    ),
    "grip-short": Words(
        place="tool",
        level="stop",
        message="To reach {free:len} below the collet only {inside:len} of the shank stays in it; {least:len} must",
        do="Take a longer bit, or a shallower cut",
    ),
    "overall-unknown": Words(
        place="tool",
        level="stop",
        message="The overall length of this bit is not known, so its grip cannot be judged",
        do="Measure it and type it in",
    ),
    "datum-unknown": Words(
        place="tool",
        level="caution",
        message="How near the collet comes to the underside, or how deep it is, was not measured; {datum:len} is taken",
        do="Measure first, and type it in on the bench",
    ),
    "shorter-is-stiffer": Words(
        place="tool",
        level="note",
        message="{free:rough} stand out where {needed:rough} would do: a shorter bit would be stiffer",
        do="Fine as it is; think of it when you buy",
    ),
    "reducing-sleeve": Words(
        place="tool",
        level="caution",
        message="A sleeve holds the {shank} shank in the {collet} collet: less grip, more run-out",
        do="Push both fully in, and take light passes",
    ),
}
