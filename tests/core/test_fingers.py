"""Fingers across an end: where the slots lie, what the standing board asks of sled and bit, and what later cuts see of them."""

from __future__ import annotations

import dataclasses
import math

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from ranura.core.board.pieces import Piece
from ranura.core.board.stood import placing_of, stood
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.edge.asked import EdgeCut
from ranura.core.cuts.fingers.asked import FingersCut
from ranura.core.cuts.fingers.on_board import MOST_SLOTS, fingers
from ranura.core.geometry.loop_text import loops_of_text
from ranura.core.geometry.placing import IN_PLACE
from ranura.core.joints.box_joint import plan_box_joint
from ranura.core.plan import PLANNING, circumstances
from ranura.core.proof.moves import Program
from ranura.core.proof.prove import prove
from ranura.core.proof.stood import placed_program
from ranura.core.shop.tooling.guides import KeyedSled
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import in_mm
from ranura.demo.shop import SHOP

SIDE = Piece(name="Side", material="beech", length=in_mm(320), width=in_mm(199.5), thickness=in_mm(15))
CUT = FingersCut(slot=in_mm(9.525), depth=in_mm(15.3))


def plan(cut: FingersCut = CUT, piece: Piece = SIDE, shop=SHOP, **more):
    return PLANNING.plan_with_moves(cut, piece, shop, shop.rules, **more)


def codes(made, level: str = "stop") -> set[str]:
    return {each.code for each in made.cautions if each.level == level}


def size(length: float = 320, width: float = 199.5, thickness: float = 15) -> Piece:
    return dataclasses.replace(SIDE, length=in_mm(length), width=in_mm(width), thickness=in_mm(thickness))


@given(st.floats(40, 500), st.floats(3, 25), st.floats(0, 0.3))
def test_the_slots_are_those_of_the_rule(width, slot, play):
    """Against the calculator's own numbers (R14), which the vectors hold."""
    rule = plan_box_joint(bit_diameter=slot, width=width, thickness=15, play=play)
    piece = size(width=width)
    if max(rule.slots) > MOST_SLOTS:
        with pytest.raises(CutError):
            fingers(dataclasses.replace(CUT, slot=in_mm(slot), play=play, starts="slot"), piece)
        return
    sliver = rule.last if rule.ends_with == "slot" else math.inf
    assume(sliver > play + 1e-3)
    for starts, count in zip(("finger", "slot"), rule.slots, strict=True):
        asked = fingers(dataclasses.replace(CUT, slot=in_mm(slot), play=play, starts=starts), piece)
        assert len(asked.slots) == count
        first = rule.finger if starts == "finger" else 0.0
        assert [low for low, _ in asked.slots] == pytest.approx([first + i * rule.pitch for i in range(count)])
        assert asked.whole_widths == pytest.approx(rule.whole_widths)
        if starts == "finger":
            assert asked.last[0] == rule.ends_with or math.isclose(asked.slots[-1][1], width, abs_tol=1e-6)
            assert asked.last[1] == pytest.approx(rule.last, abs=1e-6) or math.isclose(asked.slots[-1][1], width, abs_tol=1e-6)


@pytest.mark.parametrize("end", ["left", "right"])
@pytest.mark.parametrize("starts", ["finger", "slot"])
def test_the_moves_take_every_slot_and_nothing_else(end, starts):
    made = plan(dataclasses.replace(CUT, end=end, starts=starts))
    assert (made.status, made.proof.passed, made.router_id) == ("ready", True, "table-three")
    frame = made.settings[0].frame
    assert frame.x == (0.0, 1.0, 0.0), "along the width, from the near edge"
    assert frame.origin[0] == (0.0 if end == "left" else 320.0)
    out = frame.x[1] * frame.y[2] - frame.x[2] * frame.y[1]
    assert out == (-1 if end == "left" else 1), "the motor lies beyond the end"
    first = 9.475 if starts == "finger" else 0.0
    middles = sorted({move.path[0][0] for move in made.moves if move.kind == "cut"})
    assert middles == pytest.approx([first + 9.525 / 2 + 19 * i for i in range(len(middles))])
    assert len(middles) == len(made.stations) == (10 if starts == "finger" else 11)


def test_every_slot_is_begun_and_left_with_the_bit_clear_and_stands_before_the_board_is_set_over():
    made = plan()
    for station in range(1, 11):
        kinds = [move.kind for move in made.moves if move.station == station and move.kind != "set"]
        assert kinds == ["shift", "start", "enter", "cut", "leave", "cut", "stop"]
        cut, back = (move for move in made.moves if move.station == station and move.kind == "cut")
        assert (cut.fresh, back.fresh) == ("both", "none")
        assert cut.path[0] == (cut.path[-1][0], 0.0)
        assert cut.path[-1][1] == 15


