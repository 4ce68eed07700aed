"""Reading lengths as people type them (R1), in exact rational arithmetic until the very end.

A length is a number and a unit, or feet with inches after them. A number is a decimal (`12.7`, `12,7`), a fraction
(`3/4`, `¾`) or a whole with a fraction (`1 3/4`, `1-3/4`, `1¾`). A parser of our own, since none of the packages for
units reads a mixed fraction, knows the trap of `1,250`, or says whether a half-typed text may still become right.
"""

from __future__ import annotations

import re
import unicodedata
from dataclasses import dataclass
from fractions import Fraction
from typing import Literal

from ranura.core.text import length_refusals
from ranura.core.text import lengths_format as written
from ranura.core.text.errors import LengthError, Refusal

Unit = Literal["mm", "in"]

NUMBER_IN_TEXT = r"\d+[ -]\d+/\d+|\d+/\d+|\d+(?:[.,]\d+)?|[.,]\d+"
"""A number of a length within a longer text, as a pattern: 8 1/2, 3/4, 12.7, .5."""

LONGEST = Fraction(10_000)
"""No length is over 10 m."""

_FOOT = written.MM_PER_INCH * 12
_FEET = {"ft", "'"}
_UNITS = {
    "mm": Fraction(1),
    "cm": Fraction(10),
    "m": Fraction(1000),
    **dict.fromkeys(("in", "inch", "inches", '"'), written.MM_PER_INCH),
    **dict.fromkeys(_FEET, _FOOT),
}
_MARKS = str.maketrans("″”′’−–⁄\u00a0\u2009\u202f", "\"\"''--/   ")
_VULGAR = "¼½¾⅐⅑⅒⅓⅔⅕⅖⅗⅘⅙⅚⅛⅜⅝⅞"
_NUMBER = rf"[0-9.,/{_VULGAR} -]*[0-9.,/{_VULGAR}-]"
_SHAPE = re.compile(rf"(?P<number>{_NUMBER})?\s*(?P<unit>.*)", re.DOTALL)
_AFTER_FEET = re.compile(r"(?P<feet>[^']+?)\s*(?:ft|'(?!'))\s*(?P<hyphen>(?<!\s)-)?\s*(?P<rest>.+)", re.DOTALL)
_MIXED = re.compile(rf"(?P<whole>[0-9]+)(?: +|-)?(?P<vulgar>[{_VULGAR}])|(?P<whole2>[0-9]+)(?: +|-)(?P<over>[0-9]+/[0-9]+)")
_LONGEST_TEXT = 60
_CONTINUATIONS = ("1", "1/2", "/2", "2", "5", "m", "n", "t", "h", "s")
"""One of these, typed on, completes any half-typed length of the grammar."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Length:
    """A length in mm, with the text it was typed as, shown back unchanged, and the unit a bare number meant then."""

    mm: float
    typed: str
    unit: Unit = "mm"


@dataclass(frozen=True, kw_only=True, slots=True)
class Written:
    """A length in all its spellings: exact mm, both texts, and the signed error of the fraction (fraction − exact)."""

    mm: float
    mm_text: str
    inch_text: str
    error_mm: float


def parse(text: str, unit: Unit = "mm") -> Fraction:
    """The exact millimetres of a typed length; a bare number or fraction is in `unit`.

    Raises `LengthError` with what is wrong and whether typing on could mend it.

    Rule: R1 lengths
    Formula: 1 in = 25.4 mm exactly; a fraction is kept exact until it is a float once
    Source: the definition of the inch; the spellings are those of rules and tape measures

    >>> parse("1-3/4\\""), parse("2' 3 1/2\\""), parse("12,7 mm")
    (Fraction(889, 20), Fraction(1397, 2), Fraction(127, 10))"""
    try:
        return _parse(text, unit)
    except LengthError as problem:
        problem.partial = _could_become_right(text, unit, problem.refusal)
        raise


def in_mm(mm: float) -> Length:
    """A length that nobody typed.

    >>> in_mm(199.0).typed
    '199'"""
    return Length(mm=mm, typed=f"{round(mm, 3):g}", unit="mm")


def read(text: str, unit: Unit, *, field: str | None = None, positive: bool = False) -> Length:
    """A typed length for a field; `positive` refuses 0. Raises `LengthError` with that field."""
    try:
        mm = parse(text, unit)
        if positive and mm == 0:
            raise LengthError(length_refusals.ZERO, partial=_could_become_right(text, unit, length_refusals.ZERO))
    except LengthError as problem:
        problem.field = field
        raise
    return Length(mm=float(mm), typed=text.strip(), unit=unit)


def written_in(text: str, unit: Unit) -> tuple[Unit, bool]:
    """The system a typed length is in, and whether the text says so itself; without a unit it is in `unit`.

    >>> written_in("23/32 in", "mm"), written_in("17.6", "mm"), written_in("2' 3", "mm")
    (('in', True), ('mm', False), ('in', True))"""
    plain = text.strip().translate(_MARKS).lower()
    if re.search(r"[\"']|in|ft", plain):
        return "in", True
    return ("mm", True) if "m" in plain else (unit, False)


def meant_instead(length: Length) -> str | None:
    """What somebody may have meant who typed a fraction of a millimetre: nobody has a rule with halves and sixteenths of one.

    Rule: R1 a bare fraction takes the given unit
    Formula: a fraction without a unit, in mm → the same in inches
    Source: what was seen in shops that use both systems; it is asked, and nothing is changed by itself

    >>> meant_instead(read("1/2", "mm")), meant_instead(read("1 3/4", "mm")), meant_instead(read("12.7", "mm"))
    ('1/2 in', '1 3/4 in', None)
    >>> meant_instead(read("1/2", "in")), meant_instead(read("1/2 mm", "mm"))
    (None, None)"""
    plain = length.typed.strip().translate(_MARKS)
    fraction = "/" in plain or any(sign in plain for sign in _VULGAR)
    if length.unit != "mm" or not fraction or written_in(length.typed, length.unit)[1]:
        return None
    return f"{length.typed.strip()} in"


def as_typed(length: Length) -> str:
    """A length as it was typed, with its unit where the text left it out.

    >>> as_typed(read("17.6", "mm")), as_typed(read("23/32 in", "mm"))
    ('17.6 mm', '23/32 in')"""
    unit, said = written_in(length.typed, length.unit)
    return length.typed if said else f"{length.typed} {unit}"


def describe(mm: Fraction | float) -> Written:
    """Writes a length in both systems.

    >>> describe(44.45).inch_text, describe(17.6).mm_text
    ('1 3/4 in', '17.6 mm')"""
    number, error = written.inch_number(mm)
    return Written(mm=float(mm), mm_text=f"{written.mm_number(float(mm), 0.01)} mm", inch_text=f"{number} in", error_mm=error)


def _could_become_right(text: str, unit: Unit, refusal: Refusal) -> bool:
    """Whether typing on could make a length of it; a length that is too long only by way of another unit (m → mm)."""
    for more in ("m",) if refusal is length_refusals.TOO_LONG else _CONTINUATIONS:
        try:
            value = _parse(text + more, unit)
        except LengthError:
            continue
        if value or refusal is not length_refusals.ZERO:
            return True
    return False


def _parse(original: str, unit: Unit) -> Fraction:
    text = original.strip().translate(_MARKS).lower().replace("''", '"')
    if not text:
        raise LengthError(length_refusals.EMPTY)
    if len(text) > _LONGEST_TEXT:
        raise LengthError(length_refusals.LONG_TEXT)
    _refuse_what_is_no_number(text, original.strip())
    feet = _AFTER_FEET.fullmatch(text)
    if feet:
        mm = _quantity(feet["feet"], original) * _FOOT + _inches_after_feet(feet["rest"], original)
    else:
        parts = _SHAPE.fullmatch(text)
        assert parts is not None, "the shape takes any text"
        mm = _quantity(parts["number"], original) * _scale(parts["unit"], unit, original)
    if mm > LONGEST:
        raise LengthError(length_refusals.TOO_LONG, text=original.strip())
    return mm


def _refuse_what_is_no_number(text: str, original: str) -> None:
    if re.search(r"nan|infinity|∞|(?<![a-z])inf(?![a-z])", text):
        raise LengthError(length_refusals.NOT_A_NUMBER, text=original)
    if "+" in text:
        raise LengthError(length_refusals.PLUS)
    if re.search(r"[0-9.]e[-0-9]", text):
        raise LengthError(length_refusals.EXPONENT, text=original)
    if text.startswith("-") or re.search(r"\s-|--|[a-z\"]\s*-|-\s", text):
        raise LengthError(length_refusals.NEGATIVE, text=original)
    if not re.search(rf"[0-9{_VULGAR}]", text) and not re.fullmatch(r"[.,]", text):
        raise LengthError(length_refusals.NO_NUMBER, text=original)


def _scale(name: str, unit: Unit, original: str) -> Fraction:
    name = name.strip()
    if not name:
        return _UNITS[unit]
    if name not in _UNITS:
        if re.match(r"(?:ft|')", name):
            raise LengthError(length_refusals.FEET_THEN)
        if re.search(rf"[0-9{_VULGAR}]", name):
            raise LengthError(length_refusals.TWO_NUMBERS, text=original.strip())
        raise LengthError(length_refusals.UNKNOWN_UNIT, unit=name)
    return _UNITS[name]


def _inches_after_feet(rest: str, original: str) -> Fraction:
    parts = _SHAPE.fullmatch(rest)
    assert parts is not None, "the shape takes any text"
    if parts["number"] is None or _scale(parts["unit"] or "in", "in", original) != written.MM_PER_INCH:
        raise LengthError(length_refusals.FEET_THEN)
    return _quantity(parts["number"], original) * written.MM_PER_INCH


def _quantity(number: str | None, original: str) -> Fraction:
    """A decimal, a fraction or a mixed number, exactly."""
    text, shown = (number or "").strip(), original.strip()
    if not re.search(rf"[0-9{_VULGAR}]", text):
        raise LengthError(length_refusals.HALF_WRITTEN if text in (".", ",") else length_refusals.NO_NUMBER, text=shown)
    if text.count("/") > 1:
        raise LengthError(length_refusals.TWO_SLASHES, text=shown)
    mixed = _MIXED.fullmatch(text)
    if mixed:
        whole = Fraction(mixed["whole"] or mixed["whole2"])
        return whole + (_vulgar(mixed["vulgar"]) if mixed["vulgar"] else _ratio(mixed["over"], shown))
    if len(text) == 1 and text in _VULGAR:
        return _vulgar(text)
    if re.fullmatch(r"[0-9]+/[0-9]+", text):
        return _ratio(text, shown)
    if re.fullmatch(r"[0-9.,]+", text):
        return _decimal(text, shown)
    raise LengthError(_what_is_wrong(text), text=shown)


def _what_is_wrong(text: str) -> Refusal:
    if text.endswith(("/", "-")):
        return length_refusals.HALF_WRITTEN
    if re.search(rf"(?:/[0-9]+|[{_VULGAR}])[ -]*[0-9]", text):
        return length_refusals.FRACTION_FIRST
    return length_refusals.TWO_NUMBERS


def _vulgar(sign: str) -> Fraction:
    return Fraction(unicodedata.numeric(sign)).limit_denominator(10)


def _ratio(text: str, shown: str) -> Fraction:
    above, below = text.split("/")
    if below.startswith("0"):
        raise LengthError(length_refusals.ZERO_DENOMINATOR, text=shown)
    return Fraction(int(above), int(below))


def _decimal(text: str, shown: str) -> Fraction:
    marks = text.count(".") + text.count(",")
    if marks > 1:
        raise LengthError(length_refusals.TWO_MARKS, text=shown)
    if text.endswith((".", ",")):
        raise LengthError(length_refusals.HALF_WRITTEN, text=shown)
    whole, comma, after = text.partition(",")
    if comma and len(after) == 3 and whole.strip("0"):
        raise LengthError(length_refusals.THOUSANDS, text=shown, decimal=f"{whole}.{after}", thousands=whole + after)
    return Fraction(text.replace(",", "."))
