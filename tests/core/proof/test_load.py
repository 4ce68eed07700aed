"""R21.4: what the bit meets at its feed is held against its router and its own stiffness, in whatever family."""

from __future__ import annotations

from dataclasses import replace

import pytest
from tests.core.proof.test_result import BOARD, DADO, RABBET, mm

from ranura.core.cuts.edge.asked import EdgeCut
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.cutting.turning import Turning
from ranura.core.family import NOTHING_BEFORE
from ranura.core.plan import PLANNING, circumstances
from ranura.core.proof.moves import Program
from ranura.core.proof.prove import prove
from ranura.core.shop.house_rules import STANDARD
from ranura.demo.shop import SHOP

RECESS = PocketCut(form="recess", length=mm(80), across=mm(40), depth=mm(9), from_left=mm(200), from_near=mm(60))
OGEE = EdgeCut(shape="ogee", size=mm(6.35), edges=("near",), edge_state="smooth")
CODES = {"more-power-than-there-is", "bends-in-the-wood"}


def found(cut, *, faster: float = 1.0, free: float = 30.0, watts: float | None = None) -> set[str]:
    """What is said of a cut's own moves, run so many times faster, with the bit so far out of the collet."""
    plan = PLANNING.plan_with_moves(cut, BOARD, SHOP, SHOP.rules)
    moves = tuple(each if each.feed_m_min is None else replace(each, feed_m_min=each.feed_m_min * faster) for each in plan.moves)
    router = SHOP.router(plan.router_id)
    turning = Turning(
        bit=SHOP.bit(plan.bit_id), router=router if watts is None else replace(router, rated_input_w=watts),
        rpm=plan.settings[0].rpm, free_length=free, material=SHOP.material("oak"), rules=STANDARD,
    )  # fmt: skip
    around = replace(circumstances(BOARD, SHOP, SHOP.rules, NOTHING_BEFORE), turning=turning)
    run = prove(Program(bodies=plan.bodies, settings=plan.settings, moves=moves), around)
    return {each.code for each in run.proof.findings} & CODES


@pytest.mark.parametrize("cut", [DADO, RECESS, RABBET, OGEE], ids=["dado", "recess", "rabbet", "ogee"])
def test_what_is_planned_holds_and_what_is_run_too_hard_does_not(cut):
    assert found(cut) == set()
    assert "more-power-than-there-is" in found(cut, watts=100.0)
    assert "bends-in-the-wood" in found(cut, faster=4.0, free=140.0)
