"""The words of the trade that Ranura uses, each in one sentence: for whoever meets one for the first time."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class TradeWord:
    """A word and what it means."""

    word: str
    says: str


_WORDS = {
    "auxiliary fence": "a longer or higher board that is fixed to the fence of a table, to carry stop blocks or tall work",
    "axis": "the middle of the bit, about which it turns; distances of guides are measured from it",
    "backer": "scrap held level behind the place where the bit leaves the wood, so that the last fibres do not break out",
    "base": "the part of a router that stands on the work; a fixed base holds one depth, a plunge base goes down while it runs",
    "bearing": "a small wheel on the bit that rolls along an edge or a template and keeps the cutter from going further",
    "bushing": "a ring in the base that runs along a template; the bit turns inside it",
    "carrier": "boards that a small part is wedged between or taped to, so that hands stay far from the bit",
    "channel": "a straight cut of one width: a dado across the grain, a groove along it",
    "chamfer": "an edge cut off at an angle, mostly 45°",
    "chip": "what one cutting edge takes at each turn; too thin it rubs and burns, too thick it tears",
    "climb cut": "a cut run with the rotation of the bit: it pulls the router along, so it is kept short and light, or forbidden",
    "carbide": "what most cutting edges are of: it stays sharp many times as long as steel, which takes the keener edge",
    "coating": "a thin layer on a bit that resin sticks to less; it cuts no sharper, and is gone once the bit is sharpened",
    "collet": "the sleeve that grips the shank of the bit; its bore must be the shank's own size",
    "compression bit": "a bit whose tip pulls up and whose upper part pushes down, so that both faces of a sheet stay clean",
    "conventional cut": "a cut run against the rotation of the bit, which pushes the guide on; the usual way",
    "dado": "a channel across the grain, also called housing or trench; the house says which word is used",
    "depth rod": "the rod of a plunge base that meets the turret and ends the plunge",
    "dial": "the wheel that sets the speed of a router; what its marks mean differs from one router to the next",
    "down-cut": "a spiral that pushes chips and fibres down: a clean upper face, and chips that pack in deep slots",
    "edge groove": "a groove cut into the edge of a board, for a tongue, a spline or a panel",
    "edge guide": "a guide on rods that runs along an edge of the board",
    "end grain": "where the fibres end; it breaks out easily and is cut first",
    "face": "the large side of a board; the shown face is the one that is up while the cut is looked at from above",
    "feather board": "a board with slender fingers that holds work against the fence or the table and lets it go one way only",
    "fence": "a straight guide: a board clamped on the work, or the guide of a router table",
    "finger": "what is left standing between the slots across an end; of a box joint it fills a slot of the other board",
    "finishing pass": "a thin last pass that leaves a wall or face clean",
    "flush trimming": "cutting what stands over level with what is below, by a bearing",
    "flute": "a cutting edge with the hollow before it; two leave a cleaner wall, one clears chips faster and stays cooler",
    "free length": "how far the bit stands out of the collet",
    "grain": "the direction of the fibres; cut against them they lift and tear",
    "groove": "a channel along the grain",
    "half-lap": "two parts that lie in one another, each cut to half its thickness",
    "held and standing out": "how much of the shank is in the collet, and how much of the bit is below it",
    "hold-down": "what keeps work on the table of a router, such as a feather board on the fence",
    "jig": "a board with one edge trimmed by the bit itself, so that this edge shows where the cut will be",
    "lane": "one run beside others that clear an area",
    "lead-in": "scrap held level before the place where a bit begins on an edge, so that nothing is grabbed at the corner",
    "marked maximum": "the highest speed that the maker has marked on a bit; nothing turns it faster",
    "marked side": "the side of a round base that was measured and marked; it runs along the fence, since no base is quite round",
    "mitre gauge": "a guide that slides in a slot of the table and pushes work square past the bit",
    "mortise": "a deep slot closed at both ends, that a tenon goes into",
    "opening": "the hole in a base or table that the bit goes through; with a ring it is made smaller",
    "pass": "one run at one depth",
    "pattern bit": "a straight bit with a bearing by the shank, which follows a template on the work",
    "plunge": "to let the turning bit down into the wood; only bits that cut at their end can do it",
    "push stick": "a stick that pushes work past the bit where hands would come too near",
    "rabbet": "a step cut along an edge",
    "rim": "the outermost part of the bit; how fast it runs, in metres a second, limits the speed",
    "sacrificial board": "scrap below the work that a bit going through may cut into",
    "school": "one of the ways in which experienced people do a thing; the house chooses one",
    "setback": "the distance from the fence to the nearest wall of the cut",
    "shank": "the smooth part of a bit that the collet grips; one twice as thick bends a sixteenth as much",
    "sharpening": "straight bits can be honed on their flat faces, which makes them a little narrower; spirals are replaced",
    "sled": "a carriage that runs on rails: over the work with the router, to flatten it; over a table with a board on its end",
    "slot cutter": "a disc with teeth on an arbor, which cuts a groove into an edge while the router stands on the face",
    "spacer": "a strip laid between fence and base; taken away, the next pass makes the cut wider",
    "station": "one of the places where a cut is repeated",
    "spline": "a strip that lies in the grooves of two edges and joins them",
    "starting pin": "a pin in the table that curved work leans on until it meets the bearing",
    "stop block": "a block that the base or the work meets where a cut begins or ends",
    "straightedge": "a straight board or rail clamped on the work as a fence",
    "tear-out": "fibres that are lifted out of a face or an edge instead of being cut",
    "template": "a shape that a bushing or a bearing follows",
    "tenon": "the tongue at the end of a part that goes into a mortise",
    "test cut": "a first cut in scrap, measured before the work is cut",
    "trammel": "an arm from the router to a pivot, for circles and arcs",
    "turret": "a stepped stop below the depth rod; each step is a depth",
    "unplugged": "the cord pulled or the battery out: before any hand comes near bit or collet",
    "up-cut": "a spiral that pulls chips up and out: it plunges well, and may lift the upper face",
    "working": "the formula, values and source behind a figure; R and a number is the rule it comes from",
    "zero on the face": "the depth at which the bit just touches the face; depths are counted from there",
}
TRADE_WORDS = tuple(TradeWord(word, says) for word, says in sorted(_WORDS.items()))
