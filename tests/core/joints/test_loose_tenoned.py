"""The loose tenon (R14): two mortises alike, a tenon in both, faces flush."""

from __future__ import annotations

import re

import pytest
from tests.core.joints.test_joints import LEG, RAIL, board, made, mm

from ranura.core.joints.asked import Joint
from ranura.core.joints.form import form
from ranura.core.text.lengths import Unit

MM: Unit = "mm"


@pytest.mark.parametrize(
    ("upon", "first", "depth", "deep"),
    [
        # Two thirds of 28; 3 × 9.525 of width, 1.5 × 28 of the rail and half of 90 beside that.
        ("face", LEG, None, 28 * 2 / 3),
        ("near", LEG, None, 28.575),
        ("near", board(700, 50, 28), None, 25),
        ("near", LEG, 20, 20),
    ],
)
def test_both_mortises_are_alike_and_as_deep_as_the_boards_let_them(upon, first, depth, deep):
    asked = {"upon": upon, "at": mm(100), **({} if depth is None else {"depth": mm(depth)})}
    found = made("loose-tenon", first, RAIL, **asked)
    # The bit nearest a third of 28 is 9.525 wide; as much wood, or a little over a third of the depth, stays on either side.
    beside = max(9.525, deep / 3 + 0.5)
    for each in found.joined.cuts:
        assert (each.cut.length.mm, each.cut.across.mm, each.cut.depth.mm) == pytest.approx((90 - 2 * beside, 9.525, deep))
        plan = next(cut.plan for cut in found.cuts if cut.member == each.member)
        assert not any(said.code == "thin-wall" for said in plan.cautions)
    assert found.together is not None
    assert [each.gap for each in found.together.measured] == [pytest.approx(0, abs=1e-6), pytest.approx(2 * deep, abs=1e-3)]
    long = re.search(r"and ([\d.]+) mm long", found.joined.by_hand[0].metric)
    assert float(long[1]) == pytest.approx(2 * deep - 2, abs=0.026), "written to a twentieth"


@pytest.mark.parametrize("upon", ["face", "near"])
@pytest.mark.parametrize("end", ["left", "right"])
@pytest.mark.parametrize("into", ["left", "right", "both"])
def test_the_shown_faces_are_flush_and_the_tenon_lies_in_both(upon, end, into):
    found = made("loose-tenon", LEG, board(500, 90, 24), upon=upon, end=end, into=into, at=mm(120))
    assert found.together is not None
    assert found.together.interference == 0
    lie = found.joined.placing
    # Where the middle of the second board's mortise comes to lie in the joint is the middle of the first one's.
    first, second = found.joined.cuts[0].cut, found.joined.cuts[1].cut
    along = first.from_left.mm + first.length.mm / 2
    mouth = lie.on_first((0.0 if second.on == "left" else 500.0, 45.0, 12.0))
    across = (45.0, 28.0) if upon == "face" else (0.0, 14.0)
    assert mouth == pytest.approx((along if end == "left" else 700 - along, *across))
    assert [each.cut.on for each in found.joined.cuts[1:]] == (["left", "right"] if into == "both" else [into])


def test_how_wide_and_how_far_from_the_rail_s_edges_may_be_typed():
    found = made("loose-tenon", LEG, RAIL, at=mm(100), width=mm(8), shoulder=mm(15), fit="tight")
    cut = found.joined.cuts[0].cut
    assert (cut.across.mm, cut.length.mm, cut.from_left.mm) == (8, 60, 115)
    assert "Plane the tenon 8 mm thick, 60 mm wide" in found.joined.by_hand[0].metric
    assert "its edges rounded to 4 mm" in found.joined.by_hand[0].metric


def test_it_is_asked_where_it_goes_into_the_first_board():
    fields = [change for option in form(Joint(kind="loose-tenon"), LEG, RAIL).options for change in _fields(option)]
    assert "upon" in fields
    assert {"width", "shoulder"} <= set(fields)
    housed = [change for option in form(Joint(kind="housed"), LEG, RAIL).options for change in _fields(option)]
    assert "upon" not in housed


def _fields(option) -> list[str]:
    choices = getattr(option, "choices", ())
    return [option.field] if not choices else list({field for each in choices for field in each.change})
