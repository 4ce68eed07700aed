"""Refusals: texts that are no length (R1)."""

from __future__ import annotations

from ranura.core.text.errors import Refusal

EMPTY = Refusal("empty", 'Type a length, such as 19, 3/4 in or 1-3/4"')
NO_NUMBER = Refusal("no-number", "{text!r} has no number in it; type a length such as 19 or 3/4 in")
NOT_A_NUMBER = Refusal("not-a-number", "a length must be a number, not {text!r}")
PLUS = Refusal("plus", "a length is written without +")
EXPONENT = Refusal("exponent", "write the number out, without an exponent: {text!r}")
NEGATIVE = Refusal("negative", "a length is not negative: {text!r}")
ZERO_DENOMINATOR = Refusal("zero-denominator", "the fraction in {text!r} is divided by zero")
TWO_SLASHES = Refusal("two-slashes", "{text!r} has two slashes; a fraction has one, as in 3/4")
TWO_MARKS = Refusal("two-marks", "{text!r} has more than one decimal mark")
THOUSANDS = Refusal("thousands", "{text!r} can be read as {decimal} or as {thousands}; write one of these")
TWO_NUMBERS = Refusal("two-numbers", "{text!r} has a number too many; write 1 3/4 or 1-3/4 for a whole and a fraction")
FRACTION_FIRST = Refusal("fraction-first", "write the whole number before the fraction, as in 1 3/4")
HALF_WRITTEN = Refusal("half-written", "{text!r} is not finished")
UNKNOWN_UNIT = Refusal("unknown-unit", "{unit!r} is no unit here; use mm, cm, m, in or ft")
FEET_THEN = Refusal("feet-then", "after feet only inches can follow, as in 2' 3 1/2\"")
TOO_LONG = Refusal("too-long", "{text!r} is over 10 m, the longest length Ranura takes")
LONG_TEXT = Refusal("long-text", "that is too long to be a length")
ZERO = Refusal("zero", "this must be more than 0")
