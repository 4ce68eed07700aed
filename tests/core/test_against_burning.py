"""What the house does against burning (R4, R20): lead faster, take a thicker last skin, turn slower at the same feed."""

from __future__ import annotations

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ranura.core.board.pieces import Piece
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.edge.asked import EdgeCut
from ranura.core.cutting.feed import plan_feed
from ranura.core.plan import PLANNING
from ranura.core.shop.burn_limits import BurnsBelow, with_limit
from ranura.core.text.errors import RuleError
from ranura.core.text.lengths import in_mm
from ranura.demo.shop import SHOP

DADO = ChannelCut(width=in_mm(12.7), depth=in_mm(9), position=in_mm(100))
ROUNDOVER = EdgeCut(shape="roundover", size=in_mm(9.525), edges=("near",), edge_state="smooth")
CHAMFER = EdgeCut(shape="chamfer", size=in_mm(12), edges=("near",), edge_state="smooth")


def board(material: str = "sycamore") -> Piece:
    return Piece(name="Rail", material=material, length=in_mm(600), width=in_mm(200), thickness=in_mm(40))


def planned(cut, school: str, limit: float | None, *, kind: str, material: str = "sycamore"):
    wood = SHOP.material(material)
    limits = with_limit((), material_class=wood.material_class, kind=kind, chip_mm=limit)
    rules = replace(SHOP.rules, burning=school, burn_limits=limits)
    return PLANNING.plan_with_moves(cut, board(material), SHOP, rules)


def rpm(plan) -> float:
    return next(each for each in plan.figures if each.key == "speed.rpm").value


def thin_skin(**more):
    """A skin of 0.05 mm with a small bit: even at twice the feed its chip is 0.014 mm thick."""
    return plan_feed(rpm=18_000, flutes=2, bit_diameter=6, material="dense-hardwood", radial_engagement=0.05, fastest=4.0, **more)


@pytest.mark.parametrize(
    ("more", "feed", "limited", "chip"),
    [
        ({}, 3.366, "chip", 0.0170),
        ({"burning": "slower-spindle"}, 3.366, "chip", 0.0170),
        ({"burning": "faster-feed"}, 4.0, "burning", 0.0202),
        ({"burning": "faster-feed", "burn": 1}, 3.366, "chip", 0.0170),
        ({"burning": "faster-feed", "for_rpm": 9_000}, 4.0, "burning", 0.0202),
        ({"burning": "slower-spindle", "for_rpm": 9_000}, 1.683, "chip", 0.0085),
    ],
)
def test_a_house_that_leads_faster_goes_to_the_ceiling_where_it_would_burn(more, feed, limited, chip):
    found = thin_skin(**more)
    assert (found.feed_m_min, found.limited_by) == (pytest.approx(feed, abs=1e-3), limited)
    assert found.chip_thickness_mm == pytest.approx(chip, abs=1e-4)


def test_what_is_said_of_a_thin_chip_leads_with_what_is_left_to_do():
    codes = {
        school: [
            each.code
            for each in plan_feed(
                rpm=24_000, flutes=2, bit_diameter=32, material="hardwood", radial_engagement=0.1, fastest=3.0, burning=school
            ).cautions
        ]
        for school in (None, "faster-feed", "slower-spindle")
    }  # fmt: skip
    assert codes[None] == ["feed-hand-maximum", "burning-likely"]
    assert codes["faster-feed"] == codes["slower-spindle"] == ["feed-hand-maximum", "burning-slow-down"]
    assert [each.code for each in thin_skin(burning="slower-spindle").cautions] == ["burning-slow-down"]
    assert [each.code for each in thin_skin().cautions] == ["burning-likely"]
    assert not thin_skin(burning="faster-feed").cautions


def test_a_dado_that_burnt_so_far_is_led_faster_or_turned_slower_as_the_house_has_it():
    usual = planned(DADO, "faster-feed", None, kind="straight")
    faster, slower = (planned(DADO, school, 0.085, kind="straight") for school in ("faster-feed", "slower-spindle"))
    assert [each.passes[0].feed_m_min for each in (usual, faster, slower)] == [
        pytest.approx(3.151, abs=1e-3), 4.0, pytest.approx(3.151, abs=1e-3),
    ]  # fmt: skip
    # 3.151 m/min over two flutes take 0.085 mm each at 18,536 turns; the dial goes to 22,000.
    assert (rpm(usual), rpm(faster), rpm(slower)) == (24_000, 24_000, 18_500)
    says = next(each for each in slower.figures if each.key == "speed.rpm").because.metric
    assert "slowed from 24\u2009000 so that its chip is not too thin" in says
    assert not any(each.code == "burnt-so-far" for plan in (faster, slower) for each in plan.cautions)


