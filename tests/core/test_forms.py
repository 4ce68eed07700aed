"""What forms say and change: sides are named as they are set, and what is asked follows what was answered."""

from __future__ import annotations

from dataclasses import replace

import pytest

from ranura.core.cuts.channel.asked import MOST_ANGLE
from ranura.core.cuts.edge.asked import EdgeCut
from ranura.core.cuts.pocket.asked import PocketCut
from ranura.core.cuts.pocket.forms import FORMS
from ranura.core.families import FAMILIES, Cut
from ranura.core.plan import Planning
from ranura.core.text.forms import ChoiceBlank, EdgesBlank, Form, LengthBlank, NumberBlank, Phrase, TypedLength
from ranura.core.text.lengths import read
from ranura.demo.jobs import (
    ARCH,
    ARCH_OGEE,
    CROSS_MORTISE,
    EMBLEM_LID,
    FLAT,
    FLAT_HINGES,
    LID_EDGES,
    SHELF_DADOES,
    WING_CASE_SIDE,
)
from ranura.demo.shop import SHOP

PLANNING = Planning(FAMILIES)
DADO = SHELF_DADOES[0][2]
TABLE_OGEE = replace(ARCH_OGEE, edges=("near",), starting_pin=False)


def mm(text: str):
    return read(text, "mm")


def form(cut: Cut, piece=WING_CASE_SIDE) -> Form:
    return PLANNING.form(cut, piece, SHOP)


def said(made: Form) -> str:
    """The sentence with its blanks as their labels."""
    words = []
    for part in made.sentence:
        if isinstance(part, Phrase):
            words.append(f"{part.before} {part.text}".strip() + part.after)
        elif isinstance(part, ChoiceBlank):
            words.append(next(each.says for each in part.choices if each.chosen) + part.after)
        else:
            words.append(f"[{part.label}]")
    return " ".join(words)


def option(made: Form, label: str) -> ChoiceBlank:
    return next(each for each in (*made.options, *made.more) if isinstance(each, ChoiceBlank) and each.label == label)


def flips(made: Form) -> list[ChoiceBlank]:
    return [part for part in made.sentence if isinstance(part, ChoiceBlank) and part.flips]


@pytest.mark.parametrize(
    ("goes", "end", "says", "other"),
    [
        ("across", "left", "left end", "right"),
        ("across", "right", "right end", "left"),
        ("along", "near", "near edge", "far"),
        ("along", "far", "far edge", "near"),
        # Turned round afterwards, a board's low and high ends keep their names in the new direction.
        ("along", "left", "near edge", "far"),
        ("across", "far", "right end", "left"),
    ],
)
def test_the_end_of_a_channel_is_named_as_it_is_set_and_flips_to_the_opposite_one(goes, end, says, other):
    (blank,) = flips(form(replace(DADO, goes=goes, end=end)))
    assert [each.says for each in blank.choices if each.chosen] == [says]
    assert blank.choices[1].change == {"end": other}


@pytest.mark.parametrize(("goes", "first", "last"), [("across", "near edge", "far edge"), ("along", "left end", "right end")])
def test_stops_are_said_at_their_own_ends(goes, first, last):
    cut = replace(DADO, goes=goes, stop_first=mm("11"), stop_last=mm("22"))
    text = said(form(cut))
    assert f"stopped [Stopped from the {first}] from the {first}, stopped [Stopped from the {last}] from the {last}" in text
    fields = {part.label: part.field for part in form(cut).sentence if isinstance(part, LengthBlank)}
    assert fields[f"Stopped from the {first}"] == "stop_first"
    assert fields[f"Stopped from the {last}"] == "stop_last"


@pytest.mark.parametrize("goes", ["across", "along"])
def test_a_stop_is_chosen_at_the_end_it_is_named_for_and_takes_what_the_other_has(goes):
    low, high = ("near", "far") if goes == "across" else ("left", "right")
    by_says = {each.says: each for each in option(form(replace(DADO, goes=goes, stop_last=mm("22"))), "Ends").choices}
    like = TypedLength(typed="22", unit="mm")
    assert by_says[f"Stopped {high}"].chosen
    assert (by_says[f"Stopped {low}"].change, by_says[f"Stopped {low}"].usual) == ({"stop_last": None}, {"stop_first": like})
    assert (by_says[f"Stopped {high}"].change, by_says[f"Stopped {high}"].usual) == ({"stop_first": None}, {"stop_last": like})
    assert by_says["Right through"].change == {"stop_first": None, "stop_last": None}
    assert by_says["Stopped both ends"].usual == {"stop_first": like, "stop_last": like}


def test_a_turn_is_said_to_its_own_side_and_bounded_both_ways():
    assert "turned 10° to the left," in said(form(replace(DADO, angle=10.0)))
    assert "turned 10° to the right," in said(form(replace(DADO, angle=-10.0)))
    (blank,) = (each for each in form(DADO).more if isinstance(each, NumberBlank))
    assert (blank.least, blank.most) == (-MOST_ANGLE, MOST_ANGLE)


