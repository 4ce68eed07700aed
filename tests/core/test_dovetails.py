"""Half-blind dovetails by a comb: how they are laid out, what the comb is bound to, what the moves leave of both boards."""

from __future__ import annotations

import dataclasses

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import Polygon

from ranura.core.board.pieces import Piece
from ranura.core.board.stood import placing_of
from ranura.core.cuts.dovetails.asked import DovetailsCut
from ranura.core.cuts.dovetails.comb_dovetail import plan_comb_dovetail
from ranura.core.cuts.dovetails.drawing import section_ring
from ranura.core.cuts.dovetails.on_board import DovetailsOnBoard, dovetails
from ranura.core.family import NOTHING_BEFORE
from ranura.core.geometry.loop_text import loops_of_text
from ranura.core.geometry.loops import arc_of
from ranura.core.geometry.placing import IN_PLACE
from ranura.core.plan import PLANNING, circumstances
from ranura.core.proof.moves import Program
from ranura.core.proof.prove import prove
from ranura.core.proof.stood import placed_program
from ranura.core.shop.drawer.form import flat_form
from ranura.core.shop.drawer.plain_items import plain_item_from_texts, plain_item_texts
from ranura.core.shop.tooling.guides import Bushing, Comb
from ranura.core.text.errors import CraftError, CutError
from ranura.core.text.lengths import in_mm
from ranura.demo.shop import SHOP

FRONT = Piece(name="Front", material="walnut", length=in_mm(400), width=in_mm(128), thickness=in_mm(20))
SIDE = Piece(name="Side", material="ash", length=in_mm(260), width=in_mm(128), thickness=in_mm(12))
SOCKETS = DovetailsCut(mate=in_mm(12))
TAILS = DovetailsCut(makes="tails", mate=in_mm(20))
COMB = next(each for each in SHOP.guides if isinstance(each, Comb))


def plan(cut: DovetailsCut, piece: Piece | None = None, shop=SHOP):
    return PLANNING.plan_with_moves(cut, piece or (FRONT if cut.makes == "sockets" else SIDE), shop, shop.rules)


def stops(made) -> set[str]:
    return {each.code for each in made.cautions if each.level == "stop"}


def with_guides(*changed, without: str = ""):
    kept = [each for each in SHOP.guides if each.id not in {without, *(one.id for one in changed)}]
    return dataclasses.replace(SHOP, guides=(*kept, *changed))


def laid(width: float = 128.0, comb: Comb = COMB, **more) -> DovetailsOnBoard:
    return dovetails(dataclasses.replace(SOCKETS, **more), dataclasses.replace(FRONT, width=in_mm(width)), with_guides(comb))


@given(st.integers(1, 11), st.floats(0.01, 0.99))
def test_they_are_laid_out_as_the_calculator_says(tails, share):
    """Against `comb-dovetail` (R14), which the vectors hold; edge to edge they fill the board."""
    least, most = 12.0, 2 * (COMB.pitch - 14.2875)
    width = 14.2875 + (tails - 1) * COMB.pitch + least + (most - least) * share
    asked = laid(width)
    rule = plan_comb_dovetail(
        bit_diameter=12.7, bit_angle=14, cutting_depth=12, finger_pitch=24, slot_width=12.7, bushing_od=11.1125, width=width
    )
    assert (asked.tails, asked.half_pin, asked.fits_at) == (rule.tails, rule.half_pin, rule.depth)
    assert asked.fits_at == pytest.approx(9.175, abs=0.001), "the demo's comb"
    assert asked.sockets[0] - asked.floor / 2 == pytest.approx(asked.half_pin)
    assert width - asked.sockets[-1] - asked.floor / 2 == pytest.approx(asked.half_pin)
    first = asked.slots[0]
    assert first + asked.floor / 2 <= 1e-9, "the first slot cuts no half pin"


