"""Tongue and groove (R14): a groove in the middle of one edge, a tongue on the other."""

from __future__ import annotations

from dataclasses import dataclass

from ranura.core.geometry import closeness

CLEARANCE, END_GAP = 0.1, 0.5
"""mm that a tongue is thinner than its groove, and shorter than that is deep."""
_OF_BIT = 1.9
"""Times its diameter that a bit makes a groove wide in two passes at most."""


@dataclass(frozen=True, kw_only=True, slots=True)
class TongueAndGroove:
    """All mm. Groove and tongue, how deep and how long; the cheek beside the tongue; from the fence to the bit, and in how many
    passes the groove is made: none where its bit cannot."""

    groove: float
    tongue: float
    groove_depth: float
    tongue_length: float
    cheek: float
    fence_to_bit: float | None
    passes: int

    @property
    def blocked(self) -> bool:
        """Whether the bit cannot make the groove."""
        return not self.passes


def plan_tongue_and_groove(
    *,
    thickness: float,
    groove_width: float,
    bit_diameter: float,
    depth: float,
    clearance: float = CLEARANCE,
    end_gap: float = END_GAP,
) -> TongueAndGroove:
    """Both members of boards `thickness` thick; `bit_diameter` is what a straight bit or a slot cutter takes at once.

    Rule: R14 tongue and groove
    Formula: fence to bit = (T − groove)/2 in one pass, (T + groove)/2 − D in two, the board turned over between them
    Source: two passes from both faces centre the groove; the first lies away from the fence, so that none is trapped"""
    tongue = groove_width - clearance
    possible = not closeness.under(groove_width, bit_diameter) and not closeness.over(groove_width, _OF_BIT * bit_diameter)
    once = closeness.same(groove_width, bit_diameter)
    passes = 0 if not possible else 1 if once else 2
    to_bit = {1: (thickness - groove_width) / 2, 2: (thickness + groove_width) / 2 - bit_diameter}
    return TongueAndGroove(
        groove=groove_width,
        tongue=tongue,
        groove_depth=depth,
        tongue_length=depth - end_gap,
        cheek=(thickness - tongue) / 2,
        fence_to_bit=to_bit.get(passes),
        passes=passes,
    )
