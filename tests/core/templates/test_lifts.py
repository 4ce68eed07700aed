"""Where fibres lift along an outline, against each side looked at alone."""

from __future__ import annotations

import math
from itertools import pairwise

import pytest
from shapely.geometry import LineString, Polygon

from ranura.core.shop.house_rules import HouseRules
from ranura.core.templates.lifts import SHORTEST_LIFT, lifts_along

# A part with sides that lie every way; its corner at (100, 40) is taken off by so little that it is not worth a word.
CORNERS = [(0.0, 0.0), (100.0, 0.0), (100.0, 37.0), (96.0, 40.0), (60.0, 90.0), (0.0, 60.0)]


def _sides() -> list[tuple[tuple[float, float], tuple[float, float]]]:
    return list(pairwise((*CORNERS, CORNERS[0])))


def _dives(start: tuple[float, float], end: tuple[float, float], fibres: tuple[float, float]) -> bool:
    """Whether fibres met along a side, with the wood on its left, go down into the wood ahead: a hair along them lies in it."""
    ahead = (end[0] - start[0], end[1] - start[1])
    sense = math.copysign(1.0, ahead[0] * fibres[0] + ahead[1] * fibres[1])
    on_left = ahead[0] * sense * fibres[1] - ahead[1] * sense * fibres[0]
    degrees = math.degrees(math.asin(on_left / math.hypot(*ahead)))
    return 3 < degrees < 80


@pytest.mark.parametrize(("fibres", "left_out"), [(0, 0), (20, 0), (35, 1), (60, 0), (110, 0), (150, 0)])
def test_whole_sides_of_a_part_lift_and_a_short_one_alone_is_left_out(fibres, left_out):
    along = (math.cos(math.radians(fibres)), math.sin(math.radians(fibres)))
    lifting = [side for side in _sides() if _dives(*side, along)]
    rules = HouseRules(downhill=3, end_grain=80)
    found = list(lifts_along(Polygon(CORNERS), inside=True, fibres=along, rules=rules))
    assert all(each.wood_left and LineString(each.path).length >= SHORTEST_LIFT for each in found)
    walked = {step for each in found for step in pairwise(each.path)}
    assert walked <= set(lifting)
    assert [math.dist(*side) < SHORTEST_LIFT for side in set(lifting) - walked] == [True] * left_out
