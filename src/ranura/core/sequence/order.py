"""The order in which steps of work change tools and settings least (R16).

Whatever is free where a router stands as it wants is done at once: it costs nothing and only opens the way for more. So what is
searched is the order of the mountings alone. Where a new setting takes longer than another tool, that is not so: then a tool
that comes between may save time, and every step is a choice.
"""

from __future__ import annotations

import heapq
from collections.abc import Collection, Iterator, Sequence
from dataclasses import dataclass
from graphlib import CycleError, TopologicalSorter
from itertools import count
from typing import Final

from ranura.core.sequence import refusals
from ranura.core.text.errors import CraftError

_BEAM, _FEWEST, _TOGETHER = 24, 6, 1_500
"""Orders that are followed side by side for a first answer: of many steps fewer."""
_MOST_LOOKED_AT = 12_000
"""States that are looked at, before it is said how near to the best an answer is."""
_EMPTY = -1


@dataclass(frozen=True, kw_only=True, slots=True)
class WorkStep:
    """A step of work: what is mounted for it and how that is set, how long it takes, and the steps that must come before it.
    `router` is the number of the one that it is done with; None where any will do."""

    id: str
    tool: str
    setting: str
    minutes: float
    after: tuple[str, ...] = ()
    router: int | None = None


@dataclass(frozen=True, kw_only=True, slots=True)
class Change:
    """A change before a step: of the tool, or of its setting alone."""

    step: str
    router: int
    tool: bool


@dataclass(frozen=True, kw_only=True, slots=True)
class WorkOrder:
    """An order of work. `minutes` is all work with its changes; no order goes below `bound` minutes, and it is `proven` where
    none is better."""

    order: tuple[str, ...]
    changes: tuple[Change, ...]
    minutes: float
    bound: float
    proven: bool

    @property
    def tool_changes(self) -> int:
        """How often a tool is mounted, the first time too."""
        return sum(each.tool for each in self.changes)

    @property
    def setting_changes(self) -> int:
        """How often a tool that is mounted is set anew."""
        return sum(not each.tool for each in self.changes)


class OrderError(CraftError):
    """Steps that cannot be put in an order; `field` names the step."""


def best_order(
    steps: Sequence[WorkStep],
    *,
    tool_minutes: float,
    setting_minutes: float,
    routers: int = 1,
    stays: Collection[tuple[str, int]] = (),
    most: int = _MOST_LOOKED_AT,
) -> WorkOrder:
    """The order with the fewest minutes of changes. `stays` are tools that are taken out of a router, by its number, only when no
    step wants them there any more; the steps wait for what that takes (`staying`). Raises `OrderError` where a step comes after
    one that is not there, twice, or after itself by way of others.

    Rule: R16
    Formula: a step costs nothing more on a router that stands as it wants, the setting on one with its tool, the tool otherwise
    Source: bounded search; below no order: every tool and every setting that is still wanted, once each"""
    work = _Work(steps, tool_minutes, setting_minutes, routers, stays)
    start = work.done_from(_State(0.0, 0, (_EMPTY,) * routers))
    best = _followed_side_by_side(work, start)
    best, least = _searched(work, start, best, most)
    order, changes = work.told(best)
    minutes = sum(each.minutes for each in steps)
    return WorkOrder(
        order=order, changes=changes, minutes=minutes + best.cost, bound=minutes + least, proven=least >= best.cost - _SAME
    )


def as_listed(
    steps: Sequence[WorkStep], *, tool_minutes: float, setting_minutes: float, routers: int = 1
) -> tuple[float, tuple[Change, ...]]:
    """The minutes of steps in the order in which they are listed, each on the router where it costs least, and their changes."""
    work = _Work(steps, tool_minutes, setting_minutes, routers)
    standing = [_EMPTY] * routers
    changes: list[Change] = []
    total = sum(each.minutes for each in steps)
    for number, step in enumerate(steps):
        stand = work.stand_of[number]
        cost, router = min((work.cost(standing[each], stand), each) for each in work.allowed(number))
        if cost:
            changes.append(Change(step=step.id, router=router, tool=work.tool_change(standing[router], stand)))
        standing[router] = stand
        total += cost
    return total, tuple(changes)


_SAME: Final = 1e-9


