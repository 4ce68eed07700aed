"""Words of cautions: over a table (R7, R15)."""

from __future__ import annotations

from ranura.core.text.words import Words

NARROW_END = Words(
    code="narrow-end",
    place="guide",
    level="caution",
    message="An end of {width:len} is too narrow to run along a fence by itself",
    do="Push it with a mitre gauge or a sled, with a backer behind it",
)
CLOSE_THE_OPENING = Words(
    code="close-the-opening",
    place="guide",
    level="caution",
    message="A piece of {length:len} can dip into an opening of {opening:len}",
    do="Close the fence's opening with a strip that the bit cuts through itself",
)
HANDS_AWAY = Words(
    code="hands-away",
    place="hold",
    level="caution",
    message="Hands come closer than {75:about} to the bit on a board of {width:len}",
    do="Feed it with push blocks",
)
CARRIER = Words(
    code="carrier",
    place="hold",
    level="caution",
    message="A part of {length:len} × {width:len} is not held in the hand at the bit",
    do="Rout it on a larger blank and cut it free; or take a carrier or sled that keeps hands {75:about} away",
)
TRAPPED = Words(
    code="trapped",
    place="direction",
    level="stop",
    message="The work would run between fence and bit, with the fresh wood on the fence's side: trapped, whichever way it "
    "is fed, and thrown",
    do="Set the fence so that the bit takes its fresh wood on the side away from it, or turn the board round",
    setup=True,
)
HANDS_TOO_NEAR = Words(
    code="hands-too-near",
    place="hold",
    level="stop",
    message="Two hands cannot stay {75:about} from the bit on a part of {length:len} × {width:len}",
    do="Take a carrier or a sled and say so; or rout it on a larger blank and cut it free",
    setup=True,
)
WANTS_SUPPORT = Words(
    code="wants-support",
    place="hold",
    level="stop",
    message="A board of {length:rough} and about {kg:n0} kg tips off a table, and is not steered by hand",
    do="Bring the router to the board; or set stands or rollers beside the table, and say so",
    setup=True,
)
LOWERED_WITHOUT_JIG = Words(
    code="lowered-without-jig",
    place="hold",
    level="stop",
    message="A part of {length:len} is not lowered onto a turning bit by hand",
    do="Take a plunge base by hand, or a jig that holds the part and say so",
)
FEATHER_BOARDS = Words(
    code="feather-boards",
    place="hold",
    level="note",
    message="A cut in one plane shows every lift of the work",
    do="Set feather boards against fence and table",
)
LIFTS_OFF_TABLE = Words(
    code="lifts-off-table",
    place="tool",
    level="stop",
    message="{kind:A} bit pushes away from its motor: over a table it lifts the work",
    do="Take a straight or an up-cut bit, or the router by hand",
)
TIPS_OFF_TABLE = Words(
    code="tips-off-table",
    place="hold",
    level="stop",
    message="Here the middle of the board lies {away:rough} beyond the table, and it would tip",
    do="Bring the router to the board; or set stands or rollers beside the table, and say so",
)
HELD_LEVEL = Words(
    code="held-level",
    place="direction",
    level="note",
    message="Here hardly more than half of the board lies on the table",
    do="Hold the free end level with the table",
)
NO_STARTING_PIN = Words(
    code="no-starting-pin",
    place="guide",
    level="stop",
    message="No fence guides this, and nobody said that a starting pin stands in the table: the bit grabs the work",
    do="Set a starting pin and say so, or take the router by hand",
    setup=True,
)
STARTING_PIN = Words(
    code="starting-pin",
    place="guide",
    level="caution",
    message="No fence guides this: the work starts against the pin, or the bit grabs it",
    do="Rest the work on the pin, swing it onto the bearing, and only then leave the pin",
)
STANDS_UNHELD = Words(
    code="stands-unheld",
    place="hold",
    level="stop",
    message="The work stands {high:rough} high and leans on {leans:rough}: it tips over",
    do="Stand it against a fence, sled or carrier at least {least:rough} high, and clamp it to that",
)
