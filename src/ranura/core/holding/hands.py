"""What is too small for a router held by hand, and for hands over a table (R15, R17)."""

from __future__ import annotations

from ranura.core.geometry import closeness

SMALL_LENGTH, SMALL_WIDTH = 150.0, 75.0


def is_small(part: tuple[float, float]) -> bool:
    """Whether a part is too small for a router held by hand (R15, R17 floor); length and width in mm."""
    return closeness.under(max(part), SMALL_LENGTH) or closeness.under(min(part), SMALL_WIDTH)


def two_hands_fit(part: tuple[float, float]) -> bool:
    """Whether two hands can stay 75 mm from the bit on a part over a table; length and width in mm.

    Rule: R15 small parts
    Formula: at least 300 mm long (feather boards and a push stick), or at least 150 mm wide
    Source: a hand needs wood to push on, 75 mm away on either side"""
    return not closeness.under(max(part), LONG_ENOUGH) or not closeness.under(min(part), PUSHED_UNDER)


def kilograms(part: tuple[float, float], thickness: float, density: float) -> float:
    """What a board weighs; sizes in mm, density in kg/m³."""
    return part[0] * part[1] * thickness * 1e-9 * density


def wants_support(part: tuple[float, float], thickness: float, density: float) -> bool:
    """Whether a board is too long or too heavy for a table without support beside it.

    Rule: R15 small parts
    Formula: over 1,500 mm long, or over 25 kg
    Source: what hangs off a table tips, and what is heavy is not steered"""
    return closeness.over(max(part), LONGEST_ALONE) or kilograms(part, thickness, density) > HEAVIEST_ALONE


LONGEST_ALONE = 1500.0
HEAVIEST_ALONE = 25.0
LONG_ENOUGH = 300.0
"""mm: a narrow piece as long as that takes feather boards and a push stick; a shorter one is not lowered onto a bit by hand."""
PUSHED_UNDER = 150.0
"""mm: a narrower board is fed over a table with push blocks."""
