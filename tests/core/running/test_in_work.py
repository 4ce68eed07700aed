"""What is measured in the work: which dimensions, what they tell, and how several places are one measurement."""

from __future__ import annotations

from dataclasses import replace

import pytest
from tests.demo_cuts import DEMO, followed

from ranura.core.learning.corrections import MOST_OFF
from ranura.core.plan import PLANNING
from ranura.core.running.in_work import in_work
from ranura.core.running.log import Measured
from ranura.core.running.progress import RunError
from ranura.core.running.record import record_of, run_of
from ranura.core.text.lengths import read
from ranura.core.text.writing import write
from ranura.demo.shop import SHOP


def record(cut_id: str, **changes: str):
    cut, piece = next((cut, piece) for each, _, cut, piece in DEMO if each == cut_id)
    if not changes:
        return record_of(followed(cut, piece), piece, SHOP)
    cut = replace(cut, **{name: read(typed, "mm") for name, typed in changes.items()})  # type: ignore[type-var]
    return record_of(PLANNING.followed(cut, piece, SHOP, SHOP.rules), piece, SHOP)


@pytest.mark.parametrize(("cut_id", "piece"), [(each[0], each[3]) for each in DEMO], ids=[each[0] for each in DEMO])
def test_every_length_of_the_sentence_is_measured_and_nothing_else(cut_id, piece):
    made = record(cut_id)
    *lengths, board = made.in_work
    fields = [each.field for each in lengths]
    asked = {each.field: each.length.mm for each in made.plan.asked}
    assert fields == [part.field for part in made.plan.form.sentence if part.takes == "length" and part.field in asked]
    assert all(each.planned == asked[each.field] and each.says.metric for each in lengths)
    assert (board.field, board.planned) == ("piece.thickness", piece.thickness.mm)


def test_a_width_that_the_bit_alone_makes_tells_of_the_bit():
    made = record("shelf-dado-212", width="12.7")
    width = next(each for each in made.in_work if each.field == "width")
    found = in_work(made.in_work, "width", [12.78])
    assert width.tells is not None
    assert (found.figure, found.means) == (width.tells.figure, pytest.approx(12.78))
    assert (found.figure.of if found.figure else None, found.in_work, found.planned) == ("bit", True, 12.7)
    tried = Measured(what=write("across the cut"), planned=12.7, found=12.9, key="slot")
    assert in_work(made.in_work, "width", [12.78], tried=[tried]).figure is None, "it was set right by then"
    for off in (MOST_OFF + 0.01, -MOST_OFF - 0.01):
        assert in_work(made.in_work, "width", [12.7 + off]).figure is None, "that is another bit, or a slip of the hand"
    as_deep = record("shelf-dado-212", width="12.7", depth="12.7")
    tell = [each.field for each in as_deep.in_work[:-1] if each.tells is not None]
    assert tell == ["width"], "a depth is no width of the bit"
    wide = record("shelf-dado-212")
    assert all(each.tells is None for each in wide.in_work[:-1]), "two passes side by side tell nothing of it"


@pytest.mark.parametrize(
    ("thick", "material", "load"), [("17.6", "birch-plywood", "birch-18-october"), ("17.7", "birch-plywood", None)]
)
def test_the_thickness_of_a_board_tells_of_the_delivery_that_measures_just_so(thick, material, load):
    cut, piece = next((cut, piece) for each, _, cut, piece in DEMO if each == "shelf-dado-212")
    piece = replace(piece, thickness=read(thick, "mm"), material=material)
    board = record_of(PLANNING.followed(cut, piece, SHOP, SHOP.rules), piece, SHOP).in_work[-1]
    assert (board.tells.figure.id if board.tells else None) == load
    found = in_work([board], "piece.thickness", [17.42, 17.4, 17.5])
    assert (found.found, found.means) == (17.42, 17.42 if load else None)


@pytest.mark.parametrize(
    ("places", "found", "kept"), [((6.02,), 6.02, ()), ((6.0, 6.1), 6.05, (6.0, 6.1)), ((6.0, 6.4, 6.02), 6.02, (6.0, 6.4, 6.02))]
)
def test_several_places_are_one_measurement_their_median(places, found, kept):
    made = in_work(record("shelf-dado-212").in_work, "depth", places)
    assert (made.found, made.places) == (pytest.approx(found), kept)


def test_a_template_is_followed_once_at_every_place():
    cut, piece = next((cut, piece) for each, _, cut, piece in DEMO if each == "arch-opening")
    slots = next(followed(cut, piece).plan for each, _, cut, piece in DEMO if each == "rail-slots")
    plan = followed(cut, piece).plan
    assert plan.template is not None
    there = replace(plan, template=replace(plan.template, there="thing"))

    def uses(plan):
        of = run_of(plan, piece, SHOP, cut="Arch", job="", job_id=None)
        return of.template_id, of.template_uses

    assert uses(plan) == (None, 0), "it is still to be made"
    assert uses(there) == ("thing", 1)
    assert uses(replace(there, stations=slots.stations)) == ("thing", len(slots.stations))
    assert len(slots.stations) > 1


def test_what_was_not_asked_for_is_not_measured():
    with pytest.raises(RunError) as refused:
        in_work(record("shelf-dado-212").in_work, "colour", [1.0])
    assert refused.value.field == "measured"
