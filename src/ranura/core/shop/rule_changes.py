"""What a change of the house rules moves: the figures of kept cuts, before and after."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Any

from ranura.core.board.pieces import Piece
from ranura.core.shop.any_plan import AnyPlan
from ranura.core.shop.house_rules import HouseRules
from ranura.core.shop.shop import Shop
from ranura.core.text.errors import CraftError
from ranura.core.text.figures import plain
from ranura.core.text.writing import Shown

_STATUS = {"ready": "ready", "caution": "ready, with care", "stop": "stop"}


PlanFunction = Callable[[Any, Piece, Shop, HouseRules], AnyPlan]
"""Who plans a cut; see `ranura.core.plan.Planning.plan`."""


@dataclass(frozen=True, kw_only=True, slots=True)
class RuleChange:
    """One figure of a cut that a change moves."""

    cut_id: str
    cut_name: str
    label: str
    before: Shown
    after: Shown


def rule_changes(
    cut_id: str, name: str, cut: Any, piece: Piece, shop: Shop, after: HouseRules, plan: PlanFunction
) -> tuple[RuleChange, ...]:
    """Every figure of a cut that differs under other rules, planned by `plan`."""
    first, second = _planned(cut, piece, shop, plan), _planned(cut, piece, replace(shop, rules=after), plan)
    if first is None or second is None:
        return () if first is second else (_change(cut_id, name, "Plan", plain(_can(first)), plain(_can(second))),)
    pairs = [
        ("Bit", _tool(first, shop), _tool(second, shop)),
        ("It is", plain(_STATUS[first.status]), plain(_STATUS[second.status])),
    ]
    before, later = ({figure.key: figure for figure in made.figures} for made in (first, second))
    pairs += [(later[key].label, before[key].shown, later[key].shown) for key in later if key in before]
    return tuple(_change(cut_id, name, label, was, now) for label, was, now in pairs if was != now)


def _change(cut_id: str, name: str, label: str, before: Shown, after: Shown) -> RuleChange:
    return RuleChange(cut_id=cut_id, cut_name=name, label=label, before=before, after=after)


def _planned(cut: Any, piece: Piece, shop: Shop, plan: PlanFunction) -> AnyPlan | None:
    try:
        return plan(cut, piece, shop, shop.rules)
    except CraftError:
        return None  # shown as a plan that cannot be


def _can(made: AnyPlan | None) -> str:
    return "cannot be made" if made is None else "can be made"


def _tool(made: AnyPlan, shop: Shop) -> Shown:
    return plain(f"{shop.bit(made.bit_id).name}, {shop.router(made.router_id).name}")
