"""Sentences and readings in both systems."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.schools import SCHOOLS, school_values
from ranura.core.text.figures import show
from ranura.core.text.lengths_format import SHOWN_ERROR
from ranura.core.text.writing import inches_to, length_reading, write


@pytest.mark.parametrize(
    ("template", "facts", "metric", "inch"),
    [
        ("{x:len} from the line", {"x": 68.65}, "68.65 mm from the line", "2 45/64 in from the line"),
        ("{x:len}", {"x": 65.475}, "65.5 mm", "2 37/64 in"),
        ("{x:fine}", {"x": 65.475}, "65.48 mm", "2 37/64 in"),
        ("{x:len}", {"x": 1265.475 - 1200}, "65.5 mm", "2 37/64 in"),
        ("{x:len}", {"x": 6.0}, "6 mm", "15/64 in (a hair over)"),
        ("{x:fine}", {"x": 6.0}, "6 mm", "15/64 in (0.05 mm over)"),
        ("{x:short}", {"x": 6.0}, "6 mm", "15/64 in"),
        ("{x:rough}", {"x": 504.8}, "505 mm", "19 7/8 in"),
        ("{x:mm}", {"x": 12.7}, "12.7 mm", "12.7 mm"),
        ("{n:rpm} rpm", {"n": 22_000}, "22\u2009000 rpm", "22\u2009000 rpm"),
        ("{p:pct}", {"p": 0.232}, "23 %", "23 %"),
        ("{a:n1}", {"a": 14.629}, "14.6", "14.6"),
        ("{name!r}", {"name": "3//4"}, "'3//4'", "'3//4'"),
    ],
)
def test_facts_are_written_as_their_kind(template, facts, metric, inch):
    said = write(template, **facts)
    assert (said.metric, said.inch) == (metric, inch)


def test_a_missing_fact_is_an_error_and_not_a_hole():
    with pytest.raises(KeyError):
        write("{x:len}", y=1)
    with pytest.raises(TypeError):
        write("{x:len}", x="wide")


_SHARES = {"a hair": (0, 0.1875), "a quarter mark": (0.1875, 0.375), "half a mark": (0.375, 0.5)}
"""From and to which share of the way to the next mark a length is said to lie past one."""


@given(st.floats(0, 3000), st.sampled_from([16, 32, 64]))
def test_what_is_left_of_a_fraction_shows_only_when_it_matters(mm, parts):
    with inches_to(parts):
        reading = length_reading(mm, step=0.05, system="inch")
        worked = length_reading(mm, step=0.01, system="inch")
    whole, _, rest = reading.number.rpartition(" ")
    above, _, below = rest.partition("/")
    value = (float(whole) if whole else 0.0) + (int(above) / int(below) if below else float(above))
    over = mm - value * 25.4
    assert abs(over) <= 25.4 / parts / 2 + 1e-6
    if abs(over) > SHOWN_ERROR + 1e-6:
        assert reading.error is not None
        assert worked.error is not None
        share, _, side = reading.error.rpartition(" ")
        low, high = _SHARES[share]
        assert (side, low - 1e-6 <= abs(over) * parts / 25.4 <= high + 1e-6) == ("over" if over > 0 else "under", True)
        assert worked.error.endswith(f" mm {side}")
        assert abs(float(worked.error.split()[0]) - abs(over)) < 0.006
    elif abs(over) < SHOWN_ERROR - 1e-6:
        assert reading.error is None
        assert worked.error is None


def test_what_was_written_before_is_written_anew_for_other_parts_of_an_inch():
    written = []
    for parts in (16, 64, 16):
        with inches_to(parts):
            written.append(write("{a:len} deep", a=2.0).inch)
    assert written[0] == written[2]
    assert written[0] != written[1]


def test_feed_is_read_in_feet_by_inch_readers():
    shown = show(3.048, "m/min")
    assert (str(shown.metric), str(shown.inch)) == ("3.05 m/min", "10 ft/min")


def test_every_school_has_a_name_and_says_what_it_changes():
    rules = HouseRules()
    for choice in SCHOOLS:
        assert getattr(HouseRules(**{choice.group: choice.value}), choice.group) == choice.value
        assert choice.says.endswith(".")
    assert {choice.group for choice in SCHOOLS} == set(school_values())
    assert rules.speed_rule == "rim-speed"
