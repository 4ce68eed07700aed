"""House rules: every number keeps to its bounds, says what it changes, and does change it; the floor holds whatever is typed."""

from __future__ import annotations

import dataclasses
import json
from functools import lru_cache, partial
from itertools import combinations

import pytest
from hypothesis import given
from hypothesis import strategies as st
from pydantic import TypeAdapter
from tests.data.edges import board as edge_board
from tests.data.edges import edge_cut
from tests.data.plans import unproven

from ranura.core.board.outlines import Contour
from ranura.core.choosing.candidates import sift
from ranura.core.choosing.limits import cuts_made
from ranura.core.choosing.ranking import StraightRanking
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.fit import Mate
from ranura.core.cuts.channel.judge import ChannelJudge
from ranura.core.cuts.edge.bearings import choose_bearing
from ranura.core.cutting.need import StraightCut
from ranura.core.cutting.size import size_reasons
from ranura.core.cutting.step_limits import Tooling
from ranura.core.cutting.stepping import plan_steps
from ranura.core.cutting.stiffness import stress_limit
from ranura.core.joints.sliding_dovetail import plan_sliding_dovetail
from ranura.core.plan import plan_cut
from ranura.core.shop.house_rules import STANDARD, HouseRules, bounds
from ranura.core.shop.rule_changes import rule_changes
from ranura.core.shop.saved_outlines import STUFFS, lasts
from ranura.core.shop.schools import SCHOOLS, school_values
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.core.templates.bushings import plan_template
from ranura.core.templates.inlay import plan_inlay
from ranura.core.text.errors import CraftError, RuleError
from ranura.core.text.lengths import read
from ranura.core.text.writing import inch_parts
from ranura.demo.jobs import CHEEK, CHEEK_DISCS, CONTROL_CROSS, CROSS_MORTISE, WING_CASE_SIDE
from ranura.demo.shop import SHOP

_JSON = TypeAdapter(object)


SLENDER = Bit(
    id="slender", name="Slender", profile="straight", diameter=5, shank=6.35, cutting_length=42, overall_length=90, body="steel"
)


def dado(width: str, depth: str, **pins) -> ChannelCut:
    return ChannelCut(width=read(width, "mm"), depth=read(depth, "mm"), position=read("212", "mm"), **pins)


def board(material: str, thickness: str):
    return dataclasses.replace(WING_CASE_SIDE, material=material, thickness=read(thickness, "mm"))


