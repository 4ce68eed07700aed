"""A plan as steps at the machine, one action each: set up as the slip says, looked over, then its moves in order (R21)."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from typing import Final, Literal

from ranura.core.board.materials import Material
from ranura.core.cutting.speed import on_dial
from ranura.core.output.dry_run import DryRun, DryStep
from ranura.core.output.figures.speed import dial_text
from ranura.core.output.slip import Lead, SectionKey, SlipSection
from ranura.core.plan import CutPlan
from ranura.core.running import words
from ranura.core.shop.schools import Level
from ranura.core.shop.tooling.bits import Bit, shank_name
from ranura.core.shop.tooling.routers import BaseKind, Mounting, Router
from ranura.core.templates.words import NEVER_LIFT
from ranura.core.text.figures import plain, show
from ranura.core.text.writing import Text, write

Part = Literal["set-up", "look", "scrap", "cut", "after"]
"""Set up and looked over with the plug out, tried in scrap, cut, and after it."""


@dataclass(frozen=True, kw_only=True, slots=True)
class RunStep:
    """One action at the machine.

    `costs` is what leaving it out costs; None where it is never left out. `moves` are the steps of the dry run that it is, from
    one up to another; None where nothing is run."""

    key: str
    part: Part
    title: Text
    leads: tuple[Lead, ...] = ()
    lines: tuple[Text, ...] = ()
    tick: bool = False
    """It must be ticked: it can be seen or felt to be so."""
    costs: Text | None = None
    moves: tuple[int, int] | None = None
    seconds: float | None = None
    """How long its moves take at the planned pace; None where that is not known."""


@dataclass(frozen=True, kw_only=True, slots=True)
class FirstBit:
    """A bit that goes before the one that a plan is named by, and how it is set."""

    bit: Bit
    router: Router
    base: BaseKind
    rpm: float
    depth: float
    """To which it is set first, in mm."""
    bushing: str | None
    """The ring it runs in, where it runs in one."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Machine:
    """What a plan is run with."""

    bit: Bit
    mounting: Mounting
    base: BaseKind
    material: Material
    level: Level = "practised"
    """Of whoever runs it, as the house has it."""
    first: FirstBit | None = None
    """Another bit that goes before it: one that clears the way, or traces the line."""


_SET_UP: Final[tuple[SectionKey, ...]] = ("speed", "depths", "guide", "hold")
"""The places of the slip that are set with the plug out, after the bit."""


def run_steps(plan: CutPlan, dry: DryRun, machine: Machine) -> tuple[RunStep, ...]:
    """The steps of a plan that may be run, in order of work.

    Rule: R21
    Formula: what changes between moves is set with the plug out; whatever turns is begun clear of the wood and ends standing
    Source: the moves of the plan"""
    by_key = {section.key: section for section in plan.slip}
    first = next((number for number, step in enumerate(dry.steps) if step.kind not in ("set", "turn-over")), len(dry.steps))
    locked = any(each.code == NEVER_LIFT.code for each in plan.cautions)
    put_in = tuple(_put_in(by_key, machine, locked=locked))
    return (
        _unplugged(),
        *(put_in if machine.first is None else _put_in_first(machine.first, by_key, machine)),
        *_looked_over(dry, machine),
        *_scrap(plan, machine),
        *_moves(dry, first, by_key, machine, put_in),
        *_after(machine),
    )


def _said(*lines: str) -> tuple[Text, ...]:
    return tuple(write(line) for line in lines)


def _put_in_first(first: FirstBit, by_key: Mapping[SectionKey, SlipSection], machine: Machine) -> Iterator[RunStep]:
    """What is set for a bit that goes first."""
    return _put_in(_with_first(first, by_key), replace(machine, bit=first.bit, base=first.base), locked=False)


def _unplugged() -> RunStep:
    return RunStep(key="unplug", part="set-up", title=write(words.UNPLUG), lines=_said(words.SEE_THE_PLUG), tick=True)


