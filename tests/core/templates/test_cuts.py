"""Cuts by template: recess, part and plug of an outline, planned, proven and put into words (R9, R10, R21)."""

from __future__ import annotations

import math
import re
from dataclasses import replace

import pytest
import shapely
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import LineString, Polygon
from shapely.geometry import Point as Spot
from tests.demo_cuts import DEMO

from ranura.core.board.pieces import Piece
from ranura.core.cuts.template.asked import TemplateCut
from ranura.core.cuts.template.on_board import on_board
from ranura.core.families import FAMILIES
from ranura.core.geometry.areas import parts_of
from ranura.core.geometry.loop_text import loops_of_text, text_of_loops
from ranura.core.geometry.loops import area_of, circle
from ranura.core.geometry.paths import begun_ahead, length_of
from ranura.core.plan import PLANNING, PlanWithMoves
from ranura.core.proof.recorder import TABS, Recorder
from ranura.core.shop.saved_outlines import MadeTemplate, SavedOutline
from ranura.core.shop.shop import Shop
from ranura.core.templates.clearing import rounds
from ranura.core.templates.rounding import rounded
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import read
from ranura.demo.shop import SHOP

SQUARE = "M0 0 L80 0 L80 60 L0 60 Z"
SOFT = text_of_loops([circle((40, 40), 40)])
RING = f"{SOFT} {text_of_loops([circle((40, 40), 15)])}"
NOTCHED = "M0 0 L100 0 L100 60 L53 60 L50 20 L47 60 L0 60 Z"


def mm(value: float):
    return read(f"{value:g}", "mm")


def shop(**paths: str) -> Shop:
    return replace(SHOP, outlines=tuple(SavedOutline(id=name, name=name, path=path) for name, path in paths.items()))


OWN = shop(square=SQUARE, soft=SOFT, ring=RING, notched=NOTCHED)


def board(length: float = 400, width: float = 260, thickness: float = 18, wood: str = "beech") -> Piece:
    return Piece(name="Board", material=wood, length=mm(length), width=mm(width), thickness=mm(thickness))


def cut(outline: str = "soft", **more) -> TemplateCut:
    known = {"depth": mm(4), "from_left": mm(120), "from_near": mm(80)} | more
    return TemplateCut(outline=outline, **known)


def plan(asked: TemplateCut, piece: Piece | None = None, of: Shop = OWN) -> PlanWithMoves:
    return PLANNING.plan_with_moves(asked, piece or board(), of, of.rules)


def gone(made: PlanWithMoves, depth: float):
    """What the bit takes at a depth, from its moves alone."""
    swept = []
    for move in made.moves:
        if move.kind in ("cut", "plunge") and move.to_depth is not None and move.to_depth >= depth - 1e-6:
            r = max(r for _, r, _ in made.settings[move.setting].bit.silhouette)
            way = LineString(move.path) if len(move.path) > 1 else Spot(move.path[0])
            swept.append(way.buffer(r, quad_segs=32))
    return shapely.union_all(swept)


def wanted(asked: TemplateCut, of: Shop = OWN):
    return on_board(asked, board(), of).area


def codes(made: PlanWithMoves) -> set[str]:
    return {each.code for each in made.cautions}


@pytest.mark.parametrize("guide", ["bushing", "bearing"])
@pytest.mark.parametrize("outline", ["soft", "ring"])
def test_a_recess_is_what_lies_inside_its_outline(outline, guide):
    asked = cut(outline, guide=guide)
    made = plan(asked)
    assert made.status in ("ready", "caution"), codes(made)
    off = gone(made, 4).symmetric_difference(wanted(asked))
    assert off.buffer(-0.03).is_empty, "nothing of it is 0.06 mm wide"


def test_islands_stay_and_the_template_has_one_too():
    made = plan(cut("ring"))
    middle = Spot(120 + 40, 80 + 40)
    assert gone(made, 4).distance(middle) == pytest.approx(15, abs=0.05)
    templates = [Polygon(body.ring, body.holes) for body in made.bodies if body.role == "template"]
    assert len(templates) == 2
    bit, ring = made.settings[0].bit, made.settings[0].guides[0]
    offset = ring.r - max(r for _, r, _ in bit.silhouette)
    island = min(templates, key=lambda each: each.area)
    assert math.sqrt(island.area / math.pi) == pytest.approx(15 - offset, abs=0.02), "smaller by the offset (R9)"