@given(st.floats(20, 330), st.sampled_from(["sockets", "tails"]), st.sampled_from(["left", "right"]))
def test_a_place_under_the_comb_is_found_again(width, makes, end):
    try:
        asked = dovetails(DovetailsCut(makes=makes, end=end, mate=in_mm(12)), dataclasses.replace(SIDE, width=in_mm(width)), SHOP)
    except CutError:
        return
    for at in ((0.0, 0.0), (11.0, -4.0), (-3.0, 25.5)):
        assert asked.under_comb(asked.on_board(at)) == pytest.approx(at)


@pytest.mark.parametrize("tails", [1, 2, 5])
def test_tails_fill_their_sockets_at_that_depth(tails):
    """The drawn sections: what one board has, the other has not."""
    asked = laid(14.2875 + (tails - 1) * 24 + 16)
    other = dataclasses.replace(asked, cut=dataclasses.replace(asked.cut, makes="tails"))
    sockets, ends = (Polygon(section_ring(each, asked.depth)) for each in (asked, other))
    home = Polygon([(x, -asked.depth - y) for x, y in ends.exterior.coords])
    assert sockets.intersection(home).area < 1e-6
    assert sockets.union(home).area == pytest.approx(asked.wide * asked.depth)


@pytest.mark.parametrize("cut", [SOCKETS, TAILS], ids=["sockets", "tails"])
@pytest.mark.parametrize("end", ["left", "right"])
def test_the_moves_make_them_and_nothing_climbs(cut, end):
    made = plan(dataclasses.replace(cut, end=end))
    assert (made.status, made.proof.passed) == ("caution", True)
    assert {each.check for each in made.proof.findings} == {6}, "what is taken is what is wanted"
    assert (made.bit_id, made.router_id) == ("dovetail-12.7-8", "plunge-two")
    assert {move.fresh for move in made.moves} <= {None, "none", "left", "both"}
    assert len([move for move in made.moves if move.kind == "leave"]) == 6, "out before every slot"
    assert [move.to_depth for move in made.moves if move.path] == pytest.approx([9.175] * 31, abs=0.001)
    assert [move.kind for move in made.moves if move.kind in ("start", "stop")] == ["start", "stop"], "one go"


def test_without_scrap_on_the_left_the_first_slot_climbs():
    made = plan(dataclasses.replace(TAILS, end="left"))
    bodies = tuple(each for each in made.bodies if each.id != "scrap")
    program = Program(bodies=bodies, settings=made.settings, moves=made.moves)
    around = dataclasses.replace(circumstances(SIDE, SHOP, SHOP.rules, NOTHING_BEFORE), fibres=None)
    run = prove(placed_program(program, IN_PLACE.after(placing_of(SIDE, "left"))), around)
    assert "climbs" in {each.code for each in run.proof.findings if each.level == "stop"}


@pytest.mark.parametrize(
    ("piece", "cut", "code"),
    [
        ({"width": 20}, {}, "no-tail"),
        ({"width": 97}, {}, "half-pins-meet-slots"),
        ({"width": 342.3}, {}, "comb-too-narrow"),
        ({}, {"mate": in_mm(22)}, "tails-too-thick"),
        ({}, {"comb": "no such"}, "unknown-comb"),
        ({}, {"depth": in_mm(20.5)}, "through-the-board"),
        ({}, {"depth": in_mm(14)}, "deeper-than-any-bit"),
        ({"thickness": 12, "length": 15}, {"makes": "tails", "depth": in_mm(9)}, "tails-too-long"),
    ],
)
def test_what_cannot_be_is_refused_where_it_was_typed(piece, cut, code):
    board = dataclasses.replace(FRONT, **{name: in_mm(value) for name, value in piece.items()})
    with pytest.raises(CraftError) as refused:
        plan(dataclasses.replace(SOCKETS, **cut), board)
    assert refused.value.code == code


def test_the_widths_that_would_do_are_named_and_do():
    with pytest.raises(CutError) as refused:
        laid(97)
    assert "boards 74.3 mm to 81.7 mm or 98.3 mm to 105.7 mm" in refused.value.message.metric
    for width in (74.35, 81.65, 98.35, 105.65):
        assert laid(width).tails == (3 if width < 90 else 4)