PLY, DENSE, SOFT = board("birch-plywood", "17.6"), board("hornbeam", "40"), board("pine", "40")
CUTS = (
    (dado("17.6", "6"), PLY),
    (dado("12.7", "14"), DENSE),
    (dado("12.7", "20"), SOFT),
    (dado("6.35", "12"), DENSE),
    (dado("6.35", "12", router_id="trim-one"), PLY),
    (dado("3.2", "6"), DENSE),
    (dado("30", "8"), SOFT),
    (dado("50", "6", bit_id="surfacing-70"), SOFT),
    (dado("40", "3", bit_id="chamfer-45"), SOFT),
    (dado("6.35", "14", bit_id="compression-6.35"), board("birch-plywood", "30")),
    (dado("6.35", "22"), DENSE),
    (dado("9.6", "20", router_id="trim-one"), DENSE),
    (dado("6.35", "4", bit_id="up-cut-6.35"), board("oak", "12")),
)
MATE = Mate(thickness=read("17.6", "mm"), fit="tight")
FITTED = tuple(
    (dataclasses.replace(dado("17.6", "6"), width=None, mate=dataclasses.replace(MATE, fit=fit, sheet=sheet)), PLY)
    for fit in ("tight", "sliding", "glue")
    for sheet in (True, False)
)
POCKETS = ((CHEEK_DISCS, CHEEK), (dataclasses.replace(CHEEK_DISCS, loose="skin"), CHEEK), (CROSS_MORTISE, CONTROL_CROSS))
ONE = ("near",)
EDGES = (
    (edge_cut("ogee", 6.35, edges=ONE, least_stages=3), edge_board(material="hornbeam")),
    (edge_cut("ogee", 6.35, edges=ONE, least_stages=3), edge_board(material="walnut")),
    (edge_cut("cove", 12.7, edges=ONE), edge_board(thickness=30, material="hornbeam")),
    (edge_cut("roundover", 6.35, both_faces=True), edge_board(thickness=16)),
    (edge_cut("roundover", 6.35, edges=ONE), edge_board(thickness=9, slope=2.0)),
    (edge_cut("roundover", 6.35, edges=("outline",)), edge_board(outline=Contour(form="oval"))),
    (edge_cut("roundover", 6.35, edges=("near", "far"), guide="fence"), edge_board(width=128)),
    (edge_cut("jointing", 1.2, edges=ONE, router_id="table-three"), edge_board()),
    (edge_cut("flush", 1, 3, edges=ONE), edge_board()),
    (edge_cut("flush", 4, 3, edges=ONE), edge_board()),
    (edge_cut("rabbet", 9.7, 9, edges=ONE), edge_board(material="hornbeam")),
    (edge_cut("cove", 12.7, edges=ONE), edge_board(thickness=30, material="pine")),
    (edge_cut("cove", 12.7, edges=ONE), edge_board(thickness=30, material="birch-plywood")),
    (edge_cut("rabbet", 15, 8, edges=ONE, router_id="table-three"), edge_board()),
)
NEEDS = (
    StraightCut(kind="rabbet", width=12, depth=14, thickness=30),
    StraightCut(kind="groove", width=12.7, depth=18, thickness=18, through=True),
    StraightCut(kind="dado", width=12.7, depth=8, thickness=20, part=(160, 80)),
)
UNKNOWN_DATUM = tuple(
    dataclasses.replace(router, bases=tuple(dataclasses.replace(base, collet_height=None, opening=40.0) for base in router.bases))
    for router in SHOP.routers
)


def facts_of(cut, piece, shop: Shop):
    try:
        plan = unproven(cut, piece, shop, shop.rules)
    except CraftError as problem:
        return [problem.code, str(problem)]
    figures = [(figure.key, figure.value, str(figure.shown.inch), figure.because.metric) for figure in plan.figures]
    figures.append(plan.fit and (plan.fit.tight, plan.fit.loose))
    cautions = [(caution.code, caution.message.metric, caution.do.metric) for caution in plan.cautions]
    return [plan.title.metric, plan.bit_id, plan.router_id, figures, cautions]


def _sums(rules: HouseRules):
    """Sums that need no plan."""
    said = []
    for diameter in (22, 30, 36, 45, 55, 62):
        for shank in (6.35, 8, 12.7):
            for kind, mounting in (("trim", "hand"), ("mid-size", "hand"), ("mid-size", "table"), ("large", "hand")):
                reasons = size_reasons(
                    diameter=diameter, shank=shank, router_class=kind, mounting=mounting, opening=diameter + 3, rules=rules
                )
                said.append([reason.code for reason in reasons])
    for bore in range(7, 11):
        template = plan_template(
            bushing_od=16, bit_diameter=6.35, cut="slot", width=20, length=60, bushing_bore=bore, rules=rules
        )
        said.append(str(template))
    said.append(str(plan_inlay(ring_od=23.8, bushing_od=11.1, bit_diameter=6.35, recess_depth=3, rules=rules)))
    said += [str(choose_bearing(cutter=35, bearings=(12.7, 15.9), width=9.6 + i / 50, rules=rules)) for i in range(12)]
    for depth in (4, 5.5, 7, 9):
        for stock in range(14, 26, 2):
            said.append(
                str(
                    plan_sliding_dovetail(
                        bit_diameter=12.7,
                        bit_angle=9,
                        depth=depth,
                        tongue_stock=stock,
                        socket_board=25,
                        available_straight_bits=[] if stock < 20 else [6.0],
                        rules=rules,
                    )
                )
            )
    shop = dataclasses.replace(SHOP, rules=rules)
    said += [line.metric for line in cuts_made(next(each for each in SHOP.bits if each.profile == "surfacing"), shop)]
    said += [str(lasts(stuff, rules)) for stuff in STUFFS]
    return [*said, *(stress_limit(body, rules) for body in ("steel", "solid-carbide", "tipped"))]


