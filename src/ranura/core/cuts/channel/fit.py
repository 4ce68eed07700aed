"""Fit: how wide a channel must be for its mate, and what makes that uncertain (R14, R19).

A mate is measured, since sheet goods are nearly always thinner than their name.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from ranura.core.learning.forecast import Spread
from ranura.core.shop.house_rules import HouseRules
from ranura.core.text.lengths import Length

Fit = Literal["tight", "sliding", "glue"]


@dataclass(frozen=True, kw_only=True, slots=True)
class Mate:
    """The part that is to fit: its thickness, whether that was measured, whether it is sheet goods, and how it shall fit."""

    thickness: Length
    measured: bool = True
    sheet: bool = True
    fit: Fit = "sliding"


def clearance_of(fit: Fit, rules: HouseRules) -> float:
    """What a channel is wider than its mate, in mm.

    Rule: R14 clearance
    Formula: tight 0, sliding 0.1, with room for glue 0.15 mm, as the house has it
    Source: house rules of joiners"""
    return {"tight": rules.fit_tight, "sliding": rules.fit_sliding, "glue": rules.fit_glue}[fit]


def mate_width(mate: Mate, rules: HouseRules) -> float:
    """How wide the channel for a mate is: its measured thickness and the clearance of its fit, in mm."""
    return mate.thickness.mm + clearance_of(mate.fit, rules)


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
