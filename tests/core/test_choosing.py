"""Choosing (R15): orders by material, schools, traps, misses, what a pin costs; and the quick look against the close one."""

from __future__ import annotations

import dataclasses
import json

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from pydantic import TypeAdapter

from ranura.calc.registry import calculate
from ranura.core.board.materials import MATERIALS
from ranura.core.choosing.candidates import sift
from ranura.core.choosing.order import Candidate
from ranura.core.choosing.ranking import StraightRanking, finish_order
from ranura.core.choosing.shortlist import shortlist
from ranura.core.cuts.channel.judge import ChannelJudge
from ranura.core.cuts.channel.on_board import channel
from ranura.core.cutting.need import StraightCut
from ranura.core.cutting.step_limits import paces_of, step_reason
from ranura.core.plan import plan_cut
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.routers import Sleeve
from ranura.core.text.lengths import read
from ranura.demo.jobs import SHELF_DADOES, WING_CASE_SIDE
from ranura.demo.shop import PLUNGE_TWO, SHOP
from ranura.host.bench.planning import large_shop

MIDDLE = SHELF_DADOES[0][2]
FOUR = tuple(
    Bit(
        id=profile,
        name=profile,
        profile=profile,
        diameter=10,
        shank=12.7,
        cutting_length=30,
        overall_length=80,
        body="solid-carbide",
        up_cut_tip=8 if profile == "compression" else None,
        plunges=True,
    )
    for profile in ("straight", "up-cut", "down-cut", "compression")
)


def drawer(*bits: Bit, **rules) -> Shop:
    return dataclasses.replace(SHOP, bits=bits, routers=(PLUNGE_TWO,), rules=HouseRules(**rules))


def order(shop: Shop, need: StraightCut, wood: str) -> list[str]:
    judge = ChannelJudge(shop, need, shop.material(wood), shop.rules)
    found = sift(judge)
    return [each.bit.id for each in StraightRanking(judge.wood, need, shop.rules).order(found.fit)]


def need(**more) -> StraightCut:
    return StraightCut(**{"kind": "dado", "width": 10, "depth": 6, "thickness": 18, **more})


@pytest.mark.parametrize(
    ("wood", "cut", "expected", "why"),
    [
        ("birch-plywood", {}, ["down-cut", "straight", "up-cut"], "the compression's tip is not passed: it is out"),
        ("birch-plywood", {"depth": 9}, ["down-cut", "straight", "compression", "up-cut"], "9 passes the 8 mm tip"),
        ("birch-plywood", {"depth": 18, "through": True}, ["compression", "down-cut", "straight", "up-cut"], "through"),
        ("birch-plywood", {"depth": 9, "clean": "far"}, ["compression", "up-cut", "straight", "down-cut"], "the far face"),
        ("mdf", {}, ["straight", "compression", "down-cut", "up-cut"], "straight, then any spiral"),
        ("oak", {}, ["down-cut", "straight", "up-cut", "compression"], "solid, shallow"),
        ("oak", {"depth": 15, "thickness": 30}, ["up-cut", "straight", "compression", "down-cut"], "solid, deep"),
        ("oak", {"stopped": True}, ["up-cut", "straight", "compression", "down-cut"], "solid, plunged"),
    ],
)
def test_the_finish_order_of_materials(wood, cut, expected, why):
    assert order(drawer(*FOUR), need(**cut), wood) == expected, why


def test_schools_reorder_within_what_is_fit():
    assert order(drawer(*FOUR, spiral="straight-first"), need(), "oak")[0] == "down-cut", "oak tears: the grain asks"
    assert order(drawer(*FOUR, spiral="straight-first"), need(), "beech")[0] == "straight"
    assert order(drawer(*FOUR, spiral="spiral-first"), need(), "mdf")[-1] == "straight"
    wide = dataclasses.replace(FOUR[1], id="narrow up-cut", diameter=5)
    assert order(drawer(FOUR[0], wide, spiral="spiral-first"), need(), "beech") == ["narrow up-cut", "straight"]


