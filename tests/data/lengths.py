"""What people type: the text, the unit a bare number is in, the exact mm, and why it is here."""

from fractions import Fraction

INCH = Fraction(254, 10)

RIGHT: list[tuple[str, str, Fraction, str]] = [
    ("19", "mm", Fraction(19), "bare, metric shop"),
    ("3/4", "in", INCH * Fraction(3, 4), "bare fraction, inch shop"),
    ("19mm", "in", Fraction(19), "unit beats the shop's"),
    ("1.9 cm", "mm", Fraction(19), "centimetres"),
    ("0.75in", "mm", INCH * Fraction(3, 4), "decimal inches"),
    ('3/4"', "mm", INCH * Fraction(3, 4), "inch mark"),
    ("1 3/4 in", "mm", INCH * Fraction(7, 4), "mixed number"),
    ('1-3/4"', "mm", INCH * Fraction(7, 4), "hyphen between whole and fraction"),
    ("1–3/4 in", "mm", INCH * Fraction(7, 4), "an en dash counts as a hyphen"),
    ("1¾″", "mm", INCH * Fraction(7, 4), "vulgar fraction and double prime"),
    ("⅞ inch", "mm", INCH * Fraction(7, 8), "vulgar fraction alone"),
    ("2' 3 1/2\"", "mm", INCH * Fraction(55, 2), "feet and inches"),
    ("2' 3 1/2", "mm", INCH * Fraction(55, 2), "inch mark after feet may be missing"),
    ("2'-3\"", "mm", INCH * 27, "feet-inches with the draughtsman's hyphen"),
    ("2 ft 3 inches", "mm", INCH * 27, "units as words"),
    ("2''", "mm", INCH * 2, "two apostrophes are an inch mark, not feet"),
    ("5 MM", "in", Fraction(5), "units in any case"),
    ("12,7", "mm", Fraction(127, 10), "decimal comma"),
    ("0,250", "in", INCH / 4, "three digits after a zero are decimals"),
    ("1,25", "in", INCH * Fraction(5, 4), "two digits after the comma are decimals"),
    ("10 m", "mm", Fraction(10_000), "the longest"),
    ("0", "mm", Fraction(0), "zero is a length"),
    ("  6 ", "mm", Fraction(6), "spaces around"),
]

WRONG: list[tuple[str, str, bool]] = [
    # text, code, could still become right by typing on
    ("", "empty", True),
    ("abc", "no-number", False),
    ("3//4", "two-slashes", False),
    ("1/0 in", "zero-denominator", False),
    ("-4 mm", "negative", False),
    ("−4", "negative", False),
    ("nan", "not-a-number", False),
    ("Infinity", "not-a-number", False),
    ("1e9", "exponent", False),
    ("+3", "plus", False),
    ("20 m", "too-long", True),  # on the way to 20 mm
    ("99999", "too-long", False),
    ("3 3 3 in", "two-numbers", False),
    ("1 1", "two-numbers", True),  # on the way to 1 1/2
    ("3/4 1", "fraction-first", False),
    ("1,250", "thousands", True),  # on the way to 1,2505
    ("1.250,5", "two-marks", False),
    ("1/", "half-written", True),
    ("1-", "half-written", True),
    ("12.", "half-written", True),
    ("3 i", "unknown-unit", True),
    ("3 inche", "unknown-unit", True),
    ("5 yards", "unknown-unit", False),
    ("2' 3 mm", "feet-then", False),
    ("2' -3", "negative", False),
    ("٣", "no-number", False),  # digits are ASCII
    ("9" * 70, "long-text", False),
]
