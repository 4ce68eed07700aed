"""Edge cuts as whole plans: the demo job's edges by number, guides, stages, stops and their ways out, what is refused."""

from __future__ import annotations

import dataclasses
import math

import pytest
from hypothesis import example, given, settings
from shapely.geometry import Polygon
from tests.data.edges import board, boards, edge_cut, edge_cuts, mm, window

from ranura.core.board.outlines import Contour
from ranura.core.choosing.candidates import sift
from ranura.core.choosing.offers import dropped_tool
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.edge.on_board import edging
from ranura.core.family import Before, DoneCut
from ranura.core.plan import PLANNING, CutPlan, judge_of, plan_cut
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import EdgeGuide
from ranura.core.text.errors import CraftError, CutError
from ranura.demo.jobs import (
    ARCH,
    ARCH_OGEE,
    BACK_PANEL,
    CONTROL_CROSS,
    CRATE_BOTTOM,
    CRATE_SIDE,
    CROSS_EDGES,
    EMBLEM_LID,
    LID_EDGES,
    WING_CASE_SIDE,
)
from ranura.demo.shop import SHOP


def plan(cut, piece=None, shop=SHOP, before=(), **rules) -> CutPlan:
    return plan_cut(cut, piece or board(), shop, dataclasses.replace(shop.rules, **rules), before=Before(done=tuple(before)))


def was_cut(bit_id: str, height: float, offset: float) -> DoneCut:
    """A cut made before along the near edge."""
    return DoneCut(edges=("near",), bit_id=bit_id, height=height, offset=offset, both_faces=False)


def codes(made: CutPlan) -> dict[str, str]:
    return {each.code: each.level for each in made.cautions}


def figure(made: CutPlan, key: str) -> float:
    return next(each.value for each in made.figures if each.key == key)


def lines(made: CutPlan, key: str) -> str:
    section = next(each for each in made.slip if each.key == key)
    leads = [f"{lead.shown.metric} {lead.caption.metric}" for lead in section.leads]
    return " | ".join([*leads, *(line.metric for line in section.lines)])


def test_a_rabbet_rides_on_the_bearing_that_fits_and_names_the_one_that_is_missing():
    made = plan(BACK_PANEL, WING_CASE_SIDE)
    assert (made.bit_id, made.router_id, made.status) == ("rabbet-9.525", "plunge-two", "ready")
    assert "15.875 mm bearing" in lines(made, "guide")  # (34.925 − 15.875)/2 = 9.525, within 0.1 of 9.5
    assert figure(made, "edge.width") == pytest.approx(9.525)
    six = plan(CRATE_BOTTOM, CRATE_SIDE)
    assert "22.225 mm bearing" in lines(six, "guide")
    assert figure(six, "edge.contact") == pytest.approx(5.0)  # of 7.5 mm of edge the bearing meets its own height
    odd = plan(edge_cut("rabbet", 8, 6, edges=("near",), bit_id="rabbet-9.525", router_id="plunge-two"))
    assert codes(odd)["bearing-spares-the-fence"] == "note"
    assert "from the edge to the straightedge" in lines(odd, "guide")
    assert figure(odd, "edge.width") == pytest.approx(8)
    curved = plan(
        edge_cut("rabbet", 8, 6, edges=("outline",), bit_id="rabbet-9.525", router_id="plunge-two"),
        board(outline=Contour(form="oval")),
    )
    said = next(each for each in curved.cautions if each.code == "bearing-missing")
    assert (said.level, said.facts["missing"]) == ("stop", pytest.approx(18.925))
    assert said.facts["left"] == pytest.approx(8 - (34.925 - 22.225) / 2)
    nearest = plan(edge_cut("rabbet", 8, 6, edges=("outline",)), board(outline=Contour(form="oval")))
    assert any(miss.code == "bearing-missing" and "18.95" in miss.needs.metric for miss in nearest.misses)


