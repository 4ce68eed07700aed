"""`plan`: the whole setup of a cut in a piece with what it does, move by move, without a database (R21)."""

from __future__ import annotations

from dataclasses import replace
from typing import Annotated, Any

from pydantic import Field, RootModel

from ranura.calc.calculator import Calculator
from ranura.calc.choose import read_shop
from ranura.calc.fields import Question, Refused
from ranura.core.families import FAMILIES
from ranura.core.family import NOTHING_BEFORE
from ranura.core.geometry.loop_text import text_of_loops
from ranura.core.plan import PLANNING, PlanWithMoves
from ranura.core.shop.saved_outlines import SavedOutline
from ranura.core.shop.shop import Shop
from ranura.core.templates.outline import understood
from ranura.demo.shop import SHOP
from ranura.formats.path_data import loops_of_data
from ranura.requests.cuts import PieceField, cut_field
from ranura.requests.from_core import IdText

_CUT: Any = cut_field(FAMILIES)


class PlanRequest(Question):
    """A cut and its board as in `POST /api/plan`."""

    cut: _CUT
    piece: PieceField
    shop: dict[str, Any] | None = None
    """In the JSON form of its file; the demo's without it."""
    outlines: dict[IdText, Annotated[str, Field(max_length=2_000_000)]] = Field(default={}, max_length=50)
    """Outlines that cuts name, by their ids: SVG path data in mm."""
    before: list[_CUT] = Field(default=[], max_length=200)
    """The cuts made in this board before, in order."""


class PlanAnswer(RootModel[PlanWithMoves]):
    """See `ranura.core.plan.PlanWithMoves`."""


def shop_of(request: PlanRequest) -> Shop:
    """The shop that a request is planned with: its own or the demo's, and its outlines. Raises Refused or CraftError."""
    shop = SHOP if request.shop is None else read_shop(request.shop)
    kept = []
    for name, path in request.outlines.items():
        found = understood(loops_of_data(path))
        if not found.can_be_used:
            raise Refused(f"outlines.{name}", "it is not clear what is inside of it")
        kept.append(SavedOutline(id=name, name=name, path=text_of_loops(found.loops)))
    others = tuple(each for each in shop.outlines if each.id not in request.outlines)
    return replace(shop, outlines=(*others, *kept)) if kept else shop


def answer(request: PlanRequest) -> PlanAnswer:
    """The plan. Raises Refused or CraftError at the field that cannot be; a cut before that cannot be planned takes nothing."""
    shop = shop_of(request)
    before = NOTHING_BEFORE
    for cut in request.before:
        before = PLANNING.leaves(cut, request.piece, shop, before=before)
    plan = PLANNING.plan_with_moves(request.cut, request.piece, shop, shop.rules, before=before)
    return PlanAnswer(plan)


CALCULATOR = Calculator(PlanRequest, PlanAnswer, answer)
