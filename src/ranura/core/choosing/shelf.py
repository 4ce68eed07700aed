"""What the trade sells, beside a shop: what of it would make a cut, and what of that is clearly better than what is there."""

from __future__ import annotations

import math
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace

from ranura.core.choosing.candidates import COLLETS_UP_TO
from ranura.core.choosing.catalogue import BEARING_PRICE, COLLET_PRICE, catalogue, collet_name
from ranura.core.choosing.covering import Items
from ranura.core.choosing.judging import Judge
from ranura.core.choosing.known import Known, PlannedCut, Plans, Purchase
from ranura.core.choosing.order import Candidate
from ranura.core.choosing.purchases import BearingToBuy, Benefit, BitToBuy, ColletToBuy, ToBuy
from ranura.core.choosing.shortlist import shortlist
from ranura.core.shop.drawer.texts import texts_of
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import NOMINAL_SHANKS, Bit
from ranura.core.shop.tooling.routers import Router
from ranura.core.text.errors import CraftError
from ranura.core.text.writing import Text, write

STIFFER = 4.0
"""How many times less a bought bit must bend to be clearly better."""
FEWER = 2.0
"""How many times fewer passes side by side it must take."""
_OFFERED_SHANKS = tuple(shank for shank in NOMINAL_SHANKS if shank >= 6)
WHY = {
    "possible": "can be made",
    "dull": "sharp, where {owned} is dull",
    "fewer-passes": "{count} passes side by side instead of {owned}",
    "one-pass": "one pass instead of {owned} side by side",
    "stiffer": "bends {times:n1} times less than {owned}",
}


class Shelf:
    """The shop with everything on the trade's shelf: bits on every shank its routers could take, the collets for them, and the
    bearings that rabbets of these cuts miss on its own bits."""

    def __init__(self, shop: Shop, cuts: Sequence[PlannedCut], plans: Plans, known: Known) -> None:
        self.shop = shop
        self._plans = plans
        self._known = known
        self._routers = {router.id: router for router in shop.routers if not router.archived}
        self._collets: dict[str, tuple[Router, float]] = {}
        shanks: set[float] = set()
        widened = []
        for router in self._routers.values():
            most = COLLETS_UP_TO[router.router_class]
            missing = [s for s in _OFFERED_SHANKS if s <= most + 1e-9 and not router.has_collet(s) and not router.sleeve_for(s)]
            self._collets |= {_collet_id(router, shank): (router, shank) for shank in missing}
            shanks.update(missing, (s for s in router.collets if s in NOMINAL_SHANKS))
            widened.append(replace(router, collets=(*router.collets, *missing)))
        self._goods = {bit.id: bit for bit in catalogue(tuple(sorted(shanks)))}
        self._bearings = dict(self._missing_bearings(cuts))
        self.prices = (
            {bit.id: bit.price or 0.0 for bit in self._goods.values()}
            | dict.fromkeys(self._collets, COLLET_PRICE)
            | dict.fromkeys(self._bearings, BEARING_PRICE)
        )
        owned = _with_bearings(shop.bits, self._bearings.values())
        self.everything = replace(shop, bits=(*owned, *self._goods.values()), routers=tuple(widened))

    def _missing_bearings(self, cuts: Sequence[PlannedCut]) -> Iterator[tuple[str, tuple[Bit, float]]]:
        """The bearings that would make these cuts on bits that are there."""
        for each in cuts:
            key = (each.cut, each.piece)
            if key not in self._known.bearings:
                self._known.begin()
                self._known.bearings[key] = tuple(_missing_bearings(each, self.shop, self._plans))
            for bit, bearing in self._known.bearings[key]:
                yield _bearing_id(bit, bearing), (bit, bearing)

    def purchases(self, each: PlannedCut) -> list[Purchase]:
        """How a cut could be made by buying something."""
        key = ((each.cut, each.piece), frozenset(self._bearings))
        if key not in self._known.purchases:
            self._known.begin()
            self._known.purchases[key] = _purchases(each, self, self._plans)
        return self._known.purchases[key]

    def items(self, found: Candidate, judge: Judge) -> Items:
        """What of a pair is not there yet, for the cut of a judge."""
        missing = {found.bit.id} & self._goods.keys()
        collet = _collet_id(found.router, found.bit.shank)
        ridden = judge.bearing_on(found.bit, found.router.mounting)
        bearing = "" if ridden is None else _bearing_id(found.bit, ridden)
        return frozenset(missing | ({collet} & self._collets.keys()) | ({bearing} & self._bearings.keys()))

    def with_bought(self, items: Iterable[str]) -> Shop:
        """The shop once these things are there."""
        chosen = sorted(items)
        bits = [self._goods[item] for item in chosen if item in self._goods]
        collets = [self._collets[item] for item in chosen if item in self._collets]
        routers = tuple(
            replace(router, collets=(*router.collets, *(shank for of, shank in collets if of.id == router.id)))
            for router in self.shop.routers
        )
        owned = _with_bearings(self.shop.bits, [self._bearings[item] for item in chosen if item in self._bearings])
        return replace(self.shop, bits=(*owned, *bits), routers=routers)

    def buy(self, item: str, serves: tuple[Benefit, ...], metres: float) -> ToBuy:
        """A thing on the list."""
        price = self.prices[item]
        per_metre = price / metres if metres else None
        if item in self._bearings:
            bit, bearing = self._bearings[item]
            (fitted,) = _with_bearings([bit], [(bit, bearing)])
            return BearingToBuy(
                id=item,
                name=f"Bearing {bearing:g} mm",
                price=price,
                metres=metres,
                per_metre=per_metre,
                serves=serves,
                bit_id=bit.id,
                bit_name=bit.name,
                texts=texts_of(fitted),
            )
        if item in self._collets:
            router, shank = self._collets[item]
            return ColletToBuy(
                id=item,
                name=collet_name(shank),
                price=price,
                metres=metres,
                per_metre=per_metre,
                serves=serves,
                router_id=router.id,
                router_name=router.name,
                shank=shank,
            )
        bit = self._goods[item]
        return BitToBuy(
            id=item, name=bit.name, price=price, metres=metres, per_metre=per_metre, serves=serves, texts=texts_of(bit)
        )


