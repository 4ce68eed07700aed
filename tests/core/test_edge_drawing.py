"""What is drawn of an edge cut, and how the board is held: held to the plan it stands for."""

from __future__ import annotations

import dataclasses
import math
import string

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import unary_union
from shapely.geometry import LineString, Point, Polygon, box
from tests.core.test_words import WORDS
from tests.data.edges import board, boards, edge_cut, edge_cuts, window

from ranura.core.board.outlines import Contour
from ranura.core.board.pieces import SIDES, edges_of
from ranura.core.choosing.candidates import sift
from ranura.core.choosing.shortlist import shortlist
from ranura.core.cuts.edge.holding import hold_edges
from ranura.core.cuts.edge.judge import EdgeJudge
from ranura.core.cuts.edge.on_board import edging
from ranura.core.geometry import closeness
from ranura.core.plan import PLANNING, CutPlan, plan_cut
from ranura.core.proof.wood import place_on
from ranura.core.text.errors import CraftError
from ranura.core.text.figures import plain
from ranura.demo.jobs import ARCH, ARCH_OGEE
from ranura.demo.shop import SHOP

PLUNGE = SHOP.router("plunge-two")


def plan(cut, piece=None, **rules) -> CutPlan:
    return plan_cut(cut, piece or board(), SHOP, dataclasses.replace(SHOP.rules, **rules))


def of_role(made: CutPlan, view: int, role: str) -> list[Polygon]:
    return [Polygon(shape.points) for shape in made.drawing[view].outlines if shape.role == role]


def clean(polygon: Polygon):
    return polygon if polygon.is_valid else polygon.buffer(0)


@pytest.mark.parametrize("router", ["plunge-two", "table-three"])
@pytest.mark.parametrize("shape", ["roundover", "chamfer", "ogee"])
def test_the_section_is_the_board_without_what_the_stages_take(shape, router):
    cut = edge_cut(shape, 6.35, edges=("near",), least_stages=3, router_id=router, bit_id=None)
    bits = tuple(dataclasses.replace(bit, shank=12.7) for bit in SHOP.bits)
    made = plan_cut(cut, board(), dataclasses.replace(SHOP, bits=bits), SHOP.rules)
    work, passes = of_role(made, 1, "work"), of_role(made, 1, "pass")
    assert len(passes) == len(made.stages) >= 3
    taken = sum(stage.bites[0].area for stage in made.stages)
    assert sum(clean(each).area for each in passes) == pytest.approx(taken, rel=0.01)
    whole = unary_union([clean(each) for each in (*work, *passes)])
    x0, y0, x1, y1 = whole.bounds
    assert y1 - y0 == pytest.approx(22, abs=0.01)
    assert whole.area == pytest.approx((x1 - x0) * (y1 - y0), rel=0.002)
    assert not clean(work[0]).buffer(-0.02).intersects(unary_union([clean(each) for each in passes]).buffer(-0.02))
    face = max(y1, 0) if router == "plunge-two" else y0
    heights = [y for each in passes for _, y in each.exterior.coords]
    assert any(math.isclose(y, face, abs_tol=0.01) for y in heights), "the bit comes from the face"
    assert (made.drawing[1].handle.at[0] > 0) == (router == "plunge-two"), "wood on the left by hand, on the right on a table"


