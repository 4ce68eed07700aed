"""What to buy: for the cuts of all jobs, the fewest things that make them possible, and then those that make them clearly
better, with what they cost for a metre of these cuts (craft: what to buy, from the cuts people plan)."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import replace

from ranura.core.choosing.candidates import COLLETS_UP_TO
from ranura.core.choosing.catalogue import BEARING_PRICE, COLLET_PRICE, catalogue, collet_name
from ranura.core.choosing.covering import Items, smallest
from ranura.core.choosing.judging import Judge
from ranura.core.choosing.known import Known, Late, PlannedCut, Plans, Purchase
from ranura.core.choosing.order import Candidate
from ranura.core.choosing.purchases import BearingToBuy, Benefit, BitToBuy, ColletToBuy, Gain, Shopping, ToBuy, Unmakeable
from ranura.core.choosing.shortlist import shortlist
from ranura.core.shop.any_plan import AnyPlan
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
_LOOKED_AGAIN = 4
"""Times that a list is made before cuts that their moves stop are left as they are."""
_OFFERED_SHANKS = tuple(shank for shank in NOMINAL_SHANKS if shank >= 6)
_WHY = {
    "possible": "can be made",
    "dull": "sharp, where {owned} is dull",
    "fewer-passes": "{count} passes side by side instead of {owned}",
    "one-pass": "one pass instead of {owned} side by side",
    "stiffer": "bends {times:n1} times less than {owned}",
}


def shopping(
    cuts: Sequence[PlannedCut], shop: Shop, plans: Plans, known: Known | None = None, *, late: Callable[[], bool] = lambda: False
) -> Shopping:
    """What to buy for these cuts, planned by `plans`. Pins are left aside: they are the person's choice among what is there.

    When it is `late` nothing more is begun, and the answer is `unfinished`; the next question about the same goes on from there
    with what is `known`."""
    known = (known or Known()).of(shop, late)
    try:
        return _shopping(_unpinned(cuts), shop, plans, known)
    except Late:
        return unfinished(cuts, known)


def unfinished(cuts: Sequence[PlannedCut], known: Known) -> Shopping:
    """An answer that says only how many of some cuts are left to look at."""
    left = sum(not known.looked_at(each) for each in _unpinned(cuts))
    return Shopping(buys=(), total=0.0, cuts=len(cuts), makes=0, beyond=(), left=max(left, 1))


def _unpinned(cuts: Sequence[PlannedCut]) -> list[PlannedCut]:
    return [replace(each, cut=replace(each.cut, bit_id=None, router_id=None)) for each in cuts]


def _shopping(wanted: Sequence[PlannedCut], shop: Shop, plans: Plans, known: Known) -> Shopping:
    shelf = _Catalogue(shop, wanted, plans, known)
    trials = _Trials(shelf, plans, known)
    purchases: dict[str, list[Purchase]] = {}
    made = []
    for each in wanted:
        purchases[each.id] = shelf.purchases(each)
        if trials.plan(each, frozenset()) is not None:
            made.append(each)
    made_ids = {each.id for each in made}
    impossible = [each for each in wanted if each.id not in made_ids]
    first = _possible(impossible, purchases, trials)
    better = smallest(
        [[purchase.items for purchase in purchases[each.id] if purchase.better is not None] for each in made],
        shelf.prices,
        have=first,
    )
    bought = first | better
    used: dict[str, list[Benefit]] = {item: [] for item in bought}
    metres = dict.fromkeys(bought, 0.0)
    beyond: list[Unmakeable] = []
    for each in wanted:
        # What is bought for others may serve it beside its own, as a bit does that clears the way.
        plan = trials.plan(each, bought) or trials.plan_with(each, bought)
        if plan is None:
            why = _why_not(each, shelf.with_bought(bought), plans)
            beyond.append(Unmakeable(cut_id=each.id, cut_name=each.name, why=why))
            continue
        gained = next((purchase for purchase in purchases[each.id] if _same(purchase.candidate, plan)), None)
        for item in gained.items & bought if gained else ():
            gain: Gain = "better" if each.id in made_ids else "possible"
            why = gained.better if gain == "better" and gained and gained.better else write(_WHY["possible"])
            used[item].append(Benefit(cut_id=each.id, cut_name=each.name, gain=gain, why=why))
            metres[item] += each.piece.count * plan.way_mm / 1_000
    buys = [shelf.buy(item, tuple(used[item]), metres[item]) for item in bought if used[item]]
    buys.sort(key=lambda buy: (all(each.gain == "better" for each in buy.serves), -len(buy.serves), buy.price, buy.id))
    return Shopping(
        buys=tuple(buys), total=sum(buy.price for buy in buys), cuts=len(wanted), makes=len(made), beyond=tuple(beyond)
    )


def _possible(impossible: Sequence[PlannedCut], purchases: dict[str, list[Purchase]], trials: _Trials) -> Items:
    """The fewest things that make cuts possible. What a judge of tools lets pass their moves may still stop: then other things
    are looked for, a few times."""
    for _ in range(_LOOKED_AGAIN):
        bought = smallest([[purchase.items for purchase in purchases[each.id]] for each in impossible], trials.shelf.prices)
        stopped = [each for each in impossible if purchases[each.id] and trials.plan(each, bought) is None]
        if not stopped:
            break
        for each in stopped:
            purchases[each.id] = [purchase for purchase in purchases[each.id] if not purchase.items <= bought]
    return bought


class _Catalogue:
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


class _Trials:
    """Plans of cuts with things that are bought, each made once."""

    def __init__(self, shelf: _Catalogue, plans: Plans, known: Known) -> None:
        self.shelf = shelf
        self._plans = plans
        self._known = known

    def plan(self, each: PlannedCut, bought: Items) -> AnyPlan | None:
        """The plan of a cut with what is there and what is bought, if it can be run; what would not serve the cut changes it
        not."""
        return self.plan_with(
            each, bought and bought & frozenset().union(*(purchase.items for purchase in self.shelf.purchases(each)))
        )

    def plan_with(self, each: PlannedCut, bought: Items) -> AnyPlan | None:
        """The same with all that is bought, whatever it is for."""
        key = ((each.cut, each.piece), bought)
        if key not in self._known.plans:
            self._known.begin()
            self._known.plans[key] = _plan(each, self.shelf.with_bought(bought), self._plans)
        return self._known.plans[key]


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


def _plan(each: PlannedCut, shop: Shop, plans: Plans) -> AnyPlan | None:
    """The plan of a cut, if it can be run."""
    try:
        plan = plans.plan(each.cut, each.piece, shop, shop.rules)
    except CraftError:
        return None
    return None if plan.status == "stop" else plan


def _why_not(each: PlannedCut, shop: Shop, plans: Plans) -> Text:
    try:
        plan = plans.plan(each.cut, each.piece, shop, shop.rules)
    except CraftError as problem:
        return problem.message
    return next(caution.message for caution in plan.cautions if caution.level == "stop")


def _same(found: Candidate, plan: AnyPlan) -> bool:
    return (found.bit.id, found.router.id) == (plan.bit_id, plan.router_id)


def _purchases(each: PlannedCut, shelf: _Catalogue, plans: Plans) -> list[Purchase]:
    """How a cut could be made by buying something: only those that take as few passes side by side as any, and are as clean."""
    try:
        judge = plans.judge(each.cut, each.piece, shelf.everything)
    except CraftError:
        return []
    ranked = shortlist(judge, judge.ranking(), count=1, counts=lambda found: not shelf.items(found, judge)).fit
    owned = next((found for found in ranked if not shelf.items(found, judge)), None)
    above = ranked if owned is None else ranked[: ranked.index(owned)]
    above = list(judge.cleanest(above)) if above else []
    return [
        Purchase(found, shelf.items(found, judge), None if owned is None else _better(found, owned, judge)) for found in above
    ]


def _better(found: Candidate, owned: Candidate, judge: Judge) -> Text | None:
    """Why a pair is clearly better than the best that is there; None where it is better by a shade."""
    if owned.bit.state == "dull" and found.bit.state != "dull":
        return write(_WHY["dull"], owned=owned.bit.name)
    if not judge.bits_are_alike:
        return None
    count, before = judge.extra_work(found.bit), judge.extra_work(owned.bit)
    if before and count * FEWER <= before:
        return write(_WHY["one-pass" if count == 1 else "fewer-passes"], count=count, owned=before)
    times = owned.compliance / found.compliance
    if times >= STIFFER and math.isfinite(times):
        return write(_WHY["stiffer"], times=times, owned=owned.bit.name)
    return None
