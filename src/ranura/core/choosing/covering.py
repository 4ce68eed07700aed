"""The smallest set of things that meets every need, where each need has several sets of things that would do."""

from __future__ import annotations

from collections.abc import Mapping, Sequence, Set

Items = frozenset[str]
_PATIENCE = 50_000
"""Steps of the search, after which the best set so far is taken."""


def smallest(needs: Sequence[Sequence[Items]], prices: Mapping[str, float], *, have: Items = frozenset()) -> Items:
    """The items beside `have` that hold one set for every need: the fewest, then the cheapest. Needs without a set are left out.

    >>> sorted(smallest([[frozenset("a"), frozenset("b")], [frozenset("bc"), frozenset("d")]], {"a": 1, "b": 3, "c": 1, "d": 9}))
    ['b', 'c']"""
    missing = [[items - have for items in need] for need in needs if need]
    open_needs = [_minimal(need) for need in missing if all(need)]
    return _Search(_without_dominated(open_needs, prices), prices).best


def _minimal(sets: Sequence[Items]) -> list[Items]:
    """The sets that hold no other."""
    distinct = sorted(set(sets), key=len)
    return [items for place, items in enumerate(distinct) if not any(other < items for other in distinct[:place])]


def _without_dominated(needs: list[list[Items]], prices: Mapping[str, float]) -> list[list[Items]]:
    """Drops a set where another meets at least the same needs with no more items, no dearer, and shares nothing the less.

    What a set shares with others (a collet) must be held by the one that takes its place, or the answer could get larger."""
    meets: dict[Items, int] = {}
    users: dict[str, int] = {}
    for place, need in enumerate(needs):
        for items in need:
            meets[items] = meets.get(items, 0) | 1 << place
    for items in meets:
        for item in items:
            users[item] = users.get(item, 0) + 1
    sets = sorted(meets, key=lambda items: (len(items), _price(items, prices), sorted(items)))
    kept: list[tuple[Items, int, float]] = []
    for items in sets:
        price, own = _price(items, prices), meets[items]
        shared = {item for item in items if users[item] > 1}
        if not any(own & ~mask == 0 and other_price <= price and shared <= other for other, mask, other_price in kept):
            kept.append((items, own, price))
    left = {items for items, _, _ in kept}
    return [[items for items in need if items in left] or need for need in needs]


def _price(items: Set[str], prices: Mapping[str, float]) -> float:
    return sum(prices[item] for item in items)


def _count(sets: list[Items]) -> int:
    return len(sets)


class _Search:
    """Branch and bound: the need with the fewest sets first, its cheapest sets first, nothing that is worse than the best."""

    def __init__(self, needs: list[list[Items]], prices: Mapping[str, float]) -> None:
        self.needs = needs
        self.prices = prices
        self.steps = 0
        self.best = self._greedy()
        self._summary(frozenset())

    def _size(self, items: Set[str]) -> tuple[int, float, list[str]]:
        return len(items), round(_price(items, self.prices), 6), sorted(items)

    def _greedy(self) -> Items:
        found: Items = frozenset()
        for need in self.needs:
            if not any(items <= found for items in need):
                found |= min(need, key=lambda items: self._size(items | found))
        return found

    def _summary(self, found: Items) -> None:
        self.steps += 1
        if self.steps > _PATIENCE or self._size(found) > self._size(self.best):
            return
        unmet = [need for need in self.needs if not any(items <= found for items in need)]
        if not unmet:
            self.best = found
            return
        tightest = min(unmet, key=_count)
        for items in sorted(tightest, key=lambda items: self._size(items | found)):
            self._summary(found | items)
