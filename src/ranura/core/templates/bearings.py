"""Templates for a bearing at the shank: how thick they are (R3, R9)."""

from __future__ import annotations

from ranura.core.shop.tooling.bits import Bit

CONTACT = 2.0
"""mm of a template that a shank bearing must ride on."""


def thick_enough(bit: Bit, first: float) -> float:
    """How thick a template is at least for a first pass of a depth, in mm.

    Rule: R3 shank bearing
    Formula: t ≥ L_c − first depth + k, k = 2 mm
    Source: the bearing must ride on the template while the cutter takes its first step"""
    return bit.cutting_length - first + CONTACT
