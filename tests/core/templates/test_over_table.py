"""Parts by template over a router table: turned round the bit, on a bearing, from a starting pin (R7, R9, R15, R21)."""

from __future__ import annotations

from dataclasses import replace

import pytest
from shapely import Polygon
from shapely.geometry import Point as Spot
from tests.core.templates.test_cuts import RING, SOFT, board, codes, gone, mm, plan, sawn, shop

from ranura.core.cuts.template.asked import TemplateCut
from ranura.core.cuts.template.on_board import on_board
from ranura.core.geometry.rings import extent
from ranura.core.plan import PLANNING, PlanWithMoves
from ranura.demo.shop import SHOP

BIG = "M0 0 L260 0 L260 120 A60 60 0 0 1 200 180 L0 180 Z"
OWN = shop(big=BIG, ring=RING, soft=SOFT)
WITH_SHANK = replace(
    OWN, bits=tuple(replace(bit, shank=12.7) for bit in SHOP.bits if bit.profile == "pattern" and bit.shank < 12)
)


def at_table(outline: str = "big", **more) -> TemplateCut:
    asked = {"corners": mm(8), "from_left": mm(60), "from_near": mm(40), "held": None, "starting_pin": True} | more
    return sawn(outline, **asked)


def levels(made: PlanWithMoves) -> dict[str, str]:
    return {each.code: each.level for each in made.cautions}


def said(made: PlanWithMoves, key: str) -> str:
    return " | ".join(line.metric for each in made.slip if each.key == key for line in each.lines)


def changed(asked: TemplateCut, made: PlanWithMoves, answers: str) -> list[TemplateCut]:
    """A cut with each remedy for a stop."""
    found = [each.change for each in made.remedies if each.answers == answers]
    return [replace(asked, **change) for change in found]


@pytest.mark.parametrize(("tools", "guide"), [(OWN, "tip"), (WITH_SHANK, "bearing")])
def test_a_sawn_part_is_turned_round_the_bit_from_a_pin(tools, guide):
    asked = at_table(guide=guide)
    made = plan(asked, of=tools)
    assert (made.status, made.settings[0].mounting) == ("caution", "table")
    assert levels(made)["starting-pin"] == "caution"
    assert all(each.check != 11 for each in made.proof.findings)
    (work,) = (each for each in made.bodies if each.role == "work")
    blank, part = Polygon(work.ring), on_board(asked, board(), tools).area
    r = max(r for _, r, _ in made.settings[0].bit.silhouette)
    for number, each in enumerate(made.moves):
        if each.kind == "start":
            assert blank.distance(Spot(each.path[0])) > r, "begun beside the wood"
            assert made.moves[number + 1].fresh == "left", "against the bit's turning"
    assert not {"plunge", "lift", "ramp"} & {each.kind for each in made.moves}, "nothing is lowered on to a turning bit"
    assert blank.difference(gone(made, 17.9)).symmetric_difference(part).area < 0.01 * part.length
    assert not any(each.role == "bench" for each in made.bodies)
    (template,) = (each for each in made.bodies if each.role == "template")
    (rides,) = made.settings[0].guides
    assert template.z0 <= rides.z0 < rides.z1 <= template.z1, "the bearing runs on the template"
    assert (template.z0 >= 18) == (guide == "bearing"), "between table and work, or on the work that lies on the table"
    assert f"fixed {'below' if guide == 'bearing' else 'above'} the work" in said(made, "guide")
    (way,) = (each.leads[0].shown.metric.number for each in made.slip if each.key == "direction")
    assert way == "Counter-clockwise"
    assert "swing it in on to the bearing, then leave the pin" in said(made, "direction")
    assert "base" not in said(made, "direction")
    assert any("starting pin firm" in each.metric for each in made.ticks.before)


def test_a_template_on_the_work_needs_no_room_above_a_bench():
    assert "tip-bearing-meets-bench" not in codes(plan_own(at_table(guide="tip", template=mm(9))))
    by_hand = at_table(guide="tip", template=mm(9), held="tape", router_id="plunge-two")
    assert "tip-bearing-meets-bench" in codes(plan_own(by_hand))


def plan_own(asked: TemplateCut) -> PlanWithMoves:
    return plan(asked, of=OWN)


def test_without_a_pin_nothing_goes_over_a_table():
    asked = at_table(starting_pin=False, router_id="table-three")
    made = plan_own(asked)
    assert (made.status, levels(made)["no-starting-pin"]) == ("stop", "stop")
    assert "starting-pin" not in codes(made)
    pinned = changed(asked, made, "no-starting-pin")[0]
    assert pinned == replace(asked, starting_pin=True)
    assert plan_own(pinned).status == "caution"


@pytest.mark.parametrize(
    ("more", "stop"),
    [
        ({"outline": "ring", "held": "carrier", "guide": "bearing"}, "holes-by-hand"),
        ({"turned": True}, "needs-hand-router"),
        ({"guide": "bushing"}, "needs-hand-router"),
        ({"outline": "soft"}, "hands-too-near"),
    ],
)
def test_what_a_table_does_not_take_is_stopped_there(more, stop):
    asked = at_table(**{"router_id": "table-three"} | more)
    made = plan(asked, of=WITH_SHANK if stop == "holes-by-hand" else OWN)
    assert (made.status, levels(made)[stop]) == ("stop", "stop")
    if stop == "hands-too-near":
        (carried,) = changed(asked, made, stop)
        again = plan_own(carried)
        assert (again.status, again.settings[0].hands) == ("caution", "carrier")
        assert "taped under a carrier board" in said(again, "hold")


