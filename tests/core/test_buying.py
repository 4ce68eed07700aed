"""What to buy: the smallest set against all sets, what makes a cut possible, what is clearly better, what nothing helps."""

from __future__ import annotations

import dataclasses
from itertools import combinations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from tests.data.edges import board, edge_cut

from ranura.core.board.outlines import Contour
from ranura.core.board.pieces import Piece
from ranura.core.choosing.buying import shopping
from ranura.core.choosing.catalogue import BEARING_PRICE, COLLET_PRICE, catalogue
from ranura.core.choosing.covering import smallest
from ranura.core.choosing.known import Known, PlannedCut
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.plan import PLANNING, plan_cut
from ranura.core.shop.drawer.texts import bit_from_texts
from ranura.core.shop.tooling.bits import NOMINAL_SHANKS, Bit
from ranura.core.text.cautions import reason, written
from ranura.core.text.errors import CraftError
from ranura.core.text.lengths import read
from ranura.core.text.plan_words import NO_MOVES
from ranura.demo.jobs import WING_CASE_SIDE
from ranura.demo.shop import SHOP

ITEMS = "abcdef"
ways = st.frozensets(st.sampled_from(ITEMS), min_size=1, max_size=2)
needs_of = st.lists(st.lists(ways, max_size=4), max_size=5)
prices_of = st.fixed_dictionaries({item: st.integers(1, 9) for item in ITEMS})


@given(needs_of, prices_of, st.frozensets(st.sampled_from(ITEMS), max_size=2))
def test_no_smaller_and_no_cheaper_set_meets_the_needs(needs, prices, have):
    found = smallest(needs, prices, have=have)
    met = [need for need in needs if need]

    def meets(items):
        return all(any(way <= items | have for way in need) for need in met)

    assert meets(found)
    new = sorted(set(ITEMS) - have)
    least = min(
        (len(each), sum(prices[item] for item in each))
        for count in range(len(new) + 1)
        for each in combinations(new, count)
        if meets(frozenset(each))
    )
    assert (len(found), sum(prices[item] for item in found)) == least


def test_everything_on_the_shelf_can_be_typed_in():
    for bit in catalogue(tuple(NOMINAL_SHANKS)):
        assert bit.overall_length > bit.head_length
        assert 5 < bit.price < 80
        assert bit.marked_max_rpm


def cut(width: str, depth: str = "6", position: str = "100", **more) -> PlannedCut:
    length = {"width": read(width, "mm"), "depth": read(depth, "mm"), "position": read(position, "mm")}
    return PlannedCut(id=width, name=f"{width} wide", cut=ChannelCut(**length), piece=dataclasses.replace(WING_CASE_SIDE, **more))


def with_bits(*ids: str, **more):
    kept = tuple(dataclasses.replace(bit, **more) for bit in SHOP.bits if bit.id in ids)
    return dataclasses.replace(SHOP, bits=kept)


def test_nothing_is_bought_where_all_can_be_made_well():
    found = shopping([cut("17.6"), cut("12.7")], SHOP, PLANNING)
    assert (found.cuts, found.makes, found.buys, found.total) == (2, 2, (), 0)


def test_one_bit_is_bought_for_several_cuts_and_paid_by_the_metre():
    found = shopping([cut("6"), cut("6.2", position="200"), cut("17.6", position="300")], with_bits("straight-12.7"), PLANNING)
    assert (found.makes, len(found.buys)) == (1, 1)
    bought = found.buys[0]
    assert {each.cut_id for each in bought.serves} == {"6", "6.2"}
    assert all(each.gain == "possible" for each in bought.serves)
    bit = bit_from_texts(bought.texts, id="bought", unit="mm")
    assert bit.diameter == 6
    assert any(router.has_collet(bit.shank) for router in SHOP.routers)
    shop = with_bits("straight-12.7")
    later = dataclasses.replace(shop, bits=(*shop.bits, bit))
    metres = 0.0
    for each in (cut("6"), cut("6.2", position="200")):
        plan = plan_cut(each.cut, each.piece, later, later.rules)
        assert plan.status != "stop"
        metres += 2 * 0.3 * len(plan.passes)
    assert bought.metres == pytest.approx(metres)
    assert bought.per_metre == pytest.approx(bought.price / metres)


class Stubborn:
    """Plans as always, but the moves of some bits are stopped."""

    def __init__(self, *bits: str) -> None:
        self.bits = bits
        self.judge = PLANNING.judge

    def plan(self, cut, piece, shop, rules):
        made = plan_cut(cut, piece, shop, rules)
        stopped = written(reason(NO_MOVES))
        return dataclasses.replace(made, status="stop", cautions=(stopped,)) if made.bit_id in self.bits else made


def test_what_only_the_moves_stop_is_not_bought_and_something_else_is_looked_for():
    shop = with_bits("straight-12.7")
    (first,) = shopping([cut("6")], shop, PLANNING).buys
    (other,) = shopping([cut("6")], shop, Stubborn(first.id)).buys
    assert other.id != first.id
    nothing = shopping([cut("6")], shop, Stubborn(*(bit.id for bit in catalogue(tuple(NOMINAL_SHANKS)))))
    assert (nothing.buys, len(nothing.beyond)) == ((), 1)


