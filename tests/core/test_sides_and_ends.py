"""Words of side and end are facts: which end gets the backer, the block and the lead-in, which way a fence moves, which wall is
thin, and limits at their edge (R7, R8, R14, R17)."""

from __future__ import annotations

import dataclasses

import pytest

from ranura.core.board.pieces import Piece
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.plan import CutPlan, plan_cut
from ranura.core.shop.tooling.guides import EdgeGuide
from ranura.core.text.lengths import read
from ranura.demo.jobs import EMBLEM_LID, LID_EDGES, SHELF_DADOES, WING_CASE_SIDE
from ranura.demo.shop import SHOP

DADO: ChannelCut = SHELF_DADOES[0][2]


def mm(value: float):
    return read(f"{value:g}", "mm")


def plan(cut, piece=WING_CASE_SIDE, shop=SHOP) -> CutPlan:
    return plan_cut(cut, piece, shop, shop.rules)


def lines(made: CutPlan, key: str) -> list[str]:
    return [line.metric for line in next(each for each in made.slip if each.key == key).lines]


def figure(made: CutPlan, key: str) -> float:
    return next(each.value for each in made.figures if each.key == key)


def caution(made: CutPlan, code: str):
    return next((each for each in made.cautions if each.code == code), None)


# By hand the work is on the left of the way (R7), so an outside is run counter-clockwise: the near edge from left to right.
@pytest.mark.parametrize(
    ("edges", "lead_ins", "backers"),
    [
        (("near",), ["near edge"], ["near edge"]),
        (("near", "right"), ["near edge"], ["right end"]),
        (("right", "far"), ["right end"], ["far edge"]),
        (("left", "near"), ["left end"], ["near edge"]),
        (("left", "right"), ["right end", "left end"], ["right end", "left end"]),
        (("near", "right", "far"), ["near edge"], ["far edge"]),
        (("left", "right", "near", "far"), [], []),
    ],
)
def test_a_run_along_edges_begins_with_a_lead_in_and_ends_with_a_backer(edges, lead_ins, backers):
    said = lines(plan(dataclasses.replace(LID_EDGES, edges=edges), EMBLEM_LID), "direction")
    for start, names in (("lead-in block at the start of the ", lead_ins), ("backer where the bit leaves the ", backers)):
        found = [line.removeprefix(start) for line in said if line.startswith(start)]
        assert found == ([" and ".join(names)] if names else [])


@pytest.mark.parametrize(
    ("stops", "way", "backer", "block"),
    [
        ({}, "Push away", "far edge", None),
        ({"stop_last": 10}, "Push away", None, "stop block"),
        ({"stop_first": 10}, "Push away", "far edge", "start block"),
        ({"position": 64}, "Pull towards you", "near edge", None),
        ({"position": 64, "stop_first": 10}, "Pull towards you", None, "stop block"),
        ({"position": 64, "stop_last": 10}, "Pull towards you", "near edge", "start block"),
    ],
)
def test_a_channel_has_a_backer_where_the_bit_breaks_out_and_a_block_where_it_stops(stops, way, backer, block):
    made = plan(dataclasses.replace(DADO, **{field: mm(value) for field, value in stops.items()}))
    direction = next(each for each in made.slip if each.key == "direction")
    assert direction.leads[0].shown.metric.number == way
    backed = [line for line in lines(made, "hold") if line.startswith("backer")]
    assert backed == ([f"backer at the {backer}, level with the face"] if backer else [])
    blocks = [line for line in lines(made, "guide") if " block " in line]
    if block is None:
        assert blocks == []
    else:
        stopped = "near edge" if "stop_first" in stops else "far edge"
        assert len(blocks) == 1
        assert blocks[0].startswith(block)
        # Beyond the board it stands on something of the same height.
        assert blocks[0].endswith(f"outside the {stopped}, on scrap of its thickness, clamped")
    ends = [f"line where it ends: 10 mm from the {edge} edge" for field, edge in _STOPPED if field in stops]
    assert [line for line in lines(made, "guide") if line.startswith("line where")] == ends


_STOPPED = (("stop_first", "near"), ("stop_last", "far"))


@pytest.mark.parametrize(("distance", "said"), [(80.0, "the fence 5 mm further off"), (71.0, "the fence 4 mm nearer")])
def test_the_clearing_pass_of_another_router_says_which_way_the_fence_moves(distance, said):
    """Both bits run on one axis, so the fence stands as much further off as the base is wider on its guided side (R8)."""
    own = SHOP.router("plunge-two")
    slower = dataclasses.replace(own, id="slow", name="Slow one", collets=(12.7,))
    side = dataclasses.replace(own.bases[0].sides[0], distance=distance)
    narrow = dataclasses.replace(
        own,
        id="narrow",
        name="Narrow one",
        collets=(8.0,),
        bases=tuple(dataclasses.replace(base, sides=(side,), across=max(base.across, 2 * distance)) for base in own.bases),
    )
    shop = dataclasses.replace(SHOP, routers=(slower, narrow))
    board = dataclasses.replace(WING_CASE_SIDE, material="ash", thickness=mm(30))
    slot = dataclasses.replace(DADO, shape="t-slot", width=mm(9), depth=mm(12), router_id="slow")
    assert said in lines(plan(slot, board, shop), "depths")[0]


