"""R3 turret: which step, spacer and setting of the rod make each depth."""

from __future__ import annotations

import itertools

import pytest
from hypothesis import given
from hypothesis import strategies as st
from tests.core.test_channels import dado, plan_cut

from ranura.core.cutting.passes import cumulative_depths
from ranura.core.cutting.turret import plan_turret
from ranura.demo.jobs import WING_CASE_SIDE
from ranura.demo.shop import SHOP


@pytest.mark.parametrize(
    ("total", "step", "steps", "method", "depths", "lowest", "why"),
    [
        (9, 6.35, (6, 12), "from-floor", [3, 9], [9], "an odd depth lands exactly, the first pass takes the remainder"),
        (9, 6.35, (6, 12), "from-zero", [6, 9], [12], "whole steps down from the face, the last pass takes the remainder"),
        (12, 6, (6, 12), "from-floor", [6, 12], [12], "both ways alike where the steps fit"),
        (12, 6, (6, 12), "from-zero", [6, 12], [12], "both ways alike where the steps fit"),
        (8, 3, (6, 12), "from-floor", [2, 5, 8], [8], "a 3 mm spacer halves the gap of 6"),
        (32, 3, (6, 12), "from-floor", [2, 5, 8, 11, 14, 17, 20, 23, 26, 29, 32], [14, 32], "set again once"),
        (7, 5, (5, 10), "from-floor", [2, 7], [7], "the steps of a trim router"),
        (20, 4, (5, 10), "from-zero", [4, 8, 12, 16, 20], [10, 18, 26], "no more passes than the depth takes"),
        (7.2, 7, (7, 14), "from-floor", [3.7, 7.2], [7.2], "no pass of 0.2 mm because a turret stands so"),
        (8, 4, (3, 6), "from-floor", [4, 8], [8], "two passes, and one spacer"),
    ],
)
def test_depths_by_turret(total, step, steps, method, depths, lowest, why):
    made = plan_turret(total, step=step, finish=0, steps=steps, method=method)
    assert list(made.depths) == pytest.approx(depths), why
    assert list(made.lowest) == pytest.approx(lowest), why


@given(
    total=st.floats(0.5, 60),
    step=st.floats(0.5, 15),
    finish=st.sampled_from([0, 0.8]),
    steps=st.lists(st.floats(1, 9), min_size=1, max_size=5),
    method=st.sampled_from(["from-floor", "from-zero"]),
)
def test_every_rung_makes_its_depth_and_no_pass_is_too_deep(total, step, finish, steps, method):
    """Oracle: the rod's own arithmetic, from what its setting gives on the lowest step."""
    below = [sum(steps[: i + 1]) for i in range(len(steps))]
    made = plan_turret(total, step=step, finish=finish, steps=tuple(below), method=method)
    assert made.depths[-1] == pytest.approx(total)
    every = [0.0, *below]
    for upper, rung in zip((0.0, *made.depths), made.rungs, strict=False):
        assert -1e-6 < rung.depth - upper <= step + 1e-6
        assert rung.spacer >= 0
        on_lowest = made.lowest[rung.setting - 1]
        stands_higher = every[-1] - every[rung.step - 1]
        assert on_lowest - stands_higher - rung.spacer == pytest.approx(rung.depth)
    assert [rung.setting for rung in made.rungs] == sorted(rung.setting for rung in made.rungs), "the rod is only set deeper"
    if finish and total > step + 1e-6:
        assert made.depths[-1] - made.depths[-2] <= max(finish, 1e-6) + 1e-6, "the last pass is light"
    # No more passes than equal steps take, and none that is next to nothing where it can be shared.
    if method == "from-zero":
        step = min(step, below[-1])
    equal = cumulative_depths(total, step=step, finish=finish)
    assert len(made.depths) == len(equal)
    light = 1 if finish and len(equal) > 1 else 0
    share = (equal[-1 - light]) / max(len(equal) - light, 1)
    for upper, lower in itertools.pairwise((0.0, *made.depths[: len(made.depths) - light])):
        assert lower - upper >= min(1.0, share, step) - 1e-6


@pytest.mark.parametrize("steps", [(), (6, 6), (6, 3)])
def test_a_turret_whose_steps_do_not_fall_is_refused(steps):
    with pytest.raises(ValueError, match="steps of a turret"):
        plan_turret(9, step=3, finish=0, steps=steps, method="from-floor")


@pytest.mark.parametrize(("school", "first"), [("from-floor", 3.0), ("from-zero", 6.0)])
def test_a_plan_goes_by_the_turret_of_its_base(school, first):
    import dataclasses

    rules = dataclasses.replace(SHOP.rules, turret=school)
    shop = dataclasses.replace(SHOP, rules=rules)
    made = plan_cut(dado(depth=9, bit_id="straight-12.7", router_id="plunge-two"), WING_CASE_SIDE, shop, rules)
    assert made.passes[0].to_depth == pytest.approx(first)
    assert made.pass_columns[0] == "turret"
    side = made.drawing[2]
    assert side.name == "side"
    steps = [o for o in side.outlines if o.role == "base"]
    heights = [max(y for _, y in step.points) for step in steps]
    assert [round(a - b, 6) for a, b in itertools.pairwise(heights)] == [6, 6], "drawn to scale"
