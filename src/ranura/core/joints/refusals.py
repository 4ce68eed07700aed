"""Refusals: joints that cannot be (R14)."""

from __future__ import annotations

from ranura.core.text.errors import Refusal

NOT_STRAIGHT = Refusal("not-straight", "{board} has an outline of its own; joints are planned for boards with straight edges")
OFF_THE_BOARD = Refusal("off-the-board", "There the second board stands past the {end} end; at most {most:len}")
NO_BIT_FOR_JOINT = Refusal("no-bit-for-joint", "There is no straight bit or spiral in the drawer to make this joint; add one")
GOES_THROUGH = Refusal("goes-through", "{depth:len} is as deep as the first board is thick, {thickness:len}")
TOO_THIN_FOR_LAP = Refusal(
    "too-thin-for-lap", "The second board is {thin:len} thick; {least:len} of it would have to stay for a lap that is flush"
)
WIDER_THAN_RAIL = Refusal("wider-than-rail", "A mortise {width:len} wide leaves no cheeks on a rail of {thickness:len}")
WIDER_THAN_STILE = Refusal("wider-than-stile", "The mortise is {width:len} wide, and the first board only {wide:len}")
WALL_AT_THE_END = Refusal("wall-at-the-end", "Leave {least:len} of wood or more beside a mortise in an end")
TENON_TOO_SHORT = Refusal("tenon-too-short", "A mortise {depth:len} deep leaves no tenon with {gap:len} of room at its end")
JOINTED_BY = Refusal("jointed-by", "One pass takes {least:len} to {most:len} off an edge; run it again for more")
FAR_OFF = Refusal(
    "far-off", "{off:len} is more than a trial is set right by, {most:len}; look what slipped, or measure the boards again"
)
NO_SLOT_CUTTER = Refusal("no-slot-cutter", "There is no slot cutter in the drawer to groove an edge; add one")
GROOVE_TOO_SHALLOW = Refusal("groove-too-shallow", "A groove keeps {least:len} of room at its end: make it deeper than that")
NO_DOVETAIL_FOR_JOINT = Refusal(
    "no-dovetail-for-joint", "There is no dovetail bit in the drawer that cuts {deep:len} deep; add one, or make it shallower"
)
TAPERED_RUNS_OUT = Refusal("tapered-runs-out", "A tapered socket runs out at both edges: leave one of the two empty")
NOT_BY_AN_EDGE = Refusal("not-by-an-edge", "Only a sliding dovetail takes the second board by its edge; choose an end")
NO_CHEEKS_LEFT = Refusal("no-cheeks-left", "A mortise {width:len} wide leaves no cheeks on a board of {thickness:len}")
TOO_DEEP_FOR_TABLE = Refusal(
    "too-deep-for-table",
    "The open mortise is as deep as the second board is wide, {deep:len}; the longest bit that a table holds cuts {longest:len}",
)
NO_MATCHED_SET = Refusal(
    "no-matched-set",
    "There is no matched set here with both its bits; put one in among the guides, and its bits in the drawer",
    lacks=True,
)
NOT_FOR_THE_SET = Refusal("not-for-the-set", "{set} is for boards of {least:len} to {most:len}, and one is {thick:len} thick")
WIDTHS_DIFFER = Refusal(
    "widths-differ", "The boards are {one:len} and {two:len} wide; fingers and dovetails want boards of one width"
)
NO_TENON_LEFT = Refusal("no-tenon-left", "The shoulders leave nothing of a rail {wide:len} wide")
TONGUE_TOO_WIDE = Refusal("tongue-too-wide", "A tongue {width:len} thick leaves nothing to cut of a board of {thickness:len}")
