"""The drawing in words, held against the moves and bodies it tells of; every grip has the name of its blank and its range."""

from __future__ import annotations

import math
import re

import pytest
from tests.demo_cuts import DEMO as DEMO_CUTS
from tests.demo_cuts import followed

from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.dovetails.asked import DovetailsCut
from ranura.core.cuts.edge.asked import EdgeCut
from ranura.core.cuts.end_groove.asked import EndGrooveCut
from ranura.core.cuts.fingers.asked import FingersCut
from ranura.core.cuts.through_dovetails.asked import ThroughDovetailsCut
from ranura.core.cuts.tongue.asked import TongueCut
from ranura.core.plan import PLANNING
from ranura.core.proof.wood import place_on
from ranura.core.text.lengths import in_mm
from ranura.demo.jobs import CRATE_END, WING_CASE_SIDE
from ranura.demo.shop import SHOP

CUTS = [pytest.param(piece, cut, id=name) for _, name, cut, piece in DEMO_CUTS]
LYING = [
    each
    for each in CUTS
    if not isinstance(each.values[1], EndGrooveCut | FingersCut | TongueCut)
    and getattr(each.values[1], "makes", "") not in ("tails", "pins")
    and not getattr(each.values[1], "on", None)
]
NUMBER = r"-?\d+(?:\.\d+)?"


@pytest.mark.parametrize(("piece", "cut"), LYING)
def test_every_cut_is_told_where_its_moves_go_and_how_deep(piece, cut):
    plan = followed(cut, piece).plan
    board, *lines = (line.metric for line in plan.in_words)
    assert f"{piece.length.mm:g} mm long, {piece.width.mm:g} mm wide, {piece.thickness.mm:g} mm thick" in board
    cuts = [line for line in lines if "Cut " in line]
    cutting = [move for move in plan.moves if move.kind == "cut"]
    assert cuts
    told = {float(re.search(rf"Cut ({NUMBER}) mm deep", line)[1]) for line in cuts}
    done = {move.to_depth for move in cutting}
    assert all(any(abs(depth - each) <= 0.03 for each in done) for depth in told)
    assert lines[-1].endswith("alike.") or len(cuts) == sum(move.kind == "enter" for move in plan.moves) or _never_enters(plan)
    if not lines[-1].endswith("alike."):
        assert all(any(abs(depth - each) <= 0.03 for each in told) for depth in done)
    for line in cuts:
        x0, y0, x1, y1 = _places(line)
        way = [place_on(plan.settings[move.setting].frame, at) for move in plan.moves if move.turning for at in move.path]
        for x in (x0, x1):
            assert any(abs(x - at[0]) <= 0.05 for at in way), line
        for y in (y0, y1):
            assert any(abs(y - at[1]) <= 0.05 for at in way), line
        if " from " in line and not _never_enters(plan):
            begins = [_at(plan, move, 0) for move in plan.moves if move.kind == "enter"]
            ends = [_at(plan, move, -1) for move in plan.moves if move.kind == "leave"]
            assert any(math.dist((x0, y0), at) <= 0.1 for at in begins), line
            assert any(math.dist((x1, y1), at) <= 0.1 for at in ends) or not ends, line


def _at(plan, move, place: int) -> tuple[float, float]:
    return place_on(plan.settings[move.setting].frame, move.path[place])


def test_fingers_are_told_slot_by_slot_on_the_board_as_it_stands():
    cut = FingersCut(slot=in_mm(9.525), depth=in_mm(18.3), starts="slot")
    plan = PLANNING.plan_with_moves(cut, CRATE_END, SHOP, SHOP.rules)
    board, *lines = (line.metric for line in plan.in_words)
    assert "stands on its left end: 199.5 mm wide, 15 mm thick, 240 mm high" in board
    cuts = [line for line in lines if "Cut 18.3 mm deep" in line]
    assert len(cuts) == 11
    for number, line in enumerate(cuts):
        x0, y0, x1, y1 = _places(line)
        assert (x0, x1) == pytest.approx((9.525 / 2 + 19 * number,) * 2, abs=0.03)
        assert (y0, y1) == (0, 15)


@pytest.mark.parametrize(
    ("goes", "end", "grows"),
    [
        ("across", "left", {"near edge": (0.0, 1.0), "far edge": (0.0, -1.0)}),
        ("along", "near", {"left end": (1.0, 0.0), "right end": (-1.0, 0.0)}),
    ],
)
def test_a_grip_of_an_end_has_the_name_of_that_end(goes, end, grows):
    """Pulled away from an end, the stop from that end grows."""
    channel = ChannelCut(width=in_mm(12.7), depth=in_mm(5), position=in_mm(120), goes=goes, end=end)
    handles = PLANNING.plan(channel, WING_CASE_SIDE, SHOP, SHOP.rules).drawing[0].handles
    stops = {each.name.removeprefix("Stopped from the "): each.direction for each in handles if each.opens}
    assert stops.keys() == grows.keys()
    for name, direction in grows.items():
        assert stops[name] == pytest.approx(direction)


def _never_enters(plan) -> bool:
    """A hole is plunged where it stands."""
    return not any(move.kind == "enter" for move in plan.moves)


def _places(line: str) -> tuple[float, float, float, float]:
    if " from " in line:
        found = re.search(rf"from ({NUMBER}) mm, ({NUMBER}) mm to ({NUMBER}) mm, ({NUMBER}) mm", line)
        return tuple(map(float, found.groups()))
    found = re.search(rf"within ({NUMBER}) mm to ({NUMBER}) mm and ({NUMBER}) mm to ({NUMBER}) mm", line)
    x0, x1, y0, y1 = map(float, found.groups())
    return x0, y0, x1, y1


@pytest.mark.parametrize(("piece", "cut"), CUTS)
def test_what_holds_and_guides_is_told_as_often_as_it_stands_there(piece, cut):
    plan = followed(cut, piece).plan
    lines = [line.metric for line in plan.in_words]
    for role, said in (("clamp", "Clamp:"), ("fence", "Fence:"), ("block", "Stop block:"), ("backer", "Backer:")):
        there = sum(body.role == role and body.from_move == 0 for body in plan.bodies)
        assert sum(line.startswith(said) for line in lines) == there


@pytest.mark.parametrize(("piece", "cut"), CUTS)
def test_every_grip_has_a_name_its_value_and_how_far_it_goes(piece, cut):
    plan = followed(cut, piece).plan
    handles = plan.drawing[0].handles
    assert handles or isinstance(cut, DovetailsCut | EdgeCut | EndGrooveCut | FingersCut | ThroughDovetailsCut | TongueCut)
    for handle in (each for first in handles for each in (first, first.other) if each is not None):
        assert re.fullmatch(r"[A-Z][a-z ]+", handle.name), handle.field
        sideways = abs(handle.direction[0]) > abs(handle.direction[1])
        assert handle.most == (piece.length.mm if sideways else piece.width.mm)
        assert float(handle.shown.metric.number) == pytest.approx(handle.value, abs=0.03)
    for clamp in plan.drawing[0].clamps:
        assert float(clamp.shown.metric.number) == pytest.approx(clamp.at, abs=0.03)
