"""`plan`: the whole setup of a cut in a piece with what it does, move by move, without a database (R21)."""

from __future__ import annotations

from typing import Any

from pydantic import Field, RootModel

from ranura.calc.calculator import Calculator
from ranura.calc.choose import read_shop
from ranura.calc.fields import Question
from ranura.core.families import FAMILIES
from ranura.core.family import NOTHING_BEFORE
from ranura.core.plan import PLANNING, PlanWithMoves
from ranura.demo.shop import SHOP
from ranura.requests.cuts import PieceField, cut_field

_CUT: Any = cut_field(FAMILIES)


class PlanRequest(Question):
    """A cut and its board as in `POST /api/plan`."""

    cut: _CUT
    piece: PieceField
    shop: dict[str, Any] | None = None
    """In the JSON form of its file; the demo's without it."""
    before: list[_CUT] = Field(default=[], max_length=200)
    """The cuts made in this board before, in order."""


class PlanAnswer(RootModel[PlanWithMoves]):
    """See `ranura.core.plan.PlanWithMoves`."""


def answer(request: PlanRequest) -> PlanAnswer:
    """The plan. Raises Refused or CraftError at the field that cannot be; a cut before that cannot be planned takes nothing."""
    shop = SHOP if request.shop is None else read_shop(request.shop)
    before = NOTHING_BEFORE
    for cut in request.before:
        before = PLANNING.leaves(cut, request.piece, shop, before=before)
    plan = PLANNING.plan_with_moves(request.cut, request.piece, shop, shop.rules, before=before)
    return PlanAnswer(plan)


CALCULATOR = Calculator(PlanRequest, PlanAnswer, answer)
