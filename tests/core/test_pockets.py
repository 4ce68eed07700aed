"""Pockets on their boards (R3, R7, R8, R9): ways and templates against shapely, guides, what holds them."""

from __future__ import annotations

import dataclasses
import math
from typing import get_args

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import box, unary_union
from shapely.geometry import LinearRing, LineString, Polygon

from ranura.core.board.outlines import Contour
from ranura.core.board.pieces import Piece
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.cuts.pocket.clearing import clearing, unreached
from ranura.core.cuts.pocket.forms import FORMS, PocketForm
from ranura.core.cuts.pocket.guides import lanes_of
from ranura.core.cuts.pocket.on_board import pocketing
from ranura.core.geometry.loop_box import box_of
from ranura.core.geometry.loop_text import loops_of_text
from ranura.core.geometry.loops import area_of, circle, rounded_box
from ranura.core.geometry.paths import length_of
from ranura.core.geometry.rings import arc_points, circle_ring, rounded
from ranura.core.plan import PLANNING, CutPlan, judge_of, plan_cut
from ranura.core.shop.saved_outlines import MadeTemplate, SavedOutline
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import read
from ranura.demo.jobs import (
    CHEEK,
    CHEEK_DISCS,
    CONTROL_CROSS,
    CRATE_SIDE,
    CROSS_MORTISE,
    CURTAIN_RAIL,
    FINGER_SLOT,
    FLAT,
    FLAT_HINGES,
    RAIL_SLOTS,
)
from ranura.demo.shop import SHOP

RULES = SHOP.rules
PAIR = {"bit_id": "straight-12.7", "router_id": "plunge-two"}
LENGTHS = ("length", "across", "depth", "from_left", "from_near", "radius", "template", "spacing", "leaves")


def mm(value):
    return read(f"{value:.4f}" if isinstance(value, float | int) else value, "mm")


def pocket(form="recess", **changes) -> PocketCut:
    base = {"length": 80, "across": 40, "depth": 5, "from_left": 120, "from_near": 90}
    given_ = {**base, **changes}
    if form in ("disc", "hole"):
        given_.pop("across")
    return PocketCut(form=form, **{k: mm(v) if k in LENGTHS and v is not None else v for k, v in given_.items()})


def board(length=400, width=260, thickness=24, material="ash") -> Piece:
    return Piece(name="Board", material=material, length=mm(length), width=mm(width), thickness=mm(thickness))


def plan(cut: PocketCut, piece: Piece | None = None, shop=SHOP) -> CutPlan:
    return plan_cut(cut, piece or board(), shop, shop.rules)


def codes(made: CutPlan) -> set[str]:
    return {each.code for each in made.cautions}


def figure(made: CutPlan, key: str) -> float:
    return next(each.value for each in made.figures if each.key == key)


def guide(made: CutPlan) -> str:
    return next(each.kind for each in made.guides if each.chosen)


def lead_of(made: CutPlan, key: str) -> str:
    return next(each for each in made.slip if each.key == key).leads[0].shown.metric.number


@settings(max_examples=80, deadline=None)
@given(
    length=st.floats(14, 200),
    across=st.floats(14, 120),
    diameter=st.floats(3, 13.9),
    lane=st.sampled_from([0.2, 0.45, 0.6]),
    radius=st.floats(0, 60),
)
def test_the_ways_clear_all_that_the_bit_can_reach_and_nothing_else(length, across, diameter, lane, radius):
    """Oracle: the bit moved along every way, united by shapely, against the field less what no disc of its size can reach."""
    ring = rounded((0, 0, length, across), min(radius, length / 2, across / 2))
    made = clearing(ring, bit_diameter=diameter, lane=lane)
    swept = unary_union([LinearRing(path).buffer(diameter / 2 + 2e-3, quad_segs=24) for path in made.paths])
    field = Polygon(ring)
    reachable = field.buffer(-diameter / 2 + 1e-3, quad_segs=24).buffer(diameter / 2 - 1e-3, quad_segs=24)
    assert reachable.difference(swept).area < 0.02, "no island is left standing"
    assert swept.difference(field.buffer(0.05)).area < 1e-6, "nothing outside is touched"


@settings(max_examples=40, deadline=None)
@given(length=st.floats(30, 200), across=st.floats(30, 120), diameter=st.floats(3, 12))
def test_lanes_bite_no_more_than_a_lane_and_run_clockwise_from_the_middle(length, across, diameter):
    made = clearing(rounded((0, 0, length, across), diameter / 2), bit_diameter=diameter, lane=0.6)
    gone = LinearRing(made.paths[0]).buffer(diameter / 2)
    for path in made.paths:
        assert not LinearRing(path).is_ccw, "clockwise seen from above"
    sizes = [Polygon(path).area for path in made.paths]
    assert sizes[-1] == max(sizes), "the wall comes last"
    for path in made.paths[1:]:
        bite = LinearRing(path).buffer(diameter / 2).difference(gone)
        assert bite.difference(gone.buffer(math.sqrt(2) * 0.6 * diameter + 0.02)).is_empty, "in a corner its diagonal at most"
        beyond = bite.difference(gone.buffer(0.6 * diameter + 0.02)).area
        assert beyond < 4 * (math.sqrt(2) - 1) * 0.6 * diameter**2, "and only there more than a lane"
        gone = unary_union([gone, LinearRing(path).buffer(diameter / 2)])
    assert made.first_length + made.rest_length == pytest.approx(sum(length_of(path) for path in made.paths))


