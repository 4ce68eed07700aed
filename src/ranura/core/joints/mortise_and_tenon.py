"""Mortise and tenon (R14): as wide as a bit makes it that comes nearest to a third of the rail; fixed, or a loose tenon."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ranura.core.geometry import closeness
from ranura.core.joints import words
from ranura.core.text.cautions import Caution, caution

CLEARANCE, END_GAP = 0.1, 2.0
"""mm that a tenon is thinner than its mortise, and shorter than that is deep."""


@dataclass(frozen=True, kw_only=True, slots=True)
class MortiseAndTenon:
    """All mm. The mortise's width and length, the radius of its ends; the tenon's thickness, length and width; what of the rail
    stands beside it, None for a loose one."""

    mortise_width: float
    mortise_length: float
    corner_radius: float
    tenon_thickness: float
    tenon_length: float
    tenon_width: float
    cheek: float | None
    cautions: tuple[Caution, ...]


def plan_mortise_and_tenon(
    *,
    rail_thickness: float,
    bits: Sequence[float],
    mortise_depth: float,
    rail_width: float,
    shoulder: float = 0.0,
    clearance: float = CLEARANCE,
    end_gap: float = END_GAP,
    loose: bool = False,
) -> MortiseAndTenon:
    """Both members for a rail; `bits` are the diameters there are, `shoulder` what the tenon is narrower at either edge.

    Rule: R14 mortise and tenon
    Formula: width: the bit nearest a third of the rail, of two the smaller; tenon = width − clearance, depth − end gap long; a
    loose one as long as both mortises are deep − end gap
    Source: thirds leave cheeks and tenon alike; the room at the end takes glue and chips

    Raises ValueError without bits, and where the shoulders leave no tenon."""
    tenon_width = rail_width - 2 * shoulder
    if not bits or not closeness.over(tenon_width, 0):
        raise ValueError("a tenon needs a bit, and wood between its shoulders")
    width = min(bits, key=lambda each: (round(abs(each - rail_thickness / 3), 6), each))
    tenon = width - clearance
    said = [caution(words.THIN_CHEEK, width=width, thickness=rail_thickness)] if closeness.over(width, rail_thickness / 2) else []
    return MortiseAndTenon(
        mortise_width=width,
        mortise_length=tenon_width,
        corner_radius=width / 2,
        tenon_thickness=tenon,
        tenon_length=(2 * mortise_depth if loose else mortise_depth) - end_gap,
        tenon_width=tenon_width,
        cheek=None if loose else (rail_thickness - tenon) / 2,
        cautions=tuple(said),
    )
