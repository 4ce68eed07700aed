"""What plans do, judged a second time: the demo's cuts, the usual ones, and random ones of every family."""

from __future__ import annotations

import random
from typing import Any, NamedTuple

import numpy as np
import pytest
from pydantic import TypeAdapter
from tests.demo_cuts import DEMO as DEMO_CUTS
from tests.demo_cuts import followed
from tests.oracle.cases import case, mm
from tests.oracle.judge import WITHIN, Judge

from ranura.calc.fields import Refused
from ranura.calc.registry import calculate
from ranura.core.plan import PlanWithMoves
from ranura.core.proof.stations import Stations
from ranura.core.text.errors import CraftError
from ranura.demo.shop import SHOP

_JSON = TypeAdapter(PlanWithMoves)
DEMO = [(cut_id, piece, cut) for cut_id, _, cut, piece in DEMO_CUTS]


class At(NamedTuple):
    """Points of a board, by their coordinates."""

    x: np.ndarray
    y: np.ndarray
    z: np.ndarray


def board(length: float = 600, width: float = 200, thickness: float = 20, material: str = "oak", **more: Any) -> dict[str, Any]:
    return {
        "name": "board", "material": material, "length": mm(length), "width": mm(width), "thickness": mm(thickness), **more,
    }  # fmt: skip


def made(cut: dict[str, Any], piece: dict[str, Any] | None = None) -> dict[str, Any]:
    return calculate("plan", {"cut": cut, "piece": piece or board()})


@pytest.mark.parametrize(("piece", "cut"), [each[1:] for each in DEMO], ids=[each[0] for each in DEMO])
def test_the_demos_cuts_do_what_they_may(piece, cut):
    plan = _JSON.dump_python(followed(cut, piece).plan, mode="json")
    assert plan["status"] != "stop"
    assert plan["moves"]
    assert Judge(plan).problems() == []


def beyond_round(p: At, r: float) -> np.ndarray:
    """What a roundover of the long edges takes of both faces of a board of 200 × 20."""
    across, up = np.minimum(p.y, 200 - p.y), np.minimum(p.z, 20 - p.z)
    return np.hypot(np.maximum(r - across, 0), np.maximum(r - up, 0)) > r


DADO = {"kind": "dado", "width": mm(12.7), "depth": mm(6), "position": mm(100)}
POCKET = {"kind": "pocket", "from_left": mm(200), "from_near": mm(60)}
USUAL = [
    ("shelf dado", DADO, lambda p: (p.x > 100) & (p.x < 112.7) & (p.z > 14)),
    (
        "stopped dado",
        DADO | {"stop_last": mm(40)},
        lambda p: (p.z > 14) & (np.hypot(p.x - 106.35, np.maximum(p.y - 153.65, 0)) < 6.35),
    ),
    (
        "wide groove over the table",
        DADO | {"goes": "along", "end": "near", "width": mm(16), "position": mm(40), "guide": "table-fence"},
        lambda p: (p.y > 40) & (p.y < 56) & (p.z > 14),
    ),
    (
        "recess with an open side",
        POCKET
        | {"form": "recess", "length": mm(80), "across": mm(40), "depth": mm(5)}
        | {"from_near": mm(0.001), "open_sides": ["near"]},
        lambda p: (p.x > 200) & (p.x < 280) & (p.y < 40) & (p.z > 15),
    ),
    (
        "half-lap",
        {"kind": "pocket", "form": "lap", "length": mm(60), "depth": mm(10), "end": "right"},
        lambda p: (p.x > 540) & (p.z > 10),
    ),
    (
        "tenon",
        {"kind": "pocket", "form": "lap", "length": mm(40), "depth": mm(6), "both_faces": True},
        lambda p: (p.x < 40) & ((p.z > 14) | (p.z < 6)),
    ),
    (
        "hole by trammel",
        {"kind": "pocket", "form": "hole", "length": mm(160), "depth": mm(20), "through": True, "backed": True, "loose": "screws",
         "from_left": mm(300), "from_near": mm(100), "guide": "trammel"},
        lambda p: (np.hypot(p.x - 300, p.y - 100) < 80) & (np.hypot(p.x - 300, p.y - 100) > 67.3),
    ),
    (
        "rabbets all round",
        {"kind": "edge", "shape": "rabbet", "size": mm(9.525), "depth": mm(8), "edge_state": "smooth"},
        lambda p: (p.z > 12) & (np.minimum(np.minimum(p.x, 600 - p.x), np.minimum(p.y, 200 - p.y)) < 9.525),
    ),
    (
        "roundover of two edges, both faces",
        {"kind": "edge", "shape": "roundover", "size": mm(6.35), "edges": ["near", "far"], "edge_state": "smooth"}
        | {"both_faces": True},
        lambda p: beyond_round(p, 6.35),
    ),
    (
        "chamfer of one end, both faces",
        {"kind": "edge", "shape": "chamfer", "size": mm(4), "edges": ["left"], "both_faces": True, "edge_state": "smooth"},
        lambda p: (p.x + 20 - p.z < 4) | (p.x + p.z < 4),  # the other end, if it were turned over the wrong way
    ),
]  # fmt: skip


