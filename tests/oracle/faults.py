"""Faults put into the moves of a plan that passed its proof: what a mistake in a family would do. Both judges must see each."""

from __future__ import annotations

import math
import random
from collections.abc import Callable
from dataclasses import replace
from itertools import pairwise

from ranura.core.proof.moves import Move, Program
from ranura.core.proof.recorder import CLEAR

Fault = Callable[[random.Random, Program], Program | None]


def _of_kind(chance: random.Random, program: Program, *kinds: str) -> int | None:
    """The number of one of the moves of some kinds; None where there is none."""
    found = [number for number, move in enumerate(program.moves) if move.kind in kinds]
    return chance.choice(found) if found else None


def _with(program: Program, number: int, *moves: Move) -> Program:
    return replace(program, moves=(*program.moves[:number], *moves, *program.moves[number + 1 :]))


def _begun_in_the_wood(chance: random.Random, program: Program) -> Program | None:
    """Switched on where the first run that follows ends, as deep as it is."""
    number = _of_kind(chance, program, "start")
    if number is None:
        return None
    run = next((move for move in program.moves[number:] if move.kind == "cut"), None)
    if run is None or run.to_depth is None or run.to_depth <= 0.5:
        return None
    move = program.moves[number]
    return _with(program, number, replace(move, path=run.path[-1:], from_depth=run.to_depth, to_depth=run.to_depth))


def _carried_through(chance: random.Random, program: Program) -> Program | None:
    """A run that is called a way back."""
    found = [n for n, move in enumerate(program.moves) if move.kind == "cut" and move.fresh in ("left", "both")]
    if not found:
        return None
    number = chance.choice(found)
    move = program.moves[number]
    return _with(program, number, replace(move, kind="return", fresh=None, feed_m_min=None))


def _never_switched_off(chance: random.Random, program: Program) -> Program | None:
    number = _of_kind(chance, program, "stop")
    return None if number is None else _with(program, number)


def _cannot_plunge(chance: random.Random, program: Program) -> Program | None:
    """A bit that does not cut at its end, or a base that does not plunge."""
    number = _of_kind(chance, program, "plunge")
    if number is None:
        return None
    setting = program.moves[number].setting
    made = program.settings[setting]
    if chance.random() < 0.5 or made.mounting == "table":
        made = replace(made, bit=replace(made.bit, cuts_at_end=False))
    else:
        made = replace(made, base=replace(made.base, kind="fixed"))
    return replace(program, settings=(*program.settings[:setting], made, *program.settings[setting + 1 :]))


def _all_at_once(chance: random.Random, program: Program) -> Program | None:
    """A plunge that goes deeper by as much as its bit is wide, at once or in two more steps."""
    number = _of_kind(chance, program, "plunge")
    if number is None:
        return None
    move = program.moves[number]
    wide = 2 * max(r for _, r, _ in program.settings[move.setting].bit.silhouette)
    if chance.random() < 0.5:
        return _with(program, number, replace(move, from_depth=-CLEAR, to_depth=(move.to_depth or 0.0) + wide))
    depths = [(move.to_depth or 0.0) + each * (wide / 2 - 0.1) for each in (0, 1, 2)]
    steps = [replace(move, from_depth=a, to_depth=b) for a, b in pairwise(depths)]
    return _with(program, number, move, *steps)


def _the_other_way(chance: random.Random, program: Program) -> Program | None:
    """A lane that is run against its sense."""
    found = [n for n, move in enumerate(program.moves) if move.kind == "cut" and move.fresh == "left" and len(move.path) == 2]
    if not found:
        return None
    number = chance.choice(found)
    move = program.moves[number]
    return _with(program, number, replace(move, path=move.path[::-1]))


def _beside_its_slot(chance: random.Random, program: Program) -> Program | None:
    """Once more switched on when all is done, in a way that was cut, or a little beside it or before its beginning."""
    found = [move for move in program.moves if move.kind == "cut" and move.fresh in ("left", "both") and len(move.path) == 2]
    if not found:
        return None
    last = chance.choice(found)
    (ax, ay), (bx, by) = last.path
    length = math.dist(last.path[0], last.path[1])
    if length < 30:
        return None
    tx, ty = (bx - ax) / length, (by - ay) / length
    off = chance.choice([0.0, 0.15, 0.4, 0.8]) * chance.choice([1, -1])
    at = (ax - tx * abs(off), ay - ty * abs(off))
    if chance.random() < 0.6:
        at = ((ax + bx) / 2 - ty * off, (ay + by) / 2 + tx * off)
    begun = Move(
        kind="start", setting=last.setting, station=last.station, path=(at,), from_depth=last.to_depth, to_depth=last.to_depth,
        turning=True,
    )  # fmt: skip
    moves = (*program.moves, begun, replace(begun, kind="stop", turning=False))
    return replace(program, moves=moves)


FAULTS: dict[str, Fault] = {
    "beside its slot": _beside_its_slot,
    "begun in the wood": _begun_in_the_wood,
    "carried through": _carried_through,
    "never switched off": _never_switched_off,
    "cannot plunge": _cannot_plunge,
    "all at once": _all_at_once,
    "the other way": _the_other_way,
}


def faulty(chance: random.Random, program: Program) -> tuple[str, Program] | None:
    """A program with one fault, and its name; None where none of a few can be put in."""
    for name in chance.sample(list(FAULTS), 4):
        made = FAULTS[name](chance, program)
        if made is not None:
            return name, made
    return None


def touched(program: Program, made: Program) -> frozenset[int]:
    """The numbers of the first moves that a fault has changed, or whose setting it has."""
    changed = {n for n, (a, b) in enumerate(zip(program.settings, made.settings, strict=True)) if a != b}
    if changed:
        return frozenset(n for n, move in enumerate(made.moves) if move.setting in changed and move.kind == "plunge")
    first = next((n for n, (a, b) in enumerate(zip(program.moves, made.moves, strict=False)) if a != b), len(program.moves))
    return frozenset(range(first, min(first + 6, len(made.moves))))