@dataclass(frozen=True, slots=True)
class _State:
    """What is done (a bit a step) and what every router stands at, for how many minutes of changes, and by what mounting."""

    cost: float
    done: int
    standing: tuple[int, ...]
    before: _State | None = None
    mounted: int = _EMPTY
    """On which router the last mounting was made."""
    step: int = _EMPTY
    """For which step."""


class _Work:
    """Steps by number, and what they want by number."""

    def __init__(
        self,
        steps: Sequence[WorkStep],
        tool_minutes: float,
        setting_minutes: float,
        routers: int,
        stays: Collection[tuple[str, int]] = (),
    ) -> None:
        self.steps, self.routers = steps, routers
        self.tool_minutes, self.setting_minutes = tool_minutes, setting_minutes
        self.all = (1 << len(steps)) - 1
        number_of = _numbered(steps)
        self.before = [sum({1 << number_of[name] for name in step.after}) for step in steps]
        stands = list(dict.fromkeys((step.tool, step.setting) for step in steps))
        tools = list(dict.fromkeys(step.tool for step in steps))
        number = {stand: place for place, stand in enumerate(stands)}
        self.stand_of = [number[step.tool, step.setting] for step in steps]
        self.tool_of = [tools.index(tool) for tool, _ in stands]
        self.members = [sum(1 << i for i, stand in enumerate(self.stand_of) if stand == each) for each in range(len(stands))]
        stands_of_tool = [[i for i, tool in enumerate(self.tool_of) if tool == each] for each in range(len(tools))]
        self.of_tool = [(sum(self.members[stand] for stand in those), those) for those in stands_of_tool]
        """Of each tool all steps that want it, and what it is set to for them."""
        self.staying = {
            (tools.index(tool), router): sum(
                1 << i for i, step in enumerate(steps) if step.tool == tool and step.router == router
            )
            for tool, router in stays
            if tool in tools
        }
        self.alike = all(step.router is None for step in steps)
        self.least = min(tool_minutes, setting_minutes)
        self.at_once = setting_minutes <= tool_minutes

    def allowed(self, number: int) -> tuple[int, ...]:
        """The routers that a step may be done with."""
        router = self.steps[number].router
        return tuple(range(self.routers)) if router is None else (router,)

    def tool_change(self, standing: int, wanted: int) -> bool:
        """Whether a tool must be changed for what is wanted, and not its setting alone."""
        return standing == _EMPTY or self.tool_of[standing] != self.tool_of[wanted]

    def cost(self, standing: int, wanted: int) -> float:
        """Minutes until a router that stands at something stands as is wanted."""
        if standing == wanted:
            return 0.0
        return self.tool_minutes if self.tool_change(standing, wanted) else self.setting_minutes

    def stays_in(self, state: _State, router: int) -> bool:
        """Whether what stands in a router is not to be taken out yet."""
        stand = state.standing[router]
        return stand != _EMPTY and bool(self.staying.get((self.tool_of[stand], router), 0) & ~state.done)

    def free(self, done: int, standing: Sequence[int]) -> Iterator[int]:
        """The steps that cost nothing more, each once those before it are done."""
        going = True
        while going:
            going = False
            for router, stand in enumerate(standing):
                left = self.members[stand] & ~done if stand != _EMPTY else 0
                while left:
                    one = left & -left
                    left ^= one
                    number = one.bit_length() - 1
                    if not self.before[number] & ~done and (self.alike or router in self.allowed(number)):
                        yield number
                        done |= one
                        going = True

    def done_from(self, state: _State) -> _State:
        """The same with all that is free done."""
        done = state.done
        for number in self.free(done, state.standing) if self.at_once else ():
            done |= 1 << number
        return _State(state.cost, done, state.standing, state.before, state.mounted, state.step)

    def below(self, state: _State) -> float:
        """Minutes of changes that are still to come at least."""
        found = 0.0
        standing, left = state.standing, ~state.done
        tools = {self.tool_of[stand] for stand in standing if stand != _EMPTY}
        for tool, (steps, stands) in enumerate(self.of_tool):
            if not steps & left:
                continue
            wanted = 0
            for stand in stands:
                if self.members[stand] & left and stand not in standing:
                    wanted += 1
            if wanted:
                found += wanted * self.least if tool in tools else self.tool_minutes + (wanted - 1) * self.least
        return found

    def next_of(self, state: _State) -> Iterator[_State]:
        """The states that one mounting leads to."""
        seen: set[tuple[int, int]] = set()
        left = self.all & ~state.done
        while left:
            one = left & -left
            left ^= one
            number = one.bit_length() - 1
            if self.before[number] & ~state.done:
                continue
            stand = self.stand_of[number]
            for router in self.allowed(number):
                here = state.standing[router] if self.alike else router
                kind = (here, stand if self.at_once else number)
                if kind in seen or (self.tool_change(state.standing[router], stand) and self.stays_in(state, router)):
                    continue
                seen.add(kind)
                standing = (*state.standing[:router], stand, *state.standing[router + 1 :])
                cost = state.cost + self.cost(state.standing[router], stand)
                yield self.done_from(_State(cost, state.done | one, standing, state, router, number))

    def key(self, state: _State) -> tuple[int, tuple[int, ...]]:
        """What is alike of two states: routers that may do all are."""
        return state.done, tuple(sorted(state.standing)) if self.alike else state.standing

    def told(self, end: _State) -> tuple[tuple[str, ...], tuple[Change, ...]]:
        """The steps and changes that lead to a state, in order."""
        way = [end]
        while way[-1].before is not None:
            way.append(way[-1].before)
        order: list[str] = []
        changes: list[Change] = []
        done, before = 0, way[-1]
        for state in reversed(way):
            if state.before is not None:
                stand, old = state.standing[state.mounted], before.standing[state.mounted]
                if stand != old:
                    tool = self.tool_change(old, stand)
                    changes.append(Change(step=self.steps[state.step].id, router=state.mounted, tool=tool))
                order.append(self.steps[state.step].id)
                done |= 1 << state.step
            for number in self.free(done, state.standing) if self.at_once else ():
                order.append(self.steps[number].id)
                done |= 1 << number
            before = state
        return tuple(order), tuple(changes)


