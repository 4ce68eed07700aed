"""How much of the work a vacuum must hold, and with what force it does."""

from __future__ import annotations

PRESSURE, FRICTION, SURE = 0.05, 0.4, 2.0
"""N/mm² (half of an atmosphere, what a small pump keeps up under wood that leaks), rubber on dusty wood, and how many times the
bite must be held."""
RIM = 10.0
"""mm inside the edges of the work that a cup's seal leaves free, so that the bit does not open it."""


def held_by(area: float) -> float:
    """The sideways force in N that a vacuum under so many mm² holds.

    Rule: R9 vacuum
    Formula: F = µ · p · A
    Source: physics: what presses the work down is the pressure of the air on the area that is pumped out, and friction holds it

    >>> round(held_by(5_000), 6)
    100.0"""
    return FRICTION * PRESSURE * area


def wanted_for(force: float) -> float:
    """How many mm² a vacuum should have to hold against a bite of so many N.

    >>> round(wanted_for(50), 6)
    5000.0"""
    return SURE * force / (FRICTION * PRESSURE)
