"""Channels of every kind on their boards (R7, R8, R14): where they lie, what guides them, what the passes cut, judged by
shapely."""

from __future__ import annotations

import dataclasses
import math

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from shapely import box, unary_union
from shapely.geometry import LineString, Polygon

from ranura.core.board.pieces import Piece
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.fit import Mate
from ranura.core.cuts.channel.guides import guide_options
from ranura.core.cuts.channel.on_board import ChannelOnBoard, channel
from ranura.core.cuts.channel.sentence import sentence
from ranura.core.cuts.channel.shapes import width_at
from ranura.core.cuts.channel.sweep import path_of
from ranura.core.cutting.direction import left_of
from ranura.core.holding.placed import ClampAt
from ranura.core.plan import PLANNING, CutPlan, plan_cut
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.tooling.guides import TJig
from ranura.core.text.errors import CutError
from ranura.core.text.forms import PlacedClamp
from ranura.core.text.lengths import read
from ranura.demo.jobs import CURTAIN_RAIL, RAIL_GROOVE, SHELF_DADOES, WING_CASE_SIDE
from ranura.demo.shop import BITS, GUIDES, PLUNGE_TWO, SHOP, TRIM_ONE

RULES = HouseRules()
BIT, BASE = BITS[0], PLUNGE_TWO.bases[0]
DADO = SHELF_DADOES[0][2]
BOARD = WING_CASE_SIDE


def mm(value: float | str):
    return read(value if isinstance(value, str) else f"{value:.4f}", "mm")


def dado(**changes) -> ChannelCut:
    lengths = ("width", "depth", "position", "stop_first", "stop_last", "spacing")
    return dataclasses.replace(DADO, **{k: mm(v) if k in lengths and v is not None else v for k, v in changes.items()})


def plan(piece: Piece = BOARD, shop=SHOP, **changes) -> CutPlan:
    return plan_cut(dado(**changes), piece, shop, shop.rules)


def codes(made: CutPlan) -> set[str]:
    return {each.code for each in made.cautions}


def figure(made: CutPlan, key: str) -> float:
    return next(each.value for each in made.figures if each.key == key)


def lead_of(made: CutPlan, key: str) -> str:
    section = next(each for each in made.slip if each.key == key)
    return section.leads[0].shown.metric.number


def option(asked: ChannelOnBoard, kind: str, bit=BIT, guides=GUIDES):
    return next(each for each in guide_options(asked, bit, PLUNGE_TWO, BASE, guides, RULES) if each.kind == kind)


def on_board(asked: ChannelOnBoard, shape) -> Polygon:
    return Polygon([asked.frame.place(p) for p in shape.exterior.coords])


@pytest.mark.parametrize(
    ("changes", "corners", "why"),
    [
        ({"position": 212}, (212, 0, 229.6, 300), "across, from the left end"),
        ({"position": 212, "end": "right"}, (410.4, 0, 428, 300), "across, from the right end"),
        ({"goes": "along", "end": "near", "position": 40}, (0, 40, 640, 57.6), "along, from the near edge"),
        ({"goes": "along", "end": "far", "position": 40}, (0, 242.4, 640, 260), "along, from the far edge"),
        ({"stop_first": 10}, (212, 10, 229.6, 300), "stopped near the person"),
        ({"stop_last": 25}, (212, 0, 229.6, 275), "stopped at the far side"),
        ({"goes": "along", "end": "near", "position": 40, "stop_first": 30}, (30, 40, 640, 57.6), "along, stopped at the left"),
        ({"goes": "along", "end": "near", "position": 40, "stop_last": 30}, (0, 40, 610, 57.6), "along, stopped at the right"),
    ],
)
def test_where_a_channel_lies_on_its_board(changes, corners, why):
    asked = channel(dado(**changes), BOARD)
    cut = box(asked.left, asked.low, asked.right, asked.high)
    assert on_board(asked, cut).bounds == pytest.approx(corners), why


