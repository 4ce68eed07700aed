"""Drawing, slip and moves say the same thing (issue by issue a class of its own): every demo cut, and cuts over a table."""

from __future__ import annotations

import dataclasses
import json
import math
import re
from itertools import pairwise

import pytest
from shapely import unary_union
from shapely.geometry import LineString, Point, Polygon
from tests.core.test_dry_run import DEMO, TABLE
from tests.core.test_table import WIDE
from tests.data.edges import board
from tests.data.plans import unbroken

from ranura.core.cuts.channel.shapes import width_at
from ranura.core.cuts.dovetails.on_board import dovetails
from ranura.core.cuts.through_dovetails.on_board import through_dovetails
from ranura.core.geometry.rings import signed_area
from ranura.core.output.going import going_of
from ranura.core.output.views import Outline, View
from ranura.core.plan import PLANNING, PlanWithMoves
from ranura.core.proof.wood import place_on
from ranura.demo.shop import SHOP

CASES = {name: (cut, piece) for name, piece, cut in DEMO}
CASES |= {f"table {i}": (cut, board() if cut.kind == "edge" else WIDE) for i, cut in enumerate(TABLE, start=1)}
_DRAWN = {"fence": "guide", "clamp": "clamp", "block": "stop", "carrier": "backer"}
_SIZE = re.compile(r"-?\d+(?:\.\d+)?")


STANDING = tuple(name for name, (cut, _) in CASES.items() if cut.kind == "fingers")
COMBED = tuple(name for name, (cut, _) in CASES.items() if cut.kind.endswith("dovetails"))
IN_A_SIDE = tuple(name for name, (cut, _) in CASES.items() if cut.kind == "pocket" and cut.on)
"""As it stands such a board is drawn like one that lies (`test_into_sides.py`)."""
TONGUES = tuple(name for name, (cut, _) in CASES.items() if cut.kind in ("tongue", "end-groove"))
ON_TABLE = ("arch-ogee", "cross-edges", "desk-door-0", *STANDING, *TONGUES, *(name for name in CASES if name.startswith("table")))
BY_HAND = tuple(name for name in CASES if name not in (*ON_TABLE, *COMBED, *IN_A_SIDE))
STEPPED = tuple(name for name, (cut, _) in CASES.items() if cut.kind != "edge" and name not in IN_A_SIDE)


def of(names):
    return pytest.mark.parametrize("made", names, indirect=True)


@pytest.fixture(scope="module", params=CASES)
def made(request) -> PlanWithMoves:
    cut, piece = CASES[request.param]
    return PLANNING.plan_with_moves(cut, piece, SHOP, SHOP.rules)


def whole(view: View, at: tuple[float, float]) -> tuple[float, float]:
    return unbroken(view, at)


def shape(view: View, outline: Outline) -> Polygon:
    return Polygon([whole(view, at) for at in outline.points])


def by_hand(made: PlanWithMoves) -> bool:
    return SHOP.router(made.router_id).mounting == "hand"


def way(made: PlanWithMoves, move) -> list[tuple[float, float]]:
    """A move's path on the board."""
    frame = made.settings[move.setting].frame
    return [place_on(frame, at)[:2] for at in move.path]


def cuts(made: PlanWithMoves) -> list:
    return [move for move in made.moves if move.kind == "cut" and move.turning and move.fresh not in (None, "none")]


def slip(made: PlanWithMoves, key: str) -> str:
    section = next(each for each in made.slip if each.key == key)
    leads = [f"{each.shown.metric.number} {each.caption.metric}" for each in section.leads]
    return " ".join([*leads, *(line.metric for line in section.lines)])


@of(BY_HAND)
def test_bodies_are_drawn_where_they_are(made):
    """What the proof knows to be there by hand is in the drawing, at its place: fence, clamps, blocks, carrier."""
    view = made.drawing[0]
    for body in made.bodies:
        if body.role not in _DRAWN or body.from_move > next(i for i, move in enumerate(made.moves) if move.kind == "start"):
            continue
        drawn = [shape(view, each) for each in view.outlines if each.role == _DRAWN[body.role]]
        assert drawn, f"{body.id} is not drawn"
        best = min(drawn, key=lambda each: each.symmetric_difference(Polygon(body.ring)).area)
        x0, y0, x1, y1 = Polygon(body.ring).bounds
        assert best.bounds == pytest.approx((x0, y0, x1, y1), abs=0.1), body.id


