"""Words of cautions: pockets, templates and trammels (R8, R9, R14)."""

from __future__ import annotations

from ranura.core.text.words import Words

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
NOTHING_TO_CUT_ROUND = Words(
    code="nothing-to-cut-round",
    place="tool",
    level="stop",
    message="A cut-out is cut round its line, and a bit of {diameter:len} fills it",
    do="Take a thinner bit, or plan it as a slot that goes right through",
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
CORNER_TOO_TIGHT = Words(
    code="corner-too-tight",
    place="tool",
    level="stop",
    message="This bit leaves corners of {radius:len}; {corner:len} is asked for",
    do="Take a thinner bit, or square the corners with a chisel",
)
CORNERS_UNREACHED = Words(
    code="corners-unreached",
    place="guide",
    level="caution",
    message="In tight corners the bit leaves {area:n1} mm² standing, under a radius of {radius:len}",
    do="Pare them with a chisel, or take a thinner bit",
)
NO_SLED = Words(
    code="no-sled",
    place="guide",
    level="stop",
    message="There is no sled on the shelf",
    do="Make one that spans the board on two straight rails",
    setup=True,
)
SLED_TOO_SMALL = Words(
    code="sled-too-small",
    place="guide",
    level="stop",
    message="The sled spans {span:len} on rails of {rails:len}; this board is {length:len} × {width:len}",
    do="Make a wider sled or longer rails, or flatten the board in parts",
    setup=True,
)
SLED_NOT_MEASURED = Words(
    code="sled-not-measured",
    place="guide",
    level="caution",
    message="How high the sled holds the router above the work is not measured; {assumed:len} is taken",
    do="Measure from the bed's upper side down to the work, and put it in at the sled",
)
SLED_RAILS = Words(
    code="sled-rails",
    place="guide",
    level="note",
    message="The rails decide whether the face comes out flat: they lie parallel and in one plane",
    do="Sight over both rails, and wedge the board before the first lane",
)
NO_TRAMMEL = Words(
    code="no-trammel",
    place="guide",
    level="stop",
    message="There is no trammel on the shelf",
    do="Make one from a strip of plywood, or guide it by a template",
    setup=True,
)
TRAMMEL_RANGE = Words(
    code="trammel-range",
    place="guide",
    level="stop",
    message="The trammel would be set to {radius:len}; it turns from {low:len} to {high:len}",
    do="Take another trammel, or a template",
    setup=True,
)
GUIDE_LEAVES_FLOOR = Words(
    code="guide-leaves-floor",
    place="guide",
    level="stop",
    message="Guided like this the cut ends inside the board and leaves a floor",
    do="Guide it by a template",
    setup=True,
)
GUIDE_LEAVES_OWN_CORNERS = Words(
    code="guide-leaves-own-corners",
    place="guide",
    level="stop",
    message="Guided like this the corners come out as round as the bit; {corner:len} is asked for",
    do="Guide it by a template",
)
GUIDE_SERVES_ONE_PLACE = Words(
    code="guide-serves-one-place",
    place="guide",
    level="stop",
    message="Its stop blocks serve one place on the board; this is cut at {count}",
    do="Guide it by a template, or plan each place as a cut of its own",
)
GUIDE_REFUSED = Words(code="guide-refused", place="guide", level="stop", message="{why}", do="Guide it another way", setup=True)
THIN_FLOOR = Words(
    code="thin-floor",
    place="depths",
    level="caution",
    message="Only {floor:len} of wood is left below the cut",
    do="Lay it on a flat board, so that the floor does not give way",
)
CHEEKS_COUNT_TWICE = Words(
    code="cheeks-count-twice",
    place="depths",
    level="note",
    message="Both cheeks come from one depth: what it is off counts twice in the tongue",
    do="Cut a short end in scrap, try it in its mortise, and correct the depth by half of what it is off",
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
