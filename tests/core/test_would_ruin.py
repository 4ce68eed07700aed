"""Cuts that would ruin work, or could not be done as drawn: each class once, read as the person at the machine would."""

from __future__ import annotations

import dataclasses
import math
import re

import pytest
from shapely.geometry import Point as Spot
from shapely.geometry import Polygon
from tests.data.edges import board, edge_cut, mm

from ranura.core.board.outlines import Contour
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.fit import Mate
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.output.going import going_of
from ranura.core.plan import PLANNING, plan_cut
from ranura.core.proof.moves import Move
from ranura.core.text.errors import CutError
from ranura.demo.jobs import WING_CASE_SIDE
from ranura.demo.shop import SHOP

OAK = board(600, 200, 20, "oak")


def plan(cut, piece=OAK, **more):
    return PLANNING.plan_with_moves(cut, piece, SHOP, SHOP.rules, **more)


def lines(made, key: str) -> list[str]:
    return [line.metric for part in made.slip if part.key == key for line in part.lines]


def codes(made) -> set[str]:
    return {each.code for each in made.cautions}


def dado(width: float, depth: float, position: float, **more) -> ChannelCut:
    return ChannelCut(width=mm(width), depth=mm(depth), position=mm(position), **more)


def pocket(form: str, **sizes) -> PocketCut:
    return PocketCut(
        form=form, **{name: mm(x) if type(x) in (int, float) and name != "sweep" else x for name, x in sizes.items()}
    )


def test_jointing_over_a_table_is_one_setting_run_again_and_its_cutter_stands_above_the_board():
    made = plan(edge_cut("jointing", 3, edges=("near",), router_id="table-three"))
    assert "the same setting run 3 times" in lines(made, "guide")
    assert not any("forward" in line for line in lines(made, "guide"))
    assert "the bit stands 2 mm above the board" in lines(made, "hold")


def test_an_arc_says_where_it_begins_and_ends_and_which_edge_of_the_bit_is_meant():
    arc = plan(pocket("ring", length=300, across=20, depth=5, sweep=90, from_left=300, from_near=200), board(600, 400, 20))
    said = lines(arc, "guide")
    cuts = [move for move in arc.moves if move.kind == "cut" and move.fresh != "none"]
    (x0, y0), (x1, y1) = cuts[-1].path[0], cuts[-1].path[-1]
    assert f"axis of the bit, first end: {x0:.1f} mm from the left end, {y0:.1f} mm from the near edge" in said
    assert f"other end: {x1:.1f} mm from the left end, {y1:.1f} mm from the near edge" in said
    assert said[0] == "150 mm from the pivot to the farthest edge of the bit, last"
    assert not any("once round" in line for line in lines(arc, "direction"))
    disc = plan(
        pocket("disc", length=160, depth=12, from_left=200, from_near=150, through=True, backed=True, loose="tape"),
        board(400, 300, 12),
    )
    assert lines(disc, "guide")[0] == "80 mm from the pivot to the nearest edge of the bit"


def test_a_turned_fence_is_laid_by_two_marks():
    made = plan(dado(12.7, 8, 450, angle=30, stop_first=mm(60)), board(900, 300, 20))
    (said, *_) = lines(made, "guide")
    assert said == "turned 30°: marks 370.75 mm from the left end on the near edge, 197.5 mm on the far edge"
    fence = Polygon(next(body.ring for body in made.bodies if body.role == "fence"))
    for x, y in ((370.735, 0.0), (197.53, 300.0)):
        assert fence.boundary.distance(Polygon([(x, y), (x + 0.01, y), (x, y + 0.01)])) < 0.05, "its edge lies on both marks"


