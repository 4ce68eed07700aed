"""The sweep behind `./ranura prove`: random cuts are planned, and their moves judged a second time by sample points."""

from __future__ import annotations

import argparse
import random
import sys
import time
from collections import Counter
from collections.abc import Iterator
from concurrent.futures import ProcessPoolExecutor

from tests.oracle.cases import case
from tests.oracle.judge import Judge

from ranura.calc.fields import Refused
from ranura.calc.registry import calculate
from ranura.core.text.errors import CraftError

USUAL_COUNT = 1_000


def judged(seed: int) -> tuple[str, list[str]]:
    """How the plan of a seed's cut ended, and every disagreement with the second judge."""
    asked = case(random.Random(seed))
    try:
        plan = calculate("plan", asked)
    except (CraftError, Refused, ValueError):
        return "refused", []
    return plan["status"], Judge(plan).problems()


def swept(first: int, count: int) -> Iterator[tuple[int, str, list[str]]]:
    """The same for many seeds, on all cores."""
    seeds = range(first, first + count)
    with ProcessPoolExecutor() as pool:
        for seed, (status, problems) in zip(seeds, pool.map(judged, seeds, chunksize=8), strict=True):
            yield seed, status, problems


def main() -> int:
    """Sweeps, and prints what disagreed with the seed that repeats it; 1 when anything did."""
    parser = argparse.ArgumentParser(prog="prove")
    parser.add_argument("--count", type=int, default=USUAL_COUNT)
    parser.add_argument("--seed", type=int, default=1)
    options = parser.parse_args()
    began = time.monotonic()
    counted: Counter[str] = Counter()
    wrong = 0
    for seed, status, problems in swept(options.seed, options.count):
        counted[status] += 1
        for problem in problems:
            wrong += 1
            print(f"seed {seed} ({status}): {problem}")
    took = time.monotonic() - began
    ended = ", ".join(f"{counted[each]} {each}" for each in ("ready", "caution", "stop", "refused"))
    print(f"{options.count} cases in {took:.0f} s ({options.count / took:.1f} a second): {ended}; {wrong} disagreements")
    return 1 if wrong else 0


if __name__ == "__main__":
    sys.exit(main())