def test_the_proscenium_arch_runs_on_the_table_the_other_way_round_with_a_pin():
    made = plan(ARCH_OGEE, ARCH)
    assert (made.bit_id, made.router_id) == ("ogee-6.35", "table-three"), "38.1 mm is large by hand"
    assert codes(made)["starting-pin"] == "caution"
    assert "Clockwise turn the work" in lines(made, "direction")
    assert "stand in front, out of line with the work" in lines(made, "direction")
    by_hand = plan(dataclasses.replace(ARCH_OGEE, router_id="plunge-two"), ARCH)
    assert by_hand.status == "caution"
    assert "Clockwise" in lines(by_hand, "direction")
    assert {"large-by-hand", "corner-left-round", "fibres-lift"} <= set(codes(by_hand))
    assert figure(made, "edge.height") == pytest.approx(12.7)


def test_control_crosses_are_too_small_for_the_hand_and_take_a_carrier():
    made = plan(CROSS_EDGES, CONTROL_CROSS)
    assert made.router_id == "table-three"
    assert {"burns-profile", "burn-repair"} <= set(codes(made))
    assert not {"narrow-end", "hands-away", "carrier"} & set(codes(made)), "the carrier keeps hands away and guides the ends"
    assert "taped under a carrier board of 180 mm × 70 mm at most" in lines(made, "hold"), "all its edges are cut"
    by_bare_hands = plan(dataclasses.replace(CROSS_EDGES, held=None, router_id="table-three"), CONTROL_CROSS)
    assert codes(by_bare_hands)["hands-too-near"] == "stop"
    assert {"held": "carrier"} in [dict(each.change) for each in by_bare_hands.remedies]
    assert "run 12 parts and a spare, both faces" in lines(made, "depths")
    assert "then turn the board over: the same again" in lines(made, "direction")
    assert figure(made, "edge.contact") == pytest.approx(6.0)  # 12 − 3 − 3 mm run along the fence
    pinned = plan(dataclasses.replace(CROSS_EDGES, bit_id="roundover-3", router_id="plunge-two"), CONTROL_CROSS)
    assert codes(pinned)["small-part"] == "stop"


def test_a_worn_bit_on_sycamore_says_how_not_to_burn_and_how_to_mend_it():
    made = plan(LID_EDGES, EMBLEM_LID)
    assert next(each for each in made.cautions if each.code == "burns-profile").facts["state"] == "; the bit is worn"
    pace = next(each for each in made.figures if each.key == "feed.pace")
    assert [school.rule for school in pace.others] == ["burning: move faster", "burning: slow the spindle"]
    repair = next(each for each in made.cautions if each.code == "burn-repair")
    assert "scrape" in repair.do.metric
    assert "router unplugged" in repair.do.metric


def test_ends_come_before_long_edges_and_each_begins_and_ends_safely():
    made = plan(edge_cut("roundover", 6.35))
    assert "1 right end, 2 left end, 3 near edge, 4 far edge" in lines(made, "direction")
    assert "stand half turned to the way you go" in lines(made, "direction")
    assert "lead-in" not in lines(made, "direction"), "the corners run on into the next edge"
    one = plan(edge_cut("roundover", 6.35, edges=("near",)))
    assert "lead-in block at the start of the near edge" in lines(one, "direction")
    assert "backer where the bit leaves the near edge" in lines(one, "direction")
    end = plan(edge_cut("roundover", 6.35, edges=("right",)))
    assert codes(end)["end-grain-out"] == "caution"
    across = plan(edge_cut("roundover", 6.35), board(grain="width"))
    assert "1 near edge, 2 far edge, 3 right end, 4 left end" in lines(across, "direction")
    assert "end-grain-out" not in codes(plan(edge_cut("roundover", 6.35, edges=("right",)), board(material="mdf")))


def test_both_faces_with_too_little_edge_stop_and_the_straightedge_gets_out_of_it():
    cut, piece = edge_cut("roundover", 6.35, both_faces=True), board(thickness=14)
    stopped = plan(cut, piece)
    assert stopped.status == "stop"
    assert next(c for c in stopped.cautions if c.code == "bearing-without-edge").facts["contact"] == pytest.approx(1.3)
    ways = {remedy.says.metric: dict(remedy.change) for remedy in stopped.remedies}
    assert any(change.get("guide") == "fence" for change in ways.values())
    for change in ways.values():
        freed = plan(dataclasses.replace(cut, **change), piece)
        assert freed.status != "stop", change
    fenced = plan(dataclasses.replace(cut, guide="fence", router_id=None), piece)
    assert figure(fenced, "edge.fence") == pytest.approx(75.0 - 6.35)  # base to axis, less half the bearing
    assert "clamp it on the face" in lines(fenced, "guide")