@pytest.mark.parametrize("end", ["left", "right"])
def test_blocks_along_a_turned_fence_are_measured_from_where_it_crosses_the_edge(end):
    made = plan(dado(12.7, 8, 450, angle=20, end=end, stop_first=mm(60), stop_last=mm(50)), board(900, 300, 20))
    said = lines(made, "guide")
    marks = [float(number) for number in re.findall(r"([\d.]+) mm", said[0])]
    fence = Polygon(next(body.ring for body in made.bodies if body.role == "fence"))
    on_edges = [(x if end == "left" else 900 - x, y) for x, y in zip(marks, (0.0, 300.0), strict=True)]
    assert all(fence.boundary.distance(Spot(at)) < 0.05 for at in on_edges)
    (x0, y0), (x1, y1) = next(move.path for move in made.moves if move.kind == "cut" and move.fresh != "none")
    long = math.dist((x0, y0), (x1, y1))
    way = ((x1 - x0) / long, (y1 - y0) / long)
    half = 152.4 / 2
    first, last = on_edges if way[1] > 0 else on_edges[::-1]
    start = ((x0 - first[0]) * way[0] + (y0 - first[1]) * way[1]) - half
    stop = ((last[0] - x1) * way[0] + (last[1] - y1) * way[1]) - half
    for wanted, word in ((start, "start block"), (stop, "stop block")):
        line = next(each for each in said if each.startswith(word))
        assert float(re.search(r"([\d.]+) mm", line)[1]) == pytest.approx(abs(wanted), abs=0.06)
        assert ("outside" in line) == (wanted < 0)


def test_a_template_lets_its_ring_in_and_says_where_it_lies_and_how_large_it_is():
    made = plan(pocket("slot", length=300, across=8, depth=5, from_left=100, from_near=60, guide="bushing"))
    said = lines(made, "guide")
    assert said[0].startswith("opening 303.2 mm × 11.2 mm, corners 5.6 mm"), "a ring as wide as its slot has some play all round"
    assert said[1] == "it begins 98.4 mm from the left end, 58.4 mm from the near edge"
    assert said[3] == "whole template 503 mm × 211 mm or larger"
    hinge = plan(
        pocket("recess", length=64, across=19, depth=2.2, from_left=100, open_sides=("near",), guide="bushing"),
        board(900, 90, 20),
    )
    body = next(body for body in hinge.bodies if body.role == "template")
    past = -min(y for _, y in body.holes[0])
    assert f"open over the near side, its walls run {past:.0f} mm past the edge" in lines(hinge, "guide")
    slot = pocket(
        "slot", length=60, across=10, depth=5, from_left=60, from_near=60, guide="bushing", spacing=200, bit_id="up-cut-8"
    )
    two = plan(dataclasses.replace(slot, count=2))
    assert {line.guide.metric.number for line in two.stations} == {"1.55 mm outside"}


@pytest.mark.parametrize(
    ("cut", "piece", "field"),
    [
        (edge_cut("roundover", 9.525, edges=("near",)), board(600, 8, 20), "cut.size"),
        (edge_cut("roundover", 9.525, edges=("near", "far")), board(600, 12, 20), "cut.size"),
        (edge_cut("chamfer", 12, edges=("near",), both_faces=True), board(600, 200, 14), "cut.size"),
        (edge_cut("roundover", 9.525, edges=("near",), both_faces=True), board(600, 200, 12), "cut.size"),
        (edge_cut("rabbet", 9.525, depth=11, edges=("near",), both_faces=True), board(600, 200, 22), "cut.depth"),
    ],
)
def test_profiles_that_leave_nothing_are_refused_where_they_were_typed(cut, piece, field):
    with pytest.raises(CutError) as refused:
        plan(cut, piece)
    assert refused.value.field == field


def test_a_rabbet_that_leaves_a_sliver_is_cautioned_and_a_wide_one_seen_whole():
    assert "deep-rabbet" in codes(plan(edge_cut("rabbet", 12.7, depth=20, edges=("near",)), board(600, 200, 22)))
    assert "deep-rabbet" not in codes(plan(edge_cut("rabbet", 12.7, depth=14, edges=("near",)), board(600, 200, 22)))
    for width, depth in ((25, 10), (60, 5), (150, 5)):
        made = plan(edge_cut("rabbet", width, depth=depth, edges=("near",)), board(600, 400, 22))
        assert sum(stage.area for stage in made.stages) == pytest.approx(width * depth)
        assert all(stage.area <= stage.width * 10 + 1e-6 and stage.area > 1 for stage in made.stages)
        assert max(stage.width for stage in made.stages) < SHOP.bit(made.bit_id).diameter