def _chosen(rules: HouseRules, need: StraightCut, wood: str):
    """What is chosen for a section, and the steps of a slender bit in it."""
    shop = dataclasses.replace(SHOP, rules=rules)
    judge = ChannelJudge(shop, need, shop.material(wood), rules)
    found = sift(judge)
    ranked = StraightRanking(judge.wood, need, rules).order(found.fit)
    router = SHOP.routers[1]
    tooling = Tooling(bit=SLENDER, router=router, rpm=18_000, free_length=58, material=judge.wood, rules=rules, need=need)
    steps = plan_steps(tooling, run=300, spacers=(0.0,) * len(need.engagements(SLENDER.diameter)))
    return [
        [(each.bit.id, each.router.id) for each in ranked],
        [(drop.bit.id, drop.reason.code) for drop in found.dropped],
        [steps.passes, [(caution.code, caution.message.metric) for caution in steps.cautions]],
        [judge.depth, *(str(judge.grip(bit, router)) for bit in SHOP.bits[:6])],
    ]


def _planned(rules: HouseRules, cut, piece, routers):
    return facts_of(cut, piece, dataclasses.replace(SHOP, rules=rules, routers=routers))


QUESTIONS = (
    _sums,
    *(partial(_chosen, need=need, wood=wood) for need in NEEDS for wood in ("hornbeam", "birch-plywood")),
    *(partial(_planned, cut=cut, piece=piece, routers=UNKNOWN_DATUM) for cut, piece in (*CUTS[:2], EDGES[0])),
    *(partial(_planned, cut=cut, piece=piece, routers=SHOP.routers) for cut, piece in (*CUTS, *FITTED, *POCKETS, *EDGES)),
)
"""What a shop is asked, what is soonest answered first."""


@lru_cache(maxsize=4096)
def answer(number: int, rules: HouseRules) -> str:
    """What a shop under these rules answers to a question."""
    return json.dumps(QUESTIONS[number](rules), default=str)


def differ(a: HouseRules, b: HouseRules) -> bool:
    """Whether two sets of rules answer anything differently; they are asked no further than that."""
    return any(answer(number, a) != answer(number, b) for number in range(len(QUESTIONS)))


@pytest.mark.slow
@pytest.mark.parametrize("bound", bounds(), ids=lambda bound: bound.field)
def test_a_number_keeps_to_its_bounds_and_does_what_it_says_or_says_what_it_waits_for(bound):
    assert bound.low <= bound.standard <= bound.high
    assert bound.says.endswith(".")
    assert bound.rule.startswith("R")
    for value in (bound.low, bound.high):
        assert getattr(HouseRules(**{bound.field: value}), bound.field) == value
    for beyond in (bound.low - 0.001, bound.high + 0.001, float("nan")):
        with pytest.raises(RuleError) as refused:
            HouseRules(**{bound.field: beyond})
        assert refused.value.field == bound.field
    if bound.waits:
        return
    others = {value for value in (bound.low, bound.high) if value != bound.standard}
    assert any(
        differ(dataclasses.replace(base, **{bound.field: value}), base)
        for base in (STANDARD, HouseRules(depth_rule="fixed-cap"))
        for value in others
    ), bound.name


