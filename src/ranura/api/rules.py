"""House rules while they are changed: the numbers as they were typed, what is wrong with them, and what they would move."""

from __future__ import annotations

from dataclasses import dataclass, replace
from functools import partial
from typing import Annotated

from fastapi import APIRouter
from pydantic import Field

from ranura.api.prior import ThePriorCuts
from ranura.api.problems import ERRORS
from ranura.api.saved_shop import ThePlanning, TheShop, TheStore
from ranura.core.shop.drawer.reading import plain_number
from ranura.core.shop.house_rules import Bound, HouseRules, bounds
from ranura.core.shop.rule_changes import RuleChange, rule_changes
from ranura.core.text import length_refusals
from ranura.core.text.errors import CraftError, LengthError
from ranura.core.text.lengths import Unit, read
from ranura.core.text.lengths_format import trade_text
from ranura.core.text.writing import Text
from ranura.requests.from_core import IdText, RequestModel
from ranura.store import kept_jobs

router = APIRouter(prefix="/api/rules", tags=["rules"], responses=ERRORS)


_Field = Annotated[str, Field(max_length=40)]


class RulesDraft(RequestModel):
    """Rules being changed: the schools, the numbers as typed, and the job whose figures are watched."""

    rules: HouseRules
    numbers: Annotated[
        dict[Annotated[str, Field(max_length=40)], Annotated[str, Field(max_length=60)]], Field(max_length=80)
    ] = {}
    job_id: _Field | None = None


class MovesAsked(RequestModel):
    """Changed rules, and a kept cut."""

    rules: HouseRules
    cut_id: IdText


@dataclass(frozen=True, kw_only=True, slots=True)
class NumberView:
    """A number of the rules: its bounds, and its value as text."""

    bound: Bound
    text: str
    standard: str
    low: str
    high: str


@dataclass(frozen=True, kw_only=True, slots=True)
class RulesView:
    """The house rules as the shop keeps them."""

    rules: HouseRules
    numbers: tuple[NumberView, ...]


@dataclass(frozen=True, kw_only=True, slots=True)
class NumberProblem:
    """What is wrong with a number, at its field."""

    field: str
    words: Text
    partial: bool


@dataclass(frozen=True, kw_only=True, slots=True)
class DraftedRules:
    """The changed rules, None while something is wrong; the problems; and the cuts whose figures may move."""

    rules: HouseRules | None
    problems: tuple[NumberProblem, ...]
    cuts: tuple[str, ...]


@router.get("")
def get_rules(shop: TheShop) -> RulesView:
    """Every school and number of the shop."""
    return RulesView(
        rules=shop.rules,
        numbers=tuple(
            NumberView(
                bound=bound,
                text=_text(getattr(shop.rules, bound.field), bound),
                standard=_text(bound.standard, bound),
                low=_text(bound.low, bound),
                high=_text(bound.high, bound),
            )
            for bound in bounds()
        ),
    )


@router.post("/draft")
def draft_rules(asked: RulesDraft, shop: TheShop, store: TheStore) -> DraftedRules:
    """Changed rules as they would be kept; keeps nothing."""
    known = {bound.field: bound for bound in bounds()}
    rules = asked.rules
    problems: list[NumberProblem] = []
    for field, text in asked.numbers.items():
        try:
            rules = replace(rules, **{field: _value(text, known.get(field), shop.unit, field)})  # type: ignore[arg-type]
        except CraftError as wrong:
            problems.append(NumberProblem(field=field, words=wrong.message, partial=wrong.partial))
    if problems:
        return DraftedRules(rules=None, problems=tuple(problems), cuts=())
    cuts: tuple[str, ...] = ()
    if asked.job_id is not None and rules != shop.rules:
        with store.session() as session:
            job = kept_jobs.load_job(session, shop.id, asked.job_id)
        cuts = tuple(cut.id for piece in job.pieces for cut in piece.cuts)
    return DraftedRules(rules=rules, problems=(), cuts=cuts)


@router.post("/moves")
def moves(
    asked: MovesAsked, shop: TheShop, store: TheStore, prior: ThePriorCuts, planning: ThePlanning
) -> tuple[RuleChange, ...]:
    """What changed rules would move in one cut; keeps nothing. Whoever goes on typing waits for one cut of a job at most."""
    with store.session() as session:
        kept = kept_jobs.load_cut(session, shop.id, asked.cut_id)
        piece = kept_jobs.load_piece(session, shop.id, kept.piece_id)
    plan = partial(planning.plan_with_moves, before=prior.before(kept.id, shop), ways_out=False)
    return rule_changes(kept.id, kept.name, kept.cut, piece, shop, asked.rules, plan)


def _text(value: float, bound: Bound) -> str:
    return trade_text(value) if bound.unit == "mm" else f"{value:g}"


def _value(text: str, bound: Bound | None, unit: Unit, field: str) -> float:
    if bound is None:
        raise LengthError(length_refusals.NOT_A_NUMBER, field=field, text=field)
    if bound.unit == "mm":
        return read(text, unit, field=field).mm
    value = plain_number(text)
    if value is None:
        raise LengthError(length_refusals.NOT_A_NUMBER, field=field, text=text, partial=not text.strip())
    return value
