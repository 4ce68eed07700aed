"""The figure of the direction round a template, a circle or a field (R7)."""

from __future__ import annotations

from ranura.core.text.figures import Figure, because, plain
from ranura.core.text.writing import write


def turned_figure(turns: str) -> Figure:
    """Clockwise or counter-clockwise, seen from above: the work, round its outside over a table."""
    return _figure(
        turns,
        label="The work turns",
        formula="over a table the work is turned against the bit that goes round it",
        worked="seen from above the bit turns counter-clockwise and goes clockwise round the outside of the work",
        why="So the push of the cut presses the work on to the bearing; the other way it would be snatched",
    )


def round_figure(sense: str) -> Figure:
    """Clockwise or counter-clockwise, seen from above, by hand."""
    return _figure(
        sense,
        label="Direction round",
        formula="inside a guiding edge clockwise, outside of one counter-clockwise",
        worked="by hand the bit turns clockwise seen from above; the wood is on the left of the heading",
        why="So the push of the cut presses the guide on; the other way it would pull the router off its line",
    )


def _figure(sense: str, *, label: str, formula: str, worked: str, why: str) -> Figure:
    return Figure(
        key="direction.heading",
        label=label,
        value=-1.0 if sense == "clockwise" else 1.0,
        unit="sense",
        shown=plain(sense),
        rule="R7",
        formula=formula,
        worked=write(worked),
        because=because(why),
    )