@pytest.mark.parametrize(
    ("mouth", "depth", "kept", "profiles"),
    [
        ("9.7", "6", "straight-12.7", ["dovetail"]),  # shallow enough to go without
        ("7.71", "10", "straight-12.7", ["dovetail", "up-cut"]),
        ("7.71", "10", "down-cut-6.35", ["dovetail"]),  # it clears the way
    ],
)
def test_a_dovetail_is_bought_with_what_clears_its_way_where_nothing_there_does(mouth, depth, kept, profiles):
    wanted = cut(mouth, depth, material="ash")
    wanted = dataclasses.replace(wanted, cut=dataclasses.replace(wanted.cut, shape="dovetail"))
    found = shopping([wanted], with_bits(kept), PLANNING)
    bits = [bit_from_texts(each.texts, id=each.id, unit="mm") for each in found.buys]
    assert sorted(each.profile for each in bits) == profiles
    assert all([served.gain for served in each.serves] == ["possible"] for each in found.buys)
    shop = with_bits(kept)
    later = dataclasses.replace(shop, bits=(*shop.bits, *bits))
    assert plan_cut(wanted.cut, wanted.piece, later, later.rules).status != "stop"


def test_metres_are_those_of_all_places():
    def metres(**more) -> float:
        one = cut("6", position="60")
        several = dataclasses.replace(one, cut=dataclasses.replace(one.cut, **more))
        return shopping([several], with_bits("straight-12.7"), PLANNING).buys[0].metres

    assert metres(count=3, spacing=read("80", "mm")) == pytest.approx(3 * metres())


def test_a_collet_alone_is_enough_where_the_bit_is_there():
    """2.8 mm is sold nowhere; it lies in the drawer, on a shank that no collet takes."""
    odd = Bit(
        id="odd",
        name="Odd",
        profile="straight",
        diameter=2.8,
        cutting_length=9,
        shank=6,
        overall_length=49,
        marked_max_rpm=25_000,
    )
    plunge = next(router for router in SHOP.routers if router.id == "plunge-two")
    found = shopping([cut("2.8", "3")], dataclasses.replace(SHOP, bits=(odd,), routers=(plunge,)), PLANNING)
    assert [(buy.kind, buy.name, buy.router_id, buy.price, buy.shank) for buy in found.buys] == [
        ("collet", "6 mm collet", "plunge-two", COLLET_PRICE, 6)
    ]
    assert found.buys[0].serves[0].cut_id == "2.8"


def test_a_dull_bit_and_many_passes_are_clearly_bettered_and_said_so():
    dull = shopping([cut("12.7")], with_bits("straight-12.7", state="dull"), PLANNING)
    assert [(each.gain, each.why.metric) for buy in dull.buys for each in buy.serves] == [
        ("better", "sharp, where 12.7 straight is dull")
    ]
    narrow = shopping([cut("18")], with_bits("straight-6"), PLANNING)
    (bought,) = narrow.buys
    assert bought.serves[0].gain == "better"
    assert "one pass instead of" in bought.serves[0].why.metric


def test_what_nothing_helps_is_said_with_its_reason():
    found = shopping([cut("2"), cut("17.6", depth="30"), cut("17.6", position="700")], SHOP, PLANNING)
    assert found.buys == ()
    assert [each.cut_id for each in found.beyond] == ["2", "17.6", "17.6"]
    assert "as narrow as 2 mm" in found.beyond[0].why.metric


def test_pins_do_not_count():
    pinned = cut("17.6")
    pinned = dataclasses.replace(pinned, cut=dataclasses.replace(pinned.cut, bit_id="v-90", router_id="trim-one"))
    assert shopping([pinned], SHOP, PLANNING).makes == 1


def test_a_small_part_is_beyond_any_purchase():
    small = Piece(name="peg", material="oak", length=read("120", "mm"), width=read("60", "mm"), thickness=read("18", "mm"))
    by_hand = dataclasses.replace(SHOP, routers=tuple(each for each in SHOP.routers if each.mounting == "hand"))
    found = shopping([dataclasses.replace(cut("6", position="40"), piece=small)], by_hand, PLANNING)
    assert (found.makes, found.buys) == (0, ())
    assert len(found.beyond) == 1


