"""R1: reading and writing lengths."""

from __future__ import annotations

from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st
from tests.data.lengths import INCH, RIGHT, WRONG

from ranura.core.text import length_refusals, lengths
from ranura.core.text.errors import LengthError, Refusal
from ranura.core.text.lengths_format import inch_number, mm_number


@pytest.mark.parametrize(("text", "unit", "mm", "why"), RIGHT, ids=[row[3] for row in RIGHT])
def test_reads_exactly(text, unit, mm, why):
    assert lengths.parse(text, unit) == mm, why


@pytest.mark.parametrize(("text", "code", "partial"), WRONG, ids=[repr(row[0][:20]) for row in WRONG])
def test_refuses_with_its_own_code(text, code, partial):
    with pytest.raises(LengthError) as caught:
        lengths.parse(text, "mm")
    assert (caught.value.code, caught.value.partial) == (code, partial)


def test_every_refusal_has_words_of_its_own():
    said = set()
    for text, _code, _ in WRONG:
        with pytest.raises(LengthError) as caught:
            lengths.parse(text, "mm")
        said.add(caught.value.refusal)
        assert str(caught.value)
    every = {each for each in vars(length_refusals).values() if isinstance(each, Refusal)}
    assert said | {length_refusals.ZERO} == every, "a code without a row in the table"


@pytest.mark.parametrize("text", [row[0] for row in RIGHT])
def test_every_beginning_of_a_right_text_is_right_or_partial(text):
    for end in range(len(text)):
        try:
            lengths.parse(text[:end], "mm")
        except LengthError as problem:
            assert problem.partial, f"{text[:end]!r} is on the way to {text!r}"


def test_thousands_are_refused_with_both_readings():
    with pytest.raises(LengthError, match=r"1\.250 or as 1250"):
        lengths.parse("1,250", "mm")


def test_zero_is_refused_where_a_size_is_wanted():
    with pytest.raises(LengthError) as caught:
        lengths.read("0", "mm", field="cut.width", positive=True)
    assert (caught.value.field, caught.value.code, caught.value.partial) == ("cut.width", "zero", True)


@given(st.integers(0, 390), st.integers(0, 63))
def test_written_inches_read_back_to_the_same(whole, sixty_fourths):
    exact = (whole + Fraction(sixty_fourths, 64)) * INCH
    written = lengths.describe(exact)
    assert lengths.parse(written.inch_text, "mm") == exact
    assert written.error_mm == 0


@given(st.decimals(0, 9999, places=3))
def test_the_nearest_fraction_is_nearest_and_its_error_is_signed(mm):
    exact = Fraction(mm)
    number, error = inch_number(exact)
    nearest = lengths.parse(number, "in") if number != "0" else Fraction(0)
    assert abs(nearest - exact) <= INCH / 128
    assert error == pytest.approx(float(nearest - exact), abs=1e-9)


@given(st.floats(0, 9999))
def test_millimetres_are_rounded_to_their_step(mm):
    for step in (0.05, 0.01):
        written = float(mm_number(mm, step))
        assert abs(written - mm) <= step / 2 + 1e-9
        assert abs(written / step - round(written / step)) < 1e-6


@given(st.text(max_size=12))
def test_any_text_is_a_length_or_a_length_error(text):
    try:
        assert 0 <= lengths.parse(text, "in") <= 10_000
    except LengthError as problem:
        assert problem.message.metric
