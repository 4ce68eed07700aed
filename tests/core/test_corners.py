"""Behind a corner the bit goes slower, and the slip says so where the moves turn one (R4)."""

from __future__ import annotations

import math
from itertools import pairwise

import pytest
from tests.core.templates.test_cuts import board, mm, plan, sawn, shop

from ranura.core.board.pieces import Piece
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.edge.asked import EdgeCut
from ranura.core.geometry.loop_text import text_of_loops
from ranura.core.geometry.loops import circle
from ranura.core.output.going import way_in
from ranura.core.output.pace_words import with_pace_words
from ranura.core.output.slip import SlipSection
from ranura.core.plan import PLANNING
from ranura.core.proof.corners import BEHIND, slower_behind_corners, times_along
from ranura.core.proof.moves import Move, Program
from ranura.core.text.lengths import Length
from ranura.demo.shop import SHOP

OWN = shop(
    square="M0 0 L200 0 L200 150 L0 150 Z",
    disc=text_of_loops([circle((80, 80), 80)]),
    heart="M0 60 A60 60 0 0 1 120 60 L60 190 Z",
)


def feed_of(made) -> str:
    return " | ".join(line.metric for each in made.slip if each.key == "feed" for line in each.lines)


@pytest.mark.parametrize(("outline", "says"), [("square", True), ("disc", False), ("heart", True)])
def test_the_slip_of_a_part_with_corners_says_how_slowly_behind_them(outline, says):
    made = plan(sawn(outline, from_left=mm(40), from_near=mm(30)), board(400, 260), of=OWN)
    assert made.status == "caution"
    assert max(each.feed_m_min or 0 for each in made.moves) > 2
    assert ("the first 50 mm behind each corner: 9 s or more for 300 mm" in feed_of(made)) == says


def test_in_inches_both_lengths_are():
    made = plan(sawn("square", from_left=mm(40), from_near=mm(30)), board(400, 260), of=OWN)
    said = next(line.inch for each in made.slip if each.key == "feed" for line in each.lines if "corner" in line.inch)
    assert "mm" not in said


def move(*path: tuple[float, float], feed: float = 3.0, kind: str = "cut", fresh: str = "left") -> Move:
    return Move(
        kind=kind, setting=0, station=None, path=path, from_depth=5.0, to_depth=5.0, turning=True, fresh=fresh, feed_m_min=feed,
        seconds=sum(math.dist(a, b) for a, b in pairwise(path)) * 60 / (feed * 1000), about=None, changes=(),
    )  # fmt: skip


SETTINGS = plan(sawn("square", from_left=mm(40), from_near=mm(30)), board(400, 260), of=OWN).settings
"""Of a bit 19.05 mm across."""
FEED = (SlipSection(key="feed", title="Feed", leads=(), lines=(), figures=()),)
ROUND = [(100 * math.cos(math.radians(turn)), 100 * math.sin(math.radians(turn))) for turn in range(0, 361, 5)]


def rounded(r: float) -> list[tuple[float, float]]:
    """A square of 100 whose corners are arcs."""
    middles = [(100 - r, r, -90), (100 - r, 100 - r, 0), (r, 100 - r, 90), (r, r, 180)]
    turns = [(x, y, math.radians(begin + turn)) for x, y, begin in middles for turn in range(0, 91, 5)]
    ring = [(x + r * math.cos(turn), y + r * math.sin(turn)) for x, y, turn in turns]
    return [*ring, ring[0]]


CORNERED = [(0, 0), (100, 0), (100, 80), (0, 80), (0, 0)]


@pytest.mark.parametrize(
    ("one", "says"),
    [
        (move(*CORNERED), True),
        (move(*CORNERED, feed=2.0), False),
        (move(*CORNERED, fresh="none"), False),
        (move(*CORNERED, kind="return", fresh="none"), False),
        (move(*CORNERED[:3]), False),
        (move((0, 0), (200, 0), (200, 160)), False),
        (move(*[(x / 4, y / 4) for x, y in CORNERED]), False),
        (move(*ROUND), False),
        (move(*rounded(9.5)), True),
        (move(*rounded(14)), False),
    ],
)
def test_only_a_way_round_a_corner_that_is_fast_and_in_fresh_wood_is_said(one, says):
    made = slower(one)
    (section,) = with_pace_words(FEED, Program(bodies=(), settings=SETTINGS, moves=(made,)), None)
    assert (any("corner" in line.metric for line in section.lines), bool(made.slow)) == (says, says)
    assert says or made == one