def test_a_part_is_gone_round_with_itself_on_the_left_and_its_holes_come_first():
    asked = cut("ring", makes="part", through=True, depth=mm(18), backed=True, loose="screws")
    made = plan(asked)
    assert made.status in ("ready", "caution"), codes(made)
    ways = [move.path for move in made.moves if move.kind == "cut" and move.fresh == "both"]
    sizes = [Polygon(way).area for way in ways]
    assert sizes == sorted(sizes), "while the hole is cut the part hangs on its board"
    assert [Polygon(way).exterior.is_ccw for way in (ways[0], ways[-1])] == [False, True]
    kept = wanted(asked)
    assert gone(made, 18).intersection(kept).buffer(-0.03).is_empty
    assert gone(made, 18).distance(kept) < 0.03


def test_what_comes_free_must_be_held():
    asked = cut("soft", through=True, depth=mm(18), backed=True)
    made = plan(asked)
    assert "loose-piece" in codes(made)
    held = {str(each.change.get("loose")) for each in made.remedies if each.answers == "loose-piece"}
    assert held == {"tape", "screws", "tabs", "skin"}
    assert plan(replace(asked, loose="tabs")).status != "stop"


def test_tabs_that_find_no_room_are_left_out():
    recorder = Recorder()
    circle_ = tuple((4 * math.cos(turn / 10), 4 * math.sin(turn / 10)) for turn in range(63))
    recorder.cut_over_tabs(circle_, 18, "both", 2.0, top=15, half=6)
    assert [move.kind for move in recorder.moves] == ["cut"]
    recorder.cut_over_tabs(tuple((40 * x, 40 * y) for x, y in circle_), 18, "both", 2.0, top=15, half=6)
    assert sum(move.kind == "lift" for move in recorder.moves) == TABS


@pytest.mark.parametrize("outline", ["soft", "fish"])
def test_plug_and_recess_of_an_inlay_fit_one_another(outline):
    """A ring whose wall is as thick as the bit is wide: gap 0 (R10)."""
    of = shop(soft=SOFT, fish=next(each.path for each in SHOP.outlines if each.id == "emblem-fish"))
    corners = None if outline == "soft" else mm(7.5)
    recess = plan(cut(outline, guide="inlay", corners=corners, depth=mm(3)), board(420, 280), of)
    plug = plan(cut(outline, makes="plug", corners=corners, depth=mm(3)), board(420, 280, 12), of)
    assert {recess.status, plug.status} == {"caution"}
    hole, around = gone(recess, 3), gone(plug, 4)
    inner = max(around.interiors if isinstance(around, Polygon) else [], key=lambda ring: Polygon(ring).area)
    assert Polygon(inner).symmetric_difference(hole).buffer(-0.04).is_empty
    assert plug.passes[-1].to_depth == pytest.approx(4), "deeper by what it stands proud"


def test_an_inlay_that_would_not_enter_is_stopped_and_mended_by_round_corners():
    fish = shop(fish=next(each.path for each in SHOP.outlines if each.id == "emblem-fish"))
    asked = cut("fish", guide="inlay", depth=mm(3))
    made = plan(asked, board(420, 280), fish)
    assert made.status == "stop"
    assert "corners-not-entered" in codes(made)
    mends = [each for each in made.remedies if "corners" in each.change]
    assert mends[0].change["corners"].typed == "7.5"
    assert plan(replace(asked, corners=mm(7.5)), board(420, 280), fish).status == "caution"


def test_a_loose_pair_is_not_taken_for_an_inlay():
    made = plan(cut("soft", makes="plug", bit_id="straight-3.175", router_id="plunge-two", depth=mm(2)))
    assert {"plug-too-large", "inlay-too-loose"} & codes(made)
    assert made.status == "stop"


