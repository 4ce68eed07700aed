"""A figure with its working: the value, the rule that set it, the formula with its numbers, what the other schools say."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from ranura.core.text.lengths_format import MM_PER_INCH
from ranura.core.text.writing import SETTING_STEP, WORKING_STEP, Reading, Shown, Text, grouped, length_reading, write

Unit = Literal["mm", "rpm", "m/s", "m/min", "s", "W", "dial", "count", "degrees", "sense"]
"""`sense`: 1 counter-clockwise, −1 clockwise, seen from above."""

_M_PER_FOOT = 0.3048
_DECIMALS: dict[Unit, int] = {"rpm": 0, "m/s": 1, "m/min": 2, "s": 1, "W": 0, "count": 0}


@dataclass(frozen=True, kw_only=True, slots=True)
class Given:
    """One input of a working, with the letter it has in the formula."""

    symbol: str
    name: str
    shown: Shown


@dataclass(frozen=True, kw_only=True, slots=True)
class School:
    """What another school of the same rule would say."""

    rule: str
    shown: Shown


@dataclass(frozen=True, kw_only=True, slots=True)
class Figure:
    """One figure of a plan."""

    key: str
    label: str
    value: float
    """In `unit`, not rounded."""
    unit: Unit
    shown: Shown
    """What a person reads."""
    rule: str
    """Its id in docs/rules.md."""
    formula: str
    worked: Text
    because: Text
    """What set the value in the end, in one sentence."""
    inputs: tuple[Given, ...] = ()
    school: str | None = None
    """The house rule that chose the formula, if there was a choice."""
    others: tuple[School, ...] = ()


def show(value: float, unit: Unit, *, setting: bool = True) -> Shown:
    """A value as it is read: lengths in both systems, feed in m/min and ft/min, the rest alike.

    >>> str(show(3.048, "m/min").inch), str(show(22000, "rpm").metric)
    ('10 ft/min', '22\\u2009000 rpm')"""
    if unit == "mm":
        step = SETTING_STEP if setting else WORKING_STEP
        return Shown(
            metric=length_reading(value, step=step, system="metric"), inch=length_reading(value, step=step, system="inch")
        )
    metric = Reading(number=grouped(value, _DECIMALS.get(unit, 2)), unit="" if unit in ("count", "dial", "sense") else unit)
    if unit == "m/min":
        return Shown(metric=metric, inch=Reading(number=grouped(value / _M_PER_FOOT, 1), unit="ft/min"))
    return Shown(metric=metric, inch=metric)


def plain(text: str, unit: str = "") -> Shown:
    """A reading that is a word or a letter, the same in both systems."""
    reading = Reading(number=text, unit=unit)
    return Shown(metric=reading, inch=reading)


def as_sold(diameter: float) -> Shown:
    """A bearing as the trade calls it: its whole size in mm, the nearest fraction in inches.

    >>> str(as_sold(9.525).metric), str(as_sold(9.525).inch)
    ('9.525 mm', '3/8 in')"""
    return Shown(metric=Reading(number=f"{diameter:g}", unit="mm"), inch=show(diameter, "mm").inch)


def as_measured(mm: float) -> Shown:
    """A length as a caliper reads it: in hundredths of a mm, in thousandths of an inch.

    >>> str(as_measured(76.38).metric), str(as_measured(76.38).inch)
    ('76.38 mm', '3.007 in')"""
    return Shown(metric=Reading(number=f"{mm:.2f}", unit="mm"), inch=Reading(number=f"{mm / float(MM_PER_INCH):.3f}", unit="in"))


def given(symbol: str, name: str, value: float, unit: Unit) -> Given:
    """An input of a working."""
    return Given(symbol=symbol, name=name, shown=show(value, unit, setting=False))


def because(template: str, **facts: float | int | str | bool | None) -> Text:
    """The sentence of a figure."""
    return write(template, **facts)
