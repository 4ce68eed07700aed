"""Templates for a bearing at the shank: how thick they are (R3, R9)."""

from __future__ import annotations

import math

from ranura.core.shop.tooling.bits import Bit
from ranura.core.shop.tooling.profiles import BEARING_HEIGHT

CONTACT = 2.0
"""mm of a template that a shank bearing must ride on."""


def thick_enough(bit: Bit, first: float) -> float:
    """How thick a template is at least for a first pass of a depth, in mm.

    Rule: R3 shank bearing
    Formula: t ≥ L_c − first depth + k, k = 2 mm
    Source: the bearing must ride on the template while the cutter takes its first step"""
    return bit.cutting_length - first + CONTACT


def bands(template: float, depth: float) -> int:
    """How many bands of a cutter can work, one after another, as the bearing at its shank is set at other heights of a template
    so many mm thick, for a cut that goes through.

    Rule: R9 bands
    Formula: ⌊(template − bearing) / depth⌋ + 1
    Source: a band is as high as the cut is deep, and the bearing must stay on the template

    >>> bands(18, 6), bands(9, 12)
    (3, 1)"""
    return max(math.floor((template - BEARING_HEIGHT) / depth + 1e-9), 0) + 1
