"""Words of cautions: fingers across an end (R14, R21)."""

from __future__ import annotations

from ranura.core.text.words import Words

BIT_NOT_THE_SLOT = Words(
    code="bit-not-the-slot",
    place="tool",
    level="stop",
    message="The bit is {diameter:len} and the slots are {slot:len}: each slot is one pass, as wide as its bit",
    do="Take a bit of that width, or make the slots as wide as this one cuts",
)
FINGERS_WANT_TABLE = Words(
    code="fingers-want-table",
    place="tool",
    level="stop",
    message="Fingers are cut with the board standing on a sled, over a table",
    do="Take the router in the table",
    setup=True,
)
FACE_TOO_LOW = Words(
    code="face-too-low",
    place="guide",
    level="stop",
    message="The board stands {long:rough} high; the face of {sled} is {high:rough}, less than half of that",
    do="Screw a higher face to the sled, or rout a shorter board",
    setup=True,
)
SLED_TO_MAKE = Words(
    code="sled-to-make",
    place="guide",
    level="caution",
    message="No sled here has a key {key:len} wide",
    do="Make one: a floor {floor:len} thick, a face at least {high:rough} high, a key of hard wood {key:len} wide, "
    "{gap:len} beside the slot that the bit cuts in it",
)
SLIVER = Words(
    code="sliver",
    place="depths",
    level="caution",
    message="The last {what} is {width:len} wide, less than half a finger: it breaks off, or leaves a gap that shows",
    do="Make the boards {low:len} or {high:len} wide: these begin and end with a whole finger",
)
PITCH_ADDS_UP = Words(
    code="pitch-adds-up",
    place="guide",
    level="note",
    message="What the key is off by adds up from slot to slot: {each:fine} comes to {sum:fine} over {n} slots",
    do="Try both boards in scrap at their full width, and move the key before the work is cut",
)
CLAMP_TO_SLED = Words(
    code="clamp-to-sled",
    place="hold",
    level="note",
    message="The bit pushes the board off the key, and end grain grabs",
    do="Clamp the board to the sled's face at every slot; hands on the sled alone, {75:about} from the bit",
)
FRESH_BACKER = Words(
    code="fresh-backer",
    place="hold",
    level="note",
    message="Where the bit comes out it tears what nothing backs",
    do="Put a fresh strip behind the board, and a new one for another setting",
)
