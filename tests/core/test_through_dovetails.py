"""Through dovetails by a pair of combs: how they are laid out, what the combs are bound to, what the moves leave."""

from __future__ import annotations

import math
from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import Point as Place
from shapely import Polygon
from shapely.geometry import LineString

from ranura.core.board.outlines import Contour
from ranura.core.board.pieces import Piece
from ranura.core.board.stood import placing_of
from ranura.core.cuts.through_dovetails.asked import ThroughDovetailsCut
from ranura.core.cuts.through_dovetails.drawing import section_ring
from ranura.core.cuts.through_dovetails.on_board import ThroughOnBoard, through_dovetails
from ranura.core.family import NOTHING_BEFORE
from ranura.core.geometry.loop_text import loops_of_text
from ranura.core.geometry.placing import IN_PLACE
from ranura.core.joint_plan import plan_joint
from ranura.core.joints.asked import Joint
from ranura.core.plan import PLANNING, circumstances
from ranura.core.proof.moves import Program
from ranura.core.proof.prove import prove
from ranura.core.proof.stood import placed_program
from ranura.core.shop.drawer.plain_items import plain_item_from_texts, plain_item_texts
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.guides import CombPair
from ranura.core.text.errors import CraftError, CutError
from ranura.core.text.lengths import in_mm
from ranura.demo.shop import SHOP

PAIR = next(each for each in SHOP.guides if isinstance(each, CombPair))
PLACE, LEAN = 17.125, math.tan(math.radians(7))
"""How wide the place of a pin is at its floor: the bit and its bushing's play; how its flanks lean."""
PINS = ThroughDovetailsCut(makes="pins", mate=in_mm(14), play=0.1)
TAILS = ThroughDovetailsCut(makes="tails", mate=in_mm(15))


def board(width: float = 120, thickness: float = 15, length: float = 400) -> Piece:
    return Piece(name="End", material="beech", length=in_mm(length), width=in_mm(width), thickness=in_mm(thickness))


def plan(cut: ThroughDovetailsCut, piece: Piece | None = None, shop: Shop = SHOP):
    return PLANNING.plan_with_moves(cut, piece or board(), shop, shop.rules)


def stops(made) -> set[str]:
    return {each.code for each in made.cautions if each.level == "stop"}


def under(cut: ThroughDovetailsCut, width: float = 120, thickness: float = 15, shop: Shop = SHOP) -> ThroughOnBoard:
    return through_dovetails(cut, board(width, thickness), shop)


@given(st.integers(1, 10), st.floats(0.01, 0.99), st.sampled_from(["tails", "pins"]))
def test_tails_and_pins_fill_the_width_and_both_boards_are_laid_out_alike(tails, share, makes):
    """Against the sum of what is there: half pins, tails and pins at the inside of the corner."""
    asked = under(replace(TAILS, makes=makes), _width(tails, share))
    assert asked.tails == tails
    assert 6 <= asked.half_pin <= PLACE - 15.3 * LEAN + 1e-9
    assert 2 * asked.half_pin + tails * (28 - PLACE) + (tails - 1) * PLACE == pytest.approx(asked.wide)
    assert asked.middles[0] + asked.middles[-1] == pytest.approx(asked.wide)
    assert asked.middles[0] - PLACE / 2 <= 0, "no wood stays beside the outer slot"


def _width(tails: int, share: float) -> float:
    least, most = 6.0, PLACE - 15.3 * LEAN
    return tails * 28 - PLACE + 2 * (least + (most - least) * share)


@pytest.mark.parametrize("makes", ["tails", "pins"])
@pytest.mark.parametrize("end", ["left", "right"])
@pytest.mark.parametrize("outside", ["shown", "back"])
def test_the_moves_make_them_and_nothing_climbs(makes, end, outside):
    made = plan(replace(PINS if makes == "pins" else TAILS, end=end, outside=outside))
    assert (made.status in ("ready", "caution"), made.proof.passed) == (True, True)
    assert {each.check for each in made.proof.findings} <= {6}, "what is taken is what is wanted"
    assert SHOP.bit(made.bit_id).diameter == (9.525 if makes == "pins" else 17)
    slots = 4 if makes == "pins" else 5
    assert len([move for move in made.moves if move.kind == "leave"]) == slots * len(made.passes), "out before every slot"
    assert [move.kind for move in made.moves if move.kind in ("start", "stop")] == ["start", "stop"] * len(made.passes)


