"""R21 model of the board: what stands on a line after some runs, judged by points one by one."""

from __future__ import annotations

import itertools
import math

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ranura.core.geometry.rings import circle_ring, overlap
from ranura.core.proof.bodies import standing
from ranura.core.proof.cutter import profile_of
from ranura.core.proof.rays import Ray
from ranura.core.proof.sections import Layer, section_at, sections_of
from ranura.core.proof.standing import meets
from ranura.core.proof.wood import Swept, Wood

TOP = 20.0
STRAIGHT = ((0.0, 0.0, 0.0), (0.0, 5.0, 0.0), (25.0, 5.0, 0.0))
DOVETAIL = ((0.0, 0.0, 0.0), (0.0, 6.0, 0.0), (10.0, 3.5, 0.0))
ROUND = ((0.0, 0.0, math.tan(math.pi / 8)), (4.0, 4.0, 0.0), (12.0, 4.0, 0.0))
RADII = {
    STRAIGHT: lambda _: 5.0,
    DOVETAIL: lambda h: 6.0 - 0.25 * h,
    ROUND: lambda h: math.sqrt(16 - (4 - h) ** 2) if h < 4 else 4,
}
spot = st.tuples(st.floats(-10, 70), st.floats(-10, 50)).map(lambda p: (round(p[0], 2), round(p[1], 2)))


def board(ring=((0.0, 0.0), (60.0, 0.0), (60.0, 40.0), (0.0, 40.0)), holes=()):
    body = standing("work-1", "work", ring, 0.0, TOP)
    return Wood((body if not holes else type(body)(**{**{f: getattr(body, f) for f in body.__slots__}, "holes": holes}),))


def is_wood(wood: Wood, at: tuple[float, float], z: float) -> bool:
    return bool(Ray(wood, at, (1.0, 0.0), 1.0, wood.taken).intervals(z, -0.05, 0.05))


@st.composite
def runs(draw):
    """A run of a bit along a few points, down from the top or up from below."""
    sil = draw(st.sampled_from([STRAIGHT, DOVETAIL, ROUND]))
    path = tuple(draw(st.lists(spot, min_size=1, max_size=4)))
    out = draw(st.sampled_from([1, -1]))
    tip = round(draw(st.floats(3, 17)), 2)
    r = max(each[1] for each in sil)
    xs, ys = [x for x, _ in path], [y for _, y in path]
    return Swept(path, profile_of(sil), tip, out, 0.0, (min(xs) - r, min(ys) - r, max(xs) + r, max(ys) + r))


def to_path(x: float, y: float, path) -> float:
    best = min(math.hypot(x - a, y - b) for a, b in path)
    for (ax, ay), (bx, by) in itertools.pairwise(path):
        dx, dy = bx - ax, by - ay
        length = dx * dx + dy * dy
        share = min(max(((x - ax) * dx + (y - ay) * dy) / length, 0), 1) if length else 0
        best = min(best, math.hypot(x - ax - share * dx, y - ay - share * dy))
    return best


def margin(x: float, y: float, z: float, each: Swept) -> float:
    """How far a point lies outside of what a run takes; negative inside."""
    h = (z - each.tip) * each.out
    if not 0 <= h <= each.profile.top:
        return math.inf
    return to_path(x, y, each.path) - RADII[each.profile.silhouette](h)


@settings(max_examples=120)
@given(st.lists(runs(), max_size=5), spot, st.floats(0, math.pi), st.floats(0.5, 19.5))
def test_a_line_is_wood_where_its_points_are(made, at, angle, z):
    wood = board()
    for each in made:
        wood.take(each)
    way = (math.cos(angle), math.sin(angle))
    found = Ray(wood, at, way, 30.0, wood.taken).intervals(z, -30.0, 30.0)
    for t in np.linspace(-29.7, 29.7, 100):
        x, y = at[0] + way[0] * t, at[1] + way[1] * t
        near = min([abs(x), abs(y), abs(60 - x), abs(40 - y), *(abs(margin(x, y, z, each)) for each in made)])
        if near < 0.03:
            continue
        is_wood = 0 < x < 60 and 0 < y < 40 and all(margin(x, y, z, each) > 0 for each in made)
        assert any(a <= t <= b for a, b in found) == is_wood, (x, y)


def test_a_board_with_round_edges_and_openings():
    ring = circle_ring((30.0, 20.0), 18.0)
    wood = board(ring, holes=(circle_ring((30.0, 20.0), 6.0)[::-1],))
    found = Ray(wood, (30.0, 20.0), (1.0, 0.0), 40.0, ()).intervals(5.0, -40.0, 40.0)
    assert found == [pytest.approx((-18, -6), abs=0.03), pytest.approx((6, 18), abs=0.03)]


def test_a_deeper_run_along_the_same_path_takes_the_place_of_those_above():
    wood = board()
    path = ((0.0, 20.0), (60.0, 20.0))
    for depth in (4.0, 8.0, 12.0):
        wood.take(Swept(path, profile_of(STRAIGHT), TOP - depth, 1, 0.0, (-5.0, 15.0, 65.0, 25.0)))
    assert len(wood.taken) == 1
    assert Ray(wood, (30.0, 20.0), (0.0, 1.0), 9.0, wood.taken).intervals(9.0, -9.0, 9.0) == [(-9.0, -5.0), (5.0, 9.0)]
    # A short cutter that went down in two steps has taken what lies above its end too.
    short = ((0.0, 0.0, 0.0), (0.0, 5.0, 0.0), (6.0, 5.0, 0.0))
    wood = board()
    for depth in (6.0, 12.0):
        wood.take(Swept(path, profile_of(short), TOP - depth, 1, 0.0, (-5.0, 15.0, 65.0, 25.0)))
    assert not is_wood(wood, (30.0, 20.0), 19.0)
    assert not is_wood(wood, (30.0, 20.0), 9.0)
    assert is_wood(wood, (30.0, 20.0), 7.0)


