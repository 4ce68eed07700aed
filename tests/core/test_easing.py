"""A cut that is eased after trouble: lighter passes, a slower spindle (R2, R3)."""

from __future__ import annotations

from dataclasses import replace

import pytest

from ranura.core.cutting.easing import eased
from ranura.core.cutting.step_limits import school_step
from ranura.core.plan import plan_cut
from ranura.core.running.trouble import TROUBLES
from ranura.core.shop.house_rules import DEPTH_RULES, HouseRules
from ranura.demo.jobs import PIECES
from ranura.demo.shop import SHOP

CUTS = {cut_id: (cut, piece) for _, piece, cuts in PIECES for cut_id, _, cut in cuts if hasattr(cut, "lighter")}
FAMILIES = {cut.kind: cut_id for cut_id, (cut, _) in reversed(CUTS.items()) if cut_id != "arch-ogee"}


def planned(cut_id: str, **changes):
    cut, piece = CUTS[cut_id]
    return plan_cut(replace(cut, **changes), piece, SHOP, SHOP.rules)


def figure(plan, key: str):
    return next(each for each in plan.figures if each.key == key)


def test_a_dado_goes_down_in_two_thirds_of_the_step_and_turns_slower():
    usual, lighter, slower = (planned("shelf-dado-212", **more) for more in ({}, {"lighter": True}, {"slower": True}))
    assert [figure(each, "depth.step").value for each in (usual, lighter, slower)] == [
        pytest.approx(6.35), pytest.approx(6.35 * 2 / 3, abs=0.05), pytest.approx(6.35),
    ]  # fmt: skip
    assert (len(usual.passes), len(lighter.passes)) == (2, 4)
    assert [figure(each, "speed.rpm").value for each in (usual, lighter, slower)] == [24_000, 24_000, 20_400]
    assert "eased to 67 %" in figure(lighter, "depth.step").because.metric
    assert "eased to 85 %" in figure(slower, "speed.rpm").because.metric
    assert not any("eased" in each.because.metric for each in usual.figures)


@pytest.mark.parametrize("kind", sorted(FAMILIES))
def test_every_family_takes_more_and_lighter_passes_never_fewer(kind):
    cut_id = FAMILIES[kind]
    usual, lighter, slower = (planned(cut_id, **more) for more in ({}, {"lighter": True}, {"slower": True}))

    def rounds(plan) -> int:
        stages = [each for each in plan.figures if each.key == "edge.stages"]
        return int(stages[0].value) if stages else len(plan.passes)

    assert rounds(lighter) > rounds(usual)
    assert rounds(slower) >= rounds(usual)
    assert figure(slower, "speed.rpm").value < figure(usual, "speed.rpm").value
    order = ["ready", "caution", "stop"]
    assert max(order.index(each.status) for each in (lighter, slower)) <= order.index(usual.status)


def test_the_house_may_have_less_and_twice_eased_is_eased_once():
    class Asked:
        lighter = slower = True

    rules = eased(HouseRules(), Asked())
    assert (rules.pass_share, rules.speed_share) == (pytest.approx(2 / 3), 0.85)
    assert eased(rules, Asked()) == rules
    careful = replace(HouseRules(), pass_share=0.4, speed_share=0.7)
    assert eased(careful, Asked()) == careful
    assert eased(HouseRules(), object()) == HouseRules()
    bit = SHOP.bit("straight-12.7")
    for rule in DEPTH_RULES:
        assert school_step(bit, careful, rule=rule) == pytest.approx(0.4 * school_step(bit, HouseRules(), rule=rule))


def test_what_trouble_asks_to_change_and_a_plan_can_take_is_offered_to_it():
    found = {each.key: [mend.eases for mend in each.change if mend.eases] for each in TROUBLES}
    assert found == {
        "burns": ["slower"], "tears": [], "chatters": ["lighter", "slower"], "bogs": ["lighter"], "pulls": ["lighter"],
        "wanders": ["lighter"], "bit-moved": [], "guide-slipped": [], "wrong-size": [],
    }  # fmt: skip
