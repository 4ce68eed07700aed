"""R17 holding: clamps out of the router's way, judged by shapely and by moving the router in small steps."""

from __future__ import annotations

import itertools
import math

import pytest
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from shapely import Point, box, union_all
from shapely.geometry import LineString, Polygon

from ranura.core.board.pieces import SIDES
from ranura.core.geometry.areas import path_gap, thinned
from ranura.core.geometry.convex import gap, merged, oblong
from ranura.core.holding.clamps import hold
from ranura.core.holding.nearest import all_find_room, moved_clear, propose, propose_each
from ranura.core.holding.placed import ClampAt
from ranura.core.holding.sweep import Sweep, around_axis, foot_at, reach_of, side_length
from ranura.demo.shop import PLUNGE_TWO, TRIM_ONE

PART = (640.0, 300.0)
corner = st.floats(-200, 800).map(lambda x: round(x, 3))


@st.composite
def turned_boxes(draw):
    """A rectangle anywhere, turned anyhow, counter-clockwise."""
    x, y, w, h, angle = draw(st.tuples(corner, corner, st.floats(5, 200), st.floats(5, 200), st.floats(0, math.pi)))
    c, s = math.cos(angle), math.sin(angle)
    return tuple((x + a * c - b * s, y + a * s + b * c) for a, b in oblong(0, 0, w, h))


@given(turned_boxes(), turned_boxes())
def test_the_gap_of_two_outlines_is_never_more_than_their_distance(a, b):
    judge = Polygon(a).distance(Polygon(b))
    found = gap(a, b)
    assert found == pytest.approx(gap(b, a))
    assert found <= judge + 1e-6
    shared = Polygon(a).intersection(Polygon(b)).area
    assert shared > 0 if found < -1e-3 else found > 0 or shared < 0.5, "they overlap where the gap is negative"
    assert found <= 0 or shared == 0


@given(turned_boxes(), st.lists(st.tuples(corner, corner), min_size=2, max_size=12), st.floats(5, 120))
def test_a_base_on_its_way_stays_as_far_as_its_disc_does(foot, path, radius):
    """Oracle: the disc of the base set down every few millimetres along the way. What a closed way goes round is covered too."""
    assume(LineString(path).length > 1 and path[0] != path[-1])
    line = LineString(path)
    steps = 200
    nearest = min(Polygon(foot).distance(line.interpolate(i / steps, normalized=True)) for i in range(steps + 1)) - radius
    found = path_gap(foot, tuple(path), radius=radius)
    assert found <= nearest + 1e-6
    assert found >= nearest - line.length / steps


@given(st.lists(st.floats(40, 300), min_size=90, max_size=200))
def test_a_thinned_way_is_true_within_what_was_said(radii):
    ring = tuple(
        (r * math.cos(2 * math.pi * i / len(radii)), r * math.sin(2 * math.pi * i / len(radii))) for i, r in enumerate(radii)
    )
    thin = thinned(ring, 0.1)
    assert len(thin) <= len(ring)
    outline = LineString([*thin, thin[0]])
    assert max(outline.distance(Point(p)) for p in ring) <= 0.1 + 1e-9


@settings(max_examples=60)
@given(st.floats(0, 640), st.floats(0, 300), st.floats(30, 110), st.sampled_from(["near", "far", "left", "right"]))
def test_a_clamp_that_is_moved_is_clear_and_stays_on_its_side(x, y, radius, side):
    sweep = Sweep(paths=((((x - 20, y), (x + 20, y)), radius),))
    long = PART[0] if side in ("near", "far") else PART[1]
    found = moved_clear(PART, ClampAt(side=side, at=long / 2), sweep, ())
    everywhere = [sweep.gap(foot_at(PART, ClampAt(side=side, at=15 + i))) > 0 for i in range(int(long - 30))]
    if found is None:
        assert sum(everywhere) < 12, "no place of 12 mm is overlooked"
        return
    assert found.side == side
    assert 15 <= found.at <= long - 15
    assert sweep.gap(foot_at(PART, found)) > 0


