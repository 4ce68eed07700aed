"""Cuts that could hurt someone, a class each: what was once planned as ready, and what is planned instead.

Asked as people ask, through the calculator, and read from the moves and the words of the slip.
"""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest
from pydantic import TypeAdapter
from tests.oracle.judge import Judge

from ranura.calc.registry import calculate
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.cutting.speed import plan_speed
from ranura.core.plan import PLANNING
from ranura.core.quick import quick
from ranura.core.shop.shop import Shop
from ranura.core.shop.tooling.routers import DialPosition
from ranura.core.text.lengths import read
from ranura.demo.jobs import FLAT
from ranura.demo.shop import SHOP

Plan = dict[str, Any]


def mm(value: float) -> dict[str, str]:
    return {"typed": f"{value:g}", "unit": "mm"}


def plan(cut: dict[str, Any], *size: float, wood: str = "oak", **more: Any) -> Plan:
    length, width, thickness = size
    piece = {"name": "board", "material": wood, "length": mm(length), "width": mm(width), "thickness": mm(thickness), **more}
    lengths = {key: mm(value) if isinstance(value, int | float) and key in LENGTHS else value for key, value in cut.items()}
    return calculate("plan", {"cut": lengths, "piece": piece})


LENGTHS = {
    "width", "depth", "position", "stop_first", "stop_last", "spacing", "length", "across", "from_left", "from_near", "size",
}  # fmt: skip


def said(made: Plan) -> str:
    """The slip and the cautions, as a person reads them."""
    lines = [line["metric"] for section in made["slip"] for line in section["lines"]]
    lines += [f"{each['message']['metric']}. {each['do']}" for each in made["cautions"]]
    return "\n".join(lines)


def codes(made: Plan, level: str | None = None) -> set[str]:
    return {each["code"] for each in made["cautions"] if level in (None, each["level"])}


def plunges(made: Plan) -> list[dict[str, Any]]:
    """The settings in which the bit goes down over the board, and not beside it."""
    (x0, y0), _, (x1, y1), _ = next(body["ring"] for body in made["bodies"] if body["role"] == "work")
    found = []
    for move in made["moves"]:
        if move["kind"] == "plunge":
            setting = made["settings"][move["setting"]]
            r = max(each[1] for each in setting["bit"]["silhouette"])
            x, y = move["path"][0]
            if x0 - r < x < x1 + r and y0 - r < y < y1 + r:
                found.append(setting)
    return found


RECESS = {"kind": "pocket", "form": "recess", "length": 80, "across": 30, "depth": 2.5, "from_left": 100, "from_near": 0.001}


@pytest.mark.parametrize(
    ("cut", "size"),
    [
        (RECESS | {"open_sides": ["near"], "guide": "freehand", "count": 3, "spacing": 300}, (900, 300, 20)),
        (RECESS | {"open_sides": ["near"], "length": 100, "across": 50, "depth": 6, "guide": "freehand"}, (400, 200, 18)),
        (RECESS | {"open_sides": ["near", "left"], "from_left": 0.001, "guide": "bushing"}, (500, 250, 22)),
        (
            {"kind": "pocket", "form": "ring", "length": 400, "across": 9.525, "depth": 4, "sweep": 80, "from_left": 350}
            | {"from_near": 20},
            (700, 250, 20),
        ),
        (RECESS | {"from_near": 40, "guide": "bushing"}, (500, 250, 22)),
    ],
    ids=["three by eye", "wide by eye", "two open sides", "an arc", "closed all round"],
)
def test_1_and_2_what_begins_inside_takes_a_bit_and_a_base_that_plunge(cut, size):
    made = plan(cut, *size)
    assert made["moves"]
    begun_outside = cut["form"] == "recess" and "open_sides" in cut
    assert bool(plunges(made)) != begun_outside, "a recess with an open side is begun in front of it"
    assert all(each["bit"]["cuts_at_end"] and each["base"]["kind"] == "plunge" for each in plunges(made))


