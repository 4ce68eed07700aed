"""Power of a cut (R5): specific energy times volume per time, corrected for the thickness of the chip. An estimate."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from ranura.core.board.materials import MaterialClass
from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import STANDARD

SHARE_OF_INPUT = STANDARD.power_share
EASY_BELOW = 0.5
LIMIT = STANDARD.power_limit
_LEAST_CHIP = 0.02

_SPECIFIC_ENERGY: dict[MaterialClass, float] = {
    "softwood": 30,
    "hardwood": 55,
    "dense-hardwood": 75,
    "plywood": 45,
    "veneered-board": 45,
    "mdf": 45,
    "plastic": 40,
}
_DULL = 1.5
_REFERENCE_CHIP = 0.045
MOST_CORRECTION = 1.6
_CORRECTION = (0.8, MOST_CORRECTION)
_BAND = 0.3

Verdict = Literal["easy", "caution", "over"]


@dataclass(frozen=True, kw_only=True, slots=True)
class Power:
    """Watts at the bit with their band; `available_w`, `share` and `verdict` are None when the router is not known."""

    power_w: float
    low_w: float
    high_w: float
    available_w: float | None
    share: float | None
    verdict: Verdict | None


def specific_energy(material: MaterialClass, *, dull: bool = False) -> float:
    """J/cm³ that a class of material takes, half as much again with a dull bit.

    >>> specific_energy("hardwood", dull=True)
    82.5"""
    return _SPECIFIC_ENERGY[material] * (_DULL if dull else 1)


def chip_correction(*, width: float, bit_diameter: float, tooth_mm: float) -> float:
    """Thin chips cost more energy: the factor for a cut `width` mm wide at `tooth_mm` feed per tooth.

    Rule: R5 chip correction
    Formula: h_m = f_z·2·a_e/(D·φ), φ = arccos(1 − 2·a_e/D); factor √(0.045/h_m) within 0.8 to 1.6
    Source: size effect of cutting energy; φ is the arc of contact, π in a slot

    >>> round(chip_correction(width=12.7, bit_diameter=12.7, tooth_mm=0.0706858), 3)
    1.0"""
    share = min(width / bit_diameter, 1.0)
    arc = math.acos(1 - 2 * share)
    if not arc:
        return _CORRECTION[1]  # so thin that the arc is lost in the arithmetic
    mean_chip = tooth_mm * 2 * share / arc
    return closeness.clamp(math.sqrt(_REFERENCE_CHIP / mean_chip), *_CORRECTION)


def cut_power(*, material: MaterialClass, depth: float, width: float, feed_m_min: float, dull: bool = False) -> float:
    """Watts for a cut `depth` × `width` mm at a feed in m/min, before the chip correction.

    Rule: R5 power
    Formula: P = u·a_p·a_e·F / 60
    Source: specific cutting energies of wood, J/cm³; a dull bit takes half as much again

    >>> cut_power(material="hardwood", depth=2, width=6.35, feed_m_min=1.5)
    17.4625"""
    return specific_energy(material, dull=dull) * depth * width * feed_m_min / 60


def judge(power_w: float, *, rated_input_w: float | None, share_of_input: float = SHARE_OF_INPUT, limit: float = LIMIT) -> Power:
    """The estimate with its band, held against what a router has to give.

    Rule: R5 available power
    Formula: available = 0.55·rated input; share under 50 % easy, to 80 % caution, over that over
    Source: efficiency of universal motors; the band is ±30 %"""
    available = share = None
    verdict: Verdict | None = None
    if rated_input_w is not None:
        available = rated_input_w * share_of_input
        share = power_w / available
        verdict = "easy" if closeness.under(share, EASY_BELOW) else "over" if closeness.over(share, limit) else "caution"
    return Power(
        power_w=power_w,
        low_w=power_w * (1 - _BAND),
        high_w=power_w * (1 + _BAND),
        available_w=available,
        share=share,
        verdict=verdict,
    )


def plan_power(
    *,
    material: MaterialClass,
    depth: float,
    width: float,
    feed_m_min: float,
    dull: bool = False,
    rated_input_w: float | None = None,
    bit_diameter: float | None = None,
    tooth_mm: float | None = None,
    share_of_input: float = SHARE_OF_INPUT,
    limit: float = LIMIT,
) -> Power:
    """The power of a cut; the chip correction applies when bit diameter and feed per tooth are known (R5)."""
    watts = cut_power(material=material, depth=depth, width=width, feed_m_min=feed_m_min, dull=dull)
    if bit_diameter is not None and tooth_mm is not None:
        watts *= chip_correction(width=width, bit_diameter=bit_diameter, tooth_mm=tooth_mm)
    return judge(watts, rated_input_w=rated_input_w, share_of_input=share_of_input, limit=limit)


def least_feed_chip(*, rpm: float, flutes: int, minimum_m_min: float) -> float:
    """The slowest feed in m/min that may be used to save power: the hand's minimum and a chip of 0.02 mm.

    >>> least_feed_chip(rpm=22_000, flutes=2, minimum_m_min=0.8)
    0.88"""
    return max(minimum_m_min, _LEAST_CHIP * rpm * flutes / 1000)
