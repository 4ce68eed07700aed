"""A cut that is eased after trouble: lighter passes, a slower spindle (R2, R3)."""

from __future__ import annotations

from dataclasses import replace

import pytest

from ranura.core.board.pieces import Piece
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.edge.asked import EdgeCut
from ranura.core.cuts.edge.guides import jointing_runs
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.cutting.easing import eased
from ranura.core.plan import PLANNING, plan_cut
from ranura.core.running.trouble import troubles
from ranura.core.shop.house_rules import HouseRules
from ranura.core.text.lengths import in_mm
from ranura.demo.jobs import PIECES
from ranura.demo.shop import SHOP

CUTS = {cut_id: (cut, piece) for _, piece, cuts in PIECES for cut_id, _, cut in cuts if hasattr(cut, "lighter")}
FAMILIES = {cut.kind: cut_id for cut_id, (cut, _) in reversed(CUTS.items()) if cut_id != "arch-ogee"}


def planned(cut_id: str, **changes):
    cut, piece = CUTS[cut_id]
    return plan_cut(replace(cut, **changes), piece, SHOP, SHOP.rules)


def figure(plan, key: str):
    return next(each for each in plan.figures if each.key == key)


def test_a_dado_goes_down_in_two_thirds_of_its_pass_and_turns_slower():
    usual, lighter, slower = (planned("shelf-dado-212", **more) for more in ({}, {"lighter": True}, {"slower": True}))
    assert [figure(each, "depth.step").value for each in (usual, lighter, slower)] == [
        pytest.approx(6.35), pytest.approx(6 * 2 / 3), pytest.approx(6.35),
    ]  # fmt: skip
    assert (len(usual.passes), len(lighter.passes)) == (2, 4)
    assert [figure(each, "speed.rpm").value for each in (usual, lighter, slower)] == [24_000, 24_000, 20_400]
    assert "67 % of what it would" in figure(lighter, "depth.step").because.metric
    assert "eased to 85 %" in figure(slower, "speed.rpm").because.metric
    assert not any("eased" in each.because.metric for each in usual.figures)


def board(thick: float = 22) -> Piece:
    return Piece(name="Rail", material="ash", length=in_mm(600), width=in_mm(200), thickness=in_mm(thick))


def channel(width: float, depth: float, **more) -> ChannelCut:
    return ChannelCut(width=in_mm(width), depth=in_mm(depth), position=in_mm(100), **more)


def pocket(form: str, across: float, depth: float) -> PocketCut:
    places = {"from_left": in_mm(60), "from_near": in_mm(80)}
    return PocketCut(form=form, length=in_mm(60), across=in_mm(across), depth=in_mm(depth), **places)


def edge(shape: str, size: float, **more) -> EdgeCut:
    return EdgeCut(shape=shape, size=in_mm(size), edges=("near",), **more)


def deepest(plan) -> float:
    """The deepest pass in mm; of an edge how much of the section its largest stage takes."""
    if plan.passes:
        return max(each.to_depth - each.from_depth for each in plan.passes)
    count = figure(plan, "edge.stages").value
    return 1 / count


@pytest.mark.parametrize(
    "cut",
    [
        channel(12.7, 3),  # at once, far within the school's step
        channel(12.7, 15),
        channel(19.05, 4, router_id="trim-one"),  # set by the router's class, in equal steps
        channel(3.175, 6),
        pocket("mortise", 8, 15),
        pocket("recess", 40, 2),
        pocket("recess", 40, 12),
        edge("roundover", 3),
        edge("roundover", 9.525),
        edge("chamfer", 4),
        edge("rabbet", 9, depth=in_mm(3)),
        edge("rabbet", 9, depth=in_mm(9)),  # set by what a stage takes
    ],
)
def test_whatever_sets_its_passes_a_lighter_cut_takes_lighter_ones(cut):
    usual, lighter = (plan_cut(each, board(), SHOP, SHOP.rules) for each in (cut, replace(cut, lighter=True)))
    assert deepest(lighter) < deepest(usual) - 1e-6
    assert deepest(lighter) >= min(SHOP.rules.least_step, deepest(usual)) - 1e-6 or not lighter.passes


def test_what_is_eased_is_the_pass_beside_the_light_last_one():
    # 22 and half a millimetre below, less 0.8 to finish, in four: 5.425 each.
    assert figure(planned("arch-opening", lighter=True), "depth.step").value == pytest.approx((22.5 - 0.8) / 4 * 2 / 3)


def test_it_says_that_it_was_eased_whatever_had_set_it():
    for cut in (edge("rabbet", 9, depth=in_mm(9)), edge("roundover", 3), channel(12.7, 15)):
        plan = plan_cut(replace(cut, lighter=True), board(), SHOP, SHOP.rules)
        said = next(each for each in plan.figures if each.key in ("edge.stages", "depth.step")).because.metric
        assert said.endswith("is to take 67 % of what it would")


