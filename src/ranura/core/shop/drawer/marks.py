"""What is marked on a bit in the drawer: traps, twins, and what is not known of it."""

from __future__ import annotations

from collections import Counter, defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import NOMINAL_SHANKS, Bit, shank_name
from ranura.core.text.writing import Fact, Text, write

MarkCode = Literal[
    "twin", "no-collet", "one-router", "look-alike-shank", "length-unknown", "maximum-unknown", "assumed", "dull", "worn"
]

_WORDS: dict[MarkCode, str] = {
    "twin": "The same as {name}",
    "no-collet": "No router here has {shank:a} collet",
    "one-router": "Only {router} takes {shank:a} shank",
    "look-alike-shank": "A {shank} shank among {other} ones: it slips in their collet",
    "length-unknown": "Overall length not known: no cut can be planned with it",
    "maximum-unknown": "No maximum speed known",
    "assumed": "Assumed: nobody has said that it is here",
    "dull": "Dull",
    "worn": "Worn",
}
_TRAP = 0.75
_UNMARKED_MATTERS = 25.4


@dataclass(frozen=True, kw_only=True, slots=True)
class Mark:
    """One thing to know of a bit at a glance."""

    code: MarkCode
    text: Text


def marks(shop: Shop) -> dict[str, tuple[Mark, ...]]:
    """The marks of every bit that is not put away, by its id."""
    bits = [bit for bit in shop.bits if not bit.archived]
    twins = _twins(bits)
    routers = [router for router in shop.routers if not router.archived]
    collets = {round(collet, 3) for router in routers for collet in router.collets}
    takes = {
        shank: [router.name for router in routers if router.has_collet(shank) or router.sleeve_for(shank)]
        for shank in {bit.shank for bit in bits}
    }
    common = Counter(bit.shank for bit in bits)
    alike = {
        shank: next(
            (c for c in NOMINAL_SHANKS if 0 < abs(c - shank) < _TRAP and c in collets and common[c] > common[shank]), None
        )
        for shank in common
    }
    return {bit.id: tuple(_of(bit, twins, takes[bit.shank], alike[bit.shank], len(routers))) for bit in bits}


def _of(bit: Bit, twins: dict[str, Bit], takes: list[str], other: float | None, routers: int) -> list[Mark]:
    found: list[Mark] = []

    def mark(code: MarkCode, **facts: Fact) -> None:
        found.append(Mark(code=code, text=write(_WORDS[code], **facts)))

    shank = shank_name(bit.shank)
    if bit.state != "sharp":
        mark(bit.state)
    if bit.assumed:
        mark("assumed")
    if not takes and routers:
        mark("no-collet", shank=shank)
    elif len(takes) == 1 and routers > 1:
        mark("one-router", router=takes[0], shank=shank)
    if other is not None:
        mark("look-alike-shank", shank=shank, other=shank_name(other))
    if bit.overall_length is None:
        mark("length-unknown")
    if bit.marked_max_rpm is None and bit.diameter > _UNMARKED_MATTERS:
        mark("maximum-unknown")
    if bit.id in twins:
        mark("twin", name=twins[bit.id].name)
    return found


def _twins(bits: Sequence[Bit]) -> dict[str, Bit]:
    """For each bit that another equals in all its sizes, one such other."""
    alike: dict[tuple[object, ...], list[Bit]] = defaultdict(list)
    for bit in bits:
        alike[(bit.profile, bit.sizes, bit.shank, bit.overall_length, bit.up_cut_tip, bit.body, bit.flutes)].append(bit)
    return {each.id: next(o for o in group if o is not each) for group in alike.values() if len(group) > 1 for each in group}