def test_a_thin_board_may_let_the_bearing_ride_on_a_template_below():
    cut, piece = edge_cut("roundover", 6.35, both_faces=False, edges=("near",), guide="template"), board(thickness=8)
    made = plan(cut, piece)
    assert figure(made, "edge.contact") == pytest.approx(6.35 + 5 - 8)
    thick = plan(cut, board(thickness=14))
    assert codes(thick)["template-out-of-reach"] == "stop"


def test_what_an_earlier_cut_took_counts_for_the_next():
    first = plan(edge_cut("rabbet", 9.5, 12, edges=("near",)))
    assert first.done == was_cut("rabbet-9.525", 12, pytest.approx(15.875 / 2))
    done = (was_cut("straight-12.7", 17.0, -3.0),)
    alone = plan(edge_cut("roundover", 6.35, edges=("near",)))
    after = plan(edge_cut("roundover", 6.35, edges=("near",)), before=done)
    assert alone.status == "ready"
    assert codes(after)["bearing-without-edge"] == "stop"
    elsewhere = plan(edge_cut("roundover", 6.35, edges=("far",)), before=done)
    assert elsewhere.status == "ready"


def test_stages_by_fence_height_and_both_on_the_table():
    ogee = edge_cut("ogee", 6.35, edges=("near",), router_id="table-three")
    for by, rises, moves in (("height", True, False), ("fence", False, True), ("both", True, True)):
        made = plan(dataclasses.replace(ogee, least_stages=6, staged=by), depth_rule="half-diameter")
        assert len(made.stages) == 6
        heights = [stage.trip.height for stage in made.stages]
        offsets = [stage.trip.offset for stage in made.stages]
        assert (len(set(heights)) > 1, len(set(offsets)) > 1) == (rises, moves)
        assert heights == sorted(heights)
        assert offsets == sorted(offsets, reverse=True)
        areas = [stage.area for stage in made.stages]
        assert areas[:-1] == pytest.approx([sum(areas[:-1]) / 5] * 5, rel=1e-3)
        assert areas[-1] <= areas[0] * 1.001, "the last one is never the largest"
    capped = plan(ogee, depth_rule="fixed-cap")
    assert all(stage.area < 20 for stage in capped.stages if max(bite.depth for bite in stage.bites) > 6)
    assert len(capped.stages) > 4


@pytest.mark.thorough
def test_a_bead_cannot_be_raised_and_says_so():
    hand = plan(edge_cut("bead", 3, edges=("near",), least_stages=3, router_id="plunge-two"))
    assert len(hand.stages) == 1
    shop = dataclasses.replace(
        SHOP,
        bits=(
            Bit(
                id="b",
                name="Bead",
                profile="bead",
                radius=9,
                bearing=12.7,
                shank=12.7,
                overall_length=80,
                bearings=(19.05, 25.4),
                marked_max_rpm=20_000,
            ),
        ),
    )
    larger = plan(edge_cut("bead", 9, edges=("near",)), board(thickness=40, material="hornbeam"), shop=shop, small_profile=1)
    assert [stage.trip.offset for stage in larger.stages] == [12.7, 9.525, 6.35], "the larger bearings first"
    assert "not-raised" in codes(larger)
    table = plan(
        edge_cut("bead", 3, edges=("near",), least_stages=3, router_id="table-three"),
        shop=dataclasses.replace(
            SHOP, bits=(Bit(id="b", name="Bead", profile="bead", radius=3, bearing=12.7, shank=12.7, overall_length=70),)
        ),
    )
    assert len({stage.trip.offset for stage in table.stages}) == 3
    assert "feather-boards" in codes(table)


