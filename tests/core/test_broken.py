"""Long boards are broken where nothing happens: nothing that happens is left out, and nothing changes places."""

from __future__ import annotations

import dataclasses
import math

import pytest
from tests.data.edges import mm
from tests.data.plans import unbroken
from tests.demo_cuts import DEMO as DEMO_CUTS
from tests.demo_cuts import followed

from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.output.broken import broken
from ranura.core.output.in_words import with_names
from ranura.core.output.views import Dimension, Outline, View
from ranura.core.plan import PLANNING
from ranura.core.text.writing import write
from ranura.demo.shop import SHOP

DEMO = {cut_id: (piece, cut) for cut_id, _, cut, piece in DEMO_CUTS}
RAIL, SLOTS = DEMO["rail-slots"]


def both(cut, piece):
    """The plan view broken and unbroken."""
    found = followed(cut, piece)
    return found.plan.drawing[0], found.dry_run.view


def wide(view) -> float:
    return view.frame[2] - view.frame[0]


def test_the_slots_of_a_long_rail_are_large_in_view():
    short, whole = both(SLOTS, RAIL)
    assert wide(short) < 0.6 * wide(whole)
    hidden = sum(each.hidden for each in short.breaks)
    assert all(each.hidden % 100 == pytest.approx(0) for each in short.breaks), "so that a drag behind it goes with the hand"
    assert wide(short) + hidden == pytest.approx(wide(whole))


def test_what_is_cut_keeps_its_size_and_everything_its_order():
    short, whole = both(SLOTS, RAIL)
    for one, two in zip(short.outlines, whole.outlines, strict=True):
        assert one.role == two.role
        (a, b), (c, d) = ((min(x for x, _ in o.points), max(x for x, _ in o.points)) for o in (one, two))
        if one.role in ("waste", "bit", "base", "clamp", "stop"):
            assert b - a == pytest.approx(d - c), "nothing that happens is broken"
        assert b - a <= d - c + 1e-6
        assert [y for _, y in one.points] == [y for _, y in two.points]
    xs = sorted((b.at[0], a.at[0]) for a, b in zip(short.marks, whole.marks, strict=True))
    assert [at for _, at in xs] == sorted(at for _, at in xs)
    # What lies behind a break is as far from its own end as before: a place is found again by what is left out.
    for one, two in zip(short.clamps, whole.clamps, strict=True):
        x = one.points[0][0]
        assert x + sum(each.hidden for each in short.breaks if x > each.at) == pytest.approx(two.points[0][0])


@pytest.mark.parametrize(
    "name", [name for name in DEMO if name not in ("rail-slots", "rail-groove", "flat-hinges", "desk-stretch-0")]
)
def test_what_is_not_long_stays_whole(name):
    piece, cut = DEMO[name]
    short, whole = both(cut, piece)
    assert short == with_names(whole, PLANNING.form(cut, piece, SHOP), piece)
    assert short.breaks == ()


def test_a_tall_board_is_broken_across():
    """A dado near the end of a narrow board, fed over a table with its end along the fence: it stands tall before the person."""
    board = dataclasses.replace(RAIL, length=mm(800), width=mm(160))
    dado = ChannelCut(width=mm(12.7), depth=mm(6), position=mm(64), guide="table-fence")
    short, whole = both(dado, board)
    assert {each.axis for each in short.breaks} == {"y"}
    assert short.frame[3] - short.frame[1] < 0.8 * (whole.frame[3] - whole.frame[1])
    assert wide(short) == wide(whole)
    for one, two in zip(short.outlines, whole.outlines, strict=True):
        assert [unbroken(short, at) for at in one.points] == [pytest.approx(at) for at in two.points]
    (spin,) = ((a, b) for a, b in zip(short.arrows, whole.arrows, strict=True) if a.turn is not None)
    assert math.dist(spin[0].start, spin[0].end) == pytest.approx(math.dist(spin[1].start, spin[1].end))


def test_a_long_channel_keeps_its_ends_and_loses_its_middle():
    rail = dataclasses.replace(RAIL, length=mm(2_400), width=mm(120))
    groove = ChannelCut(width=mm(8), depth=mm(5), position=mm(56), goes="along", end="near", stop_first=mm(50))
    short, whole = both(groove, rail)
    assert wide(short) < 0.5 * wide(whole)
    assert broken(short).breaks in (short.breaks, ()), "once is enough"
    (waste,) = (each for each in short.outlines if each.role == "waste")
    left, right = min(x for x, _ in waste.points), max(x for x, _ in waste.points)
    work = next(each for each in short.outlines if each.role == "work")
    assert left - min(x for x, _ in work.points) == pytest.approx(50.0)
    assert right == pytest.approx(max(x for x, _ in work.points))


@pytest.mark.parametrize("axis", [0, 1])
def test_a_distance_that_stands_across_a_break_keeps_its_place_whole(axis):
    """What is measured across the long way stands at one place of it, and that place is kept."""
    board = ((0.0, 0.0), (1_000.0, 0.0), (1_000.0, 100.0), (0.0, 100.0))
    at = ((500.0, 0.0), (500.0, 100.0))
    if axis:
        board, at = tuple((y, x) for x, y in board), tuple((y, x) for x, y in at)
    view = View(
        name="plan",
        frame=(0.0, 0.0, *board[2]),
        caption=write("a board"),
        outlines=(Outline(role="work", points=board),),
        arrows=(),
        dimensions=(Dimension(start=at[0], end=at[1], offset=0, text=write("100"), vertical=axis == 0),),
    )
    short = broken(view)
    assert len(short.breaks) == 2
    for each in short.breaks:
        assert abs(unbroken(short, short.dimensions[0].start)[axis] - 500) < 1e-9
        assert abs(each.at - short.dimensions[0].start[axis]) > 30, "no break runs through it"
