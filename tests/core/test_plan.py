"""The whole plan: the demo job's cuts by number, choosing, limits, cautions, and what is refused."""

from __future__ import annotations

import dataclasses
import string

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from pydantic import TypeAdapter
from shapely import unary_union
from shapely.geometry import Polygon
from tests.core.test_words import WORDS

from ranura.core.board.materials import MATERIALS
from ranura.core.board.pieces import Piece
from ranura.core.choosing.candidates import sift
from ranura.core.choosing.ranking import StraightRanking
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.judge import ChannelJudge
from ranura.core.cuts.channel.on_board import channel
from ranura.core.family import NOTHING_BEFORE
from ranura.core.output.remedies import known_walls
from ranura.core.plan import PLANNING, CutPlan, plan_cut
from ranura.core.shop.house_rules import HouseRules, RuleError
from ranura.core.shop.schools import DEPTH_RULES, SPEED_RULES
from ranura.core.shop.shop import Shop
from ranura.core.text.cautions import Caution
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import read
from ranura.demo.jobs import FLAT, FLAT_HINGES, PIECES, SHELF_DADOES, WING_CASE_SIDE
from ranura.demo.shop import SHOP

MIDDLE, LOWER = SHELF_DADOES[0][2], SHELF_DADOES[1][2]


def plan(cut: ChannelCut = MIDDLE, piece: Piece = WING_CASE_SIDE, shop: Shop = SHOP, **rules) -> CutPlan:
    return plan_cut(cut, piece, shop, dataclasses.replace(shop.rules, **rules))


def change(cut: ChannelCut = MIDDLE, **texts) -> ChannelCut:
    read_texts = {k: read(v, "mm") if k in ("width", "depth", "position") else v for k, v in texts.items()}
    return dataclasses.replace(cut, **read_texts)


def figure(made: CutPlan, key: str):
    return next(each for each in made.figures if each.key == key)


def codes(made: CutPlan) -> dict[str, str]:
    return {c.code: c.level for c in made.cautions}


def test_the_middle_shelf_of_the_demo_job():
    made = plan()
    assert (made.bit_id, made.router_id, made.status) == ("straight-12.7", "plunge-two", "caution")
    expected = {
        "speed.rpm": 24_000,  # the bit's marking
        "speed.dial": 22_000,  # the step F below it
        "guide.setback": 68.65,  # 75 − 12.7/2
        "guide.fence_at": 143.35,  # 212 − 68.65
        "guide.spacer": 4.9,  # 17.6 − 12.7
        "guide.fence_length": 500,  # 300 + 2·100
        "depth.step": 6.35,  # half of 12.7
    }
    assert {key: figure(made, key).value for key in expected} == pytest.approx(expected)
    assert [(p.spacer, p.from_depth, p.to_depth) for p in made.passes] == [(pytest.approx(4.9), 0, 6), (0, 0, 6)]
    assert [p.engagement for p in made.passes] == [12.7, pytest.approx(4.9)]


def test_the_lower_shelf_stands_its_fence_on_the_far_side_and_pulls():
    made = plan(LOWER)
    assert figure(made, "guide.fence_at").value == pytest.approx(150.25)
    direction = next(s for s in made.slip if s.key == "direction")
    assert direction.leads[0].shown.metric.number == "Pull towards you"
    fence = next(o for o in made.drawing[0].outlines if o.role == "guide")
    assert min(x for x, _ in fence.points) == pytest.approx(150.25), "drawn beyond the cut"


def test_a_width_in_inches_and_a_greater_depth_move_everything():
    made = plan(change(width="23/32 in", depth="9"))
    assert figure(made, "guide.spacer").value == pytest.approx(18.25625 - 12.7)
    turret = "the turret's steps of 6 mm up from the floor"
    assert [round(p.to_depth, 3) for p in made.passes] == [3, 9] * 2, f"all depths with one spacer, then the next: {turret}"
    assert codes(made)["deep-for-the-board"] == "caution"
    assert made.asked[0].length.typed == "23/32 in"
    assert made.asked[0].other.number == "18.26"


