"""Tools that are assumed: every plan says so until each figure was found right or changed, and no figure is forgotten."""

from __future__ import annotations

import dataclasses

import pytest
from tests.demo_cuts import DEMO as DEMO_CUTS

from ranura.core.plan import PLANNING
from ranura.core.shop.assumed import assume, changed, confirmed, figures_of, is_wholly_assumed
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.profiles import SizeField
from ranura.demo.shop import SHOP

ASSUMED = dataclasses.replace(
    SHOP, bits=tuple(assume(each) for each in SHOP.bits), routers=tuple(assume(each) for each in SHOP.routers)
)


@pytest.mark.parametrize("bit", SHOP.bits, ids=lambda bit: bit.id)
def test_every_size_that_a_bit_has_is_assumed_of_it(bit: Bit):
    fields = {each.field for each in figures_of(assume(bit))}
    sizes = {size for size in SizeField.__args__ if getattr(bit, size)} - {"head", "neck", "up_cut_tip"}
    assert sizes | {"shank", "flutes"} <= fields
    assert is_wholly_assumed(assume(bit))
    assert not is_wholly_assumed(bit)


def test_figures_are_found_right_one_by_one_or_all_at_once():
    bit = assume(SHOP.bits[0])
    less = confirmed(bit, {"diameter"})
    assert {each.field for each in figures_of(bit)} - {each.field for each in figures_of(less)} == {"diameter"}
    assert not is_wholly_assumed(less)
    assert confirmed(less, None) == SHOP.bits[0]


def test_what_is_typed_anew_is_no_longer_assumed_and_the_rest_still_is():
    router = assume(SHOP.routers[0])
    typed = dataclasses.replace(SHOP.routers[0], max_rpm=router.max_rpm - 1_000)
    assert set(router.assumed) - set(changed(router, typed).assumed) == {"max_rpm"}


def test_every_plan_with_assumed_tools_says_so_and_none_is_ready():
    """Of all kinds of cuts; and nothing else of the plan changes."""
    for piece, cut in ((piece, cut) for _, _, cut, piece in DEMO_CUTS):
        sure, plan = (PLANNING.plan(cut, piece, shop, shop.rules) for shop in (SHOP, ASSUMED))
        assert plan.status in ("caution", "stop")
        assert "assumed-tools" in {each.code for each in plan.cautions}
        assert {each.code for each in plan.cautions} - {each.code for each in sure.cautions} == {"assumed-tools"}
        assert (plan.bit_id, plan.figures) == (sure.bit_id, sure.figures)
        said = " ".join(section.assumed.metric for section in plan.slip if section.assumed)
        bit, router = ASSUMED.bit(plan.bit_id), ASSUMED.router(plan.router_id)
        for figure in (*figures_of(bit), *figures_of(router)):
            sections = {section.key for section in plan.slip}
            assert f"{figure.label} {figure.value.metric}" in said or figure.section not in sections, figure.field
