"""Below which chip a wood burns, as the log has it (R20)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

FEWEST_RUNS = 4
"""Runs from which on what the log says stands beside the rule's own limit."""


@dataclass(frozen=True, kw_only=True, slots=True)
class BurnLimit:
    """The chip in mm below which cuts burnt, None where the log does not tell; and how many runs it misreads."""

    chip: float | None
    misread: int


def burn_limit(runs: Sequence[tuple[float, bool]]) -> BurnLimit:
    """The limit that some runs show, each a chip in mm and whether the cut burnt.

    Rule: R20
    Formula: of the middles between neighbouring chips the one that misreads the fewest runs (burnt when below), then the one in
        the widest gap; none where it misreads no fewer than always or never would
    Source: the simplest rule that the runs agree with

    >>> burn_limit([(0.0212, True), (0.0253, True), (0.0549, False), (0.0567, False)]).chip
    0.0401"""
    burnt = sum(each for _, each in runs)
    alone = min(burnt, len(runs) - burnt)
    chips = sorted({chip for chip, _ in runs})
    found = [
        (sum(scorched != (chip < (low + high) / 2) for chip, scorched in runs), low - high, (low + high) / 2)
        for low, high in pairwise(chips)
    ]
    if not found or min(found)[0] >= alone:
        return BurnLimit(chip=None, misread=alone)
    misread, _, limit = min(found)
    return BurnLimit(chip=limit, misread=misread)
