"""R21.6 to R21.8: what carries the base, what base and bit run into, what turns and does not cut, and what comes free."""

from __future__ import annotations

from dataclasses import replace

import pytest

from ranura.core.geometry.rings import circle_ring
from ranura.core.proof.bodies import standing
from ranura.core.proof.moves import BaseShape, Change, Collar, Cutter, GuidePlace, MachineSetting, Move, Program, shown_face
from ranura.core.proof.prove import prove
from ranura.core.proof.recorder import Recorder
from ranura.core.proof.steps import Circumstances
from ranura.demo.shop import SHOP

Box = tuple[float, float, float, float]


def box(x0: float, y0: float, x1: float, y1: float):
    return ((x0, y0), (x1, y0), (x1, y1), (x0, y1))


def machine(*, r=5.0, long=25.0, opening=30.0, handles=None, mounting="hand", shank=6.35, **bit) -> MachineSetting:
    cutter = Cutter(
        id="bit", silhouette=((0.0, 0.0, 0.0), (0.0, r, 0.0), (long, r, 0.0)), cuts_at_end=True, shank_r=shank,
        bearings=bit.get("bearings", ()), screw_z=bit.get("screw_z"),
    )  # fmt: skip
    fence = GuidePlace(kind="fence", body="fence-1", r=None, z0=20.0, z1=32.0, at=None, spacer=0.0)
    return MachineSetting(
        router_id="plunge-two",
        base=BaseShape(kind="plunge", ring=circle_ring((0.0, 0.0), 50.0), opening=opening,
        handle_reach=handles), mounting=mounting, bit=cutter, rpm=20_000.0, frame=shown_face(20.0), guides=(fence,),
        hold="clamps", hands="handles",
    )  # fmt: skip


def run(*path, depth=5.0, fresh="both") -> list[Move]:
    """Begun at the first point and ended at the last, in between a cut."""
    recorder = Recorder()
    recorder.start(path[0], depth)
    recorder.cut(tuple(path), depth, fresh, 2.0)
    recorder.stop(path[-1], depth)
    return recorder.moves


def found(moves, *bodies, work: Box = (0, 0, 400, 200), setting=None) -> dict[str, str]:
    board = standing("work-1", "work", box(*work), 0.0, 20.0)
    around = Circumstances(SHOP.rules)
    proof = prove(Program(bodies=(board, *bodies), settings=(setting or machine(),), moves=tuple(moves)), around).proof
    return {each.code: each.level for each in proof.findings if each.check in (6, 7, 8)}


def support(x0, y0, x1, y1, role="carrier", top=20.0):
    return standing(f"{role}-{y0}", role, box(x0, y0, x1, y1), 0.0, top)


ALONG = run((-20.0, 100.0), (420.0, 100.0))


@pytest.mark.parametrize(
    ("moves", "work", "bodies", "says"),
    [
        (run((-20.0, 100.0), (120.0, 100.0)), (0, 0, 400, 200), (), "weight-over-the-wood"),
        (run((60.0, 100.0), (340.0, 100.0)), (0, 0, 400, 200), (), None),
        (run((60.0, 2.0), (340.0, 2.0)), (0, 0, 400, 200), (), "weight-over-the-wood"),
        (run((60.0, 12.0), (340.0, 12.0)), (0, 0, 400, 200), (), None),
        (run((60.0, -4.9), (340.0, -4.9)), (0, 0, 400, 200), (), "weight-over-the-wood"),
        (run((60.0, 9.0), (340.0, 9.0)), (0, 0, 400, 18), (), "carried-too-narrowly"),
        (run((60.0, 10.5), (340.0, 10.5)), (0, 0, 400, 21), (), "weight-over-the-wood"),
        (run((60.0, 9.0), (340.0, 9.0)), (0, 0, 400, 18), (support(-50, -90, 450, 0), support(-50, 18, 450, 108)), None),
        (run((60.0, 9.0), (340.0, 9.0)), (0, 0, 400, 18), (support(-50, -90, 450, 0, top=19.0),), "carried-too-narrowly"),
        (run((100.0, 10.0), (112.0, 10.0)), (100, 0, 112, 20), (), "nothing-carries"),
    ],
    ids=[
        "over an end", "in the middle", "near an edge", "further in", "beside an edge", "18 mm wide", "21 mm wide",
        "18 mm in a carrier", "a carrier that is lower", "a piece below the opening",
    ],
)  # fmt: skip
def test_6_what_carries_the_base(moves, work, bodies, says):
    assert found(moves, *bodies, work=work) == ({says: "note" if says == "weight-over-the-wood" else "stop"} if says else {})