def test_a_notch_that_no_ring_enters_is_said():
    asked = cut("notched", depth=mm(3), guide="bushing")
    assert "corners-not-entered" in codes(plan(asked, board(420, 280)))


@pytest.mark.parametrize(
    ("asked", "field", "code"),
    [
        (TemplateCut(depth=mm(4)), "cut.outline", "outline-unchosen"),
        (cut("gone"), "cut.outline", "outline-gone"),
        (cut("soft", from_left=mm(330)), "cut.from_left", "outline-off-board"),
        (cut("soft", from_near=mm(190)), "cut.from_near", "outline-off-board"),
        (cut("soft", depth=mm(18)), "cut.depth", "template-goes-through"),
        (cut("soft", makes="plug", depth=mm(17.5)), "cut.depth", "template-goes-through"),
        (cut("soft", makes="plug", through=True), "cut.through", "plug-goes-through"),
        (cut("soft", corners=mm(60)), "cut.corners", "rounded-away"),
        (cut("soft", count=2), "cut.spacing", "spacing-missing"),
        (cut("soft", count=2, spacing=mm(70)), "cut.spacing", "stations-meet"),
        (cut("soft", count=3, spacing=mm(110)), "cut.spacing", "no-wood-after"),
        (cut("thin", depth=mm(4)), "cut.outline", "narrower-than-bits"),
        (cut("open"), "cut.outline", "outline-unreadable"),
        (cut("strange"), "cut.outline", "outline-unreadable"),
    ],
)
def test_what_cannot_be_is_said_where_it_was_asked(asked, field, code):
    of = shop(soft=SOFT, thin="M0 0 L90 0 L90 2 L0 2 Z", open="M0 0 L10 0 L10 10", strange="M0 0 H10")
    with pytest.raises(CutError) as caught:
        plan(asked, of=of)
    assert (caught.value.field, caught.value.code) == (field, code)


def test_a_cut_says_when_its_outline_has_changed():
    first = OWN.outlines[0].version
    assert "outline-changed" not in codes(plan(cut("square", outline_version=first)))
    other = shop(square="M0 0 L70 0 L70 60 L0 60 Z")
    made = plan(cut("square", outline_version=first), of=other)
    assert "outline-changed" in codes(made)
    mend = next(each for each in made.remedies if each.answers == "outline-changed")
    assert "outline-changed" not in codes(plan(replace(cut("square"), **mend.change), of=other))


def test_the_same_outline_is_cut_wherever_it_lies_and_however_it_is_turned():
    straight = wanted(cut("notched", turn=0.0, from_left=mm(40)))
    assert wanted(cut("notched", end="right", from_left=mm(40))).bounds[2] == pytest.approx(360)
    turned = wanted(cut("notched", turn=90.0, from_left=mm(40)))
    x0, y0, x1, y1 = turned.bounds
    assert (x1 - x0, y1 - y0) == pytest.approx((60, 100))
    assert turned.area == pytest.approx(straight.area)


def test_lifting_stretches_of_a_circle_are_two_opposite_arcs():
    """Clockwise inside, fibres along the board: they dive in two of four quarters (R7)."""
    made = plan(cut("soft"), board(wood="oak"))
    marks = [mark for mark in made.drawing[0].marks if mark.kind == "lift"]
    assert [mark.text.metric for mark in marks] == ["1", "2"]
    (ax, ay), (bx, by) = (mark.at for mark in marks)
    assert ((ax + bx) / 2, (ay + by) / 2) == pytest.approx((160, 120), abs=1.0)
    assert not [mark for mark in plan(cut("soft"), board(wood="mdf")).drawing[0].marks if mark.kind == "lift"]


