"""R19: how likely a mate fits, against the normal distribution of the standard library."""

from __future__ import annotations

import math
from statistics import NormalDist

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ranura.calc.registry import CALCULATORS
from ranura.core.cuts.channel.fit import position_spread, width_causes
from ranura.core.learning.forecast import Spread, forecast
from ranura.core.shop.house_rules import HouseRules

RULES = HouseRules()


@given(gap=st.floats(-0.5, 0.8), spreads=st.lists(st.floats(0.01, 0.3), min_size=1, max_size=4))
def test_the_chances_are_those_of_a_normal_gap(gap, spreads):
    names = ("bit", "spacer", "mate", "setting")
    causes = [Spread(of=name, mm=mm) for name, mm in zip(names, spreads, strict=False)]
    made = forecast(width=18 + gap, mate=18, causes=causes)
    judge = NormalDist(made.gap, math.sqrt(sum(mm**2 for mm in spreads)))
    assert made.tight == pytest.approx(judge.cdf(0), abs=1e-9)
    assert made.loose == pytest.approx(1 - judge.cdf(0.25), abs=1e-9)
    assert made.tight + made.slides + made.loose == pytest.approx(1)
    assert made.without <= made.spread


@pytest.mark.parametrize(
    ("sheet", "spacers", "spread", "most", "without", "why"),
    [
        (True, 0, math.hypot(0.03, 0.15), "mate", 0.03, "one pass: the bit and the sheet"),
        (False, 0, math.hypot(0.03, 0.10), "mate", 0.03, "a planed board is truer than a sheet"),
        (True, 1, math.sqrt(0.03**2 + 0.05**2 + 0.15**2), "mate", math.hypot(0.03, 0.05), "a spacer widens"),
        (True, 3, math.sqrt(0.03**2 + 0.05**2 + 0.15**2), "mate", math.hypot(0.03, 0.05), "only the widest of them counts"),
    ],
)
def test_what_counts_for_the_width(sheet, spacers, spread, most, without, why):
    made = forecast(width=17.7, mate=17.6, causes=width_causes(RULES, sheet=sheet, spacers=spacers))
    assert (made.spread, made.most, made.without) == (pytest.approx(spread), most, pytest.approx(without)), why


def test_the_fence_moves_a_channel_and_does_not_widen_it():
    assert {each.of for each in width_causes(RULES, sheet=True, spacers=2)} == {"bit", "spacer", "mate"}
    assert position_spread(RULES) == pytest.approx(math.sqrt(0.1**2 + 0.15**2 + 0.015**2))


@pytest.mark.parametrize("causes", [[], [Spread(of="bit", mm=0)]])
def test_a_forecast_without_errors_is_none(causes):
    with pytest.raises(ValueError, match="causes of error"):
        forecast(width=18, mate=18, causes=causes)


@pytest.mark.parametrize(
    ("request_", "tight", "slides", "most", "why"),
    [
        (
            {"width": 18, "mate": 18, "sheet": True},
            0.5,
            0.4488,
            "mate",
            "no clearance: as often tight as not; 0.25/0.153 = 1.634 s",
        ),
        ({"width": "18.1", "mate": 18}, 0.1691, 0.7557, "mate", "0.1/0.1044 = 0.958 s below, 0.15/0.1044 = 1.437 s above"),
        (
            {"width": 18.1, "mate": 18, "mate_error": 0.02, "spacers": 1},
            0.0525,
            0.9399,
            "spacer",
            "a measured part: the spacer counts",
        ),
    ],
)
def test_known_answers_of_the_calculator(request_, tight, slides, most, why):
    """Worked out by hand from a table of the normal distribution."""
    made = CALCULATORS["fit"].run(CALCULATORS["fit"].request.model_validate(request_))
    assert (made.tight, made.slides) == (pytest.approx(tight, abs=2e-3), pytest.approx(slides, abs=2e-3)), why
    assert made.most == most