@pytest.mark.parametrize(
    ("rule", "size", "climbs", "starts"),
    [
        ("never", 3, 0, False),
        ("start", 3, 0, False),
        ("start", 1, 0, True),
        ("light-pass", 6.35, 1, False),
        ("light-pass", 3, 1, False),
    ],
)
def test_climbs_stay_within_their_bounds(rule, size, climbs, starts):
    cut = edge_cut("flush", 1, 3, edges=("near",)) if size == 1 else edge_cut("roundover", size, edges=("near",))
    made = plan(cut, climb=rule)
    climbing = [stage for stage in made.stages if stage.climb]
    assert len(climbing) == climbs
    for stage in climbing:
        assert stage.area <= 6.0 + 1e-6
        assert stage.width <= 1.0 + 1e-6
        assert stage is made.stages[0], "a conventional pass follows"
    if size == 1:
        assert made.stages[0].width <= 1.0 + 1e-6
    assert ("climb-start" in codes(made)) == starts
    arrows = [arrow for view in made.drawing for arrow in view.arrows if arrow.climb]
    assert bool(arrows) == (starts or climbs > 0)
    assert ("a light climb" in lines(made, "direction")) == (starts or climbs > 0)
    table = plan(dataclasses.replace(cut, router_id="table-three"), climb=rule)
    assert not any(stage.climb for stage in table.stages)
    assert "climb-start" not in codes(table)


def test_the_table_stops_a_trapped_strip_and_lets_the_near_edge_go():
    cut = edge_cut("chamfer", 5, edges=("near",), far_side=True, router_id="table-three")
    made = plan(cut)
    assert codes(made)["trapped"] == "stop"
    assert [dict(each.change) for each in made.remedies if each.answers == "trapped"] == [{"far_side": False}]
    assert plan(dataclasses.replace(cut, far_side=False)).status != "stop"


def test_curved_work_on_a_table_stops_until_a_starting_pin_is_said_to_stand_there():
    bare = dataclasses.replace(ARCH_OGEE, starting_pin=False)
    assert plan(bare, ARCH).router_id == "plunge-two", "by hand, since the table cannot start it"
    table = dataclasses.replace(bare, router_id="table-three")
    made = plan(table, ARCH)
    assert codes(made)["no-starting-pin"] == "stop"
    assert {"starting_pin": True} in [dict(each.change) for each in made.remedies if each.answers == "no-starting-pin"]
    pinned = plan(dataclasses.replace(table, starting_pin=True), ARCH)
    assert pinned.status != "stop"
    assert codes(pinned)["starting-pin"] == "caution"
    straight = edge_cut("ogee", 6.35, edges=("near",), router_id="table-three")
    assert plan(straight).status != "stop", "a fence needs no pin"
    assert codes(plan(dataclasses.replace(straight, guide="bearing")))["no-starting-pin"] == "stop"


def test_jointing_by_table_and_by_hand():
    table = plan(edge_cut("jointing", 2.4, edges=("near",), router_id="table-three"))
    assert "infeed behind it by 0.8 mm" in lines(table, "guide")
    assert [stage.bites[0].area for stage in table.stages] == pytest.approx([22 * 0.8] * 3)
    hand = plan(edge_cut("jointing", 2, edges=("near",), router_id="plunge-two", bit_id="flush-12.7"))
    assert "straightedge under the board" in lines(hand, "guide")
    assert "bearing-below" in codes(hand)
    assert codes(hand)["bends"] == "caution"
    assert hand.stages[0].feed_m_min == 3.0, "as fast as an edge is followed by hand (R4)"
    assert hand.stages[0].bend.stress_mpa == pytest.approx(118, abs=1)
    assert "much-overhang" in codes(plan(edge_cut("jointing", 4, edges=("near",), router_id="plunge-two", bit_id="flush-12.7")))


def test_a_flush_trim_reaches_past_what_it_trims_and_rides_on_the_panel():
    made = plan(edge_cut("flush", 2, 3, edges=("near",)))
    assert figure(made, "edge.height") == 4
    assert made.stages[0].bites[0].area == pytest.approx(6.0)
    assert "much-overhang" in codes(plan(edge_cut("flush", 4, 3, edges=("near",))))