@settings(max_examples=40)
@given(
    corners=st.lists(st.floats(8, 60), min_size=3, max_size=9),
    bit=st.sampled_from([3.175, 6.0, 8.0, 12.7]),
    lane=st.sampled_from([0.4, 0.6, 0.8]),
)
def test_rounds_leave_nothing_of_a_field_and_take_nothing_else(corners, bit, lane):
    turns = [2 * math.pi * i / len(corners) for i in range(len(corners))]
    shape = Polygon([(r * math.cos(t), r * math.sin(t)) for r, t in zip(corners, turns, strict=True)]).buffer(0)
    axis = shape.buffer(-bit / 2)
    found = rounds(axis, bit_diameter=bit, lane=lane)
    swept = shapely.union_all([Polygon(each.path).boundary.buffer(bit / 2) for each in found]) if found else Polygon()
    reached = axis.buffer(bit / 2)
    assert swept.difference(reached.buffer(0.02)).area < 1e-6
    left = parts_of(reached.difference(swept.buffer(0.02)))
    assert max((part.area for part in left), default=0.0) < 0.5, "less than the proof would find"
    if found:
        assert found[-1].path[0] in set(axis.boundary.coords) or Spot(found[-1].path[0]).distance(axis.boundary) < 1e-9


@given(radius=st.floats(0.5, 12), seed=st.integers(0, 200))
def test_what_is_rounded_has_no_corner_that_a_disc_does_not_enter(radius, seed):
    turns = [seed + 2.4 * i for i in range(7)]
    shape = Polygon([(40 * math.cos(t) + i, 30 * math.sin(t)) for i, t in enumerate(sorted(t % 6.28 for t in turns))]).buffer(0)
    made = rounded(shape, radius)
    for by in (-radius, radius):
        back = made.buffer(by * 0.99, quad_segs=64).buffer(-by * 0.99, quad_segs=64)
        assert back.symmetric_difference(made).area < 0.01 * max(made.area, 1.0)


def test_the_next_way_is_begun_ahead_so_that_no_wood_lies_on_the_right():
    inner = ((2.0, 0.0), (-2.0, 0.0), (2.0, 0.0))
    outer = tuple((8 * math.cos(-t / 10), 8 * math.sin(-t / 10)) for t in range(63))
    begun = begun_ahead(outer, inner, 6.0)
    assert begun[0][0] > 7.5, "it goes on the way it was heading"
    assert length_of(begun, closed=False) == pytest.approx(2 * math.pi * 8, rel=0.01)


def test_kept_texts_read_back_as_they_were():
    for outline in SHOP.outlines:
        loops = loops_of_text(outline.path)
        again = loops_of_text(text_of_loops(loops))
        assert area_of(again).symmetric_difference(area_of(loops)).area < 0.05
    for wrong in ("", "M0 0", "M0 0 H10", "L10 10", "M0 0 L1", "M0 0 C1 2 3 4 5"):
        with pytest.raises(ValueError, match="kept outline"):
            loops_of_text(wrong)


def test_a_form_names_an_outline_that_is_gone():
    form = FAMILIES["template"].form(cut("gone"), board(), OWN)
    choice = next(each for each in form.sentence if getattr(each, "label", "") == "Outline")
    assert (choice.choices[0].says, choice.choices[0].chosen) == ("no outline", True)
    assert len(choice.choices) == 1 + len(OWN.outlines)


@pytest.mark.parametrize(("end", "first", "second"), [("left", 40, 150), ("right", 400 - 40 - 80, 400 - 150 - 80)])
def test_places_go_on_from_the_end_that_is_measured_from(end, first, second):
    asked = cut("soft", end=end, from_left=mm(40), count=2, spacing=mm(110))
    made = plan(asked)
    assert made.status in ("ready", "caution"), codes(made)
    lefts = [gone_at(made, station).bounds[0] for station in (1, 2)]
    assert lefts == [pytest.approx(first, abs=0.05), pytest.approx(second, abs=0.05)]
    again = plan(replace(asked, count=3, spacing=mm(100)))
    assert [each.mark.metric.number for each in again.stations] == ["40", "140", "240"]


def gone_at(made: PlanWithMoves, station: int):
    """What the bit takes at one place."""
    return gone(replace(made, moves=tuple(move for move in made.moves if move.station == station)), 4)