@pytest.mark.parametrize(("cut", "asked"), [each[1:] for each in USUAL], ids=[each[0] for each in USUAL])
def test_what_is_taken_is_what_was_asked(cut, asked):
    plan = made(cut)
    assert plan["status"] != "stop", [each["message"]["metric"] for each in plan["cautions"] if each["level"] == "stop"]
    judge = Judge(plan)
    assert judge.problems() == []
    points = np.random.default_rng(3).uniform((-5, -5, -1), (605, 205, 21), size=(30_000, 3))
    points = points[judge.in_work(points)]
    count = len(plan["moves"])
    surely, nearly = judge.first_gone(points, more=-2 * WITHIN) < count, judge.first_gone(points, more=2 * WITHIN) < count
    wanted = asked(At(*points.T))
    corners = surely & ~wanted
    assert not corners.any(), points[corners][:3]
    # What a round bit leaves in square corners is said; everywhere else all that was asked is gone.
    missing = points[wanted & ~nearly]
    assert len(missing) <= 0.02 * wanted.sum(), missing[:5]
    assert wanted.any()


def test_every_bit_is_set_with_the_speed_it_turns_at():
    slot = {"kind": "dado", "shape": "t-slot", "width": mm(9), "depth": mm(11), "position": mm(90)}
    plan = made(slot, board(600, 200, 30))
    found = []
    for move in plan["moves"]:
        changes = {each["what"]: each["to"] for each in move["changes"]}
        if "bit" in changes:
            setting = plan["settings"][move["setting"]]
            assert (changes["bit"], changes["speed"]) == (setting["bit"]["id"], setting["rpm"])
            found.append((changes["bit"], changes["speed"]))
    assert len({bit for bit, _ in found}) == len({speed for _, speed in found}) == 2, (
        "the clearing bit turns at a speed of its own"
    )


def bodies(plan: dict[str, Any], role: str) -> list[np.ndarray]:
    return [np.array(body["ring"]) for body in plan["bodies"] if body["role"] == role]


@pytest.mark.parametrize("edge", ["near", "far", "left", "right"])
@pytest.mark.parametrize("width", [9.5, 4.0])
def test_the_straightedge_of_an_edge_cut_stands_on_the_board_where_the_base_rides(edge, width):
    """On the wood's side of the axis, as far as the base's guided side, and past both ends of the edge."""
    cut = {"kind": "edge", "shape": "rabbet", "size": mm(width), "depth": mm(5), "edges": [edge], "guide": "fence"}
    plan = made(cut | {"bit_id": "straight-19.05", "router_id": "plunge-two"}, board(600, 300))
    fences = bodies(plan, "fence")
    assert len(fences) == sum(move["kind"] == "start" for move in plan["moves"])
    across, length = (1, 600) if edge in ("near", "far") else (0, 300)
    last = [move for move in plan["moves"] if move["kind"] == "cut"][-1]["path"][0][across]
    inwards = 1 if edge in ("near", "left") else -1
    for fence in fences:
        faces = inwards * (fence[:, across] - last)
        assert faces.min() == pytest.approx(SHOP.router("plunge-two").bases[0].sides[0].distance, abs=0.01)
        along = fence[:, 1 - across]
        over = SHOP.rules.fence_overhang
        assert (along.min(), along.max()) == pytest.approx((-over, length + over), abs=0.01)


@pytest.mark.parametrize("end", ["left", "right"])
def test_the_backer_stands_beyond_the_edge_where_the_bit_comes_out(end):
    plan = made(DADO | {"end": end, "guide": "straightedge"})
    (backer,) = bodies(plan, "backer")
    out = [move for move in plan["moves"] if move["kind"] == "leave"][-1]["path"][-1]
    assert out[1] < 0 or out[1] > 200
    low, high = backer[:, 1].min(), backer[:, 1].max()
    assert (low, high) == (pytest.approx((200, 222)) if out[1] > 200 else pytest.approx((-22, 0)))
    assert backer[:, 0].min() < out[0] < backer[:, 0].max()


@pytest.mark.parametrize("stops", [{"stop_first": mm(60)}, {"stop_last": mm(60)}])
@pytest.mark.parametrize("end", ["left", "right"])
def test_a_block_touches_the_base_where_the_cut_begins_or_ends_inside(stops, end):
    plan = made(DADO | stops | {"end": end, "guide": "straightedge"}, board(600, 300))
    (block,) = bodies(plan, "block")
    cut = next(move for move in plan["moves"] if move["kind"] == "cut")["path"]
    ahead = 1 if cut[-1][1] > cut[0][1] else -1
    begins_inside = any(move["kind"] == "plunge" for move in plan["moves"])
    axis, side = (cut[0][1], -ahead) if begins_inside else (cut[-1][1], ahead)
    reach = max(abs(y) for _, y in plan["settings"][0]["base"]["ring"])
    face = block[:, 1].min() if side > 0 else block[:, 1].max()
    assert face == pytest.approx(axis + side * reach, abs=0.01), "behind the base at a start, before it at an end"
    assert block[:, 0].min() < cut[0][0] < block[:, 0].max()