@pytest.mark.parametrize("outline", ["big", "soft"])
def test_a_part_that_nothing_holds_by_hand_goes_to_the_table_where_it_can(outline):
    asked = at_table(outline, starting_pin=False)
    made = plan_own(asked)
    assert levels(made)["sawn-part-on-tape"] == "stop"
    ways = changed(asked, made, "sawn-part-on-tape")
    by_vacuum = [False] if outline == "big" else []
    assert [each.starting_pin for each in ways] == [False, *by_vacuum, True], "vacuum finds too little under the smaller one"
    assert [plan_own(each).status for each in ways] == ["caution"] * len(ways)
    assert plan_own(ways[-1]).settings[0].mounting == "table"
    by_hand = replace(OWN, routers=tuple(each for each in OWN.routers if each.mounting == "hand"))
    none = plan(asked, of=by_hand)
    assert all("starting_pin" not in each.change for each in none.remedies), "there is no table"


def test_it_is_drawn_face_down_with_the_pin_where_the_work_comes_from():
    asked = at_table(guide="tip")
    made = plan_own(asked)
    above, section = made.drawing[:2]
    (work,) = (each.points for each in above.outlines if each.role == "work")
    (bit,) = (each.points for each in above.outlines if each.role == "bit")
    pin = next(each.points for each in above.outlines if each.role == "stop")
    r = max(r for _, r, _ in made.settings[0].bit.silhouette)
    assert Polygon(work).area == pytest.approx(Polygon(next(b for b in made.bodies if b.role == "work").ring).area)
    assert Polygon(bit).centroid.distance(Spot(0, r)) < 0.2, "beyond the edge, which lies at 0"
    assert extent(work)[3] == pytest.approx(2.5, abs=0.1), "the sawn edge towards the bit"
    assert Polygon(pin).centroid.x == pytest.approx(r + 40, abs=3), "ahead of the bit, from where the work comes"
    assert Polygon(pin).distance(Polygon(work)) < 0.2, "the sawn edge bears on it"
    assert Polygon(pin).intersection(Polygon(work)).area < 0.5
    # Turned face down, and not only round: its round corner lies at the other hand.
    turned = Polygon(work)
    x0, y0, x1, y1 = turned.bounds
    corners = {(x, y): Spot(x, y).distance(turned) for x in (x0, x1) for y in (y0, y1)}
    hand = [Spot(x, y).distance(Polygon(next(b for b in made.bodies if b.role == "work").ring)) for x, y in _corners(made)]
    assert sorted(corners.values())[-1] == pytest.approx(max(hand), abs=0.01)
    assert not above.handles
    (up,) = (extent(each.points) for each in section.outlines if each.role == "bit")
    table = max(extent(each.points)[3] for each in section.outlines if each.role == "base")
    assert up[1] < table < up[3], "the bit comes up through the table"
    (template,) = (extent(each.points) for each in section.outlines if each.role == "guide")
    assert template[1] == pytest.approx(18), "the template on the work"


def _corners(made: PlanWithMoves) -> list[tuple[float, float]]:
    x0, y0, x1, y1 = extent(next(b for b in made.bodies if b.role == "work").ring)
    return [(x, y) for x in (x0, x1) for y in (y0, y1)]


def test_over_a_bearing_at_the_shank_the_template_lies_on_the_table():
    made = plan(at_table(guide="bearing"), of=WITH_SHANK)
    section = made.drawing[1]
    (template,) = (extent(each.points) for each in section.outlines if each.role == "guide")
    tables = [extent(each.points) for each in section.outlines if each.role == "base"]
    assert all(each[3] == pytest.approx(template[1]) for each in tables)
    assert template[3] == pytest.approx(0), "the work on it"


def test_what_is_fed_is_the_sawn_part_and_not_its_board():
    narrow = replace(OWN, outlines=(replace(OWN.outlines[0], id="narrow", path="M0 0 L340 0 L340 90 L0 90 Z"),))
    made = plan(at_table("narrow", from_left=mm(30)), of=narrow)
    assert (made.settings[0].mounting, made.settings[0].hands) == ("table", "push-blocks")
    large = replace(OWN, outlines=(replace(OWN.outlines[0], id="large", path="M0 0 L1700 0 L1700 700 L0 700 Z"),))
    made = plan(at_table("large", guide="tip", router_id="table-three"), board(1900, 800, 24), of=large)
    assert levels(made)["wants-support"] == "stop"


def test_its_dry_run_says_what_the_work_does():
    run = PLANNING.dry_run(at_table(), board(), OWN, OWN.rules)
    words = [each.says.metric for each in run.steps]
    assert "From the pin, swing the work in on to the bearing" in words
    assert "Turn the work on its bearing round the bit, 18.5 mm deep" in words
    assert "Swing the work out, clear of the bit" in words
    by_hand = PLANNING.dry_run(at_table(held="tape", starting_pin=False), board(), OWN, OWN.rules)
    assert not any("the work" in each.says.metric for each in by_hand.steps), "by hand the router goes round"