@pytest.mark.parametrize(
    ("end", "edge", "x", "y"),
    [("left", "near", 120, 80), ("right", "far", 120, 80), ("left", "far", 120, 80), ("right", "near", 120, 80)],
)
def test_the_slip_says_where_the_template_begins_from_the_sides_that_are_measured_from(end, edge, x, y):
    made = plan(cut("soft", end=end, edge=edge))
    template = next(Polygon(body.ring, body.holes) for body in made.bodies if body.role == "template")
    x0, y0, x1, y1 = template.interiors[0].bounds
    along, up = (x0 if end == "left" else 400 - x1), (y0 if edge == "near" else 260 - y1)
    assert (along, up) == (pytest.approx(x, abs=6), pytest.approx(y, abs=6)), "outside of the outline by the offset"
    line = next(line.metric for line in section(made, "guide").lines if line.metric.startswith("it begins"))
    said = [float(number) for number in re.findall(r"([\d.]+) mm from the", line)]
    assert said == [pytest.approx(along, abs=0.06), pytest.approx(up, abs=0.06)]
    assert (f"{end} end" in line, f"{edge} edge" in line) == (True, True)
    typed = {
        each.field: abs(each.end[0] - each.start[0]) + abs(each.end[1] - each.start[1]) for each in made.drawing[0].dimensions
    }
    assert (typed["from_left"], typed["from_near"]) == (pytest.approx(120), pytest.approx(80))


def section(made: PlanWithMoves, key: str):
    return next(each for each in made.slip if each.key == key)


def test_the_ring_is_on_for_the_recess_and_off_for_the_plug():
    recess, plug = plan(cut("soft", guide="inlay", depth=mm(3))), plan(cut("soft", makes="plug", depth=mm(3)))
    assert [section(each, "guide").leads[0].caption.metric for each in (recess, plug)] == ["ring on", "ring off"]
    rings = [each.settings[0].guides[0].r * 2 for each in (recess, plug)]
    assert rings == [20.6375, 7.9375]
    workings = {each.figures[i].key: each.figures[i].worked.metric for each in (plug,) for i in range(len(each.figures))}
    assert "+" in workings["template.offset"]


@pytest.mark.parametrize("makes", ["recess", "part", "plug"])
def test_lifting_stretches_lie_in_what_stays_where_the_fibres_dive(makes):
    """Against the feed of the moves: where they run out of what stays, seen along the heading, they are cut short (R7)."""
    more = {"through": True, "depth": mm(18), "backed": True, "loose": "tape"} if makes == "part" else {}
    made = plan(cut("soft", makes=makes, **more), board(wood="oak"))
    strips = [Polygon(outline.points) for outline in made.drawing[0].outlines if outline.role == "lifts"]
    names = [Spot(mark.at) for mark in made.drawing[0].marks if mark.kind == "lift"]
    assert len(strips) == len(names) == 2
    disc = wanted(cut("soft"))
    for strip, name in zip(strips, names, strict=True):
        stays = strip.intersection(disc).area if makes != "recess" else strip.difference(disc).area
        assert stays > 0.9 * strip.area
        assert disc.contains(name) == (makes != "recess")
    # Where the router goes clockwise along fibres from left to right, it meets them diving in two opposite quarters.
    way = max((move for move in made.moves if move.kind == "cut"), key=lambda move: len(move.path)).path
    sense = 1 if Polygon(way).exterior.is_ccw else -1
    side = 1 if makes == "recess" else -1
    (x, y) = strips[0].centroid.x - 160, strips[0].centroid.y - 120
    assert (x * y > 0) == (sense * side < 0)


def test_a_bit_that_reaches_into_rounded_corners_goes_before_a_handier_one():
    tray = "M4 0 L96 0 A4 4 0 0 1 100 4 L100 56 A4 4 0 0 1 96 60 L4 60 A4 4 0 0 1 0 56 L0 4 A4 4 0 0 1 4 0 Z"
    of = shop(tray=tray)
    made = plan(cut("tray"), of=of)
    assert next(bit for bit in of.bits if bit.id == made.bit_id).diameter <= 8
    assert "corners-left" not in codes(made)