@pytest.mark.parametrize("end", ["left", "right"])
def test_a_router_in_a_plunge_base_is_drawn_back_into_the_slot_and_lifted_turning(end):
    plan = made(DADO | {"stop_first": mm(60), "stop_last": mm(60), "end": end, "guide": "straightedge"}, board(600, 300))
    *_, along, drawn, lift, stop = plan["moves"]
    assert [move["kind"] for move in (along, drawn, lift, stop)] == ["cut", "cut", "lift", "stop"]
    start, halt, back = along["path"][0], along["path"][-1], drawn["path"][-1]
    assert drawn["fresh"] == "none"
    assert drawn["path"][0] == halt
    assert abs(halt[1] - start[1]) - abs(back[1] - start[1]) == pytest.approx(2, abs=0.01)
    assert lift["turning"]
    assert lift["path"] == [back]
    assert stop["from_depth"] < 0, "switched off above the wood"


def test_a_place_that_is_run_the_other_way_is_told_its_own_start_and_end():
    """The far places have the fence on the other side, so that they are pushed away and not pulled."""
    plan = made(DADO | {"position": mm(60), "stop_first": mm(20), "count": 3, "spacing": mm(200)})
    said = [line["metric"] for each in plan["slip"] if each["key"] == "direction" for line in each["lines"]]
    ways = [line for line in said if "back 2 mm" in line or "all the way out" in line]
    assert [line.split("; weight")[0].split("; stop by")[0] for line in ways] == [
        "start clear of the wood; back 2 mm at the end, straight up, then switch off",
        "run the other way: plunge at the start mark; all the way out, then lift off to come back",
    ]


@pytest.mark.parametrize("seed", range(1, 41))
def test_passes_times_and_words_are_those_of_the_moves(seed):
    asked = case(random.Random(seed))
    try:
        plan = calculate("plan", asked)
    except (CraftError, Refused):
        return
    cuts = [each for each in plan["moves"] if each["kind"] == "cut"]
    if not cuts:
        return
    of_bit = [each for each in cuts if plan["settings"][each["setting"]]["bit"]["id"] == plan["bit_id"]]
    depths = {round(each["to_depth"], 3) for each in of_bit}
    assert depths == {round(each["to_depth"], 3) for each in plan["passes"]} | {
        round(each["trip"]["height"], 3) for each in plan["stages"]
    }
    time = next(each["value"] for each in plan["figures"] if each["key"] == "feed.time")
    wet = [each for each in plan["moves"] if each["seconds"] and each["fresh"] != "none"]
    assert time == pytest.approx(sum(each["seconds"] for each in wet))
    if plan["status"] != "stop" and plan["settings"][0]["mounting"] == "hand" and asked["cut"]["kind"] == "dado":
        said = " ".join(line["metric"] for each in plan["slip"] if each["key"] == "direction" for line in each["lines"])
        plunges = any(each["kind"] == "plunge" and each["fresh"] != "none" for each in plan["moves"])
        assert ("plunge" in said) == plunges
        assert ("straight up" in said or "lift only there" in said) == any(
            each["kind"] == "lift" and each["turning"] for each in plan["moves"]
        )


@pytest.mark.parametrize("seed", range(1, 16))
def test_what_is_proven_at_one_of_many_places_holds_at_all(seed, monkeypatch):
    asked = case(random.Random(seed * 1_000))
    asked["piece"]["length"] = mm(2_000)
    if asked["cut"]["kind"] in {"dado", "pocket"}:
        asked["cut"] |= {"count": 7, "spacing": mm(140 + seed)}
    found = []
    for alike in (Stations.like, lambda *_, **__: None):
        monkeypatch.setattr(Stations, "like", alike)
        try:
            found.append(calculate("plan", asked))
        except (CraftError, Refused) as error:
            found.append(str(error))
    assert found[0] == found[1]


def test_a_thin_strip_beside_a_long_slope_is_fresh_wood_for_both_judges():
    """Beside the last slot for tails a wedge half a millimetre wide at the top is left to the second run along it."""
    piece = {"name": "board", "material": "oak", "length": mm(317.21), "width": mm(103.46), "thickness": mm(12), "count": 2}
    plan = made({"kind": "dovetails", "makes": "tails", "mate": mm(20.97), "depth": mm(9.48)}, piece=piece)
    assert [each["fresh"] for each in plan["moves"] if each["kind"] == "cut"][-1] == "left"
    assert Judge(plan).problems() == []
