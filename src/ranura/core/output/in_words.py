"""A drawing in words, for whoever does not see it: what lies where, and what is done, in the order of the moves; and the names of
what can be dragged in it."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Sequence
from dataclasses import replace
from functools import partial
from itertools import groupby
from typing import TypeVar

from ranura.core.board.pieces import Piece, edge_name
from ranura.core.board.stood import Standing, stood
from ranura.core.geometry.rings import Point
from ranura.core.output.views import DragHandle, View
from ranura.core.proof.moves import Body, Move, Program, Role
from ranura.core.proof.wood import outwards, place_on
from ranura.core.text.figures import show
from ranura.core.text.forms import Form, LengthBlank, NumberBlank
from ranura.core.text.writing import Fact, Text, write

_T = TypeVar("_T")
_SAID: dict[Role, str] = {
    "fence": "fence",
    "sled": "sled",
    "template": "template",
    "block": "stop block",
    "pin": "pin",
    "feather-board": "feather board",
    "clamp": "clamp",
    "vice": "vice",
    "backer": "backer",
    "carrier": "carrier",
}
"""What bodies are called; bench, table, support and what lies below are left out."""
_WITHIN = "{x0:short} to {x1:short} and {y0:short} to {y1:short}"
_FROM_TO = "from {x0:short}, {y0:short} to {x1:short}, {y1:short}"
_MOST = 12
"""Lines of a kind; what follows is like them."""
_STRAIGHT = 0.5
"""mm by which a straight way may be off."""


def described(program: Program, piece: Piece, stands: Standing | None = None) -> tuple[Text, ...]:
    """A plan's drawing in words: the board, what stands on it, and each cut with its way and depth. Places are said by how far
    they lie from the left end, then from the near edge; of one that stands, along its end and through its thickness."""
    up = any(setting.mounting == "hand" for setting in program.settings)
    board = _lying(piece) if stands is None else _standing(piece, stands, up=up)
    bodies = [each for each in program.bodies if each.role in _SAID and each.from_move == 0]
    cuts = list(_cuts(program, back=stands is None))
    return (board, *_each(bodies, _body), *_each(cuts, partial(_cut, program)))


def _standing(piece: Piece, stands: Standing, *, up: bool) -> Text:
    """By hand its worked side looks up; over a table it stands on it."""
    seen, ends = stood(piece, stands.on), stands.on in ("left", "right")
    return write(
        f"The board stands {'with its {side} up' if up else 'on its {side}'}: "
        "{l:short} wide, {w:short} thick, {h:short} high. "
        "Places are said from its {first}, then from its {face}; below 0 they lie outside the board.",
        side=edge_name(stands.on),
        first=edge_name("near" if ends else "left"),
        face="shown face" if stands.on in ("left", "far") else "back",
        l=seen.length.mm,
        w=seen.width.mm,
        h=seen.thickness.mm,
    )


def _lying(piece: Piece) -> Text:
    return write(
        "The board's left end is at the left, its near edge towards you: {l:short} long, {w:short} wide, {t:short} thick. "
        "Places are said from the left end, then from the near edge; below 0 they lie outside the board.",
        l=piece.length.mm,
        w=piece.width.mm,
        t=piece.thickness.mm,
    )


def _each(things: Sequence[_T], say: Callable[[_T], Text]) -> list[Text]:
    """A line of each of a few things, and how many more there are."""
    lines = [say(each) for each in things[:_MOST]]
    return lines if len(things) <= _MOST else [*lines, write("And {n} more, alike.", n=len(things) - _MOST)]


def _body(body: Body) -> Text:
    return write(f"{_SAID[body.role].capitalize()}: {_WITHIN}.", **_box(body.ring))


def _box(points: Sequence[Point]) -> dict[str, Fact]:
    xs, ys = [x for x, _ in points], [y for _, y in points]
    return {"x0": min(xs), "x1": max(xs), "y0": min(ys), "y1": max(ys)}


def _cuts(program: Program, *, back: bool) -> Iterator[list[Move]]:
    """The moves of every cut: all that is run at one place in one go and goes through wood; with the way `back`, or without."""
    runs = [move for move in program.moves if back or move.fresh != "none" or move.kind not in _RUNS]
    for (_, _, cutting), moves in groupby(runs, key=lambda move: (move.setting, move.station, move.kind in _RUNS)):
        if cutting:
            yield list(moves)


_RUNS = frozenset({"enter", "plunge", "ramp", "cut", "leave"})


def _cut(program: Program, moves: Sequence[Move]) -> Text:
    first = moves[0]
    frame = program.settings[first.setting].frame
    way = [place_on(frame, at) for move in moves for at in move.path]
    depth = max(each for move in moves for each in (move.from_depth, move.to_depth, 0.0) if each is not None)
    place = "" if first.station is None else f"Place {first.station}: "
    place += "From the back: " if outwards(frame) < 0 else ""
    (x0, y0), (x1, y1) = way[0], way[-1]
    if all(abs((x - x0) * (y1 - y0) - (y - y0) * (x1 - x0)) <= _STRAIGHT * math.dist(way[0], way[-1]) for x, y in way):
        return write(f"{place}Cut {{d:short}} deep, {_FROM_TO}.", d=depth, x0=x0, y0=y0, x1=x1, y1=y1)
    return write(f"{place}Cut {{d:short}} deep, the bit's middle within {_WITHIN}.", d=depth, **_box(way))


def with_names(view: View, form: Form, piece: Piece) -> View:
    """A view whose handles have the names of their blanks, their values as they are read, and how far they may go."""
    blanks = (*form.first, *form.more, *form.options, *form.sentence)
    names = {each.field: each.label for each in blanks if isinstance(each, LengthBlank | NumberBlank)}
    return replace(view, handles=tuple(_named(each, names, piece) for each in view.handles))


def _named(handle: DragHandle, names: dict[str, str], piece: Piece) -> DragHandle:
    sideways = abs(handle.direction[0]) > abs(handle.direction[1])
    most = piece.length.mm if sideways else piece.width.mm
    other = None if handle.other is None else _named(handle.other, names, piece)
    name = names.get(handle.field) or handle.name
    return replace(handle, name=name, shown=show(handle.value, "mm"), most=most, other=other)
