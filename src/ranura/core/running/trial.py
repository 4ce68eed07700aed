"""The trial in scrap: what is measured in it, and what to do then (R8, R20)."""

from __future__ import annotations

from ranura.core.geometry import closeness
from ranura.core.learning.corrections import MeasureKey, TestCut
from ranura.core.running import refusals
from ranura.core.running.log import Measured
from ranura.core.running.progress import RunError
from ranura.core.running.tells import Tells
from ranura.core.text.figures import as_measured
from ranura.core.text.writing import Text, write

AS_PLANNED = 0.05
"""mm by which a caliper is off: what is measured so near is as planned."""


def measured(test: TestCut | None, tells: tuple[Tells, ...], key: MeasureKey, found: float) -> Measured:
    """What was found in the trial of a plan, in mm, with what it tells of the shop. Raises `RunError` where its trial has no such
    measure."""
    measure = next((each for each in test.measures if each.key == key), None) if test is not None else None
    if measure is None:
        raise RunError(refusals.NO_SUCH_MEASURE, field="key")
    told = next((each for each in tells if each.key == key), None)
    return Measured(
        what=measure.says,
        planned=measure.expected,
        found=found,
        key=key,
        figure=told.figure if told is not None else None,
        means=told.means(found) if told is not None else None,
    )


def said(each: Measured) -> Text:
    """What to do after a measurement."""
    off = each.found - (each.planned or 0.0)
    if not closeness.over(abs(off), AS_PLANNED):
        return write("as planned: go on")
    more = "more" if off > 0 else "less"
    read = as_measured(abs(off))
    metric, inch = (f"{each} {more} than planned: set it right, and try it again" for each in (read.metric, read.inch))
    return Text(metric=metric, inch=inch)
