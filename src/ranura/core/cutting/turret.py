"""The turret of a plunge base: which step, which spacer under the depth rod and which setting of the rod make each depth (R3).

The steps are given as how far each lies below the highest one. On a step that lies t below the highest, the rod lets the bit t
deeper; a spacer between rod and step takes its own thickness off that. The rod is set with the bit's tip on the face: a spacer
or the mating part of the wanted depth goes between rod and step, and nothing is measured.
"""

from __future__ import annotations

import itertools
from dataclasses import dataclass
from typing import Literal

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
    Formula: a gap g between steps is parted into ⌈g/a⌉ by spacers of i·g/⌈g/a⌉; from the floor: total on the lowest step and
        up by these, then the rod set again; from zero: the highest step touches the face and down by these; the last pass takes f
    Source: rod and turret differ by whole steps; what thickness lies between them is missing in depth

    >>> plan = plan_turret(32, step=3, finish=0, steps=(6, 12), method="from-floor")
    >>> plan.depths, plan.lowest
    ((2.0, 5.0, 8.0, 11.0, 14.0, 17.0, 20.0, 23.0, 26.0, 29.0, 32.0), (14.0, 32))"""
    if not steps or any(low <= high for high, low in zip((0.0, *steps), steps, strict=False)) or step <= 0:
        raise ValueError("the steps of a turret lie each below the one before, and a pass is deeper than 0")
    every = (0.0, *steps)
    light = min(finish, step) if closeness.over(total, step) else 0.0
    made = _from_floor(total, step, light, every) if method == "from-floor" else _from_zero(total, step, light, every)
    return Turret(method=method, steps=every, rungs=made[0], lowest=made[1])


def _parts(gap: float, step: float) -> int:
    return closeness.ceil(gap / step)


def _from_floor(total: float, step: float, light: float, every: tuple[float, ...]) -> tuple[tuple[Rung, ...], tuple[float, ...]]:
    """Upwards from the whole depth on the lowest step; the first pass takes what remains."""
    found: list[Rung] = []
    lowest: list[float] = []
    deepest = total
    while True:
        setting = len(lowest) + 1
        lowest.append(deepest)
        for number in range(len(every), 0, -1):
            gap = every[number - 1] - every[number - 2] if number > 1 else every[1]
            count = _parts(gap, step)
            for part in range(count):
                spacer = gap * part / count
                depth = deepest - (every[-1] - every[number - 1]) - spacer
                if not closeness.over(depth, 0) or (found and not closeness.over(found[-1].depth, step)):
                    return _counted(found, lowest)
                found.append(Rung(setting=setting, step=number, spacer=spacer, depth=depth))
                if light and len(found) == 1 and closeness.under(light, gap / count):
                    found.append(Rung(setting=setting, step=number, spacer=light, depth=depth - light))
        if not closeness.over(found[-1].depth, step):
            return _counted(found, lowest)
        least = min(b - a for a, b in itertools.pairwise(every))
        deepest = found[-1].depth - least / _parts(least, step)
        if not closeness.over(deepest, 0):
            return _counted(found, lowest)


def _counted(found: list[Rung], lowest: list[float]) -> tuple[tuple[Rung, ...], tuple[float, ...]]:
    """In order of work: the rod's settings are counted from the shallowest."""
    last = len(lowest)
    used = sorted({rung.setting for rung in found})
    rungs = tuple(
        Rung(setting=last + 1 - rung.setting, step=rung.step, spacer=rung.spacer, depth=rung.depth) for rung in reversed(found)
    )
    if len(used) < last:  # the last setting was not needed after all
        shift = last - len(used)
        rungs = tuple(Rung(setting=r.setting - shift, step=r.step, spacer=r.spacer, depth=r.depth) for r in rungs)
        lowest = lowest[: len(used)]
    return rungs, tuple(reversed(lowest))


def _from_zero(total: float, step: float, light: float, every: tuple[float, ...]) -> tuple[tuple[Rung, ...], tuple[float, ...]]:
    """Downwards from the highest step on the face; the rod is set again on the floor that was reached."""
    found: list[Rung] = []
    lowest: list[float] = []
    zero = 0.0
    ends = [total - light, total] if light else [total]
    while True:
        setting = len(lowest) + 1
        lowest.append(zero + every[-1])
        for number in range(2, len(every) + 1):
            gap = every[number - 1] - every[number - 2]
            count = _parts(gap, step)
            for part in range(count - 1, -1, -1):
                spacer = gap * part / count
                depth = zero + every[number - 1] - spacer
                if closeness.under(depth, ends[0]):
                    found.append(Rung(setting=setting, step=number, spacer=spacer, depth=depth))
                    continue
                for end in ends:
                    on = next((i for i, t in enumerate(every) if not closeness.under(zero + t, end)), None)
                    if on is None:  # the finishing pass lies below the lowest step
                        zero, on = zero + every[-1], 1
                        lowest.append(zero + every[-1])
                    thick = zero + every[on] - end
                    found.append(
                        Rung(setting=len(lowest), step=on + 1, spacer=thick if closeness.over(thick, 0) else 0.0, depth=end)
                    )
                return tuple(found), tuple(lowest)
        zero += every[-1]
