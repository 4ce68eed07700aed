"""What is dragged goes where it is pulled: every handle of every drawing, applied to the cut and planned again."""

from __future__ import annotations

import dataclasses

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely.geometry import Polygon
from tests.core.test_channels import dado
from tests.core.test_pockets import board, pocket
from tests.data.plans import unproven

from ranura.core.holding.placed import ClampAt
from ranura.core.output.views import DragHandle, View
from ranura.core.plan import CutPlan
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import read
from ranura.demo.jobs import (
    CHEEK,
    CHEEK_DISCS,
    CRATE_SIDE,
    CURTAIN_RAIL,
    FINGER_SLOT,
    FLAT,
    FLAT_HINGES,
    RAIL_GROOVE,
    RAIL_SLOTS,
    WING_CASE_SIDE,
)
from ranura.demo.shop import SHOP

CUTS = {
    "dado": (dado(), WING_CASE_SIDE),
    "dado from the right": (dado(end="right", position=150), WING_CASE_SIDE),
    "groove": (dado(goes="along", end="near", position=60), WING_CASE_SIDE),
    "groove from the far edge": (dado(goes="along", end="far", position=60, stop_first=40, stop_last=70), WING_CASE_SIDE),
    "stopped": (dado(stop_first=40, stop_last=60), WING_CASE_SIDE),
    "pair": (dado(stop_first=40, mirrored=True), WING_CASE_SIDE),
    "stations": (dado(position=60, spacing=110, count=5), WING_CASE_SIDE),
    "stations from the right": (dado(end="right", position=60, spacing=110, count=4), WING_CASE_SIDE),
    "groove over a table": (dado(goes="along", end="near", position=60, guide="table-fence"), WING_CASE_SIDE),
    "stopped over a table": (
        dado(goes="along", end="far", position=60, stop_first=40, stop_last=70, guide="table-fence"),
        WING_CASE_SIDE,
    ),
    "stations over a table": (dado(position=60, spacing=90, count=3, guide="table-fence"), WING_CASE_SIDE),
    "turned": (dado(position=260, angle=14.0), WING_CASE_SIDE),
    "rail groove": (RAIL_GROOVE, CURTAIN_RAIL),
    "rail slots": (RAIL_SLOTS, CURTAIN_RAIL),
    "finger slot": (FINGER_SLOT, CRATE_SIDE),
    "hinges": (FLAT_HINGES, FLAT),
    "discs": (CHEEK_DISCS, CHEEK),
    "recess from the far corner": (pocket(end="right", edge="far"), board()),
    "turned recess": (pocket(turned=True), board()),
    "mortise": (pocket("mortise", length=60, across=8, depth=20, from_near=60), board(thickness=50)),
    "mortise across": (pocket("mortise", length=60, across=8, depth=20, from_left=60, turned=True), board(thickness=50)),
    "mortise from the right": (pocket("mortise", length=60, across=8, depth=20, end="right", edge="far"), board(thickness=50)),
    "lap": (pocket("lap", length=80, across=None, depth=10), board()),
    "lap at the right": (pocket("lap", length=80, across=None, depth=10, end="right"), board()),
}


def plan_view(made: CutPlan) -> View:
    return made.drawing[0]


def applied(cut, handle: DragHandle, value: float):
    return dataclasses.replace(cut, **{handle.field: read(f"{value:.6f}", "mm")})


def moved_by(before: DragHandle, after: DragHandle) -> tuple[float, float]:
    a, b = Polygon(before.points).bounds, Polygon(after.points).bounds
    # The side that follows the pull: a size moves one side of its handle, a place both.
    return tuple(max((b[i] - a[i], b[i + 2] - a[i + 2]), key=abs) for i in (0, 1))


def left_out(goes: float, axis: int, *views: View) -> float:
    """By how much a handle goes aside because more or less of the board is left out before it: whole steps."""
    return 100.0 * round(goes / 100) if any(each.axis == "xy"[axis] for view in views for each in view.breaks) else 0.0


