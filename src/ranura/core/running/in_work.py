"""What is measured in the work itself when it is cut (R20): the dimensions that were asked for, of cuts of all kinds alike."""

from __future__ import annotations

import statistics
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from ranura.core.board.materials import Delivery
from ranura.core.board.pieces import Piece
from ranura.core.geometry import closeness
from ranura.core.learning.corrections import MOST_OFF, MeasureKey, TestCut
from ranura.core.output.asked import Asked
from ranura.core.running import refusals
from ranura.core.running.log import FigureOfShop, Measured
from ranura.core.running.progress import RunError
from ranura.core.running.tells import Tells
from ranura.core.text.figures import as_measured
from ranura.core.text.forms import FieldPath, Form, LengthBlank
from ranura.core.text.writing import Shown, Text, write


@dataclass(frozen=True, kw_only=True, slots=True)
class WorkMeasure:
    """A dimension to measure in the work: what it is, what was asked for in mm, and what it tells of the shop, if anything."""

    field: FieldPath
    says: Text
    planned: float
    shown: Shown
    tells: Tells | None = None


def work_measures(asked: Sequence[Asked], form: Form, test: TestCut | None, tells: Sequence[Tells]) -> tuple[WorkMeasure, ...]:
    """What can be measured in the work: the lengths of its sentence, in their order. One that a single pass of the bit makes
    tells of the bit, as the width of its trial does."""
    lengths = {each.field: each.length.mm for each in asked}
    slot = next((each for each in test.measures if each.key == "slot"), None) if test is not None else None

    def measures() -> Iterator[WorkMeasure]:
        for blank in form.sentence:
            if isinstance(blank, LengthBlank) and blank.field in lengths:
                mm = lengths[blank.field]
                by_bit = slot is not None and blank.field == "width" and closeness.same(mm, slot.expected)
                yield WorkMeasure(
                    field=blank.field,
                    says=write(blank.label),
                    planned=mm,
                    shown=as_measured(mm),
                    tells=next((each for each in tells if each.key == _BY_BIT), None) if by_bit else None,
                )

    return tuple(measures())


_BY_BIT: MeasureKey = "slot"


def board_measure(piece: Piece, deliveries: Sequence[Delivery]) -> WorkMeasure:
    """How thick the board itself is; where it is of a delivery that was measured just so, it tells of that."""
    thick = piece.thickness.mm
    load = next(
        (each for each in deliveries if each.material_id == piece.material and closeness.same(each.measured, thick)), None
    )
    tells = None
    if load is not None:
        figure = FigureOfShop(of="delivery", id=load.id)
        tells = Tells(key="thickness", measure=thick, figure=figure, expected=thick, slope=1.0)
    return WorkMeasure(
        field="piece.thickness", says=write("Thickness of the board"), planned=thick, shown=as_measured(thick), tells=tells
    )


def in_work(
    measures: Sequence[WorkMeasure], field: FieldPath, places: Sequence[float], *, tried: Sequence[Measured] = ()
) -> Measured:
    """What was found in the work, in mm, in one place or several; `tried` is what was measured in scrap before. What was set
    right after a trial tells nothing of the shop any more: its trial did. Raises `RunError` where there is no such dimension.

    Rule: R20 in the work
    Formula: found = the median of all places, which is one measurement, since they have one setting in common
    Source: the log"""
    measure = next((each for each in measures if each.field == field), None)
    if measure is None:
        raise RunError(refusals.NO_SUCH_MEASURE, field="measured")
    found = statistics.median(places)
    tells = measure.tells
    if tells is not None and (
        any(each.key == tells.key for each in tried) or closeness.over(abs(found - measure.planned), MOST_OFF)
    ):
        tells = None
    return Measured(
        what=measure.says,
        planned=measure.planned,
        found=found,
        figure=tells.figure if tells is not None else None,
        means=tells.means(found) if tells is not None else None,
        in_work=True,
        places=tuple(places) if len(places) > 1 else (),
    )