@pytest.mark.parametrize(
    ("cut", "piece", "field", "code"),
    [
        (edge_cut("roundover", 5), board(), "cut.size", "no-such-radius"),
        (edge_cut("roundover", 9.525), board(thickness=8), "cut.size", "radius-over-thickness"),
        (edge_cut("chamfer", 5, 30), board(), "cut.depth", "profile-over-thickness"),
        (edge_cut("rabbet", 9, 22), board(), "cut.depth", "rabbet-through"),
        (edge_cut("rabbet", 9, 12, both_faces=True), board(), "cut.depth", "rabbets-meet"),
        (edge_cut("rabbet", 9), board(), "cut.depth", "depth-missing"),
        (edge_cut("rabbet", 160, 6), board(), "cut.size", "wider-than-piece"),
        (edge_cut("bevel", 9), board(), "cut.angle", "angle-missing"),
        (edge_cut("bevel", 9, angle=30), board(), "cut.angle", "no-such-angle"),
        (edge_cut("chamfer", 5, 14), board(), "cut.depth", "profile-deeper-than-bits"),
        (edge_cut("roundover", 6.35, width=9), board(), "cut.width", "width-beyond-bit"),
        (edge_cut("roundover", 6.35, edges=()), board(), "cut.edges", "no-edge"),
        (edge_cut("roundover", 6.35, edges=("opening-1",)), board(), "cut.edges", "edge-gone"),
        (edge_cut("roundover", 6.35, edges=("opening-1",)), board(openings=(window(20, 18),)), "cut.edges", "opening-too-small"),
        (
            edge_cut("roundover", 6.35, edges=("opening-1",)),
            board(openings=(window(90, 80, radius=4),)),
            "cut.edges",
            "inside-corner",
        ),
        (edge_cut("roundover", 6.35), board(openings=(window(590, 295),)), "piece.openings.0", "opening-off-board"),
        (
            edge_cut("roundover", 6.35),
            board(openings=(window(90, 80, radius=50),)),
            "piece.openings.0.radius",
            "corners-too-round",
        ),
    ],
)
def test_what_cannot_be_is_refused_where_it_was_typed(cut, piece, field, code):
    with pytest.raises(CutError) as refused:
        plan(cut, piece)
    assert (refused.value.code, refused.value.field) == (code, field)
    assert "{" not in refused.value.message.inch


def test_a_glass_rabbet_runs_clockwise_inside_its_frame():
    frame = board(500, 400, 20, material="oak", openings=(window(380, 280),))
    made = plan(edge_cut("rabbet", 9.5, 8, edges=("opening-1",), router_id="plunge-two"), frame)
    assert "Clockwise" in lines(made, "direction")
    assert codes(made)["corner-left-round"] == "note"
    assert next(c for c in made.cautions if c.code == "corner-left-round").facts["radius"] == pytest.approx(34.925 / 2)


def test_what_nobody_said_of_the_edge_is_asked_and_the_answer_is_kept():
    made = plan(edge_cut("roundover", 6.35, edge_state=None))
    assert codes(made)["edge-unknown"] == "caution"
    assert [dict(each.change) for each in made.remedies] == [{"edge_state": "smooth"}, {"edge_state": "sawn"}]
    assert "edge-sawn" in codes(plan(edge_cut("roundover", 6.35, edge_state="sawn")))


@pytest.mark.parametrize(
    ("shape", "size", "offered"),
    [("roundover", 9.525, [{"least_stages": 2}, {"gentler": True}]), ("chamfer", 8, [{"gentler": True}]), ("ogee", 6.35, [])],
)
def test_what_helps_where_fibres_lift_is_offered_where_it_does_something(shape, size, offered):
    """An ogee is led slowly and in a light last stage anyway, a chamfer in a light last one."""
    cut = edge_cut(shape, size, edges=("near", "far"))
    diving = board(thickness=30, slope=8.0)
    made = plan(cut, diving)
    assert "fibres-lift" in codes(made)
    assert [dict(each.change) for each in made.remedies if each.answers == "fibres-lift"] == offered
    for change in offered:
        helped = plan(dataclasses.replace(cut, **change), diving)
        assert helped.stages[-1].area < made.stages[-1].area or helped.stages[-1].feed_m_min < made.stages[-1].feed_m_min
        assert change not in [dict(each.change) for each in helped.remedies]


