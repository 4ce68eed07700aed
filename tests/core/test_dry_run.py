"""The dry run shows the plan's moves and nothing else: held to the moves, the drawing and the proof."""

from __future__ import annotations

import dataclasses
import math
from itertools import pairwise

import pytest
from tests.data.edges import board, edge_cut, mm, window
from tests.demo_cuts import DEMO as DEMO_CUTS
from tests.demo_cuts import followed

from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.output.dry_run import DryRun
from ranura.demo.shop import SHOP

DEMO = [(cut_id, piece, cut) for cut_id, _, cut, piece in DEMO_CUTS]
TABLE = [
    edge_cut("chamfer", 5, router_id="table-three"),
    edge_cut("rabbet", 9.525, depth=4, edges=("far",), router_id="table-three"),
    ChannelCut(width=mm(12.7), depth=mm(6), position=mm(64), guide="table-fence"),
    ChannelCut(width=mm(16), depth=mm(6), position=mm(64), guide="table-fence"),
    ChannelCut(width=mm(12.7), depth=mm(6), position=mm(40), goes="along", end="far", guide="table-fence"),
    ChannelCut(width=mm(12.7), depth=mm(6), position=mm(64), guide="table-fence", count=2, spacing=mm(90)),
]


def both(cut, piece) -> tuple[DryRun, object]:
    found = followed(cut, piece)
    return found.dry_run, found.plan


def posed(run: DryRun, step, i: int, at: tuple[float, float]) -> tuple[float, float]:
    """Where a place of the work lies over a table while the bit is at a point of a step."""
    turn, stands = math.radians(step.degrees[i]), run.tools[step.tool].stands
    x, y = at[0] - step.path[i][0], at[1] - step.path[i][1]
    return (x * math.cos(turn) - y * math.sin(turn) + stands[0], x * math.sin(turn) + y * math.cos(turn) + stands[1])


@pytest.mark.parametrize(("piece", "cut"), [each[1:] for each in DEMO], ids=[each[0] for each in DEMO])
def test_every_move_is_a_step_in_its_order(piece, cut):
    run, plan = both(cut, piece)
    assert [(step.kind, step.station, step.turning, step.fresh) for step in run.steps] == [
        (move.kind, move.station, move.turning, move.fresh) for move in plan.moves
    ]
    for step, move in zip(run.steps, plan.moves, strict=True):
        assert bool(step.path) == bool(move.path)
        assert "{" not in step.says.metric + step.says.inch
        assert step.says.metric
        assert len(step.touches) in (0, len(step.path))
        if step.path and run.tools[step.tool].stands is None:
            # By hand nothing is mirrored: a path is as long as it was, but for what a curve loses when it is thinned.
            length = sum(math.dist(a, b) for a, b in pairwise(step.path))
            assert length == pytest.approx(sum(math.dist(a, b) for a, b in pairwise(move.path)), rel=0.01, abs=0.01)
    for number, found in enumerate(plan.proof.findings, start=1):
        assert number in run.steps[found.move].findings


def test_the_router_touches_its_fence_all_along_and_takes_as_wide_as_the_bit():
    run, plan = both(DEMO[0][2], DEMO[0][1])
    cuts = [step for step in run.steps if step.kind == "cut"]
    assert [step.wide for step in cuts] == [6.35, 6.35]
    fence = next(body for body in run.bodies if body.role == "guide")
    edge = max(x for x, _ in fence.points)
    base = next(each for each in SHOP.router(plan.router_id).bases if each.kind == "plunge").sides[0].distance
    for step, spacer in zip(cuts, (4.9, 0.0), strict=True):
        for (x, y), touch in zip(step.path, step.touches, strict=True):
            assert touch == pytest.approx((edge, y), abs=0.05)
            assert x - touch[0] == pytest.approx(base + spacer, abs=0.05)


@pytest.mark.parametrize("cut", TABLE, ids=[f"{each.kind} {number}" for number, each in enumerate(TABLE)])
def test_over_a_table_the_bit_stands_and_the_work_goes_to_the_left_along_the_fence(cut):
    run, plan = both(cut, board())
    view = run.view
    work = next(shape.points for shape in view.outlines if shape.role == "work")
    fence = next(shape.points for shape in view.outlines if shape.role == "guide")
    face = min(y for _, y in fence)
    drawn_bit = next(shape.points for shape in view.outlines if shape.role == "bit")
    first = next(step for step in run.steps if step.kind == "cut")
    middle = sum(y for _, y in drawn_bit) / len(drawn_bit)
    assert run.tools[first.tool].stands == pytest.approx((0.0, middle), abs=0.05), "where it is drawn"
    for step in run.steps:
        if step.kind in ("enter", "cut", "leave"):
            begun = [posed(run, step, 0, at) for at in work]
            ended = [posed(run, step, -1, at) for at in work]
            assert all(b[0] < a[0] and b[1] == pytest.approx(a[1], abs=1e-6) for a, b in zip(begun, ended, strict=True))
    spacers = {max(guide.spacer for guide in setting.guides) for setting in plan.settings}
    for step in (each for each in run.steps if each.kind == "cut"):
        top = max(y for _, y in (posed(run, step, 0, at) for at in work))
        assert any(face - top == pytest.approx(spacer, abs=0.05) for spacer in spacers), "against the fence, or its spacer"


def test_round_a_curve_the_work_is_turned_as_the_words_say():
    piece = board(openings=(window(300, 160, form="oval"),))
    run, plan = both(edge_cut("chamfer", 3, edges=("opening-1",), router_id="table-three", starting_pin=True), piece)
    (said,) = (lead.shown.metric.number for part in plan.slip if part.key == "direction" for lead in part.leads)
    step = next(step for step in run.steps if step.kind == "cut")
    # Counter-clockwise is counted up.
    assert step.degrees[-1] - step.degrees[0] < -300
    assert said == "Clockwise"
    assert all(abs(b - a) < 180 for a, b in pairwise(step.degrees))


def test_bodies_come_and_go_with_the_steps():
    cut = dataclasses.replace(DEMO[0][2], count=3, spacing=mm(120))
    run, plan = both(cut, DEMO[0][1])
    fences = [body for body in run.bodies if body.role == "guide"]
    assert len(fences) == 3
    for body in fences:
        stations = {step.station for step in run.steps[body.first : body.until] if step.path}
        assert len(stations) == 1
    assert {body.id for body in plan.bodies if body.role == "fence"} == {"fence-1", "fence-2", "fence-3"}


def test_the_work_lies_at_the_end_of_a_run_as_it_was_fed_and_turns_before_the_next():
    run, _ = both(TABLE[0], board())
    last = 0.0
    for step in run.steps:
        if step.kind in ("stop", "lift"):
            assert step.degrees == (last,) * len(step.path)
        last = step.degrees[-1] if step.degrees else last
    begun = [round(step.degrees[0]) % 360 for step in run.steps if step.kind == "start"]
    assert len(set(begun)) == 4, "each edge is turned to the fence"


def test_a_base_is_drawn_as_it_stands():
    run, plan = both(DEMO[0][2], DEMO[0][1])
    for tool, setting in zip(run.tools, plan.settings, strict=True):
        assert math.dist(sum(tool.base, ()), sum(setting.base.ring, ())) < 1e-6
