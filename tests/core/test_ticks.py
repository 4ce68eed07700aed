"""What is ticked before the router is switched on: for this very setup, seven at most, and none for what is not to be run."""

from __future__ import annotations

import dataclasses

import pytest
from tests.demo_cuts import DEMO

from ranura.core.output.ticks import MOST
from ranura.core.plan import PLANNING
from ranura.core.text.lengths import in_mm
from ranura.demo.jobs import SHELF_DADOES, WING_CASE_SIDE
from ranura.demo.shop import SHOP


def ticks(cut, piece, shop=SHOP):
    plan = PLANNING.plan_with_moves(cut, piece, shop, shop.rules)
    return plan, [each.metric for each in plan.ticks.before], [each.metric for each in plan.ticks.after]


@pytest.mark.parametrize(("cut", "piece"), [pytest.param(cut, piece, id=name) for name, _, cut, piece in DEMO])
def test_every_setup_has_its_own(cut, piece):
    plan, before, after = ticks(cut, piece)
    assert 5 <= len(before) <= MOST
    assert len(set(before)) == len(before)
    assert before[0].startswith("unplugged")
    bit = SHOP.bit(plan.bit_id)
    assert any(bit.name in line for line in before)
    first = next(change.to for move in plan.moves for change in move.changes if change.what == "depth")
    assert [float(line.split()[0]) for line in before if "cutting edge" in line] == [pytest.approx(first, abs=0.006)]
    on_table = plan.settings[0].mounting == "table"
    assert any(("past the bit" in line) == on_table and "unplugged:" in line for line in before[1:])
    assert ("before it is set down" in after[0]) == (not on_table)
    guides = {guide.kind for setting in plan.settings for guide in setting.guides}
    guides |= {"rails"} if plan.settings[0].hold == "sled" else set()
    for kind, word in (("bushing", "bushing"), ("rails", "sled"), ("pivot", "pivot"), ("bearing", "bearing turns")):
        assert any(word in line for line in before) == (kind in guides), kind


def test_wood_whose_dust_harms_is_named():
    dado = SHELF_DADOES[0][2]
    for material in ("birch-plywood", *[wood.id for wood in SHOP.materials if wood.harmful_dust][:2]):
        wood = SHOP.material(material)
        _, before, _ = ticks(dado, dataclasses.replace(WING_CASE_SIDE, material=material))
        assert any(f"{wood.name} dust harms" in line for line in before) == wood.harmful_dust


def test_what_is_not_to_be_run_has_none():
    pinned = dataclasses.replace(SHELF_DADOES[0][2], bit_id="straight-12", router_id="plunge-two")
    plan, before, after = ticks(pinned, WING_CASE_SIDE)
    assert plan.status == "stop"
    assert (before, after) == ([], [])


def test_of_two_bits_the_first_is_said_to_clear():
    floor = dataclasses.replace(WING_CASE_SIDE, material="stage-floor-fir", thickness=in_mm(28), count=1)
    socket = dataclasses.replace(SHELF_DADOES[0][2], shape="dovetail", width=in_mm(8.212), depth=in_mm(9))
    _, before, _ = ticks(socket, floor)
    assert any("first the one that clears" in line for line in before)