@pytest.mark.parametrize(("wide", "fresh"), [(189.6, "both"), (188.0, "left"), (184.0, "left")])
def test_a_last_slot_at_the_far_edge_has_its_wood_on_the_conventional_side(wide, fresh):
    made = plan(piece=size(width=wide))
    assert made.proof.passed
    last = [move for move in made.moves if move.kind == "cut" and move.station == 10]
    assert last[0].fresh == fresh


@pytest.mark.parametrize(("thick", "count"), [(15, 1), (25, 1), (26, 4)])
def test_twice_the_bits_width_at_once_only_with_little_wood_along_the_way(thick, count):
    made = plan(piece=size(thickness=thick))
    assert len(made.passes) == count
    assert {move.to_depth for move in made.moves if move.kind == "cut"} == {each.to_depth for each in made.passes}
    assert max(each.to_depth - each.from_depth for each in made.passes) <= (19.05 if thick <= 25 else 9.525 / 2) + 1e-9


def test_the_proof_judges_that_by_what_happens():
    """The same moves through 30 mm of wood, or with no sled, are a slot too deep."""
    made = plan()
    stands = placed_program(_program(made), IN_PLACE.after(placing_of(SIDE, "left")))
    assert _found(stands) == set()
    thick = stood(size(thickness=30), "left")
    ring = ((0.0, 0.0), (thick.length.mm, 0.0), (thick.length.mm, 30.0), (0.0, 30.0))
    thicker = dataclasses.replace(stands, bodies=(dataclasses.replace(stands.bodies[0], ring=ring), *stands.bodies[1:]))
    assert "slot-too-deep" in _found(thicker)
    flat = dataclasses.replace(stands, settings=tuple(dataclasses.replace(each, hands="flat") for each in stands.settings))
    assert _found(flat) == {"slot-too-deep"}


@pytest.mark.parametrize(("high", "stops"), [(240.0, False), (160.0, False), (159.0, True)])
def test_a_standing_board_leans_on_at_least_half_its_height(high, stops):
    shop = dataclasses.replace(SHOP, guides=(KeyedSled(id="low", name="Low sled", key=9.525, floor=9, high=high),))
    made = plan(shop=shop)
    assert ("face-too-low" in codes(made), "stands-unheld" in codes(made)) == (stops, stops)
    assert (made.status == "stop") == stops


def test_without_a_sled_of_that_key_one_is_to_be_made_and_how_is_said():
    made = plan(dataclasses.replace(CUT, slot=in_mm(12.7)))
    (said,) = (each for each in made.cautions if each.code == "sled-to-make")
    assert "12.7 mm wide" in said.do.metric
    assert "160 mm high" in said.do.metric
    assert made.status == "caution"


def test_a_width_as_it_is_advised_ends_with_a_whole_finger_when_it_is_typed_from_a_rule():
    asked = fingers(CUT, size(width=199.5))
    assert (len(asked.slots), asked.last) == (10, ("finger", pytest.approx(9.5)))
    assert len(fingers(CUT, size(width=199.53)).slots) == 11


def test_a_sliver_at_the_far_edge_is_named_with_the_widths_that_mend_it():
    made = plan(piece=size(width=200))
    (said,) = (each for each in made.cautions if each.code == "sliver")
    assert "199.5 mm or 218.5 mm" in said.do.metric
    for wide in (199.475, 218.475):
        assert "sliver" not in codes(plan(piece=size(width=wide)), "caution")


@pytest.mark.parametrize(
    ("cut", "piece", "field", "code"),
    [
        ({"slot": in_mm(7)}, SIDE, "cut.slot", "no-bit-for-slot"),
        ({"depth": in_mm(40)}, SIDE, "cut.depth", "deeper-than-any-bit"),
        ({"depth": in_mm(170)}, SIDE, "cut.depth", "deeper-than-board"),
        ({}, size(width=9), "cut.slot", "one-finger"),
        ({"slot": in_mm(0.5), "play": 0.6}, SIDE, "cut.play", "no-finger-left"),
        ({"slot": in_mm(3.175)}, size(width=500), "cut.slot", "too-many-slots"),
    ],
)
def test_what_cannot_be_is_said_where_it_was_typed(cut, piece, field, code):
    with pytest.raises(CutError) as refused:
        plan(dataclasses.replace(CUT, **cut), piece)
    assert (refused.value.field, refused.value.code) == (field, code)