@pytest.mark.parametrize(
    ("nearest", "farthest", "code"),
    [(46.0, 240.0, None), (46.1, 240.0, "guide-range"), (0.0, 46.0, None), (0.0, 45.9, "guide-range")],
)
def test_an_edge_guide_reaches_from_its_nearest_to_its_farthest_setting(nearest, farthest, code):
    """A groove of 12.7 whose near wall lies 46 mm from the edge: the guide is set to 46, edge to wall."""
    tool = EdgeGuide(id="one", name="Guide", nearest=nearest, farthest=farthest, gap_closed=True)
    shop = dataclasses.replace(SHOP, guides=(tool,))
    groove = dataclasses.replace(
        DADO, goes="along", end="near", width=mm(12.7), position=mm(46), guide="edge-guide", bit_id="straight-12.7"
    )
    made = plan(groove, shop=shop)
    assert figure(made, "guide.setting") == pytest.approx(46.0)
    assert ({each.code for each in made.cautions if each.level == "stop"} or {None}) == {code}


def board(**sizes) -> Piece:
    given = {"length": 600, "width": 200, "thickness": 40} | sizes
    return Piece(name="Board", material="ash", **{name: mm(value) for name, value in given.items()})


@pytest.mark.parametrize(
    ("changes", "wall"),
    [
        ({"from_left": 200}, None),
        ({"from_left": 4.5}, 4.5),
        ({"from_left": 4.5, "end": "right"}, 4.5),
        ({"from_near": 2.5}, 2.5),
        ({"from_near": 2.5, "edge": "far"}, 2.5),
        ({"from_near": 3.1}, None),  # along the grain a third of its height is enough, and 3 mm
        ({"from_left": 100, "count": 3, "spacing": 217}, 6.0),  # 600 − (100 + 2 · 217 + 60)
        ({"from_left": 100, "count": 3, "spacing": 217, "end": "right"}, 6.0),
        ({"from_left": 3, "open_sides": ("left",)}, None),
    ],
)
def test_the_thinnest_wall_is_found_on_every_side_and_at_the_last_place(changes, wall):
    base = {"length": 60, "across": 30, "depth": 8, "from_left": 200, "from_near": 80}
    given = {
        name: mm(value) if isinstance(value, int | float) and name != "count" else value
        for name, value in (base | changes).items()
    }
    found = caution(plan(PocketCut(form="recess", **given), board()), "thin-wall")
    assert (found and found.facts["wall"]) == (None if wall is None else pytest.approx(wall, abs=0.01))


@pytest.mark.parametrize(("count", "spacing", "wall"), [(3, 209.6, 3.2), (3, 209.4, None)])
def test_the_wall_behind_the_last_station_of_a_channel_counts(count, spacing, wall):
    """640 − (200 + 2 · 209.6 + 17.6) = 3.2; in a sheet a third of the depth of 10 is thin (R14)."""
    repeated = dataclasses.replace(DADO, depth=mm(10), position=mm(200), count=count, spacing=mm(spacing))
    found = caution(plan(repeated), "thin-wall")
    assert (found and found.facts["wall"]) == (None if wall is None else pytest.approx(wall, abs=0.01))


@pytest.mark.parametrize(("edge", "position"), [("near", 40.0), ("far", 40.0)])
def test_a_mortise_is_set_from_the_edge_that_it_is_measured_from(edge, position):
    mortise = PocketCut(
        form="mortise",
        length=mm(60),
        across=mm(12.7),
        depth=mm(20),
        from_left=mm(80),
        from_near=mm(position),
        edge=edge,
        guide="edge-guide",
    )
    made = plan(mortise, board())
    assert figure(made, "guide.setting") == pytest.approx(position)
    assert any(f"{edge} edge" in line for line in lines(made, "guide")), lines(made, "guide")


@pytest.mark.parametrize(("position", "stands"), [(300.0, True), (300.1, False)])
def test_a_tables_fence_stands_no_further_back_than_the_table_carries_it(position, stands):
    """The table is 700 deep with the bit in its middle, and the fence itself takes 50 of the 350 behind it."""
    groove = dataclasses.replace(DADO, goes="along", end="near", width=mm(12.7), guide="table-fence", position=mm(position))
    piece = dataclasses.replace(WING_CASE_SIDE, material="ash", length=mm(900), width=mm(700))
    made = plan(groove, piece)
    assert ("fence-beyond-table" not in {each.code for each in made.cautions}) == stands
