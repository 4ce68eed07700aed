"""R21: places that look alike are proven once; what is found is what would be found at each of them."""

from __future__ import annotations

from dataclasses import replace

import pytest
from tests.core.proof.test_checks import across, inside, machine

from ranura.core.geometry.rings import circle_ring
from ranura.core.proof.bodies import standing
from ranura.core.proof.moves import Move, Program, shown_face
from ranura.core.proof.prove import prove
from ranura.core.proof.stations import Stations
from ranura.core.proof.steps import Circumstances, Step, steps_of
from ranura.core.proof.wood import Wood, swept_by
from ranura.demo.shop import SHOP

AROUND = Circumstances(SHOP.rules)
WORK = standing("work-1", "work", ((0.0, 0.0), (2000.0, 0.0), (2000.0, 100.0), (0.0, 100.0)), 0.0, 20.0, held_by=("vice",))
FIRST, APART, COUNT = 150.0, 300.0, 6


def repeated(moves: list[Move], apart: float = APART) -> tuple[Move, ...]:
    """The same at every place, each begun by a shift."""
    found: list[Move] = []
    for number in range(COUNT):
        found.append(Move(kind="shift", setting=0, station=number + 1))
        for move in moves:
            path = tuple((x + FIRST + number * apart, y) for x, y in move.path)
            found.append(replace(move, path=path, station=number + 1))
    return tuple(found)


def program(moves: list[Move] | None = None, *, bodies=(), setting=None) -> Program:
    return Program(
        bodies=(WORK, *bodies),
        settings=(setting or machine(guides=()),),
        moves=repeated(across(0, 4) if moves is None else moves),
    )


def near_by() -> Program:
    """Places so near to one another that a base stands over the two before."""
    return replace(program(), moves=repeated(across(0, 4), apart=40.0))


def looked_at(made: Program, before=()) -> set[int]:
    """The stations that are looked at for themselves."""
    return {step.move.station for step in steps_of(made, Wood(made.bodies, list(before))) if isinstance(step, Step)}


def one_by_one(made: Program, monkeypatch: pytest.MonkeyPatch, before=()):
    """The same plan with every place looked at."""
    with monkeypatch.context() as patched:
        patched.setattr(Stations, "like", lambda *_, **__: None)
        return prove(made, AROUND, before=before)


def slot_at(x: float):
    """What a slot across the board took there before."""
    (cut,) = (each for each in across(x, 9) if each.kind == "cut")
    return swept_by(cut, machine())


def clamp(x: float):
    return standing("clamp-1", "clamp", ((x, 0.0), (x + 30, 0.0), (x + 30, 30.0), (x, 30.0)), 20.0, 45.0)


CASES = {
    "all alike": (program(), (), {1, 6}),
    "a cut before beside the fourth": (program(), (slot_at(FIRST + 3 * APART + 20),), {1, 4, 6}),
    "a clamp beside the third": (program(bodies=(clamp(FIRST + 2 * APART + 40),)), (), {1, 3, 6}),
    "a clamp that is gone by then": (program(bodies=(replace(clamp(FIRST + 2 * APART + 40), to_move=12),)), (), {1, 6}),
    "near to one another": (near_by(), (), {1, 2, 3, 6}),
    "stopped, plunged too deep": (program(inside([12.0])), (), {1, 6}),
    "right through": (program(across(0, 20.5)), (), {1, 2, 3, 4, 5, 6}),
}


@pytest.mark.parametrize("name", CASES)
def test_what_is_found_once_is_found_at_every_place(name, monkeypatch):
    made, before, alone = CASES[name]
    run, whole = prove(made, AROUND, before=before), one_by_one(made, monkeypatch, before)
    assert run.proof == whole.proof
    assert run.moves == whole.moves
    assert looked_at(made, before) == alone


def test_every_place_is_named_where_something_is_wrong():
    run = prove(program(inside([12.0])), AROUND)
    (found,) = (each for each in run.proof.findings if each.code == "plunges-too-deep")
    assert found.stations == (1, 2, 3, 4, 5, 6)


def test_a_place_differs_by_its_depth_its_setting_and_what_turns():
    deeper = program()
    moves = list(deeper.moves)
    for number, move in enumerate(moves):
        if move.station == 3 and move.kind != "shift":
            moves[number] = replace(move, from_depth=5.0, to_depth=5.0)
    assert looked_at(replace(deeper, moves=tuple(moves))) == {1, 3, 6}
    other = machine(guides=(), cuts_at_end=False)
    moves = [replace(move, setting=1) if move.station == 4 and move.kind != "shift" else move for move in deeper.moves]
    assert looked_at(Program(bodies=deeper.bodies, settings=(machine(guides=()), other), moves=tuple(moves))) == {1, 4, 6}
    moves = [replace(move, turning=True) if move.station == 3 and move.kind == "stop" else move for move in deeper.moves]
    left_on = replace(deeper, moves=tuple(moves))
    assert {3, 4} <= looked_at(left_on)
    assert "turns-while-changed" in {each.code for each in prove(left_on, AROUND).proof.findings}


def test_a_thin_wall_is_found_where_nothing_else_was_looked_at(monkeypatch):
    # Walls are judged as all is in the end: the slot beside the fourth is cut last.
    made = program()
    late = tuple(replace(move, station=None) for move in across(FIRST + 3 * APART + 12.5, 4))
    made = replace(made, moves=(*made.moves, *late))
    around = replace(AROUND, fibres=(1.0, 0.0))
    with monkeypatch.context() as patched:
        patched.setattr(Stations, "like", lambda *_, **__: None)
        whole = prove(made, around)
    assert prove(made, around).proof == whole.proof
    assert {"short-grain-wall", "thin-wall"} & {each.code for each in whole.proof.findings}


def test_a_wider_base_sees_further():
    wide = machine(guides=())
    plate = replace(wide.base, ring=circle_ring((0.0, 0.0), 140.0))
    assert looked_at(program(bodies=(clamp(FIRST + 2 * APART + 120),))) == {1, 6}
    assert 3 in looked_at(program(bodies=(clamp(FIRST + 2 * APART + 120),), setting=replace(wide, base=plate)))
    assert shown_face(20.0) == wide.frame


def test_after_a_place_that_was_passed_over_the_bit_is_where_that_one_ends(monkeypatch):
    made = program()
    last = made.moves[-1]
    away = tuple((x + 30.0, y) for x, y in last.path[-1:])
    back = replace(last, kind="return", station=None, path=(last.path[-1], *away), from_depth=4.0, to_depth=4.0)
    made = replace(made, moves=(*made.moves, back))
    assert looked_at(made) == {1, None}
    assert prove(made, AROUND).proof == one_by_one(made, monkeypatch).proof
    assert "way-unsaid" not in {each.code for each in prove(made, AROUND).proof.findings}
