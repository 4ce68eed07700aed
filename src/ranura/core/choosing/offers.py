"""What choosing shows: the best tools with what they lose, the nearest misses with what they need, and what a pin costs."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.choosing.candidates import Drop, Sifted, misses
from ranura.core.choosing.judging import Judge
from ranura.core.choosing.order import Candidate
from ranura.core.choosing.setting import ToolSetting
from ranura.core.text.cautions import Caution, written
from ranura.core.text.writing import Text, write

SHOWN_OFFERS = 8
SHOWN_MISSES = 3


@dataclass(frozen=True, kw_only=True, slots=True)
class Offer:
    """A bit in a router that can make the cut, with what it loses against the best."""

    bit_id: str
    bit_name: str
    router_id: str
    router_name: str
    loses: tuple[Text, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class DroppedTool:
    """A bit, alone or in a router, that cannot make the cut, and why."""

    bit_id: str
    bit_name: str
    router_id: str | None
    router_name: str | None
    code: str
    reason: Text
    do: Text


@dataclass(frozen=True, kw_only=True, slots=True)
class Miss:
    """A bit in a router that one thing keeps from the cut, and what that is; `better` than the best that can make it."""

    bit_id: str
    bit_name: str
    router_id: str
    router_name: str
    code: str
    needs: Text
    better: bool


def offers(ranked: list[Candidate], judge: Judge, *, count: int = SHOWN_OFFERS) -> tuple[Offer, ...]:
    """The first of the ranked candidates, in words."""
    if not ranked:
        return ()
    best = ranked[0]
    return tuple(
        Offer(
            bit_id=each.bit.id,
            bit_name=each.bit.name,
            router_id=each.router.id,
            router_name=each.router.name,
            loses=() if each is best else judge.losses(each, best),
        )
        for each in ranked[:count]
    )


def dropped_tool(drop: Drop) -> DroppedTool:
    """A dropped bit or pair, in words."""
    said = written(drop.reason)
    return DroppedTool(
        bit_id=drop.bit.id,
        bit_name=drop.bit.name,
        router_id=drop.router.id if drop.router else None,
        router_name=drop.router.name if drop.router else None,
        code=said.code,
        reason=said.message,
        do=said.do,
    )


def stopped_tool(pair: Candidate, why: Caution) -> DroppedTool:
    """A pair that only the moves showed to be unfit, in words."""
    return DroppedTool(
        bit_id=pair.bit.id,
        bit_name=pair.bit.name,
        router_id=pair.router.id,
        router_name=pair.router.name,
        code=why.code,
        reason=why.message,
        do=why.do,
    )


def misses_of(judge: Judge, sifted: Sifted, best: Candidate | None, *, count: int = SHOWN_MISSES) -> tuple[Miss, ...]:
    """The nearest misses, best first: those that would be better than the best, or all where nothing can make the cut."""
    near = misses(judge, sifted.dropped)
    if not near:
        return ()
    by_id = {(miss.candidate.bit.id, miss.candidate.router.id): miss for miss in near}
    ranked = judge.ranking().order([*(miss.candidate for miss in near), *([best] if best else [])])
    made: list[Miss] = []
    better = True
    for found in ranked:
        if found is best:
            better = False
            continue
        miss = by_id[found.bit.id, found.router.id]
        facts = {**miss.reason.facts, "router": found.router.name}
        made.append(
            Miss(
                bit_id=found.bit.id,
                bit_name=found.bit.name,
                router_id=found.router.id,
                router_name=found.router.name,
                code=miss.reason.code,
                needs=write(miss.reason.words.needs, **facts),
                better=better,
            )
        )
    return tuple(made[:count])


def costs(taken: ToolSetting, best: ToolSetting, judge: Judge) -> tuple[Text, ...]:
    """What the person's own choice costs against the best: what it loses, and the difference in time and bending."""
    found = list(judge.losses(taken.candidate, best.candidate))
    if taken.seconds is not None and best.seconds is not None:
        longer = taken.seconds - best.seconds
        if longer >= 1:
            found.append(write("{t:n0} s longer in the wood", t=longer))
    if taken.bent is not None and best.bent is not None and taken.bent >= max(2 * best.bent, 0.005):
        found.append(write("gives way {bent:n3} mm instead of {least:n3} mm", bent=taken.bent, least=best.bent))
    return tuple(found)
