"""R21: what every check finds in moves that are written by hand, on a board of 200 × 100 × 20, and what it lets pass."""

from __future__ import annotations

from dataclasses import replace

import pytest

from ranura.core.geometry.rings import circle_ring
from ranura.core.proof.bodies import standing
from ranura.core.proof.moves import BaseShape, Cutter, GuidePlace, MachineSetting, Move, Program, back_face, shown_face
from ranura.core.proof.prove import Run, prove
from ranura.core.proof.recorder import Recorder
from ranura.core.proof.steps import Circumstances
from ranura.demo.shop import SHOP

STRAIGHT = ((0.0, 0.0, 0.0), (0.0, 5.0, 0.0), (25.0, 5.0, 0.0))
DOVETAIL = ((0.0, 0.0, 0.0), (0.0, 6.0, 0.0), (12.0, 3.0, 0.0))
LONG = ((0.0, 0.0, 0.0), (0.0, 5.0, 0.0), (30.0, 5.0, 0.0))
FENCE = GuidePlace(kind="fence", body="fence-1", r=None, z0=20.0, z1=32.0, at=None, spacer=0.0)


def machine(silhouette=STRAIGHT, *, base="plunge", mounting="hand", cuts_at_end=True, frame=None, guides=(FENCE,), **bit):
    cutter = Cutter(
        id="bit", silhouette=silhouette, cuts_at_end=cuts_at_end, shank_r=6.35, bearings=bit.get("bearings", ()), screw_z=None
    )  # fmt: skip
    return MachineSetting(
        router_id="plunge-two", base=BaseShape(kind=base, ring=circle_ring((0.0, 0.0), 75.0), opening=38.0, handle_reach=None),
        mounting=mounting, bit=cutter, rpm=20_000.0, frame=frame or shown_face(20.0), guides=guides, hold="clamps",
        hands="handles",
    )  # fmt: skip


def proven(moves, setting=None, *, climb="never", settings=None) -> Run:
    """What is found of moves in a board of 200 by 100 by 20 mm."""
    work = standing("work-1", "work", ((0.0, 0.0), (200.0, 0.0), (200.0, 100.0), (0.0, 100.0)), 0.0, 20.0, held_by=("vice",))
    around = Circumstances(replace(SHOP.rules, climb=climb))
    program = Program(bodies=(work,), settings=settings or (setting or machine(),), moves=tuple(moves))
    return prove(program, around)


def codes(moves, setting=None, *, climb="never", settings=None) -> dict[str, str]:
    """What is found, by code, with its level."""
    run = proven(moves, setting, climb=climb, settings=settings)
    proof, said = run.proof, run.said
    assert [each.code for each in proof.findings] == [each.code for each in said]
    assert proof.passed == (not any(each.level == "stop" for each in proof.findings))
    return {each.code: each.level for each in proof.findings if each.code in CHECKED}


CHECKED = {
    "left-turning", "starts-in-wood", "carried-through-wood", "left-in-wood", "turns-while-changed", "way-unsaid",
    "enters-from-wood", "plunges-without-cutting-end", "plunges-without-base", "plunges-too-deep", "ramp-too-steep", "climbs",
    "trapped", "sled-cuts-back", "slot-too-deep", "flank-too-wide", "lifted-into-wood", "lifted-turning", "lifted-at-the-wall",
}  # fmt: skip


def across(x: float, depth: float, *, fresh="both", up=True) -> list[Move]:
    """A run across the whole board, begun and ended clear of it."""
    recorder = Recorder()
    y = (-20.0, 0.0, 100.0, 120.0) if up else (120.0, 100.0, 0.0, -20.0)
    recorder.start((x, y[0]), depth)
    recorder.enter(((x, y[0]), (x, y[1])), depth, fresh, 2.0)
    recorder.cut(((x, y[1]), (x, y[2])), depth, fresh, 2.0)
    recorder.leave(((x, y[2]), (x, y[3])), depth, fresh, 2.0)
    recorder.stop((x, y[3]), depth)
    return recorder.moves


def test_a_slot_right_across_passes():
    assert codes([*across(50, 4), *across(50, 8)]) == {}