@settings(max_examples=60, deadline=None)
@given(edge_cuts, boards)
@example(
    edge_cut("roundover", 9.525, 4, edges=("outline",), least_stages=3, staged="height", far_side=True),
    dataclasses.replace(
        board(length=909, width=91, thickness=11, material="pine", slope=5.0, grain="width"),
        outline=Contour(form="oval"),
        openings=(Contour(form="rectangle", length=mm(30), width=mm(25)),),
    ),
)
@pytest.mark.slow
def test_no_plan_that_could_hurt_is_ready(cut, piece):
    """Any edge cut is refused at a field, or planned within the floor, or stopped with its reasons."""
    try:
        made = plan(cut, piece)
    except CraftError as refused:
        assert refused.field is None or refused.field.startswith(("cut.", "piece."))
        return
    stopped = any(each.level == "stop" for each in made.cautions)
    assert (made.status == "stop") == stopped
    for remedy in made.remedies:
        if remedy.answers not in ("edge-unknown", "fibres-lift", "fibres-lift-climb"):
            again = plan(dataclasses.replace(cut, **remedy.change), piece)
            left = {each.code for each in again.cautions if each.level == "stop"}
            there = {each.code for each in made.cautions if each.level == "stop"}
            assert left <= there - {remedy.answers}, "the stop it answers is gone, and no other came"
    if stopped:
        return
    assert made.stages
    bit = SHOP.bit(made.bit_id)
    for stage in made.stages:
        assert stage.power.share <= 0.8 + 1e-6
        assert stage.bend.deflection_mm <= HouseRules().bend_limit + 1e-6
        assert stage.trip.height <= bit.cutting_length + 1e-6
        assert 0.8 - 1e-6 <= stage.feed_m_min <= 5 + 1e-6
    contact = next((each.value for each in made.figures if each.key == "edge.contact"), None)
    assert contact is None or contact >= 2 - 1e-6
    asked = edging(cut, piece)
    hand = SHOP.router(made.router_id).mounting == "hand"
    assert not (hand and min(asked.part) < 75)
    assert not (cut.far_side and not hand)
    assert judge_of(cut, piece, SHOP).against_bit(bit) is None


def test_a_roundover_set_lower_leaves_a_step_above_the_round():
    made = plan(edge_cut("roundover", 6.35, 8, edges=("near",)))
    assert made.status == "ready"
    assert figure(made, "edge.height") == 8
    assert made.stages[-1].bites[0].area + sum(s.bites[0].area for s in made.stages[:-1]) == pytest.approx(
        6.35**2 * (1 - math.pi / 4) + 1.65 * 6.35, rel=1e-4
    )


def test_stacked_profiles_take_only_what_the_one_before_left():
    rabbet = plan(edge_cut("rabbet", 9.5, 10, edges=("near",)))
    cove = edge_cut("cove", 12.7, 12.7, edges=("near",))
    alone, after = plan(cove), plan(cove, before=(rabbet.done,))
    areas = [sum(stage.bites[0].area for stage in made.stages) for made in (alone, after)]
    assert areas[0] == pytest.approx(math.pi / 4 * 12.7**2, rel=1e-4)
    assert areas[1] < areas[0] - 20
    assert after.glyph != alone.glyph


def test_a_bearing_that_meets_a_groove_on_its_way_is_noticed():
    """The last stage rides below the groove; an earlier one would ride right in it."""
    groove = (was_cut("straight-9.525", 9.0, 0.0),)
    shop = dataclasses.replace(SHOP, rules=dataclasses.replace(SHOP.rules, depth_rule="fixed-cap", pass_cap=3))
    made = plan(edge_cut("cove", 12.7, edges=("near",), router_id="plunge-two"), board(thickness=30), shop=shop, before=groove)
    assert figure(made, "edge.contact") < 5.0
    assert len(made.stages) > 1


@pytest.mark.parametrize("rule", ["never", "start", "light-pass"])
def test_nothing_is_climbed_unless_clamps_hold_the_board(rule):
    """All round and light: a mat would do, but not for a climb. A board that the base covers cannot be clamped, nor climbed."""
    round_about = edge_cut("roundover", 3, router_id="plunge-two")
    for piece in (board(), board(160, 90)):
        made = plan(round_about, piece, climb=rule)
        held = next(section for section in made.slip if section.key == "hold").leads[0].shown.metric.number
        climbs = any(stage.climb for stage in made.stages) or "climb-start" in codes(made)
        assert not (climbs and held == "Mat"), (piece.length, held)
        if rule == "never":
            assert held == "Mat"
        elif piece == board():
            assert held == "2 clamps"