@given(st.floats(60, 580), st.floats(60, 240), st.floats(20, 90))
def test_two_clamps_are_proposed_clear_of_a_round_way(x, y, r):
    ring = tuple((x + r * math.cos(i / 12), y + r * math.sin(i / 12)) for i in range(76))
    sweep = Sweep(paths=((ring, around_axis(PLUNGE_TWO.bases[0])),))
    found = hold(PART, sweep)
    swept = LineString(ring).buffer(around_axis(PLUNGE_TWO.bases[0]) - 0.01)
    for foot in found.feet:
        assert Polygon(foot.points).intersection(swept).area < 1e-6
        assert Polygon(foot.points).intersects(box(0, 0, *PART))
    assert len(found.feet) == (0 if found.cautions else 2)


@settings(max_examples=60)
@given(st.floats(120, 520), st.lists(st.tuples(st.floats(0, 600), st.sampled_from([-20.0, 260.0])), min_size=1, max_size=4))
def test_two_clamps_are_proposed_clear_of_what_stands_there(x, spots):
    sweep = Sweep(boxes=(oblong(x - 80, -20, x + 80, 320),))
    bodies = tuple(oblong(at, y, at + 40, y + 60) for at, y in spots)
    found = propose(PART, sweep, bodies)
    for foot in (Polygon(foot_at(PART, each)) for each in found):
        assert all(foot.intersection(Polygon(each)).area < 1e-9 for each in (*bodies, *sweep.boxes))


@settings(max_examples=80, deadline=None)
@given(
    st.sampled_from([(60.0, 25.0), (70.0, 45.0), (120.0, 60.0), (640.0, 300.0)]),
    st.lists(st.tuples(st.floats(0, 1), st.floats(10, 300)), min_size=1, max_size=3),
)
def test_room_at_every_station_is_found_just_where_two_clamps_are_proposed_at_each(part, runs):
    sweeps = [Sweep(boxes=(oblong(at * part[0] - wide, -80, at * part[0] + wide, part[1] + 80),)) for at, wide in runs]
    assert all_find_room(part, sweeps) == all(propose(part, each, ()) for each in sweeps)


def test_one_free_end_is_no_room_for_two_clamps():
    part, covered = (70.0, 25.0), Sweep(boxes=(oblong(-50, -80, 38, 105),))
    assert not propose(part, covered, ())
    assert not all_find_room(part, [covered])


whole = st.integers(0, 12)


@given(st.lists(st.tuples(whole, st.integers(1, 5), st.sampled_from([(0, 3), (3, 5)])), min_size=1, max_size=8))
def test_outlines_that_are_merged_cover_the_same_and_do_not_meet_in_a_row(boxes):
    rings = [oblong(x, low, x + wide, high) for x, wide, (low, high) in boxes]
    found = merged(rings)
    assert union_all([Polygon(each) for each in found]).equals(union_all([Polygon(each) for each in rings]))
    assert len(found) <= len(rings)
    in_row = sorted((x0, x1) for x0, y0, x1, _ in (Polygon(ring).bounds for ring in found) if y0 == 0)
    assert all(one[1] < two[0] for one, two in itertools.pairwise(in_row))


def test_two_clamps_find_the_little_room_beside_wide_guides():
    sweep = Sweep(boxes=(oblong(240, -20, 400, 320),))
    bodies = (oblong(70, 0, 235, 300), oblong(405, 0, 570, 300))
    found = [Polygon(foot_at(PART, each)) for each in propose(PART, sweep, bodies)]
    assert len(found) == 2
    assert all(foot.intersection(Polygon(each)).area == 0 for foot in found for each in (*bodies, *sweep.boxes))


def test_reaches_of_bases():
    round_one, square = PLUNGE_TWO.bases[0], TRIM_ONE.bases[0]
    assert reach_of(round_one) == 92, "its handles reach beyond its base"
    assert around_axis(square) == pytest.approx(45 * math.sqrt(2)), "a square base turns with its corners"


def test_clamps_beside_a_guide_are_in_its_way():
    body = oblong(100, -100, 160, 400)
    sweep = Sweep(boxes=(oblong(160, -80, 320, 380),))
    on_it = hold(PART, sweep, bodies=(body,), placed=(ClampAt(side="near", at=130), ClampAt(side="far", at=600)))
    assert [c.code for c in on_it.cautions] == ["clamp-in-the-way"]
    assert len(on_it.moved) == 2
    again = hold(PART, sweep, bodies=(body,), placed=on_it.moved)
    assert not again.cautions


def _swept(x: float, run: float, across: float, reach: float) -> Sweep:
    return Sweep(boxes=(oblong(x - reach, across - reach, x + run + reach, across + reach),))


