"""Joints of random sizes: both boards cut out of solids by their own moves, put together, and looked at point by point (R14)."""

from __future__ import annotations

import random
from typing import Any, get_args

import numpy as np
import pytest
from tests.oracle.judge import Judge

from ranura.calc.registry import calculate
from ranura.core.joints.asked import JointKind

TRUE, STEP = 0.005, 0.002
KINDS = get_args(JointKind)


def mm(value: float) -> dict[str, str]:
    return {"typed": f"{value:g}", "unit": "mm"}


def board(name: str, size: tuple[float, float, float], material: str) -> dict[str, Any]:
    length, width, thickness = map(mm, size)
    return {"name": name, "material": material, "length": length, "width": width, "thickness": thickness}


_INTO = {"cross-lap": ["left", "right"], "sliding-dovetail": ["left", "right", "both", "near"]}


def asked(kind: str, seed: int) -> dict[str, Any]:
    """A joint of random sizes, at random ends."""
    chance = random.Random(f"{kind} {seed}")

    def between(low: float, high: float) -> float:
        return round(chance.uniform(low, high), 1)

    if kind in ("housed", "rabbet", "dado-rabbet", "edge-joint", "tongue-groove", "spline"):
        wide = between(120, 320)
        first = (between(400, 900), wide, between(15, 25))
        second = (between(300, 800), wide, between(12, 22))
        material = chance.choice(["birch-plywood", "ash"])
    else:
        first = (between(400, 900), between(76, 110), between(24, 45))
        second = (between(300, 800), between(76, 110), between(first[2] * 0.8, 40))
        material = "ash"
    if kind == "box-joint":
        first = (between(340, 480), between(60, 220), between(9, 20))
        second = (between(180, 480), first[1], between(9, 20))
        material = chance.choice(["birch-plywood", "beech"])
    if kind == "half-blind":
        wide = between(26.3, 33.6) + 24 * chance.randint(1, 7)
        first, second = (between(300, 480), wide, between(13, 24)), (between(180, 420), wide, between(7, 14))
        material = chance.choice(["beech", "ash"])
    if kind == "through-dovetails":
        wide = between(107, 124) + 28 * chance.randint(-2, 5)
        first, second = (between(240, 480), wide, between(9, 20)), (between(180, 420), wide, between(9, 20))
        material = chance.choice(["beech", "ash"])
    if kind == "sliding-dovetail":
        first = (between(400, 900), between(150, 300), between(18, 30))
        second = (between(300, 620), between(150, 300), between(17, 24))
        material = chance.choice(["beech", "ash"])
    if kind == "bridle":
        first = (between(240, 500), between(24, 90), between(22, 34))
        second = (between(240, 500), between(18, 31.5), between(first[2] * 0.9, first[2]))
    if kind == "stile-rail":
        thick = between(18, 22)
        first, second = (between(360, 900), between(48, 110), thick), (between(240, 800), between(48, 110), thick)
        material = chance.choice(["ash", "beech"])
    if kind == "corner-lap":
        second = (*second[:2], first[2])
    joint = {
        "kind": kind,
        "end": chance.choice(["left", "right"]),
        "into": chance.choice(_INTO.get(kind, ["left", "right", "both"])),
        "fit": chance.choice(["tight", "sliding", "glue"]),
        "at": mm(between(90, first[0] - (second[1] if kind.endswith(("lap", "tenon")) else 30) - 110)),
        "along": mm(between(90, second[0] - first[1] - 60)) if kind == "cross-lap" else mm(0),
    }
    if kind == "sliding-dovetail" and chance.random() < 0.5:
        # Its straightedge stands between the socket and the end.
        joint |= {"taper": mm(between(0.5, 2.5)), "at": mm(between(150, first[0] - 190))}
    elif kind == "sliding-dovetail" and chance.random() < 0.5:
        joint["stopped"] = mm(between(10, 25))
    if kind == "sliding-dovetail" and chance.random() < 0.4:
        joint["housed"] = mm(between(1, 3))
    if kind == "stile-rail":
        places = [0, between(1, first[0] - second[1] - 1), round(first[0] - second[1], 1)]
        joint |= {"at": mm(chance.choice(places)), "tried": chance.choice([None, "proud", "low"]), "off": mm(between(0.1, 0.9))}
    if kind.endswith("tenon"):
        joint["upon"] = chance.choice(["face", "near"])
    if kind == "housed" and chance.random() < 0.5:
        joint |= {"stopped": mm(between(10, 30)), "depth": mm(between(4, 8))}
    return {"joint": joint, "a": board("First", first, material), "b": board("Second", second, material)}