@pytest.mark.parametrize("name", CUTS)
@settings(max_examples=max(settings.default.max_examples // 20, 3), deadline=None)
@given(pull=st.floats(-6, 6).filter(lambda x: abs(x) > 0.1))
def test_a_handle_follows_the_hand(name, pull):
    cut, piece = CUTS[name]
    made = unproven(cut, piece, SHOP, SHOP.rules)
    view = plan_view(made)
    assert view.handles, "there is something to take"
    for place, handle in enumerate(view.handles):
        axis = 0 if abs(handle.direction[0]) > abs(handle.direction[1]) else 1
        value = handle.value + pull * handle.direction[axis]
        if value <= 0.01:
            continue
        try:
            again = unproven(applied(cut, handle, value), piece, SHOP, SHOP.rules)
        except CutError:
            continue  # pulled off the board: said at its field, and the last good plan stays
        if [each.kind for each in again.guides if each.chosen] != [each.kind for each in made.guides if each.chosen]:
            continue  # guided another way now, and drawn with other handles
        after = plan_view(again).handles[place]
        assert after.field == handle.field
        assert after.value == pytest.approx(value, abs=1e-5)
        goes = moved_by(handle, after)[axis] - left_out(moved_by(handle, after)[axis] - pull, axis, view, plan_view(again))
        assert goes == pytest.approx(pull, abs=2e-3), (handle.field, "goes where the hand goes")


@pytest.mark.parametrize("name", ["dado", "groove", "stopped"])
def test_an_end_is_dragged_into_the_board_and_out_again(name):
    cut, piece = CUTS[name]
    ends = [each for each in plan_view(unproven(cut, piece, SHOP, SHOP.rules)).handles if each.opens]
    assert {each.field for each in ends} == {"stop_first", "stop_last"}
    for end in ends:
        pulled_in = unproven(applied(cut, end, 25.0), piece, SHOP, SHOP.rules)
        again = next(each for each in plan_view(pulled_in).handles if each.field == end.field)
        assert again.value == 25.0
        wanted = [(25.0 - end.value) * way for way in end.direction]
        goes = moved_by(end, again)
        views = [plan_view(unproven(cut, piece, SHOP, SHOP.rules)), plan_view(pulled_in)]
        along = [goes[axis] - left_out(goes[axis] - wanted[axis], axis, *views) for axis in (0, 1)]
        assert along == pytest.approx(wanted, abs=1e-6), "it is dragged into the board"
        out = dataclasses.replace(cut, **{end.field: None})
        free = next(each for each in plan_view(unproven(out, piece, SHOP, SHOP.rules)).handles if each.field == end.field)
        assert (free.value, free.opens) == (0.0, True)


@pytest.mark.parametrize("name", CUTS)
def test_what_is_taken_is_a_dimension_that_was_asked_for(name):
    cut, piece = CUTS[name]
    made = unproven(cut, piece, SHOP, SHOP.rules)
    asked = {each.field: each.length.mm for each in made.asked}
    for handle in plan_view(made).handles:
        for each in (handle, handle.other):
            if each is not None and not (each.opens and each.value == 0):  # an end that runs out is dragged in, and then typed
                assert asked[each.field] == pytest.approx(each.value)
    fields = {dimension.field for dimension in plan_view(made).dimensions if dimension.field}
    assert fields <= set(asked), "no dimension is typed that the sentence does not have"


@pytest.mark.parametrize("name", CUTS)
def test_every_drawing_lies_in_its_frame(name):
    cut, piece = CUTS[name]
    for view in unproven(cut, piece, SHOP, SHOP.rules).drawing:
        x0, y0, x1, y1 = view.frame
        assert x0 < x1
        assert y0 < y1
        for outline in view.outlines:
            if outline.role in ("work", "waste", "bit", "pass", "template"):
                low_x, low_y, high_x, high_y = Polygon(outline.points).bounds
                assert low_x >= x0 - 1e-6, outline.role
                assert high_x <= x1 + 1e-6, outline.role
                assert low_y >= y0 - 1e-6, outline.role
                assert high_y <= y1 + 1e-6, outline.role


@pytest.mark.parametrize("name", ["dado", "groove", "stations", "discs", "recess from the far corner", "lap"])
def test_a_clamp_that_was_put_somewhere_stands_there_in_the_drawing(name):
    cut, piece = CUTS[name]
    placed = (ClampAt(side="far", at=40), ClampAt(side="near", at=60))
    view = plan_view(unproven(dataclasses.replace(cut, clamps=placed), piece, SHOP, SHOP.rules))
    assert [(mark.side, mark.at) for mark in view.clamps] == [("far", 40), ("near", 60)]
    assert view.board == (piece.length.mm, piece.width.mm)
    far = Polygon(view.clamps[0].points)
    assert far.centroid.x == pytest.approx(40)
    assert far.bounds[3] == pytest.approx(piece.width.mm + 12)


@pytest.mark.parametrize(
    ("name", "field", "snaps", "why"),
    [
        ("dado", "position", (640 - 17.6) / 2, "the middle of the board"),
        ("stations", "spacing", (640 - 2 * 60 - 17.6) / 4, "as much wood at the far end as at the near one"),
        ("stopped", "stop_first", 60, "as far as the other end"),
        ("recess from the far corner", "from_left", (400 - 80) / 2, "the middle of the board"),
    ],
)
def test_a_handle_snaps_to_what_one_would_mean(name, field, snaps, why):
    cut, piece = CUTS[name]
    handles = plan_view(unproven(cut, piece, SHOP, SHOP.rules)).handles
    handle = next(each for each in handles if each.field == field)
    assert handle.snaps == (pytest.approx(snaps),), why