@pytest.mark.parametrize("rule", SPEED_RULES)
def test_a_speed_school_changes_the_figure_and_its_working(rule):
    wide = change(width="30", depth="4")
    made = plan(wide, speed_rule=rule, rim_speed_limit_m_s=12)
    rpm = figure(made, "speed.rpm")
    assert rpm.school == rule
    assert {other.rule for other in rpm.others} == set(SPEED_RULES) - {rule}


def test_schools_of_depth_give_different_plans():
    counts = {rule: len(plan(change(depth="12"), depth_rule=rule).passes) for rule in DEPTH_RULES}
    assert counts == {"half-diameter": 4, "diameter": 2, "fixed-cap": 4, "thinnest": 2}


def test_a_trim_router_takes_no_more_than_three_millimetres_in_a_slot():
    made = plan(change(bit_id="down-cut-6.35", router_id="trim-one"), depth_rule="diameter")
    step = figure(made, "depth.step")
    assert step.value == 3
    assert "trim router" in step.because.metric


def test_dense_hardwood_takes_three_quarters_of_the_school():
    maple = dataclasses.replace(WING_CASE_SIDE, material="maple")
    assert figure(plan(piece=maple), "depth.step").value == pytest.approx(6.35 * 0.75)


def test_a_weak_router_lowers_its_steps_until_the_power_holds():
    weak = dataclasses.replace(SHOP, routers=tuple(dataclasses.replace(r, rated_input_w=200) for r in SHOP.routers))
    made = plan(change(depth="8", bit_id="straight-12.7"), shop=weak, depth_rule="diameter")
    assert "power" in figure(made, "depth.step").because.metric
    assert all(p.power.share <= 0.8 + 1e-9 for p in made.passes)
    assert made.status == "caution"


def test_a_router_with_no_power_to_speak_of_is_a_stop():
    toy = dataclasses.replace(SHOP, routers=tuple(dataclasses.replace(r, rated_input_w=25) for r in SHOP.routers))
    assert plan(shop=toy).bit_id == "up-cut-8", "a bit it can still turn"
    made = plan(change(bit_id="straight-12.7", router_id="plunge-two"), shop=toy)
    assert made.status == "stop"
    assert codes(made)["power-over"] == "stop"
    assert len(made.passes) < 50, "no endless list of passes that cannot be made anyway"


@pytest.mark.parametrize(
    ("bit", "router", "code"),
    [
        ("straight-12.7", "trim-one", "no-collet"),
        ("straight-12", "plunge-two", "shank-trap"),
        ("straight-6", "plunge-two", "shank-trap"),
        ("straight-19.05", "plunge-two", "bit-wider-than-cut"),
    ],
)
def test_what_is_dropped_can_be_pinned_and_then_stops(bit, router, code):
    assert code in {d.reason.code for d in sifted().dropped if d.bit.id == bit and d.router in (None, SHOP.router(router))}
    pinned = plan(change(bit_id=bit, router_id=router))
    assert (pinned.bit_id, pinned.router_id, pinned.status) == (bit, router, "stop")
    assert codes(pinned)[code] == "stop"
    assert pinned.pinned == ("bit", "router")
    assert pinned.slip, "the plan still shows what can be said"


def sifted(cut: ChannelCut = MIDDLE, piece: Piece = WING_CASE_SIDE, shop: Shop = SHOP):
    asked = channel(cut, piece)
    return sift(ChannelJudge(shop, asked.need, shop.material(piece.material), shop.rules, asked))


