"""Refusals: quick sums that cannot be answered."""

from __future__ import annotations

from ranura.core.text.errors import Refusal

NOTHING_ASKED = Refusal("nothing-asked", "Type a question, such as speed 1 3/8")
UNKNOWN_SUM = Refusal("unknown-sum", "{word!r} is no sum; these are: {known}")
SUM_WANTS = Refusal("sum-wants", "{name} also wants the {missing}, as in {example}")
TOO_MANY_LENGTHS = Refusal("too-many-lengths", "{name} takes {count}, as in {example}")
UNFINISHED_SUM = Refusal("unfinished-sum", "{text!r} is not finished; write it as in {example}")
FACTOR = Refusal("factor", "{text!r}: multiply and divide by a plain number other than 0")
ANGLE = Refusal("angle", "{angle:n}° is no angle between two flanks")
ANGLE_FOR_LENGTH = Refusal("angle-for-length", "{text!r} is an angle where a length is wanted")
RABBET_TOO_WIDE = Refusal("rabbet-too-wide", "A cutter of {cutter:fine} makes less than half its width, not {width:fine}")
DEEPER_THAN_RADIUS = Refusal("deeper-than-radius", "{depth:fine} is deeper than the radius, {radius:fine}")
BASE_INSIDE_BIT = Refusal("base-inside-bit", "A base of {base:fine} ends inside a bit of {d:fine}")
RING_INSIDE_BUSHING = Refusal(
    "ring-inside-bushing", "The ring of {ring:fine} goes over the bushing of {bushing:fine}, so it is wider"
)
NO_MOUTH = Refusal("no-mouth", "{depth:fine} deep, this dovetail would have no neck left")
NO_FINGERS = Refusal("no-fingers", "A board that is not wider than the bit of {bit:fine} has no fingers")
NO_TENON = Refusal("no-tenon", "No straight bit here makes a mortise for that, or it is too shallow for a tenon")
TOO_MANY_PASSES = Refusal("too-many-passes", "That would be more passes than anybody makes")
