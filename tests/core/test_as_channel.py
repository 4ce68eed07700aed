"""The door from pockets to channels: nothing of a mortise is lost on the way (R8)."""

from __future__ import annotations

import dataclasses

import pytest
from tests.data.plans import unbroken

from ranura.core.board.outlines import Contour
from ranura.core.board.pieces import Piece
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.pocket.as_channel import CARRIED, REFUSED, WITHOUT_MEANING, against_channel, as_channel
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.cuts.pocket.on_board import pocketing
from ranura.core.holding.placed import ClampAt
from ranura.core.plan import CutPlan, plan_cut
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import read
from ranura.demo.shop import SHOP


def mm(value: float):
    return read(f"{value:g}", "mm")


BOARD = Piece(name="Leg", material="ash", length=mm(600), width=mm(200), thickness=mm(40))
MORTISE = PocketCut(form="mortise", length=mm(60), across=mm(12.7), depth=mm(20), from_left=mm(80), from_near=mm(40))

OTHERWISE = {
    "length": mm(70),
    "across": mm(14),
    "depth": mm(21),
    "from_left": mm(90),
    "from_near": mm(50),
    "end": "right",
    "edge": "far",
    "turned": True,
    "count": 3,
    "spacing": mm(90),
    "leaf": True,
    "clamps": (ClampAt(side="near", at=300.0),),
    "support": True,
    "held": "vice",
    "lighter": True,
    "slower": True,
    "gentler": True,
    "thin_walls": True,
    "bit_id": "straight-12.7",
    "router_id": "plunge-two",
    "radius": mm(2),
    "open_sides": ("near",),
    "through": True,
    "guide": "edge-guide",
    "backed": True,
    "loose": "tape",
    "plate": True,
    "leaves": mm(5),
    "both_faces": True,
    "contour": Contour(form="round", length=mm(20)),
    "sweep": 180.0,
    "template": mm(12),
}
"""Every field of a mortise with another value than it has; the form alone cannot be told in this way."""


def made(cut: PocketCut) -> ChannelCut | str:
    """The channel, or the code that speaks against one."""
    try:
        asked = pocketing(cut, BOARD)
    except CutError as refused:
        return str(refused)
    against = against_channel(cut, asked)
    return against.code if against else as_channel(cut, asked, BOARD, "edge-guide")


def test_every_field_of_a_pocket_is_carried_refused_or_without_meaning():
    fields = {field.name for field in dataclasses.fields(PocketCut)}
    assert fields == CARRIED | REFUSED | WITHOUT_MEANING
    assert len(fields) == len(CARRIED) + len(REFUSED) + len(WITHOUT_MEANING), "each in one set alone"
    assert fields - {"form", "kind", "on"} == OTHERWISE.keys(), "one in a side is led by a template alone"


@pytest.mark.parametrize("field", sorted(OTHERWISE))
def test_a_changed_field_changes_the_channel_or_is_refused(field):
    turned = dataclasses.replace(MORTISE, turned=field in ("count", "spacing"))
    before = dataclasses.replace(turned, count=2 if field == "spacing" else 1, spacing=mm(120) if field == "count" else None)
    if field == "spacing":
        before = dataclasses.replace(before, spacing=mm(120))
    after = made(dataclasses.replace(before, **{field: OTHERWISE[field]}))
    if field in REFUSED:
        assert isinstance(after, str), "refused with a code"
    elif field in CARRIED:
        assert isinstance(after, ChannelCut)
        assert after != made(before), "it reaches the channel"
    else:
        assert after == made(before)


