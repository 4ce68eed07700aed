"""All tools for a cut: what only its moves stop is not offered, and stands among the refused with its reason (R15, R21)."""

from __future__ import annotations

from dataclasses import replace

import pytest

from ranura.core import tools
from ranura.core.cutting.need import StraightCut
from ranura.core.plan import PLANNING
from ranura.core.proof.words import CLIMBS
from ranura.core.text.cautions import reason, written
from ranura.demo.jobs import SHELF_DADOES, WING_CASE_SIDE
from ranura.demo.shop import SHOP

CUT = SHELF_DADOES[0][2]


@pytest.fixture
def proven(monkeypatch) -> list:
    """The settings that were proven; of them the moves of the bit 12.7 straight are stopped."""
    seen = []

    def prove_planned(planned, *args, **options):
        seen.append(planned.setting)
        made = PROVE(planned, *args, **options)
        if planned.setting.bit.id != "straight-12.7":
            return made
        return replace(made, setting=replace(made.setting, cautions=(written(reason(CLIMBS)), *made.setting.cautions)))

    monkeypatch.setattr(tools, "prove_planned", prove_planned)
    return seen


PROVE = tools.prove_planned


def test_what_its_moves_stop_is_not_offered_and_says_why(proven):
    always = {each.bit.id for each in tools.tools_for(PLANNING, CUT, WING_CASE_SIDE, SHOP).fit}
    stopped = tools.tools_for(PLANNING, CUT, WING_CASE_SIDE, SHOP).stopped
    assert proven
    assert "straight-12.7" not in always
    assert "straight-16" in always
    assert {(each.bit.id, why.code) for each, why in stopped} == {("straight-12.7", "climbs")}


@pytest.mark.parametrize("across", [True, False])
def test_a_rabbet_of_which_the_section_is_known_is_tried_on_an_edge_of_its_grain(proven, across):
    need = StraightCut(kind="rabbet", width=12.7, depth=6, thickness=18, across_grain=across)
    tools.tools_for_section(PLANNING, need, SHOP.material("oak"), SHOP)
    assert {setting.edging.edges[0].ref for setting in proven} == {"left" if across else "near"}
