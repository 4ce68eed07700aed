"""Repeats that suggest themselves: always on the board, clear of one another, as even as a tape is read."""

from __future__ import annotations

import dataclasses
from itertools import pairwise

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from tests.core.test_channels import BOARD, dado, mm
from tests.core.test_pockets import board, pocket

from ranura.core.cuts.channel.on_board import channel
from ranura.core.cuts.pocket.on_board import pocketing
from ranura.core.plan import PLANNING
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import read
from ranura.demo.shop import SHOP


def said(found) -> tuple[int, str | None, list[str]]:
    return found.count, found.spacing and f"{found.spacing.typed} {found.spacing.unit}", [each.typed for each in found.more]


@pytest.mark.parametrize(
    ("changes", "count", "expected", "why"),
    [
        ({"position": 64}, 1, (1, None, []), "once"),
        ({"position": 64}, 2, (2, "494 mm", []), "(640 − 2·64 − 17.6) = 494.4, on the tape 494"),
        ({"position": 64}, 4, (4, "164.5 mm", []), "a third of it, 164.8"),
        ({"position": 64, "spacing": 90}, 4, (4, "90.0000 mm", []), "what was typed stays"),
        ({"position": 310}, 3, (3, "26 mm", []), "no room for even ones: one and a half widths, and the board says no"),
        ({"position": "2 1/2 in"}, 3, (3, "9 3/4 in", []), "in inches to a sixteenth: 247.7 mm"),
    ],
)
def test_an_even_spacing(changes, count, expected, why):
    if changes.get("position") == "2 1/2 in":
        changes = {"position": read("2 1/2", "in")}
        cut = dataclasses.replace(dado(), **changes)
    else:
        cut = dado(**changes)
    assert said(PLANNING.repeated(cut, BOARD, SHOP, count)) == expected, why


@given(position=st.floats(5, 300), count=st.integers(2, 40), right=st.booleans())
def test_even_places_lie_on_the_board_and_end_as_they_begin(position, count, right):
    cut = dado(position=position, end="right" if right else "left")
    found = PLANNING.repeated(cut, BOARD, SHOP, count)
    assert found.spacing is not None
    even = (640 - 2 * position - 17.6) / (count - 1)
    assume(even > 18.2)
    stations = channel(dataclasses.replace(cut, count=count, spacing=found.spacing), BOARD).stations
    left = 640 - stations[-1].position - 17.6
    assert position - 1e-6 <= left < position + 0.5 * (count - 1) + 1e-6, "never beyond, at most what the tape rounds off"


@given(places=st.lists(st.floats(5, 600), min_size=1, max_size=6))
def test_another_place_is_clear_of_the_others_wherever_there_is_room(places):
    places = sorted(places)
    assume(all(after - before > 20 for before, after in pairwise(places)))
    cut = dado(position=places[0])
    cut = dataclasses.replace(cut, more=tuple(mm(each) for each in places[1:]))
    found = PLANNING.repeated(cut, BOARD, SHOP, None)
    gaps = [after - before for before, after in pairwise([-17.6, *places, 640])]
    assume(max(gaps) > 2 * 17.6 + 2)
    assert len(channel(dataclasses.replace(cut, more=found.more), BOARD).stations) == len(places) + 1


def test_the_next_place_goes_on_as_the_last_ones_did():
    cut = dataclasses.replace(dado(position=64), more=(read("212", "mm"),))
    assert [each.typed for each in PLANNING.repeated(cut, BOARD, SHOP, None).more] == ["212", "360"]
    spaced = dado(position=64, count=3, spacing=100)
    found = PLANNING.repeated(spaced, BOARD, SHOP, None)
    assert (found.count, [each.typed for each in found.more]) == (1, ["164", "264", "364"]), "equal spacing is written out first"


@pytest.mark.parametrize("form", ["recess", "disc", "mortise"])
@pytest.mark.parametrize("end", ["left", "right"])
def test_pockets_are_spaced_over_their_board(form, end):
    cut = pocket(form, length=40, from_left=60, end=end)
    found = PLANNING.repeated(cut, board(), SHOP, 3)
    made = pocketing(dataclasses.replace(cut, count=3, spacing=found.spacing), board())
    x0, _, x1, _ = made.box
    low, high = x0 + min(made.places), x1 + max(made.places)
    assert low == pytest.approx(400 - high, abs=1.0)


@pytest.mark.parametrize("form", ["lap", "flatten"])
def test_what_is_made_once_is_not_repeated(form):
    with pytest.raises(CutError) as caught:
        PLANNING.repeated(pocket(form), board(), SHOP, 2)
    assert caught.value.code == "no-repeat"
