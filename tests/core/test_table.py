"""Channels over a router table (R7, R8, R15): what the fence's setting cuts, which way the board goes, what stops it, judged by
laying the board face down by hand."""

from __future__ import annotations

import dataclasses
import itertools
import re

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import unary_union
from shapely.geometry import Polygon
from tests.core.test_channels import codes, dado, figure, lead_of, mm
from tests.data.plans import unbroken

from ranura.core.board.pieces import Piece
from ranura.core.cuts.channel.on_board import channel
from ranura.core.cutting.direction import left_of, straight_direction
from ranura.core.plan import PLANNING, CutPlan, plan_cut
from ranura.core.shop.tooling.bits import Bit
from ranura.core.text.errors import CutError
from ranura.demo.shop import SHOP

RAIL = Piece(name="Rail", material="ash", length=mm(600), width=mm(60), thickness=mm(24))
WIDE = dataclasses.replace(RAIL, width=mm(300))
GROOVE = {"goes": "along", "end": "near", "width": 20, "depth": 8, "position": 18}


def plan(piece: Piece = RAIL, shop=SHOP, **changes) -> CutPlan:
    return plan_cut(dado(**{**GROOVE, **changes}), piece, shop, shop.rules)


def bit_of(made: CutPlan) -> float:
    return SHOP.bit(made.bit_id).diameter


def spacers_of(made: CutPlan) -> list[float]:
    return sorted({each.spacer for each in made.passes}, reverse=True)


@settings(max_examples=40, deadline=None)
@given(
    width=st.floats(12, 30), position=st.floats(4, 26), far=st.booleans(), across=st.booleans(), board=st.sampled_from([60, 300])
)
def test_fence_and_spacers_cut_the_channel_and_never_fresh_wood_on_the_fence_side_alone(width, position, far, across, board):
    """The bit stands still at fence + setting + D/2; a spacer pushes the board away from the fence, so it cuts nearer to the edge
    the board bears on."""
    piece = dataclasses.replace(RAIL, width=mm(board))
    goes = {"goes": "across", "end": "right" if far else "left"} if across else {"goes": "along", "end": "far" if far else "near"}
    made = plan(piece, width=width, position=position, guide="table-fence", **goes)
    setting, d = figure(made, "guide.setting"), bit_of(made)
    slots = [(setting - spacer, setting - spacer + d) for spacer in spacers_of(made)]
    assert slots[0][0] == pytest.approx(position, abs=1e-4), "the first pass cuts the near wall"
    assert slots[-1][1] == pytest.approx(position + width, abs=1e-4), "the last one the far wall"
    for (_, before), (low, high) in itertools.pairwise(slots):
        assert low < before, "no ridge is left between two passes"
        assert high > before, "and its fresh wood is away from the fence: not trapped"


def test_the_board_goes_from_right_to_left_onto_the_fence_behind_the_bit():
    made = plan()
    seen = made.drawing[0]
    fence = Polygon(next(each.points for each in seen.outlines if each.role == "guide"))
    work = Polygon(next(each.points for each in seen.outlines if each.role == "work"))
    push = next(each for each in seen.arrows if each.role == "path")
    spin = next(each for each in seen.arrows if each.role == "bit")
    assert push.end[0] < push.start[0], "the work goes to the left"
    heading = (1.0, 0.0)  # of the bit in the work
    assert straight_direction(mounting="table", wood="both", heading=heading).fence_side == "left"
    x, y = left_of(heading)
    assert (x, y) == (0.0, 1.0)
    assert fence.centroid.y > work.centroid.y, "on the left of the heading stands the fence"
    assert spin.turn == "counter-clockwise"
    assert lead_of(made, "direction") == "Right to left"


