"""What runs teach: from how many on, when a bit is dull, which measurements are set aside."""

from __future__ import annotations

from dataclasses import replace
from datetime import UTC, datetime, timedelta

import pytest

from ranura.core.board.pieces import Piece
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.plan import PLANNING
from ranura.core.running.care import Care
from ranura.core.running.last_time import last_time
from ranura.core.running.lessons import Lessons, lessons_of
from ranura.core.running.log import CameOut, FigureOfShop, Measured, Outcome, Run, run_with
from ranura.core.running.progress import Progress
from ranura.core.running.record import run_of
from ranura.core.text.lengths import in_mm
from ranura.core.text.writing import write
from ranura.demo.shop import SHOP

ASH, BIT, ROUTER = SHOP.material("ash"), SHOP.bit("straight-12.7"), SHOP.router("plunge-two")
FLAT = FigureOfShop(of="base", id="plunge-two", base="fixed", side="flat side")


def run(
    number: int,
    out: CameOut,
    *,
    feed: float = 3.0,
    metres: float = 10.0,
    means: float | None = None,
    of: FigureOfShop = FLAT,
    state="done",
) -> Run:
    at = datetime(2026, 1, 1, tzinfo=UTC) + timedelta(days=number)
    measured = () if means is None else (Measured(what=write("wall"), planned=75.0, found=means, figure=of, means=means),)
    return Run(
        id=f"run-{number}",
        of=run_with(cut="Groove", wood=ASH, bit=BIT, router=ROUTER, rpm=20_000, feed_m_min=feed, metres=metres),
        begun_at=at,
        ended_at=at,
        state=state,
        progress=Progress(),
        trial=(),
        outcome=Outcome(came_out=out, measured=measured),
        cut_id=None,
        planned=False,
    )


def taught(*outs: CameOut) -> Lessons:
    return lessons_of([run(number, out) for number, out in enumerate(outs)], SHOP)


@pytest.mark.parametrize(("count", "says"), [(3, 0), (4, 1)])
def test_burning_is_said_from_four_runs_on(count, says):
    runs = [run(number, "burnt" if number == 0 else "clean", feed=1.0 + number) for number in range(count)]
    found = lessons_of(runs, SHOP).burning
    assert len(found) == says
    if found:
        # Of 20,000 turns and two edges: 1 m/min is 0.025 mm a tooth, 2 m/min 0.05.
        assert (found[0].chip_mm, found[0].misread) == (pytest.approx(0.0375), 0)


@pytest.mark.parametrize(
    ("outs", "dull"),
    [
        (("clean",) * 4 + ("burnt",) * 3, True),
        (("clean",) * 3 + ("burnt", "clean", "burnt"), True),
        (("clean",) * 3 + ("burnt", "clean", "clean"), False),
        (("burnt",) * 7, False),
        (("burnt",) * 3 + ("clean",) * 4, False),
        (("clean",) * 2 + ("burnt",) * 3, False),
    ],
)
def test_a_bit_is_dull_that_ran_clean_and_burns_by_now(outs, dull):
    assert taught(*outs).wear[0].dull == dull


def test_metres_count_where_a_run_came_to_its_end():
    runs = [run(1, "clean"), run(2, "burnt", metres=2.5), run(3, "clean", state="left"), run(4, "burnt")]
    wear = lessons_of(list(reversed(runs)), SHOP).wear[0]
    assert (wear.metres, wear.first_burn, wear.runs, wear.burnt) == (22.5, 12.5, 3, 2)
    assert [(each.material_class, each.metres) for each in wear.classes] == [("hardwood", 22.5)]


def test_what_lies_far_off_is_seen_and_not_counted():
    runs = [run(number, "clean", means=means) for number, means in enumerate((75.01, 75.02, 75.6))]
    found = lessons_of(runs, SHOP).figures[0]
    assert [dot.aside for dot in found.dots] == [False, False, True]
    assert found.value == pytest.approx((75.0 + 75.01 + 75.02) / 3)


def test_the_last_time_is_the_last_that_ended():
    runs = [run(1, "clean", feed=2.0), run(2, "burnt", feed=1.0), run(3, "clean", state="left")]
    said = last_time(runs, SHOP, material="ash", bit_id="straight-12.7")
    assert (said.run_id, said.last, said.runs, said.clean) == ("run-2", "burnt", 2, 1)
    assert said.clean_feed is not None
    assert said.clean_feed.metric.number == "2"


