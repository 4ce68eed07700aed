"""A sawn part that is turned over where its fibres would lift: which stretch is cut from which face, and how (R7, R9, R21)."""

from __future__ import annotations

import math
from dataclasses import replace
from itertools import pairwise

import pytest
import shapely
from hypothesis import assume, given, settings
from hypothesis import strategies as st
from shapely import LineString, Polygon, affinity
from shapely.geometry import Point as Spot

from ranura.core.board.grain import slope
from ranura.core.board.pieces import Piece
from ranura.core.cuts.template.arcs import BESIDE
from ranura.core.cuts.template.asked import TemplateCut
from ranura.core.cuts.template.faces import faces_of
from ranura.core.cuts.template.faces import lifting as lifting_of
from ranura.core.cuts.template.judge import TemplateJudge
from ranura.core.cuts.template.on_board import on_board
from ranura.core.family import NOTHING_BEFORE
from ranura.core.geometry.loop_text import text_of_loops
from ranura.core.geometry.loops import circle
from ranura.core.geometry.rings import Ring
from ranura.core.plan import PLANNING, PlanWithMoves, circumstances
from ranura.core.proof.moves import Body, Program
from ranura.core.proof.prove import prove
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.saved_outlines import SavedOutline
from ranura.core.shop.shop import Shop
from ranura.core.templates.lifts import SHORTEST_LIFT
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import read
from ranura.demo.shop import SHOP

RULES = HouseRules()
HALF, SAWN = 6.35, 2.5
DISC = text_of_loops([circle((50, 50), 50)])
OWN = replace(
    SHOP,
    outlines=(
        SavedOutline(id="disc", name="Disc", path=DISC),
        SavedOutline(id="square", name="Square", path="M0 0 L90 0 L90 70 L0 70 Z"),
        SavedOutline(id="lath", name="Lath", path="M0 0 L90 0 L90 19 L0 19 Z"),
        SavedOutline(id="board", name="Board", path="M0 0 L90 0 L90 22 L0 22 Z"),
        SavedOutline(id="ring", name="Ring", path=f"{DISC} {text_of_loops([circle((50, 50), 20)])}"),
    ),
)


def mm(value: float):
    return read(f"{value:g}", "mm")


BOARD = Piece(name="Board", material="oak", length=mm(400), width=mm(260), thickness=mm(18))
ASKED = TemplateCut(
    outline="disc", makes="part", through=True, depth=mm(18), sawn=mm(SAWN), from_left=mm(120), from_near=mm(80), held="tape",
    turned=True,
)  # fmt: skip


def planned(piece: Piece = BOARD, shop: Shop = OWN, **more) -> PlanWithMoves:
    return PLANNING.plan_with_moves(replace(ASKED, **more), piece, shop, shop.rules)


def ring_of(area) -> Ring:
    return tuple((float(x), float(y)) for x, y in shapely.orient_polygons(area).exterior.coords[:-1])


def slopes(path: Ring, fibres, *, wood_on_left: bool):
    """How much of a way lies at which slope, in mm and degrees, chord by chord."""
    for (x0, y0), (x1, y1) in pairwise(path):
        h = (x1 - x0, y1 - y0)
        n = (h[1], -h[0]) if wood_on_left else (-h[1], h[0])
        if math.hypot(*h) > 1e-6:
            yield math.hypot(*h), slope(h, n, fibres)


def longest_lift(path: Ring, fibres, *, wood_on_left: bool) -> float:
    """The longest stretch of a way along which fibres lift, in mm."""
    longest = here = 0.0
    for long, s in slopes(path, fibres, wood_on_left=wood_on_left):
        here = here + long if -RULES.end_grain < s < -RULES.downhill else 0.0
        longest = max(longest, here)
    return longest


