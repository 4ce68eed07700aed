"""R21.9, R21.10: what stays standing beside cuts, by its grain, and where hands would be over a table."""

from __future__ import annotations

from dataclasses import replace

import pytest
from tests.core.proof.test_bodies import box, machine, run

from ranura.core.proof.bodies import standing
from ranura.core.proof.moves import Program
from ranura.core.proof.prove import prove
from ranura.core.proof.recorder import Recorder
from ranura.core.proof.steps import Circumstances
from ranura.demo.shop import SHOP

ALONG, ACROSS = (1.0, 0.0), (0.0, 1.0)


def findings(moves, work, *, fibres=None, setting=None, thin_walls=False):
    board = standing("work-1", "work", box(*work), 0.0, 20.0)
    around = Circumstances(SHOP.rules, fibres, thin_walls=thin_walls)
    run = prove(Program(bodies=(board,), settings=(setting or machine(),), moves=tuple(moves)), around)
    proof, said = run.proof, run.said
    return {each.code: (each, reason.facts) for each, reason in zip(proof.findings, said, strict=True)}


@pytest.mark.parametrize(
    ("between", "depth", "fibres", "thin"),
    [
        (3.1, 9.0, ALONG, False),
        (2.9, 9.0, ALONG, True),
        (3.9, 12.0, ALONG, True),
        (4.1, 12.0, ALONG, False),
        (8.9, 9.0, ACROSS, True),
        (9.1, 9.0, ACROSS, False),
        (3.1, 9.0, None, False),
        (0.2, 9.0, ALONG, False),
    ],
    ids=["3 mm along", "less", "a third of 12", "more than that", "short grain", "as thick as high", "a sheet", "a chip"],
)
def test_9_a_wall_between_two_slots(between, depth, fibres, thin):
    apart = 10.0 + between
    moves = [*run((-20.0, 90.0), (420.0, 90.0), depth=depth), *run((-20.0, 90.0 + apart), (420.0, 90.0 + apart), depth=depth)]
    found = findings(moves, (0, 0, 400, 200), fibres=fibres)
    assert ("thin-wall" in found) == thin
    if thin:
        each, facts = found["thin-wall"]
        assert (facts["wall"], facts["height"]) == (pytest.approx(between), pytest.approx(depth))
        assert each.at[1] == pytest.approx(95.0 + between / 2), "marked in the middle of the wall"


@pytest.mark.parametrize(
    ("between", "fibres", "said"),
    [(4.4, ACROSS, "short-grain-wall"), (4.6, ACROSS, "thin-wall"), (3.2, ALONG, None), (2.9, ALONG, "thin-wall")],
    ids=["under half of its height", "over half", "along the grain", "thin along the grain"],
)
def test_9_short_grain_that_breaks_is_a_stop_until_it_is_known(between, fibres, said):
    moves = run((-20.0, 5.0 + between), (420.0, 5.0 + between), depth=9.0)
    found = findings(moves, (0, 0, 400, 200), fibres=fibres)
    assert set(found) & {"short-grain-wall", "thin-wall"} == ({said} if said else set())
    if said == "short-grain-wall":
        known = findings(moves, (0, 0, 400, 200), fibres=fibres, thin_walls=True)
        assert (found[said][0].level, known[said][0].level) == ("stop", "caution")


def test_9_what_breaks_is_said_before_what_is_thinner_still():
    moves = [*run((-20.0, 5.6), (420.0, 5.6), depth=9.0), *run((9.0, -20.0), (9.0, 220.0), depth=9.0)]
    found = findings(moves, (0, 0, 400, 200), fibres=ALONG)
    assert set(found) & {"short-grain-wall", "thin-wall"} == {"short-grain-wall"}


def slot(first, last, depth):
    """A slot that lies inside, plunged at one end."""
    recorder = Recorder()
    recorder.start(first, -5.0)
    recorder.plunge(first, -5.0, depth)
    recorder.cut((first, last), depth, "both", 2.0)
    recorder.lift(last, depth, turning=True)
    recorder.stop(last, 0.0)
    return recorder.moves


