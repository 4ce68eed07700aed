"""The best few of a full drawer, without looking closely at every bit.

A bit by itself already bounds how well any pair with it can rank (`Ranking.promise`); bits are taken in that order, and the
looking ends when no bit that is left could reach the few. A test holds it against looking at all.
"""

from __future__ import annotations

from bisect import insort
from collections.abc import Callable, Sequence
from typing import Any

from ranura.core.choosing.candidates import Drop, Sifted
from ranura.core.choosing.judging import Judge
from ranura.core.choosing.order import Candidate, Ranking
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.routers import Router
from ranura.core.text.cautions import Reason

_BATCH = 8
"""Bits between two looks at whether it is time to end."""


def shortlist(
    judge: Judge,
    ranking: Ranking,
    *,
    count: int,
    bits: Sequence[Bit] | None = None,
    routers: Sequence[Router] | None = None,
    counts: Callable[[Candidate], bool] | None = None,
) -> Sifted:
    """At least the best `count` pairs that can make the cut, best first, and all that was dropped on the way to them. Where
    only some pairs count, all that are better than the last of those are there too.

    Where fewer can, every pair was looked at. `bits` and `routers` limit it to some."""
    racked = judge.tools.routers if routers is None else routers
    dropped: list[Drop] = []
    curable: list[tuple[tuple[float, ...], int, Bit]] = []
    for place, bit in enumerate(judge.tools.bits if bits is None else bits):
        if own := judge.against_bit(bit):
            dropped.append(Drop(bit, None, own))
        else:
            curable.append((ranking.promise(bit), place, bit))
    curable.sort()
    fit: list[Candidate] = []
    best: list[tuple[Any, ...]] = []
    for number, (promise, _, bit) in enumerate(curable):
        if number % _BATCH == 0 and len(best) == count and best[-1][: len(promise)] < promise:
            break
        for router in racked:
            found = judge.first_look(bit, router)
            if isinstance(found, Candidate):
                fit.append(found)
                if counts is None or counts(found):
                    insort(best, ranking.key(found))
                    del best[count:]
            else:
                dropped.append(Drop(bit, router, found))
    return Sifted(fit=sorted(fit, key=ranking.key), dropped=dropped)


def nearest(dropped: Sequence[Drop], judge: Judge) -> Reason | None:
    """Why the drop that came closest failed: one in a router by hand, rather than of the bit alone."""
    hand = [each for each in dropped if each.router is not None and each.router.mounting == "hand"]
    of_setup = [each for each in hand if each.reason.words.setup]
    found = of_setup or hand or [each for each in dropped if judge.is_of_kind(each.bit)] or list(dropped)
    codes = [each.reason.code for each in found]
    return max(found, key=lambda each: codes.count(each.reason.code)).reason if found else None
