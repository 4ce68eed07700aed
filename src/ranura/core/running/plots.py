"""The log in pictures: how chips came out in each wood, how far bits ran until they burnt, what a guide is off by as time goes
on, and how long runs took against what was planned (R20)."""

from __future__ import annotations

import math
from collections import defaultdict
from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Final

from ranura.core.geometry import closeness
from ranura.core.running.care import Care, edges_of
from ranura.core.running.lessons import kept_figure
from ranura.core.running.log import CameOut, FigureOfShop, Run
from ranura.core.shop.shop import Shop
from ranura.core.text.lengths_format import MM_PER_INCH


@dataclass(frozen=True, kw_only=True, slots=True)
class Tick:
    """A place of an axis that is written beside it, with what is written."""

    at: float
    says: str


@dataclass(frozen=True, kw_only=True, slots=True)
class Axis:
    """From where to where an axis leads, with round values on it: for readers of mm, and of inches where it is a length."""

    low: float
    high: float
    metric: tuple[Tick, ...]
    inch: tuple[Tick, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class ChipDot:
    """A run by what a tooth took, in mm, and how it came out."""

    run_id: str
    chip_mm: float
    came_out: CameOut


@dataclass(frozen=True, kw_only=True, slots=True)
class ChipRow:
    """The runs in a wood."""

    wood: str
    dots: tuple[ChipDot, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class FarDot:
    """A run by how far its bit had run at its end, in metres since all its edges were new."""

    run_id: str
    metres: float
    burnt: bool


@dataclass(frozen=True, kw_only=True, slots=True)
class BitLine:
    """The runs of a bit, one after the other; `edges` are the metres at which it was sharpened or replaced."""

    bit_id: str
    bit: str
    dots: tuple[FarDot, ...]
    edges: tuple[float, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class OffDot:
    """A run by what was measured too much, in mm; less than 0 is too little."""

    run_id: str
    at: datetime
    off: float


@dataclass(frozen=True, kw_only=True, slots=True)
class OffLine:
    """What measurements were off by that tell of one figure of the shop, the first first."""

    figure: FigureOfShop
    name: str
    dots: tuple[OffDot, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class TimeDot:
    """A run by the minutes it took from its begin to its end."""

    run_id: str
    took: float


@dataclass(frozen=True, kw_only=True, slots=True)
class TimeLine:
    """The runs of a cut, and the minutes that are planned for it, with setting, as it was run last."""

    cut: str
    planned: float
    dots: tuple[TimeDot, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class Plots:
    """The log in pictures; empty where nothing tells of it. Of woods, bits and cuts there are those with the most runs.
    `interrupted` runs took so long that somebody must have left them, and are not among `times`."""

    chips: tuple[ChipRow, ...]
    chip_axis: Axis
    bits: tuple[BitLine, ...]
    off: tuple[OffLine, ...]
    off_axis: Axis
    times: tuple[TimeLine, ...]
    time_axis: Axis
    interrupted: int


def plots_of(runs: Sequence[Run], shop: Shop, cares: Sequence[Care] = ()) -> Plots:
    """The pictures of the runs that came to their end, in whatever order they come; `cares` is what was done for tools.

    Rule: R20
    Formula: off = measured − planned; planned minutes = one setup (R16) + the time of all moves
    Source: the log"""
    ended = sorted((each for each in runs if each.state == "done"), key=lambda each: (each.begun_at, each.id))
    chips, bits, off = tuple(_chips(ended)), tuple(_bits(ended, cares)), tuple(_off(ended, shop))
    timed = [each for each in ended if _took(each) > 0]
    times = tuple(_times([each for each in timed if _took(each) <= LEFT_ALONE], shop.rules.setup_minutes))
    widest = max((abs(dot.off) for line in off for dot in line.dots), default=0.0)
    longest = max((max(line.planned, dot.took) for line in times for dot in line.dots), default=0.0)
    return Plots(
        chips=chips,
        chip_axis=_lengths(0.0, max((dot.chip_mm for row in chips for dot in row.dots), default=0.0)),
        bits=bits,
        off=off,
        off_axis=_lengths(-widest, widest),
        times=times,
        time_axis=_numbers(0.0, longest, "min"),
        interrupted=sum(_took(each) > LEFT_ALONE for each in timed),
    )


LEFT_ALONE: Final = 240.0
"""Minutes: a run of one board that took longer was left alone in between."""
MOST_LINES: Final = 8
"""Woods, bits and cuts that are drawn."""
_FEWEST: Final = 2
"""Runs of a bit, and measurements of a figure, that make a line."""


def _chips(runs: Iterable[Run]) -> Iterator[ChipRow]:
    found: dict[str, list[Run]] = defaultdict(list)
    for each in runs:
        if each.of.chip_mm and each.of.material_name and each.outcome is not None:
            found[each.of.material_name].append(each)
    for wood, those in _most(found):
        dots = (
            ChipDot(run_id=each.id, chip_mm=each.of.chip_mm, came_out=each.outcome.came_out)
            for each in those
            if each.of.chip_mm is not None and each.outcome is not None
        )
        yield ChipRow(wood=wood, dots=tuple(dots))


def _bits(runs: Sequence[Run], cares: Sequence[Care]) -> Iterator[BitLine]:
    found: dict[str, list[Run]] = defaultdict(list)
    names: dict[str, str] = {}
    for each in runs:
        for bit_id, name in each.bits:
            if each.metres_of(bit_id):
                found[bit_id].append(each)
                names[bit_id] = name
    for bit_id, those in _most(found):
        if len(those) < _FEWEST:
            continue
        far, dots = 0.0, []
        for each in those:
            far += each.metres_of(bit_id)
            burnt = bit_id == each.of.bit_id and each.outcome is not None and each.outcome.came_out == "burnt"
            dots.append(FarDot(run_id=each.id, metres=far, burnt=burnt))
        edges = [sum(each.metres_of(bit_id) for each in those if each.begun_at <= at) for at in edges_of(cares, bit_id)]
        yield BitLine(bit_id=bit_id, bit=names[bit_id], dots=tuple(dots), edges=tuple(edges))


def _off(runs: Iterable[Run], shop: Shop) -> Iterator[OffLine]:
    found: dict[FigureOfShop, list[OffDot]] = defaultdict(list)
    for run in runs:
        for each in run.outcome.measured if run.outcome is not None else ():
            if each.figure is not None and each.planned is not None:
                found[each.figure].append(OffDot(run_id=run.id, at=run.begun_at, off=each.found - each.planned))
    for figure, dots in found.items():
        kept = kept_figure(figure, shop)
        if kept is not None and len(dots) >= _FEWEST:
            yield OffLine(figure=figure, name=kept[0], dots=tuple(dots))


def _took(run: Run) -> float:
    """The minutes of a run that was planned; 0 where they are not known."""
    return (run.ended_at - run.begun_at).total_seconds() / 60 if run.of.minutes and run.ended_at is not None else 0.0


def _times(runs: Iterable[Run], setup: float) -> Iterator[TimeLine]:
    found: dict[str, list[Run]] = defaultdict(list)
    for each in runs:
        found[each.of.cut].append(each)
    for cut, those in _most(found):
        dots = tuple(TimeDot(run_id=each.id, took=_took(each)) for each in those)
        yield TimeLine(cut=cut, planned=setup + (those[-1].of.minutes or 0.0), dots=dots)


def _most(found: Mapping[str, list[Run]]) -> list[tuple[str, list[Run]]]:
    """Those with the most runs, the one with the most first."""
    return sorted(found.items(), key=lambda each: (-len(each[1]), each[0]))[:MOST_LINES]


_MOST_TICKS: Final = 6
_ROUND: Final = (1.0, 2.0, 5.0, 10.0)


def round_step(span: float, most: int = _MOST_TICKS) -> float:
    """The smallest of 1, 2 and 5 times a power of ten, of which no more than so many go into a span greater than 0.

    >>> round_step(0.31), round_step(230.0), round_step(6.0)
    (0.1, 50.0, 1.0)"""
    least = span / most
    power = 10.0 ** math.floor(math.log10(least))
    return next(power * each for each in _ROUND if not closeness.under(power * each, least))


def _ticks(low: float, high: float, unit: str, per: float = 1.0) -> tuple[Tick, ...]:
    """Round values between two places of an axis; `per` of it is one of the unit."""
    step = round_step((high - low) / per)
    decimals = max(0, -math.floor(math.log10(step) + 1e-9))
    first, last = math.ceil(low / per / step - 1e-9), math.floor(high / per / step + 1e-9)
    return tuple(
        Tick(at=number * step * per, says=f"{number * step:.{decimals}f} {unit}".replace("-", "−"))
        for number in range(first, last + 1)
    )


def _lengths(low: float, high: float) -> Axis:
    low, high = _some(low, high, least=0.01)
    return Axis(low=low, high=high, metric=_ticks(low, high, "mm"), inch=_ticks(low, high, "in", float(MM_PER_INCH)))


def _numbers(low: float, high: float, unit: str) -> Axis:
    low, high = _some(low, high, least=1.0)
    ticks = _ticks(low, high, unit)
    return Axis(low=low, high=high, metric=ticks, inch=ticks)


def _some(low: float, high: float, *, least: float) -> tuple[float, float]:
    """A little more than from the least to the most, so that nothing lies on the rim."""
    span = max(high - low, least)
    return (low - 0.08 * span if low < 0 else low), high + 0.08 * span if high - low >= least else low + span
