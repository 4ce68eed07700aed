"""Words of cautions: half-blind dovetails by a comb (R14, R21)."""

from __future__ import annotations

from ranura.core.text.words import Words

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