@pytest.mark.parametrize("side", ["near", "far", "left", "right"])
@pytest.mark.parametrize("bit", ["up-cut-6.35", "straight-12.7"])
@pytest.mark.parametrize("deep", [14, 19, 24, 31, 38])
def test_1_a_recess_finds_its_fresh_wood_on_the_left_from_whatever_side_it_is_open(side, bit, deep):
    """A small bit clears it round after round; no strip is left that a way back would cut by a climb."""
    along = side in ("near", "far")
    at = {"near": 0.0, "far": 200.0 - deep, "left": 0.0, "right": 700.0 - deep}[side]
    sizes = {"length": 64, "across": deep} if along else {"length": deep, "across": 64}
    places = {"from_left": 100, "from_near": at} if along else {"from_left": at, "from_near": 60}
    cut = {"kind": "pocket", "form": "recess", "depth": 2.2, "open_sides": [side], "bit_id": bit, "router_id": "plunge-two"}
    made = plan(cut | sizes | places, 700, 200, 24)
    assert made["status"] != "stop", codes(made, "stop")
    assert not plunges(made), "it is begun in front of the open side"
    assert {move["fresh"] for move in made["moves"] if move["kind"] == "cut"} <= {"left", "both", "none"}
    assert Judge(made).problems() == []


@pytest.mark.parametrize("kind", ["fixed", "plunge"])
def test_1_out_of_a_fixed_base_it_is_begun_beside_the_wood_at_its_depth(kind):
    router = SHOP.router("plunge-two")
    bases = tuple(base for base in router.bases if base.kind == kind)
    shop = replace(SHOP, routers=(replace(router, bases=bases),))
    size = {name: read(text, "mm") for name, text in (("length", "64"), ("across", "19"), ("depth", "2.2"), ("from_left", "100"))}
    cut = PocketCut(form="recess", open_sides=("near",), from_near=read("0", "mm"), bit_id="up-cut-6.35", **size)
    made = PLANNING.plan_with_moves(cut, FLAT, shop, shop.rules)
    begun = [move for move in made.moves if move.kind == "start"]
    assert begun
    assert all((move.to_depth > 0) == (kind == "fixed") for move in begun)
    assert all(move.path[0][1] < 0 for move in begun), "in front of the near edge"
    assert not {"starts-in-wood", "plunges-without-base"} & {each.code for each in made.cautions}


def test_2_an_arc_is_run_from_end_to_end_and_not_once_round():
    ring = {"kind": "pocket", "form": "ring", "length": 300, "across": 20, "depth": 5, "sweep": 90, "from_left": 300}
    words = said(plan(ring | {"from_near": 200}, 600, 400, 20))
    assert "at each depth plunge at the first end, go to the other" in words
    assert "once round" not in words


@pytest.mark.parametrize(("loose", "stops"), [(None, True), ("screws", False)])
def test_3_a_ring_right_through_frees_its_disc_which_must_be_held(loose, stops):
    ring = {"kind": "pocket", "form": "ring", "length": 200, "across": 12.7, "depth": 12, "through": True, "backed": True}
    made = plan(ring | {"from_left": 200, "from_near": 200, "loose": loose}, 400, 400, 12, wood="mdf")
    assert ("loose-piece" in codes(made, "stop")) == stops


@pytest.mark.parametrize(
    ("cut", "trailing", "leading"),
    [
        ({"position": 50}, "near edge", "far edge"),
        ({"position": 50, "end": "right"}, "far edge", "near edge"),
        ({"position": 40, "goes": "along", "end": "near"}, "right end", "left end"),
    ],
)
def test_5_lowering_onto_the_bit_names_the_edges_that_are_meant(cut, trailing, leading):
    dado = {"kind": "dado", "width": 12.7, "depth": 8, "guide": "table-fence", "stop_first": 40, "stop_last": 30}
    made = plan(dado | cut, 400, 200, 20)
    words = said(made)
    assert f"rest the {trailing} against the right-hand block and lower the {leading} last" in words


@pytest.mark.parametrize("stops", [{"stop_first": 40}, {"stop_last": 40}, {"stop_first": 40, "stop_last": 30}])
def test_6_every_stopped_cut_over_a_table_says_switch_off_before_it_is_lifted(stops):
    made = plan({"kind": "dado", "width": 12.7, "depth": 8, "position": 60, "guide": "table-fence"} | stops, 400, 200, 20)
    ends_inside = [move for move in made["moves"] if move["kind"] == "lift"]
    assert all(not move["turning"] for move in ends_inside), "lifted off a bit that stands"
    assert ("switch off, wait until the bit stands, then lift" in said(made)) == bool(ends_inside)
    assert ("lifted-off-bit" in codes(made)) == bool(ends_inside)
    assert "wait for the stop" not in said(made)


