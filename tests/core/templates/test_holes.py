"""Slots of a template for mortises of several widths: what the ring and the bit really make of each (R9)."""

from __future__ import annotations

from itertools import pairwise

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely.geometry import LineString
from tests.core.templates.test_cuts import board, mm

from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.plan import PLANNING
from ranura.core.shop.tooling.guides import Bushing
from ranura.core.shop.tooling.profiles import FLAT_ENDED
from ranura.core.templates.bushings import plan_template
from ranura.core.templates.holes import Made, holes_for
from ranura.demo.shop import SHOP

BUSHINGS = tuple(each for each in SHOP.guides if isinstance(each, Bushing))
BITS = tuple(bit for bit in SHOP.bits if bit.profile in FLAT_ENDED)
PLAY = SHOP.rules.slot_play
PAIRS = [
    (ring, bit)
    for ring in BUSHINGS
    for bit in BITS
    if not plan_template(
        bushing_od=ring.outside, bit_diameter=bit.diameter, cut="recess", width=1_000.0, bushing_bore=ring.bore
    ).blocked
]


def made_in(wide: float, long: float, by: Made) -> tuple[float, float]:
    """What is cut where a ring goes once round inside a slot, by its own discs."""
    ring, bit = by.bushing.outside, by.bit.diameter
    slot = LineString([(0, 0), (long - wide, 0)]).buffer(wide / 2, quad_segs=64)
    x0, y0, x1, y1 = slot.buffer(-ring / 2, quad_segs=64).buffer(bit / 2, quad_segs=64).bounds
    return (y1 - y0, x1 - x0)


@settings(max_examples=12)
@given(st.floats(6, 30), st.floats(0, 60))
def test_a_slot_makes_its_mortise_and_what_it_says_besides(width, more):
    found = holes_for(width, width + more, BUSHINGS, BITS, SHOP.rules)
    assert found
    for each in found[:: max(1, len(found) // 8)]:
        wide, long = made_in(each.width, each.length, Made(bushing=each.bushing, bit=each.bit, width=width, length=width + more))
        # Of a bit as wide as the mortise the ring has some play, which R9 does not count.
        play = max(0.0, PLAY - (width - each.bit.diameter))
        assert (wide - play, long - play) == pytest.approx((width, width + more), abs=0.01)
        for other in each.also[::3]:
            wide, long = made_in(each.width, each.length, other)
            assert (wide, long) == pytest.approx((other.width, other.length), abs=0.01)
            assert other.bushing.outside + PLAY <= each.width + 1e-6, "the ring enters"
            assert other.width >= other.bit.diameter - 1e-6, "no narrower than its bit"
            turns = [
                ring.outside
                for ring, bit in PAIRS
                if (ring, bit.diameter) != (each.bushing, each.bit.diameter)
                if abs(each.width - ring.outside + bit.diameter - other.width) < 1e-6
                if ring.outside + PLAY <= each.width + 1e-6
            ]
            assert other.bushing.outside >= max(turns), "the widest ring that makes it has least play"
        widths = [other.width for other in each.also]
        assert all(after - before > 0.01 for before, after in pairwise(widths)), "each width once, the narrowest first"
        named = [each.bit, *(other.bit for other in each.also)]
        assert not any(bit.state == "dull" for bit in named), "a sharp one of its width is there"


def test_as_wide_as_the_bit_the_ring_has_the_play_of_a_slot():
    found = holes_for(12.7, 50, BUSHINGS, BITS, SHOP.rules)
    own = [each for each in found if each.bit.diameter == 12.7]
    assert found[: len(own)] == tuple(own), "one line comes first"
    assert all(each.width == pytest.approx(each.bushing.outside + PLAY) for each in own)
    assert all(each.length == pytest.approx(50 + each.bushing.outside - 12.7 + PLAY) for each in own)


def test_a_mortise_by_template_has_the_slot_that_is_listed():
    asked = PocketCut(
        form="mortise", length=mm(40), across=mm(16), depth=mm(12), from_left=mm(200), from_near=mm(60), guide="bushing"
    )
    made = PLANNING.plan_with_moves(asked, board(), SHOP, SHOP.rules)
    ring = 2 * made.settings[0].guides[0].r
    (listed,) = (
        each
        for each in holes_for(16, 40, BUSHINGS, BITS, SHOP.rules)
        if each.bit.diameter == SHOP.bit(made.bit_id).diameter and each.bushing.outside == pytest.approx(ring)
    )
    body = next(each for each in made.bodies if each.role == "template")
    (hole,) = body.holes
    assert max(y for _, y in hole) - min(y for _, y in hole) == pytest.approx(listed.width, abs=0.02)


def test_a_bit_wider_than_the_mortise_makes_none():
    assert all(each.bit.diameter <= 8 + 1e-6 for each in holes_for(8, 30, BUSHINGS, BITS, SHOP.rules))
    assert holes_for(2, 30, BUSHINGS, BITS, SHOP.rules) == ()
