"""A cut in one line: what is said lands in its blank, what is missing and what is strange is named, and every kind has it."""

from __future__ import annotations

import dataclasses

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ranura.api.forms import cut_from
from ranura.core.cut_line import Boards, _changed, begun, read_line, wants
from ranura.core.families import FAMILIES
from ranura.core.plan import PLANNING
from ranura.core.text.forms import ChoiceBlank, LengthBlank, TypedLength
from ranura.demo.jobs import WING_CASE_SIDE
from ranura.demo.shop import SHOP
from ranura.requests.cuts import CutRequests

NAMES = ("Shelf side", "Lid", "Leg", "Lid rail")
REQUESTS = CutRequests(FAMILIES)


def boards(unit="mm", names=NAMES, opened=0):
    return Boards(
        pieces=[dataclasses.replace(WING_CASE_SIDE, name=name) for name in names],
        open=opened,
        starts=lambda piece: PLANNING.starts(piece, dataclasses.replace(SHOP, unit=unit)),
        form=lambda cut, piece: PLANNING.form(REQUESTS.cut(cut_from(cut)), piece, dataclasses.replace(SHOP, unit=unit)),
        unit=unit,
    )


def said(text, **more):
    line = read_line(text, boards(**more))
    assert line is not None, text
    lengths = {
        field: f"{value.typed}|{value.unit}"
        for field, value in line.cut.items()
        if isinstance(value, TypedLength) and value.typed
    }
    return line, NAMES[line.board], lengths


@pytest.mark.parametrize(
    ("text", "board", "lengths"),
    [
        (
            "dado 3/4 x 1/4 at 8 1/2 across shelf side",
            "Shelf side",
            {"width": "3/4|in", "depth": "1/4|in", "position": "8 1/2|in"},
        ),
        ("roundover 6 all round lid", "Lid", {"size": "6|mm"}),
        (
            "mortise 60 x 8 x 32 at 100, 40 leg",
            "Leg",
            {"length": "60|mm", "across": "8|mm", "depth": "32|mm", "from_left": "100|mm", "from_near": "40|mm"},
        ),
        (
            "Dado 18 WIDE, 6mm deep, 212 from the right end of the LEG",
            "Leg",
            {"width": "18|mm", "depth": "6 mm|mm", "position": "212|mm"},
        ),
        ("dado 6 deep 18 wide @ 20 lid", "Lid", {"width": "18|mm", "depth": "6|mm", "position": "20|mm"}),
        ("groove 6x6 at .5 in along lid rail", "Lid rail", {"width": "6|mm", "depth": "6|mm", "position": ".5 in|mm"}),
        ("roundover 6 in lid", "Lid", {"size": "6|mm"}),
        ("roundover 1/4 in in the lid", "Lid", {"size": "1/4 in|in"}),
        ("half-lap 40 x 9 right end leg", "Leg", {"length": "40|mm", "depth": "9|mm"}),
        ("dado for a part 18 x 6 at 64 lid", "Lid", {"mate.thickness": "18|mm", "depth": "6|mm", "position": "64|mm"}),
        ("jointing 1 near edge shelf side", "Shelf side", {"size": "1|mm"}),
    ],
)
def test_what_is_said_lands_in_its_blank(text, board, lengths):
    line, found, typed = said(text)
    assert (found, typed, line.missing, line.strange) == (board, lengths, (), ())
    assert line.board_said


@pytest.mark.parametrize(
    ("text", "known"),
    [
        ("dado 18 x 6 at 20 from the right end lid", {"end": "right"}),
        ("dado 18 x 6 at 20 along lid", {"goes": "along", "end": "near"}),
        ("groove 6 x 6 at 10 stopped left 25 lid", {"stop_first": TypedLength(typed="25", unit="mm"), "stop_last": None}),
        ("dado 18 x 6 turned 15° at 100 lid", {"angle": 15.0}),
        ("bevel 20 at 30 deg lid", {"angle": 30.0}),
        ("chamfer 2 near edge and left end lid, both faces", {"edges": ("near", "left"), "both_faces": True}),
        ("roundover 3 lid", {"edges": ("near", "right", "far", "left"), "both_faces": None}),
        ("mortise 60 x 8 through at 100, 40 leg", {"through": True}),
        ("mortise 60 x 8 x 20 at 100, 40 leg, far edge", {"edge": "far"}),
        ("recess 60 x 40 x 3 at 0, 40 open at the left end lid", {"open_sides": ("left",)}),
        ("disc 120 at 200, 150 lid, tabs are left", {"loose": "tabs"}),
        ("dado 18 x 6 at 64 4 times every 96 lid", {"count": 4, "spacing": TypedLength(typed="96", unit="mm")}),
        ("dado 18 x 6 at 64, 160 and 300 lid", {"more": tuple(TypedLength(typed=each, unit="mm") for each in ("160", "300"))}),
        ("dado 18 x 6 at 64 lid vice", {"held": "vice"}),
    ],
)
def test_answers_are_said_in_the_words_of_the_form(text, known):
    line, _, _ = said(text)
    assert {field: line.cut.get(field) for field in known} == known
    assert (line.missing, line.strange) == ((), ())


