"""Behind a corner the bit goes slower, and the slip says so where the moves turn one (R4)."""

from __future__ import annotations

import math

import pytest
from tests.core.templates.test_cuts import board, mm, plan, sawn, shop

from ranura.core.geometry.loop_text import text_of_loops
from ranura.core.geometry.loops import circle
from ranura.core.output.corners import slower_behind_corners
from ranura.core.output.slip import SlipSection
from ranura.core.proof.moves import Move, Program

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
        seconds=1.0, about=None, changes=(),
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
    program = Program(bodies=(), settings=SETTINGS, moves=(one,))
    (section,) = slower_behind_corners(FEED, program)
    assert bool(section.lines) == says
