"""Stile and rail by a matched set (R14): both profiles fit, heights come from the set, and a trial lowers one bit."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ranura.core.board.pieces import Piece
from ranura.core.cuts.edge.asked import EdgeCut
from ranura.core.joint_plan import boards_of, plan_joint
from ranura.core.joints.asked import Joint
from ranura.core.joints.form import begun, form
from ranura.core.joints.kinds import joined
from ranura.core.plan import PLANNING
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.guides import MatchedSet
from ranura.core.shop.tooling.profiles import BEARING_HEIGHT
from ranura.core.shop.tooling.silhouettes import radius_at
from ranura.core.text.errors import CutError, ToolError
from ranura.core.text.lengths import in_mm
from ranura.demo.shop import SHOP

HALF = st.floats(2, 8)


def board(name: str, length: float, *, wide: float = 56, thick: float = 20) -> Piece:
    return Piece(name=name, material="ash", length=in_mm(length), width=in_mm(wide), thickness=in_mm(thick))


STILE, RAIL = board("Stile", 420), board("Rail", 240)


def cuts_of(stile: Piece = STILE, rail: Piece = RAIL, **asked: object) -> list[tuple[str, EdgeCut]]:
    made = joined(Joint(kind="stile-rail", **asked), boards_of(stile, rail, SHOP))  # type: ignore[arg-type]
    return [(each.member, each.cut) for each in made.cuts]  # type: ignore[misc]


@given(radius=HALF, groove=HALF, bearing=st.floats(10, 30), down=st.floats(0, 1))
def test_what_the_one_bit_leaves_the_other_takes(radius, groove, bearing, down):
    """At every height of the profile both together reach as far as one of them reaches where it cuts alone."""
    edge = Bit(id="a", name="", profile="stile-and-rail", radius=radius, width=groove, bearing=bearing, shank=6)
    end = Bit(id="b", name="", profile="coping", radius=radius, width=groove, bearing=bearing, shank=6)
    depth = down * (radius + BEARING_HEIGHT + groove)
    if min(abs(depth - each) for each in (radius, radius + BEARING_HEIGHT, edge.cutting_length)) < 1e-6:
        return  # at a step it is as wide as either side of it
    taken = [radius_at(bit.silhouette, bit.cutting_length - depth) - bearing / 2 for bit in (edge, end)]
    assert sum(taken) == pytest.approx(radius, abs=1e-6)


@pytest.mark.parametrize(
    ("asked", "rails"),
    [
        ({"end": "left", "into": "left"}, ("near",)),
        ({"end": "right", "into": "left"}, ("far",)),
        ({"end": "left", "into": "right"}, ("far",)),
        ({"end": "right", "into": "both"}, ("far",)),
        ({"at": in_mm(364), "end": "left", "into": "left"}, ("far",)),
        ({"at": in_mm(150), "into": "left"}, ("near", "far")),
    ],
)
def test_ends_come_first_then_the_edges_that_look_into_the_frame(asked, rails):
    cuts = cuts_of(**asked)
    ends = {"both": ("left", "right")}.get(asked["into"], (asked["into"],))
    assert [(member, cut.shape, cut.edges) for member, cut in cuts] == [
        *(("b", "coping", (end,)) for end in ends),
        ("b", "sticking", rails),
        ("a", "sticking", ("far",)),
    ]
    assert all(cut.held == "carrier" for _, cut in cuts if cut.shape == "coping")


@pytest.mark.parametrize(
    ("tried", "heights"), [(None, {"coping": 22.9, "sticking": 15}), ("proud", {"coping": 22.6, "sticking": 15}),
                           ("low", {"coping": 22.9, "sticking": 14.7})],
)  # fmt: skip
def test_the_bit_that_stands_too_high_is_lowered_by_all_of_the_step(tried, heights):
    cuts = cuts_of(tried=tried, off=in_mm(0.3))
    assert {cut.shape: cut.depth.mm for _, cut in cuts} == pytest.approx(heights)


@pytest.mark.parametrize("tried", [None, "proud", "low"])
def test_it_goes_together_as_it_is_planned_over_a_table_in_one_go(tried):
    plan = plan_joint(PLANNING, Joint(kind="stile-rail", into="both", tried=tried, off=in_mm(0.4)), STILE, RAIL, SHOP)
    assert plan.status in ("ready", "caution")
    assert plan.together is not None
    assert plan.together.interference < 0.005
    across, shoulder = plan.together.measured
    assert (across.gap, shoulder.gap) == pytest.approx((0.1, 0.0), abs=1e-6)
    for each in plan.cuts:
        assert each.plan is not None
        assert (each.plan.router_id, len(each.plan.stages)) == ("table-three", 1)


def test_a_router_in_the_hand_is_no_place_for_a_set():
    cut = EdgeCut(shape="sticking", size=in_mm(5), depth=in_mm(15), edges=("far",), edge_state="smooth", router_id="plunge-two")
    plan = PLANNING.plan(cut, board("Wide", 600, wide=300), SHOP, SHOP.rules)
    assert plan.status == "stop"
    assert "set-needs-table" in {each.code for each in plan.cautions}


@pytest.mark.parametrize(
    ("boards", "asked", "field", "code"),
    [
        ((board("S", 420, thick=17.9), RAIL), {}, "joint.kind", "not-for-the-set"),
        ((STILE, board("R", 240, thick=22.1)), {}, "joint.kind", "not-for-the-set"),
        ((STILE, RAIL), {"at": in_mm(364.1)}, "joint.at", "off-the-board"),
    ],
)
def test_what_cannot_be_is_refused_where_it_was_asked(boards, asked, field, code):
    with pytest.raises(CutError) as caught:
        cuts_of(*boards, **asked)
    assert (caught.value.field, caught.value.code) == (field, code)


def test_a_set_without_its_bits_is_none():
    shop = replace(SHOP, bits=tuple(each for each in SHOP.bits if each.profile != "coping"))
    with pytest.raises(CutError) as caught:
        joined(Joint(kind="stile-rail"), boards_of(STILE, RAIL, shop))
    assert caught.value.code == "no-matched-set"


def test_boards_of_two_thicknesses_are_flush_on_the_shown_face_alone():
    made = joined(Joint(kind="stile-rail"), boards_of(STILE, board("R", 240, thick=19), SHOP))
    assert [each.code for each in made.cautions] == ["not-flush-behind"]
    assert "1 mm" in made.cautions[0].message.metric


@pytest.mark.parametrize(
    ("changed", "field"),
    [({"least": 22}, "least"), ({"tongue": 5.1}, "tongue"), ({"block": 18.5}, "block"), ({"radius": 0}, "radius")],
)
def test_a_set_that_cannot_be_is_refused_with_its_field(changed, field):
    there = next(each for each in SHOP.guides if isinstance(each, MatchedSet))
    with pytest.raises(ToolError) as caught:
        replace(there, **changed)
    assert caught.value.field == field


def test_it_is_begun_at_the_end_with_both_ends_and_asks_for_no_fit():
    joint = begun("stile-rail", STILE, RAIL, "mm")
    assert (joint.at.mm, joint.into) == (0, "both")
    asked = form(joint, STILE, RAIL)
    assert not {"fit", "clearance", "depth"} & {getattr(each, "field", "") for each in (*asked.sentence, *asked.options)}
    kinds = next(each for each in asked.options if each.label == "Joint")
    forgets = {each.change["kind"]: "tried" in each.change for each in kinds.choices}
    assert forgets["housed"]
    assert not forgets["stile-rail"]


def test_the_boards_of_a_carrier_take_the_break_out_and_no_other_backer_is_asked_for():
    ends = EdgeCut(shape="coping", size=in_mm(5), depth=in_mm(22.9), edges=("left",), edge_state="smooth")
    carried, loose = (PLANNING.plan(replace(ends, held=held), RAIL, SHOP, SHOP.rules) for held in ("carrier", None))
    said = [" ".join(line.metric for each in plan.slip for line in each.lines) for plan in (carried, loose)]
    assert ["carrier's boards take the break-out" in each for each in said] == [True, False]
    assert ["end-grain-out" in {each.code for each in plan.cautions} for plan in (carried, loose)] == [False, True]
