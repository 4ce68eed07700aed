"""Ways out of what stops a plan: each is tried, and proven, before it is offered (R15, R21)."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import replace
from functools import partial

from ranura.core.choosing.order import Candidate
from ranura.core.family import AnyCut, Before, Planner, PlanText
from ranura.core.output.remedies import Remedy, known_walls, without_vacuum
from ranura.core.proof.findings import Finding
from ranura.core.proof.steps import Circumstances
from ranura.core.proving import Chosen, Proven, prove_planned
from ranura.core.text.cautions import Caution
from ranura.core.text.errors import CraftError
from ranura.core.text.forms import Change, TypedLength
from ranura.core.text.lengths import read

Way = Callable[[AnyCut], tuple[Planner, Sequence[Candidate], Circumstances]]
"""How a changed cut is planned: its planner, the tools to plan it with, best first, what its moves are judged by. Raises
`CutError`."""


def with_ways_out(text: PlanText, cut: AnyCut, chosen: Chosen, before: Before, *, way: Way) -> PlanText:
    """What is said, without the remedies for stops that do not take the stop away, or bring another; each is tried."""
    proven = chosen.proven
    standing = _standing(proven)
    to_try = answering(text, proven)
    kept: list[Remedy] = []
    for remedy in _offered(text, standing):
        if remedy in to_try:
            if sum(each in to_try for each in kept) == _MOST_REMEDIES:
                continue
            if not _helps(remedy, cut, standing - {remedy.answers}, before, way):
                continue
        kept.append(remedy)
    return replace(text, remedies=tuple(kept))


def _helps(remedy: Remedy, cut: AnyCut, others: set[str], before: Before, way: Way) -> bool:
    """Whether a remedy leaves no stop but those that stand there anyway; with one of the first pairs where it frees the bit."""
    try:
        planner, pairs, around = way(_changed(cut, remedy.change))
    except CraftError:
        return False
    no_better = partial(_no_better, others)
    for pair in pairs[: _MOST_PAIRS if remedy.change.get("bit_id", "") is None else 1]:
        tried = prove_planned(planner.make(pair), around, before.taken, until=no_better)
        if tried.program.moves and not any(no_better(each) for each in tried.setting.cautions):
            return True
    return False


def answering(text: PlanText, proven: Proven) -> list[Remedy]:
    """The remedies that are tried: those for what stops a plan, and other answers that may bring a stop of their own."""
    standing = _standing(proven)
    return [each for each in _offered(text, standing) if each.answers in standing or each.unsure]


def _offered(text: PlanText, standing: set[str]) -> tuple[Remedy, ...]:
    """What its family offers, and what answers the stops of any."""
    return (*text.remedies, *known_walls(standing), *without_vacuum(standing))


def _standing(proven: Proven) -> set[str]:
    """The codes of all that stops a plan."""
    return {each.code for each in proven.setting.cautions if each.level == "stop"}


def _changed(cut: AnyCut, change: Change) -> AnyCut:
    """A cut with some of its fields changed, lengths as they would be typed."""
    values = {name: read(v.typed, v.unit) if isinstance(v, TypedLength) else v for name, v in change.items()}
    changed: AnyCut = replace(cut, **values)  # type: ignore[type-var]
    return changed


def _no_better(others: frozenset[str] | set[str], said: Finding | Caution) -> bool:
    """Whether what is said is a stop that does not stand there anyway."""
    return said.level == "stop" and said.code not in others


_MOST_REMEDIES, _MOST_PAIRS = 4, 4
"""Remedies that are offered for what stops a plan; pairs of tools that one is tried with, as many as a plan itself would try."""
