"""An inlay from one template (R10): the recess with the ring on the bushing, the plug with the ring off."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from shapely.geometry.base import BaseGeometry

from ranura.core.geometry import closeness
from ranura.core.geometry.loops import Loop, area_of
from ranura.core.shop.house_rules import STANDARD, HouseRules

Fit = Literal["interference", "tight", "loose"]

_TIGHT = 0.1
_QUARTER = 96
"""Chords of a quarter arc."""


@dataclass(frozen=True, kw_only=True, slots=True)
class Inlay:
    """How far recess and plug lie inside the template's edge, the gap on each side, what fit that is; mm.

    `plug_depth` is None without a recess depth.
    """

    recess_inset: float
    plug_inset: float
    gap: float
    fit: Fit
    smallest_template_radius: float
    plug_depth: float | None


def plan_inlay(
    *, ring_od: float, bushing_od: float, bit_diameter: float, recess_depth: float | None = None, rules: HouseRules = STANDARD
) -> Inlay:
    """Recess and plug of one template.

    Rule: R10 inlay
    Formula: i_r = (ring − D)/2, i_p = (bushing + D)/2, g = i_p − i_r; inside radii of the template ≥ ring/2
    Source: geometry; a ring as thick in its wall as the bit is wide gives g = 0

    >>> round(plan_inlay(ring_od=23.8125, bushing_od=11.1125, bit_diameter=6.35).gap, 9)
    0.0"""
    recess, plug = (ring_od - bit_diameter) / 2, (bushing_od + bit_diameter) / 2
    gap = plug - recess
    fit: Fit = "interference" if closeness.under(gap, 0) else "loose" if closeness.over(gap, _TIGHT) else "tight"
    return Inlay(
        recess_inset=recess,
        plug_inset=plug,
        gap=gap,
        fit=fit,
        smallest_template_radius=ring_od / 2,
        plug_depth=None if recess_depth is None else recess_depth + rules.plug_extra,
    )


def plug_axis(opening: Sequence[Loop], *, bushing_od: float) -> BaseGeometry:
    """Where the axis may be when a bushing follows a template's opening, given by its edges, on the inside."""
    return area_of(opening).buffer(-bushing_od / 2, quad_segs=_QUARTER)


def plug_of(axis: BaseGeometry, *, bit_diameter: float) -> BaseGeometry:
    """The plug that a bit leaves which goes round along the edge of that."""
    return axis.buffer(-bit_diameter / 2, quad_segs=_QUARTER)