def test_other_cuts_at_the_end_come_after_the_fingers():
    groove = ChannelCut(width=in_mm(6), depth=in_mm(5), position=in_mm(12), goes="along", end="near")
    before = PLANNING.leaves(groove, SIDE, SHOP)
    made = plan(before=before)
    assert "cut-before-at-the-end" in codes(made)
    assert made.proof.passed is False, "the board is not as it was reckoned with"
    stopped = dataclasses.replace(groove, stop_first=in_mm(30), stop_last=in_mm(30))
    assert plan(before=PLANNING.leaves(stopped, SIDE, SHOP)).status == "ready"
    other = PLANNING.leaves(dataclasses.replace(CUT, end="right"), SIDE, SHOP)
    assert plan(before=other).status == "ready"


def test_later_cuts_find_the_slots_open():
    """A bearing along the near edge of the board that begins with a slot runs into the air at both ends."""
    rabbet = EdgeCut(shape="rabbet", size=in_mm(6.35), depth=in_mm(7.5), edges=("near",), edge_state="smooth")
    whole = PLANNING.leaves(CUT, SIDE, SHOP)
    assert PLANNING.plan(rabbet, SIDE, SHOP, SHOP.rules, before=whole).status != "stop", "its near edge is whole"
    open_ended = PLANNING.leaves(dataclasses.replace(CUT, starts="slot", depth=in_mm(24)), SIDE, SHOP)
    assert len(open_ended.taken) == 11 * 4
    here = [each for each in open_ended.taken if each.radius(7.5) > 0]
    assert len(here) == len(open_ended.taken), "right through the board"
    assert min(each.box[1] for each in here) == pytest.approx(0.0, abs=1e-6)
    assert max(each.box[2] for each in here) == pytest.approx(24.0, abs=1e-6)
    deep = PLANNING.plan_with_moves(rabbet, SIDE, SHOP, SHOP.rules, before=open_ended)
    assert "bearing-without-its-edge" in {each.code for each in deep.proof.findings} or deep.proof.passed


def _program(made) -> Program:
    return Program(bodies=made.bodies, settings=made.settings, moves=made.moves)


def _found(program: Program) -> set[str]:
    around = dataclasses.replace(circumstances(SIDE, SHOP, SHOP.rules, PLANNING.leaves(CUT, SIDE, SHOP)), fibres=None)
    return {each.code for each in prove(program, around).proof.findings if each.level == "stop"}


@pytest.mark.parametrize("starts", ["finger", "slot"])
def test_the_sled_that_is_drawn_cuts_every_slot_with_the_one_before_on_its_key(starts):
    """The board is set over the drawn face, slot by slot: each lies over the slot of the bit, and meets the key at its left."""
    cut = dataclasses.replace(CUT, starts=starts)
    asked = fingers(cut, SIDE)
    jig = plan(cut).jig_to_make
    face, key = loops_of_text(jig.path)
    wide = max(x for x, _, _ in face.vertices)
    (b0, b1), floor = sorted({x for x, y, _ in face.vertices if 0 < x < wide}), min(y for _, y, _ in key.vertices)
    assert b1 - b0 == pytest.approx(asked.slot)
    assert sorted({x for x, _, _ in key.vertices}) == pytest.approx([b0 - asked.finger - asked.slot, b0 - asked.finger])
    up = sorted({y for x, y, _ in face.vertices if b0 - 1e-6 <= x <= b1 + 1e-6})[1]
    assert up == pytest.approx(floor + asked.depth), "the bit stands as high above the floor as the slots are deep"
    assert max(y for _, y, _ in key.vertices) < up, "a slot that was cut sits down over the key"
    key_right = max(x for x, _, _ in key.vertices)
    for number, (low, _) in enumerate(asked.slots):
        edge = b0 - low  # where the board's near edge stands on the face
        assert edge >= 0
        assert edge + asked.wide <= wide, "the face is behind all of the board"
        if number:
            last = edge + asked.slots[number - 1][1]
            assert last == pytest.approx(key_right), "the slot before is over the key"
        elif starts == "finger":
            assert edge == pytest.approx(key_right), "its edge is against the key"
    assert len(jig.lines) == 5


def test_a_sled_of_the_shop_keeps_its_floor_and_face_in_the_drawing():
    low = KeyedSled(id="own", name="Own", key=CUT.slot.mm, floor=12.0, high=260.0)
    jig = plan(shop=dataclasses.replace(SHOP, guides=(low,))).jig_to_make
    face, key = loops_of_text(jig.path)
    assert max(y for _, y, _ in face.vertices) == pytest.approx(12 + 260)
    assert min(y for _, y, _ in key.vertices) == pytest.approx(12)