@pytest.mark.parametrize("end", ["left", "right"])
@pytest.mark.parametrize("edge", ["near", "far"])
def test_the_channel_lies_where_the_pocket_does(end, edge):
    """60 × 12.7 at 80 and 40: along the board, and turned across it."""
    along, across = (made(dataclasses.replace(MORTISE, end=end, edge=edge, turned=turned)) for turned in (False, True))
    assert (along.goes, along.end, along.width.mm, along.position.mm) == ("along", edge, pytest.approx(12.7), pytest.approx(40))
    stops = [along.stop_first.mm, along.stop_last.mm]
    assert (stops if end == "left" else stops[::-1]) == pytest.approx([80, 600 - 80 - 60])
    assert (across.goes, across.end, across.width.mm, across.position.mm) == (
        "across",
        end,
        pytest.approx(12.7),
        pytest.approx(80),
    )
    stops = [across.stop_first.mm, across.stop_last.mm]
    assert (stops if edge == "near" else stops[::-1]) == pytest.approx([40, 200 - 40 - 60])


def plan(cut: PocketCut, board: Piece = BOARD) -> CutPlan:
    return plan_cut(cut, board, SHOP, SHOP.rules)


def guide(made: CutPlan) -> str:
    return next(each.kind for each in made.guides if each.chosen)


def against(made: CutPlan, kind: str) -> str:
    return next(each.says.metric for each in made.guides if each.kind == kind)


@pytest.mark.parametrize("turned", [False, True])
def test_a_repeated_mortise_is_planned_at_every_place(turned):
    made = plan(dataclasses.replace(MORTISE, count=3, spacing=mm(120), turned=turned))
    assert len(made.stations) == 3
    assert len([each for each in made.drawing[0].outlines if each.role == "waste"]) == 3
    if not turned:
        assert guide(made) == "bushing"
        assert "one place" in against(made, "edge-guide")


def test_corners_of_its_own_are_left_to_a_template():
    board = dataclasses.replace(BOARD, thickness=mm(20))
    made = plan(dataclasses.replace(MORTISE, radius=mm(2), depth=mm(6)), board)
    assert guide(made) == "bushing"
    assert "2 mm is asked for" in against(made, "edge-guide")


def test_a_leaf_sets_the_depth_whatever_guides():
    for kind in ("edge-guide", "bushing"):
        made = plan(dataclasses.replace(MORTISE, leaf=True, guide=kind))
        assert "leaf-sets-depth" in {each.code for each in made.cautions}, kind


@pytest.mark.parametrize("end", ["left", "right"])
@pytest.mark.parametrize("edge", ["near", "far"])
@pytest.mark.parametrize("turned", [False, True])
def test_its_place_is_drawn_from_the_end_and_the_edge_that_it_is_measured_from(end, edge, turned):
    made = plan(dataclasses.replace(MORTISE, end=end, edge=edge, turned=turned, guide="edge-guide"))
    view = made.drawing[0]
    dimensions = {each.field: each for each in view.dimensions}

    def on_board(at):
        return unbroken(view, at)

    for field, axis, far, size, value in (
        ("from_left", 0, end == "right", 600.0, 80.0),
        ("from_near", 1, edge == "far", 200.0, 40.0),
    ):
        drawn = sorted((on_board(dimensions[field].start)[axis], on_board(dimensions[field].end)[axis]))
        assert drawn == pytest.approx([size - value, size] if far else [0.0, value]), field
        assert dimensions[field].text.metric == f"{value:g} mm"


@pytest.mark.parametrize(
    ("changes", "field", "says"),
    [
        ({"radius": mm(2)}, "cut.depth", "No bit that leaves corners of 2 mm cuts 20 mm deep"),
        ({"radius": mm(0.5), "depth": mm(5)}, "cut.radius", "The thinnest bit here, 3.175 straight"),
        ({"across": mm(2), "depth": mm(3)}, "cut.across", "No bit here is as narrow as 2 mm"),
        ({"depth": mm(38)}, "cut.depth", "No bit that fits this width cuts 38 mm deep"),
    ],
)
def test_the_refusal_names_what_no_bit_can_do(changes, field, says):
    with pytest.raises(CutError) as refused:
        plan(dataclasses.replace(MORTISE, guide="bushing", **changes))
    assert refused.value.field == field
    assert refused.value.message.metric.startswith(says)