def test_a_place_that_is_left_out_moves_later_ones_up():
    made = form(replace(DADO, more=(mm("100"), mm("200"), mm("300"))))
    (blank,) = (each for each in made.sentence if isinstance(each, LengthBlank) and each.label == "Place 3")
    one, three = TypedLength(typed="100", unit="mm"), TypedLength(typed="300", unit="mm")
    assert (blank.field, blank.remove) == ("more.1", {"more.0": one, "more.1": three, "more.2": None})


@pytest.mark.parametrize(("end", "edge", "others"), [("left", "near", ("right", "far")), ("right", "far", ("left", "near"))])
def test_a_pocket_is_measured_from_the_sides_it_names(end, edge, others):
    made = form(replace(CROSS_MORTISE, end=end, edge=edge))
    assert f"[Distance from the end] from the {end} end and [Distance from the edge] from the {edge} edge" in said(made)
    assert [each.choices[1].change for each in flips(made)] == [{"end": others[0]}, {"edge": others[1]}]


@pytest.mark.parametrize("side", ["near", "far", "left", "right"])
def test_an_open_side_is_the_one_it_says_and_asks_no_distance_there(side):
    cut = replace(FLAT_HINGES, open_sides=(side,))
    made = form(cut, FLAT)
    fields = {part.field for part in made.sentence if isinstance(part, LengthBlank)}
    assert ("from_left" in fields, "from_near" in fields) == (side in ("near", "far"), side in ("left", "right"))
    chosen = next(each for each in option(made, "Open").choices if each.chosen)
    assert chosen.says == f"Open at the {side} {'edge' if side in ('near', 'far') else 'end'}"
    assert chosen.change == {"open_sides": (side,)}


def test_a_new_cut_begins_with_what_is_known():
    by_key = {start.key: start.cut for start in PLANNING.starts(ARCH, SHOP)}
    assert by_key["roundover"]["edges"] == ("near", "right", "far", "left"), "the outside alone, no opening"
    through = {key for key in FORMS if by_key[key].get("through")}
    assert through == {"cut-out", "disc", "hole"}
    assert all(by_key[key]["depth"] == TypedLength(typed="22", unit="mm") for key in through)
    assert all(by_key[key]["depth"] == TypedLength(typed="", unit="mm") for key in FORMS if key not in through)
    assert (by_key["dado"]["goes"], by_key["dado"]["end"]) == ("across", "left")
    assert (by_key["groove"]["goes"], by_key["groove"]["end"]) == ("along", "near")


def test_what_an_edge_takes_where_nothing_is_typed_is_the_figure_of_the_same_dimension():
    made = form(ARCH_OGEE, ARCH)
    figures = {part.field: part.figure for part in made.sentence if isinstance(part, LengthBlank)}
    assert figures == {"size": None, "depth": "edge.height", "width": "edge.width"}
    (edges,) = (part for part in made.sentence if isinstance(part, EdgesBlank))
    assert [each.value for each in edges.choices if each.value not in edges.whole] == ["opening-1"]
    rabbet = form(EdgeCut(shape="rabbet", size=mm("9"), depth=mm("6"), edges=("near",)))
    assert [part.field for part in rabbet.sentence if isinstance(part, LengthBlank)] == ["size", "depth"]


def test_an_outline_of_points_asks_no_length_and_a_drawn_one_does():
    new = next(start.cut for start in PLANNING.starts(WING_CASE_SIDE, SHOP) if start.key == "outline")
    assert new["contour.form"] == "oval"
    cut = PocketCut(form="outline", depth=mm("3"), from_left=mm("10"), from_near=mm("10"))
    choices = {each.says: each for each in form(cut).first[0].choices}  # type: ignore[union-attr]
    assert choices["own points"].change == {"contour.form": "points", "contour.radius": None, "length": None, "across": None}
    assert set(choices["arch"].usual) == {"length", "across"}


@pytest.mark.parametrize(("cut", "board"), [(TABLE_OGEE, ARCH), (LID_EDGES, EMBLEM_LID)], ids=["on the table", "by hand"])
def test_the_bit_is_pulled_in_the_direction_in_which_it_then_goes(cut, board):
    """Oracle: the plan of the cut with half a millimetre less, whose bit stands that far from where it stood."""

    def handle(of: EdgeCut):
        plan = PLANNING.plan(of, board, SHOP, SHOP.rules)
        return next(view.handle for view in plan.drawing if view.handle)

    for axis, name in ((1, "upright"), (0, "sideways")):
        before = handle(cut)
        pulled = getattr(before, name)
        less = read(f"{pulled.value - 0.5:.3f}", "mm")
        after = handle(replace(cut, **{pulled.field: less}))
        assert after.at[axis] - before.at[axis] == pytest.approx(-0.5 * pulled.grows, abs=2e-3)