def _with_first(first: FirstBit, by_key: Mapping[SectionKey, SlipSection]) -> dict[SectionKey, SlipSection]:
    """The places of the slip as they stand for a bit that goes first: what guides and what holds is there for both."""
    fits = write(
        "{shank} shank and collet · {router}, {base} base",
        shank=shank_name(first.bit.shank),
        router=first.router.name,
        base=first.base,
    )
    dial = on_dial(first.rpm, first.router.dial, stepped=first.router.stepped)
    turns = [] if dial is None else [Lead(shown=plain(dial_text(dial.setting)), caption=write("on the dial"))]
    turns.append(Lead(shown=show(first.rpm, "rpm"), caption=write("")))
    own: dict[SectionKey, tuple[tuple[Lead, ...], tuple[Text, ...]]] = {
        "tool": ((Lead(shown=plain(first.bit.name), caption=write("")),), (fits, *_said(words.ANOTHER_FOLLOWS))),
        "speed": (tuple(turns), ()),
        "depths": ((Lead(shown=show(first.depth, "mm"), caption=write("")),), ()),
    }
    if first.bushing is not None and "guide" in by_key:
        own["guide"] = ((Lead(shown=plain(first.bushing), caption=write("for this bit")),), by_key["guide"].lines)
    return {
        **by_key,
        **{key: replace(by_key[key], leads=leads, lines=lines) for key, (leads, lines) in own.items() if key in by_key},
    }


def _put_in(by_key: Mapping[SectionKey, SlipSection], machine: Machine, *, locked: bool) -> Iterator[RunStep]:
    """What is set for a bit; `locked`: it is wider than its bushing's bore, and never plunged."""
    tool = by_key.get("tool")
    if tool is not None:
        bearing = (words.BEARING_TURNS,) if machine.bit.bearing_place is not None else ()
        lines = (*tool.lines, *_said(*words.BIT_IN, *bearing))
        yield RunStep(key="bit", part="set-up", title=write(words.PUT_BIT_IN), leads=tool.leads, lines=lines, tick=True)
    sections = [by_key[key] for key in _SET_UP if key in by_key]
    by = words.DEPTH_LOCKED if locked else words.DEPTH_BY[machine.base]
    if machine.level == "experienced" and sections:
        leads = tuple(lead for section in sections for lead in section.leads)
        lines = _said(*(words.DEPTH_LOCKED if locked else ()), words.LOCK_TRIED, words.AS_ON_THE_SLIP)
        yield RunStep(key="set", part="set-up", title=write(words.SET_ALL), leads=leads, lines=lines, tick=True)
        return
    for section in sections:
        more = _said(*by, words.LOCK_TRIED) if section.key == "depths" else ()
        lines = (*section.lines, *more)
        title = write(words.SET[section.key])
        yield RunStep(key=section.key, part="set-up", title=title, leads=section.leads, lines=lines, tick=True)


def _looked_over(dry: DryRun, machine: Machine) -> Iterator[RunStep]:
    stops = any(body.role in ("clamp", "stop") for body in dry.bodies)
    free = words.NOTHING_ON_TABLE if machine.mounting == "table" else words.NOTHING_STANDS
    lines = _said(*(words.COULD_BE_HIT if stops and machine.mounting == "hand" else free))
    yield RunStep(key="round", part="look", title=write(words.LOOK_ROUND), lines=lines, tick=True, moves=(0, len(dry.steps)))
    over = words.DRY_OVER_TABLE if machine.mounting == "table" else words.DRY_BY_HAND
    yield RunStep(key="dry", part="look", title=write(words.DRY), lines=_said(*over), tick=True, moves=(0, len(dry.steps)))
    dust = _said(words.HARMFUL_DUST) if machine.material.harmful_dust else ()
    lines = (*_said(*words.GEAR), *dust)
    yield RunStep(key="gear", part="look", title=write(words.GEAR_ON), lines=lines, tick=True)
    yield _plug_in("plug", machine)


def _plug_in(key: str, machine: Machine) -> RunStep:
    hand = words.HAND_ON_TABLE if machine.mounting == "table" else words.HAND_ON_ROUTER
    return RunStep(key=key, part="look", title=write(words.PLUG_IN), lines=_said(words.SWITCH_OFF_SEEN, hand), tick=True)


def _scrap(plan: CutPlan, machine: Machine) -> Iterator[RunStep]:
    lines = plan.test_cut.lines if plan.test_cut is not None else _said(*words.TRY_IN_SCRAP)
    costs = None if machine.level == "learner" else write(words.NO_SCRAP_COSTS)
    yield RunStep(key="scrap", part="scrap", title=write(words.SCRAP_FIRST), lines=lines, tick=costs is None, costs=costs)