def test_stiffness_comes_before_finish():
    slender = dataclasses.replace(FOUR[2], shank=8, overall_length=80)
    assert order(drawer(FOUR[0], slender), need(), "oak") == ["straight", "down-cut"]


def test_a_rabbet_may_be_narrower_than_its_bit():
    shop = drawer(FOUR[0])
    assert order(shop, need(kind="rabbet", width=6), "oak") == ["straight"]
    assert order(shop, need(kind="dado", width=6), "oak") == []
    assert need(kind="rabbet", width=20).engagements(10) == pytest.approx((20 / 3,) * 3)


SLENDER = {"cutting_length": 29, "overall_length": 80}


@pytest.mark.parametrize(
    ("bit", "cut", "code"),
    [
        ({"shank": 12}, {}, "shank-trap"),
        ({"shank": 9.525}, {}, "no-collet"),
        ({"overall_length": None}, {}, "overall-unknown"),
        ({"overall_length": 45}, {}, "grip-short"),
        ({"cutting_length": 5}, {}, "beyond-cutting-length"),
        ({"plunges": False}, {"stopped": True}, "cannot-plunge"),
        ({"plunges": None}, {"stopped": True}, "plunge-unknown"),
        ({"marked_max_rpm": 8_000}, {}, "too-slow-router"),
        ({}, {"part": (140, 100)}, "small-part"),
        ({**SLENDER, "diameter": 2, "body": "steel"}, {"depth": 28, "thickness": 40}, "bit-overloaded"),
        ({**SLENDER, "diameter": 1.8}, {"depth": 28, "thickness": 40}, "bends-too-far"),
    ],
)
def test_every_drop_has_its_reason(bit, cut, code):
    shop = drawer(dataclasses.replace(FOUR[0], **bit))
    judge = ChannelJudge(shop, need(**cut), shop.material("oak"), shop.rules)
    found = sift(judge)
    assert found.fit == []
    assert [drop.reason.code for drop in found.dropped] == [code]


LARGE = large_shop(400)


@given(
    st.sets(st.integers(0, 399), min_size=1, max_size=120),
    st.floats(2, 30),
    st.floats(1, 16),
    st.sampled_from(["oak", "birch-plywood", "mdf"]),
    st.sampled_from(["by-material", "spiral-first", "straight-first"]),
    st.sampled_from([1, 3, 8]),
)
def test_the_short_list_is_the_beginning_of_the_whole_one(places, width, depth, wood, spiral, count):
    """Looking at bits in the order of what they promise finds the same best, and every drop it makes is the same drop."""
    routers = (*LARGE.routers, dataclasses.replace(PLUNGE_TWO, id="sleeved", sleeves=(Sleeve(shank=6.0, collet=8.0),)))
    bits = tuple(LARGE.bits[place] for place in sorted(places))
    shop = dataclasses.replace(LARGE, bits=bits, routers=routers, rules=HouseRules(spiral=spiral))
    cut = need(width=width, depth=depth)
    judge = ChannelJudge(shop, cut, shop.material(wood), shop.rules)
    ranking = StraightRanking(judge.wood, cut, shop.rules)
    whole, short = sift(judge), shortlist(judge, ranking, count=count)
    assert short.fit[:count] == ranking.order(whole.fit)[:count]
    assert {(drop.bit.id, drop.router and drop.router.id, drop.reason.code) for drop in short.dropped} <= {
        (drop.bit.id, drop.router and drop.router.id, drop.reason.code) for drop in whole.dropped
    }
    if len(whole.fit) < count:
        assert len(short.dropped) == len(whole.dropped)


