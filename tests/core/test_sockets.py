"""Dovetail sockets (R13): cleared or shallow, at once and never lifted, and tapered by a straightedge that is turned."""

from __future__ import annotations

import dataclasses
import math

import pytest

from ranura.core.board.pieces import Piece
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.form import form
from ranura.core.plan import PLANNING
from ranura.core.text.errors import CutError
from ranura.core.text.forms import Phrase
from ranura.core.text.lengths import in_mm
from ranura.demo.shop import SHOP

FLOOR = Piece(name="Floor", material="stage-floor-fir", length=in_mm(900), width=in_mm(440), thickness=in_mm(28))
BIT = SHOP.bit("dovetail-12.7")


def mouth(depth: float) -> float:
    return round(12.7 - 2 * depth * math.tan(math.radians(14)), 3)


def socket(depth: float = 9.0, **changes) -> ChannelCut:
    cut = ChannelCut(shape="dovetail", width=in_mm(mouth(depth)), depth=in_mm(depth), position=in_mm(200))
    return dataclasses.replace(cut, **changes)


def plan(cut: ChannelCut, piece: Piece = FLOOR, shop=SHOP):
    return PLANNING.plan_with_moves(cut, piece, shop, shop.rules)


def codes(made, level: str = "stop") -> set[str]:
    return {each.code for each in made.cautions if each.level == level}


@pytest.mark.parametrize(("depth", "clears"), [(5.0, "9.525 straight"), (9.0, "8 up-cut"), (11.5, "6.35 up-cut")])
def test_it_is_cleared_by_the_widest_straight_bit_that_its_mouth_takes(depth, clears):
    made = plan(socket(depth))
    assert (made.status, made.bit_id) == ("ready", BIT.id)
    depths = next(each for each in made.slip if each.key == "depths")
    assert depths.lines[0].metric.startswith(f"first clear with {clears}:") or depths.lines[0].metric.startswith("first clear")
    used = [each.bit for each in made.settings]
    assert used[-1].id == BIT.id
    first = used[0]
    assert 2 * max(r for _, r, _ in first.silhouette) <= mouth(depth) + 1e-6
    assert max(move.to_depth for move in made.moves if move.setting == 0 and move.to_depth) == pytest.approx(depth - 0.5)
    assert [each.to_depth for each in made.passes] == [depth], "the dovetail bit at once"


def test_it_goes_in_at_one_edge_and_out_at_the_other():
    made = plan(socket())
    own = [move for move in made.moves if made.settings[move.setting].bit.id == BIT.id and move.path]
    assert [move.kind for move in own] == ["start", "enter", "cut", "leave", "stop"]
    with pytest.raises(CutError) as refused:
        plan(socket(stop_first=in_mm(60), stop_last=in_mm(60)))
    assert refused.value.code == "undercut-runs-out"


@pytest.mark.parametrize(
    ("end", "stop"),
    # Along an edge guide only where the bit, with the guide on its left, begins at the open end.
    [("left", "stop_first"), ("left", "stop_last"), ("right", "stop_first"), ("right", "stop_last"), ("near", "stop_last"),
     ("far", "stop_first")],
)  # fmt: skip
def test_one_that_is_stopped_at_an_end_goes_in_at_the_other_and_back_out_there(end, stop):
    along = {"goes": "along", "position": in_mm(60), "guide": "edge-guide"} if end in ("near", "far") else {}
    made = plan(socket(**{stop: in_mm(60)}, end=end, **along))
    assert made.status in ("ready", "caution")
    own = [move for move in made.moves if made.settings[move.setting].bit.id == BIT.id and move.path]
    assert [move.kind for move in own] == ["start", "enter", "cut", "cut", "stop"]
    assert (own[2].fresh, own[3].fresh) == ("both", "none")
    assert own[0].path == own[-1].path, "out where it came in"
    axis = 0 if along else 1
    open_at = 0.0 if stop == "stop_last" else (900.0 if along else 440.0)
    begun, turned = own[0].path[0][axis], own[2].path[-1][axis]
    assert abs(begun - open_at) < 30
    assert not 0 < begun < (900 if along else 440)
    # As far from the other edge as is asked at the face, where the socket is as round as its mouth.
    assert abs(turned - ((900.0 if along else 440.0) - open_at)) == pytest.approx(60 + mouth(9.0) / 2, abs=0.01)
    direction = " ".join(line.metric for each in made.slip if each.key == "direction" for line in each.lines)
    assert "back the same way turning; never lift inside" in direction


