"""What to buy: for the cuts of all jobs, the fewest things that make them possible, and then those that make them clearly
better, with what they cost for a metre of these cuts (craft: what to buy, from the cuts people plan)."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace

from ranura.core.choosing.covering import Items, smallest
from ranura.core.choosing.known import Known, Late, PlannedCut, Plans, Purchase
from ranura.core.choosing.order import Candidate
from ranura.core.choosing.purchases import Benefit, Gain, Shopping, Unmakeable
from ranura.core.choosing.shelf import WHY, Shelf
from ranura.core.shop.any_plan import AnyPlan
from ranura.core.shop.shop import Shop
from ranura.core.text.errors import CraftError
from ranura.core.text.writing import Text, write

_LOOKED_AGAIN = 12
"""Times that a list is made before cuts that their moves stop are left as they are."""


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
    shelf = Shelf(shop, wanted, plans, known)
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
            why = gained.better if gain == "better" and gained and gained.better else write(WHY["possible"])
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
    taken = [(each, purchase) for each in impossible for purchase in purchases[each.id] if purchase.items <= bought]
    # What makes one cut may clear the way for another as well.
    for item in sorted({item for _, purchase in taken for item in purchase.clears}):
        served = [each for each, purchase in taken if item in purchase.items]
        if all(trials.plan_with(each, bought - {item}) is not None for each in served):
            bought -= {item}
    return bought


class _Trials:
    """Plans of cuts with things that are bought, each made once."""

    def __init__(self, shelf: Shelf, plans: Plans, known: Known) -> None:
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
