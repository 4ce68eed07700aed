"""What is too small for a router held by hand (R15, R17)."""

from __future__ import annotations

from ranura.core.geometry import closeness

SMALL_LENGTH, SMALL_WIDTH = 150.0, 75.0


def is_small(part: tuple[float, float]) -> bool:
    """Whether a part is too small for a router held by hand (R15, R17 floor); length and width in mm."""
    return closeness.under(max(part), SMALL_LENGTH) or closeness.under(min(part), SMALL_WIDTH)


PUSHED_UNDER = 150.0
"""mm: a narrower board is fed over a table with push blocks."""
