"""R21 what stands around a place, seen from there: what is the same is found again, and nothing else is."""

from __future__ import annotations

from dataclasses import replace

import pytest

from ranura.core.geometry.rings import Box, Point, extent
from ranura.core.proof.bodies import standing
from ranura.core.proof.surroundings import edges_near
from ranura.core.proof.wood import Wood

BOARD = standing("work-1", "work", ((0.0, 0.0), (600.0, 0.0), (600.0, 400.0), (0.0, 400.0)), 0.0, 20.0)
BLOCK = ((10.0, 10.0), (40.0, 10.0), (40.0, 20.0), (10.0, 20.0))


def around(at: Point, far: float = 50.0) -> Box:
    return (at[0] - far, at[1] - far, at[0] + far, at[1] + far)


def seen(wood: Wood, *places: Point) -> list[object]:
    return [edges_near(wood, wood.bodies, around(at), at) for at in places]


def moved(ring, by: Point):
    return tuple((x + by[0], y + by[1]) for x, y in ring)


@pytest.mark.parametrize(
    ("one", "other"),
    [
        ((200.0, 30.0), (350.0, 30.0)),
        ((30.0, 150.0), (30.0, 250.0)),
        ((200.0, 370.0), (400.0, 370.0)),
        ((570.0, 90.0), (570.0, 300.0)),
    ],
    ids=["near edge", "left end", "far edge", "right end"],
)
def test_along_an_edge_it_looks_the_same_everywhere(one, other):
    first, second = seen(Wood((BOARD,)), one, other)
    assert first == second
    assert first, "the edge is seen"


@pytest.mark.parametrize(
    ("one", "other"),
    [
        ((200.0, 30.0), (200.0, 29.0)),
        ((200.0, 30.0), (200.0, 370.0)),
        ((200.0, 30.0), (30.0, 200.0)),
        ((200.0, 30.0), (30.0, 30.0)),
        ((30.0, 30.0), (31.0, 30.0)),
        ((200.0, 30.0), (200.0, 200.0)),
    ],
    ids=["nearer", "the other edge", "an end", "a corner", "nearer to a corner", "none"],
)
def test_at_another_distance_or_another_edge_it_does_not(one, other):
    first, second = seen(Wood((BOARD,)), one, other)
    assert first != second


def test_along_a_slope_it_looks_the_same_everywhere():
    slope = standing("work-2", "work", ((0.0, 0.0), (600.0, 0.0), (600.0, 600.0)), 0.0, 20.0)
    one, other, nearer = seen(Wood((slope,)), (290.0, 300.0), (200.0, 210.0), (200.0, 205.0))
    assert one == other
    assert one != nearer


@pytest.mark.parametrize(
    "other",
    [
        replace(BLOCK_BODY := standing("b", "support", moved(BLOCK, (200.0, 0.0)), 0.0, 20.0), z1=30.0),
        replace(BLOCK_BODY, z0=5.0),
        standing("b", "support", moved(BLOCK, (201.0, 0.0)), 0.0, 20.0),
        standing("b", "support", moved(tuple((x, y * 0.9) for x, y in BLOCK), (200.0, 0.0)), 0.0, 20.0),
    ],
    ids=["higher", "from further up", "further off", "narrower"],
)
def test_a_thing_within_sight_is_another_where_its_heights_place_or_form_are(other):
    """Two blocks, each whole within its box, seen from places that lie 200 mm apart."""
    here = standing("a", "support", BLOCK, 0.0, 20.0)
    assert extent(BLOCK)[2] < 50
    for second, same in ((BLOCK_BODY, True), (other, False)):
        wood = Wood((here, second))
        first, there = seen(wood, (20.0, 15.0), (220.0, 15.0))
        assert (first == there) is same
