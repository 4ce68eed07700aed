"""The moves of a plan one after another on the board, with what is so before each of them (R21)."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from dataclasses import dataclass, field, replace

from ranura.core.cutting.turning import Turning
from ranura.core.geometry.placing import Vector3
from ranura.core.geometry.rings import Point
from ranura.core.proof.findings import Finding, Found
from ranura.core.proof.moves import Body, Fresh, MachineSetting, Move, Program
from ranura.core.proof.sections import SHAVING, Section, sections_of
from ranura.core.proof.standing import wood_below
from ranura.core.proof.stations import Alike, Stations
from ranura.core.proof.surroundings import seen_from, surroundings
from ranura.core.proof.wanted import Wanted
from ranura.core.proof.wood import CUTTING, Swept, Wood, outwards, place_on, swept_by
from ranura.core.shop.house_rules import HouseRules
from ranura.core.text.cautions import reason
from ranura.core.text.words import Level, Words
from ranura.core.text.writing import Fact

THIN = 0.05
"""mm of wood below a bit that are none."""


@dataclass(frozen=True, slots=True)
class Circumstances:
    """What the moves are judged by, apart from what they say themselves."""

    rules: HouseRules
    fibres: Point | None = None
    """The direction of the fibres on the board; None in sheets and plastics."""
    turning: Turning | None = None
    """The bit that is planned, as it turns; None where its load is not asked for."""
    wanted: Callable[[], Wanted] = tuple
    """What they are to take, worked out when it is asked for; empty where that is not known."""
    thin_walls: bool = False
    """The person knows that a wall may break off."""
    unmade: tuple[str, ...] = ()
    """Earlier cuts of the board that their own plan stops, in words."""


@dataclass(frozen=True, slots=True)
class Bit:
    """Where the bit is, in the frame of its setting, and whether it turns; no place before it was begun."""

    at: Point | None = None
    depth: float | None = None
    turning: bool = False
    way: Point | None = None
    """Its heading on the board where it last took fresh wood."""


@dataclass(slots=True)
class Step:
    """A move that is about to be made."""

    number: int
    move: Move
    settings: tuple[MachineSetting, ...]
    """All of the plan."""
    wood: Wood
    """The board before it."""
    swept: Swept | None
    """What it takes where it meets wood."""
    sections: tuple[Section, ...]
    """What it meets at places of its way."""
    bit: Bit
    """Where the bit is before it."""
    plunged: float
    """mm of wood that it went down through on this spot without having cut along."""
    near: tuple[Swept, ...] = ()
    """What was taken before near its way."""
    _below: float | None = None

    @property
    def setting(self) -> MachineSetting:
        """What it is made with."""
        return self.settings[self.move.setting]

    @property
    def there(self) -> list[Body]:
        """What stands there at this move."""
        return [each for each in self.wood.bodies if each.from_move <= self.number < (each.to_move or math.inf)]

    @property
    def below(self) -> float:
        """mm of wood that it goes down through on its spot."""
        if self._below is None:
            self._below = wood_below(self.wood, self.swept) if self.swept is not None else 0.0
        return self._below

    @property
    def out(self) -> int:
        """1 where the worked surface looks up from the back face, −1 where it looks the other way."""
        return outwards(self.setting.frame)

    @property
    def by_hand(self) -> bool:
        """Whether the router is guided by hand."""
        return self.setting.mounting == "hand"

    @property
    def fresh(self) -> Fresh | None:
        """On which side of its heading the move finds wood that is still there. What the move itself says stays where both sides
        meet wood, as at a corner of a lane, where it meets wood head on alone, and where it is too short to be looked at."""
        said = self.move.fresh
        if self.move.kind == "plunge":
            return "both" if self.below > THIN else "none"
        if said is None or not self.sections:
            return said
        seen = [section.sides for section in self.sections if not section.passing]
        left, right = any(a for a, _ in seen), any(b for _, b in seen)
        if left != right:
            return "left" if left else "right"
        return said if any(section.area > SHAVING for section in self.sections) else "none"

    def z(self, depth: float) -> float:
        """The height on the board of a depth below the worked surface."""
        return self.setting.frame.origin[2] - self.out * depth

    def on_board(self, at: Point) -> Point:
        """A point of its path, on the board."""
        return place_on(self.setting.frame, at)

    def found(self, check: int, words: Words, at: Point, depth: float, *, level: Level | None = None, **facts: Fact) -> Found:
        """A finding at a place of the board (seen from above) and a depth."""
        spot: Vector3 = (at[0], at[1], self.z(depth))
        stations = (self.move.station,) if self.move.station is not None else ()
        return Found(
            Finding(check=check, code=words.code, level=level or words.level, at=spot, move=self.number, stations=stations),
            reason(words, level=level, **facts),
        )


@dataclass(slots=True)
class _Known:
    """Sections that were looked at, by all that they depend on."""

    sections: dict[object, tuple[Point, tuple[Section, ...]]] = field(default_factory=dict)
    """Of each the place that they were looked at from."""


@dataclass(frozen=True, slots=True)
class Again:
    """Moves at another place that do what was done at an earlier one, in the same surroundings: what was found there holds."""

    alike: Alike
    swept: tuple[Swept | None, ...]
    """What each of them takes."""
    by: Point
    """How far the place lies from the earlier one, on the board."""


def steps_of(program: Program, wood: Wood) -> Iterator[Step | Again]:
    """The moves in order, those at a place like an earlier one together; they take their wood away when the next is asked for."""
    bit, plunged = Bit(), 0.0
    known, stations = _Known(), Stations(program)
    after: list[tuple[Bit, float]] = []
    number = 0
    while number < len(program.moves):
        alike = stations.like(number, wood, turning=bit.turning)
        if alike is not None:
            again = _again(program, alike)
            yield again
            for taken in again.swept:
                if taken is not None:
                    wood.take(taken)
            after += after[number - alike.earlier : alike.after - alike.earlier]
            bit, plunged = after[-1]
            ended = next((move.path[-1] for move in reversed(program.moves[number : alike.after]) if move.path), None)
            bit = bit if bit.at is None else replace(bit, at=ended)
            number = alike.after
            continue
        move = program.moves[number]
        swept = swept_by(move, program.settings[move.setting]) if move.kind in CUTTING else None
        near = tuple(wood.near(swept.box)) if swept is not None else ()
        sections = _sections(wood, swept, near, known) if swept is not None and len(swept.path) > 1 else ()
        step = Step(number, move, program.settings, wood, swept, sections, bit, plunged, near)
        yield step
        if swept is not None:
            wood.take(swept)
        bit, plunged = _after(step), step.plunged if move.kind in ("set", "plunge") else 0.0
        after.append((bit, plunged))
        number += 1


def _again(program: Program, alike: Alike) -> Again:
    """Moves at a place like an earlier one, with what they take there."""
    moves, settings = program.moves, program.settings
    swept = tuple(
        swept_by(move, settings[move.setting]) if move.kind in CUTTING else None for move in moves[alike.first : alike.after]
    )
    number = next(number for number in range(alike.first, alike.after) if moves[number].path)
    (x, y), (x0, y0) = (
        place_on(settings[move.setting].frame, move.path[0]) for move in (moves[number], moves[number - alike.earlier])
    )
    return Again(alike, swept, (x - x0, y - y0))


def _after(step: Step) -> Bit:
    """Where the bit is after a move."""
    bit, move, swept = step.bit, step.move, step.swept
    if move.kind in ("set", "shift", "turn-over"):
        return Bit(turning=bit.turning)
    way = bit.way
    if swept is not None and step.fresh != "none" and len(swept.path) > 1:
        (x0, y0), (x1, y1) = swept.path[-2:]
        length = math.dist((x0, y0), (x1, y1)) or 1.0
        way = ((x1 - x0) / length, (y1 - y0) / length)
    return Bit(move.path[-1] if move.path else bit.at, move.to_depth, move.turning, way)


def _sections(wood: Wood, swept: Swept, taken: tuple[Swept, ...], known: _Known) -> tuple[Section, ...]:
    """What a move meets, looked up where another met the same at another place; `taken` is what was taken near its way."""
    origin = swept.path[0]
    key = (seen_from(wood, swept, origin), surroundings(wood, taken, wood.works, swept.box, origin))
    if key not in known.sections:
        known.sections[key] = (origin, sections_of(wood, swept, taken))
    (x, y), found = known.sections[key]
    by = (origin[0] - x, origin[1] - y)
    return found if by == (0.0, 0.0) else tuple(_moved(each, by) for each in found)


def _moved(section: Section, by: Point) -> Section:
    return replace(section, at=(section.at[0] + by[0], section.at[1] + by[1]))
