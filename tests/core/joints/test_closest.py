"""Where the boards of a joint stand furthest apart, or in one another's way, drawn so large that it can be seen (R14)."""

from __future__ import annotations

import math
from dataclasses import replace

import pytest
from shapely import LineString, union_all
from shapely import box as clip
from shapely.geometry import Polygon
from tests.demo_cuts import _BOARDS

from ranura.core.joint_plan import plan_joint
from ranura.core.joints.asked import Joint
from ranura.core.joints.drawing import joint_views
from ranura.core.joints.joined import Line
from ranura.core.joints.together import Solid, put_together
from ranura.core.output.views import View
from ranura.core.plan import PLANNING
from ranura.core.proof.bodies import work_of
from ranura.core.text.lengths import in_mm
from ranura.core.text.writing import write
from ranura.demo.jobs import DESK_JOINTS, JOINTS
from ranura.demo.shop import SHOP

DEMO = {joint_id: (joint, _BOARDS[one], _BOARDS[two]) for joint_id, _, one, two, joint in (*JOINTS, *DESK_JOINTS)}


def drawn(joint_id: str, **more) -> tuple[float, bool, View | None]:
    """How wide what is enlarged is, whether both would stand there, and its view."""
    joint, first, second = DEMO[joint_id]
    asked: Joint = replace(joint, **more)
    made = plan_joint(PLANNING, asked, first, second, SHOP)
    assert made.together is not None
    views = joint_views(asked, made.joined, made.together, ("A", "B"), first.thickness.mm)
    closest = made.together.closest
    if closest is None:
        assert [each.name for each in views] == ["section", "side"]
        return 0.0, False, None
    assert [each.name for each in views] == ["section", "side", "detail"]
    return math.dist(closest.start, closest.end), closest.meets, views[2]


@pytest.mark.parametrize(
    ("joint_id", "wide"), [("crate-corners", 0.05), ("floor-left", 0.3), ("desk-paper", 0.05), ("desk-frame", 0.0)]
)
def test_the_widest_air_in_the_section_is_enlarged(joint_id, wide):
    seen, meets, view = drawn(joint_id)
    assert seen == pytest.approx(wide, abs=0.002)
    assert not meets
    if view is None:
        return
    x0, y0, x1, y1 = view.frame
    assert x1 - x0 == pytest.approx(y1 - y0)
    assert 1.2 - 1e-6 <= x1 - x0 <= 12
    # Both boards are there, and between them, where it is measured, neither.
    assert {each.role for each in view.outlines} == {"work", "backer"}
    wood = union_all([Polygon(each.points) for each in view.outlines])
    (gap,) = view.dimensions
    assert clip(*view.frame).contains(wood.buffer(-1e-6))
    assert wood.intersection(LineString([gap.start, gap.end])).length < 0.002
    assert gap.vertical == (joint_id == "floor-left")


def test_what_is_in_the_way_comes_before_what_stands_apart():
    seen, meets, view = drawn("desk-paper", clearance=in_mm(-0.4))
    assert (seen, meets) == (pytest.approx(0.2, abs=0.01), True)
    assert view is not None
    assert "both would stand here" in view.caption.metric
    both = union_all([Polygon(each.points) for each in view.outlines if each.role == "waste"])
    assert both.bounds[2] - both.bounds[0] == pytest.approx(0.2, abs=0.01)


def test_a_little_in_the_way_comes_before_more_air():
    seen, meets, _ = drawn("floor-left", tried="too-loose", off=in_mm(0.2))
    assert (seen, meets) == (pytest.approx(0.1, abs=0.005), True), "and not the 0.3 mm below the tongue"


def test_air_that_a_spline_fills_is_none():
    first, second = DEMO["floor-left"][1], DEMO["floor-left"][1]
    made = plan_joint(PLANNING, Joint(kind="spline", width=in_mm(5), fit="tight"), first, second, SHOP)
    assert made.together is not None
    assert max(each.gap for each in made.together.measured) > 3
    assert made.together.closest is None


def test_what_is_measured_beside_the_section_is_not_enlarged_in_it():
    """A board whose side leans away: 0.05 mm of air where the section is, and 0.55 mm further along."""
    first, second = DEMO["desk-paper"][1:]
    made = plan_joint(PLANNING, DEMO["desk-paper"][0], first, second, SHOP).joined
    leaning = replace(work_of(second, ()), ring=((10.05, 0), (60, 0), (60, 100), (11.05, 100)), z0=0.0, z1=18.0)
    block = replace(work_of(first, ()), ring=((0, 0), (10, 0), (10, 100), (0, 100)), z0=0.0, z1=18.0)
    at, beside = (
        Line(name=write("{name}", name=name), at=(10.0, y, 9.0), way=(1.0, 0.0, 0.0), reach=20.0, wanted=0.0)
        for name, y in (("here", 0.001), ("beside it", 50.0))
    )
    seen = put_together(replace(made, lines=(at, beside)), Solid(block, ()), Solid(leaning, ()))
    assert [round(each.gap, 2) for each in seen.measured] == [0.05, 0.55]
    assert seen.closest is not None
    assert seen.closest.name.metric == "here"
