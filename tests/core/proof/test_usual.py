"""R21: the twelve usual cuts, and the demo's own, are not stopped, and what is found at them is a note at most."""

from __future__ import annotations

from typing import Any

import pytest
from tests.demo_cuts import ON_ONE_BOARD

from ranura.calc.registry import calculate
from ranura.core.plan import PLANNING
from ranura.demo.jobs import PIECES
from ranura.demo.shop import SHOP


def mm(value: float) -> dict[str, str]:
    return {"typed": f"{value:g}", "unit": "mm"}


def board(length: float, width: float, thickness: float, material: str = "oak", **more: Any) -> dict[str, Any]:
    return {"name": "board", "material": material, "length": mm(length), "width": mm(width), "thickness": mm(thickness)} | more


EDGE = {"kind": "edge", "edge_state": "smooth"}
WINDOW = {"form": "rectangle", "length": mm(160), "width": mm(120), "radius": mm(20)}
USUAL = {
    "shelf dado": ({"kind": "dado", "width": mm(18), "depth": mm(6), "position": mm(300)}, board(900, 280, 18, "birch-plywood")),
    "rail groove": (
        {"kind": "dado", "goes": "along", "end": "near", "width": mm(6.35), "depth": mm(8), "position": mm(8),
         "held": "vice"},
        board(600, 60, 22),
    ),
    "stopped dado": (
        {"kind": "dado", "width": mm(12.7), "depth": mm(6), "position": mm(200), "stop_last": mm(20)},
        board(600, 250, 20),
    ),
    "mortise by edge guide": (
        {"kind": "pocket", "form": "mortise", "length": mm(60), "across": mm(10), "depth": mm(25), "from_left": mm(150),
         "from_near": mm(60), "guide": "edge-guide"},
        board(600, 160, 40),
    ),
    "hinge recess": (
        {"kind": "pocket", "form": "recess", "length": mm(64), "across": mm(19), "depth": mm(2.2), "from_left": mm(100),
         "from_near": mm(0.001), "open_sides": ["near"]},
        board(700, 400, 20),
    ),
    "roundover all round": (
        EDGE | {"shape": "roundover", "size": mm(6.35), "edges": ["near", "right", "far", "left"]},
        board(700, 400, 20),
    ),
    "bearing rabbet": (EDGE | {"shape": "rabbet", "size": mm(9.525), "depth": mm(8), "edges": ["near"]}, board(700, 300, 20)),
    "chamfer of a held small part": (
        EDGE | {"shape": "chamfer", "size": mm(3), "edges": ["near"], "held": "vice", "router_id": "plunge-two"},
        board(140, 90, 30),
    ),
    "opening with a pin": (
        EDGE | {"shape": "roundover", "size": mm(3), "edges": ["opening-1"], "router_id": "table-three", "starting_pin": True},
        board(400, 260, 18, openings=[WINDOW]),
    ),
    "disc by trammel": (
        {"kind": "pocket", "form": "disc", "length": mm(220), "depth": mm(12), "through": True, "backed": True, "loose": "screws",
         "from_left": mm(200), "from_near": mm(200), "guide": "trammel"},
        board(400, 400, 12, "mdf"),
    ),
    "flattening sled": (
        {"kind": "pocket", "form": "flatten", "depth": mm(2), "length": mm(400), "across": mm(200), "from_left": mm(0.001),
         "from_near": mm(0.001), "held": "dogs"},
        board(400, 200, 40),
    ),
    "flush trim": (EDGE | {"shape": "flush", "size": mm(2), "depth": mm(4), "edges": ["near"]}, board(600, 200, 22)),
}  # fmt: skip


@pytest.mark.parametrize("name", USUAL)
def test_a_usual_cut_passes_every_check(name):
    cut, piece = USUAL[name]
    made = calculate("plan", {"cut": cut, "piece": piece})
    assert made["status"] != "stop", [each["message"]["metric"] for each in made["cautions"] if each["level"] == "stop"]
    assert made["proof"]["passed"]
    assert {each["level"] for each in made["proof"]["findings"]} <= {"note"}, made["proof"]["findings"]
    assert made["moves"]


@pytest.mark.parametrize("job", [name for name, _, _ in PIECES])
def test_the_demos_cuts_pass_one_after_another_on_their_boards(job):
    from ranura.core.family import NOTHING_BEFORE

    piece = next(each for each in PIECES if each[0] == job)[1]
    before = NOTHING_BEFORE
    for name, cut, _ in ON_ONE_BOARD[job]:
        plan = PLANNING.plan(cut, piece, SHOP, SHOP.rules, before=before)
        assert plan.proof.passed, (name, plan.proof.findings)
        before = PLANNING.leaves(cut, piece, SHOP, before=before)
    assert not before.unmade
    assert before.taken


@pytest.mark.parametrize(
    ("cut", "piece", "router"),
    [
        ({"kind": "dado", "goes": "along", "end": "near", "width": mm(12.7), "depth": mm(8), "position": mm(20)},
         board(600, 60, 22),
         "table-three"),
        (EDGE | {"shape": "jointing", "size": mm(2), "edges": ["near"]}, board(600, 200, 22), None),
    ],
    ids=["too narrow for the hand, not for the table", "jointing that the first bit is too weak for"],
)  # fmt: skip
def test_where_nothing_is_pinned_other_tools_and_guides_are_tried_before_a_stop(cut, piece, router):
    made = calculate("plan", {"cut": cut, "piece": piece})
    assert made["status"] != "stop"
    assert router in (None, made["router_id"])
    assert (made["offers"][0]["bit_id"], made["offers"][0]["router_id"]) == (made["bit_id"], made["router_id"])
    if router:
        by_hand = calculate("plan", {"cut": cut | {"guide": "straightedge"}, "piece": piece})
        assert by_hand["status"] == "stop", "what is pinned is shown with its stop"
