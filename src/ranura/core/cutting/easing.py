"""What somebody asks of one cut after trouble with it: lighter passes, a slower spindle, a slower hand (R2, R3, R4)."""

from __future__ import annotations

from dataclasses import replace
from typing import Literal

from ranura.core.cutting.feed import HELD_BACK
from ranura.core.shop.house_rules import HouseRules

Easing = Literal["lighter", "slower", "gentler"]
"""A field of a cut that eases it."""

LIGHTER = 2 / 3
"""Of what a pass would take, what one of an eased cut does."""
SLOWER = 0.85
"""Of the speed that is planned, what an eased cut turns at: about one number of a dial."""


def eased(rules: HouseRules, cut: object) -> HouseRules:
    """The house's rules for a cut, eased where it asks for that; eased once more they stay as they are.

    Rule: R3 lighter passes, R2 slower, R4 gentler
    Formula: 2/3 of what a pass would take, 0.85 of the speed, 2 m/min at most; less where the house has less
    Source: what a person does first when a cut chatters, bogs down, tears or burns

    >>> from types import SimpleNamespace
    >>> eased(HouseRules(), SimpleNamespace(slower=True)).speed_share
    0.85"""
    if getattr(cut, "lighter", False):
        rules = replace(rules, pass_share=min(rules.pass_share, LIGHTER))
    if getattr(cut, "slower", False):
        rules = replace(rules, speed_share=min(rules.speed_share, SLOWER))
    if getattr(cut, "gentler", False):
        rules = replace(rules, feed_max_m_min=min(rules.feed_max_m_min, HELD_BACK))
    return rules