@settings(max_examples=40, deadline=None)
@given(
    rx=st.floats(40, 120), ry=st.floats(25, 120), turn=st.floats(0, 180), fibres=st.floats(0, math.pi), wave=st.floats(0, 0.12)
)
def test_no_stretch_is_cut_where_its_fibres_lift(rx, ry, turn, fibres, wave):
    turns = [2 * math.pi * i / 240 for i in range(240)]
    part = affinity.rotate(
        Polygon(
            [(rx * (1 + wave * math.sin(3 * t)) * math.cos(t), ry * (1 + wave * math.sin(3 * t)) * math.sin(t)) for t in turns]
        ),
        turn,
        origin=(0, 0),
    )
    way, g = ring_of(part.buffer(HALF, quad_segs=16)), (math.cos(fibres), math.sin(fibres))
    found = faces_of(way, fibres=g, part=part, blank=part.buffer(SAWN), half=HALF, radius=SAWN + BESIDE, rules=RULES)
    # Round a closed part fibres lift on as much as they do not; round a long and wavy one in stretches that are too short alone.
    assume(found is not None)
    assert found is not None
    for ways, left in ((found.shown, True), (found.back, False)):
        for each in ways:
            assert longest_lift(each.along, g, wood_on_left=left) < SHORTEST_LIFT
            clear = LineString(each.into).buffer(HALF - 0.05).union(LineString(each.out).buffer(HALF - 0.05))
            assert clear.intersection(part).area < 0.5
            assert min(part.distance(Spot(each.into[0])), part.distance(Spot(each.out[-1]))) > HALF + SAWN
    # Together they are once round, and touch one another.
    gone = shapely.union_all([LineString(each.along).buffer(0.3) for each in (*found.shown, *found.back)])
    assert LineString([*way, way[0]]).difference(gone).length < 0.5
    assert sum(LineString(each).length for each in found.left) < LineString([*way, way[0]]).length


@pytest.mark.parametrize(
    ("chords", "spans"),
    [
        # A dip of 10° and more lifts, the flat between does not: 20 mm of it go with both sides, 30 mm do not.
        ([(40, -10), (20, 0), (40, -10), (100, 0)], [(0, 100)]),
        ([(40, -10), (30, 0), (40, -12), (100, 0)], [(0, 40), (70, 110)]),
        ([(50, 0), (7, -10), (60, 0)], []),
        ([(50, 0), (9, -10), (60, 0)], [(50, 59)]),
        ([(50, 2), (40, -2.9), (60, 10)], []),
    ],
)
def test_short_stretches_go_with_what_is_beside_them(chords, spans):
    way = [(0.0, 0.0)]
    for long, degrees in chords:
        x, y = way[-1]
        way.append((x + long * math.cos(math.radians(degrees)), y + long * math.sin(math.radians(degrees))))
    # Back by two ends across the grain and a side along it.
    way += [(way[-1][0], 90.0), (0.0, 90.0)]
    found = lifting_of(tuple(way), fibres=(1.0, 0.0), rules=RULES)
    assert [(pytest.approx(a), pytest.approx(b)) for a, b in found] == spans


def wavy(rx: float, ry: float, turn: float, wave: float, count: int):
    turns = [2 * math.pi * i / 240 for i in range(240)]
    waves = [(t, 1 + wave * math.sin(count * t)) for t in turns]
    part = affinity.rotate(Polygon([(rx * r * math.cos(t), ry * r * math.sin(t)) for t, r in waves]), turn, origin=(0, 0))
    return part.buffer(-7).buffer(14).buffer(-7)


@pytest.mark.parametrize(
    ("shape", "fibres"),
    [
        ((81.03, 94.74, 48.92, 0.37, 5), 3.001),
        ((76.38, 59.13, 133.34, 0.35, 5), 1.442),
        ((67.62, 87.08, 43.98, 0.36, 5), 0.61),
        ((44.68, 68.93, 19.89, 0.34, 5), 2.538),
        ((62.69, 86.8, 140.01, 0.33, 5), 1.868),
    ],
)
def test_in_a_hollow_a_way_begins_where_the_bit_comes_in_clear_of_the_part(shape, fibres):
    part = wavy(*shape)
    way, g = ring_of(part.buffer(HALF, quad_segs=16)), (math.cos(fibres), math.sin(fibres))
    found = faces_of(way, fibres=g, part=part, blank=part.buffer(SAWN), half=HALF, radius=SAWN + BESIDE, rules=RULES)
    assert found is not None
    for each in (*found.shown, *found.back):
        for arc, outside in ((each.into, each.into[0]), (each.out, each.out[-1])):
            assert LineString(arc).buffer(HALF - 0.05).intersection(part).area < 0.5
            assert part.buffer(SAWN).distance(Spot(outside)) >= HALF + 0.49, "it is begun and stopped beside the wood"
    for each in found.shown:
        lifting = sum(long for long, s in slopes(each.along, g, wood_on_left=True) if -RULES.end_grain < s < -RULES.downhill)
        assert lifting < 2, "moved on into what does not lift"