@pytest.mark.parametrize(
    ("changes", "swapped"),
    [({}, False), ({"end": "far", "position": 10}, True)],
    ids=["near edge at the fence", "far edge at the fence"],
)
def test_the_drawn_board_lies_face_down(changes, swapped):
    """Near edge to the fence: rolled over away from the person, its left end stays left; far edge: turned round as well."""
    made = plan(stop_first=60, stop_last=150, width=12.7, **changes)
    asked = channel(dado(**{**GROOVE, "stop_first": 60, "stop_last": 150, "width": 12.7, **changes}), RAIL)
    seen = made.drawing[0]
    work = Polygon(next(each.points for each in seen.outlines if each.role == "work"))
    waste = Polygon(next(each.points for each in seen.outlines if each.role == "waste"))
    bit = Polygon(next(each.points for each in seen.outlines if each.role == "bit"))
    assert work.area == pytest.approx(600 * 60)
    assert work.contains(waste)
    assert bit.difference(waste.buffer(1e-6)).area < 1e-6, "the bit is in its channel"
    left, right = waste.bounds[0] - work.bounds[0], work.bounds[2] - waste.bounds[2]
    assert (left, right) == pytest.approx((150, 60) if swapped else (60, 150))
    assert work.bounds[3] == pytest.approx(0), "its edge against the fence's face"
    assert -waste.bounds[3] == pytest.approx(asked.position)


@pytest.mark.parametrize(
    ("changes", "first", "last"),
    [({}, 60, 150), ({"end": "far", "position": 10}, 150, 60)],
    ids=["left end leads", "right end leads"],
)
def test_blocks_begin_and_end_a_stopped_channel_where_it_is_asked_for(changes, first, last):
    """Against the right-hand block the bit's axis is D/2 inside the leading end's stop, at the left-hand one inside the other."""
    made = plan(stop_first=60, stop_last=150, width=12.7, **changes)
    r = bit_of(made) / 2
    assert 600 - figure(made, "guide.start") == pytest.approx(first + r)
    assert figure(made, "guide.end") == pytest.approx(600 - (last + r))
    assert codes(made) >= {"lowered-onto-bit"}
    direction = next(each for each in made.slip if each.key == "direction")
    assert "right-hand block" in direction.lines[0].metric
    drawn = [each for each in made.drawing[0].outlines if each.role == "stop" and each.label and each.label.metric == "stop"]
    above = made.drawing[0]
    assert {round(abs(unbroken(above, at)[0]), 3) for each in drawn for at in each.points} >= {
        round(figure(made, "guide.start"), 3),
        round(figure(made, "guide.end"), 3),
    }


@pytest.mark.parametrize(
    ("stops", "code", "feathers"),
    [({"stop_first": 60}, "lowered-onto-bit", False), ({"stop_last": 60}, "lifted-off-bit", True), ({}, None, True)],
)
def test_a_stopped_end_over_a_table_warns_of_what_is_done_there(stops, code, feathers):
    made = plan(width=12.7, **stops)
    assert ({"lowered-onto-bit", "lifted-off-bit"} & codes(made)) == ({code} if code else set())
    assert ("feather-boards" in codes(made)) == feathers
    drawn = [each for each in made.drawing[0].outlines if each.label and each.label.metric == "feather board"]
    assert bool(drawn) == feathers


def test_a_part_too_small_for_the_hand_goes_to_the_table_unless_somebody_says_how_it_is_held():
    made = plan()
    assert (made.router_id, made.status) == ("table-three", "caution")
    assert codes(made) >= {"carrier", "feather-boards"}
    assert [section.key for section in made.slip] == ["tool", "speed", "depths", "guide", "direction", "feed", "hold"]
    assert lead_of(made, "hold") == "Push stick"
    remedy = next(each for each in made.remedies if each.answers == "carrier")
    assert remedy.change["held"] == "carrier"
    carried = plan(held="carrier")
    assert SHOP.router(carried.router_id).mounting == "hand"
    assert "small-part" in codes(plan(guide="straightedge")), "a guide of the hand keeps it by hand, where it is stopped"
    assert SHOP.router(plan(WIDE).router_id).mounting == "hand", "and what the hand can do is done by hand"


def test_the_table_is_offered_by_hand_and_the_hand_over_the_table():
    by_hand = plan(WIDE, router_id="plunge-two")
    offered = next(each for each in by_hand.guides if each.kind == "table-fence")
    assert (offered.can, offered.chosen, dict(offered.change)) == (True, False, {"guide": "table-fence", "router_id": None})
    over = plan(WIDE, **offered.change)
    assert (over.router_id, over.status) == ("table-three", "ready")
    back = next(each for each in over.guides if each.kind == "straightedge")
    assert back.can
    assert SHOP.router(plan(WIDE, **back.change).router_id).mounting == "hand"
    pinned = plan(WIDE, router_id="table-three")
    assert next(each for each in pinned.guides if each.chosen).kind == "table-fence", "the router pinned says as much"
    small = next(each for each in plan().guides if each.kind == "straightedge")
    assert not small.can
    assert "600 mm × 60 mm" in small.says.metric