@settings(max_examples=80, deadline=None)
@given(
    position=st.floats(80, 500),
    width=st.floats(12.7, 40),
    goes=st.sampled_from(["across", "along"]),
    end=st.sampled_from(["left", "right"]),
    angle=st.sampled_from([0.0, 12.5, -20.0]),
    kind=st.sampled_from(["straightedge", "edge-guide"]),
)
def test_every_guide_cuts_the_channel_with_the_fresh_wood_on_the_left(position, width, goes, end, angle, kind):
    """Oracle: the slot of every spacer on the board; united they are the channel, and each later one finds fresh wood only to the
    left of the heading, where it belongs."""
    angle = 0.0 if goes == "along" else angle
    try:
        asked = channel(dado(position=position, width=width, goes=goes, end=end, angle=angle), BOARD)
    except CutError:
        return
    found = option(asked, kind)
    assume(found.fences)
    fence = found.fences[0]
    long = 900
    gone = None
    for spacer in fence.spacers:
        low, high = fence.slot(spacer, BIT.diameter)
        slot = on_board(asked, box(low, -long, high, long))
        if gone is not None:
            fresh = slot.difference(gone)
            heading = asked.frame.turn(fence.heading)
            left = left_of(heading)
            axis = asked.frame.place((fence.axis_with(spacer), 0))
            way = (fresh.centroid.x - axis[0]) * left[0] + (fresh.centroid.y - axis[1]) * left[1]
            assert way > 0, "fresh wood on the left of the heading"
        gone = slot if gone is None else unary_union([gone, slot])
    wanted = on_board(asked, box(asked.left, -long, asked.right, long))
    assert gone.symmetric_difference(wanted).area < 1.0
    if fence.on_board:
        body = on_board(asked, box(fence.body[0], -long, fence.body[1], long))
        assert body.intersection(wanted).area < 1e-6, "the fence lies beside the cut"


@pytest.mark.parametrize(
    ("changes", "kind", "way", "why"),
    [
        ({"goes": "along", "end": "near", "position": 40}, "edge-guide", "Left to right", "on the near edge, to the right"),
        ({"goes": "along", "end": "far", "position": 40}, "edge-guide", "Right to left", "on the far edge"),
        ({"position": 60}, "straightedge", "Pull towards you", "no wood before the cut: fence on the far side"),
        ({"position": 200}, "straightedge", "Push away", "fence on the left"),
        ({"position": 60, "guide": "edge-guide"}, "edge-guide", "Pull towards you", "bearing on the left end"),
        ({"position": 60, "end": "right", "guide": "edge-guide"}, "edge-guide", "Push away", "bearing on the right end"),
        ({"goes": "along", "end": "near", "position": 150}, "straightedge", "Right to left", "too far in for an edge guide"),
    ],
)
def test_the_guide_fixes_the_way(changes, kind, way, why):
    made = plan(**changes)
    assert next(each.kind for each in made.guides if each.chosen) == kind, why
    assert lead_of(made, "direction") == way, why


def test_an_edge_guide_is_set_to_the_far_wall_and_the_spacer_comes_between_guide_and_edge():
    made = plan(goes="along", end="near", position=40)
    assert figure(made, "guide.setting") == pytest.approx(40 + 17.6 - 12.7)
    assert figure(made, "guide.spacer") == pytest.approx(4.9)
    narrow = plan(goes="along", end="near", position=40, width=12.7)
    assert figure(narrow, "guide.setting") == pytest.approx(40)


@pytest.mark.parametrize(
    ("changes", "code", "why"),
    [
        ({"position": 250, "guide": "edge-guide", "width": 12.7}, "guide-range", "beyond the 240 mm of the longest guide"),
        ({"guide": "edge-guide", "angle": 10.0}, "not-along-an-edge", "turned"),
        ({"guide": "edge-guide", "held": "carrier"}, "edge-covered", "its edges are covered"),
        ({"guide": "t-jig"}, "no-jig-for-pair", "none was made"),
    ],
)
def test_a_guide_that_cannot_be_used_stops_and_another_is_offered(changes, code, why):
    made = plan(**changes)
    assert made.status == "stop", why
    assert code in codes(made)
    assert not next(each for each in made.guides if each.chosen).can
    offered = [each.change for each in made.remedies if each.answers == code]
    assert {"guide": "straightedge"} in offered
    assert plan(**{**changes, "guide": "straightedge"}).status != "stop", "what is offered works"