def test_7_a_keyhole_goes_back_turning_and_is_not_told_to_stop_inside():
    keyhole = {"kind": "dado", "shape": "keyhole", "width": 4.8, "depth": 8, "position": 150, "stop_first": 60, "stop_last": 80}
    made = plan(keyhole, 300, 200, 25, wood="pine")
    assert "back-out-of-keyhole" in codes(made)
    assert "stopped-end" not in codes(made)
    last = [move["kind"] for move in made["moves"]][-4:]
    assert last == ["cut", "cut", "lift", "stop"]
    assert made["moves"][-2]["path"] == [made["moves"][-4]["path"][0]], "up only where it went in"


@pytest.mark.parametrize(
    ("question", "figure", "says"),
    [
        ("speed 60", "15 050 rpm", "Trim one: not at all"),
        ("speed 34", "25 000 rpm", "Trim one: not at all"),
        ("rim 100 22000", "115.2 m/s", "Nothing may turn so fast"),
        ("rim 50 20000", "52.4 m/s", "Faster than this shop"),
    ],
)
def test_14_a_quick_sum_gives_no_speed_that_a_router_or_a_rim_must_not_have(question, figure, says):
    found = quick(question, SHOP)
    assert found.copy.metric.replace("\u2009", " ") == figure
    assert any(line.metric.startswith(says) for line in found.lines)


@pytest.mark.parametrize(
    ("dial", "marked", "shown", "rpm"),
    [
        ([(3, 14_000), (4, 17_500)], 16_000, 3.5, 15_750),
        ([(4, 14_000), (3, 17_500)], 16_000, 3.5, 15_750),
        ([(1, 10_000), (6, 20_000)], 10_100, 1, 10_000),
        ([(1, 10_000), (6, 20_000)], 20_000, 6, 20_000),
    ],
    ids=["rising", "falling", "near the slowest", "at the fastest"],
)
def test_15_a_dial_is_read_on_the_slow_side_of_a_marked_maximum(dial, marked, shown, rpm):
    found = plan_speed(
        bit_diameter=19.05, bit_max_rpm=marked, mounting="table", rule="rim-speed", rim_limit_m_s=48, router_min_rpm=8_000,
        router_max_rpm=21_000, dial=[DialPosition(setting=s, rpm=n) for s, n in dial], stepped=False,
    )  # fmt: skip
    assert (found.dial_shown, found.shown_rpm) == (shown, pytest.approx(rpm))
    assert found.shown_rpm <= marked


def test_16_a_compression_bit_is_not_plunged_past_its_tip_at_once():
    hole = {"kind": "pocket", "form": "hole", "length": 150, "depth": 18, "through": True, "backed": True, "loose": "screws"}
    made = plan(hole | {"from_left": 200, "from_near": 150, "bit_id": "compression-12.7"}, 400, 300, 18, wood="birch-plywood")
    assert "compression-plunge" in codes(made, "stop")
    free = plan(hole | {"from_left": 200, "from_near": 150}, 400, 300, 18, wood="birch-plywood")
    assert free["bit_id"] != "compression-12.7"


@pytest.mark.parametrize(
    ("cut", "wood", "least", "most_area", "why"),
    [
        ({"shape": "rabbet", "size": 12.7, "depth": 12, "router_id": "plunge-two"}, "ash", 5, 30, "152 mm² in one pass, once"),
        ({"shape": "rabbet", "size": 9.525, "depth": 9.5, "router_id": "plunge-two"}, "oak", 3, 30, "three or more"),
        ({"shape": "rabbet", "size": 9.525, "depth": 9.5, "bit_id": "straight-12.7"}, "oak", 3, 30, "whichever bit cuts it"),
        ({"shape": "cove", "size": 12.7, "router_id": "plunge-two"}, "ash", 4, 30, "127 mm² in one pass, once"),
        ({"shape": "ogee", "size": 6.35, "router_id": "table-three"}, "ash", 2, 45, "half as much again on a table"),
        ({"shape": "roundover", "size": 6.35, "router_id": "plunge-two"}, "oak", 1, 30, "8.7 mm² are one stage"),
    ],
)
def test_9_profiles_and_rabbets_are_taken_in_light_stages(cut, wood, least, most_area, why):
    edge = {"kind": "edge", "edges": ["near"], "edge_state": "smooth"} | cut
    made = plan(edge, 600, 200, 22, wood=wood)
    assert len(made["stages"]) >= least, why
    assert all(max(bite["area"] for bite in stage["bites"]) <= most_area + 1e-6 for stage in made["stages"])
    if least == 1:
        assert len(made["stages"]) == 1
    else:
        assert made["stages"][-1]["bites"][0]["area"] < made["stages"][0]["bites"][0]["area"], "the last one is light"