def test_pins_are_narrowest_outside():
    """What is left of the end, measured through its thickness at the pin in the middle."""
    for outside in ("shown", "back"):
        cut = replace(PINS, outside=outside)
        made = plan(cut)
        gone = [
            LineString(move.path).buffer(9.525 / 2, quad_segs=32)
            for move in made.moves
            if move.kind in ("enter", "cut", "leave") and len(move.path) > 1
        ]
        left = Polygon([(0, 0), (120, 0), (120, 15), (0, 15)])
        for each in gone:
            left = left.difference(each)
        wide = [left.intersection(LineString([(46, y), (74, y)])).length for y in (0.01, 14.99)]
        # At the left end y begins at the shown face.
        assert sorted(wide) == (wide if outside == "shown" else wide[::-1])
        assert max(wide) == pytest.approx(PLACE - 0.1, abs=0.02)
        assert max(wide) - min(wide) == pytest.approx(2 * 15 * LEAN, abs=0.03)


@pytest.mark.parametrize("makes", ["tails", "pins"])
def test_the_bushing_runs_along_its_comb_and_never_into_it(makes):
    """Wherever the bit takes wood from a wall that stays, the bushing touches a finger; it never lies over one."""
    cut = PINS if makes == "pins" else TAILS
    asked = under(cut)
    comb, r = Polygon(asked.ring(asked.comb_ring())), PAIR.bushing / 2
    for number in range(asked.slots):
        for lane in asked.lanes(number)[-2:]:
            assert LineString(asked.ring(lane)).distance(comb) == pytest.approx(r, abs=1e-6)
    for move in plan(cut).moves:
        for at in move.path or ():
            assert Place(at).distance(comb) >= r - 1e-6


def test_without_scrap_on_the_left_the_first_slot_climbs():
    made, piece = plan(TAILS), board()
    bodies = tuple(each for each in made.bodies if each.id != "scrap")
    program = Program(bodies=bodies, settings=made.settings, moves=made.moves)
    around = replace(circumstances(piece, SHOP, SHOP.rules, NOTHING_BEFORE), fibres=None)
    run = prove(placed_program(program, IN_PLACE.after(placing_of(piece, "left"))), around)
    assert "climbs" in {each.code for each in run.proof.findings if each.level == "stop"}


@pytest.mark.parametrize(
    ("piece", "cut", "shop", "code"),
    [
        ({"width": 22}, {}, {}, "no-tail"),
        ({"width": 128}, {}, {}, "half-pins-too-wide"),
        ({"width": 395.9}, {}, {}, "comb-pair-too-narrow"),
        ({}, {"combs": "no such"}, {}, "unknown-comb-pair"),
        ({"length": 30}, {}, {}, "deeper-than-board"),
        ({"width": 107.9, "thickness": 40}, {"makes": "pins"}, {}, "half-pins-too-wide"),
        ({}, {"mate": in_mm(24)}, {}, "deeper-than-any-bit"),
        ({}, {"mate": in_mm(80)}, {}, "mouth-too-narrow"),
        ({}, {"makes": "pins"}, {"straight": 12.5}, "straight-too-wide"),
        ({}, {"makes": "pins"}, {"straight": 4.7}, "straight-too-narrow"),
        ({}, {"makes": "pins"}, {"tip": 6.0}, "fingers-begin-late"),
        ({}, {"makes": "pins"}, {"straight": 9.0}, "no-bit-for-pair"),
        ({}, {"bit_id": None}, {"angle": 9.0}, "no-bit-for-pair"),
    ],
)  # fmt: skip
def test_what_cannot_be_is_refused_where_it_was_typed(piece, cut, shop, code):
    own = replace(SHOP, guides=(*(each for each in SHOP.guides if each is not PAIR), replace(PAIR, **shop)))
    with pytest.raises(CraftError) as refused:
        plan(replace(TAILS, **cut), board(**piece), own)
    assert refused.value.code == code


@pytest.mark.parametrize(("left", "refused"), [(25, True), (26, False)])
def test_an_opening_too_near_to_the_end_is_refused(left, refused):
    window = Contour(form="rectangle", length=in_mm(40), width=in_mm(40), left=in_mm(left))
    piece = replace(board(), openings=(window,))
    if refused:
        with pytest.raises(CutError) as error:
            plan(TAILS, piece)
        assert error.value.code == "opening-near-end"
    else:
        assert plan(TAILS, piece).status == "caution"


