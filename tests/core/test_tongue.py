"""Dovetail tongues: their figures against the rule, both passes at one setting, what a standing board asks of fence and bit."""

from __future__ import annotations

import dataclasses
import math

import pytest

from ranura.core.board.outlines import Contour
from ranura.core.board.pieces import SIDES, Piece
from ranura.core.board.stood import opening_within
from ranura.core.cuts.fingers.asked import FingersCut
from ranura.core.cuts.fingers.on_board import fingers
from ranura.core.cuts.tongue.asked import TongueCut
from ranura.core.cuts.tongue.on_board import tongue
from ranura.core.joints.sliding_dovetail import plan_sliding_dovetail
from ranura.core.plan import PLANNING
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import in_mm
from ranura.demo.shop import SHOP

SHELF = Piece(name="Shelf", material="ash", length=in_mm(460), width=in_mm(280), thickness=in_mm(18))
CUT = TongueCut(root=in_mm(8.112), depth=in_mm(8.7))
BIT = SHOP.bit("dovetail-12.7")
SLOTS = {"slot": in_mm(9.525), "depth": in_mm(15.3)}
ENDS = ("left", "right")


def plan(cut: TongueCut = CUT, piece: Piece = SHELF, shop=SHOP, **more):
    return PLANNING.plan_with_moves(cut, piece, shop, shop.rules, **more)


def codes(made, level: str = "stop") -> set[str]:
    return {each.code for each in made.cautions if each.level == level}


def size(length: float = 460, width: float = 280, thickness: float = 18) -> Piece:
    return dataclasses.replace(SHELF, length=in_mm(length), width=in_mm(width), thickness=in_mm(thickness))


@pytest.mark.parametrize("depth", [5.0, 9.0, 11.5])
@pytest.mark.parametrize("stock", [17.0, 22.0])
def test_its_figures_are_those_of_the_rule(depth, stock):
    rule = plan_sliding_dovetail(bit_diameter=12.7, bit_angle=14, depth=depth, tongue_stock=stock, socket_board=40)
    cut = TongueCut(root=in_mm(rule.tongue_root), depth=in_mm(rule.tongue_height))
    made = plan(cut, size(thickness=stock))
    figures = {each.key: each.value for each in made.figures}
    assert figures["guide.exposure"] == pytest.approx(rule.tongue_exposure)
    assert figures["tongue.end"] == pytest.approx(rule.tongue_tip)
    assert made.proof.passed


@pytest.mark.parametrize(("on", "run"), [("left", 280), ("right", 280), ("near", 460), ("far", 460)])
def test_both_faces_are_cut_past_the_bit_with_the_fresh_wood_away_from_the_fence(on, run):
    made = plan(dataclasses.replace(CUT, on=on))
    kinds = [move.kind for move in made.moves]
    assert kinds == ["set", "start", "enter", "cut", "leave", "stop"] * 2
    first, second = (move for move in made.moves if move.kind == "cut")
    assert (first.fresh, second.fresh) == ("left", "left")
    assert [at[0] for at in (*first.path, *second.path)] == [0, run, run, 0]
    axis = (18 - 8.112) / 2 - 12.7 / 2
    assert (first.path[0][1], second.path[0][1]) == pytest.approx((axis, 18 - axis))
    assert {move.to_depth for move in made.moves if move.kind == "cut"} == {8.7}
    what = [change.what for move in made.moves[6:] for change in move.changes]
    assert what == ["board"], "nothing but the board is turned"


@pytest.mark.parametrize(("on", "normal"), [("left", (-1, 0, 0)), ("right", (1, 0, 0)), ("near", (0, -1, 0)), ("far", (0, 1, 0))])
def test_the_motor_lies_beyond_the_worked_side(on, normal):
    made = plan(dataclasses.replace(CUT, on=on))
    (a, b, c), (d, e, f) = made.settings[0].frame.x, made.settings[0].frame.y
    assert (b * f - c * e, c * d - a * f, a * e - b * d) == normal