def test_a_star_is_cleared_but_for_its_tips():
    star = tuple(
        (60 + (50 if i % 2 == 0 else 24) * math.cos(math.pi * i / 5), 60 + (50 if i % 2 == 0 else 24) * math.sin(math.pi * i / 5))
        for i in range(10)
    )
    left, area = unreached(star, bit_diameter=8)
    opened = Polygon(star).buffer(-4, quad_segs=64).buffer(4, quad_segs=64)
    assert area == pytest.approx(Polygon(star).difference(opened).area, rel=0.02)
    assert len(left) == 5, "one at each tip"
    made = plan(pocket("outline", contour=Contour(form="points", points=star), depth=4))
    assert made.status == "caution"
    assert "corners-unreached" in codes(made)
    assert sum(o.role == "hazard" for o in made.drawing[0].outlines) >= 5, "and shown where they stand"


@pytest.mark.parametrize(
    ("bit", "bushing", "opening", "corner"),
    [("up-cut-8", "7/16", 80 + 11.1125 - 8, None), ("straight-12.7", "5/8", 80 + 15.875 - 12.7, 6.35 + 1.5875)],
)
def test_a_template_for_the_bushing_is_larger_by_the_offset(bit, bushing, opening, corner):
    made = plan(pocket(guide="bushing", bit_id=bit, router_id="plunge-two"))
    assert figure(made, "template.size") == pytest.approx(opening)
    assert bushing in lead_of(made, "guide")
    if corner is not None:
        assert figure(made, "template.corner") == pytest.approx(corner)
    template = Polygon(next(o.points for o in made.drawing[0].outlines if o.role == "template"))
    offset = figure(made, "template.offset")
    round_box = rounded_box((120 - offset, 90 - offset, 200 + offset, 130 + offset), figure(made, "template.corner"))
    assert template.symmetric_difference(area_of([round_box])).area < 0.3, "drawn all round at the offset"


@pytest.mark.parametrize(
    ("template", "depth", "router", "stops", "why"),
    [
        (None, 2.2, "plunge-two", False, "as thick as the first pass needs: 19 − 2.2 + 2"),
        ("9", 2.2, "plunge-two", True, "the bearing would run above a thin one"),
        ("18.8", 2.2, "plunge-two", False, "just thick enough"),
        ("18.7", 2.2, "plunge-two", True, "just too thin"),
        ("17.9", 12, "plunge-two", False, "19 − 3.175 + 2 = 17.825: a deep cut begins deeper, by half the shank"),
        ("17.8", 12, "plunge-two", True, "just too thin"),
        ("15", 12, "trim-one", True, "a trim router begins with 3 mm: 19 − 3 + 2 = 18"),
    ],
)
def test_a_bearing_rides_on_its_template_from_the_first_pass(template, depth, router, stops, why):
    made = plan(pocket(guide="bearing", template=template, depth=depth, bit_id="pattern-12.7", router_id=router))
    assert ("bearing-above-template" in codes(made)) == stops, why
    if template is None:
        assert figure(made, "template.thickness") == pytest.approx(18.8)
        assert figure(made, "template.size") == pytest.approx(80), "the bearing is as wide as the cutter"


@pytest.mark.parametrize(
    ("form", "diameter", "across", "pivot", "path", "sense", "why"),
    [
        ("disc", 160, None, 80 + 6.35, 86.35, "Counter-clockwise", "around what is kept"),
        ("hole", 160, None, 80 - 6.35, 73.65, "Clockwise", "inside of what is kept"),
        ("ring", 160, 12.7, 80 - 6.35, 73.65, "Clockwise", "a groove as wide as the bit"),
        ("ring", 180, 20, 90 - 6.35, 83.65, "Clockwise", "a wider one ends at its outer wall"),
    ],
)
def test_a_trammel_turns_the_bits_axis_around_its_pivot(form, diameter, across, pivot, path, sense, why):
    extra = {} if across is None else {"across": across}
    through = {"through": True, "backed": True, "loose": "screws"} if form != "ring" else {}
    cut = pocket(
        form, length=diameter, from_left=130, from_near=130, bit_id="straight-12.7", router_id="plunge-two", **extra, **through
    )
    made = plan(cut, board(thickness=12))
    assert guide(made) == "trammel"
    assert figure(made, "area.pivot") == pytest.approx(pivot), why
    assert lead_of(made, "direction") == sense
    assert made.run_mm >= 2 * math.pi * path * 0.999
    wastes = [Polygon(o.points).buffer(0) for o in made.drawing[0].outlines if o.role == "waste"]
    wall = circle_ring((130, 130), diameter / 2)
    kept = Polygon(wall)
    cut_away = unary_union(wastes)
    if form == "disc":
        assert cut_away.intersection(kept.buffer(-0.05)).area < 0.5, "nothing of the disc is cut"
    else:
        assert cut_away.difference(kept.buffer(0.05)).area < 0.5, "nothing outside of the wall is cut"