@settings(deadline=None, max_examples=40)
@given(edge_cuts, boards)
@pytest.mark.slow
def test_any_plan_is_drawn_within_the_board_and_says_only_what_it_can(cut, piece):
    try:
        made = plan(cut, piece)
    except CraftError:
        return
    above, section = made.drawing
    for view in made.drawing:
        x0, y0, x1, y1 = view.frame
        assert x1 > x0
        assert y1 > y0
        for shape in view.outlines:
            assert len(shape.points) >= 3
            assert all(math.isfinite(value) for point in shape.points for value in point)
    assert {edge.ref for edge in above.edges} == {edge.ref for edge in edges_of(piece)}
    chosen = [edge.number for edge in above.edges if edge.number is not None]
    runs = [mark for mark in above.marks if mark.kind == "start"]
    assert sorted(chosen) == list(range(1, len(runs) + 1))
    assert section.name == "section"
    for each in made.cautions:
        wanted = {name for _, name, _, _ in string.Formatter().parse(WORDS[each.code].message + WORDS[each.code].do) if name}
        assert {name for name in wanted if not name[0].isdigit()} <= set(each.facts)
        assert "{" not in each.message.metric + each.do.inch
    for line in (line for part in made.slip for line in part.lines):
        assert "{" not in line.metric + line.inch
        assert "−0 " not in line.metric


def test_arrows_go_the_way_of_their_runs_beside_the_board():
    made = plan(edge_cut("chamfer", 5, router_id="plunge-two"))
    arrows = [arrow for arrow in made.drawing[0].arrows if not arrow.turn]
    work = box(0, 0, 600, 300)
    assert not any(work.intersects(LineString([arrow.start, arrow.end])) for arrow in arrows)
    right, left, near, far = [(each.end[0] - each.start[0], each.end[1] - each.start[1]) for each in arrows]
    assert [math.copysign(1, w) for w in (near[0], far[0], right[1], left[1])] == [1, -1, 1, -1]


TABLE_EDGES = [
    *(edge_cut("chamfer", 5, edges=(ref,), router_id="table-three") for ref in SIDES),
    edge_cut("rabbet", 9.525, depth=4, edges=("far",), router_id="table-three"),
    edge_cut("jointing", 1, edges=("near",), router_id="table-three"),
    edge_cut("roundover", 3, edges=("left", "near"), router_id="table-three", bit_id="roundover-3-half"),
]


@pytest.mark.parametrize("cut", TABLE_EDGES, ids=[f"{each.shape} {each.edges}" for each in TABLE_EDGES])
def test_over_a_table_the_words_the_drawing_and_the_moves_are_one_motion(cut):
    piece = board()
    made = PLANNING.plan_with_moves(cut, piece, SHOP, SHOP.rules)
    above = made.drawing[0]
    (work,), (fence,) = of_role(made, 0, "work"), of_role(made, 0, "guide")
    # Drawn: fence beyond the work, the person before it, the bit at the edge along the fence, the arrow on the work to the left.
    assert fence.bounds[1] == pytest.approx(work.bounds[3])
    (stand,) = [mark for mark in above.marks if mark.kind == "stand"]
    assert stand.at[1] < work.bounds[1]
    (way,) = [arrow for arrow in above.arrows if arrow.turn is None]
    assert way.end[0] < way.start[0]
    assert way.label.metric == "work"
    assert work.covers(LineString([way.start, way.end]))
    (turn,) = [arrow for arrow in above.arrows if arrow.turn]
    assert (turn.turn, turn.label.metric) == ("counter-clockwise", "turns")
    # Moved: the bit goes to the right past a work that goes to the left. A board's edge as it lies shows how it was laid.
    run = min((edge for edge in above.edges if edge.number), key=lambda edge: edge.number)
    on_board = next(edge for edge in edges_of(piece) if edge.ref == run.ref)
    first = next(move for move in made.moves if move.kind == "cut")
    (ax, ay), (bx, by) = on_board.points
    frame = made.settings[first.setting].frame
    (x0, y0), (x1, y1) = (place_on(frame, first.path[i]) for i in (0, -1))
    along = (x1 - x0) * (bx - ax) + (y1 - y0) * (by - ay)
    drawn = run.points[1][0] - run.points[0][0]
    assert along * drawn > 0
    # Said: the same, and the edge that leads is the one that lies to the left.
    said = next(section for section in made.slip if section.key == "direction")
    assert (said.leads[0].shown.metric, said.leads[0].caption.metric) == (plain("Right to left").metric, "feed the work")
    (led,) = [mark.text.metric for mark in above.marks if mark.kind == "name"]
    leads = next(edge for edge in above.edges if edge.name == led.removesuffix(" leads"))
    assert {round(x, 6) for x, _ in leads.points} == {round(work.bounds[0], 6)}
    assert f"{led.removesuffix(' leads')} leading" in next(line.metric for line in said.lines if line.metric.startswith("1 "))


