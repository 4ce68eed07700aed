"""How far clamps stand from the router, with its working."""

from __future__ import annotations

from ranura.core.holding.clamps import Holding
from ranura.core.text.figures import Figure, because, given, show
from ranura.core.text.writing import write


def clearance_figure(holding: Holding, *, across: float) -> Figure:
    """How far a router of a base's width stays from the clamps beside its path."""
    clear = holding.clear or 0.0
    return Figure(
        key="hold.clear",
        label="Clear of the clamps",
        value=clear,
        unit="mm",
        shown=show(clear, "mm"),
        rule="R17",
        formula="the least gap between a clamp's foot and the sweep of base and handles",
        worked=write("{n} feet of 30 × 40 mm beside what base and handles cover", n=len(holding.feet)),
        because=because("Clamps must not be in the router's way"),
        inputs=(given("base", "width of the base", across, "mm"),),
    )