def test_the_widths_that_would_do_are_named_and_do():
    with pytest.raises(CutError) as refused:
        under(TAILS, 128)
    assert "boards 106.9 mm to 125.35 mm or 134.9 mm to 153.35 mm" in refused.value.message.metric
    for width, tails in ((106.9, 4), (125.3, 4), (134.9, 5), (153.3, 5)):
        assert under(TAILS, width).tails == tails


def test_combs_bushing_and_bits_are_bound_to_one_another():
    without = replace(SHOP, guides=tuple(each for each in SHOP.guides if each.id != "bushing-15.875"))
    assert "combs-bushing-missing" in stops(plan(TAILS, shop=without))
    assert "not-the-combs-bit" in stops(plan(replace(TAILS, bit_id="dovetail-12.7")))
    assert "comb-wants-dovetail" in stops(plan(replace(TAILS, bit_id="straight-12.7")))
    assert "not-the-pairs-straight" in stops(plan(replace(PINS, bit_id="up-cut-8")))
    assert "needs-hand-router" in stops(plan(replace(PINS, router_id="table-three")))


@pytest.mark.parametrize(("longer", "stopped"), [(0, False), (2, True), (4, True)])
def test_a_cutter_that_reaches_into_the_bushing_is_stopped(longer, stopped):
    """15.3 mm deep under 10 mm of comb, in a collar of 6 mm: that begins 19.3 mm above the tip."""
    pair = replace(PAIR, bit_diameter=21.0, pitch=34.0)
    bit = replace(SHOP.bit("dovetail-17"), diameter=21.0, cutting_length=18.0 + longer, overall_length=70)
    guides = (*(each for each in SHOP.guides if each is not PAIR), pair)
    own = replace(SHOP, guides=guides, bits=tuple(bit if each.id == bit.id else each for each in SHOP.bits))
    made = plan(replace(TAILS, bit_id=bit.id), board(140), own)
    assert ("cutter-in-bushing" in stops(made)) == stopped


@pytest.mark.parametrize(("cut", "comb"), [(PINS, "the tapered one"), (TAILS, "the straight one")])
def test_the_slip_says_which_comb_and_where_the_board_stands_under_it(cut, comb):
    made = plan(cut)
    figures = {each.key: each.value for each in made.figures}
    assert figures["guide.stop"] == pytest.approx(32), "half of 120 less four times 28, and 28 more"
    assert 2 * figures["dovetails.pins"] == pytest.approx(120 - 4 * 28 + PLACE)
    if cut is TAILS:
        assert figures["tool.free"] == pytest.approx(12 + 10 + 15.3), "collet to base, through the comb, and as deep"
    said = {each.key: [line.metric for line in each.lines] for each in made.slip}
    assert said["guide"][0].startswith(f"Pair of combs 28, {comb}")
    assert any("scrap" in line for line in said["hold"]) == (cut is TAILS)


@pytest.mark.parametrize("cut", [PINS, TAILS], ids=["pins", "tails"])
def test_the_end_is_drawn_as_it_is_cut(cut):
    """What of the end is drawn, against what is to be left of it as it is seen from its outside."""
    asked = under(cut)
    ring = Polygon(section_ring(asked, 40.0))
    at_end, at_floor = (asked.tails * (28 - 2 * half) for half in (PLACE / 2 - asked.depth * LEAN, PLACE / 2))
    outside = asked.tails * (28 - 2 * ((PLACE - cut.play) / 2 - 15 * LEAN))
    gone = asked.depth * ((120 - (at_end + at_floor) / 2) if cut.makes == "tails" else outside)
    assert ring.is_valid
    assert ring.area == pytest.approx(120 * 40 - gone, abs=0.01)


@pytest.mark.parametrize("play", [0.0, 0.2])
def test_where_the_pins_comb_lies_sets_their_width(play):
    """A finger is as wide where the inside lies as the pin there, less twice what bushing and bit leave beside it."""
    asked = under(replace(PINS, play=play))
    made = plan(replace(PINS, play=play))
    (tips,) = (each for each in made.figures if each.key == "guide.tips")
    finger = PAIR.tip + 2 * LEAN * (tips.value + 15)
    assert finger + (15.875 - 9.525) / math.cos(math.radians(7)) == pytest.approx(PLACE - play)
    assert asked.tips == pytest.approx(-tips.value)