def test_a_wide_ring_is_widened_outwards_from_its_inner_wall():
    made = plan(
        pocket("ring", length=180, across=20, from_left=130, from_near=130, bit_id="straight-12.7", router_id="plunge-two")
    )
    radii = [
        float(x.removesuffix(" mm")) for x in made.slip[3].lines[1].metric.removeprefix("pivot to axis in turn: ").split(" · ")
    ]
    assert radii == pytest.approx([90 - 20 + 6.35, 90 - 6.35])
    engaged = [each.engagement for each in made.passes]
    assert engaged[0] == pytest.approx(12.7)
    assert engaged[-1] == pytest.approx(20 - 12.7)


@pytest.mark.parametrize(
    ("changes", "code", "change"),
    [
        ({"through": True}, "no-sacrificial-board", {"backed": True}),
        ({"through": True, "backed": True}, "loose-piece", {"loose": "tape"}),
    ],
)
def test_a_through_cut_is_ready_only_when_board_and_piece_are_held(changes, code, change):
    base = {"length": 160, "from_left": 130, "from_near": 130}
    made = plan(pocket("disc", **base, **changes), board(thickness=12))
    assert (made.status, code in codes(made)) == ("stop", True)
    assert change in [each.change for each in made.remedies]
    assert code not in codes(plan(pocket("disc", **base, **{**changes, **change}), board(thickness=12)))


def test_a_through_cut_goes_into_the_board_below_and_a_skin_stays_short_of_it():
    base = {"length": 160, "from_left": 130, "from_near": 130, "through": True}
    through = plan(pocket("disc", **base, backed=True, loose="screws"), board(thickness=12))
    assert through.passes[-1].to_depth == pytest.approx(12.5)
    skin = plan(pocket("disc", **base, loose="skin"), board(thickness=12))
    assert skin.passes[-1].to_depth == pytest.approx(10.5)
    assert skin.status != "stop", "nothing comes free, and nothing below is cut"


@pytest.mark.parametrize(
    ("cut", "piece", "kind", "bit"),
    [
        (FINGER_SLOT, CRATE_SIDE, "bushing", "straight-12.7"),
        (CROSS_MORTISE, CONTROL_CROSS, "bushing", "up-cut-8"),
        (RAIL_SLOTS, CURTAIN_RAIL, "bushing", "up-cut-9.525"),
        (FLAT_HINGES, FLAT, "bushing", "straight-12.7"),
        (CHEEK_DISCS, CHEEK, "trammel", "straight-12.7"),
    ],
    ids=["finger slot", "mortise", "rail slots", "hinges", "cheeks"],
)
def test_the_pockets_of_the_demo_job_are_planned_in_full(cut, piece, kind, bit):
    made = plan(cut, piece)
    assert made.status in ("ready", "caution")
    assert (guide(made), made.bit_id) == (kind, bit)
    assert [section.key for section in made.slip] == ["tool", "speed", "depths", "guide", "direction", "feed", "hold"]
    assert all(figure_ in {f.key for f in made.figures} for section in made.slip for figure_ in section.figures)


def test_a_deep_mortise_goes_down_by_the_turret_until_its_steps_run_out():
    cut = pocket("mortise", length=60, across=8, depth=32, from_left=100, from_near=40)
    made = plan(cut, board(thickness=60, width=120))
    assert (guide(made), made.bit_id) == ("edge-guide", "up-cut-8")
    depths = [each.to_depth for each in made.passes]
    assert depths == pytest.approx([2, 5, 8, 11, 14, 17, 20, 23, 26, 29, 32])
    lines = [line.metric for line in next(each for each in made.slip if each.key == "depths").lines]
    assert lines[1:4] == [
        "bit on the face: 14 mm between rod and low step",
        "then set again: 32 mm on the low step",
        "under the rod: 3 mm",
    ]
    assert figure(made, "guide.setting") == pytest.approx(40)
    assert figure(made, "guide.start") == pytest.approx(100 + 4 - 76.2)
    assert figure(made, "guide.end") == pytest.approx(400 - 160 + 4 - 76.2), "from the other end"
    fields = {d.field for d in made.drawing[0].dimensions}
    assert {"from_near", "from_left"} <= fields, "measured as it was asked for"
    assert {g.field for g in made.drawing[0].handles} == {"from_near", "from_left", "length"}


