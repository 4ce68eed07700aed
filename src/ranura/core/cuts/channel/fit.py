"""Fit: how wide a channel must be for its mate, and what makes that uncertain (R14, R19).

A mate is measured, since sheet goods are nearly always thinner than their name.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Final, Literal, Protocol

from ranura.core.cuts.channel import refusals
from ranura.core.geometry import closeness
from ranura.core.learning.forecast import Spread
from ranura.core.shop.house_rules import HouseRules
from ranura.core.text.asking import bounded
from ranura.core.text.errors import CutError
from ranura.core.text.lengths import Length

Fit = Literal["tight", "sliding", "glue"]


@dataclass(frozen=True, kw_only=True, slots=True)
class Mate:
    """The part that is to fit: its thickness, whether that was measured, whether it is sheet goods, and how it shall fit."""

    thickness: Length
    measured: bool = True
    sheet: bool = True
    fit: Fit = "sliding"
    clearance: Length | None = bounded(None, zero=True)
    """What the channel is to be wider than the part, where that is typed; None for as much as the fit has."""


MOST_CLEARANCE: Final = 1.0
"""mm: what rattles more than that is no fit."""


class Fitted(Protocol):
    """What is to fit: by a word, or by a clearance that is typed."""

    @property
    def fit(self) -> Fit:
        """How it shall fit, where no clearance is typed."""

    @property
    def clearance(self) -> Length | None:
        """What a place is to be wider than what goes into it; None for as much as the fit has."""


def clearance_of(asked: Fitted, rules: HouseRules, by_fit: Mapping[Fit, float] | None = None) -> float:
    """What a place is wider than what goes into it, in mm; `by_fit`: of a joint that has its own.

    Rule: R14 clearance
    Formula: as typed; else tight 0, sliding 0.1, with room for glue 0.15 mm, as the house has it
    Source: house rules of joiners"""
    if asked.clearance is not None:
        return asked.clearance.mm
    usual: Mapping[Fit, float] = {"tight": rules.fit_tight, "sliding": rules.fit_sliding, "glue": rules.fit_glue}
    return (usual if by_fit is None else by_fit)[asked.fit]


def refuse_too_much_room(asked: Fitted, field: str) -> None:
    """Raises `CutError` at `field` for a typed clearance that is no fit."""
    if asked.clearance is not None and closeness.over(asked.clearance.mm, MOST_CLEARANCE):
        raise CutError(refusals.TOO_MUCH_ROOM, field=field, room=asked.clearance.mm, most=MOST_CLEARANCE)


def mate_width(mate: Mate, rules: HouseRules) -> float:
    """How wide the channel for a mate is: its measured thickness and the clearance of its fit, in mm."""
    return mate.thickness.mm + clearance_of(mate, rules)


def width_causes(rules: HouseRules, *, sheet: bool, spacers: int) -> tuple[Spread, ...]:
    """What makes the width of a channel and its mate uncertain: the bit, the widest spacer where there is one, the mate.

    Rule: R19 causes
    Formula: bit 0.03, spacer 0.05, mate 0.10 (sheet goods 0.15) mm, as the house has it
    Source: the fence moves the whole channel and does not widen it; of several spacers only the widest sets the far wall"""
    found = [Spread(of="bit", mm=rules.spread_bit)]
    if spacers:
        found.append(Spread(of="spacer", mm=rules.spread_spacer))
    return (*found, Spread(of="mate", mm=rules.spread_sheet if sheet else rules.spread_mate))


def position_spread(rules: HouseRules, *, based: bool = True) -> float:
    """How far the near wall may lie from its line, as a standard deviation in mm; `based`: a base runs along the guide.

    Rule: R19 position
    Formula: s = √(base² + setting² + (bit/2)²)
    Source: base distance and fence setting move the wall, half the bit's error widens towards it"""
    base = rules.spread_base if based else 0.0
    return math.sqrt(base**2 + rules.spread_fence**2 + (rules.spread_bit / 2) ** 2)
