"""Dropping what cannot make a cut, each with its reason, and finding what nearly can (R15).

A dropped bit is a code and its facts; its sentence is made when somebody reads it.
"""

from __future__ import annotations

import heapq
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from ranura.core.choosing.judging import Judge
from ranura.core.choosing.order import Candidate
from ranura.core.shop.tooling.bits import NOMINAL_SHANKS, Bit
from ranura.core.shop.tooling.routers import Router, RouterClass
from ranura.core.text import choosing_words, refusals
from ranura.core.text.cautions import Reason
from ranura.core.text.errors import CutError

_LOOKED_INTO = 10
COLLETS_UP_TO: dict[RouterClass, float] = {"trim": 6.35, "mid-size": 12.7, "large": 12.7}
"""mm: the largest collet made for a class of router."""


@dataclass(frozen=True, slots=True)
class Drop:
    """A bit, or a bit in a router, that cannot make the cut."""

    bit: Bit
    router: Router | None
    reason: Reason


@dataclass(frozen=True, kw_only=True, slots=True)
class Miss:
    """A bit in a router that only one thing keeps from the cut."""

    candidate: Candidate
    reason: Reason


@dataclass(frozen=True, kw_only=True, slots=True)
class Sifted:
    """All bits × routers of a shop, parted into those that can make the cut and those that cannot."""

    fit: list[Candidate]
    dropped: list[Drop]


def sift(judge: Judge) -> Sifted:
    """Looks at every bit and router that is not put away. A bit that fails by itself is dropped once, without routers."""
    fit: list[Candidate] = []
    dropped: list[Drop] = []
    for bit in judge.tools.bits:
        if own := judge.against_bit(bit):
            dropped.append(Drop(bit, None, own))
            continue
        for router in judge.tools.routers:
            found = judge.first_look(bit, router)
            if isinstance(found, Candidate):
                fit.append(found)
            else:
                dropped.append(Drop(bit, router, found))
    return Sifted(fit=fit, dropped=dropped)


def misses(judge: Judge, dropped: Iterable[Drop]) -> list[Miss]:
    """The dropped pairs that only one thing speaks against, and that one curable; at most a few are looked into.

    Bits whose own trouble is curable are tried in every router; those as stiff and as wide as can be come first."""
    found: list[Miss] = []
    curable = [drop for drop in dropped if drop.reason.words.needs and _could_be_had(drop)]
    first = heapq.nsmallest(
        _LOOKED_INTO, curable, key=lambda drop: (drop.bit.state == "dull", judge.extra_work(drop.bit), -drop.bit.shank)
    )
    for drop in first:
        for router in [drop.router] if drop.router else judge.tools.routers:
            tried = judge.candidate(drop.bit, router)
            if {reason.words for reason in tried.reasons} == {drop.reason.words}:
                found.append(Miss(candidate=tried, reason=drop.reason))
    return found


def _could_be_had(drop: Drop) -> bool:
    """Whether the collet that is missing is made for a router of this class."""
    if drop.reason.words not in (choosing_words.NO_COLLET, choosing_words.SHANK_TRAP) or drop.router is None:
        return True
    limit = COLLETS_UP_TO[drop.router.router_class]
    return round(drop.bit.shank, 3) in NOMINAL_SHANKS and drop.bit.shank <= limit + 1e-9


def deeper_than_any(bits: Sequence[Bit], depth: float) -> CutError:
    """What is said of a depth in mm that none of these bits cuts, at the field of the depth."""
    longest = max(bits, key=lambda bit: bit.cuts_to)
    return CutError(refusals.DEEPER_THAN_ANY_BIT, field="cut.depth", depth=depth, longest=longest.cuts_to, name=longest.name)
