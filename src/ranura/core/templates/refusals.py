"""Refusals: shapes that cannot be."""

from __future__ import annotations

from ranura.core.text.errors import Refusal

RADIUS_TOO_LARGE = Refusal("radius-too-large", "The corners can have a radius of {most:len} at most")
SLOT_TOO_SHORT = Refusal("slot-too-short", "A slot is at least as long as it is wide, {width:len}")
RING_TOO_THIN = Refusal("ring-too-thin", "The inner diameter must be less than the outer one, {outer:len}")
WRONG_COUNT = Refusal("wrong-count", "A polygon has 3 to 60 corners")
WAIST_TOO_WIDE = Refusal("waist-too-wide", "The waist must be narrower than the ends, {width:len}")
ARCH_TOO_LOW = Refusal("arch-too-low", "An arch that ends in half a circle is at least {least:len} high")
HANDLE_TOO_HIGH = Refusal("handle-too-high", "A handle hole of that length rises by {most:len} at most")
NO_CORNER = Refusal("no-corner", 'Line {line:n0} is no corner: "40, 25", with a radius "40, 25, 6"; or an arc "arc 20, 30"')
SAME_CORNER = Refusal("same-corner", "Corner {line:n0} is the one before it once more")
RADII_MEET = Refusal("radii-meet", "At corner {line:n0} the radii take more than there is of the side")
WRONG_CORNERS = Refusal("wrong-corners", "An outline has 3 to {most:n0} corners, one a line; with an arc 2 are enough")
CANNOT_BE_USED = Refusal("cannot-be-used", "It is not clear what is inside of it; mend the places that are named, in the drawing")
UNKNOWN_FORM = Refusal("unknown-form", "There is no such form")
MADE_STAYS = Refusal("made-stays", "A template that stands in the shop keeps its shape: change its outline, and make another one")
NOT_MADE = Refusal("not-made", "Nothing is known of this template but its edge")
NOTHING_MADE = Refusal("nothing-made", "Nothing comes of this template with that guide: take a thinner one")
NOTHING_LEFT = Refusal("nothing-left", "Nothing is left of it with corners of {radius:len}")
TOO_MANY_SIDES = Refusal("too-many-sides", "It has {count:n0} sides; {most:n0} are the most that is kept")
NO_SHAPE = Refusal("no-shape", "These are no closed loops")
TOO_MANY_PAGES = Refusal("too-many-pages", "It would take {count:n0} pages; {most:n0} are the most")
NO_GUIDE = Refusal("no-guide", "{name} has no bearing that follows a template")
SHORTER_THAN_WIDE = Refusal("shorter-than-wide", "A mortise {length:len} long is shorter than it is wide, {width:len}")
NO_ARC = Refusal("no-arc", "From corner {line:n0} no arc goes on through the place that stands below it")
ROUNDED_BESIDE_ARC = Refusal("rounded-beside-arc", "At corner {line:n0} a side is an arc: a radius rounds straight sides alone")