@pytest.mark.parametrize("first", [100.0, 30.0], ids=["in the middle", "further from the same edge"])
def test_9_a_sound_wall_elsewhere_says_nothing_of_one_that_looks_alike(first):
    moves = [*slot((50.0, first), (120.0, first), 9.0), *slot((230.0, 7.5), (300.0, 7.5), 9.0)]
    found = findings(moves, (0, 0, 400, 200), fibres=ALONG)
    assert found["thin-wall"][1]["wall"] == pytest.approx(2.5)


@pytest.mark.parametrize(
    ("end", "depth", "fibres", "said"),
    [
        (12.1, 18.0, ALONG, None),
        (11.9, 18.0, ALONG, "thin-wall"),
        (5.9, 18.0, ALONG, "short-grain-wall"),
        (4.0, 3.0, ALONG, None),
        (1.4, 3.0, ALONG, "short-grain-wall"),
        (6.1, 18.0, ACROSS, None),
        (5.9, 18.0, ACROSS, "thin-wall"),
    ],
    ids=["12 mm", "less", "under 6", "higher than the slot is deep", "under half of that", "a third of it", "thinner"],
)
def test_9_the_wall_between_the_end_of_a_slot_and_the_end_of_the_board(end, depth, fibres, said):
    for first, last in (((5.0 + end, 100.0), (150.0, 100.0)), ((150.0, 100.0), (5.0 + end, 100.0))):
        found = findings(slot(first, last, depth), (0, 0, 400, 200), fibres=fibres)
        assert set(found) & {"short-grain-wall", "thin-wall"} == ({said} if said else set())


@pytest.mark.parametrize(("wall", "thin"), [(5.4, False), (5.2, True)])
def test_9_beside_a_mortise_two_thirds_of_its_width_are_enough(wall, thin):
    """Of a slot that is open at an end a third of its depth is asked all the same."""
    narrow, y = machine(r=4.0), 4.0 + wall
    closed = findings(slot((60.0, y), (150.0, y), 20.0), (0, 0, 400, 200), fibres=ALONG, setting=narrow)
    is_open = findings(run((-20.0, y), (150.0, y), depth=20.0), (0, 0, 400, 200), fibres=ALONG, setting=narrow)
    assert ("thin-wall" in closed, "thin-wall" in is_open) == (thin, True)


@pytest.mark.parametrize(("y", "thin"), [(7.9, True), (8.1, False), (4.0, False)])
def test_9_a_wall_at_the_boards_edge(y, thin):
    assert ("thin-wall" in findings(run((-20.0, y), (420.0, y), depth=9.0), (0, 0, 400, 200), fibres=ALONG)) == thin


@pytest.mark.parametrize(
    ("work", "hands", "says"),
    [
        ((0, 0, 299, 149), "push-blocks", {"hands-too-near"}),
        ((0, 0, 300, 40), "push-sticks", set()),
        ((0, 0, 200, 150), "flat", set()),
        ((0, 0, 299, 149), "carrier", set()),
        ((0, 0, 100, 100), "sled", set()),
    ],
)
def test_10_two_hands_keep_away_from_the_bit_over_a_table(work, hands, says):
    setting = replace(machine(mounting="table"), hands=hands)
    moves = run((-20.0, 5.0), (work[2] + 20.0, 5.0), fresh="both")
    assert set(findings(moves, work, setting=setting)) & {"hands-too-near"} == says


@pytest.mark.parametrize(("length", "hands", "stops"), [(299, "flat", True), (300, "flat", False), (299, "carrier", False)])
def test_10_nothing_short_is_lowered_onto_a_bit(length, hands, stops):
    recorder = Recorder()
    recorder.start((100.0, 90.0), -5.0)
    recorder.plunge((100.0, 90.0), -5.0, 4.0)
    recorder.stop((100.0, 90.0), 4.0)
    setting = replace(machine(mounting="table"), hands=hands)
    assert ("lowered-without-jig" in findings(recorder.moves, (0, 0, length, 180), setting=setting)) == stops