def test_metres_of_a_run_with_two_bits_are_those_of_each_and_its_outcome_tells_of_the_last():
    first = next(each for each in SHOP.bits if each.id != BIT.id)
    of = replace(run(1, "burnt").of, first_bit_id=first.id, first_bit=first.name, first_metres=4.0)
    two = replace(run(1, "burnt"), of=of)
    wear = {each.bit_id: each for each in lessons_of([two, run(2, "clean")], SHOP).wear}
    assert (wear[BIT.id].metres, wear[BIT.id].burnt, wear[BIT.id].first_burn) == (20, 1, 10)
    assert (wear[first.id].metres, wear[first.id].burnt, wear[first.id].first_burn) == (4, 0, None)
    assert wear[first.id].bit == first.name
    left = replace(two, state="left")
    assert [left.metres_of(each) for each in (BIT.id, first.id)] == [0, 0]


def test_what_a_plan_with_two_bits_runs_is_shared_out_between_them():
    socket = ChannelCut(shape="dovetail", width=in_mm(8.711), depth=in_mm(8), position=in_mm(100))
    piece = Piece(name="Side", material="ash", length=in_mm(600), width=in_mm(280), thickness=in_mm(24))
    plan = PLANNING.plan_with_moves(socket, piece, SHOP, SHOP.rules)
    of = run_of(plan, piece, SHOP, cut="Socket", job="", job_id=None)
    cleared = sum(move.kind == "cut" and move.setting == 0 and move.fresh != "none" for move in plan.moves)
    assert (of.bit_id, of.metres) == ("dovetail-12.7", pytest.approx(0.28))
    assert (of.first_bit_id, of.first_metres) == (plan.settings[0].bit.id, pytest.approx(0.28 * cleared))
    plain = PLANNING.plan_with_moves(replace(socket, shape="square", width=in_mm(12.7)), piece, SHOP, SHOP.rules)
    assert run_of(plain, piece, SHOP, cut="Dado", job="", job_id=None).first_bit_id is None


@pytest.mark.parametrize(
    ("of", "name", "kept", "sd"),
    [
        (FigureOfShop(of="spacer", id="strip-4.9"), "Strip 4.9, its thickness", 4.9, 0.05),
        (FigureOfShop(of="delivery", id="birch-18-october"), "October load, its thickness", 17.6, 0.15),
    ],
)
def test_strips_and_deliveries_are_measured_too(of, name, kept, sd):
    found = lessons_of([run(number, "clean", means=kept + 0.2, of=of) for number in range(3)], SHOP).figures
    (lesson,) = found
    # Three of 0.05 mm against what was kept within sd.
    by_now = (kept / sd**2 + 3 * (kept + 0.2) / 0.05**2) / (1 / sd**2 + 3 / 0.05**2)
    assert (lesson.name, lesson.kept, lesson.value, lesson.worth) == (name, kept, pytest.approx(by_now), True)
    gone = lessons_of([run(0, "clean", means=5.0, of=replace(of, id="gone"))], SHOP)
    assert not gone.figures, "what the shop has no longer is not corrected"


@pytest.mark.parametrize(("refused_on", "left"), [(None, False), (1, False), (2, True), (5, True)])
def test_a_correction_that_is_refused_is_left_until_it_is_measured_once_more(refused_on, left):
    """Measured on days 0, 1 and 2: what was refused before the last of them is offered again."""
    runs = [run(number, "clean", means=75.3) for number in range(3)]
    at = datetime(2026, 1, 1, tzinfo=UTC) + timedelta(days=refused_on or 0)
    cares = () if refused_on is None else (Care(id="c", kind="left", of=FLAT.key, at=at),)
    (lesson,) = lessons_of(runs, SHOP, cares).figures
    assert (lesson.worth, lesson.left) == (True, left)
    other = replace(FLAT, side="round side")
    assert not any(each.left for each in lessons_of([run(0, "clean", means=75.3, of=other)], SHOP, cares).figures)
    assert [dot.cut for dot in lesson.dots] == ["Groove"] * 3
