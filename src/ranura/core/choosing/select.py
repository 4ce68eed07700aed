"""The pairs that a plan may take: those that agree with what is pinned, best first."""

from __future__ import annotations

from collections.abc import Callable

from ranura.core.choosing.candidates import Drop, Sifted
from ranura.core.choosing.judging import Judge
from ranura.core.choosing.order import Candidate, Ranking
from ranura.core.choosing.shortlist import shortlist
from ranura.core.shop.shop import Shop
from ranura.core.text import refusals as common_refusals
from ranura.core.text.errors import CutError

MOST_TRIED = 6
"""Pairs that are planned and proven before a stop is shown (R21)."""


def check_shop(shop: Shop) -> None:
    """Raises `CutError` where there is no bit or no router to plan with."""
    if all(bit.archived for bit in shop.bits):
        raise CutError(common_refusals.NO_BITS)
    if all(router.archived for router in shop.routers):
        raise CutError(common_refusals.NO_ROUTERS)


def choose(
    bit_id: str | None,
    router_id: str | None,
    shop: Shop,
    judge: Judge,
    ranking: Ranking,
    sifted: Sifted,
    *,
    refuse: Callable[[list[Drop]], None],
) -> list[Candidate]:
    """The candidates that agree with what is pinned, best first; where none can, the nearest miss alone, with its reasons.

    `refuse` raises where every bit fails on a dimension that was typed; so does a drawer with no bit of the kind."""
    bit = None if bit_id is None else shop.bit(bit_id, field="cut.bit_id")
    router = None if router_id is None else shop.router(router_id, field="cut.router_id")
    routers = [each for each in shop.routers if not each.archived] if router is None else [router]
    fit = sifted.fit
    if bit is not None or router is not None:
        fit = shortlist(judge, ranking, count=MOST_TRIED, bits=None if bit is None else [bit], routers=routers).fit
    if fit:
        return fit
    if bit is None and not sifted.fit:
        refuse(sifted.dropped)
    alone = {drop.bit.id for drop in sifted.dropped if drop.router is None}
    owned = [each for each in shop.bits if judge.is_of_kind(each) and not each.archived]
    if bit is None and not owned:
        raise CutError(common_refusals.NO_BIT_OF_KIND, kind=judge.wants)
    bits = [bit] if bit is not None else [each for each in owned if each.id not in alone] or owned
    pairs = [judge.candidate(b, r) for b in bits for r in routers]
    # The nearest miss: by hand before table (or as it was asked for), what only wants another setting up, the fewest
    # reasons, then by rank.
    nearest = min(
        pairs if bit is not None else ranking.order(pairs),
        key=lambda miss: (
            judge.preferred_mounting not in (None, miss.router.mounting),
            not all(reason.words.setup for reason in miss.reasons),
            len(miss.reasons),
        ),
    )
    return [nearest]
