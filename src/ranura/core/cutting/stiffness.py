"""How much a bit bends and how hard it is loaded (R6): a cantilever from the collet, pushed by one tooth at its worst."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from ranura.core.board.materials import MaterialClass
from ranura.core.cutting.feed import thinning
from ranura.core.cutting.power import specific_energy
from ranura.core.geometry import closeness
from ranura.core.shop.house_rules import STANDARD, HouseRules
from ranura.core.shop.tooling.bits import Body
from ranura.core.text import strength_words
from ranura.core.text.cautions import Caution, caution

Verdict = Literal["fine", "caution", "reduce"]

_UNEVEN = 2.0
_SAFETY = 2.0
CUTTER_SHARE = 0.8
"""Of the cutter's diameter: what is left between the flutes to bend."""

_E_CARBIDE, _E_STEEL = 600_000.0, 205_000.0


@dataclass(frozen=True, kw_only=True, slots=True)
class Stiffness:
    """Peak force on a tooth in N, deflection of the tip in mm, highest bending stress and what is allowed, both in MPa."""

    peak_force_n: float
    deflection_mm: float
    stress_mpa: float
    stress_limit_mpa: float
    verdict: Verdict
    cautions: tuple[Caution, ...]


def peak_force(
    *, material: MaterialClass, engaged_depth: float, width: float, bit_diameter: float, tooth_mm: float, dull: bool = False
) -> float:
    """The highest force on one tooth, in N.

    Rule: R6 peak force
    Formula: F_p = 2·u·a_p·h_max, h_max = f_z where a_e ≥ D/2, else f_z·k
    Source: specific cutting energy, 1 J/cm³ = 1 N/mm²; the 2 stands for run-out, knots and an uneven hand

    >>> round(peak_force(material="hardwood", engaged_depth=6, width=12, bit_diameter=12, tooth_mm=0.07), 1)
    46.2"""
    chip = tooth_mm * min(1.0, thinning(radial_engagement=width, bit_diameter=bit_diameter))
    return _UNEVEN * specific_energy(material, dull=dull) * engaged_depth * chip


def deflection(
    *, force_n: float, shank: float, cutter: float, cutting_length: float, free_length: float, engaged_depth: float, body: Body
) -> float:
    """How far the tip of a bit gives way, in mm: shank over its free length, cutter of 0.8·D over the rest.

    Rule: R6 deflection
    Formula: f = Σ F·(a − x)·(l − x)·dx / (E·I), a = l − engaged depth / 2, I = π·d·d·d·d/64
    Source: beam theory; E 600 GPa for solid carbide, 205 GPa for steel

    A plain rod is F·a²·(3·l − a) / (6·E·I):

    >>> round(deflection(force_n=50, shank=8, cutter=10, cutting_length=20, free_length=40, engaged_depth=1e-9, body="steel"), 4)
    0.0259"""
    modulus = _E_CARBIDE if body == "solid-carbide" else _E_STEEL
    load_at = free_length - engaged_depth / 2
    bend = max(free_length - cutting_length, 0.0)
    first = _bent(0.0, min(bend, load_at), load_at, free_length) / _second_moment(shank)
    second = _bent(min(bend, load_at), load_at, load_at, free_length) / _second_moment(CUTTER_SHARE * cutter)
    return force_n * (first + second) / modulus


def tip_compliance(*, shank: float, cutter: float, cutting_length: float, free_length: float, body: Body) -> float:
    """How far the tip gives way for a newton at the tip, in mm/N: more than for any load that is spread along the cutter.

    >>> round(50 * tip_compliance(shank=8, cutter=10, cutting_length=20, free_length=40, body="steel"), 4)
    0.0259"""
    modulus = _E_CARBIDE if body == "solid-carbide" else _E_STEEL
    part = min(cutting_length, free_length) ** 3
    whole = free_length**3
    return 64 / math.pi * ((whole - part) / shank**4 + part / (CUTTER_SHARE * cutter) ** 4) / (3 * modulus)


def _second_moment(diameter: float) -> float:
    return math.pi * diameter**4 / 64


def _bent(start: float, end: float, a: float, length: float) -> float:
    """The integral of (a − x)·(l − x) from start to end."""

    def whole(x: float) -> float:
        return a * length * x - (a + length) * x**2 / 2 + x**3 / 3

    return whole(end) - whole(start)


def stress(
    *,
    force_n: float,
    shank: float,
    cutter: float,
    cutting_length: float,
    free_length: float,
    engaged_depth: float,
    neck: float | None = None,
) -> float:
    """The highest bending stress in MPa: at the collet, at the cutter's root, and at a neck where there is one.

    Rule: R6 stress
    Formula: s = 32·F·arm / (π·d³)
    Source: beam theory

    >>> round(stress(force_n=50, shank=8, cutter=10, cutting_length=20, free_length=40, engaged_depth=4), 1)
    37.8"""
    load_at = free_length - engaged_depth / 2
    root = min(max(load_at - max(free_length - cutting_length, 0.0), 0.0), load_at)
    found = max(_bending(load_at, shank), _bending(root, CUTTER_SHARE * cutter))
    return force_n * (found if neck is None else max(found, _bending(root, neck)))


def _bending(arm: float, diameter: float) -> float:
    return 32 * arm / (math.pi * diameter**3)


def stress_limit(body: Body, rules: HouseRules = STANDARD) -> float:
    """What a bit may be loaded with, in MPa: half the strength of its body.

    >>> stress_limit("steel"), stress_limit("solid-carbide")
    (175.0, 400.0)"""
    return (rules.carbide_limit if body == "solid-carbide" else rules.steel_limit) / _SAFETY


def plan_stiffness(
    *,
    bit_diameter: float,
    shank_diameter: float,
    cutting_length: float,
    free_length: float,
    engaged_depth: float,
    width: float,
    material: MaterialClass,
    tooth_mm: float,
    body: Body,
    neck: float | None = None,
    dull: bool = False,
    rules: HouseRules = STANDARD,
) -> Stiffness:
    """Bending and load of one pass `engaged_depth` deep and `width` wide, at `tooth_mm` feed per tooth (R6)."""
    force = peak_force(
        material=material, engaged_depth=engaged_depth, width=width, bit_diameter=bit_diameter, tooth_mm=tooth_mm, dull=dull
    )
    bent = deflection(
        force_n=force,
        shank=shank_diameter,
        cutter=bit_diameter,
        cutting_length=cutting_length,
        free_length=free_length,
        engaged_depth=engaged_depth,
        body=body,
    )
    loaded = stress(
        force_n=force,
        shank=shank_diameter,
        cutter=bit_diameter,
        cutting_length=cutting_length,
        free_length=free_length,
        engaged_depth=engaged_depth,
        neck=neck,
    )
    limit = stress_limit(body, rules)
    verdict: Verdict = "fine"
    cautions: list[Caution] = []
    if closeness.over(loaded, limit):
        verdict = "reduce"
        cautions.append(caution(strength_words.BIT_OVERLOADED, level="caution", stress=loaded, limit=limit))
    if closeness.over(bent, rules.bend_limit):
        verdict = "reduce"
        cautions.append(caution(strength_words.BENDS_TOO_FAR, level="caution", bent=bent, limit=rules.bend_limit))
    elif closeness.over(bent, rules.bend_caution):
        verdict = "caution" if verdict == "fine" else verdict
        cautions.append(caution(strength_words.BENDS, bent=bent))
    return Stiffness(
        peak_force_n=force,
        deflection_mm=bent,
        stress_mpa=loaded,
        stress_limit_mpa=limit,
        verdict=verdict,
        cautions=tuple(cautions),
    )
