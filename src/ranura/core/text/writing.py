"""Sentences and readings in both systems of units, made once and dressed by screen and paper.

A template names its facts in braces. The part after the colon says how a fact is written: `len` a length to set (0.05 mm, or
1/64 in with how far over or under that mark), `short` the same without, `fine` a length in a working (0.01 mm), `rough` one
that need not be exact (1 mm, 1/8 in), `mm` always millimetres, `rpm` with thousands apart, `n` a plain number, `n1`, `n2` …
with that many decimals, `pct` a share as a percentage.
"""

from __future__ import annotations

import string
from collections.abc import Iterator
from contextlib import contextmanager
from contextvars import ContextVar
from dataclasses import dataclass
from functools import lru_cache
from itertools import chain
from typing import Literal

from ranura.core.text import lengths_format

System = Literal["metric", "inch"]
Fact = float | int | str | bool | None


@dataclass(frozen=True, kw_only=True, slots=True)
class Text:
    """One sentence, written for a metric and for an inch reader."""

    metric: str
    inch: str


@dataclass(frozen=True, kw_only=True, slots=True)
class Reading:
    """A number as a person reads it: the digits, the unit after them, and how far the length itself lies over or under a rounded
    fraction, if it shows: in shares of a mark where it is set, in mm in a working."""

    number: str
    unit: str
    error: str | None = None

    def __str__(self) -> str:
        words = f"{self.number} {self.unit}".rstrip()
        return f"{words} ({self.error})" if self.error else words


@dataclass(frozen=True, kw_only=True, slots=True)
class Shown:
    """A reading in both systems."""

    metric: Reading
    inch: Reading


def grouped(value: float, decimals: int = 0) -> str:
    """A number with a thin space between thousands; decimals without trailing zeros.

    >>> grouped(22000), grouped(5.80, 2)
    ('22\u2009000', '5.8')"""
    text = f"{value:,.{decimals}f}".replace(",", "\u2009")
    return text.rstrip("0").rstrip(".") if "." in text else text


_parts: ContextVar[int] = ContextVar("parts", default=lengths_format.INCH_STEP)


def read_inches_to(parts: int) -> None:
    """From here on, in this context, lengths are written to so many parts of an inch (R1 house rule)."""
    _parts.set(parts)


@contextmanager
def inches_to(parts: int) -> Iterator[None]:
    """Inside of it lengths are written to so many parts of an inch."""
    before = _parts.set(parts)
    try:
        yield
    finally:
        _parts.reset(before)


def inch_parts() -> int:
    """How many parts of an inch lengths are written to here: what remembers a text must remember it for these."""
    return _parts.get()


def length_reading(mm: float, *, step: float, system: System) -> Reading:
    """A length rounded to `step` mm, or to the nearest part of an inch with what is left over where that shows.

    >>> str(length_reading(37.0, step=SETTING_STEP, system="inch")), str(length_reading(37.0, step=WORKING_STEP, system="inch"))
    ('1 29/64 in (a quarter mark over)', '1 29/64 in (0.09 mm over)')"""
    return _length_reading(mm, step, system, _parts.get())


@lru_cache(maxsize=8192)
def _length_reading(mm: float, step: float, system: System, parts: int) -> Reading:
    if system == "metric":
        return Reading(number=lengths_format.mm_number(mm, step), unit="mm")
    number, error = lengths_format.inch_number(mm, parts)
    if abs(error) <= lengths_format.SHOWN_ERROR:
        return Reading(number=number, unit="in")
    by = f"{abs(error):.2f} mm" if step == WORKING_STEP else _share(abs(error) * parts / float(lengths_format.MM_PER_INCH))
    return Reading(number=number, unit="in", error=f"{by} {'over' if error < 0 else 'under'}")


def _share(of_a_mark: float) -> str:
    """What an eye sees between two marks of a rule; half a mark is the most there can be.

    >>> [_share(share) for share in (0.06, 0.2, 0.37, 0.5)]
    ['a hair', 'a quarter mark', 'a quarter mark', 'half a mark']"""
    return "a hair" if of_a_mark < 0.1875 else "a quarter mark" if of_a_mark < 0.375 else "half a mark"


def _rough_reading(mm: float, system: System) -> Reading:
    if system == "metric":
        return Reading(number=lengths_format.mm_number(mm, 1), unit="mm")
    eighth = float(lengths_format.MM_PER_INCH) / 8
    return Reading(number=lengths_format.inch_number(round(mm / eighth) * eighth)[0], unit="in")