@pytest.mark.parametrize("on", ["left", "far"])
def test_what_stays_is_the_tongue(on):
    """Random points of the end against the trapezoid, by the distance of each from both ways of the bit."""
    made = plan(dataclasses.replace(CUT, on=on))
    slope = math.tan(math.radians(14))
    axes = [move.path[0][1] for move in made.moves if move.kind == "cut"]
    for i in range(37):
        for k in range(21):
            y, below = 18 * (i + 0.5) / 37, 8.7 * (k + 0.5) / 21
            gone = any(abs(y - axis) < 12.7 / 2 - (8.7 - below) * slope for axis in axes)
            half = 8.112 / 2 + (8.7 - below) * slope
            assert gone == (abs(y - 9) > half)


@pytest.mark.parametrize(("on", "tapered", "low"), [("left", "shown", True), ("left", "back", False), ("near", "shown", False)])
def test_a_shim_leaves_the_tongue_thicker_where_the_socket_is_wide(on, tapered, low):
    made = plan(dataclasses.replace(CUT, on=on, taper=in_mm(1.2), over=in_mm(200), tapered=tapered))
    assert made.proof.passed
    cuts = [move for move in made.moves if move.kind == "cut"]
    straight, slanted = (cuts[1], cuts[0]) if low else (cuts[0], cuts[1])
    assert straight.path[0][1] == straight.path[1][1]
    axis = (18 - 8.112) / 2 - 12.7 / 2
    for u, v in slanted.path:
        away = v if low else 18 - v
        assert away == pytest.approx(axis - 1.2 * (200 - u) / 200)
    shims = [change.to for move in made.moves for change in move.changes if change.what == "spacer"]
    assert sorted(shims) == [0.0, 1.2]
    assert any("tape a shim" in line.metric for section in made.slip for line in section.lines)


def test_a_board_on_its_end_wants_a_tall_fence_a_block_behind_it_and_a_closed_ring():
    made = plan()
    assert {"tall-fence", "backed-at-the-end"} <= codes(made, "note")
    assert {"opening-under-the-end", "all-the-way"} <= codes(made, "caution")
    (fence,) = (body for body in made.bodies if body.id == "fence-1")
    assert max(x for x, _ in fence.ring) >= 230, "half as high as the board stands"
    narrow = plan(piece=size(width=100))
    assert "pushed-with-a-block" in codes(narrow, "caution")
    assert narrow.settings[0].hands == "sled"


def test_what_is_small_or_leans_on_too_little_is_stopped_by_what_happens():
    """The proof's own judgement: no body to lean on, and hands beside a short board on its edge."""
    made = plan(TongueCut(on="near", root=in_mm(8.112), depth=in_mm(8.7)), size(length=200, width=60))
    assert "hands-too-near" in codes(made)
    upright = plan(TongueCut(on="near", root=in_mm(8.112), depth=in_mm(8.7)), size(length=400, width=60))
    assert not codes(upright)


@pytest.mark.parametrize(
    ("cut", "piece", "field", "code"),
    [
        ({"root": in_mm(14)}, SHELF, "cut.root", "no-shoulders"),
        ({"depth": in_mm(11.9), "root": in_mm(12.5)}, SHELF, "cut.root", "no-shoulders"),
        ({"taper": in_mm(4)}, SHELF, "cut.taper", "taper-too-much"),
        ({"angle": 8.0}, SHELF, "cut.angle", "no-dovetail-bit"),
        ({"depth": in_mm(13)}, size(thickness=30), "cut.depth", "deeper-than-any-bit"),
        ({"depth": in_mm(11), "on": "near"}, size(width=20), "cut.depth", "higher-than-board"),
    ],
)
def test_what_cannot_be_is_said_where_it_was_typed(cut, piece, field, code):
    with pytest.raises(CutError) as refused:
        plan(dataclasses.replace(CUT, **cut), piece)
    assert (refused.value.field, refused.value.code) == (field, code)


def test_more_wood_beside_the_tongue_than_the_bit_is_wide_is_a_stop():
    made = plan(piece=size(thickness=36))
    assert "reaches-too-little" in codes(made)


