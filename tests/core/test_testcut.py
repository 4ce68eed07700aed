"""Test cuts: what is measured in scrap, and what it corrects (R8)."""

from __future__ import annotations

import dataclasses

import pytest
from tests.core.test_channels import dado, figure, plan

from ranura.core.plan import PLANNING
from ranura.core.shop.tooling.guides import Spacer
from ranura.core.text.errors import CutError
from ranura.demo.jobs import CURTAIN_RAIL, RAIL_GROOVE, WING_CASE_SIDE
from ranura.demo.shop import SHOP


def correction(key, measured, **changes):
    return PLANNING.corrected(dado(**changes), WING_CASE_SIDE, SHOP, key, measured)


@pytest.mark.parametrize(
    ("key", "measured", "changes", "of", "before", "after", "why"),
    [
        ("setback", 68.95, {}, "base", 75.0, 75.3, "0.3 mm more from fence to wall: the base is wider by as much"),
        ("setback", 68.65, {}, "base", 75.0, 75.0, "as expected"),
        ("slot", 12.62, {}, "bit", 12.7, 12.62, "the bit is thinner than its name"),
        ("width", 17.75, {}, "spacer", 4.9, 5.05, "too wide: the strip is thicker than it is kept as"),
        ("setback", 45.2, {"goes": "along", "end": "near", "position": 40}, "guide", 44.9, 44.6, "an edge guide is set nearer"),
    ],
)
def test_what_a_measurement_corrects(key, measured, changes, of, before, after, why):
    found = correction(key, measured, **changes)
    assert (found.of, found.before, found.after) == (of, pytest.approx(before), pytest.approx(after)), why


@pytest.mark.parametrize(
    ("thick", "strip", "expected", "after"),
    [
        (None, None, 17.6, 4.75),
        (4.9, "own", 17.6, 5.05),
        (4.93, "own", 17.63, 5.05),
        (4.85, "own", 17.55, 5.05),
        (4.84, None, 17.6, 4.75),
    ],
)
def test_a_strip_of_the_shop_is_corrected_and_one_that_is_made_for_the_cut_is_made_anew(thick, strip, expected, after):
    strips = () if thick is None else (Spacer(id="own", name="Own strip", thickness=thick),)
    shop = dataclasses.replace(SHOP, guides=(*(each for each in SHOP.guides if not isinstance(each, Spacer)), *strips))
    made = PLANNING.plan(dado(), WING_CASE_SIDE, shop, shop.rules)
    assert next(each for each in made.test_cut.measures if each.key == "width").expected == pytest.approx(expected)
    assert any("(Own strip)" in line.metric for each in made.slip for line in each.lines) == (strip is not None)
    found = PLANNING.corrected(dado(), WING_CASE_SIDE, shop, "width", 17.75)
    assert (found.of, found.id, found.after) == ("spacer", strip, pytest.approx(after))


def test_a_corrected_base_moves_the_fence_and_the_next_measurement_agrees():
    """Oracle: cut with the true base, and measure what the fence of the plan really gives."""
    true_base = 75.3
    measured = true_base - 12.7 / 2
    found = correction("setback", measured)
    router = SHOP.router(found.id)
    bases = tuple(
        dataclasses.replace(
            b, sides=tuple(dataclasses.replace(s, distance=found.after) if s.name == found.side else s for s in b.sides)
        )
        for b in router.bases
    )
    shop = dataclasses.replace(
        SHOP, routers=tuple(dataclasses.replace(r, bases=bases) if r.id == router.id else r for r in SHOP.routers)
    )
    assert figure(plan(shop=shop), "guide.fence_at") == pytest.approx(212 - measured)
    again = PLANNING.corrected(dado(), WING_CASE_SIDE, shop, "setback", measured)
    assert again.after == pytest.approx(again.before)


def test_a_depth_is_corrected_by_turns_of_the_adjuster_where_its_advance_is_known():
    found = correction("depth", 2.7)
    assert found.says.metric == "Set the bit 0.3 mm deeper: 0.2 turns of the adjuster", "1.5 mm to a turn"
    assert correction("depth", 3.15).says.metric == "Set the bit 0.15 mm shallower: 0.1 turns of the adjuster"
    assert correction("depth", 2.8, router_id="trim-one", bit_id="straight-9.525").says.metric.endswith("0.2 mm deeper")


@pytest.mark.parametrize(
    ("key", "measured", "changes", "code"),
    [
        ("setback", 75.0, {}, "measured-far-off"),
        ("slot", 6.35, {}, "measured-far-off"),
        ("width", 12.7, {"width": 12.7}, "nothing-to-measure"),
    ],
)
def test_a_slip_of_the_hand_is_refused(key, measured, changes, code):
    with pytest.raises(CutError) as refused:
        correction(key, measured, **changes)
    assert (refused.value.code, refused.value.field) == (code, "measured")


def test_a_round_nose_says_nothing_of_its_fence():
    with pytest.raises(CutError):
        PLANNING.corrected(RAIL_GROOVE, CURTAIN_RAIL, SHOP, "slot", 8.0)
    assert plan().test_cut is not None
    assert [each.key for each in plan().test_cut.measures] == ["setback", "slot", "depth", "width"]
    assert [each.key for each in plan(width=12.7).test_cut.measures] == ["setback", "slot", "depth"]
