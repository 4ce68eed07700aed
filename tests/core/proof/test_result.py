"""R21.11: the moves of one cut held against what another asks for, which differs from it in one size."""

from __future__ import annotations

from dataclasses import replace

import pytest

from ranura.core.board.pieces import Piece
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.edge.asked import EdgeCut
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.family import NOTHING_BEFORE
from ranura.core.plan import PLANNING, circumstances
from ranura.core.proof.moves import Program
from ranura.core.proof.prove import prove
from ranura.core.text.lengths import read
from ranura.demo.shop import SHOP


def mm(value: float):
    return read(f"{value:g}", "mm")


BOARD = Piece(name="board", material="oak", length=mm(600), width=mm(200), thickness=mm(20), count=2)
DADO = ChannelCut(width=mm(12.7), depth=mm(6), position=mm(100))
STOPPED = replace(DADO, stop_first=mm(40), stop_last=mm(60))
GROOVE = ChannelCut(width=mm(6.35), depth=mm(6), position=mm(60), goes="along", end="near")
RECESS = PocketCut(form="recess", length=mm(80), across=mm(40), depth=mm(5), from_left=mm(200), from_near=mm(60))
OPEN = replace(RECESS, open_sides=("near",))
HOLE = PocketCut(
    form="hole", length=mm(90), depth=mm(20), through=True, backed=True, loose="tape", from_left=mm(300), from_near=mm(100)
)
DISC = replace(HOLE, form="disc")
RING = PocketCut(form="ring", length=mm(170), across=mm(12.7), depth=mm(6), from_left=mm(300), from_near=mm(100))
LAP = PocketCut(form="lap", length=mm(60), depth=mm(10), end="right")
RABBET = EdgeCut(shape="rabbet", size=mm(9.525), depth=mm(6), edges=("near", "left"), edge_state="smooth")
ROUNDOVER = EdgeCut(shape="roundover", size=mm(6.35), edges=("near", "right", "far", "left"), edge_state="smooth")
CHAMFER = EdgeCut(shape="chamfer", size=mm(4), edges=("near",), both_faces=True, edge_state="smooth")
BEVEL = EdgeCut(shape="bevel", size=mm(12), angle=22.5, edges=("near",), edge_state="smooth")
SLANTED = replace(DADO, angle=12.5, end="right")
TURNED = replace(DADO, angle=-20, stop_last=mm(50))
FROM_FAR = replace(GROOVE, end="far", stop_first=mm(80), stop_last=mm(130))
PAIR = replace(DADO, mirrored=True, stop_first=mm(30))
EDGE_GROOVE = EdgeCut(shape="edge-groove", size=mm(6), width=mm(9.5), edges=("near", "left"), edge_state="smooth")
JOINTING = EdgeCut(shape="jointing", size=mm(1), edges=("near",))


def found(made, asked) -> dict[str, str]:
    """What check 11 says of the moves of one cut, where another was asked for."""
    plan = PLANNING.plan_with_moves(made, BOARD, SHOP, SHOP.rules)
    assert plan.moves
    wanted = PLANNING.family(asked).wanted(asked, BOARD, SHOP)
    assert wanted
    around = replace(circumstances(BOARD, SHOP, SHOP.rules, NOTHING_BEFORE), wanted=lambda: wanted)
    run = prove(Program(bodies=plan.bodies, settings=plan.settings, moves=plan.moves), around)
    return {each.code: each.level for each in run.proof.findings if each.check == 11}


CUTS = [
    DADO, STOPPED, SLANTED, TURNED, PAIR, GROOVE, FROM_FAR, RECESS, OPEN, HOLE, DISC, RING, LAP, RABBET, ROUNDOVER, CHAMFER,
    BEVEL, EDGE_GROOVE, JOINTING,
]  # fmt: skip


