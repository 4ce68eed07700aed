"""Holding the work (R17, craft 15): clamps outside the sweep of base and handles, found from the geometry of the cut."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from ranura.core.geometry.rings import Ring
from ranura.core.holding.nearest import all_find_room, clear_or_moved, propose, propose_each
from ranura.core.holding.placed import ClampAt, Held
from ranura.core.holding.sweep import Sweep, foot_at
from ranura.core.text import hold_words
from ranura.core.text.cautions import Reason, reason


@dataclass(frozen=True, kw_only=True, slots=True)
class Foot:
    """A clamp's foot: its corners, its distance from the router's sweep, and its place on the board; None on a guide's end."""

    points: Ring
    gap: float
    at: ClampAt | None = None


HoldMethod = Literal["clamps", "clamps-moved", "dogs", "vice", "tape", "vacuum", "carrier", "table"]


@dataclass(frozen=True, kw_only=True, slots=True)
class Holding:
    """How the work is held: the method, the clamps' feet, the sweep they stay out of, the least distance between them, and what
    is wrong with it. `moved` are the person's clamps with those in the way moved clear; empty where none is or nothing helps."""

    method: HoldMethod
    feet: tuple[Foot, ...]
    sweep: Sweep
    clear: float | None
    cautions: tuple[Reason, ...]
    moved: tuple[ClampAt, ...] = ()
    part: tuple[float, float] = (0.0, 0.0)
    """Length and width of the board."""
    stations: tuple[Sweep, ...] = ()
    """The sweep of every station, where clamps are moved on."""

    @property
    def at_stations(self) -> tuple[tuple[Ring, ...], ...]:
        """The clamps' feet at every station, where they are moved on."""
        found = propose_each(self.part, self.stations)
        return tuple(tuple(foot_at(self.part, each) for each in clamps) for clamps in found)


ON_TABLE = Holding(method="table", feet=(), sweep=Sweep(), clear=None, cautions=())
"""The hands hold it, on a table."""


def hold(
    part: tuple[float, float],
    sweep: Sweep,
    *,
    bodies: Sequence[Ring] = (),
    on_guide: Sequence[Ring] = (),
    stations: Sequence[Sweep] = (),
    placed: Sequence[ClampAt] = (),
    held: Held | None = None,
) -> Holding:
    """How a board is held: by clamps out of the way of base, handles and guides, or as the person says.

    `on_guide` are the feet of clamps that hold a guide and move with it, `stations` the sweep of every repeat by itself, for
    which clamps may be moved on when no place is clear of them all."""
    cautions: list[Reason] = []
    own = stations[0] if stations else sweep
    fixed = [Foot(points=foot, gap=own.gap(foot)) for foot in on_guide]
    if any(foot.gap <= 0 for foot in fixed):
        cautions.append(reason(hold_words.NO_ROOM_FOR_CLAMPS, where="clamps on the fence"))
        fixed = []
    if held is not None and held != "clamps":
        said = [*cautions, *_said_of(held)]
        return Holding(method=held, feet=tuple(fixed), sweep=sweep, clear=_least(fixed), cautions=tuple(said))
    in_the_way = (*bodies, *(foot.points for foot in fixed))
    method: HoldMethod = "clamps"
    moved: tuple[ClampAt, ...] = ()
    if placed:
        chosen = tuple(placed)
        tried = [clear_or_moved(part, each, sweep, in_the_way) for each in placed]
        clashes = [each for each, new in zip(placed, tried, strict=True) if new != each]
        if clashes:
            cautions.append(reason(hold_words.CLAMP_IN_THE_WAY, count=len(clashes), side=clashes[0].side, at=clashes[0].at))
            moved = tuple(each for each in tried if each is not None)
            moved = moved if len(set(moved)) == len(placed) else propose(part, sweep, in_the_way)
        if len(placed) < 2:
            cautions.append(reason(hold_words.ONE_CLAMP))
    else:
        chosen = propose(part, sweep, in_the_way)
        if not chosen and len(stations) > 1 and all_find_room(part, stations):
            method = "clamps-moved"
            chosen = propose(part, stations[0], in_the_way)
            cautions.append(reason(hold_words.CLAMPS_MOVE_ON))
        elif not chosen:
            cautions.append(reason(hold_words.NO_ROOM_FOR_CLAMPS, where="two clamps on the board"))
    against = stations[0] if method == "clamps-moved" else sweep
    feet = [Foot(points=foot_at(part, each), gap=against.gap(foot_at(part, each)), at=each) for each in chosen]
    everything = (*fixed, *feet)
    return Holding(
        method=method,
        feet=everything,
        sweep=sweep,
        clear=_least(everything),
        cautions=tuple(cautions),
        moved=moved,
        part=part,
        stations=tuple(stations) if method == "clamps-moved" else (),
    )


def _least(feet: Sequence[Foot]) -> float | None:
    return min((foot.gap for foot in feet), default=None)


def _said_of(held: Held) -> list[Reason]:
    return [reason(hold_words.TAPE_HOLDS_LIGHT_CUTS, how=held)] if held in ("tape", "vacuum") else []
