"""R21.5: a bearing on edge that is really there, a fence as long as the way, a pivot in wood, a template that agrees."""

from __future__ import annotations

from dataclasses import replace

import pytest
from tests.core.proof.test_bodies import box, machine, run

from ranura.calc.registry import calculate
from ranura.core.geometry.rings import circle_ring
from ranura.core.proof.bodies import standing
from ranura.core.proof.moves import Collar, GuidePlace, Program
from ranura.core.proof.prove import prove
from ranura.core.proof.steps import Circumstances
from ranura.core.proof.stood import taken_by
from ranura.demo.shop import SHOP

BOARD = standing("work-1", "work", box(0, 0, 400, 200), 0.0, 20.0)


def found(moves, setting, *bodies, before=()):
    program = Program(bodies=(BOARD, *bodies), settings=(setting,), moves=tuple(moves))
    proof = prove(program, Circumstances(SHOP.rules), before=before).proof
    return {each.code: each for each in proof.findings if each.check == 5}


def bearing(*, low: float, high: float, body="work-1"):
    """A rabbeting bit with its bearing of 8 mm below, which rides between two heights."""
    guide = GuidePlace(kind="bearing", body=body, r=4.0, z0=low, z1=high, at=None, spacer=0.0)
    return replace(machine(bearings=(Collar(z0=-6.0, z1=0.0, r=4.0),)), guides=(guide,))


EDGE = run((20.0, -4.0), (380.0, -4.0), depth=6.0, fresh="left")


@pytest.mark.parametrize(
    ("low", "high", "before", "stops"),
    [
        (8.0, 14.0, None, False),
        (8.0, 14.0, (150.0, 9.0), False),
        (8.0, 14.0, (150.0, 11.0), True),
        (-4.5, 1.5, None, True),
        (-3.9, 2.1, None, False),
        (13.0, 19.0, None, True),
    ],
    ids=[
        "a whole edge",
        "a slot that leaves 3 mm",
        "a slot that leaves 1 mm",
        "1.5 mm",
        "2.1 mm",
        "where this very cut takes it away",
    ],
)
def test_a_bearing_rides_on_two_millimetres_of_edge_all_along(low, high, before, stops):
    taken = ()
    if before:
        x, depth = before
        slot = Program(bodies=(BOARD,), settings=(machine(),), moves=tuple(run((x, -20.0), (x, 60.0), depth=depth)))
        taken = taken_by(slot)
    codes = found(EDGE, bearing(low=low, high=high), before=taken)
    assert ("bearing-without-its-edge" in codes) == stops
    if before and stops:
        assert codes["bearing-without-its-edge"].at[0] == pytest.approx(before[0], abs=12), "where the slot is"


@pytest.mark.parametrize(("end", "stops"), [(400.0, False), (379.0, True), (381.0, False)])
def test_a_fence_stands_beside_the_base_as_long_as_it_cuts(end, stops):
    fence = standing("fence-1", "fence", box(-50, 160, end, 220), 20.0, 32.0)
    moves = run((20.0, 100.0), (380.0, 100.0))
    # The last place looked at lies half a stretch before the end.
    far = run((end + 10 if stops else 340.0, 100.0), (end + 14 if stops else 380.0, 100.0))
    assert ("fence-too-short" in found(far if stops else moves, machine(), fence)) == stops


@pytest.mark.parametrize(
    ("at", "stops"), [((200.0, 100.0), False), ((200.0, 14.9), True), ((200.0, 15.0), False), ((200.0, -30.0), True)]
)
def test_a_pivot_stands_15_mm_inside_the_wood(at, stops):
    pivot = GuidePlace(kind="pivot", body="work-1", r=60.0, z0=None, z1=None, at=at, spacer=0.0)
    moves = run((200.0, 160.0), (260.0, 100.0))
    assert ("pivot-at-the-edge" in found(moves, replace(machine(), guides=(pivot,)))) == stops


