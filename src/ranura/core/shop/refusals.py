"""Refusals: tools, woods and house rules that cannot be."""

from __future__ import annotations

from ranura.core.text.errors import Refusal

UNKNOWN_TOOL = Refusal("unknown-tool", "{id!r} is not in this shop")
UNKNOWN_MATERIAL = Refusal("unknown-material", "{id!r} is no wood of this shop; choose one of the list")
UNKNOWN_PROFILE = Refusal("unknown-profile", "{profile!r} is no profile; choose one of the list")
PROFILE_MISSING = Refusal("profile-missing", "Say what it is: straight, roundover, dovetail …")
SHANK_MISSING = Refusal("shank-missing", "Type the shank, such as 1/4 in or 8 mm")
BIT_NOT_POSITIVE = Refusal("not-positive", "{name} must be more than 0")
TOO_MANY_FLUTES = Refusal("too-many-flutes", "{flutes} flutes are more than a router bit has; type 1 to 12")
SIZE_MISSING = Refusal("size-missing", "A {profile} bit needs its {size}")
SIZE_NOT_ITS_OWN = Refusal("size-not-its-own", "A {profile} bit has no {size}; leave it empty")
SHORTER_THAN_PROFILE = Refusal(
    "shorter-than-profile", "A cutting length of {length:fine} is shorter than the profile itself, {profile:fine}"
)
DIAMETER_DISAGREES = Refusal(
    "diameter-disagrees", "With these sizes the bit is {derived:fine} across, not {given:fine}; leave the diameter empty"
)
ANGLE_TOO_WIDE = Refusal("angle-too-wide", "{angle:n}° is too wide; it must be under {limit:n}°")
NO_NECK = Refusal(
    "no-neck", "{depth:fine} deep, this bit would have no neck left: it is only {diameter:fine} wide; type less depth"
)
NECK_TOO_WIDE = Refusal("neck-too-wide", "The neck of {neck:fine} must be thinner than the cutter, {diameter:fine}")
HEAD_TOO_HIGH = Refusal("head-too-high", "The head of {head:fine} must be lower than the whole cutting length, {length:fine}")
TIP_TOO_LONG = Refusal("tip-too-long", "The up-cut part of {tip:fine} must be shorter than the cutting length, {length:fine}")
WIDER_THAN_CUTTER = Refusal("wider-than-cutter", "{width:fine} must be less than {limit:fine}")
BEARING_NOT_FLUSH = Refusal(
    "bearing-not-flush", "The bearing of this profile is as wide as its cutter, {diameter:fine}, not {bearing:fine}"
)
BEARING_TOO_LARGE = Refusal(
    "bearing-too-large", "A bearing of {bearing:fine} leaves nothing to cut: the cutter is {diameter:fine}"
)
LONGER_THAN_OVERALL = Refusal(
    "longer-than-overall", "Cutter and fillet take {head:fine}; with {overall:fine} overall no shank is left"
)
SLOT_WITHOUT_FINGER = Refusal("slot-without-finger", "Slots {slot:fine} wide every {pitch:fine} leave no finger between them")
BUSHING_WIDER_THAN_SLOT = Refusal("bushing-wider-than-slot", "A bushing {od:fine} wide does not go into slots of {slot:fine}")
STRAIGHT_WIDER_THAN_BUSHING = Refusal(
    "straight-wider-than-bushing", "A straight bit {wide:fine} wide does not turn in a bushing of {od:fine}"
)
TONGUE_OVER_GROOVE = Refusal("tongue-over-groove", "A tongue of {tongue:fine} does not go into a groove of {groove:fine}")
BLOCK_OVER_BOARD = Refusal("block-over-board", "A profile {block:fine} high is more than boards of {least:fine} have")
UNKNOWN_FIELD = Refusal("unknown-field", "{name!r} is no field of it")
MISSING = Refusal("missing", "Type the {name}")
NOT_WHOLE = Refusal("not-whole", "{text!r} is no whole number")
UNKNOWN_WORD = Refusal("unknown-word", "{text!r} is not one of: {choices}")
OUT_OF_RANGE = Refusal("out-of-range", "{text!r} is beyond what can be")
DIAL_UNREADABLE = Refusal("dial-unreadable", "{text!r} is no dial position; write 1=10000; 2=13200")
SLEEVE_UNREADABLE = Refusal("sleeve-unreadable", "{text!r} is no sleeve; write 6 mm in 1/4 in")
SPEED_RANGE = Refusal("speed-range", "The slowest speed must be more than 0 and at most the fastest, {max_rpm:rpm} rpm")
DIAL_TWICE = Refusal("dial-twice", "Two positions of the dial must differ in setting and in speed")
DIAL_LETTERS = Refusal("dial-letters", "A continuous dial has numbers; letters belong to a stepped one")
DIAL_ORDER = Refusal("dial-order", "The speed must rise or fall with the setting all along the dial")
DIAL_RANGE = Refusal("dial-range", "Position {setting} would turn {rpm:rpm} rpm, beyond what this router turns")
NO_BASE = Refusal("no-base", "A router needs a base: fixed, plunge or table")
NO_SIDE = Refusal("no-side", "A base needs at least one side that runs along a guide")
NO_COLLET = Refusal("no-collet", "A router needs at least one collet")
SIDE_INSIDE_BASE = Refusal(
    "side-inside-base", "The guided side at {distance:fine} lies further out than the base reaches, {across:fine}"
)
BORE_TOO_WIDE = Refusal("bore-too-wide", "The bore of {bore:fine} must be narrower than the outside, {od:fine}")
RANGE_BACKWARDS = Refusal("range-backwards", "The least, {low:fine}, must be under the most, {high:fine}")
SLEEVE_BACKWARDS = Refusal("sleeve-backwards", "A sleeve holds a shank thinner than the collet it sits in")
NAME_TAKEN = Refusal("name-taken", "There is already {name!r} here; give it another name")
IN_USE = Refusal("in-use", "{name} is used by {uses}; put it away instead, so that these keep what they need")
BEYOND_FLOOR = Refusal(
    "beyond-floor", "{name} must lie between {low:n} and {high:n} {unit}; house rules only make things stricter"
)
NO_BURN_LIMIT = Refusal("no-burn-limit", "A chip that burns is over 0 and at most {most:n} mm thick")
UNKNOWN_SCHOOL = Refusal("unknown-school", "{value!r} is no school of {name}; choose one of {choices}")
