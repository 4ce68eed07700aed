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


def findings(moves, work, *, fibres=None, setting=None):
    board = standing("work-1", "work", box(*work), 0.0, 20.0)
    around = Circumstances(SHOP.rules, fibres)
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
