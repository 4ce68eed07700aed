"""R2 to R7 against known values, properties and oracles that work another way than the code."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st
from tests.demo_cuts import DEMO, followed

from ranura.core.cutting.direction import left_of, straight_direction
from ranura.core.cutting.feed import plan_feed, target_chip, thinning
from ranura.core.cutting.passes import cumulative_depths, max_step, pass_count
from ranura.core.cutting.power import chip_correction
from ranura.core.cutting.size import size_reasons
from ranura.core.cutting.speed import INCH_CHART, METRIC_CHART, chart_rpm, plan_speed, rim_speed, share_rpm
from ranura.core.shop.schools import SPEED_RULES
from ranura.core.shop.tooling.routers import DialPosition
from ranura.demo.shop import SHOP

STEPPED = tuple(
    DialPosition(setting=s, rpm=n)
    for s, n in zip("ABCDEFG", (9_000, 11_500, 14_000, 16_500, 19_000, 22_000, 25_000), strict=True)
)
CONTINUOUS = tuple(DialPosition(setting=i + 1.0, rpm=n) for i, n in enumerate((10_000, 13_200, 17_600, 22_400, 26_800, 30_000)))


def speed(diameter, *, marked=None, rule="rim-speed", mounting="hand", low=9_000, high=25_000, dial=STEPPED, stepped=True):
    return plan_speed(
        bit_diameter=diameter,
        bit_max_rpm=marked,
        mounting=mounting,
        rule=rule,
        rim_limit_m_s=48,
        router_min_rpm=low,
        router_max_rpm=high,
        dial=dial,
        stepped=stepped,
    )


@pytest.mark.parametrize(
    ("chart", "diameter", "rpm", "why"),
    [
        (INCH_CHART, 25.4, 24_000, "an inch still belongs to the first row"),
        (INCH_CHART, 25.5, 18_000, "just over"),
        (INCH_CHART, 50.8, 18_000, "two inches"),
        (INCH_CHART, 63.5, 16_000, "two and a half"),
        (INCH_CHART, 63.6, 12_000, "the largest"),
        (METRIC_CHART, 20, 28_000, "20 mm"),
        (METRIC_CHART, 20.1, 20_000, "just over"),
        (METRIC_CHART, 64, 18_000, "64 mm"),
        (METRIC_CHART, 64.1, 12_000, "table only"),
    ],
)
def test_printed_charts(chart, diameter, rpm, why):
    assert chart_rpm(chart, diameter) == rpm, why


def test_share_changes_on_the_inch_marks():
    shares = [share_rpm(diameter=d, router_max_rpm=24_000) for d in (25.3, 25.4, 50.7, 50.8)]
    assert shares == [24_000, 16_000, 16_000, 12_000]


@pytest.mark.parametrize(
    ("diameter", "marked", "limited_by", "rpm"),
    [
        (12.7, 24_000, "bit", 24_000),  # the marking is under the router's 25,000
        (12.7, None, "router", 25_000),
        (60, 30_000, "rule", 15_200),  # 48 m/s gives 15,279; down to 100
    ],
)
def test_the_last_cap_that_lowers_names_it(diameter, marked, limited_by, rpm):
    found = speed(diameter, marked=marked)
    assert (found.limited_by, found.rpm) == (limited_by, rpm)


def test_the_rim_ceiling_holds_under_every_school():
    found = speed(110, marked=30_000, rule="bands-inch", mounting="table", low=8_000, high=21_000, dial=())
    assert found.limited_by == "rim"
    assert rim_speed(diameter=110, rpm=found.rpm) <= 60
    assert all(rim_speed(diameter=110, rpm=rpm) <= 60 for rpm in found.others.values())
    assert "rim-too-fast" in {c.code for c in found.cautions}


@pytest.mark.parametrize(
    ("diameter", "marked", "mounting", "low", "code"),
    [
        (25.4, 8_000, "hand", 9_000, "too-slow-router"),
        (70, 14_000, "hand", 9_000, "table-only"),
        (25.4, 9_500, "hand", 8_000, None),
    ],
)
def test_what_blocks(diameter, marked, mounting, low, code):
    found = speed(diameter, marked=marked, mounting=mounting, low=low)
    assert found.blocked == (code is not None)
    assert code is None or code in {c.code for c in found.cautions}
    if found.blocked:
        assert found.dial_setting is None


def test_even_the_lowest_dial_position_above_the_cap_blocks():
    dial = (DialPosition(setting=1.0, rpm=11_800), DialPosition(setting=5.0, rpm=24_000))
    found = speed(88.9, marked=11_000, mounting="table", dial=dial, stepped=False)
    assert found.blocked
    assert [c.code for c in found.cautions if c.level == "stop"] == ["dial-too-fast"]


def test_an_unmarked_bit_is_a_caution_over_an_inch_and_a_stop_over_two():
    def level(diameter):
        found = speed(diameter, mounting="table")
        return next((c.level for c in found.cautions if c.code == "marked-maximum-unknown"), None)

    assert [level(d) for d in (25.4, 25.5, 50.8, 50.9)] == [None, "caution", "caution", "stop"]


@given(st.floats(10_000, 30_000))
def test_a_continuous_dial_gives_back_the_target(rpm):
    found = speed(6, marked=rpm, low=10_000, high=30_000, dial=CONTINUOUS, stepped=False)
    below = max(i for i, p in enumerate(CONTINUOUS) if p.rpm <= found.rpm)
    assert found.dial_rpm == found.rpm
    assert below + 1 <= found.dial_setting <= below + 2


@given(st.floats(3, 60), st.sampled_from([None, 9_500, 12_000, 16_000, 24_000]), st.sampled_from(SPEED_RULES))
def test_no_speed_ever_passes_a_cap(diameter, marked, rule):
    found = speed(diameter, marked=marked, rule=rule)
    turning = found.rpm if found.dial_rpm is None else found.dial_rpm
    assert turning <= (marked or 25_000)
    assert rim_speed(diameter=diameter, rpm=turning) <= 60
    assert set(found.others) == set(SPEED_RULES) - {rule}


@pytest.mark.parametrize(
    ("diameter", "shank", "router_class", "mounting", "opening", "codes"),
    [
        (32, 12.7, "trim", "hand", 40, []),
        (32.1, 12.7, "trim", "hand", 40, ["size-over-class"]),
        (51, 12.7, "mid-size", "hand", 60, []),
        (60, 12.7, "mid-size", "table", 70, []),
        (38.1, 6.35, "large", "hand", 60, ["size-over-shank"]),
        (51.1, 8, "large", "table", 98, ["size-over-shank"]),
        (30, 12.7, "mid-size", "hand", 32, ["opening-too-small"]),
        (70, 12.7, "large", "hand", 98, ["table-only", "size-over-class"]),
    ],
)
def test_size_limits(diameter, shank, router_class, mounting, opening, codes):
    found = size_reasons(diameter=diameter, shank=shank, router_class=router_class, mounting=mounting, opening=opening)
    assert [reason.code for reason in found] == codes


@given(st.floats(0.1, 80), st.floats(0.2, 20), st.floats(0, 3))
def test_passes_reach_the_depth_in_steps_no_larger_than_allowed(total, step, finish):
    depths = cumulative_depths(total, step=step, finish=finish)
    taken = [b - a for a, b in zip((0.0, *depths), depths, strict=False)]
    assert depths[-1] == total
    assert len(depths) == pass_count(total, step=step, finish=finish)
    assert all(0 < each <= step * (1 + 1e-6) + 1e-6 for each in taken)
    if len(depths) > 1 and finish > 1e-6:  # a thinner pass than that is none
        assert taken[-1] == pytest.approx(min(finish, step))
        assert max(taken[:-1]) - min(taken[:-1]) < 1e-6, "the rough steps are equal"


@given(st.floats(1, 60), st.floats(0.5, 15), st.floats(0.01, 2))
def test_no_fewer_passes_would_do(total, step, finish):
    count = pass_count(total, step=step, finish=finish)
    light = min(finish, step)
    if count > 1:
        assert (count - 2) * step + light < total + 1e-5


def test_the_four_schools_of_depth():
    of = {"bit_diameter": 19.05, "shank_diameter": 8, "neck_diameter": 7.5, "cap": 6}
    assert {rule: max_step(rule, **of) for rule in ("half-diameter", "diameter", "fixed-cap", "thinnest")} == {
        "half-diameter": 9.525,
        "diameter": 19.05,
        "fixed-cap": 6,
        "thinnest": 7.5,
    }


@given(st.floats(3, 40), st.floats(0.02, 1))
def test_thinning_is_the_thickest_chip_of_a_trochoid(diameter, share):
    """Oracle: the greatest sin of the contact angle up to where the tooth leaves, found by walking the arc."""
    engagement = share * diameter
    leaving = math.acos(1 - 2 * share)
    thickest = max(math.sin(leaving * i / 400) for i in range(401))
    assert thinning(radial_engagement=engagement, bit_diameter=diameter) == pytest.approx(thickest, abs=1e-4)


def test_the_chip_stays_level_outside_its_table():
    assert target_chip(bit_diameter=1, material="hardwood") == target_chip(bit_diameter=3, material="hardwood") == 0.03
    assert target_chip(bit_diameter=60, material="hardwood") == target_chip(bit_diameter=25, material="hardwood") == 0.1


@given(st.floats(3, 50), st.floats(8_000, 30_000), st.integers(1, 4), st.floats(0.05, 1))
def test_feed_stays_within_what_a_hand_does(diameter, rpm, flutes, share):
    feed = plan_feed(rpm=rpm, flutes=flutes, bit_diameter=diameter, material="hardwood", radial_engagement=share * diameter)
    assert 0.8 - 1e-6 <= feed.feed_m_min <= 5 + 1e-6  # what is within 1e-6 of a threshold counts as on it
    assert feed.chip_mm * rpm * flutes == pytest.approx(feed.feed_m_min * 1000)
    if feed.limited_by == "chip":
        assert feed.target_chip_mm * 0.999 <= feed.chip_mm <= 2.001 * feed.target_chip_mm


CEILINGS = {
    "dado": 4.0, "fingers": 4.0, "tongue": 3.0, "pocket": 4.0, "edge": 3.0, "template": 3.0, "dovetails": 3.0,
    "through-dovetails": 3.0, "end-groove": 4.0,
}  # fmt: skip


@pytest.mark.parametrize(("cut", "piece"), [pytest.param(cut, piece, id=i) for i, _, cut, piece in DEMO])
def test_no_run_of_the_demo_is_faster_than_what_is_done_allows(cut, piece):
    plan = followed(cut, piece).plan
    small = piece.length.mm < 150 or piece.width.mm < 75
    most = 2.0 if small or SHOP.bit(plan.bit_id).diameter > 38 else CEILINGS[cut.kind]
    assert max(move.feed_m_min or 0.0 for move in plan.moves) <= most + 1e-6


def test_a_wood_that_tears_is_warned_of_and_one_that_does_not_is_noted():
    def levels(tear_out):
        feed = plan_feed(rpm=2_000, flutes=1, bit_diameter=19.05, material="hardwood", tear_out=tear_out)
        return [c.level for c in feed.cautions if c.code == "tear-out-likely"]

    assert (levels(1), levels(2), levels(3)) == (["note"], ["caution"], ["caution"])


@given(st.floats(0.02, 1), st.floats(0.03, 0.12))
def test_the_mean_chip_is_the_average_over_the_arc(share, tooth):
    """Oracle: averages f_z·sin(φ) over the arc of contact, number by number."""
    leaving = math.acos(1 - 2 * share)
    steps = 2_000
    mean = sum(tooth * math.sin(leaving * (i + 0.5) / steps) for i in range(steps)) / steps
    expected = min(1.6, max(0.8, math.sqrt(0.045 / mean)))
    assert chip_correction(width=share * 10, bit_diameter=10, tooth_mm=tooth) == pytest.approx(expected, rel=1e-4)


unit_headings = st.floats(0, 2 * math.pi).map(lambda a: (math.cos(a), math.sin(a)))


@given(unit_headings, st.sampled_from(["hand", "table"]), st.sampled_from(["left", "right"]))
def test_conventional_means_that_the_wood_pushes_the_tool_back(heading, mounting, wood):
    """Oracle: adds up the force on the tool over the teeth inside the wood, from the sense of rotation alone."""
    turn = -1 if mounting == "hand" else 1
    left = left_of(heading)
    sign = 1 if wood == "left" else -1
    push = 0.0
    for i in range(720):
        angle = math.pi * 2 * i / 720
        r = (math.cos(angle), math.sin(angle))
        ahead = r[0] * heading[0] + r[1] * heading[1]
        aside = (r[0] * left[0] + r[1] * left[1]) * sign
        if ahead > 0 and aside > 0.5:  # teeth in the wood: in front of the axis, on the wood's side
            tooth = (-turn * r[1], turn * r[0])
            push -= tooth[0] * heading[0] + tooth[1] * heading[1]  # the wood pushes against the tooth
    found = straight_direction(mounting=mounting, wood=wood, heading=heading)
    assert (found.cut == "conventional") == (push < 0)


@given(unit_headings, st.sampled_from(["hand", "table"]))
def test_in_a_slot_the_tool_is_pushed_sideways_by_the_front(heading, mounting):
    turn = -1 if mounting == "hand" else 1
    tooth = (-turn * heading[1], turn * heading[0])  # at the very front
    left = left_of(heading)
    pushed_left = -(tooth[0] * left[0] + tooth[1] * left[1]) > 0
    found = straight_direction(mounting=mounting, wood="both", heading=heading)
    assert found.pushed_to == ("left" if pushed_left else "right")
    assert found.fence_side == "left"


@pytest.mark.parametrize(
    ("climb", "mounting", "allowed"), [("never", "hand", False), ("start", "hand", True), ("start", "table", False)]
)
def test_climbing_is_a_house_rule_by_hand_and_never_on_a_table(climb, mounting, allowed):
    wood = "right" if mounting == "hand" else "left"
    found = straight_direction(mounting=mounting, wood=wood, heading=(1, 0), climb=climb)
    assert (found.cut, found.allowed) == ("climb", allowed)
    assert found.cautions
