"""Words of cautions: half-blind dovetails by a comb (R14, R21)."""

from __future__ import annotations

from ranura.core.text.words import Words

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
WHOLE_SECTION = Words(
    code="whole-section",
    place="depths",
    level="caution",
    message="Nothing clears the way before the dovetail bit: in every slot it cuts its whole section at once, {depth:fine} deep",
    do="Feed evenly and no faster than planned, keep the bushing on the comb, and never lift or turn back in the cut",
)
SOCKETS_DEEPER = Words(
    code="sockets-deeper",
    place="guide",
    level="caution",
    message="The comb is made for tails {sides:len} thick; here they are {thick:len}: behind each a gap of {gap:len} stays",
    do="Make the boards with tails {sides:len} thick, or hide that gap inside",
)
TAILS_SHOULDERED = Words(
    code="tails-shouldered",
    place="guide",
    level="note",
    message="The boards with tails are thicker than the comb is made for: inside they stand over their sockets by {over:len}",
    do="Nothing; the outside comes out flush",
)
INSIDES_OUT = Words(
    code="insides-out",
    place="hold",
    level="note",
    message="Both boards lie in the comb with their insides out: what is cut first is their inside",
    do="Mark the insides; the board with sockets lies inside up, the one with tails stands inside towards you",
)
THIN_BELOW_SOCKETS = Words(
    code="thin-below-sockets",
    place="depths",
    level="caution",
    message="The sockets take {depth:fine} of a board {thick:len} thick: only {left:len} of it is left before their tails",
    do="Take a thicker board, or a comb for a smaller bit",
)
NOT_AT_ITS_DEPTH = Words(
    code="not-at-its-depth",
    place="depths",
    level="caution",
    message="At {depth:fine} the tails are {by:fine} too {how}; comb, bushing and bit fit at {fits:fine}",
    do="Try it in scrap: deeper is tighter",
)
SCRAP_ON_THE_LEFT = Words(
    code="scrap-on-the-left",
    place="hold",
    level="note",
    message="In the first slot the tails' board is only on the right of the bit, which would pull it along",
    do="Clamp scrap as thick as the tails to their left, flush with their end",
)
