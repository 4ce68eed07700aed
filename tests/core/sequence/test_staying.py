"""A bit that stays in its router: against every order there is, and why it sometimes cannot."""

from __future__ import annotations

import itertools
from collections.abc import Iterator, Sequence

from hypothesis import given
from hypothesis import strategies as st

from ranura.core.sequence.job_order import CutWork, Pin, StaysIn, cut_in_between, order_of_job, standing, stays_standing

SETUP = 8.0


def work(cut: str, piece: str, bit: str, *, router: str = "r", setting: str = "1") -> CutWork:
    return CutWork(cut_id=cut, piece_id=piece, bit_id=bit, router_id=router, setting=setting, minutes=1.0)


def every_order(works: Sequence[CutWork], pins: Sequence[Pin]) -> Iterator[tuple[CutWork, ...]]:
    """All orders that keep each board's own and the pins."""
    after = {(pin.earlier, pin.later) for pin in pins}
    for a, b in itertools.combinations(works, 2):
        if a.piece_id == b.piece_id:
            after.add((a.cut_id, b.cut_id))
    for order in itertools.permutations(works):
        place = {each.cut_id: number for number, each in enumerate(order)}
        if all(place[a] < place[b] for a, b in after):
            yield order


def stays_in(order: Sequence[CutWork], stay: StaysIn) -> bool:
    """Whether between the first cut of a bit and its last nothing else is put into its router."""
    inside = [each.bit_id == stay.bit_id for each in order if each.router_id == stay.router_id]
    return sum(own for own, _ in itertools.groupby(inside)) <= 1


def minutes(order: Sequence[CutWork]) -> float:
    stands: dict[str, tuple[str, str]] = {}
    total = 0.0
    for each in order:
        bit, setting = stands.get(each.router_id, ("", ""))
        total += each.minutes + (SETUP if bit != each.bit_id else SETUP / 2 if setting != each.setting else 0.0)
        stands[each.router_id] = (each.bit_id, each.setting)
    return total


CUTS = st.tuples(*(st.sampled_from(kinds) for kinds in ("ab", "xyz", ("r", "s"), "12")))


@given(cuts=st.lists(CUTS, min_size=2, max_size=6), wished=st.lists(st.sampled_from("xyz"), max_size=2), pinned=st.data())
def test_it_is_the_best_order_in_which_they_stay_in(cuts, wished, pinned):
    works = [work(f"c{i}", piece, bit, router=router, setting=at) for i, (piece, bit, router, at) in enumerate(cuts)]
    ids = st.sampled_from([each.cut_id for each in works])
    pins = standing(works, [Pin(earlier=a, later=b) for a, b in pinned.draw(st.lists(st.tuples(ids, ids), max_size=2))])
    stays = [StaysIn(bit_id=bit, router_id=router) for bit in wished for router in ("r", "s")]
    kept = stays_standing(works, pins, stays)
    orders = list(every_order(works, pins))
    for number, stay in enumerate(stays):
        if any((each.bit_id, each.router_id) == (stay.bit_id, stay.router_id) for each in works):
            beside = [each for each in kept if each in stays[:number]]
            can = any(all(stays_in(order, each) for each in (*beside, stay)) for order in orders)
            assert (stay in kept) == can, stay
    found = order_of_job(works, setup_minutes=SETUP, pins=pins, stays=stays)
    named = {each.cut_id: each for each in works}
    order = [named[each.cut_id] for each in found.cuts]
    assert all(stays_in(order, each) for each in kept)
    assert found.minutes == minutes(order) == min(minutes(each) for each in orders if all(stays_in(each, s) for s in kept))


def test_a_bit_stays_in_though_that_takes_longer():
    boards = {"a": "yzyx", "b": "xyz"}
    works = [work(f"{board}{number}", board, bit) for board, bits in boards.items() for number, bit in enumerate(bits)]
    stay = StaysIn(bit_id="x", router_id="r")
    assert order_of_job(works, setup_minutes=SETUP).minutes == 7 + 5 * SETUP
    kept = order_of_job(works, setup_minutes=SETUP, stays=[stay, StaysIn(bit_id="gone", router_id="r")])
    assert kept.minutes == 7 + 6 * SETUP
    order = [each.cut_id for each in kept.cuts]
    assert abs(order.index("a3") - order.index("b0")) == 1


def test_of_many_bits_none_is_put_in_before_what_it_waits_for():
    """Each would be stuck if it came first: what its last cut waits for wants its router."""
    some = range(40)
    works = [work(f"a{number}", f"a{number}", f"x{number}") for number in some]
    works += [work(f"b{number}", f"b{number}", f"w{number}") for number in some]
    works += [work(f"c{number}", f"b{number}", f"x{number}") for number in some]
    stays = [StaysIn(bit_id=f"x{number}", router_id="r") for number in some]
    assert order_of_job(works, setup_minutes=SETUP, stays=stays).tool_changes == 80


def test_why_a_bit_cannot_stay_in():
    works = [work("a1", "a", "x"), work("a2", "a", "y"), work("a3", "a", "x"), work("b1", "b", "z", router="s")]
    why = cut_in_between(works, (), (), StaysIn(bit_id="x", router_id="r"))
    assert why is not None
    assert (why.first, why.between, why.then) == ("a1", "a2", "a3")
    assert cut_in_between(works, (), (), StaysIn(bit_id="y", router_id="r")) is None
    # In a router of its own what comes in between takes nothing out.
    apart = [work("a1", "a", "x"), work("a2", "a", "y", router="s"), work("a3", "a", "x")]
    assert cut_in_between(apart, (), (), StaysIn(bit_id="x", router_id="r")) is None
    assert cut_in_between(apart, (), (), StaysIn(bit_id="x", router_id="gone")) is None
