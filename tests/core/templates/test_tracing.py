"""A line that a small bit traces first, along the template that a larger bit follows right through (R9, R16, R21)."""

from __future__ import annotations

from dataclasses import replace
from itertools import pairwise

import pytest
from shapely.geometry import LineString
from tests.core.templates.test_cuts import OWN, board, codes, cut, mm, plan, shop, wanted
from tests.core.test_sockets import mouth

from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.template.setting import TemplateSetting
from ranura.core.family import NOTHING_BEFORE
from ranura.core.output.work import as_work
from ranura.core.plan import PLANNING, PlanWithMoves
from ranura.core.proving import pairs_for
from ranura.core.running.record import record_of
from ranura.core.running.steps import RunStep
from ranura.core.running.words import DEPTH_BY
from ranura.core.shop.tooling.guides import Bushing
from ranura.core.text.errors import CutError
from ranura.demo.shop import SHOP

NOTCHED = "M0 0 L200 0 L200 120 L120 120 L120 70 L80 70 L80 120 L0 120 Z"
OWN_LINES = shop(notched=NOTCHED, soft=OWN.outlines[1].path)


def traced(outline: str = "notched", **more):
    known = {
        "makes": "part", "through": True, "depth": mm(18), "backed": True, "loose": "screws", "traced": mm(3),
        "from_left": mm(60), "from_near": mm(50),
    }  # fmt: skip
    return cut(outline, **(known | more))


def made(asked, of=OWN_LINES) -> PlanWithMoves:
    return plan(asked, board(), of)


def taken(of: PlanWithMoves, bit_id: str, depth: float):
    """What one of its bits takes at a depth."""
    ways = [
        LineString(move.path).buffer(max(r for _, r, _ in of.settings[move.setting].bit.silhouette), quad_segs=32)
        for move in of.moves
        if move.kind == "cut" and of.settings[move.setting].bit.id == bit_id and (move.to_depth or 0.0) >= depth - 1e-6
    ]
    assert ways
    area = ways[0]
    for each in ways[1:]:
        area = area.union(each)
    return area


@pytest.mark.parametrize("makes", ["part", "recess"])
def test_both_bits_reach_to_one_line_from_one_template(makes):
    asked = traced("soft", makes=makes, from_left=mm(120), from_near=mm(80))
    found = made(asked)
    assert found.status in ("ready", "caution"), codes(found)
    small, large = dict.fromkeys(each.bit.id for each in found.settings)
    assert large == found.bit_id
    by_id = {bit.id: bit.diameter for bit in SHOP.bits}
    assert by_id[small] <= 0.7 * by_id[large]
    offsets = [each.guides[0].r - by_id[each.bit.id] / 2 for each in found.settings]
    assert offsets[0] == pytest.approx(offsets[-1], abs=0.05), "one template, two rings"
    part = wanted(asked, OWN_LINES)
    for bit_id, depth in ((small, 3.0), (large, 18.0)):
        gone = taken(found, bit_id, depth)
        outside = part if makes == "part" else gone.union(part).difference(part)
        assert gone.intersection(outside).area < 0.01 * part.length, "none of what stays"
        assert gone.distance(part.exterior) < 0.03
    depths = [each.to_depth for each in found.moves if each.kind == "cut" and found.settings[each.setting].bit.id == large]
    assert min(depths) >= 4.0, "deeper than the trace, so that it never cuts with one flank alone"


def test_the_small_bit_takes_the_corner_that_the_larger_leaves_round():
    found = made(traced(bit_id="straight-12.7"))
    assert "rounder-below-trace" in codes(found)
    small, large = dict.fromkeys(each.bit.id for each in found.settings)
    corner = wanted(traced(), OWN_LINES)
    notch = corner.convex_hull.difference(corner).buffer(-1)
    left = notch.difference(taken(found, large, 18)).area
    assert notch.difference(taken(found, small, 3)).area < notch.area
    near = {name: taken(found, name, 3).distance(corner.exterior) for name in (small, large)}
    assert left > 0
    assert max(near.values()) < 0.03