def test_no_plunge_base_is_a_reason_and_the_nearest_miss():
    fixed = dataclasses.replace(PLUNGE_TWO, bases=PLUNGE_TWO.bases[1:])
    shop = dataclasses.replace(drawer(FOUR[0]), routers=(fixed,))
    judge = ChannelJudge(shop, need(stopped=True), shop.material("oak"), shop.rules)
    assert sift(judge).dropped[0].reason.code == "no-plunge-base"


def test_a_sleeve_holds_a_thin_shank_with_its_caution():
    sleeved = dataclasses.replace(PLUNGE_TWO, sleeves=(Sleeve(shank=6.0, collet=8.0),))
    six = next(each for each in SHOP.bits if each.id == "straight-6")
    shop = dataclasses.replace(SHOP, routers=(sleeved,), bits=(six,))
    made = plan_cut(MIDDLE, WING_CASE_SIDE, shop, shop.rules)
    assert {c.code: c.level for c in made.cautions}["reducing-sleeve"] == "caution"
    assert made.status == "caution"


def test_pinning_says_what_it_costs():
    pinned = dataclasses.replace(MIDDLE, bit_id="down-cut-6.35", router_id="trim-one")
    made = plan_cut(pinned, WING_CASE_SIDE, SHOP, SHOP.rules)
    said = [cost.metric for cost in made.costs]
    assert any(cost.startswith("3 passes side by side instead of 2") for cost in said)
    assert any("s longer in the wood" in cost for cost in said)
    assert plan_cut(MIDDLE, WING_CASE_SIDE, SHOP, SHOP.rules).costs == ()


def test_the_nearest_miss_names_the_collet():
    narrow = dataclasses.replace(MIDDLE, width=read("6", "mm"))
    bits = tuple(each for each in SHOP.bits if each.id in ("straight-6", "straight-3.175"))
    shop = dataclasses.replace(SHOP, bits=bits, routers=(PLUNGE_TWO,))
    made = plan_cut(narrow, WING_CASE_SIDE, shop, shop.rules)
    assert made.bit_id == "straight-3.175"
    miss = made.misses[0]
    assert (miss.bit_id, miss.needs.metric, miss.better) == ("straight-6", "a 6 mm collet for Plunge two", True)


def test_what_is_put_away_is_not_looked_at():
    away = dataclasses.replace(SHOP, bits=tuple(dataclasses.replace(b, archived=b.id == "straight-12.7") for b in SHOP.bits))
    made = plan_cut(MIDDLE, WING_CASE_SIDE, away, away.rules)
    assert "straight-12.7" not in {made.bit_id, *(offer.bit_id for offer in made.offers)}


def test_a_compression_bit_passes_its_tip_in_the_first_pass():
    """Half of 10 mm is 5; the 8 mm tip wants 9: the school gives way, and the figure says why."""
    compression = dataclasses.replace(FOUR[3], shank=12.7)
    deep = dataclasses.replace(MIDDLE, width=read("10", "mm"), depth=read("12", "mm"))
    shop = drawer(compression)
    made = plan_cut(deep, WING_CASE_SIDE, shop, shop.rules)
    assert made.passes[0].to_depth >= 9
    assert "tip" in next(f for f in made.figures if f.key == "depth.step").because.metric
    thin = dataclasses.replace(WING_CASE_SIDE, thickness=read("9.5", "mm"))
    shallow = dataclasses.replace(deep, depth=read("9", "mm"))
    assert "compression-too-shallow" in {c.code for c in plan_cut(shallow, thin, shop, shop.rules).cautions}


bits = st.builds(
    lambda d, shank, length, more, flutes, body, state, profile, marked: Bit(
        id="x",
        name="x",
        profile=profile,
        diameter=d,
        shank=shank,
        cutting_length=length,
        overall_length=length + more,
        flutes=flutes,
        body=body,
        state=state,
        up_cut_tip=length / 3 if profile == "compression" else None,
        marked_max_rpm=marked,
    ),
    st.sampled_from([3, 3.175, 6, 6.35, 8, 12.7, 16, 19.05]),
    st.sampled_from([6, 6.35, 8, 12, 12.7]),
    st.floats(8, 50),
    st.floats(20, 60),
    st.integers(1, 3),
    st.sampled_from(["tipped", "solid-carbide", "steel"]),
    st.sampled_from(["sharp", "dull"]),
    st.sampled_from(["straight", "up-cut", "compression"]),
    st.sampled_from([None, 8_000, 16_000, 24_000]),
)


