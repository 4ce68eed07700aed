"""Writing lengths (R1): millimetres to a step, inches to the nearest 1/64 as a reduced fraction with its error."""

from __future__ import annotations

import math
from decimal import ROUND_FLOOR, Decimal
from fractions import Fraction

MM_PER_INCH = Fraction(254, 10)
INCH_STEP = 64
"""Parts of an inch that a fraction is rounded to."""

_NOISE = 9
"""Decimals of a float in mm that mean something; what lies beyond is left over from arithmetic."""

SHOWN_ERROR = 0.02
"""Errors of a fraction up to this many mm are not worth showing."""


def mm_number(mm: float, step: float) -> str:
    """Millimetres rounded to a multiple of `step`, without trailing zeros.

    >>> mm_number(68.65, 0.05), mm_number(4.9 / 3, 0.01), mm_number(6, 0.05)
    ('68.65', '1.63', '6')"""
    # The shortest decimal of the float first: 2.675 is meant as typed, not as its binary neighbour below.
    exact, grain = Decimal(repr(round(float(mm), _NOISE))), Decimal(str(step))
    rounded = (exact / grain).quantize(Decimal(1), rounding="ROUND_HALF_UP") * grain
    text = f"{rounded:f}"
    return text.rstrip("0").rstrip(".") if "." in text else text


def inch_number(mm: float | Fraction, parts: int = INCH_STEP) -> tuple[str, float]:
    """The nearest part of an inch (halves up), reduced, and its error in mm: fraction − exact.

    >>> inch_number(19.05), inch_number(0), inch_number(17.6)
    (('3/4', 0.0), ('0', 0.0), ('11/16', -0.1375))"""
    exact = Decimal(mm.numerator) / mm.denominator if isinstance(mm, Fraction) else Decimal(repr(round(float(mm), _NOISE)))
    count = int((exact * parts * 10 / 254 + Decimal("0.5")).to_integral_value(ROUND_FLOOR))
    error = float(Decimal(count) * 254 / (10 * parts) - exact)
    sign, size = ("−", -count) if count < 0 else ("", count)
    whole, rest = divmod(size, parts)
    words = [str(whole)] if whole or not rest else []
    if rest:
        common = math.gcd(rest, parts)
        words.append(f"{rest // common}/{parts // common}")
    return sign + " ".join(words), error


def trade_text(mm: float) -> str:
    """A size as the trade names it: in inches when it is a whole number of 1/64 in and no half millimetre, else in mm.

    >>> trade_text(12.7), trade_text(12), trade_text(9.525), trade_text(17.4625)
    ('1/2 in', '12 mm', '3/8 in', '11/16 in')"""
    number, error = inch_number(mm)
    halves = mm * 2
    if abs(error) < 1e-6 and abs(halves - round(halves)) > 1e-6:
        return f"{number} in"
    return f"{mm_number(mm, 0.000001)} mm"