@pytest.mark.parametrize(
    ("more", "code"),
    [
        ({}, "no-climb-in-a-slot"),
        ({"makes": "part", "through": True, "depth": mm(18), "backed": True, "loose": "tape"}, "no-climb-in-a-slot"),
        ({"makes": "part", "through": True, "depth": mm(18), "sawn": mm(1), "held": "tape"}, "no-climb-round-a-part"),
    ],
)
def test_where_the_house_lets_a_light_climb_go_first_it_is_said_why_none_does(more, code):
    """R7: clamped work, 1 mm and 6 mm² at most; round a sawn part no clamp stays clear."""
    asked = cut("soft", **more)
    said = {climb: codes(PLANNING.plan_with_moves(asked, board(), OWN, replace(OWN.rules, climb=climb))) for climb in CLIMBS}
    assert "fibres-lift-along" in said["never"]
    assert [code in said[climb] for climb in CLIMBS] == [False, False, True]
    learner = replace(OWN.rules, climb="light-pass", level="learner")
    assert code not in codes(PLANNING.plan_with_moves(asked, board(), OWN, learner))


CLIMBS = ("never", "start", "light-pass")


@pytest.mark.parametrize(("loose", "left"), [("tape", -0.5), ("skin", OWN.rules.tab)])
def test_how_deep_it_goes_through(loose, left):
    made = plan(cut("soft", through=True, depth=mm(18), backed=True, loose=loose))
    assert made.passes[-1].to_depth == pytest.approx(18 - left)


def test_the_ring_nearest_to_the_bit_with_room_is_taken():
    made = plan(cut("soft", guide="bushing", bit_id="up-cut-8"))
    rings = sorted(each.outside for each in OWN.guides if each.kind == "bushing")
    assert made.settings[0].guides[0].r * 2 == pytest.approx(next(ring for ring in rings if ring - 2 - 8 >= 0.5))


def test_it_is_repeated_evenly_from_where_it_begins():
    found = PLANNING.repeated(cut("soft", from_left=mm(20)), board(), OWN, 3)
    assert found.spacing.mm == pytest.approx((400 - 2 * 20 - 80) / 2)


@pytest.mark.parametrize(("end", "right"), [("left", 1.0), ("right", -1.0)])
def test_the_first_place_follows_the_hand(end, right):
    handle = next(each for each in plan(cut("soft", end=end)).drawing[0].handles if each.field == "from_left")
    assert (handle.direction, handle.other.direction) == ((right, 0.0), (0.0, 1.0))


def test_a_template_made_of_another_version_of_its_outline_is_not_taken():
    made = MadeTemplate(thickness=18.0, guide=20.0, bit=12.0, outline="emblem-fish", version="of-yesterday")
    fish = next(each for each in SHOP.outlines if each.id == "emblem-fish")
    old = SavedOutline(id="old", name="Old", path=fish.path, is_template=True, made=made)
    new = replace(old, id="new", made=replace(made, version=fish.version))
    worn = replace(new, id="worn", made=replace(made, version=fish.version, uses=500))
    cut, lid = next(
        (cut, lid) for _, _, cut, lid in DEMO if getattr(cut, "outline", None) == "emblem-fish" and cut.makes == "recess"
    )
    sharp = replace(cut, corners=None)
    found = on_board(sharp, lid, replace(SHOP, outlines=(*SHOP.outlines, worn, old, new))).templates
    assert [each.id for each in found] == ["new", "worn"]
    assert on_board(cut, lid, replace(SHOP, outlines=(*SHOP.outlines, new))).templates == (), "its corners are round"


def test_how_well_a_plug_fits_is_forecast_from_bit_and_ring():
    made = plan(cut(makes="plug", outline="soft"), of=replace(OWN, guides=SHOP.guides))
    assert made.fit is not None
    # Both sides err together: s = 2·√(0.03² + 0.05²).
    assert made.fit.spread.metric.number == f"{2 * math.hypot(0.03, 0.05):.2f}"
    assert made.fit.tight + made.fit.slides + made.fit.loose == pytest.approx(1)
    assert plan(cut("soft", guide="bushing")).fit is None


def sawn(outline: str = "soft", **more) -> TemplateCut:
    known = {"makes": "part", "through": True, "depth": mm(18), "sawn": mm(2.5), "held": "tape", "backed": True} | more
    return cut(outline, **known)


