"""The smallest set of things that meets every need, where each need has several sets of things that would do."""

from __future__ import annotations

from collections.abc import Mapping, Sequence, Set

Items = frozenset[str]
_PATIENCE = 50_000
"""Steps of the search, after which the best set so far is taken."""


def smallest(needs: Sequence[Sequence[Items]], prices: Mapping[str, float], *, have: Items = frozenset()) -> Items:
    """The items beside `have` that hold one way for every need: the fewest, then the cheapest. Needs without a way are left out.

    >>> sorted(smallest([[frozenset("a"), frozenset("b")], [frozenset("bc"), frozenset("d")]], {"a": 1, "b": 3, "c": 1, "d": 9}))
    ['b', 'c']"""
    missing = [[way - have for way in need] for need in needs if need]
    open_needs = [_minimal(need) for need in missing if all(need)]
    return _Search(_without_dominated(open_needs, prices), prices).best


def _minimal(ways: Sequence[Items]) -> list[Items]:
    """The ways that hold no other."""
    distinct = sorted(set(ways), key=len)
    return [way for place, way in enumerate(distinct) if not any(other < way for other in distinct[:place])]


def _without_dominated(needs: list[list[Items]], prices: Mapping[str, float]) -> list[list[Items]]:
    """Drops a way where another meets at least the same needs with no more items, no dearer, and shares nothing the less.

    What a way shares with others (a collet) must be held by the one that takes its place, or a set could get larger."""
    meets: dict[Items, int] = {}
    users: dict[str, int] = {}
    for place, need in enumerate(needs):
        for way in need:
            meets[way] = meets.get(way, 0) | 1 << place
    for way in meets:
        for item in way:
            users[item] = users.get(item, 0) + 1
    ways = sorted(meets, key=lambda way: (len(way), _price(way, prices), sorted(way)))
    kept: list[tuple[Items, int, float]] = []
    for way in ways:
        price, own = _price(way, prices), meets[way]
        shared = {item for item in way if users[item] > 1}
        if not any(own & ~mask == 0 and other_price <= price and shared <= other for other, mask, other_price in kept):
            kept.append((way, own, price))
    left = {way for way, _, _ in kept}
    return [[way for way in need if way in left] or need for need in needs]


def _price(items: Set[str], prices: Mapping[str, float]) -> float:
    return sum(prices[item] for item in items)


def _count(ways: list[Items]) -> int:
    return len(ways)


class _Search:
    """Branch and bound: the need with the fewest ways first, its cheapest ways first, nothing that is worse than the best."""

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
            if not any(way <= found for way in need):
                found |= min(need, key=lambda way: self._size(way | found))
        return found

    def _summary(self, found: Items) -> None:
        self.steps += 1
        if self.steps > _PATIENCE or self._size(found) > self._size(self.best):
            return
        unmet = [need for need in self.needs if not any(way <= found for way in need)]
        if not unmet:
            self.best = found
            return
        tightest = min(unmet, key=_count)
        for way in sorted(tightest, key=lambda way: self._size(way | found)):
            self._summary(found | way)