def test_every_pair_is_either_offered_or_refused_once():
    found = sifted()
    offered = [(c.bit.id, c.router.id) for c in found.fit]
    alone = {d.bit.id for d in found.dropped if d.router is None}
    refused = [(d.bit.id, d.router.id) for d in found.dropped if d.router is not None]
    assert sorted(offered + refused) == sorted((b.id, r.id) for b in SHOP.bits for r in SHOP.routers if b.id not in alone)
    made = plan()
    ranked = StraightRanking(SHOP.material(WING_CASE_SIDE.material), channel(MIDDLE, WING_CASE_SIDE).need, SHOP.rules).order(
        found.fit
    )
    assert [(o.bit_id, o.router_id) for o in made.offers] == [(c.bit.id, c.router.id) for c in ranked[:8]]
    assert not made.offers[0].loses
    assert all(o.loses for o in made.offers[1:])


def test_a_bit_that_fits_in_one_pass_comes_first():
    assert plan(change(width="19.05")).bit_id == "straight-19.05"
    assert plan(change(width="12.7", bit_id="straight-12.7-dull")).costs[0].metric.startswith("dull")


@pytest.mark.parametrize(
    ("texts", "field", "code"),
    [
        ({"width": "3"}, "cut.width", "narrower-than-any-bit"),
        ({"width": "640"}, "cut.width", "wider-than-board"),
        ({"depth": "17.6"}, "cut.depth", "through-the-board"),
        ({"depth": "25"}, "cut.depth", "through-the-board"),
        ({"width": "5", "depth": "12"}, "cut.depth", "deeper-than-any-bit"),
        ({"position": "622.4"}, "cut.position", "no-wood-after"),
        ({"position": "700"}, "cut.position", "no-wood-after"),
        ({"bit_id": "nothing"}, "cut.bit_id", "unknown-tool"),
    ],
)
def test_what_cannot_be_is_refused_at_its_field(texts, field, code):
    with pytest.raises(CutError) as caught:
        plan(change(**texts))
    assert (caught.value.field, caught.value.code) == (field, code)
    assert caught.value.message.metric != ""


def test_a_router_that_cannot_turn_slowly_enough_says_so():
    slow = dataclasses.replace(SHOP, bits=tuple(dataclasses.replace(b, marked_max_rpm=8_500) for b in SHOP.bits))
    made = plan(change(router_id="plunge-two", bit_id="straight-12.7"), shop=slow)
    assert codes(made)["too-slow-router"] == "stop"
    assert figure(made, "speed.rpm").value == 8_500


@pytest.mark.parametrize(("width", "stops"), [("72.5", False), ("72.6", True), ("300", True)])
def test_a_channel_wider_than_the_base_can_bridge_is_a_stop(width, stops):
    """72.5 = 152.4/2 + 12.7/2 − 10: beyond it no wood is left under the far side of the base."""
    made = plan(change(width=width, bit_id="straight-12.7", router_id="plunge-two"))
    assert ("base-tips" in codes(made)) == stops
    assert (made.status == "stop") == stops


def test_a_smaller_base_is_taken_where_a_larger_one_finds_no_wood_for_its_fence():
    short = dataclasses.replace(WING_CASE_SIDE, length=read("260", "mm"))
    cut = dataclasses.replace(change(position="120"), guide="straightedge")
    made = plan(cut, piece=short)
    assert (made.router_id, made.status) == ("trim-one", "caution")
    against = {
        d.reason.code
        for d in sifted(cut, short).dropped
        if (d.bit.id, d.router and d.router.id) == ("straight-12.7", "plunge-two")
    }
    assert against == {"fence-off-board"}
    assert plan(change(position="120"), piece=short).guides[0].kind == "edge-guide", "which needs no wood for a fence"


def test_the_nearest_miss_is_what_only_wants_another_setting_up():
    """No base finds wood on 170 mm; what is shown is the best bit in the router that takes it, not one without a collet."""
    short = dataclasses.replace(WING_CASE_SIDE, length=read("170", "mm"))
    by_hand = dataclasses.replace(SHOP, routers=tuple(each for each in SHOP.routers if each.mounting == "hand"))
    assert plan(change(position="76"), piece=short).router_id == "table-three", "the table takes it, where there is one"
    assert plan(change(position="76"), piece=short, shop=by_hand).status != "stop", "and without one bench dogs leave room"
    made = plan(dataclasses.replace(change(position="76"), held="clamps"), piece=short, shop=by_hand)
    assert made.offers == ()
    assert made.status == "stop"
    assert set(codes(made)) & {"fence-off-board", "no-room-for-clamps"}
    assert made.router_id == "trim-one" or made.bit_id == "straight-12.7"