def test_a_guide_with_a_gap_is_closed_before_it_runs_off_the_edge():
    gappy = dataclasses.replace(SHOP, guides=tuple(g for g in GUIDES if g.id != "edge-guide-fine"))
    along = {"goes": "along", "end": "near", "position": 40}
    assert "guide-gap" in codes(plan(shop=gappy, **along))
    assert "guide-gap" not in codes(plan(**along)), "the one with the long face is taken first"
    inside = plan(shop=gappy, **along, stop_first=60, stop_last=60)
    assert "guide-gap" not in codes(inside), "it never leaves the board"


def test_a_jig_is_good_for_its_pair_while_bit_and_base_stay_as_they_were():
    jig = TJig(id="j", name="Jig", router_id="plunge-two", bit_id="straight-12.7", bit_diameter=12.7, base_to_axis=75.0)
    shop = dataclasses.replace(SHOP, guides=(*GUIDES, jig))
    made = plan(shop=shop)
    assert next(each.kind for each in made.guides if each.chosen) == "t-jig", "nothing is to be measured"
    assert made.jig == (), "it is there already"
    worn = dataclasses.replace(shop, guides=(*GUIDES, dataclasses.replace(jig, bit_diameter=12.6)))
    old = plan(shop=worn)
    assert next(each.kind for each in old.guides if each.chosen) == "straightedge"
    assert not next(each for each in old.guides if each.kind == "t-jig").can
    assert "jig-outdated" in codes(plan(shop=worn, guide="t-jig"))
    assert len(plan().jig) == 4, "how one is made"


@given(st.floats(5, 60), st.floats(20, 80), st.integers(2, 40))
def test_stations_are_each_measured_from_the_one_end(position, spacing, count):
    board = dataclasses.replace(BOARD, length=mm(6000))
    asked = channel(dado(position=position, spacing=spacing, count=count, width=12.7), board)
    first, step = mm(position).mm, mm(spacing).mm
    for station in asked.stations:
        assert station.position == first + (station.number - 1) * step, "no rounding adds up"
        assert station.right - station.left == pytest.approx(12.7)
    places = [station.position for station in asked.stations]
    assert places == sorted(places)


def test_stations_from_the_right_end_and_at_given_places_are_in_the_order_of_the_tape():
    made = plan(end="right", position=64, more=(mm("420"), mm("212")))
    assert [str(each.mark.metric) for each in made.stations] == ["64 mm", "212 mm", "420 mm"]
    assert [each.heading for each in made.stations] == [
        "Push away, fence left",
        "Pull towards you, fence right",
        "Pull towards you, fence right",
    ]
    asked = channel(dado(end="right", position=64, more=(mm("212"),)), BOARD)
    assert [station.right for station in asked.stations] == pytest.approx([640 - 64, 640 - 212])


def test_clamps_move_on_where_no_place_is_clear_of_all_stations():
    made = plan(position=64, spacing=170, count=4)
    assert "clamps-move-on" in codes(made)
    assert made.status == "caution"
    assert "clamps-move-on" not in codes(plan(position=212, spacing=100, count=2))


@pytest.mark.parametrize(
    ("bit", "start", "why"),
    [
        ("straight-12.7", 10 + 6.35 - 76.2, "the base stands out of the board: a block beside it"),
        ("down-cut-6.35", 10 + 3.175 - 76.2, "a thinner bit goes nearer to the end"),
    ],
)
def test_a_stop_allows_for_the_bits_radius_and_the_base(bit, start, why):
    made = plan(stop_first=10, bit_id=bit, router_id="plunge-two")
    assert figure(made, "guide.start") == pytest.approx(start), why
    asked = channel(dado(stop_first=10), BOARD)
    fence = option(asked, "straightedge").fences[0]
    d = SHOP.bit(bit).diameter
    begin, end = path_of(asked, fence, bit_diameter=d)
    assert (begin, end) == pytest.approx((10 + d / 2, 300 + d / 2 + 10)), "and runs clear of the other end"


