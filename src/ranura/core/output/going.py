"""How a cut goes, read from its moves: how the bit begins and comes out, and how long it runs in the wood (R21)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from ranura.core.geometry.paths import length_of
from ranura.core.proof.moves import Move
from ranura.core.proof.recorder import BACK
from ranura.core.text.figures import Figure, because, given, show
from ranura.core.text.writing import write

Begins = Literal["beside", "inside"]
Ends = Literal["beside", "lifted-turning", "stopped-first"]

_CUTS = frozenset({"enter", "plunge", "ramp", "cut", "leave"})


@dataclass(frozen=True, slots=True)
class Going:
    """How a cut goes, the last of its passes for all of them, and the first of its places."""

    begins: Begins
    """Beside the wood and sideways into it, or down into it."""
    ends: Ends
    """Beside the wood; or inside, lifted turning or switched off before that."""
    goes_back: bool
    """Turning, all the way it came."""
    turns: bool
    """At another place it begins or ends in another way, since it is run the other way there."""
    runs: int
    """Ways along which it meets wood, in all passes, at all places."""
    way: float
    """mm of them."""
    seconds: float
    """That they take at their feed, those that only lead into the wood and out of it counted."""
    back_seconds: float
    """That ways back inside a slot take."""


def going_of(moves: Sequence[Move]) -> Going | None:
    """How some moves go; None where there are none."""
    cuts = [move for move in moves if move.kind in _CUTS]
    if not cuts:
        return None
    wet = [move for move in cuts if move.fresh not in (None, "none")] or cuts
    places = {station: [move for move in moves if move.station == station] for station in {move.station for move in wet}}
    begins, ends, goes_back = _at_one_place(places[min(places, key=lambda station: station or 0)])
    return Going(
        begins=begins,
        ends=ends,
        goes_back=goes_back,
        turns=any(_at_one_place(each)[:2] != (begins, ends) for each in places.values()),
        runs=sum(move.kind == "cut" for move in wet),
        way=sum((move.seconds or 0.0) * (move.feed_m_min or 0.0) * 1000 / 60 for move in wet if move.kind == "cut"),
        seconds=sum(move.seconds or 0.0 for move in wet),
        back_seconds=sum(move.seconds or 0.0 for move in cuts if move.fresh == "none"),
    )


def _at_one_place(moves: Sequence[Move]) -> tuple[Begins, Ends, bool]:
    """How the last pass at a place begins, how it ends, and whether the bit goes back the way it came."""
    wet = [number for number, move in enumerate(moves) if move.kind in _CUTS and move.fresh not in (None, "none")]
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


def time_figure(going: Going) -> Figure:
    """How long the bit takes in the wood.

    Rule: R16 time, R21
    Formula: t = Σ L · 60 / (F · 1000) over all ways that meet wood
    Source: the moves"""
    back = "; {b:n0} s more on the way back in what is cut" if going.back_seconds >= 1 else ""
    runs = "{n} run" if going.runs == 1 else "{n} runs"
    return Figure(
        key="feed.time",
        label="Time in the wood",
        value=going.seconds,
        unit="s",
        shown=show(going.seconds, "s"),
        rule="R4",
        formula="t = Σ L · 60 / (F · 1000)",
        worked=write(runs + " in the wood, {way:rough} in all" + back, n=going.runs, way=going.way, b=going.back_seconds),
        because=because("Cutting alone, at every depth and every place, without setting up or carrying back"),
        inputs=(given("L", "way in the wood", going.way, "mm"),),
    )


def undercut_words(going: Going) -> str:
    """How a bit that is wider below goes in and comes out (R21.12)."""
    if going.begins == "inside":
        return "plunge at the start, to the end, back the same way turning; lift only there"
    if going.goes_back:
        return "in from the edge, to the end, back the same way turning; never lift inside"
    return "in from the edge, right through, out at the other; never lift inside"


def begun_words(going: Going) -> str:
    """How a router guided by hand begins a straight way."""
    return "plunge at the start mark" if going.begins == "inside" else "start clear of the wood"


def ended_words(going: Going) -> str:
    """How a router guided by hand ends a straight way (R21.12)."""
    out: dict[Ends, str] = {
        "beside": "all the way out, then lift off to come back",
        "lifted-turning": "back 2 mm at the end, straight up, then switch off",
        "stopped-first": "back 2 mm at the end, switch off, wait until it stands, then lift",
    }
    return out[going.ends]