def test_a_part_is_turned_over_with_its_template():
    made = planned()
    assert made.status == "caution"
    assert not any(each.level == "stop" for each in made.cautions)
    over = next(number for number, move in enumerate(made.moves) if move.kind == "turn-over")
    ways = [[move.setting for move in made.moves if move.kind == kind] for kind in ("start", "cut", "leave", "stop")]
    assert ways == [[0, 0, 1, 1]] * 4, "a disc has two stretches from each face"
    assert all(move.fresh in ("left", "none") for move in made.moves if move.fresh), "none of it a climb"
    (template,) = (each for each in made.bodies if each.role == "template")
    before, after = (each for each in made.bodies if each.role == "bench")
    (smaller,) = (each for each in made.bodies if each.role == "below")
    assert (before.z1, before.to_move, after.from_move) == (template.z0, over, over)
    assert (smaller.z0, smaller.z1, after.z0) == (18.0, 30.0, 30.0)
    assert Polygon(smaller.ring).buffer(9.9).area < Polygon(template.ring).area
    # The cutter is 30 long, of which 18.5 are below the face: its bearing rides 2 mm on the template.
    assert template.z0 == -(30 - 18.5 + 2)
    said = {each.key: " / ".join(line.metric for line in each.lines) for each in made.slip}
    assert "template above: stretch 1: 67 mm · 2: 67 mm" in said["direction"]
    assert "then 32 mm below the base" in said["direction"]
    assert "10 mm smaller all round and 12 mm thick" in said["hold"]
    assert sum(line.metric.startswith("From the back: ") for line in made.in_words) == 2
    assert "turned over where its fibres lift" in made.sentence.metric
    assert sum(each.role == "lifts" for each in made.drawing[0].outlines) == 2


def test_the_template_guides_on_both_faces():
    made = planned()
    around = circumstances(BOARD, OWN, OWN.rules, NOTHING_BEFORE)

    over = next(number for number, move in enumerate(made.moves) if move.kind == "turn-over")

    def stops(*templates: Body) -> set[tuple[str, int]]:
        bodies = (*(each for each in made.bodies if each.role != "template"), *templates)
        run = prove(Program(bodies=bodies, settings=made.settings, moves=made.moves), around)
        return {(each.code, made.moves[each.move].setting) for each in run.proof.findings if each.level == "stop"}

    (right,) = (each for each in made.bodies if each.role == "template")
    wrong = replace(right, ring=tuple((x + 1.5, y) for x, y in right.ring))
    assert not stops(right)
    assert ("off-its-template", 0) in stops(replace(wrong, to_move=over), replace(right, from_move=over))
    assert ("off-its-template", 1) in stops(replace(right, to_move=over), replace(wrong, from_move=over))
    small = replace(right, ring=ring_of(Polygon(right.ring).buffer(-1.5)))
    assert ("off-its-template", 1) in stops(replace(right, to_move=over), replace(small, from_move=over))
    # Above the work the base lies on it; below it the work carries the base.
    x, y = right.ring[0]
    tiny = replace(right, ring=((x, y), (x + 3, y), (x, y + 3)))
    met = stops(replace(tiny, to_move=over), replace(tiny, from_move=over))
    assert ("nothing-carries", 1) in met
    assert ("nothing-carries", 0) not in met