def test_a_stopped_channel_plunges_and_says_how_it_ends():
    made = plan(stop_first=10, stop_last=10)
    assert SHOP.router(made.router_id).bases[0].kind == "plunge"
    assert "plunge base" in made.slip[0].lines[0].metric
    assert codes(made) >= {"stopped-end"}
    direction = next(each for each in made.slip if each.key == "direction")
    assert "back 2 mm" in direction.lines[-1].metric
    never = plan(stop_first=10, bit_id="straight-19.05", width=20)
    assert "cannot-plunge" in codes(never)
    fixed = dataclasses.replace(PLUNGE_TWO, bases=tuple(each for each in PLUNGE_TWO.bases if each.kind == "fixed"))
    only = dataclasses.replace(SHOP, routers=(fixed,))
    assert "no-plunge-base" in codes(plan(shop=only, stop_first=10, bit_id="straight-12.7", width=12.7))


def test_the_drawn_channel_has_stopped_ends_as_round_as_the_bit():
    made = plan(stop_first=30, width=12.7)
    waste = Polygon(next(o.points for o in made.drawing[0].outlines if o.role == "waste"))
    swept = LineString([(212 + 6.35, 30 + 6.35), (212 + 6.35, 320)]).buffer(6.35, quad_segs=64).intersection(box(0, 0, 640, 300))
    assert waste.symmetric_difference(swept).area < 0.6


def test_a_mirrored_pair_is_one_cut_over_both_boards():
    asked = channel(dado(position=420, stop_first=10, mirrored=True), BOARD)
    assert (asked.low, asked.high, asked.stopped) == (10, 590, (True, True))
    assert len(asked.boards) == 2
    far = channel(dado(position=420, stop_last=10, mirrored=True), BOARD)
    assert (far.low, far.high) == (10, 590), "the open edges touch, whichever they are"
    made = plan(position=420, stop_first=10, mirrored=True)
    works = [Polygon(o.points) for o in made.drawing[0].outlines if o.role == "work"]
    assert [work.bounds for work in works] == [(0, 0, 640, 300), (0, 300, 640, 600)]
    mirror = [[(x, 600 - y) for x, y in o.points] for o in made.drawing[0].outlines if o.role == "waste"]
    waste = next(o.points for o in made.drawing[0].outlines if o.role == "waste")
    assert Polygon(mirror[0]).symmetric_difference(Polygon(waste)).area < 1e-6, "each board has the other's mirror image"
    alone = dataclasses.replace(BOARD, count=1)
    with pytest.raises(CutError) as refused:
        channel(dado(mirrored=True), alone)
    assert refused.value.code == "pair-needs-two"
    with pytest.raises(CutError) as refused:
        channel(dado(mirrored=True, stop_first=10, stop_last=10), BOARD)
    assert refused.value.code == "pair-open-edge"


@pytest.mark.parametrize("angle", [15.0, -30.0])
def test_a_turned_channel_is_measured_where_its_wall_meets_the_near_edge(angle):
    asked = channel(dado(position=250, angle=angle), BOARD)
    wall = [asked.frame.place((asked.left, v)) for v in (-500, 900)]
    met = LineString(wall).intersection(LineString([(0, 0), (640, 0)]))
    assert met.x == pytest.approx(250)
    strip = on_board(asked, box(asked.left, asked.low, asked.right, asked.high))
    assert strip.intersection(box(0, 0, 640, 300)).area == pytest.approx(17.6 * 300 / math.cos(math.radians(angle)), rel=1e-6)
    made = plan(position=250, angle=angle)
    assert made.status == "caution"