def test_how_the_work_is_turned_from_edge_to_edge():
    made = plan(edge_cut("chamfer", 5, router_id="table-three"))
    lines = [line.metric for part in made.slip if part.key == "direction" for line in part.lines]
    assert lines[1:5] == [
        "1 right end, near edge leading",
        "2 half a turn: left end, far edge leading",
        "3 a quarter turn counter-clockwise: near edge, left end leading",
        "4 half a turn: far edge, right end leading",
    ]


@pytest.mark.parametrize(
    ("edges", "piece", "turns"),
    [(("opening-1",), board(openings=(window(300, 160, form="oval"),)), "clockwise"), (("outline",), None, "counter-clockwise")],
)
def test_round_a_curve_over_a_table_the_work_is_turned_the_other_way_than_the_bit_goes(edges, piece, turns):
    lying = piece or board(outline=Contour(form="oval"))
    made = plan(edge_cut("chamfer", 3, edges=edges, router_id="table-three", starting_pin=True), lying)
    above = made.drawing[0]
    (way,) = [arrow for arrow in above.arrows if arrow.label.metric == "work"]
    assert way.turn == turns
    said = next(section for section in made.slip if section.key == "direction")
    assert said.leads[0].shown.metric.number.lower() == turns
    (pin,), (bit,) = of_role(made, 0, "stop"), of_role(made, 0, "bit")
    (ring,) = (edge.points for edge in above.edges if edge.number)
    wood = Polygon(above.outlines[0].points).difference(Polygon(ring) if edges[0] != "outline" else Polygon())
    assert pin.centroid.x > bit.centroid.x, "where the work comes from"
    assert wood.distance(pin.centroid) == pytest.approx(5.0, abs=0.6), "its edge bears on the pin"


def test_bands_lie_in_the_wood_and_blocks_outside_of_it():
    made = plan(edge_cut("roundover", 6.35, edges=("near",)))
    work = box(0, 0, 600, 300)
    for band in of_role(made, 0, "waste"):
        assert work.covers(clean(band))
        assert clean(band).bounds[:2] == pytest.approx((0, 0))
    for role in ("guide", "backer"):
        (block,) = of_role(made, 0, role)
        assert not work.buffer(-0.01).intersects(block)
        assert work.distance(block) < 1e-6, "level with the edge, and touching it"
    oval = plan(edge_cut("roundover", 6.35, edges=("outline",)), board(outline=Contour(form="oval")))
    inside = Polygon(oval.drawing[0].outlines[0].points)
    for band in of_role(oval, 0, "waste"):
        assert inside.buffer(0.5).covers(clean(band))


def test_hazards_lie_where_the_fibres_lift():
    made = plan(dataclasses.replace(ARCH_OGEE, router_id="plunge-two"), ARCH)
    marked = of_role(made, 0, "lifts")
    assert marked
    opening = next(edge for edge in edges_of(ARCH) if edge.inside)
    ring = LineString([*opening.points, opening.points[0]])
    for hazard in marked:
        assert ring.distance(hazard) < 1e-6
        middle = hazard.centroid
        # By hand inside, clockwise: the right shoulder of the arch is cut against its fibres.
        assert middle.y > 250
    sheet = plan(dataclasses.replace(ARCH_OGEE, router_id="plunge-two"), dataclasses.replace(ARCH, material="mdf"))
    assert of_role(sheet, 0, "lifts") == []
    assert not any(mark.kind == "grain" for mark in sheet.drawing[0].marks)


