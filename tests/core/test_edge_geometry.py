"""Under the edge plans: contours, the way of runs against turning vectors, grain, what a bearing meets, skins and stages."""

from __future__ import annotations

import math
from itertools import pairwise

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from shapely import LineString, Point, Polygon
from tests.data.edges import board, edge_cut, mm, window
from tests.data.tools import bits

from ranura.core.board.grain import lie_of, slope, stretches
from ranura.core.board.outlines import Contour, tightest, trace
from ranura.core.board.pieces import edges_of, outline_of
from ranura.core.cuts.edge.guides import GuidedTrip, contact, remaining, stands_below, taken_spans
from ranura.core.cuts.edge.on_board import edging, turned_over
from ranura.core.cuts.edge.runs import at_share, forwards, runs_of
from ranura.core.cuts.edge.section import section_of
from ranura.core.cuts.edge.stages import stages
from ranura.core.cuts.edge.trips import Done, Stock, can_be_raised, skin
from ranura.core.cutting.direction import rim_motion, straight_direction
from ranura.core.cutting.stage import Trip
from ranura.core.geometry.rings import signed_area
from ranura.core.shop.house_rules import STANDARD
from ranura.core.shop.tooling.bits import Bit
from ranura.core.text.errors import CutError
from ranura.demo.shop import SHOP

ROUND = Bit(id="r", name="", profile="roundover", radius=6, bearing=12.7, shank=12.7)
CHAMFER = Bit(id="c", name="", profile="chamfer", cutting_length=12, bearing=12.7, shank=12.7)
GRAIN = {"downhill": STANDARD.downhill, "end_grain": STANDARD.end_grain}
EDGES = ("roundover", "chamfer", "bevel", "cove", "ogee", "bead", "rabbet")
ASH = SHOP.material("ash")
turns = st.floats(0, 2 * math.pi)


@given(turns, st.sampled_from(["left", "right"]), st.sampled_from(["hand", "table"]))
def test_conventional_is_where_the_teeth_push_the_tool_back(turn, wood, mounting):
    """Against spin vectors: the rim moves along u = ω × r; the wood's push on the tool is −u, and must oppose the heading."""
    h = (math.cos(turn), math.sin(turn))
    spin = -1.0 if mounting == "hand" else 1.0  # seen from above: clockwise by hand
    r = (-h[1], h[0]) if wood == "left" else (h[1], -h[0])
    u = (-spin * r[1], spin * r[0])
    assert rim_motion(wood, h, mounting) == pytest.approx(u)
    against = u[0] * h[0] + u[1] * h[1] > 0
    assert (straight_direction(mounting=mounting, wood=wood, heading=h).cut == "conventional") == against


outlines = st.lists(
    st.tuples(st.floats(0, 2 * math.pi), st.floats(0.3, 1)), min_size=3, max_size=24, unique_by=lambda p: round(p[0], 2)
)


@given(outlines, st.sampled_from(["hand", "table"]), st.booleans())
def test_every_step_of_a_run_is_conventional_on_any_outline(corners, mounting, inside):
    ring = [(300 + 280 * r * math.cos(a), 300 + 280 * r * math.sin(a)) for a, r in sorted(corners)]
    shape = Polygon(ring)
    assume(shape.is_valid and shape.area > 3_000 and shape.contains(Point(300, 300)))
    contour = Contour(form="points", points=tuple(reversed(ring)))
    piece = board(600, 600, outline=None if inside else contour, openings=(contour,) if inside else ())
    try:
        asked = edging(edge_cut("roundover", 6.35, edges=("opening-1" if inside else "outline",)), piece)
    except CutError:
        assume(False)
        raise
    (run,) = runs_of(asked, mounting, ASH, STANDARD)
    if mounting == "table":  # face down, turned end for end
        shape = Polygon([(600 - x, y) for x, y in ring])
    path = [*run.points, run.points[0]]
    assert Polygon(run.points).area == pytest.approx(shape.area, rel=1e-6)
    wood = "left" if mounting == "hand" else "right"
    for a, b in pairwise(path):
        length = math.dist(a, b)
        if length < 1e-3:
            continue
        h = ((b[0] - a[0]) / length, (b[1] - a[1]) / length)
        assert straight_direction(mounting=mounting, wood=wood, heading=h).cut == "conventional"
        side = (-h[1], h[0]) if wood == "left" else (h[1], -h[0])
        beside = Point((a[0] + b[0]) / 2 + side[0] * 1e-3, (a[1] + b[1]) / 2 + side[1] * 1e-3)
        assert shape.contains(beside) != inside, "the wood lies on that side"