def test_a_feed_at_its_ceiling_already_leaves_the_spindle_to_both_schools():
    usual = planned(ROUNDOVER, "faster-feed", None, kind="roundover")
    made = [planned(ROUNDOVER, school, 0.08, kind="roundover") for school in ("faster-feed", "slower-spindle")]
    assert [rpm(each) for each in (usual, *made)] == [22_000, 18_700, 18_700]
    assert all(each.stages[0].feed_m_min == usual.stages[0].feed_m_min == 3.0 for each in made)
    assert all(stage.chip_mm >= 0.08 for each in made for stage in each.stages)


def test_a_last_skin_that_would_burn_is_taken_thicker():
    def last(cut=CHAMFER, **rules) -> tuple[float, float]:
        plan = PLANNING.plan_with_moves(cut, board(), SHOP, replace(SHOP.rules, **rules))
        return plan.stages[-1].trip.height - plan.stages[-2].trip.height, rpm(plan)

    # A skin of 0.5 mm on a face of 45° is 0.71 mm of height. At 2 m/min a tooth takes 0.053 mm, and of such a skin a bit of
    # 31.75 mm takes 0.29 of that: all five are then alike, since a skin of 1 mm would be the largest of them.
    slow = {"feed_max_m_min": 2.0}
    assert last() == (pytest.approx(0.5 * 2**0.5), 20_000)
    assert last(**slow) == (pytest.approx(12 * (1 - 0.8**0.5)), 17_700)
    assert last(**slow, burning="slower-spindle") == (pytest.approx(0.5 * 2**0.5), 13_500)


@given(limit=st.floats(0.02, 0.15), school=st.sampled_from(["faster-feed", "slower-spindle"]))
def test_whatever_burnt_so_far_nothing_turns_faster_or_below_its_router_or_is_stopped_by_it(limit, school):
    for cut, kind in ((DADO, "straight"), (ROUNDOVER, "roundover")):
        usual, made = planned(cut, school, None, kind=kind), planned(cut, school, limit, kind=kind)
        assert (made.status == "stop") <= (usual.status == "stop")
        assert SHOP.router(made.router_id).min_rpm <= rpm(made) <= rpm(usual)
        turns = next(change.to for move in made.moves for change in move.changes if change.what == "speed")
        chips = [each.feed_m_min * 1000 / (turns * SHOP.bit(made.bit_id).flutes) for each in (*made.passes, *made.stages)]
        burns = any(each.code in ("burnt-so-far", "burning-slow-down") for each in made.cautions)
        assert burns or min(chips) >= limit * 0.999
        assert max(chips) <= 0.2


@pytest.mark.parametrize("material", ["acrylic", "hard-plastic"])
def test_plastic_is_cut_slowly_and_warned_of_whatever_the_school(material):
    small = EdgeCut(shape="roundover", size=in_mm(3), edges=("near",), edge_state="smooth")
    made = [planned(small, school, None, kind="roundover", material=material) for school in ("faster-feed", "slower-spindle")]
    assert [rpm(each) for each in made] == [10_900] * 2
    # The dial has steps; the one below gives 9,000.
    assert all(0.05 <= stage.chip_thickness_mm < 0.061 for plan in made for stage in plan.stages)
    melts = [next(each for each in plan.cautions if each.code == "melts") for plan in made]
    assert all(each.level == "caution" and "one or two flutes (this one has 2)" in each.do.metric for each in melts)
    assert all(plan.status == "caution" for plan in made)
    # 0.086 mm a tooth is thick enough.
    assert rpm(planned(DADO, "slower-spindle", None, kind="straight", material=material)) == 24_000


def test_the_power_says_up_to_what_a_pass_is_planned():
    power = next(each for each in planned(DADO, "faster-feed", None, kind="straight").figures if each.key == "feed.power")
    assert "a pass is planned with up to 80 %, so that the motor keeps its speed" in power.because.metric


def test_a_wood_that_hardly_burns_and_other_bits_are_left_as_they_are():
    assert rpm(planned(DADO, "slower-spindle", 0.1, kind="straight", material="walnut")) == 24_000
    assert rpm(planned(DADO, "slower-spindle", 0.1, kind="roundover")) == 24_000


@pytest.mark.parametrize("chip", [0.0, -0.01, 0.16])
def test_a_limit_is_a_chip_that_can_be(chip):
    with pytest.raises(RuleError, match=r"over 0 and at most 0.15 mm"):
        BurnsBelow(material_class="hardwood", kind="straight", chip_mm=chip)