def test_a_mortise_across_the_board_is_guided_from_its_end():
    cut = pocket("mortise", length=60, across=8, depth=20, from_left=40, from_near=100, turned=True)
    made = plan(cut, board(thickness=60))
    assert guide(made) == "edge-guide"
    assert figure(made, "guide.setting") == pytest.approx(40)
    assert {g.field for g in made.drawing[0].handles} == {"from_near", "from_left", "length"}


def test_a_hinge_recess_is_open_at_its_edge_and_as_deep_as_its_leaf():
    made = plan(FLAT_HINGES, FLAT)
    waste = Polygon(next(o.points for o in made.drawing[0].outlines if o.role == "waste"))
    assert waste.bounds == pytest.approx((100, 0, 164, 19))
    square = box(100, 0, 164, 12)
    assert square.difference(waste).area < 1e-6, "no round corners where it runs out of the edge"
    paths = [LinearRing(o.points) for o in made.drawing[0].outlines if o.role == "path"]
    swept = unary_union([path.buffer(6.35 + 2e-3, quad_segs=90) for path in paths])
    assert waste.buffer(-0.02).difference(swept).area < 1e-6, "cleared right to the edge"
    depths = next(each for each in made.slip if each.key == "depths")
    assert "the part itself" in depths.lines[0].metric
    assert [str(each.mark.metric) for each in made.stations] == ["100 mm", "736 mm"]


@pytest.mark.parametrize(
    ("changes", "field", "code"),
    [
        ({"depth": 24}, "cut.depth", "pocket-through"),
        ({"from_left": 350}, "cut.from_left", "pocket-off-board"),
        ({"from_near": 240}, "cut.from_near", "pocket-off-board"),
        ({"across": None}, "cut.across", "across-missing"),
        ({"radius": 25}, "cut.radius", "corners-too-round"),
        ({"count": 2}, "cut.spacing", "spacing-missing"),
        ({"count": 2, "spacing": 60}, "cut.spacing", "stations-meet"),
        ({"count": 4, "spacing": 100}, "cut.spacing", "no-wood-after"),
        ({"across": 2, "radius": 1}, "cut.across", "narrower-than-any-bit"),
        ({"radius": 1}, "cut.radius", "corner-too-tight"),
        ({"form": "outline"}, "cut.contour", "outline-missing"),
        ({"form": "ring", "across": 40}, "cut.across", "ring-too-wide"),
        ({"guide": "trammel"}, "cut.guide", "guide-not-for-this"),
    ],
)
def test_what_cannot_be_is_refused_at_its_field(changes, field, code):
    form = changes.pop("form", "recess")
    with pytest.raises(CutError) as refused:
        plan(pocket(form, **changes))
    assert (refused.value.field, refused.value.code) == (field, code)


@given(
    form=st.sampled_from(["mortise", "slot", "recess", "cut-out"]),
    length=st.floats(20, 150),
    across=st.floats(7, 60),
    depth=st.floats(1, 20),
    x=st.floats(5, 200),
    y=st.floats(5, 150),
    turned=st.booleans(),
    held=st.sampled_from([None, "dogs"]),
)
@settings(max_examples=60, deadline=None)
def test_any_pocket_that_is_not_stopped_is_safe_and_as_deep_as_asked(form, length, across, depth, x, y, turned, held):
    through = form == "cut-out"
    extra = {"through": True, "backed": True, "loose": "tape"} if through else {}
    cut = pocket(form, length=length, across=across, depth=depth, from_left=x, from_near=y, turned=turned, held=held, **extra)
    try:
        made = plan(cut)
    except CutError:
        return
    if made.status == "stop":
        return
    bit = SHOP.bit(made.bit_id)
    assert bit.diameter <= min(length, across) + 1e-3
    assert made.passes[-1].to_depth == pytest.approx(24.5 if through else mm(depth).mm)
    assert all(each.to_depth - each.from_depth <= bit.diameter + 1e-6 for each in made.passes)
    assert all(each.power.share is None or each.power.share <= 0.8 + 1e-6 for each in made.passes)
    if form == "mortise":
        assert all(each.to_depth - each.from_depth <= 3 + 1e-6 for each in made.passes)
    assert not [m for m in made.drawing[0].clamps if m.clashes]


def test_every_form_has_its_guides_and_its_name():
    assert set(FORMS) == set(get_args(PocketForm))
    for form in FORMS:
        extra = {"contour": Contour(form="oval")} if form == "outline" else {}
        if form == "flatten":
            extra = {"held": "dogs"}
        across = 20 if form in ("ring", "slot", "mortise") else 40
        cut = pocket(form, length=130, across=across, from_left=150, from_near=120, **extra)
        made = plan(cut)
        assert [each.kind for each in made.guides] == list(FORMS[form].guides)
        assert FORMS[form].name in made.title.metric