def test_every_stretch_that_is_left_is_numbered_and_run_from_the_other_face():
    fish = next(each for each in SHOP.outlines if each.id == "emblem-fish")
    made = planned(shop=replace(OWN, outlines=(*OWN.outlines, fish)), outline="emblem-fish", corners=mm(8))
    shown = sum(each.role == "lifts" for each in made.drawing[0].outlines)
    assert shown == sum(move.kind == "start" and move.setting == 1 for move in made.moves) == 3
    (note,) = (each for each in made.cautions if each.code == "cut-from-both-faces")
    assert note.facts["count"] == 3


def test_the_bit_reaches_past_the_template_when_the_work_is_turned_over():
    def reach(turned: bool) -> float:
        asked = replace(ASKED, turned=turned)
        judge = TemplateJudge(
            OWN, on_board(asked, BOARD, OWN), OWN.material("oak"), RULES, "tip", corners=False, thickness_said=False
        )
        return judge.reach(OWN.bit("pattern-19.05"))

    assert (reach(False), reach(True)) == (18.5, 18.5 + 13.5)


@pytest.mark.parametrize(
    ("more", "status", "code"),
    [
        ({"piece": replace(BOARD, material="birch-plywood")}, "caution", "nothing-to-turn"),
        ({"bit_id": "flush-12.7"}, "stop", "no-bearing-at-both-ends"),
        ({"outline": "ring"}, "stop", "cannot-plunge"),
        ({"template": mm(13)}, "stop", "bearing-above-template"),
        ({"template": mm(14)}, "caution", "cut-from-both-faces"),
    ],
)
def test_what_turning_over_needs(more, status, code):
    made = planned(**more)
    assert made.status == status
    codes = {each.code for each in made.cautions}
    assert code in codes
    if code == "no-bearing-at-both-ends":
        assert {"turned": False} in [each.change for each in made.remedies]
    if code == "nothing-to-turn":
        assert not any(move.kind == "turn-over" for move in made.moves)


def test_a_drawer_without_a_bearing_at_both_ends_lacks_it():
    shop = replace(OWN, bits=tuple(each for each in SHOP.bits if each.profile != "double-bearing"))
    with pytest.raises(CutError) as refused:
        planned(shop=shop)
    assert (refused.value.code, refused.value.lacks) == ("no-bit-of-kind", True)
    assert "a bearing at both ends" in refused.value.message.metric


@pytest.mark.parametrize(("outline", "lies"), [("lath", False), ("board", True)])
def test_a_part_too_narrow_for_a_board_below_it_is_not_turned_over(outline, lies):
    made = planned(outline=outline, turn=20)
    assert any(move.kind == "turn-over" for move in made.moves)
    assert any(each.id == "smaller" for each in made.bodies) == lies
    stops = {each.code for each in made.cautions if each.level == "stop"}
    assert ("nothing-to-lie-on" in stops) != lies
    if not lies:
        assert ("nothing-to-lie-on", {"turned": False}) in [(each.answers, each.change) for each in made.remedies]
        one_face = planned(outline=outline, turn=20, turned=False)
        assert not any(each.code == "nothing-to-lie-on" for each in one_face.cautions)


def test_turned_over_it_follows_no_guide_that_was_chosen_before():
    form = PLANNING.form(replace(ASKED, turned=False, guide="bushing"), BOARD, OWN)
    blank = next(each for each in form.options if each.label == "Where fibres lift")
    assert [each.change for each in blank.choices] == [{"turned": False, "guide": None}, {"turned": True, "guide": None}]


@pytest.mark.parametrize("lacking", [False, True])
def test_turning_it_over_is_offered_where_fibres_lift_and_a_bit_can_do_it(lacking):
    shop = replace(OWN, bits=tuple(each for each in OWN.bits if each.bearing_place != "both")) if lacking else OWN
    made = planned(shop=shop, turned=False)
    ways = [each.change for each in made.remedies if each.answers == "fibres-lift-along" and "turned" in each.change]
    assert len(ways) == (0 if lacking else 1)
    if ways:
        again = planned(shop=shop, **ways[0])
        assert again.status != "stop"
        assert "cut-from-both-faces" in {each.code for each in again.cautions}
    assert {"gentler": True} in [each.change for each in made.remedies]
    slower = planned(shop=shop, turned=False, gentler=True)
    assert {"gentler": True} not in [each.change for each in slower.remedies], "it is led slowly already"