@given(
    st.integers(80, 900),
    st.integers(80, 600),
    st.lists(st.sampled_from(["near", "right", "far", "left"]), min_size=1, unique=True),
    st.booleans(),
)
def test_clamps_stay_out_of_the_way_of_the_base(length, width, edges, light):
    asked = edging(edge_cut("roundover", 6.35, edges=tuple(edges)), board(length, width))
    base = PLUNGE.bases[0]
    held = hold_edges(asked, base, offset=6.35, light=light, by_hand=True)
    sweeps = []
    for edge in asked.edges:
        (x0, y0), (x1, y1) = edge.points
        out = {"near": (0, -6.35), "far": (0, 6.35), "left": (-6.35, 0), "right": (6.35, 0)}[edge.ref]
        sweeps.append(LineString([(x0 + out[0], y0 + out[1]), (x1 + out[0], y1 + out[1])]).buffer(base.across / 2))
    for clamp in held.clamps:
        foot = box(clamp.x0, clamp.y0, clamp.x1, clamp.y1)
        assert box(0, 0, length, width).intersects(foot)
        assert all(foot.intersection(sweep).area < 1e-6 for sweep in sweeps)
    if held.method == "mat" and not light:
        assert [each.code for each in held.cautions] == ["nothing-holds"]
    assert hold_edges(asked, SHOP.router("table-three").bases[0], offset=0, light=light, by_hand=False).method == "table"


@settings(deadline=None, max_examples=25)
@given(edge_cuts, boards)
@pytest.mark.slow
def test_the_short_list_of_an_edge_is_the_head_of_looking_at_all(cut, piece):
    try:
        asked = edging(cut, piece)
    except CraftError:
        return
    judge = EdgeJudge(SHOP, asked, SHOP.material(piece.material), SHOP.rules)
    ranking = judge.ranking()
    whole, short = ranking.order(sift(judge).fit), shortlist(judge, ranking, count=3).fit
    assert [(each.bit.id, each.router.id) for each in short[:3]] == [(each.bit.id, each.router.id) for each in whole[:3]]
    for each in whole:
        assert judge.candidate(each.bit, each.router).reasons == ()


@given(st.floats(0.1, 5), st.floats(0.5, 4), st.floats(0, 1))
def test_where_a_rising_curve_reaches_a_value(scale, power, share):
    def rising(x: float) -> float:
        return scale * x**power

    wanted = rising(3.0) * share
    found = closeness.where_reached(rising, wanted, low=0.0, high=3.0)
    assert rising(found) == pytest.approx(wanted, rel=1e-6, abs=2e-9 * rising(3.0))
    assert closeness.where_reached(rising, rising(3.0) * 2, low=0.0, high=3.0) == 3.0
    assert closeness.where_reached(rising, -1.0, low=0.0, high=3.0) == 0.0


def test_an_opening_is_a_hole_and_its_run_starts_inside_of_it():
    piece = board(openings=(window(300, 160, radius=20),))
    made = plan(edge_cut("roundover", 6.35, edges=("opening-1",), router_id="plunge-two"), piece)
    (hole,) = of_role(made, 0, "opening")
    assert hole.area == pytest.approx(300 * 160 - (4 - math.pi) * 400, rel=1e-3)
    start = next(mark for mark in made.drawing[0].marks if mark.kind == "start")
    assert hole.exterior.distance(Point(start.at)) < 1e-6
    corners = [(150 + 20, 70), (450 - 20, 70), (150 + 20, 230), (450 - 20, 230)]
    assert min(math.dist(start.at, corner) for corner in corners) > 30, "in the middle of a straight way"


@pytest.mark.parametrize("edge", ["near", "right", "far", "left"])
def test_the_whole_router_is_in_the_picture(edge):
    made = plan(edge_cut("roundover", 6.35, edges=(edge,)))
    view = made.drawing[0]
    (base,) = of_role(made, 0, "base")
    assert box(*view.frame).covers(base)
