"""What runs teach: from how many on, when a bit is dull, which measurements are set aside."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta

import pytest

from ranura.core.running.last_time import last_time
from ranura.core.running.lessons import Lessons, lessons_of
from ranura.core.running.log import CameOut, FigureOfShop, Measured, Outcome, Run, run_with
from ranura.core.running.progress import Progress
from ranura.core.text.writing import write
from ranura.demo.shop import SHOP

ASH, BIT, ROUTER = SHOP.material("ash"), SHOP.bit("straight-12.7"), SHOP.router("plunge-two")
FLAT = FigureOfShop(of="base", id="plunge-two", base="fixed", side="flat side")


def run(number: int, out: CameOut, *, feed: float = 3.0, metres: float = 10.0, means: float | None = None, state="done") -> Run:
    at = datetime(2026, 1, 1, tzinfo=UTC) + timedelta(days=number)
    measured = () if means is None else (Measured(what=write("wall"), planned=75.0, found=means, figure=FLAT, means=means),)
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
