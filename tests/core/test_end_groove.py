"""Grooves along the middle of an end or an edge (R14): over a table along a tall fence, in one run or from both faces."""

from __future__ import annotations

from itertools import pairwise

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ranura.calc.registry import calculate
from ranura.core.board.pieces import Piece
from ranura.core.cuts.end_groove.asked import EndGrooveCut
from ranura.core.cuts.end_groove.on_board import end_groove
from ranura.core.plan import PLANNING
from ranura.core.proof.rays import Ray
from ranura.core.proof.wood import Wood
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import in_mm
from ranura.demo.shop import SHOP


def board(width: float = 60, thickness: float = 28, length: float = 300) -> Piece:
    return Piece(name="Stick", material="ash", length=in_mm(length), width=in_mm(width), thickness=in_mm(thickness))


def groove(width: float = 9.525, depth: float = 20, **more: object) -> EndGrooveCut:
    return EndGrooveCut(width=in_mm(width), depth=in_mm(depth), **more)  # type: ignore[arg-type]


def plan(cut: EndGrooveCut, piece: Piece | None = None):
    return PLANNING.plan_with_moves(cut, piece or board(), SHOP, SHOP.rules)


@given(st.floats(32, 40), st.floats(6, 16), st.floats(1, 1.9))
def test_the_fence_stands_as_tongue_and_groove_has_it(thickness, bit, share):
    """Where the calculator of tongue and groove sets its straight bit."""
    width = bit * share
    laid = end_groove(groove(width, 8), board(thickness=thickness))
    told = calculate("tongue-and-groove", {"thickness": thickness, "groove_width": width, "bit_diameter": bit, "depth": 8})
    if 0 < width - bit <= 0.05:  # a bit that is as good as as wide makes it in one run
        assert laid.runs(bit) == 1
        return
    assert laid.runs(bit) == told["passes"]
    assert laid.off_fence(bit) == pytest.approx(told["fence_to_bit"])


@pytest.mark.parametrize("on", ["left", "right", "near", "far"])
@pytest.mark.parametrize("width", [9.525, 10.5, 16])
def test_it_is_cut_at_every_height_from_one_face_or_from_both_and_never_trapped(on, width):
    made = plan(groove(width, on=on), board(width=200))
    assert made.status == "caution"
    assert made.proof.passed
    r = SHOP.bit(made.bit_id).diameter / 2
    turned = width - 2 * r > 0.05
    depths = [each.to_depth for each in made.passes]
    assert depths == sorted(depths)
    assert len(depths) == len(set(depths)) * (2 if turned else 1)
    runs = [move for move in made.moves if move.kind == "cut"]
    assert [move.fresh for move in runs] == ["both", "left"] * len(set(depths)) if turned else ["both"] * len(depths)
    ways = [move.path[-1][0] - move.path[0][0] for move in runs]
    assert all((a > 0) != (b > 0) for a, b in pairwise(ways)) == turned or len(ways) == 1
    assert all(each.body == f"fence-{number + 1}" for number, setting in enumerate(made.settings) for each in setting.guides)


@settings(max_examples=25)
@given(st.sampled_from(["left", "right", "near", "far"]), st.sampled_from([9.525, 11, 15.5]), st.floats(18, 40), st.floats(4, 24))
def test_later_cuts_find_it_where_it_is(on, width, thickness, depth):
    piece = board(width=120, thickness=round(thickness, 2))
    cut = groove(width, round(depth, 2), on=on)
    made, after = PLANNING.made(cut, piece, SHOP)
    if isinstance(made, CutError) or made.status == "stop":
        return
    length, wide, thick, deep = 300.0, 120.0, piece.thickness.mm, cut.depth.mm
    body = next(each for each in made.bodies if each.role == "work")
    wood = Wood((body,), list(after.taken))
    middle = {"left": (0.0, 60.0), "right": (length, 60.0), "near": (150.0, 0.0), "far": (150.0, wide)}[on]
    inwards = {"left": (1.0, 0.0), "right": (-1.0, 0.0), "near": (0.0, 1.0), "far": (0.0, -1.0)}[on]
    low, high = (thick - width) / 2, (thick + width) / 2
    for z, gone in ((low - 0.05, 0.0), (low + 0.05, deep), (thick / 2, deep), (high - 0.05, deep), (high + 0.05, 0.0)):
        found = Ray(wood, middle, inwards, 100.0, after.taken).intervals(z, 0.0, 100.0)
        assert found[0][0] == pytest.approx(gone, abs=0.02), z


@pytest.mark.parametrize(
    ("cut", "piece", "field", "code"),
    [
        (groove(28), board(), "cut.width", "no-cheeks"),
        (groove(depth=31), board(length=60), "cut.depth", "deeper-than-half"),
        (groove(3), board(), "cut.width", "no-bit-for-groove"),
        (groove(depth=60), board(), "cut.depth", "deeper-than-any-bit"),
    ],
)
def test_what_cannot_be_is_refused_at_its_field(cut, piece, field, code):
    with pytest.raises(CutError) as caught:
        plan(cut, piece)
    assert (caught.value.field, caught.value.code) == (field, code)


def test_a_pinned_router_in_the_hand_or_bit_that_is_too_narrow_is_shown_with_its_stop():
    by_hand = plan(groove(router_id="plunge-two"))
    assert "stands-on-the-table" in {each.code for each in by_hand.cautions if each.level == "stop"}
    narrow = plan(groove(16, bit_id="straight-6"))
    assert "too-narrow-from-both" in {each.code for each in narrow.cautions if each.level == "stop"}


def test_the_slip_says_how_it_lies_and_what_is_turned():
    once, twice = (plan(groove(width)) for width in (9.525, 12.3))
    for made, says in ((once, "every time"), (twice, "turned end for end")):
        slip = {each.key: " / ".join(line.metric for line in each.lines) for each in made.slip}
        assert says in slip["direction"]
        assert "tall fence" in slip["guide"]
        assert "never draw it back" in slip["direction"]
    assert once.slip[3].leads[0].shown.metric.number == "9.24", "half of what the board is thicker than the bit"


def test_the_block_stands_where_the_bit_comes_out_in_every_run():
    made = plan(groove(16, on="right"), board(width=200))
    assert made.proof.passed
    blocks = [body for body in made.bodies if body.role == "backer"]
    runs = [(number, move) for number, move in enumerate(made.moves) if move.kind == "cut"]
    sides = set()
    for number, move in runs:
        frame = made.settings[move.setting].frame
        first, last = (frame.origin[1] + frame.x[1] * x + frame.y[1] * y for x, y in (move.path[0], move.path[-1]))
        (block,) = (each for each in blocks if each.from_move <= number < (each.to_move or len(made.moves)))
        lowest, highest = (end(y for _, y in block.ring) for end in (min, max))
        assert last == pytest.approx(lowest if last > first else highest)
        sides.add(last > first)
    assert sides == {True, False}


@pytest.mark.parametrize(("width", "serves"), [(18.05, True), (18.15, False)])
def test_two_runs_reach_one_and_nine_tenths_of_a_bit(width, serves):
    cut = groove(width, 12, bit_id="up-cut-9.525")
    made = plan(cut, board(width=200, thickness=40))
    assert ("too-narrow-from-both" not in [each.code for each in made.cautions]) == serves