def test_9_the_same_rabbet_takes_as_many_passes_whichever_bit_cuts_it():
    rabbet = {"kind": "edge", "shape": "rabbet", "size": 9.525, "depth": 9.5, "edges": ["near"], "edge_state": "smooth"}
    counts = {bit: len(plan(rabbet | {"bit_id": bit}, 600, 200, 22)["stages"]) for bit in ("rabbet-9.525", "straight-12.7")}
    assert len(set(counts.values())) == 1, counts


FLANK = {"kind": "edge", "edges": ["near"], "edge_state": "smooth"}


@pytest.mark.parametrize(
    ("cut", "stops", "why"),
    [
        (
            {"shape": "jointing", "size": 12.7, "router_id": "plunge-two"},
            False,
            "a full slot 24 deep, once: now millimetre by millimetre",
        ),
        ({"shape": "jointing", "size": 3.01, "router_id": "plunge-two", "bit_id": "flush-12.7"}, True, "just over 3 mm"),
        ({"shape": "jointing", "size": 20, "router_id": "plunge-two", "guide": "template"}, True, "whatever guides it"),
        ({"shape": "flush", "size": 3.01, "depth": 4}, True, "just over 3 mm"),
        ({"shape": "flush", "size": 100, "depth": 4}, True, "a loose strip of 87 mm, once"),
        ({"shape": "flush", "size": 3, "depth": 4}, False, "3 mm is the most"),
        ({"shape": "jointing", "size": 2.4, "router_id": "table-three"}, False, "0.8 mm a run"),
    ],
)
def test_8_a_flank_through_the_thickness_is_not_taken_wider_than_3_mm_at_once(cut, stops, why):
    made = plan(FLANK | cut, 600, 200, 22)
    assert ("much-overhang" in codes(made, "stop")) == stops, why
    assert stops or all(bite["width"] <= 3 + 1e-6 for stage in made["stages"] for bite in stage["bites"])


def test_8_jointing_over_the_table_is_one_setting_run_again():
    made = plan(FLANK | {"shape": "jointing", "size": 3, "router_id": "table-three"}, 600, 200, 22)
    words = said(made)
    assert "infeed behind it by 1 mm" in words
    assert "the same setting run 3 times" in words
    assert "fence forward" not in words


@pytest.mark.parametrize(
    ("cut", "size"),
    [
        ({"kind": "dado", "width": 6.35, "depth": 4, "position": 12, "goes": "along", "end": "near"}, (60, 30, 12)),
        ({"kind": "dado", "width": 6.35, "depth": 4, "position": 30, "goes": "along", "end": "near"}, (80, 80, 12)),
        ({"kind": "dado", "width": 6.35, "depth": 4, "position": 30, "goes": "along", "end": "near"}, (140, 70, 15)),
        (FLANK | {"shape": "chamfer", "size": 3}, (60, 40, 12)),
        (FLANK | {"shape": "roundover", "size": 3}, (280, 100, 12)),
    ],
    ids=["60 × 30", "80 × 80", "140 × 70", "an edge of 60 × 40", "an edge of 280 × 100"],
)
def test_4_a_small_part_over_a_table_stops_until_a_carrier_holds_it(cut, size):
    guide = {"guide": "table-fence"} if cut["kind"] == "dado" else {"router_id": "table-three"}
    bare = plan(cut | guide, *size)
    assert "hands-too-near" in codes(bare, "stop")
    assert any(dict(each["change"]).get("held") == "carrier" for each in bare["remedies"])
    held = plan(cut | guide | {"held": "carrier"}, *size)
    assert "hands-too-near" not in codes(held)
    assert all(each["hands"] == "carrier" for each in held["settings"])


def test_4_nothing_under_300_mm_is_lowered_onto_a_bit_without_a_jig():
    stopped = {"kind": "dado", "width": 6.35, "depth": 4, "position": 80, "goes": "along", "end": "near", "stop_first": 40}
    cut = stopped | {"stop_last": 40, "guide": "table-fence"}
    assert "lowered-without-jig" in codes(plan(cut, 299, 160, 15), "stop")
    assert "lowered-without-jig" not in codes(plan(cut, 300, 160, 15))
    assert "lowered-without-jig" not in codes(plan(cut | {"held": "carrier"}, 299, 160, 15))


