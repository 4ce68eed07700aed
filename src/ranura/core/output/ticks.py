"""The end of a slip: what is ticked before the router is switched on, for this very setup, and what is done after it."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Final

from ranura.core.choosing.setting import ToolSetting
from ranura.core.proof.moves import ON_STANDS, GuideKind, Program
from ranura.core.text.cautions import has_stop
from ranura.core.text.writing import Text, write

MOST: Final = 7
"""Ticks before it is switched on: more is not gone through."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Ticks:
    """What is ticked before the router is switched on, and what is done once it is off."""

    before: tuple[Text, ...] = ()
    after: tuple[Text, ...] = ()


_GUIDE_BY_HAND: Final[Mapping[GuideKind, str]] = {
    "fence": "straightedge tight at both ends",
    "edge-guide": "edge guide: both rods tight, its face on the edge",
    "bearing": "bearing turns, its screw tight",
    "bushing": "bushing and its ring tight, template does not move",
    "pivot": "pivot firm, the arm's length locked",
    "rails": "rails do not move, the sled runs free",
    "freehand": "line scored, both hands on the router",
}
_GUIDE_ON_TABLE: Final[Mapping[GuideKind, str]] = {
    "fence": "fence tight at both ends",
    "bearing": "bearing turns, its screw tight",
    "bushing": "bushing tight, template fixed to the work",
    "rails": "sled runs free, its key tight",
}
_HELD: Final[Mapping[str, str]] = {
    "clamps": "clamps tight, none where base or handles go",
    "clamps-moved": "clamps tight, moved on with the router off alone",
    "dogs": "wedged between dogs, below the face",
    "vice": "vice tight, its jaws below the face",
    "tape": "taped and pressed on: it does not move by hand",
    "screws": "screws tight, none in the bit's way",
    "vacuum": "vacuum up: it does not move by hand",
    "carrier": "wedged in its carrier, that clamped",
    "comb": "boards, scrap and backer clamped under the comb, flush",
    "sled": "work clamped to the sled, a fresh backer behind it",
    "mat": "mat below: it does not slide by hand",
    "table": "what presses and feeds the work set, a backer behind it",
    "fence": "tall fence and feather boards set",
    ON_STANDS: "stands level with the table",
}
_PUSHED_ROUND: Final = "starting pin firm, what presses the work at hand"
_LOCK: Final[Mapping[str, str]] = {
    "plunge": "rod and plunge lock tried",
    "fixed": "base clamp tried",
    "table": "height lock tried",
}


def ticks_of(setting: ToolSetting, program: Program) -> Ticks:
    """The ticks of a setup whose moves are known; none where it is not to be run.

    Rule: R17 switching on
    Formula: plug, bit, depth, guide and hold, dry run, gear, switch
    Source: what people forget, in the order of the hands"""
    if not program.moves or has_stop(setting.cautions):
        return Ticks()
    return Ticks(before=tuple(_before(setting, program)), after=tuple(_after(setting)))


def _before(setting: ToolSetting, program: Program) -> Iterator[Text]:
    first = program.settings[program.moves[0].setting]
    bits = {each.bit.id for each in program.settings}
    yield write("unplugged, the plug in sight")
    other = "; first the one that clears" if len(bits) > 1 else ""
    yield write("{bit}: in, drawn back {3:about}, tight, turns free" + other, bit=setting.bit.name)
    depth = next(
        (change.to for move in program.moves for change in move.changes if change.what == "depth"),
        max((move.to_depth or 0.0 for move in program.moves), default=0.0),
    )
    lock = _LOCK[setting.base.kind]
    yield write("{d:fine} to the cutting edge; " + lock, d=depth if isinstance(depth, float) else 0.0)
    guides = _GUIDE_BY_HAND if setting.by_hand else _GUIDE_ON_TABLE
    kinds = dict.fromkeys(guide.kind for each in program.settings for guide in each.guides)
    held = _PUSHED_ROUND if first.round_the_bit and first.hold == "table" else _HELD.get(first.hold, "work held")
    said = [*(guides[kind] for kind in kinds if kind in guides), held]
    yield write("; ".join(dict.fromkeys(said)))
    if setting.by_hand:
        yield write("once along the whole way unplugged: base, handles and cord meet nothing")
    else:
        yield write("the work once past the bit unplugged: nothing catches, hands stay {75:about} away")
    lungs = f"; lungs: {setting.material.name} dust harms" if setting.material.harmful_dust else "; mask or extraction"
    yield write("eyes, ears" + lungs)
    yield write("switch: off, found without looking; both hands; nobody near")


def _after(setting: ToolSetting) -> Iterator[Text]:
    what = "before it is set down" if setting.by_hand else "before the work or a chip is touched"
    yield write("switch off, wait until it stands, " + what)
    yield write("unplugged; the bit is hot")
    yield write("bit wiped; collet and shank looked at")