@pytest.mark.slow
@pytest.mark.parametrize("end", ["low", "high"])
def test_numbers_that_say_what_they_wait_for_move_nothing_yet(end):
    waiting = {bound.field: getattr(bound, end) for bound in bounds() if bound.waits}
    assert waiting
    for base in (STANDARD, HouseRules(depth_rule="fixed-cap")):
        assert not differ(dataclasses.replace(base, **waiting), base)


@pytest.mark.parametrize("group", [group for group in school_values() if group not in ("corners", "level")])
def test_every_school_answers_something_of_its_own(group):
    """Corners matter for mortises, levels for what learners do not do and for the steps of a run: each has tests of its own."""
    schools = [HouseRules(**{group: value}) for value in school_values()[group]]
    assert all(differ(a, b) for a, b in combinations(schools, 2))


def test_every_school_has_a_sentence_and_no_other_is_taken():
    assert all(school.says.endswith(".") for school in SCHOOLS)
    for group in school_values():
        with pytest.raises(RuleError) as refused:
            HouseRules(**{group: "by-ear"})
        assert refused.value.field == group


@given(st.data())
def test_no_rules_that_can_be_kept_loosen_the_floor(data):
    """Whatever is typed within the bounds: no plan turns faster, goes deeper or feeds outside of what R17 allows."""
    numbers = {
        bound.field: data.draw(st.floats(bound.low, bound.high, allow_nan=False), label=bound.field)
        for bound in data.draw(st.lists(st.sampled_from(bounds()), max_size=6, unique=True))
    }
    schools = {group: data.draw(st.sampled_from(values)) for group, values in school_values().items()}
    shop = dataclasses.replace(SHOP, rules=HouseRules(**schools, **numbers))
    cut, piece = data.draw(st.sampled_from(CUTS[:7]))
    try:
        plan = plan_cut(cut, piece, shop, shop.rules)
    except CraftError:
        return
    if plan.status == "stop":
        return
    values = {figure.key: figure.value for figure in plan.figures}
    bit = shop.bit(plan.bit_id)
    assert values["speed.rpm"] <= (bit.marked_max_rpm or 1e9) + 1e-6
    assert values["speed.rpm"] * bit.diameter * 3.141592653589793 / 60_000 <= 60.001
    assert max(each.to_depth - each.from_depth for each in plan.passes) <= bit.diameter + 1e-6
    assert max(each.to_depth for each in plan.passes) == pytest.approx(cut.depth.mm)


def test_what_a_change_moves_is_named_before_and_after_and_nothing_moves_without_one():
    shelf = ("a", "Shelf", CUTS[0][0], CUTS[0][1])
    assert rule_changes(*shelf, SHOP, SHOP.rules, plan_cut) == ()
    stricter = dataclasses.replace(SHOP.rules, depth_rule="fixed-cap", pass_cap=3.0)
    found = rule_changes(*shelf, SHOP, stricter, plan_cut)
    assert {move.cut_name for move in found} == {"Shelf"}
    deepest = next(move for move in found if move.label == "Deepest pass")
    assert (deepest.before.metric.number, deepest.after.metric.number) == ("6.35", "3")


def test_inches_are_written_as_fine_as_the_shop_reads_them_with_what_they_are_off_by():
    read_so = {}
    for inches in school_values()["inches"]:
        shop = dataclasses.replace(SHOP, rules=HouseRules(inches=inches))
        plan = plan_cut(CUTS[0][0], PLY, shop, shop.rules)
        setback = next(figure for figure in plan.figures if figure.key == "guide.setback")
        read_so[inches] = (str(setback.shown.inch), str(setback.shown.metric))
    assert read_so == {
        "1/64": ("2 45/64 in", "68.65 mm"),
        "1/32": ("2 11/16 in (half a mark over)", "68.65 mm"),
        "1/16": ("2 11/16 in (a quarter mark over)", "68.65 mm"),
    }
    assert inch_parts() == 64, "a plan leaves no trace"