def test_10_clamps_that_move_on_want_room_for_both_beside_half_a_run():
    rabbet = FLANK | {"shape": "rabbet", "size": 9.525, "depth": 8, "router_id": "plunge-two"}
    short = plan(rabbet, 170, 76, 20, wood="ash")
    assert "nothing-holds" in codes(short, "stop")
    assert "nothing-holds" not in codes(plan(rabbet | {"held": "vice"}, 170, 76, 20, wood="ash"))


@pytest.mark.parametrize(
    ("edges", "held", "code"),
    [
        (["near", "right", "far", "left"], None, "bearing-below"),
        (["opening-1"], None, "bearing-meets-bench"),
        (["opening-1"], "tape", None),
    ],
    ids=["clamped and overhanging", "in an opening", "raised on a smaller board"],
)
def test_11_a_bearing_below_the_board_does_not_meet_the_bench(edges, held, code):
    window = {"form": "rectangle", "length": mm(120), "width": mm(100), "radius": mm(15)}
    cut = FLANK | {"shape": "roundover", "size": 6.35, "edges": edges, "held": held, "router_id": "plunge-two"}
    made = plan(cut, 600, 300, 12, openings=[window])
    assert codes(made) & {"bearing-below", "bearing-meets-bench"} == ({code} if code else set())
    assert (made["status"] == "stop") == (code == "bearing-meets-bench")
    if held:
        assert "raised by 6 mm or more" in said(made), "2.35 mm below, and 3 clear, rounded up"


@pytest.mark.parametrize(
    ("size", "stops", "why"),
    [
        ((9000, 1200, 100), True, "about 700 kg, with both hands, once"),
        ((1501, 60, 20), True, "just over 1,500 mm"),
        ((1500, 60, 20), False, "just 1,500 mm, and light"),
        ((1200, 900, 40), True, "short enough, and too heavy"),
    ],
)
def test_13_long_and_heavy_boards_are_not_sent_to_a_table_without_support(size, stops, why):
    edge = FLANK | {"shape": "roundover", "size": 3}
    assert plan(edge, *size)["router_id"] != "table-three" or not stops, why
    pinned = plan(edge | {"router_id": "table-three"}, *size)
    assert ("wants-support" in codes(pinned, "stop")) == stops, why
    assert "wants-support" not in codes(plan(edge | {"router_id": "table-three", "supported": True}, *size))
    groove = {"kind": "dado", "width": 6.35, "depth": 4, "position": 20, "goes": "along", "end": "near", "guide": "table-fence"}
    assert ("wants-support" in codes(plan(groove, *size), "stop")) == stops, why
    assert "wants-support" not in codes(plan(groove | {"supported": True}, *size))


@pytest.mark.parametrize(
    ("size", "fits"), [((280, 150, 15), True), ((280, 149.9, 15), False), ((300, 60, 15), True), ((299.9, 60, 15), False)]
)
def test_4_two_hands_fit_from_150_mm_of_width_or_300_of_length_on(size, fits):
    made = plan(FLANK | {"shape": "chamfer", "size": 3, "router_id": "table-three"}, *size)
    assert ("hands-too-near" not in codes(made)) == fits


def window(length: float, width: float, radius: float) -> dict[str, Any]:
    return {"form": "rectangle", "length": mm(length), "width": mm(width), "radius": mm(radius)}


@pytest.mark.parametrize(
    ("width", "opening", "stops"),
    [(100, (200, 92, 15), True), (100, (200, 80, 15), True), (300, (200, 100, 15), False)],
    ids=["members of 4 mm", "members of 10 mm", "members of 100 mm"],
)
def test_12_a_member_that_cannot_carry_the_base_is_a_stop_until_boards_lie_beside_it(width, opening, stops):
    cut = FLANK | {"shape": "roundover", "size": 3, "router_id": "plunge-two"}
    made = plan(cut, 320, width, 18, openings=[window(*opening)])
    assert ("carried-too-narrowly" in codes(made, "stop")) == stops
    assert stops or made["proof"]["passed"]


@pytest.mark.parametrize(("wide", "fits"), [(15.4, False), (18.0, False), (20.0, True)])
def test_12_an_opening_hardly_wider_than_its_bit_is_a_stop(wide, fits):
    """The bit is 15.55 mm across: it begins 2 mm clear of the wood all round, or not at all."""
    cut = FLANK | {"shape": "roundover", "size": 3, "edges": ["opening-1"], "held": "tape", "bit_id": "roundover-3"}
    made = plan(cut, 300, 200, 18, openings=[window(120, wide, 7)])
    assert (made["status"] != "stop") == fits
    assert made["proof"]["passed"] == fits


