"""Box joints, tongues and grooves, mortises and tenons, combs (R14): laid out piece by piece, and put together."""

from __future__ import annotations

import math

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from shapely import box, union_all

from ranura.calc.registry import calculate
from ranura.core.cuts.dovetails.comb_dovetail import plan_comb_dovetail
from ranura.core.joints.box_joint import plan_box_joint
from ranura.core.joints.mortise_and_tenon import plan_mortise_and_tenon
from ranura.core.joints.tongue_and_groove import plan_tongue_and_groove

tenths = lambda low, high: st.integers(round(low * 10), round(high * 10)).map(lambda n: n / 10)  # noqa: E731


def _runs(width: float, first: float, pitch: float, wide: float) -> list[tuple[float, float]]:
    """Slots of a board, as far as they lie on it."""
    found, at = [], first
    while at < width - 1e-6:
        found.append((at, min(at + wide, width)))
        at += pitch
    return found


@given(tenths(3, 20), tenths(0, 0.4), tenths(25, 300), tenths(6, 30))
def test_a_box_joint_laid_out_slot_by_slot_goes_together(slot, play, width, thickness):
    assume(width > slot)
    made = plan_box_joint(bit_diameter=slot, width=width, thickness=thickness, play=play)
    one = _runs(width, made.finger, made.pitch, slot)
    two = _runs(width, 0.0, made.pitch, slot)
    assert made.slots == (len(one), len(two))
    ends = width - 1e-6 <= one[-1][1] if one else False
    assert made.ends_with == ("slot" if ends else "finger")
    assert made.last == pytest.approx(one[-1][1] - one[-1][0] if ends else width - one[-1][1] if one else width, abs=1e-6)
    board = box(0, 0, width, made.depth)
    first, second = (board.difference(union_all([box(a, 0, b, made.depth) for a, b in slots])) for slots in (one, two))
    assert first.intersection(second).area < 1e-6, "no finger is wider than its slot"
    gaps = board.difference(union_all([first, second])).area / made.depth
    assert gaps <= play * (len(one) + len(two)) + 1e-6, "and none is thinner than its slot by more than the play"
    for whole in made.whole_widths:
        again = plan_box_joint(bit_diameter=slot, width=whole, thickness=thickness, play=play)
        assert (again.ends_with, again.last) == ("finger", pytest.approx(made.finger))
    assert width < made.finger + made.pitch or made.whole_widths[0] <= width + 1e-6 < made.whole_widths[1]
    assert bool(made.cautions) == (made.last < made.finger / 2 - 1e-6)


@given(tenths(12, 40), tenths(3, 14), tenths(3, 12), tenths(4, 15))
def test_a_groove_of_two_passes_lies_in_the_middle_and_its_tongue_enters(thickness, groove, bit, depth):
    assume(groove < thickness - 2)
    made = plan_tongue_and_groove(thickness=thickness, groove_width=groove, bit_diameter=bit, depth=depth)
    if made.blocked:
        assert groove < bit or groove > 1.9 * bit
        assert made.fence_to_bit is None
        return
    assert made.fence_to_bit is not None
    once = box(made.fence_to_bit, 0, made.fence_to_bit + bit, depth)
    turned = box(thickness - made.fence_to_bit - bit, 0, thickness - made.fence_to_bit, depth)
    cut = union_all([once, turned])
    middle = (thickness - groove) / 2
    assert cut.bounds == pytest.approx((middle, 0, middle + groove, depth))
    assert cut.area == pytest.approx(groove * depth), "no rib is left between the passes"
    assert made.fence_to_bit >= middle - 1e-9, "the first pass lies on the side away from the fence"
    tongue = box(made.cheek, 0.5, thickness - made.cheek, depth)
    assert tongue.area == pytest.approx(made.tongue * made.tongue_length)
    assert cut.buffer(1e-9).contains(tongue)