@pytest.mark.parametrize("cut", CUTS, ids=lambda cut: f"{cut.kind} {getattr(cut, 'form', getattr(cut, 'shape', ''))}")
def test_what_is_taken_is_what_was_asked(cut):
    assert found(cut, cut) == {}


@pytest.mark.parametrize(
    ("made", "changed", "code"),
    [
        (EDGE_GROOVE, {"size": mm(5.6)}, "takes-too-much"),
        (EDGE_GROOVE, {"size": mm(6.4)}, "leaves-too-much"),
        (EDGE_GROOVE, {"width": mm(9.2)}, "takes-too-much"),
        (EDGE_GROOVE, {"width": mm(9.8)}, "leaves-too-much"),
        (EDGE_GROOVE, {"depth": mm(13.3)}, "takes-too-much"),
        (DADO, {"width": mm(12.5)}, "takes-too-much"),
        (DADO, {"width": mm(12.9)}, "leaves-too-much"),
        (DADO, {"depth": mm(5.85)}, "takes-too-much"),
        (DADO, {"depth": mm(6.15)}, "leaves-too-much"),
        (DADO, {"position": mm(100.2)}, "takes-too-much"),
        (DADO, {"end": "right"}, "takes-too-much"),
        (DADO, {"angle": 0.2}, "takes-too-much"),
        (DADO, {"more": (mm(200),)}, "leaves-too-much"),
        (STOPPED, {"stop_first": mm(40.3)}, "takes-too-much"),
        (STOPPED, {"stop_last": None}, "leaves-too-much"),
        (GROOVE, {"end": "far"}, "takes-too-much"),
        (RECESS, {"across": mm(39.8)}, "takes-too-much"),
        (RECESS, {"length": mm(80.2)}, "leaves-too-much"),
        (RECESS, {"from_near": mm(60.2)}, "takes-too-much"),
        (RECESS, {"open_sides": ("near",)}, "takes-too-much"),
        (OPEN, {"across": mm(40.2)}, "leaves-too-much"),
        (HOLE, {"length": mm(89.8)}, "takes-too-much"),
        (DISC, {"length": mm(90.2)}, "takes-too-much"),
        (DISC, {"length": mm(89.8)}, "leaves-too-much"),
        (RING, {"across": mm(12.5)}, "takes-too-much"),
        (LAP, {"length": mm(59.8)}, "takes-too-much"),
        (LAP, {"depth": mm(10.2)}, "leaves-too-much"),
        (LAP, {"both_faces": True, "depth": mm(9)}, "leaves-too-much"),
        (RABBET, {"size": mm(9.3)}, "takes-too-much"),
        (RABBET, {"depth": mm(6.3)}, "leaves-too-much"),
        (RABBET, {"edges": ("near",)}, "takes-too-much"),
        (ROUNDOVER, {"edges": ("near", "right", "far")}, "takes-too-much"),
        (ROUNDOVER, {"size": mm(6.7)}, "leaves-too-much"),
        (SLANTED, {"angle": -12.5}, "takes-too-much"),
        (TURNED, {"angle": -20.2}, "takes-too-much"),
        (PAIR, {"stop_first": mm(30.3)}, "takes-too-much"),
        (FROM_FAR, {"stop_first": None}, "leaves-too-much"),
        (FROM_FAR, {"stop_first": mm(130), "stop_last": mm(80)}, "takes-too-much"),
        (BEVEL, {"size": mm(12.5)}, "leaves-too-much"),
        (BEVEL, {"angle": 21.0}, "takes-too-much"),
        (CHAMFER, {"size": mm(3.8)}, "takes-too-much"),
        (CHAMFER, {"both_faces": False}, "takes-too-much"),
        (JOINTING, {"size": mm(1.2)}, "leaves-too-much"),
    ],
)
def test_a_size_that_is_off_is_found(made, changed, code):
    said = found(made, replace(made, **changed))
    assert code in said
    assert said.get("takes-too-much", "stop") == "stop"
