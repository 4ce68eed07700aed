"""Bending and grip (R6): beams by hand, an integral by steps as an outside judge, and what a collet must hold."""

from __future__ import annotations

import dataclasses
import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ranura.calc.registry import calculate
from ranura.core.cutting.grip import Grip, free_length, plan_grip
from ranura.core.cutting.stiffness import deflection, plan_stiffness, stress, tip_compliance
from ranura.core.shop.house_rules import STANDARD, HouseRules
from ranura.core.text import strength_words
from ranura.core.text.cautions import Reason
from ranura.demo.shop import BITS, PLUNGE_TWO, TRIM_ONE

STRAIGHT = BITS[0]
ASKED = {
    "bit_diameter": 6,
    "shank_diameter": 6,
    "cutting_length": 20,
    "free_length": 35,
    "engaged_depth": 4,
    "width": 6,
    "material": "hardwood",
    "rpm": 20_000,
    "flutes": 2,
    "feed_m_min": 2,
    "body": "steel",
}


def test_the_force_on_a_tooth_by_hand():
    """2 · 55 N/mm² · 4 mm · 0.05 mm = 22 N: 2 m/min at 20,000 rpm with two flutes is 0.05 mm a tooth."""
    assert calculate("stiffness", ASKED)["peak_force_n"] == pytest.approx(22)
    thin = calculate("stiffness", {**ASKED, "width": 0.6})  # a tenth of the diameter: k = 2·√(0.1·0.9) = 0.6
    assert thin["peak_force_n"] == pytest.approx(22 * 0.6)


def test_a_plain_rod_bends_as_the_handbook_says():
    """F·a²·(3·l − a)/(6·E·I): the cutter is chosen so that 0.8·D equals the shank."""
    inertia = math.pi * 8**4 / 64
    expected = 50 * 38**2 * (3 * 40 - 38) / (6 * 205_000 * inertia)
    found = deflection(force_n=50, shank=8, cutter=10, cutting_length=20, free_length=40, engaged_depth=4, body="steel")
    assert found == pytest.approx(expected)
    stiff = deflection(force_n=50, shank=8, cutter=10, cutting_length=20, free_length=40, engaged_depth=4, body="solid-carbide")
    assert stiff == pytest.approx(expected * 205 / 600)


sizes = st.tuples(st.floats(3, 13), st.floats(2, 25), st.floats(5, 40), st.floats(0, 40), st.floats(0.1, 20))


@given(sizes)
def test_bending_against_a_sum_in_small_steps(given_sizes):
    shank, cutter, length, above, engaged = given_sizes
    free, engaged = length + above, min(engaged, length)
    load = free - engaged / 2
    root, steps, total = min(free - length, load), 1000, 0.0
    for start, end, d in ((0.0, root, shank), (root, load, 0.8 * cutter)):
        for i in range(steps):
            x = start + (i + 0.5) * (end - start) / steps
            total += (load - x) * (free - x) / (math.pi * d**4 / 64) * (end - start) / steps
    found = deflection(
        force_n=1, shank=shank, cutter=cutter, cutting_length=length, free_length=free, engaged_depth=engaged, body="steel"
    )
    assert found == pytest.approx(total / 205_000, rel=1e-5)
    bound = tip_compliance(shank=shank, cutter=cutter, cutting_length=length, free_length=free, body="steel")
    assert found <= bound * (1 + 1e-9), "a load at the very tip bends most"


def test_stress_is_the_highest_of_collet_root_and_neck():
    plain = {"force_n": 100, "shank": 6, "cutter": 20, "cutting_length": 10, "free_length": 30, "engaged_depth": 4}
    assert stress(**plain) == pytest.approx(32 * 100 * 28 / (math.pi * 6**3)), "the thin shank, at the collet"
    assert stress(**plain, neck=4) == pytest.approx(32 * 100 * 28 / (math.pi * 6**3))
    assert stress(**plain, neck=3) == pytest.approx(32 * 100 * 8 / (math.pi * 3**3)), "a thin neck gives way first"


@pytest.mark.parametrize(
    ("more", "verdict"),
    [
        ({}, "fine"),
        ({"free_length": 60, "feed_m_min": 4}, "reduce"),
        ({"free_length": 45}, "caution"),
        (
            {"bit_diameter": 20, "shank_diameter": 3, "width": 20, "cutting_length": 10, "free_length": 20, "engaged_depth": 10},
            "reduce",
        ),
    ],
)
def test_verdicts(more, verdict):
    found = calculate("stiffness", {**ASKED, **more})
    assert found["verdict"] == verdict
    assert (found["verdict"] == "fine") == (not found["cautions"])
    assert found["stress_limit_mpa"] == 175


def test_house_rules_make_bending_stricter():
    strict = dataclasses.replace(STANDARD, bend_limit=0.05, bend_caution=0.01)
    asked = {
        "bit_diameter": 6,
        "shank_diameter": 6,
        "cutting_length": 20,
        "free_length": 45,
        "engaged_depth": 4,
        "width": 6,
        "material": "hardwood",
        "tooth_mm": 0.05,
        "body": "steel",
    }
    assert plan_stiffness(**asked).verdict == "caution"
    assert plan_stiffness(**asked, rules=strict).verdict == "reduce"


def grip(depth: float, *, rules: HouseRules = STANDARD, router=PLUNGE_TWO, **changes) -> Grip | Reason:
    changed = dataclasses.replace(STRAIGHT, **changes)
    return plan_grip(changed, router, router.bases[0], depth=depth, rules=rules)


def test_a_bit_pushed_in_and_drawn_back_by_hand():
    """63 overall − 25 cutting − 2 fillet = 36 of shank; 3 drawn back leave 33 inside and 30 out; 6 + 12 were needed."""
    found = grip(6)
    assert isinstance(found, Grip)
    assert (found.inside, found.free, found.needed, found.least) == (33, 30, 18, 20)
    assert found.spare


@pytest.mark.parametrize(("depth", "inside"), [(18, 33), (25, 26), (31, 20), (31.1, None)])
def test_a_deeper_cut_leaves_less_inside_until_it_is_too_little(depth, inside):
    found = grip(depth)
    if inside is None:
        assert isinstance(found, Reason)
        assert found.code == "grip-short"
    else:
        assert isinstance(found, Grip)
        assert found.inside == pytest.approx(inside)


def test_what_is_not_known_is_not_taken_as_good():
    assert grip(6, overall_length=None) == Reason(strength_words.OVERALL_UNKNOWN)
    unmeasured = dataclasses.replace(PLUNGE_TWO, bases=(dataclasses.replace(PLUNGE_TWO.bases[0], collet_height=None),))
    found = grip(20, router=unmeasured)
    assert isinstance(found, Grip)
    assert (found.datum, found.datum_known) == (10, False)


@given(st.floats(1, 60), st.floats(30, 120), st.floats(8, 40), st.sampled_from([PLUNGE_TWO, TRIM_ONE]))
def test_the_quick_free_length_is_the_same_as_the_whole_grip(depth, overall, cutting, router):
    if overall <= cutting + 2.1:
        return
    changed = dataclasses.replace(STRAIGHT, overall_length=overall, cutting_length=cutting)
    base = router.bases[0]
    whole = plan_grip(changed, router, base, depth=depth, rules=STANDARD)
    quick = free_length(changed, router, base, depth=depth, rules=STANDARD)
    assert quick == (whole.free if isinstance(whole, Grip) else -1.0)
    if isinstance(whole, Grip):
        assert whole.inside >= max(15, (changed.shank_length or 0) / 2) - 1e-6
        assert whole.inside <= (changed.shank_length or 0), "the fillet stays outside"
