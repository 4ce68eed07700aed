"""Words of cautions: what runs in a comb with a bushing (R14, R9)."""

from __future__ import annotations

from ranura.core.text.words import Words

COMBS_BUSHING_MISSING = Words(
    code="combs-bushing-missing",
    place="guide",
    level="stop",
    message="{comb} is made for a bushing {od:fine} wide, and there is none here",
    do="Get that bushing: another one makes other tails",
    setup=True,
)
SHANK_STAYS_OUT = Words(
    code="shank-stays-out",
    place="guide",
    level="stop",
    message="In the bushing of {od:fine} a shank of {shank:len} has no room to turn, or its collar is longer than the comb is "
    "thick, {thickness:len}",
    do="Take the same bit on a thinner shank, or a bushing with a shorter collar",
    setup=True,
)
CUTTER_IN_BUSHING = Words(
    code="cutter-in-bushing",
    place="guide",
    level="stop",
    message="The cutter is longer than the cut is deep: where the bushing of {od:fine} begins it is still {wide:fine} wide, and "
    "the bore is {bore:fine}",
    do="Take a bit that cuts no longer than this is deep, or a bushing with a wider bore or a shorter collar",
    setup=True,
)
COMB_WANTS_DOVETAIL = Words(
    code="comb-wants-dovetail",
    place="tool",
    level="stop",
    message="{comb} is made for a dovetail bit; this one is {profile}",
    do="Take the bit that its sizes name",
)
NOT_THE_COMBS_BIT = Words(
    code="not-the-combs-bit",
    place="tool",
    level="stop",
    message="{comb} is made for a bit {wide:fine} wide with flanks of {degrees}°; this one is {diameter:fine} with {angle}°",
    do="Take the bit that it is made for: with another one the tails do not fit at this depth",
)
WHOLE_SECTION = Words(
    code="whole-section",
    place="depths",
    level="caution",
    message="Nothing clears the way before the dovetail bit: in every slot it cuts its whole section at once, {depth:fine} deep",
    do="Feed evenly and no faster than planned, keep the bushing on the comb, and never lift or turn back in the cut",
)
SCRAP_ON_THE_LEFT = Words(
    code="scrap-on-the-left",
    place="hold",
    level="note",
    message="In the first slot the tails' board is only on the right of the bit, which would pull it along",
    do="Clamp scrap as thick as the tails to their left, flush with their end",
)