@pytest.mark.parametrize(
    ("part", "sweep", "both"),
    [
        ((900, 90), _swept(80, 0, 10, 92), ("right", "right")),
        ((900, 90), _swept(450, 0, 45, 92), ("left", "right")),
        ((640, 300), Sweep(boxes=(oblong(200, -80, 384, 380),)), ("left", "right")),
    ],
    ids=["a recess near the end", "one in the middle", "a dado"],
)
def test_clamps_are_proposed_on_both_sides_of_the_cut_at_the_nearest_clear_place(part, sweep, both):
    (x0, _), _, (x1, _), _ = sweep.boxes[0]
    feet = [Polygon(foot_at(part, each)).bounds for each in propose(part, sweep, ())]
    assert sorted("right" if foot[0] > x1 else "left" if foot[2] < x0 else "beside" for foot in feet) == sorted(both)
    for foot in feet:
        assert min(abs(foot[0] - x1), abs(x0 - foot[2])) <= 60, "no farther than it must"


@settings(max_examples=25, deadline=None)
@given(
    st.sampled_from([(200.0, 60.0), (640.0, 300.0), (900.0, 90.0), (400.0, 150.0)]),
    st.floats(0, 1),
    st.sampled_from([0.0, 60.0, 300.0]),
    st.sampled_from([45.0, 76.0, 92.0]),
)
def test_no_pair_of_places_holds_much_better_than_the_one_that_is_proposed(part, where, run, reach):
    """Held against all pairs of places every 20 mm along the sides."""
    sweep = _swept(where * part[0], run, part[1] / 3, reach)
    places = [ClampAt(side=side, at=at) for side in SIDES for at in range(15, int(side_length(part, side)) - 14, 20)]
    free = [foot for foot in (foot_at(part, each) for each in places) if sweep.gap(foot) > 0]
    x0, x1 = where * part[0], min(where * part[0] + run, part[0])
    cut = [(x, part[1] / 3) for x in (x0, (x0 + x1) / 2, x1)]

    def loose(*feet) -> float:
        a, b = ((sum(x for x, _ in foot) / 4, sum(y for _, y in foot) / 4) for foot in feet)
        far = max(min(math.dist(a, p), math.dist(b, p)) for p in cut)
        return far + sum(min(math.dist(each, p) for p in cut) for each in (a, b)) - math.dist(a, b) / 2

    apart = [loose(a, b) for a, b in itertools.combinations(free, 2) if gap(a, b) > 0]
    found = propose(part, sweep, ())
    assert bool(found) or not apart
    if found and apart:
        mine = loose(*(foot_at(part, each) for each in found))
        assert mine < min(apart) + 100 + 60, "what 10 mm of room may cost, and what lies between two places"


def test_what_a_way_goes_round_is_covered_and_what_a_line_passes_is_not():
    """A field that is cleared, or a disc that comes free: no clamp stands in the middle of it."""
    around = ((0.0, 0.0), (400.0, 0.0), (400.0, 400.0), (0.0, 400.0), (0.0, 0.0))
    foot = oblong(190, 190, 210, 210)
    assert Sweep(paths=((around, 50.0),)).gap(foot) < 0
    assert Sweep(paths=((around[:-1], 50.0),)).gap(foot) == pytest.approx(140.0)
    there_and_back = ((0.0, 0.0), (400.0, 0.0), (0.0, 0.0))
    assert Sweep(paths=((there_and_back, 50.0),)).gap(foot) == pytest.approx(140.0)


_RUNS = st.lists(
    st.tuples(st.floats(-100, 900), st.floats(-100, 300), st.floats(20, 400), st.floats(20, 600)), min_size=1, max_size=8
)


@settings(max_examples=60)
@given(st.tuples(st.floats(60, 900), st.floats(40, 400)), _RUNS, st.booleans())
def test_beside_several_cuts_at_once_the_same_clamps_are_proposed_as_beside_each(part, runs, slanted):
    """Those of one upright box all at once, others among them by themselves."""
    sweeps = [Sweep(boxes=(oblong(x, y, x + long, y + high),)) for x, y, long, high in runs]
    if slanted:
        sweeps.insert(1, Sweep(paths=((((10.0, 10.0), (50.0, 60.0)), 40.0),)))
    assert propose_each(part, sweeps) == tuple(propose(part, each, ()) for each in sweeps)
