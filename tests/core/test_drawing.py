"""The drawing as data: to scale, in one frame with the plan's figures, judged by shapely."""

from __future__ import annotations

import dataclasses

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from shapely import Point as Dot
from shapely.geometry import Polygon

from ranura.core.cuts.channel.on_board import channel
from ranura.core.cuts.channel.section import channel_glyph
from ranura.core.output.views import base_outline
from ranura.core.plan import CutPlan, plan_cut
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import read
from ranura.demo.jobs import SHELF_DADOES, WING_CASE_SIDE
from ranura.demo.shop import BITS, PLUNGE_TWO, SHOP, TRIM_ONE

MIDDLE = SHELF_DADOES[0][2]


def plan(**texts) -> CutPlan:
    changed = {k: read(v, "mm") if k in ("width", "depth", "position") else v for k, v in texts.items()}
    return plan_cut(dataclasses.replace(MIDDLE, **changed), WING_CASE_SIDE, SHOP, SHOP.rules)


def outline(made: CutPlan, view: int, role: str) -> Polygon:
    return Polygon(next(o.points for o in made.drawing[view].outlines if o.role == role))


@settings(max_examples=60, deadline=None)
@given(
    position=st.floats(20, 600).map(lambda x: f"{x:.2f}"),
    width=st.floats(12.7, 60).map(lambda x: f"{x:.2f}"),
    end=st.sampled_from(["left", "right"]),
)
def test_the_router_touches_fence_or_spacer_and_never_lies_on_them(position, width, end):
    try:
        made = plan(position=position, width=width, end=end)
    except CutError:
        return
    base, fence = outline(made, 0, "base"), outline(made, 0, "guide")
    spacers = [Polygon(o.points) for o in made.drawing[0].outlines if o.role == "spacer"]
    touched = spacers[0] if spacers else fence
    assert base.distance(touched) < 0.01
    for lying in (*spacers, fence):
        assert base.intersection(lying).area < 0.5
    bit = outline(made, 0, "bit")
    waste = outline(made, 0, "waste")
    assert bit.within(waste.buffer(0.01)), "the bit is drawn in the wood it cuts"


def test_the_plan_view_has_the_board_and_the_cut_in_their_sizes():
    made = plan()
    assert outline(made, 0, "work").bounds == (0, 0, 640, 300)
    assert outline(made, 0, "waste").bounds == pytest.approx((212, 0, 229.6, 300))
    assert outline(made, 0, "guide").bounds == pytest.approx((83.35, -100, 143.35, 400))


def test_measured_from_the_right_everything_is_mirrored():
    left, right = plan(), plan(end="right")
    for role in ("waste", "guide", "spacer"):
        low, _, high, _ = outline(left, 0, role).bounds
        mirrored = outline(right, 0, role).bounds
        assert (mirrored[0], mirrored[2]) == pytest.approx((640 - high, 640 - low))
    assert left.figures[3].value == pytest.approx(right.figures[3].value)


@pytest.mark.parametrize("towards", [-1, 1])
def test_a_round_base_turns_its_flat_to_the_fence(towards):
    base = PLUNGE_TWO.bases[0]
    drawn = Polygon(base_outline(base, axis=(300, 150), guided=75.0, towards=towards))
    circle = Dot(300, 150).buffer(76.2, quad_segs=64)
    assert drawn.difference(circle.buffer(0.2)).area < 0.01
    low, _, high, _ = drawn.bounds
    near, far = (300 - low, high - 300) if towards < 0 else (high - 300, 300 - low)
    assert (near, far) == pytest.approx((75.0, 76.2), abs=0.05)


def test_a_square_base_is_drawn_square():
    drawn = Polygon(base_outline(TRIM_ONE.bases[0], axis=(0, 0), guided=45.0, towards=-1))
    assert drawn.bounds == (-45, -45, 45, 45)


def test_dimensions_measure_what_they_say():
    made = plan(width="23/32 in", depth="9")
    found = {d.name: d for view in made.drawing for d in view.dimensions}
    assert {name: d.field for name, d in found.items()} == {
        "position": "position",
        "setback": None,
        "width": "width",
        "depth": "depth",
        "thickness": None,
    }
    width = found["width"]
    assert width.end[0] - width.start[0] == pytest.approx(18.25625)
    assert width.text.metric == width.text.inch == "23/32 in", "as typed"
    depth = found["depth"]
    assert depth.end[1] - depth.start[1] == pytest.approx(9)
    setback = found["setback"]
    assert abs(setback.end[0] - setback.start[0]) == pytest.approx(68.65)
    assert setback.text.inch == "2 45/64 in"


def test_everything_lies_within_its_frame():
    made = plan(depth="9")
    for view in made.drawing:
        x0, y0, x1, y1 = view.frame
        for shape in view.outlines:
            for x, y in shape.points:
                assert x0 <= x <= x1, (view.name, shape.role)
                assert y0 <= y <= y1, (view.name, shape.role)


def test_the_glyph_is_the_channel_between_its_own_width_of_wood():
    asked = channel(MIDDLE, WING_CASE_SIDE)
    drawn = Polygon(channel_glyph(asked, BITS[0]))
    assert drawn.bounds == pytest.approx((212 - 17.6, 0, 229.6 + 17.6, 17.6))
    assert drawn.area == pytest.approx(3 * 17.6 * 17.6 - 17.6 * 6)


def test_a_bit_wider_than_the_cut_is_drawn_as_a_hazard():
    made = plan(bit_id="straight-19.05", router_id="plunge-two")
    roles = [o.role for o in made.drawing[1].outlines]
    assert "hazard" in roles
    assert "pass" not in roles
