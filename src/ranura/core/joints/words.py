"""Words of cautions: joints (R10, R13, R14)."""

from __future__ import annotations

from ranura.core.text.words import Words

SOCKET_TOO_DEEP = Words(
    code="socket-too-deep",
    place="depths",
    level="stop",
    message="A socket {depth:len} deep is over {limit:len}, two thirds of the board and what the bit cuts",
    do="Make it shallower",
)
TONGUE_TOO_THICK = Words(
    code="tongue-too-thick",
    place="depths",
    level="stop",
    message="The tongue would be {tip:len} wide at its end, and the stock is {stock:len}",
    do="Take a narrower bit, or less shift",
)
UNCLEARED_IN_SOFTWOOD_ONLY = Words(
    code="uncleared-in-softwood-only",
    place="depths",
    level="caution",
    message="{depth:len} without clearing is for softwood only; in hardwood {limit:len} is the most",
    do="In hardwood get a straight bit narrow enough, or make the socket shallower",
)
WIDE_DOVETAIL = Words(
    code="wide-dovetail",
    place="tool",
    level="caution",
    message="The bit is over {limit:len}, the usual share of a {stock:len} stock",
    do="Take a narrower dovetail bit if there is one",
)
THIN_CHEEK = Words(
    code="thin-cheek",
    place="depths",
    level="caution",
    message="A mortise {width:len} wide is over half of a rail of {thickness:len}: thin cheeks split",
    do="Take a smaller bit, near a third of the rail",
)
DOES_NOT_GO_TOGETHER = Words(
    code="does-not-go-together",
    place="depths",
    level="stop",
    message="As they are cut the two boards do not go together: {over:fine} of wood is in the way, {area:n2} mm² in section",
    do="Look at the width and the depth of both cuts",
)
MOVES_ACROSS = Words(
    code="moves-across",
    place="depths",
    level="note",
    message="{board} is {wide:rough} wide and crosses the other's grain: it grows by some {by:fine} for a percent of moisture",
    do="Leave it room at its edges, and glue its middle alone",
)
NOT_FLUSH = Words(
    code="not-flush",
    place="depths",
    level="caution",
    message="The boards are not equally thick: each face comes out {by:fine} off",
    do="Plane them to one thickness first",
)
NOT_FLUSH_BEHIND = Words(
    code="not-flush-behind",
    place="depths",
    level="caution",
    message="The boards are not equally thick: flush on the shown face, they are {by:fine} off at the back",
    do="Plane them to one thickness first",
)
STAYS_PROUD = Words(
    code="stays-proud",
    place="depths",
    level="caution",
    message="A shoulder meets its mate {proud:fine} too soon: the second board stays so far from home",
    do="Set the shoulder's cut by a fence, or pare it",
)
LOOSER_THAN_WANTED = Words(
    code="looser-than-wanted",
    place="depths",
    level="caution",
    message="There is {gap:fine} of air {where}, and {wanted:fine} was wanted",
    do="Take a bit that makes the width, or cut it in two passes",
)