@pytest.mark.parametrize(
    ("change", "says"),
    [
        ({"router_id": "plunge-two", "held": "tape"}, "base flat, bit clear in the opening, switch on; in and out on an arc"),
        ({"router_id": "table-three", "starting_pin": True}, "the bit standing, lay the opening over bit and pin"),
    ],
)
def test_12_how_an_opening_is_begun_is_said_and_is_what_the_moves_do(change, says):
    made = plan(
        FLANK | {"shape": "roundover", "size": 3, "edges": ["opening-1"]} | change, 400, 260, 18, openings=[window(160, 120, 20)]
    )
    assert says in said(made)
    enter = next(move for move in made["moves"] if move["kind"] == "enter")
    assert len(enter["path"]) > 5, "on an arc"
    assert made["proof"]["passed"]


def test_16_a_climb_that_the_plan_leaves_out_is_not_advised():
    from dataclasses import replace as changed

    shop = TypeAdapter(Shop).dump_python(changed(SHOP, rules=changed(SHOP.rules, climb="light-pass")), mode="json")
    piece = {"name": "board", "material": "oak", "length": mm(600), "width": mm(200), "thickness": mm(22), "slope": 12}
    for held, climbs in ((None, True), ("tape", False)):
        cut = FLANK | {"shape": "roundover", "size": mm(3), "router_id": "plunge-two", "held": held, "edges": ["near"]}
        made = calculate("plan", {"cut": cut, "piece": piece, "shop": shop})
        assert any(stage["climb"] for stage in made["stages"]) or "fibres-lift-climb" not in codes(made), (held, climbs)


INSIDE = [
    {"kind": "pocket", "form": "disc", "length": 160, "depth": 18, "from_left": 200, "from_near": 150, "through": True,
     "backed": True, "loose": "screws"},
    {"kind": "pocket", "form": "cut-out", "length": 150, "across": 100, "depth": 18, "from_left": 100, "from_near": 80,
     "through": True, "backed": True, "loose": "skin"},
    {"kind": "pocket", "form": "recess", "length": 90, "across": 60, "depth": 12, "from_left": 100, "from_near": 80},
    {"kind": "dado", "width": 12.7, "depth": 12, "position": 200, "stop_first": 60, "stop_last": 60, "guide": "straightedge"},
]  # fmt: skip


@pytest.mark.parametrize("cut", INSIDE, ids=["disc", "cut-out", "recess", "stopped dado"])
def test_2_no_school_plunges_deeper_at_once_than_half_the_bit(cut):
    lengths = {key: mm(value) if key in LENGTHS else value for key, value in cut.items()}
    piece = {"name": "board", "material": "pine", "length": mm(500), "width": mm(300), "thickness": mm(18)}
    shop = TypeAdapter(Shop).dump_python(SHOP, mode="json")
    shop["rules"]["depth_rule"] = "diameter"
    made = calculate("plan", {"cut": lengths, "piece": piece, "shop": shop})
    assert made["status"] != "stop", codes(made, "stop")
    depths = [move["to_depth"] for move in made["moves"] if move["kind"] == "plunge"]
    r = max(each[1] for each in made["settings"][0]["bit"]["silhouette"])
    steps = [b - a for a, b in zip([0.0, *depths], depths, strict=False) if b > a]
    assert max(steps) <= r + 1e-6
    assert "plunged deeper at once than half its width" in str(made["figures"])


def test_2_a_slot_that_only_ends_inside_keeps_the_step_of_its_school():
    shop = TypeAdapter(Shop).dump_python(SHOP, mode="json")
    shop["rules"]["depth_rule"] = "diameter"
    piece = {"name": "board", "material": "pine", "length": mm(500), "width": mm(300), "thickness": mm(22)}
    dado = {"kind": "dado", "width": mm(12.7), "depth": mm(11), "position": mm(200), "guide": "straightedge"}
    deepest = {}
    for stop in ("stop_first", "stop_last"):
        made = calculate("plan", {"cut": dado | {stop: mm(60)}, "piece": piece, "shop": shop})
        assert made["status"] != "stop", codes(made, "stop")
        deepest[bool(plunges(made))] = min(move["to_depth"] for move in made["moves"] if move["kind"] == "cut")
    assert deepest[True] <= 6.35 < deepest[False], "one begins inside, the other at the edge"
