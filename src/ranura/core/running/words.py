"""What is said at the machine: short, in the imperative, one thing a line."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Final

from ranura.core.output.slip import SectionKey
from ranura.core.shop.tooling.routers import BaseKind

UNPLUG: Final = "Unplug the router"
SEE_THE_PLUG: Final = "see the plug lie free, where nobody puts it in"
PUT_BIT_IN: Final = "Put the bit in"
BIT_IN: Final = (
    "shank and collet clean, edges sharp",
    "in to the bottom, then back out by 2 to 3 mm",
    "the round between shank and cutter stays out of the collet",
    "finger tight, then two wrenches; turn it once by hand",
)
BEARING_TURNS: Final = "its bearing turns freely, the screw is tight"
SET: Final[Mapping[SectionKey, str]] = {
    "speed": "Set the speed",
    "depths": "Set the depth, to the cutting edge",
    "guide": "Set the guide",
    "hold": "Hold the work",
}
HELD_AGAIN: Final = "held again as before: it does not move by hand"
ANOTHER_FOLLOWS: Final = "it goes first; the slip's own bit follows it"
SET_ALL: Final = "Set speed, depth, guide and holding"
AS_ON_THE_SLIP: Final = "all of it as the slip has it, tried by hand"
DEPTH_LOCKED: Final = (
    "set it before the bushing goes on: past it the bit does not come back",
    "locked at that height; not unlocked until the bit stands still",
)
"""How the height of a bit is set that is wider than its bushing's bore."""
DEPTH_BY: Final[Mapping[BaseKind, tuple[str, ...]]] = {
    "plunge": ("lower the bit to the face and lock it, then set rod and turret", "plunge once: it stops there"),
    "fixed": ("lower the bit to the face, zero the scale, then turn the motor down", "the motor is clamped in its base"),
    "table": ("raise the bit past a block of this height, then back until it just touches", "turn it by hand under the block"),
}
LOCK_TRIED: Final = "lock tried by hand: nothing gives"
LOOK_ROUND: Final = "Look once round: what could be hit?"
COULD_BE_HIT: Final = (
    "clamps, blocks and screws, everywhere the base and the handles go",
    "below the work too, where the bit comes through",
    "the cord, all the way",
)
NOTHING_ON_TABLE: Final = ("nothing lies on the table but what presses the work", "the cord, all the way")
NOTHING_STANDS: Final = ("nothing lies on the work or on the bench where the base goes", "the cord, all the way")
DRY: Final = "Go along the whole way once, unplugged"
DRY_BY_HAND: Final = ("base flat all the way, from the start to the end", "hands and feet where they will be", "nothing catches")
DRY_OVER_TABLE: Final = (
    "the work flat and against its guide, all the way past the bit",
    "hands never nearer than 75 mm to the bit",
    "nothing catches",
)
GEAR_ON: Final = "Protect eyes, ears and lungs"
GEAR: Final = (
    "glasses on, ear defenders on; a mask, or the extraction runs",
    "sleeves, hair and cords tied back; no gloves",
    "people stand away, and know that it starts",
    "cord over the shoulder; find the switch without looking",
)
HARMFUL_DUST: Final = "this dust harms: mask on, extraction runs"
PLUG_IN: Final = "Plug it in"
SWITCH_OFF_SEEN: Final = "first see that the switch is off"
HAND_ON_ROUTER: Final = "with one hand on the router"
HAND_ON_TABLE: Final = "nothing lies on the table, nobody's hand is near the bit"
SCRAP_FIRST: Final = "Cut it in scrap first, and measure"
TRY_IN_SCRAP: Final = ("same wood, same thickness, held the same way", "measure it before you go on")
NO_SCRAP_COSTS: Final = "Left out, the work itself is the trial: what is wrong then stays in it."
FULL_SPEED: Final = "wait until it has its full speed"
UNTIL_IT_STANDS: Final = "nothing is lifted or touched before that"
BIT_STANDS_STILL: Final = "switched off, the bit stands still"
UNPLUG_AFTER: Final = "Switch off, wait until it stands, unplug"
AFTER_HAND: Final = ("set it down on its base, on a free place", "the bit is hot", "blow chips out of the collet, look at it")
AFTER_TABLE: Final = ("lower the bit below the table", "the bit is hot", "blow chips out of the collet, look at it")
LOOK_AT_IT: Final = "Look at the cut"
MEASURE_IT: Final = ("measure it in several places", "note how it came out: the next one is planned by it")