def _moves(
    dry: DryRun, first: int, by_key: dict[SectionKey, SlipSection], machine: Machine, put_in: Sequence[RunStep]
) -> Iterator[RunStep]:
    """The moves from one on: what is set anew with the plug out, with all that another bit takes, switching on, each run,
    switching off."""
    direction, feed = by_key.get("direction"), by_key.get("feed")
    steps, number = dry.steps, first
    turning = dry.tools[steps[0].tool].bit if steps else ""
    while number < len(steps):
        step = steps[number]
        match step.kind:
            case "set" | "shift" | "turn-over":
                if (bit := dry.tools[step.tool].bit) != turning:
                    turning = bit
                    anew = (_unplugged(), *(each for each in put_in if each.key != "hold"))
                    yield from (replace(each, key=f"{each.key}-bit-{number}") for each in anew)
                yield from _set_anew(steps, number, machine)
                number += 1
            case "start":
                lines = (*_said(words.FULL_SPEED), *(direction.lines if direction is not None else ()))
                leads = direction.leads if direction is not None else ()
                yield _run(f"start-{number}", step.says, steps, (number, number + 1), leads=leads, lines=lines)
                number += 1
            case "stop":
                yield _run(f"stop-{number}", step.says, steps, (number, number + 1), lines=_said(words.UNTIL_IT_STANDS))
                number += 1
            case _:
                after = _end_of_run(steps, number)
                title = _title(steps[number:after])
                yield _run(
                    f"run-{number}",
                    title,
                    steps,
                    (number, after),
                    # Another bit that goes first has a pace of its own.
                    leads=feed.leads if feed is not None and turning == machine.bit.id else (),
                    lines=tuple(each for each in dict.fromkeys(one.says for one in steps[number:after]) if each != title),
                )
                number = after


def _set_anew(steps: Sequence[DryStep], number: int, machine: Machine) -> Iterator[RunStep]:
    """What is set between two runs. Where only the place is another one the plug stays in, with the bit standing."""
    step = steps[number]
    moves = (number, number + 1)
    if step.kind == "shift":
        lines = _said(words.BIT_STANDS_STILL)
        yield RunStep(key=f"shift-{number}", part="cut", title=step.says, lines=lines, tick=True, moves=moves)
        return
    again = (words.HELD_AGAIN,) if step.kind == "turn-over" else ()
    lines = _said(words.SEE_THE_PLUG, *again, words.LOCK_TRIED)
    yield RunStep(key=f"set-{number}", part="set-up", title=step.says, lines=lines, tick=True, moves=moves)
    following = steps[number + 1].kind if number + 1 < len(steps) else None
    if following not in ("set", "shift", "turn-over", None):
        yield _plug_in(f"plug-{number}", machine)


def _run(
    key: str,
    title: Text,
    steps: Sequence[DryStep],
    moves: tuple[int, int],
    *,
    leads: tuple[Lead, ...] = (),
    lines: tuple[Text, ...] = (),
) -> RunStep:
    these = steps[moves[0] : moves[1]]
    seconds = sum(each.seconds or 0.0 for each in these)
    station = these[0].station
    at = _said() if station is None else (write("Place {n}", n=station),)
    return RunStep(key=key, part="cut", title=title, leads=leads, lines=(*at, *lines), moves=moves, seconds=seconds or None)


_NO_RUN: Final = frozenset({"set", "shift", "turn-over", "start", "stop"})


def _end_of_run(steps: Sequence[DryStep], first: int) -> int:
    """Where the run that begins at a step ends: before anything is set or switched, and before it goes in again or deeper."""
    number = first + 1
    begun = steps[first].kind in ("cut", "ramp")
    while number < len(steps) and steps[number].kind not in _NO_RUN:
        step = steps[number]
        if begun and step.kind in ("enter", "plunge"):
            break
        begun = begun or step.kind in ("cut", "ramp")
        number += 1
    return number


def _title(steps: Sequence[DryStep]) -> Text:
    """What a run is: its cut where it has one, that in fresh wood before others."""
    cuts = [each for each in steps if each.kind == "cut"]
    return next((each.says for each in cuts if each.fresh not in (None, "none")), cuts[0].says if cuts else steps[0].says)


def _after(machine: Machine) -> Iterator[RunStep]:
    lines = words.AFTER_TABLE if machine.mounting == "table" else words.AFTER_HAND
    yield RunStep(key="set-down", part="after", title=write(words.UNPLUG_AFTER), lines=_said(*lines), tick=True)
    yield RunStep(key="look-at-it", part="after", title=write(words.LOOK_AT_IT), lines=_said(*words.MEASURE_IT))