@pytest.mark.parametrize(
    ("piece", "changes", "code"),
    [
        (WIDE, {"goes": "across", "end": "left", "angle": 20.0, "position": 200}, "turned-on-table"),
        (dataclasses.replace(WIDE, count=2), {"goes": "across", "end": "left", "mirrored": True}, "pair-on-table"),
        (dataclasses.replace(WIDE, length=mm(1200)), {"goes": "across", "end": "left", "position": 590}, "fence-beyond-table"),
        (WIDE, {"width": 4.8, "depth": 8, "shape": "keyhole", "stop_first": 60, "stop_last": 80}, "undercut-on-table"),
        (WIDE, {"width": 10, "bit_id": "down-cut-6.35"}, "lifts-off-table"),
    ],
)
def test_what_no_table_can_do_stops_there_and_says_why(piece, changes, code):
    made = plan(piece, **{**changes, "guide": "table-fence"})
    assert made.status == "stop"
    assert code in codes(made)


def test_a_t_slot_goes_over_a_table_in_at_one_end_and_out_at_the_other():
    clearing = Bit(
        id="straight-8-half", name="8 straight on 1/2 in", profile="straight", diameter=8, shank=12.7, cutting_length=20,
        flutes=2, plunges=True, overall_length=63,
    )  # fmt: skip
    shop = dataclasses.replace(SHOP, bits=(*SHOP.bits, clearing))
    cut = dado(width=9, depth=11, shape="t-slot", goes="along", end="near", position=60, guide="table-fence")
    made = PLANNING.plan_with_moves(cut, WIDE, shop, shop.rules)
    assert (made.status, made.router_id) == ("ready", "table-three")
    assert {setting.mounting for setting in made.settings} == {"table"}
    assert [move.kind for move in made.moves].count("lift") == 0
    # The same without a bit that clears the way over the table: none is taken by hand in between.
    assert "no-clearing-bit" in {each.code for each in PLANNING.plan(cut, WIDE, SHOP, SHOP.rules).cautions}


def test_a_hand_router_does_not_hang_below_a_table():
    made = plan(WIDE, guide="table-fence", router_id="plunge-two")
    assert (made.status, "needs-table" in codes(made)) == ("stop", True)


def test_a_long_board_is_supported():
    long = dataclasses.replace(WIDE, length=mm(1800))
    assert "support-the-board" in codes(plan(long, guide="table-fence"))
    assert "support-the-board" not in codes(plan(WIDE, guide="table-fence"))


def test_a_test_cut_over_a_table_sets_its_fence():
    asked = dado(**GROOVE)
    made = plan_cut(asked, RAIL, SHOP, SHOP.rules)
    expected = figure(made, "guide.setting")
    found = PLANNING.corrected(asked, RAIL, SHOP, "setback", expected + 0.3)
    assert (found.of, found.after) == ("guide", pytest.approx(expected - 0.3))
    assert found.says.metric.startswith("Set the fence 0.3")


