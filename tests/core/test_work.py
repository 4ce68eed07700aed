"""A plan as work (R16): which cuts stand at one setting, and how long they take in the wood."""

from __future__ import annotations

import pytest

from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.output.work import Work, as_work
from ranura.core.plan import PLANNING
from ranura.core.text.lengths import in_mm
from ranura.demo.jobs import WING_CASE_SIDE
from ranura.demo.shop import SHOP


def work(width: float = 17.6, depth: float = 6, position: float = 212, **more) -> Work:
    cut = ChannelCut(width=in_mm(width), depth=in_mm(depth), position=in_mm(position), **more)
    plan = PLANNING.plan_with_moves(cut, WING_CASE_SIDE, SHOP, SHOP.rules)
    made = as_work(plan.bit_id, plan.router_id, plan.settings, plan.moves, template=plan.template is not None)
    assert made.minutes == pytest.approx(sum(move.seconds or 0.0 for move in plan.moves) / 60)
    assert (made.bit_id, made.router_id, made.template) == (plan.bit_id, plan.router_id, False)
    return made


def test_cuts_stand_at_one_setting_where_nothing_is_set_anew():
    usual = work().setting
    assert work(position=420).setting == usual, "the straightedge is placed for each"
    others = [work(depth=5), work(width=17), work(slower=True), work(guide="edge-guide")]
    assert usual not in [each.setting for each in others]
    assert len({each.setting for each in others}) == len(others)
