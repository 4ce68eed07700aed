"""Bits that stay in their router from the first step that wants them to the last (R16)."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from ranura.core.sequence.order import WorkStep

Stay = tuple[str, int]
"""A tool, and the number of the router that it stays in."""


@dataclass(frozen=True, kw_only=True, slots=True)
class InBetween:
    """Why a tool cannot stay in: the step `between`, with another in its router, comes after one of its own and before one."""

    first: str
    between: str
    then: str


def in_between(steps: Sequence[WorkStep], stay: Stay) -> InBetween | None:
    """What keeps a tool from staying in its router, beside what the steps ask for; None where nothing does."""
    before = _before(steps)
    own, others = _sorted(steps, stay)
    for between in others:
        first = next((each for each in own if each in before[between]), None)
        then = next((each for each in own if between in before[each]), None)
        if first is not None and then is not None:
            return InBetween(first=first, between=between, then=then)
    return None


def staying(steps: Sequence[WorkStep], stay: Stay) -> list[WorkStep]:
    """The steps with what a tool that stays in waits for: before its first step comes all that its router must do with others
    before any of them, so that it is never taken out half done. It must be able to stay (`in_between`)."""
    before = _before(steps)
    own, others = _sorted(steps, stay)
    waits = [each for each in others if any(each in before[step] for step in own)]
    return [replace(step, after=tuple(dict.fromkeys((*step.after, *waits)))) if step.id in own else step for step in steps]


def _sorted(steps: Sequence[WorkStep], stay: Stay) -> tuple[list[str], list[str]]:
    """The steps of a tool in its router, and those of others in it."""
    tool, router = stay
    inside = [each for each in steps if each.router == router]
    return [each.id for each in inside if each.tool == tool], [each.id for each in inside if each.tool != tool]


def _before(steps: Sequence[WorkStep]) -> dict[str, set[str]]:
    """All that must come before each step, by whatever way."""
    after = {each.id: each.after for each in steps}

    def reached(of: str) -> Iterator[str]:
        seen, to_see = set(after[of]), list(after[of])
        while to_see:
            more = set(after[to_see.pop()]) - seen
            seen |= more
            to_see += more
        yield from seen

    return {each: set(reached(each)) for each in after}
