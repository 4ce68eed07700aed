"""Words of cautions: pockets and trammels (R8, R14)."""

from __future__ import annotations

from ranura.core.text.words import Words

NOTHING_TO_CUT_ROUND = Words(
    code="nothing-to-cut-round",
    place="tool",
    level="stop",
    message="A cut-out is cut round its line, and a bit of {diameter:len} fills it",
    do="Take a thinner bit, or plan it as a slot that goes right through",
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
CHEEKS_COUNT_TWICE = Words(
    code="cheeks-count-twice",
    place="depths",
    level="note",
    message="Both cheeks come from one depth: what it is off counts twice in the tongue",
    do="Cut a short end in scrap, try it in its mortise, and correct the depth by half of what it is off",
)
STANDS_HIGH = Words(
    code="stands-high",
    place="hold",
    level="caution",
    message="Upright the board stands {high:len} high",
    do="Clamp it lower, beside the bench or through a hatch, so that you look down on its end with both feet on the floor",
)