def _missing_bearings(each: PlannedCut, shop: Shop, plans: Plans) -> Iterator[tuple[Bit, float]]:
    """The bearings that would make a cut on bits that are there."""
    try:
        judge = plans.judge(each.cut, each.piece, shop)
    except CraftError:
        return
    for bit in judge.tools.bits:
        missing = judge.missing_bearing(bit)
        if missing is not None:
            yield bit, missing


def _with_bearings(bits: Iterable[Bit], more: Iterable[tuple[Bit, float]]) -> tuple[Bit, ...]:
    added: dict[str, list[float]] = {}
    for bit, bearing in more:
        added.setdefault(bit.id, []).append(bearing)
    return tuple(replace(bit, bearings=(*bit.bearings, *added[bit.id])) if bit.id in added else bit for bit in bits)


def _bearing_id(bit: Bit, bearing: float) -> str:
    return f"bearing-{bearing:g}-{bit.id}"


def _collet_id(router: Router, shank: float) -> str:
    return f"collet-{shank:g}-{router.id}"


def _purchases(each: PlannedCut, shelf: Shelf, plans: Plans) -> list[Purchase]:
    """How a cut could be made by buying something: only those that take as few passes side by side as any, and are as clean."""
    try:
        judge = plans.judge(each.cut, each.piece, shelf.everything)
    except CraftError:
        return []
    ranked = shortlist(judge, judge.ranking(), count=1, counts=lambda found: not shelf.items(found, judge)).fit
    owned = next((found for found in ranked if not shelf.items(found, judge)), None)
    above = ranked if owned is None else ranked[: ranked.index(owned)]
    above = list(judge.cleanest(above)) if above else []
    purchases = [
        Purchase(found, shelf.items(found, judge), None if owned is None else _better(found, owned, judge)) for found in above
    ]
    return [*purchases, *_with_what_goes_before(purchases, judge, shelf)]


def _with_what_goes_before(purchases: Sequence[Purchase], judge: Judge, shelf: Shelf) -> Iterator[Purchase]:
    """The same together with a bit that clears the way for them, for where no bit that is there does."""
    for each in purchases:
        before = judge.goes_before(each.candidate)
        clears = shelf.items(before, judge) - each.items if before is not None else frozenset()
        if clears:
            yield replace(each, items=each.items | clears, clears=clears)


def _better(found: Candidate, owned: Candidate, judge: Judge) -> Text | None:
    """Why a pair is clearly better than the best that is there; None where it is better by a shade."""
    if owned.bit.state == "dull" and found.bit.state != "dull":
        return write(WHY["dull"], owned=owned.bit.name)
    if not judge.bits_are_alike:
        return None
    count, before = judge.extra_work(found.bit), judge.extra_work(owned.bit)
    if before and count * FEWER <= before:
        return write(WHY["one-pass" if count == 1 else "fewer-passes"], count=count, owned=before)
    times = owned.compliance / found.compliance
    if times >= STIFFER and math.isfinite(times):
        return write(WHY["stiffer"], times=times, owned=owned.bit.name)
    return None