def test_an_empty_drawer_and_an_empty_bench_say_what_is_missing():
    for change_of_shop, code in (({"bits": ()}, "no-bits"), ({"routers": ()}, "no-routers")):
        with pytest.raises(CutError) as caught:
            plan(shop=dataclasses.replace(SHOP, **change_of_shop))
        assert caught.value.code == code


def test_a_small_part_is_not_routed_by_hand():
    small = dataclasses.replace(WING_CASE_SIDE, width=read("70", "mm"))
    by_hand = dataclasses.replace(SHOP, routers=tuple(each for each in SHOP.routers if each.mounting == "hand"))
    assert codes(plan(piece=small, shop=by_hand))["small-part"] == "stop"


def test_what_was_not_measured_is_a_caution():
    nominal = dataclasses.replace(WING_CASE_SIDE, thickness_measured=False)
    assert codes(plan(piece=nominal))["thickness-unmeasured"] == "caution"
    unmeasured = dataclasses.replace(
        SHOP.routers[1],
        bases=tuple(
            dataclasses.replace(b, opening=None, sides=tuple(dataclasses.replace(s, measured=False) for s in b.sides))
            for b in SHOP.routers[1].bases
        ),
    )
    found = codes(plan(shop=dataclasses.replace(SHOP, routers=(unmeasured,))))
    assert found["base-unmeasured"] == found["opening-unknown"] == "caution"


@pytest.mark.parametrize(
    ("field", "value"),
    [("rim_speed_limit_m_s", 61), ("hand_limit", 64), ("power_limit", 0.85), ("fence_overhang", 40), ("hand_caution", 39)],
)
def test_house_rules_stop_at_the_floor(field, value):
    with pytest.raises(RuleError) as caught:
        HouseRules(**{field: value})
    assert caught.value.field == field


sizes = st.floats(0.5, 40).map(lambda x: f"{x:.2f}")


@settings(max_examples=150, deadline=None)
@given(
    width=sizes,
    depth=sizes,
    position=st.floats(1, 640).map(lambda x: f"{x:.2f}"),
    end=st.sampled_from(["left", "right"]),
    wood=st.sampled_from([m.id for m in MATERIALS]),
    speed=st.sampled_from(SPEED_RULES),
    rule=st.sampled_from(DEPTH_RULES),
)
def test_any_plan_that_is_not_stopped_is_safe_and_cuts_what_was_asked(width, depth, position, end, wood, speed, rule):
    asked = change(width=width, depth=depth, position=position, end=end)
    piece = dataclasses.replace(WING_CASE_SIDE, material=wood)
    try:
        made = plan_cut(asked, piece, SHOP, HouseRules(speed_rule=speed, depth_rule=rule))
    except CutError as refused:
        assert refused.field in ("cut.width", "cut.depth", "cut.position")
        return
    assert made.cautions[-1].code == "general"
    assume(made.status != "stop")
    bit, router = SHOP.bit(made.bit_id), SHOP.router(made.router_id)
    assert bit.diameter <= asked.width.mm + 1e-6
    assert bit.cutting_length >= asked.depth.mm - 1e-6
    assert bit.shank in router.collets
    for each in made.passes:
        assert each.to_depth - each.from_depth <= bit.diameter + 1e-6
        assert each.power.share <= 0.8 + 1e-6
        assert 0.8 - 1e-9 <= each.feed_m_min <= 5 + 1e-6
    section = made.drawing[1]
    bands = unary_union([Polygon(o.points) for o in section.outlines if o.role == "pass"])
    assert bands.area == pytest.approx(asked.width.mm * asked.depth.mm, rel=1e-3), "the passes remove the channel, no more"
    remains = Polygon(next(o.points for o in section.outlines if o.role == "work"))
    assert remains.intersection(bands).area < 1e-3