@of(BY_HAND)
def test_the_bit_is_drawn_on_the_way_of_a_cut(made):
    view = made.drawing[0]
    bits = [shape(view, each) for each in view.outlines if each.role == "bit"]
    ways = [
        LineString(path) if len(path) > 1 else Point(path[0]) for path in (way(made, move) for move in made.moves if move.path)
    ]
    for each in bits:
        assert min(line.distance(each.centroid) for line in ways) < 0.5
        low, _, high, _ = each.bounds
        bit = SHOP.bit(made.bit_id)
        # From above a socket is seen as wide as its mouth.
        wide = width_at(bit, made.passes[-1].to_depth) if bit.profile == "dovetail" else bit.diameter
        assert high - low == pytest.approx(wide, rel=0.02)


@of([name for name in CASES if name not in (*COMBED, *IN_A_SIDE)])
def test_the_arrow_goes_the_way_of_the_moves_and_so_does_the_word(made):
    """By hand the arrow is the router's way, over a table the work's: against it, seen face down."""
    view, said = made.drawing[0], slip(made, "direction").lower()
    paths = [way(made, move) for move in cuts(made)]
    arrows = [each for each in view.arrows if each.role == "path"]
    assert arrows
    first = next((path for path in paths if math.dist(path[0], path[-1]) < 1.0 and len(path) > 2), None)
    if first is not None:
        sense = "clockwise" if signed_area(first) < 0 else "counter-clockwise"
        if by_hand(made):
            assert said.startswith(sense)
        else:
            # The bit stands still and the board lies face down: the work turns as the bit goes round it on its face.
            assert [each.turn for each in arrows if each.turn is not None] == [sense]
            assert f"turn the work {sense}" in said
    straight = [each for each in arrows if each.turn is None]
    if made.settings[0].guides[0].kind == "rails":
        assert all(each.end[1] > each.start[1] for each in straight), "the sled goes away from the person"
        assert "push away" in said
        return
    if not by_hand(made):
        assert all(each.end[0] < each.start[0] for each in straight), "the work goes to the left"
        assert "right to left" in said or not straight
        return
    runs = [run for path in paths for run in pairwise(path) if math.dist(*run) > 0.5]
    for arrow in straight:
        a, b = whole(view, arrow.start), whole(view, arrow.end)
        beside = min(runs, key=lambda run: LineString(run).distance(Point((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)))
        assert along(beside, (a, b)) > 0.9, "an arrow goes the way of the cut beside it"
    headings = {(round(x), round(y)) for x, y in (unit(run) for run in runs)}
    if len(headings) == 1 and "facing the edge" not in said:
        words = {(0, 1): "push away", (0, -1): "pull towards you", (1, 0): "left to right", (-1, 0): "right to left"}
        assert words[headings.pop()] in said


@of(BY_HAND)
def test_the_picture_begins_and_ends_where_the_moves_do(made):
    """The start of a run: the tail's end of a channel's arrow, the bit of a pocket, the first mark of an edge."""
    view, going = made.drawing[0], going_of(made.moves)
    begun, ended = going.first[0], going.first[-1]
    bit = next((shape(view, each).centroid for each in view.outlines if each.role == "bit"), None)
    marks = {each.kind: whole(view, each.at) for each in reversed(view.marks)}
    arrow = next(each for each in view.arrows if each.role == "path")
    if "start" in marks:
        first = LineString(going.first)
        near = SHOP.bit(made.bit_id).diameter + 30
        assert first.distance(Point(marks["start"])) < near
        assert math.dist(marks["start"], begun) < near, "the first edge's start is where the bit comes in"
        assert math.dist(marks["end"], ended) < near
    elif made.stages or math.dist(begun, ended) < 5 or going.sense:
        assert math.dist((bit.x, bit.y), begun) < 0.1
    else:
        assert math.dist(whole(view, arrow.end), begun) < 0.1 or math.dist(whole(view, arrow.start), begun) < 0.1
        assert LineString(going.first).distance(bit) < 0.1


@of(STANDING)
def test_a_standing_board_is_drawn_where_its_bodies_are_with_the_slot_that_is_cut(made):
    """The key in the slot before, the strip and the face behind the board, the bit in the middle of its slot."""
    view, frame = made.drawing[0], made.settings[0].frame
    second = next(number for number, move in enumerate(made.moves) if move.station == 2)
    roles = {"backer": "backer", "sled": "guide", "key-2": "stop"}
    shown = {name: by_role(view, role) for name, role in roles.items()}
    bit = by_role(view, "bit")
    middle = next(move.path[0][0] for move in made.moves if move.station == 2 and move.path)
    for body in made.bodies:
        if body.id in shown and body.from_move <= second:
            # From the near edge, and through the board from the face that the bit comes in at.
            depths = sorted((z - frame.origin[2]) * frame.y[2] for z in (body.z0, body.z1))
            (x0, x1), (y0, y1) = (sorted({y for _, y in body.ring}), (-depths[1], -depths[0]))
            assert shown[body.id].bounds == pytest.approx((x0 - middle, y0, x1 - middle, y1), abs=0.1), body.id
    assert (bit.centroid.x, bit.centroid.y) == pytest.approx((0.0, -7.5), abs=0.1)
    slots = [shape(view, each) for each in view.outlines if each.role == "waste"]
    assert len(slots) == len({move.station for move in made.moves if move.station})
    assert slots[1].contains(bit.buffer(-0.1).intersection(slots[1].buffer(0.1)))


@pytest.mark.parametrize("name", COMBED)
def test_under_a_comb_all_is_drawn_where_it_is(name):
    """Both boards, scrap and comb, the bit where it is switched on, the arrow from the first slot to the last."""
    cut, piece = CASES[name]
    made, under = PLANNING.plan_with_moves(cut, piece, SHOP, SHOP.rules), _laid(cut, piece).under_comb
    view = made.drawing[0]
    if cut.makes == "sockets":  # the bodies around a standing board are told on the board as it lies
        for body, role in (("work-1", "work"), ("mate", "backer"), ("scrap", "aid"), ("template", "template")):
            ring = Polygon([under(spot) for spot in next(each.ring for each in made.bodies if each.id == body)])
            assert ring.buffer(0.1).contains(by_role(view, role)), body
    begun, ended = (next(move.path[0] for move in made.moves if move.kind == kind) for kind in ("start", "stop"))
    assert by_role(view, "bit").centroid.distance(Point(under(begun))) < 0.1
    assert under(ended)[0] - under(begun)[0] > 30, "from the first slot on the left to the last on the right"
    (arrow,) = (each for each in view.arrows if each.role == "path")
    assert arrow.end[0] > arrow.start[0]
    assert slip(made, "direction").lower().startswith("left to right")


def _laid(cut, piece):
    return dovetails(cut, piece, SHOP) if cut.kind == "dovetails" else through_dovetails(cut, piece, SHOP)


def by_role(view: View, role: str) -> Polygon:
    return next(shape(view, each) for each in view.outlines if each.role == role)


def unit(run) -> tuple[float, float]:
    (ax, ay), (bx, by) = run
    size = math.dist(*run)
    return ((bx - ax) / size, (by - ay) / size)


def along(run, other) -> float:
    """The cosine between two runs."""
    (ax, ay), (bx, by) = unit(run), unit(other)
    return ax * bx + ay * by


def test_no_blank_of_a_template_is_left_unfilled(made):
    said = json.dumps(dataclasses.asdict(made), default=str)
    assert not re.search(r"\{[\w.]+:\w+\}", said)


@of(STEPPED)
def test_depths_on_the_slip_are_those_of_the_moves(made):
    moved = {round(move.to_depth, 3) for move in cuts(made) if move.to_depth is not None}
    last = made.passes[-1].to_depth
    assert {round(each.to_depth, 3) for each in made.passes} <= moved
    assert max(moved) == pytest.approx(last, abs=1e-3), "nothing is cut deeper than the slip says"
    section = slip(made, "depths")
    assert any(float(number) == pytest.approx(last, abs=0.06) for number in _SIZE.findall(section))
    column = made.pass_columns.index("depth")
    for line, each in zip(made.pass_lines, made.passes, strict=True):
        assert float(line.cells[column].metric.number) == pytest.approx(each.to_depth, abs=0.06)


@of([name for name in STEPPED if name in BY_HAND])
def test_what_is_taken_lies_in_what_is_drawn_as_waste(made):
    """What the bit's own middle goes through, on the board, is drawn as cut away."""
    view = made.drawing[0]
    work = unary_union([shape(view, each) for each in view.outlines if each.role == "work"])
    waste = unary_union([shape(view, each).buffer(0) for each in view.outlines if each.role == "waste"])
    for move in cuts(made):
        path = way(made, move)
        inside = LineString(path).intersection(work) if len(path) > 1 else Point(path[0]).intersection(work)
        assert inside.difference(waste.buffer(0.2)).length < 0.5