@pytest.mark.parametrize(("fit", "width"), [("tight", 17.6), ("sliding", 17.7), ("glue", 17.75)])
def test_the_width_follows_from_the_measured_mate_and_its_fit(fit, width):
    made = plan_cut(dado(width=None, mate=Mate(thickness=mm("17.6"), fit=fit)), BOARD, SHOP, RULES)
    asked = channel(dado(width=None, mate=Mate(thickness=mm("17.6"), fit=fit)), BOARD)
    assert asked.width == pytest.approx(width)
    assert made.fit is not None
    assert "mate-unmeasured" not in codes(made)
    named = plan_cut(dado(width=None, mate=Mate(thickness=mm("18"), measured=False)), BOARD, SHOP, RULES)
    assert "mate-unmeasured" in codes(named)


@pytest.mark.parametrize("fit", ["tight", "glue"])
def test_a_typed_clearance_counts_instead_of_the_fit(fit):
    cut = dado(width=None, mate=Mate(thickness=mm("17.6"), fit=fit, clearance=mm("0.25")))
    assert channel(cut, BOARD).width == pytest.approx(17.85)
    assert "for 17.6 mm, with 0.25 mm of room," in sentence(cut, BOARD, SHOP).metric
    rattles = dataclasses.replace(cut, mate=Mate(thickness=mm("17.6"), fit=fit, clearance=mm("1.5")))
    with pytest.raises(CutError, match=r"1\.5 mm of room is no fit") as refused:
        channel(rattles, BOARD)
    assert refused.value.field == "cut.mate.clearance"


@pytest.mark.parametrize(
    ("bit", "depth", "width", "why"),
    [
        ("core-box-4", 4, 8.0, "a round nose at its radius cuts its diameter"),
        ("core-box-4", 2, 2 * math.sqrt(2 * (8 - 2)), "2·√(h·(2r − h))"),
        ("v-90", 3, 6.0, "2·h·tan 45°"),
    ],
)
def test_shaped_grooves_are_as_wide_as_the_bit_cuts_at_their_depth(bit, depth, width, why):
    assert width_at(SHOP.bit(bit), depth) == pytest.approx(width, abs=0.02), why
    shape = "round" if bit == "core-box-4" else "v"
    made = plan(shape=shape, width=width, depth=depth, position=150)
    assert made.bit_id == bit
    section = made.drawing[1]
    work = Polygon(next(o.points for o in section.outlines if o.role == "work"))
    gone = Polygon(next(o.points for o in section.outlines if o.role == "pass"))
    assert work.is_valid
    assert work.intersection(gone).area < 0.01
    below = Polygon([(150, 17.6 - depth), (150 + width, 17.6 - depth), (150 + width, 17.6), (150, 17.6)])
    assert gone.within(below.buffer(0.05)), "no deeper and no wider than asked"


def test_the_demo_rail_is_grooved_in_its_carrier():
    made = plan_cut(RAIL_GROOVE, CURTAIN_RAIL, SHOP, RULES)
    assert (made.status, made.bit_id) == ("caution", "core-box-4")
    loose = plan_cut(dataclasses.replace(RAIL_GROOVE, held=None), CURTAIN_RAIL, SHOP, RULES)
    assert loose.status == "stop", "45 mm wide is too narrow for the hand"
    assert {"held": "carrier"} in [each.change for each in loose.remedies]


def test_a_clamp_in_the_way_stops_and_is_moved_clear():
    clamps = (ClampAt(side="near", at=220), ClampAt(side="far", at=620))
    made = plan(clamps=clamps)
    assert (made.status, "clamp-in-the-way" in codes(made)) == ("stop", True)
    (move,) = [each.change for each in made.remedies if each.answers == "clamp-in-the-way"]
    moved = plan(clamps=tuple(ClampAt(side=each.side, at=each.at) for each in move["clamps"]))
    assert moved.status != "stop"
    assert move["clamps"][1] == PlacedClamp(side="far", at=620), "one that is clear stays"
    assert "one-clamp" in codes(plan(clamps=(ClampAt(side="far", at=620),)))


@pytest.mark.parametrize("held", ["dogs", "vice", "tape", "vacuum"])
def test_a_board_that_clamps_do_not_hold_is_held_as_the_person_says(held):
    short = dataclasses.replace(BOARD, length=mm(190))
    assert "no-room-for-clamps" in codes(plan(piece=short, position=90, router_id="plunge-two", guide="edge-guide"))
    made = plan(piece=short, position=90, router_id="plunge-two", guide="edge-guide", held=held)
    assert made.status != "stop"
    assert ("tape-holds-light-cuts" in codes(made)) == (held in ("tape", "vacuum"))