def test_a_plan_is_serialisable_and_equals_itself_after_the_round():
    adapter = TypeAdapter(CutPlan)
    made = plan(change(depth="9"))
    assert adapter.validate_json(adapter.dump_json(made)) == made


def test_every_figure_on_the_slip_has_a_working():
    made = plan(change(depth="9"))
    keys = {each.key for each in made.figures}
    for section in made.slip:
        assert set(section.figures) <= keys
        assert {lead.figure for lead in section.leads if lead.figure} <= keys
    for each in made.figures:
        assert each.formula
        assert each.worked.metric
        assert each.because.metric
        assert each.inputs


def _facts_of(template: str) -> set[str]:
    return {name for _, name, _, _ in string.Formatter().parse(template) if name and not name[0].isdigit()}


def test_a_caution_is_written_with_all_of_its_facts():
    made = [*plan().cautions, *plan(change(depth="9", bit_id="straight-12", router_id="plunge-two")).cautions]
    for each in made:
        assert isinstance(each, Caution)
        wanted = _facts_of(WORDS[each.code].message) | _facts_of(WORDS[each.code].do)
        assert wanted <= set(each.facts)
        assert "{" not in each.message.metric + each.do.inch


def test_a_pace_is_over_300_mm_or_over_a_foot():
    pace = next(each for each in plan().figures if each.key == "feed.pace")
    assert float(pace.shown.metric.number) == pytest.approx(pace.value, abs=0.05)
    assert float(pace.shown.inch.number) == pytest.approx(pace.value * 304.8 / 300, abs=0.05)
    assert (pace.shown.metric.number, pace.shown.inch.number) == ("5.7", "5.8")
    feed = next(each for each in plan().slip if each.key == "feed")
    assert (feed.leads[0].caption.metric, feed.leads[0].caption.inch) == ("for 300 mm", "for 1 ft")


def test_after_a_stop_another_bit_is_tried_before_another_router():
    """The back panel's rabbet runs over the dadoes' ends, where the bit ranked first has no edge for its bearing."""
    (_, piece, cuts), before = PIECES[0], NOTHING_BEFORE
    for _, _, cut in cuts[:-1]:
        before = PLANNING.leaves(cut, piece, SHOP, before=before)
    made = PLANNING.plan(cuts[-1][2], piece, SHOP, SHOP.rules, before=before)
    alone = PLANNING.plan(cuts[-1][2], piece, SHOP, SHOP.rules)
    assert (alone.bit_id, made.bit_id, made.router_id) == ("rabbet-9.525", "straight-19.05", "plunge-two")


def test_a_known_wall_is_no_way_out_where_something_else_stops_too_nor_is_a_guide_that_makes_no_moves():
    assert [each.change for each in known_walls({"short-grain-wall"})] == [{"thin_walls": True}]
    assert known_walls({"short-grain-wall", "small-part"}) == []
    for bit in (None, "straight-12.7"):  # the pinned one has no bearing that would follow a template
        hinges = plan(dataclasses.replace(FLAT_HINGES, from_left=read("1", "mm"), bit_id=bit), FLAT)
        assert [(each.answers, each.change) for each in hinges.remedies] == [("short-grain-wall", {"thin_walls": True})]


def test_a_wall_of_short_grain_stops_until_it_is_known():
    cut, oak = change(position="3", depth="8"), dataclasses.replace(WING_CASE_SIDE, material="oak")
    stopped = plan(cut, oak)
    assert (stopped.status, codes(stopped)["short-grain-wall"]) == ("stop", "stop")
    (way_out,) = [each for each in stopped.remedies if each.answers == "short-grain-wall"]
    known = plan(dataclasses.replace(cut, **way_out.change), oak)
    assert (known.status, codes(known)["short-grain-wall"]) == ("caution", "caution")