@pytest.mark.parametrize(("corners", "best"), [(None, 5.0), (mm(4), 7.0)])
def test_it_is_traced_by_what_reaches_into_its_corners_in_the_same_router(corners, best):
    """Sharp corners want the smallest bit there is; of those that enter rounded ones the widest is stiffest."""
    (ring,) = (each for each in SHOP.guides if isinstance(each, Bushing) and each.outside == 15.875)
    bits = tuple(replace(SHOP.bit("up-cut-6.35"), id=f"up-{wide}", diameter=wide) for wide in (5.0, 7.0, 8.5))
    rings = tuple(replace(ring, id=f"ring-{each.id}", outside=each.diameter + 3.175, bore=each.diameter + 1.6) for each in bits)
    own = replace(OWN_LINES, guides=(*OWN_LINES.guides, *rings), bits=(*OWN_LINES.bits, *bits))
    found = made(traced(bit_id="straight-12.7", corners=corners), own)
    assert own.bit(found.settings[0].bit.id).diameter == best
    assert {each.router_id for each in found.settings} == {found.router_id}


def test_where_the_larger_bit_does_not_enter_a_hole_it_is_stopped():
    own = shop(holed="M0 0 L160 0 L160 100 L0 100 Z M74 50 A6 6 0 0 0 86 50 A6 6 0 0 0 74 50 Z")
    found = made(traced("holed", bit_id="straight-12.7"), own)
    assert "larger-stays-out" in codes(found)
    ways = [each.change for each in found.remedies if each.answers == "larger-stays-out"]
    assert ways == [{"bit_id": None}, {"traced": None, "bit_id": None}], "the larger bit alone would not get in either"
    smaller = made(traced("holed", bit_id="up-cut-9.525"), own)
    assert "larger-stays-out" not in codes(smaller)


def test_its_time_is_part_of_the_whole():
    asked = traced()
    planner = PLANNING.planner(asked, board(), OWN_LINES, OWN_LINES.rules, NOTHING_BEFORE)
    _, pairs = pairs_for(planner, asked, OWN_LINES, NOTHING_BEFORE)
    setting = planner.make(pairs[0]).setting
    assert isinstance(setting, TemplateSetting)
    assert setting.traced is not None
    assert setting.stepping is not None
    parts = [sum(each.seconds for each in part.passes) for part in (setting.stepping, setting.traced.stepping)]
    assert setting.seconds == pytest.approx(sum(parts))
    assert min(parts) > 0


def test_it_is_said_and_set_once():
    found = made(traced())
    (said,) = (line.metric for each in found.slip if each.key == "depths" for line in each.lines if "trace" in line.metric)
    assert said.startswith(f"first trace with {SHOP.bit(found.settings[0].bit.id).name} in Bushing")
    first, second = (move for move in found.moves if move.kind == "set")
    assert [each.what for each in first.changes] == ["bit", "speed", "held", "held", "template", "depth"]
    assert [each.what for each in second.changes] == ["bit", "speed", "depth"], "board and template stay"


def test_all_places_are_traced_before_the_bit_is_changed():
    own = shop(disc=OWN.outlines[1].path)
    found = plan(traced("disc", count=2, spacing=mm(140), from_near=mm(80)), board(500), own)
    assert found.status != "stop", codes(found)
    turned = [found.settings[move.setting].bit.id for move in found.moves if move.kind == "cut"]
    assert [a != b for a, b in pairwise(turned)].count(True) == 1
    stations = [move.station for move in found.moves if move.kind == "cut"]
    assert list(dict.fromkeys(stations)) == [1, 2]
    assert [move.station for move in found.moves if move.kind == "shift"] == [1, 2, 1, 2], "no way is gone twice"


def test_a_trace_as_deep_as_the_first_pass_is_stopped_and_mended():
    asked = traced(traced=mm(8), bit_id="straight-12.7")
    found = made(asked)
    assert found.status == "stop"
    assert {"trace-too-deep", "climbs"} <= codes(found), "its moves say so too"
    ways = [each.change for each in found.remedies if each.answers == "trace-too-deep"]
    for change in ways:
        typed = change["traced"]
        mended = made(replace(asked, traced=None if typed is None else mm(float(typed.typed))))
        assert mended.status in ("ready", "caution")
    assert len(ways) == 2
    assert "trace-too-deep" in codes(made(replace(asked, traced=mm(5.5)))), "less than 1 mm of it would be a slot"
    assert "trace-too-deep" not in codes(made(replace(asked, traced=mm(5))))


