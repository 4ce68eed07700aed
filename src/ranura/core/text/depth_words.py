"""Words of cautions: depths and dovetails (R3, R13)."""

from __future__ import annotations

from ranura.core.text.kinds import Table, Words

WORDS: Table = {
    "beyond-cutting-length": Words(
        place="tool",
        level="stop",
        message="The cut is {depth:len} deep and this bit cuts {cutting_length:len}",
        do="Take a longer bit or a shallower cut",
    ),
    "deep-for-the-board": Words(
        place="depths",
        level="caution",
        message="{depth:len} takes more than half of the board, which is {thickness:len} thick",
        do="Keep a dado to about a third of the thickness",
    ),
    "compression-too-shallow": Words(
        place="tool",
        level="stop",
        message="The first pass must go past the {tip:len} up-cut tip, or the near face is torn; here it cannot",
        do="Take a down-cut, or a straight bit",
    ),
    "cannot-plunge": Words(
        place="tool",
        level="stop",
        message="This bit does not cut at its end, and the cut begins inside the board",
        do="Take a bit that plunges",
    ),
    "plunge-unknown": Words(
        place="tool",
        level="stop",
        message="Whether this bit cuts at its end is not known, and the cut begins inside the board",
        do="Look at its end and type it in",
    ),
    "no-plunge-base": Words(
        place="tool",
        level="stop",
        message="The cut begins inside the board, and this router has no plunge base; tipping it in is unsafe",
        do="Take a router with a plunge base",
    ),
    "wrong-profile": Words(
        place="tool",
        level="stop",
        message="{profile:A} bit does not leave a flat floor and square walls",
        do="Take a straight bit or a spiral",
    ),
    "socket-too-deep": Words(
        place="depths",
        level="stop",
        message="A socket {depth:len} deep is over {limit:len}, two thirds of the board and what the bit cuts",
        do="Make it shallower",
    ),
    "tongue-too-thick": Words(
        place="depths",
        level="stop",
        message="The tongue would be {tip:len} wide at its end, and the stock is {stock:len}",
        do="Take a narrower bit, or less shift",
    ),
    "dovetail-without-clearing": Words(
        place="depths",
        level="caution",
        message="No straight bit here is {mouth:len} or less: the dovetail cuts the whole section at once",
        do="Stay within 6 mm in hardwood and 8 mm in softwood, feed evenly, clear the chips",
    ),
    "too-deep-uncleared": Words(
        place="depths",
        level="stop",
        message="{depth:len} is too deep for a dovetail bit without clearing; {limit:len} is the most, in softwood",
        do="Get a straight bit narrow enough, or make the socket shallower",
    ),
    "uncleared-in-softwood-only": Words(
        place="depths",
        level="caution",
        message="{depth:len} without clearing is for softwood only; in hardwood {limit:len} is the most",
        do="In hardwood get a straight bit narrow enough, or make the socket shallower",
    ),
    "wide-dovetail": Words(
        place="tool",
        level="caution",
        message="The bit is over {limit:len}, the usual share of a {stock:len} stock",
        do="Take a narrower dovetail bit if there is one",
    ),
}