@pytest.mark.parametrize(
    ("shop", "code"),
    [
        (with_guides(without="bushing-11.1125"), "combs-bushing-missing"),
        (with_guides(Bushing(id="bushing-11.1125", name="Long", outside=11.1125, bore=9.5, length=9.0)), "shank-stays-out"),
        (with_guides(Bushing(id="bushing-11.1125", name="Tight", outside=11.1125, bore=8.2, length=6.0)), "shank-stays-out"),
        (with_guides(Bushing(id="bushing-11.1125", name="Other", outside=11.1125, plate="two-screw")), "bushing-of-other-plate"),
    ],
)
def test_comb_bushing_and_bit_are_bound_to_one_another(shop, code):
    assert code in stops(plan(dataclasses.replace(SOCKETS, bit_id="dovetail-12.7-8"), shop=shop))


def test_another_bit_or_a_shank_that_stays_out_is_said():
    assert "not-the-combs-bit" in stops(plan(dataclasses.replace(SOCKETS, bit_id="dovetail-9.525")))
    assert "comb-wants-dovetail" in stops(plan(dataclasses.replace(SOCKETS, bit_id="straight-12.7")))
    assert "shank-stays-out" in stops(plan(dataclasses.replace(SOCKETS, bit_id="dovetail-12.7")))
    assert "needs-hand-router" in stops(plan(dataclasses.replace(SOCKETS, router_id="table-three")))


def test_what_lacks_a_comb_or_its_bit_can_be_wanted():
    without = dataclasses.replace(SHOP, bits=tuple(each for each in SHOP.bits if each.angle != 14))
    for shop, code in ((with_guides(without=COMB.id), "no-comb"), (without, "no-dovetail-bit")):
        with pytest.raises(CutError) as refused:
            plan(SOCKETS, shop=shop)
        assert (refused.value.code, refused.value.lacks) == (code, True)


@pytest.mark.parametrize(
    ("front", "code", "by"),
    [
        (10, "sockets-deeper", "a gap of 2 mm"),
        (11.9, None, ""),
        (12.2, None, ""),
        (13, "tails-shouldered", "over their sockets by 1 mm"),
        (16, "tails-shouldered", "over their sockets by 4 mm"),
    ],
)
def test_tails_of_another_thickness_are_said(front, code, by):
    said = {each.code: each.message.metric for each in plan(dataclasses.replace(SOCKETS, mate=in_mm(front))).cautions}
    assert said.keys() & {"sockets-deeper", "tails-shouldered"} == ({code} if code else set())
    assert by in said.get(code, "")


@pytest.mark.parametrize(("thick", "said"), [(12.0, True), (18.3, True), (18.4, False), (20.0, False)])
def test_sockets_that_leave_less_than_half_of_the_board_are_said(thick, said):
    made = plan(SOCKETS, dataclasses.replace(FRONT, thickness=in_mm(thick)))
    assert ("thin-below-sockets" in {each.code for each in made.cautions}) == said
    assert "thin-below-sockets" not in {each.code for each in plan(TAILS).cautions}


@pytest.mark.parametrize("cut", [SOCKETS, TAILS], ids=["sockets", "tails"])
def test_the_slip_says_how_both_boards_are_held_and_that_it_is_cut_at_once(cut):
    made = plan(cut)
    said = {each.key: [line.metric for line in each.lines] for each in made.slip}
    lies = cut.makes == "sockets"
    assert said["hold"][0].startswith("this board lies" if lies else "this board stands")
    assert said["hold"][1].startswith("before it its mate" if lies else "behind it its mate")
    assert said["depths"][0].startswith("all of it at once · 17.17 mm below the base")
    assert any("clamped under the comb" in line.metric for line in made.ticks.before)


@pytest.mark.parametrize("depth", [None, 8.2])
@pytest.mark.parametrize("cut", [SOCKETS, TAILS], ids=["sockets", "tails"])
def test_what_stands_beside_the_first_of_them_is_drawn(cut, depth):
    section = plan(dataclasses.replace(cut, depth=depth and in_mm(depth))).drawing[1]
    ring = next(each.points for each in section.outlines if each.role == "work")
    beside = next(each for each in section.dimensions if not each.vertical)
    # A socket is widest at its floor, a tail at its end.
    level = 0.0 if cut.makes == "tails" else sorted({y for _, y in ring})[1]
    assert beside.end[0] - beside.start[0] == pytest.approx(min(x for x, y in ring if y == level))