def test_where_nothing_follows_at_the_same_distance_it_is_not_traced():
    one = replace(OWN_LINES, guides=(next(each for each in SHOP.guides if isinstance(each, Bushing) and each.outside > 15),))
    found = made(traced(), one)
    assert found.status == "stop"
    assert "no-tracing-bit" in codes(found)
    assert {"traced": None} in [each.change for each in found.remedies if each.answers == "no-tracing-bit"]


@pytest.mark.parametrize(
    ("more", "field"),
    [
        ({"traced": mm(15.5)}, "cut.traced"),
        ({"makes": "recess", "through": False, "depth": mm(6)}, "cut.traced"),
        ({"makes": "plug", "through": False, "depth": mm(3)}, "cut.traced"),
        ({"sawn": mm(2)}, "cut.traced"),
    ],
)
def test_what_cannot_be_traced_is_refused_where_it_was_typed(more, field):
    with pytest.raises(CutError) as refused:
        made(traced(**more))
    assert refused.value.field == field


SOCKET = ChannelCut(shape="dovetail", width=mm(mouth(8)), depth=mm(8), position=mm(200))


@pytest.mark.parametrize(("asked", "of"), [(traced(), OWN_LINES), (SOCKET, SHOP)], ids=["traced", "cleared"])
def test_run_mode_puts_in_the_bit_that_goes_first_and_then_the_other(asked, of):
    piece = board()
    found = PLANNING.plan_with_moves(asked, piece, of, of.rules)
    small, large = dict.fromkeys(each.bit.id for each in found.settings)
    assert large == found.bit_id
    steps = record_of(PLANNING.followed(asked, piece, of, of.rules), piece, of).steps
    put_in = [each for each in steps if key(each) == "bit"]
    names = {bit.id: bit.name for bit in SHOP.bits}
    assert [each.leads[0].shown.metric.number for each in put_in] == [names[small], names[large]]
    rings = [each.leads[0].shown.metric.number for each in steps if key(each) == "guide"]
    assert len(set(rings)) == (2 if asked is not SOCKET else 1), "another ring, the same fence"
    deep = next(each for each in steps if each.key == "depths").leads[0].shown.metric.number
    assert float(deep) == next(move.to_depth for move in found.moves if move.kind == "cut")
    at = steps.index(put_in[1])
    assert steps[at - 1].key.startswith("unplug-")
    later = [key(each) for each in steps[at:]]
    assert later.index("plug") < later.index("start"), "plugged in again after all of it is set"
    assert "hold" not in later, "the board lies as it lay"
    runs = [bool(each.leads) for each in steps if key(each) == "run"]
    assert runs == sorted(runs), "the pace of the slip is that of the second bit"
    assert [runs[0], runs[-1]] == [False, True]
    assert len({each.key for each in steps}) == len(steps)
    knows = replace(of, rules=replace(of.rules, level="experienced"))
    fewer = record_of(PLANNING.followed(asked, piece, knows, knows.rules), piece, knows).steps
    assert len({each.key for each in fewer}) == len(fewer) < len(steps)
    assert [each.leads[0].shown.metric.number for each in fewer if key(each) == "bit"] == [names[small], names[large]]
    ready = as_work(found.bit_id, found.router_id, found.settings, found.moves, template=False)
    assert [bit for bit, _ in ready.tools] == [small, large]


def test_each_bit_is_set_by_the_base_that_it_hangs_in():
    trim, two, _ = SHOP.routers
    plunge, fixed = (next(each for each in trim.bases if each.kind == kind) for kind in ("plunge", "fixed"))
    own = replace(SHOP, routers=(replace(trim, collets=(8.0,), bases=(plunge,)), replace(two, collets=(12.7,), bases=(fixed,))))
    found = PLANNING.plan_with_moves(SOCKET, board(), own, own.rules)
    assert [each.base.kind for each in found.settings] == ["plunge", "fixed"]
    steps = record_of(PLANNING.followed(SOCKET, board(), own, own.rules), board(), own).steps
    ways = [{line.metric for line in each.lines} for each in steps if key(each) == "depths"]
    for lines, base in zip(ways, ("plunge", "fixed"), strict=True):
        assert set(DEPTH_BY[base]) <= lines


def key(of: RunStep) -> str:
    return of.key.split("-")[0]