def test_a_trim_router_has_no_rods():
    asked = channel(dado(goes="along", end="near", position=40), BOARD)
    found = guide_options(asked, BITS[5], TRIM_ONE, TRIM_ONE.bases[0], GUIDES, RULES)
    against = next(each for each in found if each.kind == "edge-guide").against
    assert against is not None
    assert against.code == "no-rods"


@pytest.mark.parametrize(
    ("shape", "changes", "bit", "first", "way_out"),
    [
        ("t-slot", {"width": 9, "depth": 14, "position": 80}, "t-slot-25", "8 up-cut", "right through"),
        (
            "keyhole",
            {"width": 4.8, "depth": 8, "stop_first": 60, "stop_last": 60},
            "keyhole-9.5",
            "3.175 straight",
            "back the same way",
        ),
    ],
)
def test_an_undercut_is_cleared_first_and_then_cut_at_once(shape, changes, bit, first, way_out):
    made = plan(piece=dataclasses.replace(BOARD, thickness=mm(30), material="ash"), shape=shape, **changes)
    assert (made.status, made.bit_id) == ("caution", bit)
    assert [each.to_depth for each in made.passes] == [changes["depth"]], "its whole depth in one pass"
    depths = next(each for each in made.slip if each.key == "depths")
    assert depths.lines[0].metric.startswith(f"first clear with {first}:")
    assert SHOP.bit(bit).neck_diameter >= next(b.diameter for b in BITS if b.name == first), "no wider than the neck"
    direction = next(each for each in made.slip if each.key == "direction")
    assert way_out in direction.lines[1].metric
    section = made.drawing[1]
    gone = Polygon(next(o.points for o in section.outlines if o.role == "pass"))
    head, neck = SHOP.bit(bit).head, SHOP.bit(bit).neck_diameter
    area = head * SHOP.bit(bit).diameter + (changes["depth"] - head) * neck
    assert gone.area == pytest.approx(area, rel=1e-6), "the head below, the neck above"


def test_without_a_clearing_bit_an_undercut_stops():
    bare = dataclasses.replace(SHOP, bits=tuple(b for b in BITS if b.diameter > 9 or b.profile == "t-slot"))
    made = plan(piece=dataclasses.replace(BOARD, thickness=mm(30)), shop=bare, shape="t-slot", width=9, depth=14, position=80)
    assert made.status == "stop"
    assert "no-clearing-bit" in codes(made)
    with pytest.raises(CutError) as refused:
        plan(
            piece=dataclasses.replace(BOARD, thickness=mm(30)),
            shape="t-slot",
            width=9,
            depth=14,
            position=80,
            stop_first=40,
            stop_last=40,
        )
    assert refused.value.code == "undercut-runs-out"


def test_a_v_groove_is_drawn_freehand_along_its_line():
    made = plan(shape="v", width=6, depth=3, position=200, guide="freehand")
    assert (made.status, lead_of(made, "guide")) == ("caution", "Freehand")
    assert "freehand-line" in codes(made)
    assert not [o for o in made.drawing[0].outlines if o.role == "guide"], "nothing guides it"
    assert made.test_cut is None
    wide = plan(guide="freehand")
    assert "freehand-one-line" in codes(wide), "a dado of two passes side by side is not followed by eye"
    assert next(each.kind for each in plan().guides if each.chosen) == "straightedge", "the last that is thought of"


@pytest.mark.parametrize(("angle", "end"), [(15.0, "left"), (-20.0, "right")])
def test_a_turned_fence_is_measured_where_it_meets_the_near_edge(angle, end):
    made = plan(position=250, angle=angle, end=end)
    asked = channel(dado(position=250, angle=angle, end=end), BOARD)
    fence = option(asked, "straightedge").fences[0]
    edge = LineString([asked.frame.place((fence.edge, v)) for v in (-800, 800)])
    met = edge.intersection(LineString([(-900, 0), (1500, 0)]))
    wanted = met.x if end == "left" else 640 - met.x
    assert figure(made, "guide.fence_at") == pytest.approx(wanted)
    assert fence.at == pytest.approx(wanted)


