"""How a cut goes, read from its moves: how the bit begins and comes out, and how long it runs in the wood (R21)."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from ranura.core.cutting.direction import Sense
from ranura.core.cutting.feed import HELD_BACK, seconds_for
from ranura.core.geometry.paths import length_of
from ranura.core.geometry.rings import Point, Ring, signed_area
from ranura.core.proof.moves import Move
from ranura.core.proof.recorder import BACK
from ranura.core.proof.wood import CUTTING

Begins = Literal["beside", "inside"]
Ends = Literal["beside", "lifted-turning", "stopped-first"]


@dataclass(frozen=True, slots=True)
class Going:
    """How a cut goes, the last of its passes for all of them, and the first of its places."""

    begins: Begins
    """Beside the wood and sideways into it, or down into it."""
    ends: Ends
    """Beside the wood; or inside, lifted turning or switched off before that."""
    goes_back: bool
    """Turning, all the way it came."""
    elsewhere: tuple[Begins, Ends] | None
    """How a place that is run the other way begins and ends, where that is not so too."""
    runs: int
    """Ways along which it meets wood, in all passes, at all places."""
    way: float
    """mm of them."""
    seconds: float
    """That they take at their feed, those that only lead into the wood and out of it counted."""
    back_seconds: float
    """That ways back inside a slot take."""
    held_back: bool
    """Behind corners, where it goes slower than elsewhere."""
    first: Ring
    """The bit's axis on the worked surface from the first start to where it comes out, without the way back."""
    sense: Sense | None
    """How it goes round; None where it comes back to no point."""


def going_of(moves: Sequence[Move]) -> Going | None:
    """How some moves go; None where there are none."""
    cuts = [move for move in moves if move.kind in CUTTING]
    if not cuts:
        return None
    wet = [move for move in cuts if move.fresh not in (None, "none")] or cuts
    places = {station: [move for move in moves if move.station == station] for station in {move.station for move in wet}}
    begins, ends, goes_back = _at_one_place(places[min(places, key=lambda station: station or 0)])
    others = (_at_one_place(each)[:2] for each in places.values())
    return Going(
        begins=begins,
        ends=ends,
        goes_back=goes_back,
        elsewhere=next((each for each in others if each != (begins, ends)), None),
        runs=sum(move.kind == "cut" for move in wet),
        way=way_in(wet),
        seconds=sum(move.seconds or 0.0 for move in wet),
        back_seconds=sum(move.seconds or 0.0 for move in cuts if move.fresh == "none"),
        held_back=any(move.slow for move in wet),
        first=_first_run(cuts),
        sense=_round(wet),
    )


def way_in(moves: Sequence[Move]) -> float:
    """How many mm the bit runs along in the wood, of moves that meet some."""
    return sum(_way_of(move) for move in moves if move.kind == "cut")


def _way_of(move: Move) -> float:
    """How far a move goes, from how long it takes: that is quicker than to measure its way anew."""
    seconds, held = move.seconds or 0.0, sum(end - begin for begin, end in move.slow)
    return (seconds - seconds_for(held, feed_m_min=HELD_BACK)) * (move.feed_m_min or 0.0) * 1000 / 60 + held


def _first_run(cuts: Sequence[Move]) -> Ring:
    """The points of the first moves that go on from one another; of a bit that goes down where it stands, that point first."""
    found: list[Point] = []
    for move in cuts:
        if found and (move.kind == "plunge" or math.dist(found[-1], move.path[0]) > BACK or _turns_back(found, move.path)):
            break
        found += [at for at in move.path if not found or at != found[-1]]
    return tuple(found)


def _turns_back(so_far: Sequence[Point], path: Ring) -> bool:
    """Whether a path goes back the way that was come."""
    if len(so_far) < 2 or len(path) < 2:
        return False
    (ax, ay), (bx, by), (cx, cy) = so_far[-2], so_far[-1], path[1]
    return (bx - ax) * (cx - bx) + (by - ay) * (cy - by) < -0.99 * math.dist((ax, ay), (bx, by)) * math.dist((bx, by), (cx, cy))


def _round(wet: Sequence[Move]) -> Sense | None:
    """The sense of the first closed way."""
    for move in wet:
        if len(move.path) > 2 and math.dist(move.path[0], move.path[-1]) < BACK:
            return "counter-clockwise" if signed_area(move.path) > 0 else "clockwise"
    return None


def _at_one_place(moves: Sequence[Move]) -> tuple[Begins, Ends, bool]:
    """How the last pass at a place begins, how it ends, and whether the bit goes back the way it came."""
    wet = [number for number, move in enumerate(moves) if move.kind in CUTTING and move.fresh not in (None, "none")]
    if not wet:
        return "beside", "beside", False
    begun = max((number for number, move in enumerate(moves[: wet[-1] + 1]) if move.kind == "start"), default=0)
    down = any(moves[number].kind in ("plunge", "ramp") for number in wet if number >= begun)
    after = moves[wet[-1] + 1 :]
    back = any(move.kind == "cut" and length_of(move.path, closed=False) > 2 * BACK for move in after)
    return ("inside" if down else "beside", _end(moves[wet[-1]], after), back)


def _end(last: Move, after: Sequence[Move]) -> Ends:
    """How the bit comes out after its last way in the wood."""
    if last.kind == "leave":
        return "beside"
    for move in after:
        if move.kind == "lift":
            return "lifted-turning" if move.turning else "stopped-first"
    return "beside"
