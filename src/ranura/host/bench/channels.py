"""Speed of channels and pockets: many stations on one piece, and clamps beside a curved path."""

from __future__ import annotations

import math
import statistics
from typing import Any

import httpx2

from ranura.core.holding.clamps import hold
from ranura.core.holding.placed import ClampAt
from ranura.core.holding.sweep import Sweep
from ranura.host.bench.measuring import Measure, percentile, timed

_ROUNDS = 40
_STATIONS = 40


def measure_stations(url: str) -> list[Measure]:
    """A side of 40 equally spaced dadoes, planned as one cut: its figures, which come before its proof, and both."""
    made = []
    with httpx2.Client(base_url=url, timeout=60) as client:
        for path, what in (("/api/plan", "figures, without the proof"), ("/api/plan/proof", "planned and proven")):

            def ask(turn: int, path: str = path) -> None:
                client.post(path, json=_stations(_STATIONS, first=90 + turn / 4)).raise_for_status()

            times = [timed(lambda turn=turn: ask(turn)) for turn in range(_ROUNDS)][5:]  # type: ignore[misc]
            p50 = statistics.median(times)
            seen = f"p50 {p50:.0f} ms, p95 {percentile(times, 0.95):.0f} ms"
            made.append(Measure(what=f"40 stations on one piece: {what}, p50", goal="≤ 60 ms", seen=seen, met=p50 <= 60))
    return made


def _stations(count: int, *, first: float) -> dict[str, Any]:
    """So many dadoes, as they are asked for while somebody drags them along."""

    def typed(text: str) -> dict[str, str]:
        return {"typed": text, "unit": "mm"}

    piece = {
        "name": "Dish rack",
        "material": "birch-plywood",
        "length": typed("2400"),
        "width": typed("300"),
        "thickness": typed("18"),
    }
    cut = {
        "kind": "dado",
        "width": typed("17.6"),
        "depth": typed("6"),
        "position": typed(f"{first:g}"),
        "spacing": typed("56"),
        "count": count,
    }
    return {"piece": piece, "cut": cut}


def measure_clashes() -> Measure:
    """Twelve clamps around a board, checked against a wavy path of 2,000 points, those in the way moved clear."""
    turns = [2 * math.pi * i / 2000 for i in range(2001)]
    path = tuple(
        (500 + 330 * (1 + 0.05 * math.sin(9 * t)) * math.cos(t), 300 + 180 * (1 + 0.05 * math.sin(9 * t)) * math.sin(t))
        for t in turns
    )
    sweep = Sweep(paths=((path, 92.0),))
    clamps = [ClampAt(side=side, at=at) for side in ("near", "far") for at in (60.0, 220.0, 400.0, 580.0, 760.0, 940.0)]
    times = [timed(lambda: hold((1000.0, 600.0), sweep, placed=clamps)) for _ in range(_ROUNDS)]
    p95 = percentile(times, 0.95)
    seen = f"p95 {p95:.0f} ms, p50 {statistics.median(times):.0f} ms"
    return Measure(what="12 clamps checked on a curved path of 2,000 points, p95", goal="≤ 50 ms", seen=seen, met=p95 <= 50)