@pytest.mark.parametrize("guide", ["bushing", "tip"])
@pytest.mark.parametrize("outline", ["soft", "square", "ring"])
def test_a_part_that_was_sawn_out_is_gone_round_from_beside_it(outline, guide):
    asked = sawn(outline, guide=guide, corners=mm(8))
    if (outline, guide) == ("ring", "tip"):
        assert plan(asked).status == "stop", "no bit with a bearing at its tip plunges into the hole"
        return
    made = plan(asked)
    assert made.status == "caution"
    (work,) = (each for each in made.bodies if each.role == "work")
    blank, part = Polygon(work.ring), wanted(asked)
    whole = shapely.union_all([Polygon(each.exterior) for each in parts_of(part)])
    assert blank.symmetric_difference(whole.buffer(2.5)).area < 0.02 * blank.length
    r = max(r for _, r, _ in made.settings[0].bit.silhouette)
    outer = [each for each in made.moves if each.kind == "start" and each.to_depth > 0]
    assert outer, "nothing turns above the wood"
    for each in outer:
        assert blank.distance(Spot(each.path[0])) > r, "begun beside the wood"
        assert blank.distance(Spot(made.moves[made.moves.index(each) + 1].path[-1])) < r
    # The plug of its hole stays on the tape.
    left = shapely.union_all([each for each in parts_of(blank.difference(gone(made, 17.9))) if each.intersects(part.buffer(-2))])
    assert left.symmetric_difference(part).area < 0.01 * part.length
    assert made.passes[-1].to_depth == pytest.approx(18.5)
    if guide == "tip":
        assert len(made.passes) == 1, "its bearing sets one depth"
        (template,) = (each for each in made.bodies if each.role == "template")
        (bench,) = (each for each in made.bodies if each.role == "bench")
        assert template.z1 == 0.0
        assert bench.z1 == template.z0
        assert template.z0 <= -(0.5 + 5 + 3), "bearing and screw stay clear of the bench"
        (rides,) = made.settings[0].guides
        assert template.z0 <= rides.z0 < rides.z1 <= template.z1, "the bearing runs on the template"
        assert not any(each.role == "below" for each in made.bodies)


def test_a_sawn_part_enters_the_wood_on_the_side_that_is_cut_away():
    made = plan(sawn(corners=mm(8), guide="bushing"))
    enters = [each for each in made.moves if each.kind == "enter"]
    assert len(enters) == len(made.passes)
    assert {each.fresh for each in enters} == {"left"}, "against the feed, so that the bit does not run ahead"
    ring = next(each for each in made.moves if each.kind == "cut").path
    assert length_of(ring, closed=False) > Polygon(wanted(sawn(corners=mm(8))).exterior).length, "once round and a little more"
    stops = [each for each in made.moves if each.kind == "stop"]
    assert len(stops) == len(made.passes), "switched off beside the wood before every next depth"
    assert max(each.feed_m_min or 0.0 for each in made.moves) <= 3.0 + 1e-6, "as fast as a template is followed (R4)"


@pytest.mark.parametrize(
    ("more", "stop"),
    [
        ({"held": None}, "sawn-part-on-tape"),
        ({"held": "dogs"}, "sawn-part-on-tape"),
        ({"sawn": mm(3.2)}, "waste-too-wide"),
        ({"guide": "tip", "template": mm(8)}, "tip-bearing-meets-bench"),
    ],
)
def test_a_sawn_part_that_cannot_be_held_or_cut_is_stopped(more, stop):
    made = plan(sawn(corners=mm(8), **more))
    assert made.status == "stop"
    assert stop in codes(made)
    remedies = [each for each in made.remedies if each.answers == "sawn-part-on-tape"]
    by_hand = [each.change for each in remedies if "starting_pin" not in each.change]
    assert by_hand == ([{"held": "tape"}] if "held" in more else []), "vacuum finds too little under it"


