"""Every working can be redone with a pencil: what is printed beside an equals sign is worked out once more from the print."""

from __future__ import annotations

import ast
import math
import operator
import re
from collections.abc import Iterator

import pytest
from tests.data.edges import board as edge_board
from tests.data.edges import edge_cut, mm
from tests.demo_cuts import DEMO as DEMO_CUTS
from tests.demo_cuts import followed

from ranura.core.cuts.channel.asked import ChannelCut
from ranura.core.cuts.pocket.asked import PocketCut

BOARD = edge_board(900, 300, 25, "oak")
SHAPED = {
    "v": ChannelCut(shape="v", width=mm(8), depth=mm(4), position=mm(120)),
    "t-slot": ChannelCut(shape="t-slot", width=mm(9), depth=mm(11), position=mm(120), goes="along", end="near"),
    "keyhole": ChannelCut(shape="keyhole", width=mm(4.8), depth=mm(8), position=mm(100), stop_first=mm(60), stop_last=mm(80)),
    "turned": ChannelCut(width=mm(12.7), depth=mm(8), position=mm(450), angle=30, stop_first=mm(60)),
    "widened": ChannelCut(width=mm(19.05), depth=mm(12), position=mm(100), count=3, spacing=mm(120)),
    "table": ChannelCut(width=mm(12.7), depth=mm(6), position=mm(64), guide="table-fence", stop_first=mm(30)),
    "arc": PocketCut(form="ring", length=mm(200), across=mm(20), depth=mm(5), sweep=90, from_left=mm(300), from_near=mm(150)),
    "rabbet": edge_cut("rabbet", 25, depth=10, edges=("near",)),
    "jointing": edge_cut("jointing", 1, edges=("near",), router_id="table-three"),
}
ALL = {cut_id: (piece, cut) for cut_id, _, cut, piece in DEMO_CUTS} | {name: (BOARD, cut) for name, cut in SHAPED.items()}
_UNITS = r"(?<=[\d.)⌉])\s*(mm²|mm|m/min|rpm|m/s|W|N/mm|N|°|s|µm|%)(?![a-z/])"
_DO = {
    ast.Add: operator.add, ast.Sub: operator.sub, ast.Mult: operator.mul, ast.Div: operator.truediv,
}  # fmt: skip


def worked_out(text: str) -> float | None:
    """The value of printed arithmetic; None for words, vectors and symbols."""
    plain = re.sub(_UNITS, "", text.replace("\u2009", "").replace("−", "-").replace("×", "*").replace("·", "*"))
    plain = plain.replace("⌈", "ceil(").replace("⌉", ")")
    try:
        return _value(ast.parse(plain.strip(), mode="eval").body)
    except (SyntaxError, ValueError):
        return None


def _value(node: ast.expr) -> float:
    match node:
        case ast.Constant(value=int() | float() as number):
            return float(number)
        case ast.BinOp(left=left, op=op, right=right) if type(op) in _DO:
            return float(_DO[type(op)](_value(left), _value(right)))
        case ast.UnaryOp(op=ast.USub(), operand=operand):
            return -_value(operand)
        case ast.Call(func=ast.Name(id="ceil"), args=[one]):
            return float(math.ceil(_value(one) - 1e-6))
        case _:
            raise ValueError("no arithmetic")


def equations(text: str) -> Iterator[list[tuple[str, float]]]:
    """The printed sides of every equation that are arithmetic, with their values."""
    for part in re.split(r"[;,]\s(?=[^)]*(?:\(|$))", text):
        sides = [(side, value) for side in part.split("=") if (value := worked_out(side)) is not None]
        if len(sides) > 1:
            yield sides


@pytest.mark.parametrize("name", ALL)
def test_both_sides_of_every_working_are_equal(name):
    piece, cut = ALL[name]
    found = 0
    for figure in followed(cut, piece).plan.figures:
        for (first, wanted), *others in equations(figure.worked.metric):
            for said, value in others:
                # As exact as it is printed; a length is a half step of its own rounding off.
                assert value == pytest.approx(wanted, rel=0.012, abs=0.06), f"{figure.key}: {first} = {said}"
                found += 1
    assert found, "none of its workings is arithmetic"


def test_the_pencil_finds_a_wrong_sum():
    (sides,) = equations("75 mm − 12.7 mm / 2 = 71 mm")
    assert sides[0][1] == pytest.approx(68.65)
    assert [value for _, value in next(equations("⌈(17.6 − 12.7) / 11.43⌉ + 1 = 2"))] == [2.0, 2.0]
    assert list(equations("f = (0, 1), the wood is on the left")) == []
