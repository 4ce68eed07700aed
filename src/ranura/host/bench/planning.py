"""Plan requests against a bare echo route, with the demo's drawer and with large ones, and how time grows with the drawer."""

from __future__ import annotations

import statistics
from collections.abc import Iterator
from dataclasses import replace
from itertools import count, islice
from typing import Any

import httpx2
import psutil

from ranura.core.plan import plan_cut
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.bits import Bit
from ranura.demo.jobs import SHELF_DADOES, WING_CASE_SIDE
from ranura.demo.shop import SHOP
from ranura.host.bench.measuring import Measure, exponent, percentile, timed

_ROUNDS = 400
_WARM = 50
_ROUTERS = 6
SIZES = (300, 3_000, 10_000)


def plan_body(depth: str) -> dict[str, Any]:
    """A plan request of the demo's shelf dado at a depth."""

    def typed(text: str) -> dict[str, str]:
        return {"typed": text, "unit": "mm"}

    piece = {
        "name": "Wing case side",
        "material": "birch-plywood",
        "length": typed("640"),
        "width": typed("300"),
        "thickness": typed("17.6"),
    }
    cut = {"kind": "dado", "width": typed("17.6"), "depth": typed(depth), "position": typed("212")}
    return {"piece": piece, "cut": cut}


def large_shop(bits: int) -> Shop:
    """A shop with six routers and so many bits, in the proportions of the demo's drawer; straight ones in many sizes."""
    routers = [
        replace(router, id=f"{router.id}-{turn}", name=f"{router.name} {turn}") for turn in (1, 2) for router in SHOP.routers
    ]
    return replace(SHOP, id="large", name="Large", routers=tuple(routers[:_ROUTERS]), bits=tuple(islice(_bits(), bits)))


def _bits() -> Iterator[Bit]:
    for turn in count():
        for bit in SHOP.bits:
            sized = bit.profile in ("straight", "up-cut", "down-cut")
            diameter = round(bit.diameter * (1 + turn % 90 / 1_000), 2) if sized else bit.diameter
            yield replace(bit, id=f"{bit.id}-{turn}", name=f"{bit.name} no. {turn}", diameter=diameter)


def measure_plan(url: str, *, what: str) -> Measure:
    """Plan requests and echo requests in turn, so that both see the same machine."""
    plan_ms: list[float] = []
    echo_ms: list[float] = []
    with httpx2.Client(base_url=url, timeout=60) as client:
        for i in range(_ROUNDS + _WARM):
            body = plan_body(f"{3 + (i % 70) / 10:.1f}")
            echo = timed(lambda body=body: client.post("/echo", json=body).raise_for_status())  # type: ignore[misc]
            plan = timed(lambda body=body: client.post("/api/plan", json=body).raise_for_status())  # type: ignore[misc]
            if i >= _WARM:
                echo_ms.append(echo)
                plan_ms.append(plan)
    ratio = statistics.median(plan_ms) / statistics.median(echo_ms)
    seen = (
        f"{ratio:.1f} × (plan p50 {statistics.median(plan_ms):.1f} ms, p95 {percentile(plan_ms, 0.95):.1f} ms; "
        f"echo p50 {statistics.median(echo_ms):.1f} ms, p95 {percentile(echo_ms, 0.95):.1f} ms)"
    )
    return Measure(what=f"{what} against a bare echo route, p50", goal="≤ 4 ×", seen=seen, met=ratio <= 4)


def measure_memory() -> Measure:
    """What the process of server and bench takes."""
    memory = psutil.Process().memory_info().rss / 2**20
    return Measure(what="Memory of the server, bench's own included", goal="≤ 220 MB", seen=f"{memory:.0f} MB", met=memory <= 220)


def measure_growth() -> Measure:
    """Choosing and planning in the core with larger and larger drawers, taken in turns."""
    shops = [large_shop(size) for size in SIZES]
    cut = SHELF_DADOES[0][2]
    times: list[list[float]] = [[] for _ in shops]
    for turn in range(12):
        for place, shop in enumerate(shops):
            found = timed(lambda shop=shop: plan_cut(cut, WING_CASE_SIDE, shop, shop.rules))  # type: ignore[misc]
            if turn >= 2:
                times[place].append(found)
    middle = [statistics.median(each) for each in times]
    grows = exponent((SIZES[1], SIZES[2]), (middle[1], middle[2]))
    seen = f"{grows:.2f} ({', '.join(f'{size:,} bits: {ms:.0f} ms' for size, ms in zip(SIZES, middle, strict=True))})"
    return Measure(
        what="Choose and plan, × 6 routers: exponent of time from 3,000 to 10,000 bits", goal="≤ 1.1", seen=seen, met=grows <= 1.1
    )