@given(st.lists(st.sampled_from([4.0, 6.0, 6.35, 8.0, 9.525, 12.0, 12.7]), min_size=1, max_size=5), tenths(14, 60))
def test_no_other_bit_comes_nearer_to_a_third_of_the_rail(bits, rail):
    made = plan_mortise_and_tenon(rail_thickness=rail, bits=bits, mortise_depth=30, rail_width=60)
    assert all(abs(made.mortise_width - rail / 3) <= abs(each - rail / 3) + 1e-6 for each in bits)
    assert made.tenon_thickness == pytest.approx(made.mortise_width - 0.1)
    assert bool(made.cautions) == (made.mortise_width > rail / 2 + 1e-6)


def test_of_two_bits_as_near_to_a_third_the_smaller_is_taken():
    made = plan_mortise_and_tenon(rail_thickness=27, bits=[10, 8], mortise_depth=30, rail_width=60)
    assert made.mortise_width == 8


@given(
    st.sampled_from([9.525, 11.1125, 12.7, 19.05]),
    st.sampled_from([7.0, 8.0, 14.0]),
    tenths(18, 32),
    tenths(0, 3),
    tenths(40, 300),
)
def test_tails_of_a_comb_fill_their_sockets(bit, angle, pitch, play, width):
    made = plan_comb_dovetail(
        bit_diameter=bit, bit_angle=angle, cutting_depth=19, finger_pitch=pitch, slot_width=12 + play, bushing_od=12, width=width
    )
    floor, slope = bit + play, 2 * math.tan(math.radians(angle))
    gap = [floor - (pitch - floor + depth * slope) for depth in (0.0, 19.0)]
    if made.blocked:
        assert gap[0] <= 1e-6 or gap[1] > 1e-6 or width < 12 + floor - 1e-6, "loose at any depth, or tight at any, or no room"
        return
    assert made.depth is not None
    assert made.half_pin is not None
    assert floor - (pitch - floor + made.depth * slope) == pytest.approx(0, abs=1e-6)
    assert made.tightness == pytest.approx((gap[0] - gap[1]) / 19)
    assert made.half_pin >= 6 - 1e-6
    assert made.half_pin * 2 + (made.tails - 1) * pitch + floor == pytest.approx(width)
    assert made.half_pin < 6 + pitch / 2 + 1e-6, "one more tail would find no room"


@pytest.mark.parametrize(
    ("name", "request_", "field"),
    [
        ("box-joint", {"bit_diameter": 6, "width": 5.9, "thickness": 12}, "width"),
        ("box-joint", {"bit_diameter": 6, "width": 90, "thickness": 12, "play": 6}, "play"),
        ("tongue-and-groove", {"thickness": 18, "groove_width": 18, "bit_diameter": 6, "depth": 9}, "groove_width"),
        ("tongue-and-groove", {"thickness": 18, "groove_width": 6, "bit_diameter": 6, "depth": 0.4}, "end_gap"),
        ("tongue-and-groove", {"thickness": 18, "groove_width": 6, "bit_diameter": 6, "depth": 9, "clearance": 6}, "clearance"),
        ("mortise-and-tenon", {"rail_thickness": 6, "bits": [12.7], "mortise_depth": 25, "rail_width": 50}, "bits"),
        ("mortise-and-tenon", {"rail_thickness": 22, "bits": [6], "mortise_depth": 2, "rail_width": 50}, "end_gap"),
        (
            "mortise-and-tenon",
            {"rail_thickness": 22, "bits": [6], "mortise_depth": 25, "rail_width": 50, "shoulder": 25},
            "shoulder",
        ),
        ("mortise-and-tenon", {"rail_thickness": 22, "bits": [], "mortise_depth": 25, "rail_width": 50}, "bits"),
    ],
)
def test_what_cannot_be_is_said_where_it_was_typed(name, request_, field):
    from pydantic import ValidationError

    from ranura.calc.fields import Refused
    from ranura.calc.registry import problem_of

    with pytest.raises((Refused, ValidationError)) as refused:
        calculate(name, request_)
    assert problem_of(refused.value).field == field


def test_a_ring_that_does_not_enter_the_comb_is_blocked():
    comb = {"bit_diameter": 12.7, "bit_angle": 14, "cutting_depth": 12.7, "finger_pitch": 24, "slot_width": 12.3, "width": 130}
    assert not calculate("comb-dovetail", {**comb, "bushing_od": 12})["blocked"]
    assert calculate("comb-dovetail", {**comb, "bushing_od": 12.4})["blocked"]