def _numbered(steps: Sequence[WorkStep]) -> dict[str, int]:
    """The number of each step by its id. Raises `OrderError`."""
    number_of: dict[str, int] = {}
    for number, step in enumerate(steps):
        if step.id in number_of:
            raise OrderError(refusals.STEP_TWICE, field="steps", id=step.id)
        number_of[step.id] = number
    for step in steps:
        for name in step.after:
            if name not in number_of:
                raise OrderError(refusals.AFTER_NOTHING, field="steps", id=step.id, after=name)
    try:
        TopologicalSorter({step.id: step.after for step in steps}).prepare()
    except CycleError as circle:
        raise OrderError(refusals.IN_A_CIRCLE, field="steps", way=" → ".join(reversed(circle.args[1]))) from circle
    return number_of


def _followed_side_by_side(work: _Work, start: _State) -> _State:
    """A good order: those that look best so far are followed, a few at a time."""
    beam, best = [start], None
    wide = min(_BEAM, max(_FEWEST, _TOGETHER // len(work.steps)))
    while beam:
        for state in beam:
            if state.done == work.all and (best is None or state.cost < best.cost):
                best = state
        found: dict[object, tuple[float, int, _State]] = {}
        for state in beam:
            for each in work.next_of(state) if state.done != work.all else ():
                rank = each.cost + work.below(each)
                if best is not None and rank >= best.cost - _SAME:
                    continue
                key = work.key(each)
                if key not in found or found[key][0] > rank:
                    found[key] = (rank, -each.done.bit_count(), each)
        beam = [state for *_, state in sorted(found.values(), key=lambda each: each[:2])[:wide]]
    assert best is not None  # without a circle there is an order
    return best


def _searched(work: _Work, start: _State, best: _State, most: int) -> tuple[_State, float]:
    """The best order, or the best that was found before so many states were looked at; and what no order goes below."""
    tick = count()
    least = {work.key(start): start.cost}
    heap = [(work.below(start), 0, next(tick), start)]
    looked_at = 0
    while heap:
        rank, _, _, state = heapq.heappop(heap)
        if rank >= best.cost - _SAME:
            return best, best.cost
        if state.done == work.all:
            return state, state.cost
        if state.cost > least[work.key(state)] + _SAME:
            continue
        if looked_at > most:
            return best, rank
        for each in work.next_of(state):
            looked_at += 1
            key, ahead = work.key(each), each.cost + work.below(each)
            if ahead < best.cost - _SAME and each.cost < least.get(key, float("inf")) - _SAME:
                least[key] = each.cost
                heapq.heappush(heap, (ahead, -each.done.bit_count(), next(tick), each))
    return best, best.cost
