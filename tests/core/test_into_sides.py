"""Mortises in ends and edges: a board that stands between two blocks, in words and in place (R14, R21)."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from pydantic import TypeAdapter
from shapely.geometry import LineString
from shapely.geometry import Point as Spot
from tests.oracle.judge import Judge

from ranura.core.board.outlines import Contour
from ranura.core.board.pieces import Piece
from ranura.core.board.stood import names_of, stood
from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.output.broken import broken
from ranura.core.output.renamed import renamed
from ranura.core.plan import PLANNING, PlanWithMoves
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import in_mm
from ranura.demo.shop import SHOP

RAIL = Piece(name="Rail", material="ash", length=in_mm(600), width=in_mm(80), thickness=in_mm(28))
_PLAN = TypeAdapter(PlanWithMoves)


def mortise(on: str, **more) -> PocketCut:
    """One of 40 × 8, 30 deep, 20 mm from the side's first corner and 9 from its first face."""
    sizes = {"length": in_mm(40), "across": in_mm(8), "depth": in_mm(30), "from_left": in_mm(20), "from_near": in_mm(9)}
    return PocketCut(on=on, **{"form": "mortise", **sizes, **more})


def planned(cut: PocketCut, piece: Piece = RAIL, **shop):
    return PLANNING.plan_with_moves(cut, piece, replace(SHOP, **shop), SHOP.rules)


def section(plan, key: str) -> list[str]:
    return [line.metric for each in plan.slip if each.key == key for line in each.lines]


@pytest.mark.parametrize(
    ("on", "place", "begins", "middle"),
    [
        ("left", "20 mm from the near edge and 9 mm from the shown face, in the left end of Rail",
         "18.4 mm from the near edge, 7.4 mm from the shown face", (15, 40, 15)),
        ("right", "20 mm from the near edge and 9 mm from the back, in the right end of Rail",
         "18.4 mm from the near edge, 7.4 mm from the back", (585, 40, 13)),
        ("near", "20 mm from the left end and 9 mm from the back, in the near edge of Rail",
         "18.4 mm from the left end, 7.4 mm from the back", (40, 15, 13)),
        ("far", "20 mm from the left end and 9 mm from the shown face, in the far edge of Rail",
         "18.4 mm from the left end, 7.4 mm from the shown face", (40, 65, 15)),
    ],
)  # fmt: skip
def test_a_mortise_lies_where_its_words_say(on, place, begins, middle):
    made = planned(mortise(on))
    assert made.status == "ready"
    assert place in made.sentence.metric
    assert f"it begins {begins}" in section(made, "guide")
    # Its middle, half of its depth down, is gone; just beside it, and further down than it is deep, there is wood.
    judge = Judge(_PLAN.dump_python(made, mode="json"))
    along, deep = (1, 0) if on in ("left", "right") else (0, 1)
    spots = [np.array(middle, dtype=float) for _ in range(8)]
    for number, (axis, by) in enumerate(((along, 19.0), (along, -19.0), (2, 3.9), (2, -3.9)), start=1):
        spots[number][axis] += by
    for number, (axis, by) in enumerate(((along, 21.0), (2, 4.1), (deep, 16.0 if middle[deep] < 40 else -16.0)), start=5):
        spots[number][axis] += by
    gone = judge.first_gone(np.array(spots)) < len(made.moves)
    assert gone.tolist() == [True] * 5 + [False] * 3


@pytest.mark.parametrize("on", ["left", "right", "near", "far"])
def test_it_is_drawn_like_one_in_the_face_of_the_board_as_it_stands(on):
    cut, as_it_stands = mortise(on), stood(RAIL, on)
    made = planned(cut)
    lying = planned(replace(cut, on=None, held="carrier", guide="bushing"), as_it_stands)
    for there, here in zip(renamed(lying.drawing, names_of(on)), made.drawing, strict=True):
        there = there if there.name == "plan" else broken(there)
        assert (there.name, there.frame, there.outlines, there.arrows) == (here.name, here.frame, here.outlines, here.arrows)
        assert [(each.start, each.end) for each in there.dimensions] == [(each.start, each.end) for each in here.dimensions]
    tall = next(each for each in made.drawing if each.name == "section")
    assert tall.frame[3] - tall.frame[1] < 300
    assert [move.path for move in made.moves] == [move.path for move in lying.moves]
    assert [each.frame for each in made.settings] != [each.frame for each in lying.settings]


