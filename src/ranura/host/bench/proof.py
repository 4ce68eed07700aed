"""Curved ways: how soon their figures come, and how long after them the proof takes."""

from __future__ import annotations

import math
import statistics
from typing import Any

import httpx2

from ranura.host.bench.measuring import Measure, percentile, timed

_POINTS = 2_000
_ROUNDS, _PROOFS = 40, 12


def measure_proof(url: str) -> list[Measure]:
    """A roundover along a wavy outline of many points, and mortises along a template: the plan as it is typed, and its proof."""
    made: list[Measure] = []
    for what, body in (("Outline of 2,000 points", _outlined(_POINTS)), ("Two slots by a template", _slots())):
        with httpx2.Client(base_url=url, timeout=60) as client:

            def ask(path: str, client: httpx2.Client = client, body: dict[str, Any] = body) -> float:
                return timed(lambda: client.post(path, json=body).raise_for_status())

            figures = [ask("/api/plan") for _ in range(_ROUNDS)][5:]
            proofs = [ask("/api/plan/proof") for _ in range(_PROOFS)][2:]
        made += [
            _line(f"{what}: figures, without the proof, p95", figures, 60),
            _line(f"{what}: planned and proven, p95", proofs, 250),
        ]
    return made


def _line(what: str, times: list[float], goal: float) -> Measure:
    p95 = percentile(times, 0.95)
    seen = f"p95 {p95:.0f} ms, p50 {statistics.median(times):.0f} ms"
    return Measure(what=what, goal=f"≤ {goal:.0f} ms", seen=seen, met=p95 <= goal)


def _typed(text: str) -> dict[str, str]:
    return {"typed": text, "unit": "mm"}


def _board(name: str, material: str, length: str, width: str, thickness: str) -> dict[str, Any]:
    return {"name": name, "material": material, "length": _typed(length), "width": _typed(width), "thickness": _typed(thickness)}


def _outlined(count: int) -> dict[str, Any]:
    turns = [2 * math.pi * i / count for i in range(count)]
    waves = [(turn, 1 + 0.06 * math.sin(7 * turn)) for turn in turns]
    points = [[300 + 270 * r * math.cos(turn), 200 + 170 * r * math.sin(turn)] for turn, r in waves]
    piece = _board("Wave", "ash", "600", "400", "22") | {"outline": {"form": "points", "points": points}}
    cut = {"kind": "edge", "shape": "roundover", "size": _typed("6.35"), "edges": ["outline"], "edge_state": "smooth"}
    return {"piece": piece, "cut": cut}


def _slots() -> dict[str, Any]:
    cut = {
        "kind": "pocket",
        "form": "slot",
        "length": _typed("60"),
        "across": _typed("10"),
        "depth": _typed("12"),
        "from_left": _typed("100"),
        "from_near": _typed("60"),
        "count": 2,
        "spacing": _typed("400"),
        "guide": "bushing",
    }
    return {"piece": _board("Rail", "ash", "700", "160", "30"), "cut": cut}