@pytest.mark.parametrize(
    ("material", "depth", "stops"), [("ash", 6.0, False), ("ash", 6.5, True), ("pine", 8.0, False), ("pine", 8.5, True)]
)
def test_without_a_bit_to_clear_it_only_a_shallow_one_is_cut(material, depth, stops):
    bare = dataclasses.replace(SHOP, bits=tuple(bit for bit in SHOP.bits if bit.profile == "dovetail" or bit.diameter > 12))
    made = plan(socket(depth), dataclasses.replace(FLOOR, material=material), bare)
    assert "dovetail-without-clearing" in codes(made, "caution")
    assert ("too-deep-uncleared" in codes(made)) == stops


@pytest.mark.parametrize("end", ["left", "right"])
def test_a_taper_is_cut_by_turning_the_straightedge_about_the_far_edge(end):
    made = plan(socket(end=end, taper=in_mm(1.5)))
    assert made.status == "ready"
    assert made.proof.passed
    (said,) = (each.message.metric for each in made.cautions if each.code == "tapered")
    assert said.endswith(f"towards the {end} end"), "as the moves below go"
    last = [move for move in made.moves if move.setting == len(made.settings) - 1 and move.path]
    first = [move for move in made.moves if move.setting == len(made.settings) - 2 and move.kind == "cut"][-1]
    assert [(move.kind, move.fresh) for move in last if move.kind == "cut"] == [("cut", "left")]
    axis = first.path[0][0]
    towards = -1 if end == "left" else 1
    for x, y in (at for move in last for at in move.path):
        assert x == pytest.approx(axis + towards * 1.5 * (440 - y) / 440)
    asked = [part.text for part in form(socket(end=end, taper=in_mm(1.5)), FLOOR, SHOP).sentence if isinstance(part, Phrase)]
    assert "1.5 mm wider at the near edge," in asked
    figure = next(each for each in made.figures if each.key == "guide.taper")
    reach = 440 + (next(body for body in made.bodies if body.id == "fence-1").ring[0][1]) * -1
    assert figure.value == pytest.approx(1.5 * reach / 440)
    assert figure.inputs[-1].shown.metric.number == f"{reach:g}"
    fences = {body.id: (body.from_move, body.to_move) for body in made.bodies if body.role == "fence"}
    turned = fences["fence-turned"]
    assert turned[1] is None
    assert any(name != "fence-turned" and to == turned[0] for name, (_, to) in fences.items()), "one after the other"


@pytest.mark.parametrize(
    ("changes", "code"),
    [
        ({"taper": in_mm(3.5)}, "tapered-too-much"),
        ({"taper": in_mm(1), "count": 2, "spacing": in_mm(90)}, "taper-of-other"),
        ({"taper": in_mm(1), "goes": "along", "end": "near"}, "taper-of-other"),
        ({"taper": in_mm(1), "shape": "square"}, "taper-of-other"),
    ],
)
def test_what_is_not_tapered_says_so_where_it_was_typed(changes, code):
    with pytest.raises(CutError) as refused:
        plan(socket(**changes))
    assert (refused.value.field, refused.value.code) == ("cut.taper", code)


def test_a_taper_without_room_for_its_straightedge_is_a_stop():
    made = plan(socket(position=in_mm(60), taper=in_mm(1)))
    assert "taper-wants-straightedge" in codes(made)
