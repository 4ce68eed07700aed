"""Words of cautions: how the work is held (R15, R17)."""

from __future__ import annotations

from ranura.core.text.words import Words

CLAMP_IN_THE_WAY = Words(
    code="clamp-in-the-way",
    place="hold",
    level="stop",
    message="The router runs into the clamp on the {side} side, {at:rough} along it",
    do="Move it out of the router's way",
    needs="a clamp moved out of the way",
    setup=True,
)
ONE_CLAMP = Words(
    code="one-clamp",
    place="hold",
    level="stop",
    message="One clamp lets the board turn around it",
    do="Put at least two clamps, or hold it another way",
    setup=True,
)
CLAMPS_MOVE_ON = Words(
    code="clamps-move-on",
    place="hold",
    level="caution",
    message="No place for two clamps is clear of all stations",
    do="Move the clamps between the stations, two always tight, with the router switched off",
)
TAPE_HOLDS_LIGHT_CUTS = Words(
    code="tape-holds-light-cuts",
    place="hold",
    level="caution",
    message="{how:A} hold is sideways only as strong as its clean, flat face",
    do="Press it down over its whole face, pull at it by hand first, and take light passes",
)
SMALL_PART = Words(
    code="small-part",
    place="hold",
    level="stop",
    message="A part of {length:len} × {width:len} is too small to rout by hand",
    do="Rout it on a larger blank and cut it free, or on the table with a carrier",
    setup=True,
)
NO_ROOM_FOR_CLAMPS = Words(
    code="no-room-for-clamps",
    place="hold",
    level="stop",
    message="The sweep of the base leaves no room for {where}",
    do="Work on a larger blank, or hold the work another way",
    needs="another way of holding the work",
    setup=True,
)
VACUUM_TOO_SMALL = Words(
    code="vacuum-too-small",
    place="hold",
    level="stop",
    message="Vacuum finds {area:n0} cm² under the work, inside a seal: the strongest bite of the bit slides it off that",
    do="Hold it by tape over its whole face, by screws or by clamps, cut it from a larger board, or take lighter passes: "
    "for these it should find {wanted:n0} cm²",
)
VACUUM_IS_SMALL = Words(
    code="vacuum-is-small",
    place="hold",
    level="caution",
    message="Vacuum finds {area:n0} cm² under the work, inside a seal; for a bite of {force:n0} N it should have {wanted:n0} cm²",
    do="Stop blocks against the pull of the bit help it, and lighter passes; look at the gauge before every pass",
)
VACUUM_HOLDS = Words(
    code="vacuum-holds",
    place="hold",
    level="note",
    message="Vacuum should have {wanted:n0} cm² under it for a bite of {force:n0} N; there are {area:n0} cm² inside a seal",
    do="Cups of {wanted:n0} cm² or more, half an atmosphere on the gauge",
)