def test_an_undercut_has_one_number_for_each_tool():
    made = plan(
        ChannelCut(shape="t-slot", width=mm(9), depth=mm(11), position=mm(120), goes="along", end="near"), board(600, 240, 22)
    )
    said = lines(made, "guide")
    assert "axis of every bit 124.5 mm from the near edge" in said
    assert said[-2:] == ["guide to the head: 103 mm", "guide to the clearing bit: 111.5 mm"]
    assert {round(y, 6) for move in made.moves if move.kind == "cut" for _, y in move.path} == {124.5}


def test_a_compression_bit_takes_no_blind_hole_and_a_wide_shank_has_room():
    mortise = pocket("mortise", length=60, across=12.7, depth=30, from_left=100, from_near=60)
    assert plan(mortise, board(800, 300, 40)).bit_id != "compression-12.7"
    pinned = plan(dataclasses.replace(mortise, bit_id="compression-12.7"), board(800, 300, 40))
    assert "compression-packs" in codes(pinned)
    with pytest.raises(CutError, match=r"7\.5"):
        plan(dado(3.175, 8, 100))


def test_a_lap_says_its_straightedge_and_a_tenon_how_it_is_turned():
    lap = plan(pocket("lap", length=120, depth=10), board(900, 150, 20))
    assert any("straightedge 350 mm or longer, a clamp at each end" in line for line in lines(lap, "guide"))
    tenon = plan(pocket("lap", length=40, depth=6, both_faces=True), board(600, 80, 20))
    said = lines(tenon, "direction")
    assert "then turn it over about its length, the same end at the same side: the same again" in said
    assert any(line.startswith("shim of 6 mm below the finished cheek") for line in said)
    assert {move.about for move in tenon.moves if move.kind == "turn-over"} == {"length"}


def test_a_way_back_is_no_part_of_the_way_that_is_drawn():
    there, back = ((0.0, 0.0), (100.0, 0.0)), ((100.0, 0.0), (0.0, 0.0))
    moves = [
        Move(kind="start", setting=0, station=None, path=there[:1], turning=True),
        Move(kind="cut", setting=0, station=None, path=there, turning=True, fresh="both"),
        Move(kind="cut", setting=0, station=None, path=back, turning=True, fresh="none"),
    ]
    assert going_of(moves).first == there


def test_nothing_is_cut_by_eye_unless_that_was_asked_for():
    slanting = dado(12.7, 6, 350, angle=45)
    made = plan(slanting, board(900, 150, 20))
    assert {guide.kind for setting in made.settings for guide in setting.guides} == {"fence"}
    assert "fence-off-board" in codes(made)
    assert "support" in {field for remedy in made.remedies for field in remedy.change}
    by_eye = plan(dataclasses.replace(slanting, guide="freehand"), board(900, 150, 20))
    assert {guide.kind for setting in by_eye.settings for guide in setting.guides} == {"freehand"}


def test_blocks_stand_on_something():
    made = plan(dado(17.6, 6, 212, stop_first=mm(10)), board(640, 300, 18))
    assert next(line for line in lines(made, "guide") if "block" in line).endswith("on scrap of its thickness, clamped")
    table = plan(
        dado(12.7, 6, 40, goes="along", end="near", guide="table-fence", stop_first=mm(200), stop_last=mm(200)),
        board(1200, 120, 18),
    )
    assert any(line.startswith("both on an auxiliary fence 2087 mm long") for line in lines(table, "guide"))


def test_an_edge_guide_beside_the_jaws_of_a_vice_is_said():
    groove = dado(12.7, 6, 30, goes="along", end="near", guide="edge-guide")
    assert "proud-of-the-jaws" in codes(plan(dataclasses.replace(groove, held="vice")))
    assert "proud-of-the-jaws" not in codes(plan(groove))