def _about(mm: float, system: System) -> str:
    """A length that is said by the way: whole marks of an inch, as a rule has them on that scale.

    >>> [_about(mm, "inch") for mm in (0.5, 1.5, 2, 3, 20, 75)], _about(1.5, "metric")
    (['1/64 in', '1/16 in', '3/32 in', '1/8 in', '3/4 in', '3 in'], '1.5 mm')"""
    if system == "metric":
        return f"{mm:g} mm"
    marks = 8 if mm >= 6 else 32 if mm >= 1 else 64
    mark = float(lengths_format.MM_PER_INCH) / marks
    return f"{lengths_format.inch_number(max(round(mm / mark), 1) * mark)[0]} in"


SETTING_STEP = 0.05
WORKING_STEP = 0.01


def _fact(value: Fact, spec: str, system: System) -> str:
    match spec:
        case "":
            return str(value)
        case "a" | "A":
            return with_article(str(value), capital=spec == "A")
        case "len":
            return str(length_reading(_number(value), step=SETTING_STEP, system=system))
        case "short":
            reading = length_reading(_number(value), step=SETTING_STEP, system=system)
            return f"{reading.number} {reading.unit}"
        case "bare":
            return length_reading(_number(value), step=SETTING_STEP, system=system).number
        case "rough":
            return str(_rough_reading(_number(value), system))
        case "about":
            return _about(_number(value), system)
        case "fine":
            return str(length_reading(_number(value), step=WORKING_STEP, system=system))
        case "mm":
            return f"{lengths_format.mm_number(_number(value), WORKING_STEP)} mm"
        case "rpm" | "n0":
            return grouped(_number(value))
        case "n":
            return grouped(_number(value), 3)
        case "pct":
            return f"{_number(value) * 100:.0f} %"
        case _:
            return grouped(_number(value), int(spec.removeprefix("n")))


_SAID_WITH_A_VOWEL = ("8", "11 ", "11/", "18 ", "a", "e", "i", "o")


def with_article(text: str, *, capital: bool = False) -> str:
    """A word or size with a or an before it.

    >>> with_article("8 mm"), with_article("1/2 in"), with_article("ogee", capital=True)
    ('an 8 mm', 'a 1/2 in', 'An ogee')"""
    article = "an" if text.lower().startswith(_SAID_WITH_A_VOWEL) else "a"
    return f"{article.capitalize() if capital else article} {text}"


def _number(value: Fact) -> float:
    if isinstance(value, bool) or not isinstance(value, int | float):
        raise TypeError(f"{value!r} is no number to write")
    return value


@dataclass(frozen=True, slots=True)
class _Blank:
    """A place in a template: the text before it, the fact's name ("" at the end), how it is written, whether quoted."""

    before: str
    name: str
    spec: str
    quoted: bool


@lru_cache(maxsize=1024)
def _blanks(template: str) -> tuple[_Blank, ...]:
    parsed = string.Formatter().parse(template)
    return tuple(_Blank(before, name or "", spec or "", quoted == "r") for before, name, spec, quoted in parsed)


@lru_cache(maxsize=8192, typed=True)
def _filled(template: str, _inch_parts: int, *named: Fact) -> Text:
    """A template in both systems, for so many parts of an inch; what is the same in both is written once. The facts come as
    names and values in turn. While somebody types, most of what a plan says is what it said before."""
    facts = dict(zip(named[::2], named[1::2], strict=True))
    metric: list[str] = []
    inch: list[str] = []
    for blank in _blanks(template):
        metric.append(blank.before)
        inch.append(blank.before)
        if blank.name:
            value = float(blank.name) if blank.name[0].isdigit() else facts[blank.name]
            said = repr(value) if blank.quoted else _fact(value, blank.spec, "metric")
            metric.append(said)
            inch.append(_fact(value, blank.spec, "inch") if blank.spec in _LENGTH_SPECS and not blank.quoted else said)
    return Text(metric="".join(metric), inch="".join(inch))


_LENGTH_SPECS = {"about", "len", "short", "bare", "fine", "rough"}


def write(template: str, **facts: Fact) -> Text:
    """Fills a template with facts, in both systems; a number in a blank is that number. Raises KeyError when a fact is missing.

    >>> write("Set the fence {s:len} from the line", s=68.65).inch
    'Set the fence 2 45/64 in from the line'
    >>> write("draw it back {2:about}").metric, write("draw it back {2:about}").inch
    ('draw it back 2 mm', 'draw it back 3/32 in')"""
    if not facts and "{" not in template:
        return Text(metric=template, inch=template)
    return _filled(template, _parts.get(), *chain.from_iterable(facts.items()))