def with_opening(beside: str) -> Piece:
    """The shelf with an opening 15 mm from one of its sides."""
    left, near = {"left": (15, 110), "right": (460 - 75, 110), "near": (200, 15), "far": (200, 280 - 75)}[beside]
    opening = Contour(form="rectangle", length=in_mm(60), width=in_mm(60), left=in_mm(left), near=in_mm(near))
    return dataclasses.replace(SHELF, openings=(opening,))


@pytest.mark.parametrize("beside", SIDES)
def test_an_opening_beside_the_worked_side_is_said_there_and_no_other_is(beside):
    piece = with_opening(beside)
    assert [side for side in SIDES if opening_within(piece, side, 15.1)] == [beside]
    assert not opening_within(piece, beside, 15.0)
    refused = {}
    for cut in (*(dataclasses.replace(CUT, on=side) for side in SIDES), *(FingersCut(**SLOTS, end=end) for end in ENDS)):
        try:
            tongue(cut, piece) if isinstance(cut, TongueCut) else fingers(cut, piece)
        except CutError as error:
            refused[cut] = (error.field, error.code)
    wanted = {dataclasses.replace(CUT, on=beside): ("cut.on", "opening-near-side")}
    if beside in ENDS:
        wanted[FingersCut(**SLOTS, end=beside)] = ("cut.end", "opening-near-end")
    assert refused == wanted


@pytest.mark.parametrize("on", ENDS)
def test_the_block_behind_an_end_stands_where_the_bit_comes_out_on_either_face(on):
    made = plan(dataclasses.replace(CUT, on=on))
    behind = []
    for number, move in enumerate(made.moves):
        if move.kind != "cut":
            continue
        (block,) = (
            body
            for body in made.bodies
            if body.role == "backer" and (body.from_move or 0) <= number and (body.to_move is None or number < body.to_move)
        )
        (began, _), (out, _) = move.path[0], move.path[-1]
        away = [(y - out) * math.copysign(1, out - began) for _, y in block.ring]
        behind.append((round(min(away), 6), max(away) > 20))
    assert behind == [(0.0, True), (0.0, True)]


@pytest.mark.parametrize("on", ["left", "right", "near", "far"])
def test_later_cuts_find_both_strips_gone(on):
    left = PLANNING.leaves(dataclasses.replace(CUT, on=on), SHELF, SHOP)
    assert len(left.taken) == 2
    spot = {"left": (4, 140), "right": (456, 140), "near": (230, 4), "far": (230, 276)}[on]
    inner = {"left": (10, 140), "right": (450, 140), "near": (230, 10), "far": (230, 270)}[on]

    def gone(at, z):
        return any(each.radius(z) > 0 and _away(at, each.path) < each.radius(z) for each in left.taken)

    assert [gone(spot, z) for z in (1.0, 4.5, 9.0, 13.5, 17.0)] == [True, True, False, True, True]
    assert not any(gone(inner, z) for z in (1.0, 9.0, 17.0))


@pytest.mark.parametrize("tapered", ["shown", "back"])
@pytest.mark.parametrize("on", SIDES)
def test_a_strip_that_is_shimmed_all_along_is_gone_less_at_its_own_face(on, tapered):
    run = 280 if on in ENDS else 460
    cut = dataclasses.replace(CUT, on=on, taper=in_mm(2), over=in_mm(2 * run), tapered=tapered)
    spot = {"left": (4, 140), "right": (456, 140), "near": (230, 4), "far": (230, 276)}[on]
    left = PLANNING.leaves(cut, SHELF, SHOP)
    gone = [any(each.radius(z) > _away(spot, each.path) for each in left.taken) for z in (13.5, 4.5)]
    assert gone == ([False, True] if tapered == "shown" else [True, False]), "3.9 mm of the one, 4.9 of the other"


def _away(at, path) -> float:
    (x, y), ((ax, ay), (bx, by)) = at, path
    share = ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / ((bx - ax) ** 2 + (by - ay) ** 2)
    share = min(max(share, 0.0), 1.0)
    return math.dist(at, (ax + share * (bx - ax), ay + share * (by - ay)))