def inside(depths=(4.0,), *, back=True, turning=True) -> list[Move]:
    """A slot that begins and ends inside."""
    recorder = Recorder()
    for depth in depths:
        recorder.start((60.0, 50.0), -5.0)
        recorder.plunge((60.0, 50.0), -5.0, depth)
        recorder.cut(((60.0, 50.0), (140.0, 50.0)), depth, "both", 2.0)
        at = (138.0, 50.0) if back else (140.0, 50.0)
        if back:
            recorder.cut(((140.0, 50.0), at), depth, "none", 2.0)
        if not turning:
            recorder.stop(at, depth)
        recorder.lift(at, depth, turning=turning)
        if turning:
            recorder.stop(at, -5.0)
    return recorder.moves


@pytest.mark.parametrize(
    ("moves", "setting", "found"),
    [
        (inside((5.0, 10.0)), {}, {}),
        (inside((5.2,)), {}, {"plunges-too-deep": "stop"}),
        (inside((5.0, 10.2)), {}, {"plunges-too-deep": "stop"}),
        (inside(), {"cuts_at_end": False}, {"plunges-without-cutting-end": "stop"}),
        (inside(turning=False), {"base": "fixed"}, {"plunges-without-base": "stop"}),
        (inside(turning=False), {"base": "table", "mounting": "table"}, {}),
        (inside(), {"base": "fixed"}, {"plunges-without-base": "stop", "lifted-turning": "stop"}),
        (inside(), {"base": "table", "mounting": "table"}, {"lifted-turning": "stop"}),
        (inside(back=False), {}, {"lifted-at-the-wall": "caution"}),
        (inside(), {"silhouette": DOVETAIL}, {"lifted-into-wood": "stop"}),
    ],
    ids=[
        "half the width at once", "more than that", "more in the second", "no cutting end", "a fixed base", "over a table",
        "a fixed base, turning", "over a table, turning", "not drawn back", "an undercut bit lifted",
    ],
)  # fmt: skip
def test_2_and_12_how_a_slot_that_lies_inside_is_begun_and_ended(moves, setting, found):
    assert codes(moves, machine(**setting)) == found


def moved(moves: list[Move], number: int, **changes) -> list[Move]:
    return [replace(each, **changes) if i == number else each for i, each in enumerate(moves)]


@pytest.mark.parametrize(
    ("moves", "found"),
    [
        (moved(across(50, 4), 0, path=((50.0, -4.0),)), {"starts-in-wood", "way-unsaid"}),
        (moved(across(50, 4), 1, path=((50.0, 40.0), (50.0, 0.0))), {"way-unsaid"}),
        (moved(across(50, 4), 2, from_depth=5.0, to_depth=5.0), {"way-unsaid"}),
        (moved(across(50, 4), 4, turning=True) + across(80, 4), set()),
        ([*moved(across(50, 4), 4, turning=True), Move(kind="set", setting=0, station=None)], {"turns-while-changed"}),
        (
            [
                *moved(across(50, 4), 4, turning=True),
                Move(kind="set", setting=0, station=None),
                Move(kind="shift", setting=0, station=1),
            ],
            {"turns-while-changed"},
        ),
        (moved(across(50, 4), 4, turning=True), {"left-turning"}),
        (moved(inside(), 4, to_depth=2.0), {"way-unsaid"}),
    ],
    ids=[
        "started in the wood",
        "begun elsewhere",
        "begun deeper",
        "still turning",
        "changed while it turns",
        "and again",
        "never switched off",
        "not lifted clear",
    ],
)
def test_1_and_2_what_does_not_hang_together_or_is_not_clear(moves, found):
    # A move after one that was bent does not hang together either.
    assert set(codes(moves)) - ({"way-unsaid"} - found) == found


def test_1_what_is_carried_back_is_carried_clear_of_the_wood():
    for depth, stops in ((-1.0, False), (3.0, True)):
        recorder = Recorder()
        recorder.start((50.0, -20.0), depth)
        recorder.beside(((50.0, -20.0), (50.0, 120.0)), depth)
        recorder.stop((50.0, 120.0), depth)
        assert ("carried-through-wood" in codes(recorder.moves)) == stops


@pytest.mark.parametrize(("deep", "stops"), [(2.0, False), (2.2, True)])
def test_2_a_ramp_goes_down_one_in_ten(deep, stops):
    start = Move(kind="start", setting=0, station=None, path=((60.0, 50.0),), from_depth=0.0, to_depth=0.0, turning=True)
    ramp = Move(
        kind="ramp", setting=0, station=None, path=((60.0, 50.0), (80.0, 50.0)), from_depth=0.0, to_depth=deep, turning=True,
        fresh="both", feed_m_min=1.0,
    )  # fmt: skip
    assert ("ramp-too-steep" in codes([start, ramp])) == stops


