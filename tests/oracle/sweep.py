"""The sweep behind `./ranura prove`: random cuts are planned and proven, and their moves judged again by sample points."""

from __future__ import annotations

import argparse
import random
import sys
import time
from collections import Counter
from collections.abc import Iterator
from concurrent.futures import ProcessPoolExecutor
from dataclasses import dataclass, field
from typing import Any

from tests.oracle.cases import Case, case
from tests.oracle.judge import Judge

from ranura.calc.fields import Refused
from ranura.calc.registry import calculate
from ranura.core.text.errors import CraftError

USUAL_COUNT = 1_000
_LOOSE = 3.0
"""cm³ beside the main piece that count as loose: the grid is coarse, and a chip is no piece."""
_HOLD_LOOSE = {"tape", "screws", "vacuum"}


@dataclass
class Judged:
    """How the plan of a seed's cut ended, what it met, and every disagreement."""

    seed: int
    status: str
    problems: list[str] = field(default_factory=list)
    met: set[str] = field(default_factory=set)


def judged(seed: int) -> Judged:
    """A seed's cut, planned, proven, and judged a second time."""
    asked = case(random.Random(seed))
    try:
        plan = calculate("plan", asked)
    except (CraftError, Refused, ValueError):
        return Judged(seed, "refused", met={asked["cut"]["kind"]})
    found = Judged(seed, plan["status"], met=_met(asked["cut"], plan))
    if plan["proof"]["passed"]:
        # A piece that clamps hold at its own end is held; the judge knows no clamps.
        judge = Judge(plan, _earlier(asked))
        found.problems = judge.problems()
        if _goes_through(plan) and not _holds_loose(plan) and not _clamped_twice(plan) and (loose := judge.loose()) > _LOOSE:
            found.problems.append(f"{loose:.0f} cm³ come loose")
    elif plan["moves"] and _of_moves(plan) and not Judge(plan, _earlier(asked)).problems():
        found.problems.append(f"stopped by {_of_moves(plan)}, and nothing is wrong there")
    if plan["status"] == "stop" and (other := _second_would_do(asked, plan)):
        found.problems.append(f"stopped, and the second offer, {other}, is not")
    return found


def _earlier(asked: Case) -> tuple[Judge, ...]:
    """The plans of the cuts before; one that stops takes nothing."""
    found: list[Judge] = []
    for number, cut in enumerate(asked.get("before", [])):
        try:
            plan = calculate("plan", asked | {"cut": cut, "before": asked["before"][:number]})
        except (CraftError, Refused, ValueError):
            continue
        if plan["status"] != "stop":
            found.append(Judge(plan))
    return tuple(found)


_JUDGED_TWICE = {
    "starts-in-wood", "carried-through-wood", "left-in-wood", "turns-while-changed", "plunges-without-cutting-end",
    "plunges-without-base", "plunges-too-deep",
}  # fmt: skip
"""What both judges look for."""


def _of_moves(plan: dict[str, Any]) -> list[str]:
    return sorted({each["code"] for each in plan["proof"]["findings"]} & _JUDGED_TWICE)


def _goes_through(plan: dict[str, Any]) -> bool:
    thickness = max(body["z1"] for body in plan["bodies"] if body["role"] == "work")
    return any(move["to_depth"] is not None and move["turning"] and move["to_depth"] >= thickness for move in plan["moves"])


def _holds_loose(plan: dict[str, Any]) -> bool:
    held = {change["to"] for move in plan["moves"] for change in move["changes"] if change["what"] == "held"}
    return bool(held & _HOLD_LOOSE)


def _clamped_twice(plan: dict[str, Any]) -> bool:
    return sum(body["role"] == "clamp" for body in plan["bodies"]) > 1


def _second_would_do(asked: Case, plan: dict[str, Any]) -> str | None:
    """The second offer of a plan that chose its tools by itself and stops, where that is not stopped."""
    if asked["cut"].get("bit_id") or asked["cut"].get("router_id") or len(plan["offers"]) < 2:
        return None
    second = plan["offers"][1]
    pinned = asked["cut"] | {"bit_id": second["bit_id"], "router_id": second["router_id"]}
    try:
        other = calculate("plan", asked | {"cut": pinned})
    except (CraftError, Refused, ValueError):
        return None
    return None if other["status"] == "stop" else f"{second['bit_id']} in {second['router_id']}"


def _met(cut: dict[str, Any], plan: dict[str, Any]) -> set[str]:
    """What a case met: family, guides, bases and checks."""
    settings = plan["settings"]
    met = {cut["kind"], *(f"guide {guide['kind']}" for each in settings for guide in each["guides"])}
    met |= {f"base {each['base']['kind']}" for each in settings}
    return met | {f"check {each['check']}" for each in plan["proof"]["findings"]}


def swept(first: int, count: int) -> Iterator[Judged]:
    """The same for many seeds, on all cores."""
    with ProcessPoolExecutor() as pool:
        yield from pool.map(judged, range(first, first + count), chunksize=4)


def main() -> int:
    """Sweeps, and prints what disagreed with the seed that repeats it; 1 when anything did."""
    parser = argparse.ArgumentParser(prog="prove")
    parser.add_argument("--count", type=int, default=USUAL_COUNT)
    parser.add_argument("--seed", type=int, default=1)
    options = parser.parse_args()
    began = time.monotonic()
    ended: Counter[str] = Counter()
    met: Counter[str] = Counter()
    wrong = 0
    for number, each in enumerate(swept(options.seed, options.count), start=1):
        ended[each.status] += 1
        met.update(each.met)
        for problem in each.problems:
            wrong += 1
            print(f"seed {each.seed} ({each.status}): {problem}", flush=True)
        if number % 1_000 == 0:
            print(f"{number} cases in {time.monotonic() - began:.0f} s", file=sys.stderr)
    took = time.monotonic() - began
    print("met: " + ", ".join(f"{what} {times}" for what, times in sorted(met.items())))
    said = ", ".join(f"{ended[each]} {each}" for each in ("ready", "caution", "stop", "refused"))
    print(f"{options.count} cases in {took:.0f} s ({options.count / took:.1f} a second): {said}; {wrong} disagreements")
    return 1 if wrong else 0


if __name__ == "__main__":
    sys.exit(main())
