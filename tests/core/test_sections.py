"""Sections under profile bits (R12): closed forms, a fine raster as outside judge, passes that add up, stages of equal area."""

from __future__ import annotations

import math

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from pydantic import ValidationError
from shapely.geometry import Polygon
from tests.data.tools import bits

from ranura.calc.fields import Refused
from ranura.calc.registry import calculate, problem_of
from ranura.core.cuts.edge.section import section
from ranura.core.cuts.edge.stages import stages
from ranura.core.cuts.edge.trips import Stock, can_be_raised, taken
from ranura.core.cutting.stage import Trip
from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.profiles import PROFILES
from ranura.core.shop.tooling.silhouettes import radius_at
from ranura.core.text.errors import CraftError, CutError
from ranura.demo.shop import BITS

BOARD = Stock(thickness=22, width=80)


def bit(profile: str, **sizes) -> Bit:
    return Bit(id=profile, name=profile, profile=profile, shank=12.7, **sizes)


ROUND = bit("roundover", radius=6, bearing=12.7)
CHAMFER = bit("chamfer", cutting_length=12, bearing=12.7)
COVE = bit("cove", radius=8, bearing=12.7)
V = bit("v-groove", angle=90, diameter=25)
BALL = bit("core-box", radius=6)
RABBET = bit("rabbet", width=9.5, bearing=12.7, cutting_length=12)


@pytest.mark.parametrize(
    ("tool", "height", "offset", "area", "why"),
    [
        (ROUND, 6, 6.35, 36 * (1 - math.pi / 4), "the square on the radius without its quarter disc"),
        (ROUND, 6.35 - 0.35, 6.35, 36 - 9 * math.pi, "the same, by another way of writing it"),
        (CHAMFER, 5, 6.35, 12.5, "legs of 5: half a square"),
        (COVE, 8, 6.35, 64 * math.pi / 4, "a quarter disc"),
        (RABBET, 6, 6.35, 9.5 * 6, "width by depth"),
        (V, 3, -40, 3 * 3, "both flanks: depth squared at 90°"),
        (BALL, 6, -40, 36 * math.pi / 2, "half a disc"),
        (bit("straight", diameter=12.7, cutting_length=25), 6, -40, 12.7 * 6, "a groove"),
        (ROUND, 0, 6.35, 0, "not yet in the wood"),
    ],
)
def test_areas_of_single_trips_are_the_closed_forms(tool, height, offset, area, why):
    found = section(tool, [Trip(height=height, offset=offset)], BOARD)
    assert found.bites[0].area == pytest.approx(area, rel=1e-4, abs=1e-9), why
    assert found.area + found.bites[0].area == pytest.approx(BOARD.thickness * BOARD.width)


@pytest.mark.parametrize(("depth", "width"), [(1, 2 * 1), (3, 2 * 3), (7, 2 * 7)])
def test_a_v_groove_is_as_wide_as_its_formula_says(depth, width):
    (bite,) = section(V, [Trip(height=depth, offset=-40)], BOARD).bites
    assert bite.width == pytest.approx(width * math.tan(math.radians(45)))
    assert bite.depth == pytest.approx(depth)


@pytest.mark.parametrize("depth", [0.5, 2, 5, 6])
def test_a_round_nose_is_as_wide_as_its_formula_says(depth):
    (bite,) = section(BALL, [Trip(height=depth, offset=-40)], BOARD).bites
    assert bite.width == pytest.approx(2 * math.sqrt(depth * (12 - depth)), rel=2e-3)


def test_a_roundover_set_lower_leaves_a_step():
    long = bit("roundover", radius=6, bearing=12.7, cutting_length=9)
    found = section(long, [Trip(height=7.5, offset=6.35)], BOARD)
    assert found.bites[0].area == pytest.approx(36 * (1 - math.pi / 4) + 1.5 * 6, rel=1e-4)
    assert found.bites[0].width == pytest.approx(6)


def raster(tool: Bit, trips: list[Trip], stock: Stock, step: float) -> float:
    """What is taken, counted in small squares straight from r(z)."""
    gone = 0
    for row in range(round(stock.thickness / step)):
        d = (row + 0.5) * step
        reaches = [(-trip.offset, radius_at(tool.silhouette, trip.height - d)) for trip in trips if trip.height >= d]
        for column in range(round(24 / step)):
            x = (column + 0.5) * step
            gone += any(abs(x - axis) < r for axis, r in reaches)
    return gone * step**2


RASTERED = [
    pytest.param(each, id=each.id, marks=[pytest.mark.thorough] if number % 2 else [])
    for number, each in enumerate(bit for bit in BITS if bit.diameter <= 40)
]


@pytest.mark.slow
@pytest.mark.parametrize("tool", RASTERED)
def test_a_fine_raster_counts_the_same(tool):
    riding = (tool.bearing or 0.0) / 2
    top = min(tool.cutting_length, 15.0)
    for trips in (
        [Trip(height=top, offset=riding)],
        [Trip(height=top * 0.6, offset=riding + 1), Trip(height=top, offset=riding)],
    ):
        found = section(tool, trips, BOARD)
        taken_in_all = sum(bite.area for bite in found.bites)
        counted = raster(tool, trips, BOARD, 0.05)
        assert taken_in_all == pytest.approx(counted, rel=0.005, abs=0.5)


