"""R8 and holding: fences, spacers and clamps, judged by shapely where there is geometry."""

from __future__ import annotations

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from shapely import box, unary_union
from shapely.geometry import Polygon

from ranura.core.board.pieces import Piece
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.channel.fence import outside, place_fence
from ranura.core.cuts.channel.guides import guide_options
from ranura.core.cuts.channel.judge import held_channel
from ranura.core.cuts.channel.on_board import channel
from ranura.core.cutting.lateral import lateral_passes, plan_setback, spacers
from ranura.core.shop.house_rules import HouseRules
from ranura.core.text.cautions import has_stop
from ranura.core.text.lengths import read
from ranura.demo.shop import BITS, PLUNGE_TWO

RULES = HouseRules()
BIT = BITS[0]
BASE = PLUNGE_TWO.bases[0]
FLAT = BASE.sides[0]


def board(length=640.0, width=300.0, thickness=17.6) -> Piece:
    return Piece(
        name="Board",
        material="birch-plywood",
        length=read(str(length), "mm"),
        width=read(str(width), "mm"),
        thickness=read(str(thickness), "mm"),
    )


def dado(position, width=17.6, depth=6.0, end="left", support=False) -> ChannelCut:
    return ChannelCut(
        width=read(f"{width:.4f}", "mm"),
        depth=read(f"{depth:.4f}", "mm"),
        position=read(f"{position:.4f}", "mm"),
        end=end,
        support=support,
    )


@given(st.floats(3, 25), st.floats(0, 80))
def test_spacers_cover_the_width_without_a_rib_and_without_more(diameter, extra):
    """Oracle: the union of all slots is exactly the channel, and each later slot finds fresh wood on the fence's side only."""
    width = diameter + extra
    offsets = spacers(width=width, bit_diameter=diameter)
    slots = [box(x, 0, x + diameter, 1) for x in offsets]
    cut = unary_union(slots)
    assert cut.symmetric_difference(box(0, 0, width, 1)).area < 1e-5
    assert len(offsets) == lateral_passes(width=width, bit_diameter=diameter)
    for i in range(1, len(slots)):
        fresh = slots[i].difference(unary_union(slots[:i]))
        assert fresh.bounds[2] <= offsets[i - 1] + 1e-6, "fresh wood lies between the fence and the cut"
        assert offsets[i - 1] - offsets[i] <= 0.9 * diameter + 1e-6
    assert offsets[-1] == 0


@pytest.mark.parametrize(
    ("position", "end", "side", "at", "heading", "why"),
    [
        (212, "left", "reference", 143.35, (0, 1), "fence left of the cut: push away"),
        (64, "left", "other", 150.25, (0, -1), "no room before the cut: far side, pull"),
        (212, "right", "reference", 143.35, (0, -1), "measured from the right, the fence is on the right: pull"),
        (64, "right", "other", 150.25, (0, 1), "far side seen from the right end: push"),
    ],
)
def test_the_side_fixes_the_heading(position, end, side, at, heading, why):
    fence, cautions = place_fence(channel(dado(position, end=end), board()), BIT, FLAT, RULES)
    assert (fence.side, fence.heading) == (side, heading), why
    assert fence.at == pytest.approx(at)
    sums = plan_setback(base_to_axis=75, bit_diameter=12.7, position=position, width=17.6, fence_on=side)
    assert sums.fence_at == pytest.approx(fence.at), "the calculator says the same"
    assert not cautions


def test_the_fence_changes_sides_exactly_when_the_board_no_longer_carries_it():
    needed = 68.65 + 60
    for position, side in ((needed, "reference"), (needed - 0.01, "other")):
        fence, _ = place_fence(channel(dado(position), board()), BIT, FLAT, RULES)
        assert fence.side == side


def test_a_short_board_stops_until_a_board_beside_it_carries_the_fence():
    short = board(length=240)
    asked = channel(dado(110), short)
    fence, cautions = place_fence(asked, BIT, FLAT, RULES)
    assert [c.code for c in cautions] == ["fence-off-board"]
    assert has_stop(cautions)
    assert cautions[0].facts["outside"] == pytest.approx(outside(fence, asked))
    _, supported = place_fence(channel(dado(110, support=True), short), BIT, FLAT, RULES)
    assert [(c.code, c.level) for c in supported] == [("fence-on-support", "note")]


@given(st.floats(5, 600), st.floats(13, 40), st.sampled_from(["left", "right"]), st.floats(200, 900))
def test_the_bit_along_the_fence_cuts_the_channel_and_nothing_else(position, width, end, length):
    """Oracle: builds every slot from the fence, the base and the spacers, and unites them."""
    assume(position + width < length - 1)
    asked = channel(dado(position, width=width, end=end), board(length=length))
    fence, _ = place_fence(asked, BIT, FLAT, RULES)
    slots = []
    for spacer in fence.setback.spacers:
        axis = fence.edge - fence.towards * (spacer + FLAT.distance)
        slots.append(box(axis - BIT.diameter / 2, 0, axis + BIT.diameter / 2, asked.run))
    wanted = box(asked.left, 0, asked.right, asked.run)
    assert unary_union(slots).symmetric_difference(wanted).area < 0.1


def held(asked):
    """A channel's holding beside its straightedge, and the option."""
    options = guide_options(asked, BIT, PLUNGE_TWO, BASE, (), RULES)
    return held_channel(asked, options[0], BIT, BASE), options[0]


@given(st.floats(5, 600), st.floats(13, 40), st.floats(200, 900), st.floats(80, 500))
def test_clamps_hold_wood_or_fence_and_keep_out_of_the_sweep(position, width, length, run):
    """Oracle: the router's outline, moved along the cut in small steps with every spacer, never meets a clamp."""
    assume(position + width < length - 1)
    asked = channel(dado(position, width=width), board(length=length, width=run))
    found, option = held(asked)
    fence = option.fences[0]
    work = box(0, 0, length, run)
    straightedge = box(fence.body[0], fence.span[0], fence.body[1], fence.span[1])
    for clamp in (Polygon(foot.points) for foot in found.feet):
        assert clamp.intersects(work) or clamp.intersects(straightedge)
        for spacer in fence.spacers:
            x = fence.edge - fence.towards * (spacer + FLAT.distance)
            for i in range(12):
                y = -BIT.diameter / 2 - 10 + (run + BIT.diameter + 20) * i / 11
                router = box(x - 92, y - 76.2, x + 92, y + 76.2)
                assert router.intersection(clamp).area < 1e-6
    assert (len(found.feet) == 4) == (not found.cautions)


def test_no_room_on_a_board_hardly_longer_than_the_base():
    asked = channel(dado(90), board(length=190))
    assert {c.code for c in held(asked)[0].cautions} == {"no-room-for-clamps"}
