"""Templates of any shape, held against a raster of the plane: what discs reach that roll along an edge (R9)."""

from __future__ import annotations

import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Polygon, contains_xy
from shapely.geometry import Point as Spot

from ranura.core.geometry.areas import parts_of
from ranura.core.geometry.loop_box import box_of
from ranura.core.geometry.loops import Loop, arc_of, area_of, circle, fitted, loops_of, rounded_box
from ranura.core.geometry.parallel import beside, tightest_bulge
from ranura.core.templates.corners import Corner, corners_of, inward, loop_through
from ranura.core.templates.sawing import saw_line
from ranura.core.templates.shaping import made_by, shaped_template
from ranura.core.templates.typed import loop_of_corners
from ranura.core.text.errors import ToolError

PAIRS = [(15.875, 6.35), (12.7, 9.525), (19.05, 12.7), (10.0, 12.0)]


@st.composite
def shapes(draw) -> Loop:
    """A star-like loop of sides and arcs that does not cross itself."""
    count = draw(st.integers(3, 9))
    radii = draw(st.lists(st.floats(25, 70), min_size=count, max_size=count))
    bulges = draw(st.lists(st.sampled_from([0.0, 0.0, 0.25, -0.15]), min_size=count, max_size=count))
    turns = [2 * math.pi * i / count for i in range(count)]
    return Loop(tuple((r * math.cos(t), r * math.sin(t), b) for r, t, b in zip(radii, turns, bulges, strict=True)))


def raster(area, points):
    return contains_xy(area, points[:, 0], points[:, 1])


