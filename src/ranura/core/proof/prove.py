"""Running a plan's moves on a model of its board, and what every check finds (R21). It knows no kind of cut."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace

from ranura.core.proof.checks.base import Base
from ranura.core.proof.checks.begins import begins
from ranura.core.proof.checks.clashes import Clashes
from ranura.core.proof.checks.clear import clear, stands_in_the_end
from ranura.core.proof.checks.ends import ends
from ranura.core.proof.checks.engagement import engagement, load
from ranura.core.proof.checks.guide import Guides
from ranura.core.proof.checks.hands import Hands
from ranura.core.proof.checks.held import Held
from ranura.core.proof.checks.level import level
from ranura.core.proof.checks.result import result
from ranura.core.proof.checks.rubbing import rubbing
from ranura.core.proof.checks.sides import sides
from ranura.core.proof.checks.table import over_table
from ranura.core.proof.checks.vacuum import Vacuum
from ranura.core.proof.checks.walls import Walls
from ranura.core.proof.findings import Finding, Found, Proof
from ranura.core.proof.moves import Move, Program
from ranura.core.proof.steps import Again, Circumstances, Step, steps_of
from ranura.core.proof.wood import Swept, Wood
from ranura.core.text.cautions import Reason


@dataclass(frozen=True, slots=True)
class Run:
    """What came of running a plan's moves: the proof, what is to be said of it, and the moves with the fresh wood that was
    there."""

    proof: Proof
    said: tuple[Reason, ...]
    moves: tuple[Move, ...]


Until = Callable[[Finding], bool]
"""Whether a finding answers what was asked."""


def prove(program: Program, around: Circumstances, *, before: tuple[Swept, ...] = (), until: Until | None = None) -> Run:
    """Whether a plan may be run, with every place where it may not. `before` is what earlier cuts took of the same board; it ends
    early, with what it has, at a move `until` which enough is known.

    Rule: R21
    Formula: every move on the board as all moves before it left it
    Source: what a bit does to a board is all that lies within its silhouette along its way"""
    wood = Wood(program.bodies, list(before))
    found: list[Found] = []
    moves: list[Move] = []
    taken: list[Swept] = []
    guides, walls, vacuum = Guides(), Walls(around), Vacuum(around)
    checks = (guides, Base(), Clashes(), Held(), vacuum, Hands())
    here: list[list[Found]] = []
    for step in steps_of(program, wood):
        first = len(moves)
        if isinstance(step, Again):
            walls.again(step, program.moves)
            earlier = slice(first - step.alike.earlier, step.alike.after - step.alike.earlier)
            these = program.moves[first : step.alike.after]
            here += [[each.also_at(move.station) for each in known] for known, move in zip(here[earlier], these, strict=True)]
            fresh, swept = [each.fresh for each in moves[earlier]], step.swept
        else:
            walls.remember(step)
            here.append([*_at(step, around), *(each for check in checks for each in check(step))])
            these, fresh, swept = (step.move,), [step.fresh], (step.swept,)
        found += [each for each_of in here[first:] for each in each_of]
        if until is not None and any(until(each.finding) for each_of in here[first:] for each in each_of):
            break
        taken += [each for each in swept if each is not None]
        moves += [move if side == move.fresh else replace(move, fresh=side) for move, side in zip(these, fresh, strict=True)]
        if isinstance(step, Step) and len(moves) == len(program.moves):
            found += stands_in_the_end(step)
            found += result(step, wood, taken, around.wanted())
    for last in (guides, walls, vacuum):
        found += last.after(wood)
    proof, said = _proof(found) if moves else (Proof(passed=False), ())
    return Run(proof, said, tuple(moves))


def _at(step: Step, around: Circumstances) -> Iterator[Found]:
    yield from clear(step)
    yield from begins(step)
    yield from sides(step, around)
    yield from engagement(step)
    yield from load(step, around)
    yield from ends(step)
    yield from rubbing(step)
    yield from over_table(step)
    yield from level(step, around)


def _proof(found: list[Found]) -> tuple[Proof, tuple[Reason, ...]]:
    """What was found, the same at several stations once, the worst first."""
    order = {"stop": 0, "caution": 1, "note": 2}
    kept: dict[tuple[int, str], Found] = {}
    for each in found:
        key = (each.finding.check, each.finding.code)
        known = kept.get(key)
        if known is None:
            kept[key] = each
        else:
            stations = tuple(dict.fromkeys((*known.finding.stations, *each.finding.stations)))
            kept[key] = replace(known, finding=replace(known.finding, stations=stations))
    ordered = sorted(kept.values(), key=lambda each: (order[each.finding.level], each.finding.check))
    passed = not any(each.finding.level == "stop" for each in ordered)
    return Proof(passed=passed, findings=tuple(each.finding for each in ordered)), tuple(each.reason for each in ordered)
