"""Cautions (R17): what a plan has to say, as a code with its level and facts. All their words live here.

`stop` means that the plan cannot be run or printed as ready; `caution` asks for care or a measurement; `note` is worth
knowing. House rules can make things stricter, never the other way.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Literal

from ranura.core.text import Fact, Text, inch_parts, write

Level = Literal["stop", "caution", "note"]
Place = Literal["tool", "speed", "depths", "guide", "direction", "feed", "hold", "general"]


@dataclass(frozen=True, kw_only=True, slots=True)
class Words:
    """The usual level of a code, the place on the slip it belongs to, what is so and why, and what to do."""

    place: Place
    level: Level
    message: str
    do: str


@dataclass(frozen=True, kw_only=True, slots=True)
class Caution:
    """One caution, ready to be shown at its `place` on the slip."""

    code: str
    level: Level
    message: Text
    do: Text
    place: Place
    facts: Mapping[str, Fact] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Reason:
    """A code with its facts, before anybody asked for the sentence: cheap enough for every dropped candidate."""

    code: str
    facts: Mapping[str, Fact] = field(default_factory=dict)


GENERAL = "general"

WORDS: Mapping[str, Words] = {
    # R2 speed and size
    "rim-too-fast": Words(
        place="speed",
        level="caution",
        message="The rim runs at {rim:n1} m/s, over the {limit:n1} m/s that this shop holds to",
        do="Turn the router down, or take the rim-speed school",
    ),
    "marked-maximum-unknown": Words(
        place="speed",
        level="caution",
        message="The maximum speed marked on this {diameter:len} bit is not known",
        do="Read it off the shank or the packet and type it in",
    ),
    "too-slow-router": Words(
        place="speed",
        level="stop",
        message="This router cannot turn slowly enough for this bit: its slowest is {min_rpm:rpm} rpm, the bit may turn "
        "at most {cap_rpm:rpm}",
        do="Take a router that turns slower, or a smaller bit",
    ),
    "dial-too-fast": Words(
        place="speed",
        level="stop",
        message="Even the lowest position of the dial, {slowest_rpm:rpm} rpm, is above the {cap_rpm:rpm} rpm this bit may turn",
        do="Take a router that turns slower, or a smaller bit",
    ),
    "no-dial-table": Words(
        place="speed",
        level="note",
        message="No table of dial positions is known for this router, so only the speed is given",
        do="Read the positions in its manual, or measure them",
    ),
    "measure-the-dial": Words(
        place="speed",
        level="caution",
        message="The bit may turn at most {cap_rpm:rpm} rpm, this router {max_rpm:rpm}, and what its dial means is not known",
        do="Measure the dial first",
    ),
    "table-only": Words(
        place="tool",
        level="stop",
        message="{diameter:len} is too large to be turned by hand; over {limit:len} is for the router table only",
        do="Take the router table, or a smaller bit",
    ),
    "large-by-hand": Words(
        place="tool",
        level="caution",
        message="{diameter:len} is a large bit to guide by hand",
        do="Take light passes with both hands on the router, or use the table",
    ),
    "size-over-class": Words(
        place="tool",
        level="stop",
        message="{diameter:len} is over the {limit:len} that a router of this class ({router_class}) should turn",
        do="Take a larger router, or a smaller bit",
    ),
    "size-over-shank": Words(
        place="tool",
        level="stop",
        message="{diameter:len} is too wide for a {shank:len} shank; it may carry {limit:len}",
        do="Take the same bit on a thicker shank",
    ),
    "opening-too-small": Words(
        place="tool",
        level="stop",
        message="The base opens {opening:len}; a {diameter:len} bit needs {needed:len}",
        do="Take a base with a larger opening, or a smaller bit",
    ),
    "opening-unknown": Words(
        place="tool",
        level="caution",
        message="The opening of this base is not known",
        do="Measure it first: the bit needs {needed:len}",
    ),
    # R4 feed
    "burning-likely": Words(
        place="feed",
        level="caution",
        message="The chip is only {chip:n3} mm thick, so the bit rubs and is likely to burn",
        do="Move faster and take less, or slow the spindle",
    ),
    "burning-slow-down": Words(
        place="feed",
        level="caution",
        message="The chip is only {chip:n3} mm thick, so the bit rubs and is likely to burn",
        do="Slow the spindle, or move faster and take less",
    ),
    "tear-out-likely": Words(
        place="feed",
        level="caution",
        message="The chip is {chip:n3} mm thick, so fibres are likely to tear out",
        do="Move slower, or take a lighter pass",
    ),
    "feed-hand-maximum": Words(
        place="feed",
        level="note",
        message="The chip asks for {wanted:n1} m/min, more than the {limit:n1} m/min a hand can guide; each tooth takes "
        "{tooth:n3} mm",
        do="Stay at {limit:n1} m/min; a slower spindle would bring the chip back",
    ),
    "feed-hand-minimum": Words(
        place="feed",
        level="note",
        message="The chip asks for {wanted:n1} m/min, slower than the {limit:n1} m/min a hand moves steadily; each tooth takes "
        "{tooth:n3} mm",
        do="Stay at {limit:n1} m/min; a faster spindle would bring the chip back",
    ),
    # R5 power
    "power-caution": Words(
        place="feed",
        level="caution",
        message="This takes about {power:n0} W of the {available:n0} W the router has to give",
        do="Keep the feed even and listen to the motor; ease off when it drops",
    ),
    "power-over": Words(
        place="feed",
        level="stop",
        message="This takes about {power:n0} W; the router has {available:n0} W to give",
        do="Take a stronger router, a narrower bit or a shallower cut",
    ),
    # R6 stiffness and grip
    "bends": Words(
        place="tool",
        level="caution",
        message="The tip gives way by about {bent:n2} mm at its worst",
        do="Go gently, or take a thicker or a shorter bit",
    ),
    "bends-too-far": Words(
        place="tool",
        level="stop",
        message="The tip would give way by {bent:n2} mm, over {limit:n2} mm, even in the smallest step",
        do="Take a thicker or a shorter bit, or a shallower cut",
    ),
    "bit-overloaded": Words(
        place="tool",
        level="stop",
        message="The bit would be loaded with {stress:n0} MPa, over the {limit:n0} MPa it may carry",
        do="Take a thicker bit, or a shallower cut",
    ),
    "grip-short": Words(
        place="tool",
        level="stop",
        message="To reach {free:len} below the collet only {inside:len} of the shank stays in it; {least:len} must",
        do="Take a longer bit, or a shallower cut",
    ),
    "overall-unknown": Words(
        place="tool",
        level="stop",
        message="The overall length of this bit is not known, so its grip cannot be judged",
        do="Measure it and type it in",
    ),
    "datum-unknown": Words(
        place="tool",
        level="caution",
        message="How near the collet comes to the underside, or how deep it is, was not measured; {datum:len} is taken",
        do="Measure first, and type it in on the bench",
    ),
    "shorter-is-stiffer": Words(
        place="tool",
        level="note",
        message="{free:rough} stand out where {needed:rough} would do: a shorter bit would be stiffer",
        do="Fine as it is; think of it when you buy",
    ),
    "reducing-sleeve": Words(
        place="tool",
        level="caution",
        message="A sleeve holds the {shank} shank in the {collet} collet: less grip, more run-out",
        do="Push both fully in, and take light passes",
    ),
    # R7 direction
    "climb-cut": Words(
        place="direction",
        level="stop",
        message="With the wood on this side the bit pulls the router along: a climb cut",
        do="Go the other way, so that the bit works against the feed",
    ),
    "climb-bounds": Words(
        place="direction",
        level="caution",
        message="A climb cut: only guided, clamped, with a bit up to 32 mm, at most 1 mm sideways and 6 mm² of section",
        do="Hold the router back, and follow with a conventional pass",
    ),
    "climb-on-table": Words(
        place="direction",
        level="stop",
        message="On the table this is a climb cut: the bit would tear the work out of your hands",
        do="Feed from the other side, against the rotation",
    ),
    "down-cut-lifts-router": Words(
        place="direction",
        level="caution",
        message="A down-cut pushes the router up and packs the slot with chips",
        do="Press the router down and clear the chips between passes",
    ),
    "down-cut-packs": Words(
        place="depths",
        level="caution",
        message="{depth:len} is deeper than this {diameter:len} down-cut is wide: its chips pack in the slot",
        do="Clear the slot between passes, or take an up-cut",
    ),
    "up-cut-lifts-thin-work": Words(
        place="hold",
        level="caution",
        message="An up-cut pulls work of {thickness:len} up towards the router",
        do="Hold the work down over its whole length",
    ),
    # R8 guides
    "bit-wider-than-cut": Words(
        place="tool",
        level="stop",
        message="The bit is {diameter:len} and the cut {width:len}: it cuts too wide in one pass",
        do="Take a bit of {width:len} or less",
    ),
    "fence-off-board": Words(
        place="guide",
        level="stop",
        message="The fence would lie {outside:len} beyond the board",
        do="Lay a board of the same thickness beside the work and say so, or take another guide",
    ),
    "fence-on-support": Words(
        place="guide",
        level="note",
        message="The fence reaches {outside:len} past the board and rests on the board beside it",
        do="Check that both are of the same thickness, with no step between them",
    ),
    "base-unmeasured": Words(
        place="guide",
        level="caution",
        message="The distance from this base's edge to the bit has not been measured",
        do="Measure first: one cut along the fence in scrap, then base = fence to cut + half the bit",
    ),
    "needs-hand-router": Words(
        place="tool",
        level="stop",
        message="This router hangs under its table; a clamped straightedge guides a router held by hand",
        do="Take a router with a fixed or plunge base",
    ),
    "base-tips": Words(
        place="guide",
        level="stop",
        message="In the last pass this base, {across:len} across, cannot bridge a cut {width:len} wide: it would tip into it",
        do="Rout it as a recess from the middle outwards, or screw a wider plate to the base",
    ),
    "straightedge-short": Words(
        place="guide",
        level="caution",
        message="The fence needs {needed:rough}; the longest straightedge here is {longest:rough}",
        do="Take a longer straight piece, and check it with a line",
    ),
    "bushing-too-tight": Words(
        place="guide",
        level="stop",
        message="{turning:len} turn in a bore of {bore:len}: {clear:len} are left and {needed:len} must be",
        do="Take a larger bushing, or a smaller bit",
    ),
    "bushing-close": Words(
        place="guide",
        level="caution",
        message="Only {clear:len} are left around the bit in the bushing",
        do="Centre it with a cone, and clear the chips often",
    ),
    "bore-unknown": Words(
        place="guide",
        level="caution",
        message="The bushing's bore is not known; {bore:len} is taken",
        do="Measure first",
    ),
    "bushing-too-long": Words(
        place="guide",
        level="stop",
        message="The bushing is {length:len} long and the template {thickness:len} thick: it would rub on the work",
        do="Shim the template, or take a shorter bushing",
    ),
    "never-lift": Words(
        place="guide",
        level="caution",
        message="The bit is wider than the bushing's bore: lifted while it turns, it strikes the bushing",
        do="Set and lock the height before the bushing goes on, lock the plunge, and never lift until the bit stands still",
    ),
    "bushing-inside-bit": Words(
        place="guide",
        level="stop",
        message="A straight bit of {diameter:len} is wider than the bushing, {od:len}",
        do="Take a larger bushing, or a smaller bit",
    ),
    "template-vanishes": Words(
        place="guide",
        level="stop",
        message="The part is too small for this bushing: nothing of the template would be left",
        do="Take a smaller bushing, or a template outside the part",
    ),
    "corner-rounded": Words(
        place="guide",
        level="note",
        message="The corners come out with a radius of {smallest:len}; {asked:len} is smaller than this pair can cut",
        do="Square them with a chisel, round the mate, or take a smaller bit or bushing",
    ),
    "bushing-cannot-enter": Words(
        place="guide",
        level="stop",
        message="The narrowest recess of this bit is {narrowest:len}",
        do="Take a smaller bit",
    ),
    "plug-will-not-enter": Words(
        place="guide",
        level="caution",
        message="The plug is {over:n2} mm a side too large for its recess",
        do="Take a ring whose wall is as thick as the bit, or sand the plug",
    ),
    "bearing-cuts-too-wide": Words(
        place="guide",
        level="caution",
        message="The nearest bearing, {bearing:len}, cuts {over:n2} mm too wide",
        do="By hand take the larger one; on a table set the fence that much proud of the bearing",
    ),
    "no-bearing-by-hand": Words(
        place="guide",
        level="stop",
        message="Every bearing here cuts wider than {width:len}",
        do="Get a bearing of {missing:len}, or use the table with a fence",
    ),
    # R13 sliding dovetail
    "socket-too-deep": Words(
        place="depths",
        level="stop",
        message="A socket {depth:len} deep is over {limit:len}, two thirds of the board and what the bit cuts",
        do="Make it shallower",
    ),
    "tongue-too-thick": Words(
        place="depths",
        level="stop",
        message="The tongue would be {tip:len} wide at its end, and the stock is {stock:len}",
        do="Take a narrower bit, or less shift",
    ),
    "dovetail-without-clearing": Words(
        place="depths",
        level="caution",
        message="No straight bit here is {mouth:len} or less: the dovetail cuts the whole section at once",
        do="Stay within 6 mm in hardwood and 8 mm in softwood, feed evenly, clear the chips",
    ),
    "too-deep-uncleared": Words(
        place="depths",
        level="stop",
        message="{depth:len} is too deep for a dovetail bit without clearing; {limit:len} is the most, in softwood",
        do="Get a straight bit narrow enough, or make the socket shallower",
    ),
    "uncleared-in-softwood-only": Words(
        place="depths",
        level="caution",
        message="{depth:len} without clearing is for softwood only; in hardwood {limit:len} is the most",
        do="In hardwood get a straight bit narrow enough, or make the socket shallower",
    ),
    "wide-dovetail": Words(
        place="tool",
        level="caution",
        message="The bit is over {limit:len}, the usual share of a {stock:len} stock",
        do="Take a narrower dovetail bit if there is one",
    ),
    # R3 depths
    "beyond-cutting-length": Words(
        place="tool",
        level="stop",
        message="The cut is {depth:len} deep and this bit cuts {cutting_length:len}",
        do="Take a longer bit or a shallower cut",
    ),
    "deep-for-the-board": Words(
        place="depths",
        level="caution",
        message="{depth:len} takes more than half of the board, which is {thickness:len} thick",
        do="Keep a dado to about a third of the thickness",
    ),
    "compression-too-shallow": Words(
        place="tool",
        level="stop",
        message="The first pass must go past the {tip:len} up-cut tip, or the near face is torn; here it cannot",
        do="Take a down-cut, or a straight bit",
    ),
    "cannot-plunge": Words(
        place="tool",
        level="stop",
        message="This bit does not cut at its end, and the cut begins inside the board",
        do="Take a bit that plunges",
    ),
    "plunge-unknown": Words(
        place="tool",
        level="stop",
        message="Whether this bit cuts at its end is not known, and the cut begins inside the board",
        do="Look at its end and type it in",
    ),
    "no-plunge-base": Words(
        place="tool",
        level="stop",
        message="The cut begins inside the board, and this router has no plunge base; tipping it in is unsafe",
        do="Take a router with a plunge base",
    ),
    "wrong-profile": Words(
        place="tool",
        level="stop",
        message="{profile:A} bit does not leave a flat floor and square walls",
        do="Take a straight bit or a spiral",
    ),
    # R15 choosing
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
    # R15 to R17, materials and holding
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


def caution(code: str, *, level: Level | None = None, **facts: Fact) -> Caution:
    """The caution of a code with its facts; `level` where it differs from the usual one.

    >>> caution("large-by-hand", diameter=40).message.metric
    '40 mm is a large bit to guide by hand'"""
    return _made(code, level, tuple(facts.items()), inch_parts())


@lru_cache(maxsize=4096)
def _made(code: str, level: Level | None, items: tuple[tuple[str, Fact], ...], _parts: int) -> Caution:
    """Remembered, since a plan says the same of most bits and routers as the plan before it."""
    words, facts = WORDS[code], dict(items)
    return Caution(
        code=code,
        level=level or words.level,
        message=write(words.message, **facts),
        do=write(words.do, **facts),
        place=words.place,
        facts=facts,
    )


def spoken(reason: Reason) -> Caution:
    """The sentence of a reason."""
    return _made(reason.code, None, tuple(reason.facts.items()), inch_parts())


def has_stop(cautions: Iterable[Caution]) -> bool:
    """Whether any of them forbids the cut."""
    return any(each.level == "stop" for each in cautions)