def test_small_parts_are_sent_to_a_carrier():
    loose = plan(dataclasses.replace(CROSS_MORTISE, held=None), CONTROL_CROSS)
    assert loose.status == "stop"
    assert {"held": "carrier"} in [each.change for each in loose.remedies]


def test_a_template_bit_needs_a_bushing_on_its_plate():
    made = plan(pocket(guide="bushing", router_id="trim-one"))
    assert codes(made) & {"no-bushing-plate"}
    bare = dataclasses.replace(SHOP, guides=())
    assert not next(g for g in plan(pocket(), shop=bare).guides if g.kind == "bushing").can


def test_the_outline_of_a_pocketing_is_what_the_bit_leaves():
    asked = pocketing(pocket(), board())
    assert Polygon(asked.outline(12.7)).area == pytest.approx(80 * 40 - (4 - math.pi) * 6.35**2, rel=1e-3)


@settings(max_examples=60, deadline=None)
@given(
    form=st.sampled_from(["lap", "flatten"]),
    end=st.sampled_from(["left", "right"]),
    length=st.floats(20, 200),
    bit=st.sampled_from(["straight-12.7", "straight-19.05", "down-cut-6.35"]),
)
def test_lanes_take_the_whole_face_with_the_wood_that_is_left_on_the_left(form, end, length, bit):
    """Oracle: every lane swept by the bit; together they are the field and stop at the shoulder, and each bites to its left."""
    diameter = SHOP.bit(bit).diameter
    asked = pocketing(pocket(form, length=length, across=None, depth=3, end=end), board())
    lane = asked.need.lane
    paths = lanes_of(asked, bit_diameter=diameter, lane=lane)
    field = box(*asked.box)
    gone = Polygon()
    for (x0, y0), (x1, y1) in paths:
        slot = LineString([(x0, y0), (x1, y1)]).buffer(diameter / 2, cap_style="flat")
        fresh = slot.difference(gone).intersection(field)
        if not fresh.is_empty:
            left = -1 if y1 > y0 else 1
            wall = asked.box[2] if form == "lap" and end == "left" else asked.box[0] if form == "lap" else None
            uncut = field.difference(unary_union([gone, slot]))
            assert uncut.is_empty or (uncut.centroid.x - x0) * left > 0, "what is left lies on the left of the heading"
            assert fresh.area <= (lane * diameter + 1e-6) * asked.size[1] * (1 if wall is None else 1.0001)
        gone = unary_union([gone, slot])
    assert field.difference(gone).area < 1e-6, "no ridge is left"
    if form == "lap":
        beyond = gone.difference(box(asked.box[0] - 99, -99, asked.box[2] + 99, 999))
        shoulder = asked.box[2] if end == "left" else asked.box[0]
        over = gone.bounds[2] - shoulder if end == "left" else shoulder - gone.bounds[0]
        assert over == pytest.approx(0, abs=1e-6), "the last lane stops at the shoulder"
        assert beyond.is_empty


def test_a_lap_is_stopped_by_a_straightedge_and_a_face_by_the_rails_of_a_sled():
    lap = plan(pocket("lap", length=60, across=None, depth=12, **PAIR))
    assert figure(lap, "area.shoulder") == pytest.approx(75 - 6.35)
    assert lead_of(lap, "direction") == "Pull towards you"
    assert lap.title.metric.startswith("half-lap 60")
    fence = Polygon(next(o.points for o in lap.drawing[0].outlines if o.role == "guide"))
    assert fence.bounds[0] == pytest.approx(60 + 75 - 6.35)
    face = plan(pocket("flatten", depth=1.5, held="dogs"))
    assert face.status == "ready"
    assert lead_of(face, "guide") == "Sled"
    by_itself = plan(pocket("flatten", depth=1.5))
    assert (by_itself.status, lead_of(by_itself, "hold")) == ("ready", lead_of(face, "hold")), (
        "clamps would stand in the sled's way"
    )
    assert plan(pocket("flatten", depth=1.5, held="clamps")).status == "stop"
    wide = plan(pocket("flatten", depth=1.5, held="dogs"), board(width=500))
    assert "sled-too-small" in codes(wide)
    with pytest.raises(CutError):
        plan(pocket("lap", length=400, across=None))


