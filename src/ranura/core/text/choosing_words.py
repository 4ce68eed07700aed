"""Words of cautions: tools and wood, whatever the cut (R15 to R18)."""

from __future__ import annotations

from ranura.core.text.words import Words

NO_COLLET = Words(
    code="no-collet",
    place="tool",
    level="stop",
    message="No collet for {shank:a} shank: this router has {collets}",
    do="Take a router with {shank:a} collet, or the bit on another shank",
    needs="{shank:a} collet for {router}",
)
SHANK_TRAP = Words(
    code="shank-trap",
    place="tool",
    level="stop",
    message="{shank:A} shank slips in the {near} collet: it never goes in",
    do="Take {shank:a} collet",
    needs="{shank:a} collet for {router}",
)
DULL_BIT = Words(
    code="dull-bit",
    place="tool",
    level="caution",
    message="This bit is dull: it takes half as much power again, burns and pushes back",
    do="Have it sharpened, or take a sharp one",
)
FACE_GRAIN_SPLINTERS = Words(
    code="face-grain-splinters",
    place="depths",
    level="caution",
    message="The thin face of {material} splinters where the bit crosses its grain",
    do="Score both walls with a knife before routing",
)
DUST = Words(
    code="dust",
    place="hold",
    level="caution",
    message="The dust of {material} harms the lungs",
    do="Wear a respirator and use the extraction",
)
THICKNESS_UNMEASURED = Words(
    code="thickness-unmeasured",
    place="depths",
    level="caution",
    message="The thickness of this piece is its name, not a measurement",
    do="Measure first: sheet goods run under their name",
    typed_in="board",
)
ASSUMED_TOOLS = Words(
    code="assumed-tools",
    place="tool",
    level="caution",
    message="Nobody has said yet what is here: {tools} with usual figures {are} assumed",
    do="Look at your own, and say what is right before you cut",
    typed_in="assumed",
)
GENERAL = Words(
    code="general",
    place="general",
    level="note",
    message="The tool's manual, your local rules and your instructor come first",
    do="Eyes, ears, dust mask; unplugged while you set",
)