@settings(max_examples=150, deadline=None)
@given(
    length=st.floats(120, 1500),
    board=st.floats(45, 400),
    thickness=st.floats(12, 50),
    share=st.floats(0.05, 0.45),
    width=st.sampled_from([12.0, 12.7, 16.0, 19.05]),
    depth=st.floats(0.1, 0.6),
    along=st.booleans(),
    high=st.booleans(),
    stop=st.sampled_from([None, None, 12.0, 40.0]),
    shape=st.sampled_from(["square", "square", "square", "v"]),
    asked=st.sampled_from(["table-fence", None]),
    wood=st.sampled_from(["ash", "birch-plywood", "pine", "mdf"]),
)
def test_no_plan_over_a_table_that_could_hurt_is_ready(
    length, board, thickness, width, share, depth, along, high, stop, shape, asked, wood
):
    piece = dataclasses.replace(RAIL, material=wood, length=mm(length), width=mm(board), thickness=mm(thickness))
    size = board if along else length
    end = ("far" if high else "near") if along else ("right" if high else "left")
    given = {
        "goes": "along" if along else "across", "end": end, "width": width, "depth": thickness * depth, "position": size * share,
        "stop_first": stop, "shape": shape,
    }  # fmt: skip
    try:
        made = plan(piece, guide=asked, **given)
    except CutError as refused:
        assert refused.field in ("cut.width", "cut.depth", "cut.position", "cut.stop_first")
        return
    router, bit = SHOP.router(made.router_id), SHOP.bit(made.bit_id)
    if made.status == "stop" or router.mounting == "hand":
        return
    small = min(length, board) < 75 or max(length, board) < 150
    by_itself = asked != "table-fence" and not small
    by_hand = {"guide": "straightedge", "held": "clamps"}
    assert not by_itself or plan(piece, **by_hand, **given).status == "stop", "unasked only what the hand cannot do"
    assert bit.profile not in ("down-cut", "compression"), "nothing lifts the board"
    assert bit.can_plunge or stop is None
    assert ("carrier" in codes(made)) == small
    assert figure(made, "guide.setting") <= router.bases[0].across / 2 - 50 + 1e-6, "the fence is still on the table"
    assert made.passes[-1].to_depth == pytest.approx(thickness * depth, abs=1e-4)
    assert all(each.to_depth - each.from_depth <= bit.diameter + 1e-6 for each in made.passes)
    shown = {key for section in made.slip for key in section.figures} | {lead.figure for s in made.slip for lead in s.leads}
    assert shown - {None, ""} <= {each.key for each in made.figures}, "every number on the slip has its working"
    assert ("lowered-onto-bit" in codes(made)) == any(each.key == "guide.start" for each in made.figures)
    assert ("lowered-onto-bit" in codes(made)) != ("feather-boards" in codes(made)), "nothing is lowered past a feather board"


FED = {
    "by hands": ({}, WIDE, "Both hands", []),
    "narrow": ({}, dataclasses.replace(RAIL, width=mm(120)), "Push blocks", ["push block", "push block"]),
    "a strip": ({}, RAIL, "Push stick", ["push stick"]),
    "by its end": ({"goes": "across", "end": "left"}, dataclasses.replace(RAIL, width=mm(120)), "Mitre gauge", ["mitre gauge"]),
    "long": ({"supported": True}, dataclasses.replace(WIDE, length=mm(2400)), "Both hands", ["stand", "stand"]),
    "carried": ({"held": "carrier"}, dataclasses.replace(RAIL, length=mm(180)), "Carrier", ["carrier"] * 3),
}


@pytest.mark.parametrize("name", FED)
def test_what_feeds_the_work_is_said_and_drawn_where_it_stands(name):
    changes, piece, word, drawn = FED[name]
    made = plan(piece, guide="table-fence", **changes)
    assert lead_of(made, "hold") == word
    view = made.drawing[0]
    named = [(each.label.metric, Polygon(each.points)) for each in view.outlines if each.label is not None]
    kinds = ("push block", "push stick", "mitre gauge", "stand", "carrier")
    aids = [(kind, shape) for says, shape in named for kind in kinds if says.startswith(kind) and re.search(r"\d+ mm", says)]
    assert sorted(says for says, _ in aids) == drawn
    fence = next(Polygon(each.points) for each in view.outlines if each.role == "guide")
    bit = next(Polygon(each.points) for each in view.outlines if each.role == "bit")
    stands = sorted(
        (unbroken(view, (shape.bounds[0], 0.0))[0], unbroken(view, (shape.bounds[2], 0.0))[0])
        for says, shape in aids
        if says == "stand"
    )
    if stands:
        table = SHOP.router(made.router_id).bases[0].across / 2
        assert stands[0][1] <= -table - 300, "one beside each side of the table"
        assert stands[1][0] >= table + 300
    said = " ".join(line.metric for section in made.slip if section.key == "hold" for line in section.lines)
    work = unary_union([Polygon(each.points) for each in view.outlines if each.role == "work"]).bounds
    for says, shape in aids:
        if says == "mitre gauge":
            assert shape.bounds[0] == pytest.approx(work[2]), "it pushes from behind: the work goes to the left"
        if says != "stand":
            assert shape.intersection(fence).area < 1e-6, "it stands on the table, before the fence"
        if says.startswith("push"):
            assert shape.distance(bit) >= 75 - 1e-6, "hands stay away"
        assert {"push block": "push blocks", "stand": "stands", "carrier": "boards of its own height"}.get(says, says) in said
