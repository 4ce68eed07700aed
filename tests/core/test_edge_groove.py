"""Grooves in the edges of boards (R11, R14): how many runs, at which heights, on which bearing, and what cannot be."""

from __future__ import annotations

from dataclasses import replace

import pytest
from tests.data.edges import edge_cut, mm

from ranura.core.board.pieces import Piece
from ranura.core.plan import PLANNING, plan_cut
from ranura.core.shop.tooling.bits import Bit
from ranura.core.text.errors import CutError
from ranura.demo.shop import SHOP

BEARING = 9.5
"""mm: as deep as the demo's slot cutter reaches on its own bearing."""


def rail(thickness: float = 18) -> Piece:
    return Piece(name="Rail", material="ash", length=mm(600), width=mm(160), thickness=mm(thickness))


def groove(size: float, into: float = BEARING, far: float | None = None, **more):
    return edge_cut("edge-groove", size, far, width=into, edges=more.pop("edges", ("near",)), **more)


def plan(cut, piece: Piece | None = None, shop=SHOP):
    return plan_cut(cut, piece or rail(), shop, shop.rules)


def heights(made) -> list[float]:
    return [pytest.approx(each.trip.height) for each in made.stages]


@pytest.mark.parametrize(
    ("size", "far", "both", "wanted"),
    [
        (4, None, False, [11]),  # (18 + 4) / 2
        (6, None, False, [10, 12]),  # the slot of 4 twice, 2 apart
        (7.6, None, False, [9.2, 12.8]),  # 0.9 · 4 apart: still two runs
        (7.7, None, False, [9.15, 11.0, 12.85]),
        (6, None, True, [12]),  # turned over for the second
        (4, 8, False, [8]),
        (5, 9, False, [8, 9]),
    ],
)
def test_a_groove_wider_than_its_cutter_takes_runs_one_below_the_other(size, far, both, wanted):
    made = plan(groove(size, far=far, both_faces=both))
    assert heights(made) == wanted
    assert made.status == "caution", "ready but for the large bit in the hand"
    assert made.proof.passed


def test_it_rides_on_the_bearing_where_that_gives_its_depth_and_asks_for_a_fence_where_not():
    on_bearing = plan(groove(4))
    guide = next(each for each in on_bearing.slip if each.key == "guide")
    assert "bearing on the edge" in guide.leads[0].caption.metric
    by_fence = plan(groove(4, into=6))
    guide = next(each for each in by_fence.slip if each.key == "guide")
    assert guide.leads[0].caption.metric == "from the edge to the straightedge"
    assert next(each.value for each in by_fence.figures if each.key == "edge.width") == pytest.approx(6)


@pytest.mark.parametrize(
    ("cut", "thickness", "field", "code"),
    [
        (replace(groove(4), width=None), 18, "cut.width", "width-missing"),
        (groove(15), 18, "cut.size", "cheek-too-thin"),
        (groove(4, far=5), 18, "cut.depth", "cheek-too-thin"),
        (groove(4, far=17), 18, "cut.depth", "cheek-too-thin"),
        (groove(6, far=12, both_faces=True), 18, "cut.depth", "groove-not-in-the-middle"),
        (groove(3), 18, "cut.size", "no-such-slot"),
        (groove(7.7, both_faces=True), 18, "cut.size", "no-such-slot"),
        (groove(15), 40, "cut.size", "no-such-slot"),
        (groove(4, into=12), 18, "cut.width", "width-beyond-bit"),
    ],
)
def test_what_cannot_be_is_said_where_it_was_typed(cut, thickness, field, code):
    with pytest.raises(CutError) as refused:
        plan(cut, rail(thickness))
    assert (refused.value.field, refused.value.code) == (field, code)


def test_a_large_cutter_is_held_back():
    assert {each.feed_m_min for each in plan(groove(4)).stages} == {2.0}, "41 mm are over 38 (R4)"


def test_thin_walls_beside_it_are_a_caution():
    def codes(made) -> set[str]:
        return {each.code for each in made.cautions}

    assert "thin-groove-wall" in codes(plan(groove(4), rail(9.6))), "2.8 beside a groove 9.5 deep"
    assert "thin-groove-wall" not in codes(plan(groove(4), rail(11)))
    assert "thin-groove-wall" in codes(plan(groove(4), rail(10.1))), "3.05, and a third of 9.5 is 3.17"
    assert "thin-groove-wall" in codes(plan(groove(4, far=6.5))), "2.5 at the face, 11.5 below"


def test_its_section_says_how_wide_it_is_where_it_lies():
    made = plan(groove(4))
    size = next(each for each in made.drawing[1].dimensions if each.name == "size")
    assert (size.field, size.start[1], size.end[1]) == ("size", 7, 11), "18 less 11 and 18 less 7"
    last = next(each for each in made.slip if each.key == "direction").lines[-1].metric
    assert last.endswith("; weight over the wood")


def test_it_begins_at_one_edge():
    start = next(each for each in PLANNING.starts(rail(), SHOP) if each.key == "edge-groove")
    assert start.cut["edges"] == ("near",)


def test_of_several_cutters_the_one_that_fits_is_taken():
    six = Bit(
        id="slot-6",
        name="Slot cutter 6",
        profile="slot-cutter",
        width=6,
        diameter=41,
        bearing=22,
        shank=8,
        flutes=3,
        overall_length=60,
    )
    shop = replace(SHOP, bits=(*SHOP.bits, six))
    for size, wanted in ((4, "slot-4"), (5, "slot-4"), (6, "slot-6")):
        made = plan(groove(size), shop=shop)
        assert made.bit_id == wanted
    assert heights(made) == [12], "in one run"