@pytest.mark.parametrize(
    ("opening", "says"),
    [(40.0, None), (41.0, "off-its-template"), (39.5, "off-its-template")],
    ids=["made for it", "too large", "too small"],
)
def test_a_template_agrees_with_its_bushing_and_its_cut(opening, says):
    """A hole of 30 mm by a bushing of 20 and a bit of 10: the template's is 40."""
    path = circle_ring((200.0, 100.0), 10.0)[::-1]
    ring = ((100.0, 0.0), (300.0, 0.0), (300.0, 200.0), (100.0, 200.0))
    template = replace(standing("template", "template", ring, 20.0, 32.0), holes=(circle_ring((200.0, 100.0), opening / 2),))
    guide = GuidePlace(kind="bushing", body="template", r=10.0, z0=20.0, z1=32.0, at=None, spacer=0.0)
    codes = found(run(*path, path[0]), replace(machine(), guides=(guide,)), template)
    assert set(codes) == ({says} if says else set())


def mm(value: float) -> dict[str, str]:
    return {"typed": f"{value:g}", "unit": "mm"}


@pytest.mark.parametrize(("depth", "stops"), [(4, False), (17, True)])
def test_what_earlier_cuts_of_any_kind_took_counts(depth, stops):
    piece = {"name": "board", "material": "oak", "length": mm(600), "width": mm(200), "thickness": mm(20)}
    dado = {"kind": "dado", "width": mm(19.05), "depth": mm(depth), "position": mm(200)}
    round_over = {"kind": "edge", "shape": "roundover", "size": mm(6.35), "edges": ["near"], "edge_state": "smooth",
                  "router_id": "plunge-two", "bit_id": "roundover-6.35"}  # fmt: skip
    made = calculate("plan", {"cut": round_over, "piece": piece, "before": [dado]})
    assert ("bearing-without-its-edge" in {each["code"] for each in made["proof"]["findings"]}) == stops
    assert made["proof"]["passed"] == (not stops)
    alone = calculate("plan", {"cut": round_over, "piece": piece})
    assert alone["proof"]["passed"]


ON_EDGE = GuidePlace(kind="edge-guide", body="work-1", r=None, z0=5.0, z1=20.0, at=None, spacer=0.0)


@pytest.mark.parametrize(
    ("notch", "depth", "stops"),
    [(None, 0.0, False), ((190.0, 210.0), 12.0, False), ((140.0, 260.0), 12.0, True), ((140.0, 260.0), 4.0, False)],
    ids=["a whole edge", "a notch that the face bridges", "a notch as long as the face", "one above its middle"],
)
@pytest.mark.parametrize("towards", [1, -1])
def test_an_edge_guide_bears_on_fifty_millimetres_of_edge(notch, depth, stops, towards):
    """It bears on the near edge for a run to the right, on the far one for a run to the left."""
    edge = 0.0 if towards > 0 else 200.0
    taken = ()
    if notch:
        inside = edge + 10.0 * towards
        cut = run((notch[0], inside), (notch[1], inside), depth=depth)
        taken = taken_by(Program(bodies=(BOARD,), settings=(machine(),), moves=tuple(cut)))
        clear = run((notch[0], edge), (notch[1], edge), depth=depth)
        taken += taken_by(Program(bodies=(BOARD,), settings=(machine(),), moves=tuple(clear)))
    ends = [(-20.0, 100.0), (420.0, 100.0)]
    moves = run(*(ends if towards > 0 else ends[::-1]))
    codes = found(moves, replace(machine(), guides=(ON_EDGE,)), before=taken)
    assert ("guide-without-edge" in codes) == stops


@pytest.mark.parametrize(("hands", "stops"), [("push-blocks", True), ("carrier", False), ("sled", False)])
def test_what_a_carrier_holds_over_a_table_bears_on_the_fence_by_the_carrier(hands, stops):
    short = standing("work-1", "work", box(0, 0, 45, 40), 0.0, 20.0)
    fence = replace(ON_EDGE, kind="fence")
    setting = replace(machine(mounting="table"), guides=(fence,), hands=hands)
    program = Program(bodies=(short,), settings=(setting,), moves=tuple(run((-20.0, 20.0), (65.0, 20.0))))
    codes = {each.code for each in prove(program, Circumstances(SHOP.rules)).proof.findings}
    assert ("guide-without-edge" in codes) == stops
