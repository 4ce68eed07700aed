"""The figure of the direction round a template, a circle or a field (R7)."""

from __future__ import annotations

from ranura.core.text.figures import Figure, because, plain
from ranura.core.text.writing import write


def round_figure(sense: str) -> Figure:
    """Clockwise or counter-clockwise, seen from above, by hand."""
    return Figure(
        key="direction.heading",
        label="Direction round",
        value=-1.0 if sense == "clockwise" else 1.0,
        unit="sense",
        shown=plain(sense),
        rule="R7",
        formula="inside a guiding edge clockwise, outside of one counter-clockwise",
        worked=write("by hand the bit turns clockwise seen from above; the wood is on the left of the heading"),
        because=because("So the push of the cut presses the guide on; the other way it would pull the router off its line"),
    )