class Solid:
    """A board after its plans, seen from the first board of its joint."""

    def __init__(self, member: dict[str, Any]) -> None:
        self.place = member["place"]
        judges: tuple[Judge, ...] = ()
        for plan in member["plans"]:
            judges = (*judges, Judge(plan, judges))
        self.judges = judges

    def holds(self, points: np.ndarray, whole: np.ndarray) -> np.ndarray:
        """Which points (n × 3) of the joint are wood of it; `whole` is length, width and thickness of the board."""
        turned = np.array([self.place["x"], self.place["y"], self.place["z"]])
        own = (points - np.array(self.place["origin"])) @ turned.T
        inside = ((own > 0) & (own < whole)).all(axis=1)
        for judge in self.judges:
            inside[inside] = judge.first_gone(own[inside]) == len(judge.plan["moves"])
        return inside


def size(piece: dict[str, Any]) -> np.ndarray:
    return np.array([float(piece[each]["typed"]) for each in ("length", "width", "thickness")])


def _air(one: np.ndarray, two: np.ndarray) -> int:
    """How many places of a line are air between wood of the one board and wood of the other."""
    what = one + 2 * two
    found, last, empty = 0, 0, 0
    for each in what.tolist():
        if each:
            found += empty if last and last != each else 0
            last, empty = each, 0
        else:
            empty += 1
    return found


@pytest.mark.parametrize("seed", [0, *(pytest.param(seed, marks=pytest.mark.thorough) for seed in range(1, 30))])
@pytest.mark.parametrize("kind", KINDS)
def test_the_boards_go_together_as_it_is_said(kind, seed):
    request = asked(kind, seed)
    found = calculate("joint", request)
    if found["fit"] is None:
        assert found["blocked"]
        assert any(each for member in found["members"] for each in member["refused"])
        return
    said, proud = {each["code"] for each in found["cautions"]}, found["fit"]["proud"]
    assert ("stays-proud" in said) == (proud > TRUE + 1e-6)
    sizes = size(request["a"]), size(request["b"])
    solids = [Solid(member) for member in found["members"]]
    for line in found["fit"]["measured_at"]:
        at = np.array(line["at"])
        # Of a box joint one side of one finger alone, of dovetails one socket, and of a rail nothing above the faces.
        far = {"box-joint": 3, "half-blind": 12, "through-dovetails": 13, "stile-rail": 8}.get(kind, 130)
        steps = np.arange(-far, far, STEP)
        points = at + steps[:, None] * np.array(line["way"])
        one, two = (solid.holds(points, whole) for solid, whole in zip(solids, sizes, strict=True))
        assert not (one & two).any(), "no wood of the one stands in the other"
        assert _air(one, two) * STEP == pytest.approx(line["gap"], abs=TRUE), line["name"]
        assert line["gap"] == pytest.approx(line["wanted"], abs=TRUE) or "looser-than-wanted" in said
        assert line["gap"] > line["wanted"] - TRUE
        assert line["interference"] <= proud + 1e-6
    chance = np.random.default_rng(seed)
    around = np.array(found["fit"]["measured_at"][0]["at"]) + chance.uniform(-45, 45, (6_000, 3))
    lifted = around - [0, 0, proud]
    both = solids[0].holds(around, sizes[0]) & solids[1].holds(lifted, sizes[1])
    if kind == "mortise-tenon":  # the slip has its round ends squared with a chisel
        assert any("Square the ends" in each for each in found["by_hand"])
        cut = found["members"][0]["cuts"][0]
        middle, half = found["fit"]["measured_at"][0]["at"][0], cut["length"]["mm"] / 2 - cut["across"]["mm"] / 2
        both &= np.abs(around[:, 0] - middle) < half
    assert not both.any()
    assert found["fit"]["interference"] < TRUE