def test_every_place_of_a_repeat_says_its_own_way_fence_and_backer():
    made = plan(dataclasses.replace(dado(17.6, 6, 100), spacing=mm(220), count=5), board(1200, 300, 18))
    assert [line.heading for line in made.stations] == ["Pull towards you, fence right", *["Push away, fence left"] * 4]
    assert [line for line in lines(made, "hold") if "backer" in line] == [
        "backer at the near edge, level with the face, at 1",
        "backer at the far edge, level with the face, at 2, 3, 4 and 5",
    ]
    for line, station in zip(made.stations, range(1, 6), strict=True):
        cut = next(move for move in made.moves if move.kind == "cut" and move.station == station)
        assert (cut.path[-1][1] > cut.path[0][1]) == line.heading.startswith("Push away")
    pair = plan(dado(17.6, 6, 100, mirrored=True), board(640, 300, 18, count=2))
    assert "two boards side by side, ends flush, clamped to one another" in lines(pair, "hold")


@pytest.mark.parametrize(("width", "thin"), [("12.75", True), ("13.1", True), ("13.2", False), ("12.7", False), ("17.6", False)])
def test_a_width_just_over_a_bit_takes_a_smaller_one_in_two_passes(width, thin):
    """R3: no spacer of 0.15 mm while a smaller bit makes the width in two passes that both cut."""
    made = plan_cut(ChannelCut(width=mm(width), depth=mm(6), position=mm(212)), WING_CASE_SIDE, SHOP, SHOP.rules)
    shifts = [each.spacer for each in made.passes if each.spacer]
    assert all(shift >= 0.5 - 1e-6 for shift in shifts)
    assert (SHOP.bit(made.bit_id).diameter < 12.7) == thin
    by_hand = plan_cut(
        ChannelCut(width=mm(width), depth=mm(6), position=mm(212), bit_id="straight-12.7"), WING_CASE_SIDE, SHOP, SHOP.rules
    )
    assert by_hand.bit_id == "straight-12.7", "who wants it gets the thin spacer"


@pytest.mark.parametrize(
    ("mate", "fit", "spacers"), [("12.68", "sliding", [0.0]), ("12.7", "glue", [0.0]), ("12.72", "sliding", [0.0, 0.12])]
)
@pytest.mark.parametrize("end", ["left", "right"])
def test_a_width_just_over_the_only_bit_takes_one_pass_where_its_mate_still_enters(mate, fit, spacers, end):
    """R3's second and third step: no smaller bit is there (or another is pinned)."""
    only = next(each.id for each in SHOP.bits if each.diameter == 12.7 and each.cuts_channels)
    cut = ChannelCut(mate=Mate(thickness=mm(mate), fit=fit), depth=mm(6), position=mm(212), end=end, bit_id=only)
    made = plan(cut, WING_CASE_SIDE)
    assert sorted({round(each.spacer, 3) for each in made.passes}) == spacers
    one_pass = spacers == [0.0]
    assert ("one-pass-fits" in codes(made)) == one_pass
    assert not any(each.level == "stop" for each in made.cautions)
    assert {each.code for each in made.proof.findings} <= {"weight-over-the-wood"}, "what is left out is said, and no fault"
    assert made.test_cut is not None
    gap = next(each.value for each in made.figures if each.key == "fit.gap")
    assert gap == pytest.approx((12.7 if one_pass else float(mate) + 0.1) - float(mate))
    length = WING_CASE_SIDE.length.mm
    near = 212.0 if end == "left" else length - 212.0
    axis = {x for move in made.moves if move.kind == "cut" for x, _ in move.path}
    assert any(abs(abs(x - near) - 6.35) < 1e-6 for x in axis), "the near wall stays where it was asked for"


def test_over_a_table_a_rabbet_sets_each_height_once():
    """R6 of the edges, R8: a height that would not be found again is not left before every setting of the fence was run at it."""
    cut = edge_cut("rabbet", 25, depth=10, bit_id="straight-19.05", router_id="table-three")
    made = PLANNING.plan_with_moves(cut, board(), SHOP, SHOP.rules)
    assert len(set_one_after_another(made, "depth")) == len(set(set_one_after_another(made, "depth"))) > 1
    by_hand = PLANNING.plan_with_moves(
        dataclasses.replace(cut, router_id="plunge-two", guide="fence"), board(width=200), SHOP, SHOP.rules
    )
    guides = set_one_after_another(by_hand, "guide")
    assert len(guides) == len(set(guides)) > 1, "by hand it is the guide that is set once"