def test_a_board_is_known_by_its_longest_name_the_beginning_of_its_words_or_is_the_open_one():
    assert said("roundover 3 lid rail")[1] == "Lid rail"
    assert said("roundover 3 she")[1] == "Shelf side"
    line, board, _ = said("roundover 3", opened=2)
    assert (board, line.board_said) == ("Leg", False)
    line, board, _ = said("roundover 3 l", opened=2)
    assert (board, line.strange) == ("Leg", ("l",)), "two boards have a word that begins so"
    line, board, _ = said("dado 18 x 6 at 20 lid", names=("Lid", "Lid"))
    assert line.board == 0
    assert read_line("dado 18", boards(names=())) is None


def test_what_is_missing_and_what_is_strange_is_named():
    line, _, _ = said("mortise 60 x 8 at 100 leg bananas")
    assert line.missing == ("Depth", "From the near edge")
    assert line.strange == ("bananas",)
    assert said("dado 18 x 6 x 9 at 20 lid")[0].strange == ("9",)
    assert said("roundover 6 20° lid")[0].strange == ("20°",)
    for line, angle in (("bevel 0° lid", "0°"), ("bevel 90° lid", "90°"), ("dado 400° lid", "400°")):
        assert said(line)[0].strange == (angle,), "no such angle can be asked for"
    assert [said(line)[0].cut["angle"] for line in ("bevel 0.5° lid", "bevel 89.5° lid", "dado 60° lid")] == [0.5, 89.5, 60]
    assert "//" in said("dado 3//4 x 6")[0].strange
    assert said("dado 18 x 6 at 64 4 times lid")[0].missing == ("Spacing",)


def test_what_stood_above_or_below_a_changed_path_goes():
    """Or else a cut would have a part, and a thickness of none."""
    assert _changed({"mate.thickness": 18, "mate.fit": "tight", "width": 6}, {"mate": None}) == {"mate": None, "width": 6}
    assert _changed({"mate": None}, {"mate.fit": "tight"}) == {"mate.fit": "tight"}


def test_a_bare_number_is_in_the_unit_of_the_reader_and_a_fraction_in_inches():
    assert said("roundover 6 lid", unit="in")[2] == {"size": "6|in"}
    assert said("roundover 3/8 lid", unit="mm")[2] == {"size": "3/8|in"}


def test_a_line_that_is_hardly_begun_may_become_these():
    assert [each.key for each in begun("r", boards())] == ["roundover", "rabbet", "recess", "outline", "hole", "ring"]
    assert [each.key for each in begun("half l", boards())] == ["lap"]
    assert begun("", boards()) == begun("speed", boards()) == ()


STARTS = PLANNING.starts(WING_CASE_SIDE, SHOP)


@pytest.mark.parametrize("start", STARTS, ids=lambda start: start.key)
def test_every_kind_is_said_by_what_it_wants(start):
    """Its wants with numbers for their labels is a whole line, each number in another blank."""
    form = boards().form(start.cut, WING_CASE_SIDE)
    line = wants(form)
    numbers = iter(range(11, 40))
    labels = [each.label.lower() for each in (*form.first, *form.sentence) if isinstance(each, LengthBlank)]
    for label in sorted(dict.fromkeys(labels), key=len, reverse=True):
        line = line.replace(label, str(next(numbers)), 1)
    read, _, lengths = said(f"{start.name} {line} lid")
    assert (read.start.key, read.missing, read.strange) == (start.key, (), ())
    given = [value for field, value in lengths.items() if not (field == "depth" and read.cut.get("through"))]
    assert len(set(given)) == len(given)


@pytest.mark.parametrize("start", STARTS, ids=lambda start: start.key)
def test_every_answer_of_every_kind_can_be_said(start):
    form = boards().form(start.cut, WING_CASE_SIDE)
    for blank in (*form.first, *form.options, *form.more):
        if not isinstance(blank, ChoiceBlank):
            continue
        for answer in blank.choices:
            read = read_line(f"{start.name} ; {answer.says}", boards())
            assert read is not None
            for field, value in answer.change.items():
                known = read.cut.get(field)
                assert known == value or (isinstance(value, TypedLength) and not value.typed), (answer.says, field)


@given(
    st.text(alphabet="dado rist 0123456789/.,x×@°\"'-(){}[]\\*+?|^$½", max_size=60),
    st.sampled_from([each.name for each in STARTS]),
)
def test_any_line_is_read(tail, name):
    line = read_line(f"{name} {tail}", boards())
    assert line is None or isinstance(line.strange, tuple)
    if line is not None:
        REQUESTS.cut(cut_from(line.cut))