def test_an_edge_is_jointed_in_more_runs():
    assert [jointing_runs(size, SHOP.rules)[0] for size in (0.8, 2.5)] == [1, 3]
    light = eased(SHOP.rules, replace(channel(6, 6), lighter=True))
    assert [jointing_runs(size, light) for size in (0.8, 2.5)] == [(2, 0.4), (5, 0.5)]


def test_what_goes_down_in_several_passes_now_is_plunged_in_them():
    kinds = {}
    for cut in (channel(12.7, 3), channel(8.7, 8, shape="dovetail")):
        for each in (cut, replace(cut, lighter=True)):
            plan = PLANNING.plan_with_moves(each, board(), SHOP, SHOP.rules)
            kinds[cut.shape, each.lighter] = {setting.base.kind for setting in plan.settings}
    assert kinds["square", False] == {"fixed"}
    assert kinds["square", True] == {"plunge"}
    assert kinds["dovetail", True] == kinds["dovetail", False]


def test_what_goes_at_once_or_takes_too_little_stays_as_it_is():
    for cut in (channel(8.7, 8, shape="dovetail"), channel(12.7, 1)):
        usual, lighter = (plan_cut(each, board(), SHOP, SHOP.rules) for each in (cut, replace(cut, lighter=True)))
        assert [each.to_depth for each in lighter.passes] == [each.to_depth for each in usual.passes]
    plan = plan_cut(channel(19.05, 10, router_id="table-three", slower=True), board(), SHOP, SHOP.rules)
    assert figure(plan, "speed.rpm").value >= SHOP.router("table-three").min_rpm


def test_a_compression_bit_still_goes_past_its_tip_first():
    ply = replace(board(17.6), material="birch-plywood")
    cut = channel(12.7, 15, bit_id="compression-12.7", router_id="plunge-two")
    usual, lighter = (plan_cut(each, ply, SHOP, SHOP.rules) for each in (cut, replace(cut, lighter=True)))
    past = SHOP.bit("compression-12.7").up_cut_tip + SHOP.rules.compression_extra
    assert min(usual.passes[0].to_depth, lighter.passes[0].to_depth) >= past
    thin = channel(6.35, 9, bit_id="compression-6.35")
    usual, lighter = (plan_cut(each, ply, SHOP, SHOP.rules) for each in (thin, replace(thin, lighter=True)))
    assert lighter.passes[0].to_depth < usual.passes[0].to_depth < SHOP.bit("compression-6.35").up_cut_tip, "it never went past"


@pytest.mark.parametrize("kind", sorted(FAMILIES))
def test_every_family_takes_more_and_lighter_passes_never_fewer(kind):
    cut_id = FAMILIES[kind]
    usual, lighter, slower = (planned(cut_id, **more) for more in ({}, {"lighter": True}, {"slower": True}))

    def rounds(plan) -> int:
        stages = [each for each in plan.figures if each.key == "edge.stages"]
        return int(stages[0].value) if stages else len(plan.passes)

    assert rounds(lighter) > rounds(usual)
    assert rounds(slower) >= rounds(usual)
    assert figure(slower, "speed.rpm").value < figure(usual, "speed.rpm").value
    order = ["ready", "caution", "stop"]
    assert max(order.index(each.status) for each in (lighter, slower)) <= order.index(usual.status)


def test_the_house_may_have_less_and_twice_eased_is_eased_once():
    class Asked:
        lighter = slower = True

    rules = eased(HouseRules(), Asked())
    assert (rules.pass_share, rules.speed_share) == (pytest.approx(2 / 3), 0.85)
    assert eased(rules, Asked()) == rules
    careful = replace(HouseRules(), pass_share=0.4, speed_share=0.7)
    assert eased(careful, Asked()) == careful
    assert eased(HouseRules(), object()) == HouseRules()


@pytest.mark.parametrize(
    ("burning", "first"), [("faster-feed", ["lighter", "slower"]), ("slower-spindle", ["slower", "lighter"])]
)
def test_what_trouble_asks_to_change_and_a_plan_can_take_is_offered_by_the_house_s_school(burning, first):
    found = {each.key: [mend.eases for mend in each.change if mend.eases] for each in troubles(burning)}
    assert found == {
        "burns": first, "tears": ["lighter", "gentler"], "chatters": ["lighter", "slower"], "bogs": ["lighter", "gentler"],
        "pulls": ["lighter"], "wanders": ["lighter"], "bit-moved": [], "guide-slipped": [], "wrong-size": [],
    }  # fmt: skip
    assert next(each for each in troubles(burning) if each.key == "burns").change[0].eases == first[0]
    swaps = {each.key for each in troubles(burning) if any(mend.other_bit for mend in each.change)}
    assert swaps == {"tears", "bogs"}


@pytest.mark.parametrize("cut_id", sorted(FAMILIES.values()))
def test_a_cut_of_each_family_is_led_no_faster_than_two_metres_a_minute(cut_id):
    usual, gentler = (figure(planned(cut_id, **more), "feed.pace").value for more in ({}, {"gentler": True}))
    # The pace is that of 300 mm: 9 s at 2 m/min.
    assert gentler == pytest.approx(max(usual, 9.0))
