"""Bushings, inlays, bearings and sliding dovetails (R9 to R11, R13) beyond the known answers: corners, bounds, refusals."""

from __future__ import annotations

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely.geometry import box

from ranura.calc.command import answer_one
from ranura.calc.registry import calculate
from ranura.core.joints.sliding_dovetail import shim_at
from ranura.core.templates.bushings import plan_template

BUSHING = {"bushing_od": 16, "bit_diameter": 8, "cut": "recess", "width": 60}


def codes(found) -> set[str]:
    return {each["code"] for each in found["cautions"]}


@pytest.mark.parametrize(
    ("cut", "radius", "expected", "why"),
    [
        ("recess", 10, 14, "r + o"),
        ("recess", 4, 8, "the smallest: the bit's radius plus o, which is the bushing's radius"),
        ("recess", 0, 8, "a sharp corner comes out with the bit's radius"),
        ("part", 10, 6, "r − o"),
        ("part", 4, 0, "the smallest: a sharp template corner leaves o on the part"),
    ],
)
def test_corners_of_templates(cut, radius, expected, why):
    found = calculate("bushing", {**BUSHING, "cut": cut, "corner_radius": radius})
    assert found["template_corner_radius"] == pytest.approx(expected), why
    assert ("corner-rounded" in codes(found)) == (radius < found["smallest_corner_radius"])


@given(st.floats(10, 40), st.floats(3, 9), st.floats(60, 200), st.floats(60, 200))
def test_a_bushing_rolling_in_its_template_cuts_the_recess(od, bit, width, length):
    """An outside judge: shrink the template by the bushing's radius, grow it by the bit's: the recess, corners aside."""
    made = plan_template(bushing_od=od, bit_diameter=bit, cut="recess", width=width, length=length)
    template = box(0, 0, made.template_width, made.template_length)
    cut = template.buffer(-od / 2, join_style="mitre").buffer(bit / 2, join_style="mitre")
    x0, y0, x1, y1 = cut.bounds
    assert (x1 - x0, y1 - y0) == (pytest.approx(width), pytest.approx(length))


@pytest.mark.parametrize(
    ("more", "blocked", "code"),
    [
        ({"bushing_bore": 14}, False, None),
        ({"bushing_bore": 9.4}, False, "bushing-close"),
        ({"bushing_bore": 8.4}, True, "bushing-too-tight"),
        ({}, False, "bore-unknown"),
        ({"bushing_bore": 14, "bushing_length": 10, "template_thickness": 9}, True, "bushing-too-long"),
        ({"bushing_bore": 14, "width": 7}, True, "bushing-cannot-enter"),
        ({"bushing_od": 7}, True, "bushing-inside-bit"),
        ({"bushing_bore": 14, "cut": "part", "width": 8}, True, "template-vanishes"),
    ],
)
def test_what_a_bushing_refuses(more, blocked, code):
    found = calculate("bushing", {**BUSHING, **more})
    assert found["blocked"] == blocked
    assert code is None or code in codes(found)


def test_a_bit_wider_than_the_bore_is_never_lifted():
    made = plan_template(bushing_od=16, bit_diameter=20, cut="recess", width=60, bushing_bore=14, straight=False)
    assert made.offset == -2
    assert [each.code for each in made.cautions] == ["never-lift"]


def test_the_bearing_by_hand_never_cuts_too_wide():
    found = calculate("bearing", {"cutter_diameter": 38.1, "bearings": [12.7, 25.4, 28.575], "width": 5})
    assert found["hand"] == {"bearing": 28.575, "width": pytest.approx(4.7625), "remainder": pytest.approx(0.2375)}
    wide = calculate("bearing", {"cutter_diameter": 38.1, "bearings": [12.7], "width": 5})
    assert (wide["hand"], wide["fence_proud"]) == (None, pytest.approx(7.7))
    assert codes(wide) == {"no-bearing-by-hand"}


@given(st.lists(st.floats(5, 35), min_size=1, max_size=6), st.floats(0.5, 18))
def test_the_missing_bearing_would_fit_exactly(bearings, width):
    asked = {"cutter_diameter": 38.1, "bearings": bearings, "width": width}
    missing = calculate("bearing", asked)["missing_bearing"]
    if 0 < missing < 38.1:
        again = calculate("bearing", {**asked, "bearings": [*bearings, missing]})
        assert again["fits"]
        assert abs(again["remainder"]) <= 1e-6


TAIL = {"bit_diameter": 12.7, "bit_angle": 14, "depth": 8, "tongue_stock": 20, "socket_board": 25}


def test_a_tapered_dovetail_is_tight_only_at_the_end():
    found = calculate("sliding-dovetail", {**TAIL, "taper": 1, "length": 300})
    assert found["taper_angle"] == pytest.approx(math.degrees(math.atan(1 / 300)))
    assert found["tight_from"] == pytest.approx(0.1 * 300 / 1), "play 0 and t·x/L = 0.1 at 30 mm before home"
    assert found["tongue_root"] == pytest.approx(found["socket_mouth"]), "no play of its own"
    assert shim_at(150, taper=1, length=300) == 0.5


@pytest.mark.parametrize(
    ("more", "code", "blocked"),
    [
        ({"socket_board": 11}, "socket-too-deep", True),
        ({"shoulder_depth": 9}, "socket-too-deep", True),
        ({"tongue_stock": 12}, "tongue-too-thick", True),
        ({"tongue_stock": 15}, "wide-dovetail", False),
        ({"available_straight_bits": [9.525, 12.7]}, "dovetail-without-clearing", False),
        ({"depth": 9, "available_straight_bits": []}, "too-deep-uncleared", True),
    ],
)
def test_what_a_sliding_dovetail_warns_of(more, code, blocked):
    found = calculate("sliding-dovetail", {**TAIL, **more})
    assert code in codes(found)
    assert found["blocked"] == blocked


def test_the_widest_clearing_bit_is_taken():
    assert calculate("sliding-dovetail", {**TAIL, "available_straight_bits": [3, 6, 8.7, 9]})["clearing_bit"] == 8.7


@pytest.mark.parametrize(
    ("name", "request_", "field"),
    [
        ("sliding-dovetail", {**TAIL, "depth": 26}, "depth"),
        ("sliding-dovetail", {**TAIL, "taper": 1}, "length"),
        ("sliding-dovetail", {**TAIL, "bit_angle": 0}, "bit_angle"),
        ("bearing", {"cutter_diameter": 20, "bearings": [25], "width": 3}, "bearings.0"),
        ("bearing", {"cutter_diameter": 20, "bearings": [], "width": 3}, "bearings"),
        ("bearing", {"cutter_diameter": 20, "bearings": [10], "width": 11}, "width"),
        ("inlay", {"ring_od": 10, "bushing_od": 12, "bit_diameter": 3}, "ring_od"),
        ("inlay", {"ring_od": 20, "bushing_od": 12, "bit_diameter": 13}, "bit_diameter"),
        ("bushing", {**BUSHING, "cut": "hole"}, "cut"),
        ("bushing", {**BUSHING, "width": 0}, "width"),
        ("stiffness", {"bit_diameter": 6}, "shank_diameter"),
    ],
)
def test_wrong_requests_are_refused_at_their_field(name, request_, field):
    assert answer_one(name, request_)["error"]["field"] == field
