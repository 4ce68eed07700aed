"""The words of templates (R9)."""

from __future__ import annotations

from ranura.core.text.words import Words

TEMPLATE_WORN = Words(
    code="template-worn",
    place="guide",
    level="caution",
    message="This template was used {uses:n0} times and is worn",
    do="Measure it where the guide runs, and make another one from its outline or from its master",
)
OTHER_PAIR = Words(
    code="other-pair",
    place="guide",
    level="caution",
    message="It was made for a guide of {guide:len} and a bit of {bit:len}: with this pair it comes out {off:len} off all round",
    do="Take that pair, or another one with the same offset",
)
NOTHING_MADE = Words(
    code="nothing-made",
    place="guide",
    level="stop",
    message="A guide of {guide:len} does not go into this template, or nothing is left of its part",
    do="Take a thinner guide",
)
CORNERS_LEFT = Words(
    code="corners-left",
    place="guide",
    level="note",
    message="The bit does not reach into {count:n0} corners; they stay round, with a radius of {radius:len} or more",
    do="Draw them with that radius, take a smaller bit, or square them with a chisel",
)
GUIDE_STAYS_OUT = Words(
    code="guide-stays-out",
    place="guide",
    level="note",
    message="The guide does not reach into {count:n0} corners of this template; what it makes is rounder there",
    do="Take a thinner guide, or mend these corners by hand",
)
CORNERS_LOST = Words(
    code="corners-lost",
    place="guide",
    level="caution",
    message="At {count:n0} places more goes than is wanted: the guide does not enter, or rounds a corner",
    do="Take a smaller bushing or bearing, or draw these corners with a radius of {radius:len} or more",
)
NOTHING_FITS = Words(
    code="nothing-fits",
    place="guide",
    level="stop",
    message="The bit, {bit:len} wide, fits into it nowhere",
    do="Take a smaller bit",
)
NOTHING_OF_THE_TEMPLATE = Words(
    code="nothing-of-the-template",
    place="guide",
    level="stop",
    message="Nothing is left of the template: the guide, {guide:len} wide, takes all of it",
    do="Take a smaller bushing or bearing, or a larger bit",
)
TEMPLATE_FALLS_APART = Words(
    code="template-falls-apart",
    place="guide",
    level="caution",
    message="The template falls into {count:n0} parts",
    do="Leave a bridge between them, or take a smaller bushing or bearing",
)
PLATE_BRIDGES = Words(
    code="plate-bridges",
    place="guide",
    level="caution",
    message="Only a plate {across:rough} wide or more below the base rests on wood all the way",
    do="Make it flat and {thickness:len} thick, its screws sunk below its face, and set the bit to zero with it on",
)
PLATE_HIDES_BUSHING = Words(
    code="plate-hides-bushing",
    place="guide",
    level="stop",
    message="A plate below the base covers its bushing",
    do="Take a bearing in a template, or follow a line by eye",
    setup=True,
)
NO_BUSHING = Words(
    code="no-bushing",
    place="guide",
    level="stop",
    message="There is no guide bushing on the shelf",
    do="Get one that leaves the bit at least {1.5:about}, or guide it another way",
    setup=True,
)
NO_BUSHING_PLATE = Words(
    code="no-bushing-plate",
    place="guide",
    level="stop",
    message="This base takes no guide bushing",
    do="Take a base with a plate for bushings, or an adapter",
    setup=True,
)
BUSHING_OF_OTHER_PLATE = Words(
    code="bushing-of-other-plate",
    place="guide",
    level="stop",
    message="No bushing here fits the {plate} of this base",
    do="Get an adapter, or take another router",
    setup=True,
)
NO_BUSHING_FITS = Words(
    code="no-bushing-fits",
    place="guide",
    level="stop",
    message="No bushing here leaves room for a bit of {diameter:len}",
    do="Get a larger bushing, or take a thinner bit",
    setup=True,
)
NO_SHANK_BEARING = Words(
    code="no-shank-bearing",
    place="tool",
    level="stop",
    message="{profile:A} bit has no bearing at its shank to follow a template above the work",
    do="Take a pattern bit",
)
BEARING_ABOVE_TEMPLATE = Words(
    code="bearing-above-template",
    place="guide",
    level="stop",
    message="On a template of {thickness:len} the bearing runs above it in the first pass; {needed:len} are needed",
    do="Make it thicker, take a shorter cutter, or a bushing",
    setup=True,
)
BUSHING_TOO_TIGHT = Words(
    code="bushing-too-tight",
    place="guide",
    level="stop",
    message="{turning:len} turn in a bore of {bore:len}: {clear:len} are left and {needed:len} must be",
    do="Take a larger bushing, or a smaller bit",
)
BUSHING_CLOSE = Words(
    code="bushing-close",
    place="guide",
    level="caution",
    message="Only {clear:len} are left around the bit in the bushing",
    do="Centre it with a cone, and clear the chips often",
)
BORE_UNKNOWN = Words(
    code="bore-unknown",
    place="guide",
    level="caution",
    message="The bushing's bore is not known; {bore:len} is taken",
    do="Measure first",
)
BUSHING_TOO_LONG = Words(
    code="bushing-too-long",
    place="guide",
    level="stop",
    message="The bushing is {length:len} long and the template {thickness:len} thick: it would rub on the work",
    do="Shim the template, or take a shorter bushing",
)
NEVER_LIFT = Words(
    code="never-lift",
    place="guide",
    level="caution",
    message="The bit is wider than the bushing's bore: lifted while it turns, it strikes the bushing",
    do="Set and lock the height before the bushing goes on, lock the plunge, and never lift until the bit stands still",
)
BUSHING_INSIDE_BIT = Words(
    code="bushing-inside-bit",
    place="guide",
    level="stop",
    message="A straight bit of {diameter:len} is wider than the bushing, {od:len}",
    do="Take a larger bushing, or a smaller bit",
)
TEMPLATE_VANISHES = Words(
    code="template-vanishes",
    place="guide",
    level="stop",
    message="The part is too small for this bushing: nothing of the template would be left",
    do="Take a smaller bushing, or a template outside the part",
)
CORNER_ROUNDED = Words(
    code="corner-rounded",
    place="guide",
    level="note",
    message="The corners come out with a radius of {smallest:len}; {asked:len} is smaller than this pair can cut",
    do="Square them with a chisel, round the mate, or take a smaller bit or bushing",
)
BUSHING_CANNOT_ENTER = Words(
    code="bushing-cannot-enter",
    place="guide",
    level="stop",
    message="The narrowest recess of this bit is {narrowest:len}",
    do="Take a smaller bit",
)
PLUG_WILL_NOT_ENTER = Words(
    code="plug-will-not-enter",
    place="guide",
    level="caution",
    message="The plug is {over:n2} mm a side too large for its recess",
    do="Take a ring whose wall is as thick as the bit, or sand the plug",
)
CORNER_TOO_TIGHT = Words(
    code="corner-too-tight",
    place="tool",
    level="stop",
    message="This bit leaves corners of {radius:len}; {corner:len} is asked for",
    do="Take a thinner bit, or square the corners with a chisel",
)