def test_straight_edges_run_from_left_to_right_by_hand_and_back_on_the_table():
    asked = edging(edge_cut("roundover", 6.35), board())
    by_hand, table = (runs_of(asked, mounting, ASH, STANDARD) for mounting in ("hand", "table"))
    assert [(run.edge.ref, run.sense) for run in by_hand] == [(ref, "left-to-right") for ref in ("right", "left", "near", "far")]
    assert {run.sense for run in table} == {"right-to-left"}
    ways = {run.edge.ref: run.points for run in by_hand}
    assert ways["near"] == ((0, 0), (600, 0))
    assert ways["far"] == ((600, 300), (0, 300))
    turned = {ref: tuple((600 - x, y) for x, y in way) for ref, way in ways.items()}
    assert {run.edge.ref: run.points for run in table} == turned, "the same way along the face, which now lies below"
    assert all(forwards(edge, "hand") != forwards(edge, "table") for edge in edges_of(board(openings=(window(90, 80),))))


@given(outlines, st.sampled_from([-20.0, -6.0, 0.0, 4.0, 15.0]), st.booleans(), st.sampled_from(["length", "width"]))
def test_a_face_has_its_lifting_fibres_by_hand_and_on_the_table_alike(corners, slope_of, inside, grain):
    """The motor is always behind the face: seen from there the bit turns the same way, and meets the same fibres."""
    ring = tuple((300 + 280 * r * math.cos(a), 300 + 280 * r * math.sin(a)) for a, r in sorted(corners))
    shape = Polygon(ring)
    assume(shape.is_valid and shape.area > 3_000)
    contour = Contour(form="points", points=ring)
    piece = board(600, 600, slope=slope_of, grain=grain, **({"openings": (contour,)} if inside else {"outline": contour}))
    try:
        asked = edging(edge_cut("roundover", 6.35, edges=("opening-1" if inside else "outline",)), piece)
    except CutError:
        assume(False)
        raise

    def lifting(mounting: str) -> list[tuple[float, float, float, float]]:
        (run,) = runs_of(asked, mounting, ASH, STANDARD)
        path = [*run.points, run.points[0]]
        if mounting == "table":
            path = [(600 - x, y) for x, y in path]
        steps = [step for stretch in run.lifts for step in pairwise(path[stretch.first : stretch.last + 1])]
        return sorted((round(a[0], 3), round(a[1], 3), round(b[0], 3), round(b[1], 3)) for a, b in steps)

    assert lifting("hand") == lifting("table")


def test_turned_over_a_straight_edge_lifts_on_the_other_face():
    asked = edging(edge_cut("roundover", 6.35), board(slope=5.0))
    up, down = (runs_of(each, "hand", ASH, STANDARD) for each in (asked, turned_over(asked)))
    assert [run.edge.ref for run in up if run.lifts] == ["near", "far"]
    assert [run.edge.ref for run in down if run.lifts] == []
    assert turned_over(turned_over(asked)) == asked