def test_the_pair_is_put_in_by_its_sizes_and_its_combs_can_be_drawn():
    texts = plain_item_texts(PAIR)
    assert plain_item_from_texts("comb-pair", texts, id=PAIR.id, unit="mm") == PAIR
    for wrong, code in (
        ({"slot": "28"}, "slot-without-finger"),
        ({"bushing": "17"}, "bushing-wider-than-slot"),
        ({"straight": "16"}, "straight-wider-than-bushing"),
        ({"angle": "50"}, "angle-too-wide"),
    ):
        with pytest.raises(CraftError) as refused:
            plain_item_from_texts("comb-pair", texts | wrong, id="x", unit="mm")
        assert refused.value.code == code
    for cut in (PINS, TAILS):
        template = plan(cut).template
        assert template is not None
        (loop,) = loops_of_text(template.path)
        comb = Polygon(loop.points())
        assert comb.is_valid
        foot = comb.intersection(LineString([(0, 1), (1_000, 1)]))
        # Of the straight one the whole sides beside its slots are two pieces more than the fingers between them.
        assert len(foot.geoms) == PAIR.slots + (1 if cut is TAILS else 0), "the whole comb, however narrow the board"


@pytest.mark.parametrize(
    ("end", "into", "fit", "times"),
    [
        ("left", "left", "tight", 0),
        pytest.param("left", "right", "glue", 2, marks=pytest.mark.thorough),
        pytest.param("right", "left", "glue", 2, marks=pytest.mark.thorough),
        ("right", "both", "glue", 2),
        pytest.param("left", "both", "tight", 0, marks=pytest.mark.thorough),
    ],
)
def test_a_corner_goes_together_with_the_play_of_its_fit(end, into, fit, times):
    for tried, more in ({}, 0.0), ({"tried": "too-tight", "off": in_mm(0.1)}, 0.1):
        joint = Joint(kind="through-dovetails", end=end, into=into, fit=fit, **tried)
        found = plan_joint(PLANNING, joint, board(), board(120, 14, 300), SHOP)
        wanted = SHOP.rules.dovetail_clearance * times + more
        assert (found.status, found.cautions) == ("caution", ())
        assert found.together is not None
        across, before, below = found.together.measured
        assert (across.gap, before.gap, below.gap) == pytest.approx((wanted, 0, 0), abs=1e-6)
        assert max(each.interference for each in found.together.measured) < 1e-6
        assert found.together.second.bounds[3] > found.together.first.bounds[3] + 10, "the second board is drawn above the pins"
        assert found.together.interference < 1e-4, "mm², of sections that are chords of 0.001 mm"
    assert len(found.cuts) == (4 if into == "both" else 2)
    inwards = 1.0 if end == "left" or into == "both" else -1.0
    (shown,) = {each.cut.outside == "back" for each in found.joined.cuts if each.cut.makes == "tails"}
    assert shown == (found.joined.placing.z[0] == inwards), (
        "of the tails' board the shown face lies within the corner, or without"
    )
    assert [each.cut.makes for each in found.joined.cuts] == ["tails"] * (len(found.cuts) // 2) + ["pins"] * (
        len(found.cuts) // 2
    )
    assert "0.41 mm for every 0.1 mm" in str(found.joined.mended)


def test_of_two_pairs_the_one_for_such_boards_is_taken_and_without_one_it_is_wanted():
    steep = replace(PAIR, id="steep", angle=10.0)
    shop = replace(
        SHOP, guides=(steep, *SHOP.guides), bits=(*SHOP.bits, replace(SHOP.bit("dovetail-17"), id="steep", angle=10.0))
    )
    assert through_dovetails(replace(TAILS, mate=in_mm(12)), board(118), shop).combs is steep
    assert through_dovetails(replace(TAILS, mate=in_mm(12), combs=PAIR.id), board(), shop).combs == PAIR
    without = replace(SHOP, guides=tuple(each for each in SHOP.guides if each is not PAIR))
    with pytest.raises(CutError) as refused:
        plan_joint(PLANNING, Joint(kind="through-dovetails"), board(), board(120, 14), without)
    assert (refused.value.code, refused.value.lacks) == ("no-comb-pair", True)
