"""The sweep behind `./ranura prove`: random cuts are planned and proven, and their moves judged again by sample points."""

from __future__ import annotations

import argparse
import math
import random
import sys
import time
from collections import Counter
from collections.abc import Iterator
from concurrent.futures import ProcessPoolExecutor
from dataclasses import dataclass, field, replace
from typing import Any

from pydantic import TypeAdapter
from tests.oracle.cases import Case, case
from tests.oracle.faults import faulty, touched
from tests.oracle.judge import Judge

from ranura.calc.fields import Refused
from ranura.calc.plan import PlanRequest, shop_of
from ranura.calc.registry import calculate
from ranura.core.board.stood import placing_of
from ranura.core.family import NOTHING_BEFORE, Before
from ranura.core.geometry.placing import IN_PLACE, Placing
from ranura.core.plan import PLANNING, PlanWithMoves, circumstances
from ranura.core.proof.moves import Program
from ranura.core.proof.prove import prove
from ranura.core.proof.steps import Circumstances
from ranura.core.proof.stood import placed_program
from ranura.core.proof.wood import Swept
from ranura.core.shop.shop import Shop
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
    """A seed's cut, planned, proven, and judged a second time; then once more with a fault in its moves."""
    asked = case(random.Random(seed))
    try:
        request = PlanRequest.model_validate(asked)
        shop = shop_of(request)
        before, earlier = _earlier(request, shop)
        made = PLANNING.plan_with_moves(request.cut, request.piece, shop, shop.rules, before=before, ways_out=False)
    except (CraftError, Refused, ValueError):
        return Judged(seed, "refused", met={asked["cut"]["kind"]})
    plan = _PLAN.dump_python(made, mode="json")
    found = Judged(seed, made.status, met=_met(asked["cut"], plan))
    if made.proof.passed:
        # A piece that clamps hold at its own end is held; the judge knows no clamps.
        judge = Judge(plan, earlier)
        found.problems = judge.problems()
        if _goes_through(plan) and not _holds_loose(plan) and not _clamped_twice(plan) and (loose := judge.loose()) > _LOOSE:
            found.problems.append(f"{loose:.0f} cm³ come loose")
        if seed % _FAULTY == 0:
            program = Program(bodies=made.bodies, settings=made.settings, moves=made.moves)
            around = circumstances(request.piece, shop, shop.rules, before)
            placing, taken = IN_PLACE, before.taken
            stands = asked["cut"]["kind"] in ("fingers", "tongue", "end-groove") or asked["cut"].get("makes") in ("tails", "pins")
            if stands or asked["cut"].get("on"):
                placing = placing_of(request.piece, getattr(request.cut, "on", None) or request.cut.end)
                around, taken = replace(around, fibres=None), ()
            _judge_a_fault(program, around, taken, placing, earlier, plan, found)
    elif plan["moves"] and _of_moves(plan) and not Judge(plan, earlier).problems():
        found.problems.append(f"stopped by {_of_moves(plan)}, and nothing is wrong there")
    for each in plan["proof"]["findings"]:
        if each["code"] in _CLIMBS and each["level"] == "stop" and not Judge(plan, earlier).right_alone(each["move"], each["at"]):
            found.problems.append(f"stopped by {each['code']}, and there is wood on the left of move {each['move']}, or none")
    if made.status == "stop" and (other := _second_would_do(asked, plan)):
        found.problems.append(f"stopped, and the second offer, {other}, is not")
    return found


_FAULTY = 2
"""Every how many seeds a fault is put into the moves."""
_PLAN, _MOVES = TypeAdapter(PlanWithMoves), TypeAdapter(Program)


def _judge_a_fault(
    program: Program,
    around: Circumstances,
    taken: tuple[Swept, ...],
    placing: Placing,
    earlier: tuple[Judge, ...],
    plan: dict[str, Any],
    found: Judged,
) -> None:
    """A fault is put into moves that are in order: both judges must see it, or neither. `placing` is where the board as the proof
    sees it lies on the board."""
    broken = faulty(random.Random(found.seed), program)
    if broken is None:
        return
    name, made = broken
    run = prove(placed_program(made, IN_PLACE.after(placing)) if placing is not IN_PLACE else made, around, before=taken)
    codes = {each.code for each in run.proof.findings if each.level == "stop"}
    told = _MOVES.dump_python(replace(made, moves=run.moves), mode="json")
    problems = Judge({**plan, **told}, earlier).problems(also=touched(program, made))
    # A sled that is held on both sides may cut on its way back, as deep as the proof says.
    back = any(each.code == "sled-cuts-back" for each in run.proof.findings)
    climbs = not back and any(move.fresh == "right" and move.kind == "cut" for move in run.moves)
    seen = bool(problems) or climbs
    # What the second judge sees may be stopped for something that it does not look at, as for a guide that is not touched.
    proven = bool(codes if seen else codes & (_JUDGED_TWICE | _CLIMBS))
    found.met.add(f"fault {name}{'' if seen else ' (harmless)'}")
    found.met |= {f"check {each.check}" for each in run.proof.findings}
    if seen != proven and not (climbs and around.rules.climb != "never"):
        found.problems.append(f"{name}: the proof says {sorted(codes)}, the second judge {problems[:2]}")


def _earlier(request: PlanRequest, shop: Shop) -> tuple[Before, tuple[Judge, ...]]:
    """What the cuts before leave, and their plans; one that stops takes nothing."""
    before, found = NOTHING_BEFORE, []
    for cut in request.before:
        plan, before = PLANNING.made(cut, request.piece, shop, before=before)
        if not isinstance(plan, CraftError) and plan.status != "stop":
            found.append(Judge(_PLAN.dump_python(plan, mode="json")))
    return before, tuple(found)


_CLIMBS = {"climbs", "trapped", "sled-cuts-back"}
_JUDGED_TWICE = {
    "starts-in-wood", "carried-through-wood", "left-in-wood", "turns-while-changed", "plunges-without-cutting-end",
    "plunges-without-base", "plunges-too-deep", "left-turning", "enters-from-wood",
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
    """The same for many seeds, on all cores; what was not begun when nobody asks for more is left."""
    pool = ProcessPoolExecutor()
    try:
        yield from pool.map(judged, range(first, first + count), chunksize=4)
    finally:
        pool.shutdown(wait=False, cancel_futures=True)


def main() -> int:
    """Sweeps, and prints what disagreed with the seed that repeats it; 1 when anything did."""
    parser = argparse.ArgumentParser(prog="prove")
    parser.add_argument("--count", type=int, default=USUAL_COUNT)
    parser.add_argument("--seed", type=int, default=1)
    parser.add_argument("--within", type=float, default=math.inf, help="seconds after which no further cut is begun")
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
        if time.monotonic() - began > options.within:
            break
    took = time.monotonic() - began
    print("met: " + ", ".join(f"{what} {times}" for what, times in sorted(met.items())))
    said = ", ".join(f"{ended[each]} {each}" for each in ("ready", "caution", "stop", "refused"))
    done = sum(ended.values())
    asked = f"{done} cases" if done == options.count else f"{done} cases of {options.count} asked for"
    print(f"{asked} in {took:.0f} s ({done / took:.1f} a second): {said}; {wrong} disagreements")
    return 1 if wrong else 0


if __name__ == "__main__":
    sys.exit(main())