@pytest.mark.parametrize(("size", "depth"), [(10, 8), (19.05, 6), (25, 9)])
def test_a_rabbet_runs_along_an_edge_guide_on_its_own_edge(size, depth):
    """Oracle: the bit stands so far over the face as the guide is set, less its spacer, and nothing else is cut."""
    cut = edge_cut("rabbet", size, depth=depth, edges=("near",), guide="edge-guide", bit_id="straight-12.7", edge_state="smooth")
    made = plan(cut, board(thickness=18, material="ash"))
    assert SHOP.router(made.router_id).mounting == "hand"
    assert figure(made, "edge.fence") == pytest.approx(size)
    last = made.stages[-1]
    assert 6.35 - last.trip.offset == pytest.approx(size), "the far side of the bit is the wall"
    assert all(6.35 - stage.trip.offset <= size + 1e-9 for stage in made.stages)
    assert figure(made, "edge.contact") == pytest.approx(18 - depth), "what is left of the edge below carries the guide"
    assert ("guide-gap-used" in codes(made)) == (size < 12.7)
    taken = (
        "Edge guide with a gap on the edge that is cut, the bit in its gap"
        if size < 12.7
        else "Edge guide, long face on the edge"
    )
    assert taken in lines(made, "guide")
    bar = Polygon(next(each.points for each in made.drawing[0].outlines if each.role == "guide"))
    work = Polygon(next(each.points for each in made.drawing[0].outlines if each.role == "work"))
    assert bar.intersection(work).area < 1e-6, "it lies beside the board"
    assert bar.distance(work) < 1e-6


@pytest.mark.parametrize(
    ("guides", "named", "thick"),
    [
        ([EdgeGuide(id="gap", name="Gapped", nearest=0, farthest=200, gap_closed=False)], None, None),
        ([EdgeGuide(id="shut", name="Closed", nearest=0, farthest=200, gap_closed=True)], "Closed", 2.7 + 6),
        ([EdgeGuide(id="gap", name="Far off", nearest=15, farthest=200, gap_closed=False)], "Far off", 2.7 + 6 + 15),
    ],
)
def test_a_bit_behind_the_face_of_an_edge_guide_needs_its_gap_or_a_notch(guides, named, thick):
    """A 12.7 bit for a rabbet 10 wide turns 2.7 behind the face."""
    cut = edge_cut("rabbet", 10, depth=8, edges=("near",), guide="edge-guide", bit_id="straight-12.7", edge_state="smooth")
    made = plan(cut, board(thickness=18, material="ash"), shop=dataclasses.replace(SHOP, guides=tuple(guides)))
    notch = next((each for each in made.cautions if each.code == "guide-notch"), None)
    assert (notch is None) == (thick is None)
    if notch is not None:
        assert f"{math.ceil(thick)} mm thick" in notch.do.metric
        assert f"{named} on the edge that is cut, its wooden face notched" in lines(made, "guide")


@pytest.mark.parametrize(
    ("change", "shop", "code"),
    [
        ({"size": 18, "shape": "jointing", "depth": None}, SHOP, "fence-without-edge"),
        ({}, dataclasses.replace(SHOP, guides=()), "no-edge-guide"),
        ({"router_id": "trim-one", "bit_id": "straight-9.525"}, SHOP, None),
    ],
)
def test_an_edge_guide_wants_an_edge_and_to_be_there(change, shop, code):
    given_ = {"depth": 8, "edges": ("near",), "guide": "edge-guide", "bit_id": "straight-12.7", **change}
    cut = edge_cut(given_.pop("shape", "rabbet"), given_.pop("size", 10), **given_)
    made = plan(cut, board(thickness=18, material="ash"), shop)
    rods = SHOP.router(made.router_id).bases[0].rods
    if code is None:
        assert ("no-rods" in codes(made)) == (rods is None)
    else:
        assert codes(made)[code] == "stop"


def test_an_overhang_that_no_bit_meets_is_a_plan_that_stops():
    cut = edge_cut("flush", 25.4, depth=12, edges=("near", "right"), guide="edge-guide", bit_id="surfacing-70")
    assert plan(cut, board(length=516, width=194, thickness=12, material="mdf")).status == "stop"