def slower(one: Move) -> Move:
    (made,) = slower_behind_corners(Program(bodies=(), settings=SETTINGS, moves=(one,))).moves
    return made


def test_the_time_counts_what_is_gone_slower_and_the_way_stays_as_long():
    one = move(*CORNERED)
    made = slower(one)
    assert made.slow == ((100.0, 150.0), (180.0, 230.0), (280.0, 330.0))
    # 360 mm at 3 m/min take 7.2 s; of them 150 mm at 2 m/min, 1.5 s more.
    assert (one.seconds, made.seconds) == (pytest.approx(7.2), pytest.approx(8.7))
    assert way_in([made]) == pytest.approx(way_in([one])) == pytest.approx(360)
    ring = slower(move(*rounded(9.5)))
    # An arc of a right angle round each corner, and 50 mm behind it.
    assert [end - begin for begin, end in ring.slow] == [
        pytest.approx(BEHIND + 9.5 * math.pi / 2, abs=6) for _ in range(len(ring.slow))
    ]  # fmt: skip


def test_each_point_is_reached_when_the_pace_of_its_stretch_brings_one_there():
    path = ((0.0, 0.0), (100.0, 0.0), (100.0, 50.0), (100.0, 80.0))
    # 100 mm and 30 mm at 3 m/min, 50 mm at 2 m/min: 2, 1.5 and 0.6 s.
    assert times_along(path, 3.0, ((100.0, 150.0),)) == pytest.approx((0, 2 / 4.1, 3.5 / 4.1, 1))
    assert times_along(path, 3.0, ()) == pytest.approx((0, 100 / 180, 150 / 180, 1))


def test_the_dry_run_goes_slower_behind_corners():
    cut, piece, own = sawn("square", from_left=mm(40), from_near=mm(30)), board(400, 260), OWN
    made, run = plan(cut, piece, of=own), PLANNING.dry_run(cut, piece, own, own.rules)
    slow = [number for number, each in enumerate(made.moves) if each.slow]
    assert slow
    assert [number for number, step in enumerate(run.steps) if step.times] == slow
    step, held = run.steps[slow[0]], made.moves[slow[0]]
    lengths = [math.dist(a, b) for a, b in pairwise(step.path)]
    paces = [
        long / 1_000 / ((after - before) * step.seconds / 60)
        for long, before, after in zip(lengths, step.times, step.times[1:], strict=False)
        if long > 1
    ]
    assert {round(each, 1) for each in paces} == {2.0, round(held.feed_m_min, 1)}


def channel(goes: str, **more):
    wide, at = Length(mm=12.7, typed="12.7", unit="mm"), Length(mm=60, typed="60", unit="mm")
    return ChannelCut(goes=goes, width=wide, depth=Length(mm=6, typed="6", unit="mm"), position=at, **more)


RABBET = EdgeCut(shape="rabbet", size=mm(8), depth=mm(6), edges=("near",))


@pytest.mark.parametrize(
    ("cut", "material", "says"),
    [
        (channel("across"), "oak", []),
        (channel("along", end="near"), "oak", ["slower into the end grain"]),
        (channel("along", end="near"), "mdf", []),
        (RABBET, "oak", ["slower into the end grain and over the last 50 mm"]),
        (RABBET, "mdf", ["slower over the last 50 mm"]),
        (channel("along", end="near", stop_first=mm(30), stop_last=mm(30)), "oak", []),
    ],
)
def test_the_pace_says_where_it_is_slower_and_its_reason_how_it_sounds(cut, material, says):
    """Where a backer holds the fibres, the last of the way is as fast as the rest."""
    piece = Piece(name="Rail", material=material, length=mm(500), width=mm(200), thickness=mm(22))
    made = PLANNING.plan(cut, piece, SHOP, SHOP.rules)
    assert [line.metric for each in made.slip if each.key == "feed" for line in each.lines][1:] == says
    pace = next(each for each in made.figures if each.key == "feed.pace").because.metric
    assert pace.endswith("At the right pace the note is even: it falls where that is too fast, and whines where it is too slow")
