"""Quick sums: known answers, half-typed and wrong questions."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ranura.core.quick import completions, quick
from ranura.core.quick_sums import SUMS
from ranura.core.text.errors import CraftError
from ranura.demo.shop import SHOP

ANSWERS = [
    ("speed 1 3/8", "25 000 rpm", "60,000·48/(π·34.925) = 26,249, and the only router for it tops at 25,000"),
    ("offset 5/8 1/4", "4.76 mm", "(15.875 − 6.35)/2"),
    ("rabbet 35 → 9.5", "16 mm", "35 − 19"),
    ("v 90 depth 3", "6 mm", "2·3·tan 45°"),
    ("setback 75 12.7", "68.65 mm", "75 − 6.35"),
    ("passes 20 with 8", "6", "steps of at most 4: ⌈19.2/4⌉ and a light one"),
    ("7/16 + 3.2mm", "14.31 mm", "11.1125 + 3.2"),
    ("3/4 in - 2 mm × 2", "15.05 mm", "the factor belongs to the length before it"),
    ("100 / 3", "33.33 mm", ""),
    ("inlay 23.8125 11.1125 6.35", "0 mm", "a ring as thick as the bit"),
    ("dovetail 12.7 14 depth 8", "8.71 mm", "12.7 − 16·tan 14°"),
    ("box 9.6 120 thick 15", "9.55 mm", "9.6 − 0.05"),
    ("tenon 22 deep 25", "8 mm", "of the bits here nearest 22/3"),
    ("round 6 depth 2", "8.94 mm", "2·√(2·10)"),
    ("rim 38 at 16000", "31.8 m/s", "π·38·16,000/60,000"),
    ("  OFFSET 5/8in 1/4in ", "4.76 mm", "in any case"),
    ("1 3/4 in", "44.45 mm", "a bare length is both"),
]


@pytest.mark.parametrize(("text", "copy", "why"), ANSWERS, ids=[text for text, _, _ in ANSWERS])
def test_known_answers(text, copy, why):
    found = quick(text, SHOP)
    assert found.copy.metric.replace("\u2009", " ") == copy, why
    assert found.working.metric


@pytest.mark.parametrize(
    ("text", "partial", "says"),
    [
        ("", True, "Type a question"),
        ("sp", True, "speed"),
        ("speed", True, "wants the diameter"),
        ("offset 5/8", True, "wants the bit"),
        ("3 +", True, "not finished"),
        ("foo 3", False, "no sum"),
        ("passes 20 8 9", False, "takes 2"),
        ("v 190 3", False, "no angle"),
        ("5 - 9", False, "not negative"),
        ("speed 0", False, "more than 0"),
        ("setback 3 12.7", False, "inside"),
        ("rabbet 10 9", False, "less than half"),
        ("round 2 depth 3", False, "deeper"),
        ("inlay 5 9 3", False, "wider"),
        ("dovetail 10 20 30", False, "no neck"),
        ("box 9.6 9 12", False, "no fingers"),
        ("tenon 22 deep 2", False, "too shallow"),
        ("speed 14°", False, "angle"),
        ("3 / 0", False, "other than 0"),
        ("passes 9999 0.1", False, "more passes"),
    ],
)
def test_what_is_missing_or_wrong_is_said(text, partial, says):
    with pytest.raises(CraftError) as caught:
        quick(text, SHOP)
    assert caught.value.partial == partial
    assert says in caught.value.message.metric


def test_half_typed_questions_are_completed():
    assert [each.name for each in completions("")] == [each.name for each in SUMS]
    assert [each.name for each in completions("r")] == ["rim", "rabbet", "round"]
    assert completions("speed 3") == ()
    assert completions("17 + ") == ()


def test_every_example_is_answered_by_its_own_sum():
    for each in SUMS:
        assert quick(each.example, SHOP).name == each.name


WORDS = ["speed", "offset", "5/8", "1/4", "12,7", "+", "-", "x", "0", "9999999", "mm", "in", "→", "½", "v", "90°"]


@given(st.text(max_size=40) | st.lists(st.sampled_from(WORDS)).map(" ".join))
def test_no_line_breaks_it(text):
    try:
        quick(text, SHOP)
    except CraftError as wrong:
        assert wrong.message.metric
