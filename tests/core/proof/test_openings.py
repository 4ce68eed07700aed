"""What cuts open right through becomes an edge that later cuts can ride on, whatever kind of cut it was (R21)."""

from __future__ import annotations

import math

import pytest
from shapely import Polygon

from ranura.core.board.pieces import Piece, edges_of
from ranura.core.cuts.edge.asked import EdgeCut
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.cuts.template.asked import TemplateCut
from ranura.core.family import NOTHING_BEFORE
from ranura.core.plan import PLANNING
from ranura.core.text.lengths import read
from ranura.demo.jobs import ARCH_BLANK, ARCH_OGEE, ARCH_OPENING
from ranura.demo.shop import SHOP


def mm(value: float):
    return read(f"{value:g}", "mm")


BOARD = Piece(name="Board", material="beech", length=mm(500), width=mm(320), thickness=mm(18))
THROUGH = {"through": True, "backed": True, "depth": mm(18), "from_left": mm(250), "from_near": mm(160)}


def after(*cuts, piece=BOARD):
    so_far = NOTHING_BEFORE
    for cut in cuts:
        plan, so_far = PLANNING.made(cut, piece, SHOP, before=so_far)
        assert getattr(plan, "status", plan) in ("ready", "caution"), [each.code for each in plan.cautions]
    return so_far


HOLE = PocketCut(form="hole", length=mm(120), loose="screws", **THROUGH)
CUT_OUT = PocketCut(
    form="cut-out", length=mm(160), across=mm(100), loose="tape", **{**THROUGH, "from_left": mm(150), "from_near": mm(100)}
)
ARCH = TemplateCut(
    outline="emblem-fish", loose="screws", corners=mm(8), **{**THROUGH, "from_left": mm(180), "from_near": mm(120)}
)


@pytest.mark.parametrize("cut", [HOLE, CUT_OUT, ARCH], ids=["hole", "cut-out", "template"])
def test_what_goes_right_through_opens_the_board(cut):
    so_far = after(cut)
    (opening,) = so_far.openings
    assert edges_of(so_far.board(BOARD))[-1].ref == "opening-1"
    if cut is HOLE:
        around = [math.hypot(x - 250, y - 160) for x, y in opening.points]
        assert (min(around), max(around)) == (pytest.approx(60, abs=0.02), pytest.approx(60, abs=0.02))


def test_a_part_that_is_taken_out_leaves_the_way_of_its_bit_open_too():
    disc = PocketCut(form="disc", length=mm(120), loose="screws", **THROUGH)
    (opening,) = after(disc).openings
    assert Polygon(opening.points).area > math.pi * 65**2, "the disc lies loose in it"


@pytest.mark.parametrize(
    "cut",
    [
        PocketCut(form="hole", length=mm(120), loose="tabs", **THROUGH),
        PocketCut(form="hole", length=mm(120), loose="skin", **THROUGH),
        PocketCut(form="mortise", length=mm(60), across=mm(12.7), **{**THROUGH, "from_left": mm(200)}),
        TemplateCut(outline="emblem-fish", depth=mm(5), from_left=mm(180), from_near=mm(120)),
    ],
    ids=["tabs", "skin", "narrow", "floor"],
)
def test_what_hangs_on_or_is_narrow_or_has_a_floor_is_no_opening(cut):
    assert after(cut).openings == ()


def test_a_second_opening_is_another_one_and_the_first_stays():
    left = PocketCut(form="hole", length=mm(100), loose="screws", **{**THROUGH, "from_left": mm(120)})
    right = PocketCut(form="hole", length=mm(100), loose="screws", **{**THROUGH, "from_left": mm(380)})
    found = after(left, right).openings
    middles = [sum(x for x, _ in each.points) / len(each.points) for each in found]
    assert middles == [pytest.approx(120, abs=2), pytest.approx(380, abs=2)]


def test_the_demos_arch_is_opened_by_its_template_and_its_ogee_rides_on_that():
    so_far = after(ARCH_OPENING, piece=ARCH_BLANK)
    plan, _ = PLANNING.made(ARCH_OGEE, ARCH_BLANK, SHOP, before=so_far)
    assert (plan.status, plan.proof.passed) == ("caution", True)
    without, _ = PLANNING.made(ARCH_OGEE, ARCH_BLANK, SHOP)
    assert "opening" in without.message.metric, "without it there is no such edge"


def test_jointing_moves_what_is_open_along_with_the_board():
    so_far = after(HOLE, EdgeCut(shape="jointing", size=mm(1), edges=("near",), edge_state="sawn"))
    assert min(y for _, y in so_far.openings[0].points) == pytest.approx(160 - 60 - 1, abs=0.02)