@pytest.mark.parametrize(
    ("length", "width", "along", "hold", "says"),
    [
        (700, 100, (0.0, 700.0), "table", {"held-level": "note"}),
        (700, 100, (300.0, 400.0), "table", {}),
        (500, 100, (0.0, 500.0), "table", {}),
        (820, 100, (0.0, 820.0), "table", {"held-level": "note"}),
        (1000, 100, (0.0, 1000.0), "table", {"tips-off-table": "stop"}),
        (1000, 100, (0.0, 1000.0), "stands", {}),
        (1000, 100, (400.0, 600.0), "table", {}),
        (400, 1000, (0.0, 400.0), "table", {"tips-off-table": "stop"}),
    ],
)
def test_6_over_a_table_the_middle_of_the_board_lies_over_it(length, width, along, hold, says):
    """A table of 700 × 700, the bit in its middle: 350 mm to its edges, and 105 beyond them is the most."""
    top = BaseShape(kind="table", ring=box(-350, -350, 350, 350), opening=50.0, handle_reach=None)
    setting = replace(machine(mounting="table"), base=top, hold=hold, hands="push-blocks")
    moves = run((along[0] - 0.1, 20.0), (along[1] + 0.1, 20.0))
    assert found(moves, work=(0, 0, length, width), setting=setting) == says


def test_6_a_table_that_is_longer_than_deep_stands_along_the_cut():
    """900 mm from side to side and 500 along the feed: a board of 700 tips at its ends, whichever way it lies."""
    top = BaseShape(kind="table", ring=box(-450, -250, 450, 250), opening=50.0, handle_reach=None)
    setting = replace(machine(mounting="table"), base=top, hold="table", hands="push-blocks")
    assert found(run((-0.1, 20.0), (700.1, 20.0)), work=(0, 0, 700, 100), setting=setting) == {"tips-off-table": "stop"}
    assert found(run((20.0, -0.1), (20.0, 700.1)), work=(0, 0, 100, 700), setting=setting) == {"tips-off-table": "stop"}


def test_6_a_base_over_a_field_that_is_gone_tips():
    lanes = [move for i in range(16) for move in run((60.0, 40.0 + 8 * i), (340.0, 40.0 + 8 * i))]
    assert set(found(lanes)) <= {"weight-over-the-wood"}, "it lies on what is still there"
    island = [move for i in range(9) for at in (40.0 + 8 * i, 160.0 - 8 * i) for move in run((60.0, at), (340.0, at))]
    assert "base-tips-over" in found(island) or "carried-too-narrowly" in found(island), "the last of it is an island"


@pytest.mark.parametrize(
    ("moves", "bodies", "setting", "says"),
    [
        (ALONG, (standing("clamp-1", "clamp", box(180, 151, 210, 200), 20.0, 50.0),), machine(), None),
        (ALONG, (standing("clamp-1", "clamp", box(180, 149, 210, 200), 20.0, 50.0),), machine(), "base-meets"),
        (ALONG, (standing("clamp-1", "clamp", box(180, 151, 210, 200), 20.0, 50.0),), machine(handles=60.0), "base-meets"),
        (ALONG, (standing("clamp-1", "clamp", box(180, 149, 210, 200), -30.0, 0.0),), machine(), None),
        (ALONG, (replace(standing("clamp-1", "clamp", box(180, 149, 210, 200), 20.0, 50.0), from_move=3),), machine(), None),
        (ALONG, (standing("fence-1", "fence", box(0, 106, 400, 160), 20.0, 32.0),), machine(), None),
        (ALONG, (standing("fence-1", "fence", box(0, 104, 400, 160), 20.0, 32.0),), machine(), "bit-meets"),
        (run((60.0, 100.0), (340.0, 100.0), depth=20.5), (standing("bench", "bench", box(-9, -9, 409, 209), -40.0, 0.0),),
         machine(), "no-sacrificial-board"),
        (run((-20.0, 100.0), (420.0, 100.0), depth=19.5), (standing("bench", "bench", box(-9, -9, 409, 209), -40.0, 0.0),),
         machine(), None),
        (run((-20.0, -5.0), (420.0, -5.0), depth=15.0), (standing("bench", "bench", box(-9, -9, 409, 209), -40.0, 0.0),),
         machine(bearings=(Collar(z0=-6.0, z1=0.0, r=5.0),)), "bearing-meets-bench"),
        (run((-20.0, -5.0), (420.0, -5.0), depth=15.0), (standing("bench", "bench", box(-9, 0.0, 409, 209), -40.0, 0.0),),
         machine(bearings=(Collar(z0=-6.0, z1=0.0, r=5.0),)), None),
        (run((-20.0, -5.0), (420.0, -5.0), depth=10.0), (standing("bench", "bench", box(-9, -9, 409, 209), -40.0, 0.0),),
         machine(bearings=(Collar(z0=-6.0, z1=0.0, r=5.0),), screw_z=-9.0), None),
    ],
)  # fmt: skip
def test_7_what_base_and_bit_run_into(moves, bodies, setting, says):
    assert set(found(moves, *bodies, setting=setting)) - {"weight-over-the-wood"} == ({says} if says else set())


