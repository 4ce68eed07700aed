"""The log in pictures: what is drawn of runs, on which axis, and what is left out."""

from __future__ import annotations

from dataclasses import replace
from datetime import timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st
from tests.core.running.test_lessons import FLAT, run

from ranura.core.running.care import Care
from ranura.core.running.plots import LEFT_ALONE, MOST_LINES, plots_of, round_step
from ranura.demo.shop import SHOP

SETUP = SHOP.rules.setup_minutes


def timed(number: int, took: float, *, minutes: float | None = 2.0, cut: str = "Groove", state="done"):
    made = run(number, "clean", state=state)
    ended = made.begun_at + timedelta(minutes=took)
    return replace(made, of=replace(made.of, cut=cut, minutes=minutes), ended_at=ended)


def test_a_run_stands_in_its_wood_by_its_chip_with_how_it_came_out():
    # Of 20,000 turns and two edges: 2 m/min is 0.05 mm a tooth.
    found = plots_of([run(1, "torn", feed=4.0), run(0, "burnt", feed=2.0), run(2, "clean", state="left")], SHOP)
    (row,) = found.chips
    assert row.wood == "ash"
    assert [(dot.run_id, dot.chip_mm, dot.came_out) for dot in row.dots] == [
        ("run-0", pytest.approx(0.05), "burnt"),
        ("run-1", pytest.approx(0.1), "torn"),
    ]
    assert [tick.says for tick in found.chip_axis.metric] == ["0.00 mm", "0.02 mm", "0.04 mm", "0.06 mm", "0.08 mm", "0.10 mm"]
    assert [tick.says for tick in found.chip_axis.inch] == ["0.000 in", "0.001 in", "0.002 in", "0.003 in", "0.004 in"]
    assert found.chip_axis.inch[1].at == pytest.approx(0.0254)


def test_a_bit_goes_on_from_run_to_run_and_says_where_its_edge_was_made_new():
    runs = [run(number, "burnt" if number == 2 else "clean", metres=10.0 + number) for number in range(4)]
    sharp = Care(id="c", kind="sharpened", of=runs[0].of.bit_id or "", at=runs[2].begun_at)
    oiled = replace(sharp, id="o", kind="oiled", at=runs[0].begun_at)
    (line,) = plots_of(runs, SHOP, [sharp, oiled]).bits
    assert [dot.metres for dot in line.dots] == [10, 21, 33, 46]
    assert [dot.run_id for dot in line.dots if dot.burnt] == ["run-2"]
    assert line.edges == (33,)
    assert plots_of(runs[:1], SHOP).bits == (), "one run is no line"
    assert [len(line.dots) for line in plots_of(runs[:2], SHOP).bits] == [2]


def test_what_a_guide_is_off_by_is_measured_less_planned_in_the_order_of_time():
    runs = [run(5, "clean", means=75.1), run(1, "wrong-size", means=75.3), run(2, "clean")]
    (line,) = plots_of(runs, SHOP).off
    assert (line.figure, line.name) == (FLAT, "Plunge two, fixed base, flat side")
    assert [(dot.run_id, dot.off) for dot in line.dots] == [("run-1", pytest.approx(0.3)), ("run-5", pytest.approx(0.1))]
    axis = plots_of(runs, SHOP).off_axis
    assert axis.low == pytest.approx(-axis.high)
    assert axis.high > 0.3
    assert [tick.says for tick in axis.metric] == ["−0.2 mm", "0.0 mm", "0.2 mm"]
    assert plots_of(runs[:1], SHOP).off == (), "measured once it tells of no time"


def test_time_taken_stands_beside_what_was_planned_with_setting():
    runs = [timed(0, 20.0), timed(1, 12.0, minutes=3.0), timed(2, LEFT_ALONE + 1), timed(3, 9.0, state="under-way")]
    runs += [timed(4, 0.0), timed(5, 15.0, minutes=None), timed(6, 7.0, cut="Rabbet")]
    found = plots_of(runs, SHOP)
    groove, rabbet = found.times
    assert (groove.cut, groove.planned, [dot.took for dot in groove.dots]) == ("Groove", SETUP + 3.0, [20.0, 12.0])
    assert (rabbet.cut, rabbet.planned, [dot.took for dot in rabbet.dots]) == ("Rabbet", SETUP + 2.0, [7.0])
    assert found.interrupted == 1
    just = plots_of([timed(0, LEFT_ALONE)], SHOP)
    assert ([dot.took for line in just.times for dot in line.dots], just.interrupted) == ([LEFT_ALONE], 0)
    assert found.time_axis.high > 20


def test_those_with_the_most_runs_are_drawn():
    cuts = [timed(10 * which + turn, 8.0, cut=f"Cut {which}") for which in range(12) for turn in range(which + 1)]
    found = plots_of(cuts, SHOP).times
    assert [line.cut for line in found] == [f"Cut {which}" for which in range(11, 11 - MOST_LINES, -1)]


def test_an_empty_log_has_axes_and_nothing_on_them():
    found = plots_of([], SHOP)
    assert (found.chips, found.bits, found.off, found.times, found.interrupted) == ((), (), (), (), 0)
    for axis in (found.chip_axis, found.off_axis, found.time_axis):
        assert axis.low < axis.high


@given(st.floats(1e-4, 1e5), st.integers(2, 10))
def test_steps_of_an_axis_are_round_and_as_many_as_go(span, most):
    step = round_step(span, most)
    assert f"{step:.0e}"[0] in "125"
    assert span / step <= most * (1 + 1e-6)
    assert span / step > most / 2.6, "the next smaller one would have been too many"
