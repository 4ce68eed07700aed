"""The trial in scrap: what is measured in it, and what to do then (R8, R20)."""

from __future__ import annotations

from collections.abc import Sequence

from ranura.core.geometry import closeness
from ranura.core.learning.corrections import MOST_OFF, MeasureKey, TestCut
from ranura.core.running import refusals
from ranura.core.running.log import Measured
from ranura.core.running.progress import RunError
from ranura.core.running.tells import Tells
from ranura.core.text.figures import as_measured
from ranura.core.text.writing import Text, write

AS_PLANNED = 0.05
"""mm by which a caliper is off: what is measured so near is as planned."""


MOST_READ = 8
"""Readings of one thing in a trial that are kept: the first, and the last ones."""


def measured(
    test: TestCut | None, tells: tuple[Tells, ...], key: MeasureKey, found: float, *, before: Sequence[Measured] = ()
) -> Measured:
    """What was found in the trial of a plan, in mm, with what it tells of the shop; `before` is what was found in it up to now.
    Raises `RunError` where its trial has no such measure.

    Rule: R20
    Formula: the first reading of a thing tells of the shop, later ones of what was set right
    Source: what was set off to meet the plan says nothing of what the plan reckoned with"""
    measure = next((each for each in test.measures if each.key == key), None) if test is not None else None
    if measure is None:
        raise RunError(refusals.NO_SUCH_MEASURE, field="key")
    again = any(each.key == key for each in before)
    far = closeness.over(abs(found - measure.expected), MOST_OFF)
    told = None if again or far else next((each for each in tells if each.key == key), None)
    return Measured(
        what=measure.says,
        planned=measure.expected,
        found=found,
        key=key,
        figure=told.figure if told is not None else None,
        means=told.means(found) if told is not None else None,
        again=again,
    )


def with_reading(before: Sequence[Measured], found: Measured) -> tuple[Measured, ...]:
    """What was found in a trial, with one reading more; of many readings of one thing the second goes."""
    alike = [each for each in before if each.key == found.key]
    gone = alike[1] if len(alike) >= MOST_READ else None
    return (*(each for each in before if each is not gone), found)


def without_last(before: Sequence[Measured], key: MeasureKey) -> tuple[Measured, ...]:
    """What was found in a trial without the last reading of one thing. Raises `RunError` where there is none."""
    last = next((each for each in reversed(before) if each.key == key), None)
    if last is None:
        raise RunError(refusals.NO_SUCH_MEASURE, field="key")
    return tuple(each for each in before if each is not last)


def said(each: Measured) -> Text:
    """What to do after a measurement."""
    off = each.found - (each.planned or 0.0)
    if not closeness.over(abs(off), AS_PLANNED):
        return write("as planned: go on")
    more = "more" if off > 0 else "less"
    read = as_measured(abs(off))
    metric, inch = (f"{each} {more} than planned: set it right, and try it again" for each in (read.metric, read.inch))
    return Text(metric=metric, inch=inch)