@pytest.mark.parametrize(
    ("more", "field"),
    [
        ({"makes": "recess"}, "cut.sawn"),
        ({"through": False, "depth": mm(4)}, "cut.sawn"),
        ({"count": 2, "spacing": mm(90)}, "cut.count"),
    ],
)
def test_only_a_part_that_comes_free_is_sawn_out_before(more, field):
    with pytest.raises(CutError) as refused:
        plan(sawn(**more))
    assert refused.value.field == field


def test_parts_that_lie_apart_are_sawn_and_cut_one_by_one():
    of = shop(two="M0 0 L60 0 L60 60 L0 60 Z M90 0 L150 0 L150 60 L90 60 Z")
    with pytest.raises(CutError) as refused:
        plan(sawn("two"), of=of)
    assert refused.value.field == "cut.sawn"


def test_the_slip_of_a_sawn_part_says_how_it_is_gone_round():
    made = plan(sawn(corners=mm(8), guide="bushing"))
    said = {each.key: " ".join(line.metric for line in each.lines) for each in made.slip}
    assert "sawn 2.5 mm outside of its line" in said["direction"]
    assert "begin beside the wood" in said["direction"]
    assert "wait until it stands, then set the next depth" in said["direction"]
    assert "plunge" not in said["direction"]
    tip = plan(sawn(corners=mm(8), guide="tip"))
    below = " ".join(line.metric for each in tip.slip if each.key == "guide" for line in each.lines)
    assert "12 mm thick or more, fixed below the work" in below


def test_a_thick_template_lets_another_band_of_the_cutter_work():
    long_one = next(each for each in SHOP.bits if each.profile == "pattern")
    tools = replace(OWN, bits=(replace(long_one, shank=12.7, cutting_length=14),))
    thin = board(thickness=6)
    made = plan(sawn(corners=mm(8), guide="bearing", template=mm(18), depth=mm(6)), thin, of=tools)
    said = " ".join(line.metric for each in made.slip if each.key == "direction" for line in each.lines)
    assert "3 bands of the cutter can work" in said, "⌊(18 − 5) / 6.5⌋ + 1"
    twice = plan(sawn(corners=mm(8), guide="bearing", template=mm(12), depth=mm(6)), thin, of=tools)
    assert "2 bands of the cutter can work" in str(twice.slip)
    made = plan(sawn(corners=mm(8), guide="tip", depth=mm(6)), thin)
    assert "bands of the cutter" not in str(made.slip)


def test_the_bearing_at_the_tip_takes_no_more_than_power_and_bit_bear_at_once():
    asked = sawn(corners=mm(8), guide="tip", bit_id="flush-12.7", router_id="trim-one", depth=mm(24))
    assert "tip-takes-all-at-once" in codes(plan(asked, board(thickness=24, wood="hornbeam")))
    assert "tip-takes-all-at-once" not in codes(plan(replace(asked, sawn=mm(0.8), depth=mm(9)), board(thickness=9, wood="pine")))


def test_a_sawn_part_needs_no_plunge_base_and_no_bearing_in_the_wood():
    fixed = tuple(
        replace(router, bases=tuple(each for each in router.bases if each.kind == "fixed"))
        for router in SHOP.routers
        if any(each.kind == "fixed" for each in router.bases)
    )
    made = plan(sawn(corners=mm(8), guide="bushing"), of=replace(OWN, routers=fixed))
    assert "no-plunge-base" not in codes(made)
    assert made.status == "caution"
    assert "no-plunge-base" in codes(plan(cut("soft", guide="bushing"), of=replace(OWN, routers=fixed)))
    both = plan(sawn(corners=mm(8), guide="bearing", bit_id="pattern-19.05"))
    assert both.status == "stop"
    assert "tip-bearing-in-way" in codes(both), "its second bearing would run through the wood in the first passes"


def test_a_template_below_the_work_takes_nothing_of_the_bits_reach():
    bit = next(each for each in SHOP.bits if each.id == "pattern-19.05")
    below = PLANNING.judge(sawn(corners=mm(8), guide="tip"), board(), OWN)
    above = PLANNING.judge(sawn(corners=mm(8), guide="bushing", template=mm(9)), board(), OWN)
    assert below.reach(bit) == pytest.approx(18.5)
    assert above.reach(bit) == pytest.approx(18.5 + 9)