@settings(max_examples=max(settings.default.max_examples // 16, 3))
@given(shapes(), st.sampled_from(PAIRS), st.sampled_from(["recess", "part"]))
def test_what_is_cut_is_what_discs_reach(loop: Loop, pair, intent):
    guide, bit = pair
    wanted = Polygon(loop.points())
    if not wanted.is_valid:
        return
    made = shaped_template([loop], intent, guide=guide, bit=bit)
    template, cut = area_of(made.loops), area_of(made.cut)
    xs = np.arange(-80.3, 80, 1.7)
    spots = np.array([(x, y) for x in xs for y in xs])
    edge = _edges(template)
    gone = raster(cut, spots) if intent == "recess" else ~raster(cut, spots)
    chance = np.random.default_rng(len(spots))
    for at in spots[chance.choice(len(spots), 60, replace=False)]:
        # Where the bit's middle may be to take this spot: no point of the guide's disc lies across the template's edge.
        middles = at + np.array([(r * math.cos(t), r * math.sin(t)) for r in np.linspace(0, bit / 2, 9) for t in TURNS])
        allowed = raster(template, middles) if intent == "recess" else ~raster(template, middles)
        away = np.array([float(np.hypot(*(edge - middle).T).min()) for middle in middles])
        if (allowed & (away >= guide / 2)).any():
            assert gone[(spots == at).all(axis=1)].all(), f"{at} can be reached"
        elif not (allowed & (away >= guide / 2 - 0.3)).any():
            assert not gone[(spots == at).all(axis=1)].any(), f"{at} cannot be reached"


TURNS = np.linspace(0, 2 * math.pi, 48, endpoint=False)


def _edges(area) -> np.ndarray:
    found = [at for part in parts_of(area) for ring in (part.exterior, *part.interiors) for at in ring.segmentize(0.5).coords]
    return np.array(found).reshape(-1, 2)


@settings(max_examples=settings.default.max_examples // 3)
@given(shapes(), st.sampled_from(PAIRS), st.sampled_from(["recess", "part"]))
def test_areas_add_up_and_nothing_crosses_itself(loop: Loop, pair, intent):
    guide, bit = pair
    wanted = Polygon(loop.points(0.0005))
    if not wanted.is_valid:
        return
    made = shaped_template([loop], intent, guide=guide, bit=bit)
    more, less = (made.over_area, made.left_area) if intent == "recess" else (made.left_area, made.over_area)
    assert made.obtained_area == pytest.approx(wanted.area + more - less, abs=0.002 * wanted.length)
    for each in (*made.loops, *made.cut):
        assert Polygon(each.points()).is_valid
    assert sum(each.area for each in made.loops) == pytest.approx(made.template_area, abs=1e-9)
    if made.smallest_inside_radius is not None:
        assert made.smallest_inside_radius >= bit / 2 - 1e-9
    larger = shaped_template([loop], "recess", guide=guide + 2, bit=bit)
    smaller = shaped_template([loop], "recess", guide=guide, bit=bit)
    assert larger.template_area >= smaller.template_area - 1e-6
    assert sum(place.area for place in made.places) <= made.left_area + made.over_area + 1e-6


@given(shapes(), st.sampled_from([3.0, 6.35, -2.0, -4.0]))
def test_arcs_that_are_found_again_lie_on_the_points(loop: Loop, by):
    grown = Polygon(loop.points()).buffer(0).buffer(by, quad_segs=32)
    for part in parts_of(grown):
        for ring, found in zip((part.exterior, *part.interiors), loops_of(part), strict=True):
            again = Polygon(found.points(0.0005)).exterior
            assert ring.hausdorff_distance(again) < 0.006
            assert abs(found.area) == pytest.approx(Polygon(ring).area, abs=0.003 * found.length)


def test_corners_and_circles_stay_arcs():
    frame = Loop(((0, 0, 0), (90, 0, 0), (90, 64, 0), (0, 64, 0)))
    made = shaped_template([frame], "recess", guide=16.0, bit=8.0)
    (template,) = made.loops
    assert template.arcs == 4
    assert len(template.vertices) == 8
    assert template.area == pytest.approx((90 + 8) * (64 + 8) - (4 - math.pi) * 8.0**2, abs=0.01)
    assert [(place.kind, place.radius) for place in made.places] == [("left", 4.0)] * 4
    assert made.smallest_inside_radius == pytest.approx(4.0, abs=1e-3)
    part = shaped_template([frame], "part", guide=20.0, bit=8.0)
    assert part.smallest_inside_radius is None, "a bit that goes round a part meets no inside corner"
    assert [(place.kind, place.radius) for place in part.places] == [("over", 6.0)] * 4, "outer corners get the offset's radius"
    assert made.left_area == pytest.approx((4 - math.pi) * 4.0**2, abs=0.05)
    assert [each.code for each in made.cautions] == ["corners-left"]
    (round_,) = shaped_template([circle((5, 5), 20)], "part", guide=16.0, bit=8.0).loops
    assert (round_.arcs, len(round_.vertices)) == (2, 2)
    assert round_.area == pytest.approx(math.pi * 16.0**2, abs=0.05)


def test_a_slot_as_wide_as_the_bit_keeps_its_way_and_its_ring_has_play():
    slot = Loop(((0, -3.175, 0), (50, -3.175, 1), (50, 3.175, 0), (0, 3.175, 1)))
    made = shaped_template([slot], "recess", guide=11.1125, bit=6.35)
    assert (made.play, made.places, made.cautions) == (0.1, (), ())
    (template,) = made.loops
    ys = [y for _, y, _ in template.vertices]
    assert max(ys) - min(ys) == pytest.approx(11.1125 + 0.1, abs=0.01)
    hole = shaped_template([circle((0, 0), 3.175)], "recess", guide=11.1125, bit=6.35)
    assert hole.obtained_area == pytest.approx(math.pi * 3.175**2, abs=0.05)


def test_a_bit_that_fits_nowhere_and_a_template_that_vanishes_are_said():
    narrow = Loop(((0, 0, 0), (50, 0, 0), (50, 5, 0), (0, 5, 0)))
    assert [each.code for each in shaped_template([narrow], "recess", guide=16, bit=8).cautions] == ["nothing-fits"]
    assert [each.code for each in shaped_template([narrow], "part", guide=16, bit=3).cautions] == ["nothing-of-the-template"]


def test_a_ring_of_few_points_stays_as_it_is():
    points = np.array([(0.0, 0.0), (10.0, 0.0), (10.0, 5.0)])
    assert fitted(points).vertices == ((0.0, 0.0, 0.0), (10.0, 0.0, 0.0), (10.0, 5.0, 0.0))
    one = Loop(((0, 0, 1), (10, 0, 0), (10, 5, -0.3)))
    assert one.reversed().reversed() == one
    assert one.reversed().area == pytest.approx(-one.area)


@settings(max_examples=max(settings.default.max_examples // 6, 5))
@given(shapes(), st.sampled_from(PAIRS), st.sampled_from(["recess", "part"]))
def test_what_a_template_makes_is_what_it_was_made_for(loop: Loop, pair, intent):
    guide, bit = pair
    if not Polygon(loop.points()).is_valid:
        return
    asked = shaped_template([loop], intent, guide=guide, bit=bit)
    if asked.play or not asked.loops:
        return
    made = made_by(asked.loops, intent, guide=guide, bit=bit)
    assert area_of(made.cut).symmetric_difference(area_of(asked.cut)).area < 0.02 * asked.template_perimeter
    assert made.places == (), "the guide has been everywhere along it"


@pytest.mark.parametrize(("intent", "width", "height", "missed"), [("recess", 100 - 8, 60 - 8, 4), ("part", 100 + 8, 60 + 8, 0)])
def test_a_rectangle_that_is_followed_comes_out_by_the_offset(intent, width, height, missed):
    template = Loop(((0, 0, 0), (100, 0, 0), (100, 60, 0), (0, 60, 0)))
    made = made_by([template], intent, guide=20.0, bit=12.0)
    x0, y0, x1, y1 = area_of(made.cut).bounds
    assert (x1 - x0, y1 - y0, made.offset) == pytest.approx((width, height, 4.0), abs=0.01)
    assert len(made.places) == missed
    assert [each.radius for each in made.places] == [10.0] * missed
    assert made.left_area == pytest.approx(missed * (100 - math.pi * 25), rel=0.02)


def test_a_template_that_its_guide_does_not_enter_makes_nothing():
    slot = Loop(((0, 0, 0), (100, 0, 0), (100, 15, 0), (0, 15, 0)))
    made = made_by([slot], "recess", guide=20.0, bit=12.0)
    assert (made.cut, [each.code for each in made.cautions]) == ((), ["nothing-made"])


def test_corners_that_are_typed_make_sides_and_arcs():
    loop = loop_of_corners("0, 0\n120, 0, 10\n\n120; 60; 10\n0, 60", "mm")
    assert (loop.arcs, loop.area) == (2, pytest.approx(120 * 60 - 2 * (100 - math.pi * 25)))
    inch = loop_of_corners("0, 0\n2, 0\n1 1/2, 40 mm", "in")
    assert inch.vertices[2] == (pytest.approx(38.1), pytest.approx(40.0), 0.0)
    inward = loop_of_corners("0,0\n60,0\n60,40\n30,20,5\n0,40", "mm")
    assert sum(bulge < 0 for *_, bulge in inward.vertices) == 1, "the notch turns the other way"
    whole = loop_of_corners("0,0,20\n40,0,20\n40,40,20\n0,40,20", "mm")
    assert (whole.arcs, len(whole.vertices)) == (4, 4), "nothing is left of its sides"
    assert whole.area == pytest.approx(math.pi * 400)


def test_arcs_that_are_typed_go_through_their_place():
    arch = loop_of_corners("0, 0\n60, 0\n60, 40\narc 30, 70\n0, 40", "mm")
    assert arch.area == pytest.approx(60 * 40 + math.pi * 30**2 / 2)
    lens = loop_of_corners("0,0\nArc 20,-4\n40,0\narc 20, 4", "mm")
    assert (lens.arcs, lens.closed) == (2, True)
    shallow = loop_of_corners("0,0\n60,0,5\n60,40,5\n0,40\narc 6,20", "mm")
    assert (shallow.arcs, sum(bulge < 0 for *_, bulge in shallow.vertices)) == (3, 1), "hollowed"
    straight = loop_of_corners("0,0\narc 30,0\n60,0\n60,40", "mm")
    assert (straight.arcs, straight.area) == (0, pytest.approx(1200))


@settings(max_examples=60)
@given(st.floats(-0.95 * math.pi, 0.95 * math.pi).filter(lambda t: abs(t) > 0.02), st.floats(0.1, 0.9), st.floats(5, 80))
def test_a_typed_arc_is_that_of_its_circle(turn, share, r):
    """Three places of one circle: what is drawn through them keeps to it."""
    a, c, b = ((r * math.cos(t), r * math.sin(t)) for t in (0.0, 2 * turn * share, 2 * turn))
    lines = [f"{a[0]:.9f}, {a[1]:.9f}", f"arc {c[0]:.9f}, {c[1]:.9f}", f"{b[0]:.9f}, {b[1]:.9f}", "200, 200"]
    loop = loop_of_corners("\n".join(lines), "mm")
    (start, end, bulge) = next(side for side in loop.sides if side[2])
    middle, radius, turned = arc_of(start, end, bulge)
    assert radius == pytest.approx(r, rel=1e-3)
    assert math.hypot(*middle) < 2e-3 * r
    assert turned == pytest.approx(2 * turn, rel=1e-3)


@pytest.mark.parametrize(
    ("text", "code", "line"),
    [
        ("arc 1,1\n0,0\n40,0\n40,40", "no-corner", 1),
        ("0,0\narc 5,5\narc 6,6\n40,0\n40,40", "no-corner", 3),
        ("0,0\narc 5,5,5\n40,0\n40,40", "no-corner", 2),
        ("0,0\narc 0,0\n40,0\n40,40", "no-arc", 1),
        ("0,0\narc 60,0\n40,0\n40,40", "no-arc", 1),
        ("0,0\n40,0,5\narc 45,20\n40,40", "rounded-beside-arc", 2),
        ("0,0\n40,0\narc 45,20\n40,40,5", "rounded-beside-arc", 4),
        ("0,0\n40,0,-5\n40,40", "no-corner", 2),
        ("0,0\n40,0", "wrong-corners", None),
        ("0,0\n40,0\n40", "no-corner", 3),
        ("0,0\n40,zero\n40,30", "no-corner", 2),
        ("0,0\n0,0\n40,30", "same-corner", 2),
        ("0,0\n40,0,25\n40,30,25", "radii-meet", 2),
        ("0,0\n40,0,5\n10,0\n10,20", "radii-meet", 2),
    ],
)
def test_a_corner_that_cannot_be_is_named_by_its_line(text, code, line):
    with pytest.raises(ToolError) as refused:
        loop_of_corners(text, "mm")
    assert (refused.value.refusal.code, refused.value.field) == (code, "corners")
    assert line is None or f" {line} " in refused.value.message.metric


def test_a_radius_at_a_slanting_corner_touches_both_its_sides():
    side, r = 100.0, 8.0
    loop = loop_of_corners(f"0,0,{r}\n{side},0,{r}\n{side / 2},{side * math.sqrt(3) / 2},{r}", "mm")
    # Of each corner of 60 degrees goes what lies outside of a third of a circle.
    assert loop.area == pytest.approx(math.sqrt(3) / 4 * side**2 - 3 * r**2 * (math.sqrt(3) - math.pi / 3), abs=0.02)


@st.composite
def bulging(draw) -> Loop:
    """A rectangle with round corners, a slot or a circle, turned."""
    length, width = draw(st.floats(20, 90)), draw(st.floats(20, 90))
    radius = draw(st.floats(3, 10)) if draw(st.booleans()) else min(length, width) / 2
    return rounded_box((0.0, 0.0, length, width), radius).turned(draw(st.floats(0, 6.28)))


@settings(max_examples=settings.default.max_examples // 4)
@given(bulging(), st.floats(-2.9, 12))
def test_a_loop_beside_another_is_as_the_geometry_library_has_it(loop: Loop, by: float):
    assert tightest_bulge(loop) is not None
    known = Polygon(loop.points(0.0005)).buffer(by, quad_segs=128)
    assert area_of([beside(loop, by)], 0.0005).symmetric_difference(known).area < 0.002 * known.length
    box = box_of([loop])
    assert box == pytest.approx(Polygon(loop.points(0.0001)).bounds, abs=0.0002)


@pytest.mark.parametrize(
    ("loop", "why"),
    [
        (Loop(((0, 0, 0), (10, 0, 0), (10, 10, 0), (0, 10, 0))), "its corners are sharp"),
        (circle((5, 5), 5).reversed(), "it runs the other way round"),
        (Loop(((0, 0, 0), (10, 0, -0.2), (10, 10, 0), (0, 10, 0))), "a side caves in"),
        (Loop(((0, 0, 1), (10, 0, 0)), closed=False), "it is open"),
        (Loop(((0, 0, 0), (10, 0, 0.3), (10, 10, 0), (0, 10, 0.3))), "its sides meet at an angle"),
    ],
)
def test_only_a_loop_that_bulges_without_a_corner_is_run_beside(loop: Loop, why):
    assert tightest_bulge(loop) is None, why


@settings(max_examples=settings.default.max_examples // 8)
@given(bulging(), st.sampled_from(PAIRS), st.sampled_from(["recess", "part"]))
def test_a_bulging_shape_has_the_template_that_any_shape_has(loop: Loop, pair, intent):
    guide, bit = pair
    exact = shaped_template([loop], intent, guide=guide, bit=bit)
    # A speck far off, of which nothing is left, takes the way of all shapes.
    x0, y0, _, _ = box_of([loop])
    speck = circle((x0 - 60, y0 - 60), bit / 2 - 0.5) if intent == "recess" else circle((x0 - 60, y0 - 60), 8.0)
    other = shaped_template([loop, speck], intent, guide=guide, bit=bit)
    there = Polygon(loop.points()).buffer(40)
    known, found = (area_of(made.loops).intersection(there) for made in (other, exact))
    assert found.symmetric_difference(known).area < 0.01 * exact.template_perimeter
    assert exact.template_area == pytest.approx(found.area, rel=1e-3)
    lost = [place for place in other.places if Polygon(loop.points()).buffer(5).contains(Polygon(circle(place.at, 0.1).points()))]
    assert len(exact.places) == len(lost)


@settings(max_examples=settings.default.max_examples // 4)
@given(st.lists(st.tuples(st.floats(40, 60), st.floats(0, 8)), min_size=3, max_size=9))
def test_corners_are_found_again_in_the_loop_through_them(drawn):
    count = len(drawn)
    turns = [2 * math.pi * i / count for i in range(count)]
    corners = [
        Corner(at=(r * math.cos(turn), r * math.sin(turn)), radius=radius if radius > 0.05 else 0.0)
        for (r, radius), turn in zip(drawn, turns, strict=True)
    ]
    found = corners_of(loop_through(corners))
    assert found is not None
    assert len(found) == count
    # The first vertex of a rounded corner lies before it, so that they begin with another one.
    first = min(range(count), key=lambda i: math.dist(found[i].at, corners[0].at))
    for known, again in zip(corners, (*found[first:], *found[:first]), strict=True):
        assert again.at == pytest.approx(known.at, abs=1e-6)
        assert again.radius == pytest.approx(known.radius, abs=1e-6)


@pytest.mark.parametrize(
    ("loop", "why"),
    [
        (circle((0, 0), 9), "it has no corners"),
        (rounded_box((0, 0, 60, 10), 5), "half circles round no corner"),
        (Loop(((0, 0, 0), (40, 0, 0.3), (40, 40, 0), (0, 40, 0))), "its arc is a side"),
        (Loop(((0, 0, 0), (40, 0, 0), (40, 40, 0)), closed=False), "it is open"),
    ],
)
def test_corners_that_cannot_be_moved_one_by_one(loop, why):
    assert corners_of(loop) is None, why


def test_the_tightest_corner_is_what_counts_for_the_bit():
    corners = [((0, 0), 3), ((90, 0), 12), ((90, 50), 6), ((0, 50), 12)]
    loop = loop_through([Corner(at=at, radius=radius) for at, radius in corners])
    assert tightest_bulge(loop) == pytest.approx(3)
    assert shaped_template([loop], "recess", guide=10, bit=6).places == ()
    assert len(shaped_template([loop], "recess", guide=12, bit=8).places) == 1, "a corner of 3 is not entered by a bit of 8"


def test_a_saw_goes_round_the_outside_of_a_part_alone():
    ring = (circle((0, 0), 40), circle((0, 0), 15).reversed())
    (line,) = saw_line(ring, 3.0)
    assert line.area == pytest.approx(math.pi * 43**2, rel=1e-3), "its hole is cut, and not sawn"


@pytest.mark.parametrize("number", range(4))
def test_the_middle_of_a_rounded_corner_lies_where_it_is_held(number):
    corners = [Corner(at=at, radius=6) for at in ((0, 0), (90, 10), (70, 60), (-10, 50))]
    found = inward(corners, number)
    assert found is not None
    (x, y), per_radius = found
    at = corners[number].at
    middle = (at[0] + x * per_radius * 6, at[1] + y * per_radius * 6)
    edge = Polygon(loop_through(corners).points(0.0005)).exterior
    assert edge.distance(Spot(middle)) < 0.001, "on the arc"
    assert edge.distance(Spot(at)) == pytest.approx(per_radius * 6, abs=0.001), "and nearest to the corner"


def test_sides_that_go_on_in_one_line_have_no_corner_to_hold():
    corners = [Corner(at=at) for at in ((0, 0), (50, 0), (100, 0), (50, 80))]
    assert inward(corners, 1) is None
    assert inward(corners, 0) is not None
