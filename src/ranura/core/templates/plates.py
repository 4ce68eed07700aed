"""A plate below the base that bridges an opening (R21.6)."""

from __future__ import annotations

PLATE = 9.0
"""mm: how thick a plate below the base is taken to be; so much less the bit reaches."""
_REACHES = 1.3


def plate_for(opening: float, *, beyond: float) -> float:
    """How wide a plate must be to lie firm at every place over an opening, with so many mm on the rim, in mm.

    Rule: R21.6 base
    Formula: the opening's width × 2 / 1.3, and so much more on either side
    Source: where the axis stands further from a rim than 0.3 of the plate's radius, it must reach the other rim too

    >>> round(plate_for(130, beyond=10))
    220"""
    return opening * 2 / _REACHES + 2 * beyond