@pytest.mark.parametrize(
    ("sweep", "length"), [(180.0, math.pi * 73.65), (90.0, math.pi / 2 * 73.65), (360.0, 2 * math.pi * 73.65)]
)
def test_an_arc_is_the_part_of_a_ring_that_was_asked_for(sweep, length):
    made = plan(pocket("ring", length=160, across=12.7, from_left=130, from_near=130, sweep=sweep, **PAIR))
    assert made.run_mm == pytest.approx(length, rel=2e-3)
    (waste,) = [Polygon(o.points) for o in made.drawing[0].outlines if o.role == "waste"]
    if sweep < 360:
        swept = LineString(arc_points((130, 130), 73.65, sweep)).buffer(6.35, quad_segs=64)
        assert waste.symmetric_difference(swept).area < 1.0
        assert waste.centroid.y > 130, "around its far point"
    assert lead_of(made, "direction") == "Clockwise"
    with pytest.raises(CutError):
        plan(pocket("ring", length=160, across=12.7, sweep=0.5))


@pytest.mark.parametrize(("school", "code"), [("chisel", "corners-chiselled"), ("round-mate", "mate-rounded")])
def test_round_ends_are_squared_or_their_mate_is_rounded_as_the_house_has_it(school, code):
    shop = dataclasses.replace(SHOP, rules=dataclasses.replace(RULES, corners=school))
    assert code in codes(plan(pocket(), shop=shop))
    mortise = pocket("mortise", length=60, across=8, depth=20, from_near=60)
    assert code in codes(plan(mortise, board(thickness=50), shop=shop)), "by an edge guide too"
    assert code not in codes(plan(pocket("slot", across=20), shop=shop)), "a slot is round by intent"


@settings(max_examples=40, deadline=None)
@given(depth=st.floats(1, 18), wood=st.sampled_from(["ash", "hornbeam", "pine", "birch-plywood"]), across=st.floats(14, 60))
def test_a_bearing_finds_its_template_in_the_pass_that_is_really_made_first(depth, wood, across):
    made = plan(pocket(guide="bearing", depth=depth, across=across, length=90), board(material=wood))
    if made.status == "stop":
        return
    first = made.passes[0].to_depth
    bit = SHOP.bit(made.bit_id)
    assert figure(made, "template.thickness") >= bit.cutting_length - first + 2 - 1e-6
    steps = sorted({each.to_depth for each in made.passes})
    assert max(b - a for a, b in zip([0.0, *steps], steps, strict=False)) <= first + 1e-6, "none is deeper than the first"


@pytest.mark.parametrize(
    ("changes", "depth", "tongue", "why"),
    [
        ({"depth": 10}, 10, 14, "a half-lap as deep as typed"),
        ({"leaves": 12}, 12, 12, "half the thickness"),
        ({"leaves": 9, "both_faces": True}, 7.5, 9, "a tongue of 9 in the middle of 24"),
        ({"depth": 8, "both_faces": True}, 8, 8, "two cheeks of 8"),
    ],
)
def test_a_lap_is_as_deep_as_typed_or_leaves_what_is_typed(changes, depth, tongue, why):
    """Oracle: what shapely leaves of the end's section when both faces are cut as deep as the passes go."""
    made = plan(pocket("lap", length=60, across=None, **{"depth": 5, **changes}))
    assert made.passes[-1].to_depth == pytest.approx(depth), why
    section = made.drawing[1]
    end = unary_union([Polygon(each.points).buffer(0) for each in section.outlines if each.role == "work"])
    cut_away = unary_union([Polygon(each.points) for each in section.outlines if each.role in ("pass", "waste")])
    left = end.difference(cut_away).intersection(Polygon([(20, -1), (30, -1), (30, 40), (20, 40)]))
    assert left.area / 10 == pytest.approx(tongue)
    assert figure(made, "lap.tongue") == pytest.approx(tongue)
    both = bool(changes.get("both_faces"))
    direction = next(each for each in made.slip if each.key == "direction")
    assert any("turn it over about its length" in line.metric for line in direction.lines) == both
    assert any("shim of" in line.metric for line in direction.lines) == both
    assert ("cheeks-count-twice" in codes(made)) == both
    assert made.sentence.metric.startswith("A tenon" if both else "A half-lap")


@pytest.mark.parametrize(
    ("changes", "code", "field"),
    [
        ({"depth": 12, "both_faces": True}, "cheeks-meet", "cut.depth"),
        ({"leaves": 24}, "nothing-to-cut", "cut.leaves"),
        ({"leaves": 30, "both_faces": True}, "nothing-to-cut", "cut.leaves"),
    ],
)
def test_a_lap_that_leaves_nothing_or_all_is_refused_where_it_was_typed(changes, code, field):
    with pytest.raises(CutError) as caught:
        plan(pocket("lap", length=60, across=None, **{"depth": 5, **changes}))
    assert (caught.value.code, caught.value.field) == (code, field)


def test_a_cut_out_is_cut_round_by_a_thinner_bit():
    made = plan(pocket("cut-out", length=60, across=12.7, depth=5, through=True, backed=True, loose="tape"))
    assert SHOP.bit(made.bit_id).diameter < 12.7
    filled = plan(pocket("cut-out", length=12.7, across=12.7, depth=5, through=True, bit_id="compression-12.7"))
    assert "nothing-to-cut-round" in codes(filled)
    assert filled.status == "stop"


