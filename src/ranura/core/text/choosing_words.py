"""Words of cautions: choosing, materials and holding (R15 to R17)."""

from __future__ import annotations

from ranura.core.text.kinds import GENERAL, Table, Words

WORDS: Table = {
    "no-collet": Words(
        place="tool",
        level="stop",
        message="No collet for {shank:a} shank: this router has {collets}",
        do="Take a router with {shank:a} collet, or the bit on another shank",
    ),
    "shank-trap": Words(
        place="tool",
        level="stop",
        message="{shank:A} shank slips in the {near} collet: it never goes in",
        do="Take {shank:a} collet",
    ),
    "small-part": Words(
        place="hold",
        level="stop",
        message="A part of {length:len} × {width:len} is too small to rout by hand",
        do="Rout it on a larger blank and cut it free, or on the table with a carrier",
    ),
    "dull-bit": Words(
        place="tool",
        level="caution",
        message="This bit is dull: it takes half as much power again, burns and pushes back",
        do="Have it sharpened, or take a sharp one",
    ),
    "thin-wall": Words(
        place="guide",
        level="caution",
        message="Only {wall:len} of wood is left beside the cut; short grain breaks off",
        do="Leave more wood, or back it up while you rout",
    ),
    "face-grain-splinters": Words(
        place="depths",
        level="caution",
        message="The thin face of {material} splinters where the bit crosses its grain",
        do="Score both walls with a knife before routing",
    ),
    "dust": Words(
        place="hold",
        level="caution",
        message="The dust of {material} harms the lungs",
        do="Wear a respirator and use the extraction",
    ),
    "thickness-unmeasured": Words(
        place="depths",
        level="caution",
        message="The thickness of this piece is its name, not a measurement",
        do="Measure first: sheet goods run under their name",
    ),
    "no-room-for-clamps": Words(
        place="hold",
        level="stop",
        message="The sweep of the base leaves no room for {where}",
        do="Work on a larger blank, or hold the work another way",
    ),
    GENERAL: Words(
        place="general",
        level="note",
        message="The tool's manual, your local rules and your instructor come first",
        do="Eyes, ears, dust mask; unplugged while you set",
    ),
}