def set_one_after_another(made, what: str) -> list[float]:
    """What is set in turn, without what stays."""
    values = [change.to for move in made.moves for change in move.changes if change.what == what]
    return [value for i, value in enumerate(values) if i == 0 or values[i - 1] != value]


def test_a_sled_is_asked_how_high_it_holds_the_router():
    """Class 9: the reach over a sled is its own height above the work, and one that nobody measured is said to be assumed."""
    face = PocketCut(form="flatten", depth=mm(1.5), held="dogs")
    sled = next(each for each in SHOP.guides if each.kind == "sled")
    for above, unknown in ((22.0, False), (34.0, False), (None, True)):
        others = tuple(each for each in SHOP.guides if each.kind != "sled")
        shop = dataclasses.replace(SHOP, guides=(*others, dataclasses.replace(sled, above_work=above)))
        made = plan_cut(face, board(), shop, shop.rules)
        needed = next(each for each in made.figures if each.key == "tool.free")
        assert needed.value >= 3 + (above or 28.0) + 1.5, "clearance, sled and depth"
        assert ("sled-not-measured" in {each.code for each in made.cautions}) == unknown


@pytest.mark.parametrize(
    ("edges", "wedged"),
    [
        (("near",), True),
        (("left",), True),
        (("right",), True),
        (("near", "far"), True),
        (("left", "right"), True),
        (("near", "left"), False),
        (("near", "right", "far"), False),
        (("near", "far", "left", "right"), False),
        (("outline",), False),
    ],
)
@pytest.mark.parametrize("router", ["plunge-two", "table-three"])
def test_a_carrier_wedges_only_what_has_two_opposite_sides_left(edges, wedged, router):
    """Class 10: boards beside a work that is cut all round hold nothing: by hand a stop, over a table it hangs under one."""
    piece = board(600, 200, outline=Contour(form="oval") if edges == ("outline",) else None)
    cut = edge_cut("roundover", 3, edges=edges, held="carrier", router_id=router, edge_state="smooth", starting_pin=True)
    made = PLANNING.plan_with_moves(cut, piece, SHOP, SHOP.rules)
    carriers = {body.ring for body in made.bodies if body.role == "carrier"}
    assert bool(carriers) == wedged
    said = " ".join(line.metric for section in made.slip if section.key == "hold" for line in section.lines)
    stops = {each.code for each in made.cautions if each.level == "stop"}
    drawn = [each for each in made.drawing[0].outlines if each.label is not None and each.label.metric.startswith("carrier")]
    assert len(drawn) == len(carriers)
    if router == "plunge-two":
        assert ("not-wedged" in stops) == (not wedged)
    else:
        assert "not-wedged" not in stops
        assert ("taped under a carrier board" in said) == (not wedged)
    for body in made.bodies:
        if body.role == "carrier":
            x0, y0, x1, y1 = Polygon(body.ring).bounds
            past = {"near": -y0, "far": y1 - 200, "left": -x0, "right": x1 - 600}
            assert all(past[side] <= 1e-9 for side in edges), "flush with what is cut"
            if body.id.endswith(("near", "far")):
                assert all(past[end] == pytest.approx(40) for end in ("left", "right") if end not in edges), "past the other ends"


def test_of_several_sleds_one_that_was_measured_is_taken_and_the_lowest_of_those():
    face = PocketCut(form="flatten", depth=mm(1.5), held="dogs")
    sled = next(each for each in SHOP.guides if each.kind == "sled")
    others = tuple(each for each in SHOP.guides if each.kind != "sled")
    sleds = [dataclasses.replace(sled, id=f"sled-{above}", above_work=above) for above in (None, 34.0, 24.0)]
    shop = dataclasses.replace(SHOP, guides=(*others, *sleds))
    made = plan_cut(face, board(), shop, shop.rules)
    assert "sled-not-measured" not in {each.code for each in made.cautions}
    high = plan_cut(face, board(), dataclasses.replace(shop, guides=(*others, sleds[1])), shop.rules)
    free = [next(each.value for each in one.figures if each.key == "tool.free") for one in (made, high)]
    assert free[0] < free[1], "the bit stands out less over the lower one"
