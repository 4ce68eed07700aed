"""Bits as solids of revolution: what follows from the printed sizes, their silhouettes, and bits that cannot be."""

from __future__ import annotations

import dataclasses
import math
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely.geometry import Point, Polygon

from ranura.core.shop.tooling.bits import Bit, nominal_shank
from ranura.core.shop.tooling.profiles import KINDS, PROFILES
from ranura.core.shop.tooling.silhouettes import flattened, radius_at
from ranura.core.text.errors import BitError
from ranura.demo.shop import BITS


def bit(**sizes) -> Bit:
    return Bit(**{"id": "b", "name": "b", "shank": 6.35, **sizes})


@pytest.mark.parametrize(
    ("sizes", "diameter", "length", "why"),
    [
        ({"profile": "roundover", "radius": 6.35, "bearing": 12.7}, 25.4, 6.35, "bearing and twice the radius"),
        ({"profile": "cove", "radius": 12.7, "bearing": 9.525}, 34.925, 12.7, "the same for a cove"),
        ({"profile": "ogee", "radius": 6.35, "bearing": 12.7}, 38.1, 12.7, "two arcs side by side and one above the other"),
        ({"profile": "bead", "radius": 3, "bearing": 12.7}, 18.7, 6, "the bead is twice its radius high"),
        ({"profile": "chamfer", "cutting_length": 12, "bearing": 12.7}, 36.7, 12, "45° where nothing else is said"),
        ({"profile": "bevel", "angle": 22.5, "cutting_length": 16, "bearing": 12.7}, 12.7 + 32 * math.tan(math.pi / 8), 16, ""),
        ({"profile": "rabbet", "width": 9.525, "bearing": 12.7, "cutting_length": 13}, 31.75, 13, "bearing to cutter, twice"),
        ({"profile": "core-box", "radius": 4}, 8, 4, "as wide as twice its radius"),
        ({"profile": "v-groove", "angle": 90, "diameter": 12.7}, 12.7, 6.35, "half as deep as wide at 90°"),
        ({"profile": "slot-cutter", "width": 4, "diameter": 41}, 41, 4, "as long as its slot is wide"),
    ],
)
def test_the_printed_size_gives_the_largest_diameter(sizes, diameter, length, why):
    made = bit(**sizes)
    assert (made.diameter, made.cutting_length) == (pytest.approx(diameter), pytest.approx(length)), why
    # Read back with everything set, it is the same bit; with another diameter it is none.
    assert dataclasses.replace(made) == made
    if "diameter" not in sizes:
        with pytest.raises(BitError) as caught:
            bit(**sizes, diameter=diameter + 1)
        assert (caught.value.code, caught.value.field) == ("diameter-disagrees", "diameter")


@pytest.mark.parametrize(
    ("sizes", "field", "code"),
    [
        ({"profile": "straight", "diameter": 12}, "cutting_length", "size-missing"),
        ({"profile": "straight", "cutting_length": 12}, "diameter", "size-missing"),
        ({"profile": "roundover", "bearing": 12.7}, "radius", "size-missing"),
        ({"profile": "straight", "diameter": 12, "cutting_length": 20, "radius": 3}, "radius", "size-not-its-own"),
        ({"profile": "straight", "diameter": -1, "cutting_length": 20}, "diameter", "not-positive"),
        (
            {"profile": "straight", "diameter": 12, "cutting_length": 20, "overall_length": 22},
            "overall_length",
            "longer-than-overall",
        ),
        ({"profile": "dovetail", "diameter": 12, "angle": 14, "cutting_length": 25}, "cutting_length", "no-neck"),
        ({"profile": "dovetail", "diameter": 12, "angle": 95, "cutting_length": 5}, "angle", "angle-too-wide"),
        ({"profile": "v-groove", "diameter": 12, "angle": 180}, "angle", "angle-too-wide"),
        ({"profile": "t-slot", "diameter": 20, "head": 8, "neck": 20, "cutting_length": 18}, "neck", "neck-too-wide"),
        ({"profile": "t-slot", "diameter": 20, "head": 18, "neck": 9, "cutting_length": 18}, "head", "head-too-high"),
        ({"profile": "compression", "diameter": 6, "cutting_length": 20, "up_cut_tip": 20}, "up_cut_tip", "tip-too-long"),
        ({"profile": "slot-cutter", "width": 4, "diameter": 20, "bearing": 20}, "bearing", "bearing-too-large"),
        ({"profile": "flush-trim", "diameter": 12.7, "cutting_length": 20, "bearing": 16}, "bearing", "bearing-not-flush"),
        (
            {"profile": "rabbet", "width": 9, "bearing": 12, "cutting_length": 12, "bearings": (40,)},
            "bearings",
            "bearing-too-large",
        ),
        ({"profile": "roundover", "radius": 6, "bearing": 12, "cutting_length": 4}, "cutting_length", "shorter-than-profile"),
        ({"profile": "spade", "diameter": 6}, "profile", "unknown-profile"),
        ({"profile": "straight", "diameter": 12, "cutting_length": 20, "flutes": 13}, "flutes", "too-many-flutes"),
    ],
)
def test_a_bit_that_cannot_be_is_refused_with_its_reason(sizes, field, code):
    with pytest.raises(BitError) as caught:
        bit(**sizes)
    assert (caught.value.field, caught.value.code) == (field, code)
    assert "{" not in caught.value.message.metric