@pytest.mark.parametrize(
    ("moves", "setting", "says"),
    [
        (run((60.0, 100.0), (340.0, 100.0), depth=12.0), machine(long=12.0), None),
        (run((60.0, 100.0), (340.0, 100.0), depth=13.0), machine(long=12.0), "shank-rubs"),
        (run((60.0, 100.0), (340.0, 100.0), depth=12.0) + run((60.0, 100.0), (340.0, 100.0), depth=14.0),
         machine(long=12.0, shank=4.8), None),
        (run((60.0, 100.0), (340.0, 100.0), depth=5.0), machine(bearings=(Collar(z0=-6.0, z1=0.0, r=4.0),)), "bearing-in-wood"),
        (run((60.0, -4.0), (340.0, -4.0), depth=5.0), machine(bearings=(Collar(z0=-6.0, z1=0.0, r=4.0),)), None),
        (run((60.0, -3.9), (340.0, -3.9), depth=5.0), machine(bearings=(Collar(z0=-6.0, z1=0.0, r=4.0),)), "bearing-in-wood"),
    ],
)  # fmt: skip
def test_7_what_turns_and_does_not_cut(moves, setting, says):
    assert set(found(moves, setting=setting)) - {"weight-over-the-wood"} == ({says} if says else set())


HELD = (standing("clamp-1", "clamp", box(0, 80, 30, 120), 20.0, 50.0),)


@pytest.mark.parametrize(
    ("path", "depth", "held", "says"),
    [
        (((200.0, -20.0), (200.0, 220.0)), 20.5, None, "loose-piece"),
        (((200.0, -20.0), (200.0, 220.0)), 19.9, None, None),
        (((200.0, -20.0), (200.0, 220.0)), 20.5, "screws", None),
        (((200.0, -20.0), (200.0, 220.0)), 20.5, "clamps", "loose-piece"),
        (((200.0, -20.0), (200.0, 180.0)), 20.5, None, None),
        (((395.0, -20.0), (395.0, 220.0)), 20.5, None, None),
        (((393.5, -20.0), (393.5, 220.0)), 20.5, None, None),
        (((390.0, -20.0), (390.0, 220.0)), 20.5, None, "loose-piece"),
    ],
    ids=["cut in two", "a skin is left", "screwed", "clamped at one end", "not across", "all of it chips", "a sliver", "a strip"],
)
def test_8_what_comes_free_is_held(path, depth, held, says):
    moves = run(*path, depth=depth)
    if held:
        moves = [Move(kind="set", setting=0, station=None, changes=(Change(what="held", to=held),)), *moves]
    codes = found(moves, *HELD)
    assert ("loose-piece" in codes) == (says is not None)


def test_8_a_second_clamp_holds_the_other_piece():
    moves = run((200.0, -20.0), (200.0, 220.0), depth=20.5)
    other = standing("clamp-2", "clamp", box(370, 80, 400, 120), 20.0, 50.0)
    assert "loose-piece" not in found(moves, *HELD, other)


def test_8_what_holds_the_work_below_its_face_holds_the_larger_piece_only():
    through = run((150.0, -20.0), (150.0, 220.0), depth=20.5)
    board = standing("work-1", "work", box(0, 0, 400, 200), 0.0, 20.0)
    proof = prove(Program(bodies=(board,), settings=(machine(),), moves=tuple(through)), Circumstances(SHOP.rules)).proof
    loose = next(each for each in proof.findings if each.code == "loose-piece")
    assert loose.at[0] < 150, "the smaller piece, on the left"