def test_the_dry_run_shows_the_scrap_and_the_comb():
    made = PLANNING.dry_run(TAILS, SIDE, SHOP, SHOP.rules)
    assert sorted(each.role for each in made.bodies) == ["backer", "backer", "template"], "mate, scrap, comb"
    scrap = Polygon(dovetails(TAILS, SIDE, SHOP).scrap())
    assert sum(Polygon(each.points).symmetric_difference(scrap).area < 0.1 for each in made.bodies) == 1


def test_the_figures_say_where_both_boards_stand():
    sockets, tails = ({each.key: each.value for each in plan(cut).figures} for cut in (SOCKETS, TAILS))
    assert sockets["guide.stop"] == pytest.approx(16.0), "a half pin of 8.856 and half of 14.2875"
    assert tails["guide.stop"] == pytest.approx(28.0), "12 further to the left"
    assert sockets["tool.free"] == pytest.approx(12 + 8 + 9.175, abs=0.001), "collet to base, through the comb, and as deep"
    assert sockets["guide.shift"] == tails["guide.shift"] == 12
    assert 2 * sockets["dovetails.pins"] + 4 * 24 + 14.2875 == pytest.approx(128)
    assert sockets["dovetails.fit"] == pytest.approx(9.175, abs=0.001)


def test_a_depth_that_does_not_fit_is_said_with_how_much():
    deep = plan(dataclasses.replace(SOCKETS, depth=in_mm(10.2)))
    (said,) = (each for each in deep.cautions if each.code == "not-at-its-depth")
    assert "0.51 mm too tight" in said.message.metric
    shallow = plan(dataclasses.replace(SOCKETS, depth=in_mm(8.2)))
    assert any("too loose" in each.message.metric for each in shallow.cautions)


def test_of_two_combs_the_one_made_for_such_tails_is_taken_and_either_can_be_pinned():
    thin = dataclasses.replace(COMB, id="thin", name="Thin comb", sides=8.0)
    shop = with_guides(thin)
    assert dovetails(dataclasses.replace(SOCKETS, mate=in_mm(9)), FRONT, shop).comb is thin
    assert dovetails(dataclasses.replace(SOCKETS, mate=in_mm(9), comb=COMB.id), FRONT, shop).comb == COMB
    blank = PLANNING.form(SOCKETS, FRONT, shop).options[0]
    assert [each.says for each in blank.choices] == ["the comb that fits best", COMB.name, "Thin comb"]


def test_a_comb_is_put_in_by_its_sizes():
    texts = plain_item_texts(COMB)
    assert plain_item_from_texts("comb", texts, id=COMB.id, unit="mm") == COMB
    assert plain_item_from_texts("comb", texts | {"pitch": "1 in"}, id="x", unit="in").angle == 14, "degrees are no length"
    takes = {each.field: each.takes for each in flat_form("comb").fields}
    assert (takes["angle"], takes["slots"], takes["pitch"]) == ("number", "number", "length")
    for wrong, code in (({"slot": "24"}, "slot-without-finger"), ({"bushing": "13"}, "bushing-wider-than-slot")):
        with pytest.raises(CraftError) as refused:
            plain_item_from_texts("comb", texts | wrong, id="x", unit="mm")
        assert refused.value.code == code


def test_the_comb_goes_out_as_it_is_with_its_arcs():
    template = plan(SOCKETS).template
    assert template is not None
    assert (template.is_template, template.guide_id) == (True, "bushing-11.1125")
    (comb,) = loops_of_text(template.path)
    assert comb.arcs == 14 + 13, "round ends of slots and of the fingers between them"
    radii = sorted({round(arc_of(*side)[1], 3) for side in comb.sides if side[2]})
    assert radii == [5.65, 6.35], "fingers of 11.3, slots of 12.7"
    assert not plan(SOCKETS).waits_for_template