def test_every_profile_lies_in_the_demo_drawer_or_can_be_made():
    assert {made.profile for made in BITS} | {"drawer-lock"} == set(PROFILES)
    bit(profile="stile-and-rail", radius=6, width=6.35, bearing=20, shank=12.7)
    bit(profile="drawer-lock", diameter=40, cutting_length=18, width=9, shank=12.7)


@pytest.mark.parametrize("made", BITS, ids=lambda b: b.id)
def test_a_silhouette_is_as_wide_as_its_diameter_and_as_high_as_its_cutting_length(made):
    points = flattened(made.silhouette)
    assert max(r for r, _ in points) == pytest.approx(made.diameter / 2)
    assert points[-1][1] == pytest.approx(made.cutting_length)
    assert points[0][1] == 0
    assert all(r >= 0 for r, _ in points)
    rises = [b[0] >= a[0] - 1e-9 for a, b in pairwise(points)]
    assert all(rises) == made.kind.raisable or made.profile == "slot-cutter", "raised in stages only where r(z) never shrinks"


@given(st.floats(1, 20), st.floats(4, 20), st.floats(0, 1))
def test_a_roundover_leaves_wood_at_its_radius_from_the_centre(radius, bearing, share):
    """An outside judge: the wood that stays is a disc around the centre; no point of the cutter lies within it."""
    made = bit(profile="roundover", radius=radius, bearing=bearing)
    z = share * radius
    r = radius_at(made.silhouette, z)
    centre = (bearing / 2 + radius, 0.0)
    assert math.hypot(r - centre[0], z - centre[1]) == pytest.approx(radius, rel=1e-6)
    disc = Point(centre).buffer(radius, quad_segs=256)
    assert not disc.buffer(-1e-3 * radius).contains(Point(r, z))


@given(st.floats(1, 20), st.floats(4, 20))
def test_cove_and_roundover_of_a_radius_fill_a_square(radius, bearing):
    """What a cove takes and what a roundover takes of one radius, turned over, make up the square."""
    areas = []
    for profile in ("cove", "roundover"):
        made = bit(profile=profile, radius=radius, bearing=bearing)
        points = flattened(made.silhouette, per_quarter=400)
        areas.append(Polygon([*points, (bearing / 2, radius), (bearing / 2, 0)]).area)
    assert areas[0] == pytest.approx(math.pi / 4 * radius**2, rel=1e-4)
    assert sum(areas) == pytest.approx(radius**2, rel=1e-4)


@pytest.mark.parametrize(
    ("measured", "nominal"),
    [
        (12.7, 12.7),
        (12.65, 12.7),
        (12.72, 12.7),
        (12.64, 12.64),
        (12.73, 12.73),
        (6.0, 6),
        (5.94, 5.94),
        (6.35, 6.35),
        (6.2, 6.2),
    ],
)
def test_a_measured_shank_counts_as_nominal_within_its_tolerance(measured, nominal):
    assert nominal_shank(measured) == nominal


def test_what_is_not_known_of_a_straight_bit_is_whether_it_plunges():
    assert bit(profile="straight", diameter=12, cutting_length=20).can_plunge is None
    assert bit(profile="up-cut", diameter=6, cutting_length=20).can_plunge is True
    assert bit(profile="surfacing", diameter=30, cutting_length=10, shank=12.7).can_plunge is False
    assert bit(profile="surfacing", diameter=30, cutting_length=10, shank=12.7, plunges=True).can_plunge is True


def test_the_neck_is_the_thinnest_part_between_cutter_and_shank():
    dovetail = bit(profile="dovetail", diameter=12.7, angle=14, cutting_length=12)
    assert dovetail.neck_diameter == pytest.approx(min(12.7 - 24 * math.tan(math.radians(14)), 6.35))
    assert bit(profile="t-slot", diameter=20, head=8, neck=5, cutting_length=18).neck_diameter == 5
    assert bit(profile="straight", diameter=3.175, cutting_length=8).neck_diameter == 3.175


def test_full_depth_only_are_those_of_the_craft():
    only = {kind.profile for kind in KINDS.values() if kind.full_depth_only}
    assert only == {
        "dovetail",
        "t-slot",
        "keyhole",
        "slot-cutter",
        "tongue-and-groove",
        "stile-and-rail",
        "coping",
        "drawer-lock",
        "mitre-lock",
    }