def test_a_bearing_that_misses_an_inside_corner_says_so():
    """Its words stood under one code with those of a pocket's corners, and could not be written."""
    piece = board(openings=(window(200, 120, radius=2),))
    cut = edge_cut("roundover", 6.35, edges=("opening-1",))
    made = [drop for drop in sift(judge_of(cut, piece, SHOP)).dropped if drop.reason.code == "bearing-over-corner"]
    assert made
    assert "does not follow an inside corner of radius 2 mm" in dropped_tool(made[0]).reason.metric


def test_after_jointing_the_edge_is_measured_from_anew():
    jointing = edge_cut("jointing", 2, edges=("near", "left"), router_id="table-three")
    made, after = PLANNING.made(jointing, board(), SHOP)
    assert made.status != "stop"
    assert (after.board(board()).length.mm, after.board(board()).width.mm) == (598, 298)
    assert (after.done, after.taken) == ((), ())
    roundover = PLANNING.plan_with_moves(edge_cut("roundover", 6.35, edges=("near",)), board(), SHOP, SHOP.rules, before=after)
    assert roundover.status != "stop"
    assert max(y for body in roundover.bodies if body.role == "work" for _, y in body.ring) == 298
    # What was cut before lies that much nearer to the new corner.
    dado = ChannelCut(width=mm(12.7), depth=mm(6), position=mm(64))
    _, cut = PLANNING.made(dado, board(), SHOP)
    _, moved = PLANNING.made(jointing, board(), SHOP, before=cut)
    shifts = {
        (round(b[0] - a[0], 6), round(b[1] - a[1], 6))
        for one, two in zip(cut.taken, moved.taken, strict=True)
        for a, b in zip(one.path, two.path, strict=True)
    }
    assert shifts == {(-2.0, -2.0)}
    assert moved.taken[0].box == pytest.approx(tuple(each - 2.0 for each in cut.taken[0].box))


def test_a_profiled_edge_is_jointed_no_more():
    roundover, jointing = (
        edge_cut("roundover", 6.35, edges=("near",)),
        edge_cut("jointing", 1, edges=("near",), router_id="table-three"),
    )
    _, after = PLANNING.made(roundover, board(), SHOP)
    made = PLANNING.plan(jointing, board(), SHOP, SHOP.rules, before=after)
    assert codes(made)["joint-first"] == "stop"
    other = edge_cut("jointing", 1, edges=("far",), router_id="table-three")
    assert "joint-first" not in codes(PLANNING.plan(other, board(), SHOP, SHOP.rules, before=after))


@pytest.mark.parametrize(
    ("way_out", "says", "warned"),
    [
        ("backer", "backer where the bit leaves the right end", True),
        ("hidden", "where the bit leaves the right end it breaks out: let nobody see that", False),
        ("ripped", "leave the board 5 mm more where the bit leaves the right end, and rip that off afterwards", False),
    ],
)
def test_where_the_bit_leaves_an_end_is_the_person_s_choice(way_out, says, warned):
    made = plan(edge_cut("roundover", 6.35, edges=("right",), exit=way_out, router_id="plunge-two"))
    lines = [line.metric for each in made.slip if each.key == "direction" for line in each.lines]
    assert says in lines
    assert sum("backer" in line for line in lines) == (way_out == "backer")
    assert ("end-grain-out" in codes(made)) == warned
    assert any(outline.role == "backer" and outline.label for outline in made.drawing[0].outlines) == (way_out == "backer")


@pytest.mark.parametrize(
    ("shape", "size", "says"),
    [
        ("roundover", 3, "softens what a hand touches"),
        ("roundover", 9.525, "it makes a hand rail; a chamfer of the same size looks crisper"),
        ("chamfer", 2, "a chamfer of this size breaks the edge"),
        ("chamfer", 10, "is for table tops"),
        ("ogee", 6.35, None),
    ],
)
def test_the_height_says_what_a_size_is_used_for(shape, size, says):
    made = plan(edge_cut(shape, size, edges=("near",)), board(thickness=40))
    because = next(each for each in made.figures if each.key == "edge.height").because.metric
    assert (says in because) if says else "of this size" not in because
