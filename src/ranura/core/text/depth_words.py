"""Words of cautions: depth and plunging (R3)."""

from __future__ import annotations

from ranura.core.text.words import Words

BEYOND_CUTTING_LENGTH = Words(
    code="beyond-cutting-length",
    place="tool",
    level="stop",
    message="The cut is {depth:len} deep and this bit cuts {cutting_length:len}",
    do="Take a longer bit or a shallower cut",
)
COMPRESSION_PACKS = Words(
    code="compression-packs",
    place="tool",
    level="stop",
    message="In a blind hole the upper part of a compression bit drives the chips back onto those that rise: it packs and burns",
    do="Take an up-cut or a straight bit that plunges",
    needs="a through cut, or an open end",
)
COMPRESSION_TOO_SHALLOW = Words(
    code="compression-too-shallow",
    place="tool",
    level="stop",
    message="The first pass must go past the {tip:len} up-cut tip, or the near face is torn; here it cannot",
    do="Take a down-cut, or a straight bit",
)
CANNOT_PLUNGE = Words(
    code="cannot-plunge",
    place="tool",
    level="stop",
    message="This bit does not cut at its end, and the cut begins inside the board",
    do="Take a bit that plunges",
)
PLUNGE_UNKNOWN = Words(
    code="plunge-unknown",
    place="tool",
    level="stop",
    message="Whether this bit cuts at its end is not known, and the cut begins inside the board",
    do="Look at its end and type it in",
    needs="a look at its end: does it cut there?",
)
COMPRESSION_PLUNGE = Words(
    code="compression-plunge",
    place="tool",
    level="stop",
    message="A compression bit begins {first:len} deep, past its up-cut tip; {most:len} is the most that may be plunged at once",
    do="Take an up-cut or a straight bit that plunges",
)
NO_PLUNGE_BASE = Words(
    code="no-plunge-base",
    place="tool",
    level="stop",
    message="The cut begins inside the board, and this router has no plunge base; tipping it in is unsafe",
    do="Take a router with a plunge base",
    needs="a plunge base for {router}",
)
WRONG_PROFILE = Words(
    code="wrong-profile",
    place="tool",
    level="stop",
    message="{profile:A} bit does not leave a flat floor and square walls",
    do="Take a straight bit or a spiral",
)
THIN_FLOOR = Words(
    code="thin-floor",
    place="depths",
    level="caution",
    message="Only {floor:len} of wood is left below the cut",
    do="Lay it on a flat board, so that the floor does not give way",
)