def along(y: float, *, right_to_left=False, depth=6.0) -> list[Move]:
    """A run along the near edge."""
    recorder = Recorder()
    x = (-20.0, 0.0, 200.0, 220.0) if not right_to_left else (220.0, 200.0, 0.0, -20.0)
    recorder.start((x[0], y), depth)
    recorder.enter(((x[0], y), (x[1], y)), depth, "left", 2.0)
    recorder.cut(((x[1], y), (x[2], y)), depth, "left", 2.0)
    recorder.leave(((x[2], y), (x[3], y)), depth, "left", 2.0)
    recorder.stop((x[3], y), depth)
    return recorder.moves


RAILS = {"guides": (replace(FENCE, kind="rails"),)}
HAND, TABLE = {}, {"base": "table", "mounting": "table"}
BEARING = (replace(FENCE, kind="bearing", body="work-1"),)


@pytest.mark.parametrize(
    ("moves", "setting", "climb", "found"),
    [
        (along(-2.0), HAND, "never", set()),
        (along(-2.0, right_to_left=True), HAND, "never", {"climbs"}),
        (along(-4.0, right_to_left=True), HAND, "light-pass", set()),
        (along(-4.0, right_to_left=True), HAND, "never", {"climbs"}),
        (along(-3.9, right_to_left=True), HAND, "light-pass", {"climbs"}),
        (along(-4.2, right_to_left=True, depth=8.0), HAND, "light-pass", {"climbs"}),
        (along(-4.2, right_to_left=True, depth=7.0), HAND, "light-pass", set()),
        (along(-4.5, right_to_left=True), HAND | {"guides": (replace(FENCE, kind="freehand"),)}, "light-pass", {"climbs"}),
        (along(-4.5, right_to_left=True), TABLE, "light-pass", {"trapped"}),
        (along(-4.5, right_to_left=True), TABLE | {"guides": BEARING}, "light-pass", {"climbs"}),
        (along(-2.0), TABLE, "never", set()),
        (along(-2.0, right_to_left=True, depth=1.5), RAILS, "never", {"sled-cuts-back"}),
        (along(-2.0, right_to_left=True, depth=1.7), RAILS, "never", {"climbs"}),
    ],
)  # fmt: skip
def test_3_where_the_fresh_wood_lies(moves, setting, climb, found):
    assert set(codes(moves, machine(**setting), climb=climb)) == found


def test_3_on_the_back_face_left_is_seen_from_the_motor():
    back = back_face(200.0, 100.0, "length")
    # v runs from the far edge; the run lies beside that edge and goes to the left end's other side.
    assert codes(along(-2.0), machine(frame=back)) == {}
    assert set(codes(along(-2.0, right_to_left=True), machine(frame=back))) == {"climbs"}


def test_3_widening_takes_its_fresh_wood_on_the_left():
    first = across(50, 5)
    assert codes(first + across(44, 5, fresh="left")) == {}
    assert set(codes(first + across(56, 5, fresh="left"))) == {"climbs"}
    assert codes(first + across(56, 5, fresh="left", up=False)) == {}


def test_3_a_slot_at_an_angle_meets_wood_with_one_flank_first():
    recorder = Recorder()
    recorder.start((18.0, -20.0), 4.0)
    recorder.enter(((18.0, -20.0), (30.0, 0.0)), 4.0, "both", 2.0)
    recorder.cut(((30.0, 0.0), (90.0, 100.0)), 4.0, "both", 2.0)
    recorder.leave(((90.0, 100.0), (102.0, 120.0)), 4.0, "both", 2.0)
    recorder.stop((102.0, 120.0), 4.0)
    assert codes(recorder.moves) == {}


@pytest.mark.parametrize(
    ("x", "up", "found"),
    [(49, True, {"climbs"}), (49, False, set()), (53, True, set()), (53, False, {"climbs"}), (51, True, set())],
    ids=["on the right", "on the left", "left again", "right again", "head on"],
)
def test_3_a_strip_that_reaches_no_flank_lies_on_a_side_too(x, up, found):
    """Between two slots stands a strip from 50 to 52; the bit is 10 mm wide."""
    assert set(codes(across(45, 5) + across(57, 5) + across(x, 5, up=up))) == found


def at_an_angle(first: tuple[float, float], last: tuple[float, float]) -> list[Move]:
    """A slot right through the board on the slant, begun and ended clear of it."""
    recorder = Recorder()
    recorder.start(first, 4.0)
    recorder.cut((first, last), 4.0, "both", 2.0)
    recorder.stop(last, 4.0)
    return recorder.moves