def test_an_outline_that_crosses_itself_is_refused_at_its_points():
    bow = Contour(form="points", points=((0, 0), (100, 60), (100, 0), (0, 61)))
    with pytest.raises(CutError) as caught:
        plan(pocket("outline", contour=bow))
    assert (caught.value.code, caught.value.field) == ("outline-crosses", "cut.contour.points")


def test_a_face_too_narrow_for_any_lane_is_a_plan_that_stops():
    made = plan(pocket("flatten", depth=3, held="carrier", bit_id="flush-12.7"), board(length=380, width=8, thickness=42))
    assert made.status == "stop"


def test_every_way_out_of_a_stopped_mortise_is_one_that_can_be_taken():
    cut = pocket("mortise", length=60, across=8, depth=20, from_near=120, guide="edge-guide", held="carrier")
    made = plan(cut, board(thickness=50))
    assert made.status == "stop"
    assert made.remedies
    for each in made.remedies:
        plan(dataclasses.replace(cut, **each.change), board(thickness=50))


def test_a_field_wider_than_the_base_wants_a_plate_that_bridges_it():
    piece = board(length=900, width=560)
    wide = pocket("recess", length=260, across=180, depth=5, from_left=300, from_near=180)
    made = plan(wide, piece)
    assert made.status == "stop"
    assert "base-tips" in codes(made)
    remedy = next(each for each in made.remedies if each.answers == "base-tips")
    plated = plan(dataclasses.replace(wide, **remedy.change), piece)
    assert plated.status == "caution"
    said = next(each for each in plated.cautions if each.code == "plate-bridges")
    assert float(said.facts["across"]) >= 180 * 2 / 1.3, "where its middle is not near a rim it lies on both"
    assert guide(plated) != "bushing", "which the plate would cover"
    bit = SHOP.bit(plated.bit_id)
    bare, through = (judge_of(dataclasses.replace(wide, plate=plate, guide="freehand"), piece, SHOP) for plate in (False, True))
    assert through.reach(bit) == pytest.approx(bare.reach(bit) + 9), "the bit stands out through the plate"
    rims = [each for each in plated.drawing[0].outlines if each.label and each.label.metric == "plate"]
    assert Polygon(rims[0].points).bounds[2] - Polygon(rims[0].points).bounds[0] == pytest.approx(float(said.facts["across"]))
    by_bushing = plan(dataclasses.replace(wide, plate=True, guide="bushing"), piece)
    assert "plate-hides-bushing" in codes(by_bushing)
    back = next(each for each in plated.remedies if each.answers == "plate-bridges")
    assert dict(back.change) == {"plate": False}


@pytest.mark.parametrize(
    ("opens", "words"),
    [
        ((), "5.0000 mm deep, 120.0000 mm from the left end and 90.0000 mm from the near edge, in Board"),
        (("near",), "5.0000 mm deep, 120.0000 mm from the left end, open at the near side, in Board"),
        (("left",), "5.0000 mm deep, 90.0000 mm from the near edge, open at the left side, in Board"),
        (("left", "near"), "5.0000 mm deep, open at the left side, open at the near side, in Board"),
    ],
)
def test_nothing_is_measured_from_a_side_that_a_recess_runs_out_of(opens, words):
    cut = pocket("recess", open_sides=opens, from_left=0 if "left" in opens else 120, from_near=0 if "near" in opens else 90)
    assert PLANNING.sentence(cut, board(), SHOP).metric.endswith(words)


@pytest.mark.parametrize(
    ("cut", "intent", "shape"),
    [
        (pocket(guide="bushing", radius=8), "recess", rounded_box((0, 0, 80, 40), 8)),
        (pocket("slot", across=12, guide="bushing"), "recess", rounded_box((0, 0, 80, 12), 6)),
        (pocket("disc", length=160, from_left=130, from_near=130, guide="bushing", through=True), "part", circle((80, 80), 80)),
    ],
)
def test_the_template_of_a_pocket_can_be_made(cut, intent, shape):
    to_make = plan(cut).template
    assert to_make is not None
    assert (to_make.intent, to_make.outline) == (intent, None)
    made = area_of(loops_of_text(to_make.path))
    assert made.symmetric_difference(area_of([shape])).area < 0.01
    assert plan(pocket(guide="freehand")).template is None


def test_an_open_side_is_run_past_by_the_template_too():
    cut = pocket(open_sides=("left",), guide="bushing", bit_id="straight-12.7", router_id="plunge-two")
    made = plan(cut)
    assert made.template is not None
    x0, _, x1, _ = box_of(loops_of_text(made.template.path))
    assert x1 - x0 > 80 + 12.7, "past the edge by more than the bit is wide"
    edge = Polygon(next(o.points for o in made.drawing[0].outlines if o.role == "template"))
    assert edge.bounds[0] < -12.7