@settings(max_examples=200, deadline=None)
@given(bits, st.floats(1, 40), st.floats(4, 30), st.sampled_from(MATERIALS), st.floats(20, 600))
def test_the_quick_look_never_says_yes_where_the_close_one_says_no(made, depth, width, wood, position):
    """The bounds that spare thousands of close looks are on the safe side, for power, bending, speed and room."""
    cut = dataclasses.replace(
        MIDDLE, width=read(f"{width:.2f}", "mm"), depth=read(f"{depth:.2f}", "mm"), position=read(f"{position:.2f}", "mm")
    )
    piece = dataclasses.replace(WING_CASE_SIDE, material=wood.id, thickness=read("60", "mm"))
    if position + width >= 640:
        return
    asked = channel(cut, piece)
    shop = dataclasses.replace(SHOP, bits=(made,))
    judge = ChannelJudge(shop, asked.need, wood, SHOP.rules, asked)
    for router in SHOP.routers:
        quick = judge.against_bit(made) or judge.first_look(made, router)
        close = judge.candidate(made, router)
        assert isinstance(quick, Candidate) == (not close.reasons)
        if isinstance(quick, Candidate):
            grip = judge.grip(made, router)
            tooling = judge.tooling(quick, judge.tools.turning(made, router), grip.free)
            assert step_reason(tooling, paces_of(tooling)) is None
        elif judge.against_bit(made) is None:
            assert quick.code == close.reasons[0].code


def test_the_calculator_takes_the_shop_in_its_own_json_and_answers_everything():
    shop = json.loads(TypeAdapter(Shop).dump_json(SHOP))
    asked = {"cut": {"kind": "dado", "width": 17.6, "depth": 6}, "material": "plywood", "thickness": 17.6, "shop": shop}
    found = calculate("choose", asked)
    assert found["ranked"][0]["bit"] == "straight-12.7"
    assert found["ranked"][0]["collet"] == "1/2 in"
    alone = {each["bit"] for each in found["dropped"] if each["router"] is None}
    seen = [(e["bit"], e["router"]) for e in (*found["ranked"], *found["dropped"]) if e["router"]]
    assert sorted(seen) == sorted((b.id, r.id) for b in SHOP.bits for r in SHOP.routers if b.id not in alone)
    assert {"bit": "straight-6", "router": "plunge-two", "needs": "a 6 mm collet for Plunge two"} in found["nearest_misses"]


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"colour": "red"}, "shop.colour"),
        ({"bits": [{"id": "a", "name": "a", "profile": "straight", "shank": 6, "diameter": 6}]}, "shop.bits.0.cutting_length"),
        ({"routers": 3}, "shop.routers"),
        ({"rules": {"power_limit": 2}}, "shop.rules.power_limit"),
    ],
)
def test_the_calculator_refuses_a_shop_that_cannot_be_at_its_field(change, field):
    from ranura.calc.command import answer_one

    asked = {
        "cut": {"kind": "dado", "width": 17.6, "depth": 6},
        "material": "oak",
        "thickness": 18,
        "shop": {"routers": [], "bits": [], **change},
    }
    assert answer_one("choose", asked)["error"]["field"] == field


def test_orders_hold_every_straight_profile_once():
    for wood in MATERIALS:
        for cut in (need(), need(through=True, depth=18), need(stopped=True), need(clean="far", depth=9)):
            assert sorted(finish_order(wood, cut)) == ["compression", "down-cut", "straight", "up-cut"]
