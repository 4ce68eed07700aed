"""The order of a job's cuts: all boards together, so that bits and settings change least (R16)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Final, Literal

from ranura.core.sequence.order import Change, WorkStep, as_listed, best_order
from ranura.core.sequence.staying import InBetween, in_between, staying

_SETTING_SHARE = 0.5
"""Of the minutes that a setup takes: what setting a mounted bit anew takes."""
_REMEMBERED: Final = 32
"""Orders: a page asks again whenever something was written, and mostly nothing that they hang on."""


@dataclass(frozen=True, kw_only=True, slots=True)
class CutWork:
    """A cut as work: the board that it is in, how many of that there are, with what it is made and how that is set, and the
    minutes that all of them take in the wood."""

    cut_id: str
    piece_id: str
    bit_id: str
    router_id: str
    setting: str
    minutes: float


@dataclass(frozen=True, kw_only=True, slots=True)
class Pin:
    """What a person wants of the order: one cut before another."""

    earlier: str
    later: str


@dataclass(frozen=True, kw_only=True, slots=True)
class StaysIn:
    """What a person wants of the order: a bit that is put into its router once, and taken out when its last cut is made."""

    bit_id: str
    router_id: str


@dataclass(frozen=True, kw_only=True, slots=True)
class OrderedCut:
    """A cut in the order of work: what is changed before it (None where all stands as it wants), and the cut of its board that
    must come before it, since its plan begins with what that one leaves."""

    cut_id: str
    change: Literal["tool", "setting"] | None
    after: str | None


@dataclass(frozen=True, kw_only=True, slots=True)
class JobOrder:
    """The best order that was found, against the order as it is listed; minutes with all changes. No order goes below `bound`."""

    cuts: tuple[OrderedCut, ...]
    minutes: float
    bound: float
    proven: bool
    tool_changes: int
    setting_changes: int
    listed_minutes: float
    listed_tool_changes: int
    listed_setting_changes: int
    tool_minutes: float
    setting_minutes: float


def order_of_job(
    works: Sequence[CutWork], *, setup_minutes: float, pins: Sequence[Pin] = (), stays: Sequence[StaysIn] = ()
) -> JobOrder:
    """The cuts of a job in the order that changes least, each with its own router, as a person has pinned them; what is wanted of
    cuts and bits that are not there, or that cannot be, is let be.

    Rule: R16
    Formula: as `sequence`; the cuts of a board keep their order, for each is planned on what those before it left
    Source: bounded search"""
    return _order_of_job(tuple(works), setup_minutes, tuple(pins), tuple(stays))


@lru_cache(_REMEMBERED)
def _order_of_job(
    works: tuple[CutWork, ...], setup_minutes: float, pins: tuple[Pin, ...], stays: tuple[StaysIn, ...]
) -> JobOrder:
    routers = _routers(works)
    before = _on_its_board(works)
    steps, staying_in = _steps(works, pins), []
    for stay in stays_standing(works, pins, stays):
        staying_in.append((stay.bit_id, routers.index(stay.router_id)))
        steps = staying(steps, staying_in[-1])
    tool, setting = setup_minutes, setup_minutes * _SETTING_SHARE
    count = max(1, len(routers))
    found = best_order(steps, tool_minutes=tool, setting_minutes=setting, routers=count, stays=staying_in)
    listed, changes = as_listed(steps, tool_minutes=tool, setting_minutes=setting, routers=count)
    changed = {each.step: each for each in found.changes}
    return JobOrder(
        cuts=tuple(OrderedCut(cut_id=each, change=_change(changed.get(each)), after=before.get(each)) for each in found.order),
        minutes=found.minutes,
        bound=found.bound,
        proven=found.proven,
        tool_changes=found.tool_changes,
        setting_changes=found.setting_changes,
        listed_minutes=listed,
        listed_tool_changes=sum(each.tool for each in changes),
        listed_setting_changes=sum(not each.tool for each in changes),
        tool_minutes=tool,
        setting_minutes=setting,
    )


def standing(works: Sequence[CutWork], pins: Sequence[Pin]) -> tuple[Pin, ...]:
    """The pins that can stand, each with those before it."""
    there = {each.cut_id for each in works}
    found: list[Pin] = []
    for pin in pins:
        if pin.earlier in there and pin.later in there and not why_not(works, found, pin):
            found.append(pin)
    return tuple(found)


def stays_standing(works: Sequence[CutWork], pins: Sequence[Pin], stays: Sequence[StaysIn]) -> tuple[StaysIn, ...]:
    """The bits that can stay in, each beside the pins and those before it."""
    found: list[StaysIn] = []
    for stay in stays:
        there = any((each.bit_id, each.router_id) == (stay.bit_id, stay.router_id) for each in works)
        if there and stay not in found and cut_in_between(works, pins, found, stay) is None:
            found.append(stay)
    return tuple(found)


def cut_in_between(works: Sequence[CutWork], pins: Sequence[Pin], stays: Sequence[StaysIn], stay: StaysIn) -> InBetween | None:
    """The cut with another bit for which a bit must be taken out of its router half done; None where it can stay in."""
    routers, steps = _routers(works), _steps(works, pins)
    for each in stays:
        steps = staying(steps, (each.bit_id, routers.index(each.router_id)))
    return in_between(steps, (stay.bit_id, routers.index(stay.router_id))) if stay.router_id in routers else None


def _routers(works: Sequence[CutWork]) -> list[str]:
    return list(dict.fromkeys(each.router_id for each in works))


def _steps(works: Sequence[CutWork], pins: Sequence[Pin]) -> list[WorkStep]:
    """The cuts as steps, each after the one before it on its board and those that are pinned before it."""
    routers, before = _routers(works), _on_its_board(works)
    pinned: dict[str, list[str]] = {}
    for pin in standing(works, pins):
        pinned.setdefault(pin.later, []).append(pin.earlier)
    return [
        WorkStep(
            id=each.cut_id,
            tool=each.bit_id,
            setting=each.setting,
            minutes=each.minutes,
            after=(*((before[each.cut_id],) if each.cut_id in before else ()), *pinned.get(each.cut_id, ())),
            router=routers.index(each.router_id),
        )
        for each in works
    ]


def why_not(works: Sequence[CutWork], pins: Sequence[Pin], pin: Pin) -> tuple[str, ...]:
    """The cuts of which each must come before the next, from the one that is wanted last to the one that is wanted first; empty
    where a pin can stand."""
    onwards: dict[str, list[str]] = {}
    for then, first in _on_its_board(works).items():
        onwards.setdefault(first, []).append(then)
    for each in pins:
        onwards.setdefault(each.earlier, []).append(each.later)
    came_from: dict[str, str | None] = {pin.later: None}
    to_see = [pin.later]
    while to_see:
        here = to_see.pop(0)
        if here == pin.earlier:
            way = [here]
            while (before := came_from[way[-1]]) is not None:
                way.append(before)
            return tuple(reversed(way))
        for there in onwards.get(here, ()):
            if there not in came_from:
                came_from[there] = here
                to_see.append(there)
    return ()


def _on_its_board(works: Sequence[CutWork]) -> dict[str, str]:
    """Of each cut the one before it on its board."""
    before: dict[str, str] = {}
    last: dict[str, str] = {}
    for each in works:
        if each.piece_id in last:
            before[each.cut_id] = last[each.piece_id]
        last[each.piece_id] = each.cut_id
    return before


def _change(found: Change | None) -> Literal["tool", "setting"] | None:
    return None if found is None else "tool" if found.tool else "setting"