def test_the_slip_of_a_pocket_names_the_template_that_stands_in_the_shop():
    cut = pocket(guide="bushing", radius=8)
    to_make = plan(cut).template
    assert to_make is not None
    offset = figure(plan(cut), "template.offset")
    kept = SavedOutline(id="kept", name="Recess", path=to_make.path)

    def thing(thickness: float, off: float = 0.0) -> SavedOutline:
        made = MadeTemplate(thickness=thickness, guide=2 * (offset + off) + 10, bit=10, outline=kept.id, version=kept.version)
        return SavedOutline(
            id=f"thing-{thickness}-{off}", name="Hall template", path="M0 0 L9 0 L9 9 Z", is_template=True, made=made
        )

    def said(*outlines: SavedOutline) -> str:
        shop = dataclasses.replace(SHOP, outlines=(kept, *outlines))
        return " ".join(line.metric for part in plan(cut, shop=shop).slip if part.key == "guide" for line in part.lines)

    assert "take Hall template, 18 mm MDF" in said(thing(18.0))
    assert "take Hall template" not in said(thing(3.0)), "too thin for its bushing"
    assert "take Hall template" not in said(thing(18.0, off=0.2)), "made for another pair"


@pytest.mark.thorough
def test_the_template_of_a_hole_is_not_taken_for_a_disc_of_the_same_size():
    more = {"length": 160, "from_left": 130, "from_near": 130, "guide": "bushing", "through": True}
    hole, disc = plan(pocket("hole", **more)), plan(pocket("disc", **more))
    assert hole.template is not None
    assert disc.template is not None
    assert hole.template.path == disc.template.path
    kept = SavedOutline(id="kept", name="Ring", path=hole.template.path)
    for intent, taken in (("recess", "hole"), ("part", "disc")):
        made = MadeTemplate(
            thickness=18, guide=20, bit=20 - 2 * figure(hole, "template.offset"), outline="kept", version=kept.version
        )
        thing = SavedOutline(id="thing", name="Round template", path=kept.path, intent=intent, is_template=True, made=made)
        shop = dataclasses.replace(SHOP, outlines=(kept, thing))
        for form in ("hole", "disc"):
            slip = str(plan(pocket(form, **more), shop=shop).slip)
            assert ("take Round template" in slip) == (form == taken), (form, intent)


@pytest.mark.parametrize("side", ["left", "right", "near", "far"])
def test_the_slip_says_how_far_a_template_runs_past_the_side_that_is_open(side):
    made = plan(pocket(open_sides=(side,), guide="bushing"))
    edge = Polygon(next(o.points for o in made.drawing[0].outlines if o.role == "template"))
    x0, y0, x1, y1 = edge.bounds
    past = {"left": -x0, "right": x1 - 400, "near": -y0, "far": y1 - 260}[side]
    assert past > 10
    said = " ".join(line.metric for part in made.slip if part.key == "guide" for line in part.lines)
    assert f"open over the {side} side, its walls run {past:.0f} mm past the edge" in said
    ends = side in ("left", "right")
    assert ("from the left end" in said) != ends, "what is open is not measured to"
    assert ("from the near edge" in said) == ends


@pytest.mark.parametrize("form", [each for each, facts in FORMS.items() if not facts.open_side and facts.taken != "lanes"])
def test_only_a_recess_runs_out_of_a_side(form):
    """Gone round, a cut-out that is open at an edge would leave slivers along it."""
    size = {"length": 60, "across": 8 if form == "ring" else 30, "depth": 6, "from_left": 200, "from_near": 80}
    outline = {"contour": Contour(form="oval")} if form == "outline" else {}
    with pytest.raises(CutError, match="no open side"):
        plan(pocket(form, **size, open_sides=("near",), **outline))
    with pytest.raises(CutError, match="near side of the board, and a"):
        plan(pocket(form, **{**size, "from_near": 10 if FORMS[form].round else 0}, **outline))


@pytest.mark.parametrize(("from_near", "sweep", "goes"), [(20, 80, True), (20, 180, True), (20, 220, False), (60, 80, False)])
def test_an_arc_is_on_the_board_where_its_groove_is_not_its_circle(from_near, sweep, goes):
    """Of a circle of 400 across the middle of a board 250 wide: 80° reach from 153 to 200 beyond its centre."""
    arc = pocket("ring", length=400, across=9.525, depth=4, sweep=sweep, from_left=350, from_near=from_near)
    piece = Piece(name="Top", material="birch-plywood", length=mm(700), width=mm(250), thickness=mm(20))
    if goes:
        made = plan(arc, piece)
        assert figure(made, "area.pivot") == pytest.approx(200 - 9.525 / 2)
    else:
        with pytest.raises(CutError, match="side of the board"):
            plan(arc, piece)