@pytest.mark.parametrize(
    ("fibres", "expected", "why"),
    [
        (0, "clean", "straight grain along the edge"),
        (10, "lifts", "fibres rise into the wood ahead: they dive"),
        (-10, "clean", "they run out of the edge ahead"),
        (-2, "clean", "within the slope that does not matter"),
        (90, "end", "across"),
        (85, "end", "beyond 80°"),
        (70, "lifts", "steep, and diving"),
    ],
)
def test_grain_on_a_near_edge_run_from_left_to_right(fibres, expected, why):
    angle = math.radians(fibres)
    degrees = slope((1, 0), (0, -1), (math.cos(angle), math.sin(angle)))
    assert lie_of(degrees, **GRAIN) == expected, why
    climbing = slope((-1, 0), (0, -1), (math.cos(angle), math.sin(angle)))
    if 3 < abs(fibres) < 80:
        assert degrees == pytest.approx(-climbing), "a climb turns the slope"


@given(turns, turns)
def test_fibres_have_no_head_and_no_tail(along, grain):
    t, n = (math.cos(along), math.sin(along)), (math.sin(along), -math.cos(along))
    g = (math.cos(grain), math.sin(grain))
    assume(abs(t[0] * g[0] + t[1] * g[1]) > 1e-6)
    assert slope(t, n, g) == pytest.approx(slope(t, n, (-g[0], -g[1])), abs=1e-6)
    assert abs(slope(t, n, g)) <= 90 + 1e-9


