"""The turret of a plunge base: which step, which spacer under the depth rod and which setting of the rod make each depth (R3).

The steps are given as how far each lies below the highest one. On a step that lies t below the highest, the rod lets the bit t
deeper; a spacer between rod and step takes its own thickness off that. The rod is set with the bit's tip on the face: a spacer
or the mating part of the wanted depth goes between rod and step, and nothing is measured.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from itertools import pairwise
from typing import Literal

from ranura.core.cutting.passes import cumulative_depths
from ranura.core.geometry import closeness

TurretMethod = Literal["from-floor", "from-zero"]


@dataclass(frozen=True, kw_only=True, slots=True)
class Rung:
    """How one depth is made: the rod's setting (counted from 1), the turret's step (1 is the highest), the spacer on it in mm,
    and the depth in mm."""

    setting: int
    step: int
    spacer: float
    depth: float


@dataclass(frozen=True, kw_only=True, slots=True)
class Turret:
    """All depths of a cut by turret, in order of work. `lowest` is what each setting of the rod gives on the lowest step, `zero`
    what it gives on the highest: 0 on the face first, later the floor that was reached."""

    method: TurretMethod
    steps: tuple[float, ...]
    rungs: tuple[Rung, ...]
    lowest: tuple[float, ...]

    @property
    def depths(self) -> tuple[float, ...]:
        """The cumulative depths, in order of work."""
        return tuple(rung.depth for rung in self.rungs)

    @property
    def resets(self) -> int:
        """How often the rod is set again after the first time."""
        return len(self.lowest) - 1

    @property
    def spacers(self) -> tuple[float, ...]:
        """The different spacers under the rod, thinnest first."""
        return tuple(sorted({round(rung.spacer, 6) for rung in self.rungs} - {0.0}))


def plan_turret(total: float, *, step: float, finish: float, steps: tuple[float, ...], method: TurretMethod) -> Turret:
    """The depths of a cut by a turret whose steps lie `steps` below its highest one, no pass deeper than `step`; all in mm.

    Rule: R3 turret
    Formula: as many passes as equal steps take, none under 1 mm but the last light one; of the ways to make them the one that
        sets the rod least often, with the fewest different spacers, of thicknesses that are made, nearest to equal steps. From
        the floor: the whole depth on the lowest step; from zero: the highest step touches the face
    Source: rod and turret differ by whole steps; what thickness lies between them is missing in depth

    >>> plan = plan_turret(32, step=3, finish=0, steps=(6, 12), method="from-floor")
    >>> plan.depths, plan.lowest
    ((2.0, 5.0, 8.0, 11.0, 14.0, 17.0, 20.0, 23.0, 26.0, 29.0, 32.0), (14.0, 32.0))"""
    if not steps or any(low <= high for high, low in zip((0.0, *steps), steps, strict=False)) or step <= 0:
        raise ValueError("the steps of a turret lie each below the one before, and a pass is deeper than 0")
    every = (0.0, *steps)
    if method == "from-zero":
        step = min(step, every[-1])  # the rod goes no further down at once than the turret
    wanted = cumulative_depths(float(total), step=step, finish=finish)
    light = 1 if len(wanted) > 1 and finish > 0 else 0
    least = min(_LEAST, wanted[-1 - light] / (len(wanted) - light))
    bounds = _Bounds(step=step, least=least, light=light)
    made = [_made(wanted, bounds, every, method, allowed) for allowed in _spacers(every)]
    return min((each for each in made if each is not None), key=lambda each: _cost(each, wanted))


_LEAST = 1.0
"""mm: no pass but the last light one is less deep where its depth can be shared among the others."""
_SPACER = 0.5
"""mm by which the thicknesses of spacers differ that a shop makes."""


def _spacers(every: tuple[float, ...]) -> list[tuple[float, ...]]:
    """Which spacers may be used: none, one of each thickness, any of them, and where nothing else will do whatever is missing."""
    thickest = max(b - a for a, b in pairwise(every))
    each = [_SPACER * i for i in range(1, int(thickest / _SPACER + 1e-9) + 1)]
    return [(0.0,), *((0.0, one) for one in each), (0.0, *each), ()]


@dataclass(frozen=True, kw_only=True, slots=True)
class _Bounds:
    """How deep a pass may be and must be, in mm, and how many light ones come last."""

    step: float
    least: float
    light: int


def _cost(made: Turret, wanted: tuple[float, ...]) -> tuple[int, int, int, float]:
    odd = sum(not closeness.same(each / _SPACER, round(each / _SPACER)) for each in made.spacers)
    off = sum(abs(a - b) for a, b in zip(made.depths, wanted, strict=True))
    return made.resets, len(made.spacers), odd, round(off, 6)


def _made(
    wanted: tuple[float, ...], bounds: _Bounds, every: tuple[float, ...], method: TurretMethod, allowed: tuple[float, ...]
) -> Turret | None:
    """The depths with some spacers, whatever is missing where none are named; None where they do not do."""
    rungs, lowest = (_from_floor if method == "from-floor" else _from_zero)(wanted, bounds, every, allowed)
    passes = [b - a for a, b in pairwise((0.0, *(rung.depth for rung in rungs)))]
    shared = passes[: len(passes) - bounds.light]
    if any(closeness.over(each, bounds.step) for each in passes) or any(closeness.under(each, bounds.least) for each in shared):
        return None
    return Turret(method=method, steps=every, rungs=tuple(rungs), lowest=tuple(lowest))


Made = tuple[list[Rung], list[float]]


def _nearest(
    depth: float, zero: float, within: tuple[float, float], every: tuple[float, ...], allowed: tuple[float, ...]
) -> float:
    """The depth nearest to one, between two, that a step makes with a spacer that is allowed; where none does the rod is set
    again, and the most that may be taken is taken. `zero` is what the highest step gives."""
    low, high = within
    fitting = [zero + at - thick for at in every for thick in allowed if low - 1e-9 <= zero + at - thick <= high + 1e-9]
    return min(fitting, key=lambda at: abs(at - depth), default=low if allowed else min(max(depth, low), high))


def _from_floor(wanted: tuple[float, ...], bounds: _Bounds, every: tuple[float, ...], allowed: tuple[float, ...]) -> Made:
    """Upwards from the whole depth on the lowest step; so far above the highest step that no spacer reaches, the rod is set
    again."""
    found: list[Rung] = []
    lowest: list[float] = []
    below = wanted[-1]
    for number in range(len(wanted) - 1, -1, -1):
        depth = wanted[number]
        if number < len(wanted) - 1 - bounds.light:
            low = max(below - bounds.step, (number + 1) * bounds.least)
            high = min((number + 1) * bounds.step, below - bounds.least)
            depth = _nearest(depth, lowest[-1] - every[-1], (low, high), every, allowed)
        if not lowest or not closeness.over(depth, lowest[-1] - every[-1] - every[1]):
            lowest.append(depth)
        found.append(_rung(len(lowest), depth, lowest[-1] - every[-1], every))
        below = depth
    count = len(lowest)
    return [replace(rung, setting=count + 1 - rung.setting) for rung in reversed(found)], lowest[::-1]


def _from_zero(wanted: tuple[float, ...], bounds: _Bounds, every: tuple[float, ...], allowed: tuple[float, ...]) -> Made:
    """Downwards from the highest step on the face; further down than the lowest step the rod is set again on the floor that was
    reached."""
    found: list[Rung] = []
    zero, lowest, reached = 0.0, [every[-1]], 0.0
    last = len(wanted) - 1 - bounds.light
    for number, equal in enumerate(wanted):
        depth, left = equal, last - number
        if left > 0:
            low = max(reached + bounds.least, wanted[last] - left * bounds.step)
            high = min(reached + bounds.step, wanted[last] - left * bounds.least)
            depth = _nearest(equal, zero, (low, high), every, allowed)
        if closeness.over(depth, zero + every[-1]):
            zero = reached
            lowest.append(zero + every[-1])
        found.append(_rung(len(lowest), depth, zero, every))
        reached = depth
    return found, lowest


def _rung(setting: int, depth: float, zero: float, every: tuple[float, ...]) -> Rung:
    """A depth on the step that lets the bit just as deep or deeper, with the spacer that takes off the rest; `zero` is what the
    highest step gives."""
    on = next((i for i, at in enumerate(every) if not closeness.under(zero + at, depth)), len(every) - 1)
    thick = zero + every[on] - depth
    return Rung(setting=setting, step=on + 1, spacer=thick if closeness.over(thick, 0) else 0.0, depth=depth)