@pytest.mark.parametrize(
    ("changes", "kind", "how"),
    [
        ({}, "fixed", "base on two pieces of the part, bit down to the bench"),
        ({"stop_first": 20}, "plunge", "bit on the face, the part itself between rod and low step"),
        ({"guide": "table-fence", "router_id": None}, "table", "the part beside the bit, bit up to its face"),
    ],
)
def test_the_part_that_lies_in_a_channel_sets_its_depth(changes, kind, how):
    made = plan(width=12.7, depth=6, leaf=True, **changes)
    bases = [base.kind for base in SHOP.router(made.router_id).bases]
    assert kind in bases
    depths = next(each for each in made.slip if each.key == "depths")
    assert depths.lines[0].metric == how
    assert "leaf-sets-depth" in codes(made)
    assert "6.0000 mm deep as its part" in made.sentence.metric
    assert "leaf-sets-depth" not in codes(plan(width=12.7, depth=6, **changes))


def test_a_channel_turned_so_far_that_it_leaves_by_an_end_is_refused_at_its_angle():
    with pytest.raises(CutError) as caught:
        plan(dataclasses.replace(BOARD, width=mm(533), length=mm(1388)), position=16, width=52, angle=56.7)
    assert (caught.value.code, caught.value.field) == ("runs-out-of-end", "cut.angle")


def test_two_small_boards_are_small_as_a_pair_too():
    narrow = dataclasses.replace(BOARD, width=mm(46), length=mm(205), count=2)
    made = plan(narrow, width=12.7, depth=5, position=70, mirrored=True)
    assert "small-part" in codes(made)
    assert made.status == "stop"


@pytest.mark.parametrize(
    ("way_out", "says", "scrap"),
    [
        ("backer", "backer at the far edge, level with the face", True),
        ("hidden", "it comes out at the far edge: let that be the one that nobody sees", False),
        ("ripped", "leave the board 5 mm wider at the far edge, and rip that off afterwards", False),
    ],
)
def test_where_the_bit_comes_out_is_the_person_s_choice(way_out, says, scrap):
    made = PLANNING.plan_with_moves(dado(exit=way_out), WING_CASE_SIDE, SHOP, SHOP.rules)
    lines = [line.metric for each in made.slip if each.key == "hold" for line in each.lines]
    assert says in lines
    assert sum("backer" in line for line in lines) == scrap
    assert any(body.role == "backer" for body in made.bodies) == scrap
    assert any(outline.role == "backer" for outline in made.drawing[0].outlines) == scrap
    slower = any("over the last" in line.metric for each in made.slip if each.key == "feed" for line in each.lines)
    assert slower != scrap, "without one the last of the way is gone slower"


@pytest.mark.parametrize("way_out", ["backer", "hidden", "ripped"])
def test_over_a_table_the_choice_is_the_same(way_out):
    cut = dado(exit=way_out, goes="along", end="near", position=40, guide="table-fence")
    made = PLANNING.plan_with_moves(cut, WING_CASE_SIDE, SHOP, SHOP.rules)
    lines = " | ".join(line.metric for each in made.slip if each.key == "hold" for line in each.lines)
    word = {"backer": "pushed along with it", "hidden": "nobody sees", "ripped": "rip that off"}[way_out]
    assert word in lines
    assert any(body.role == "backer" for body in made.bodies) == (way_out == "backer")


def test_it_is_asked_where_a_channel_comes_out_and_not_where_it_does_not():
    def asked(cut) -> bool:
        form = PLANNING.form(cut, WING_CASE_SIDE, SHOP)
        return any("exit" in each.change for blank in form.more for each in getattr(blank, "choices", ()))

    assert asked(dado())
    assert not asked(dado(stop_first=20, stop_last=20))