def test_an_oval_is_cut_downhill_in_two_quarters_and_marked_in_the_others():
    """Round the outside counter-clockwise with the grain along x: from the wide part to the narrow one is downhill."""
    ring = trace(Contour(form="oval"), length=600, width=300, field="")
    for stretch in stretches(ring, wood_on_left=True, fibres=(1, 0), closed=True, **GRAIN):
        x, y = ring[((stretch.first + stretch.last) // 2) % len(ring)]
        quarter = (x > 300) == (y < 150)  # lower right and upper left
        if stretch.lie != "end" and abs(stretch.worst) > 20:
            assert (stretch.lie == "clean") == quarter, (x, y)
    lies = {stretch.lie for stretch in stretches(ring, wood_on_left=True, fibres=(1, 0), closed=True, **GRAIN)}
    assert lies == {"clean", "lifts", "end"}
    strict = stretches(ring, wood_on_left=True, fibres=(1, 0), closed=True, downhill=0.5, end_grain=45)
    assert sum(s.last - s.first for s in strict if s.lie == "end") > 30


@pytest.mark.parametrize(
    ("ring", "inside", "radius"),
    [
        (trace(Contour(form="rectangle", radius=mm(12)), length=200, width=90, field=""), True, 12),
        (trace(Contour(form="rectangle", radius=mm(12)), length=200, width=90, field=""), False, None),
        (trace(Contour(form="oval"), length=200, width=80, field=""), True, 40**2 / 100),
        (trace(Contour(form="arch"), length=200, width=80, field=""), True, 0.0),
        (((0, 0), (90, 0), (90, 60), (50, 60), (50, 30), (0, 30)), False, 0.0),
        (((0, 0), (90, 0), (90, 60), (0, 60)), False, None),
    ],
)
def test_the_tightest_corner_is_that_of_the_side_the_tool_is_on(ring, inside, radius):
    found = tightest(ring, inside=inside)
    assert found == (None if radius is None else pytest.approx(radius, rel=0.01))


@given(st.floats(20, 900), st.floats(20, 500), st.sampled_from(["rectangle", "oval", "arch"]))
def test_traced_outlines_lie_in_their_box_and_run_counter_clockwise(length, width, form):
    ring = trace(Contour(form=form), length=length, width=width, field="")
    assert signed_area(ring) > 0
    assert Polygon(ring).is_valid
    assert Polygon(ring).bounds == pytest.approx((0, 0, length, width), abs=1e-6)
    assert signed_area(ring) == pytest.approx(Polygon(ring).area)
    if form == "oval":
        assert signed_area(ring) == pytest.approx(math.pi * length * width / 4, rel=0.002)


@given(st.lists(st.tuples(st.floats(0, 40), st.floats(0, 12)), max_size=6), st.floats(0, 30), st.floats(0.5, 12))
def test_what_is_left_of_a_span_is_its_longest_free_part(gone, low, length):
    gone = [(start, start + size) for start, size in gone]
    line = LineString([(low, 0), (low + length, 0)])
    for start, end in gone:
        if end > start:
            line = line.difference(LineString([(start, 0), (end, 0)]))
    parts = getattr(line, "geoms", [line])
    assert remaining((low, low + length), gone) == pytest.approx(max((p.length for p in parts), default=0), abs=1e-6)


@given(st.floats(1, 12), st.floats(0, 12), st.floats(8, 40))
def test_contact_is_bearing_height_or_what_both_faces_leave(own, other, thickness):
    assume(own < thickness)
    tall = Bit(id="r", name="", profile="rabbet", width=9, bearing=12.7, shank=12.7, cutting_length=13)
    way = GuidedTrip(trip=Trip(height=own, offset=6.35), guide="bearing", bearing=12.7)
    before = [Done(bit=tall, trip=Trip(height=other, offset=6.35), other_face=True)] if other else []
    found = contact(way, way.trip, thickness=thickness, gone=taken_spans(before, thickness), template=9)
    assert found == pytest.approx(max(0, min(5.0, thickness - own - other)), abs=1e-6)
    section = section_of([*before, Done(bit=tall, trip=way.trip)], Stock(thickness=thickness, width=60))
    if section.outlines:
        touching = Polygon(section.outlines[0]).boundary.intersection(LineString([(0, own), (0, min(own + 5, thickness))]))
        assert found <= touching.length + 1e-3
    assert stands_below(way, tall, way.trip, thickness) == pytest.approx(max(0, own + 5 + 3 - thickness))


@pytest.mark.parametrize(
    ("bit", "out", "up", "thickest"),
    [
        (CHAMFER, 0, 1, math.sin(math.radians(45))),
        (CHAMFER, 1, 0, math.cos(math.radians(45))),
        (ROUND, 0, 1, 1),
        (ROUND, 1, 0, 1),
    ],
)
def test_a_skin_is_measured_normal_to_the_face(bit, out, up, thickest):
    height = 5 if bit is CHAMFER else 6
    assert skin(bit, Trip(height=height, offset=6.35), out=out, up=up) == pytest.approx(thickest, abs=1e-4)


@given(bits(profiles=EDGES), st.integers(2, 6), st.sampled_from(["height", "fence", "both"]))
def test_the_last_of_several_stages_is_a_skin_and_the_others_are_alike(bit, count, by):
    assume(by == "fence" or can_be_raised(bit))
    final = Trip(height=bit.cutting_length, offset=bit.bearing / 2)
    stock = Stock(thickness=bit.cutting_length + 10, width=300)
    staged = stages(bit, final, stock, count=count, by=by, light=0.5)
    assert len(staged) == count
    assert staged[-1] == final
    areas = [bite.area for bite in section_of([Done(bit=bit, trip=trip) for trip in staged], stock).bites]
    assert skin(bit, final, out=staged[-2].offset - final.offset, up=final.height - staged[-2].height) <= 0.5 + 1e-6
    rough = areas[:-1]
    assert rough == pytest.approx([sum(rough) / len(rough)] * len(rough), rel=1e-2, abs=1e-3)


def test_shares_of_a_path():
    square = ((0, 0), (10, 0), (10, 10), (0, 10))
    assert at_share(square, 0.5, closed=True) == ((10, 10), (0, 1))
    assert at_share(square[:2], 0.3, closed=False) == ((3, 0), (1, 0))
    assert at_share(square, 1.0, closed=True)[0] == pytest.approx((0, 0))


def test_a_boards_edges_follow_its_outline_and_openings():
    assert [edge.ref for edge in edges_of(board(outline=Contour(form="oval"), openings=(window(60, 40),) * 1))] == [
        "outline",
        "opening-1",
    ]
    plain = edges_of(board())
    assert sum(edge.length for edge in plain) == 1_800
    assert signed_area(outline_of(board())) == 180_000