def test_what_an_undercut_bit_goes_down_through_stays_wide():
    wood = board()
    wood.take(Swept(((30.0, 20.0),), profile_of(DOVETAIL), 12.0, 1, 8.0, (24.0, 14.0, 36.0, 26.0)))
    wood.take(Swept(((30.0, 20.0), (50.0, 20.0)), profile_of(DOVETAIL), 12.0, 1, 0.0, (24.0, 14.0, 56.0, 26.0)))
    assert not is_wood(wood, (30.0, 25.5), 19.5), "it came down here"
    assert is_wood(wood, (42.0, 25.5), 19.5), "and ran along there"


@pytest.mark.parametrize(
    ("sil", "low", "high", "r"),
    [
        (STRAIGHT, 1, 2, 5),
        (STRAIGHT, 26, 30, 0),
        (DOVETAIL, 0, 10, 6),
        (DOVETAIL, 4, 8, 5),
        (ROUND, 0, 2, math.sqrt(12)),
        (ROUND, -3, -1, 0),
    ],
)
def test_the_widest_between_two_heights(sil, low, high, r):
    assert profile_of(sil).between(float(low), float(high)) == pytest.approx(r)


def test_what_cannot_be_lifted_out_of_its_own_cut():
    assert [profile_of(each).undercut for each in (STRAIGHT, DOVETAIL, ROUND)] == [False, True, False]


def test_pieces_of_different_heights_are_wood_where_they_are():
    """A panel with an overhang along its far edge that is 6 mm thick, from the shown face down."""
    panel = standing("work-1", "work", ((0.0, 0.0), (60.0, 0.0), (60.0, 40.0), (0.0, 40.0)), 0.0, TOP)
    lipping = standing("overhang", "work", ((0.0, 40.0), (60.0, 40.0), (60.0, 43.0), (0.0, 43.0)), 14.0, TOP)
    higher = standing("work-2", "work", ((70.0, 0.0), (90.0, 0.0), (90.0, 40.0), (70.0, 40.0)), 0.0, TOP + 5)
    wood = Wood((panel, lipping, higher))
    up = {z: Ray(wood, (30.0, 20.0), (0.0, 1.0), 30.0, ()).intervals(z, 0.0, 30.0) for z in (13.0, 15.0, 22.0)}
    assert up == {13.0: [(0.0, 20.0)], 15.0: [(0.0, 23.0)], 22.0: []}
    assert Ray(wood, (30.0, 20.0), (1.0, 0.0), 80.0, ()).intervals(22.0, 0.0, 80.0) == [(40.0, 60.0)]


@settings(max_examples=40, deadline=None)
@given(st.lists(runs(), min_size=30, max_size=45), st.lists(st.integers(0, 44), max_size=30), spot)
def test_what_is_near_is_found_among_many_also_where_some_were_taken_again(made, again, at):
    wood = board()
    for each in (*made, *(made[i % len(made)] for i in again)):
        wood.take(each)
    box = (at[0] - 4.0, at[1] - 4.0, at[0] + 4.0, at[1] + 4.0)
    assert [id(each) for each in wood.near(box)] == [id(each) for each in wood.taken if overlap(each.box, box)]


def test_beside_a_v_groove_a_flank_meets_the_wood_below_its_slope():
    """The groove is 8 mm wide at the face and takes the whole flank there; further down the flank stands in wood."""
    wood = board()
    groove = ((0.0, 0.0, 0.0), (4.0, 4.0, 0.0), (10.0, 4.0, 0.0))
    wood.take(Swept(((26.0, -5.0), (26.0, 45.0)), profile_of(groove), TOP - 4.0, 1, 0.0, (22.0, -9.0, 30.0, 49.0)))
    run = Swept(((20.0, -5.0), (20.0, 45.0)), profile_of(STRAIGHT), TOP - 3.9, 1, 0.0, (15.0, -10.0, 25.0, 50.0))
    section = next(each for each in sections_of(wood, run, wood.taken) if each.area)
    assert section.sides == (True, True)
    gone = [layer.width(-5.0, -4.1) for layer in section.layers]
    assert min(gone) == 0.0, "at the face nothing of the right flank is left"
    assert max(gone) == pytest.approx(0.9)


@pytest.mark.parametrize(("off", "stands"), [(0.4, False), (0.8, True), (3.0, True)])
def test_a_round_bit_that_stands_beside_its_hollow_touches_at_the_face_first(off, stands):
    """8 mm round, 4 mm deep; half as deep and moved on, it is widest at the face, where the hollow is 4 mm from its end."""
    wood = board()
    wood.take(Swept(((10.0, 20.0), (50.0, 20.0)), profile_of(ROUND), TOP - 4.0, 1, 0.0, (6.0, 16.0, 54.0, 24.0)))
    there = Swept(((10.0 - off, 20.0),), profile_of(ROUND), TOP - 2.0, 1, 0.0, (5.0 - off, 15.0, 15.0, 25.0))
    assert meets(wood, there) == (off + math.sqrt(16 - 4) > 4.0 + 0.02) == stands


def test_a_thin_shaving_at_both_flanks_is_on_both_sides():
    thin = Layer(0.15, 0.3, 6.35, ((-6.35, -4.26), (5.85, 6.35)))
    gone = Layer(9.0, 17.7, 6.35, ())
    assert section_at((0.0, 0.0), (1.0, 0.0), (thin, gone), passing=False, long=1.0).sides == (True, True)