def test_it_stands_between_two_blocks_and_is_led_by_a_template():
    made = planned(mortise("left"))
    hold = section(made, "hold")
    assert hold[0] == (
        "upright in the vice, the end to be cut up; on either face a block 90 mm wide and 160 mm long, flush with it, clamped: "
        "they carry the base"
    )
    assert made.in_words[0].metric.startswith("The board stands with its left end up: 80 mm wide, 28 mm thick, 600 mm high")
    assert [each.kind for each in made.guides] == ["bushing", "bearing"]
    assert sum(body.role == "carrier" for body in made.bodies) == 2
    with pytest.raises(CutError, match="Edge guide"):
        planned(mortise("left", guide="edge-guide"))


@pytest.mark.parametrize(("on", "long", "said"), [("left", 900, False), ("left", 901, True), ("near", 2_000, False)])
def test_a_long_board_on_its_end_stands_too_high(on, long, said):
    made = planned(mortise(on), replace(RAIL, length=in_mm(long)))
    assert any(each.code == "stands-high" for each in made.cautions) == said


@pytest.mark.parametrize(
    ("cut", "piece", "field"),
    [
        (mortise("left", form="recess"), RAIL, "cut.on"),
        (mortise("left", through=True), RAIL, "cut.on"),
        (mortise("near", count=2, spacing=in_mm(100)), RAIL, "cut.on"),
        (mortise("near", depth=in_mm(41)), RAIL, "cut.depth"),
        (mortise("left", from_left=in_mm(41)), RAIL, "cut.from_left"),
        (mortise("left"), replace(RAIL, outline=Contour(form="oval")), "cut.on"),
        (
            mortise("near", from_left=in_mm(300)),
            replace(RAIL, width=in_mm(200), openings=(Contour(form="rectangle", length=in_mm(300), width=in_mm(130)),)),
            "cut.on",
        ),
    ],
)
def test_what_no_standing_board_takes_is_refused_at_its_place(cut, piece, field):
    with pytest.raises(CutError) as refused:
        planned(cut, piece)
    assert refused.value.field == field


@pytest.mark.parametrize(("long", "deep"), [(40, 30), (40, 12), (16, 30), (60, 8)])
@pytest.mark.parametrize("on", ["left", "right", "near", "far"])
def test_a_later_cut_of_the_face_sees_the_hollow_as_it_is(on, long, deep):
    """As long, as wide and as deep, from the side on; only its inner corners may be rounder."""
    made = PLANNING.leaves(mortise(on, length=in_mm(long), depth=in_mm(deep), from_left=in_mm(10)), RAIL, SHOP)
    size = 600 if on == "right" else 80

    def gone(along: float, down: float, z: float) -> bool:
        depth = size - down if on in ("right", "far") else down
        spot = Spot(depth, along) if on in ("left", "right") else Spot(along, depth)
        return any(r > LineString(each.path).distance(spot) for each in made.taken if (r := each.radius(z)))

    low = 11.0 if on in ("left", "far") else 9.0
    inside = [(a, d, z) for a in (10.1, 10 + long / 2, 9.9 + long) for d in (0.1, deep / 2) for z in (low + 0.1, low + 7.9)]
    inside.append((10 + long / 2, deep - 0.1, low + 4))
    beside = [(9.9, 1, low + 4), (10.1 + long, 1, low + 4), (10 + long / 2, deep + 0.1, low + 4)]
    beside += [(10 + long / 2, 1, low - 0.1), (10 + long / 2, 1, low + 8.1)]
    assert all(gone(*each) for each in inside)
    assert not any(gone(*each) for each in beside)


@pytest.mark.parametrize(
    ("on", "at", "stops"), [("near", 230, True), ("near", 420, False), ("left", 10, True), ("left", 30, False)]
)
def test_an_earlier_cut_stops_it_where_the_base_comes_over_it_alone(on, at, stops):
    """A dado across the rail comes out at its near edge; the base reaches some 80 beyond the mortise from 200 to 240. The
    one in the end is 30 deep."""
    dado = ChannelCut(width=in_mm(12.7), depth=in_mm(6), position=in_mm(at))
    before = PLANNING.leaves(dado, RAIL, SHOP)
    asked = mortise(on, from_left=in_mm(200 if on == "near" else 20))
    made = PLANNING.plan_with_moves(asked, RAIL, SHOP, SHOP.rules, before=before)
    assert ("cut-before-at-the-end" in {each.code for each in made.cautions}) == stops
    assert made.proof.passed is not stops


def test_its_form_says_the_sides_as_they_are_and_turns_back_to_the_face():
    form = PLANNING.form(mortise("right"), RAIL, SHOP)
    said = " ".join(
        str(getattr(part, "text", "") or "/".join(each.says for each in getattr(part, "choices", ()))) for part in form.sentence
    )
    assert "near edge/far edge" in said
    assert "back/shown face" in said
    assert "in the right end of Rail" in said
    (into,) = form.options
    face = into.choices[0]
    assert (face.says, face.change["on"], face.change["guide"]) == ("Into the face", None, None)
