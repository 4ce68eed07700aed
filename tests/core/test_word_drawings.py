"""The small drawings of the words of the trade: each shows what its word says."""

from __future__ import annotations

import math

import pytest
from shapely import Polygon, union_all
from shapely.geometry import Point as Spot

from ranura.core.cutting.direction import straight_direction
from ranura.core.output.views import View
from ranura.core.output.word_drawings import WORD_DRAWINGS
from ranura.core.text.trade_words import TRADE_WORDS


def drawn(word: str, role: str) -> list[Polygon]:
    return [Polygon(each.points) for each in WORD_DRAWINGS[word].outlines if each.role == role]


def test_every_drawing_is_of_a_word_and_what_it_draws_is_whole():
    assert set(WORD_DRAWINGS) <= {each.word for each in TRADE_WORDS}
    for word, view in WORD_DRAWINGS.items():
        x0, y0, x1, y1 = view.frame
        for each in view.outlines:
            assert Polygon(each.points).is_valid, word
            assert all(x0 < x < x1 and y0 < y < y1 for x, y in each.points), word
        assert any(each.role in ("work", "bit", "base") for each in view.outlines), word


def way(view: View):
    (arrow,) = (each for each in view.arrows if each.role == "path")
    (x0, y0), (x1, y1) = arrow.start, arrow.end
    return arrow, (x1 - x0, y1 - y0)


@pytest.mark.parametrize(("word", "cut"), [("climb cut", "climb"), ("conventional cut", "conventional")])
def test_a_climb_and_a_conventional_cut_are_drawn_as_the_rule_has_them(word, cut):
    view = WORD_DRAWINGS[word]
    arrow, (hx, hy) = way(view)
    (turn,) = (each for each in view.arrows if each.turn)
    assert turn.turn == "clockwise", "of a router in the hand"
    (bit,), (work,) = drawn(word, "bit"), drawn(word, "work")
    wood, at = work.intersection(bit.buffer(2)).centroid, bit.centroid
    on_left = hx * (wood.y - at.y) - hy * (wood.x - at.x) > 0
    found = straight_direction(mounting="hand", wood="left" if on_left else "right", heading=(hx, hy))
    assert (found.cut, arrow.climb) == (cut, cut == "climb")


def test_over_a_table_the_pin_stands_where_the_work_comes_from():
    view = WORD_DRAWINGS["starting pin"]
    _, (hx, _) = way(view)
    assert hx < 0, "the work is fed right to left past the front of the bit"
    (bit,), (pin,), (work,) = drawn("starting pin", "bit"), drawn("starting pin", "stop"), drawn("starting pin", "work")
    assert next(each.turn for each in view.arrows if each.turn) == "counter-clockwise"
    assert bit.centroid.x < pin.centroid.x
    assert bit.centroid.y > work.centroid.y
    assert work.distance(pin) < 1
    assert work.distance(bit) < 1


def test_the_fingers_of_a_feather_board_point_the_way_the_work_goes():
    _, (hx, _) = way(WORD_DRAWINGS["feather board"])
    fingers = [each for each in drawn("feather board", "stop") if each.area < 200]
    assert len(fingers) == 3
    for each in fingers:
        top, bottom = each.bounds[3], each.bounds[1]
        tip = [x for x, y in each.exterior.coords if y == top]
        root = [x for x, y in each.exterior.coords if y == bottom]
        assert (sum(tip) / len(tip) - sum(root) / len(root)) * hx > 0


@pytest.mark.parametrize("word", ["chamfer", "rabbet", "edge groove", "tenon"])
def test_what_goes_and_what_stays_are_the_whole_board(word):
    whole = union_all([*drawn(word, "work"), *drawn(word, "waste")])
    x0, y0, x1, y1 = whole.bounds
    assert whole.area == pytest.approx((x1 - x0) * (y1 - y0))
    assert union_all(drawn(word, "work")).intersection(union_all(drawn(word, "waste"))).area == pytest.approx(0)


def test_a_backer_and_a_lead_in_stand_where_the_bit_leaves_and_begins():
    for word, end in (("backer", -1), ("lead-in", 0)):
        _, (hx, _) = way(WORD_DRAWINGS[word])
        (block,), (work,) = drawn(word, "backer"), drawn(word, "work")
        assert block.touches(work)
        assert hx > 0
        assert (block.centroid.x > work.centroid.x) == (end == -1)


def test_what_fits_together_does():
    (spline,) = drawn("spline", "guide")
    assert union_all(drawn("spline", "work")).intersection(spline).area == pytest.approx(0)
    (under,), (over,) = drawn("half-lap", "work"), drawn("half-lap", "backer")
    assert under.intersection(over).area == pytest.approx(0)
    assert under.touches(over)
    (edge,), (bearing,), (bit,) = drawn("template", "template"), drawn("template", "bearing"), drawn("template", "bit")
    reach = math.sqrt(bearing.area / math.pi)
    assert edge.exterior.distance(Spot(bearing.centroid)) >= reach - 1.1, "it rolls inside of the opening"
    assert bit.centroid.distance(bearing.centroid) == pytest.approx(0, abs=1e-6)