def test_3_a_slot_that_slowly_leaves_another_is_a_climb_where_its_right_flank_cuts_alone():
    assert set(codes(across(50, 4) + at_an_angle((44.0, -20.0), (86.0, 120.0)))) == {"climbs"}
    assert codes(across(50, 4) + at_an_angle((50.0, -20.0), (8.0, 120.0))) == {}


def test_3_a_climb_is_marked_where_it_takes_most():
    # It leaves the slot at 50 on its right: a shaving where it begins at the near edge, and more and more from there.
    (found,) = [
        each for each in proven(across(50, 4) + at_an_angle((44.0, -20.0), (86.0, 120.0))).proof.findings if each.move > 4
    ]
    assert (found.code, found.at[1] > 10) == ("climbs", True)


def test_3_a_slot_at_an_angle_over_several_others_is_judged_at_each_of_them():
    grooves = across(40, 4) + across(80, 4) + across(120, 4) + across(160, 4)
    assert codes(grooves + at_an_angle((-20.0, 5.0), (220.0, 90.0))) == {}


@pytest.mark.parametrize(
    ("moves", "setting", "found"),
    [
        (across(50, 10), {}, set()),
        (across(50, 10.2), {}, {"slot-too-deep"}),
        (across(50, 5) + across(50, 15), {}, set()),
        (across(50, 5) + across(50, 15.2), {}, {"slot-too-deep"}),
        (across(50, 15) + across(44, 15), {}, {"slot-too-deep"}),
        (across(50, 10.2), {"silhouette": DOVETAIL}, set()),
        (along(-2.0, depth=20.5), {"silhouette": LONG}, set()),
        (along(-1.9, depth=20.5), {"silhouette": LONG}, {"flank-too-wide"}),
        (along(-1.0, depth=15.0), {"silhouette": LONG}, set()),
    ],
    ids=[
        "as deep as wide", "deeper", "in two", "too much in the second", "only the first is a slot",
        "the widest of an undercut bit", "a flank of 3 mm", "wider", "not through",
    ],
)  # fmt: skip
def test_4_how_much_is_taken_at_once(moves, setting, found):
    assert set(codes(moves, machine(**setting))) == found


def test_4_what_was_met_at_one_place_says_nothing_of_another_depth():
    assert set(codes(across(50, 5) + across(120, 10.2))) == {"slot-too-deep"}


def test_4_a_bit_with_a_bearing_goes_no_deeper_than_its_shank_is_thick():
    from ranura.core.proof.moves import Collar

    wide = ((0.0, 0.0, 0.0), (0.0, 10.0, 0.0), (25.0, 10.0, 0.0))
    collar = (Collar(z0=25.0, z1=33.0, r=10.0),)
    assert set(codes(across(50, 14), machine(wide))) == set()
    assert set(codes(across(50, 14), machine(wide, bearings=collar))) == {"slot-too-deep"}
    assert set(codes(across(50, 12.5), machine(wide, bearings=collar))) == set()


def test_12_an_undercut_bit_goes_back_the_way_it_came():
    recorder = Recorder()
    recorder.start((50.0, -20.0), 8.0)
    recorder.enter(((50.0, -20.0), (50.0, 0.0)), 8.0, "both", 2.0)
    recorder.cut(((50.0, 0.0), (50.0, 60.0)), 8.0, "both", 2.0)
    recorder.cut(((50.0, 60.0), (50.0, -20.0)), 8.0, "none", 2.0)
    recorder.stop((50.0, -20.0), 8.0)
    assert codes(recorder.moves, machine(DOVETAIL)) == {}


def test_what_is_found_at_several_stations_is_said_once():
    found = []
    for station in (1, 2, 3):
        found += [replace(each, station=station) for each in across(40.0 * station, 12)]
    work = standing("work-1", "work", ((0.0, 0.0), (200.0, 0.0), (200.0, 100.0), (0.0, 100.0)), 0.0, 20.0)
    around = Circumstances(SHOP.rules)
    proof = prove(Program(bodies=(work,), settings=(machine(),), moves=tuple(found)), around).proof
    deep = [each for each in proof.findings if each.code == "slot-too-deep"]
    assert [each.stations for each in deep] == [(1, 2, 3)]
    x, y, z = deep[0].at
    assert (x, z) == (40, 8)
    assert 0 < y < 100
