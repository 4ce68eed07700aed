"""Cuts that no tool here makes: which refusals lack a tool alone, and what is bought for them."""

from __future__ import annotations

from dataclasses import replace

import pytest
from tests.demo_cuts import DEMO

from ranura.core.board.pieces import Piece
from ranura.core.choosing.buying import shopping
from ranura.core.choosing.known import PlannedCut
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.edge.asked import EdgeCut
from ranura.core.cuts.fingers.asked import FingersCut
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.plan import PLANNING, plan_cut
from ranura.core.shop.tooling.profiles import FLAT_ENDED, TEMPLATE_BITS
from ranura.core.text.errors import CraftError, CutError
from ranura.core.text.lengths import in_mm
from ranura.demo.shop import SHOP


def board(thick: float = 30) -> Piece:
    return Piece(name="Rail", material="ash", length=in_mm(400), width=in_mm(160), thickness=in_mm(thick))


def channel(width: float, depth: float, **more) -> ChannelCut:
    return ChannelCut(width=in_mm(width), depth=in_mm(depth), position=in_mm(50), **more)


def edge(shape: str, size: float, **more) -> EdgeCut:
    return EdgeCut(shape=shape, size=in_mm(size), edges=("near",), **more)


def pocket(form: str, across: float, depth: float, **more) -> PocketCut:
    places = {"from_left": in_mm(60), "from_near": in_mm(50)}
    return PocketCut(form=form, length=in_mm(60), across=in_mm(across), depth=in_mm(depth), **places, **more)


def without(*profiles: str):
    return replace(SHOP, bits=tuple(bit for bit in SHOP.bits if bit.profile not in profiles))


@pytest.mark.parametrize(
    ("code", "cut", "piece", "shop", "bought"),
    [
        ("narrower-than-any-bit", channel(1.5, 3), board(), SHOP, None),
        ("narrower-than-any-bit", channel(3, 3), board(), SHOP, "Straight 3 mm"),
        ("deeper-than-any-bit", channel(6, 40), board(60), SHOP, None),
        ("deeper-than-any-bit", channel(12.7, 45), board(60), SHOP, "Straight 1/2 in"),
        ("no-such-groove", channel(19.05, 9.525, shape="v"), board(), SHOP, "V-groove 90° × 3/4 in"),
        ("no-such-groove", channel(16, 10, shape="round"), board(), SHOP, "Core box 8 mm"),
        ("no-bit-of-kind", channel(12, 9), board(), without(*FLAT_ENDED), "Straight 12 mm"),
        ("no-such-radius", edge("roundover", 12.7), board(), SHOP, "Roundover 1/2 in"),
        ("no-such-radius", edge("roundover", 11), board(), SHOP, None),
        ("no-such-angle", edge("chamfer", 5, angle=30), board(), SHOP, None),
        ("no-bit-of-kind", edge("roundover", 6), board(), without("roundover"), "Roundover 6 mm"),
        (
            "no-bit-of-kind",
            pocket("recess", 40, 9, radius=in_mm(6.5)),
            board(),
            without(*FLAT_ENDED, *TEMPLATE_BITS),
            "Straight 10 mm",
        ),
        ("corner-too-tight", pocket("recess", 40, 9, radius=in_mm(1)), board(), SHOP, None),
        ("no-bit-for-slot", FingersCut(slot=in_mm(4), depth=in_mm(10)), board(10), SHOP, "Straight 4 mm"),
        ("no-bits", channel(12, 9), board(), replace(SHOP, bits=()), "Straight 12 mm"),
        ("no-routers", channel(12, 9), board(), replace(SHOP, routers=()), None),
    ],
)
def test_what_lacks_a_tool_can_be_wanted_and_is_bought_where_it_is_sold(code, cut, piece, shop, bought):
    with pytest.raises(CutError) as refused:
        plan_cut(cut, piece, shop, shop.rules)
    assert (refused.value.code, refused.value.lacks) == (code, True)
    found = shopping([PlannedCut(id="it", name="It", cut=cut, piece=piece)], shop, PLANNING)
    names = [each.name for each in found.buys]
    if bought is None:
        assert (names, [each.cut_id for each in found.beyond]) == ([], ["it"])
    else:
        assert names == [bought]
        assert found.beyond == ()


@pytest.mark.parametrize(
    ("code", "cut"),
    [
        ("through-the-board", channel(12, 40)),
        ("no-wood-after", channel(380, 9)),
        ("profiles-overlap", edge("roundover", 16, both_faces=True)),
        ("pocket-through", pocket("mortise", 8, 70)),
    ],
)
def test_what_the_board_does_not_take_is_never_wanted(code, cut):
    with pytest.raises(CutError) as refused:
        plan_cut(cut, board(), SHOP, SHOP.rules)
    assert (refused.value.code, refused.value.lacks) == (code, False)


def _methods(cut):
    kinds = {"template": ("bushing", "bearing", "tip", "inlay"), "pocket": ("bushing", "bearing")}.get(cut.kind, ())
    return [replace(cut, bit_id=None), *(replace(cut, bit_id=None, guide=guide) for guide in kinds)]


@pytest.mark.parametrize("profile", ["surfacing", "roundover"])
def test_a_drawer_with_one_bit_plans_a_cut_or_says_what_it_lacks(profile):
    only = next(bit for bit in SHOP.bits if bit.profile == profile)
    shop = replace(SHOP, bits=(only,))
    lacking = 0
    for cut_id, _, cut, piece in DEMO:
        for asked in _methods(cut):
            try:
                plan_cut(asked, piece, shop, shop.rules, put_off=True)
            except CraftError as refused:
                assert refused.lacks, (cut_id, refused.message.metric)
                lacking += 1
    assert lacking > len(DEMO)


def test_what_is_bought_for_one_cut_serves_another():
    """A dovetail bit alone leaves its socket too much to take at once; the straight bit that a groove wants clears the way."""
    shop = without(*(bit.profile for bit in SHOP.bits if bit.profile != "roundover"))
    socket = next(PlannedCut(id=each[0], name=each[1], cut=each[2], piece=each[3]) for each in DEMO if each[0] == "floor-left-0")
    groove = PlannedCut(id="groove", name="Groove", cut=channel(6, 5), piece=board())
    alone, both = (shopping(cuts, shop, PLANNING) for cuts in ([socket], [socket, groove]))
    assert alone.beyond == both.beyond == ()
    assert len(alone.buys) == len(both.buys) == 2
    assert any(each.id.startswith("trade-straight-6-") for each in both.buys)