@given(bits(), st.lists(st.tuples(st.floats(0, 1), st.floats(-0.5, 1)), min_size=1, max_size=4), st.floats(3, 40))
def test_trips_add_up_and_never_take_the_same_wood_twice(tool, settings_of, thickness):
    stock = Stock(thickness=thickness, width=300)
    trips = [Trip(height=share * tool.cutting_length, offset=out * tool.diameter) for share, out in settings_of]
    found = section(tool, trips, stock)
    whole = stock.thickness * stock.width
    assert sum(bite.area for bite in found.bites) + found.area == pytest.approx(whole, rel=1e-6)
    assert sum(Polygon(outline).area for outline in found.outlines) >= found.area - 1e-3
    for bite in found.bites:
        assert bite.width <= tool.diameter + 1e-6
        assert bite.depth <= min(thickness, tool.cutting_length) + 1e-6
        assert bite.mean_width <= bite.width + 1e-6
    assert taken(tool, trips[0], stock) == pytest.approx(found.bites[0].area, rel=1e-6, abs=1e-6), "in one dimension and in two"
    again = section(tool, [*trips, trips[-1]], stock)
    assert again.bites[-1].area == pytest.approx(0, abs=1e-6), "a spring pass takes nothing"


def test_raising_is_for_profiles_that_never_get_thinner():
    for profile in PROFILES:
        tools = [each for each in BITS if each.profile == profile]
        for tool in tools:
            if tool.kind.raisable:
                assert can_be_raised(tool), tool.name
    assert not can_be_raised(bit("dovetail", diameter=12.7, angle=14, cutting_length=12))
    assert not can_be_raised(bit("t-slot", diameter=25, head=8, neck=10, cutting_length=14))
    assert not can_be_raised(bit("bead", radius=3, bearing=12.7))


@pytest.mark.parametrize("tool", [ROUND, CHAMFER, COVE, RABBET, bit("ogee", radius=6, bearing=12.7)], ids=lambda each: each.id)
@pytest.mark.parametrize("count", [1, 2, 3, 5])
def test_stages_take_equal_areas_and_end_where_they_should(tool, count):
    final = Trip(height=tool.cutting_length, offset=tool.bearing / 2)
    for by in ("height", "fence", "both"):
        staged = stages(tool, final, BOARD, count=count, by=by)
        assert staged[-1] == final
        assert len(staged) == count
        areas = [bite.area for bite in section(tool, staged, BOARD).bites]
        assert sum(areas) == pytest.approx(taken(tool, final, BOARD), rel=1e-6)
        assert areas == pytest.approx([sum(areas) / count] * count, rel=1e-3)


def test_what_cannot_be_raised_or_stands_too_far_out_is_refused_at_its_field():
    dovetail = bit("dovetail", diameter=12.7, angle=14, cutting_length=12)
    with pytest.raises(CutError) as refused:
        stages(dovetail, Trip(height=8, offset=0), BOARD, count=2, by="height")
    assert (refused.value.code, refused.value.field) == ("cannot-be-raised", "stages")
    with pytest.raises(CutError) as refused:
        section(ROUND, [Trip(height=3, offset=6.35), Trip(height=6.5, offset=6.35)], BOARD)
    assert (refused.value.code, refused.value.field) == ("tip-beyond-cutter", "passes.1.height")


def test_a_strip_that_comes_off_is_noticed():
    slot = bit("slot-cutter", width=4, diameter=38, bearing=22)
    found = section(slot, [Trip(height=4, offset=-30)], Stock(thickness=4.5, width=80))
    assert found.loose is False
    through = section(bit("straight", diameter=6, cutting_length=25), [Trip(height=22, offset=-10)], BOARD)
    assert through.loose
    assert len(through.outlines) == 2


def ask(**request):
    whole = {"bit": {"profile": "roundover", "radius": 6, "bearing": 12.7}, "thickness": 22, "passes": [{"height": 6}], **request}
    return calculate("profile", whole)


def test_the_calculator_answers_and_refuses_at_the_field():
    found = ask(stages=3)
    assert [each["area"] for each in found["passes"]] == pytest.approx([36 * (1 - math.pi / 4) / 3] * 3, rel=1e-3)
    assert (found["raisable"], found["loose"]) == (True, False)
    assert found["removed"] + found["remains"] == pytest.approx(22 * 200)
    for request, field in (
        ({"bit": {"profile": "roundover", "radius": 6}}, "bit.bearing"),
        ({"bit": {"profile": "dovetail", "diameter": 12.7, "angle": 14, "cutting_length": 12}, "stages": 2}, "stages"),
        ({"passes": [{"height": 30}]}, "passes.0.height"),
        ({"passes": []}, "passes"),
        ({"thickness": 0}, "thickness"),
    ):
        with pytest.raises((CraftError, Refused, ValidationError)) as refused:
            ask(**request)
        assert problem_of(refused.value).field == field, request


@given(bits(), st.floats(1, 30), st.integers(1, 4))
def test_any_bit_that_may_be_raised_is_staged(tool, thickness, count):
    assume(can_be_raised(tool))
    stock = Stock(thickness=thickness, width=300)
    final = Trip(height=tool.cutting_length, offset=tool.diameter / 4)
    staged = stages(tool, final, stock, count=count, by="height")
    heights = [trip.height for trip in staged]
    assert heights == sorted(heights)