@pytest.mark.slow
@given(
    st.lists(st.tuples(st.integers(20, 300), st.integers(2, 16)), min_size=1, max_size=4),
    st.sets(st.sampled_from([bit.id for bit in SHOP.bits if bit.cuts_channels]), max_size=4),
    st.sets(st.sampled_from([router.id for router in SHOP.routers]), min_size=1),
)
@settings(max_examples=25)
def test_what_is_bought_makes_what_it_says_possible_and_nothing_on_the_list_is_idle(sizes, bits, routers):
    cuts = [cut(str(w / 10), str(d)) for w, d in sizes]
    cuts = [dataclasses.replace(each, id=str(place)) for place, each in enumerate(cuts)]
    shop = dataclasses.replace(
        SHOP,
        bits=tuple(bit for bit in SHOP.bits if bit.id in bits),
        routers=tuple(router for router in SHOP.routers if router.id in routers),
    )
    found = shopping(cuts, shop, PLANNING)
    later = shop
    for buy in found.buys:
        assert buy.serves
        assert buy.price > 0
        if buy.kind == "bit":
            later = dataclasses.replace(later, bits=(*later.bits, bit_from_texts(buy.texts, id=buy.id, unit="mm")))
        else:
            later = dataclasses.replace(
                later,
                routers=tuple(
                    dataclasses.replace(each, collets=(*each.collets, buy.shank)) if each.id == buy.router_id else each
                    for each in later.routers
                ),
            )
    assert found.total == pytest.approx(sum(buy.price for buy in found.buys))
    beyond = {each.cut_id for each in found.beyond}
    for each in cuts:
        try:
            ready = plan_cut(each.cut, each.piece, later, later.rules).status != "stop"
        except CraftError:
            ready = False
        assert ready == (each.id not in beyond)


def edge(shape: str, size: float, depth: float | None = None, *, piece=None, **more) -> PlannedCut:
    return PlannedCut(id=f"{shape} {size}", name=shape, cut=edge_cut(shape, size, depth, **more), piece=piece or board())


def test_a_missing_edge_bit_is_on_the_shelf_and_one_serves_several_cuts():
    found = shopping([edge("roundover", 5), edge("roundover", 6.35)], SHOP, PLANNING)
    bought = found.buys[0]
    assert (bought.kind, found.makes, bought.serves[0].gain) == ("bit", 1, "possible")
    assert {each.cut_id for each in bought.serves} == {"roundover 5"}
    bit = bit_from_texts(bought.texts, id="bought", unit="mm")
    assert (bit.profile, bit.radius) == ("roundover", 5)
    assert any(router.has_collet(bit.shank) for router in SHOP.routers)


def test_a_bearing_is_all_that_a_curved_rabbet_wants():
    oval = board(outline=Contour(form="oval"))
    rabbet = edge("rabbet", 8, 6, piece=oval, edges=("outline",))
    found = shopping([rabbet], SHOP, PLANNING)
    (bought,) = found.buys
    assert (bought.kind, bought.bit_id, bought.price) == ("bearing", "rabbet-9.525", BEARING_PRICE)
    assert bought.name == "Bearing 18.9 mm"  # 34.925 − 2 · 8, to a tenth
    fitted = bit_from_texts(bought.texts, id="rabbet-9.525", unit="mm")
    assert fitted.bearings[-1] == pytest.approx(18.9)
    shop = dataclasses.replace(SHOP, bits=tuple(fitted if bit.id == fitted.id else bit for bit in SHOP.bits))
    made = plan_cut(rabbet.cut, oval, shop, shop.rules)
    assert made.status != "stop"
    assert shopping([rabbet], shop, PLANNING).buys == ()


def test_a_long_list_is_worked_out_in_several_answers():
    cuts = [cut("17.6"), cut("6", position="200"), cut("3", position="300")]
    known, left = Known(), []
    while not left or left[-1]:
        found = shopping(cuts, SHOP, PLANNING, known, late=lambda: True)
        left.append(found.left)
        assert found.left == 0 or (found.buys, found.cuts) == ((), 3)
    assert left == sorted(left, reverse=True)
    assert set(left) == {3, 2, 1, 0}
    assert found == shopping(cuts, SHOP, PLANNING)


def test_what_is_known_answers_as_if_nothing_were(monkeypatch):
    """Other cuts, another shop, another reader's unit, and back: each time the same as worked out afresh."""
    known = Known()
    few = [cut("17.6"), cut("6", position="200")]
    small, inches = with_bits("straight-12.7"), dataclasses.replace(SHOP, unit="in")
    for cuts, shop in ((few, SHOP), ([*few, cut("3")], SHOP), (few, small), (few, SHOP), ([cut("17.6", depth="9")], SHOP)):
        assert shopping(cuts, shop, PLANNING, known) == shopping(cuts, shop, PLANNING)
    curved = edge("rabbet", 8, 6, piece=board(outline=Contour(form="oval")), edges=("outline",))
    straight = dataclasses.replace(edge("rabbet", 8, 6, edges=("far",)), id="straight")
    for cuts in ([straight], [curved, straight], [straight]):
        assert shopping(cuts, SHOP, PLANNING, known) == shopping(cuts, SHOP, PLANNING), "a bearing serves more than its own cut"
    planned = []
    monkeypatch.setattr(type(PLANNING), "plan", lambda *asked, **_: planned.append(asked))
    again = shopping([cut("17.6", depth="9")], inches, PLANNING, known)
    monkeypatch.undo()
    assert planned == []
    assert again == shopping([cut("17.6", depth="9")], SHOP, PLANNING)
